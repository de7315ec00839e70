"""Study of sound as far as the picture needs it: loudspeakers from the main seat, behind the cloth, the bar below,
the fan near a head (rules 2.7, 6.10, 11)."""

from __future__ import annotations

import math

from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.pose import Point
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.cloth import BEHIND, apart
from oval_room.core.screens.document import Picture
from oval_room.core.sound.says import SoundCode, SoundCure
from oval_room.core.sound.with_picture import (
    BAR_WIDER,
    BEARINGS,
    CENTRE_WITHIN,
    FRONT,
    LEAD,
    TWEETER_AT,
    TWEETER_WITHIN,
    bearing,
    between,
    up_to,
)
from oval_room.core.survey.commands import PutThing
from oval_room.core.survey.document import Seat, Survey, Thing

ASIDE = 52.0  # what a cure sets left and right apart to [deg]


@record
class SoundResult(Result):
    """Loudspeakers with the picture."""


def study_sound(survey: Survey, scheme: Scheme, gear: GearShelf) -> SoundResult:
    """Loudspeakers and soundbars of one wall against its pictures and the main seat."""
    out: list[Finding] = []
    speakers = {key: thing for key, thing in survey.things.items() if thing.kind == "speaker"}
    front = {key: thing for key, thing in speakers.items() if thing.y_from < survey.room.depth.value / 2}
    main = survey.seats.get(survey.main or "")
    pair = _pair(front)
    if pair and main is not None:
        out += _front(survey, main, front, *pair)
        first = next(iter(scheme.pictures.values()), None)
        if first is not None:
            out += _round(survey, main, speakers, first)
    for key, picture in scheme.pictures.items():
        out += _behind(key, picture, front) if picture.kind == "screen" else _bars(key, picture, survey)
        if main is not None:
            out += _centre(key, picture, main, front)
    return SoundResult({}, tuple(out))


def _pair(front: dict[str, Thing]) -> tuple[str, str] | None:
    """The left and right loudspeaker: as they are called, else the outermost two that are not called anything else."""
    named = {thing.part: key for key, thing in front.items()}
    if "left" in named and "right" in named:
        return named["left"], named["right"]
    plain = sorted((key for key, thing in front.items() if thing.part is None), key=lambda key: front[key].x_from)
    return (plain[0], plain[-1]) if len(plain) >= 2 else None


def _middle(thing: Thing) -> tuple[float, float]:
    return (thing.x_from + thing.x_to) / 2, thing.y_to


def _tweeter(thing: Thing) -> Point:
    return Point(*_middle(thing), thing.z_from + TWEETER_AT * (thing.z_to - thing.z_from))


def _front(survey: Survey, main: Seat, front: dict[str, Thing], left: str, right: str) -> list[Finding]:
    eye = (main.x.value, main.y.value)
    angle = apart(eye, _middle(front[left]), _middle(front[right]))
    good = not beyond(FRONT[0], angle) and not beyond(angle, FRONT[1])
    about = {"seat": survey.main or ""}
    limit = FRONT[0] if angle < FRONT[0] else FRONT[1]
    cures = () if good else _aside(survey, main, front, left, right)
    out = [Finding(SoundCode.SPEAKERS, Level.GOOD if good else Level.MIND, "11", about, angle, limit, "deg", cures)]
    ear = main.eye_point
    for key in (left, right):
        rise = up_to(ear, _tweeter(front[key]))
        if beyond(abs(rise), TWEETER_WITHIN):
            more = {"part": f"{key} tweeter", "speaker": front[key].name, "what": "tweeter"}
            out.append(
                Finding(SoundCode.SPEAKER_PLACE, Level.MIND, "11", about, rise, TWEETER_WITHIN, "deg", more=more)
            )
    return out


def _aside(survey: Survey, main: Seat, front: dict[str, Thing], left: str, right: str) -> tuple[Cure, ...]:
    """Left and right moved sideways, as far each from straight ahead, where the wall has room."""
    moves: list[PutThing] = []
    for key, side in ((left, -1.0), (right, 1.0)):
        thing = front[key]
        at = main.x.value + side * (main.y.value - thing.y_to) * math.tan(math.radians(ASIDE / 2))
        half = (thing.x_to - thing.x_from) / 2
        if main.y.value <= thing.y_to or at - half < 0 or at + half > survey.room.width.value:
            return ()
        moves.append(PutThing(id=key, x_from=round(at - half), x_to=round(at + half)))
    return (Cure(SoundCure.SPEAKERS, ASIDE, several(*moves), "deg"),)


