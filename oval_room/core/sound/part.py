"""The part of sound, as far as the picture needs it."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part
from oval_room.core.sound.says import SoundCode, SoundCure
from oval_room.core.sound.study import SoundResult, study_sound
from oval_room.core.studies import PICTURES, Study, call

PART: Final = Part(
    "sound",
    codes=(SoundCode,),
    cures=(SoundCure,),
    studies=(
        Study(
            "sound",
            SoundResult,
            lambda c: call(
                study_sound,
                c.seen("room", "seats", "main_seat", "things", "services"),
                c.given_looked(PICTURES),
                c.gear,
            ),
            by_wall=True,
        ),
    ),
)
