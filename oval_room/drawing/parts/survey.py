"""Views of the room, which every trade draws in."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.elevation import elevation
from oval_room.drawing.floor_plan import floor_plan
from oval_room.drawing.look import Look
from oval_room.drawing.section import section
from oval_room.drawing.view import HEAD, View

MANY_CORNERS: Final = 72.0


def _plan_head(look: Look) -> float:
    """An outline with more than four corners has two rails of strings along its top."""
    return HEAD if look.plan.survey.room.is_box else MANY_CORNERS


VIEWS: Final = (
    View("plan", "plan", floor_plan, anywhere=True, proven=True, head=_plan_head),
    View("section", "section", section, anywhere=True, proven=True),
    View("elevation", "display wall", elevation, anywhere=True, share=2, proven=True, titled=True),
)
