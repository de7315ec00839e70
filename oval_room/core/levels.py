"""The four levels of a finding (rules 0), worst first."""

from __future__ import annotations

from enum import StrEnum
from typing import Final


class Level(StrEnum):
    """STOP would fail or hurt; MIND works at a cost; NOTE is worth knowing; GOOD is a check passed."""

    STOP = "stop"
    MIND = "mind"
    NOTE = "note"
    GOOD = "good"

    @property
    def rank(self) -> int:
        """0 for the worst."""
        return _RANKS[self]


_RANKS: Final = {level: n for n, level in enumerate(Level)}
SLIM = 1e-9
"""How far past a limit rounding alone may carry a value: band ends belong to their band (rules 3.2)."""


def beyond(value: float, limit: float) -> bool:
    """Whether a value is truly over a limit, not by rounding alone."""
    return value > limit and value > limit + SLIM * max(1.0, abs(limit))
