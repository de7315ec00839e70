"""A desk with a panel at arm's length, with two or with a stack (rules 8.7): how far the head turns to their corners,
how high they stand, what an arm does to the desk's edge, where two and a stack are as square to the eye as one.

from the side:        │ panel
             eye ·────┤
        ▁▁▁▁▁▁▁▁▁▁▁▁▁▁╽▁▁ desk, clamped at its far edge
"""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import RefusedError, positive
from oval_room.core.plan.placed import Pose
from oval_room.core.pose import Own, Point, Turn, to_own, to_room
from oval_room.core.record import record
from oval_room.core.rig.place import beside
from oval_room.core.screens.document import Picture

TURN: Final = 35.0
"""The head turns to a corner at ease up to this [deg] (rules 8.7)."""
UP: Final = 10.0
"""The top edge may stand so far over the eye for hours of work [deg] (planning value of ours)."""
NEAR: Final = 450.0
"""Nobody works nearer to a panel than this [mm] (planning value of ours)."""
EDGE: Final = 60.0
"""A desk's edge of 18 to 25 mm board bears this at a clamp without a plate [N·m] (planning value of ours)."""
WARM: Final = 120.0
"""More than this is felt on hands and face at arm's length [W] (planning value of ours)."""
G: Final = 9.81
OVER: Final = 40.0
"""Left between a desk and a frame over it [mm] (planning value of ours)."""


@record
class AtDesk:
    """A panel from the eye before it. away: to its plane [mm]. turn: of the head to its farther corner [deg]. up: its
    top edge over the eye's level [deg]."""

    away: float
    turn: float
    up: float


def at_desk(picture: Picture, eye: Point, ahead: Point | None = None) -> AtDesk | None:
    """None where the eye is not before the panel. ahead: where the head looks when it is straight; else square to the
    panel."""
    own = to_own(picture.pose.point, picture.pose.turn, eye)
    away = own.out
    if away - picture.bow <= 1.0:
        return None
    turned = picture.pose.turn
    top = to_room(picture.pose.point, turned, Own(0.0, picture.height / 2, 0.0))
    up = math.degrees(math.atan2(top.z - eye.z, math.dist(top[:2], eye[:2])))
    if ahead is None:
        edges = [math.atan2(side * picture.across / 2 - own.right, away - picture.bow) for side in (-1, 1)]
    else:
        straight = math.atan2(ahead.x - eye.x, eye.y - ahead.y)
        ends = [
            to_room(picture.pose.point, turned, Own(side * picture.across / 2, 0.0, picture.bow)) for side in (-1, 1)
        ]
        edges = [_within(math.atan2(end.x - eye.x, eye.y - end.y) - straight) for end in ends]
    return AtDesk(away, math.degrees(max(abs(edge) for edge in edges)), up)


def _within(angle: float) -> float:
    """The same angle between −π and π."""
    return math.remainder(angle, math.tau)


def squared(across: float, over: float, half: float) -> float:
    """How far a panel is turned about its near edge so that its middle is square to the eye [deg]: atan(over/across) +
    asin(half/√(across² + over²)).

    Args:
        across: eye to the edge, square to the first panel's plane [mm], over 0. over: the edge aside of or over the
        eye [mm]. half: the edge to the panel's own middle [mm].

    Raises:
        RefusedError: the eye is nearer to the edge than the panel's middle is.
    """
    reach = math.hypot(positive(across, "across"), over)
    if half >= reach:
        raise RefusedError("the panel is too large to be square to an eye so near", field="half", value=half)
    return math.degrees(math.atan2(over, across) + math.asin(half / reach))


def two(eye: Point, screens: tuple[Picture, Picture], distance: float, low: float) -> list[Pose]:
    """Two panels edge to edge straight before an eye, each as square to it as the other, middles level.

    Args:
        distance: eye to their joint [mm], over 0. low: the desk's top [mm].
    """
    poses, joint = [], Point(eye.x, eye.y - distance, max(_height(eye, one, low) for one in screens))
    for sign, one in zip((-1, 1), screens, strict=True):
        half = one.frame_side + one.across / 2
        poses.append(beside(joint, Turn(), one, sign, squared(distance, 0.0, half)))
    return poses


def lone(eye: Point, one: Picture, distance: float, low: float) -> Pose:
    """A panel straight before an eye."""
    return Pose(x=eye.x, y=eye.y - distance, z=_height(eye, one, low))


def stacked(eye: Point, lower: Picture, upper: Picture, distance: float, low: float) -> list[Pose]:
    """A panel straight before an eye and another over it, tilted as square to the eye as its middle lets it be."""
    below = lone(eye, lower, distance, low)
    lip = below.z + lower.height / 2 + lower.frame_top
    half = upper.frame_bottom + upper.height / 2
    turn = math.radians(squared(distance, lip - eye.z, half))
    y, up = eye.y - distance + half * math.sin(turn), lip + half * math.cos(turn)
    return [below, Pose(x=eye.x, y=y, z=up, pitch=-math.degrees(turn))]


def _height(eye: Point, one: Picture, low: float) -> float:
    """Top edge level with the eye, or as low as the desk lets it be."""
    return max(eye.z - one.height / 2, low + OVER + one.frame_bottom + one.height / 2)


def distance_at_ease(across: float, aside: float = 0.0, bow: float = 0.0) -> float:
    """From here the head turns 35° to the farther corner [mm]: (w/2 + aside)/tan 35° + bow. across: over 0 [mm]."""
    return (positive(across, "across") / 2 + abs(aside)) / math.tan(math.radians(TURN)) + bow


def edge_moment(mass: float, reach: float) -> float:
    """What an arm's clamp bears [N·m]: m·g·r. mass: panel with arm [kg]. reach: panel's middle off the clamp [mm]."""
    return mass * G * reach / 1000
