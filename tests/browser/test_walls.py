"""A wall of displays as it is worked: the library's nine in two groups, a controller that can't turn, by words and by
hand; its mapping, with a text that runs across it."""

from __future__ import annotations

from typing import Any

from tests.browser.driving import PHONE, REVISION, BrowserCase

PIXELS = """(() => {
  const paper = document.querySelector("#across canvas");
  const all = paper.getContext("2d").getImageData(0, 0, paper.width, 60).data;
  return [all[4 * (2 * paper.width + 2) + 3], all[4 * (40 * paper.width + Math.round(0.2 * paper.width)) + 3]];
})()"""


class Walls(BrowserCase):
    def stage(self, page: Any, name: str) -> str:
        job = self.job(page, name)
        page.goto(f"{self.address()}/jobs/{job}/array")
        page.wait_for_load_state("networkidle")
        return job

    def test_from_nothing_to_nine_in_two_groups(self) -> None:
        page = self.open("/")
        job = self.job(page, "Boat-shed")
        page.goto(f"{self.address()}/jobs/{job}/picture")
        page.wait_for_load_state("networkidle")
        self.assertEqual(page.locator("#rail a", has_text="Array").count(), 0)  # shown once a job has one
        for line in (
            "displays 3 x 2 Join 46",
            "displays 3 x 1 Join 46 upright",
            "wall controller North: 6 outputs",
            "wall controller South: 4 outputs, can't turn",
        ):
            self.say(page, line)
        self.stage(page, "Boat-shed")
        drawn = page.locator("#lead-svg .s-picture, #lead-svg .s-picture-other")
        self.assertEqual(drawn.count(), 9)
        page.locator(".finding", has_text="South can't turn").wait_for()
        page.goto(f"{self.address()}/jobs/{job}/mapping")
        text = page.locator("#room").inner_text() + page.locator("#reckoning").inner_text()
        self.assertIn("turned 270° clockwise", text)
        self.assertIn("South out 3", text)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_a_display_is_pulled_and_stands_in_line_again(self) -> None:
        """Pulled aside it breaks the grid: what it shows moves with it; pulled back it snaps to its neighbours; undone."""
        page = self.open("/")
        self.stage(page, "Library")
        before = page.locator("#headlines").inner_text()
        grip = page.locator(".grip[data-grip='canvas.p1']").first
        box = grip.bounding_box()
        assert box is not None
        x, y, revision = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2, self.revision(page)
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x - 30, y - 24, steps=6)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertNotEqual(page.locator("#headlines").inner_text(), before)
        page.keyboard.press("Control+z")
        self.until(page, REVISION, revision + 2)
        self.assertEqual(page.locator("#headlines").inner_text(), before)
        self.assertEqual(self.complaints, [])

    def test_the_text_runs_across_and_shows_what_is_not_turned_before(self) -> None:
        page = self.open("/")
        job = self.job(page, "Library")
        page.goto(f"{self.address()}/jobs/{job}/mapping")
        page.wait_for_load_state("networkidle")
        page.fill("#across-text", "MMMMMMMMMM")
        still = page.locator("#across canvas").screenshot()
        page.click("#across-run")
        page.wait_for_timeout(700)
        page.click("#across-run")
        moved = page.locator("#across canvas").screenshot()
        self.assertNotEqual(still, moved)
        page.wait_for_timeout(150)
        self.assertEqual(page.locator("#across canvas").screenshot(), moved)  # it stands when it is held
        page.check("#across-plain")
        self.assertNotEqual(page.locator("#across canvas").screenshot(), moved)
        bare, lit = page.evaluate(PIXELS)
        self.assertEqual((bare, lit), (0, 255))  # outside the wall it is bare paper, on it it is lit
        self.assertEqual(self.complaints, [])

    def test_on_the_phone(self) -> None:
        page = self.open("/", self.context(PHONE, has_touch=True))
        job = self.stage(page, "Library")
        self.assertIn("5763 px", page.locator("#headlines").inner_text())
        page.goto(f"{self.address()}/jobs/{job}/mapping")
        page.wait_for_load_state("networkidle")
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])
