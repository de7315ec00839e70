"""Which part of its wall's canvas each display shows, and on which output it hangs (rules 9.2, 9.3)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import ClassVar

from oval_room.core.array.canvas import Canvas, Crop, Placed, canvas_of, closed_up
from oval_room.core.array.document import MOST_DRAWN, Arrays, Cut
from oval_room.core.array.fit import Fitted, Port, fit
from oval_room.core.array.layout import Cell, Layout, layout_of
from oval_room.core.array.wall import Display, displays_of, walls_of
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Scheme
from oval_room.core.record import record


@record
class Mapped:
    """A display with what it shows. factor: its own pixels for one of the canvas. port: where it hangs. cell: what is
    cut there out of the controller's picture."""

    display: Display
    wall: str
    crop: Crop
    factor: float
    port: Port | None
    cell: Cell | None


@record
class WallMap:
    """A wall's canvas. scale: canvas pixels a millimetre. closed: gaps closed up. refused: wanted so, but hung freely.
    large: what its greater side would be [px], where that is too much: it is drawn at the most there is. places: every
    display's visible rectangle on the canvas [mm], closed up where it is."""

    name: str
    displays: tuple[Mapped, ...]
    canvas: Canvas
    scale: float
    closed: bool
    refused: bool
    large: int | None
    places: tuple[Placed, ...]
    most: int
    """What the outputs that draw it draw a side, together [px]."""

    @property
    def size(self) -> tuple[int, int]:
        """The canvas across and down [px]."""
        return self.canvas.size

    @property
    def error(self) -> float:
        """The worst edge's [px]."""
        return self.canvas.error


@record
class Driving:
    """What drives the displays of a scheme's walls: the output each hangs on, the source of each controller. It stays
    the same while displays are moved and keep their outputs."""

    by_value: ClassVar[bool] = True
    ports: tuple[tuple[str, Port], ...]
    """Of every display of a wall that has one, by its id."""
    displays: tuple[str, ...]
    """Every display of a wall."""
    feeds: tuple[tuple[str, str], ...]


@record
class Walls:
    """All walls' maps by group, the layouts of controllers, how displays were fitted, what feeds each controller."""

    walls: Mapping[str, WallMap]
    layouts: Mapping[str, Layout]
    fitted: Fitted
    feeds: Mapping[str, str]
    """The source of each controller that has one."""

    @property
    def driving(self) -> Driving:
        ports = tuple((one.display.key, one.port) for one in self.displays if one.port is not None)
        return Driving(ports, tuple(one.display.key for one in self.displays), tuple(self.feeds.items()))

    @property
    def displays(self) -> list[Mapped]:
        """Every display by its number."""
        found = [one for wall in self.walls.values() for one in wall.displays]
        return sorted(found, key=lambda one: one.display.number)


def comes_in(arrays: Arrays) -> list[tuple[str, int]]:
    """Every output of every source, in the order that a router takes them in: the source's id, the output's number."""
    return [(key, n) for key, source in arrays.sources.items() for n in range(1, source.outputs + 1)]


def feeds_of(arrays: Arrays) -> dict[str, str]:
    """The source that feeds each controller: as the router's takes say, else as each controller does."""
    router = arrays.router
    if router is None:
        return {
            key: one.source for key, one in arrays.controllers.items() if one.source in arrays.sources and one.source
        }
    comes, takes = comes_in(arrays)[: router.inputs], dict(router.takes)
    fed = enumerate(list(arrays.controllers)[: router.outputs], 1)
    return {key: comes[takes[n] - 1][0] for n, key in fed if 0 < takes.get(n, 0) <= len(comes)}


