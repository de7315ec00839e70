"""The survey in the real browser: an L-shaped room with a chimney breast walked at the tape line and measured by stand-ins, one
bad reading named and put right; false stud finds struck; a corner pulled; a photo pinned; a slow hand on the phone."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

from PIL import Image

from tests.browser.driving import PHONE, REVISION, BrowserCase

WALK = "outline 1210 right 370 out 1510 right 370 back 1310 right 2080 out 1580 right 3040 out 5610 left 5120 back"


class Survey(BrowserCase):
    def new_job(self, page: Any, name: str) -> str:
        page.goto(self.address() + "/")
        page.fill("#new-name", name)
        page.click(".slip summary")
        page.select_option("#new-units", "mm")
        page.locator("form[action='/jobs'] button[type=submit]").click()
        page.wait_for_url("**/survey")
        return str(page.url).split("/jobs/")[1].split("/")[0]

    def measure(self, page: Any) -> str:
        """Press Measure, wait until it is done, give back what was read."""
        revision = self.revision(page)
        page.locator("button.measure").click()
        self.until(page, REVISION, revision + 1)
        return str(page.locator("#tape-say").inner_text())

    def test_a_practice_room_is_measured_and_its_bad_reading_found(self) -> None:
        """Room 11: an L with a chimney breast. The laser slips on wall 7; the walk goes on to the diagonal that tells."""
        page = self.open("/practice")
        page.check("input[name=shape][value='ell breast']")
        page.fill("#seed", "11")
        page.locator("form[action='/practice'] button").click()
        page.wait_for_url("**/survey")
        said = [self.measure(page)]
        self.assertRegex(said[0], r"^Laser measure: display wall \d+ mm")
        finding = page.locator(".finding", has_text="they only check each other")
        while not finding.count():
            said.append(self.measure(page))
            self.assertLess(len(said), 25, said)
        self.assertIn("the laser's other base edge", finding.inner_text())
        self.assertIn("Measure the diagonal", finding.inner_text())
        while "to tell which reading lies" not in page.locator(".measure-next").inner_text():
            said.append(self.measure(page))
            self.assertLess(len(said), 25, said)
        self.measure(page)
        named = page.locator(".finding", has_text="Wall 7 reads")
        named.wait_for()
        self.assertRegex(
            named.inner_text(), r"11\d mm too long, about the laser's other base edge: all else agrees without it"
        )
        revision = self.revision(page)
        named.locator(".cure").click()
        self.until(page, REVISION, revision + 1)
        self.assertIn("Wall 7", page.locator(".measure-next").inner_text())  # it is open again
        while page.locator("button.measure").count():
            said.append(self.measure(page))
            self.assertLess(len(said), 40, said)
        self.assertEqual(page.locator(".finding", has_text="too long").count(), 0)
        page.get_by_text("score this practice").click()
        self.assertRegex(page.locator("h1").inner_text(), r"^(\d+) of \1 right$")
        self.assertRegex(page.locator("main").inner_text(), r"Wall 7, reading \d+: 11\d mm too long, found and struck")
        self.assertEqual(page.locator(".beside-drawing").count(), 3)  # as sketched, as measured, as it is
        page.locator(".crumb a").last.click()
        self.assertIn("1 found and struck, 0 left in the log", page.locator(".lesson").inner_text())
        self.assertEqual(self.complaints, [])

    def test_walked_at_the_tape_line_with_one_reading_a_foot_long(self) -> None:
        page = self.open("/")
        self.new_job(page, "Ell with a breast")
        page.fill("#tape", WALK.replace("5610 left", "5915 left"))
        page.locator("#tape-options").wait_for(state="attached")
        self.until(page, "document.querySelector('#tape-say').innerText.includes('does not close')")
        self.assertIn("305 mm too far left of where it began (about one foot)", page.locator("#tape-say").inner_text())
        self.assertIn("5915 left", page.input_value("#tape"))  # nothing typed is lost
        self.say(page, WALK.replace("5610 left", "5915 left") + " anyway")
        self.until(page, "document.querySelectorAll('#lead-svg .ink-structure path[data-ref]').length", 10)
        for line in (
            "diagonal c1 c8 5983",
            "diagonal c6 c10 6516",
            "ceiling 2410",
            "made of w3 timber",
            "seat 3600",
            "across 1965",
        ):
            self.say(page, line)
        named = page.locator(".finding", has_text="Wall 9 reads")
        self.assertRegex(named.inner_text(), r"30\d mm too long, about one foot")
        named.locator(".cure").focus()
        self.until(
            page, "document.querySelector('#delta').innerText.startsWith('would be')"
        )  # shown before it is taken
        page.keyboard.press("Enter")
        self.until(
            page,
            "document.querySelectorAll('.finding').length > 0 && !document.body.innerText.includes('Wall 9 reads')",
        )
        self.say(page, "w9 5611")
        self.assertEqual(page.locator(".finding", has_text="too long").count(), 0)
        self.assertEqual(self.complaints, [])

    def test_two_false_finds_are_struck_through_on_the_wall(self) -> None:
        page = self.open("/")
        self.new_job(page, "Stud log")
        for line in ("room 4200 x 5000 x 2400", "made of timber"):
            self.say(page, line)
        for at, how in (
            (150, "scanner"),
            (552, "magnet"),
            (700, "knock"),
            (949, "scanner"),
            (1353, "pilot"),
            (1580, "scanner"),
            (2550, "magnet"),
        ):
            self.say(page, f"stud w1 {at} {how}")
        page.locator("[data-promote=elevation]").click()
        self.until(page, "document.querySelectorAll('#lead-svg .s-struck').length", 2)
        self.assertGreater(page.locator("#lead-svg .s-stud-sure").count(), 6)
        self.assertIn("2 of 7 finds on the display wall do not fit", page.locator(".findings").first.inner_text())
        self.assertEqual(self.complaints, [])

    def test_a_corner_is_pulled_and_its_walls_are_assumed_until_measured(self) -> None:
        page = self.open("/")
        job = self.job(page, "Boat-shed den")
        page.goto(f"{self.address()}/jobs/{job}/survey")
        page.wait_for_load_state("networkidle")
        box = page.locator('.grip[data-grip="corner.4"]').bounding_box()
        before, revision = page.locator('.dim[data-say="w4"]').first.text_content(), self.revision(page)
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 30, y, steps=6)
        page.wait_for_timeout(250)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertNotEqual(page.locator('.dim[data-say="w4"]').first.text_content(), before)
        self.assertIn("dim-assumed", page.locator('.dim[data-say="w4"]').first.get_attribute("class"))
        self.assertIn("Wall", page.locator(".measure-next").inner_text())
        page.locator("[data-step=undo]").click()
        self.until(page, REVISION, revision + 2)
        self.assertEqual(page.locator('.dim[data-say="w4"]').first.text_content(), before)

    def test_a_photo_is_pinned_and_a_fake_one_refused_with_the_note_kept(self) -> None:
        page = self.open("/")
        job = self.job(page, "Loft cinema")
        page.goto(f"{self.address()}/jobs/{job}/survey")
        page.wait_for_load_state("networkidle")
        page.locator(".pinned summary").click()
        before = page.locator(".pinned li").count()
        fake, real = Path(self.data).parent / "fake.jpg", Path(self.data).parent / "real.jpg"
        fake.write_text("nothing of a picture")
        Image.new("RGB", (300, 200), (120, 80, 60)).save(real)
        page.fill(".pin input[name=text]", "plaster is loose here")
        page.set_input_files(".pin input[type=file]", str(fake))
        page.locator(".pin button").click()
        page.locator(".pin .wrong:not([hidden])").wait_for()
        self.assertIn("JPEG, PNG or WebP", page.locator(".pin .wrong").inner_text())
        self.assertEqual(page.input_value(".pin input[name=text]"), "plaster is loose here")
        page.set_input_files(".pin input[type=file]", str(real))
        page.locator(".pin button").click()
        self.until(page, "document.querySelectorAll('.pinned li').length", before + 1)
        self.assertIn("plaster is loose here", page.locator(".pinned").inner_text())
        self.until(page, "[...document.querySelectorAll('.pinned img')].every(i => i.complete && i.naturalWidth > 0)")
        self.complaints = [one for one in self.complaints if "422" not in one]  # the browser's own note of the refusal
        self.assertEqual(self.complaints, [])

    def test_how_sure_is_shown_beside_the_large_figures(self) -> None:
        page = self.open("/")
        job = self.job(page, "Boat-shed den")
        page.goto(f"{self.address()}/jobs/{job}/picture")
        self.until(page, "[...document.querySelectorAll('.headline-spread')].some(e => /^± /.test(e.innerText))")
        self.assertTrue(re.search(r"carries \d+ % of the doubt", page.locator(".headlines").inner_text()))

    def test_on_the_phone_the_next_reading_is_one_press_away(self) -> None:
        page = self.open("/practice", self.context(PHONE, has_touch=True))
        page.fill("#seed", "3")
        page.locator("form[action='/practice'] button").tap()
        page.wait_for_url("**/survey")
        page.wait_for_load_state("networkidle")
        button = page.locator("button.measure")
        place = "(() => { const b = document.querySelector('button.measure')?.getBoundingClientRect(); return b ? [b.bottom < 660, b.height >= 40] : null; })()"
        self.until(page, place, [True, True])  # above the keypad without scrolling, and large enough for a thumb
        revision = self.revision(page)
        button.tap()
        self.until(page, REVISION, revision + 1)
        self.assertRegex(page.locator("#tape-say").inner_text(), r"^Laser measure")

    def test_the_new_pages_pass_the_check_for_everyone(self) -> None:
        for theme in ("paper", "dim"):
            page = self.open("/", self.context(theme=theme))
            job = self.job(page, "Boat-shed den")
            for address in (
                f"/jobs/{job}/survey?lead=elevation",
                f"/jobs/{job}/sun",
                f"/jobs/{job}/files",
                "/practice",
            ):
                page.goto(self.address() + address)
                page.wait_for_load_state("networkidle")
                with self.subTest(address, theme=theme):
                    if "survey" in address:
                        page.evaluate("document.querySelectorAll('details').forEach(d => { d.open = true })")
                    self.assertEqual(self.axe(page), [])
            self.assertEqual(self.complaints, [])
