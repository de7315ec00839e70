"""What a cure costs, as a careful colleague weighs it: what it makes worse, what goes through what, what of a
person's it moves far, what it changes in kind (rules 0, 7.18).

A cure is offered only where nothing of that is too much; those offered come with the least harm first.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.fixing.frame_study import outline_of
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Panel, Screen
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.projection.body import TOUCH
from oval_room.core.projection.body_study import OPEN
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import BUILT_OUT
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.survey.document import Thing

Reach = tuple[float, float, float]
SMALL: Final[dict[str, Reach]] = {
    "bought": (300.0, 300.0, 300.0),
    "picture": (300.0, 700.0, 1500.0),
    "height": (300.0, 500.0, 1000.0),
    "lens": (300.0, 1500.0, math.inf),
    "seat": (300.0, 1200.0, 2000.0),
}
"""As far as somebody who placed a thing would think it moved little, to clear a note, a mind, a stop [mm]: a bought
picture along its wall (rules 7.18), one that is only planned, either up or down, a lens, a seat (planning values of
ours)."""
WORSE: Final[dict[Level, float]] = {Level.STOP: 1.05, Level.MIND: 1.25}
"""What stays open may not grow by more, as a share of how far it was off (planning values of ours)."""
CHANCE: Final[dict[str, float]] = {"deg": 2.0, "mm": 100.0, "pct": 5.0}
"""And by so much beside, in its own unit: what is nearly right may become a little less so."""
CLOTH: Final = 30.0
"""Half as thick as a cloth that hangs is taken to be [mm]."""
SOUND_GOES_THROUGH: Final = ("woven", "perforated")
Box = tuple[float, float, float, float, float, float]
"""Least and greatest along, out and up [mm]."""


@record
class Harm:
    """What a change costs: new minds, things bought that are changed, the farthest that anything of a person's is moved
    [mm]; too much of anything, in a word."""

    minds: int
    bought: int
    moved: float
    too_much: str = ""

    @property
    def weight(self) -> tuple[int, int]:
        """The least first; of equal ones the trade's own order stands, as in rules 6.4."""
        return self.minds, self.bought


def harm_of(before: Plan, after: Plan, gear: GearShelf, was: Report, now: Report, finding: Finding) -> Harm:
    """What a change that is meant to clear a finding costs.

    Args:
        was, now: the reports of both plans.
    """
    minds = _minds(now) - _minds(was) - {finding.key}
    old, new = before.schemes[was.scheme], after.schemes[was.scheme]
    bought = sum(
        1
        for name in ("pictures", "projectors")
        for key, one in getattr(new, name).items()
        if (prior := getattr(old, name).get(key)) is not None and (prior.gear, prior.mount) != (one.gear, one.mount)
    )
    moves = list(_moves(before, after, was.scheme))
    far = max((by for _, by in moves), default=0.0)
    return Harm(len(minds), bought, far, _too_much(before, after, gear, (was, now), finding, moves))


def _too_much(
    before: Plan,
    after: Plan,
    gear: GearShelf,
    reports: tuple[Report, Report],
    finding: Finding,
    moves: list[tuple[str, float]],
) -> str:
    was, now = reports
    stop = finding.level is Level.STOP
    if len(_minds(now)) > len(_minds(was)) + stop:  # a stop may become a mind
        return "more minds"
    if _grown(was, now, finding):
        return "worse"
    level = 2 if stop else 1 if finding.level is Level.MIND else 0
    if any(by > SMALL[what][level] for what, by in moves if not (stop and finding.about.get(what))):
        return "far"
    if _other_kind(before, after, gear, was.scheme):
        return "another kind"
    return "through" if set(through(after, gear, was.scheme)) - set(through(before, gear, was.scheme)) else ""


def _minds(report: Report) -> set[str]:
    return {one.key for one in report.findings if one.level is Level.MIND and one.key not in report.accepted}


