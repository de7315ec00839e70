"""A panel hung on its side or on its head: what stands where then (rules 9.1).

`turned` is clockwise as the viewer sees it: at 90 the panel's own top edge points to the right.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Panel
from oval_room.core.plan.measure import Values
from oval_room.core.screens.document import Built, Picture

TURNS: Final = (0, 90, 180, 270)
WORDS: Final = {0: "level", 90: "upright", 180: "upside down", 270: "upright left"}
"""As they are said; upright: its own top to the right."""


def turn_of(value: float) -> int:
    """One of the four turns.

    Raises:
        RefusedError: another one.
    """
    if value not in TURNS:
        raise RefusedError("a panel hangs turned by 0, 90, 180 or 270°", field="turned", value=value)
    return int(value)


def hung_values(picture: Picture, turned: int) -> Values:
    """What a picture comes to be when it is turned about its middle.

    Raises:
        RefusedError: it is a screen, or a curved panel.
    """
    if picture.kind != "panel":
        raise RefusedError("only panels are turned; a screen is made as it hangs", field="turned")
    if picture.curve is not None and turned % 180:
        raise RefusedError("a curved panel is looked at level; it can't hang upright", field="turned")
    built = _built(picture)
    values: Values = {"turned": turned, "built": built if turned else None}
    values |= _framed((built.frame_side, built.frame_top, built.frame_bottom), turned)
    width, aspect = (built.width, built.aspect) if turned % 180 == 0 else (built.width / built.aspect, 1 / built.aspect)
    values |= {"width": picture.width.model_copy(update={"value": width}), "aspect": aspect}
    if (turned - picture.turned) % 180:
        values |= {"pixels": picture.pixels[::-1], "split": picture.split[::-1]}
    return values


def frame_left(picture: Picture) -> float:
    """How broad a picture's frame is at its left [mm]: of one on its side what is built above or below it."""
    if picture.turned % 180 == 0 or picture.built is None:
        return picture.frame_side
    return picture.built.frame_bottom if picture.turned == 90 else picture.built.frame_top


def _built(picture: Picture) -> Built:
    """What it is level: as it was built, else as its sizes say."""
    if picture.built is not None:
        return picture.built
    frames = picture.frame_side, picture.frame_top, picture.frame_bottom
    if picture.turned % 180 == 0:
        side, top, bottom = frames if picture.turned == 0 else (frames[0], frames[2], frames[1])
        return _of(picture.width.value, picture.aspect, side, top, bottom)
    return _of(picture.height, 1 / picture.aspect, frames[1], frames[0], frames[0])


def _of(width: float, aspect: float, side: float, top: float, bottom: float) -> Built:
    return Built(width=width, aspect=aspect, frame_side=side, frame_top=top, frame_bottom=bottom)


def _framed(built: Sequence[float], turned: int) -> Values:
    """The frame as it hangs; of two unlike ones at its sides the middle is told, so that it is as wide as it is."""
    side, top, bottom = built
    if turned % 180:
        return {"frame_side": (top + bottom) / 2, "frame_top": side, "frame_bottom": side}
    return {"frame_side": side, "frame_top": bottom if turned else top, "frame_bottom": top if turned else bottom}


def as_hung(panel: Panel, turned: int) -> Panel:
    """A panel's sheet as it hangs: sizes, frames, bolts. On its side its bolts are told only where its sheet tells how
    far they are from its top: that lies at a side then (`bolts_aside`)."""
    if turned == 0:
        return panel
    values = _framed((panel.frame_side, panel.frame_top, panel.frame_bottom), turned)
    bolts, down = panel.vesa, panel.top_to_vesa
    if turned % 180:
        values |= {"width": panel.height, "height": panel.width, "pixels": panel.pixels[::-1]}
        values["vesa"] = bolts[::-1] if bolts else None
        across = panel.width + 2 * panel.frame_side
        values["top_to_vesa"] = (across - bolts[0]) / 2 if bolts and down is not None else None
    else:
        high = panel.height + panel.frame_top + panel.frame_bottom
        values["top_to_vesa"] = high - down - bolts[1] if bolts and down is not None else None
    return panel.model_copy(update=values)


def bolts_aside(panel: Panel, turned: int) -> float:
    """How far right of the picture's middle its bolts' middle is as it hangs [mm]; 0 where nobody knows."""
    if turned % 180 == 0 or panel.vesa is None or panel.top_to_vesa is None:
        return 0.0
    up = panel.frame_top + panel.height / 2 - panel.top_to_vesa - panel.vesa[1] / 2
    return up if turned == 90 else -up


_SAID: Final = (
    (re.compile(r"level|landscape|flat|0|not at all"), 0),
    (re.compile(r"upright|portrait|(?:upright |portrait )?(?:to the )?right|90|on its side"), 90),
    (re.compile(r"(?:on its )?head|upside[ -]?down|180"), 180),
    (re.compile(r"(?:upright |portrait )?(?:to the )?left|270|-90"), 270),
)


def read_turn(said: str) -> int:
    """How a panel is to hang, in words or degrees.

    Raises:
        RefusedError: it is none of the four ways.
    """
    plain = re.sub(r"\s*(?:°|deg(?:rees)?)$", "", said.strip().lower())
    for pattern, turn in _SAID:
        if pattern.fullmatch(plain):
            return turn
    raise RefusedError("say level, upright, upright left or upside down: a panel hangs by quarter turns", value=said)
