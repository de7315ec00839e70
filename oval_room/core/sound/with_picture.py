"""Sound as far as the picture needs it: where loudspeakers stand, and when it comes (rules 11)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.levels import Level, beyond
from oval_room.core.pose import Point

LATE: Final = 60.0
EARLY: Final = 40.0
"""Sound may come this late or early against the picture [ms]."""
FRONT: Final = (45.0, 60.0)
"""Left and right as seen from the main seat [deg]."""
BAR_WIDER: Final = 1.1
"""A soundbar is no wider than this times the panel."""
CENTRE_WITHIN: Final = 15.0
"""The centre loudspeaker within this of the picture's middle [deg]."""
TWEETER_WITHIN: Final = 10.0
"""A tweeter within this of the ear's level [deg]."""
TWEETER_AT: Final = 0.8
"""How far up its box a tweeter sits (planning value)."""
BEARINGS: Final[dict[str, tuple[float, float]]] = {"surround": (90.0, 120.0), "rear": (135.0, 150.0)}
"""Bearings from the main seat, the picture straight ahead [deg]."""
LEAD: Final = 2000.0
"""A subwoofer's own lead (planning value) [mm]."""


def lip_sync_level(late_ms: float) -> Level:
    """MIND when sound is over 60 ms late (positive) or over 40 ms early (negative)."""
    return Level.MIND if beyond(late_ms, LATE) or beyond(-late_ms, EARLY) else Level.GOOD


def bearing(eye: tuple[float, float], ahead: tuple[float, float], at: tuple[float, float]) -> float:
    """How far round from straight ahead a loudspeaker stands, seen from above [deg], 0 to 180."""
    turns = [math.atan2(place[0] - eye[0], place[1] - eye[1]) for place in (ahead, at)]
    angle = abs(math.degrees(turns[1] - turns[0])) % 360
    return min(angle, 360 - angle)


def between(eye: Point, one: Point, other: Point) -> float:
    """Angle at the eye between two places of the room [deg]; 0 where one lies at the eye."""
    a, b = (tuple(p - e for p, e in zip(place, eye, strict=True)) for place in (one, other))
    sizes = math.hypot(*a) * math.hypot(*b)
    if sizes == 0:
        return 0.0
    cosine = sum(p * q for p, q in zip(a, b, strict=True)) / sizes
    return math.degrees(math.acos(max(-1.0, min(1.0, cosine))))


def up_to(ear: Point, tweeter: Point) -> float:
    """How far over the ear's level a tweeter is [deg]."""
    return math.degrees(math.atan2(tweeter.z - ear.z, max(math.hypot(tweeter.x - ear.x, tweeter.y - ear.y), 1.0)))
