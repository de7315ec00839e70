"""The outline of a room: corners joined by straight walls, seen from above in room axes (rules 0).

Walls run from corner to corner in the order in which a person inside walks along them left to right: the display
wall w1 first, from (0, 0) along +x. So every wall has its own frame: u along it from its left end as a viewer sees
it, out of it into the room.

      c1 ──w1──▶ c2          x ▶, y ▼ (out of the display wall)
      ▲           │
     w4    room  w2
      │           ▼
      c4 ◀──w3── c3
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Final, NamedTuple

from oval_room.core.errors import RefusedError

Place = tuple[float, float]
Corners = tuple[Place, ...]
MOST_CORNERS: Final = 40
LEAST_WALL: Final = 10.0  # [mm]
LONGEST_WALL: Final = 100_000.0  # [mm] (rules 1.1)
SQUARE: Final = 0.5  # a turn within this of a right angle counts as square [deg]


class Wall(NamedTuple):
    """One wall: key, its ends, length [mm], unit vectors along it and out of it into the room."""

    key: str
    a: Place
    b: Place
    length: float
    along: Place
    out: Place

    @property
    def yaw(self) -> float:
        """Yaw of a picture that hangs flat on it [deg]."""
        yaw = math.degrees(math.atan2(self.out[0], self.out[1]))
        return 0.0 if abs(yaw) < 1e-9 else 180.0 if yaw <= -180 + 1e-9 else yaw

    def own(self, x: float, y: float) -> Place:
        """A room place as (along from the wall's left end, out of the wall) [mm]."""
        dx, dy = x - self.a[0], y - self.a[1]
        return dx * self.along[0] + dy * self.along[1], dx * self.out[0] + dy * self.out[1]

    def room(self, u: float, off: float) -> Place:
        """The room place at (along, out) [mm]. Undoes `own`."""
        return (self.a[0] + u * self.along[0] + off * self.out[0], self.a[1] + u * self.along[1] + off * self.out[1])


@lru_cache(maxsize=256)
def walls_of(corners: Corners) -> tuple[Wall, ...]:
    """The walls of an outline, w1 first."""
    out = []
    for n, (a, b) in enumerate(zip(corners, (*corners[1:], corners[0]), strict=True), 1):
        length = math.hypot(b[0] - a[0], b[1] - a[1]) or 1e-9
        along = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
        out.append(Wall(f"w{n}", a, b, length, along, (-along[1], along[0])))
    return tuple(out)


@lru_cache(maxsize=256)
def walls_by_key(corners: Corners) -> dict[str, Wall]:
    """The same by their keys; nobody changes it."""
    return {wall.key: wall for wall in walls_of(corners)}


def area(corners: Corners) -> float:
    """Area [mm²]; positive when the walls run left to right as a person inside sees them."""
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(corners, (*corners[1:], corners[0]), strict=True)) / 2


def perimeter(corners: Corners) -> float:
    return sum(wall.length for wall in walls_of(corners))


@lru_cache(maxsize=256)
def extent(corners: Corners) -> tuple[float, float, float, float]:
    """Least x and y, greatest x and y [mm]."""
    xs, ys = zip(*corners, strict=True)
    return min(xs), min(ys), max(xs), max(ys)


@lru_cache(maxsize=256)
def surfaces_m2(corners: Corners, height: float) -> float:
    """Floor, ceiling and walls of a room so high [m²] (rules 5.7)."""
    return (2 * area(corners) + perimeter(corners) * height) / 1e6


@lru_cache(maxsize=1024)
def inside(corners: Corners, x: float, y: float) -> bool:
    """Whether a place lies in the room; a wall's face counts as in."""
    odd = False
    for wall in walls_of(corners):
        u, off = wall.own(x, y)
        if abs(off) < 1e-6 and -1e-6 <= u <= wall.length + 1e-6:
            return True
        (ax, ay), (bx, by) = wall.a, wall.b
        if (ay > y) != (by > y) and x < ax + (y - ay) * (bx - ax) / (by - ay):
            odd = not odd
    return odd


@lru_cache(maxsize=1024)
def reach(corners: Corners, x: float, y: float, dx: float, dy: float) -> float:
    """How far it is from a place to the next wall in a direction (unit vector) [mm]; infinite when there is none."""
    nearest = math.inf
    for wall in walls_of(corners):
        facing = dx * wall.out[0] + dy * wall.out[1]
        if facing > -1e-9:
            continue  # it faces away
        far = -wall.own(x, y)[1] / facing
        u = wall.own(x + far * dx, y + far * dy)[0]
        if far > -1e-6 and -1e-6 <= u <= wall.length + 1e-6:
            nearest = min(nearest, max(far, 0.0))
    return nearest


def to_wall(corners: Corners, x: float, y: float) -> tuple[float, Wall]:
    """Distance from a place to the nearest wall [mm], and that wall."""
    found = []
    for wall in walls_of(corners):
        u, off = wall.own(x, y)
        past = max(-u, u - wall.length, 0.0)
        found.append((math.hypot(past, off), wall.key, wall))
    far, _, wall = min(found)
    return far, wall


