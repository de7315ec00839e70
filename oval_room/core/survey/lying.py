"""Which reading is lying? Least squares over everything that was measured of an outline (rules 1.4).

Unknown are the corners and where openings lie along their walls. Observed are walls, diagonals, openings, and softly
that corners which look square are square. A reading that no other checks has no redundancy and can't be judged. The
one whose correction is largest against what it may be is the suspect; readings that only check each other as a group
are told as one.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from oval_room.core.plan.outline import Corners, Wall, walls_of
from oval_room.core.record import record

Floats = NDArray[np.float64]

SQUARE_TO: Final = 0.006
"""How far from square a corner that looks square may be [mm per mm]; other angles are known to three times that."""
LOOKS_SQUARE: Final = 2.0  # [deg]
SUSPECT: Final = 3.3
"""A correction of this many times its own uncertainty is a wrong reading, not chance."""
TIE: Final = 9.0
"""Suspects whose leaving out fits about as well (weighted squares within this) can't be told apart."""
MOST_TRIED: Final = 8
TRUST: Final = 1e-6
"""Redundancy under which a reading is checked by nothing at all."""
FOUND_FROM: Final = 150.0
"""A reading in which only an error over this would show counts as unchecked [mm]."""

SLIPS: Final[tuple[tuple[str, float, tuple[str, ...]], ...]] = (
    ("the tape's hook off the edge", 20.0, ("tape",)),
    ("one inch", 25.4, ("tape", "laser")),
    ("100 mm cut off the tape's end", 100.0, ("tape",)),
    ("the laser's other base edge", 112.0, ("laser",)),
    ("one foot", 304.8, ("tape", "laser")),
    ("one metre", 1000.0, ("tape", "laser")),
)
"""Usual slips: what, by how much [mm], with which instruments."""


class Observed(NamedTuple):
    """One reading: its id, what it is of (w3, c1c3, o1.along, o1.width, o1.after), value and half-width [mm],
    instrument."""

    id: str
    of: str
    value: float
    half_width: float
    instrument: str


class OpeningAt(NamedTuple):
    """An opening's id, its wall's number, where it starts and how wide it is now [mm]."""

    id: str
    wall: int
    along: float
    width: float


class Suspect(NamedTuple):
    """A reading that is likely wrong: which, of what, by how much it is too long [mm], the usual slip of that size."""

    id: str
    of: str
    too_long: float
    slip: str


@record
class Checked:
    """What the least squares say: suspects (several when they only check each other), best-fit corners without them,
    readings nothing checks, and the diagonal that would tell tied suspects apart."""

    suspects: tuple[Suspect, ...]
    worst: float
    unchecked: tuple[str, ...]
    fitted: Corners
    decides: tuple[int, int] | None = None


def usual_slip(too_long: float, half_width: float, instrument: str) -> str:
    """The slip whose size is nearest to an error, when it is near enough; else nothing."""
    near = [
        (abs(abs(too_long) - size), name)
        for name, size, by in SLIPS
        if instrument in by and abs(abs(too_long) - size) <= 2.5 * half_width + 2
    ]
    return min(near)[1] if near else ""


