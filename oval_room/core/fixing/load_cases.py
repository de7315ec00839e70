"""What a panel's weight does on its mount: hung flat, or on an arm that is folded, out, swung aside, and pulled by a
hand (rules 7.5)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

from oval_room.core.fixing.bolts import FULL, GRAVITY, BoltLoad, bolt_loads, weight_of
from oval_room.core.fixing.capacity import Capacity
from oval_room.core.plan.gear import Mount, Panel
from oval_room.core.record import record
from oval_room.core.screens.document import Picture

HAND: Final = 177.0
"""A hand pulls 250 N at 45°: so much down, and as much out [N] (rules 7.5)."""
ASIDE: Final = 45.0
"""An arm is taken to swing its load so far aside, where it acts out and sideways [deg] (planning value of ours)."""


class Case(NamedTuple):
    """One way a load acts: its name, how much [N], how far out and how far sideways [mm]; aside is the worse of the two
    ways."""

    name: str
    load: float
    out: float
    aside: float = 0.0


@record
class CaseLoads:
    """A case and what each fixing bears of it, in the order of the bolts."""

    case: Case
    bolts: tuple[BoltLoad, ...]

    @property
    def worst(self) -> BoltLoad:
        return max(self.bolts, key=lambda one: one.use)


def cases_of(picture: Picture, panel: Panel, mount: Mount, bottom: float) -> tuple[Case, ...]:
    """The cases of a panel on its mount. bottom: the plate's bottom edge above the floor [mm]."""
    load, half = weight_of((panel.mass_kg or 0.0) + (mount.mass_kg or 0.0)), panel.depth / 2
    if mount.reach is None:
        return (Case("hung", load, mount.profile + half),)
    down, far = load + HAND, mount.reach + panel.depth
    up = picture.top + picture.frame_top - bottom
    moment = load * (mount.reach + half) + HAND * far + HAND * up
    edge = panel.width / 2 + panel.frame_side
    turn = math.radians(ASIDE)
    return (
        Case("folded", load, mount.profile + half),
        Case("out", load, mount.reach + half),
        Case("swung aside", load, mount.reach * math.cos(turn) + half, mount.reach * math.sin(turn)),
        Case("out, pulled by a hand", down, moment / down, HAND * edge / down),
    )


def in_plain_words(loads: CaseLoads) -> str:
    """What the hardest worked fixing bears, as one would tell a client."""
    worst, name = loads.worst, loads.case.name
    pull, down = (f"{value / GRAVITY:.0f} kg" for value in (worst.tension, worst.shear))
    when = "Hung flat" if name == "hung" else name.capitalize()
    rest = "more than it may" if worst.use > FULL else f"{worst.use:.0f} % of what it may"
    return f"{when}, the hardest worked fixing holds back {pull} and carries {down}: {rest}."


def loads_of(
    cases: Sequence[Case], bolts: Sequence[tuple[float, float]], bottom: float, capacity: Capacity
) -> tuple[CaseLoads, ...]:
    """Every case's bolts (rules 7.5); sideways to the side that bears the worst bolt more."""
    out = []
    for case in cases:
        ways = [
            bolt_loads(bolts, case.load, out=case.out, sideways=side, bottom=bottom, capacity=capacity)
            for side in ({case.aside, -case.aside} if case.aside else {0.0})
        ]
        out.append(CaseLoads(case, max(ways, key=lambda found: max(one.use for one in found))))
    return tuple(out)