def steps_of(arrays: Arrays, feeds: Mapping[str, str]) -> dict[str, str]:
    """What each controller runs in step with: all locked sources, those that show one input of the router, else
    nothing but itself."""
    takes = dict(arrays.router.takes) if arrays.router is not None else {}
    out = {}
    for n, key in enumerate(arrays.controllers, 1):
        source = arrays.sources.get(feeds.get(key, ""))
        if source is not None and source.locked:
            out[key] = "locked"
        elif source is not None and n in takes:
            out[key] = f"input {takes[n]}"
        else:
            out[key] = f"alone {key}"
    return out


def mapping_of(scheme: Scheme) -> Walls:
    """The mapping of every wall of a scheme; a canvas that would be too large is drawn at the most there is."""
    arrays, hung = scheme.kept(Arrays), displays_of(scheme)
    feeds = feeds_of(arrays)
    numbers = {one.key: one.number for listed in hung.values() for one in listed}
    fitted = fit(
        [[one.key for one in sorted(listed, key=lambda one: one.number)] for listed in hung.values()],
        {key: one.outputs for key, one in arrays.controllers.items()},
        chosen={one.of: (one.on, one.port) for one in arrays.patches.values() if one.of in numbers},
        step=steps_of(arrays, feeds),
    )
    cut = {
        key: _canvas(group.name, hung[key], arrays.cut_of(key), _outputs(arrays, fitted, hung[key]))
        for key, group in walls_of(scheme).items()
    }
    crops = {
        one.key: crop for key, listed in hung.items() for one, crop in zip(listed, cut[key].canvas.crops, strict=True)
    }
    layouts = _layouts(arrays, fitted, crops, {one.key: one for listed in hung.values() for one in listed})
    cells = {(key, cell.port): cell for key, layout in layouts.items() for cell in layout.cells}
    walls = {}
    for key, made in cut.items():
        mapped = []
        for one in hung[key]:
            crop, port = crops[one.key], fitted.ports.get(one.key)
            factor = max(one.shown[0] / max(crop.width, 1), one.shown[1] / max(crop.height, 1))
            mapped.append(Mapped(one, key, crop, factor, port, cells.get(port) if port else None))
        walls[key] = replace(made, displays=tuple(mapped))
    return Walls(walls, layouts, fitted, feeds)


def _outputs(arrays: Arrays, fitted: Fitted, displays: Sequence[Display]) -> int:
    """The outputs that draw a wall: those its displays hang on, one each while there is no controller."""
    return sum(one.key in fitted.ports for one in displays) if arrays.controllers else len(displays)


def _canvas(name: str, displays: Sequence[Display], cut: Cut, outputs: int) -> WallMap:
    """The canvas of a wall, its gaps skipped or closed up, at the pixels wanted; nothing mapped on it yet."""
    seen = tuple(one.visible for one in displays)
    shut = closed_up(seen) if cut.closed else None
    places = shut or seen
    wide = max(one.left + one.width for one in places) - min(one.left for one in places)
    high = max(one.top + one.height for one in places) - min(one.top for one in places)
    wanted = cut.across / wide if cut.across else max(one.scale for one in displays)
    large, most = None, MOST_DRAWN * max(outputs, 1)
    while True:
        try:
            canvas = canvas_of(places, wanted, outputs)
            break
        except RefusedError:
            large = large or round(max(wide, high) * wanted)
            wanted = min(wanted * 0.999, (most - 1) / max(wide, high))
    return WallMap(name, (), canvas, wanted, shut is not None, cut.closed and shut is None, large, places, most)


def _layouts(
    arrays: Arrays, fitted: Fitted, crops: Mapping[str, Crop], displays: Mapping[str, Display]
) -> dict[str, Layout]:
    used: dict[str, list[tuple[int, Crop, int, tuple[int, int]]]] = {}
    for key, (on, port) in fitted.ports.items():
        one = displays[key]
        used.setdefault(on, []).append((port, crops[key], one.turned, one.pixels))
    return {
        key: layout_of(sorted(used[key]), pixels=one.pixels, turns=one.turns, even=one.even, outputs=one.outputs)
        for key, one in arrays.controllers.items()
        if key in used
    }
