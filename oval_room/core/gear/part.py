"""The part of gear: what of it the shelf knows better than the job."""

from __future__ import annotations

from typing import Final

from oval_room.core.gear.editions_study import EditionsResult, study_editions
from oval_room.core.gear.says import GearCode, GearCure
from oval_room.core.part import Part
from oval_room.core.signal.document import Routing
from oval_room.core.studies import LENSES, PICTURES, Study, call

PART: Final = Part(
    "gear",
    codes=(GearCode,),
    cures=(GearCure,),
    studies=(
        Study(
            "editions",
            EditionsResult,
            lambda c: call(study_editions, c.given(PICTURES, LENSES), c.scheme.kept(Routing).devices, c.gear, c.newer),
        ),
    ),
)
