"""Study of the survey: seats and things against the room, and what is only assumed (rules 0, 1.3)."""

from __future__ import annotations

from dataclasses import dataclass

from oval_room.core.commands import PutSeat
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Survey
from oval_room.core.plan.measure import chosen
from oval_room.core.units import Ruler
from oval_room.core.viewing.sightlines import CROWN

FROM_WALL = 300.0  # an eye is nearer to no wall than this


@dataclass(frozen=True, slots=True)
class SurveyResult:
    findings: tuple[Finding, ...]


def study_survey(survey: Survey, ruler: Ruler) -> SurveyResult:
    """What the survey alone says: seats in the room, crowns under the ceiling, things inside it, what is assumed."""
    findings: list[Finding] = []
    if not survey.seats:
        findings.append(Finding(Code.NO_SEATS, Level.NOTE, "0", {}))
    findings += _seats(survey, ruler)
    findings += _things(survey)
    assumed = [name for name in ("width", "depth", "height") if getattr(survey.room, name).unsure]
    if assumed:
        findings.append(Finding(Code.ROOM_ASSUMED, Level.NOTE, "1.3", {}, more={"what": assumed}))
    return SurveyResult(tuple(findings))


def _seats(survey: Survey, ruler: Ruler) -> list[Finding]:
    room, out = survey.room, []
    for key, seat in survey.seats.items():
        for axis, value, reach in (("x", seat.x.value, room.width.value), ("y", seat.y.value, room.depth.value)):
            if 0 < value < reach:
                continue
            inside = ruler.safe(min(max(value, FROM_WALL), max(reach - FROM_WALL, reach / 2)), "nearest")
            put = PutSeat(id=key, x=chosen(inside)) if axis == "x" else PutSeat(
                id=key, y=chosen(inside)
            )  # fmt: skip
            cure = Cure("seat inside", inside, put)
            about = {"seat": key}
            out.append(Finding(Code.SEAT_OUTSIDE, Level.STOP, "0", about, value, reach, cures=(cure,), more={"part": key + axis}))
        crown = seat.eye_point.z + CROWN
        if crown > room.height.value:
            about = {"seat": key}
            out.append(Finding(Code.HEAD_AT_CEILING, Level.STOP, "0", about, crown, room.height.value, more={"part": key}))
    return out


def _things(survey: Survey) -> list[Finding]:
    room, out = survey.room, []
    for key, thing in survey.things.items():
        reach = (("x", thing.x_to, room.width.value), ("y", thing.y_to, room.depth.value), ("z", thing.z_to, room.height.value))
        for axis, value, limit in reach:
            if value > limit + 1 or getattr(thing, f"{axis}_from") < -1:
                out.append(Finding(Code.THING_OUTSIDE, Level.MIND, "0", {"thing": key}, value, limit, more={"part": axis}))
                break
    return out
