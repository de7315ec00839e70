"""Units that projection alone counts in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

M3_H: Final = OwnUnit("m3_h", " m³/h")
