"""Screen surfaces: gain, how much stray light they send back, by where it comes from (rules 2.5, planning values)."""

from __future__ import annotations

from typing import Final

from oval_room.core.record import record


@record
class Surface:
    """One surface: gain [1], share of stray light sent back from ceiling, side and front [1]."""

    name: str
    gain: float
    ceiling: float
    side: float
    front: float


SURFACES: Final[dict[str, Surface]] = {
    "matte": Surface("matte white", 1.0, 0.90, 0.90, 0.90),
    "grey": Surface("grey", 0.8, 0.72, 0.72, 0.72),
    "contrast": Surface("contrast type", 0.8, 0.45, 0.50, 0.70),
    "lenticular": Surface("lenticular", 0.6, 0.15, 0.30, 0.60),
    "woven": Surface("woven, lets sound through", 0.85, 0.75, 0.75, 0.75),
    "perforated": Surface("perforated", 0.95, 0.85, 0.85, 0.85),
    "wall": Surface("painted wall", 0.9, 0.80, 0.80, 0.80),
}
PANEL_REFLECTANCE: Final[dict[str, float]] = {"glossy": 0.015, "matt": 0.05}  # rules 5.4
