"""Light on the picture: effective lumens, white, largest area (rules 5.1, 5.2)."""

from __future__ import annotations

import math
from typing import Final, Literal

Age = Literal["new", "lamp", "led", "laser"]
AGES: Final[dict[str, float]] = {"new": 1.0, "lamp": 0.80, "led": 0.90, "laser": 0.90}
CALIBRATED: Final = 0.65
CD_M2_PER_FL: Final = 3.426
DARK_ROOM: Final = 48.0
DARK_ROOM_FINE: Final = (35.0, 75.0)
LAMPS_ON: Final = 100.0
LAMPS_LUX: Final = 10.0
"""A scene with so much stray light has its lamps on (planning value) [lux]."""
BESIDE_WALL: Final = 0.8
"""Reflectance of the wall beside a panel (rules 3.7)."""


def effective_lumens(rated: float, *, mode: float, zoom: float, age: str, passes: float = 1.0) -> float:
    """Φ = rated × mode × zoom × age [lm] (rules 5.1); passes: the share a filter before the lens lets through."""
    return rated * mode * zoom * AGES[age] * passes


def picture_white(lumens: float, gain: float, area_m2: float) -> float:
    """White of the raster lit [cd/m²]: Φ·g/(π·A), A of the raster, not of the screen (rules 5.2)."""
    return lumens * gain / (math.pi * area_m2)


def foot_lamberts(white: float) -> float:
    """cd/m² in foot-lamberts (rules 5.2)."""
    return white / CD_M2_PER_FL


def largest_area(lumens: float, gain: float, target: float) -> float:
    """Largest raster [m²] that still reaches a white [cd/m²] (rules 5.2)."""
    return lumens * gain / (math.pi * target)
