"""Entries of the schools."""

from __future__ import annotations

from oval_room.core.entry import Entry
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject
from oval_room.core.viewing.ladder import HEIGHT_SCHOOLS


def school_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """How much of the view a picture fills, and where on it the eyes lie."""
    return [
        Entry("school of size", "school", plan.choices.size_school, options=("lounge", "cinema", "front row")),
        Entry("eyes at", "eyes at", plan.choices.height_school, options=HEIGHT_SCHOOLS),
    ]
