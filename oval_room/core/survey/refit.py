"""The outline that fits the readings best: misclosure goes where the doubt is, a reading that lies gets no say (rules
1.4).

Walls that run along one axis must add up to nothing all the way round. What they miss by is shared out by the square
of each wall's half-width, so that unread walls and suspects take it before read ones do. Right angles stay right
angles.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.measure import Reading
from oval_room.core.plan.outline import LEAST_WALL, Corners, rooted, walls_of
from oval_room.core.survey.document import Survey
from oval_room.core.survey.lying import find_liars
from oval_room.core.survey.observed import observed_of, openings_of, wall_measure

UNREAD: Final = 300.0
"""Doubt of a wall that nobody has read, or whose reading lies [mm]."""


def refit(survey: Survey, log: Mapping[str, Reading], corners: Corners) -> Corners | None:
    """Corners of an outline of right angles that fit its readings; None when it has other angles or a wall would
    vanish."""
    walls = walls_of(corners)
    if any(abs(wall.along[0]) > 1e-6 and abs(wall.along[1]) > 1e-6 for wall in walls):
        return None
    observed = observed_of(survey, log)
    liars = (
        {one.of for one in find_liars(corners, observed, openings_of(survey)).suspects} if len(observed) > 3 else set()
    )
    lengths, doubts = [], []
    for wall in walls:
        measure = wall_measure(survey, wall.key)
        read = measure is not None and not measure.unsure
        lengths.append(measure.value if measure is not None and read else wall.length)
        doubts.append(
            max(measure.half_width, 1.0) if measure is not None and read and wall.key not in liars else UNREAD
        )
    fitted = list(lengths)
    for axis in (0, 1):
        mine = [(i, round(wall.along[axis])) for i, wall in enumerate(walls) if abs(wall.along[axis]) > 0.5]
        off = sum(sign * lengths[i] for i, sign in mine)
        whole = sum(doubts[i] ** 2 for i, _ in mine)
        for i, sign in mine:
            fitted[i] = lengths[i] - sign * off * doubts[i] ** 2 / whole
    if min(fitted) < LEAST_WALL:
        return None
    x = y = 0.0
    out = []
    for wall, length in zip(walls, fitted, strict=True):
        out.append((round(x, 6), round(y, 6)))
        x += round(wall.along[0]) * length
        y += round(wall.along[1]) * length
    return rooted(tuple(out))
