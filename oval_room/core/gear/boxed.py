"""Soundbars, loudspeakers and players, typed off their sheets: what stands beside the picture."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any, Final

from oval_room.core.gear.common import (
    MASS,
    NOTE,
    PIXELS,
    PRICE,
    THREE_SIDES,
    WATTS,
    GearKind,
    bare,
    length,
    number,
    shown,
)
from oval_room.core.gear.field import W_H_D, GearField, Read, by_letters, lengths_of, mm
from oval_room.core.gear.ports import PORTS
from oval_room.core.gear.printed import PORTS_OUT
from oval_room.core.plan.gear import Player, Soundbar, Speaker
from oval_room.core.span import Span

SIDE: Final = Span("a side of it", 5, 4000, (25, 2000))
TWEETER: Final = Span("the tweeter above the foot", 10, 3000, (60, 1400))


def sides_of(side: Span) -> Callable[[str], Read]:
    """Width x height x depth, as sheets of sound print it, each what a side usually is."""

    def read(text: str) -> Read:
        wide, high, deep = lengths_of(by_letters(text, W_H_D), (side, side, side), "its width x height x depth")
        return Read({"width": wide, "height": high, "depth": deep})

    return read


def _sides_shown(item: Any) -> str:
    if item.width is None:
        return ""
    return f"{mm(item.width)} x {mm(item.height)} x {mm(item.depth)}"


SIDES: Final = GearField(
    "outer",
    "dimensions (W × H × D)",
    "where it fits, what it hides",
    "900 x 60 x 110",
    sides_of(SIDE),
    _sides_shown,
    THREE_SIDES,
    first=True,
    also=("dimensions",),
)
SOUNDBAR: Final = GearKind(
    "soundbar", "Soundbar", "Soundbars", Soundbar, (SIDES, PORTS, MASS, WATTS, PRICE, NOTE), {"kind": "soundbar"}
)
SPEAKER: Final = GearKind(
    "speaker",
    "Loudspeaker",
    "Loudspeakers",
    Speaker,
    (
        replace(SIDES, example="210 x 960 x 290"),
        GearField(
            "tweeter",
            "tweeter above the foot; measure it on the bench",
            "how high it stands for the ear",
            "820 mm",
            length("tweeter", TWEETER),
            lambda item: mm(item.tweeter) if item.tweeter is not None else "",
            first=True,
        ),
        MASS,
        WATTS,
        PRICE,
        NOTE,
    ),
    {"kind": "speaker"},
    lambda item, given: (
        ["the tweeter would stand above it"]
        if isinstance(item, Speaker) and item.tweeter is not None and item.tweeter > item.height
        else []
    ),
)
PLAYER: Final = GearKind(
    "player",
    "Media player",
    "Media players",
    Player,
    (
        replace(SIDES, example="110 x 25 x 110"),
        PIXELS,
        GearField(
            "refresh",
            "frame rate it gives at most, Hz",
            "what the display is asked to show",
            "60 Hz",
            number("refresh_hz", "a rate in Hz", 20, 1000),
            shown("refresh_hz", " Hz"),
            bare(r"[0-9.,]+\s*hz"),
            first=True,
        ),
        PORTS,
        MASS,
        WATTS,
        PRICE,
        NOTE,
    ),
    {"kind": "player"},
    printed=PORTS_OUT,
    hints=((bare(r"hdmi\s*[0-9.]+"), "“{0}” is no rate: give ports with theirs, as in out hdmi 48G"),),
)
