"""What holds a cleat: the screws that meet something, the fixing that suits the wall, the worst screw's use (rules
7.11).

The cleat's screws share the load in shear; as it acts half the thing's depth out, they also take tension, about the
thing's bottom edge, as in 7.5.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.fixing.bolts import bolt_loads, weight_of
from oval_room.core.fixing.capacity import capacity_of
from oval_room.core.hanging.document import EDGE, MOST_SCREWS, WallThing
from oval_room.core.survey.stud_study import SURE

Places = tuple[tuple[float, float], ...]
IN_STUD: Final = 15.0
"""A screw meets a stud no farther than this from its middle [mm] (planning value: a 38 mm stud, 4 mm of edge)."""


def worst_use(thing: WallThing, holes: Places, more: float = 0.0) -> float:
    """How much of what it carries the worst of some screws bears [%] (rules 7.5, 7.11).

    Args:
        holes: places of the screws that hold: along the wall, above the floor [mm]; at least one.

    Raises:
        RefusedError: there is no screw, or one lies under the thing's bottom.
    """
    capacity = capacity_of(thing.fixing)
    load = weight_of(thing.weighs[0] + more)
    loads = bolt_loads(holes, load, out=thing.depth / 2, bottom=thing.bottom, capacity=capacity)
    return max(one.use for one in loads)


def in_studs(holes: Places, studs: Mapping[float, float]) -> Places:
    """The screws that meet a stud. studs: trust (0 to 1) by place along the wall [mm]."""
    sure = [line for line, trust in studs.items() if trust >= SURE]
    return tuple((x, z) for x, z in holes if any(abs(x - line) <= IN_STUD for line in sure))


def studs_behind(thing: WallThing, studs: Mapping[float, float]) -> tuple[float, ...]:
    """The sure studs a thing crosses, far enough from its ends [mm along the wall]; at most as many as it may have
    screws."""
    behind = (line for line, trust in studs.items() if trust >= SURE)
    return tuple(sorted(x for x in behind if thing.along + EDGE <= x <= thing.end - EDGE))[:MOST_SCREWS]
