"""What stands in the beam: fixed things, seated heads, people who come through a door (rules 6.6)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.figures import findings_are_bare
from oval_room.core.findings import Cure, Finding
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.projection.beam import Beam, meets_trapezoid, struck
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import Span
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.survey.eyes import CROWN
from oval_room.core.units import Ruler

HEAD: Final = 100.0
"""Half a head's width and depth about its eye [mm]."""
CHIN: Final = 120.0
"""A head below its eye [mm]."""
WALKS: Final = 1900.0
"""As high as people walk through (rules 6.6) [mm]."""
STEP_IN: Final = 900.0
"""How far into the room somebody stands who comes through a door [mm]."""
SQUARE: Final = 0.5
"""A screen turned farther than this from its wall is not judged here [deg]."""
PASSED: Final = ("walkway",)
"""Things that people walk through, rather than stand in the beam."""


CODES: Final = {
    "thing": (ThrowCode.BEAM_THING, "thing"),
    "seat": (ThrowCode.BEAM_HEAD, "seat"),
    "door": (ThrowCode.BEAM_WALK, "opening"),
    "way": (ThrowCode.BEAM_WALK, "thing"),
}
"""What is said of a box, and what kind of thing it is about."""


@record
class BeamResult(Result):
    """What stands in the beams."""


@record
class InBeam:
    """What may stand in a beam."""

    key: str
    kind: str
    level: Level
    x: Span
    y: Span
    z: Span

    @property
    def about(self) -> str:
        """What a finding of it is about: a thing, a seat, an opening."""
        return CODES[self.kind][1]


def beam_of(throw: ProjectorThrow, centre: tuple[float, float], screen_y: float) -> Beam:
    """A projector's beam: from its lens to the raster lit; of a tilted one its bounds."""
    pose = throw.projector.pose
    lens = (pose.x, pose.y, pose.z)
    if throw.pitched is None:
        return Beam(lens, centre, *throw.raster, screen_y)
    low, high, bottom, top = throw.pitched.raster
    return Beam(lens, (centre[0], pose.z + (bottom + top) / 2), 2 * max(low, high), top - bottom, screen_y)


def study_beam(survey: Survey, scheme: Scheme, throws: ThrowResult, ruler: Ruler, keep: Keep = anew) -> BeamResult:
    """Every projector's beam against the room, its seats and its doors.

    Args:
        keep: keeps what may stand in beams while nothing of the room changes.
    """
    out: list[Finding] = []
    boxes = keep("in the beam", (survey,), lambda: list(_boxes(survey)))
    for key, throw in throws.throws.items():
        picture = scheme.pictures.get(throw.picture)
        if picture is None or abs(picture.pose.yaw) > SQUARE or abs(picture.pose.pitch) > SQUARE:
            continue
        beam = beam_of(throw, (picture.pose.x, picture.pose.z), picture.pose.y)
        about, found = {"projector": key, "picture": throw.picture}, 0
        for box in boxes:
            met = struck(beam, box.x, box.y, box.z)
            if met is None or _is_its_own(box, survey.things, beam):
                continue
            found += 1
            by, way = _least_way(beam, box, met)
            part = box.key if box.kind == "seat" else ""
            more = {"part": part, "kind": box.kind, "from": met.least, "to": met.greatest, "way": way}
            code, of = CODES[box.kind]
            who = {**about, of: box.key}
            level = box.level
            if throw.pitched and not meets_trapezoid(beam, throw.pitched.raster[:2], box.x, box.z, met):
                level = Level.MIND
            asked = level is Level.STOP and not findings_are_bare()
            cures = _cures(key, throw, picture.pose.y, box, ruler) if asked else ()
            out.append(Finding(code, level, "6.6", who, by, 0.0, cures=cures, more=more))
        if not found and boxes:
            out.append(Finding(ThrowCode.BEAM_CLEAR, Level.GOOD, "6.6", about))
    return BeamResult({}, tuple(out))


