"""The views of every trade, in the order of the work. The sheet and the prints derive theirs from this list."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.parts.array import VIEWS as ARRAY
from oval_room.drawing.parts.fixing import VIEWS as FIXING
from oval_room.drawing.parts.projection import VIEWS as PROJECTION
from oval_room.drawing.parts.rig import VIEWS as RIG
from oval_room.drawing.parts.screens import VIEWS as SCREENS
from oval_room.drawing.parts.signal import VIEWS as SIGNAL
from oval_room.drawing.parts.survey import VIEWS as SURVEY
from oval_room.drawing.parts.viewing import VIEWS as VIEWING
from oval_room.drawing.view import View

VIEWS: Final[dict[str, View]] = {
    view.name: view for views in (SURVEY, VIEWING, SCREENS, PROJECTION, FIXING, RIG, ARRAY, SIGNAL) for view in views
}
VIEW_NAMES: Final[dict[str, str]] = {name: view.title for name, view in VIEWS.items()}
