"""Entries of Array's drawer."""

from __future__ import annotations

from oval_room.core.array.document import Arrays
from oval_room.core.array.wall import displays_of, walls_of
from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.screens.hung import WORDS
from oval_room.core.subject import Subject


def array_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """The subject's wall: gaps, canvas; its display; controllers, sources, the router."""
    walls, arrays = walls_of(plan.chosen), plan.chosen.kept(Arrays)
    if not walls:
        return [Entry("a wall of displays", "displays", "", hint="3 x 3 55")]
    mine = plan.chosen.group_of(subject.picture or "")
    key = mine if mine in walls else next(iter(walls))
    cut = arrays.cut_of(key)
    name = walls[key].name
    out = [
        Entry(f"{name}: joints", "joints", "closed" if cut.closed else "skipped", options=("skipped", "closed")),
        Entry(f"{name}: canvas, px across", "canvas", f"{cut.across}" if cut.across else "finest", hint="finest"),
    ]
    shown = next((one for one in displays_of(plan.chosen)[key] if one.key == subject.picture), None)
    if shown is not None:
        words = tuple(WORDS.values())
        out.append(
            Entry(
                f"display {shown.number}, level or upright",
                f"wall display {shown.number}",
                WORDS[shown.turned],
                options=words,
            )
        )
    for one in arrays.controllers.values():
        can = "turns" if one.turns else "can't turn"
        grid = ", even grid" if one.even else ""
        fed = f", from {arrays.sources[one.source].name}" if one.source in arrays.sources else ""
        said = f"{one.outputs} outputs, {can}{grid}, {one.pixels[0]} x {one.pixels[1]}{fed}"
        out.append(Entry(one.name, f"wall controller {one.name}:", said))
    out.append(Entry("another controller", "wall controller", "", hint="4 outputs"))
    for source in arrays.sources.values():
        step = "locked" if source.locked else "loose"
        said = f"{source.outputs} outputs, {source.pixels[0]} x {source.pixels[1]}, {step}"
        out.append(Entry(source.name, f"wall source {source.name}:", said))
    out.append(Entry("another source", "wall source", "", hint="2 outputs, locked"))
    if arrays.router is not None:
        sdi = " SDI" if arrays.router.sdi else ""
        out.append(Entry("router", "router", f"{arrays.router.inputs} x {arrays.router.outputs}{sdi}"))
    else:
        out.append(Entry("router", "router", "", hint="8 x 8"))
    return out
