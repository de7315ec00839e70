"""Views of what holds a thing to its wall."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.bolt_view import bolt_view
from oval_room.drawing.plate import plate_detail
from oval_room.drawing.view import View

VIEWS: Final = (
    View("plate", "plate and holes", plate_detail, proven=True),
    View("bolts", "bolts", bolt_view, own=True),
)
