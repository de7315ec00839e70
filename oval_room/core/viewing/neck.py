"""How far up or down a seat must look, and the tilt that squares a panel to the eye (rules 4.1, 4.5)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.levels import Level, beyond

NECK_GOOD: Final = (-15.0, 5.0)
NECK_HARD: Final = (-30.0, 20.0)
NECK_MIDDLE: Final = -5.0
"""The middle of both: the farther from it, the worse a neck is judged."""
TOP_GOOD: Final = 25.0
TOP_HARD: Final = 35.0


def angle_up(z: float, eye_z: float, level_distance: float) -> float:
    """Angle up from the eye to a height [deg]: atan((z − z_e)/r), r > 0 the level distance [mm] (rules 4.1)."""
    return math.degrees(math.atan2(z - eye_z, level_distance))


def height_at(angle: float, eye_z: float, level_distance: float) -> float | None:
    """Height [mm] seen at an angle up [deg]; None from straight up or down on, where no height is. Undoes
    `angle_up`."""
    if abs(angle) >= 90:
        return None
    return eye_z + level_distance * math.tan(math.radians(angle))


def neck_level(neck: float) -> Level:
    """−15…+5° GOOD; beyond MIND; above +20° and below −30° STOP (rules 4.1)."""
    if beyond(neck, NECK_HARD[1]) or beyond(NECK_HARD[0], neck):
        return Level.STOP
    return Level.MIND if beyond(neck, NECK_GOOD[1]) or beyond(NECK_GOOD[0], neck) else Level.GOOD


def top_level(top_angle: float, gaze_pitch: float) -> Level:
    """Top edge: MIND above 25° + pitch, STOP above 35° + pitch (rules 4.1)."""
    if beyond(top_angle, TOP_HARD + gaze_pitch):
        return Level.STOP
    return Level.MIND if beyond(top_angle, TOP_GOOD + gaze_pitch) else Level.GOOD


def squaring_tilt(centre_z: float, eye_z: float, distance: float) -> float:
    """Tilt that squares a panel to the eye, face down positive [deg]: atan((z_c − z_e)/d) (rules 4.5)."""
    return math.degrees(math.atan2(centre_z - eye_z, distance))


def tilt_covered(tilt: float, tilt_range: tuple[float, float]) -> bool:
    """Whether a mount's range of tilt, ends in it, reaches a tilt [deg]."""
    return not beyond(tilt, tilt_range[1]) and not beyond(tilt_range[0], tilt)
