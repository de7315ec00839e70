"""Study of walls of displays: their canvases, outputs, what sources must draw, power, weight, reach (rules 9, 12.2)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

from oval_room.core.array.commands import PutCut, PutPatch, PutRouter
from oval_room.core.array.document import Arrays
from oval_room.core.array.figures import KINDS
from oval_room.core.array.mapping import Driving, Mapped, WallMap, Walls, comes_in, mapping_of, steps_of
from oval_room.core.array.says import ArrayCode, ArrayCure
from oval_room.core.array.units import PX
from oval_room.core.array.wall import FLAT, overlaps, shut_in, walls_of
from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.mains import BTU, LEAKAGE, circuit_limit, devices_for
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.signal.document import Routing
from oval_room.core.viewing.sharpness import distance_at_60

SOFT: Final = 2.0
"""Display pixels for one of the canvas, past which it looks soft (rules 9.3)."""
LEAKS: Final = 0.75
"""Of one display to earth [mA] (planning value of ours)."""
AT_ONCE: Final = 4
"""Displays on one breaker that may be switched on together (planning value of ours)."""
LOST: Final = 0.95
"""Less of a canvas's pixels than this is worth a note (planning value of ours)."""
COMES_FORWARD: Final = 300.0
"""An arm that reaches this far lets a display be reached behind [mm] (planning value of ours)."""


@record
class Power:
    """Displays' watts, how many say none, circuits wanted, displays with their mounts [kg], how many say none."""

    watts: float
    unknown: int
    circuits: int
    mass: float
    unweighed: int


@record
class ArrayResult(Result):
    """The mapping of every wall, and what all displays take; None without a wall."""

    walls: Walls | None = None
    power: Power | None = None

    @property
    def driving(self) -> Driving | None:
        """What drives the displays; None without a wall."""
        return self.walls.driving if self.walls is not None else None

    @property
    def shown(self) -> dict[str, Mapped]:
        """What every display of a wall shows, by its id."""
        return {one.display.key: one for one in self.walls.displays} if self.walls is not None else {}


def study_walls(scheme: Scheme, gear: GearShelf) -> ArrayResult:
    """Every wall of displays of a scheme."""
    if not walls_of(scheme):
        return ArrayResult({}, ())
    book, out = FigureBook(KINDS), list[Finding]()
    found, routing = mapping_of(scheme), scheme.kept(Routing)
    power = _power(scheme, gear, found, routing)
    for key, wall in found.walls.items():
        _figures(book, key, wall)
        out += [*_canvas(key, wall, scheme), *_hung(key, wall, scheme, gear)]
    out += [*_outputs(scheme, found), *_controllers(scheme, found), *_mains(found, power, routing)]
    _totals(book, scheme, found, power)
    return ArrayResult(book.figures, tuple(out), found, power)


def _power(scheme: Scheme, gear: GearShelf, found: Walls, routing: Routing) -> Power:
    watts, mass, unknown, unweighed = list[float](), 0.0, 0, 0
    for one in found.displays:
        picture = scheme.pictures[one.display.key]
        item, mount = gear.get(picture.gear or ""), gear.get(picture.mount or "")
        if isinstance(item, Panel) and item.watts:
            watts.append(item.watts)
        else:
            unknown += 1
        mass += (mount.mass_kg or 0.0) if isinstance(mount, Mount) else 0.0
        if isinstance(item, Panel) and item.mass_kg:
            mass += item.mass_kg
        else:
            unweighed += 1
    return Power(sum(watts), unknown, _circuits(watts, circuit_limit(routing.volts, routing.amps)), mass, unweighed)


def _circuits(watts: list[float], limit: float) -> int:
    """Circuits, the greatest load first, each where it still fits."""
    loads = list[float]()
    for one in sorted(watts, reverse=True):
        at = next((n for n, load in enumerate(loads) if not beyond(load + one, limit)), None)
        if at is None:
            loads.append(one)
        else:
            loads[at] += one
    return len(loads)


