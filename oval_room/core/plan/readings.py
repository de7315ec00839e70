"""Instruments, how far their readings may be off, and one value from several readings (rules 1.3)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.record import record

METER_SHARE: Final = 0.05
"""How far a light meter may be off, as a share of its reading (planning value)."""
METER_LEAST: Final = 0.5
"""Its last digit [lux]."""


@record
class Combined:
    """Several readings of one dimension as one: value used, how far it may be off, spread between greatest and least
    [mm], and MIND when they disagree by more than they may."""

    used: float
    half_width: float
    spread: float
    allowed: float
    level: Level


def combine_readings(values: Sequence[float], instruments: Sequence[str]) -> Combined:
    """One value from repeats of one dimension (rules 1.3).

    The value is the mean of the readings of the best instrument there is; MIND when the spread is over the sum of the
    half-widths of the greatest and the least reading.

    Args:
        values: readings [mm], at least one.
        instruments: what each was read with, in the same order.

    Raises:
        RefusedError: no readings, or not one instrument for each.
    """
    if not values or len(values) != len(instruments):
        raise RefusedError(
            f"give one instrument for each reading (got {len(instruments)} for {len(values)})",
            field="instruments",
            value=len(instruments),
        )
    best = min(HALF_WIDTH[name] for name in instruments)
    good = [value for value, name in zip(values, instruments, strict=True) if HALF_WIDTH[name] == best]
    low, high = (pick(range(len(values)), key=values.__getitem__) for pick in (min, max))
    allowed = HALF_WIDTH[instruments[low]] + HALF_WIDTH[instruments[high]]
    spread = values[high] - values[low]
    level = Level.MIND if beyond(spread, allowed) else Level.GOOD
    return Combined(sum(good) / len(good), best, spread, allowed, level)
