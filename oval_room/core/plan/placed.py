"""Where a placed thing stands and how it is turned (rules 0)."""

from __future__ import annotations

from oval_room.core.plan.measure import Degrees, Frozen, Mm
from oval_room.core.pose import Point, Turn


class Pose(Frozen):
    """Centre and turns (rules 0)."""

    x: Mm
    y: Mm
    z: Mm
    yaw: Degrees = 0.0
    pitch: Degrees = 0.0
    roll: Degrees = 0.0

    @property
    def point(self) -> Point:
        return Point(self.x, self.y, self.z)

    @property
    def turn(self) -> Turn:
        return Turn(self.yaw, self.pitch, self.roll)
