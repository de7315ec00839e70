"""Where a picture stands among what is round it: things under and over it, its corners when turned, pictures over each
other."""

from __future__ import annotations

from oval_room.core.pose import Own, Point, Turn, to_room
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Thing

AT_THE_WALL = 100.0  # a thing starting no farther out than this from the picture's plane stands below it

SAME_FACE = 60.0  # pictures nearer in depth than this share a wall face

NEAR_A_FIRE = 700.0  # a fire no farther out than this heats what hangs over it

CLEAR_OF_WALL = 5.0  # between a turned picture's corner and its wall, when a cure turns it

COMES_DOWN = ("drop-down", "manual")
"""Ways of a screen whose case hangs from the ceiling."""
HANGS_FREE = (*COMES_DOWN, "floor-rising")
"""Ways of a screen whose cloth may hang before what stands at the wall."""

STANDING = ("furniture", "cabinet", "radiator", "speaker")
"""Kinds of things that a picture hangs over."""

MAY_HANG = ("furniture", "cabinet")
"""Kinds that stand, or hang on the wall when they begin well over the floor."""

OVERHEAD = ("shelf", "beam", "bulkhead")
"""Kinds that a picture must stay under."""


def things_below(picture: Picture, things: dict[str, Thing], *kinds: str) -> list[Thing]:
    """Things of some kinds, or of any, that stand under or over the picture at its wall."""
    half, pose = picture.across / 2 + picture.frame_side, picture.pose
    left, right, out = pose.x - half, pose.x + half, pose.y
    return [
        thing
        for thing in things.values()
        if (thing.kind in kinds or not kinds)
        and thing.x_from < right
        and thing.x_to > left
        and thing.y_from <= out + (NEAR_A_FIRE if thing.kind == "fire" else AT_THE_WALL)
    ]


def turned_corners(picture: Picture, turn: Turn | None = None) -> list[Point]:
    """The corners of a picture with its frame, at its own turn or another [mm]; a curved one's sides come forward."""
    half = picture.across / 2 + picture.frame_side
    down, up = -picture.height / 2 - picture.frame_bottom, picture.height / 2 + picture.frame_top
    return [
        to_room(picture.pose.point, turn or picture.pose.turn, Own(side, rise, picture.bow))
        for side in (-half, half)
        for rise in (down, up)
    ]


def stand_off_for(picture: Picture, turn: Turn) -> float:
    """How far out the picture's middle must stand from its wall (y = 0) at a turn, so that no corner goes through it
    [mm]."""
    return max(picture.pose.y - min(place.y for place in turned_corners(picture, turn)) + CLEAR_OF_WALL, picture.pose.y)


def stacked(one: Picture, other: Picture) -> bool:
    """Whether a picture hangs over or under another on the same wall face."""
    half = one.across / 2 + one.frame_side + other.across / 2 + other.frame_side
    return abs(one.pose.x - other.pose.x) < half and abs(one.pose.y - other.pose.y) <= SAME_FACE
