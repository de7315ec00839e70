"""Entries of the schools."""

from __future__ import annotations

from typing import get_args

from oval_room.core.entry import Entry, seldom
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject
from oval_room.core.viewing.ladder import HEIGHT_SCHOOLS
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SizeSchool


def school_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """How much of the view a picture fills, and where on it the eyes lie."""
    follows = school_of(plan)
    source = "default" if follows.why else "chosen"
    return seldom(
        Entry("school of size", "school", follows.school, source, get_args(SizeSchool)),
        Entry("eyes at", "eyes at", plan.choices.height_school, options=HEIGHT_SCHOOLS),
    )
