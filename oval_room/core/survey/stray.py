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


NAMED: Final[dict[str, str]] = {
    "blackout": "blackout",
    "dark": "blackout",
    "film": "blackout",
    "movie": "blackout",
    "night": "one lamp behind",
    "lamp": "lamps",
    "evening": "evening ceiling light",
    "ceiling": "evening ceiling light",
    "blind": "blinds by day",
    "curtain": "blinds by day",
    "sunroom": "sunroom",
    "conservatory": "sunroom",
    "bright": "bright day",
    "morning": "bright day",
    "noon": "bright day",
    "afternoon": "bright day",
    "day": "bright day",
}
"""A start value by a word of a scene's name, the first that fits."""


def kind_by_name(name: str) -> str:
    """The start value that a scene's name asks for; empty where it says nothing of the light."""
    lower = name.lower()
    return next((kind for word, kind in NAMED.items() if word in lower), "")
