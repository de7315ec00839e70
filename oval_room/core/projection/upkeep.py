"""Years a light source lasts, and the air a hush-box needs (rules 6.10)."""

from __future__ import annotations

from typing import Final

DAYS: Final = 365.0
AIR: Final = 3.0
"""Cubic metres an hour for each watt and kelvin."""
RISE: Final = 10.0
"""How much warmer a hush-box may get than its room (planning value of ours) [K]."""
HOURS_A_DAY: Final = 4.0
"""Where nobody has said how long is watched (rules 6.10)."""
ROUND_A_BEAM: Final = 20.0
"""A port is larger than the beam by this all round (planning value of ours) [mm]."""


def life_years(hours: float, hours_a_day: float) -> float:
    """hours/(hours a day × 365) [years] (rules 6.10)."""
    return hours / (hours_a_day * DAYS)


def hush_air(watts: float, rise_k: float) -> float:
    """3·W/ΔT [m³/h] for a rise of the air's temperature [K], over 0 (rules 6.10)."""
    return AIR * watts / rise_k
