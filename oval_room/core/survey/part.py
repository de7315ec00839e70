"""The part of the survey: the room as it is, its readings, what is in it."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part, StageSpec
from oval_room.core.studies import PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup
from oval_room.core.survey import opening_phrases, room_phrases, thing_phrases, wall_phrases
from oval_room.core.survey.choosing import SUBJECTS
from oval_room.core.survey.closure_study import ClosureResult, study_closure
from oval_room.core.survey.commands import PutFind, PutOpening, PutPassage, PutScene, PutSeat, PutService, PutThing
from oval_room.core.survey.entries import survey_entries
from oval_room.core.survey.figures import KINDS
from oval_room.core.survey.grips import GRIPS
from oval_room.core.survey.phrases import PHRASES
from oval_room.core.survey.room_commands import PutDim, PutMade, PutOutline, PutRoom, Strike
from oval_room.core.survey.sayings import SAYINGS
from oval_room.core.survey.says import SurveyCode, SurveyCure
from oval_room.core.survey.stud_study import StudResult, study_studs
from oval_room.core.survey.study import SurveyResult, study_survey
from oval_room.core.survey.sums import SUMS
from oval_room.core.survey.way_in import WayInResult, study_way_in

PART: Final = Part(
    "survey",
    kinds=KINDS,
    codes=(SurveyCode,),
    cures=(SurveyCure,),
    commands=(
        PutRoom,
        PutOutline,
        PutDim,
        Strike,
        PutMade,
        PutOpening,
        PutService,
        PutFind,
        PutPassage,
        PutSeat,
        PutThing,
        PutScene,
    ),
    studies=(
        Study(
            "survey",
            SurveyResult,
            lambda c: call(study_survey, c.seen("room", "seats", "things", "openings", "scenes"), c.ruler),
        ),
        Study(
            "closure",
            ClosureResult,
            lambda c: call(study_closure, c.seen("room", "dims", "openings", "seats"), c.plan.readings, c.ruler),
        ),
        Study(
            "studs",
            StudResult,
            lambda c: call(study_studs, c.seen("room", "made", "finds")),
            judges=("projector", "tv", "mount", "stem"),
        ),
        Study(
            "way in",
            WayInResult,
            lambda c: call(study_way_in, c.survey.passages, c.given(PICTURES), c.gear),
            judges=("screen", "tv"),
        ),
    ),
    sayings=SAYINGS,
    phrases=(*PHRASES, *room_phrases.PHRASES, *opening_phrases.PHRASES, *wall_phrases.PHRASES, *thing_phrases.PHRASES),
    entries={"survey": survey_entries},
    grips=GRIPS,
    sums=(SumGroup("Survey", SUMS),),
    subjects=SUBJECTS,
    stage=StageSpec(
        "survey",
        "Survey",
        ("plan", "elevation", "section"),
        ("distance", "angle"),
        hint="seat 11'2",
        settles="what the room is and where people sit",
        by_wall=True,
        moves="seat",
    ),
)
