"""Units that light alone counts in."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import OwnUnit

CD_M2: Final = OwnUnit("cd_m2", " cd/m²", finer=True)
FL: Final = OwnUnit("fl", " fL", finer=True)
