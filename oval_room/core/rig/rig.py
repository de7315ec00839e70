"""Screens round a seat as their driver sees them, and the change that sets them again (rules 8.1–8.4)."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.group import Group
from oval_room.core.plan.placed import Pose
from oval_room.core.pose import Own, Point, Turn, axes, from_above, to_own, to_room
from oval_room.core.record import record
from oval_room.core.rig.fan import MOST_TURN, equal_distance_turn, square_turn
from oval_room.core.rig.game import stretch, vertical_of
from oval_room.core.rig.place import (
    TOUCHING,
    Joint,
    Seen,
    bearing_of,
    centre_of,
    cross,
    frame_of,
    hinge_of,
    meeting_at,
    seen_from,
    stood,
)
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat

LEAN: Final = 15.0
"""A rig leans no more than this, back or forward [deg] (planning value of ours)."""
LAPS: Final = 0.05
"""Frames that hide more of each other overlap [deg]."""


@record
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
    frame: Pose
    """Its axes: where faces and rims are told in."""
    squaring: float
    """How far back it would lean as a whole to be square to the eye's height [deg]."""
    behind: tuple[float, ...] = ()
    """Pixels lost at each joint, from left to right."""
    lapped: tuple[str, ...] = ()
    """Of each joint the screen whose frame stands before the other's as the eye sees it; an empty word where none
    does."""

    def ahead(self, half: float) -> float:
        """How far ahead of the eye the first of its screens is, for something so wide to either side [mm]."""
        own, near = self.eye_own, list[float]()
        for one in self.row:
            for (ax, ay), (bx, by) in pairwise((one.rim[0], *one.face, one.rim[1])):
                low, high = max(min(ax, bx), own.right - half), min(max(ax, bx), own.right + half)
                if low <= high and bx != ax:
                    near += [own.out - ay - (by - ay) * (x - ax) / (bx - ax) for x in (low, high)]
        return min(near, default=self.away)

    def above(self, place: tuple[float, float]) -> tuple[float, float]:
        """A place of the rig's axes on the fan: along the driver's right and ahead, from the room's own corner, so that
        what is pulled moves and the rest stays [mm]."""
        (u, v), own = self.eye_above, self.eye_own
        return u + place[0] - own.right, v + own.out - place[1]

    @property
    def yaw(self) -> float:
        """That it faces [deg]."""
        return self.frame.yaw

    @property
    def eye_own(self) -> Own:
        """The eye in its axes."""
        return to_own(self.frame.point, self.frame.turn, self.eye)

    def in_room(self, place: tuple[float, float]) -> Point:
        """A place of its axes."""
        return to_room(self.frame.point, self.frame.turn, Own(place[0], 0.0, place[1]))

    @property
    def eye_above(self) -> tuple[float, float]:
        """The eye on the fan [mm]."""
        return from_above(self.yaw, self.eye.x, self.eye.y)

    def on_floor(self, u: float, v: float) -> tuple[float, float]:
        """Where in the room a place of the fan is: x, y [mm]. Undoes `eye_above`."""
        right, _, out = axes(Turn(self.yaw))
        return u * right.x - v * out.x, u * right.y - v * out.y

    @property
    def set_turn(self) -> float:
        """How far its sides are turned, as far as they can be set so again [deg]."""
        return min(max(self.turn, 0.0), MOST_TURN)

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
    frame = frame_of(members, centre)
    screens = seen_from(members, centre, frame, eye)
    row = [one for one in screens.values() if not one.above]
    main = members[centre]
    away, own = to_own(main.pose.point, main.pose.turn, eye).out, to_own(frame.point, frame.turn, eye)
    lapped = tuple(_before(a, b, own) for a, b in pairwise(row))
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
        turn=sum(one.turn for one in (row if len(row) == 2 else sides)) / max(len(row) - 1, 1),
        equal=_square(hinge, away - main.bow, [members[one.key] for one in sides], lapped=any(lapped)),
        width=max(xs) - min(xs),
        depth=max(outs) - min(0.0, *outs),
        stretch=stretch(whole),
        frame=frame,
        squaring=frame.pitch + math.degrees(math.atan2(own.up, own.out)),
        behind=tuple(_lost(a, b, first, members) for (a, b), first in zip(pairwise(row), lapped, strict=True)),
        lapped=lapped,
    )


