"""Who is at this browser: the one place that knows. Sign-in comes here."""

from __future__ import annotations

from typing import Annotated, Final
from urllib.parse import unquote

from fastapi import Depends, Request

from oval_room.core.plan.measure import called
from oval_room.core.record import record

COOKIE: Final = "author"
LONGEST: Final = 60


@record
class Person:
    """Somebody who makes changes."""

    name: str


def person_of(request: Request) -> Person:
    """Who is at this browser: as they sign, else as the settings say."""
    said = called(unquote(request.cookies.get(COOKIE, "")))[:LONGEST].strip()
    return Person(said or str(request.app.state.settings.author))


Who = Annotated[Person, Depends(person_of)]
"""For routes: who asks."""
