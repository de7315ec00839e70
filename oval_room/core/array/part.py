"""The part of walls of displays: their canvases, controllers, sources, what each display shows (rules 9)."""

from __future__ import annotations

from typing import Final

from oval_room.core.array import driving_phrases
from oval_room.core.array.commands import PutController, PutCut, PutPatch, PutRouter, PutSource
from oval_room.core.array.document import Arrays
from oval_room.core.array.entries import array_entries
from oval_room.core.array.figures import KINDS
from oval_room.core.array.grips import GRIPS
from oval_room.core.array.phrases import PHRASES
from oval_room.core.array.sayings import SAYINGS
from oval_room.core.array.says import ArrayCode, ArrayCure
from oval_room.core.array.study import ArrayResult, study_walls
from oval_room.core.array.sums import SUMS
from oval_room.core.array.wall import walls_of
from oval_room.core.part import Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.signal.document import Routing
from oval_room.core.studies import GROUPS, PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup


def has_wall(plan: Plan) -> bool:
    return any(walls_of(scheme) for scheme in plan.schemes.values())


PART: Final = Part(
    "array",
    kinds=KINDS,
    codes=(ArrayCode,),
    cures=(ArrayCure,),
    commands=(PutCut, PutController, PutSource, PutPatch, PutRouter),
    sayings=SAYINGS,
    phrases=(*PHRASES, *driving_phrases.PHRASES),
    entries={"array": array_entries},
    grips=GRIPS,
    sums=(SumGroup("Walls of displays", SUMS),),
    studies=(
        Study("walls", ArrayResult, lambda c: call(study_walls, c.given(PICTURES, GROUPS, Arrays, Routing), c.gear)),
    ),
    stage=StageSpec(
        "array",
        "Array",
        ("canvas", "elevation", "plan"),
        ("wall_across", "wall_down", "walls_outputs", "walls_circuits"),
        hint="wall controller 4 outputs, or joints closed",
        empty="No wall of displays hangs yet: displays 3 x 3 55.",
        shown=has_wall,
        settles="which display shows what, and where it is plugged in",
    ),
)