def _round(survey: Survey, main: Seat, speakers: dict[str, Thing], picture: Picture) -> list[Finding]:
    """Surrounds and rears by their bearing, the subwoofer by its lead."""
    out, about, eye = [], {"seat": survey.main or ""}, (main.x.value, main.y.value)
    for key, thing in speakers.items():
        at = ((thing.x_from + thing.x_to) / 2, (thing.y_from + thing.y_to) / 2)
        more = {"part": f"{key} {thing.part}", "speaker": thing.name, "what": thing.part}
        if thing.part in BEARINGS:
            lo, hi = BEARINGS[thing.part]
            round_to = bearing(eye, (picture.pose.x, picture.pose.y), at)
            good = not beyond(lo, round_to) and not beyond(round_to, hi)
            limit = lo if round_to < lo else hi
            level = Level.GOOD if good else Level.MIND
            out.append(Finding(SoundCode.SPEAKER_PLACE, level, "11", about, round_to, limit, "deg", more=more))
        elif thing.part == "sub":
            sockets = [
                _place(survey, service.wall, service.along)
                for service in survey.services.values()
                if service.kind == "socket"
            ]
            reach = min((math.dist(at, place) for place in sockets if place), default=None)
            if reach is not None and beyond(reach, LEAD):
                out.append(Finding(SoundCode.SPEAKER_PLACE, Level.NOTE, "11", about, reach, LEAD, more=more))
    return out


def _place(survey: Survey, wall: str, along: float) -> tuple[float, float] | None:
    found = survey.room.wall_named(wall)
    return found.room(along, 0.0) if found else None


def _centre(key: str, picture: Picture, main: Seat, front: dict[str, Thing]) -> list[Finding]:
    """The centre loudspeaker, within 15° of the picture's middle as the main seat sees it."""
    out = []
    for name, thing in front.items():
        if thing.part != "centre" or abs((thing.x_from + thing.x_to) / 2 - picture.pose.x) > picture.across:
            continue
        at = Point(*_middle(thing), (thing.z_from + thing.z_to) / 2)
        angle = between(main.eye_point, at, picture.pose.point)
        level = Level.MIND if beyond(angle, CENTRE_WITHIN) else Level.GOOD
        more = {"part": f"{name} centre", "speaker": thing.name, "what": "centre"}
        out.append(
            Finding(SoundCode.SPEAKER_PLACE, level, "11", {"picture": key}, angle, CENTRE_WITHIN, "deg", more=more)
        )
    return out


def _behind(key: str, picture: Picture, speakers: dict[str, Thing]) -> list[Finding]:
    """Loudspeakers behind a cloth: it must let sound through, and stand off them far enough."""
    half, out = picture.across / 2, []
    for name, thing in speakers.items():
        covered = (
            thing.x_to > picture.pose.x - half
            and thing.x_from < picture.pose.x + half
            and thing.z_to > picture.bottom
            and thing.z_from < picture.top
        )
        if not covered or thing.y_from >= picture.pose.y:
            continue
        wanted = BEHIND.get(picture.surface)
        gap, about = picture.pose.y - thing.y_to, {"picture": key}
        more = {"part": name, "speaker": thing.name, "surface": picture.surface}
        if wanted is None:
            out.append(Finding(SoundCode.SPEAKER_COVERED, Level.MIND, "2.7", about, gap, None, more=more))
        elif beyond(wanted, gap):
            out.append(Finding(SoundCode.SPEAKER_COVERED, Level.MIND, "2.7", about, gap, wanted, more=more))
    return out


def _bars(key: str, picture: Picture, survey: Survey) -> list[Finding]:
    """A soundbar no wider than 1.1 × the panel, and below its lower frame, where the remote's sensor is."""
    out, wide = [], picture.across + 2 * picture.frame_side
    for name, thing in survey.things.items():
        if thing.kind != "soundbar" or abs((thing.x_from + thing.x_to) / 2 - picture.pose.x) >= wide / 2:
            continue
        bar, more = thing.x_to - thing.x_from, {"part": name, "bar": thing.name}
        if beyond(bar, BAR_WIDER * wide):
            out.append(
                Finding(SoundCode.BAR_WIDE, Level.MIND, "11", {"picture": key}, bar, BAR_WIDER * wide, more=more)
            )
        foot = picture.bottom - picture.frame_bottom
        if thing.y_to > picture.pose.y and thing.z_from < picture.bottom and beyond(thing.z_to, foot):
            out.append(
                Finding(SoundCode.BAR_COVERS, Level.MIND, "11", {"picture": key}, thing.z_to - foot, 0.0, more=more)
            )
    return out
