"""Sums of rule 8: screens round a seat, and what to type into games."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.rig.fan import (
    MOST_TURN,
    Fan,
    curved_angle,
    equal_distance_turn,
    fan,
    flat_angle,
    kit_allows,
    square_turn,
)
from oval_room.core.rig.game import bezel_pixels, stretch, typed_whole, vertical_of
from oval_room.core.screens.size import picture_size
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Custom, Length, Number, Pair
from oval_room.core.sums.numbers import pixels_text, read_numbers, read_pixels
from oval_room.core.units import MM_IN, Unit

MOST_SIZES: Final = 16


def _flat(aspect: float, diagonal: float, distance: float) -> Result:
    size = picture_size(aspect=aspect, diagonal=diagonal)
    return {"horizontal_deg": flat_angle(size.width, distance), "vertical_deg": flat_angle(size.height, distance)}


def _triple(
    bezel: float,
    distance: float,
    aspect: float | None,
    diagonal: float | None,
    kit_range_deg: tuple[float, float] | None,
    visible_width: float | None,
    outer_bezel: float | None,
    turn_deg: float | None,
) -> Result:
    width = visible_width
    if width is None:
        if aspect is None or diagonal is None:
            raise RefusedError("is missing: give the visible width, or aspect and diagonal", field="visible_width")
        width = picture_size(aspect=aspect, diagonal=diagonal).width
    equal = equal_distance_turn(width / 2 + bezel, distance)
    found = fan(width, bezel=bezel, distance=distance, turn=equal if turn_deg is None else turn_deg, outer=outer_bezel)
    return {
        "equal_distance_turn_deg": equal,
        "turn_deg": found.turn,
        "between_planes_deg": found.between,
        "far_edge_x_mm": found.far[0],
        "far_edge_y_mm": found.far[1],
        "whole_deg": found.whole,
        "centre_deg": found.centre,
        "each_side_deg": found.each,
        "eye_to_side_centre_mm": found.eye_to_side,
        "overall_width_mm": found.overall,
        "depth_mm": found.depth,
        "kit_allows": None if kit_range_deg is None else kit_allows(found, kit_range_deg),
    }


def _sides(visible_width: float, side_width: float, distance: float, bezel: float) -> Result:
    turn = square_turn(visible_width / 2 + bezel, distance, bezel, side_width)
    if turn is None or turn > MOST_TURN:
        keys = ("turn_deg", "between_planes_deg", "far_edge_x_mm", "far_edge_y_mm", "whole_deg")
        return dict.fromkeys(keys)
    found = fan(side_width, bezel=bezel, distance=distance, turn=turn, centre=visible_width)
    return {
        "turn_deg": turn,
        "between_planes_deg": found.between,
        "far_edge_x_mm": found.far[0],
        "far_edge_y_mm": found.far[1],
        "whole_deg": found.whole,
    }


def _curved(radius: float, arc_width: float, distance: float) -> Result:
    return {"whole_deg": curved_angle(radius, arc_width, distance)}


def _ultrawide(
    centre_aspect: float, centre_diagonal: float, side_aspect: float, bezel: float, distance: float, turn_deg: float
) -> Result:
    centre = picture_size(aspect=centre_aspect, diagonal=centre_diagonal)
    side = centre.height * side_aspect
    found = fan(side, bezel=bezel, distance=distance, turn=turn_deg, centre=centre.width)
    return {
        "side_width_mm": side,
        "side_diagonal_mm": math.hypot(side, centre.height),
        "far_edge_x_mm": found.far[0],
        "far_edge_y_mm": found.far[1],
        "whole_deg": found.whole,
    }


def _game(
    horizontal_deg: float,
    aspect: float,
    whole_deg: float | None,
    visible_width: float | None,
    pixels_across: int | None,
    bezel: float | None,
) -> Result:
    vertical = vertical_of(horizontal_deg, aspect)
    behind = None
    if visible_width is not None and pixels_across is not None and bezel is not None:
        behind = bezel_pixels(bezel, visible_width, pixels_across)
    return {
        "vertical_deg": vertical,
        "vertical_rad": math.radians(vertical),
        "whole_typed_deg": None if whole_deg is None else typed_whole(whole_deg),
        "stretch_at_far_edge": None if whole_deg is None else stretch(whole_deg),
        "bezel_px_per_joint": behind,
    }


def _same_angle(
    aspect: float, diagonal_in: float, distance: float, others_in: tuple[float, ...], bezel: float
) -> Result:
    rows = []
    for other in others_in:
        width = picture_size(aspect=aspect, diagonal=other * MM_IN["in"]).width
        away = distance * other / diagonal_in
        found: Fan = fan(width, bezel=bezel, distance=away, turn=equal_distance_turn(width / 2 + bezel, away))
        rows.append([away, found.whole, found.overall, found.depth])
    return {"distance_whole_width_depth_mm_deg_mm_mm": rows}


def _pixels(screens: int, pixels: tuple[int, int], hz: float) -> Result:
    frame = screens * pixels[0] * pixels[1] / 1e6
    return {"frame_mpx": frame, "second_mpx": frame * hz}


def _sizes(raw: object, unit: Unit) -> tuple[float, ...]:
    found = read_numbers("others_in", "diagonals in inches")(raw, unit)
    if len(found) > MOST_SIZES or not all(5 <= one <= 300 for one in found):
        raise RefusedError(f"give up to {MOST_SIZES} diagonals, 5 to 300 inches", field="others_in", value=raw)
    return found


def _sizes_text(text: str) -> object:
    try:
        return [float(one) for one in text.replace(";", " ").replace(",", " ").replace('"', " ").split()]
    except ValueError:
        raise RefusedError("give diagonals in inches, as in 24, 40, 55", field="others_in", value=text) from None


_BEZEL: Final = Length("bezel", "bezel on a touching side", "8 mm", sign="zero")
_DISTANCE: Final = Length("distance", "eye to the centre screen", "700 mm")
_ASPECT: Final = Aspect("aspect", "aspect", "16:9")

SUMS: Final = (
    Sum(
        "rig.flat",
        "8.1",
        "One flat screen",
        "The angles a flat screen is seen under: the field of view at which it is true to size.",
        "2·atan(w/2d)",
        (_ASPECT, Length("diagonal", "diagonal", '42"'), Length("distance", "eye to screen", "650 mm")),
        (Shown("horizontal_deg", "across"), Shown("vertical_deg", "up")),
        _flat,
    ),
    Sum(
        "rig.triple",
        "8.2",
        "Three flat screens",
        "Turn, whole angle, room and joint of three screens round a seat.",
        "X = x₀ + (b + w)·cosτ, Y = d − (b + w)·sinτ; equal distance at τ = 2·atan(x₀/d)",
        (
            _BEZEL,
            _DISTANCE,
            Aspect("aspect", "aspect", "16:9", "or the visible width"),
            Length("diagonal", "diagonal", '32"', "or the visible width"),
            Pair("kit_range_deg", "the joint kit's range, between the planes", "118; 132", "none", lo=0, hi=180),
            Length("visible_width", "visible width", "", "of aspect and diagonal"),
            Length("outer_bezel", "the sides' far bezel", "", "as the others", sign="zero"),
            Number("turn_deg", "the sides' turn", "", "equal distance", lo=0, hi=90),
        ),
        (
            Shown("turn_deg", "turn"),
            Shown("whole_deg", "whole angle"),
            Shown("between_planes_deg", "between the screens"),
            Shown("kit_allows", "the kit allows it"),
            Shown("equal_distance_turn_deg", "turn at equal distance"),
            Shown("centre_deg", "centre"),
            Shown("each_side_deg", "each side"),
            Shown("eye_to_side_centre_mm", "eye to a side's middle"),
            Shown("overall_width_mm", "wide over all"),
            Shown("depth_mm", "deep"),
            Shown("far_edge_x_mm", "far edge along"),
            Shown("far_edge_y_mm", "far edge out"),
        ),
        _triple,
    ),
    Sum(
        "rig.sides",
        "8.3",
        "Sides of another width",
        "The turn at which sides of their own width are as square to the eye as the centre.",
        "τ = atan2(x₀, d) + asin((b + w_s/2)/√(x₀² + d²))",
        (
            Length("visible_width", "centre's visible width", "1152 mm"),
            Length("side_width", "a side's visible width", "588 mm"),
            _DISTANCE,
            _BEZEL,
        ),
        (
            Shown("turn_deg", "turn"),
            Shown("between_planes_deg", "between the screens"),
            Shown("whole_deg", "whole angle"),
            Shown("far_edge_x_mm", "far edge along"),
            Shown("far_edge_y_mm", "far edge out"),
        ),
        _sides,
    ),
    Sum(
        "rig.curved",
        "8.3",
        "One bent panel",
        "The whole angle of a curved panel.",
        "2·atan2(R·sin(w/2R), d − R(1 − cos(w/2R)))",
        (
            Length("radius", "radius", "1000 mm"),
            Length("arc_width", "width along the arc", "1195 mm"),
            Length("distance", "eye to the arc's middle", "700 mm"),
        ),
        (Shown("whole_deg", "whole angle"),),
        _curved,
    ),
    Sum(
        "rig.ultrawide",
        "8.3",
        "Ultrawide with flat sides",
        "Flat sides of equal height beside an ultrawide.",
        "side width = centre height × side aspect; far edge as for three",
        (
            Aspect("centre_aspect", "centre's aspect", "32:9"),
            Length("centre_diagonal", "centre's diagonal", '49"'),
            Aspect("side_aspect", "sides' aspect", "16:9"),
            _BEZEL,
            _DISTANCE,
            Number("turn_deg", "the sides' turn", "62", lo=0, hi=90),
        ),
        (
            Shown("whole_deg", "whole angle"),
            Shown("side_diagonal_mm", "side's diagonal"),
            Shown("side_width_mm", "side's width"),
            Shown("far_edge_x_mm", "far edge along"),
            Shown("far_edge_y_mm", "far edge out"),
        ),
        _ultrawide,
    ),
    Sum(
        "rig.game",
        "8.4",
        "What to type into the game",
        "Field of view in every form, the stretch of one wide projection, pixels behind a joint.",
        "v = 2·atan(tan(h/2)/a); stretch = 1/cos²; 2b/p",
        (
            Number("horizontal_deg", "across, of the screen it is typed for", "58", lo=0, hi=179, over=True),
            _ASPECT,
            Number("whole_deg", "whole angle", "", "none", lo=0, hi=360, over=True),
            Length("visible_width", "a screen's visible width", "", "none"),
            Number("pixels_across", "its pixels across", "", "none", lo=16, hi=32_768, whole=True),
            Length("bezel", "bezel on a touching side", "", "none", sign="zero"),
        ),
        (
            Shown("vertical_deg", "up"),
            Shown("vertical_rad", "up, in radians"),
            Shown("whole_typed_deg", "whole, as games take it"),
            Shown("stretch_at_far_edge", "stretch at the far edge"),
            Shown("bezel_px_per_joint", "pixels behind a joint"),
        ),
        _game,
    ),
    Sum(
        "rig.same_angle",
        "8.6",
        "Other sizes at the same angle",
        "How far other sizes stand to be seen as large, and the room they take.",
        "d′ = d × D′/D at the equal-distance turn",
        (
            _ASPECT,
            Number("diagonal_in", "diagonal, inches", "32", lo=5, hi=300),
            _DISTANCE,
            Custom(
                "others_in",
                "other diagonals, inches",
                "24, 40, 55",
                shape="list of numbers",
                reader=_sizes,
                from_text=_sizes_text,
            ),
            _BEZEL,
        ),
        (Shown("distance_whole_width_depth_mm_deg_mm_mm", "distance, whole angle, width, depth of each"),),
        _same_angle,
    ),
    Sum(
        "rig.pixels",
        "8.6",
        "Pixels a frame",
        "Pixels that a graphics card draws for so many screens.",
        "screens × pixels, × Hz",
        (
            Number("screens", "screens", "3", lo=1, hi=64, whole=True),
            Custom(
                "pixels",
                "pixels of each",
                "1920 x 1080",
                shape="[across, up]",
                reader=read_pixels,
                from_text=pixels_text,
            ),
            Number("hz", "frames a second", "120", lo=1, hi=1000),
        ),
        (Shown("frame_mpx", "a frame [Mpx]"), Shown("second_mpx", "a second [Mpx]")),
        _pixels,
    ),
)
