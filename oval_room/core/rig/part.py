"""The part of rigs: so far its rules and sums; the stage of Rig will stand on them."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part
from oval_room.core.rig.sums import SUMS
from oval_room.core.sums.declare import SumGroup

PART: Final = Part("rig", sums=(SumGroup("Screens round a seat", SUMS),))
