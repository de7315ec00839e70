"""The part of light: white and contrast of every picture in every scene."""

from __future__ import annotations

from typing import Final

from oval_room.core.light.figures import KINDS
from oval_room.core.light.notes import NOTES
from oval_room.core.light.says import LightCode, LightCure
from oval_room.core.light.study import LightResult, study_light
from oval_room.core.light.sums import SUMS
from oval_room.core.light.sun_study import SunResult, study_sun
from oval_room.core.part import Part
from oval_room.core.projection.study import ThrowResult
from oval_room.core.studies import PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup

PART: Final = Part(
    "light",
    kinds=KINDS,
    notes=NOTES,
    codes=(LightCode,),
    cures=(LightCure,),
    studies=(
        Study(
            "light",
            LightResult,
            lambda c: call(
                study_light, c.seen("room", "scenes"), c.given_looked(PICTURES), c.of(ThrowResult), c.gear, c.ruler
            ),
            judges=("projector", "screen", "tv"),
        ),
        Study(
            "sun",
            SunResult,
            lambda c: call(study_sun, c.seen("room", "openings"), c.given_looked(PICTURES), c.keep),
            by_wall=True,
        ),
    ),
    sums=(SumGroup("How bright", SUMS),),
)
