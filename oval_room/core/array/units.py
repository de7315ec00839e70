"""Units that walls of displays alone count in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

PX: Final = OwnUnit("px", " px")
