"""Entries of the job itself."""

from __future__ import annotations

from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject


def job_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """Name, client, place, state, how lengths are written."""
    writing = plan.writing
    return [
        Entry("job", "name", plan.name, text=True),
        Entry("client", "client", plan.client, text=True),
        Entry("place", "place", plan.place, text=True),
        Entry("state", "state", plan.state, options=("planning", "agreed", "on site", "done")),
        Entry("lengths in", "units", writing.style, options=("feet", "inches", "mm", "cm", "m")),
        Entry("readings by", "by", writing.instrument, options=("laser", "tape", "drawing", "eye")),
    ]