def _figures(book: FigureBook, key: str, wall: WallMap) -> None:
    places = wall.places
    wide = max(one.left + one.width for one in places) - min(one.left for one in places)
    high = max(one.top + one.height for one in places) - min(one.top for one in places)
    s = Input("s", "canvas pixels a millimetre", wall.scale, "ratio", "maker")
    closed = ", closed up" if wall.closed else ""
    book.add("wall_across", wall.size[0], Input("w", f"across{closed}", wide, "mm"), s, subject=wall.name, picture=key)
    book.add("wall_down", wall.size[1], Input("h", f"up{closed}", high, "mm"), s, subject=wall.name, picture=key)
    book.add("wall_error", wall.error, subject=wall.name, picture=key)
    book.add("wall_factor", max(one.factor for one in wall.displays), subject=wall.name, picture=key)
    coarse = min(one.display.scale for one in wall.displays)
    p = Input("p", "the coarsest display's pixel", 1 / coarse, "mm")
    book.add("wall_blend", distance_at_60(1 / coarse), p, subject=wall.name, picture=key)


def _totals(book: FigureBook, scheme: Scheme, found: Walls, power: Power) -> None:
    outputs = sum(one.outputs for one in scheme.kept(Arrays).controllers.values())
    if outputs:
        n = Input("n", "outputs of all controllers", outputs, "count")
        book.add(
            "walls_outputs", outputs - len(found.displays), n, Input("d", "displays", len(found.displays), "count")
        )
    if power.watts:
        watts = Input("W", "their sheets' watts, added up", power.watts, "watts", "maker")
        book.add("walls_watts", power.watts, watts)
        book.add("walls_heat", power.watts * BTU, watts)
        book.add("walls_circuits", power.circuits)
    if power.mass:
        book.add("walls_mass", power.mass, Input("m", "their sheets' weights, added up", power.mass, "kg", "maker"))


def _canvas(key: str, wall: WallMap, scheme: Scheme) -> Iterator[Finding]:
    """The canvas: its size, too large, closed up where it can't be, softer or coarser than the displays."""
    about = {"picture": key}
    cut = scheme.kept(Arrays).cut_of(key)
    more: dict[str, object] = {"size": wall.size, "closed": wall.closed}
    if wall.large is None:
        yield Finding(ArrayCode.WALL_CANVAS, Level.GOOD, "9.2", about, wall.error, None, PX, more=more)
    else:
        across = wall.size[0]
        cures: tuple[Cure, ...] = (Cure(ArrayCure.ACROSS, across, PutCut(of=key, across=across), PX),)
        yield Finding(ArrayCode.WALL_LARGE, Level.STOP, "9.2", about, wall.large, wall.most, PX, cures)
    if wall.refused:
        cures = (Cure(ArrayCure.SKIP, 0.0, PutCut(of=key, closed=False)),)
        yield Finding(ArrayCode.WALL_FREE, Level.MIND, "9.2", about, cures=cures)
    soft = [one for one in wall.displays if beyond(one.factor, SOFT)]
    if soft:
        put = PutCut(of=key, across=0)
        cures = (Cure(ArrayCure.FINEST, 0.0, put, PX),) if cut.across and wall.large is None else ()
        more = {"numbers": [one.display.number for one in soft]}
        worst = max(one.factor for one in soft)
        yield Finding(ArrayCode.WALL_SOFT, Level.MIND, "9.3", about, worst, SOFT, "ratio", cures, more)
    coarse = [one for one in wall.displays if one.factor < LOST]
    if coarse:
        more = {"numbers": [one.display.number for one in coarse]}
        worst = min(one.factor for one in coarse)
        yield Finding(ArrayCode.WALL_SMALL, Level.NOTE, "9.2", about, worst, 1.0, "ratio", more=more)


