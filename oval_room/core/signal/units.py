"""Units that signals and power alone count in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

GBPS: Final = OwnUnit("gbps", " Gbit/s", 1)
KWH: Final = OwnUnit("kwh", " kWh")
