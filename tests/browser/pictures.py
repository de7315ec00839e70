"""Takes the pictures of docs/screenshots/ from the demonstration data: one of each main view."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from tests.browser.driving import DESKTOP, PHONE, BrowserCase

FOLDER = Path(__file__).resolve().parents[2] / "docs/screenshots"
DESK = {"width": 1280, "height": 800}


def _working(page: Any) -> None:
    page.locator(".headline").first.click()
    page.locator("#working .put-in").wait_for()


def _ghost(page: Any) -> None:
    page.locator(".finding-stop .cure").first.focus()
    page.locator("#lead-svg .s-ghost").first.wait_for()


SHOTS: tuple[tuple[str, str, dict[str, int], str, Any], ...] = (
    # file, address (jobs by first word), size, theme, what is done first
    ("desk", "/", DESK, "paper", None),
    ("sheet-throw", "/jobs/{Chapel}/throw", DESKTOP, "paper", _ghost),
    ("sheet-dim-working", "/jobs/{Chapel}/picture", DESKTOP, "dim", _working),
    ("survey", "/jobs/{Chapel}/survey", DESKTOP, "paper", None),
    ("ladder", "/jobs/{Chapel}/picture?lead=ladder&picture=p2", DESKTOP, "paper", None),
    ("throw-strip", "/jobs/{Chapel}/throw?lead=strip", DESKTOP, "paper", None),
    ("fixing", "/jobs/{Bedroom}/fixing", DESKTOP, "paper", None),
    ("sums-phone", "/sums/throw.check", PHONE, "paper", None),
    ("sheet-phone", "/jobs/{Chapel}/throw", PHONE, "paper", None),
)


class Pictures(BrowserCase):
    def runTest(self) -> None:
        FOLDER.mkdir(parents=True, exist_ok=True)
        page = self.open("/")
        jobs = {name: self.job(page, name) for name in ("Chapel", "Bedroom")}
        for name, address, size, theme, act in SHOTS:
            page = self.open(address.format(**jobs), self.context(size, theme))
            page.wait_for_load_state("networkidle")
            page.wait_for_timeout(300)
            if act:
                act(page)
                page.wait_for_timeout(300)
            page.screenshot(path=FOLDER / f"{name}.png")
            self.assertEqual(self.complaints, [])
            page.close()


if __name__ == "__main__":
    import sys
    import unittest

    suite = unittest.defaultTestLoader.suiteClass([Pictures()])
    sys.exit(not unittest.TextTestRunner().run(suite).wasSuccessful())
