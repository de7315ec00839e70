"""What hangs over heads and ways (rules 6.12).

┌───┐ body            over floor where people pass: under 2.0 m mind, under 1.85 m over a way stop
└───┘
  ↕ gap               over a seated crown: under 400 mind, under 150 stop
( • ) crown
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.figures import findings_are_bare
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.projection.beam_study import STEP_IN
from oval_room.core.projection.body import Box
from oval_room.core.projection.body_study import OPEN, bodies_at
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import Span
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Seat, Survey
from oval_room.core.survey.eyes import CROWN
from oval_room.core.units import Ruler

WALKED: Final = 2000.0
WAY: Final = 1850.0
"""Lower than this over floor where people pass, and over a way [mm] (rules 6.12)."""
SPARE: Final = 400.0
TOUCHES: Final = 150.0
"""Less than this over a seated crown: mind, stop [mm] (rules 6.12)."""
LEANS: Final = 300.0
"""How far somebody's head moves about its eye in a seat, as they lean and sit down (planning value of ours) [mm]."""


@record
class HeadRoomResult(Result):
    """What hangs too low."""


def over_floor(bottom: float, *, way: bool) -> Level:
    """How bad it is that something hangs with its lower side so high over the floor [mm]; way: where people must
    pass."""
    if way and beyond(WAY, bottom):
        return Level.STOP
    return Level.MIND if beyond(WALKED, bottom) else Level.GOOD


def over_head(gap: float) -> Level:
    """How bad it is that something hangs so far over a seated crown [mm]."""
    if beyond(TOUCHES, gap):
        return Level.STOP
    return Level.MIND if beyond(SPARE, gap) else Level.GOOD


def study_head_room(survey: Survey, scheme: Scheme, throws: ThrowResult, ruler: Ruler) -> HeadRoomResult:
    """Every projector that hangs, over the heads in their seats and over floor where people pass."""
    out = list[Finding]()
    for key, throw in throws.throws.items():
        if not throw.projector.hung or throw.projector.boxed == "behind a port" or not scheme.throws(key):
            continue
        body = bodies_at(throw, survey)[0]
        about = {"projector": key, "picture": throw.picture}
        seated = list(_heads(about, body, survey))
        out += seated or _floor(about, body, survey)
    if findings_are_bare():
        return HeadRoomResult({}, tuple(out))
    return HeadRoomResult({}, tuple(_cured(one, throws.throws[one.about["projector"]], ruler) for one in out))


def _heads(about: Mapping[str, str], body: Box, survey: Survey) -> Iterator[Finding]:
    """Seats whose head is under it, each told once whether or not it is near."""
    for name, seat in survey.seats.items():
        if not _over(body, _leaning(seat)):
            continue
        gap = body[2].least - seat.eye_point.z - CROWN
        if (level := over_head(gap)) is not Level.GOOD:
            limit = TOUCHES if level is Level.STOP else SPARE
            yield Finding(ThrowCode.OVER_HEAD, level, "6.12", {**about, "seat": name}, gap, limit)


def _leaning(seat: Seat) -> Box:
    x, y, z = seat.eye_point
    return Span(x - LEANS, x + LEANS), Span(y - LEANS, y + LEANS), Span(z, z)


def _over(body: Box, other: Box) -> bool:
    return all(a.least < b.greatest and b.least < a.greatest for a, b in zip(body[:2], other[:2], strict=True))


def _floor(about: Mapping[str, str], body: Box, survey: Survey) -> list[Finding]:
    """The way that it hangs over, or the open floor; nothing over furniture that nobody walks through."""
    middle = [(span.least + span.greatest) / 2 for span in body[:2]]
    bottom = body[2].least - survey.floor_at(*middle)
    ways = [name for name, box in _ways(survey).items() if _over(body, box)]
    level = over_floor(bottom, way=bool(ways))
    if level is Level.GOOD or (not ways and _furnished(middle, survey)):
        return []
    limit = WAY if level is Level.STOP else WALKED
    more = {"way": bool(ways), "part": "floor"}
    return [Finding(ThrowCode.OVER_WAY, level, "6.12", about, bottom, limit, more=more)]


def _ways(survey: Survey) -> dict[str, Box]:
    """Where people must pass: walkways, and before doors."""
    found = {
        name: (Span(one.x_from, one.x_to), Span(one.y_from, one.y_to), Span(0.0, WALKED))
        for name, one in survey.things.items()
        if one.kind == "walkway"
    }
    for name, opening in survey.openings.items():
        wall = survey.room.wall_named(opening.wall)
        if opening.kind == "door" and wall is not None:
            corners = [wall.room(u, off) for u in opening.ends for off in (0.0, STEP_IN)]
            xs, ys = zip(*corners, strict=True)
            found[name] = Span(min(xs), max(xs)), Span(min(ys), max(ys)), Span(0.0, WALKED)
    return found


def _furnished(middle: list[float], survey: Survey) -> bool:
    x, y = middle
    return any(
        one.x_from <= x <= one.x_to and one.y_from <= y <= one.y_to and one.z_from <= 0.0
        for one in survey.things.values()
        if one.kind not in OPEN
    )


def _cured(one: Finding, throw: ProjectorThrow, ruler: Ruler) -> Finding:
    """With the lens as high as clears it."""
    up = (WALKED if one.code is ThrowCode.OVER_WAY else SPARE) - (one.value or 0.0)
    z = ruler.safe(throw.projector.pose.z + up, "least")
    put = PutProjector(id=one.about["projector"], z=z)
    return replace(one, cures=(Cure(LensCure.LENS_UP, z, put, name="up"),))
