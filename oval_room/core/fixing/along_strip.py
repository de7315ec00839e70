"""What stands in a lens's way along its throw strip: where something would be in its beam or its body, where people
walk into it, where its mount's pole is too short or too long (rules 6.1, 6.2, 6.6, 7.8)."""

from __future__ import annotations

from typing import Final, NamedTuple

import numpy as np

from oval_room.core.fixing.projector_plate import ProjectorPlate
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.gear import Mount
from oval_room.core.projection.beam_study import may_stand_in
from oval_room.core.projection.body import body_of
from oval_room.core.projection.body_study import solid
from oval_room.core.projection.clear_places import Grid, Mask, in_something, struck_from
from oval_room.core.projection.study import ProjectorThrow
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey

PLACES: Final = 240
"""The strip is tried at so many places."""


class Stretch(NamedTuple):
    """A stretch of the strip [mm from the screen's surface] and what makes it: the kind of thing ("thing", "seat",
    "opening", or "pole" for the mount's own) with its id; MIND where people only pass."""

    kind: str
    key: str
    level: Level
    near: float
    far: float


def stretches(
    survey: Survey,
    throw: ProjectorThrow,
    picture: Picture,
    plate: ProjectorPlate | None,
    mount: Mount | None,
    ends: tuple[float, float],
) -> tuple[Stretch, ...]:
    """Where a lens may not be, or is minded, as it goes straight along its strip at its height.

    Args:
        picture: what it shows, unturned. plate, mount: None where it stands. ends: of the strip [mm from the screen].
    """
    pose, item, screen_y = throw.projector.pose, throw.item, picture.pose.y
    throws = np.linspace(max(ends[0], 1.0), ends[1], PLACES)
    y, x = screen_y + throws, np.full(PLACES, pose.x)
    out = list[Stretch]()
    for box in may_stand_in(survey, screen_y):
        met = struck_from(
            x,
            y,
            pose.z,
            centre=(picture.pose.x, picture.pose.z),
            size=throw.raster,
            screen_y=screen_y,
            box=(box.x, box.y, box.z),
        )
        out += _runs(box.about, box.key, box.level, throws, met)
    bodies = body_of(item, hung=throw.projector.hung, ceiling=survey.room.ceiling_at(pose.x, pose.y) - pose.z).boxes
    for key, thing in solid(survey).items():
        if not throw.projector.hung and thing[2].greatest <= pose.z:
            continue  # what it may stand on
        met = np.zeros(PLACES, dtype=np.bool_)
        for body in bodies:
            met |= in_something(x, y, pose.z, body=body, thing=thing)
        out += _runs("thing", key, Level.STOP, throws, met)
    if plate is not None and plate.pole is not None and mount is not None:
        met = np.array([_is_no_pole(survey, plate, mount, pose.y, at) for at in y], dtype=np.bool_)
        out += _runs("pole", "", Level.STOP, throws, met)
    return tuple(_joined(out))


def _is_no_pole(survey: Survey, plate: ProjectorPlate, mount: Mount, lens_y: float, y: float) -> bool:
    """Whether the mount has no pole of the length that the ceiling over a place wants."""
    assert plate.pole is not None
    here, there = (survey.room.ceiling_at(plate.x, plate.y + at - lens_y) for at in (lens_y, y))
    pole = plate.pole + there - here
    return beyond(mount.least_height, pole) or (
        mount.greatest_height is not None and beyond(pole, mount.greatest_height)
    )


def _runs(kind: str, key: str, level: Level, throws: Grid, met: Mask) -> list[Stretch]:
    """The runs of places that are met, half a step longer at either end."""
    edges = np.flatnonzero(np.diff(np.concatenate(([False], met, [False])).astype(np.int8)))
    half = float(throws[1] - throws[0]) / 2
    pairs = zip(edges[::2], edges[1::2], strict=True)
    return [Stretch(kind, key, level, float(throws[a]) - half, float(throws[b - 1]) + half) for a, b in pairs]


def _joined(found: list[Stretch]) -> list[Stretch]:
    """A thing that is in beam and body alike is one stretch where the two meet."""
    out = list[Stretch]()
    for one in sorted(found, key=lambda one: (one.kind, one.key, one.near)):
        last = out[-1] if out else None
        if last is not None and last[:3] == one[:3] and one.near <= last.far:
            out[-1] = last._replace(far=max(last.far, one.far))
        else:
            out.append(one)
    return out
