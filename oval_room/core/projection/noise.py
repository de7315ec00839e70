"""A projector's fan near a head (rules 6.10)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.projection.says import ThrowCode
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey

QUIET: Final = 28.0
NEAR_A_HEAD: Final = 1500.0
"""A fan over so many dB nearer than this to a head is heard [dB, mm] (rules 6.10)."""


def fan_heard(decibels: float, distance: float) -> bool:
    """Whether a fan is heard: over 28 dB within 1.5 m of a head (rules 6.10)."""
    return beyond(decibels, QUIET) and not beyond(distance, NEAR_A_HEAD)


@record
class NoiseResult(Result):
    """Fans that are heard."""


def study_noise(survey: Survey, scheme: Scheme, gear: GearShelf) -> NoiseResult:
    """Every projector's fan against the nearest head."""
    out = []
    for key, projector in scheme.projectors.items():
        item = gear.get(projector.gear)
        loud = getattr(item, "fan_db", None)
        if projector.boxed != "open" or loud is None or not survey.seats:
            continue
        reach = {name: math.dist(seat.eye_point, projector.pose.point) for name, seat in survey.seats.items()}
        nearest = min(reach, key=lambda name: reach[name])
        if fan_heard(loud, reach[nearest]):
            more = {"away": reach[nearest]}
            about = {"projector": key, "seat": nearest}
            out.append(Finding(ThrowCode.FAN, Level.MIND, "6.10", about, loud, QUIET, "db", more=more))
    return NoiseResult({}, tuple(out))
