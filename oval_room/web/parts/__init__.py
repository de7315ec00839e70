"""What every trade brings to the web, in the order of the work. Routes and the sheet derive theirs from this list."""

from __future__ import annotations

from typing import Final

from oval_room.web.part import WebPart
from oval_room.web.parts.array import PART as ARRAY
from oval_room.web.parts.fixing import PART as FIXING
from oval_room.web.parts.projection import PART as PROJECTION
from oval_room.web.parts.rig import PART as RIG
from oval_room.web.parts.signal import PART as SIGNAL
from oval_room.web.parts.survey import PART as SURVEY
from oval_room.web.parts.viewing import PART as VIEWING

WEB_PARTS: Final[tuple[WebPart, ...]] = (SURVEY, VIEWING, PROJECTION, FIXING, RIG, ARRAY, SIGNAL)
