"""Stray light nobody has measured yet: start values by scene (rules 5.6)."""

from __future__ import annotations

from typing import Final

START_LUX: Final[dict[str, tuple[float, str]]] = {
    "blackout": (0.5, "ceiling"),
    "one lamp behind": (5.0, "front"),
    "lamps": (40.0, "side"),
    "evening ceiling light": (120.0, "ceiling"),
    "blinds by day": (60.0, "side"),
    "bright day": (400.0, "side"),
    "sunroom": (1500.0, "side"),
}
"""Lux at the picture and where it mostly comes from, by the state of the room."""
