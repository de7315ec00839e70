"""What lengths are read with, and how far each reading may be off (rules 1.3)."""

from __future__ import annotations

from typing import Final, Literal

Instrument = Literal["laser", "tape", "drawing", "eye"]

HALF_WIDTH: Final[dict[str, float]] = {"laser": 1.5, "tape": 2.0, "drawing": 25.0, "eye": 50.0}
"""How far a length may be off [mm], by instrument."""