def _square(hinge: float, away: float, sides: Sequence[Picture], *, lapped: bool) -> float:
    """The turn that squares sides to the eye: of three by a side's own middle, of two as far as the other [deg]."""
    if away <= 0:
        return 0.0
    if len(sides) < 2:
        return equal_distance_turn(hinge, away)
    turns = [square_turn(hinge, away, 0.0 if lapped else one.frame_side, one.across) for one in sides[:2]]
    return sum(MOST_TURN if turn is None else turn for turn in turns) / 2


def _before(left: Seen, right: Seen, eye: Own) -> str:
    """Which of two neighbours' frames hides some of the other's from an eye; an empty word where neither does."""
    if bearing_of(eye, left.rim[1]) - bearing_of(eye, right.rim[0]) <= LAPS or cross(left.rim, right.rim):
        return ""
    at = eye.right, eye.out
    nearer = math.dist(at, left.rim[1]) < math.dist(at, right.rim[0])
    return left.key if nearer else right.key


def _lost(left: Seen, right: Seen, first: str, members: Mapping[str, Picture]) -> float:
    """Pixels behind both bezels of a joint and its gap, by the left one's pitch: 2b/p where frames touch, b/p where
    the first one's frame stands before the other's."""
    one, other = members[left.key], members[right.key]
    both = one.frame_side + math.dist(left.rim[1], right.rim[0]) + other.frame_side
    dark = members[first].frame_side if first else both
    return dark * one.pixels[0] / one.width.value


def placed(
    rig: Rig,
    pictures: Mapping[str, Picture],
    *,
    turn: float,
    away: float | None = None,
    joint: Joint = TOUCHING,
    lean: float | None = None,
    aside: float = 0.0,
) -> Command | None:
    """The change that sets a rig's screens to each other as they are to meet, at another distance, aside or leaning
    otherwise; the centre keeps its height. None where it is not of one to four, the centre in the middle."""
    row = rig.row
    if len(row) > 3 or (len(row) == 3 and row[1].key != rig.centre):
        return None
    over = [one.key for one in rig.screens.values() if one.above][:1]
    keys, main, base = [one.key for one in row] + over, pictures[rig.centre], rig.frame.turn
    middle = rig.frame.point
    if lean is not None:
        base = base._replace(pitch=lean)
    now = to_own(middle, base, rig.eye).out
    wanted = now if away is None else away
    if away is not None and len(row) == 2:
        wanted = meeting_at(main, away, turn, joint)
    middle = to_room(middle, base, Own(aside, 0.0, now - wanted))
    seen = [pictures[one.key] for one in row]
    poses = stood(middle, base, seen, pictures[over[0]] if over else None, distance=wanted, turn=turn, joint=joint)
    return several(*(put_at(key, pose) for key, pose in zip(keys, poses, strict=True)))


def put_at(key: str, pose: Pose) -> PutPicture:
    return PutPicture(id=key, x=pose.x, y=pose.y, z=pose.z, yaw=pose.yaw, pitch=pose.pitch, roll=pose.roll)


def shown_rig(scheme: Scheme, seats: Mapping[str, Seat], picture: str | None) -> tuple[str, Rig | None] | None:
    """The rig that is spoken of, of a picture, else the first, by its group's id; None where there is none."""
    rigs = [key for key, group in scheme.groups.items() if group.kind == "rig"]
    mine = scheme.group_of(picture or "")
    key = mine if mine in rigs else next(iter(rigs), None)
    return None if key is None else (key, rig_of(scheme.groups[key], scheme.pictures, seats))
