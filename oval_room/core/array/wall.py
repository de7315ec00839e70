"""Walls of displays as they hang: every display numbered, where it is on its wall, how it is turned (rules 9.1).

A wall's axes are its group's own: u to the right, v down, from the group's middle [mm].
"""

from __future__ import annotations

import re
from bisect import bisect_left, bisect_right
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Final

from oval_room.core.array.canvas import Placed
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.group import Group
from oval_room.core.pose import to_own
from oval_room.core.record import record
from oval_room.core.screens.document import Picture
from oval_room.core.screens.hung import frame_left

ROW: Final = 0.5
"""Displays whose tops differ by less than this share of the first one's height hang in one row."""
FLAT: Final = 10.0
"""Faces may be so far before or behind each other and lie in one plane [mm] (planning value)."""
NEXT: Final = 25.0
"""Frames that leave less are neighbours: no hand comes between [mm] (planning value)."""


@record
class Display:
    """One display of a wall.

    number: as it is told by. visible, outline: its picture, and it with its frame, in its wall's axes [mm]. out: how
    far its face stands before the wall's plane [mm]. turned: clockwise as the viewer sees it [deg]. pixels: across and
    down as it was built, level.
    """

    key: str
    number: int
    name: str
    visible: Placed
    outline: Placed
    out: float
    turned: int
    pixels: tuple[int, int]

    @property
    def shown(self) -> tuple[int, int]:
        """Its pixels across and down as it hangs."""
        return self.pixels if self.turned % 180 == 0 else self.pixels[::-1]

    @property
    def scale(self) -> float:
        """Its pixels a millimetre."""
        return self.shown[0] / self.visible.width


def walls_of(scheme: Scheme) -> dict[str, Group]:
    """A scheme's walls of displays, by their groups' ids."""
    return {key: group for key, group in scheme.groups.items() if group.kind == "wall"}


def displays_of(scheme: Scheme) -> dict[str, tuple[Display, ...]]:
    """The displays of every wall in reading order, by group; numbered through all of them."""
    walls = walls_of(scheme)
    hung = {
        key: _in_rows([_hung(name, scheme.pictures[name], group) for name in group.members])
        for key, group in walls.items()
    }
    numbers = _numbers([one for listed in hung.values() for one in listed])
    return {key: tuple(replace(one, number=numbers[one.key]) for one in listed) for key, listed in hung.items()}


def _hung(key: str, picture: Picture, group: Group) -> Display:
    own = to_own(group.pose.point, group.pose.turn, picture.pose.point)
    left, top = own.right - picture.across / 2, -own.up - picture.height / 2
    over, under, wide = picture.frame_top, picture.frame_bottom, picture.across + 2 * picture.frame_side
    visible = Placed(left, top, picture.across, picture.height)
    outline = Placed(left - frame_left(picture), top - over, wide, picture.height + over + under)
    turned = picture.turned
    pixels = picture.pixels if turned % 180 == 0 else picture.pixels[::-1]
    return Display(key, 0, picture.name, visible, outline, own.out, turned, pixels)


def _in_rows(displays: Sequence[Display]) -> list[Display]:
    """Row by row from the top, each from the left."""
    rows: list[list[Display]] = []
    for one in sorted(displays, key=lambda one: (one.visible.top, one.visible.left)):
        first = rows[-1][0].visible if rows else None
        if first is not None and one.visible.top - first.top < ROW * min(first.height, one.visible.height):
            rows[-1].append(one)
        else:
            rows.append([one])
    return [one for row in rows for one in sorted(row, key=lambda one: one.visible.left)]


def _numbers(displays: Sequence[Display]) -> dict[str, int]:
    """The numbers at the end of their names where each has its own, else counted through."""
    ends = [re.search(r"(\d{1,4})$", one.name) for one in displays]
    said = [int(end[1]) for end in ends if end is not None]
    if len(said) == len(displays) and max(Counter(said).values(), default=1) == 1:
        return {one.key: number for one, number in zip(displays, said, strict=True)}
    return {one.key: n for n, one in enumerate(displays, 1)}


def overlaps(displays: Sequence[Display]) -> list[tuple[Display, Display, float]]:
    """Displays whose frames lie over each other, and by how much the other way less [mm]."""
    found = []
    order = sorted(displays, key=lambda one: one.outline.left)
    for n, a in enumerate(order):
        one = a.outline
        right, bottom = one.left + one.width, one.top + one.height
        for b in order[n + 1 :]:
            other = b.outline
            if other.left >= right:
                break
            across = min(right, other.left + other.width) - other.left
            down = min(bottom, other.top + other.height) - max(one.top, other.top)
            if across > 0.5 and down > 0.5:
                first, second = sorted((a, b), key=lambda one: one.number)
                found.append((first, second, min(across, down)))
    return sorted(found, key=lambda pair: (pair[0].number, pair[1].number))


def shut_in(displays: Sequence[Display]) -> list[Display]:
    """Displays with a neighbour on all four sides: no hand comes behind them from outside."""
    order = sorted(displays, key=lambda one: one.outline.left)
    lefts = [one.outline.left for one in order]
    widest = max((one.outline.width for one in displays), default=0.0)

    def near(one: Display, side: tuple[int, int]) -> bool:
        """Whether another's frame is close by on a side and over its middle there."""
        own = one.outline
        x = own.left + own.width / 2 + side[0] * (own.width / 2 + NEXT)
        y = own.top + own.height / 2 + side[1] * (own.height / 2 + NEXT)
        for n in range(bisect_left(lefts, x - widest), bisect_right(lefts, x)):
            other = order[n].outline
            if order[n].key != one.key and x <= other.left + other.width and other.top <= y <= other.top + other.height:
                return True
        return False

    return [one for one in displays if all(near(one, side) for side in _SIDES)]


_SIDES: Final = ((1, 0), (-1, 0), (0, 1), (0, -1))


def hanging_order(displays: Sequence[Display]) -> list[Display]:
    """The order they are hung in: the lowest row first, each row from its middle outwards; the first one is set true
    and all others are lined up by it (planning rule of ours)."""
    rows: list[list[Display]] = []
    for one in sorted(displays, key=lambda one: -(one.outline.top + one.outline.height)):
        bottom = one.outline.top + one.outline.height
        if rows and _bottom(rows[-1][0]) - bottom < ROW * one.outline.height:
            rows[-1].append(one)
        else:
            rows.append([one])
    middle = (
        (min(one.outline.left for one in displays) + max(one.outline.left + one.outline.width for one in displays)) / 2
        if displays
        else 0.0
    )
    return [
        one
        for row in rows
        for one in sorted(
            row, key=lambda one: (round(abs(one.outline.left + one.outline.width / 2 - middle), 1), one.outline.left)
        )
    ]


def _bottom(one: Display) -> float:
    return one.outline.top + one.outline.height


def by_key(walls: Mapping[str, Sequence[Display]]) -> dict[str, Display]:
    """Every display by its picture's id."""
    return {one.key: one for listed in walls.values() for one in listed}
