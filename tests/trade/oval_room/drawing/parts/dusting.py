"""Views of dusting."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.wipes import wipes

from oval_room.drawing.view import View

VIEWS: Final = (View("wipes", "wipes", wipes, own=True, proven=True),)
