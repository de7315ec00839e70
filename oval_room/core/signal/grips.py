"""Grips of the chain: where gear stands, and the middle of a cable's way, pulled over another place."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.outline import to_wall
from oval_room.core.signal.boxes import lenses
from oval_room.core.signal.commands import PutCable, PutSpot
from oval_room.core.signal.document import Cable, Routing, Via
from oval_room.core.signal.runs import LOW
from oval_room.core.signal.runs_study import ends_of

NEAR_WALL: Final = 400.0
"""A cable pulled nearer to a wall than this runs along its skirting; farther in it goes over the ceiling [mm]."""


FAR: Final = 1500.0
"""Between nearer ends there is nothing to pull [mm]."""
MOST_BENDS: Final = 6
ON_WALL: Final = 30.0
"""What hangs on the wall in view lies no farther off it [mm]."""
MOST_GRIPS: Final = 24


def _spots(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    spots = plan.chosen.kept(Routing).spots
    return [Grip(f"spot.{k}", s.pose.y, s.pose.x, "uv", s.name, k) for k, s in spots.items() if s.pose is not None]


def _spot(hand: Hand, to: tuple[float, float]) -> Pulled:
    spot = hand.plan.chosen.kept(Routing).spots.get(hand.name)
    if spot is None:
        raise MissingError(f"there is no place {hand.name}", value=hand.name)
    y = max(hand.near(to[0], [Snap(0.0, "against the wall")]), 0.0)
    x = hand.near(to[1])
    put = PutSpot(id=hand.name, x=x, y=y)
    return hand.done(put, f"{spot.name} to {hand.show(x)} along, {hand.show(y)} out", y, x)


def _bends(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    """Where cables were pulled over a place, and half way to the end of each long one, where it can be pulled."""
    scheme, out = plan.chosen, list[Grip]()
    routing = scheme.kept(Routing)
    ends = ends_of(plan.survey, scheme.pictures, lenses(scheme), routing)
    for key, cable in routing.cables.items():
        start, end = ends.get(cable.start), ends.get(cable.end)
        if start is None or end is None or math.dist(start.at, end.at) < FAR:
            continue
        out += [
            Grip(f"bend.{key}-{n}", via.y, via.x, "uv", f"cable {cable.name}", key) for n, via in enumerate(cable.via)
        ]
        last = cable.via[-1] if cable.via else start.at
        half = ((last.y + end.at.y) / 2, (last.x + end.at.x) / 2)
        if len(cable.via) < MOST_BENDS:
            out.append(Grip(f"bend.{key}-{len(cable.via)}", *half, "uv", f"cable {cable.name}, pull it aside", key))
    return out[:MOST_GRIPS]


def _held(hand: Hand) -> tuple[str, Cable, int]:
    """The cable a hand holds, and which of its places.

    Raises:
        MissingError: there is no such cable, or no such place of it.
    """
    key, _, number = hand.name.partition("-")
    cable = hand.plan.chosen.kept(Routing).cables.get(key)
    if cable is None or not number.isdecimal() or not int(number) <= min(len(cable.via), MOST_BENDS - 1):
        raise MissingError(f"there is no cable {hand.name} to pull", value=hand.name)
    return key, cable, int(number)


def _over(key: str, cable: Cable, number: int, via: Via) -> PutCable:
    places = [*cable.via]
    places[number : number + 1] = [via]
    return PutCable(id=key, via=tuple(places))


def _bend(hand: Hand, to: tuple[float, float]) -> Pulled:
    """A cable pulled over a place: near a wall along its skirting, else over the ceiling."""
    key, cable, number = _held(hand)
    room = hand.plan.survey.room
    y, x = hand.near(to[0]), hand.near(to[1])
    far, wall = to_wall(room.corners, x, y)
    if far <= NEAR_WALL:
        x, y = wall.room(min(max(wall.own(x, y)[0], 0.0), wall.length), 0.0)
        via, how = Via(x=x, y=y, z=LOW), "along the skirting"
    else:
        via, how = Via(x=x, y=y, z=room.ceiling_at(x, y)), "over the ceiling"
    told = f"cable {cable.name} {how}, {hand.show(x)} along, {hand.show(y)} out"
    return hand.done(_over(key, cable, number, via), told, y, x)


def _wall_bends(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    """On the wall in view: where a cable was pulled over a place of it, and half way along one that ends at it."""
    scheme, out = plan.chosen, list[Grip]()
    routing = scheme.kept(Routing)
    ends = ends_of(plan.survey, scheme.pictures, lenses(scheme), routing)
    for key, cable in routing.cables.items():
        start, end = ends.get(cable.start), ends.get(cable.end)
        if start is None or end is None:
            continue
        out += [
            Grip(f"hang.{key}-{n}", via.x, via.z, "uv", f"cable {cable.name}", key)
            for n, via in enumerate(cable.via)
            if abs(via.y) <= ON_WALL
        ]
        last = cable.via[-1] if cable.via else start.at
        if max(last.y, end.at.y) > NEAR_WALL or math.dist((last.x, last.y, last.z), end.at) < FAR:
            continue
        if len(cable.via) < MOST_BENDS:
            half = ((last.x + end.at.x) / 2, (last.z + end.at.z) / 2)
            out.append(Grip(f"hang.{key}-{len(cable.via)}", *half, "uv", f"cable {cable.name}, pull it aside", key))
    return out[:MOST_GRIPS]


def _wall_bend(hand: Hand, to: tuple[float, float]) -> Pulled:
    """A cable pulled over a place of the wall in view."""
    key, cable, number = _held(hand)
    room = hand.plan.survey.room
    x = min(max(hand.near(to[0]), 0.0), room.walls[0].length)
    z = min(max(hand.near(to[1], [Snap(LOW, "along the skirting")]), LOW), room.ceiling_at(x, 0.0))
    told = f"cable {cable.name} over the wall, {hand.show(x)} along, {hand.show(z)} up"
    return hand.done(_over(key, cable, number, Via(x=x, y=0.0, z=z)), told, x, z)


GRIPS: Final = (
    GripKind("spot", ("plan",), _spots, _spot),
    GripKind("bend", ("plan",), _bends, _bend),
    GripKind("hang", ("elevation",), _wall_bends, _wall_bend),
)
