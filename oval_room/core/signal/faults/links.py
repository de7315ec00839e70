"""Causes in the links of a chain: cables, settings, firmware, what a box between tells, power (rules 10.14)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Final

from oval_room.core.signal.box import Box
from oval_room.core.signal.cable import LIGHT
from oval_room.core.signal.chain import Way, Wire
from oval_room.core.signal.faults.cause import SEES, SELDOM, Cause
from oval_room.core.signal.path import share_left

COMES_AND_GOES: Final = ("drops every few minutes", "black flashes", "connects again and again")
"""Symptoms that may stay away while somebody looks."""
FAR: Final = 5.0
"""A copper cable longer than this is one to doubt until it is proven [m] (planning value)."""
CLOSE: Final = 0.10
"""A link with less than this share of its rate left is near its limit."""


def _doubt(wire: Wire, way: Way) -> tuple[float, str]:
    """How much a cable is to be doubted, and why."""
    carried = way.format or way.wanted
    alone = replace(wire.link, out=wire.link.cable, into=wire.link.cable)
    left = share_left(alone, carried) if wire.rate else -1.0
    if wire.short or left < 0:
        return 8.0, f"it carries {wire.rate:g} of the {wire.wanted:.1f} Gbit/s asked of it"
    metres = (wire.length or 0.0) / 1000
    weight, why = 1.0, f"{metres:g} m, {wire.kind}"
    if left < CLOSE:
        weight, why = weight + 3.0, f"{why}; only {100 * left:.0f} % of its rate is left"
    if not wire.cable.proven and (metres > FAR or wire.kind == LIGHT):
        weight, why = weight + 2.0, f"{why}; never proven at full rate"
    return (weight * 0.3, f"{why}; proven") if wire.cable.proven else (weight, why)


def cables(wire: Wire, way: Way, symptom: str) -> Iterator[Cause]:
    """A cable that does not carry what goes over it, or lies the wrong way round."""
    weight, why = _doubt(wire, way)
    weight *= {"no picture": 0.7, "low resolution only": 0.6, "no HDR": 0.4}.get(symptom, 1.2)
    sees = SELDOM if symptom in COMES_AND_GOES else SEES
    run = (wire.run or 0.0) > 1500.0
    test = f"put a short proven cable from {wire.start.name} to {wire.end.name} beside it"
    yield Cause(
        "cable", wire.key, f"cable {wire.cable.name}, {wire.name}", why, test, 8.0 if run else 3.0, weight, sees
    )
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


def settings(wire: Wire, way: Way, symptom: str) -> Iterator[Cause]:
    """Settings never put on and firmware never looked at."""
    into, box = wire.into, wire.end
    if into.slow and symptom not in ("no picture", "connects again and again"):
        why = f"it ships at {into.gbps:g} Gbit/s of {into.top:g}"
        test = f"set {box.name} {into.name} to “{into.mode or 'its full rate'}”"
        yield Cause("setting", f"{box.key} {into.name}", f"setting of {box.name} {into.name}", why, test, 2.0, 6.0)
    if into.firmware:
        test = f"read the firmware of {box.name} in its menu: {into.firmware} or later"
        yield Cause(
            "firmware", box.key, f"firmware of {box.name}", f"{into.name} needs {into.firmware}", test, 4.0, 1.5
        )
    hidden = box.role == "display" and not into.on and not into.slow
    if hidden and symptom in ("low resolution only", "no HDR", "snow or wrong colour"):
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


def lists(way: Way, symptom: str) -> Iterator[Cause]:
    """What a splitter or receiver tells the source that the display takes."""
    if symptom not in ("low resolution only", "no HDR", "no picture", "picture cut off", "connects again and again"):
        return
    for wire in way.wires[:-1]:
        if wire.end.common:
            weight = 5.0 if way.beside else 1.5
            why = f"{way.beside} takes less" if way.beside else "it may give the source another display's list"
            test = f"put {way.source.name} straight into {way.display.name}: is it whole then?"
            yield Cause("edid", wire.end.key, f"{wire.end.name} tells the source less", why, test, 5.0, weight)


def feeds(way: Way, symptom: str) -> Iterator[Cause]:
    """What is off, or fed too low."""
    for box in boxes_on(way):
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


def boxes_on(way: Way) -> list[Box]:
    """The boxes of a way, from its source on."""
    return [way.source, *(wire.end for wire in way.wires)]
