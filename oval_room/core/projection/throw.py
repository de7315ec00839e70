"""Throw: how far the lens is from the screen surface, and what width that gives (rules 6.1, 6.2)."""

from __future__ import annotations

from typing import Final, NamedTuple

from oval_room.core.levels import Level, beyond
from oval_room.core.units import Side, round_safe

NEAR_AN_END: Final = 0.05  # makers' throw figures are good to 3–5 %
NEAR_AN_END_OF_RANGE: Final = 0.25
FIXED_LENS_ROOM: Final = 10.0
VENT: Final = 100.0

Lens = tuple[float, float]


class Span(NamedTuple):
    """Least and greatest [mm]."""

    least: float
    greatest: float

    def safe(self, step: float) -> Span:
        """Ends rounded inside; where they cross, both are the middle (rules 6.1)."""
        least, greatest = (round_safe(end, side, step) for end, side in _ends(self))
        if least > greatest:
            least = greatest = round_safe((self.least + self.greatest) / 2, "nearest", step)
        return Span(least, greatest)

    def crosses(self, step: float) -> bool:
        """Whether no ruler step lies inside."""
        least, greatest = (round_safe(end, side, step) for end, side in _ends(self))
        return least > greatest


def _ends(span: Span) -> tuple[tuple[float, Side], tuple[float, Side]]:
    return (span.least, "least"), (span.greatest, "greatest")


def distances(width: float, lens: Lens) -> Span:
    """Throw distances for a raster width [mm]: w·TR_wide to w·TR_tele (rules 6.1)."""
    return Span(width * lens[0], width * lens[1])


def widths(throw: float, lens: Lens) -> Span:
    """Raster widths at a throw [mm]: d/TR_tele to d/TR_wide (rules 6.1)."""
    return Span(throw / lens[1], throw / lens[0])


def throw_level(throw: float, width: float, lens: Lens, *, half_width: float, step: float = 1.0) -> Level:
    """STOP outside the lens, MIND near an end, else GOOD (rules 6.1).

    Args:
        throw: lens front to screen surface [mm].
        width: of the raster lit [mm].
        lens: throw ratios (wide, tele); alike for a fixed lens.
        half_width: of the reading of the throw [mm]; judges a fixed lens.
        step: the ruler's step [mm].
    """
    span = distances(width, lens)
    if lens[0] == lens[1]:
        return Level.STOP if beyond(abs(throw - span.least), half_width + FIXED_LENS_ROOM) else Level.GOOD
    if beyond(span.least, throw) or beyond(throw, span.greatest):
        return Level.STOP
    quarter = (span.greatest - span.least) * NEAR_AN_END_OF_RANGE
    at_wide = not beyond(throw - span.least, min(span.least * NEAR_AN_END, quarter))
    at_tele = not beyond(span.greatest - throw, min(span.greatest * NEAR_AN_END, quarter))
    return Level.MIND if at_wide or at_tele or span.crosses(step) else Level.GOOD


def room_behind(*, room_depth: float, stand_off: float, throw: float, body_behind_lens: float, vent: float) -> float:
    """Room left behind the body [mm]; under 0 it does not fit (rules 6.2)."""
    return room_depth - (stand_off + throw + body_behind_lens + vent)


def raster_width(width: float, height: float, own_aspect: float) -> float:
    """Width of the raster lit [mm] for a picture on a projector of its own aspect (rules 6.9, 5.2).

    The raster always has the projector's aspect: a wider picture leaves it dark above and below, a narrower at the
    sides.
    """
    return max(width, height * own_aspect)
