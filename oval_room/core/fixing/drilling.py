"""The drilling table of a wall: every hole from one zero and one datum, with bit, depth and screw (rules 7.3, 7.7)."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from itertools import product
from types import MappingProxyType
from typing import Final

from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.zero import Zero
from oval_room.core.levels import SLIM
from oval_room.core.plan.room import Made
from oval_room.core.record import record
from oval_room.core.survey.datum import from_datum

STOCK: Final = (50.0, 60.0, 70.0, 80.0, 90.0, 100.0, 120.0)
"""Lengths of coach screws that are sold (rules 7.7) [mm]."""
PLATE: Final = 3.0
WASHER: Final = 2.0
BOARD: Final = 12.5
"""A mount's plate, a washer and a board where nobody has measured them (planning values of ours) [mm]."""
IN_STUD: Final = 50.0
"""A coach screw holds by so much in the stud [mm]."""
BEYOND: Final = 10.0
"""A hole is drilled deeper than its screw or plug by this [mm]."""
SHORT_OF: Final = 10.0
"""A screw stops so far short of a stud's other side [mm]."""
PLUG: Final = 50.0
"""A 10 mm plug's length where its maker says nothing (planning value of ours) [mm]."""


@record
class Drill:
    """How a hole is made: the bit, how deep from the wall's face [mm] (None where its maker says), the screw."""

    bit: str
    depth: float | None
    screw: str


@record
class Hole:
    """One hole: its number, the picture it is of, its place along from the zero and above the floor, and off the laser
    line [mm]."""

    number: int
    of: str
    along: float
    up: float
    off_line: float


@record
class DrillPlan:
    """The holes of a wall, and the two diagonals by which the first is checked, to the wall's lower corners [mm]."""

    zero: Zero
    holes: tuple[Hole, ...]
    to_left: float
    to_right: float


def drill_plan(
    maps: Mapping[str, HoleMap],
    zero: Zero,
    wall_length: float,
    things: Mapping[str, Sequence[tuple[float, float]]] = MappingProxyType({}),
) -> DrillPlan | None:
    """Every hole of a wall, picture by picture, rows from above, columns from the left; then those of the things that
    hang on it, by their ids: along the wall and up [mm]. None without one."""
    holes: list[Hole] = []
    for key, found in maps.items():
        for up, x in product(found.rows, found.columns):
            (off,) = from_datum([up])
            holes.append(Hole(len(holes) + 1, key, x - zero.at, up, off))
    for key, places in things.items():
        for x, up in places:
            (off,) = from_datum([up])
            holes.append(Hole(len(holes) + 1, key, x - zero.at, up, off))
    if not holes:
        return None
    x, up = holes[0].along + zero.at, holes[0].up
    return DrillPlan(zero, tuple(holes), math.hypot(x, up), math.hypot(wall_length - x, up))


def boards_over(made: Made | None) -> float:
    """How thick the boards over a wall's studs are [mm]: one of 12.5 where nobody has looked (rules 7.7)."""
    return (made.board or BOARD) * (made.layers or 1) if made is not None else BOARD


def drill_for(fixing: str, *, board: float = BOARD, stud_depth: float | None = None) -> Drill:
    """How a hole for a fixing is made (rules 7.7): a coach screw is plate + washer + board + 50, up to the next stock
    length, never nearer than 10 to the stud's other side; depths are of what enters the wall and 10 more.

    Args:
        board: what lies over the stud [mm]. stud_depth: of the stud [mm]; None where nobody has measured it.
    """
    if fixing.startswith("coach"):
        least = PLATE + WASHER + board + IN_STUD
        length = next((one for one in STOCK if one >= least - SLIM), None)
        enters = (length or STOCK[-1]) - PLATE - WASHER
        if length is None or (stud_depth is not None and enters - board > stud_depth - SHORT_OF + SLIM):
            return Drill("5–5.5 mm for wood", None, "a thinner stack or another fixing: no coach screw is right")
        return Drill("5–5.5 mm for wood", enters + BEYOND, f"coach screw 8 × {length:g} mm")
    if fixing.startswith("wood"):
        return Drill("3 mm for wood", 40.0 - PLATE + BEYOND, "wood screw 5 × 40 mm")
    if fixing.startswith("plug"):
        return Drill("10 mm for masonry", PLUG + BEYOND, "10 mm plug, screw 8 mm")
    return Drill("by its maker", None, fixing)
