"""What gear takes from the mains: energy, cost and heat, circuits, earth leakage (rules 12.1, 12.2)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from oval_room.core.levels import SLIM, beyond
from oval_room.core.record import record

DAYS: Final = 365 / 12
"""A month."""
BTU: Final = 3.412
"""An hour's watt in BTU."""
SHARE: Final = 0.8
"""Of a circuit that may be drawn on and on (rules 12.2)."""
LEAKAGE: Final = 9.0
"""Through one 30 mA device [mA] (rules 12.2)."""


@record
class Month:
    """Energy [kWh], what it costs at a tariff, heat [BTU/h]."""

    energy: float
    cost: float
    heat: float


def month_of(watts: float, hours: float, tariff: float) -> Month:
    """W × hours a day × 365/12 days. tariff: for a kWh, in any money."""
    energy = watts * hours * DAYS / 1000
    return Month(energy, energy * tariff, watts * BTU)


def circuit_limit(volts: float, amps: float) -> float:
    """80 % of volts × amps [W]."""
    return SHARE * volts * amps


def devices_for(leakage: Sequence[float]) -> int:
    """30 mA devices that so much leakage [mA] wants, 9 mA each; one at least."""
    return max(1, math.ceil(sum(leakage) / LEAKAGE - SLIM))


def fits_circuit(peaks: Sequence[float], volts: float, amps: float) -> bool:
    """Whether peak watts stay within 80 % of a circuit."""
    return not beyond(sum(peaks), circuit_limit(volts, amps))
