"""Survey on the web: measuring, the reading log, photographs, the sun through windows."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.survey.part import PART as SURVEY
from oval_room.web.part import Block, Page, WebPart
from oval_room.web.routes import measure, photos, sun
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.survey_parts import survey_shown


def _context(parts: SheetParts) -> Mapping[str, object]:
    return {"survey": survey_shown(parts.bench, parts.head.job, parts.plan, parts.report)}


PART: Final = WebPart(
    SURVEY,
    (measure.router, photos.router, sun.router),
    asks={SURVEY.at: (Page("sun", "Sun through the year"),)},
    blocks=(Block("sheet/_survey_next.html", above=True), Block("sheet/_survey_below.html")),
    context=_context,
)
