"""A desk with a panel at arm's length (rules 8.7): how far the head turns to its corners, how high it stands, what an
arm does to the desk's edge.

from the side:        │ panel
             eye ·────┤
        ▁▁▁▁▁▁▁▁▁▁▁▁▁▁╽▁▁ desk, clamped at its far edge
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from oval_room.core.errors import positive
from oval_room.core.pose import Point, to_own
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


@dataclass(frozen=True, slots=True)
class AtDesk:
    """A panel from the eye before it. away: to its plane [mm]. turn: of the head to its farther corner [deg]. up: its
    top edge over the eye's level [deg]."""

    away: float
    turn: float
    up: float


def at_desk(picture: Picture, eye: Point) -> AtDesk | None:
    """None where the eye is not before the panel."""
    own = to_own(picture.pose.point, picture.pose.turn, eye)
    away = own.out
    if away - picture.bow <= 1.0:
        return None
    edge = away - picture.bow
    left, right = (math.degrees(math.atan2(side * picture.across / 2 - own.right, edge)) for side in (-1, 1))
    up = math.degrees(math.atan2(picture.height / 2 - own.up, away))
    return AtDesk(away, max(abs(left), abs(right)), up)


def distance_at_ease(across: float, aside: float = 0.0, bow: float = 0.0) -> float:
    """From here the head turns 35° to the farther corner [mm]: (w/2 + aside)/tan 35° + bow. across: over 0 [mm]."""
    return (positive(across, "across") / 2 + abs(aside)) / math.tan(math.radians(TURN)) + bow


def edge_moment(mass: float, reach: float) -> float:
    """What an arm's clamp bears [N·m]: m·g·r. mass: panel with arm [kg]. reach: panel's middle off the clamp [mm]."""
    return mass * G * reach / 1000
