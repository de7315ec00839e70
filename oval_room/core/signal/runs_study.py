"""Study of where cables run: each the shortest way over the room's surfaces between its ends (rules 10.9)."""

from __future__ import annotations

import itertools
from collections.abc import Mapping
from dataclasses import field
from typing import ClassVar, Final

from oval_room.core.plan.fittings import MOUTHS
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import wall_of
from oval_room.core.pose import Point
from oval_room.core.projection.document import Projector
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.signal.document import Cable, Routing, Spot, Via, Way
from oval_room.core.signal.runs import UNDER, End, Net, Route
from oval_room.core.survey.document import Survey

ON_THE_WALL: Final = 900.0
"""A panel farther off its wall than this hangs at none [mm]: an arm reaches no farther."""


@record
class Lengths:
    """How far each cable runs [mm], by its id: the same while no way changes."""

    by_value: ClassVar[bool] = True
    of: tuple[tuple[str, float], ...] = ()


@record
class RunsResult(Result):
    """Where each cable runs, by its id; those whose ends nobody has placed are not in it."""

    routes: Mapping[str, Route] = field(default_factory=dict)
    astray: Mapping[str, Way] = field(default_factory=dict)
    """Of those the ones for which there is no way at the level that was asked for, with that."""

    @property
    def lengths(self) -> Lengths:
        return Lengths(tuple((key, route.length) for key, route in self.routes.items()))


def mouth_behind(survey: Survey, picture: Picture) -> tuple[str, Point] | None:
    """The wall box, brush plate or conduit behind a panel, by its id, and where it is; the nearest to its middle."""
    room = survey.room
    wall = room.walls[wall_of(room, picture) - 1]
    middle, off = wall.own(picture.pose.x, picture.pose.y)
    if abs(off) > ON_THE_WALL or picture.kind != "panel":
        return None
    half = picture.across / 2 + picture.frame_side
    low, high = picture.bottom - picture.frame_bottom, picture.top + picture.frame_top
    behind = [
        (abs(one.along - middle) + abs(one.z - picture.pose.z), key)
        for key, one in survey.services.items()
        if one.kind in MOUTHS and one.wall == wall.key and abs(one.along - middle) <= half and low <= one.z <= high
    ]
    if not behind:
        return None
    key = min(behind)[1]
    service = survey.services[key]
    x, y = wall.room(service.along, 0.0)
    return key, Point(x, y, service.z)


def ends_of(
    survey: Survey, pictures: Mapping[str, Picture], lenses: Mapping[str, Projector], routing: Routing
) -> dict[str, End]:
    """Where every box that has a place stands, as the end of a cable; a panel's at the box in the wall behind it, where
    there is one."""
    out = dict[str, End]()
    for key, picture in pictures.items():
        mouth = mouth_behind(survey, picture)
        out[key] = End(_point(mouth[1] if mouth else picture.pose))
    for key, projector in lenses.items():
        out[key] = End(_point(projector.pose), projector.hung)
    rack = assumed_spot(pictures, routing)
    if rack.pose is not None:  # what drives a wall stands there too
        driving = (
            {end for cable in routing.cables.values() for end in (cable.start, cable.end)}
            - out.keys()
            - routing.devices.keys()
        )
        out |= {key: End(_point(rack.pose)) for key in driving}
    for key, device in routing.devices.items():
        spot = routing.spots.get(device.spot or "") or rack
        if spot.pose is not None:
            out[key] = End(_point(spot.pose), spot.kind == "ceiling")
    return out


def assumed_spot(pictures: Mapping[str, Picture], routing: Routing) -> Spot:
    """Where gear is taken to stand until somebody says: in the first rack there is, else under the first picture."""
    rack = next((spot for spot in routing.spots.values() if spot.kind == "rack"), None)
    if rack is not None:
        return rack
    picture = next(iter(pictures.values()), None)
    if picture is None:
        return Spot(name="rack")
    return Spot(name="rack", pose=Pose(x=picture.pose.x, y=max(picture.pose.y, 0.0) + 250.0, z=300.0))


