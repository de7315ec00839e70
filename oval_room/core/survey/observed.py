"""What was read of the outline: every live reading of walls, diagonals and openings (rules 1.4)."""

from __future__ import annotations

import re
from collections.abc import Mapping

from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.measure import Measure, Reading
from oval_room.core.survey.document import Survey
from oval_room.core.survey.lying import Observed, OpeningAt

READ = ("read", "as-built")


def wall_measure(survey: Survey, key: str) -> Measure | None:
    """The measure of a wall's length, diagonal or level by its key; None when there is none."""
    if key == "w1":
        return survey.room.width
    if key == "w4" and survey.room.is_box:
        return survey.room.depth
    return survey.dims.get(key)


def path_of(survey: Survey, key: str) -> str:
    """Where the document keeps a dimension's measure."""
    if key == "w1":
        return "survey.room.width"
    return "survey.room.depth" if key == "w4" and survey.room.is_box else f"survey.dims.{key}"


def _joins_corners(survey: Survey, key: str) -> bool:
    """Whether a dimension is a diagonal between two corners that the room has."""
    found, count = re.fullmatch(r"c(\d+)c(\d+)", key), len(survey.room.corners)
    return found is not None and found[1] != found[2] and all(1 <= int(n) <= count for n in found.groups())


def observed_of(survey: Survey, log: Mapping[str, Reading]) -> list[Observed]:
    """Every live reading of the outline: walls, diagonals, openings along walls with their rest."""
    keys = [wall.key for wall in survey.room.walls] + [key for key in survey.dims if _joins_corners(survey, key)]
    out: list[Observed] = []

    def add(of: str, measure: Measure | None) -> None:
        for key in measure.readings if measure is not None and measure.source in READ else ():
            if key in log:
                reading = log[key]
                out.append(Observed(key, of, reading.value, HALF_WIDTH[reading.instrument], reading.instrument))

    for key in keys:
        add(key, wall_measure(survey, key))
    for name, opening in survey.openings.items():
        if opening.after is not None and survey.room.wall_named(opening.wall) is not None:
            for field in ("along", "width", "after"):
                add(f"{name}.{field}", getattr(opening, field))
    return out


def openings_of(survey: Survey) -> list[OpeningAt]:
    """The openings whose rest of the wall was read too, which is what checks them."""
    return [
        OpeningAt(key, int(one.wall[1:]), one.along.value, one.width.value)
        for key, one in survey.openings.items()
        if one.after is not None and survey.room.wall_named(one.wall) is not None
    ]
