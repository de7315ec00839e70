"""Changes of the brief."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Budget, Number, Words


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
