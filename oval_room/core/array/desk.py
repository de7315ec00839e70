"""What whoever hangs and runs walls of displays wants on one page: plugs, holes from one zero, order, cables, takes
(rules 9.4, 9.5)."""

from __future__ import annotations

import math
from collections.abc import Mapping

from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Mapped, Walls, comes_in
from oval_room.core.array.wall import Display, hanging_order
from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.document import Plan
from oval_room.core.plan.group import Group
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.lattice import LINE
from oval_room.core.viewing.sharpness import distance_at_60


def plug_of(controller: str, port: int) -> str:
    """An output as it is read."""
    return f"{controller} out {port}"


def plugs(plan: Plan, walls: Walls) -> dict[str, str]:
    """Where each display is plugged in, in words, by its picture's id."""
    names = {key: one.name for key, one in plan.chosen.kept(Arrays).controllers.items()}
    return {one.display.key: plug_of(names[one.port[0]], one.port[1]) for one in walls.displays if one.port is not None}


@record
class HungHole:
    """A hole of a wall from its zero: right of it and above it [mm]."""

    display: int
    number: int
    right: float
    up: float


@record
class Zero:
    """The zero of a wall of displays: under the left edge of its leftmost frame, level with its lowest frame's edge.
    along: from the room's wall's left end; height: above the floor [mm]."""

    along: float
    height: float


def zero_of(plan: Plan, group: Group, displays: tuple[Display, ...]) -> Zero:
    wall = plan.survey.room.walls[wall_of(plan.survey.room, group) - 1]
    middle, _ = wall.own(group.pose.x, group.pose.y)
    left = min(one.outline.left for one in displays)
    low = max(one.outline.top + one.outline.height for one in displays)
    return Zero(middle + left, group.pose.z - low)


def holes_of_wall(plan: Plan, report: Report, group: Group, displays: tuple[Display, ...]) -> list[HungHole]:
    """Every hole of a wall's displays whose holes are known, from its one zero, in the order they are hung."""
    zero, found = zero_of(plan, group, displays), []
    maps = report.of(FixingResult).holes
    for one in hanging_order(displays):
        holes = maps.get(one.key)
        if holes is None:
            continue
        places = [(column, row) for row in holes.rows for column in holes.columns]
        found += [HungHole(one.number, n, x - zero.along, z - zero.height) for n, (x, z) in enumerate(places, 1)]
    return found


@record
class Rail:
    """A rail that could carry a row of holes: above the zero, from where to where right of it [mm], its holes, the
    displays on it."""

    up: float
    start: float
    end: float
    holes: int
    displays: tuple[int, ...]


def rails_of(holes: list[HungHole]) -> list[Rail]:
    """Holes at one height, of two displays or more, as rails from below: what one long rail would carry in place of a
    plate each. Told along the holes; the rail's maker says how far it runs past them."""
    rows: list[list[HungHole]] = []
    for hole in sorted(holes, key=lambda hole: hole.up):
        if rows and hole.up - rows[-1][0].up <= LINE:
            rows[-1].append(hole)
        else:
            rows.append([hole])
    return [
        Rail(
            row[0].up,
            min(h.right for h in row),
            max(h.right for h in row),
            len(row),
            tuple(sorted({h.display for h in row})),
        )
        for row in rows
        if len({hole.display for hole in row}) > 1
    ]


@record
class Seen:
    """A wall from its seats [mm]: the nearest and the farthest of them from its middle, and from where on its coarsest
    display's pixels are no longer told apart (rules 3.3); None without a seat."""

    nearest: float | None
    farthest: float | None
    blend: float


def seen_from_seats(plan: Plan, group: Group, displays: tuple[Display, ...]) -> Seen:
    away = [math.dist(seat.eye_point, group.pose.point) for seat in plan.survey.seats.values()]
    pitch = max(1 / one.scale for one in displays)
    return Seen(min(away, default=None), max(away, default=None), distance_at_60(pitch))


@record
class Cables:
    """How many go where: controller to display, source to controller or router, router to controller; converters."""

    displays: int
    sources: int
    router: int
    converters: int


def cables_of(plan: Plan, walls: Walls) -> Cables:
    arrays = plan.chosen.kept(Arrays)
    displays = sum(one.port is not None for one in walls.displays)
    if arrays.router is None:
        return Cables(displays, len(walls.feeds), 0, 0)
    comes = min(len(comes_in(arrays)), arrays.router.inputs)
    goes = min(len(arrays.controllers), arrays.router.outputs)
    return Cables(displays, comes, goes, comes + goes if arrays.router.sdi else 0)


def crosspoints(plan: Plan) -> tuple[list[str], list[tuple[int, str, int | None]]]:
    """The router's inputs by what comes in there, and its outputs: number, what goes out, the input that is taken."""
    arrays = plan.chosen.kept(Arrays)
    router = arrays.router
    if router is None:
        return [], []
    named = [(arrays.sources[key], n) for key, n in comes_in(arrays)]
    comes = [f"{one.name} {n}" if one.outputs > 1 else one.name for one, n in named]
    goes = [one.name for one in arrays.controllers.values()]
    takes = dict(router.takes)
    inputs = [comes[n] if n < len(comes) else "" for n in range(router.inputs)]
    outputs = [
        (n, goes[n - 1] if n <= len(goes) else f"monitor {n - len(goes)}", takes.get(n))
        for n in range(1, router.outputs + 1)
    ]
    return inputs, outputs


def on_layout(walls: Walls, key: str) -> list[Mapped]:
    """What hangs on each cell of a controller's layout, in their order."""
    by_port: Mapping[object, Mapped] = {one.port: one for one in walls.displays}
    return [by_port[key, cell.port] for cell in walls.layouts[key].cells]
