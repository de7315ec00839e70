"""Screens round a seat as their driver sees them, and the change that sets them again (rules 8.1–8.4)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.group import Group
from oval_room.core.pose import Own, Point, Turn, axes, to_own, to_room
from oval_room.core.rig.fan import equal_distance_turn
from oval_room.core.rig.game import stretch, vertical_of
from oval_room.core.rig.place import TOUCHING, Joint, Seen, centre_of, cross, hinge_of, seen_from, three
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat

LAPS: Final = 0.05
"""Frames that hide more of each other overlap [deg]."""


@dataclass(frozen=True, slots=True)
class Rig:
    """A rig as its driver sees it. seat: whose; away, whole, across …: as the figures of the same names."""

    name: str
    who: str
    seat: str
    eye: Point
    centre: str
    screens: Mapping[str, Seen]
    away: float
    whole: float
    across: float
    up: float
    turn: float
    equal: float
    width: float
    depth: float
    stretch: float | None
    aside: float = 0.0
    """How far right of the centre screen's middle the eye is [mm]."""
    yaw: float = 0.0
    """That the centre screen faces [deg]."""
    behind: tuple[float, ...] = ()
    """Pixels lost at each joint, from left to right."""
    lapped: tuple[str, ...] = ()
    """Of each joint the screen whose frame stands before the other's as the eye sees it; an empty word where none
    does."""

    def eye_to(self, one: Seen) -> float:
        """The nearest that a screen of it comes to the eye ahead of it, from above [mm]."""
        return self.away - max(y for _, y in (*one.face, *one.rim))

    def bearing(self, place: tuple[float, float]) -> float:
        """Of a place in the rig's axes from the eye, to the right positive [deg]."""
        return math.degrees(math.atan2(place[0] - self.aside, self.away - place[1]))

    def above(self, place: tuple[float, float]) -> tuple[float, float]:
        """A place of the rig's axes on the fan: along the driver's right and ahead, from the room's own corner, so that
        what is pulled moves and the rest stays [mm]."""
        u, v = self.eye_above
        return u + place[0] - self.aside, v + self.away - place[1]

    @property
    def eye_above(self) -> tuple[float, float]:
        """The eye on the fan [mm]."""
        right, _, out = axes(Turn(self.yaw))
        return self.eye.x * right.x + self.eye.y * right.y, -self.eye.x * out.x - self.eye.y * out.y

    def on_floor(self, u: float, v: float) -> tuple[float, float]:
        """Where in the room a place of the fan is: x, y [mm]. Undoes `eye_above`."""
        right, _, out = axes(Turn(self.yaw))
        return u * right.x - v * out.x, u * right.y - v * out.y

    @property
    def row(self) -> list[Seen]:
        return [one for one in self.screens.values() if not one.above]


def driver_of(seats: Mapping[str, Seat], members: Mapping[str, Picture]) -> str | None:
    """Whose eye a rig stands round: the seat nearest to it that any of its screens faces."""
    facing = {
        key: min(math.dist(seat.eye_point, one.pose.point) for one in members.values())
        for key, seat in seats.items()
        if any(to_own(one.pose.point, one.pose.turn, seat.eye_point).out > 0 for one in members.values())
    }
    return min(facing, key=lambda key: facing[key], default=None)


def rig_of(group: Group, pictures: Mapping[str, Picture], seats: Mapping[str, Seat]) -> Rig | None:
    """A rig as its driver sees it; None where nobody sits before it."""
    members = {key: pictures[key] for key in group.members}
    who = driver_of(seats, members)
    if who is None:
        return None
    eye = seats[who].eye_point
    centre = centre_of(members, eye)
    screens = seen_from(members, centre, eye)
    row = [one for one in screens.values() if not one.above]
    main = members[centre]
    own = to_own(main.pose.point, main.pose.turn, eye)
    away, aside = own.out, own.right
    lapped = tuple(_before(a, b, (aside, away)) for a, b in pairwise(row))
    hinge = hinge_of(main, Joint(lapped=any(lapped)))
    sides = [one for one in row if one.key != centre]
    xs = [x for one in row for x, _ in one.rim]
    outs = [y for one in row for _, y in one.rim]
    whole = row[-1].right - row[0].left
    return Rig(
        name=group.name,
        who=seats[who].name,
        seat=who,
        eye=eye,
        centre=centre,
        screens=screens,
        away=away,
        whole=whole,
        across=screens[centre].angle,
        up=vertical_of(min(screens[centre].angle, 179.0), main.aspect),
        turn=sum(one.turn for one in sides) / len(sides) if sides else 0.0,
        equal=equal_distance_turn(hinge, away - main.bow) if away > main.bow else 0.0,
        width=max(xs) - min(xs),
        depth=max(outs) - min(0.0, *outs),
        stretch=stretch(whole),
        yaw=main.pose.yaw,
        behind=tuple(_lost(a, b, first, members) for (a, b), first in zip(pairwise(row), lapped, strict=True)),
        aside=aside,
        lapped=lapped,
    )


def _before(left: Seen, right: Seen, eye: tuple[float, float]) -> str:
    """Which of two neighbours' frames hides some of the other's from an eye; an empty word where neither does."""

    def seen(place: tuple[float, float]) -> float:
        return math.degrees(math.atan2(place[0] - eye[0], eye[1] - place[1]))

    if seen(left.rim[1]) - seen(right.rim[0]) <= LAPS or cross(left.rim, right.rim):
        return ""
    nearer = math.dist(eye, left.rim[1]) < math.dist(eye, right.rim[0])
    return left.key if nearer else right.key


def _lost(left: Seen, right: Seen, first: str, members: Mapping[str, Picture]) -> float:
    """Pixels behind both bezels of a joint and its gap, by the left one's pitch: 2b/p where frames touch, b/p where
    the first one's frame stands before the other's."""
    one, other = members[left.key], members[right.key]
    both = one.frame_side + math.dist(left.rim[1], right.rim[0]) + other.frame_side
    dark = members[first].frame_side if first else both
    return dark * one.pixels[0] / one.width.value


def placed(
    rig: Rig, pictures: Mapping[str, Picture], *, away: float, turn: float, joint: Joint = TOUCHING
) -> Command | None:
    """The change that sets a rig's sides to its centre as they are to meet it; the centre keeps its height and goes
    straight back or forth. None where it is not of three or four."""
    row = rig.row
    if len(row) != 3 or row[1].key != rig.centre:
        return None
    keys = [one.key for one in row] + [one.key for one in rig.screens.values() if one.above][:1]
    base = pictures[rig.centre].pose
    middle = to_room(base.point, base.turn, Own(0.0, 0.0, rig.away - away))
    poses = three(middle, base.yaw, [pictures[key] for key in keys], away, turn, joint)
    return several(
        *(
            PutPicture(id=key, x=pose.x, y=pose.y, z=pose.z, yaw=pose.yaw, pitch=pose.pitch)
            for key, pose in zip(keys, poses, strict=True)
        )
    )


def shown_rig(scheme: Scheme, seats: Mapping[str, Seat], picture: str | None) -> tuple[str, Rig | None] | None:
    """The rig that is spoken of, of a picture, else the first, by its group's id; None where there is none."""
    rigs = [key for key, group in scheme.groups.items() if group.kind == "rig"]
    mine = scheme.group_of(picture or "")
    key = mine if mine in rigs else next(iter(rigs), None)
    return None if key is None else (key, rig_of(scheme.groups[key], scheme.pictures, seats))
