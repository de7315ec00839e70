"""Views of a wall of displays."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.view import View
from oval_room.drawing.wall_canvas import wall_canvas

VIEWS: Final = (View("canvas", "wall canvas", wall_canvas, own=True),)
