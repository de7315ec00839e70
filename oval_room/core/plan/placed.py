"""Where a placed thing stands and how it is turned (rules 0)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Self

from oval_room.core.plan.measure import Degrees, Frozen, Mm
from oval_room.core.pose import Point, Turn


class Bent(Frozen):
    """A node that lies over several places of the room, and says itself where they come when the room is turned."""

    def turned(self, place: Callable[[float, float], tuple[float, float]]) -> Self:
        """The same with every x and y where a turn puts it."""
        raise NotImplementedError


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
