"""Views of a lens and its throw."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.lens_window import lens_window
from oval_room.drawing.throw_strip import throw_strip
from oval_room.drawing.view import View

VIEWS: Final = (
    View("window", "lens window", lens_window, own=True, share=2, proven=True),
    View("strip", "throw strip", throw_strip, own=True, share=2, proven=True),
)
