"""A projector typed off its sheet, as somebody does who has it in the van: from its card to its mount plate."""

from __future__ import annotations

import re
import unittest

from tests.browser.driving import REVISION, BrowserCase


class Gear(BrowserCase):
    def test_typed_off_a_sheet_and_hung(self) -> None:
        """From a drawer's list that lacks it, on a card, back to the sheet, chosen, and its plate is drawn."""
        page = self.open("/")
        job = self.job(page, "Loft cinema")
        page.goto(f"{self.address()}/jobs/{job}/throw")
        page.wait_for_load_state("networkidle")
        page.locator("a", has_text="not here: type it").first.click()
        page.wait_for_url(re.compile(r"/gear\?new=projector"))
        page.fill("#gear-name", "Quillmark Finch")
        page.fill("#gear-throw", '100" at 2.66-3.46 m')
        page.fill("#gear-lumens", "2200")
        page.fill("#gear-shift", "sideways")
        page.click("text=Put it on the shelf")
        wrong = page.locator(".gear-field .wrong")
        wrong.wait_for()
        self.assertIn("50% 20%", wrong.inner_text())
        self.assertEqual(page.input_value("#gear-throw"), '100" at 2.66-3.46 m')
        self.assertEqual(self.axe(page), [])
        page.fill("#gear-shift", "edge 100% 50%")
        page.fill("#gear-body", "400 x 330 x 140")
        page.click("summary:has-text('the rest of the sheet')")
        page.fill("#gear-lens-at", "0 205 96")
        page.fill("#gear-weight", "8.4 lb")
        page.click("text=Put it on the shelf")
        page.wait_for_url(re.compile(rf"/jobs/{job}/throw"))
        page.wait_for_load_state("networkidle")
        self.say(page, "projector Finch")
        page.goto(f"{self.address()}/jobs/{job}/fixing")
        page.wait_for_load_state("networkidle")
        self.assertIn("Quillmark Finch", page.locator("body").inner_text())
        hung = page.locator("[data-figure*='plate'], [data-figure*='pole']")
        self.assertGreater(hung.count(), 0)  # where its plate goes, off the lens it was typed with
        self.complaints = [one for one in self.complaints if "422" not in one]
        self.assertEqual(self.complaints, [])

    def test_a_tv_that_is_on_no_shelf_is_drilled_for(self) -> None:
        """The TV in the client's box: six lines, one entry, and its upper row is on the wall, 50 1/4 (rules 7.3)."""
        page = self.open("/")
        page.fill("#new-name", "Somebody's bedroom")
        page.click("text=Open the sheet")
        page.locator("#tape").wait_for()
        page.click(".stage-label >> text=Fixing")
        page.wait_for_url("**/fixing*")
        for line in ("units inches", "room 164 x 228 x 96", "seat 128", "tv 77", "vesa 400 x 300"):
            self.say(page, line)
        self.assertIn("measure t", page.locator(".findings").first.inner_text())
        self.say(page, 'bolts 15 3/4" below the top')
        self.assertIn("mount row", page.locator(".findings").first.inner_text())
        row = page.locator("input[data-say='mount row']")
        row.fill("1/2")
        revision = self.revision(page)
        row.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.say(page, 'panel top 66 1/2"')
        holes = page.locator(".headline", has_text="upper hole row").locator(".headline-value")
        self.assertRegex(holes.inner_text().replace("\n", ""), r"50\s*1\s*/?\s*4")
        self.assertEqual(page.locator(".s-vesa").count() > 0, True)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_typed_on_the_tape_line(self) -> None:
        page = self.open("/")
        job = self.job(page, "Boat-shed den")
        page.goto(f"{self.address()}/jobs/{job}/picture")
        page.wait_for_load_state("networkidle")
        page.fill("#tape", 'gear tv Tarnbeck Moss 65: 65", vesa 400 x 300, bolts 310, 46 lb')
        said = page.locator("#tape-say")
        self.until(page, "document.querySelector('#tape-say').innerText.includes('Tarnbeck Moss 65')")
        self.assertIn("20.87 kg", said.inner_text())
        page.press("#tape", "Enter")
        self.until(page, "document.querySelector('#tape').value", "")
        self.say(page, "another tv Moss 65")
        self.assertIn("Tarnbeck Moss 65", page.locator("body").inner_text())
        self.assertEqual(self.complaints, [])


if __name__ == "__main__":
    unittest.main()
