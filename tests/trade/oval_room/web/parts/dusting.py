"""Dusting on the web: its cloths."""

from __future__ import annotations

from typing import Final

from oval_room.core.dusting.part import PART as DUSTING

from oval_room.web.part import Page, WebPart
from oval_room.web.routes import dusting

PART: Final = WebPart(DUSTING, (dusting.router,), asks={DUSTING.at: (Page("cloths", "Cloths"),)})
