"""What holds what is overhead, under ceilings that carry nothing and where somebody chose a timber or a wall's bracket
(rules 7.1, 7.8, 7.22).

  ═══════════ slab          drop = void + pole
   │rods   │   ↕ void       the rods go on through the grid
  ─┴───────┴─ grid
      │ pole
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.fixing.opening_zones import hole_findings
from oval_room.core.fixing.overhead import Holder, void_over
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import Level
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.room import Room
from oval_room.core.survey.document import Survey

REACHES: Final = 900.0
"""No wall bracket reaches out farther (planning value of ours) [mm]."""
NOT_YET: Final = ("unknown", "nothing", "void")
"""Why nothing holds a thing: nobody knows the ceiling, what is over it, how far up."""


def nearest_wall(room: Room, x: float, y: float) -> tuple[Wall, float, float]:
    """The wall that a place of a room is nearest to, and where along it and how far out from it that is [mm]."""
    beside = [(wall, *wall.own(x, y)) for wall in room.walls]
    before = [one for one in beside if 0 <= one[1] <= one[0].length and one[2] >= 0]
    return min(before or beside, key=lambda one: abs(one[2]))


def holder_findings(
    about: Mapping[str, str], by: Holder, survey: Survey, *, pole: float, at: tuple[float, float]
) -> list[Finding]:
    """What is said of what holds a thing: a stop until something does.

    Args:
        about: whose it is. by: what holds it. pole: below the ceiling's face [mm]. at: along and out from the display
            wall [mm].
    """
    made = survey.made.get("ceiling")
    if by == "unknown":
        return [Finding(FixingCode.CEILING_KIND, Level.STOP, "7.1", about)]
    void, kind = void_over(made), survey.kind_of("ceiling")
    more: dict[str, object] = {"why": by, "kind": kind, "void": void, "pole": pole}
    if by in NOT_YET:
        return [Finding(FixingCode.HOLDER, Level.STOP, "7.22", about, more=more)]
    if by == "bracket":
        wall, along, out = nearest_wall(survey.room, *at)
        level = Level.STOP if out > REACHES else Level.NOTE
        up = survey.room.ceiling_at(*at) - pole
        told = Finding(FixingCode.HOLDER, level, "7.22", about, out, REACHES, more=more | {"wall": wall.key})
        return [told, *hole_findings(about, [(along, up)], survey, wall.key)]
    if by == "joists" or (by == "slab" and not void):
        return []
    return [Finding(FixingCode.HOLDER, Level.NOTE, "7.22", about, void + pole, None, more=more)]
