"""Entries of what hangs on the walls."""

from __future__ import annotations

from oval_room.core.entry import Entry
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.hanging.document import Hanging
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject


def hanging_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """Mass, screws and fixing of everything that hangs."""
    out = []
    for thing in plan.chosen.kept(Hanging).things.values():
        group, (mass, source) = thing.name, thing.weighs
        out += [
            Entry("kg with what is on it", f"weighs {thing.name}", f"{mass:g}", source, group=group),
            Entry("screws", f"screws {thing.name}", str(thing.screws), group=group),
            Entry("each screw", f"screwed with {thing.name}", thing.fixing, options=tuple(CAPACITIES), group=group),
        ]
    return out
