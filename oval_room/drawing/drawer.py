"""What a trade draws in the views that all trades share."""

from __future__ import annotations

from collections.abc import Callable

from oval_room.core.record import record
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft


def _nothing(draft: Draft, look: Look) -> None:
    """A view in which a trade draws nothing."""


@record
class Drawer:
    """A trade's hand in the shared views: what it draws there, and the strings it lays when all else is drawn."""

    section: Callable[[Draft, Look], None] = _nothing
    plan: Callable[[Draft, Look], None] = _nothing
    elevation: Callable[[Draft, Look], None] = _nothing
    section_strings: Callable[[Draft, Look], None] = _nothing
    plan_strings: Callable[[Draft, Look], None] = _nothing
    elevation_strings: Callable[[Draft, Look], None] = _nothing
