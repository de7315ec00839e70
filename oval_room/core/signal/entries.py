"""Entries of Routing's drawer."""

from __future__ import annotations

from typing import Final

from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.commands import has_setting
from oval_room.core.signal.document import Routing
from oval_room.core.subject import Subject

MOST: Final = 12
"""Boxes whose entries stand in the drawer; the tape line reaches all."""


def _settings(boxes: list[Box]) -> list[Entry]:
    """Inputs that ship at a lower rate, of boxes and displays alike: whether their full-rate setting is on."""
    return [
        Entry(
            f"full rate, {port.name}",
            f"setting {box.name} {port.name}",
            "on" if port.on else "off",
            options=("on", "off"),
            group=box.name,
        )
        for box in boxes[:MOST]
        for port in box.listed("in")
        if has_setting(port)
    ]


def signal_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """A new device and a new cable; what every source must give; the circuit."""
    routing = plan.chosen.kept(Routing)
    out = [Entry("add a device", "device", "", hint="Kestrel, at rack"), Entry("link", "link", "", hint="from > to")]
    boxes = boxes_of(plan.chosen, gear)
    for key, device in list(routing.devices.items())[:MOST]:
        spots = tuple(spot.name for spot in routing.spots.values())
        spot = routing.spots.get(device.spot or "")
        where = Entry("stands at", f"stands {device.name}", spot.name if spot else "", options=spots, group=device.name)
        out += [where] if spots else []
        box = boxes.get(key)
        if box is not None and box.sends:
            forms = tuple(dict.fromkeys(form.name for form in (*([box.wants] if box.wants else []), *box.sends)))
            wants = box.wants.name if box.wants else ""
            out.append(Entry("must arrive at", f"sends {device.name}", wants, options=forms, group=device.name))
    out += _settings([boxes[key] for key in boxes if any(has_setting(port) for port in boxes[key].listed("in"))])
    if routing.devices:
        out.append(Entry("circuit", "circuit", f"{routing.amps:g} A {routing.volts:g} V", "assumed", group="power"))
        out.append(Entry("a kWh costs", "tariff", f"{routing.tariff:g}", "assumed", group="power"))
    return out