class _Network:
    """The observation equations about an outline, linear in small moves of corners and openings."""

    def __init__(self, corners: Corners, openings: Sequence[OpeningAt]) -> None:
        self.corners, self.openings = list(corners), list(openings)
        self.count = len(corners)
        self.size = 2 * self.count + 2 * len(openings)
        self.free = [i for i in range(self.size) if i not in (0, 1, 3)]  # c1 stays, c2 stays on the display wall's line
        self.places = {opening.id: i for i, opening in enumerate(openings)}
        self.drawn = [_direction(wall) for wall in walls_of(corners)]

    def row(self, of: str) -> tuple[Floats, float]:
        """Derivatives of what is observed, and its value now."""
        row = np.zeros(self.size)
        if of[0] in "wc":
            i, j = self._ends(of)
            return row, self._distance(row, i, j, 1.0)
        name, _, field = of.partition(".")
        at = self.places[name]
        opening, base = self.openings[at], 2 * self.count + 2 * at
        if field in ("along", "width"):
            row[base + (field == "width")] = 1.0
            return row, opening.along if field == "along" else opening.width
        i = opening.wall - 1
        whole = self._distance(row, i, (i + 1) % self.count, 1.0)
        row[base] = row[base + 1] = -1.0
        return row, whole - opening.along - opening.width

    def _ends(self, of: str) -> tuple[int, int]:
        if of[0] == "w":
            n = int(of[1:]) - 1
            return n, (n + 1) % self.count
        one, other = of[1:].split("c")
        return int(one) - 1, int(other) - 1

    def _distance(self, row: Floats, i: int, j: int, sign: float) -> float:
        (ax, ay), (bx, by) = self.corners[i], self.corners[j]
        d = math.hypot(bx - ax, by - ay) or 1e-9
        ex, ey = (bx - ax) / d, (by - ay) / d
        for k, s in ((i, -sign), (j, sign)):
            row[2 * k] += s * ex
            row[2 * k + 1] += s * ey
        return d

    def directions(self) -> list[tuple[Floats, float]]:
        """For each wall after the first: derivatives of its drift across the direction it was drawn in (or the right
        angle it looks like), and what that may be [mm]. The same at every step: the directions are those of the
        outline given."""
        out = []
        for n, (keep, may) in enumerate(self.drawn[1:], 1):
            row = np.zeros(self.size)
            for k, s in ((n, -1.0), ((n + 1) % self.count, 1.0)):
                row[2 * k] += -s * math.sin(keep)
                row[2 * k + 1] += s * math.cos(keep)
            out.append((row, may))
        return out

    def moved(self, by: Floats) -> None:
        self.corners = [(x + by[2 * i], y + by[2 * i + 1]) for i, (x, y) in enumerate(self.corners)]
        base = 2 * self.count
        self.openings = [
            OpeningAt(o.id, o.wall, o.along + by[base + 2 * i], o.width + by[base + 2 * i + 1])
            for i, o in enumerate(self.openings)
        ]


def _direction(wall: Wall) -> tuple[float, float]:
    """A wall's direction [rad], the right angle it looks like if it does, and how far its end may drift across [mm]."""
    angle = math.degrees(math.atan2(wall.along[1], wall.along[0]))
    nearest = round(angle / 90) * 90
    square = abs(angle - nearest) <= LOOKS_SQUARE
    return math.radians(nearest if square else angle), max(wall.length * SQUARE_TO * (1 if square else 3), 1.0)


class _Solved(NamedTuple):
    residuals: Floats  # worked out less read [mm]
    spread: Floats  # standard deviations of the readings [mm]
    cofactors: Floats  # of the residuals
    misfit: float  # weighted squares of all residuals, square corners among them
    net: _Network

    @property
    def fitted(self) -> Corners:
        return tuple((float(x), float(y)) for x, y in self.net.corners)

    def value_of(self, of: str) -> float:
        """What a reading should be by the fit [mm]."""
        return float(self.net.row(of)[1])


def _solve(corners: Corners, openings: Sequence[OpeningAt], observed: Sequence[Observed], extra: str = "") -> _Solved:
    """Weighted least squares; `extra` adds a diagonal as if it had been measured, to see what it would tell."""
    net = _Network(corners, openings)
    for _ in range(3):
        rows = [net.row(one.of) for one in observed] + ([net.row(extra)] if extra else [])
        square = net.directions()
        a = np.array([row for row, _ in rows] + [row for row, _ in square])[:, net.free]
        values = [one.value for one in observed] + ([rows[-1][1]] if extra else [])
        off = np.array([value - now for value, (_, now) in zip(values, rows, strict=True)] + [0.0] * len(square))
        off[len(rows) :] = [-(row @ _flat(net)) for row, _ in square]
        half = [one.half_width for one in observed] + ([1.5] if extra else [])
        spread = np.array([h / math.sqrt(3) for h in half] + [may / math.sqrt(3) for _, may in square])
        weighted, wanted = a / spread[:, None], off / spread
        normal = weighted.T @ weighted + np.eye(a.shape[1]) * 1e-12
        inverse = np.linalg.pinv(normal, rcond=1e-12)
        step = inverse @ (weighted.T @ wanted)
        full = np.zeros(net.size)
        full[net.free] = step
        last = (a @ step - off, a, inverse)
        net.moved(full)
    residuals, a, inverse = last
    cofactors = np.diag(spread**2) - a @ inverse @ a.T
    n = len(rows)
    return _Solved(residuals[:n], spread[:n], cofactors[:n, :n], float(((residuals / spread) ** 2).sum()), net)


