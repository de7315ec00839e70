"""What is built out from a wall is a face of its own: a chimney breast, a pier (rules 4.8, 7.3).

Seen from above, the display wall below:

        ┌── face ──┐           a picture within its edges hangs on it, off its face
   _____│ masonry  │_____      one that bridges an edge hangs on nothing there; inside the masonry never
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal, NamedTuple

from oval_room.core.plan.measure import Source
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Thing

BUILT_OUT: Final = ("breast", "pier")
"""Kinds of things that a picture hangs on, not before."""
AT_WALL: Final = 100.0
"""What starts no farther out than this is built out from the wall [mm]."""
REACH: Final = 900.0
"""A picture farther off a face than this hangs free of it [mm]."""
TOUCH: Final = 0.5
"""Less than this is rounding [mm]."""
OFF_FACE: Final[dict[str, float]] = {"panel": 60.0, "screen": 100.0}
"""How far off its wall or face a new picture's surface is assumed [mm]."""


def off_source(picture: Picture) -> Source:
    """Where a picture's distance from its wall comes from: nobody has said it while it is the one it started with."""
    started = abs(picture.pose.y - OFF_FACE[picture.kind]) < TOUCH
    return "assumed" if started and not picture.off_told else "chosen"


Lie = Literal["on", "over both edges", "over an edge"]


class Face(NamedTuple):
    """A built-out face behind a picture: its id, itself, and how the picture lies on it."""

    key: str
    thing: Thing
    lie: Lie

    @property
    def out(self) -> float:
        """How far it stands out from its wall [mm]."""
        return self.thing.y_to


def extent(picture: Picture) -> tuple[float, float]:
    """A picture's left and right end with its frame, along its wall [mm]."""
    half = picture.across / 2 + picture.frame_side
    return picture.pose.x - half, picture.pose.x + half


def face_behind(picture: Picture, things: Mapping[str, Thing]) -> Face | None:
    """The built-out face that a picture overlaps, the one that it shares most with; None where it hangs on the wall."""
    left, right = extent(picture)
    low, high = picture.bottom - picture.frame_bottom, picture.top + picture.frame_top
    found: Face | None = None
    most = TOUCH
    for key, thing in things.items():
        if thing.kind not in BUILT_OUT or thing.y_from > AT_WALL:
            continue
        shared = min(right, thing.x_to) - max(left, thing.x_from)
        if shared <= most or min(high, thing.z_to) - max(low, thing.z_from) <= TOUCH:
            continue
        past = [left < thing.x_from - TOUCH, right > thing.x_to + TOUCH]
        lie: Lie = "over both edges" if all(past) else "over an edge" if any(past) else "on"
        found, most = Face(key, thing, lie), shared
    return found


def hangs_on(picture: Picture, things: Mapping[str, Thing], *, free: bool = False) -> Face | None:
    """The face that a picture belongs to: none where it hangs free before it.

    Args:
        free: whether it is a cloth that may hang before what stands at the wall.
    """
    face = face_behind(picture, things)
    if face is None or (picture.pose.y > face.out and (free or picture.pose.y > face.out + REACH)):
        return None
    return face


def face_out(picture: Picture, things: Mapping[str, Thing]) -> float:
    """How far the face behind a picture stands out from its wall [mm]; nought for the wall itself."""
    face = face_behind(picture, things)
    return face.out if face is not None and face.lie != "over an edge" else 0.0
