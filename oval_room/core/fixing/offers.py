"""A mount from the shelf under what hangs."""

from __future__ import annotations

from oval_room.core.part import Put
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture


def mount_here_be(plan: Plan, gear: GearShelf, key: str) -> Put | None:
    """How a wall mount is put under a TV; screens round a seat stand on their own frame or desk."""
    scheme = plan.chosen
    group = scheme.groups.get(scheme.group_of(key) or "")
    if scheme.pictures[key].kind != "panel" or (group is not None and group.round_seat):
        return None
    return lambda edition, item: PutPicture(id=key, mount=edition)


def stem_here_be(plan: Plan, gear: GearShelf, key: str) -> Put | None:
    """How a ceiling mount is put over a projector that hangs."""
    fed = plan.chosen.fed_by(key)
    if fed is None or not fed[1].hung:
        return None
    name = fed[0]
    return lambda edition, item: PutProjector(id=name, mount=edition)
