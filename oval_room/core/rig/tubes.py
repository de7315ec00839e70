"""What holds a rig's screens, as parts: an upright behind each, tubes between them, a joint at every bend (rules 8.3,
7.12). Lengths are planning values: the stand's maker rules."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import Final

from oval_room.core.fixing.cut_list import KERF, cut_list
from oval_room.core.plan.gear import GearShelf
from oval_room.core.pose import Own, Turn, to_room
from oval_room.core.record import record
from oval_room.core.rig.document import Body, Rigs
from oval_room.core.rig.outlines import thick
from oval_room.core.rig.rig import Rig
from oval_room.core.rig.uprights import bolts_of
from oval_room.core.screens.document import Picture

STOCK: Final = 3000.0
"""Tubes are cut from lengths of this [mm] (planning value)."""
ABOVE: Final = 40.0
"""An upright goes so far over the upper bolts [mm] (planning value of ours)."""
ROWS: Final = 2
"""Tubes between two uprights, a low and a high one (planning value of ours)."""


@record
class Tubes:
    """uprights: of each screen of the row from left to right [mm], with one over it in the same. between: of each pair
    of neighbours [mm], each so many times. joints: at how many bends, times rows. boards: the pieces of every stock
    length. short: screens whose bolts no sheet tells, that are not counted."""

    uprights: tuple[float, ...]
    between: tuple[float, ...]
    joints: int
    boards: tuple[tuple[float, ...], ...]
    short: tuple[str, ...]
    too_long: tuple[float, ...] = ()
    """Pieces that no stock length gives [mm]."""

    @property
    def left(self) -> float:
        """Over of the last length, cuts taken off [mm]."""
        return max(STOCK - sum(self.boards[-1]) - KERF * len(self.boards[-1]), 0.0) if self.boards else 0.0


def tubes_of(rig: Rig, pictures: Mapping[str, Picture], kept: Rigs, gear: GearShelf, floor: float = 0.0) -> Tubes:
    """The tubes and joints of a rig on uprights."""
    told = dict(zip(rig.screens, bolts_of(rig, pictures, gear), strict=True))
    over = max((told[one.key].rows or (0.0, 0.0))[0] for one in rig.screens.values() if one.above) if _has(rig) else 0.0
    uprights, short = list[float](), list[str]()
    for one in rig.row:
        rows = told[one.key].rows
        if rows is None:
            short.append(pictures[one.key].name)
            continue
        top = max(rows[0], over) if one.key == rig.centre else rows[0]
        uprights.append(math.ceil(top + ABOVE - floor))
    backs = [_back(pictures[one.key], kept.body_of(one.key), gear) for one in rig.row]
    between = tuple(float(math.ceil(math.dist(a, b))) for a, b in pairwise(backs))
    pieces = [*uprights, *(length for length in between for _ in range(ROWS))]
    fits: Sequence[float] = [piece for piece in pieces if piece <= STOCK]
    too_long = tuple(sorted(piece for piece in pieces if piece > STOCK))
    boards = cut_list(fits, STOCK) if fits else ()
    return Tubes(tuple(uprights), between, ROWS * len(between), boards, tuple(short), too_long)


def _has(rig: Rig) -> bool:
    return any(one.above for one in rig.screens.values())


def _back(picture: Picture, body: Body, gear: GearShelf) -> tuple[float, float]:
    """Where the upright behind a screen stands."""
    out = Own(0.0, 0.0, -thick(picture, gear) - body.behind)
    place = to_room(picture.pose.point, Turn(picture.pose.yaw), out)
    return place.x, place.y
