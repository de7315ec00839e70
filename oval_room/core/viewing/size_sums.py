"""Sums of rules 2.1 and 3.1 to 3.3: picture size, angle, school, sharpness."""

from __future__ import annotations

from typing import Final, get_args

from oval_room.core.levels import Level
from oval_room.core.pose import Point, Turn, to_own
from oval_room.core.screens.size import picture_size
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Length, Number, Word
from oval_room.core.viewing.angles import distance_for_angle, horizontal_angle, off_axis_angle
from oval_room.core.viewing.schools import SIZE_SCHOOLS, inside_band, school_level
from oval_room.core.viewing.sharpness import (
    Use,
    distance_at_60,
    least_lines,
    pixel_pitch,
    pixels_per_degree,
    sharpness_level,
    usable_lines,
)


def _size(
    aspect: float | None, diagonal: float | None, width: float | None, height: float | None, frame_each_side: float
) -> Result:
    size = picture_size(aspect=aspect, diagonal=diagonal, width=width, height=height)
    return {
        "width_mm": size.width,
        "height_mm": size.height,
        "diagonal_mm": size.diagonal,
        "aspect": size.aspect,
        "overall_width_mm": size.width + 2 * frame_each_side,
        "overall_height_mm": size.height + 2 * frame_each_side,
    }


def _angle(
    width: float, picture_x: float, picture_y: float, eye: tuple[float, ...], swivel_to_right_deg: float
) -> Result:
    own = to_own(Point(picture_x, picture_y, 0.0), Turn(yaw=swivel_to_right_deg), Point(eye[0], eye[1], 0.0))
    if own.out <= 0:
        return {"horizontal_deg": None, "off_axis_deg": None, "level": Level.STOP.value}
    return {
        "horizontal_deg": horizontal_angle(width, own.right, out=own.out),
        "off_axis_deg": off_axis_angle(own.right, own.out),
        "level": None,
    }


def _school(width: float, distance: float, school: str, step: float) -> Result:
    angle = horizontal_angle(width, 0.0, out=distance)
    inside = inside_band(width, distance, school=school, step=step)
    return {
        "horizontal_deg": angle,
        "level": school_level(angle, school).value,
        "distance_at_target_mm": distance_for_angle(width, SIZE_SCHOOLS[school].target),
        "nearest_inside_mm": inside.nearest,
        "farthest_inside_mm": inside.farthest,
        "least_width_inside_mm": inside.least_width,
        "greatest_width_inside_mm": inside.greatest_width,
    }


def _sharpness(width: float, pixels_across: int, distance: float, use: str) -> Result:
    pitch = pixel_pitch(width, pixels_across)
    per_degree = pixels_per_degree(pitch, distance)
    level = sharpness_level(per_degree, use)
    return {
        "pixel_pitch_mm": pitch,
        "pixels_per_degree": per_degree,
        "distance_at_60_mm": distance_at_60(pitch),
        "level": level.value if level else None,
    }


def _resolution(width: float, distance: float) -> Result:
    return {"lines": least_lines(width, distance), "usable_lines": usable_lines(width * 9 / 16, distance)}


SUMS: Final = (
    Sum(
        "screen.size",
        "2.1",
        "Picture size",
        "Width, height and diagonal from any one of them and the aspect.",
        "w = D·a/√(a² + 1), h = D/√(a² + 1)",
        (
            Aspect("aspect", "width over height", "16:9", "needed unless width and height are given"),
            Length("diagonal", "the picture's diagonal", '92"', "one of diagonal, width, height"),
            Length("width", "the picture's width", "", "one of diagonal, width, height"),
            Length("height", "the picture's height", "", "one of diagonal, width, height"),
            Length("frame_each_side", "frame or bezel on each side", "", "0; gives the overall size", 0.0, sign="zero"),
        ),
        (
            Shown("width_mm", "width"),
            Shown("height_mm", "height"),
            Shown("diagonal_mm", "diagonal"),
            Shown("aspect", "aspect"),
            Shown("overall_width_mm", "overall width"),
            Shown("overall_height_mm", "overall height"),
        ),
        _size,
        into=("wide", "width_mm"),
    ),
    Sum(
        "view.angle",
        "3.1",
        "Angle from a seat",
        "How much of the view a picture fills, and how far off its middle it is seen.",
        "A = atan((w/2 − r)/d) + atan((w/2 + r)/d), in the picture's own axes",
        (
            Length("width", "the picture's width", "2214 mm"),
            Length("picture_x", "picture's middle along the wall", "2000 mm", sign="any"),
            Length("picture_y", "picture's plane from the wall", "40 mm", sign="any"),
            Length("eye", "the eye: along, out, up", "3350 mm; 3100 mm; 1080 mm", sign="any", count=3),
            Number("swivel_to_right_deg", "swivel, face to the right positive", "0", "0", 0.0, lo=-90, hi=90),
        ),
        (Shown("horizontal_deg", "angle across"), Shown("off_axis_deg", "off axis"), Shown("level", "from behind")),
        _angle,
    ),
    Sum(
        "view.school",
        "3.2",
        "Near enough, far enough",
        "A school of size: its angle, and the distances and widths inside its band.",
        "d = w/(2·tan(A/2))",
        (
            Length("width", "the picture's width", "2214 mm"),
            Length("distance", "eye to the picture, square on", "3300 mm"),
            Word("school", "school of size", "cinema", words=tuple(SIZE_SCHOOLS)),
            Length("step", "the ruler's step", "", "1 mm", 1.0),
        ),
        (
            Shown("horizontal_deg", "angle across"),
            Shown("level", "in this school"),
            Shown("distance_at_target_mm", "distance at the target"),
            Shown("nearest_inside_mm", "nearest inside"),
            Shown("farthest_inside_mm", "farthest inside"),
            Shown("least_width_inside_mm", "least width inside"),
            Shown("greatest_width_inside_mm", "greatest width inside"),
        ),
        _school,
        into=("seat", "distance_at_target_mm"),
    ),
    Sum(
        "view.sharpness",
        "3.3",
        "Sharp enough",
        "Pixels in a degree of the view; at 60 normal sight stops seeing them.",
        "p = w/pixels; 1/(2·atan(p/2d)); d₆₀ = p/(2·tan(1/120°))",
        (
            Length("width", "the picture's width", "2214 mm"),
            Number("pixels_across", "pixels across the picture", "3840", lo=0, over=True, hi=1e6),
            Length("distance", "eye to the picture, square on", "3300 mm"),
            Word("use", "what is looked at", "film", words=get_args(Use)),
        ),
        (
            Shown("pixels_per_degree", "pixels a degree"),
            Shown("distance_at_60_mm", "distance at 60"),
            Shown("pixel_pitch_mm", "pixel pitch"),
            Shown("level", "verdict"),
        ),
        _sharpness,
    ),
    Sum(
        "view.resolution",
        "3.3",
        "Lines that pay",
        "The least line count whose pixels a seat can't see (16:9).",
        "least of 720 … 4320 with 60 pixels a degree; h/(2d·tan(1/120°))",
        (
            Length("width", "the picture's width", "1650 mm"),
            Length("distance", "eye to the picture, square on", "3900 mm"),
        ),
        (Shown("lines", "lines"), Shown("usable_lines", "lines the seat can use")),
        _resolution,
    ),
)
