"""The part of other things on the wall: shelves, cabinets and boxes on cleats (rules 7.11)."""

from __future__ import annotations

from typing import Final

from oval_room.core.hanging.commands import PutHanging
from oval_room.core.hanging.document import Hanging
from oval_room.core.hanging.entries import hanging_entries
from oval_room.core.hanging.figures import KINDS
from oval_room.core.hanging.phrases import PHRASES
from oval_room.core.hanging.says import HangingCode, HangingCure
from oval_room.core.hanging.study import HangingResult, study_hanging
from oval_room.core.part import Part
from oval_room.core.projection.ultra_short_study import UltraShortResult
from oval_room.core.studies import Study, call
from oval_room.core.survey.stud_study import StudResult

PART: Final = Part(
    "hanging",
    kinds=KINDS,
    codes=(HangingCode,),
    cures=(HangingCure,),
    commands=(PutHanging,),
    phrases=PHRASES,
    entries={"fixing": hanging_entries},
    studies=(
        Study(
            "hanging",
            HangingResult,
            lambda c: call(
                study_hanging,
                c.seen("room", "made", "finds", "services", "openings", "things"),
                c.of(StudResult),
                c.scheme.kept(Hanging),
                c.scheme.pictures,
                c.ruler,
                c.of(UltraShortResult).carries,
            ),
        ),
    ),
)
