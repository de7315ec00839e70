"""Power of the chain: watts, a year's cost, the circuit, what the network feeds (rules 10.12, 12)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from oval_room.core.brief.document import Brief
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.mains import BTU, circuit_limit
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.signal.box import Box
from oval_room.core.signal.chain import Chain
from oval_room.core.signal.document import Routing
from oval_room.core.signal.says import SignalCode
from oval_room.core.signal.units import KWH

HOURS: Final = 4.0
"""A day, where neither brief nor anybody says (planning value)."""
DAYS: Final = 365.0
CLOSE: Final = 0.8
"""Of a network switch's budget, from which it is worth minding (planning value)."""


def hours_of(routing: Routing, brief: Brief) -> tuple[float, str]:
    """How long it runs a day, and where that comes from."""
    if routing.hours is not None:
        return routing.hours, "chosen"
    said = brief.film + brief.sport + brief.games + brief.desk
    return (min(said, 24.0), "chosen") if said > 0 else (HOURS, "assumed")


def watts_of(boxes: Mapping[str, Box]) -> tuple[float, float]:
    """Typical and greatest watts of all that say theirs."""
    return sum(box.watts or 0.0 for box in boxes.values()), sum(box.peak or 0.0 for box in boxes.values())


def power_figures(book: FigureBook, boxes: Mapping[str, Box], routing: Routing, brief: Brief) -> None:
    """Watts, a year, the circuit."""
    typical, peak = watts_of(boxes)
    if not typical:
        return
    hours, said = hours_of(routing, brief)
    energy = typical * hours * DAYS / 1000
    of = ", ".join(box.name for box in boxes.values() if box.watts)
    watts = Input("W", f"typical, added up: {of}", typical, "watts", "maker")
    book.add("route_watts", typical, watts)
    book.add("route_heat", typical * BTU, watts)
    book.add("route_energy", energy, watts, Input("h", "hours a day", hours, "hours", said))
    tariff = Input("c", "for a kWh", routing.tariff, "ratio", "assumed" if routing.tariff == 0.30 else "chosen")
    book.add("route_cost", energy * routing.tariff, Input("E", "in a year", energy, KWH), tariff)
    book.add(
        "route_circuit",
        100 * peak / circuit_limit(routing.volts, routing.amps),
        Input("W_p", "at most, all together", peak, "watts", "maker"),
        Input("U", "volts", routing.volts, "ratio", "assumed"),
        Input("I", "amps", routing.amps, "ratio", "assumed"),
    )


def power_findings(boxes: Mapping[str, Box], chain: Chain, routing: Routing) -> Iterator[Finding]:
    """The circuit and the network switches."""
    _, peak = watts_of(boxes)
    limit = circuit_limit(routing.volts, routing.amps)
    if peak:
        level = Level.STOP if beyond(peak, limit) else Level.GOOD
        more = {"what": "all of it", "amps": routing.amps, "volts": routing.volts}
        yield Finding(SignalCode.ROUTE_CIRCUIT, level, "12.2", {}, peak, limit, "watts", more=more)
    fed = dict[str, list[Box]]()
    for wire in chain.wires.values():
        if wire.out.kind == "data" and isinstance(wire.start.item, DeviceGear) and wire.start.item.gives_poe_w:
            fed.setdefault(wire.start.key, []).append(wire.end)
    drawn = set[str]()
    for key, ends in fed.items():
        takes = {box.key: box for box in ends if isinstance(box.item, DeviceGear) and box.item.poe_w}
        drawn |= set(takes)
        if not takes:
            continue
        total = sum(_poe(box) for box in takes.values())
        gives = getattr(boxes[key].item, "gives_poe_w", 0.0)
        level = Level.STOP if beyond(total, gives) else Level.MIND if beyond(total, CLOSE * gives) else Level.GOOD
        more = {"fed": ", ".join(box.name for box in takes.values())}
        yield Finding(SignalCode.ROUTE_POE, level, "10.12", {"thing": key}, total, gives, "watts", more=more)
    for key, box in boxes.items():
        if _poe(box) and key not in drawn and not _fed_alone(box):
            yield Finding(SignalCode.ROUTE_UNFED, Level.MIND, "10.12", {"thing": key}, _poe(box), None, "watts")


def _fed_alone(box: Box) -> bool:
    """Whether it has a low-voltage feed of its own."""
    return box.device is not None and box.device.feed is not None and getattr(box.item, "low_volts", None) is not None


def _poe(box: Box) -> float:
    return (box.item.poe_w or 0.0) if isinstance(box.item, DeviceGear) else 0.0
