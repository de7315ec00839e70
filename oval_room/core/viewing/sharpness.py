"""Whether the eye sees the pixels from a seat (rules 3.3)."""

from __future__ import annotations

import math
from typing import Final, Literal

from oval_room.core.levels import SLIM, Level

Use = Literal["film", "games", "desk"]
NORMAL_SIGHT: Final = 60.0  # pixels per degree where normal sight stops seeing them
COARSE: Final = 40.0
COARSE_TEXT: Final = 45.0
LINE_COUNTS: Final = (720, 1080, 1440, 2160, 4320)


def pixel_pitch(width: float, pixels_across: float) -> float:
    """Pitch [mm]: p = w/(pixels across) (rules 3.3)."""
    return width / pixels_across


def pixels_per_degree(pitch: float, distance: float) -> float:
    """Pixels in a degree of the view: 1/(2·atan(p/2d)), the atan in degrees (rules 3.3)."""
    return 1 / (2 * math.degrees(math.atan(pitch / (2 * distance))))


def distance_at_60(pitch: float) -> float:
    """Distance [mm] beyond which normal sight sees no pixels: p/(2·tan(1/120°)) (rules 3.3)."""
    return pitch / (2 * math.tan(math.radians(1 / 120)))


def sharpness_level(per_degree: float, use: str) -> Level | None:
    """Film and games: MIND under 40, else nothing to say. Desk text: MIND, NOTE, GOOD at 45 and 60 (rules 3.3)."""
    per_degree += SLIM
    if use != "desk":
        return Level.MIND if per_degree < COARSE else None
    return Level.MIND if per_degree < COARSE_TEXT else Level.NOTE if per_degree < NORMAL_SIGHT else Level.GOOD


def least_lines(width: float, distance: float) -> int | None:
    """The least usual line count with 60 or more pixels a degree on a 16:9 picture; None when none has (rules 3.3)."""
    for lines in LINE_COUNTS:
        if pixels_per_degree(width / (lines * 16 / 9), distance) >= NORMAL_SIGHT - SLIM:
            return lines
    return None


def usable_lines(height: float, distance: float) -> float:
    """Lines a seat can use: h/(2d·tan(1/120°)) (rules 3.3)."""
    return height / (2 * distance * math.tan(math.radians(1 / 120)))
