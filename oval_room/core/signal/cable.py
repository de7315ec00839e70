"""Cables: which kind reaches at a rate, which stock length a path wants (rules 10.8, 10.9). Planning values."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import positive
from oval_room.core.levels import beyond

REACH: Final[dict[str, dict[float, float]]] = {
    "copper passive": {10.2: 10.0, 18.0: 5.0, 48.0: 3.0},
    "copper active": {18.0: 15.0, 48.0: 5.0},
    "active optical": {18.0: 100.0, 48.0: 30.0},
}
"""How far a kind of cable goes [m] up to a rate [Gbit/s]; a rate between rows takes the next row up. In the order they
are offered."""
STOCK: Final = (1.0, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 30.0, 50.0)
"""Lengths that are sold [m] (rules 10.9)."""
END: Final = 300.0
"""Left over at either end [mm]."""
SLACK: Final = 1.10


def reach_of(kind: str, rate: float) -> float:
    """How far a kind goes at a rate [m]; 0 where it does not carry it."""
    return next((reach for most, reach in REACH[kind].items() if not beyond(rate, most)), 0.0)


def cable_kind(rate: float, length: float) -> str | None:
    """The first kind in order that reaches; None where none does.

    Args:
        rate: of the link [Gbit/s], over 0. length: of the cable [mm], over 0.
    """
    metres = positive(length, "length") / 1000
    return next((kind for kind in REACH if not beyond(metres, reach_of(kind, positive(rate, "link_gbps")))), None)


def stock_length(path: float) -> float | None:
    """(path + 2 × 300 mm) × 1.10, up to the next stock length [m]; None: made to length.

    path: along the surfaces [mm], 0 or more.
    """
    wanted = (path + 2 * END) * SLACK / 1000
    return next((one for one in STOCK if not beyond(wanted, one)), None)
