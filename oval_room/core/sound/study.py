"""Study of sound as far as the picture needs it: left and right from the main seat, behind the cloth, the bar below (rules 2.7, 11)."""

from __future__ import annotations

from dataclasses import dataclass

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Picture, Scheme, Survey, Thing
from oval_room.core.screens.cloth import BEHIND, apart
from oval_room.core.sound.with_picture import BAR_WIDER, FRONT


@dataclass(frozen=True, slots=True)
class SoundResult:
    findings: tuple[Finding, ...]


def study_sound(survey: Survey, scheme: Scheme) -> SoundResult:
    """Loudspeakers and soundbars of one wall against its pictures and the main seat."""
    out: list[Finding] = []
    front = {
        key: thing
        for key, thing in survey.things.items()
        if thing.kind == "speaker" and thing.y_from < survey.room.depth.value / 2
    }
    main = survey.seats.get(survey.main or "")
    if len(front) >= 2 and main is not None:
        ordered = sorted(front.values(), key=lambda thing: thing.x_from)
        left, right = _middle(ordered[0]), _middle(ordered[-1])
        angle = apart((main.x.value, main.y.value), left, right)
        good = not beyond(FRONT[0], angle) and not beyond(angle, FRONT[1])
        about = {"seat": survey.main or ""}
        limit = FRONT[0] if angle < FRONT[0] else FRONT[1]
        out.append(Finding(Code.SPEAKERS, Level.GOOD if good else Level.MIND, "11", about, angle, limit, "deg"))
    for key, picture in scheme.pictures.items():
        out += _behind(key, picture, front) if picture.kind == "screen" else _bars(key, picture, survey)
    return SoundResult(tuple(out))


def _middle(thing: Thing) -> tuple[float, float]:
    return (thing.x_from + thing.x_to) / 2, thing.y_to


def _behind(key: str, picture: Picture, speakers: dict[str, Thing]) -> list[Finding]:
    """Loudspeakers behind a cloth: it must let sound through, and stand off them far enough."""
    half, out = picture.width.value / 2, []
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
            out.append(Finding(Code.SPEAKER_COVERED, Level.MIND, "2.7", about, gap, None, more=more))
        elif beyond(wanted, gap):
            out.append(Finding(Code.SPEAKER_COVERED, Level.MIND, "2.7", about, gap, wanted, more=more))
    return out


def _bars(key: str, picture: Picture, survey: Survey) -> list[Finding]:
    """A soundbar no wider than 1.1 × the panel."""
    out, wide = [], picture.width.value + 2 * picture.frame_side
    for name, thing in survey.things.items():
        if thing.kind == "soundbar" and abs((thing.x_from + thing.x_to) / 2 - picture.pose.x) < wide / 2:
            bar = thing.x_to - thing.x_from
            if beyond(bar, BAR_WIDER * wide):
                more = {"part": name, "bar": thing.name}
                out.append(Finding(Code.BAR_WIDE, Level.MIND, "11", {"picture": key}, bar, BAR_WIDER * wide, more=more))
    return out
