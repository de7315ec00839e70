"""Years a light source lasts, and the air a hush-box needs (rules 6.10)."""

from __future__ import annotations

from typing import Final

DAYS: Final = 365.0
AIR: Final = 3.0
"""Cubic metres an hour for each watt and kelvin."""
LOUD: Final = 28.0
"""A fan over this within 1.5 m of a head is a mind [dB]."""
NEAR_A_HEAD: Final = 1500.0  # [mm]


def life_years(hours: float, hours_a_day: float) -> float:
    """hours/(hours a day × 365) [years] (rules 6.10)."""
    return hours / (hours_a_day * DAYS)


def hush_air(watts: float, rise_k: float) -> float:
    """3·W/ΔT [m³/h] for a rise of the air's temperature [K], over 0 (rules 6.10)."""
    return AIR * watts / rise_k
