"""How much of the view a picture fills, and from how far off its middle it is seen (rules 3.1).

In the picture's own axes the eye is `right` of its middle and `out` in front of it:

        ├──── w ────┤      picture, seen from above
              ╲╲ A
               ╲ ╲
                eye (right, out)
"""

from __future__ import annotations

import math
from functools import lru_cache

from oval_room.core.errors import positive

ARC_STEPS = 24  # places on each half of a curved picture


def horizontal_angle(width: float, right: float, *, out: float) -> float:
    """Angle a flat picture fills across [deg]: atan((w/2 − r)/d) + atan((w/2 + r)/d) (rules 3.1).

    Args:
        width: of the picture [mm], over 0.
        right: eye to the side of the picture's middle [mm].
        out: eye before the picture's plane [mm], over 0.

    Raises:
        RefusedError: the eye is not in front.
    """
    positive(out, "distance")
    return math.degrees(math.atan((width / 2 - right) / out) + math.atan((width / 2 + right) / out))


def curved_angle(radius: float, arc_width: float, *, right: float, out: float) -> float:
    """Angle a curved picture fills across [deg]: between the outermost of the arc's points (rules 2.2, 8.3).

    Args:
        radius, arc_width: R and w [mm], the arc less than half a circle; its middle touches the plane, its sides come
        forward.
        right, out: eye to the side of the middle, and before its plane [mm], over 0.

    Raises:
        RefusedError: the eye is not in front.
    """
    positive(out, "distance")
    seen = [math.atan2(x - right, out - y) for x, y in _arc(radius, arc_width)]
    return math.degrees(max(seen) - min(seen))


@lru_cache(maxsize=256)
def _arc(radius: float, arc_width: float) -> tuple[tuple[float, float], ...]:
    """Places on an arc, to the right of its middle and before its plane [mm]."""
    turns = [i / ARC_STEPS * arc_width / (2 * radius) for i in range(-ARC_STEPS, ARC_STEPS + 1)]
    return tuple((radius * math.sin(turn), radius * (1 - math.cos(turn))) for turn in turns)


def off_axis_angle(right: float, out: float) -> float:
    """Angle between the eye and the picture's normal, in plan [deg]: atan(|r|/d) (rules 3.1)."""
    return math.degrees(math.atan(abs(right) / positive(out, "distance")))


def distance_for_angle(width: float, angle: float) -> float:
    """Distance on axis [mm] at which a width fills an angle [deg, 0 to 180]: w/(2·tan(A/2)) (rules 3.2)."""
    return width / (2 * math.tan(math.radians(angle) / 2))


def width_for_angle(distance: float, angle: float) -> float:
    """Width [mm] that fills an angle [deg] on axis at a distance [mm]. Undoes `distance_for_angle`."""
    return 2 * distance * math.tan(math.radians(angle) / 2)


def width_from_seat(angle: float, right: float, out: float) -> float:
    """Width [mm] that fills an angle [deg, under 90] from a seat that may sit to the side.

    From 3.1 with t = tan A: t·w²/4 + w·d − t·(d² + r²) = 0. On axis it is `width_for_angle`.
    """
    t = math.tan(math.radians(angle))
    return 2 * (math.sqrt(out * out + t * t * (out * out + right * right)) - out) / t


def distance_from_seat(angle: float, width: float, right: float) -> float | None:
    """Distance [mm] at which a width fills an angle [deg, under 90] from a seat to the side; None when none does.

    From 3.1 with t = tan A: t·d² − w·d + t·(r² − w²/4) = 0, the farther of the two.
    """
    t = math.tan(math.radians(angle))
    under = width * width - 4 * t * t * (right * right - width * width / 4)
    return (width + math.sqrt(under)) / (2 * t) if under >= 0 else None
