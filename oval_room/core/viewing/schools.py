"""Schools of size: what share of the view a picture should fill (rules 3.2). One is chosen, none is law."""

from __future__ import annotations

from typing import Final, Literal

from oval_room.core.levels import Level, beyond
from oval_room.core.record import record
from oval_room.core.units import round_safe
from oval_room.core.viewing.angles import distance_for_angle, width_for_angle

SizeSchool = Literal["lounge", "cinema", "front row", "desk"]


@record
class School:
    """Wanted angle and the ends of the band, which belong to it [deg]."""

    target: float
    lo: float
    hi: float


SIZE_SCHOOLS: Final[dict[str, School]] = {
    "lounge": School(30.0, 26.0, 36.0),
    "cinema": School(40.0, 36.0, 46.0),
    "front row": School(50.0, 46.0, 60.0),
    "desk": School(45.0, 30.0, 75.0),
}
"""Lounge, cinema and front row by rules 3.2; desk, a screen at arm's length, is a planning value of ours."""
SHOWN: Final = ("lounge", "cinema", "front row")
"""Schools that are drawn faintly beside the chosen one."""


@record
class InsideBand:
    """On-axis distances for a width and widths at a distance, rounded inside the band [mm]."""

    nearest: float
    farthest: float
    least_width: float
    greatest_width: float


def school_level(angle: float, school: str) -> Level:
    """GOOD inside the band with its ends, else MIND; never worse (rules 3.2)."""
    band = SIZE_SCHOOLS[school]
    return Level.MIND if beyond(band.lo, angle) or beyond(angle, band.hi) else Level.GOOD


def inside_band(width: float, distance: float, *, school: str, step: float) -> InsideBand:
    """The limits of the band, least ones rounded up and greatest down to a step [mm] (rules 3.2, 0)."""
    band = SIZE_SCHOOLS[school]
    return InsideBand(
        nearest=round_safe(distance_for_angle(width, band.hi), "least", step),
        farthest=round_safe(distance_for_angle(width, band.lo), "greatest", step),
        least_width=round_safe(width_for_angle(distance, band.lo), "least", step),
        greatest_width=round_safe(width_for_angle(distance, band.hi), "greatest", step),
    )
