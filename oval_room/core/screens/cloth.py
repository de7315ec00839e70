"""Drop-down screens through their travel, cloth cut against the weave, loudspeakers behind it (rules 2.6, 2.7, 11)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

BOTTOM_BAR: Final = 50.0
"""A bottom bar's depth, centred on the cloth's plane [mm]."""
CLEAR_MOVING: Final = 40.0
"""Wanted behind the bar from everything it passes [mm]."""
CLEAR_STILL: Final = 25.0
"""Wanted from what only the resting bar or cloth faces [mm]."""
DRAWS_TOGETHER: Final = 45.0
"""Left and right nearer together than this draw the sound to the middle [deg]."""
WEAVE_TURN: Final = 12.0
"""A weave runs at 10 to 15 degrees to the pixel grid; what a plan cuts at [deg] (planning value)."""
GRIP: Final = 100.0
"""Cloth beyond the image on each side, to stretch it by [mm] (planning value)."""
BEHIND: Final[dict[str, float]] = {"woven": 50.0, "perforated": 200.0}
"""Wanted between cloth and loudspeaker [mm]."""


@record
class Drop:
    """Where a drop-down's image hangs, and what is left behind its bottom bar [mm]."""

    image_top: float
    image_bottom: float
    clearance: float

    @property
    def clear_still(self) -> bool:
        return not beyond(CLEAR_STILL, self.clearance)

    @property
    def clear_moving(self) -> bool:
        return not beyond(CLEAR_MOVING, self.clearance)


def drop_down(
    case_bottom: float,
    black_drop: float,
    image_height: float,
    *,
    cloth: float,
    furthest: float,
    bar: float = BOTTOM_BAR,
) -> Drop:
    """Image top = case bottom − black drop; clearance = cloth − bar/2 − the farthest thing behind (rules 2.6).

    Args:
        cloth, furthest: from the wall to the cloth's plane, and to the front of what it passes [mm].
    """
    top = case_bottom - black_drop
    return Drop(top, top - image_height, cloth - bar / 2 - furthest)


def cloth_piece(width: float, height: float, *, turn_deg: float, margin: float = 0.0) -> tuple[float, float]:
    """Sides of the piece an image's cloth is cut from when its weave is turned [mm]: (w + 2m)·cosφ + (h + 2m)·sinφ and
    (w + 2m)·sinφ + (h + 2m)·cosφ (rules 2.7). The turn is 0 to 90 degrees."""
    w, h, phi = width + 2 * margin, height + 2 * margin, math.radians(turn_deg)
    return w * math.cos(phi) + h * math.sin(phi), w * math.sin(phi) + h * math.cos(phi)


def apart(eye: tuple[float, float], left: tuple[float, float], right: tuple[float, float]) -> float:
    """How far apart two loudspeakers are seen from above [deg] (rules 11)."""
    a, b = (math.atan2(place[0] - eye[0], eye[1] - place[1]) for place in (left, right))
    angle = abs(math.degrees(b - a)) % 360
    return min(angle, 360 - angle)


def apart_level(angle: float) -> Level:
    """Under 45° MIND: the sound draws together (rules 2.7)."""
    return Level.MIND if beyond(DRAWS_TOGETHER, angle) else Level.GOOD
