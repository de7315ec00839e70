"""Shelves, cabinets and boxes on the walls, with the screws of their cleats: from the front, from the side, from
above."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.hanging.document import Hanging, WallThing
from oval_room.drawing.drawer import Drawer
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P
from oval_room.drawing.wall_parts import without_holes


def _here(look: Look) -> Iterator[tuple[str, WallThing]]:
    """What hangs on the wall in view (the look is turned to it)."""
    return ((key, one) for key, one in look.plan.chosen.kept(Hanging).things.items() if one.wall == "w1")


def on_the_wall(draft: Draft, look: Look) -> None:
    """In the elevation: outline and screws, none where a stop is about them."""
    instead = without_holes(look)
    for key, thing in _here(look):
        draft.box(thing.along, thing.bottom, thing.end, thing.top, "thing", "fixings", key)
        for hole in thing.holes if key not in instead else ():
            draft.mark(hole, "hole", "hole", "fixings", key)
        below = ((0.0, -12.0), (0.0, -24.0))
        draft.add(Label(P(thing.along + thing.width / 2, thing.bottom), thing.name, "small", "labels", "middle", below))


def screw_places(draft: Draft, look: Look) -> None:
    """In the elevation: where the first screw is from the wall's left end and the floor, and where the last is."""
    instead = without_holes(look)
    for key, thing in _here(look):
        if key in instead:
            at = P(thing.along + thing.width / 2, thing.row)
            draft.add(Label(at, instead[key], "small", "fixings", "middle", ((0.0, 4.0), (0.0, 16.0)), 3))
            continue
        (first, row), *_, (last, _) = thing.holes
        over = ((-8.0, 14.0), (-8.0, 26.0), (-8.0, 38.0), (-8.0, -40.0))
        beside = ((6.0, 0.0), (6.0, 12.0), (6.0, -12.0), (6.0, -24.0))
        start = f"{look.show(first)} along, {look.show(row)} up"
        draft.add(
            Label(P(first, thing.top), start, "small", "fixings", "start", over, 3),
            Label(P(thing.end, row), look.show(last), "small", "fixings", "start", beside, 3),
        )


def from_the_side(draft: Draft, look: Look) -> None:
    """In the section: what hangs on its wall, edge on."""
    for key, thing in _here(look):
        draft.box(0.0, thing.bottom, thing.depth, thing.top, "thing", "fixings", key)


def from_above(draft: Draft, look: Look) -> None:
    """In the plan: the outline of what hangs on every wall."""
    for key, thing in look.plan.chosen.kept(Hanging).things.items():
        wall = look.plan.survey.room.wall_named(thing.wall)
        if wall is None:
            continue
        places = ((thing.along, 0.0), (thing.end, 0.0), (thing.end, thing.depth), (thing.along, thing.depth))
        corners = [wall.room(*place) for place in places]
        draft.path([(y, x) for x, y in corners], "thing", "fixings", closed=True, ref=key)


DRAWER: Final = Drawer(section=from_the_side, plan=from_above, elevation=on_the_wall, elevation_strings=screw_places)
