"""How people say what is wanted of a room."""

from __future__ import annotations

from typing import Final

from oval_room.core.tape.sayings import Saying

SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("(no|without) (holes|drilling|screws) {where:text}", "landlord no holes {where}"),
    Saying("address {text:text}", "place {text}"),
    Saying("call it {text:text}", "name {text}"),
    Saying("(job|project) {text:text}", "name {text}", ask="The job's name, or a note?"),
    Saying("{of:job|project} {text:text}", "note {of} {text}"),
    Saying("metric", "units mm"),
    Saying("(in metres|in meters|room in metres|lengths in metres)", "units m"),
    Saying("(imperial|in feet|feet and inches)", "units feet"),
    Saying("(in inches)", "units inches"),
    Saying("(in mm|in millimetres)", "units mm"),
    Saying("(in cm|in centimetres)", "units cm"),
)
