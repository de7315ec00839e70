"""Projection screens, typed off their sheets."""

from __future__ import annotations

import re
from collections.abc import Collection
from typing import Final, get_args

from oval_room.core.gear.common import MASS, NOTE, PRICE, GearKind, bare, length, number, shown, size_field, word
from oval_room.core.gear.field import GearField, Read, length_of, mm
from oval_room.core.gear.printed import CLOTHS
from oval_room.core.plan.gear import GearItem, Screen, SurfaceKind
from oval_room.core.span import Span

FRAME: Final = Span("a frame's width", 0, 500, (6, 250))
CASE: Final = Span("a case's height", 20, 600, (50, 400))
DROP: Final = Span("a black drop", 0, 3000, (40, 1800))


_WAY: Final = word("way", ("fixed", "drop-down", "wall-flat", "manual", "floor-rising", "painted"))


def _frame(text: str) -> Read:
    value = length_of(text, FRAME)
    return Read({"frame_side": value, "frame_top": value, "frame_bottom": value})


def _screen_doubts(item: GearItem, given: Collection[str]) -> list[str]:
    assert isinstance(item, Screen)
    return [f"it is higher than wide ({item.width:.0f} × {item.height:.0f} mm)"] if item.width < item.height else []


SCREEN: Final = GearKind(
    "screen",
    "Screen",
    "Screens",
    Screen,
    (
        size_field('110" 2.40'),
        GearField(
            "way",
            "kind",
            "how it is fixed and what it passes",
            "drop-down",
            lambda text: _WAY(re.sub(r"\s+", "-", text.strip())),
            shown("way"),
            bare(
                r"(fixed|drop[- ]down|wall[- ]flat|manual|floor[- ]rising|painted)(?:[ -](?:frame|screen|pull-down))?"
            ),
            first=True,
        ),
        GearField(
            "surface",
            "surface, fabric",
            "light, contrast, who sits aside",
            "matte",
            word("surface", get_args(SurfaceKind)),
            shown("surface"),
            bare("|".join(get_args(SurfaceKind))),
            first=True,
            also=("fabric",),
        ),
        GearField(
            "gain",
            "gain",
            "white",
            "1.1",
            number("gain", "a gain", 0.1, 10),
            shown("gain"),
            bare(r"gain\b.*"),
            first=True,
        ),
        GearField(
            "frame",
            "frame or border width",
            "its overall size",
            "80 mm",
            _frame,
            lambda item: mm(item.frame_side) if item.frame_side else "",
            also=("border", "bezel"),
        ),
        GearField(
            "case",
            "case height",
            "where the picture can begin",
            "120 mm",
            length("case_height", CASE),
            lambda item: mm(item.case_height) if item.case_height else "",
            also=("housing",),
        ),
        GearField(
            "drop",
            "black drop, extra drop",
            "how far the picture hangs below its case",
            "300 mm",
            length("black_drop", DROP),
            lambda item: mm(item.black_drop) if item.black_drop else "",
            also=("black drop", "extra drop"),
        ),
        MASS,
        PRICE,
        NOTE,
    ),
    {"kind": "screen"},
    _screen_doubts,
    printed=CLOTHS,
    hints=(
        (
            bare(r"alr|clr|ambient.*"),
            "“{0}”: say surface contrast against light from the side, lenticular under an ultra-short throw",
        ),
        (bare(r"[0-9.,]+\s*[x×]\s*[0-9.,]+"), "“{0}” of what? Say size {0} where it is the picture, in mm"),
    ),
)
