"""The part of rigs: screens round a seat, what games are told of them (rules 8)."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.rig.commands import PutKit, PutReach, PutStand
from oval_room.core.rig.entries import rig_entries
from oval_room.core.rig.figures import KINDS
from oval_room.core.rig.grips import GRIPS
from oval_room.core.rig.phrases import PHRASES
from oval_room.core.rig.says import RigCode, RigCure
from oval_room.core.rig.study import RigResult, study_rigs
from oval_room.core.rig.sums import SUMS
from oval_room.core.studies import Study
from oval_room.core.sums.declare import SumGroup


def has_rig(plan: Plan) -> bool:
    return any(group.kind == "rig" for scheme in plan.schemes.values() for group in scheme.groups.values())


PART: Final = Part(
    "rig",
    kinds=KINDS,
    codes=(RigCode,),
    cures=(RigCure,),
    commands=(PutKit, PutReach, PutStand),
    phrases=PHRASES,
    entries={"rig": rig_entries},
    grips=GRIPS,
    sums=(SumGroup("Screens round a seat", SUMS),),
    studies=(Study("rigs", RigResult, lambda c: (c.seen("room").room, c.seen("seats").seats, c.scheme), study_rigs),),
    stage=StageSpec(
        "rig",
        "Rig",
        ("fan", "driver", "plan"),
        ("rig_centre", "rig_whole", "rig_turn", "rig_width"),
        hint="turn 57, or rig away 650 mm",
        empty="No screens stand round a seat yet: rig three 32 at 700 mm.",
        shown=has_rig,
    ),
)
