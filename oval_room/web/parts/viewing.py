"""Pictures on the web: which kind, what sizes, what a grey scale tells."""

from __future__ import annotations

from typing import Final

from oval_room.core.brief.part import PART as BRIEF
from oval_room.core.viewing.part import PART as VIEWING
from oval_room.web.part import Panel, WebPart
from oval_room.web.routes import choosing, near

KINDS: Final = Panel("kinds", "Which kind?")
PART: Final = WebPart(
    VIEWING,
    (choosing.router, near.router),
    asks={BRIEF.at: (KINDS,), VIEWING.at: (KINDS, Panel("sizes", "Sizes"), Panel("greys", "Grey scale"))},
)
