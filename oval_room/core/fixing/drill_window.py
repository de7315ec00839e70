"""The drill window: every place of a plate at which studs lie in its slots, no hole meets what it may not, and the
picture is where it is planned or may hang (rules 4.3, 7.4, 7.7).

 up ▲   ┌────┐  ┌──┐      slabs side by side along the wall: in one slab the
    │   │ ok │  │ok│      same studs lie in the slots, so what is allowed of
    │   └────┘  │  │      the height is the same all over it
    └───────────┴──┴─▶ plate's middle along
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Final, NamedTuple

import numpy as np

from oval_room.core.fixing.plate_studs import Slot
from oval_room.core.projection.clear_places import Places
from oval_room.core.record import record

SLIM: Final = 1e-6
FINE: Final = 2.0
"""Along a run that is neither upright nor level a wall that holds anywhere is looked at in slabs so wide [mm]."""
SLIDES: Final = "the panel slides no farther"
FEW: Final = "too few studs in its slots"
NONE: Final = "no stud in its slots"
FAR: Final = 100_000.0
CELLS: Final = 48

Way = tuple[float, float]
"""From and to [mm]."""


class KeepOut(NamedTuple):
    """What no hole may lie in: a box along the wall and up, or what is nearer to a run than `within` [mm]; its border
    is free."""

    name: str
    along: Way
    up: Way
    within: float = 0.0
    """Of a run from (along[0], up[0]) to (along[1], up[1]); 0 for a box."""

    def holds(self, x: float, z: float) -> bool:
        if not self.within:
            return self.along[0] + SLIM < x < self.along[1] - SLIM and self.up[0] + SLIM < z < self.up[1] - SLIM
        return self._off(x, z) < self.within - SLIM

    def _off(self, x: float, z: float) -> float:
        dx, dz = self.along[1] - self.along[0], self.up[1] - self.up[0]
        share = ((x - self.along[0]) * dx + (z - self.up[0]) * dz) / (dx * dx + dz * dz or 1e-9)
        share = min(max(share, 0.0), 1.0)
        return math.hypot(x - self.along[0] - share * dx, z - self.up[0] - share * dz)

    def borders_along(self) -> list[float]:
        """Places along the wall where it begins or ends for some height."""
        if not self.within:
            return list(self.along)
        left, right = min(self.along) - self.within, max(self.along) + self.within
        upright, level = self.along[0] == self.along[1], self.up[0] == self.up[1]
        if upright or level:  # but for its round ends, which are looked at finely
            ends = [left, left + self.within, right - self.within, right]
            fine = [*_steps(left, ends[1]), *_steps(ends[2], right)]
            return ends + fine
        return [left, right, *_steps(left, right)]

    def borders_up(self, x: float) -> list[float]:
        """Heights where it begins or ends at a place along the wall."""
        if not self.within:
            return list(self.up) if self.along[0] < x < self.along[1] else []
        return self._heights_of_run(x)

    def _heights_of_run(self, x: float) -> list[float]:
        """Where an upright line meets the border of what is within reach of the run."""
        (ax, bx), (az, bz) = self.along, self.up
        found = []
        for px, pz in ((ax, az), (bx, bz)):
            if abs(x - px) < self.within:
                half = math.sqrt(self.within**2 - (x - px) ** 2)
                found += [pz - half, pz + half]
        length = math.hypot(bx - ax, bz - az)
        if length and abs(bx - ax) > SLIM:
            aside = self.within * length / abs(bx - ax)
            middle = az + (x - ax) * (bz - az) / (bx - ax)
            found += [middle - aside, middle + aside]
        return [z for z in found if abs(self._off(x, z) - self.within) < 1e-3]


def _steps(a: float, b: float) -> list[float]:
    count = max(1, min(round((b - a) / FINE), 400))
    return [a + (b - a) * n / count for n in range(count + 1)]


class Slab(NamedTuple):
    """A stretch along the wall for a plate's middle, and the heights its upper row may have there [mm]."""

    along: Way
    ups: tuple[Way, ...]


class Border(NamedTuple):
    """One side of a place: how far it is to where the plate may not go, and what is there [mm]."""

    side: str
    slack: float
    name: str


