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


def _sure(page: Any) -> None:
    page.locator(".headline-spread", has_text="±").first.wait_for()


def _map(page: Any) -> None:
    page.locator("#layers summary").click()
    page.locator("[data-layer=map]").click()
    page.locator("#layers summary").click()
    page.locator("#lead-svg .s-map-5").first.wait_for(state="attached")
    page.locator("[data-panel=sizes]").click()
    page.locator(".sizes").wait_for()


def _ghost(page: Any) -> None:
    page.locator(".finding-stop .cure").first.focus()
    page.locator("#lead-svg .s-ghost").first.wait_for()


def _practised(page: Any) -> None:
    """A room walked to its end, and a lying reading left in the log."""
    page.check("input[name=shape][value='ell breast']")
    page.fill("#seed", "11")
    page.locator("form[action='/practice'] button").click()
    page.wait_for_url("**/survey*")
    for _ in range(40):
        if not page.locator("button.measure").count():
            break
        page.locator("button.measure").click()
        page.wait_for_timeout(500)
    page.locator(".oval").click()
    page.get_by_role("link", name="Practice", exact=True).click()


def _copied(page: Any) -> None:
    """The card with a projector's figures in it."""
    page.locator("a[href*='like=']").first.click()
    page.locator("#card").wait_for()


def _aligned(page: Any) -> None:
    """Six lengths of a picture that is pitched."""
    for name, value in zip(
        ("diagonal 1", "diagonal 2", "top", "bottom", "left", "right"),
        (2250, 2250, 1956, 1966, 1104, 1104),
        strict=True,
    ):
        page.fill(f"[name='{name}']", str(value))
    page.click("text=Check")
    page.locator(".align-cause").wait_for()


def _near(page: Any) -> None:
    """What of the shelf fits this room, one of it looked at."""
    page.locator("[data-panel=near]").first.click()
    page.locator(".near .cure").first.wait_for()
    page.locator(".near .cure").first.focus()
    page.locator("#lead-svg .s-ghost, #lead-svg .s-ghost-line").first.wait_for()


def _gear_beside(page: Any) -> None:
    for n in (1, 7, 15):
        page.locator(".beside-pick input").nth(n).check()
    page.locator("button[form=beside]").first.click()
    page.locator(".gear-beside").wait_for()


SHOTS: tuple[tuple[str, str, dict[str, int], str, Any], ...] = (
    # file, address (jobs by first word), size, theme, what is done first
    ("desk", "/", DESK, "paper", None),
    ("sheet-throw", "/jobs/{Chapel}/throw", DESKTOP, "paper", _ghost),
    ("sheet-dim-working", "/jobs/{Chapel}/picture", DESKTOP, "dim", _working),
    ("survey", "/jobs/{Boat-shed}/survey", DESKTOP, "paper", _sure),
    ("survey-wall", "/jobs/{Boat-shed}/survey?lead=elevation", DESKTOP, "paper", _sure),
    ("survey-phone", "/jobs/{Loft}/survey", PHONE, "paper", None),
    ("sun", "/jobs/{Boat-shed}/sun", DESKTOP, "paper", None),
    ("fixing", "/jobs/{Bedroom}/fixing", DESKTOP, "paper", None),
    ("print", "/jobs/{Chapel}/throw/print", DESK, "paper", None),
    ("from-seat", "/jobs/{Chapel}/picture?lead=seat&seat=s4", DESKTOP, "paper", None),
    ("seat-map", "/jobs/{Boat-shed}/picture?lead=plan", DESKTOP, "paper", _map),
    ("schemes", "/jobs/{Loft}/schemes", DESK, "paper", None),
    ("align-phone", "/jobs/{Loft}/align", PHONE, "paper", _aligned),
    ("near", "/jobs/{Loft}/throw", DESKTOP, "paper", _near),
    ("shelf", "/gear?kind=projector", DESK, "paper", None),
    ("sheet-phone", "/jobs/{Chapel}/throw", PHONE, "paper", None),
    # last, for they change their jobs
    ("gear", "/gear?new=projector", DESK, "paper", _copied),
    ("gear-beside", "/gear?kind=tv", DESK, "paper", _gear_beside),
    ("practice", "/practice", DESK, "paper", _practised),
)


class Pictures(BrowserCase):
    def runTest(self) -> None:
        FOLDER.mkdir(parents=True, exist_ok=True)
        page = self.open("/")
        jobs = {name: self.job(page, name) for name in ("Chapel", "Bedroom", "Loft", "Boat-shed")}
        for name, address, size, theme, act in SHOTS:
            page = self.open(address.format(**jobs), self.context(size, theme, has_touch=size is PHONE))
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
