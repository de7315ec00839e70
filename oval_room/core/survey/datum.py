"""The laser line that every hole is measured from, what floor and ceiling fall, how a wall leans (rules 7.14)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

DATUM: Final = 1000.0
"""The line's height above the finished floor [mm]."""
SHIM_FROM: Final = 3.0
"""A wall or ceiling out by more than this [mm per m] wants shims."""


def from_datum(heights: Sequence[float], datum: float = DATUM) -> tuple[float, ...]:
    """Heights above the floor [mm] as datum ± n [mm]: up positive (rules 7.14)."""
    return tuple(height - datum for height in heights)


def lean(top: float, bottom: float, height: float) -> float:
    """How far a wall leans [mm per m]: (distance at the top − distance at the bottom)/height, positive away from the
    room.

    Args:
        top, bottom: from a plumb line to the wall [mm]. height: between the two [mm], over 0.
    """
    return (top - bottom) / height * 1000


def fall(readings: Sequence[tuple[float, float, float]]) -> tuple[float, float] | None:
    """Steepest fall of a floor or ceiling from heights at places (x, y, height) [mm]: fall [mm per m] and its
    bearing in the room [deg, 0 along +x, 90 along +y]. None from fewer than three places or places in one line.
    Plane by least squares.
    """
    if len(readings) < 3:
        return None
    n = len(readings)
    mx, my, mz = (sum(row[i] for row in readings) / n for i in range(3))
    xx = sum((x - mx) ** 2 for x, _, _ in readings)
    yy = sum((y - my) ** 2 for _, y, _ in readings)
    xy = sum((x - mx) * (y - my) for x, y, _ in readings)
    xz = sum((x - mx) * (z - mz) for x, _, z in readings)
    yz = sum((y - my) * (z - mz) for _, y, z in readings)
    det = xx * yy - xy * xy
    if det <= 1e-6 * max(xx, yy, 1.0) ** 2:
        return None
    p, q = (xz * yy - yz * xy) / det, (yz * xx - xz * xy) / det
    return math.hypot(p, q) * 1000, math.degrees(math.atan2(-q, -p)) % 360
