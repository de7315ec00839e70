"""What of the people may be moved: a row, the riser under it."""

from __future__ import annotations

from typing import Final

from oval_room.core.commands import several
from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat

AT_WALL: Final = 300.0
"""A row comes no nearer to a picture or wall than this [mm]."""


def row_movers(plan: Plan, subject: Subject) -> list[Mover]:
    """The subject seat's row out from the wall, and its riser."""
    seat = plan.survey.seats.get(subject.seat or "")
    if seat is None:
        return []
    room, picture = plan.survey.room, plan.chosen.pictures.get(subject.picture or "")
    row = [name for name, other in plan.survey.seats.items() if other.row == seat.row]
    by = {name: plan.survey.seats[name].y.value - seat.y.value for name in row}
    front = (picture.pose.y if picture else 0.0) + AT_WALL
    return [
        Mover(
            f"row.{seat.row}",
            f"row {seat.row}",
            seat.y.value,
            front,
            room.depth.value - AT_WALL,
            lambda mm: several(*(PutSeat(id=name, y=chosen(mm + by[name])) for name in row)),
            ("nearer", "back"),
        ),
        Mover(
            f"riser.{seat.row}",
            f"riser under row {seat.row}",
            seat.floor.value,
            0.0,
            600.0,
            lambda mm: several(*(PutSeat(id=name, floor=chosen(mm)) for name in row)),
            ("lower", "higher"),
        ),
    ]
