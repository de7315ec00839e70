"""What one fixing carries (rules 7.6): planning values, already reduced by 4 against failure; the maker's replace them.

Never apply a factor to them again. Board alone never carries anything that hangs out from the wall, whatever the sum
says.
"""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import MissingError
from oval_room.core.record import record


@record
class Capacity:
    """Allowed tension and shear of one fixing [N], and whether it may carry at all."""

    tension: float
    shear: float
    carries: bool = True


CAPACITIES: Final[dict[str, Capacity]] = {
    "coach 8x50 timber": Capacity(1000.0, 900.0),
    "wood 5x40 timber": Capacity(400.0, 350.0),
    "toggle 25 ga": Capacity(250.0, 400.0),
    "toggle 20 ga": Capacity(450.0, 600.0),
    "toggle board": Capacity(90.0, 150.0, carries=False),
    "plug 10 brick": Capacity(600.0, 900.0),
    "anchor m8 concrete": Capacity(2000.0, 2500.0),
    "sleeve m8 block": Capacity(500.0, 800.0),
    "bolt m8 bridging": Capacity(3000.0, 3000.0),
}
"""By the fixing and what it goes into (rules 7.6)."""


SUITS: Final[dict[str, tuple[str, ...]]] = {
    "timber": ("coach 8x50 timber", "wood 5x40 timber"),
    "steel 20": ("toggle 20 ga", "bolt m8 bridging"),
    "steel 25": ("toggle 25 ga", "bolt m8 bridging"),
    "masonry": ("plug 10 brick", "sleeve m8 block", "anchor m8 concrete"),
    "brick": ("plug 10 brick",),
    "hollow": ("sleeve m8 block",),
    "concrete": ("anchor m8 concrete",),
}
"""The fixings that go into a wall, the usual one first; of other walls nothing is said (rules 7.6)."""


def capacity_of(fixing: str) -> Capacity:
    """The planning values of a fixing.

    Raises:
        MissingError: it is not one of those known.
    """
    if fixing not in CAPACITIES:
        raise MissingError(f"there is no fixing “{fixing[:40]}”; there are {', '.join(CAPACITIES)}", value=fixing)
    return CAPACITIES[fixing]
