"""The part of fixing: hole rows, plates and poles, what they go into."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.entries import fixing_entries
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.phrases import PHRASES
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.study import FixingResult, study_fixing
from oval_room.core.fixing.sums import SUMS
from oval_room.core.part import Part, StageSpec
from oval_room.core.studies import Study
from oval_room.core.sums.declare import SumGroup

PART: Final = Part(
    "fixing",
    kinds=KINDS,
    codes=(FixingCode,),
    cures=(FixingCure,),
    studies=(
        Study(
            "fixing",
            FixingResult,
            lambda c: (c.seen("room", "made", "finds", "services", "things"), c.scheme, c.gear, c.ruler, c.keep),
            study_fixing,
            by_wall=True,
        ),
    ),
    phrases=PHRASES,
    entries={"fixing": fixing_entries},
    sums=(SumGroup("Holes", SUMS),),
    stage=StageSpec(
        "fixing",
        "Fixing",
        ("plate", "elevation", "plan", "section"),
        ("upper_row", "hole_edge", "hole_x", "plate_y", "plate_x", "pole", "shelf"),
    ),
)
