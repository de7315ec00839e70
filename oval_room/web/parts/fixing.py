"""Fixing on the web: drilling, cutting, holes and their loads."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.part import PART as FIXING
from oval_room.web.part import Page, Panel, WebPart
from oval_room.web.routes import cuts, drill, holes

PART: Final = WebPart(
    FIXING,
    (drill.router, cuts.router, holes.router),
    asks={FIXING.at: (Page("drill", "Drilling"), Page("cuts", "Cut list"), Panel("holes", "Holes and loads"))},
)
