"""The part of rigs: screens round a seat, what games are told of them; desks, table-sim cabinets (rules 8)."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.rig import asked_phrases, cabinet_phrases, desk_phrases
from oval_room.core.rig.cabinet_says import CabinetCode
from oval_room.core.rig.cabinet_study import CabinetResult, study_cabinets
from oval_room.core.rig.commands import PutBody, PutCabinet, PutDesk, PutInside, PutKit, PutSetup, PutStand
from oval_room.core.rig.desk_says import DeskCode
from oval_room.core.rig.desk_study import DeskResult, study_desks
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.entries import rig_entries
from oval_room.core.rig.figures import KINDS
from oval_room.core.rig.grips import GRIPS
from oval_room.core.rig.outlines_says import BodyCode
from oval_room.core.rig.outlines_study import OutlinesResult, study_outlines
from oval_room.core.rig.phrases import PHRASES
from oval_room.core.rig.sayings import SAYINGS
from oval_room.core.rig.says import RigCode, RigCure
from oval_room.core.rig.study import RigResult, study_rigs
from oval_room.core.rig.sums import SUMS
from oval_room.core.studies import GROUPS, PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup

HEADLINES: Final = (
    *("rig_centre", "rig_whole", "rig_turn", "rig_width"),
    *("desk_turn", "desk_away", "desk_up", "desk_pole"),
    *("cabinet_sides", "cabinet_ends", "cabinet_shape"),
)


def has_rig(plan: Plan) -> bool:
    schemes = plan.schemes.values()
    rigs = any(group.kind == "rig" for scheme in schemes for group in scheme.groups.values())
    return rigs or any(scheme.kept(Rigs).desks or scheme.kept(Rigs).cabinets for scheme in schemes)


PART: Final = Part(
    "rig",
    kinds=KINDS,
    codes=(RigCode, BodyCode, DeskCode, CabinetCode),
    cures=(RigCure,),
    commands=(PutKit, PutSetup, PutStand, PutBody, PutDesk, PutCabinet, PutInside),
    sayings=SAYINGS,
    phrases=(*PHRASES, *asked_phrases.PHRASES, *desk_phrases.PHRASES, *cabinet_phrases.PHRASES),
    entries={"rig": rig_entries},
    grips=GRIPS,
    sums=(SumGroup("Screens round a seat", SUMS),),
    studies=(
        Study(
            "rigs",
            RigResult,
            lambda c: call(study_rigs, c.seen("room").room, c.seen("seats").seats, c.given(PICTURES, GROUPS, Rigs)),
        ),
        Study(
            "outlines",
            OutlinesResult,
            lambda c: call(study_outlines, c.seen("room").room, c.given(PICTURES, Rigs), c.gear, c.of(RigResult)),
        ),
        Study(
            "desks",
            DeskResult,
            lambda c: call(study_desks, c.seen("room").room, c.seen("seats").seats, c.given(PICTURES, Rigs), c.gear),
        ),
        Study("cabinets", CabinetResult, lambda c: call(study_cabinets, c.given(Rigs), c.gear)),
    ),
    stage=StageSpec(
        "rig",
        "Rig",
        ("fan", "driver", "side", "cabinet", "plan"),
        HEADLINES,
        hint="turn 57, desk arm 450 mm, or cabinet back 27",
        empty="No screens stand round a seat yet: rig three 32 at 700 mm.",
        shown=has_rig,
        settles="where screens stand round the eye",
    ),
)
