"""The part of pictures as things: size, shape, cloth, surface, place among each other, what the brief asks of them."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Offer, Part
from oval_room.core.screens import group_phrases, moving_phrases
from oval_room.core.screens.choosing import SUBJECTS
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.entries import picture_entries
from oval_room.core.screens.figures import KINDS
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.screens.movers import picture_movers
from oval_room.core.screens.offers import panel_here_be, screen_here_be
from oval_room.core.screens.phrases import PHRASES
from oval_room.core.screens.sayings import SAYINGS
from oval_room.core.screens.says import PictureCure, ScreenCode
from oval_room.core.screens.study import ScreensResult, study_screens
from oval_room.core.screens.use_study import UseResult, study_use
from oval_room.core.studies import GROUPS, LENSES, PICTURES, Study, call

PART: Final = Part(
    "screens",
    kinds=KINDS,
    codes=(ScreenCode,),
    cures=(PictureCure,),
    commands=(PutPicture, TakeGear, PutGroup),
    studies=(
        Study(
            "screens",
            ScreensResult,
            lambda c: call(
                study_screens,
                c.seen("room", "things", "openings"),
                c.given(PICTURES, LENSES, GROUPS),
                c.given_looked(PICTURES, LENSES, GROUPS),
                c.gear,
                c.ruler,
                c.only,
            ),
            by_wall=True,
            judges=("projector", "screen", "tv"),
            sooner=3,
        ),
        Study(
            "use",
            UseResult,
            lambda c: call(study_use, c.plan.brief, c.given_looked(PICTURES, LENSES), c.gear),
            judges=("projector", "tv"),
        ),
    ),
    sayings=SAYINGS,
    phrases=(*group_phrases.PHRASES, *PHRASES, *moving_phrases.PHRASES),
    entries={"picture": picture_entries},
    movers=(picture_movers,),
    subjects=SUBJECTS,
    offers=(Offer("tv", (), panel_here_be), Offer("screen", (), screen_here_be)),
)
