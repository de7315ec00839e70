"""Taking an item from the shelf in a picture's place."""

from __future__ import annotations

from oval_room.core.commands import Command, several
from oval_room.core.plan.gear import GearShelf
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.document import Picture


def take(key: str, picture: Picture, edition: str, gear: GearShelf, bottom: float | None = None) -> Command:
    """An item in a picture's place: it keeps the name somebody gave it, its mount and its bottom edge."""
    now = gear.get(picture.gear or "")
    given = None if now is not None and picture.name == now.name else picture.name
    taken = TakeGear(id=key, gear=edition, name=given)
    return taken if bottom is None else several(taken, PutPicture(id=key, bottom=bottom))
