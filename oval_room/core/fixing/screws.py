"""Screws into a panel's back: long enough to hold, short of the hole's bottom (rules 7.9)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from oval_room.core.levels import SLIM, Level
from oval_room.core.record import record

STOCK: Final = (8.0, 10.0, 12.0, 14.0, 16.0, 20.0, 25.0, 30.0, 35.0, 40.0, 45.0, 50.0)
"""Lengths that are sold (rules 7.9) [mm]."""
CLEAR: Final = 1.0
"""A screw stops so far short of its hole's bottom [mm]."""
TENTH: Final = 10.0
"""Spacers are told to a tenth of a millimetre, rounded up."""


@record
class ScrewChoice:
    """The span a screw's length must lie in [mm], stock lengths that do, the longest of them, and where none does the
    least spacer and the length that then fits."""

    span: tuple[float, float]
    fits: tuple[float, ...]
    choose: float | None
    spacer: float | None
    then: float | None

    @property
    def level(self) -> Level:
        """STOP where no spacer helps: another bracket."""
        if self.fits:
            return Level.GOOD
        return Level.MIND if self.spacer is not None else Level.STOP


def screw_choice(
    stack: float, *, thread: float, hole_depth: float, entry: float | None = None, stock: Sequence[float] = STOCK
) -> ScrewChoice:
    """stack + d ≤ L ≤ stack + depth − 1; of several the longest (rules 7.9).

    Args:
        stack: bracket, washers and spacers [mm], 0 or more. thread: its diameter [mm], over 0: it enters by at least so
        much, or by what the maker says: entry. hole_depth: of the panel's hole [mm], over 0.
    """
    enters = thread if entry is None else entry
    span = stack + enters, stack + hole_depth - CLEAR
    fits = tuple(length for length in stock if span[0] - SLIM <= length <= span[1] + SLIM)
    if fits:
        return ScrewChoice(span, fits, max(fits), None, None)
    longer = [length for length in stock if length >= span[1]]
    if hole_depth - CLEAR < enters - SLIM or not longer:
        return ScrewChoice(span, (), None, None, None)
    then = min(longer)
    return ScrewChoice(span, (), None, math.ceil((then - span[1]) * TENTH - SLIM) / TENTH, then)
