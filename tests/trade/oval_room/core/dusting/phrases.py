"""What can be said of dusting."""

from __future__ import annotations

from typing import Final

from oval_room.core.dusting.commands import PutCloth
from oval_room.core.dusting.document import Dusting

from oval_room.core.plan.measure import next_id
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.phrase import Heard, Here, Phrase


def _cloth(here: Here, rest: str) -> Heard:
    wall, name = surface_first(here, rest)
    key = next_id("d", set(here.plan.kept(Dusting).cloths))
    return Heard(f"A cloth on {wall}: {name}", PutCloth(id=key, name=name, wall=wall))


PHRASES: Final = (Phrase("cloth hook", "a wall and a name", "a cloth", "cloth hook w2 yellow", "dusting", _cloth),)
