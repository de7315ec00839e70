"""What hangs overhead on its fixings: a projector's plate, the timber that bridges two joists, the hooks of a case
(rules 7.5, 7.6, 7.8).

 joist ▒      ▒ joist      W hangs e aside of the plate's middle; the
 ══════╪═══╤══╪═══════     plate's screws stand s apart, the timber's
   bolts   plate  bolts    bolts carry the joist's share of W between them
"""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError, positive
from oval_room.core.fixing.bolts import FULL, bolt_loads, weight_of
from oval_room.core.fixing.capacity import Capacity
from oval_room.core.record import record

PLATE_SCREWS: Final = 4
"""Of a plate on a timber or under concrete; on a joist itself only two of them, in line, find wood."""
JOIST_SCREWS: Final = 2
JOIST_BOLTS: Final = 2
"""M8 bolts through a bridging timber at each joist (rules 7.8)."""


@record
class OverheadLoad:
    """Tension of the worst fixing [N] and how much of what it carries that is [%]."""

    tension: float
    use: float


def plate_load(mass: float, *, count: int, aside: float, apart: float, capacity: Capacity) -> OverheadLoad:
    """T = W/n + W·e/s for a pair that stands s apart, half of that with two pairs: W·e·2/(n·s).

    Args:
        mass: what hangs, with its mount [kg], over 0. count: n, of the plate's screws: 2 or 4.
        aside: e, from the plate's middle to the weight's [mm], 0 or more. apart: s, of the screws [mm], over 0.
        capacity: what one carries.

    Raises:
        RefusedError: the mass or the distance is not over 0, or the screws are not 2 or 4.
    """
    if count not in (JOIST_SCREWS, PLATE_SCREWS):
        raise RefusedError("a plate has 2 or 4 screws", field="count", value=count)
    weight, between = weight_of(mass), positive(apart, "apart")
    tension = weight / count + weight * aside * 2 / (count * between)
    return OverheadLoad(tension, FULL * tension / capacity.tension)


def timber_load(mass: float, *, plate: float, bridge: tuple[float, float], capacity: Capacity) -> OverheadLoad:
    """The bolts at the joist nearer to the plate: its share of W, W·(far − plate)/(far − near), on two of them.

    Args:
        mass: what hangs [kg], over 0. plate, bridge: places across the joists [mm], the plate between the two.
    """
    a, b = bridge
    if not a <= plate <= b or a == b:
        raise RefusedError("the plate lies between the two joists that are bridged", field="plate", value=plate)
    share = max(b - plate, plate - a) / (b - a)
    tension = weight_of(mass) * share / JOIST_BOLTS
    return OverheadLoad(tension, FULL * tension / capacity.tension)


BRACKET_TALL: Final = 120.0
BRACKET_APART: Final = 100.0
BRACKET_SCREWS: Final = 2
"""A wall bracket's height, how far apart its screws are up, how many it has, until its maker says (planning values of
ours) [mm]."""


def bracket_load(mass: float, *, brackets: int, out: float, capacity: Capacity) -> OverheadLoad:
    """Brackets on a wall that share what hangs e out from it, each with two screws one over the other (rules 7.5).

    Args:
        mass: what hangs [kg], over 0. brackets: how many. out: e [mm], 0 or more. capacity: what one screw carries.
    """
    under = (BRACKET_TALL - BRACKET_APART) / 2
    each = weight_of(mass) / brackets
    found = bolt_loads([(0.0, under), (0.0, under + BRACKET_APART)], each, out=out, capacity=capacity)
    worst = max(found, key=lambda one: one.use)
    return OverheadLoad(worst.tension, worst.use)


def hook_load(mass: float, *, hooks: int, times: float, capacity: Capacity) -> OverheadLoad:
    """W·times/n; times: 2 for a cloth that is pulled by hand (rules 7.8)."""
    if hooks < 1:
        raise RefusedError("a case hangs from at least one hook", field="hooks", value=hooks)
    tension = weight_of(mass) * times / hooks
    return OverheadLoad(tension, FULL * tension / capacity.tension)
