"""Changes of the brief."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf


class PutBrief(Command):
    do: Literal["put brief"] = "put brief"
    who: str | None = None
    film: float | None = None
    sport: float | None = None
    games: float | None = None
    desk: float | None = None
    budget: float | None = None
    must_stay: str | None = None
    landlord: str | None = None
    cables: str | None = None
    plays: str | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return plan.model_copy(update={"brief": with_values(plan.brief, carried(self))})
