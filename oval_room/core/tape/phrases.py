"""Every phrase of the tape line: the parts' own, in their order, and what can be solved for; and every saying."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from oval_room.core.parts import PARTS
from oval_room.core.solve.phrases import PHRASES as SOLVING
from oval_room.core.tape.phrase import Phrase
from oval_room.core.tape.sayings import Saying

PHRASES: Final[tuple[Phrase, ...]] = (
    *(phrase for part in PARTS for phrase in part.phrases),
    *(replace(phrase, slow=True) for phrase in SOLVING),
)
SAYINGS: Final[tuple[Saying, ...]] = tuple(saying for part in PARTS for saying in part.sayings)
