"""What one seat gets of one picture, in the picture's own axes (rules 2.2, 3.1, 3.3, 4.1)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache
from typing import NamedTuple

from oval_room.core.pose import Own, Point, Turn, to_own
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat
from oval_room.core.viewing.angles import curved_angle, horizontal_angle, off_axis_angle
from oval_room.core.viewing.neck import angle_up
from oval_room.core.viewing.seated import Seated
from oval_room.core.viewing.sharpness import pixel_pitch, pixels_per_degree


class SeatView(NamedTuple):
    """What one seat gets of one picture; None where the eye is behind it."""

    own: Own
    level_distance: float
    angle: float | None
    off_axis: float | None
    per_degree: float | None
    neck: float
    top: float


class FromAbove(NamedTuple):
    """An eye before a picture, in plan: to the right of its middle, out of its plane, from its middle [mm], off its
    normal [deg]; None where it is behind it."""

    right: float
    out: float
    level_distance: float
    off_axis: float | None


@lru_cache(maxsize=64)
def _from_above(x: float, y: float, turn: Turn, eyes: tuple[Point, ...]) -> tuple[FromAbove, ...]:
    """Where eyes are before a picture that hangs plumb: however high and large it is, that is the same."""
    out = []
    for eye in eyes:
        own = to_own(Point(x, y, 0.0), turn, eye)
        aside = off_axis_angle(own.right, own.out) if own.out > 0 else None
        out.append(FromAbove(own.right, own.out, max(math.hypot(eye.x - x, eye.y - y), 1.0), aside))
    return tuple(out)


def views_of(picture: Picture, seats: Mapping[str, Seat], seated: Seated) -> dict[str, SeatView]:
    """Every seat's view of one picture, in the picture's own axes."""
    centre, turn, top = picture.pose.point, picture.pose.turn, picture.top
    pitch = pixel_pitch(picture.width.value, picture.pixels[0])
    x, y, z = centre
    out = {}
    plumb = turn.pitch == turn.roll == 0.0
    above = _from_above(x, y, turn if plumb else Turn(turn.yaw), seated.places)
    for (name, seat), eye, (right, forth, level, aside) in zip(seats.items(), seated.places, above, strict=True):
        own = Own(right, eye.z - z, forth)
        if not plumb:
            own = to_own(centre, turn, eye)
            aside = off_axis_angle(own.right, own.out) if own.out > 0 else None
        neck, edge = angle_up(z, eye.z, level) - seat.gaze_pitch, angle_up(top, eye.z, level)
        if aside is None:
            out[name] = SeatView(own, level, None, None, None, neck, edge)
            continue
        across, sharp = angle_across(picture, own), pixels_per_degree(pitch, own.out)
        out[name] = SeatView(own, level, across, aside, sharp, neck, edge)
    return out


def angle_across(picture: Picture, own: Own) -> float:
    """Angle a flat or curved picture fills across for an eye in its own axes [deg] (rules 2.2, 3.1)."""
    if picture.curve is not None:
        return curved_angle(picture.curve, picture.width.value, right=own.right, out=own.out)
    return horizontal_angle(picture.width.value, own.right, out=own.out)
