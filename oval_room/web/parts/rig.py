"""Rigs on the web: what to type into games."""

from __future__ import annotations

from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.rig.part import PART as RIG
from oval_room.web.part import Panel, WebPart
from oval_room.web.routes import games


def _round_a_seat(plan: Plan) -> bool:
    return any(group.kind == "rig" for group in plan.chosen.groups.values())


PART: Final = WebPart(
    RIG, (games.router,), asks={RIG.at: (Panel("games", "What to type into games", shown=_round_a_seat),)}
)
