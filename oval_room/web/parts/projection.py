"""Throw on the web: alignment with its patterns, wide films."""

from __future__ import annotations

from typing import Final

from oval_room.core.projection.part import PART as PROJECTION
from oval_room.web.part import Page, Panel, WebPart
from oval_room.web.routes import align, wide

PART: Final = WebPart(
    PROJECTION,
    (align.router, wide.router),
    asks={PROJECTION.at: (Page("align", "Alignment"), Panel("wide", "Wide films"))},
)
