"""What may be moved to reach a wanted figure: one number of the plan each, with its range and the command that sets it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.turn import Turn, turned_for
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat

AT_WALL = 300.0


@dataclass(frozen=True, slots=True)
class Mover:
    """key, what it is called, its value now and the ends it may be moved to [mm], and how to set it."""

    key: str
    label: str
    now: float
    lo: float
    hi: float
    set_to: Callable[[float], Command]
    toward: tuple[str, str] = ("less", "more")


def movers_of(plan: Plan, subject: Subject) -> list[Mover]:
    """What may be moved for a subject: its picture's size and height, its seat's row, eyes and riser, its projector's lens."""
    turn = turned_for(plan, subject.picture)
    if turn is not None:
        found = _movers(turn.plan(plan), subject)
        return [replace(mover, set_to=_back(turn, plan, mover.set_to)) for mover in found]
    return _movers(plan, subject)


def _back(turn: Turn, plan: Plan, set_to: Callable[[float], Command]) -> Callable[[float], Command]:
    return lambda mm: set_to(mm).turned_back(turn, plan)


def _movers(plan: Plan, subject: Subject) -> list[Mover]:
    room, out = plan.survey.room, []
    picture = plan.chosen.pictures.get(subject.picture or "")
    seat = plan.survey.seats.get(subject.seat or "")
    projector = plan.chosen.projectors.get(subject.projector or "")
    if picture is not None and subject.picture:
        key, height = subject.picture, picture.height
        widest = room.width.value - 2 * picture.frame_side
        out += [
            Mover(f"width.{key}", f"width of {picture.name}", picture.width.value, 300.0, widest,
                  lambda mm: PutPicture(id=key, width=_chosen(mm)), ("smaller", "larger")),
            Mover(f"bottom.{key}", f"bottom edge of {picture.name}", picture.bottom, 0.0, max(room.height.value - height, 1.0),
                  lambda mm: PutPicture(id=key, bottom=mm), ("down", "up")),
        ]  # fmt: skip
    if seat is not None:
        row = [name for name, other in plan.survey.seats.items() if other.row == seat.row]
        by = {name: plan.survey.seats[name].y.value - seat.y.value for name in row}
        front = (picture.pose.y if picture else 0.0) + AT_WALL
        out += [
            Mover(f"row.{seat.row}", f"row {seat.row}", seat.y.value, front, room.depth.value - AT_WALL,
                  lambda mm: several(*(PutSeat(id=name, y=_chosen(mm + by[name])) for name in row)), ("nearer", "back")),
            Mover(f"riser.{seat.row}", f"riser under row {seat.row}", seat.floor.value, 0.0, 600.0,
                  lambda mm: several(*(PutSeat(id=name, floor=_chosen(mm)) for name in row)), ("lower", "higher")),
        ]  # fmt: skip
    if projector is not None and subject.projector:
        name = subject.projector
        screen = plan.chosen.pictures[projector.shows].pose.y
        out += [
            Mover(f"lens_out.{name}", "lens out from the wall", projector.pose.y, screen + 300, room.depth.value - 1,
                  lambda mm: PutProjector(id=name, y=mm), ("nearer", "back")),
            Mover(f"lens_up.{name}", "lens height", projector.pose.z, 0.0, room.height.value,
                  lambda mm: PutProjector(id=name, z=mm), ("down", "up")),
            Mover(f"lens_along.{name}", "lens along the wall", projector.pose.x, 0.0, room.width.value,
                  lambda mm: PutProjector(id=name, x=mm), ("left", "right")),
        ]  # fmt: skip
    return [mover for mover in out if mover.lo < mover.hi]


def _chosen(value: float) -> Typed:
    return Typed(value=value, source="chosen")