@record
class PlateRules:
    """What a plate must meet [mm].

    wanted, slide: the panel's middle along the wall, and how far it slides on the plate each way. heights: of the upper
    row, from what bounds the picture; low_by, high_by: what does. rows: off the upper row, down negative. slots, studs,
    least: which studs lie in them, and how many must; columns: of a wall that holds anywhere, off the plate's middle,
    in place of those.
    """

    wanted: float
    slide: float
    heights: Way
    rows: tuple[float, ...]
    keep_out: tuple[KeepOut, ...]
    slots: tuple[Slot, ...] = ()
    studs: tuple[float, ...] = ()
    least: int = 2
    columns: tuple[float, ...] = ()
    low_by: str = "the picture's height"
    high_by: str = "the picture's height"

    def holes(self, plate: float) -> tuple[float, ...]:
        """Where along the wall a plate's holes are."""
        if self.columns:
            return tuple(plate + one for one in self.columns)
        return tuple(stud for stud in self.studs if any(a - SLIM <= stud - plate <= b + SLIM for a, b in self.slots))

    def fails(self, plate: float, row: float) -> tuple[str, ...]:
        """What keeps the plate from a place, the first that stops it first; nothing where it may go there."""
        out = list[str]()
        if abs(plate - self.wanted) > self.slide + SLIM:
            out.append(SLIDES)
        holes = self.holes(plate)
        if not self.columns and len(holes) < self.least:
            out.append(FEW if self.least > 1 else NONE)
        if row < self.heights[0] - SLIM:
            out.append(self.low_by)
        if row > self.heights[1] + SLIM:
            out.append(self.high_by)
        for one in self.keep_out:
            if any(one.holds(x, row + below) for x in holes for below in self.rows):
                out.append(one.name)
        return tuple(dict.fromkeys(out))

    def anywhere_along(self, reach: float) -> PlateRules:
        """The same with a panel that may be moved along by so much more."""
        return replace(self, slide=self.slide + reach)


@record
class DrillWindow:
    """Where a plate may go: slabs from the left."""

    rules: PlateRules
    slabs: tuple[Slab, ...]

    def holds(self, plate: float, row: float) -> bool:
        return not self.rules.fails(plate, row)

    def borders(self, plate: float, row: float) -> tuple[Border, ...]:
        """The four sides of a place inside, each with its slack and what ends it there."""
        left, right = self._along(plate, row)
        low, high = self._up(plate, row)
        ends = (
            ("left", plate - left, (left - 1, row)),
            ("right", right - plate, (right + 1, row)),
            ("down", row - low, (plate, low - 1)),
            ("up", high - row, (plate, high + 1)),
        )
        return tuple(
            Border(side, max(slack, 0.0), next(iter(self.rules.fails(*beyond)), "")) for side, slack, beyond in ends
        )

    def _along(self, plate: float, row: float) -> Way:
        at = [slab for slab in self.slabs if any(a - SLIM <= row <= b + SLIM for a, b in slab.ups)]
        return _run_of(plate, [slab.along for slab in at])

    def _up(self, plate: float, row: float) -> Way:
        here = [slab for slab in self.slabs if slab.along[0] - SLIM <= plate <= slab.along[1] + SLIM]
        runs = [_run_of(row, slab.ups) for slab in here]
        return (max(low for low, _ in runs), min(high for _, high in runs)) if runs else (row, row)

    def nearest(self, plate: float, row: float) -> tuple[float, float] | None:
        """The place inside that is nearest to one; None where there is none."""
        best: tuple[float, float, float] | None = None
        for (left, right), ups in self.slabs:
            for low, high in ups:
                x, z = min(max(plate, left), right), min(max(row, low), high)
                off = math.hypot(x - plate, z - row)
                if best is None or off < best[0] - SLIM:
                    best = (off, x, z)
        return None if best is None else best[1:]

    def safest(self) -> tuple[float, float] | None:
        """The place with the most room to where it may not go; None where there is none."""
        if not self.slabs:
            return None
        x = self.slabs[0].along[0], self.slabs[-1].along[1]
        z = min(low for slab in self.slabs for low, _ in slab.ups), max(hi for slab in self.slabs for _, hi in slab.ups)
        xs, zs = ([a + (b - a) * (n + 0.5) / CELLS for n in range(CELLS)] for a, b in (x, z))
        clear = np.zeros((CELLS, CELLS), dtype=np.bool_)
        for n, at in enumerate(xs):
            for slab in self.slabs:
                if slab.along[0] <= at <= slab.along[1]:
                    for low, high in slab.ups:
                        clear[:, n] |= (np.array(zs) >= low) & (np.array(zs) <= high)
        found = Places(x, z, clear).safest()
        if found is None:  # narrower than a cell: its widest slab's middle
            slab = max(self.slabs, key=lambda one: one.along[1] - one.along[0])
            low, high = max(slab.ups, key=lambda one: one[1] - one[0])
            return (slab.along[0] + slab.along[1]) / 2, (low + high) / 2
        return found[0], found[1]


