"""The drilling table of a wall: every hole from one zero and one datum, with bit, depth and screw (rules 7.3, 7.7)."""

from __future__ import annotations

import math
from collections.abc import Collection, Iterable, Mapping, Sequence
from itertools import product
from types import MappingProxyType
from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.zero import Zero
from oval_room.core.levels import SLIM
from oval_room.core.plan.room import STUDDED, Made
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
    """How a hole is made: the bit, how deep from the wall's finished face [mm] (None where its maker says), the screw;
    over: what of that is what lies over what carries [mm], into: the rest's name (rules 7.20)."""

    bit: str
    depth: float | None
    screw: str
    over: float = 0.0
    into: str = ""


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


def skin_over(made: Made | None) -> float:
    """What lies over a masonry wall: the plaster, board or tiles that were measured, none where nobody has looked
    [mm] (rules 7.20)."""
    return (made.board or 0.0) * (made.layers or 1) if made is not None and made.kind not in STUDDED else 0.0


def nothing_to_drill(zero: Zero) -> DrillPlan:
    """The plan of a wall all of whose holes have a stop."""
    return DrillPlan(zero, (), 0.0, 0.0)


NO_COLUMNS: Final = ("lines", "slots")
"""Why a plate's columns are not known on a wall of studs: the studs, or where its slots are."""
STOPS_A_HOLE: Final = ("fixing", "picture")
"""Stages whose stops say that a thing does not hang where it is planned, or not so."""


def stopped(findings: Iterable[Finding], still_open: Collection[str]) -> dict[str, list[Finding]]:
    """Open stops by what hangs: none of its holes is given to anybody until they are cleared or overridden with a
    reason (rules 7.21), nor where nobody knows yet in which studs they are. A projector's own stops are about its plate
    on the ceiling."""
    out: dict[str, list[Finding]] = {}
    for one in findings:
        of = one.about.get("picture") or one.about.get("thing")
        stops = one.key in still_open and one.code.stage in STOPS_A_HOLE and "projector" not in one.about
        if of and (stops or (one.code is FixingCode.PLATE_STUDS and one.more["why"] in NO_COLUMNS)):
            out.setdefault(of, []).append(one)
    return out


def boards_over(made: Made | None) -> float:
    """How thick the boards over a wall's studs are [mm]: one of 12.5 where nobody has looked (rules 7.7)."""
    return (made.board or BOARD) * (made.layers or 1) if made is not None else BOARD


def drill_for(fixing: str, *, board: float = BOARD, stud_depth: float | None = None, skin: float = 0.0) -> Drill:
    """How a hole for a fixing is made (rules 7.7): a coach screw is plate + washer + board + 50, up to the next stock
    length, never nearer than 10 to the stud's other side; depths are of what enters the wall and 10 more.

    Args:
        board: what lies over the stud [mm]. stud_depth: of the stud [mm]; None where nobody has measured it.
        skin: plaster, board, tiles, dabs over masonry [mm], which a plug does not count on.
    """
    if fixing.startswith("coach"):
        least = PLATE + WASHER + board + IN_STUD
        length = next((one for one in STOCK if one >= least - SLIM), None)
        enters = (length or STOCK[-1]) - PLATE - WASHER
        if length is None or (stud_depth is not None and enters - board > stud_depth - SHORT_OF + SLIM):
            return Drill("5–5.5 mm for wood", None, "a thinner stack or another fixing: no coach screw is right")
        return Drill("5–5.5 mm for wood", enters + BEYOND, f"coach screw 8 × {length:g} mm", board, "stud")
    if fixing.startswith("wood"):
        return Drill("3 mm for wood", 40.0 - PLATE + BEYOND, "wood screw 5 × 40 mm")
    if fixing.startswith("plug"):
        screw = "10 mm plug, screw 8 mm" + (", longer by what lies over the masonry" if skin else "")
        return Drill("10 mm for masonry", skin + PLUG + BEYOND, screw, skin, "masonry")
    return Drill("by its maker", None, fixing)
