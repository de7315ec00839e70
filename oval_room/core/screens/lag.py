"""Lag and motion: how long a picture comes after its game, how often it changes (rules 3.6)."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from oval_room.core.levels import Level, beyond

COMPETITIVE: Final = 20.0
FINE: Final = 35.0
SLUGGISH: Final = 50.0
LATE: Final = 80.0
"""Lag in milliseconds: under 20 for contests, under 35 fine for most, from 50 sluggish, from 80 late."""
FLOOR_HZ: Final = 60.0
FAST_HZ: Final = 120.0
RHYTHM: Final = "platform and rhythm"
FAST: Final = "racing, shooters, table sims"


def chain_lag(*parts: float) -> float:
    """Lag of a whole chain [ms]: display, receiver, splitter or scaler, extender added up."""
    return sum(parts)


def lag_level(lag_ms: float, plays: str = "any") -> Level:
    """GOOD under 35 ms, NOTE to 50, MIND from 50; from 80 STOP for platform and rhythm games (rules 3.6).

    Args:
        lag_ms: of the whole chain [ms], 0 or more. plays: what kind of games.
    """
    if plays == RHYTHM and not beyond(LATE, lag_ms):
        return Level.STOP
    if not beyond(SLUGGISH, lag_ms):
        return Level.MIND
    return Level.NOTE if not beyond(FINE, lag_ms) else Level.GOOD


def lag_words(lag_ms: float) -> str:
    """How a lag plays."""
    steps = ((COMPETITIVE, "fit for contests"), (FINE, "fine for most"), (SLUGGISH, "felt by some"), (LATE, "sluggish"))
    return next((words for end, words in steps if beyond(end, lag_ms)), "late")


def refresh_level(hertz: float, plays: str = "any") -> Level:
    """MIND under 60 Hz; under 120 a NOTE for racing, shooters and table sims (rules 3.6)."""
    if beyond(FLOOR_HZ, hertz):
        return Level.MIND
    return Level.NOTE if plays == FAST and beyond(FAST_HZ, hertz) else Level.GOOD


def slowest(lags: Iterable[float | None]) -> float | None:
    """The greatest of the lags that are known [ms]."""
    return max((lag for lag in lags if lag is not None), default=None)
