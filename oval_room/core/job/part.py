"""The part of the job itself: name, writing, schemes, choices."""

from __future__ import annotations

from typing import Final

from oval_room.core.commands import Several
from oval_room.core.job.commands import (
    Accept,
    Choose,
    Decide,
    Drop,
    LeaveGear,
    PutJob,
    PutScheme,
    PutWriting,
    Restore,
    Settle,
)
from oval_room.core.job.entries import job_entries
from oval_room.core.job.phrases import PHRASES
from oval_room.core.part import Part

PART: Final = Part(
    "job",
    commands=(PutJob, PutWriting, PutScheme, Choose, Decide, Settle, Accept, Drop, Restore, LeaveGear, Several),
    phrases=PHRASES,
    entries={"brief": job_entries},
)
