"""The part of dusting."""

from __future__ import annotations

from typing import Final

from oval_room.core.dusting.commands import PutCloth
from oval_room.core.dusting.document import Dusting
from oval_room.core.dusting.figures import KINDS
from oval_room.core.dusting.phrases import PHRASES
from oval_room.core.dusting.study import DustingResult, study_dusting

from oval_room.core.part import Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.studies import Study, call
from oval_room.core.subject import SubjectKind


def _cloths(plan: Plan) -> dict[str, str]:
    return {key: cloth.name for key, cloth in plan.kept(Dusting).cloths.items()}


PART: Final = Part(
    "dusting",
    kinds=KINDS,
    commands=(PutCloth,),
    phrases=PHRASES,
    subjects=(SubjectKind("cloth", "d", _cloths),),
    studies=(Study("dusting", DustingResult, lambda c: call(study_dusting, c.scheme.pictures, c.job(Dusting))),),
    stage=StageSpec(
        "dusting", "Dusting", ("wipes", "plan"), ("dust_wipes",), hint="cloth hook w2 yellow", by_wall=True
    ),
)
