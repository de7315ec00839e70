"""The height ladder: every rule that bounds the picture's bottom edge, and where all agree (rules 4.2, 4.3).

ceiling ───────────┐ hi = ceiling − 25 − upper frame − h
neck, top edge ──┐ │
                 ▼ ▼
             │ feasible │   bottom edge
                 ▲ ▲
soundbar + 25 ───┘ │
furniture + 50 ────┘
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import Final, Literal, NamedTuple

from oval_room.core.levels import beyond
from oval_room.core.record import record
from oval_room.core.units import Ruler, Side
from oval_room.core.viewing.neck import NECK_GOOD, NECK_HARD, TOP_GOOD, TOP_HARD, height_at

HeightSchool = Literal["third", "centre", "low"]
HEIGHT_SCHOOLS: Final[tuple[HeightSchool, ...]] = ("third", "centre", "low")
OVER_FURNITURE: Final = 50.0
OVER_SOUNDBAR: Final = 25.0
UNDER_CEILING: Final = 25.0
_SHARE_BELOW_EYE: Final[dict[str, float]] = {"third": 1 / 3, "centre": 1 / 2}


def school_bottom(school: str, eye_z: float, *, height: float, lowest: float = 0.0) -> float:
    """Bottom edge [mm] that puts the eye at the lower third or the centre, or as low as what stands below allows
    (rules 4.2).

    Args:
        eye_z: the main seat's eye above the floor [mm]. height: of the picture [mm].
        lowest: least bottom edge over what stands below [mm], for `low`.
    """
    return lowest if school == "low" else eye_z - height * _SHARE_BELOW_EYE[school]


HALVINGS: Final = 30
SIDES: Final[tuple[Side, ...]] = ("nearest", "least", "greatest")
_FAR: Final = 1e5


class Bound(NamedTuple):
    """One reason and the bottom edges it allows [mm]; None is open. Soft bounds never make a ladder empty."""

    name: str
    lo: float | None = None
    hi: float | None = None
    hard: bool = True


@record
class Ladder:
    """Where all bounds agree: the greatest lo, the least hi and who set them. short_by > 0 means they conflict [mm]."""

    lo: float | None
    hi: float | None
    lo_name: str | None
    hi_name: str | None

    @property
    def feasible(self) -> bool:
        return self.lo is None or self.hi is None or not beyond(self.lo, self.hi)

    @property
    def short_by(self) -> float:
        return 0.0 if self.feasible or self.lo is None or self.hi is None else self.lo - self.hi

    def nearest(self, bottom: float) -> float:
        """The bottom edge inside that is nearest to a wanted one [mm]; meaningful when feasible."""
        if self.hi is not None:
            bottom = min(bottom, self.hi)
        return max(bottom, self.lo) if self.lo is not None else bottom


def on_the_ruler(ladder: Ladder, bottom: float, ruler: Ruler) -> float | None:
    """The step of the ruler inside a ladder nearest to a wanted bottom edge [mm]; None when none lies inside."""
    wanted = ladder.nearest(bottom)
    for side in SIDES:
        rounded = ruler.safe(wanted, side)
        over = ladder.lo is None or rounded >= ladder.lo - 1e-6
        if over and (ladder.hi is None or rounded <= ladder.hi + 1e-6):
            return rounded
    return None


def intersect(bounds: Iterable[Bound]) -> Ladder:
    """The intersection of bounds; of equal ones the first sets it (rules 4.3)."""
    lo: float | None = None
    hi: float | None = None
    lo_name = hi_name = None
    for name, least, most, _ in bounds:
        if least is not None and (lo is None or least > lo):
            lo, lo_name = least, name
        if most is not None and (hi is None or most < hi):
            hi, hi_name = most, name
    return Ladder(lo, hi, lo_name, hi_name)


def standing_bounds(
    height: float,
    *,
    furniture_top: float | None,
    soundbar_top: float | None,
    ceiling: float,
    frame_below: float = 0.0,
    frame_above: float = 0.0,
    bar: str = "soundbar",
) -> list[Bound]:
    """Bounds from what stands below and from the ceiling [mm] (rules 4.3)."""
    bounds = []
    if furniture_top is not None:
        bounds.append(Bound("furniture", lo=furniture_top + OVER_FURNITURE + frame_below))
    if soundbar_top is not None:
        bounds.append(Bound(bar, lo=soundbar_top + OVER_SOUNDBAR + frame_below))
    bounds.append(Bound("ceiling", hi=ceiling - UNDER_CEILING - frame_above - height))
    return bounds


def seat_bounds(height: float, *, eye_z: float, level_distance: float, gaze_pitch: float, who: str = "") -> list[Bound]:
    """Hard and soft bounds from one seat's neck and from its look at the top edge (rules 4.1, 4.3).

    Args:
        height: of the picture [mm].
        eye_z: eye above the floor [mm].
        level_distance: eye to the picture's middle, level [mm], over 0.
        gaze_pitch: where the seat looks by itself [deg].
        who: seat's name, put after the bound's.
    """
    tail = f", {who}" if who else ""
    down, up, top, good_down, good_up, good_top = _looks(eye_z, level_distance, gaze_pitch)
    half, neck, edge = height / 2, f"neck{tail}", f"top edge{tail}"
    return [
        Bound(neck, _less(down, half), _less(up, half)),
        Bound(edge, None, _less(top, height)),
        Bound(neck, _less(good_down, half), _less(good_up, half), hard=False),
        Bound(edge, None, _less(good_top, height), hard=False),
    ]


def tightest_bounds(height: float, seats: Iterable[tuple[float, float, float]]) -> list[Bound]:
    """What the bounds of several seats come to, without whose they are: all that a ladder's ends want.

    Args:
        height: of the picture [mm]. seats: eye above the floor and level distance [mm], gaze pitch [deg], of each.
    """
    tightest = _tightest(tuple(seats))
    if tightest is None:
        return []
    down, up, top, good_down, good_up, good_top = tightest
    half = height / 2
    return [
        Bound("neck", _less(down, half), _less(up, half)),
        Bound("top edge", None, _less(top, height)),
        Bound("neck", _less(good_down, half), _less(good_up, half), hard=False),
        Bound("top edge", None, _less(good_top, height), hard=False),
    ]


@lru_cache(maxsize=64)
def _tightest(seats: tuple[tuple[float, float, float], ...]) -> tuple[float | None, ...] | None:
    """Of the heights at which seats reach their limits those that bind; None where nobody sits."""
    columns = list(zip(*(_looks(*seat) for seat in seats), strict=True))
    if not columns:
        return None
    ends = (max, min, min, max, min, min)  # the lowest heights that are allowed, and the highest
    return tuple(
        end((z for z in column if z is not None), default=None) for end, column in zip(ends, columns, strict=True)
    )


def _less(z: float | None, by: float) -> float | None:
    return None if z is None else z - by


def _looks(eye_z: float, level_distance: float, gaze_pitch: float) -> list[float | None]:
    """Heights at which a seat's neck and look at the top edge reach their limits, whatever the picture's height
    [mm]."""
    return [None if slope is None else eye_z + level_distance * slope for slope in _slopes(gaze_pitch)]


@lru_cache(maxsize=256)
def _slopes(gaze_pitch: float) -> tuple[float | None, ...]:
    """How steeply a gaze goes up to those limits; None where it goes straight up or down."""
    limits = (*NECK_HARD, TOP_HARD, *NECK_GOOD, TOP_GOOD)
    return tuple(height_at(limit + gaze_pitch, 0.0, 1.0) for limit in limits)


def tallest_between(none: Sequence[Bound], whole: Sequence[Bound]) -> float:
    """The greatest share of a picture's height at which its hard bounds still leave a place; 0 when none does.

    Args:
        none: bounds of a picture of no height. whole: the same bounds at its height. Between them each goes in a
        straight line.
    """
    lows = [(a.lo, b.lo) for a, b in zip(none, whole, strict=True) if a.hard and a.lo is not None and b.lo is not None]
    highs = [(a.hi, b.hi) for a, b in zip(none, whole, strict=True) if a.hard and a.hi is not None and b.hi is not None]
    lo, hi = 0.0, 1.0
    for _ in range(HALVINGS):
        share = (lo + hi) / 2
        least = max((a + (b - a) * share for a, b in lows), default=-math.inf)
        most = min((a + (b - a) * share for a, b in highs), default=math.inf)
        lo, hi = (lo, share) if beyond(least, most) else (share, hi)
    return lo


@record
class Rungs:
    """A whole ladder: its bounds, the range of the hard ones, and of all (None when soft ones leave nothing).

    others: further ranges on the other sides of what hangs on the wall, where there is room.
    """

    bounds: tuple[Bound, ...]
    hard: Ladder
    soft: Ladder | None
    others: tuple[Ladder, ...] = ()


def build_ladder(bounds: Sequence[Bound], others: Sequence[Ladder] = ()) -> Rungs:
    """Intersect the hard bounds, then the soft ones inside them; only hard ones can make it empty (rules 4.3)."""
    hard = intersect([bound for bound in bounds if bound.hard])
    every = intersect(bounds)
    return Rungs(tuple(bounds), hard, every if hard.feasible and every.feasible else None, tuple(others))


@record
class Obstacle:
    """What hangs on the wall: a picture goes over it or under it (rules 4.3).

    low, high: its lower and upper edge [mm]. over, under: gaps wanted to the picture's frame on either side [mm].
    """

    name: str
    low: float
    high: float
    over: float
    under: float

    def bound(self, is_over: bool, height: float, frame_below: float, frame_above: float) -> Bound:
        """What it allows a picture that goes over it, or under it."""
        if is_over:
            return Bound(self.name, lo=self.high + self.over + frame_below)
        return Bound(self.name, hi=self.low - self.under - frame_above - height)

    def meets(self, low: float, high: float) -> bool:
        """Whether a picture between two heights lies across it."""
        return low < self.high and high > self.low


Sides = tuple[bool, ...]
"""For each obstacle of a wall whether the picture goes over it."""


def all_sides(obstacles: Sequence[Obstacle]) -> list[Sides]:
    """Every way to lie among obstacles: over the lowest few of them, under the others."""
    order = sorted(range(len(obstacles)), key=lambda i: obstacles[i].low + obstacles[i].high)
    return [tuple(order.index(i) < k for i in range(len(obstacles))) for k in range(len(obstacles) + 1)]


def widest(ladders: Sequence[Ladder]) -> int:
    """Which of some ladders that have room is the widest; open ends count as far."""
    return max(range(len(ladders)), key=lambda i: (ladders[i].hi or _FAR) - (ladders[i].lo or 0.0))
