"""Entries of Rig's drawer."""

from __future__ import annotations

from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.rig.document import Reach, Rigs
from oval_room.core.rig.study import shown_rig
from oval_room.core.subject import Subject
from oval_room.core.units import Ruler


def _said(ruler: Ruler, value: float) -> str:
    return ruler.show(value) if value else "none"


def rig_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """How far, how far turned, the joint kit."""
    ruler, scheme = plan.writing.ruler, plan.chosen
    found = shown_rig(scheme, plan.survey.seats, subject.picture)
    if found is None:
        return [Entry("screens round the seat", "rig", "", hint=f"three 32 at {ruler.show(700)}")]
    key, rig = found
    if rig is None:
        return []
    kit = next((kit for kit in scheme.kept(Rigs).kits.values() if kit.of == key), None)
    reach = next((one for one in scheme.kept(Rigs).reaches.values() if one.of == key), Reach(of=key))
    stands = [one.name for one in scheme.kept(Rigs).stands.values() if one.of == key]
    said = f"{kit.least:g}-{kit.most:g}" if kit else ""
    return [
        Entry("eye to centre", "rig away", ruler.show(rig.away)),
        Entry("sides turned in", "turn", f"{rig.turn:.1f}", hint="57 or square"),
        Entry("between the frames", "rig gap", ruler.show(rig.gap) if rig.gap else "none", hint="10 mm"),
        Entry("wheel base, ahead of the eye", "wheel base", _said(ruler, reach.wheel), hint="620 mm"),
        Entry("knees and wheel, up to", "knees", _said(ruler, reach.knees), hint="640 mm"),
        Entry("position", "position", "", options=("", *stands))
        if stands
        else Entry("keep as position", "keep position", ""),
        Entry("joint kit", "kit", said, hint="115-135"),
    ]