def _boxes(survey: Survey) -> Iterator[InBeam]:
    for key, thing in survey.things.items():
        x, y = Span(thing.x_from, thing.x_to), Span(thing.y_from, thing.y_to)
        if thing.kind in PASSED:
            yield InBeam(key, "way", Level.MIND, x, y, Span(thing.z_from, WALKS))
        else:
            yield InBeam(key, "thing", Level.STOP, x, y, Span(thing.z_from, thing.z_to))
    for key, seat in survey.seats.items():
        eye = seat.eye_point
        around = Span(eye.x - HEAD, eye.x + HEAD), Span(eye.y - HEAD, eye.y + HEAD), Span(eye.z - CHIN, eye.z + CROWN)
        yield InBeam(key, "seat", Level.STOP, *around)
    for key, opening in survey.openings.items():
        wall = survey.room.wall_named(opening.wall)
        if opening.kind == "window" or wall is None or opening.sill.value > 0:
            continue
        leaf = opening.swing.startswith("in")  # it sweeps as deep as it is wide, up to its head
        deep = max(STEP_IN, opening.width.value) if leaf else STEP_IN
        places = [wall.room(u, off) for u in opening.ends for off in (0.0, deep)]
        xs, ys = [x for x, _ in places], [y for _, y in places]
        high = max(WALKS, opening.head.value) if leaf else WALKS
        yield InBeam(key, "door", Level.MIND, Span(min(xs), max(xs)), Span(min(ys), max(ys)), Span(0.0, high))


def in_the_way(survey: Survey, screen_y: float) -> list[tuple[Span, Span, Span]]:
    """What must not stand in the beam of a projector that hangs before a screen: along the wall, out from it, up."""
    return [(box.x, box.y, box.z) for box in may_stand_in(survey, screen_y) if box.level is Level.STOP]


def may_stand_in(survey: Survey, screen_y: float) -> list[InBeam]:
    """What may stand in the beam before a screen: also those who only pass."""
    return [box for box in _boxes(survey) if not (box.kind == "thing" and _behind_it(survey.things[box.key], screen_y))]


def _behind_it(thing: Thing, screen_y: float) -> bool:
    """Whether a thing stands behind a screen's plane but for a hair."""
    return thing.y_to <= screen_y + 1.0


def _is_its_own(box: InBeam, things: dict[str, Thing], beam: Beam) -> bool:
    """What stands behind the screen's plane but for a hair, or holds the projector: not in its way."""
    thing = things.get(box.key) if box.kind == "thing" else None
    if thing is None:
        return False
    x, y, z = beam.lens
    holds = thing.x_from <= x <= thing.x_to and thing.y_from <= y <= thing.y_to and thing.z_to <= z
    return holds or _behind_it(thing, beam.screen_y)


def _least_way(beam: Beam, box: InBeam, met: Span) -> tuple[float, str]:
    """How far the box would have to go to be clear, and which way: the least of up, down, left and right [mm]."""
    ends = [beam.at(y) for y in (met.least, met.greatest)]
    ways = {
        "up": max(up.greatest for _, up in ends) - box.z.least,
        "down": box.z.greatest - min(up.least for _, up in ends),
        "right": max(across.greatest for across, _ in ends) - box.x.least,
        "left": box.x.greatest - min(across.least for across, _ in ends),
    }
    way = min(ways, key=lambda one: ways[one])
    return ways[way], way


def _cures(key: str, throw: ProjectorThrow, screen_y: float, box: InBeam, ruler: Ruler) -> tuple[Cure, ...]:
    """The lens in front of what is in its way, where its throw allows that."""
    y = ruler.safe(box.y.least - 1.0, "greatest")
    if not throw.span.least <= y - screen_y <= throw.span.greatest:
        return ()
    return (Cure(LensCure.LENS_OUT, y, PutProjector(id=key, y=y)),)
