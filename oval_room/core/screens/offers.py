"""A TV or screen from the shelf in a picture's place."""

from __future__ import annotations

from oval_room.core.commands import Command
from oval_room.core.part import Put
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf
from oval_room.core.screens.taking import take


def panel_here_be(plan: Plan, gear: GearShelf, key: str) -> Put | None:
    """How a TV is put in another's place."""
    return _put(plan, gear, key) if plan.chosen.pictures[key].kind == "panel" else None


def screen_here_be(plan: Plan, gear: GearShelf, key: str) -> Put | None:
    """How a screen is put in another's place."""
    return _put(plan, gear, key) if plan.chosen.pictures[key].kind == "screen" else None


def _put(plan: Plan, gear: GearShelf, key: str) -> Put:
    picture = plan.chosen.pictures[key]

    def put(edition: str, item: GearItem) -> Command:
        return take(key, picture, edition, gear)

    return put