def _run_of(at: float, ways: Iterable[Way]) -> Way:
    """The stretch round a place that some stretches make together."""
    low = high = at
    for a, b in sorted(ways):
        if a - SLIM <= high and b >= low:
            low, high = min(low, a), max(high, b)
    for a, b in sorted(ways, reverse=True):
        if b + SLIM >= low and a <= high:
            low, high = min(low, a), max(high, b)
    return low, high


def drill_window(rules: PlateRules) -> DrillWindow:
    """Everywhere a plate may go (rules 7.4): between any two places along the wall where something begins or ends, the
    heights between any two where something does, tried at their middles."""
    ends = rules.wanted - rules.slide, rules.wanted + rules.slide
    places = {*ends}
    if rules.columns:
        places |= {at - column for one in rules.keep_out for at in one.borders_along() for column in rules.columns}
    else:
        places |= {stud - edge for stud in rules.studs for slot in rules.slots for edge in slot}
    inside = sorted(at for at in places if ends[0] - SLIM <= at <= ends[1] + SLIM)
    if len(inside) == 1 or ends[0] == ends[1]:
        inside = [ends[0], ends[1]]
    slabs = [_slab(rules, a, b) for a, b in pairwise(inside)]
    slabs += [_slab(rules, at, at) for at in inside]  # a border may hold where neither side of it does
    found = sorted(slab for slab in slabs if slab.ups)
    return DrillWindow(rules, tuple(_joined(found)))


def _slab(rules: PlateRules, a: float, b: float) -> Slab:
    plate = (a + b) / 2
    low, high = rules.heights
    heights = {low, high}
    for x in rules.holes(plate):
        for one in rules.keep_out:
            for up in one.borders_up(x):
                heights |= {up - below for below in rules.rows}
    inside = sorted(z for z in heights if low - SLIM <= z <= high + SLIM)
    if low > high:
        return Slab((a, b), ())
    if low == high:
        inside = [low, low]
    ups = [(z0, z1) for z0, z1 in pairwise(inside) if not rules.fails(plate, (z0 + z1) / 2)]
    return Slab((a, b), tuple(_merged(ups)))


def _merged(ways: Sequence[Way]) -> list[Way]:
    out = list[Way]()
    for a, b in ways:
        if out and a <= out[-1][1] + SLIM:
            out[-1] = (out[-1][0], max(out[-1][1], b))
        else:
            out.append((a, b))
    return out


def _joined(slabs: Sequence[Slab]) -> list[Slab]:
    """Slabs beside each other with the same heights are one; one of no width that adds nothing to its neighbours is
    left out."""
    wide = [slab for slab in slabs if slab.along[1] - slab.along[0] > SLIM]
    alone = [
        slab
        for slab in slabs
        if slab.along[1] - slab.along[0] <= SLIM
        and not any(other.along[0] - SLIM <= slab.along[0] <= other.along[1] + SLIM for other in wide)
    ]
    out = list[Slab]()
    for slab in sorted(wide + alone):
        last = out[-1] if out else None
        if last is not None and slab.along[0] <= last.along[1] + SLIM and slab.ups == last.ups:
            out[-1] = Slab((last.along[0], max(slab.along[1], last.along[1])), slab.ups)
        else:
            out.append(slab)
    return out
