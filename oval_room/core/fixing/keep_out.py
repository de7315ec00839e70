"""Where no hole may go on a wall: lines through sockets and switches, runs that are known, doors and windows, the bands
along ceiling and corners, and past the wall's ends (rules 7.7)."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.behind import ON_RUN, ZONE
from oval_room.core.fixing.drill_window import FAR, KeepOut
from oval_room.core.fixing.opening_zones import zones
from oval_room.core.plan.fittings import ZONED
from oval_room.core.survey.document import Survey

BAND: Final = 150.0
"""Along the ceiling's line and the corners cables are to be expected [mm] (rules 7.7)."""
OFF: Final = "the wall's edge"
CEILING: Final = "the band under the ceiling"
CORNER: Final = "the band by the corner"


def no_wall(survey: Survey, wall: str = "w1") -> tuple[KeepOut, ...]:
    """Where a wall has nothing to drill into: past its edges, in its doors and windows."""
    length, ceiling = _size(survey, wall)
    beyond = (
        KeepOut(OFF, (-FAR, 0.0), (-FAR, FAR)),
        KeepOut(OFF, (length, FAR), (-FAR, FAR)),
        KeepOut(OFF, (-FAR, FAR), (-FAR, 0.0)),
        KeepOut(OFF, (-FAR, FAR), (ceiling, FAR)),
    )
    open_ = tuple(
        KeepOut(one.name, one.ends, (one.sill.value, one.head.value))
        for one in survey.openings.values()
        if one.wall == wall
    )
    return beyond + open_


def bands(survey: Survey, wall: str = "w1") -> tuple[KeepOut, ...]:
    """The bands along the ceiling and the corners, where a wall is wide and high enough for them to be told from it."""
    length, ceiling = _size(survey, wall)
    out = []
    if ceiling > 2 * BAND:
        out.append(KeepOut(CEILING, (-FAR, FAR), (ceiling - BAND, ceiling)))
    if length > 4 * BAND:
        out += [KeepOut(CORNER, (0.0, BAND), (-FAR, FAR)), KeepOut(CORNER, (length - BAND, length), (-FAR, FAR))]
    return tuple(out)


def services(survey: Survey, wall: str = "w1") -> tuple[KeepOut, ...]:
    """What is known to run behind a wall, and where the cables of what is seen on it are to be expected."""
    out = []
    for one in survey.services.values():
        if one.wall != wall:
            continue
        if one.to_along is not None or one.to_z is not None:
            to = one.along if one.to_along is None else one.to_along, one.z if one.to_z is None else one.to_z
            out.append(KeepOut(one.name, (one.along, to[0]), (one.z, to[1]), ON_RUN))
        elif one.kind in ZONED:
            half = ZONE / 2
            out.append(KeepOut(one.name, (one.along - half, one.along + half), (-FAR, FAR)))
            out.append(KeepOut(one.name, (-FAR, FAR), (one.z - half, one.z + half)))
    return tuple(out)


def keep_outs(survey: Survey, wall: str = "w1") -> tuple[KeepOut, ...]:
    """All of them, the worst first."""
    return no_wall(survey, wall) + zones(survey, wall) + services(survey, wall) + bands(survey, wall)


def _size(survey: Survey, wall: str) -> tuple[float, float]:
    found = survey.room.wall_named(wall)
    length = found.length if found is not None else FAR
    return length, survey.room.ceiling_at(length / 2, 1.0)
