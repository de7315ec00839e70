"""What a screen of a rig has outside its frame, and the room that it takes from above (rules 8.6): its own
depth, an adapter behind it, feet under it, a bump of sensors or a stick below its frame.

      ┌──┐ adapter
    ┌─┴──┴─┐ body        face towards the eye
    └──────┘
     ▯    ▯ feet, as far before the face as behind it
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final

from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.pose import Own, Turn, from_above, to_own, to_room
from oval_room.core.record import record
from oval_room.core.rig.document import Body, Rigs
from oval_room.core.rig.rig import Rig
from oval_room.core.screens.document import Picture

THICK: Final = 45.0
"""Taken for a screen that no sheet tells the depth of [mm] (planning value of ours)."""
PLATE: Final = 140.0
"""Taken for an adapter's width [mm] (planning value of ours)."""
TOUCH: Final = 1.0
"""Outlines that stand less far into each other touch [mm]."""


@record
class Outline:
    """What a screen takes from above, in the room: its body, the adapter behind it and its feet; empty: none."""

    body: tuple[tuple[float, float], ...]
    adapter: tuple[tuple[float, float], ...] = ()
    feet: tuple[tuple[float, float], ...] = ()


def thick(picture: Picture, gear: GearShelf) -> float:
    """How deep a screen is behind its face [mm]: its sheet's, else a planning value."""
    item = gear.get(picture.gear or "")
    return item.depth if isinstance(item, Panel) else THICK


def outline(picture: Picture, body: Body, deep: float) -> Outline:
    """A screen from above. deep: behind its face [mm]."""
    half, back = picture.across / 2 + picture.frame_side, -deep
    line = [(-half, picture.bow), (half, picture.bow), (half, back), (-half, back)]
    plate = PLATE / 2
    adapter = [(-plate, back), (plate, back), (plate, back - body.behind), (-plate, back - body.behind)]
    middle, (wide, far) = back / 2, (body.feet_wide / 2, body.feet_deep / 2)
    feet = [(-wide, middle + far), (wide, middle + far), (wide, middle - far), (-wide, middle - far)]
    return Outline(
        _placed(picture, line),
        _placed(picture, adapter) if body.behind else (),
        _placed(picture, feet) if body.feet_deep and body.feet_wide else (),
    )


def _placed(picture: Picture, places: Sequence[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    """Places right and out of a screen, upright as its stand is, in the room."""
    turn = Turn(picture.pose.yaw)
    points = [to_room(picture.pose.point, turn, Own(right, 0.0, out)) for right, out in places]
    return tuple((point.x, point.y) for point in points)


def outlines(rig: Rig, pictures: Mapping[str, Picture], kept: Rigs, gear: GearShelf) -> dict[str, Outline]:
    """Every screen of the row, from left to right."""
    row = {one.key: pictures[one.key] for one in rig.row}
    return {key: outline(picture, kept.body_of(key), thick(picture, gear)) for key, picture in row.items()}


def meet(one: Sequence[tuple[float, float]], other: Sequence[tuple[float, float]]) -> bool:
    """Whether two outlines without hollows take the same room: no edge of either has them on its two sides."""
    if len(one) < 3 or len(other) < 3:
        return False
    edges = [(a, b) for shape in (one, other) for a, b in zip(shape, (*shape[1:], shape[0]), strict=True)]
    return all(_into(one, other, a, b) > TOUCH for a, b in edges if math.dist(a, b) > 1e-9)


def _into(
    one: Sequence[tuple[float, float]],
    other: Sequence[tuple[float, float]],
    a: tuple[float, float],
    b: tuple[float, float],
) -> float:
    """How far two shapes stand into each other square to an edge [mm]; under 0: apart."""
    away = math.dist(a, b)
    nx, ny = (b[1] - a[1]) / away, (a[0] - b[0]) / away
    spans = [[x * nx + y * ny for x, y in shape] for shape in (one, other)]
    return min(max(spans[0]) - min(spans[1]), max(spans[1]) - min(spans[0]))


def reach_before(rig: Rig, places: Sequence[tuple[float, float]]) -> float:
    """The nearest that an outline comes to the eye, ahead of it [mm]."""
    return min(from_above(rig.yaw, *place)[1] for place in places) - rig.eye_above[1]


def gap_over(centre: Picture, over: Picture) -> float:
    """Left between the frames of a centre screen and one over it, along the upper one's own plane [mm]."""
    lip = to_room(centre.pose.point, centre.pose.turn, Own(0.0, centre.height / 2 + centre.frame_top, 0.0))
    return -over.height / 2 - over.frame_bottom - to_own(over.pose.point, over.pose.turn, lip).up
