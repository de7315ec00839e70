"""How the grey scale looks in a scene: what the room's light does to the steps from black to white (rules 5.3, 5.4)."""

from __future__ import annotations

import math
from typing import Final

STEPS: Final = 11
GAMMA: Final = 2.2


def grey_steps(white: float, native: float, stray: float) -> list[float]:
    """Luminance of 11 steps from black to white as they leave the picture in a scene, white = 1.

    Args:
        white: picture white [cd/m²], over 0. native: contrast within one frame. stray: the room's light on it [cd/m²].
    """
    black = 0.0 if math.isinf(native) else white / native
    top = white + stray
    return [(black + (white - black) * (i / (STEPS - 1)) ** GAMMA + stray) / top for i in range(STEPS)]


def shown_grey(relative: float) -> int:
    """The 8-bit grey that shows a relative luminance on a page."""
    return round(255 * math.pow(min(max(relative, 0.0), 1.0), 1 / GAMMA))
