"""Units that viewing alone counts in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

PX_DEG: Final = OwnUnit("px_deg", " px/°", finer=True)
