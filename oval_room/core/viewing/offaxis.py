"""How far to the side a picture may be watched from (rules 2.5, 3.4)."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level, beyond

HALF_GAIN: Final[dict[str, float]] = {
    "matte": 80.0,
    "grey": 75.0,
    "contrast": 40.0,
    "lenticular": 50.0,
    "woven": 65.0,
    "perforated": 75.0,
    "wall": 80.0,
}
"""Half-gain angle of screen surfaces [deg]: their limit."""
PANEL_LIMIT: Final[dict[str, float]] = {"oled": 60.0, "ips": 45.0, "va": 25.0, "tn": 20.0}
"""Off-axis limit of panels [deg]."""
OLED_TINT: Final = 45.0
"""An OLED tints past this [deg]."""


def off_axis_limit(surface: str) -> float:
    """The limit of a surface or panel technology [deg].

    Raises:
        RefusedError: it is neither.
    """
    limit = HALF_GAIN.get(surface, PANEL_LIMIT.get(surface))
    if limit is None:
        raise RefusedError(
            f"give one of {', '.join((*HALF_GAIN, *PANEL_LIMIT))} (got {surface[:20]})", field="surface", value=surface
        )
    return limit


def off_axis_level(surface: str, angle: float) -> Level:
    """MIND past the limit (rules 3.4)."""
    return Level.MIND if beyond(abs(angle), off_axis_limit(surface)) else Level.GOOD


def relative_gain(surface: str, angle: float) -> float | None:
    """Share of its gain that a screen surface has at an angle: 1/(1 + (θ/θ½)²); None for panels (rules 3.4)."""
    half = HALF_GAIN.get(surface)
    return None if half is None else 1 / (1 + (angle / half) ** 2)
