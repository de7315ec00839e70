"""The shortest way of a cable over a room's surfaces: along skirting or ceiling line, up and down walls, straight over
the ceiling; never through a window or a door, never up a wall beside mains (rules 10.8, 10.9).

Each wall has a net of lines: upright ones at its ends, where cables leave it, beside openings and beside mains; level
ones at the skirting, under the ceiling, at what hangs there, under and over openings.
"""

from __future__ import annotations

import heapq
import itertools
import math
from collections.abc import Iterable, Mapping, Sequence
from typing import Final, Literal, NamedTuple

from oval_room.core.plan.fittings import Opening, Service
from oval_room.core.plan.outline import Wall, to_wall
from oval_room.core.plan.room import Room
from oval_room.core.pose import Point
from oval_room.core.record import record

Level = Literal["shortest", "low", "high"]
LOW: Final = 60.0
"""Along the skirting [mm above the floor] (planning value)."""
UNDER: Final = 40.0
"""Under the ceiling [mm] (planning value)."""
BESIDE: Final = 60.0
"""Past an opening's edge, clear of its frame [mm] (planning value)."""
MAINS: Final = 200.0
"""From mains, but where it is crossed (rules 10.8) [mm]."""
HOT: Final = ("socket", "switch", "light", "thermostat", "cable")
"""Services with mains in the wall above and below them."""
OUT_OF: Final = 1.0


class Route(NamedTuple):
    """A way: its length [mm] and its corners in the room."""

    length: float
    corners: tuple[Point, ...]


@record
class End:
    """Where a cable ends. over: whether it comes down from the ceiling."""

    at: Point
    over: bool = False


class _Node(NamedTuple):
    """A place of the net: its surface, and where."""

    on: str
    x: float
    y: float
    z: float


