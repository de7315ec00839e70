"""Entries of the brief."""

from __future__ import annotations

from typing import get_args

from oval_room.core.brief.document import Plays
from oval_room.core.entry import Entry, seldom
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject


def brief_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """Who watches what, and within which limits."""
    brief = plan.brief
    return [
        Entry("who watches", "who", brief.who, text=True),
        *seldom(
            *(
                Entry(f"{word}, h a day", word, f"{getattr(brief, word):g}")
                for word in ("film", "sport", "games", "desk")
            ),
            Entry("games played", "plays", brief.plays, options=get_args(Plays)),
        ),
        Entry("budget", "budget", "" if brief.budget is None else f"{brief.budget:.0f}"),
        Entry("must stay", "keep", brief.must_stay, text=True),
        Entry("landlord", "landlord", brief.landlord, text=True),
        Entry("cables can go", "cables", brief.cables, text=True),
        *(Entry(f"note {n}", f"note {n}", text, text=True) for n, text in enumerate(brief.notes, 1)),
    ]
