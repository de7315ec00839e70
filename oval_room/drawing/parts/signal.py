"""Views of how signals run."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.signal_board import board_list, signal_board
from oval_room.drawing.view import View

VIEWS: Final = (View("signals", "signal board", signal_board, own=True, listed=board_list),)
