"""Doors, windows and hatches, and what of a wall round them no hole may go into (rules 7.19).

|<150>|         |<150>|
+---------------------+  -
|       lintel        | 225       over the head lies what carries the wall
+-----+=========+-----+  -
  <75>|         |<75>             within 75 of an edge a fixing may break out
      | opening |
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from typing import Final, NamedTuple

from oval_room.core.findings import Finding
from oval_room.core.fixing.drill_window import KeepOut
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import SLIM, Level
from oval_room.core.plan.fittings import Opening
from oval_room.core.plan.room import STUDDED
from oval_room.core.survey.document import Survey

LINTEL_UP: Final = 225.0
"""What carries the wall reaches so far above an opening's head [mm] (rules 7.19)."""
LINTEL_PAST: Final = 150.0
"""And so far past each of its sides [mm]."""
REVEAL: Final = 75.0
"""Nearer to an opening's edge a fixing may break out [mm]."""

Box = tuple[float, float, float, float]
"""Left, bottom, right, top on a wall [mm]."""


class Hole(NamedTuple):
    """What an opening is to a hole: how bad, why (opening, lintel or reveal), how far off [mm]."""

    level: Level
    why: str
    off: float


def by_opening(
    along: float, up: float, ends: tuple[float, float], sill: float, head: float, *, lintel_known: bool, masonry: bool
) -> Hole | None:
    """What one opening is to a hole, None where it is nothing to it (rules 7.19): in it, in the zone of what carries
    the wall over it, or nearer to its edge than a fixing bears. Each limit itself is far enough.

    Args:
        along, up: the hole on its wall [mm]. ends, sill, head: of the opening [mm].
        lintel_known: somebody said what is over it. masonry: whether the wall breaks out at an edge.
    """
    left, right = ends
    beside, below, above = max(left - along, along - right), sill - up, up - head
    if beside < -SLIM and below < -SLIM and above < -SLIM:
        return Hole(Level.STOP, "opening", 0.0)
    over = -SLIM <= above < LINTEL_UP - SLIM and beside < LINTEL_PAST - SLIM
    if over and not lintel_known:
        return Hole(Level.STOP, "lintel", max(above, 0.0))
    off = math.hypot(max(beside, 0.0), max(below, above, 0.0))
    if off < REVEAL - SLIM:
        return Hole(Level.STOP if masonry else Level.MIND, "reveal", off)
    return None


def breaks_out(survey: Survey, wall: str = "w1") -> bool:
    """Whether a wall is of masonry, which breaks out at an edge; one that nobody knows counts as such."""
    kind = survey.kind_of(wall)
    return kind == "unknown" or kind not in STUDDED


def _here(survey: Survey, wall: str) -> dict[str, Opening]:
    return {key: one for key, one in survey.openings.items() if one.wall == wall}


def zones(survey: Survey, wall: str = "w1") -> tuple[KeepOut, ...]:
    """Where a wall's openings leave no place for a hole beside those that lie in them."""
    out = []
    for one in _here(survey, wall).values():
        (left, right), sill, head = one.ends, one.sill.value, one.head.value
        if not one.lintel:
            name = f"what carries the wall over {one.name}"
            out.append(KeepOut(name, (left - LINTEL_PAST, right + LINTEL_PAST), (head, head + LINTEL_UP)))
        if breaks_out(survey, wall):
            name = f"the edge of {one.name}"
            out.append(KeepOut(name, (left - REVEAL, right + REVEAL), (sill - REVEAL, head + REVEAL)))
    return tuple(out)


def hole_findings(
    about: Mapping[str, str], places: Iterable[tuple[float, float]], survey: Survey, wall: str = "w1"
) -> list[Finding]:
    """Holes over and beside openings, the worst of each opening; those in one are told as holes where there is no
    wall."""
    spots, masonry, out = list(places), breaks_out(survey, wall), list[Finding]()
    for key, one in _here(survey, wall).items():
        told = [
            by_opening(x, z, one.ends, one.sill.value, one.head.value, lintel_known=bool(one.lintel), masonry=masonry)
            for x, z in spots
        ]
        found = [hole for hole in told if hole is not None and hole.why != "opening"]
        if found:
            worst = min(found, key=lambda hole: (hole.level.rank, hole.off))
            limit = LINTEL_UP if worst.why == "lintel" else REVEAL
            more = {"why": worst.why, "opening": one.name, "part": key}
            out.append(Finding(FixingCode.BY_OPENING, worst.level, "7.19", about, worst.off, limit, more=more))
    return out


def before_findings(
    about: Mapping[str, str], plate: Box | None, picture: Box, survey: Survey, wall: str = "w1"
) -> list[Finding]:
    """A plate before glass or a door's leaf, which has nothing to be fixed to; a picture before one, which takes light,
    view or the way out."""
    out = []
    for key, one in _here(survey, wall).items():
        opening = (one.ends[0], one.sill.value, one.ends[1], one.head.value)
        hit = next(
            (name for name, box in (("plate", plate), ("picture", picture)) if box and _cross(box, opening)), None
        )
        if hit is not None:
            level = Level.STOP if hit == "plate" else Level.MIND
            more = {"what": hit, "opening": one.name, "kind": one.kind, "part": key}
            out.append(Finding(FixingCode.BEFORE_OPENING, level, "7.19", about, more=more))
    return out


def _cross(one: Sequence[float], other: Sequence[float]) -> bool:
    return all(one[n] < other[n + 2] - SLIM and other[n] < one[n + 2] - SLIM for n in (0, 1))
