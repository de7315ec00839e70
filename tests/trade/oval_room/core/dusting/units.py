"""The unit that dusting alone counts in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

WIPES: Final = OwnUnit("wipes", " wipes", 1)
