"""Where screens round an eye stand, and how they are seen from it (rules 8.1–8.3).

Axes of a rig are its centre screen's own: right, up, out towards the eye. Screens are flat or bent; a bent one is
looked at along its arc.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final

from oval_room.core.plan.placed import Pose
from oval_room.core.pose import Own, Point, Turn, axes, combined, to_own, to_room
from oval_room.core.record import record
from oval_room.core.rig.fan import MOST_TURN, square_turn
from oval_room.core.screens.document import Picture

ARC_PARTS: Final = 24
ABOVE: Final = 15.0
"""A screen that is tilted more than this against the centre one hangs over it and is no side [deg]."""
EDGE: Final = 20.0
"""How thick a screen is at its frame, taken where frames overlap [mm] (planning value of ours)."""
EYE: Final = 100.0
"""Nobody's eye is nearer to a screen; where a plan says so nothing is squared to it [mm]."""
CLEAR: Final = 2.0
"""Left between frames that stand one before the other [mm] (planning value of ours)."""


@record
class Joint:
    """How the sides of a rig meet its centre. gap: left between the frames [mm]. lapped: a side's frame stands before
    the centre's and hides it, so that one bezel is seen where two would be."""

    gap: float = 0.0
    lapped: bool = False


TOUCHING: Final = Joint()


@record
class Seen:
    """A screen of a rig from the eye.

    turn: in towards the eye, of a side [deg]. left, right: bearings of its visible edges, to the right positive [deg].
    away: eye to its middle [mm]. askew: between its normal and the line to the eye [deg]. face: its visible line in the
    rig's axes, right and out, from left to right [mm]; rim: the same with its bezels. above: whether it hangs over the
    centre.
    """

    key: str
    turn: float
    left: float
    right: float
    away: float
    askew: float
    face: tuple[tuple[float, float], ...]
    rim: tuple[tuple[float, float], tuple[float, float]]
    above: bool = False

    @property
    def angle(self) -> float:
        """What it is seen under, across [deg]."""
        return self.right - self.left


