"""Heat on a panel over a fire (rules 4.8)."""

from __future__ import annotations

from typing import Final

from oval_room.core.levels import Level, beyond

WARM: Final = 40.0  # [°C] at the panel's bottom edge after an hour
TOO_HOT: Final = 50.0  # [°C] unless the maker says less


def heat_level(bottom_edge_c: float | None, fire_works: bool, maker_limit_c: float = TOO_HOT) -> Level:
    """Over a working fire: above 40 °C MIND, above 50 °C or the maker's limit STOP, not measured STOP; a dead fire
    GOOD.

    Args:
        bottom_edge_c: temperature at the panel's bottom edge after an hour of fire [°C]; None when not measured.
        maker_limit_c: what the maker allows [°C]; never takes the limit above 50.
    """
    if not fire_works:
        return Level.GOOD
    if bottom_edge_c is None or beyond(bottom_edge_c, min(TOO_HOT, maker_limit_c)):
        return Level.STOP
    return Level.MIND if beyond(bottom_edge_c, WARM) else Level.GOOD
