"""Projectors whose body or pole would stand in something: a ceiling beam, a fan's sweep, furniture (rules 6.2, 6.7)."""

from __future__ import annotations

from functools import partial
from typing import Final

from oval_room.core.figures import findings_are_bare
from oval_room.core.findings import Cure, Finding
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level
from oval_room.core.projection.body import Box, body_of, overlaps, put_at, ways_out
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import Span
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.units import Ruler

OPEN: Final = ("walkway", "platform")
"""Things that are no body: a way to walk, a floor."""


@record
class BodyResult(Result):
    """Bodies that stand in something."""


def solid(survey: Survey) -> dict[str, Box]:
    """What a body can stand in."""
    return {key: _box(thing) for key, thing in survey.things.items() if thing.kind not in OPEN}


def _box(thing: Thing) -> Box:
    return Span(thing.x_from, thing.x_to), Span(thing.y_from, thing.y_to), Span(thing.z_from, thing.z_to)


def study_body(survey: Survey, throws: ThrowResult, ruler: Ruler, keep: Keep = anew) -> BodyResult:
    """Every projector's body and pole against what stands and hangs in the room.

    Args:
        keep: keeps what a body can stand in while nothing of the room changes.
    """
    out, things = list[Finding](), keep("solid", (survey,), partial(solid, survey))
    for key, throw in throws.throws.items():
        boxes = bodies_at(throw, survey)
        for name, thing in things.items():
            met = next((box for box in boxes if overlaps(box, thing)), None)
            if met is None or throw.projector.boxed == "behind a port" or _carries(thing, throw):
                continue
            about = {"projector": key, "picture": throw.picture, "thing": name}
            cures = () if findings_are_bare() else _cures(key, throw, survey, (met, thing), ruler)
            by = abs(ways_out(met, thing)[0][1])
            out.append(Finding(ThrowCode.BODY_IN, Level.STOP, "6.2", about, by, 0.0, cures=cures))
    return BodyResult({}, tuple(out))


def _carries(thing: Box, throw: ProjectorThrow) -> bool:
    """Whether it is what an ultra-short throw's cabinet stands on, which has a finding of its own (rules 6.8)."""
    pose, cabinet = throw.projector.pose, throw.item.stands and not throw.projector.hung
    return cabinet and thing[0].least <= pose.x <= thing[0].greatest and thing[2].greatest < pose.z


def bodies_at(throw: ProjectorThrow, survey: Survey) -> list[Box]:
    """The boxes of a projector where it is, in the room."""
    pose, room = throw.projector.pose, survey.room
    ceiling = room.ceiling_at(pose.x, min(pose.y, room.extent[3]))
    body = body_of(throw.item, hung=throw.projector.hung, ceiling=ceiling - pose.z)
    return [put_at(box, (pose.x, pose.y, pose.z)) for box in body.boxes]


def _cures(key: str, throw: ProjectorThrow, survey: Survey, met: tuple[Box, Box], ruler: Ruler) -> tuple[Cure, ...]:
    """The lens along or out as little as clears it, where it stays in the room and before its screen."""
    pose, cures = throw.projector.pose, list[Cure]()
    left, _, right, far = survey.room.extent
    for axis, move in ways_out(*met):
        at = ruler.safe((pose.y if axis else pose.x) + move, "least" if move > 0 else "greatest")
        if axis and pose.y - throw.throw < at < far:
            cures.append(Cure(LensCure.LENS_OUT, at, PutProjector(id=key, y=at)))
        elif not axis and left < at < right:
            cures.append(Cure(LensCure.LENS_ALONG, at, PutProjector(id=key, x=at)))
    return tuple(cures)