def stood(
    middle: Point,
    base: Turn,
    row: Sequence[Picture],
    over: Picture | None,
    *,
    distance: float,
    turn: float,
    joint: Joint = TOUCHING,
) -> list[Pose]:
    """Where the screens of a rig stand: one, two edge to edge before an eye, or a centre with two sides, from left to
    right; one over the centre last, square to an eye before its middle (rules 8.2, 8.3). All lean together.

    Args:
        middle: of the centre screen; of two where they meet. base: how the whole is turned and leans. distance: eye to
        the centre's plane [mm], over 0. turn: between the planes of two, of each of two sides in [deg]. joint: how
        they meet.
    """
    if len(row) == 3:
        poses = _three(middle, base, row, distance, turn, joint)
    elif len(row) == 2:
        sides = zip((-1, 1), row, strict=True)
        poses = [beside(middle, base, one, sign, turn / 2, hinge=joint.gap / 2) for sign, one in sides]
    else:
        poses = [_pose(middle, base)]
    if over is not None:
        centre = row[len(row) // 2]
        lip_up, half = centre.height / 2 + centre.frame_top, over.frame_bottom + over.height / 2
        pitch = math.radians(_over_turn(lip_up, max(distance, EYE), over))
        place = to_room(middle, base, Own(0.0, lip_up + half * math.cos(pitch), half * math.sin(pitch)))
        poses.append(_pose(place, combined(base, Turn(0.0, -math.degrees(pitch)))))
    return poses


def _over_turn(lip_up: float, distance: float, over: Picture) -> float:
    """How far a screen over the centre is tilted so that its own middle is square to an eye before the centre's, as a
    side is turned (rules 8.3) [deg]: 2·atan((h/2 + b)/d) for one like the centre."""
    turn = square_turn(lip_up, distance, over.frame_bottom, over.height)
    return MOST_TURN if turn is None else min(turn, MOST_TURN)


def meeting_at(main: Picture, distance: float, turn: float, joint: Joint) -> float:
    """How far ahead of an eye two screens meet whose planes are so far from it [mm]: (d − g/2·sin τ/2)/cos τ/2, d to
    the edges of a bent one."""
    half = math.radians(turn / 2)
    return (distance - main.bow - joint.gap / 2 * math.sin(half)) / math.cos(half)


def _three(middle: Point, base: Turn, row: Sequence[Picture], distance: float, turn: float, joint: Joint) -> list[Pose]:
    left, centre, right = row
    hinge, lip = hinge_at(centre, distance, math.radians(turn), joint)
    sides = [
        beside(middle, base, one, sign, turn, hinge=hinge, lip=lip, gap=joint.gap)
        for sign, one in ((-1, left), (1, right))
    ]
    return [sides[0], _pose(middle, base), sides[1]]


def beside(
    middle: Point,
    base: Turn,
    side: Picture,
    sign: int,
    turn: float,
    *,
    hinge: float = 0.0,
    lip: float = 0.0,
    gap: float = 0.0,
) -> Pose:
    """A screen turned in about where its frame begins: a gap from a hinge beside a middle, a lip out from it [mm].
    sign: −1 on its left, 1 on its right."""
    tau, half = math.radians(turn), gap + side.frame_side + side.across / 2
    across = hinge + half * math.cos(tau) + side.bow * math.sin(tau)
    own = Own(sign * across, 0.0, lip + half * math.sin(tau) - side.bow * math.cos(tau))
    return _pose(to_room(middle, base, own), combined(base, Turn(-sign * turn)))


def _pose(place: Point, turn: Turn) -> Pose:
    yaw, pitch, roll = (0.0 if abs(angle) < 1e-9 else angle for angle in turn)
    return Pose(x=place.x, y=place.y, z=place.z, yaw=_round(yaw), pitch=pitch, roll=roll)


def facing_of(pictures: Sequence[Picture]) -> Turn:
    """How screens are turned and lean together: what the middle of their faces looks at."""
    outs = [axes(one.pose.turn)[2] for one in pictures]
    x, y, z = (sum(out[n] for out in outs) for n in range(3))
    return Turn(math.degrees(math.atan2(x, y)), math.degrees(math.atan2(z, math.hypot(x, y))))


def hinge_at(centre: Picture, distance: float, tau: float, joint: Joint) -> tuple[float, float]:
    """Where the frame of a side begins, beside the centre's middle and out from its plane: at the end of its frame, or
    where frames overlap before its picture's edge as the eye sees it, far enough out that the side's own thickness
    passes the centre's frame."""
    if not joint.lapped:
        return hinge_of(centre, joint), centre.bow
    edge = distance - centre.bow
    if edge < EYE:
        return hinge_of(centre, joint), centre.bow + EDGE + CLEAR
    slope = math.tan(tau) - hinge_of(centre, joint) / edge  # how fast the side's edge gets aside of that line of sight
    past = centre.frame_side / slope if slope > 1e-6 else EDGE
    before = min(past, EDGE * math.cos(tau)) + CLEAR
    return hinge_of(centre, joint) * (edge - before) / edge, centre.bow + before


def hinge_of(centre: Picture, joint: Joint = TOUCHING) -> float:
    """x₀ = w/2 + b, b 0 where frames overlap (rules 8.2) [mm]."""
    return centre.across / 2 + (0.0 if joint.lapped else centre.frame_side)


def _round(yaw: float) -> float:
    return (yaw + 180) % 360 - 180


def centre_of(pictures: Mapping[str, Picture], eye: Point) -> str:
    """The innermost screen that is not tilted over others; of equals the one that an eye looks at most squarely."""

    def off(key: str) -> tuple[float, float]:
        pose = pictures[key].pose
        own = to_own(pose.point, pose.turn, eye)
        return round(abs(math.degrees(math.atan2(own.right, own.out))) + abs(pose.pitch), 1), math.hypot(*own[:2])

    ahead = {
        key: sum(math.dist(one.pose.point, other.pose.point) for other in pictures.values())
        for key, one in pictures.items()
    }
    level = [key for key, one in pictures.items() if abs(one.pose.pitch) <= ABOVE] or list(pictures)
    inner = min(ahead[key] for key in level)
    return min((key for key in level if ahead[key] <= inner + 1.0), key=off)


def frame_of(pictures: Mapping[str, Picture], centre: str) -> Pose:
    """The axes of a rig: its centre's own; of two screens where their frames meet, as both face together."""
    pose = pictures[centre].pose
    if len(pictures) != 2 or any(abs(one.pose.pitch - pose.pitch) > ABOVE for one in pictures.values()):
        return pose
    turn = facing_of(list(pictures.values()))
    if any(abs(one.pose.z - pose.z) > pictures[centre].height / 2 for one in pictures.values()):
        return pose  # one over the other
    left, right = sorted(pictures.values(), key=lambda one: to_own(pose.point, turn, one.pose.point).right)
    ends = [
        to_room(one.pose.point, one.pose.turn, Own(sign * (one.across / 2 + one.frame_side), 0.0, one.bow))
        for sign, one in ((1, left), (-1, right))
    ]
    return _pose(Point(*((a + b) / 2 for a, b in zip(*ends, strict=True))), turn)


def seen_from(pictures: Mapping[str, Picture], centre: str, base: Pose, eye: Point) -> dict[str, Seen]:
    """Every screen of a rig as an eye sees it, from left to right, in the axes of a frame."""
    ahead = to_own(base.point, base.turn, eye)
    out = {}
    for key, one in pictures.items():
        faces = to_own(Point(0.0, 0.0, 0.0), base.turn, axes(one.pose.turn)[2])
        turn = -math.degrees(math.atan2(faces.right, faces.out))
        middle = to_own(base.point, base.turn, one.pose.point)
        face = tuple(_flat(base, one, place) for place in line_of(one))
        rim = one.across / 2 + one.frame_side
        ends = _flat(base, one, Own(-rim, 0.0, one.bow)), _flat(base, one, Own(rim, 0.0, one.bow))
        bearings = [bearing_of(ahead, place) for place in face]
        own = to_own(one.pose.point, one.pose.turn, eye)
        askew = math.degrees(math.acos(min(max(own.out / (math.hypot(*own) or 1.0), -1.0), 1.0)))
        above = abs(middle.up) > pictures[centre].height / 2
        inward = turn if min(bearings) + max(bearings) >= 0 else -turn
        away = math.dist(eye, one.pose.point)
        out[key] = Seen(key, inward, min(bearings), max(bearings), away, askew, face, ends, above)
    return dict(sorted(out.items(), key=lambda item: (item[1].above, item[1].left + item[1].right)))


def bearing_of(eye: Own, place: tuple[float, float]) -> float:
    """Of a place from an eye, both in a rig's axes, to the right positive [deg]."""
    return math.degrees(math.atan2(place[0] - eye.right, eye.out - place[1]))


def line_of(one: Picture) -> list[Own]:
    """The visible line of a screen at half its height, in its own axes."""
    if one.curve is None:
        return [Own(-one.across / 2, 0.0, 0.0), Own(one.across / 2, 0.0, 0.0)]
    half = one.width.value / (2 * one.curve)
    steps = [half * (2 * n / ARC_PARTS - 1) for n in range(ARC_PARTS + 1)]
    return [Own(one.curve * math.sin(a), 0.0, one.curve * (1 - math.cos(a))) for a in steps]


def _flat(base: Pose, one: Picture, place: Own) -> tuple[float, float]:
    own = to_own(base.point, base.turn, to_room(one.pose.point, one.pose.turn, place))
    return own.right, own.out


def cross(
    a: tuple[tuple[float, float], tuple[float, float]], b: tuple[tuple[float, float], tuple[float, float]]
) -> bool:
    """Whether two lines from above go through each other."""

    def side(p: tuple[float, float], q: tuple[float, float], r: tuple[float, float]) -> float:
        return (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])

    return side(*a, b[0]) * side(*a, b[1]) < -1e-6 and side(*b, a[0]) * side(*b, a[1]) < -1e-6
