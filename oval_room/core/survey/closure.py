"""Do the readings of a room agree? Opposite walls, diagonals, lengths chained along a wall (rules 1.4).

        front                 a = mean of front and back
      ┌───────┐               b = mean of left and right
 left │   ╲   │ right         diagonal should be √(a² + b²)
      └───────┘
        back

A culprit is a reading that closes everything when it is left out while another of its dimension (or the opposite wall)
remains.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final, NamedTuple

from oval_room.core.levels import beyond
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.readings import combine_readings
from oval_room.core.record import record

WALLS: Final = ("front", "back", "left", "right")


class Part(NamedTuple):
    """A dimension with its readings [mm] and what each was read with."""

    name: str
    readings: tuple[float, ...]
    instruments: tuple[str, ...]

    def without(self, i: int) -> Part:
        return Part(
            self.name, self.readings[:i] + self.readings[i + 1 :], self.instruments[:i] + self.instruments[i + 1 :]
        )


Culprit = tuple[str, int]


@record
class Chain:
    """Parts less whole [mm], how much that may be, whether it closes, and which readings would close it."""

    misclosure: float
    allowed: float
    closes: bool
    culprits: tuple[Culprit, ...]


def close_chain(parts: Sequence[Part], whole: Part) -> Chain:
    """Lengths chained along a wall against the whole (rules 1.4)."""
    off, allowed = _misclosure(parts, whole)
    closes = not beyond(abs(off), allowed)
    return Chain(off, allowed, closes, () if closes else tuple(_chain_culprits(parts, whole)))


def _misclosure(parts: Sequence[Part], whole: Part) -> tuple[float, float]:
    used = [combine_readings(part.readings, part.instruments) for part in parts]
    all_of_it = combine_readings(whole.readings, whole.instruments)
    return sum(one.used for one in used) - all_of_it.used, sum(one.half_width for one in (*used, all_of_it))


def _chain_culprits(parts: Sequence[Part], whole: Part) -> list[Culprit]:
    found = []
    for at, part in enumerate((*parts, whole)):
        for i in range(len(part.readings) if len(part.readings) > 1 else 0):
            rest = [*parts, whole]
            rest[at] = part.without(i)
            off, allowed = _misclosure(rest[:-1], rest[-1])
            if not beyond(abs(off), allowed):
                found.append((part.name, i))
    return found


@record
class Rectangle:
    """How a rectangular room closes [mm]; the diagonal's values are None when none was measured."""

    front_less_back: float | None
    front_back_closes: bool
    left_less_right: float | None
    left_right_closes: bool
    diagonal_should_be: float
    diagonal_misclosure: float | None
    diagonal_allowed: float | None
    diagonal_closes: bool
    culprits: tuple[str, ...] = ()

    @property
    def closes(self) -> bool:
        return self.front_back_closes and self.left_right_closes and self.diagonal_closes


def close_rectangle(walls: Mapping[str, float], instruments: Mapping[str, str], diagonal: float | None) -> Rectangle:
    """Opposite walls against each other, the diagonal against √(a² + b²) (rules 1.4).

    Args:
        walls: front, back, left, right [mm]; at least one of each pair.
        instruments: what each, and the diagonal, was read with.
        diagonal: corner to corner [mm], when measured.
    """
    found = _rectangle(walls, instruments, diagonal)
    if found.closes or len(walls) < 4:
        return found
    culprits = []
    for name in WALLS:
        rest = {key: value for key, value in walls.items() if key != name}
        if _rectangle(rest, instruments, diagonal).closes:
            culprits.append(name)
    return Rectangle(
        found.front_less_back,
        found.front_back_closes,
        found.left_less_right,
        found.left_right_closes,
        found.diagonal_should_be,
        found.diagonal_misclosure,
        found.diagonal_allowed,
        found.diagonal_closes,
        tuple(culprits),
    )


def _rectangle(walls: Mapping[str, float], instruments: Mapping[str, str], diagonal: float | None) -> Rectangle:
    across, front_back, a, h_a = _pair(walls, instruments, "front", "back")
    along, left_right, b, h_b = _pair(walls, instruments, "left", "right")
    should_be = math.hypot(a, b)
    if diagonal is None:
        return Rectangle(across, front_back, along, left_right, should_be, None, None, True)
    allowed = HALF_WIDTH[instruments["diagonal"]] + (a * h_a + b * h_b) / should_be
    off = diagonal - should_be
    return Rectangle(across, front_back, along, left_right, should_be, off, allowed, not beyond(abs(off), allowed))


def _pair(
    walls: Mapping[str, float], instruments: Mapping[str, str], one: str, other: str
) -> tuple[float | None, bool, float, float]:
    """Difference of two opposite walls, whether it is inside their half-widths, their mean and its half-width."""
    there = [name for name in (one, other) if name in walls]
    half = [HALF_WIDTH[instruments[name]] for name in there]
    mean, h = sum(walls[name] for name in there) / len(there), sum(half) / len(half)
    if len(there) < 2:
        return None, True, mean, h
    off = walls[one] - walls[other]
    return off, not beyond(abs(off), sum(half)), mean, h