def _point(pose: Pose | Point) -> Point:
    return Point(round(pose.x, 1), round(pose.y, 1), round(pose.z, 1))


def study_runs(
    survey: Survey, pictures: Mapping[str, Picture], lenses: Mapping[str, Projector], routing: Routing
) -> RunsResult:
    """The way of every cable between two places of the room."""
    cables = routing.cables
    if not cables:
        return RunsResult({}, ())
    ends = ends_of(survey, pictures, lenses, routing)
    beside = _beside(cables, routing)
    placed = {key: (ends[c.start], ends[c.end]) for key, c in cables.items() if c.start in ends and c.end in ends}
    if not placed:
        return RunsResult({}, (), beside)
    over = {key: [_over(survey, via) for via in cables[key].via] for key in placed}
    used = [end for pair in placed.values() for end in pair] + [end for vias in over.values() for end in vias]
    net = Net(survey.room, survey.openings.values(), survey.services.values(), used)
    astray = set[str]()
    routes = _straight(net, cables, {key: pair for key, pair in placed.items() if not over[key]}, astray)
    pulled = {key: _pulled(net, placed[key], vias, cables[key].way) for key, vias in over.items() if vias}
    routes |= {key: route for key, route in pulled.items() if route is not None}
    kept = beside | {key: routes[key] for key in cables if key in routes}
    return RunsResult({}, (), kept, {key: cables[key].way for key in astray if key in kept})


def _pulled(net: Net, ends: tuple[End, End], vias: list[End], way: Way) -> Route | None:
    """A way over the places that it was pulled over; None where one of its legs has none."""
    legs = [_leg(net, a, b, way) for a, b in itertools.pairwise([ends[0], *vias, ends[1]])]
    there = [leg for leg in legs if leg is not None]
    return _joined(there) if len(there) == len(legs) else None


def _beside(cables: Mapping[str, Cable], routing: Routing) -> dict[str, Route]:
    """Cables between two boxes at one place that nobody has measured out: they run from one to the other there."""
    spots = {key: device.spot for key, device in routing.devices.items() if device.spot in routing.spots}
    same = {key for key, one in cables.items() if one.start in spots and spots[one.start] == spots.get(one.end)}
    return {key: Route(0.0, ()) for key in same if routing.spots[spots[cables[key].start] or ""].pose is None}


def _straight(
    net: Net, cables: Mapping[str, Cable], placed: Mapping[str, tuple[End, End]], astray: set[str]
) -> dict[str, Route]:
    """Ways that nobody has pulled aside: those that begin at one place in one go. astray: takes those whose level there
    is no way at."""
    routes = dict[str, Route]()
    for start, way in dict.fromkeys((pair[0], cables[key].way) for key, pair in placed.items()):
        mine = [key for key, pair in placed.items() if pair[0] == start and cables[key].way == way]
        goals = [placed[key][1] for key in mine]
        found = net.routes(start, goals, way)
        left = [goal for goal in goals if goal not in found]
        if left:  # there is no way at that level: any will do, and it is told
            found |= net.routes(start, left)
            astray |= {key for key in mine if placed[key][1] in left}
        for key in mine:
            if placed[key][1] == start:
                routes[key] = Route(0.0, (start.at,))
            elif placed[key][1] in found:
                routes[key] = found[placed[key][1]]
    return routes


def _over(survey: Survey, via: Via) -> End:
    """A place that a cable was pulled over: on its wall, or over the ceiling."""
    at = Point(round(via.x, 1), round(via.y, 1), round(via.z, 1))
    return End(at, at.z >= survey.room.ceiling_at(at.x, at.y) - UNDER)


def _leg(net: Net, start: End, end: End, way: Way) -> Route | None:
    if start == end:
        return Route(0.0, (start.at,))
    return net.routes(start, [end], way).get(end) or net.routes(start, [end]).get(end)


def _joined(legs: list[Route]) -> Route:
    corners: list[Point] = []
    for leg in legs:
        corners += leg.corners if not corners else leg.corners[1:]
    return Route(sum(leg.length for leg in legs), tuple(corners))
