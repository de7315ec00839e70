"""Curved panels, displays side by side, split pictures (rules 2.2 to 2.4)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import beyond
from oval_room.core.record import record

LEVEL_WITHIN: Final = 5.0
"""Heights within this stand level beside each other [mm] (rules 2.3)."""
PITCH_WITHIN: Final = 3.0
"""Pixel pitches within this keep a window's size [%] (rules 2.3)."""


def curve(radius: float, arc_width: float) -> tuple[float, float]:
    """Chord 2R·sin(w/2R) and depth R(1 − cos(w/2R)) of a curved panel [mm] (rules 2.2).

    Args:
        radius, arc_width: R and w [mm], over 0; the arc is less than half a circle.

    Raises:
        RefusedError: the arc is longer than half the circle.
    """
    half = arc_width / (2 * radius)
    if half > math.pi / 2:
        raise RefusedError(
            "the arc is longer than half a circle of that radius; check both", field="arc_width", value=arc_width
        )
    return 2 * radius * math.sin(half), radius * (1 - math.cos(half))


def chord(radius: float | None, arc_width: float) -> float:
    """How wide a panel stands [mm]: its width when flat (radius None), else the chord of its arc (rules 2.2)."""
    return arc_width if radius is None else curve(radius, arc_width)[0]


def bow(radius: float | None, arc_width: float) -> float:
    """How far a panel's side edges come forward of its middle [mm] (rules 2.2); 0 when flat."""
    return 0.0 if radius is None else curve(radius, arc_width)[1]


@record
class Display:
    """A display's visible height and pixel pitch, and its frame above and below [mm]."""

    height: float
    pitch: float
    frame_top: float = 0.0
    frame_bottom: float = 0.0


@record
class Beside:
    """Differences of heights [mm] and of pitches [%], and whether they are small enough."""

    viewable: float
    overall: float
    level_together: bool
    pitch_pct: float
    keeps_size: bool


def beside(first: Display, second: Display) -> Beside:
    """Will one sit level beside the other, and does a window keep its size? (rules 2.3)"""
    viewable = abs(first.height - second.height)
    heights = [one.height + one.frame_top + one.frame_bottom for one in (first, second)]
    overall = abs(heights[0] - heights[1])
    pitch = (max(first.pitch, second.pitch) / min(first.pitch, second.pitch) - 1) * 100
    together = not beyond(viewable, LEVEL_WITHIN) and not beyond(overall, LEVEL_WITHIN)
    return Beside(viewable, overall, together, pitch, not beyond(pitch, PITCH_WITHIN))


def split(width: float, height: float, *, columns: int, rows: int) -> tuple[float, float]:
    """Width and height of each part of a split picture [mm] (rules 2.4)."""
    return width / columns, height / rows