def _hung(key: str, wall: WallMap, scheme: Scheme, gear: GearShelf) -> Iterator[Finding]:
    """Displays over each other, out of their plane, framed wider than they are, shut in."""
    about, displays = {"picture": key}, [one.display for one in wall.displays]
    for a, b, deep in overlaps(displays):
        more: dict[str, object] = {"numbers": (a.number, b.number), "part": f"{a.key}-{b.key}"}
        yield Finding(ArrayCode.WALL_OVERLAP, Level.STOP, "9.1", about, deep, 0.0, more=more)
    outs = sorted(one.out for one in displays)
    middle = outs[len(outs) // 2]
    astray = [one for one in displays if abs(one.out - middle) > FLAT]
    if astray:
        worst = max(abs(one.out - middle) for one in astray)
        more = {"numbers": [one.number for one in astray]}
        yield Finding(ArrayCode.WALL_PLANE, Level.MIND, "9.1", about, worst, FLAT, more=more)
    framed = {one.number: _frame(scheme, one.key) for one in displays}
    wide = [one for one in displays if framed[one.number] > min(one.visible.width, one.visible.height)]
    if wide:
        more = {"numbers": [one.number for one in wide]}
        yield Finding(
            ArrayCode.WALL_BEZEL, Level.STOP, "9.1", about, max(framed[one.number] for one in wide), 0.0, more=more
        )
    shut = [one for one in shut_in(displays) if not _comes_forward(scheme, gear, one.key)]
    if shut:
        more = {"numbers": [one.number for one in shut]}
        yield Finding(ArrayCode.WALL_SERVICE, Level.NOTE, "9.1", about, more=more)


def _frame(scheme: Scheme, key: str) -> float:
    picture = scheme.pictures[key]
    return max(picture.frame_side, picture.frame_top, picture.frame_bottom)


def _comes_forward(scheme: Scheme, gear: GearShelf, key: str) -> bool:
    mount = gear.get(scheme.pictures[key].mount or "")
    return isinstance(mount, Mount) and mount.reach is not None and mount.reach >= COMES_FORWARD


def _outputs(scheme: Scheme, found: Walls) -> Iterator[Finding]:
    """Displays without an output, two on one, walls over several controllers out of step."""
    arrays, shown = scheme.kept(Arrays), found.displays
    numbers = {one.display.key: one.display.number for one in shown}
    if not arrays.controllers:
        yield Finding(ArrayCode.WALL_NONE, Level.NOTE, "9.3", {}, len(shown), None, "count")
        return
    outputs = sum(one.outputs for one in arrays.controllers.values())
    without = [numbers[key] for key in found.fitted.without]
    level = Level.STOP if without else Level.GOOD
    more: dict[str, object] = {"numbers": without}
    yield Finding(ArrayCode.WALL_OUTPUTS, level, "9.3", {}, len(shown), outputs, "count", more=more)
    for one, other in found.fitted.twice:
        on, port = found.fitted.ports[one]
        more = {"numbers": (numbers[one], numbers[other]), "port": f"{arrays.controllers[on].name} output {port}"}
        cures: tuple[Cure, ...] = (Cure(ArrayCure.FREE, numbers[other], PutPatch(of=other), "count"),)
        yield Finding(ArrayCode.WALL_TWICE, Level.STOP, "9.3", {}, cures=cures, more=more | {"part": other})
    steps = steps_of(arrays, found.feeds)
    for key, wall in found.walls.items():
        on_them = {one.port[0] for one in wall.displays if one.port is not None}
        if len({steps[one] for one in on_them}) > 1:
            over = " and ".join(arrays.controllers[one].name for one in sorted(on_them))
            cures = _together(wall, scheme, found)
            more = {"over": over}
            yield Finding(ArrayCode.WALL_SPLIT, Level.STOP, "9.3", {"picture": key}, cures=cures, more=more)


def _together(wall: WallMap, scheme: Scheme, found: Walls) -> tuple[Cure, ...]:
    """A controller with outputs enough for the whole wall that nothing else hangs on."""
    arrays = scheme.kept(Arrays)
    mine = {one.display.key for one in wall.displays}
    for key, controller in arrays.controllers.items():
        others = {port for one, (on, port) in found.fitted.ports.items() if on == key and one not in mine}
        free = [n for n in range(1, controller.outputs + 1) if n not in others]
        if len(free) >= len(mine):
            order = sorted(wall.displays, key=lambda one: one.display.number)
            puts = [PutPatch(of=one.display.key, on=key, port=n) for one, n in zip(order, free, strict=False)]
            kept = [
                PutPatch(of=one, on=key, port=port)
                for one, (on, port) in found.fitted.ports.items()
                if on == key and one not in mine
            ]
            return (Cure(ArrayCure.TOGETHER, len(mine), several(*kept, *puts), "count", controller.name),)
    return ()


def _controllers(scheme: Scheme, found: Walls) -> Iterator[Finding]:
    """What controllers ask of their sources, what gets through them, which have no source."""
    arrays = scheme.kept(Arrays)
    by_port = {one.port: one for one in found.displays if one.port is not None}
    for key, layout in found.layouts.items():
        controller = arrays.controllers[key]
        on_it = [by_port[key, cell.port] for cell in layout.cells]
        more: dict[str, object] = {"controller": controller.name, "part": key}
        turned = [one.display.number for one in on_it if one.display.turned]
        if turned and not controller.turns:
            yield Finding(ArrayCode.WALL_TURNS, Level.MIND, "9.3", {}, more=more | {"numbers": turned})
        if controller.even and not layout.as_it_hangs:
            numbers = [one.display.number for one in on_it]
            yield Finding(ArrayCode.WALL_EVEN, Level.MIND, "9.3", {}, more=more | {"numbers": numbers})
        shares = {}
        for cell, one in zip(layout.cells, on_it, strict=True):
            shown = one.display.shown if layout.as_it_hangs else one.display.pixels
            shares[one.display.number] = min(cell.width / shown[0], cell.height / shown[1])
        less = {number: share for number, share in shares.items() if share < LOST}
        if less:
            more |= {"numbers": list(less), "pixels": controller.pixels}
            level = Level.MIND if min(less.values()) < 1 / SOFT else Level.NOTE
            yield Finding(ArrayCode.WALL_LESS, level, "9.3", {}, min(less.values()), 1.0, "ratio", more=more)
    yield from _unfed(arrays, found.feeds)
    yield from _one_picture(arrays, found)


def _one_picture(arrays: Arrays, found: Walls) -> Iterator[Finding]:
    """Controllers that show one input of the router and want different pictures of it (rules 9.3, 9.4)."""
    router, key = arrays.router, next(iter(arrays.routers), "")
    if router is None:
        return
    takes, comes = dict(router.takes), comes_in(arrays)[: router.inputs]
    on = dict[int, list[tuple[int, str]]]()
    for n, one in enumerate(list(arrays.controllers)[: router.outputs], 1):
        if 0 < takes.get(n, 0) <= len(comes) and one in found.layouts:
            on.setdefault(takes[n], []).append((n, one))
    free = [n for n in range(1, len(comes) + 1) if n not in takes.values()]
    for into, (first, *others) in on.items():
        for output, other in others:
            if found.layouts[other].drawn == found.layouts[first[1]].drawn:
                continue
            source, port = comes[into - 1]
            more: dict[str, object] = {
                "one": arrays.controllers[first[1]].name,
                "other": arrays.controllers[other].name,
                "input": into,
                "source": f"{arrays.sources[source].name}, output {port}",
                "part": other,
            }
            put = PutRouter(id=key, take=(free[0], output)) if free else None
            cures = (Cure(ArrayCure.TAKE, free[0], put, "count", str(output)),) if put is not None else ()
            yield Finding(ArrayCode.WALL_ONE_PICTURE, Level.STOP, "9.3", {}, cures=cures, more=more)


def _unfed(arrays: Arrays, feeds: Mapping[str, str]) -> Iterator[Finding]:
    """Controllers that nothing feeds although something should."""
    fed = dict[str, list[str]]()
    for n, (key, controller) in enumerate(arrays.controllers.items(), 1):
        source = feeds.get(key)
        if arrays.router is not None and arrays.sources and source is None:
            more: dict[str, object] = {"controller": controller.name, "source": "", "output": n, "part": key}
            yield Finding(ArrayCode.WALL_UNFED, Level.MIND, "9.4", {}, more=more)
        elif source is not None:
            fed.setdefault(source, []).append(key)
    for key, controllers in fed.items():
        source_ = arrays.sources[key]
        if arrays.router is None and len(controllers) > source_.outputs:
            last = controllers[source_.outputs]
            more = {"controller": arrays.controllers[last].name, "source": source_.name, "part": last}
            yield Finding(
                ArrayCode.WALL_UNFED, Level.STOP, "9.3", {}, len(controllers), source_.outputs, "count", more=more
            )


def _mains(found: Walls, power: Power, routing: Routing) -> Iterator[Finding]:
    """Circuits, earth leakage, the surge when all are switched on (rules 12.2)."""
    count = len(found.displays)
    if power.watts:
        level = Level.NOTE if power.circuits > 1 or power.unknown else Level.GOOD
        limit = circuit_limit(routing.volts, routing.amps)
        more: dict[str, object] = {
            "count": power.circuits,
            "amps": routing.amps,
            "volts": routing.volts,
            "unknown": power.unknown,
        }
        yield Finding(ArrayCode.WALL_CIRCUITS, level, "12.2", {}, power.watts, limit, "watts", more=more)
    leak = count * LEAKS
    devices = devices_for([LEAKS] * count)
    yield Finding(
        ArrayCode.WALL_LEAK,
        Level.NOTE if devices > 1 else Level.GOOD,
        "12.2",
        {},
        leak,
        LEAKAGE,
        "ratio",
        more={"count": devices},
    )
    if count > AT_ONCE:
        steps = math.ceil(count / AT_ONCE)
        yield Finding(ArrayCode.WALL_SURGE, Level.NOTE, "12.2", {}, count, AT_ONCE, "count", more={"steps": steps})
