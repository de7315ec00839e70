"""The cable schedule: every cable with its number, ends, kind, length, jacket, what it must keep off and how it is
proven (rules 10.8, 10.9)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.money import Bill, bill
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Point
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import lenses
from oval_room.core.signal.cable import LIGHT, kind_for
from oval_room.core.signal.chain import Wire
from oval_room.core.signal.document import Routing
from oval_room.core.signal.runs import HOT, MAINS, Route
from oval_room.core.signal.runs_study import RunsResult
from oval_room.core.signal.study import RoutingResult

OPEN: Final = 400.0
"""Off the wall by more than this a cable hangs or lies in the room [mm]."""
CLOSED_IN: Final = 1500.0
"""A run longer than this is taken to be closed in [mm] (planning value)."""
NEVER: Final = (
    "A flexible mains cord never goes into a wall or over a ceiling: mains there is a licensed electrician's."
)


@record
class Line:
    """One cable of the schedule. start, end: box and port. at: the places of both. length: [m], None where it is not
    known. jacket: what its sheath must be for. notes: what is to be minded. bought: whether it is to be bought."""

    key: str
    number: str
    start: str
    end: str
    at: tuple[str, str]
    port: str
    kind: str
    length: float | None
    run: float | None
    measured: bool
    jacket: str
    notes: tuple[str, ...]
    carries: str
    theirs: bool
    proven: bool

    @property
    def what(self) -> str:
        """What is bought, as a shop calls it."""
        return f"HDMI, {self.kind}" if self.port == "hdmi" else self.kind


def schedule(plan: Plan, report: Report) -> list[Line]:
    """Every cable of the chosen scheme, by number."""
    found, runs = report.of(RoutingResult), report.of(RunsResult)
    laid = {key: wire for key, wire in found.wires.items() if not wire.planned}
    lines = [_line(plan, found, wire, runs.routes.get(key)) for key, wire in laid.items()]
    return sorted(lines, key=lambda line: (len(line.number), line.number))


def _line(plan: Plan, found: RoutingResult, wire: Wire, route: Route | None) -> Line:
    over = [way for way in found.ways.values() if any(one.key == wire.key for one in way.wires) and way.format]
    carries = max((way for way in over if way.format), key=lambda way: -way.spare, default=None)
    return Line(
        wire.key,
        wire.cable.name,
        f"{wire.start.name}, {wire.out.name}",
        f"{wire.end.name}, {wire.into.name}",
        (place_of(plan, wire.start), place_of(plan, wire.end)),
        wire.out.kind,
        wire.kind or wire.out.kind,
        None if wire.length is None else wire.length / 1000,
        wire.run,
        wire.cable.run is not None,
        jacket_of(plan, route),
        tuple(_notes(plan, wire, route)),
        carries.format.name if carries is not None and carries.format is not None else "",
        wire.cable.theirs,
        wire.cable.proven,
    )


def place_of(plan: Plan, box: Box) -> str:
    """Where a box stands, in a word or two."""
    if box.device is None:
        thrown = lenses(plan.chosen).get(box.key)
        return "ceiling" if thrown is not None and thrown.hung else "its place"
    spot = plan.chosen.kept(Routing).spots.get(box.device.spot or "")
    return spot.name if spot else "rack"


def jacket_of(plan: Plan, route: Route | None) -> str:
    """What a cable's sheath must be for, by where it goes."""
    if route is None or route.length < CLOSED_IN:
        return "any"
    room = plan.survey.room
    over = any(_over(room.ceiling_at(p.x, p.y), p) for p in route.corners)
    return "plenum-rated where air moves above, else in-wall" if over else "in-wall-rated"


def _over(ceiling: float, place: Point) -> bool:
    return place.z >= ceiling - 1.0


def _notes(plan: Plan, wire: Wire, route: Route | None) -> list[str]:
    out = []
    if wire.short and wire.length is not None:
        better = kind_for(wire.out.kind, wire.wanted, wire.length)
        told = f"{better} does" if better else "no kind does: bring the ends nearer"
        length = f"{wire.length / 1000:g} m"
        out.append(f"{wire.kind} of {length} falls short of {wire.wanted:.1f} Gbit/s: {told}")
    if wire.kind == LIGHT:
        out.append(f"one way only: its source end at {wire.start.name}; bend 25 mm at least; test before it is buried")
    if wire.made:
        out.append("made to length")
    if route is not None and route.length >= CLOSED_IN:
        out.append("in conduit with a pull string")
        beside = near_mains(plan, route)
        if beside:
            out.append(
                f"{plan.writing.ruler.show(MAINS, 'least')} from the mains of {', '.join(beside)}, or across it at 90°"
            )
    return out


def near_mains(plan: Plan, route: Route) -> list[str]:
    """Services with mains whose upright line a way comes nearer to than it may, but for crossing it."""
    out = []
    for service in plan.survey.services.values():
        wall = plan.survey.room.wall_named(service.wall)
        if service.kind not in HOT or wall is None:
            continue
        for a, b in zip(route.corners, route.corners[1:], strict=False):
            (u0, off0), (u1, off1) = wall.own(a.x, a.y), wall.own(b.x, b.y)
            upright = abs(u0 - u1) < 1.0 and max(abs(off0), abs(off1)) < OPEN
            if upright and abs(u0 - service.along) < MAINS and abs(a.z - b.z) > 1.0:
                out.append(service.name)
                break
    return out


def to_buy(plan: Plan, found: RoutingResult) -> Bill:
    """The boxes that are to be bought; the client's own are not."""
    boxes = [box for box in found.boxes.values() if box.device is not None and not box.device.theirs]
    items = [(box.item.name, box.item.price) for box in boxes if box.item is not None]
    return bill(sorted(items, key=lambda item: item[0]), plan.writing.currency)


def spare_leads(plan: Plan, report: Report) -> list[tuple[str, float]]:
    """The spare leads that are pulled beside the longest cable to a box: one HDMI of its kind and one data cable, each
    with its length [m]; none where nobody knows how far."""
    found, out = report.of(RoutingResult), []
    for spare in plan.chosen.kept(Routing).spares.values():
        laid = [wire for wire in found.wires.values() if not wire.planned]
        known = [one for one in laid if spare.to in (one.start.key, one.end.key) and one.length is not None]
        if known:
            far = max(known, key=lambda wire: wire.length or 0.0)
            hdmi = next((wire for wire in known if wire.out.kind == "hdmi"), None)
            length = (far.length or 0.0) / 1000
            out += [(f"HDMI, {hdmi.kind}" if hdmi is not None else "HDMI", length), ("data", length)]
    return out


def totals(lines: list[Line], spares: Sequence[tuple[str, float]] = ()) -> list[tuple[str, float, int, float]]:
    """What is to be bought: kind, length [m], how many, all of that kind [m]; theirs are not. spares: leads more."""
    count: dict[tuple[str, float], int] = {}
    for spare in spares:
        count[spare] = count.get(spare, 0) + 1
    for line in lines:
        if line.length is not None and not line.theirs:
            count[line.what, line.length] = count.get((line.what, line.length), 0) + 1
    whole: dict[str, float] = {}
    for (kind, length), n in count.items():
        whole[kind] = whole.get(kind, 0.0) + n * length
    return [(kind, length, n, whole[kind]) for (kind, length), n in sorted(count.items())]
