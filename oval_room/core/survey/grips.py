"""Grips of the room: its corners, and the things that stand in it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.outline import check_outline, move_corner, walls_of
from oval_room.core.plan.room import Corner
from oval_room.core.survey.commands import PutThing
from oval_room.core.survey.room_commands import PutOutline, PutRoom


def _corners(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    return [
        Grip(f"corner.{n}", y, x, "uv", f"corner {n}") for n, (x, y) in enumerate(plan.survey.room.corners, 1) if n > 1
    ]


def _things(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    return [
        Grip(f"thing.{k}", (t.y_from + t.y_to) / 2, (t.x_from + t.x_to) / 2, "uv", t.name, k)
        for k, t in plan.survey.things.items()
    ]


def _in_line(hand: Hand, axis: int) -> Iterator[Snap]:
    """The other corners, along one axis."""
    for n, corner in enumerate(hand.plan.survey.room.corners, 1):
        if str(n) != hand.name:
            yield Snap(corner[axis], f"in line with corner {n}")


def centre_lines(plan: Plan) -> Iterator[Snap]:
    """The pictures' middles along the wall."""
    return (Snap(p.pose.x, f"centre line of {p.name}") for p in plan.chosen.pictures.values())


def _corner(hand: Hand, to: tuple[float, float]) -> Pulled:
    """A corner of the room: its walls keep their direction. What it changes is assumed until it is measured."""
    room = hand.plan.survey.room
    n = int(hand.name) if hand.name.isdecimal() else 0
    if not 2 <= n <= len(room.corners):
        raise MissingError(f"there is no corner {hand.name} to move", value=hand.name)
    was_x, was_y = room.corners[n - 1]
    y, x = hand.near(to[0], _in_line(hand, 1)), hand.near(to[1], _in_line(hand, 0))
    step = hand.ruler.step  # what the hand hardly moved stays exactly where it was read
    y, x = was_y if abs(y - was_y) <= step else y, was_x if abs(x - was_x) <= step else x
    corners = move_corner(room.corners, n, (x, y))
    if room.is_box:
        across, out = corners[1][0] if n == 2 else corners[2][0], corners[3][1] if n == 4 else corners[2][1]
        put: Command = PutRoom(
            width=_assumed(across) if n in (2, 3) and across != room.width.value else None,
            depth=_assumed(out) if n in (3, 4) and out != room.depth.value else None,
        )
        at = (across if n in (2, 3) else 0.0, out if n in (3, 4) else 0.0)
    else:
        check_outline(corners)
        lengths = zip(walls_of(corners), room.walls, strict=True)
        walls = tuple(_assumed(now.length) if abs(now.length - was.length) > 0.05 else None for now, was in lengths)
        put = PutOutline(corners=tuple(Corner(x=cx, y=cy) for cx, cy in corners), walls=walls)
        at = corners[n - 1]
    return hand.done(put, f"corner {n} to {hand.show(at[1])} out, {hand.show(at[0])} along", at[1], at[0])


def _assumed(value: float) -> Typed:
    return Typed(value=value, source="assumed")


def _thing(hand: Hand, to: tuple[float, float]) -> Pulled:
    thing = hand.plan.survey.things.get(hand.name)
    if thing is None:
        raise MissingError(f"there is no thing {hand.name}", value=hand.name)
    deep, wide = thing.y_to - thing.y_from, thing.x_to - thing.x_from
    y = max(hand.near(to[0] - deep / 2, [Snap(0.0, "against the wall")]), 0.0)
    x = hand.near(to[1], centre_lines(hand.plan)) - wide / 2
    put = PutThing(id=hand.name, x_from=x, x_to=x + wide, y_from=y, y_to=y + deep, source="chosen")
    return hand.done(
        put, f"{thing.name} to {hand.show(x + wide / 2)} along, {hand.show(y)} out", y + deep / 2, x + wide / 2
    )


GRIPS: Final = (GripKind("corner", ("plan",), _corners, _corner), GripKind("thing", ("plan",), _things, _thing))
