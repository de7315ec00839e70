"""Takes the pictures of docs/screenshots/ from the demonstration data: one of each main view."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from PIL import Image

from tests.browser.driving import DESKTOP, PHONE, REVISION, BrowserCase

FOLDER = Path(__file__).resolve().parents[2] / "docs/screenshots"
DESK = {"width": 1280, "height": 800}
GAP = 20
ON_PHONES = ("sheet-phone", "drill-phone", "faults-phone")
TWO = "desk screens two Draft 27 at 700 mm"


def _working(page: Any) -> None:
    page.locator(".headline").first.click()
    page.locator("#working .put-in").wait_for()


def _sure(page: Any) -> None:
    page.locator(".headline-spread", has_text="±").first.wait_for()


def _ghost(page: Any) -> None:
    page.locator(".finding-stop .cure").first.focus()
    page.locator("#lead-svg .s-ghost").first.wait_for()


def _copied(page: Any) -> None:
    """The card with a projector's figures in it."""
    page.locator("a[href*='like=']").first.click()
    page.locator("#card").wait_for()


def _near(page: Any) -> None:
    """What of the shelf fits this room, one of it looked at."""
    page.locator("[data-panel=near]").first.click()
    page.locator(".near .cure").first.wait_for()
    page.locator(".near .cure").first.focus()
    page.locator("#lead-svg .s-ghost, #lead-svg .s-ghost-line").first.wait_for()


def _said(*lines: str, then: str = "") -> Any:
    """What is said on the tape line first, and what is pressed then."""

    def act(page: Any) -> None:
        for line in lines:
            now = page.evaluate(REVISION)
            page.fill("#tape", line)
            page.locator("#tape-say.tape-heard").wait_for()
            page.press("#tape", "Enter")
            for _ in range(100):
                if page.evaluate(REVISION) > now:
                    break
                page.wait_for_timeout(50)
        if then:
            page.locator(then).first.click()
        page.wait_for_timeout(600)

    return act


ON_STUDS = (
    "made of w1 timber",
    *(f"stud w1 {at} magnet" for at in ("4'10", "6'2", "7'6", "8'10")),
    *("socket w1 at 8'2 up 1'", "mount Flat 800", "strip 3 sides, 24 V, 14 W/m"),
)


SHOTS: tuple[tuple[str, str, dict[str, int], str, Any], ...] = (
    # file, address (jobs by first word), size, theme, what is done first
    ("desk", "/", DESK, "paper", None),
    ("sheet-throw", "/jobs/{Chapel}/throw", DESKTOP, "paper", _ghost),
    ("sheet-dim-working", "/jobs/{Chapel}/picture", DESKTOP, "dim", _working),
    ("survey", "/jobs/{Boat-shed}/survey", DESKTOP, "paper", _sure),
    ("array", "/jobs/{Library}/array", DESKTOP, "paper", None),
    ("mapping", "/jobs/{Library}/mapping", DESK, "paper", None),
    ("rig", "/jobs/{Garden}/rig", DESK, "paper", _said(then="[data-panel=games]")),
    ("attic", "/jobs/{Attic}/rig", DESK, "paper", _said("seat 1200 mm", TWO)),
    ("cabinet", "/jobs/{Table}/rig", DESK, "paper", None),
    ("from-seat", "/jobs/{Chapel}/picture?lead=seat&seat=s4", DESKTOP, "paper", None),
    ("schemes", "/jobs/{Loft}/schemes", DESK, "paper", None),
    ("drill-phone", "/jobs/{Chapel}/drill?picture=p2", PHONE, "paper", None),
    ("near", "/jobs/{Loft}/throw", DESKTOP, "paper", _near),
    ("shelf", "/gear?kind=projector", DESK, "paper", None),
    ("sheet-phone", "/jobs/{Chapel}/throw", PHONE, "paper", None),
    ("routing", "/jobs/{Chapel}/routing", DESKTOP, "paper", None),
    ("cables", "/jobs/{Chapel}/cables", DESK, "paper", None),
    ("buttons", "/jobs/{Chapel}/buttons?play=bn1&fault=late&of=Quillmark+Heron+2", DESK, "paper", None),
    ("faults-phone", "/jobs/{Chapel}/faults?way=dv1+p2&symptom=snow+or+wrong+colour", PHONE, "paper", None),
    # last, for they change their jobs
    ("gear", "/gear?new=projector", DESK, "paper", _copied),
    (
        "fixing",
        "/jobs/{Chapel}/fixing?picture=p2",
        DESKTOP,
        "paper",
        _said(*ON_STUDS, then="#lead-svg .s-hole-cross[data-ref='hole.p2.1']"),
    ),
)


def _side_by_side(name: str, parts: tuple[str, ...]) -> None:
    """Several pictures as one, in place of them."""
    opened = [Image.open(FOLDER / f"{part}.png") for part in parts]
    wide = sum(one.width for one in opened) + GAP * (len(opened) - 1)
    whole = Image.new("RGB", (wide, max(one.height for one in opened)), "#CFC6B4")
    at = 0
    for one in opened:
        whole.paste(one, (at, 0))
        at += one.width + GAP
    whole.save(FOLDER / f"{name}.png", optimize=True)
    for part in parts:
        (FOLDER / f"{part}.png").unlink()


class Pictures(BrowserCase):
    def runTest(self) -> None:
        FOLDER.mkdir(parents=True, exist_ok=True)
        page = self.open("/")
        jobs = {
            name: self.job(page, name)
            for name in ("Chapel", "Bedroom", "Loft", "Boat-shed", "Garden", "Library", "Attic", "Table")
        }
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
        _side_by_side("phones", ON_PHONES)


if __name__ == "__main__":
    import sys
    import unittest

    suite = unittest.defaultTestLoader.suiteClass([Pictures()])
    sys.exit(not unittest.TextTestRunner().run(suite).wasSuccessful())