def check_outline(corners: Corners) -> Corners:
    """The outline back when it is a room: 3 to 40 corners, no crossing walls, w1 from (0, 0) along +x, inside out of
    it.

    Raises:
        RefusedError: it is none; says which walls.
    """
    if not 3 <= len(corners) <= MOST_CORNERS:
        raise RefusedError(f"give 3 to {MOST_CORNERS} walls (got {len(corners)})", field="outline", value=len(corners))
    walls = walls_of(corners)
    for wall in walls:
        if wall.length < LEAST_WALL:
            raise RefusedError(
                f"wall {wall.key[1:]} is only {wall.length:.0f} mm long; leave it out",
                field="outline",
                value=wall.length,
            )
        if wall.length > LONGEST_WALL:
            raise RefusedError(
                f"wall {wall.key[1:]} is over {LONGEST_WALL / 1000:.0f} m long; check the unit",
                field="outline",
                value=wall.length,
            )
    for i, one in enumerate(walls):
        for other in walls[i + 1 :]:
            if _cross(one, other, next_to=other.a == one.b or other.b == one.a):
                raise RefusedError(
                    f"walls {one.key[1:]} and {other.key[1:]} cross; walk round the room without crossing your own way",
                    field="outline",
                    value=f"{one.key} {other.key}",
                )
    if area(corners) <= 0:
        raise RefusedError(
            "walk the other way round: along the display wall to the right first, then out into the room",
            field="outline",
        )
    if abs(corners[0][0]) > 1e-6 or abs(corners[0][1]) > 1e-6 or abs(corners[1][1]) > 1e-6 or corners[1][0] <= 0:
        raise RefusedError("the first wall is the display wall: start at its left end and go right", field="outline")
    return corners


def _cross(one: Wall, other: Wall, *, next_to: bool) -> bool:
    ends = [one.own(*place) for place in (other.a, other.b)]
    back = [other.own(*place) for place in (one.a, one.b)]
    if next_to:  # neighbours share a corner: they cross only when one folds back over the other
        far = ends[1] if other.a == one.b else ends[0]
        turned = one.along[0] * other.along[0] + one.along[1] * other.along[1]
        return abs(far[1]) < 1e-6 and turned < 0
    apart = 1e-6
    if max(abs(ends[0][1]), abs(ends[1][1])) < 1e-3:  # on one line
        return min(ends[0][0], ends[1][0]) <= one.length + apart and max(ends[0][0], ends[1][0]) >= -apart
    first = min(ends[0][1], ends[1][1]) <= apart and max(ends[0][1], ends[1][1]) >= -apart
    second = min(back[0][1], back[1][1]) <= apart and max(back[0][1], back[1][1]) >= -apart
    return first and second


def set_length(corners: Corners, n: int, length: float) -> Corners:
    """The outline with wall n (from 1) at a length [mm].

    Its far end moves; the walls after it move along until one that runs the same way, or back, takes the difference up.
    Right angles stay right angles. With no such wall only the far end moves.
    """
    walls = walls_of(corners)
    wall = walls[n - 1]
    by = (length - wall.length) * wall.along[0], (length - wall.length) * wall.along[1]
    moved = list(corners)
    stop = _taker(walls, n)
    for i in range(n, stop):  # corners n+1 … stop, counted from 1
        at = i % len(corners)
        moved[at] = (moved[at][0] + by[0], moved[at][1] + by[1])
    return rooted(tuple(moved))


def _taker(walls: Sequence[Wall], n: int) -> int:
    """Index after the last corner that moves when wall n grows: up to the next parallel wall."""
    one = walls[n - 1]
    for step in range(1, len(walls)):
        other = walls[(n - 1 + step) % len(walls)]
        turned = one.along[0] * other.along[1] - one.along[1] * other.along[0]
        if abs(turned) < math.sin(math.radians(SQUARE)):
            return n + step
    return n + 1


def move_corner(corners: Corners, n: int, to: Place) -> Corners:
    """The outline with corner n (from 1) at a place: both its walls keep their direction, their other ends slide along.

    The display wall stays where it is: corner 1 can't be moved, corner 2 only along it, the last only along its wall.
    """
    count = len(corners)
    walls = walls_of(corners)
    before, after = walls[n - 2], walls[n - 1]
    dx, dy = to[0] - corners[n - 1][0], to[1] - corners[n - 1][1]
    det = before.along[0] * after.along[1] - before.along[1] * after.along[0]
    if n == 1:
        return corners
    if abs(det) < math.sin(math.radians(5)):  # nearly straight: the corner alone
        return tuple(to if i == n - 1 else place for i, place in enumerate(corners))
    a = (dx * after.along[1] - dy * after.along[0]) / det  # share along the wall before: slides the wall after
    b = (before.along[0] * dy - before.along[1] * dx) / det
    if n == 2:
        b = 0.0
    if n == count:
        a = 0.0
    moved = list(corners)
    moved[n - 1] = (
        corners[n - 1][0] + a * before.along[0] + b * after.along[0],
        corners[n - 1][1] + a * before.along[1] + b * after.along[1],
    )
    nxt, prev = n % count, (n - 2) % count
    moved[nxt] = (corners[nxt][0] + a * before.along[0], corners[nxt][1] + a * before.along[1])
    moved[prev] = (corners[prev][0] + b * after.along[0], corners[prev][1] + b * after.along[1])
    return tuple(moved)


def rooted(corners: Corners) -> Corners:
    """The outline moved so that the display wall's left end is at (0, 0) again."""
    x, y = corners[0]
    return corners if x == 0 and y == 0 else tuple((cx - x, cy - y) for cx, cy in corners)


def turned(corners: Corners, first: int) -> tuple[Corners, Wall]:
    """The outline seen from wall `first` (from 1): that wall from (0, 0) along +x; and the wall in the old axes."""
    wall = walls_of(corners)[first - 1]
    rolled = corners[first - 1 :] + corners[: first - 1]
    return tuple(_clean(wall.own(*place)) for place in rolled), wall


def _clean(place: Place) -> Place:
    return (0.0 if abs(place[0]) < 1e-9 else place[0], 0.0 if abs(place[1]) < 1e-9 else place[1])