class Net:
    """The net of one room for some ends: where they join it does not change the walls' lines of others but by adding
    to them."""

    def __init__(
        self, room: Room, openings: Iterable[Opening], services: Iterable[Service], ends: Iterable[End]
    ) -> None:
        self._room = room
        self._openings: dict[str, list[Opening]] = {}
        for opening in openings:
            self._openings.setdefault(opening.wall, []).append(opening)
        self._mains: dict[str, list[float]] = {}
        for service in services:
            if service.kind in HOT and service.wall != "ceiling":
                self._mains.setdefault(service.wall, []).append(service.along)
        self._edges: dict[_Node, list[tuple[_Node, float, str]]] = {}
        known = list(dict.fromkeys(ends))
        self._hung = [end for end in known if end.over]
        self._ends = {end: self._joined(end) for end in known if not end.over}
        tops = [top for wall in room.walls for top in self._wall(wall)]
        self._over(tops)

    # ── the net ──

    def _joined(self, end: End) -> tuple[Wall, float, float]:
        """The wall that an end is nearest to, and where on it: along, above the floor."""
        _, wall = to_wall(self._room.corners, end.at.x, end.at.y)
        u = min(max(wall.own(end.at.x, end.at.y)[0], 0.0), wall.length)
        return wall, min(round(u, 1), wall.length), round(min(max(end.at.z, LOW), self._top(wall, u)), 1)

    def _top(self, wall: Wall, u: float) -> float:
        return max(self._room.ceiling_at(*wall.room(u, OUT_OF)) - UNDER, LOW)

    def _wall(self, wall: Wall) -> list[_Node]:
        """Lay a wall's lines; the places under the ceiling from which cables go over it."""
        openings, mains = self._openings.get(wall.key, []), self._mains.get(wall.key, [])
        here = [(end, u, z) for end, (of, u, z) in self._ends.items() if of.key == wall.key]
        upright = {0.0, wall.length, *(u for _, u, _ in here)}
        level = {LOW, *(z for _, _, z in here)}
        for opening in openings:
            left, right = opening.ends
            upright |= {left - BESIDE, right + BESIDE}
            level |= {opening.sill.value - BESIDE, opening.head.value + BESIDE}
        for at in mains:
            upright |= {at - MAINS, at + MAINS}
        us = sorted(u for u in upright if 0.0 <= u <= wall.length)
        columns: list[list[_Node]] = []
        for u in us:
            top = self._top(wall, u)
            zs = sorted({z for z in level if LOW <= z < top} | {top})
            columns.append([_Node(wall.key, *wall.room(u, 0.0), z) for z in zs])
        for u, column in zip(us, columns, strict=True):
            hot = any(abs(u - at) < MAINS - 1e-6 for at in mains)
            for a, b in itertools.pairwise(column):
                if not hot and not _blocked(openings, u, u, a.z, b.z):
                    self._join(a, b, "up")
        for (u0, one), (u1, other) in zip(
            zip(us, columns, strict=True), list(zip(us, columns, strict=True))[1:], strict=False
        ):
            by_z = {node.z: node for node in other[:-1]}
            for node in one[:-1]:
                if node.z in by_z and not _blocked(openings, u0, u1, node.z, node.z):
                    self._join(node, by_z[node.z], "low" if node.z == LOW else "level")
            if not _blocked(openings, u0, u1, one[-1].z, other[-1].z):
                self._join(one[-1], other[-1], "high")
        column_at = dict(zip(us, columns, strict=True))
        for end, u, z in here:
            self._join(self._end(end), min(column_at[u], key=lambda node: abs(node.z - z)), "join")
        self._corner(wall, columns)
        return [column_at[u][-1] for _, u, _ in here]

    def _end(self, end: End) -> _Node:
        return _Node("end over" if end.over else "end", end.at.x, end.at.y, end.at.z)

    def _corner(self, wall: Wall, columns: Sequence[Sequence[_Node]]) -> None:
        """Join a wall's ends to the corners that it shares, at skirting and ceiling."""
        for place, column in ((wall.a, columns[0]), (wall.b, columns[-1])):
            for name, node in (("low", column[0]), ("high", column[-1])):
                self._join(_Node(f"corner {name}", round(place[0], 3), round(place[1], 3), 0.0), node, "corner")

    def _over(self, tops: Sequence[_Node]) -> None:
        """Over the ceiling: from every place where a cable comes up to every other, and to what hangs there."""
        hung = []
        for end in self._hung:
            node = _Node("ceiling", end.at.x, end.at.y, self._room.ceiling_at(end.at.x, end.at.y))
            self._join(self._end(end), node, "join")
            hung.append(node)
        places = list(dict.fromkeys((*tops, *hung)))
        for n, one in enumerate(places):
            for other in places[n + 1 :]:
                if (one.on != other.on or one.on == "ceiling") and self._clear(one, other):
                    self._join(one, other, "over")

    def _clear(self, one: _Node, other: _Node) -> bool:
        """Whether the straight way between two places of the ceiling stays in the room."""
        if self._room.is_box:
            return True
        steps = (0.1, 0.25, 0.4, 0.5, 0.6, 0.75, 0.9)
        return all(self._room.holds(one.x + t * (other.x - one.x), one.y + t * (other.y - one.y)) for t in steps)

    def _join(self, one: _Node, other: _Node, how: str) -> None:
        if how == "corner":
            far = 0.0
        else:
            far = math.dist((one.x, one.y, one.z), (other.x, other.y, other.z))
        self._edges.setdefault(one, []).append((other, far, how))
        self._edges.setdefault(other, []).append((one, far, how))

    # ── ways ──

    def routes(self, start: End, goals: Iterable[End], level: Level = "shortest") -> dict[End, Route]:
        """The shortest ways from one end to others; those that can't be reached are left out.

        level: low keeps to the skirting, high to the ceiling.
        """
        without = {"low": ("over", "high", "level"), "high": ("low", "level"), "shortest": ()}[level]
        first, wanted = self._end(start), {self._end(goal): goal for goal in goals}
        best, came = {first: 0.0}, dict[_Node, _Node]()
        queue, found = [(0.0, 0, first)], dict[End, Route]()
        count, left = 0, set(wanted)
        while queue and left:
            far, _, node = heapq.heappop(queue)
            if far > best[node]:
                continue
            if node in left:
                left.discard(node)
                found[wanted[node]] = Route(far, self._corners(node, came))
            for other, more, how in self._edges.get(node, ()):
                if how in without:
                    continue
                if (now := far + more) < best.get(other, math.inf) - 1e-9:
                    best[other], came[other] = now, node
                    count += 1
                    heapq.heappush(queue, (now, count, other))
        return found

    def _corners(self, node: _Node, came: Mapping[_Node, _Node]) -> tuple[Point, ...]:
        """The places of a way where it turns."""
        places = [node]
        while places[-1] in came:
            places.append(came[places[-1]])
        points = [Point(one.x, one.y, one.z) for one in reversed(places) if not one.on.startswith("corner")]
        kept: list[Point] = []
        for point in points:
            if len(kept) > 1 and _straight(kept[-2], kept[-1], point):
                kept[-1] = point
            elif not kept or math.dist(kept[-1], point) > 0.5:
                kept.append(point)
        return tuple(kept)


def _straight(a: Point, b: Point, c: Point) -> bool:
    return abs(math.dist(a, b) + math.dist(b, c) - math.dist(a, c)) < 0.01


def _blocked(openings: Sequence[Opening], u0: float, u1: float, z0: float, z1: float) -> bool:
    """Whether a line on a wall runs into an opening."""
    lo, hi = min(z0, z1), max(z0, z1)
    for opening in openings:
        left, right = opening.ends
        across = u0 < right - 1e-6 and u1 > left + 1e-6 if u0 != u1 else left + 1e-6 < u0 < right - 1e-6
        if u0 == u1:
            meets = lo < opening.head.value - 1e-6 and hi > opening.sill.value + 1e-6
        else:
            meets = opening.sill.value - 1e-6 < lo < opening.head.value + 1e-6
            meets = meets or (lo < opening.head.value and hi > opening.sill.value)
        if across and meets:
            return True
    return False
