"""Fixing as it is worked: studs behind a plate, an arm that pulls too hard, three TVs drilled from one zero."""

from __future__ import annotations

import re
from typing import Any

from tests.browser.driving import PHONE, REVISION, BrowserCase


class Fixing(BrowserCase):
    def job_of(self, name: str, *lines: str, **context: Any) -> Any:
        page = self.open("/", self.context(**context))
        page.fill("#new-name", name)
        page.click(".slip summary")
        page.select_option("#new-units", "mm")
        page.click("text=Open the sheet")
        page.locator("#tape").wait_for()
        page.goto(re.sub(r"/[a-z]+(\?.*)?$", "/fixing", page.url))
        page.wait_for_load_state("networkidle")
        for line in ("room 4000 x 5000 x 2400", "seat 3000", *lines):
            self.say(page, line)
        return page

    def studs(self) -> tuple[str, ...]:
        return ("made of w1 timber", *(f"stud w1 {at} magnet" for at in (400, 800, 1600, 2000, 2400)))

    def test_with_a_stud_missing_the_panel_goes_where_two_hold(self) -> None:
        """No line at 1200: a plate at 1110 has none but 800 in its slots, until the panel goes over 1600 and 2000."""
        page = self.job_of("Studs", *self.studs(), "miss w1 1200 pilot", "tv Slate 55", "mount Tilt 400", "along 1600")
        finding = page.locator(".finding", has_text="where it belongs")
        finding.locator(".cure").first.focus()
        self.until(
            page,
            "document.querySelector('#delta').innerText.includes('would be') || document.querySelectorAll('#lead-svg .s-ghost').length > 0",
        )
        revision = self.revision(page)
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding", has_text="where it belongs").count(), 0)
        self.assertGreater(page.locator("#lead-svg .s-slot").count(), 0)
        self.assertEqual(self.complaints, [])

    def test_an_arm_that_pulls_too_hard_is_cured_by_another_mount(self) -> None:
        page = self.job_of("Arm", *self.studs(), "stud w1 1200 pilot", "tv Ember 77", "mount Swing 600", "along 2150")
        finding = page.locator(".finding-stop", has_text="a hand pulling")
        finding.wait_for()
        revision = self.revision(page)
        finding.locator(".cure").first.focus()
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding-stop", has_text="a hand pulling").count(), 0)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_three_tvs_are_drilled_from_one_zero(self) -> None:
        """Twelve holes, all from the left wall, on a phone beside the wall; the laser line tells each height."""
        lines = ("made of w1 brick", "tv Slate 43", "another tv Slate 43", "another tv Slate 43")
        page = self.job_of("Row", *lines)
        for n in range(3):
            page.select_option("[data-subject=picture]", index=n)
            chosen = page.locator("[data-subject=picture] option").nth(n).get_attribute("value")
            self.until(page, f"location.search.includes('picture={chosen}')")
            self.say(page, "mount Flat 400")
        href = page.locator("#tabs a", has_text="Drilling").get_attribute("href")
        phone = self.open(href, self.context(PHONE, has_touch=True))
        rows = phone.locator(".drill-table tbody tr:not(.drill-into)")
        self.assertEqual(rows.count(), 12)
        along = [
            int(text) for text in phone.locator(".drill-table tr:not(.drill-into) td:nth-of-type(1)").all_inner_texts()
        ]
        self.assertEqual(len(set(along)), 6)
        self.assertEqual(along[:2], along[2:4])  # a plate's rows are over each other
        rows.nth(0).locator("input").check()
        self.assertLessEqual(phone.evaluate("document.documentElement.scrollWidth"), 390)
        self.assertEqual(self.axe(phone), [])
        self.assertEqual(self.complaints, [])

    def test_a_hole_that_is_clicked_says_what_it_meets_and_another_fixing_is_taken(self) -> None:
        page = self.job_of("Holes", *self.studs(), "stud w1 1200 pilot", "tv Ember 77", "mount Swing 600", "along 2170")
        page.locator("#lead-svg [data-ref^='hole.'][data-ref$='.2']").first.click(force=True)
        panel = page.locator("#working")
        panel.locator("tr.size-now", has_text="2400").wait_for()
        self.assertIn("both edges of the stud", panel.locator("tr.size-now").nth(1).inner_text())
        self.assertIn("out, pulled by a hand", panel.inner_text().lower())
        panel.locator("button", has_text="wood 5x40 timber").click()
        revision = self.revision(page)
        page.locator("#tape-say.tape-heard").wait_for()
        page.press("#tape", "Enter")
        self.until(page, REVISION, revision + 1)
        self.until(page, "document.querySelector('#working tr.size-now th button')?.innerText", "wood 5x40 timber")
        page.locator("[data-promote=bolts]").first.click()
        page.locator("#lead-svg .s-bolt-stop").first.wait_for(state="attached")
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_what_was_drilled_stays_ticked_and_the_plate_goes_where_it_is_told(self) -> None:
        """The tick is the hole's own: when its plate is moved, the new hole is not done."""
        page = self.job_of("Ticks", *self.studs(), "stud w1 1200 pilot", "tv Ember 77", "mount Flat 800", "along 2110")
        href = page.locator("#tabs a", has_text="Drilling").get_attribute("href")
        drill = page.context.new_page()
        drill.goto(self.address() + href)
        drill.locator(".drill-table input").nth(0).check()
        drill.reload()
        self.assertEqual(drill.locator(".drill-table input:checked").count(), 1)
        self.say(drill, "plate along 2000")  # said on this very page: its rows are other holes at once
        self.until(drill, "document.querySelectorAll('.drill-table input:checked').length", 0)
        drill.keyboard.press("Control+z")
        self.until(drill, "document.querySelectorAll('.drill-table input:checked').length", 1)
        self.say(drill, "plate along 2000")
        drill.reload()
        self.assertEqual(drill.locator(".drill-table input:checked").count(), 0)
        drill.locator("#tabs a", has_text="Sheet").click()
        drill.locator("#lead-svg .s-plate-window").first.wait_for(state="attached")
        self.assertEqual(self.complaints, [])

    def test_a_cloth_on_joists_says_how_far_it_comes_out_and_hangs_lower(self) -> None:
        lines = ("made of ceiling joists", "joists out", *(f"joist {at} pilot" for at in (900, 1300, 1700, 2100, 2500)))
        page = self.job_of("Cloth", *lines, "screen Drop 220", "bottom 500")
        page.locator(".finding", has_text="hangs from the joists").wait_for()
        finding = page.locator(".finding-mind", has_text="of black and it has")
        finding.locator(".cure").first.focus()
        revision = self.revision(page)
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding-mind", has_text="of black and it has").count(), 0)
        self.assertEqual(self.complaints, [])
