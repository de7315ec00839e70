"""Every phrase of the tape line, stage by stage. Add one to its stage's module and it is completed, helped, entered and tested."""

from __future__ import annotations

from typing import Final

from oval_room.core.tape import say_brief, say_picture, say_room, say_seek, say_survey, say_throw, say_walls
from oval_room.core.tape.grammar import Phrase

PHRASES: Final[tuple[Phrase, ...]] = (
    *say_brief.PHRASES,
    *say_survey.PHRASES,
    *say_room.PHRASES,
    *say_walls.PHRASES,
    *say_picture.PHRASES,
    *say_throw.PHRASES,
    *say_seek.PHRASES,
)
