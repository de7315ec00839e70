"""Contrast in the room as it is lit, and the room's own wash (rules 5.3, 5.4, 5.7)."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Final, Literal

from oval_room.core.levels import SLIM

NativeKind = Literal["dlp", "lcd", "lcos", "va", "ips", "oled"]
NATIVE: Final[dict[str, float]] = {
    "dlp": 400.0,
    "lcd": 250.0,
    "lcos": 250.0,
    "va": 4000.0,
    "ips": 1000.0,
    "oled": math.inf,
}
CLASSES: Final = (
    (80.0, "full-motion film"),
    (50.0, "detail work"),
    (15.0, "casual viewing or presenting"),
    (7.0, "just legible"),
    (0.0, "washed out"),
)
ROOMS: Final[dict[str, float]] = {"white": 0.6, "furnished": 0.3, "dark": 0.15}
APL_CLASS: Final = 0.5
APL_FILM: Final = 0.2


def stray_luminance(parts: Iterable[tuple[float, float]]) -> float:
    """ΣE·ρ/π [cd/m²] of (lux, share sent back) by origin (rules 5.3)."""
    return sum([lux * back for lux, back in parts]) / math.pi


def room_contrast(white: float, native: float, stray: float) -> float | None:
    """(L + L_amb)/(L/native + L_amb); None is beyond measure: no light at all in black (rules 5.4).

    Args:
        white: picture white [cd/m²], over 0.
        native: contrast within one frame; infinite for a panel whose black is dark.
        stray: stray luminance [cd/m²], 0 or more.
    """
    black = (0.0 if math.isinf(native) else white / native) + stray
    return (white + stray) / black if black > 0 else None


def contrast_class(contrast: float | None) -> str:
    """The published class a contrast reaches (rules 5.4)."""
    if contrast is None:
        return CLASSES[0][1]
    for least, name in CLASSES:
        if contrast >= least - SLIM:
            return name
    return CLASSES[-1][1]


def room_wash(lumens: float, surface_m2: float, *, reflectance: float, apl: float) -> float:
    """Light the room throws back on the picture [lux]: APL·Φ·ρ̄/(S·(1 − ρ̄)) (rules 5.7).

    Args:
        lumens: light leaving projector or panel [lm].
        surface_m2: all surfaces of the room [m²], over 0.
        reflectance: their mean, 0 to below 1.
        apl: average level of the picture, over 0 to 1.
    """
    return apl * lumens * reflectance / (surface_m2 * (1 - reflectance))
