"""Seeing the picture's bottom edge over the row in front (rules 4.4).

z_s ┤ bottom edge
    │ ╲___  C over the front eye
    │     ╲___
    │   front ● ╲___ back ●
   y_p       y_f        y_b
"""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM
from oval_room.core.record import record

STAGGERED: Final = 60.0


@record
class Sightline:
    """Clearance over the front eye, riser needed (0 when none), bottom edge that needs none [mm]."""

    clearance: float
    enough: bool
    riser: float
    bottom_without_riser: float


def sightline(
    *, picture_y: float, bottom_z: float, front: tuple[float, float], back: tuple[float, float], wanted: float
) -> Sightline:
    """Sight from the back eye to the bottom edge over the front eye (rules 4.4).

    Args:
        picture_y: the picture's plane [mm].
        bottom_z: its bottom edge [mm].
        front, back: eyes as (y, z) [mm]; picture_y < front y < back y.
        wanted: clearance wanted over the front eye [mm].

    Raises:
        RefusedError: the eyes are not one behind the other before the picture.
    """
    (y_f, z_f), (y_b, z_b) = front, back
    if not picture_y < y_f:
        raise RefusedError(f"must be in front of the picture at {picture_y:g} mm (got {y_f:g})", field="front_eye")
    if not y_f < y_b:
        raise RefusedError(f"must be behind the front eye at {y_f:g} mm (got {y_b:g})", field="back_eye")
    reach, near = y_b - picture_y, y_f - picture_y
    clearance = bottom_z + (z_b - bottom_z) * near / reach - z_f
    return Sightline(
        clearance,
        clearance >= wanted - SLIM,
        max(0.0, bottom_z + (z_f + wanted - bottom_z) * reach / near - z_b),
        ((z_f + wanted) * reach - z_b * near) / (y_b - y_f),
    )


def head_in_fan(
    *, picture: tuple[float, float], width: float, front: tuple[float, float], back: tuple[float, float]
) -> bool:
    """Whether the front head lies, in plan, between the back eye's lines to the picture's sides.

    Args:
        picture: middle of the picture (x, y) [mm].
        width: of the picture [mm].
        front, back: eyes (x, y) [mm], the front one between picture and back.
    """
    return in_fan(*off_the_line(picture, front=front, back=back), half=width / 2)


def off_the_line(
    middle: tuple[float, float], *, front: tuple[float, float], back: tuple[float, float]
) -> tuple[float, float]:
    """How far a front head lies, in plan, from the back eye's line to the picture's middle [mm], and what share of the
    picture's width the back eye's fan is wide there. All (x, y) [mm]."""
    share = (back[1] - front[1]) / (back[1] - middle[1])
    return abs(front[0] - (back[0] + (middle[0] - back[0]) * share)), share


def in_fan(aside: float, share: float, *, half: float) -> bool:
    """Whether a head so far from that line [mm] is in the fan to a picture half so wide [mm]."""
    return aside <= half * share + SLIM
