"""An arm's swing before a side wall (rules 7.10).

The panel turns about a pivot: one edge comes back towards the wall behind it by half its width times the sine of the
swing, and the pivot's depth behind the panel's back by its cosine.
"""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.record import record

SQUARE: Final = 90.0


@record
class Swing:
    """How far the edge comes back, what is left to the wall [mm], and the greatest swing that leaves any [deg]."""

    back: float
    to_wall: float
    greatest: float


def arm_swing(width: float, *, swing: float, pivot: float, behind: float) -> Swing:
    """Edge to wall = pivot − (W/2)·sinψ − behind·cosψ (rules 7.10).

    Args:
        width: of the panel [mm], over 0. swing: ψ, 0 to 90 [deg]. pivot: from the wall [mm].
        behind: the panel's depth behind the pivot [mm], 0 or more.
    """
    turn = math.radians(swing)
    back = width / 2 * math.sin(turn)
    return Swing(back, pivot - back - behind * math.cos(turn), greatest_swing(width, pivot=pivot, behind=behind))


def greatest_swing(width: float, *, pivot: float, behind: float) -> float:
    """The swing at which the edge meets the wall, 90° where it never does, 0 where it does unswung [deg]."""
    reach = math.hypot(width / 2, behind)
    if pivot <= behind:
        return 0.0
    if pivot >= reach:
        return SQUARE
    return min(math.degrees(math.asin(pivot / reach) - math.atan2(behind, width / 2)), SQUARE)
