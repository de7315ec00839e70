"""Grips of the people: every seat from above, every row from the side."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.commands import several
from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.grips import centre_lines
from oval_room.core.viewing.angles import distance_for_angle
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SIZE_SCHOOLS


def _seats(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    return [Grip(f"seat.{k}", s.y.value, s.x.value, "uv", s.name, k) for k, s in plan.survey.seats.items()]


def _rows(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    first: dict[int, str] = {}
    for key, seat in plan.survey.seats.items():
        first.setdefault(seat.row, key)
    seats = plan.survey.seats
    return [
        Grip(f"row.{row}", seats[key].y.value, seats[key].eye_point.z, "u", f"row {row}") for row, key in first.items()
    ]


def _places(hand: Hand, name: str, axis: int) -> Iterator[Snap]:
    """What a seat may snap to along the wall (axis 0) or out from it: the others, centre lines, the school's
    distance."""
    plan, ruler = hand.plan, hand.ruler
    for key, other in plan.survey.seats.items():
        if key != name:
            yield Snap((other.x, other.y)[axis].value, f"in line with {other.name}")
    if axis == 0:
        yield Snap(plan.survey.room.width.value / 2, "middle of the room")
        yield from centre_lines(plan)
        return
    school = school_of(plan).school
    aim = SIZE_SCHOOLS[school].target
    for picture in plan.chosen.pictures.values():
        out = picture.pose.y + distance_for_angle(picture.width.value, aim)
        yield Snap(ruler.safe(out, "nearest"), f"{school}, {aim:g}° to {picture.name}")


def _seat(hand: Hand, to: tuple[float, float]) -> Pulled:
    seat = hand.plan.survey.seats.get(hand.name)
    if seat is None:
        raise MissingError(f"there is no seat {hand.name}", value=hand.name)
    left, near, right, far = hand.plan.survey.room.extent
    y = min(max(hand.near(to[0], _places(hand, hand.name, 1)), near + 1.0), far - 1)
    x = min(max(hand.near(to[1], _places(hand, hand.name, 0)), left + 1.0), right - 1)
    say = f"{seat.name} to {hand.show(y)} out, {hand.show(x)} along"
    return hand.done(PutSeat(id=hand.name, x=chosen(x), y=chosen(y)), say, y, x)


def _row(hand: Hand, to: tuple[float, float]) -> Pulled:
    keys = [key for key, seat in hand.plan.survey.seats.items() if str(seat.row) == hand.name]
    if not keys:
        raise MissingError(f"there is no row {hand.name}", value=hand.name)
    first = hand.plan.survey.seats[keys[0]]
    y = min(max(hand.near(to[0], _places(hand, keys[0], 1)), 1.0), hand.plan.survey.room.depth.value - 1)
    by = y - first.y.value
    moves = [PutSeat(id=key, y=chosen(hand.plan.survey.seats[key].y.value + by)) for key in keys]
    return hand.done(several(*moves), f"row {hand.name} to {hand.show(y)} out", y, first.eye_point.z)


GRIPS: Final = (GripKind("seat", ("plan",), _seats, _seat), GripKind("row", ("section",), _rows, _row))
