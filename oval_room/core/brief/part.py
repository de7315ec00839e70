"""The part of the brief: what is asked first."""

from __future__ import annotations

from typing import Final

from oval_room.core.brief.commands import AddNote, DropNote, PutBrief
from oval_room.core.brief.entries import brief_entries
from oval_room.core.brief.phrases import PHRASES
from oval_room.core.brief.sayings import SAYINGS
from oval_room.core.part import Part, StageSpec

PART: Final = Part(
    "brief",
    commands=(PutBrief, AddNote, DropNote),
    stage=StageSpec(
        "brief",
        "Brief",
        ("plan", "section", "elevation"),
        ("angle", "contrast"),
        settles="who watches what, and within which limits",
        by_wall=True,
    ),
    phrases=PHRASES,
    sayings=SAYINGS,
    entries={"brief": brief_entries},
)
