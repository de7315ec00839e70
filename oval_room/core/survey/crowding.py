"""Seats among walls, things and each other: where a person can't sit, or nobody gets past (rules 0, 16)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final, NamedTuple

from oval_room.core.levels import Level
from oval_room.core.plan.outline import to_wall
from oval_room.core.survey.document import Seat, Survey, Thing
from oval_room.core.survey.eyes import CROWN

BEHIND: Final[dict[str, float]] = {
    "upright": 150.0,
    "sofa": 180.0,
    "recliner": 300.0,
    "bed": 200.0,
    "stool": 120.0,
    "rig": 200.0,
}
"""What an eye wants to the wall behind it, by what it sits on [mm] (planning values)."""
HEAD: Final = 100.0
"""Nearer to a wall than this is a head in it [mm]."""
ELBOW: Final = 350.0
"""Eyes nearer to each other than this are two people in one place [mm]."""
BODY: Final[tuple[float, float]] = (200.0, 120.0)
"""Half a person's width and depth about the eye [mm]."""
LAP: Final = 350.0
"""What ends this far under the eye stands before a person, or is sat on [mm]."""
UNDERFOOT: Final = ("platform", "walkway", "beam", "bulkhead", "pendant", "breast", "pier", "fan", "speaker", "lamp")
"""Kinds that are walked on, hang, or are judged elsewhere."""


class Crowded(NamedTuple):
    """A seat in the way of something: what it is, how near [mm], how near it may be [mm]."""

    seat: str
    level: Level
    what: str
    other: str
    value: float
    limit: float


def crowded(survey: Survey) -> Iterator[Crowded]:
    """Every seat too near to a wall, in a thing, in a walkway, or on another's."""
    seats = list(survey.seats.items())
    corners = survey.room.corners
    for n, (key, seat) in enumerate(seats):
        x, y = seat.x.value, seat.y.value
        if not survey.room.holds(x, y):
            continue
        far, _ = to_wall(corners, x, y)
        wanted = BEHIND[seat.kind]
        if 1e-6 <= far < wanted:
            yield Crowded(key, Level.STOP if far < HEAD else Level.MIND, "wall", "", far, wanted)
        for name, thing in survey.things.items():
            if thing.kind == "walkway" and thing.x_from < x < thing.x_to and thing.y_from < y < thing.y_to:
                yield Crowded(key, Level.MIND, "walkway", name, 0.0, 0.0)
            elif (deep := _inside(seat, thing)) > 0:
                yield Crowded(key, Level.STOP, "thing", name, deep, 0.0)
        for other, one in seats[n + 1 :]:
            apart = math.dist((x, y, seat.eye_point.z), (one.x.value, one.y.value, one.eye_point.z))
            if apart < ELBOW:
                yield Crowded(other, Level.STOP, "seat", key, apart, ELBOW)


def _inside(seat: Seat, thing: Thing) -> float:
    """How far a person's head and chest reach into a thing [mm]; nought where they don't."""
    if thing.kind in UNDERFOOT:
        return 0.0
    eye = seat.eye_point
    if thing.z_to <= eye.z - LAP or thing.z_from >= eye.z + CROWN:
        return 0.0
    across = min(eye.x + BODY[0], thing.x_to) - max(eye.x - BODY[0], thing.x_from)
    out = min(eye.y + BODY[1], thing.y_to) - max(eye.y - BODY[1], thing.y_from)
    return max(min(across, out), 0.0)
