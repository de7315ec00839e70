"""Where a thing is and which way it faces (rules 0).

Room axes: x to the right along the display wall as a viewer sees it, y out of that wall, z up. Turns are applied in
this order: yaw (face towards +x positive), pitch (face up positive), roll (clockwise as the viewer sees it).
A thing's own axes are right, up, out: for an unturned picture they are +x, +z and +y.
"""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple


class Point(NamedTuple):
    """A place in the room [mm]."""

    x: float
    y: float
    z: float


class Turn(NamedTuple):
    """Yaw, pitch and roll [deg]."""

    yaw: float = 0.0
    pitch: float = 0.0
    roll: float = 0.0


class Own(NamedTuple):
    """A place in a thing's own axes [mm]."""

    right: float
    up: float
    out: float


@lru_cache(maxsize=1024)
def axes(turn: Turn) -> tuple[Point, Point, Point]:
    """Unit vectors of a turned thing's right, up and out in the room's axes."""
    yaw, pitch, roll = (math.radians(angle) for angle in turn)
    right = Point(math.cos(yaw), -math.sin(yaw), 0.0)
    level_out = Point(math.sin(yaw), math.cos(yaw), 0.0)
    out = Point(level_out.x * math.cos(pitch), level_out.y * math.cos(pitch), math.sin(pitch))
    up = Point(-level_out.x * math.sin(pitch), -level_out.y * math.sin(pitch), math.cos(pitch))
    rolled_up = Point(*(u * math.cos(roll) + r * math.sin(roll) for u, r in zip(up, right, strict=True)))
    rolled_right = Point(*(r * math.cos(roll) - u * math.sin(roll) for u, r in zip(up, right, strict=True)))
    return rolled_right, rolled_up, out


def combined(base: Turn, own: Turn) -> Turn:
    """How a thing is turned in the room that is turned in another's own axes, which are turned so themselves."""
    right, up, out = axes(base)
    mine = [Point(*(v.x * r + v.y * o + v.z * u for r, u, o in zip(right, up, out, strict=True))) for v in axes(own)]
    pitch = math.asin(min(max(mine[2].z, -1.0), 1.0))
    level = math.hypot(mine[2].x, mine[2].y) > 1e-9
    yaw = math.atan2(mine[2].x, mine[2].y) if level else math.atan2(-mine[0].y, mine[0].x)
    flat = axes(Turn(math.degrees(yaw), math.degrees(pitch)))
    cos, sin = (sum(a * b for a, b in zip(mine[0], one, strict=True)) for one in (flat[0], flat[1]))
    return Turn(math.degrees(yaw), math.degrees(pitch), math.degrees(math.atan2(-sin, cos)))


def from_above(yaw: float, x: float, y: float) -> tuple[float, float]:
    """A place of the room as it lies before somebody who looks at what faces a yaw [deg]: to the right, and ahead, from
    the room's own corner [mm]."""
    right, _, out = axes(Turn(yaw))
    return x * right.x + y * right.y, -x * out.x - y * out.y


def to_own(centre: Point, turn: Turn, point: Point) -> Own:
    """A room point seen from a thing's centre, in the thing's own axes [mm]."""
    x, y, z = point[0] - centre[0], point[1] - centre[1], point[2] - centre[2]
    right, up, out = axes(turn)
    return Own(
        x * right[0] + y * right[1] + z * right[2],
        x * up[0] + y * up[1] + z * up[2],
        x * out[0] + y * out[1] + z * out[2],
    )


def to_room(centre: Point, turn: Turn, own: Own) -> Point:
    """A point given in a thing's own axes, in the room's [mm]. Undoes `to_own`."""
    right, up, out = axes(turn)
    return Point(
        *(c + own.right * r + own.up * u + own.out * o for c, r, u, o in zip(centre, right, up, out, strict=True))
    )
