"""One zero for all of a wall's holes, so that no error is chained (rules 7.3)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Thing


class Zero(NamedTuple):
    """Where holes are measured from along a wall: the place [mm] and what it is."""

    at: float
    name: str


def zero_of(pictures: Sequence[Picture], things: Mapping[str, Thing]) -> Zero:
    """The left edge of what all the pictures hang on, else the wall's left end."""
    faces = [hangs_on(picture, dict(things)) for picture in pictures]
    first = faces[0] if faces else None
    if first is not None and all(face is not None and face.key == first.key for face in faces):
        return Zero(first.thing.x_from, f"{first.thing.name}'s left edge")
    return Zero(0.0, "left wall")
