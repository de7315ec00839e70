"""Views of screens round a seat."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.cabinet_view import cabinet_view
from oval_room.drawing.driver_view import driver_view
from oval_room.drawing.rig_fan import rig_fan
from oval_room.drawing.rig_side import rig_side
from oval_room.drawing.view import View

VIEWS: Final = (
    View("fan", "fan from above", rig_fan, own=True),
    View("driver", "from the driver's eye", driver_view, own=True),
    View("side", "from the side", rig_side, own=True),
    View("cabinet", "cabinet from above", cabinet_view, own=True),
)
