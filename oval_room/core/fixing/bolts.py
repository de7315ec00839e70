"""What a load does to the bolts it hangs on (rules 7.5).

   ○    ○  ─┐            W acts e out from the wall
            ζ_i          and x_o sideways from the
   ○    ○  ─┤            bolts' centroid
───plate────┴─ bottom edge: what the plate turns about
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from oval_room.core.errors import RefusedError, positive
from oval_room.core.fixing.capacity import Capacity
from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

GRAVITY: Final = 9.81
"""[m/s²]"""
FULL: Final = 100.0
MUCH: Final = 70.0
"""Above these shares of what a fixing carries: STOP, MIND [%] (rules 7.5)."""


@record
class BoltLoad:
    """Tension and shear of one bolt [N], and how much of what it carries that is [%]; the shear's own parts to the
    right and down [N]."""

    tension: float
    shear: float
    use: float
    right: float = 0.0
    down: float = 0.0


def weight_of(mass: float) -> float:
    """W = 9.81·m [N] of a mass [kg], over 0.

    Raises:
        RefusedError: the mass is not over 0.
    """
    return GRAVITY * positive(mass, "mass")


def bolt_loads(
    bolts: Sequence[tuple[float, float]],
    load: float,
    *,
    out: float,
    sideways: float = 0.0,
    bottom: float = 0.0,
    capacity: Capacity,
) -> tuple[BoltLoad, ...]:
    """Tension, shear and use of every bolt (rules 7.5).

    T_i = W·e·ζ_i/Σζ², ζ up from the plate's bottom edge; shear W/n each, with torsion W·x_o·ρ_i/Σρ² about the
    centroid added as a vector; use = T/T_allow + V/V_allow.

    Args:
        bolts: (x, z) of each on the plate [mm].
        load: W [N], over 0.
        out: e, how far out from the wall it acts [mm], 0 or more.
        sideways: x_o, how far sideways from the bolts' centroid [mm].
        bottom: z of the plate's bottom edge [mm]; every bolt lies on or above it.
        capacity: what one fixing carries.

    Raises:
        RefusedError: there is no bolt, one lies under the bottom edge, or none lies above it and the load acts out.
    """
    if not bolts:
        raise RefusedError("give at least one bolt", field="bolts")
    rises = [z - bottom for _, z in bolts]
    if min(rises) < 0:
        raise RefusedError("every bolt lies above the plate's bottom edge", field="bolts", value=min(rises))
    squares = sum(rise**2 for rise in rises)
    if squares == 0 and out > 0:
        raise RefusedError("bolts at the bottom edge alone hold nothing that acts out from the wall", field="bolts")
    middle_x, middle_z = (sum(bolt[axis] for bolt in bolts) / len(bolts) for axis in (0, 1))
    arms = [(x - middle_x, z - middle_z) for x, z in bolts]
    polar = sum(across**2 + up**2 for across, up in arms)
    turning = load * sideways / polar if polar else 0.0
    found = []
    for rise, (across, up) in zip(rises, arms, strict=True):
        tension = load * out * rise / squares if squares else 0.0
        right, down = turning * up, load / len(bolts) + turning * across
        shear = math.hypot(right, down)
        use = FULL * (tension / capacity.tension + shear / capacity.shear)
        found.append(BoltLoad(tension, shear, use, right, down))
    return tuple(found)


def use_level(use: float) -> Level:
    """STOP above 100 %, MIND above 70 % (rules 7.5)."""
    return Level.STOP if beyond(use, FULL) else Level.MIND if beyond(use, MUCH) else Level.GOOD
