"""Views of how a picture is seen."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.from_seat import from_seat
from oval_room.drawing.ladder import ladder
from oval_room.drawing.look import Look
from oval_room.drawing.seat_map_sheet import seat_map_sheet
from oval_room.drawing.view import View


def _pictured(look: Look) -> bool:
    return (look.picture or "") in look.plan.chosen.pictures


VIEWS: Final = (
    View("ladder", "height ladder", ladder, own=True, proven=True),
    View("map", "seat map", seat_map_sheet, own=True, anywhere=True, there=_pictured),
    View("seat", "from this seat", from_seat, own=True, anywhere=True),
)
