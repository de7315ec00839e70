"""Faults: from a symptom and this job's own chain to its causes, the likeliest first, each with the test that tells
(rules 10.14).

A cause's weight grows the nearer its link is to its limit, where a setting was never put on, a firmware never looked
at, a cable never proven; and where it was what cured such a fault here before.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from oval_room.core.record import record
from oval_room.core.signal.boxes import Box
from oval_room.core.signal.cable import LIGHT
from oval_room.core.signal.chain import Way, Wire, rate_for
from oval_room.core.signal.document import Cured
from oval_room.core.signal.hearing import Heard
from oval_room.core.signal.study import RoutingResult

HIGH_RATE: Final = ("snow or wrong colour", "drops every few minutes", "low resolution only", "no HDR")
FAR: Final = 5.0
"""A copper cable longer than this is one to doubt until it is proven [m] (planning value)."""
CLOSE: Final = 0.10
"""A link with less than this share of its rate left is near its limit."""
AGAIN: Final = 1.6
"""What cured a symptom here before weighs so many times as much, each time."""


@record
class Cause:
    """One cause. kind and at: what makes it the same one another day; why: in this chain; test: what tells, and how
    long that takes [min]; weight: how likely, among these."""

    kind: str
    at: str
    what: str
    why: str
    test: str
    minutes: float
    weight: float

    @property
    def key(self) -> str:
        return f"{self.kind}/{self.at}"

    @property
    def worth(self) -> float:
        """How much a minute of its test tells: the next test is the one of the most."""
        return self.weight / self.minutes


def causes(found: RoutingResult, way: Way, symptom: str, cured: Sequence[Cured] = ()) -> list[Cause]:
    """The causes of a symptom on a way, the likeliest first; weights are shares that add up to one."""
    heard = found.heard.get(way.key)
    listed: dict[str, Cause] = {}
    for cause in _all(found, way, symptom, heard):
        if cause.weight > listed[cause.key].weight if cause.key in listed else cause.weight > 0:
            listed[cause.key] = cause
    times = {(one.symptom, one.kind): 0 for one in cured}
    for one in cured:
        times[one.symptom, one.kind] += 1
    weighed = [(cause, cause.weight * AGAIN ** times.get((symptom, cause.kind), 0)) for cause in listed.values()]
    whole = math.fsum(weight for _, weight in weighed) or 1.0
    shares = [
        Cause(one.kind, one.at, one.what, one.why, one.test, one.minutes, weight / whole) for one, weight in weighed
    ]
    return sorted(shares, key=lambda cause: (-cause.weight, cause.minutes, cause.key))


def next_test(listed: Sequence[Cause], tried: Sequence[str] = ()) -> Cause | None:
    """The cause whose test tells most a minute, of those not tried."""
    left = [cause for cause in listed if cause.key not in tried]
    return max(left, key=lambda cause: (cause.worth, -cause.minutes), default=None)


def _all(found: RoutingResult, way: Way, symptom: str, heard: Heard | None) -> Iterator[Cause]:
    if symptom in HIGH_RATE or symptom == "no picture":
        for wire in way.wires:
            yield from _cable(wire, way, symptom)
            yield from _setting(wire, way, symptom)
        yield from _edid(way, symptom)
    if symptom in ("no picture", "low-voltage sign", "drops every few minutes"):
        yield from _power(way, symptom)
    if symptom == "no picture":
        last = way.wires[-1]
        yield Cause(
            "input", way.display.key, f"{way.display.name} looks at another input",
            f"{way.source.name} comes in at {last.into.name}", f"choose {last.into.name} by its own remote", 1.0, 3.0,
        )  # fmt: skip
    if symptom in ("no sound", "no surround"):
        yield from _sound(way, symptom, heard)
    if symptom == "lag":
        yield from _lag(way)
    if symptom == "wrong order on a wall":
        yield from _order(found, way)


def _doubt(wire: Wire, way: Way) -> tuple[float, str]:
    """How much a cable is to be doubted, and why."""
    carried = way.format or way.wanted
    need = rate_for(wire.out.kind, carried) or 0.0
    left = (wire.rate - need) / wire.rate if wire.rate else -1.0
    if wire.short or left < 0:
        return 8.0, f"it carries {wire.rate:g} of the {wire.wanted:.1f} Gbit/s asked of it"
    metres = (wire.length or 0.0) / 1000
    weight, why = 1.0, f"{metres:g} m, {wire.kind}"
    if left < CLOSE:
        weight, why = weight + 3.0, f"{why}; only {100 * left:.0f} % of its rate is left"
    if not wire.cable.proven and (metres > FAR or wire.kind == LIGHT):
        weight, why = weight + 2.0, f"{why}; never proven at full rate"
    return (weight * 0.3, f"{why}; proven") if wire.cable.proven else (weight, why)


def _cable(wire: Wire, way: Way, symptom: str) -> Iterator[Cause]:
    weight, why = _doubt(wire, way)
    weight *= {"no picture": 0.7, "low resolution only": 0.6, "no HDR": 0.4}.get(symptom, 1.2)
    run = (wire.run or 0.0) > 1500.0
    test = f"put a short proven cable from {wire.start.name} to {wire.end.name} beside it"
    yield Cause("cable", wire.key, f"cable {wire.cable.name}, {wire.name}", why, test, 8.0 if run else 3.0, weight)
    if wire.kind == LIGHT and symptom == "no picture":
        test = f"read the arrow on both ends: its source end belongs at {wire.start.name}"
        yield Cause(
            "turned",
            wire.key,
            f"cable {wire.cable.name} lies the wrong way round",
            "optical: one way only",
            test,
            2.0,
            2.0,
        )


def _setting(wire: Wire, way: Way, symptom: str) -> Iterator[Cause]:
    """Settings never put on and firmware never looked at."""
    into, box = wire.into, wire.end
    if into.slow and symptom != "no picture":
        why = f"it ships at {into.gbps:g} Gbit/s of {into.top:g}"
        test = f"set {box.name} {into.name} to “{into.mode or 'its full rate'}”"
        yield Cause("setting", f"{box.key} {into.name}", f"setting of {box.name} {into.name}", why, test, 2.0, 6.0)
    if into.firmware:
        test = f"read the firmware of {box.name} in its menu: {into.firmware} or later"
        yield Cause(
            "firmware", box.key, f"firmware of {box.name}", f"{into.name} needs {into.firmware}", test, 4.0, 1.5
        )
    if box.role == "display" and symptom in ("low resolution only", "no HDR", "snow or wrong colour"):
        test = f"look for a setting of {into.name} in the menu of {box.name}: enhanced, full rate"
        yield Cause(
            "setting",
            f"{box.key} {into.name}",
            f"setting of {box.name} {into.name}",
            "inputs of displays often ship at their lower rate",
            test,
            2.0,
            3.0 if box.said else 4.0,
        )


def _edid(way: Way, symptom: str) -> Iterator[Cause]:
    """What a splitter or receiver tells the source that the display takes."""
    if symptom not in ("low resolution only", "no HDR", "no picture"):
        return
    for wire in way.wires[:-1]:
        if wire.end.common:
            weight = 5.0 if way.beside else 1.5
            why = f"{way.beside} takes less" if way.beside else "it may give the source another display's list"
            test = f"put {way.source.name} straight into {way.display.name}: is it whole then?"
            yield Cause("edid", wire.end.key, f"{wire.end.name} tells the source less", why, test, 5.0, weight)


def _power(way: Way, symptom: str) -> Iterator[Cause]:
    for box in _boxes(way):
        volts = getattr(box.item, "low_volts", None)
        poe = getattr(box.item, "poe_w", None)
        if symptom == "no picture":
            test = f"look at the light of {box.name}: on, not standing by"
            yield Cause("off", box.key, f"{box.name} is off or standing by", box.role, test, 1.0, 1.2)
        if volts or poe:
            fed = f"over the network, {poe:g} W" if poe else f"by {volts:g} V"
            weight = 6.0 if symptom == "low-voltage sign" else 1.5
            test = f"measure at {box.name}: 5 V gear wants 4.75 V at least; feed it by a short lead of its own"
            yield Cause("feed", box.key, f"feed of {box.name}", f"fed {fed}", test, 4.0, weight)


def _boxes(way: Way) -> list[Box]:
    return [way.source, *(wire.end for wire in way.wires)]


def _sound(way: Way, symptom: str, heard: Heard | None) -> Iterator[Cause]:
    source, name = way.source, heard.decoder.name if heard else ""
    if heard is None:
        yield Cause(
            "path",
            source.key,
            f"no way for the sound of {source.name}",
            "none of its ways ends at loudspeakers",
            "take it out before, or link ARC",
            10.0,
            8.0,
        )
        return
    if heard.by.startswith("back"):
        test = f"switch ARC and the external loudspeakers on in the menu of {way.display.name}"
        yield Cause(
            "arc",
            way.display.key,
            f"{heard.by[5:]} of {way.display.name} is off",
            "displays often ship with it off",
            test,
            2.0,
            5.0,
        )
        last = heard.wires[-1]
        test = f"is {name} in the input marked ARC, {last.into.name}?"
        yield Cause(
            "input",
            way.display.key,
            f"another input than {last.into.name}",
            "one input alone gives sound back",
            test,
            1.0,
            2.5,
        )
    if heard.by == "taken out":
        wire = heard.wires[-1]
        yield Cause(
            "cable",
            wire.key,
            f"cable {wire.cable.name}, {wire.name}",
            wire.kind,
            "look into its end: red light?",
            1.0,
            3.0,
        )
    if symptom == "no surround":
        why = f"{heard.arrives or 'nothing'} arrives where {', '.join(source.sound)} is sent"
        weight = 2.0 if heard.arrives in ("object", "multichannel", "5.1") else 6.0
        test = f"set the sound of {source.name} to bitstream, or to 5.1"
        yield Cause("format", source.key, f"sound format of {source.name}", why, test, 2.0, weight)
    test = f"let {name} play from another source: does it sound?"
    yield Cause("decoder", heard.decoder.key, f"{name} is at another input, or muted", "", test, 1.0, 2.0)


def _lag(way: Way) -> Iterator[Cause]:
    mode = getattr(way.display.item, "lag_mode", None) or "its game mode"
    test = f"set {way.display.name} to {mode}"
    lag = f"{way.display.lag:.0f} ms" if way.display.lag is not None else "its lag is not known"
    yield Cause("mode", way.display.key, f"{way.display.name} is not in {mode}", lag, test, 1.0, 6.0)
    for wire in way.wires[:-1]:
        added = wire.end.lag
        weight = 0.5 if added is not None and added < 5 else 2.5
        why = f"{added:g} ms" if added is not None else "its lag is not known"
        yield Cause(
            "box", wire.end.key, f"{wire.end.name} works on the picture", why, f"go past {wire.end.name}", 4.0, weight
        )


def _order(found: RoutingResult, way: Way) -> Iterator[Cause]:
    """Cables of one box that lead to several displays: two of them changed about."""
    ends = [wire for wire in found.wires.values() if wire.end.role == "display" and wire.start is way.wires[-1].start]
    why = f"{len(ends)} cables leave {way.wires[-1].start.name} for displays"
    test = "show numbers on all displays; change the two that are changed about at the box"
    yield Cause(
        "changed", way.wires[-1].start.key, "two cables changed about", why, test, 4.0, 4.0 if len(ends) > 1 else 0.5
    )
    yield Cause(
        "mapping",
        way.wires[-1].start.key,
        "the mapping of the outputs",
        "",
        "read the mapping against the schedule",
        6.0,
        2.0,
    )
