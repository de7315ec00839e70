"""Causes on a wall of displays, as its mapping has it: black, cropped, turned, out of step, in the wrong order (rules
9.3, 10.14)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from oval_room.core.array.mapping import Mapped
from oval_room.core.signal.chain import Way, Wire
from oval_room.core.signal.faults.cause import SELDOM, Cause
from oval_room.core.signal.study import RoutingResult

ON_WALLS: Final = (
    "one display black",
    "one display cropped",
    "one display turned",
    "out of step",
    "wrong order on a wall",
)
"""What is wrong of one display of a wall, or among them."""


def walls(found: RoutingResult, way: Way, symptom: str, all_shown: Mapping[str, Mapped]) -> Iterator[Cause]:
    """The causes of what is wrong at one display of a wall; in the wrong order also of displays beside each other."""
    shown = all_shown.get(way.display.key)
    if symptom == "wrong order on a wall":
        yield from _order(found, way, shown)
    if shown is None or shown.port is None or not way.wires:
        return
    if symptom == "one display black":
        yield from _black(way, shown)
    elif symptom == "one display cropped":
        yield from _cropped(way, shown)
    elif symptom == "one display turned":
        yield from _turned(way, shown)
    elif symptom == "out of step":
        yield from _step(found, way, all_shown)


def output_of(wire: Wire) -> str:
    """The output that a display hangs on, as its controller is labelled."""
    return f"{wire.start.name} {wire.out.name}"


def piece(shown: Mapped) -> str:
    """What is cut for a display, as a controller's menu says it."""
    cell = shown.cell
    if cell is None:
        return f"x {shown.crop.left}, y {shown.crop.top}, {shown.crop.width} × {shown.crop.height} px of the canvas"
    return f"x {cell.left}, y {cell.top}, {cell.width} × {cell.height} px"


def _black(way: Way, shown: Mapped) -> Iterator[Cause]:
    last, name = way.wires[-1], way.display.name
    test = f"look at its light, and press its own button: does {name} show its menu?"
    yield Cause("off", way.display.key, f"{name} is off or standing by", "", test, 1.0, 3.0)
    test = f"choose {last.into.name} at {name}: its lead comes in there"
    yield Cause("input", way.display.key, f"{name} looks at another input", "", test, 1.0, 3.0)
    test = f"change its lead at {output_of(last)} with a neighbour's that plays: does the black go with it?"
    yield Cause("cable", last.key, f"the lead from {output_of(last)}", "one lead, one display", test, 3.0, 3.0)
    test = f"is {output_of(last)} on, and cut at {piece(shown)}?"
    yield Cause("output", f"{last.start.key} {last.out.name}", f"{output_of(last)} is off", "", test, 3.0, 2.0)


def _cropped(way: Way, shown: Mapped) -> Iterator[Cause]:
    last, name = way.wires[-1], way.display.name
    test = f"set {name} to show each pixel once (1:1, no overscan): do its edges meet its neighbours'?"
    yield Cause("overscan", way.display.key, f"{name} draws it larger than it is", "", test, 1.0, 4.0)
    test = f"read what {output_of(last)} cuts: it should be {piece(shown)}"
    yield Cause("cell", f"{last.start.key} {last.out.name}", f"the piece cut at {output_of(last)}", "", test, 3.0, 4.0)
    test = "read the gaps between pictures in the controller against the mapping page: skipped or closed up?"
    yield Cause("gaps", last.start.key, "the gaps between the pictures", "behind the frames", test, 4.0, 1.5)


def _turned(way: Way, shown: Mapped) -> Iterator[Cause]:
    last, name, turned = way.wires[-1], way.display.name, shown.display.turned
    cell = shown.cell.turned if shown.cell is not None else 0
    hangs = f"{name} hangs turned by {turned}°" if turned else f"{name} hangs level"
    if cell:
        test = f"let the source draw that piece turned by {cell}°, as the mapping page shows: {hangs}"
        yield Cause(
            "drawn", way.source.key, "the source draws it unturned", f"{last.start.name} can't turn", test, 5.0, 4.0
        )
    want = f"turned by {turned}°" if turned and not cell else "unturned"
    test = f"set {output_of(last)} to {want}: {hangs}"
    yield Cause("turn", f"{last.start.key} {last.out.name}", f"the turn set at {output_of(last)}", "", test, 2.0, 4.0)
    test = f"look for a turn of the picture in the menu of {name}: it belongs at none"
    yield Cause("own turn", way.display.key, f"{name} turns it by itself", "", test, 2.0, 1.0)


def _step(found: RoutingResult, way: Way, shown: Mapping[str, Mapped]) -> Iterator[Cause]:
    last, wall = way.wires[-1], shown[way.display.key].wall
    on = {one.port[0] for one in shown.values() if one.wall == wall and one.port is not None}
    names = sorted({box.name for key, box in found.boxes.items() if key in on})
    if len(on) > 1:
        test = f"lock the outputs that feed {' and '.join(names)} together, or put the whole wall on one"
        yield Cause(
            "lock", wall, f"{' and '.join(names)} don't run in step", "one wall, two controllers", test, 5.0, 6.0
        )
    test = f"set {way.display.name} to the same picture mode as its neighbours: no smoothing of motion"
    yield Cause("mode", way.display.key, f"{way.display.name} works longer on its picture", "", test, 1.0, 3.0)
    test = f"read the rate at {output_of(last)}: it is to be that of its neighbours, as the source gives it"
    yield Cause(
        "rate", f"{last.start.key} {last.out.name}", f"{output_of(last)} gives another rate", "", test, 2.0, 2.0
    )


def _order(found: RoutingResult, way: Way, shown: Mapped | None) -> Iterator[Cause]:
    """Cables of one box that lead to several displays: two of them changed about."""
    if not way.wires:
        return
    last = way.wires[-1]
    ends = [wire for wire in found.wires.values() if wire.end.role == "display" and wire.start is last.start]
    why = f"{len(ends)} cables leave {last.start.name} for displays"
    test = "show numbers on all displays; change the two that are changed about at the box"
    weight = 4.0 if len(ends) > 1 else 0.5
    yield Cause("changed", last.start.key, "two cables changed about", why, test, 4.0, weight)
    told = f": {output_of(last)} is {way.display.name}'s, {piece(shown)}" if shown is not None and shown.port else ""
    test = f"read the mapping against the schedule{told}"
    yield Cause("mapping", last.start.key, "the mapping of the outputs", "", test, 6.0, 2.0, SELDOM)
