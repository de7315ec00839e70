"""Study of the survey: seats and things against the room, and what is only assumed (rules 0, 1.3)."""

from __future__ import annotations

from itertools import pairwise

from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.fittings import Opening
from oval_room.core.plan.measure import chosen
from oval_room.core.plan.outline import to_wall
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.commands import PutOpening, PutSeat
from oval_room.core.survey.crowding import crowded
from oval_room.core.survey.document import Seat, Survey, Thing
from oval_room.core.survey.eyes import CROWN
from oval_room.core.survey.says import SurveyCode, SurveyCure
from oval_room.core.units import Ruler

FROM_WALL = 300.0  # an eye is nearer to no wall than this
FLOOR_OFF = 5.0  # a seat's floor and the platform under it may differ by this
OPENING_OFF = 2.0  # an opening may be past its wall's end by a reading's doubt


@record
class SurveyResult(Result):
    """The survey against itself."""


def study_survey(survey: Survey, ruler: Ruler) -> SurveyResult:
    """What the survey alone says: seats in the room, crowns under the ceiling, things and openings in their places,
    what is assumed."""
    findings: list[Finding] = []
    if not survey.seats:
        findings.append(Finding(SurveyCode.NO_SEATS, Level.NOTE, "0", {}))
    findings += _seats(survey, ruler) + _crowded(survey) + _things(survey) + _openings(survey, ruler) + _light(survey)
    assumed = [name for name in ("width", "depth", "height") if getattr(survey.room, name).unsure]
    if assumed:
        findings.append(Finding(SurveyCode.ROOM_ASSUMED, Level.NOTE, "1.3", {}, more={"what": assumed}))
    return SurveyResult({}, tuple(findings))


def _seats(survey: Survey, ruler: Ruler) -> list[Finding]:
    room, out = survey.room, []
    for key, seat in survey.seats.items():
        x, y, about = seat.x.value, seat.y.value, {"seat": key}
        if not room.holds(x, y) or to_wall(room.corners, x, y)[0] < 1e-6:
            out.append(_seat_outside(survey, key, seat, ruler))
            continue
        held = next((t for t in survey.things.values() if t.kind in ("breast", "pier") and _over(t, x, y)), None)
        if held is not None:
            out.append(Finding(SurveyCode.SEAT_IN_WALL, Level.STOP, "0", about, more={"part": key, "thing": held.name}))
        crown, ceiling = seat.eye_point.z + CROWN, room.ceiling_at(x, y)
        if crown > ceiling:
            out.append(Finding(SurveyCode.HEAD_AT_CEILING, Level.STOP, "0", about, crown, ceiling, more={"part": key}))
        floor = survey.floor_at(x, y)
        if abs(floor - seat.floor.value) > FLOOR_OFF and floor > 0:
            put = PutSeat(id=key, floor=chosen(floor))
            cure = Cure(SurveyCure.RISER, floor, put, name=seat.name)
            out.append(
                Finding(
                    SurveyCode.FLOOR_DIFFERS,
                    Level.MIND,
                    "0",
                    about,
                    seat.floor.value,
                    floor,
                    cures=(cure,),
                    more={"part": key},
                )
            )
    return out


def _crowded(survey: Survey) -> list[Finding]:
    """Seats in walls, things, walkways and each other."""
    out = []
    for one in crowded(survey):
        code = {"wall": SurveyCode.SEAT_AT_WALL, "walkway": SurveyCode.SEAT_IN_WAY}.get(one.what, SurveyCode.SEAT_HITS)
        more = {"part": " ".join(filter(None, (one.seat, one.other))), "other": one.other}
        out.append(Finding(code, one.level, "0", {"seat": one.seat}, one.value, one.limit, more=more))
    return out


def _over(thing: Thing, x: float, y: float) -> bool:
    return thing.x_from < x < thing.x_to and thing.y_from < y < thing.y_to


