"""Is the picture square? Diagonals and sides on site (rules 6.11)."""

from __future__ import annotations

from typing import Final

from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

SHARE: Final = 0.0025
"""Of the diagonal, that two sides or diagonals may differ by."""


@record
class Squareness:
    """How far diagonals, top and bottom, left and right differ [mm], how far they may, and each verdict."""

    differences: tuple[float, float, float]
    limit: float
    levels: tuple[Level, Level, Level]


def squareness(diagonals: tuple[float, float], *, top: float, bottom: float, left: float, right: float) -> Squareness:
    """|d₁ − d₂|, |top − bottom|, |left − right| against 0.25 % of the diagonal (rules 6.11). A symmetric keystone
    leaves the diagonals equal, so all three count."""
    limit = SHARE * (diagonals[0] + diagonals[1]) / 2
    found = (abs(diagonals[0] - diagonals[1]), abs(top - bottom), abs(left - right))
    across, wide, high = (Level.MIND if beyond(one, limit) else Level.GOOD for one in found)
    return Squareness(found, limit, (across, wide, high))


def cause(one: Squareness, *, top: float, bottom: float, left: float, right: float) -> str:
    """What an error looks like it comes from, and the move that cures it; empty when it is square."""
    across, wide, high = one.levels
    if wide is Level.MIND:
        way = "up" if top > bottom else "down"
        return f"pitched {way}: level the body nose to tail before anything is corrected"
    if high is Level.MIND:
        side = "left" if left > right else "right"
        return f"turned: its {side} side is farther from the lens; turn the body square to the screen"
    return "rolled, or the frame is out of square: level the body side to side" if across is Level.MIND else ""
