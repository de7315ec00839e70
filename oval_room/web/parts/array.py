"""Walls of displays on the web: mapping, test cards, holes."""

from __future__ import annotations

from typing import Final

from oval_room.core.array.part import PART as ARRAY
from oval_room.web.part import Page, WebPart
from oval_room.web.routes import mapping

PART: Final = WebPart(ARRAY, (mapping.router,), asks={ARRAY.at: (Page("mapping", "Mapping"),)})
