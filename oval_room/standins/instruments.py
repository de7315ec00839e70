"""Stand-in instruments: each reads a true value with its own error, from a seeded chance, so that a survey can be
practised.

A real instrument can be put in behind `Instrument`: it needs a name, what it counts as in the reading log, and `read`.
"""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Final, NamedTuple, Protocol

from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.instruments import Instrument as Logged
from oval_room.core.record import record

LASER_LENGTH: Final = 112.0
"""The laser's body: measuring from the wrong edge is off by this [mm]."""


class Instrument(Protocol):
    """What reads a true value: a length [mm] or a light [lux]."""

    @property
    def name(self) -> str:
        """What it is called when it is told what was read."""
        ...

    @property
    def logged_as(self) -> Logged:
        """What its readings count as in the log."""
        ...

    def read(self, true: float, chance: random.Random) -> float:
        """The value shown for a true one."""
        ...


@record
class Laser:
    """Shows whole millimetres within ±1.5 of the truth. slips: share of readings from the wrong base edge."""

    slips: float = 0.0
    name: str = "laser measure"
    logged_as: Logged = "laser"

    def read(self, true: float, chance: random.Random) -> float:
        off = chance.uniform(-1, 1) * (HALF_WIDTH["laser"] - 0.5)
        slip = LASER_LENGTH if chance.random() < self.slips else 0.0
        return float(round(true + off + slip))


@record
class Tape:
    """Reads to the millimetre within ±2 of the truth."""

    name: str = "tape"
    logged_as: Logged = "tape"

    def read(self, true: float, chance: random.Random) -> float:
        return float(round(true + chance.uniform(-1, 1) * (HALF_WIDTH["tape"] - 0.5)))


@record
class LightMeter:
    """Within 4 % of the truth, shown to 0.1 lux under 20 and to the lux above."""

    name: str = "light meter"
    logged_as: Logged = "eye"

    def read(self, true: float, chance: random.Random) -> float:
        value = max(true * (1 + chance.uniform(-0.04, 0.04)), 0.0)
        return round(value, 1) if value < 20 else float(round(value))


class Found(NamedTuple):
    """One signal of a stud finder along a wall: where [mm], how, hit or miss."""

    at: float
    how: str
    hit: bool


@record
class StudFinder:
    """A scanner that is honest about its kind: ±5 mm, misses one stud in eight, cries wolf about once in two metres;
    the magnet then proves every third stud by a screw in it."""

    wolf_mm: float = 2200.0
    miss: float = 0.12
    name: str = "stud finder"

    def scan(self, studs: Sequence[float], length: float, chance: random.Random) -> list[Found]:
        """What a pass along a wall gives, left to right."""
        found = []
        for n, stud in enumerate(studs):
            if n % 3 == 1:
                found.append(Found(float(round(stud + chance.uniform(-6, 6))), "magnet", True))
            elif chance.random() > self.miss:
                found.append(Found(float(round(stud + chance.uniform(-5, 5))), "scanner", True))
        for _ in range(round(length / self.wolf_mm)):
            at = chance.uniform(60, length - 60)
            if min((abs(at - stud) for stud in studs), default=at) > 60:
                found.append(Found(float(round(at)), "scanner", True))
        return sorted(found)

    def pilot(self, at: float, studs: Sequence[float], width: float = 38.0) -> Found:
        """A 2 mm drill: a hit where there is timber, else a miss."""
        return Found(at, "pilot", any(abs(at - stud) <= width / 2 for stud in studs))
