"""The part of projectors: lens, throw, shift, room for the body."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Offer, Part, StageSpec
from oval_room.core.plan.nodes import carrying
from oval_room.core.projection.beam_study import BeamResult, study_beam
from oval_room.core.projection.body_study import BodyResult, study_body
from oval_room.core.projection.commands import PutMemory, PutProjector
from oval_room.core.projection.document import Memories
from oval_room.core.projection.entries import throw_entries
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.grips import GRIPS
from oval_room.core.projection.head_room import HeadRoomResult, study_head_room
from oval_room.core.projection.memory_study import MemoryResult, study_memories
from oval_room.core.projection.movers import lens_movers
from oval_room.core.projection.noise import NoiseResult, study_noise
from oval_room.core.projection.notes import NOTES
from oval_room.core.projection.offers import projector_here_be
from oval_room.core.projection.phrases import PHRASES
from oval_room.core.projection.placing_sums import PLACING_SUMS
from oval_room.core.projection.sayings import SAYINGS
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ThrowResult, study_throw
from oval_room.core.projection.sums import SUMS
from oval_room.core.projection.ultra_short_study import UltraShortResult, study_ultra_short
from oval_room.core.projection.upkeep_study import UpkeepResult, study_upkeep
from oval_room.core.projection.wide_study import WideResult, study_wide
from oval_room.core.studies import LENSES, PICTURES, Study, call
from oval_room.core.subject import SubjectKind
from oval_room.core.sums.declare import SumGroup

PART: Final = Part(
    "projection",
    kinds=KINDS,
    notes=NOTES,
    subjects=(SubjectKind("projector", "j"),),
    codes=(ThrowCode,),
    cures=(LensCure,),
    commands=(PutProjector, PutMemory),
    studies=(
        Study(
            "throw",
            ThrowResult,
            lambda c: call(
                study_throw,
                c.survey.room,
                c.given(PICTURES, LENSES, Memories),
                c.gear,
                c.ruler,
                c.plan.writing.instrument,
            ),
            by_wall=True,
            judges=("projector", "screen", "tv"),
            sooner=2,
        ),
        Study(
            "beam",
            BeamResult,
            lambda c: call(
                study_beam,
                c.seen("room", "things", "seats", "openings"),
                c.given(PICTURES),
                c.of(ThrowResult),
                c.ruler,
                c.keep,
            ),
            by_wall=True,
            judges=("projector", "screen"),
        ),
        Study(
            "bodies",
            BodyResult,
            lambda c: call(study_body, c.seen("room", "things"), c.of(ThrowResult), c.ruler, c.keep),
            by_wall=True,
            judges=("projector",),
        ),
        Study(
            "head room",
            HeadRoomResult,
            lambda c: call(
                study_head_room,
                c.seen("room", "things", "seats", "openings"),
                c.given(PICTURES, LENSES),
                c.of(ThrowResult),
                c.ruler,
            ),
            by_wall=True,
            judges=("projector",),
        ),
        Study(
            "ultra-short",
            UltraShortResult,
            lambda c: call(
                study_ultra_short, c.seen("room", "things"), c.given(PICTURES, *carrying()), c.of(ThrowResult), c.ruler
            ),
            by_wall=True,
            judges=("projector",),
        ),
        Study(
            "wide films",
            WideResult,
            lambda c: call(study_wide, c.given(PICTURES), c.of(ThrowResult), c.ruler),
            by_wall=True,
            judges=("projector", "screen"),
        ),
        Study(
            "memories",
            MemoryResult,
            lambda c: call(study_memories, c.given(PICTURES, Memories), c.of(ThrowResult), c.ruler),
            by_wall=True,
            judges=("projector", "screen"),
        ),
        Study(
            "upkeep",
            UpkeepResult,
            lambda c: call(study_upkeep, c.plan.brief, c.survey.room, c.given(PICTURES), c.of(ThrowResult)),
            by_wall=True,
        ),
        Study(
            "noise",
            NoiseResult,
            lambda c: call(study_noise, c.seen("seats"), c.given(LENSES), c.gear),
            by_wall=True,
            judges=("projector",),
        ),
    ),
    sayings=SAYINGS,
    phrases=PHRASES,
    entries={"throw": throw_entries},
    grips=GRIPS,
    movers=(lens_movers,),
    offers=(Offer("projector", (), projector_here_be),),
    sums=(SumGroup("Projector", (*SUMS, *PLACING_SUMS)),),
    stage=StageSpec(
        "throw",
        "Throw",
        ("section", "plan", "window", "strip"),
        ("throw", "shift_use", "lens_z", "white"),
        hint="throw 13'4",
        settles="where the projector and its lens go",
        empty="Nothing here is projected. Say screen 110 for a projected picture.",
        instead="elevation",
        moves="lens",
        of=("projector",),
    ),
)
