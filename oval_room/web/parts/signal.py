"""Signals on the web: cables, ways to link, displays, one press, faults."""

from __future__ import annotations

from typing import Final

from oval_room.core.signal.compared import compared
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.web.part import Page, WebPart
from oval_room.web.routes import buttons, cables, displays, faults, layouts

PART: Final = WebPart(
    SIGNAL,
    (cables.router, displays.router, buttons.router, faults.router, layouts.router),
    compared=compared,
    asks={
        SIGNAL.at: (
            Page("cables", "Cable schedule"),
            Page("layouts", "Ways to link it"),
            Page("displays", "Displays"),
            Page("buttons", "Scenes"),
            Page("faults", "What is wrong?"),
        )
    },
)
