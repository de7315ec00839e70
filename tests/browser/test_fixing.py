"""Fixing as it is worked: studs behind a plate, an arm that pulls too hard, three TVs drilled from one zero."""

from __future__ import annotations

import re
from typing import Any

from tests.browser.driving import PHONE, REVISION, BrowserCase


class Fixing(BrowserCase):
    def job_of(self, name: str, *lines: str, **context: Any) -> Any:
        page = self.open("/", self.context(**context))
        page.fill("#new-name", name)
        page.click("text=Open the sheet")
        page.locator("#tape").wait_for()
        page.goto(re.sub(r"/[a-z]+(\?.*)?$", "/fixing", page.url))
        page.wait_for_load_state("networkidle")
        for line in ("units mm", "room 4000 x 5000 x 2400", "seat 3000", *lines):
            self.say(page, line)
        return page

    def studs(self) -> tuple[str, ...]:
        return ("made of w1 timber", *(f"stud w1 {at} magnet" for at in (400, 800, 1600, 2000, 2400)))

    def test_with_a_stud_missing_the_panel_goes_where_two_hold(self) -> None:
        """No line at 1200: a plate at 1110 has none but 800 in its slots, until the panel goes over 1600 and 2000."""
        page = self.job_of("Studs", *self.studs(), "miss w1 1200 pilot", "tv Slate 55", "mount Tilt 400", "along 1600")
        finding = page.locator(".finding", has_text="where it is planned")
        finding.locator(".cure").first.focus()
        self.until(
            page,
            "document.querySelector('#delta').innerText.includes('would be') || document.querySelectorAll('#lead-svg .s-ghost').length > 0",
        )
        revision = self.revision(page)
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding", has_text="where it is planned").count(), 0)
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
            page.goto(re.sub(r"\?.*$", "", page.url) + f"?picture=p{n + 1}")
            page.wait_for_load_state("networkidle")
            self.say(page, "mount Flat 400")
        href = page.locator(".ask-row a", has_text="Drilling").get_attribute("href")
        phone = self.open(href, self.context(PHONE, has_touch=True))
        rows = phone.locator(".drill-table tbody tr")
        self.assertEqual(rows.count(), 12)
        along = [int(text) for text in phone.locator(".drill-table tr td:nth-of-type(1)").all_inner_texts()]
        self.assertEqual(len(set(along)), 6)
        self.assertEqual(along[:2], along[2:4])  # a plate's rows are over each other
        rows.nth(0).locator("input").check()
        self.assertLessEqual(phone.evaluate("document.documentElement.scrollWidth"), 390)
        self.assertEqual(self.axe(phone), [])
        self.assertEqual(self.complaints, [])
