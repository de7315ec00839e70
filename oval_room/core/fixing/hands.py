"""How many people lift a thing (rules 7.13)."""

from __future__ import annotations

from typing import Final

from oval_room.core.levels import beyond

ONE_LIFTS: Final = 23.0
TWO_LIFT: Final = 50.0
"""[kg]"""
ONE_HOLDS: Final = 1200.0
"""As wide as one person carries [mm]."""


def people(mass: float, width: float) -> int:
    """One; two over 23 kg or 1.2 m wide; three, or a lift, over 50 kg: a limit itself belongs to the lower class."""
    if beyond(mass, TWO_LIFT):
        return 3
    return 2 if beyond(mass, ONE_LIFTS) or beyond(width, ONE_HOLDS) else 1