def _flat(net: _Network) -> Floats:
    flat = np.zeros(net.size)
    for i, (x, y) in enumerate(net.corners):
        flat[2 * i], flat[2 * i + 1] = x, y
    return flat


def find_liars(corners: Corners, observed: Sequence[Observed], openings: Sequence[OpeningAt] = ()) -> Checked:
    """The readings that least squares take for wrong, worst first (rules 1.4).

    Args:
        corners: the outline as it is drawn [mm]. observed: every live reading of it. openings: as they are drawn.
    """
    if not observed:
        return Checked((), 0.0, (), corners)
    solved = _solve(corners, openings, observed)
    share = np.clip(np.diag(solved.cofactors) / solved.spread**2, 0.0, 1.0)
    unchecked = tuple(
        one.of
        for one, s, r in zip(observed, solved.spread, share, strict=True)
        if r < TRUST or SUSPECT * s / math.sqrt(r) > FOUND_FROM
    )
    tests = [
        float(abs(v) / (s * math.sqrt(r))) if r >= TRUST else 0.0
        for v, s, r in zip(solved.residuals, solved.spread, share, strict=True)
    ]
    worst = max(tests)
    if worst <= SUSPECT:
        return Checked((), worst, unchecked, solved.fitted)
    likely = sorted((i for i, test in enumerate(tests) if test >= worst / 2), key=lambda i: -tests[i])[:MOST_TRIED]
    left_out = {i: _solve(corners, openings, [one for k, one in enumerate(observed) if k != i]) for i in likely}
    best = min(without.misfit for without in left_out.values())
    tied = [i for i, without in sorted(left_out.items()) if without.misfit <= best + TIE]
    suspects = []
    for i in tied:
        one = observed[i]
        too_long = one.value - left_out[i].value_of(one.of)
        suspects.append(Suspect(one.id, one.of, too_long, usual_slip(too_long, one.half_width, one.instrument)))
    rest = [one for i, one in enumerate(observed) if i not in tied]
    fitted = _solve(corners, openings, rest).fitted if rest else corners
    decides = _deciding(corners, observed, openings, tied) if len(tied) > 1 else None
    return Checked(tuple(suspects), worst, unchecked, fitted, decides)


def _deciding(
    corners: Corners, observed: Sequence[Observed], openings: Sequence[OpeningAt], tied: Sequence[int]
) -> tuple[int, int] | None:
    """The diagonal not measured yet after which tied suspects would least look like each other."""
    taken = {one.of for one in observed}
    best, least = None, 0.99
    n = len(corners)
    for i in range(n if n <= 12 else 0):
        for j in range(i + 2, n):
            of = f"c{i + 1}c{j + 1}"
            if (i == 0 and j == n - 1) or of in taken:
                continue
            q = _solve(corners, openings, observed, of).cofactors
            pairs = [(a, b) for x, a in enumerate(tied) for b in tied[x + 1 :]]
            alike = sum(abs(q[a, b]) / math.sqrt(max(q[a, a] * q[b, b], 1e-12)) for a, b in pairs) / len(pairs)
            if alike < least:
                best, least = (i + 1, j + 1), float(alike)
    return best
