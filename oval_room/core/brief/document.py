"""What is asked before anything is measured."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from oval_room.core.plan.measure import Budget, Frozen, Words

MOST_NOTES: Final = 40
Plays = Literal["any", "platform and rhythm", "racing, shooters, table sims"]


Hours = Annotated[float, Field(ge=0, le=24)]


class Brief(Frozen):
    """What was asked first; every answer may be missing."""

    who: Words = ""
    film: Hours = 0.0
    sport: Hours = 0.0
    games: Hours = 0.0
    desk: Hours = 0.0
    budget: Budget | None = None
    must_stay: Words = ""
    landlord: Words = ""
    cables: Words = ""
    notes: Annotated[tuple[Words, ...], Field(max_length=MOST_NOTES)] = ()
    """What somebody said, as they said it."""
    plays: Plays = "any"
    """What kind of games: it decides how much lag is too much (rules 3.6)."""