def _grown(was: Report, now: Report, finding: Finding) -> bool:
    """Whether another stop or mind that stays is farther off than it was; to clear a stop, minds may grow."""
    weighed = (Level.STOP,) if finding.level is Level.STOP else (Level.STOP, Level.MIND)
    off = {one.key: one for one in was.findings if one.level in weighed}
    for one in now.findings:
        old = off.get(one.key)
        if old is None or one.key == finding.key or one.off_by is None or old.off_by is None:
            continue
        grown = one.level is old.level and one.off_by > old.off_by * WORSE[one.level] + CHANCE.get(one.unit, 0.5) * (
            one.level is Level.MIND
        )
        if one.level.rank < old.level.rank or grown:
            return True
    return False


def _moves(before: Plan, after: Plan, scheme: str) -> Iterator[tuple[str, float]]:
    """What of a person's is moved, and how far; a picture up or down by its nearer edge, as one that grows stays."""
    old, new, room = before.schemes[scheme], after.schemes[scheme], before.survey.room
    for key, picture in new.pictures.items():
        if (prior := old.pictures.get(key)) is not None and prior != picture:
            wall = room.walls[wall_of(room, prior) - 1]
            was, now = (wall.own(one.pose.x, one.pose.y)[0] for one in (prior, picture))
            yield "bought" if prior.gear is not None else "picture", abs(now - was)
            yield "height", min(abs(picture.bottom - prior.bottom), abs(picture.top - prior.top))
    for key, projector in new.projectors.items():
        if (lens := old.projectors.get(key)) is not None and lens.pose != projector.pose:
            yield "lens", math.dist(lens.pose.point, projector.pose.point)
    for key, seat in after.survey.seats.items():
        if (sat := before.survey.seats.get(key)) is not None:
            yield "seat", math.hypot(seat.x.value - sat.x.value, seat.y.value - sat.y.value)


def _other_kind(before: Plan, after: Plan, gear: GearShelf, scheme: str) -> bool:
    """Whether something bought becomes something else: another way for a screen, a cloth that sound does not go
    through, another shape."""
    old, new = before.schemes[scheme].pictures, after.schemes[scheme].pictures
    return any(
        not like(gear.get(old[key].gear or ""), gear.get(picture.gear or ""))
        for key, picture in new.items()
        if key in old and picture.gear != old[key].gear
    )


SHAPE: Final = 0.05
"""As far as aspects of like pictures may lie apart, as a share."""


def like(one: object, other: object) -> bool:
    """Whether an item may take another's place without its owner having bought something else."""
    if isinstance(one, Screen) and isinstance(other, Screen):
        sound = (one.surface in SOUND_GOES_THROUGH) == (other.surface in SOUND_GOES_THROUGH)
        lights = (one.surface == "lenticular") == (other.surface == "lenticular")
        shape = abs(one.width / one.height / (other.width / other.height) - 1) <= SHAPE
        return one.way == other.way and sound and lights and shape
    return isinstance(one, Panel) == isinstance(other, Panel)


# ── through anything ──


def through(plan: Plan, gear: GearShelf, scheme: str) -> Iterator[tuple[str, str]]:
    """Pictures that stand in things of the room, each with the thing: those it hangs on, and lets down before, are
    none."""
    room = plan.survey.room
    for key, picture in plan.schemes[scheme].pictures.items():
        number = wall_of(room, picture)
        turn = Turn(room, number) if number != 1 else None
        placed = turn.plan(plan).schemes[scheme].pictures[key] if turn and scheme == plan.scheme else picture
        things = (turn.survey(plan.survey) if turn else plan.survey).things
        box = _box(placed, gear)
        for name, thing in things.items():
            if thing.kind not in (*OPEN, *BUILT_OUT, "soundbar", "speaker") and _in(box, thing):
                yield key, name


def _box(picture: Picture, gear: GearShelf) -> Box:
    left, low, right, high = outline_of(picture)
    item, out = gear.get(picture.gear or ""), picture.pose.y
    if isinstance(item, Screen) and item.way in COMES_DOWN:
        return left, right, out - CLOTH, out + CLOTH, low, high
    deep = item.depth if isinstance(item, Panel) else CLOTH
    return left, right, out - deep, out, low, high


def _in(box: Box, thing: Thing) -> bool:
    return (
        min(box[1], thing.x_to) - max(box[0], thing.x_from) > TOUCH
        and min(box[3], thing.y_to) - max(box[2], thing.y_from) > TOUCH
        and min(box[5], thing.z_to) - max(box[4], thing.z_from) > TOUCH
    )
