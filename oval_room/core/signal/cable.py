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
KINDS: Final[dict[str, dict[str, dict[float, float]]]] = {
    "hdmi": REACH,
    "displayport": {"DisplayPort copper": {17.28: 3.0, 25.92: 2.0, 38.69: 2.0, 77.37: 1.0}},
    "sdi": {"coax": {2.97: 100.0, 11.88: 50.0}},
    "data": {"twisted pair, solid copper": {4.46: 100.0, 18.0: 70.0}},
    "usb": {"USB 2": {1.0: 5.0}, "USB extender": {1.0: 50.0}},
    "optical": {"optical audio": {1.0: 10.0}},
    "component": {"component over twisted pair": {1.5: 30.0}},
    "speaker": {"loudspeaker cable": {1.0: 50.0}},
    "analogue": {"analogue audio": {1.0: 20.0}},
}
"""Kinds of cable by the kind of port, how far each goes [m] up to a rate [Gbit/s] (rules 10.8; of loudspeakers and
analogue audio planning values of ours)."""
LIGHT: Final = "active optical"
"""Goes one way, and loses eARC and CEC unless its maker says otherwise (rules 10.8)."""
STOCK: Final = (1.0, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 30.0, 50.0)
"""Lengths that are sold [m] (rules 10.9)."""
END: Final = 300.0
"""Left over at either end [mm]."""
SLACK: Final = 1.10


def reach_of(kind: str, rate: float) -> float:
    """How far a kind goes at a rate [m]; 0 where it does not carry it."""
    return next((reach for most, reach in REACH[kind].items() if not beyond(rate, most)), 0.0)


def top_rate(port: str, kind: str, length: float) -> float:
    """The most that a cable carries over its length [Gbit/s]; 0 where it does not reach at all.

    Args:
        port: the kind of port. kind: of the cable. length: [mm].
    """
    rows = KINDS[port][kind]
    return max((rate for rate, reach in rows.items() if not beyond(length / 1000, reach)), default=0.0)


def kind_for(port: str, rate: float, length: float) -> str | None:
    """The first kind of cable for a kind of port that reaches at a rate [Gbit/s, mm]; None where none does."""
    for kind, rows in KINDS[port].items():
        reach = next((reach for most, reach in sorted(rows.items()) if not beyond(rate, most)), 0.0)
        if not beyond(length / 1000, reach):
            return kind
    return None


def cable_kind(rate: float, length: float) -> str | None:
    """The first kind in order that reaches; None where none does.

    Args:
        rate: of the link [Gbit/s], over 0. length: of the cable [mm], over 0.
    """
    metres = positive(length, "length") / 1000
    return next((kind for kind in REACH if not beyond(metres, reach_of(kind, positive(rate, "link_gbps")))), None)


def made_length(path: float) -> float:
    """(path + 2 × 300 mm) × 1.10: what a path wants of cable [mm]."""
    return (path + 2 * END) * SLACK


def stock_length(path: float) -> float | None:
    """(path + 2 × 300 mm) × 1.10, up to the next stock length [m]; None: made to length.

    path: along the surfaces [mm], 0 or more.
    """
    wanted = made_length(path) / 1000
    return next((one for one in STOCK if not beyond(wanted, one)), None)
