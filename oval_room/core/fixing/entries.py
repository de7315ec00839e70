"""Entries of the fixings."""

from __future__ import annotations

from typing import Final

from oval_room.core.entry import Entry, seldom
from oval_room.core.fixing.bench import sources_of
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.fixing.document import FixingNodes, called, counts, mount_as_measured, panel_as_measured
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.plan.turn import wall_of
from oval_room.core.projection.entries import before_picture, subject_projector
from oval_room.core.screens.document import Picture
from oval_room.core.screens.groups import whole_of
from oval_room.core.subject import Subject

SAID_BY: Final = {"": "ceiling", "timber": "timber", "bracket": "wall bracket"}
HOLDERS: Final = tuple(SAID_BY.values())
"""What may hold a case or a projector's plate, as it is typed."""


def fixing_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """What hangs, on what, and where its holes and plate lie."""
    ruler = plan.writing.ruler
    picture = plan.chosen.pictures.get(subject.picture or "")
    projector = subject_projector(plan, subject)
    mounts = {
        holds: tuple(i.name for i in gear.values() if i.kind == "mount" and i.holds == holds)
        for holds in ("panel", "projector")
    }
    out = []
    if picture is not None and picture.kind == "panel":
        mount, item = gear.get(picture.mount or ""), gear.get(picture.gear or "")
        whole = whole_of(plan.chosen, subject.picture or "") or picture
        panels = tuple(i.name for i in gear.values() if i.kind == "panel")
        out += [
            Entry("panel", "tv", item.name if item else "", "maker", ("", *panels)),
            Entry("wall mount", "mount", mount.name if mount else "", "maker", ("", *mounts["panel"])),
            *_read(plan, gear, subject.picture or "", picture),
            *_held(plan, subject.picture or "", picture),
            Entry("panel top above floor", "panel top", ruler.show(picture.top + picture.frame_top)),
            Entry("picture bottom edge", "bottom", ruler.show(whole.bottom)),
            Entry("middle from left wall", "along", ruler.show(_along(plan, whole))),
        ]
    if picture is not None and picture.kind == "screen":
        by = plan.chosen.kept(FixingNodes).held_by(subject.picture or "")
        out.append(Entry("its case is held by", "case held by", SAID_BY[by], "chosen" if by else "assumed", HOLDERS))
    if projector is not None:
        by = plan.chosen.kept(FixingNodes).held_by(subject.projector or "")
        stem = gear.get(projector.mount or "")
        out += [
            Entry("ceiling mount", "stem", stem.name if stem else "", "maker", ("", *mounts["projector"])),
            Entry("its plate is held by", "plate held by", SAID_BY[by], "chosen" if by else "assumed", HOLDERS),
            Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
            Entry("lens from left wall", "lens along", ruler.show(before_picture(plan, projector)[0])),
        ]
    return out


def _held(plan: Plan, key: str, picture: Picture) -> list[Entry]:
    """Where its plate is and what fixes it, where somebody chose that; the strip behind it."""
    nodes, show = plan.chosen.kept(FixingNodes), plan.writing.ruler.show
    _, hold = nodes.hold_of(key) or ("", None)
    _, strip = nodes.strip_of(key) or ("", None)
    fixing = hold.fixing if hold is not None else ""
    plate = show(_along(plan, picture) + hold.plate) if hold is not None and hold.plate is not None else ""
    lit = f"{strip.sides} sides, {strip.volts} V, {strip.watts:g} W/m" if strip is not None else ""
    names = tuple(CAPACITIES)
    kinds = ("", *names) if fixing in ("", *names) else ("", fixing, *names)
    return [
        Entry("fixed with", "fixing", fixing, "chosen" if fixing else "assumed", kinds),
        Entry("plate's middle from left wall", "plate along", plate, "chosen" if plate else "assumed"),
        *seldom(Entry("light strip", "strip", lit, "chosen" if lit else "assumed", hint="4 sides, 24 V, 14 W/m")),
    ]


def _read(plan: Plan, gear: GearShelf, key: str, picture: Picture) -> list[Entry]:
    """What holes are worked out from: as it was read, else as the sheet says."""
    show = plan.writing.ruler.show
    _, bench = plan.chosen.kept(FixingNodes).of(key) or ("", None)
    item, hung = gear.get(picture.gear or ""), gear.get(picture.mount or "")
    panel = panel_as_measured(picture, item if isinstance(item, Panel) else None, bench)
    mount = mount_as_measured(hung, bench) if isinstance(hung, Mount) else None
    said = sources_of(bench, panel, mount, called(picture, item))
    vesa = f"{panel.vesa[0]:g} x {panel.vesa[1]:g}" if panel and panel.vesa else ""
    typed = bench is not None and counts(bench, "vesa", called(picture, item))
    top = panel.top_to_vesa if panel else None
    read = bench.row if bench is not None and counts(bench, "row", mount.name if mount else "") else None
    row = read.value if read is not None else mount.row_below_vesa if mount is not None else None
    return [
        Entry("bolt pattern, across x up", "vesa", vesa, "chosen" if typed else "maker"),
        Entry("panel top to upper bolts", "bolts", show(top) if top is not None else "", said["bolts"]),
        Entry("mount's holes below the bolts", "mount row", show(row) if row is not None else "", said["row"]),
    ]


def _along(plan: Plan, picture: Picture) -> float:
    """A picture's middle from its own wall's left end [mm]."""
    room = plan.survey.room
    return room.walls[wall_of(room, picture) - 1].own(picture.pose.x, picture.pose.y)[0]