def _seat_outside(survey: Survey, key: str, seat: Seat, ruler: Ruler) -> Finding:
    """A seat that is not in the room, with the nearest place inside, a chair's depth off the wall."""
    room, x, y = survey.room, seat.x.value, seat.y.value
    far, wall = to_wall(room.corners, x, y)
    u, _ = wall.own(x, y)
    inside = wall.room(min(max(u, FROM_WALL), max(wall.length - FROM_WALL, wall.length / 2)), FROM_WALL)
    inside = (ruler.safe(inside[0], "nearest"), ruler.safe(inside[1], "nearest"))
    moved = {name: chosen(now) for name, now, was in (("x", inside[0], x), ("y", inside[1], y)) if abs(now - was) > 0.5}
    cures = (
        (Cure(SurveyCure.SEAT_INSIDE, far, PutSeat(id=key, x=moved.get("x"), y=moved.get("y"))),)
        if moved and room.holds(*inside)
        else ()
    )
    return Finding(
        SurveyCode.SEAT_OUTSIDE,
        Level.STOP,
        "0",
        {"seat": key},
        far,
        0.0,
        cures=cures,
        more={"part": key, "wall": wall.key},
    )


def _things(survey: Survey) -> list[Finding]:
    room, out = survey.room, []
    left, near, right, back = room.extent
    for key, thing in survey.things.items():
        reach = (
            ("x", thing.x_from, thing.x_to, left, right),
            ("y", thing.y_from, thing.y_to, near, back),
            ("z", thing.z_from, thing.z_to, 0.0, room.height.value),
        )
        for axis, low, high, least, most in reach:
            if high > most + 1 or low < least - 1:
                about = {"thing": key}
                out.append(
                    Finding(
                        SurveyCode.THING_OUTSIDE,
                        Level.MIND,
                        "0",
                        about,
                        high if high > most else low,
                        most,
                        more={"part": axis},
                    )
                )
                break
    return out


def _openings(survey: Survey, ruler: Ruler) -> list[Finding]:
    """Openings past the ends of their wall, above the ceiling, or over each other."""
    out: list[Finding] = []
    on: dict[str, list[tuple[str, Opening]]] = {}
    for key, opening in survey.openings.items():
        on.setdefault(opening.wall, []).append((key, opening))
        wall = survey.room.wall_named(opening.wall)
        if wall is None:
            continue
        start, end = opening.ends
        about = {"opening": key}
        if start < -OPENING_OFF or end > wall.length + OPENING_OFF:
            fits = ruler.safe(max(min(start, wall.length - opening.width.value), 0.0), "nearest")
            cures = (
                (Cure(SurveyCure.OPENING_AT, fits, PutOpening(id=key, along=chosen(fits))),)
                if opening.width.value <= wall.length
                else ()
            )
            out.append(
                Finding(
                    SurveyCode.OPENING_OUTSIDE,
                    Level.STOP,
                    "0",
                    about,
                    end,
                    wall.length,
                    cures=cures,
                    more={"wall": opening.wall},
                )
            )
        elif opening.head.value > max(survey.room.ceiling_at(*wall.room(u, 1.0)) for u in (start, end)) + OPENING_OFF:
            out.append(
                Finding(
                    SurveyCode.OPENING_OUTSIDE,
                    Level.STOP,
                    "0",
                    about,
                    opening.head.value,
                    survey.room.height.value,
                    more={"wall": "ceiling"},
                )
            )
    for listed in on.values():
        ordered = sorted(listed, key=lambda item: item[1].ends)
        for (_, one), (key, other) in pairwise(ordered):
            past = min(one.ends[1], other.ends[1]) - other.ends[0]
            if past > OPENING_OFF and one.sill.value < other.head.value and other.sill.value < one.head.value:
                about = {"opening": key}
                out.append(
                    Finding(SurveyCode.OPENINGS_OVERLAP, Level.STOP, "0", about, past, 0.0, more={"other": one.name})
                )
    return out


def _light(survey: Survey) -> list[Finding]:
    """Scenes whose light nobody has measured (rules 5.3, 5.6)."""
    unread = [
        scene.name
        for scene in survey.scenes.values()
        if all(m.unsure for m in (scene.ceiling, scene.side, scene.front))
    ]
    return (
        [Finding(SurveyCode.LIGHT_ASSUMED, Level.NOTE, "5.6", {}, more={"scenes": unread})]
        if unread and survey.seats
        else []
    )
