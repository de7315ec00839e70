"""How words and angles are set in a sentence."""

from __future__ import annotations

from oval_room.core.figures import show_value
from oval_room.core.units import Ruler


def capital(text: str) -> str:
    """As a sentence starts with it."""
    return text[:1].upper() + text[1:]


def degrees(value: float | None) -> str:
    return show_value(value, "deg", Ruler())
