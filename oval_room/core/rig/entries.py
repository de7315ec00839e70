"""Entries of Rig's drawer."""

from __future__ import annotations

from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.rig.cabinet_study import inside_of
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.rig import shown_rig
from oval_room.core.subject import Subject
from oval_room.core.units import Ruler


def _desk(plan: Plan, subject: Subject) -> list[Entry]:
    """The desk of the subject panel, where it has one."""
    ruler = plan.writing.ruler
    desk = next((one for one in plan.chosen.kept(Rigs).desks.values() if one.shows == subject.picture), None)
    if desk is None:
        return []
    said = f"{ruler.show(desk.top)} x {ruler.show(desk.deep)}"
    return [
        Entry("desk, high x deep", "desk top", said),
        Entry("arm, off its clamp", "desk arm", _said(ruler, desk.arm), hint="450 mm"),
    ]


def _cabinet(plan: Plan, gear: GearShelf) -> list[Entry]:
    """The cabinet's opening, its screens, the games' own field."""
    ruler, kept = plan.writing.ruler, plan.chosen.kept(Rigs)
    if not kept.cabinets:
        return []
    key, cabinet = next(iter(kept.cabinets.items()))
    opening = f"{ruler.show(cabinet.length)} x {ruler.show(cabinet.width)}"
    out = [Entry("playfield's opening", "cabinet", opening)]
    for role in ("playfield", "back", "strip"):
        one = next((one for one in kept.insides.values() if one.of == key and one.role == role), None)
        said = "" if one is None else inside_of(one, gear).name.removesuffix(" inch")
        out.append(Entry(role, f"cabinet {role}", said, hint="of the shelf, or a size"))
    return [*out, Entry("games' field, length to width", "cabinet game", f"{cabinet.table:g}")]


def _said(ruler: Ruler, value: float) -> str:
    return ruler.show(value) if value else "none"


def rig_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """How far, how far turned, the joint kit."""
    ruler, scheme = plan.writing.ruler, plan.chosen
    desk = [*_desk(plan, subject), *_cabinet(plan, gear)]
    found = shown_rig(scheme, plan.survey.seats, subject.picture)
    if found is None:
        return desk or [Entry("screens round the seat", "rig", "", hint=f"three 32 at {ruler.show(700)}")]
    key, rig = found
    if rig is None:
        return desk
    kit = next((kit for kit in scheme.kept(Rigs).kits.values() if kit.of == key), None)
    setup = scheme.kept(Rigs).setup_of(key)
    stands = [one.name for one in scheme.kept(Rigs).stands.values() if one.of == key]
    said = f"{kit.least:g}-{kit.most:g}" if kit else ""
    return [
        Entry("eye to centre", "rig away", ruler.show(rig.away)),
        Entry("sides turned in", "turn", f"{rig.turn:.1f}", hint="57 or square"),
        Entry("between the frames", "rig gap", "overlapped" if setup.lapped else _said(ruler, setup.gap), hint="10 mm"),
        Entry("wheel base, ahead of the eye", "wheel base", _said(ruler, setup.wheel), hint="620 mm"),
        Entry("knees and wheel, up to", "knees", _said(ruler, setup.knees), hint="640 mm"),
        Entry("position", "position", "", options=("", *stands))
        if stands
        else Entry("keep as position", "keep position", ""),
        Entry("joint kit", "kit", said, hint="115-135"),
    ]
