"""The part of viewing: what every seat gets of every picture, and where it may hang."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.studies import GROUPS, PICTURES, Case, Study, call
from oval_room.core.sums.declare import SumGroup
from oval_room.core.viewing import height_sums, picture_grips, placing_phrases, size_sums
from oval_room.core.viewing.entries import school_entries
from oval_room.core.viewing.figures import KINDS
from oval_room.core.viewing.glare_study import GlareResult, study_glare
from oval_room.core.viewing.grips import GRIPS
from oval_room.core.viewing.movers import row_movers
from oval_room.core.viewing.notes import NOTES
from oval_room.core.viewing.phrases import PHRASES
from oval_room.core.viewing.says import ViewingCode, ViewingCure
from oval_room.core.viewing.school_of import Follows, school_followed
from oval_room.core.viewing.sharpness import Use
from oval_room.core.viewing.study import ViewResult, study_viewing


def _use(case: Case) -> Use:
    """What the pictures are looked at for: text, where there is desk work."""
    return "desk" if case.plan.brief.desk else "film"


def _school(case: Case) -> Follows:
    return school_followed(case.plan.choices, case.plan.brief, case.plan.survey)


def _throw_too(plan: Plan) -> tuple[str, ...]:
    """A projected picture waits for its throw."""
    return ("throw",) if plan.chosen.feeds else ()


PART: Final = Part(
    "viewing",
    kinds=KINDS,
    notes=NOTES,
    codes=(ViewingCode,),
    cures=(ViewingCure,),
    studies=(
        Study(
            "viewing",
            ViewResult,
            lambda c: call(
                study_viewing,
                c.seen("room", "seats", "main_seat", "things"),
                c.given_looked(PICTURES, GROUPS),
                c.plan.choices,
                _school(c),
                c.gear,
                c.ruler,
                c.keep,
                c.only,
                _use(c),
            ),
            by_wall=True,
            judges=("screen", "tv", "mount"),
            sooner=1,
        ),
        Study(
            "glare",
            GlareResult,
            lambda c: call(
                study_glare,
                c.seen("room", "seats", "main_seat", "things", "openings"),
                c.given_looked(PICTURES),
                c.gear,
                c.keep,
                c.only,
            ),
            by_wall=True,
        ),
    ),
    phrases=(*placing_phrases.PHRASES, *PHRASES),
    entries={"picture": school_entries},
    grips=(*GRIPS, *picture_grips.GRIPS),
    movers=(row_movers,),
    sums=(SumGroup("How big, how far", size_sums.SUMS), SumGroup("How high", height_sums.SUMS)),
    stage=StageSpec(
        "picture",
        "Picture",
        ("section", "elevation", "plan", "ladder"),
        ("bottom", "angle", "neck", "contrast"),
        extra=("map", "cloth"),
        hint="tv 65",
        settles="what is looked at, how large and how high",
        hidden=("map",),
        of=("tv", "screen", "picture"),
        waits_for=_throw_too,
    ),
)
