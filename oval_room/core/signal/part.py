"""The part of signals: so far its rules and sums; the stage of Routing will stand on them."""

from __future__ import annotations

from typing import Final

from oval_room.core.part import Part
from oval_room.core.signal.sums import SUMS
from oval_room.core.sums.declare import SumGroup

PART: Final = Part("signal", sums=(SumGroup("Signals, cables, power", SUMS),))
