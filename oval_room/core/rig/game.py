"""What to type into games: fields of view in their forms, the stretch of one wide projection, pixels (rules 8.4,
8.6)."""

from __future__ import annotations

import math
from typing import Final

CAP: Final = 179.0
"""As wide as games that cap will have it [deg]."""
FLAT: Final = 180.0


def vertical_of(horizontal: float, aspect: float) -> float:
    """v = 2·atan(tan(h/2)/a) [deg]. horizontal: over 0 and under 180 [deg]. aspect: of the screen it is typed for."""
    return math.degrees(2 * math.atan(math.tan(math.radians(horizontal) / 2) / aspect))


def typed_whole(whole: float) -> float:
    """The whole angle as a game takes it: capped at 179° [deg]."""
    return min(whole, CAP)


def stretch(whole: float) -> float | None:
    """How much wider one flat projection draws at its far edge than in its middle: 1/cos² of half the whole angle; None
    from 180° up, which it can't show."""
    return None if whole >= FLAT else 1 / math.cos(math.radians(whole) / 2) ** 2


def bezel_pixels(bezel: float, visible: float, pixels: int) -> float:
    """2b/p: pixels behind a joint [px]. bezel, visible: one side's and the screen's width [mm]."""
    return 2 * bezel * pixels / visible
