"""Low-voltage feeds: the drop along a pair, a converter at its far end, power over the network (rules 10.12)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

OHMS: Final[dict[int, float]] = {24: 0.0842, 22: 0.0530, 20: 0.0333, 18: 0.0210, 16: 0.0132}
"""Of one conductor a metre [Ω/m], by AWG."""
GOOD_5V: Final = 4.75
LEAST_5V: Final = 4.63
"""5 V gear wants minding below the one and stops below the other [V]."""
FIVE: Final = 6.0
"""A supply under this feeds 5 V gear [V]."""
TWELVE: Final = 12.0
EFFICIENT: Final = 0.85
"""Of a converter at the far end."""
POE: Final[dict[str, float]] = {"af": 12.95, "at": 25.5, "bt type 3": 51.0, "bt type 4": 71.3}
"""What is left at the device [W]."""


@record
class Run:
    """Current [A], drop along the run and what is left at its end [V]."""

    current: float
    drop: float
    left: float


def ohms_of(awg: int) -> float:
    """Raises MissingError for a gauge nobody lists."""
    if awg not in OHMS:
        raise MissingError(f"give one of AWG {', '.join(map(str, OHMS))}", value=awg)
    return OHMS[awg]


def drop(length: float, current: float, awg: int, supply: float) -> Run:
    """2·L·I·r [V].

    Args:
        length: one way [mm], 0 or more. current: [A], 0 or more. supply: [V], over 0.
    """
    lost = 2 * length / 1000 * current * ohms_of(awg)
    return Run(current, lost, supply - lost)


SHARES: Final = (0.95, 0.90)
"""Of a supply's nominal volts: under the one gear wants minding, under the other it stops (rules 10.12)."""


def at_load(watts: float, length: float, awg: int, supply: float) -> Run | None:
    """What is left where a load takes the same power however far its volts fall: V = (V₀ + √(V₀² − 4·R·W))/2, R the
    loop's; None where the run can't carry it (rules 10.12).

    Args:
        watts: of the load [W], over 0. length: one way [mm], 0 or more. supply: [V], over 0.
    """
    loop = 2 * length / 1000 * ohms_of(awg)
    under = supply**2 - 4 * loop * watts
    if under < 0:
        return None
    left = (supply + math.sqrt(under)) / 2
    return Run(watts / left, supply - left, left)


def share_level(left: float, supply: float) -> Level:
    """MIND under 95 % of the nominal volts, STOP under 90 %, where the maker gives no range (rules 10.12)."""
    mind, stop = (share * supply for share in SHARES)
    return Level.STOP if beyond(stop, left) else Level.MIND if beyond(mind, left) else Level.GOOD


def five_volt_level(left: float) -> Level:
    """MIND below 4.75 V, STOP below 4.63 (rules 10.12)."""
    return Level.STOP if beyond(LEAST_5V, left) else Level.MIND if beyond(GOOD_5V, left) else Level.GOOD


def far_converter(watts: float, length: float, awg: int) -> Run | None:
    """A 12 V run with a converter at its far end: V = 6 + √(36 − 2·L·r·W/0.85), I = W/(0.85·V); None where the run
    can't carry it.

    Args:
        watts: of the device [W], over 0. length: one way [mm], 0 or more.
    """
    return at_converter(watts, length, awg, TWELVE)


def at_converter(watts: float, length: float, awg: int, supply: float) -> Run | None:
    """The same at other volts than 12: V = V₀/2 + √(V₀²/4 − 2·L·r·W/0.85).

    Args:
        watts: of the device [W], over 0. length: one way [mm], 0 or more. supply: [V], over 0.
    """
    under = supply**2 / 4 - 2 * length / 1000 * ohms_of(awg) * watts / EFFICIENT
    if under < 0:
        return None
    left = supply / 2 + math.sqrt(under)
    return Run(watts / (EFFICIENT * left), supply - left, left)


def poe_class(watts: float) -> str | None:
    """The least class that feeds a device [W]; None where none does."""
    if watts <= 0:
        raise RefusedError("a device takes over 0 W", field="device_w", value=watts)
    return next((name for name, most in POE.items() if not beyond(watts, most)), None)
