"""One cause of a fault, with the test that tells (rules 10.14)."""

from __future__ import annotations

from typing import Final

from oval_room.core.record import record

SEES: Final = 0.9
"""A test finds what it looks for so often (planning value)."""
SELDOM: Final = 0.7
"""The same where the fault comes and goes: it may stay away while somebody looks."""


@record
class Cause:
    """One cause. kind and at: what makes it the same one another day; why: in this chain; test: what tells, and how
    long that takes [min]; weight: how likely, among these. sees: how often its test finds it when it is the cause."""

    kind: str
    at: str
    what: str
    why: str
    test: str
    minutes: float
    weight: float
    sees: float = SEES

    @property
    def key(self) -> str:
        return f"{self.kind}/{self.at}"

    @property
    def worth(self) -> float:
        """How much a minute of its test tells: the next test is the one of the most."""
        return self.weight / self.minutes
