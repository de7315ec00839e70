"""Rig as it is worked: the garden room from an empty room to the numbers that games ask for, a side pulled by hand."""

from __future__ import annotations

import math

from tests.browser.driving import PHONE, REVISION, BrowserCase


class Rig(BrowserCase):
    def test_from_distance_to_game_numbers(self) -> None:
        """An empty job: room, seat, three screens by words; the cure squares them; the numbers are by hand; undone."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Bedroom')}/picture")
        page.wait_for_load_state("networkidle")
        self.assertEqual(page.locator("#rail a", has_text="Rig").count(), 0)  # shown once a job has one
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Garden')}/rig")
        page.wait_for_load_state("networkidle")
        self.say(page, "rig three 32 at 700 mm")
        self.assertIn("53.7°", page.locator("#headlines").inner_text())
        self.say(page, "turn 40")
        revision = self.revision(page)
        page.locator(".finding", has_text="from where they are as square").locator(".cure").first.click()
        self.until(page, REVISION, revision + 1)
        self.assertIn("54.7°", page.locator("#headlines").inner_text())
        page.locator("[data-panel=games]").click()
        numbers = page.locator(".games")
        numbers.wait_for()
        width = 32 * 25.4 * 16 / math.hypot(16, 9)
        across = 2 * math.atan(width / 1400)
        up = 2 * math.atan(math.tan(across / 2) * 9 / 16)
        for wanted in (f"{math.degrees(across):.1f}", f"{math.degrees(up):.1f}", f"{up:.4f}", "7680x1440"):
            self.assertEqual(numbers.locator(f"[data-copy='{wanted}']").count(), 1, wanted)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_a_side_is_pulled_and_the_centre_follows_the_hand(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Garden')}/rig")
        page.wait_for_load_state("networkidle")
        before = page.locator("#headlines").inner_text()
        self.assertIn("45.0°", before)
        revision = self.revision(page)
        grip = page.locator(".grip[data-grip$='-turn']").first
        box = grip.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x - 40, y + 30, steps=6)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertNotIn("45.0°", page.locator("#headlines").inner_text())
        page.keyboard.press("Control+z")
        self.until(page, REVISION, revision + 2)
        self.assertIn("45.0°", page.locator("#headlines").inner_text())
        self.assertEqual(self.complaints, [])

    def test_the_eye_is_pulled(self) -> None:
        """Back by hand: the centre is seen under less, the screens stay; games' panel tells tubes and joints."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Garden')}/rig")
        page.wait_for_load_state("networkidle")
        self.say(page, "rig three Draft 32 Play at 720 mm")
        self.say(page, "turn 45")
        self.say(page, "feet 780 x 300 mm")
        self.assertEqual(page.locator(".finding", has_text="stand through each other").count(), 2)
        before = float(page.locator("#headlines").inner_text().split("°")[0])
        revision = self.revision(page)
        box = page.locator(".grip[data-grip$='-eye']").first.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y + 24, steps=6)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertLess(float(page.locator("#headlines").inner_text().split("°")[0]), before - 1)
        page.locator("[data-panel=games]").click()
        page.locator(".games").wait_for()
        self.assertEqual(page.locator("p", has_text="joints that take 135.0°").count(), 1)
        self.assertEqual(self.complaints, [])

    def test_a_desk_from_one_panel_to_a_stack(self) -> None:
        """The attic's panel, two, then a stack; the drawing follows, nothing that stood there is left; undone."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Attic')}/rig")
        page.wait_for_load_state("networkidle")
        self.assertIn("41.4°", page.locator("#headlines").inner_text())
        before = self.revision(page)
        self.say(page, "seat 1200 mm")
        self.say(page, "desk screens two Draft 27 at 700 mm")
        self.assertIn("51.4°", page.locator("#headlines").inner_text())
        lead = page.locator("#lead-svg")
        self.assertEqual(lead.get_by_text("right panel").count(), 1)
        self.say(page, "desk screens stack Draft 34 and Draft 24 at 700 mm")
        self.assertEqual((lead.get_by_text("right panel").count(), lead.get_by_text("panel above").count()), (0, 1))
        self.assertEqual(page.locator(".finding", has_text="2 panels on one pole").count(), 1)
        self.assertEqual(page.locator(".finding.level-stop").count(), 0)
        for n in range(3):
            page.keyboard.press("Control+z")
            self.until(page, REVISION, before + 4 + n)
        self.assertIn("41.4°", page.locator("#headlines").inner_text())
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_a_cabinet_is_opened_wider(self) -> None:
        """Its playfield set in a narrower opening does not go in; the drawing's own string makes it wider again."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Table')}/rig")
        page.wait_for_load_state("networkidle")
        self.assertIn("75 mm", page.locator("#headlines").inner_text())  # (560 − 411)/2 = 74.5
        self.say(page, "cabinet 1180 x 410 mm")
        self.assertEqual(page.locator(".finding", has_text="too wide").count(), 1)
        self.say(page, "cabinet wide 430 mm")
        self.assertEqual(page.locator(".finding", has_text="too wide").count(), 0)
        self.assertIn("10 mm", page.locator("#headlines").inner_text())  # (430 − 411)/2 = 9.5
        self.say(page, "cabinet playfield Draft 27")
        self.assertEqual(page.locator(".finding", has_text="playfield").count() > 0, True)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_on_the_phone(self) -> None:
        page = self.open("/", self.context(PHONE, has_touch=True))
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Garden')}/rig")
        page.wait_for_load_state("networkidle")
        self.assertRegex(page.locator("#headlines").inner_text(), r"^\d\d\.\d°\s+centre screen")
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, PHONE["width"])
        self.assertEqual(self.complaints, [])
