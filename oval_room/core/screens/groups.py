"""What a group of pictures is as a whole: its extent, and a wall of displays as the one picture it is looked at as."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping

from oval_room.core.plan.document import Scheme
from oval_room.core.plan.group import Group
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.placed import Pose
from oval_room.core.pose import Own as OwnPlace
from oval_room.core.pose import to_own, to_room
from oval_room.core.screens.document import Picture
from oval_room.core.screens.lattice import in_line


def extent(pictures: Collection[Picture], pose: Pose) -> tuple[float, float, float, float]:
    """Left, bottom, right, top of some pictures' faces in a group's own axes [mm]."""
    owns = [(to_own(pose.point, pose.turn, picture.pose.point), picture) for picture in pictures]
    return (
        min(own.right - picture.across / 2 for own, picture in owns),
        min(own.up - picture.height / 2 for own, picture in owns),
        max(own.right + picture.across / 2 for own, picture in owns),
        max(own.up + picture.height / 2 for own, picture in owns),
    )


def middle_of(pictures: Collection[Picture]) -> Pose:
    """The pose of a new group: in the middle of its pictures' faces, turned as the middlemost of them is."""
    x, y, z = (sum(getattr(picture.pose, axis) for picture in pictures) / len(pictures) for axis in ("x", "y", "z"))
    inner = min(pictures, key=lambda one: math.dist(one.pose.point, (x, y, z)))
    turned = Pose(x=x, y=y, z=z, yaw=inner.pose.yaw, pitch=inner.pose.pitch)
    left, bottom, right, top = extent(pictures, turned)
    centre = to_room(turned.point, turned.turn, OwnPlace((left + right) / 2, (bottom + top) / 2, 0.0))
    return turned.model_copy(update={"x": centre.x, "y": centre.y, "z": centre.z})


def spaced(group: Group, pictures: Mapping[str, Picture], gap: float) -> dict[str, OwnPlace] | None:
    """Where the displays of a wall in columns and rows come with one gap between all frames, about the wall's middle,
    in its own axes; None where they hang freely."""
    own = {key: to_own(group.pose.point, group.pose.turn, pictures[key].pose.point) for key in group.members}
    wide = {key: pictures[key].across + 2 * pictures[key].frame_side for key in group.members}
    high = {k: pictures[k].height + pictures[k].frame_top + pictures[k].frame_bottom for k in group.members}
    rise = {key: (pictures[key].frame_top - pictures[key].frame_bottom) / 2 for key in group.members}
    columns = in_line({key: own[key].right - wide[key] / 2 for key in group.members}, wide, gap)
    rows = in_line({key: own[key].up + rise[key] - high[key] / 2 for key in group.members}, high, gap)
    if columns is None or rows is None:
        return None
    return {
        key: OwnPlace(columns[key] + wide[key] / 2, rows[key] + high[key] / 2 - rise[key], own[key].out)
        for key in group.members
    }


def as_one(group: Group, pictures: Mapping[str, Picture]) -> Picture:
    """A wall of displays as one picture: its whole extent, gaps included, at the finest pitch in it."""
    members = [pictures[key] for key in group.members]
    left, bottom, right, top = extent(members, group.pose)
    first = members[0]
    pitch = min(one.width.value / one.pixels[0] for one in members)
    gears, mounts = {one.gear for one in members}, {one.mount for one in members}
    return Picture.model_construct(  # a wall may be longer, and of more pixels, than any one picture
        name=group.name,
        kind=first.kind,
        width=Measure(value=right - left, source=first.width.source),
        aspect=(right - left) / (top - bottom),
        frame_side=max(one.frame_side for one in members),
        frame_top=max(one.frame_top for one in members),
        frame_bottom=max(one.frame_bottom for one in members),
        pose=group.pose,
        pixels=(max(1, round((right - left) / pitch)), max(1, round((top - bottom) / pitch))),
        surface=first.surface,
        gear=first.gear if len(gears) == 1 else None,
        mount=first.mount if len(mounts) == 1 else None,
    )


def looked_at(scheme: Scheme) -> Scheme:
    """The scheme as people look at it: each wall of displays as one picture, under the group's id."""
    walls = {key: group for key, group in scheme.groups.items() if group.kind == "wall"}
    if not walls:
        return scheme
    inside = {member for group in walls.values() for member in group.members}
    pictures = {key: picture for key, picture in scheme.pictures.items() if key not in inside}
    pictures |= {key: as_one(group, scheme.pictures) for key, group in walls.items()}
    return scheme.model_copy(update={"pictures": pictures})


def stands_for(scheme: Scheme) -> dict[str, str]:
    """The group that each display of a wall is looked at as, by the display's id."""
    return {member: key for key, group in scheme.groups.items() if group.kind == "wall" for member in group.members}


def whole_of(scheme: Scheme, picture: str) -> Picture | None:
    """The wall that a display is part of, as one picture; None for any other picture."""
    key = stands_for(scheme).get(picture)
    return None if key is None else as_one(scheme.groups[key], scheme.pictures)
