"""The part of walls of displays: so far its rules and sums; the stage of Array will stand on them."""

from __future__ import annotations

from typing import Final

from oval_room.core.array.sums import SUMS
from oval_room.core.part import Part
from oval_room.core.sums.declare import SumGroup

PART: Final = Part("array", sums=(SumGroup("Walls of displays", SUMS),))
