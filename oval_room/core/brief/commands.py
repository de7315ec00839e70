"""Changes of the brief."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, with_values
from oval_room.core.brief.document import MOST_NOTES
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Budget, Count, Number, Words


class PutBrief(Command):
    do: Literal["put brief"] = "put brief"
    who: Words | None = None
    film: Number | None = None
    sport: Number | None = None
    games: Number | None = None
    desk: Number | None = None
    budget: Budget | None = None
    must_stay: Words | None = None
    landlord: Words | None = None
    cables: Words | None = None
    plays: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return plan.model_copy(update={"brief": with_values(plan.brief, carried(self))})


class AddNote(Command):
    """A note beside the brief, as somebody said it."""

    do: Literal["add note"] = "add note"
    text: Words

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        brief = plan.brief
        if len(brief.notes) >= MOST_NOTES:
            raise RefusedError(f"there are {MOST_NOTES} notes, the most there can be; take one away: note 1 -")
        return plan.model_copy(update={"brief": with_values(brief, {"notes": (*brief.notes, self.text)})})


class DropNote(Command):
    """Take a note away, by its place in the list from 1."""

    do: Literal["drop note"] = "drop note"
    number: Count

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        notes = plan.brief.notes
        if not 1 <= self.number <= len(notes):
            raise RefusedError(f"there is no note {self.number}; there are {len(notes) or 'none'}")
        left = (*notes[: self.number - 1], *notes[self.number :])
        return plan.model_copy(update={"brief": with_values(plan.brief, {"notes": left})})
