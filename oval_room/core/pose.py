"""Where a thing is and which way it faces (rules 0).

Room axes: x to the right along the display wall as a viewer sees it, y out of that wall, z up. Turns are applied in
this order: yaw (face towards +x positive), pitch (face up positive), roll (clockwise as the viewer sees it).
A thing's own axes are right, up, out: for an unturned picture they are +x, +z and +y.
"""

from __future__ import annotations

import math
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


def to_own(centre: Point, turn: Turn, point: Point) -> Own:
    """A room point seen from a thing's centre, in the thing's own axes [mm]."""
    away = (point.x - centre.x, point.y - centre.y, point.z - centre.z)
    return Own(*(sum(a * b for a, b in zip(away, axis, strict=True)) for axis in axes(turn)))


def to_room(centre: Point, turn: Turn, own: Own) -> Point:
    """A point given in a thing's own axes, in the room's [mm]. Undoes `to_own`."""
    right, up, out = axes(turn)
    return Point(*(c + own.right * r + own.up * u + own.out * o
                   for c, r, u, o in zip(centre, right, up, out, strict=True)))  # fmt: skip
