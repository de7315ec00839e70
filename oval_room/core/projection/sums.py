"""Sums of rules 6.1 to 6.3 and 6.5: throw, room behind, shift, mount point."""

from __future__ import annotations

from typing import Any, Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.projection.mount_point import LensOnPlate, plate_place, pole_drop, shelf_height
from oval_room.core.projection.shift import FIXED_ROOM, Share, ShiftWindow, check_polygon, fixed_lens_height, shift_need
from oval_room.core.projection.throw import VENT, Lens, distances, room_behind, throw_level, widths
from oval_room.core.screens.size import picture_size
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Custom, Flag, Length, Number, Pair, Word, items_of, split_list
from oval_room.core.units import Unit


def _range(lens_range: Lens, width: float | None, throw: float | None, step: float) -> Result:
    if width is None and throw is None:
        raise RefusedError("give a width, a throw or both", field="width")
    out: Result = {}
    for names, span in (
        (("nearest", "farthest"), distances(width, lens_range) if width is not None else None),
        (("least_width", "greatest_width"), widths(throw, lens_range) if throw is not None else None),
    ):
        safe = span.safe(step) if span else None
        for name, end in zip(names, ("least", "greatest"), strict=True):
            out[f"{name}_mm"] = getattr(span, end, None)
            out[f"{name}_safe_mm"] = getattr(safe, end, None)
    return out


def _check(
    lens_range: Lens,
    width: float | None,
    diagonal: float | None,
    aspect: float | None,
    throw: float | None,
    lens_from_wall: float | None,
    screen_stand_off: float,
    instrument: str,
) -> Result:
    if (throw is None) == (lens_from_wall is None):
        raise RefusedError("give the throw, or lens_from_wall with screen_stand_off", field="throw")
    if throw is None:
        assert lens_from_wall is not None
        throw = lens_from_wall - screen_stand_off
        if throw <= 0:
            raise RefusedError("the lens must be in front of the screen: give more", field="lens_from_wall")
    if (width is None) == (diagonal is None):
        raise RefusedError("give the width, or the diagonal with an aspect", field="width")
    if width is None:
        if aspect is None:
            raise RefusedError("give the aspect of the diagonal", field="aspect")
        width = picture_size(aspect=aspect, diagonal=diagonal).width
    near_far, narrow_wide = distances(width, lens_range), widths(throw, lens_range)
    return {
        "throw_mm": throw,
        "width_mm": width,
        "throw_ratio": throw / width,
        "level": throw_level(throw, width, lens_range, half_width=HALF_WIDTH[instrument]).value,
        "nearest_mm": near_far.least,
        "farthest_mm": near_far.greatest,
        "least_width_mm": narrow_wide.least,
        "greatest_width_mm": narrow_wide.greatest,
    }


def _body(throw: float, body_behind_lens: float, room_depth: float, screen_stand_off: float, vent: float) -> Result:
    left = room_behind(
        room_depth=room_depth, stand_off=screen_stand_off, throw=throw, body_behind_lens=body_behind_lens, vent=vent
    )
    return {"room_left_mm": left, "level": (Level.STOP if beyond(0, left) else Level.GOOD).value}


Corners = tuple[tuple[float, float], ...]


def _read_polygon(raw: object, unit: Unit) -> Corners:
    corners = []
    for corner in items_of(raw, "corners"):
        numbers = isinstance(corner, (list, tuple)) and len(corner) == 2
        if not numbers or not all(isinstance(n, (int, float)) and abs(n) < 100 for n in corner):
            raise RefusedError("give each corner as [s, v] in image widths and heights", value=corner)
        corners.append((float(corner[0]), float(corner[1])))
    check_polygon(corners)
    return tuple(corners)


def _polygon_text(text: str) -> list[list[Any]]:
    try:
        return [[float(n) for n in part.split(",")] for part in split_list(text)]
    except ValueError:
        raise RefusedError("give corners as s, v; s, v; s, v", field="polygon_s_v", value=text) from None


def _shift(
    width: float,
    height: float,
    image_centre: tuple[float, float],
    lens: tuple[float, float],
    limit_up_heights: float | None,
    limit_down_heights: float | None,
    limit_side_widths: float | None,
    share: str | None,
    offset_heights: float,
    hung_inverted: bool,
    polygon_s_v: Corners | None,
) -> Result:
    if polygon_s_v:
        window = ShiftWindow(polygon=polygon_s_v)
    else:
        if limit_up_heights is None:
            raise RefusedError("is missing: give the lens's limit up, or polygon_s_v", field="limit_up_heights")
        if limit_side_widths is None:
            raise RefusedError("is missing: give the lens's limit sideways, or polygon_s_v", field="limit_side_widths")
        if share is None:
            raise RefusedError("is missing: give box, diamond or ellipse, or polygon_s_v", field="share")
        down = limit_up_heights if limit_down_heights is None else limit_down_heights
        window = ShiftWindow(limit_up_heights, down, limit_side_widths, share, offset_heights)
    need = shift_need(width=width, height=height, image=image_centre, lens=lens, window=window, hung=hung_inverted)
    return {
        "v_heights": need.v,
        "s_widths": need.s,
        "inside": need.inside,
        "lens_up_alone_mm": need.lens_up,
        "lens_right_alone_mm": need.lens_right,
        "use_of_window": need.use,
    }


def _fixed(
    image_centre_z: float, height: float, offset_heights: float, hung_inverted: bool, lens_is_at: float | None
) -> Result:
    wanted = fixed_lens_height(image_centre_z, height, offset_heights, hung=hung_inverted)
    level = None
    if lens_is_at is not None:
        level = (Level.STOP if beyond(abs(lens_is_at - wanted), FIXED_ROOM) else Level.GOOD).value
    return {"lens_z_mm": wanted, "lens_above_image_top_mm": wanted - (image_centre_z + height / 2), "level": level}


def _mount(
    picture_x: float,
    screen_y: float,
    throw: float,
    lens_right: float,
    lens_forward: float,
    plate_to_axis: float,
    lens_z: float,
    hung_inverted: bool,
    ceiling: float | None,
    mount_least_height: float,
) -> Result:
    lens = LensOnPlate(lens_right, lens_forward, plate_to_axis)
    x, y = plate_place(lens, lens_x=picture_x, lens_y=screen_y + throw, hung=hung_inverted)
    out: Result = {"plate_x_mm": x, "plate_y_mm": y, "pole_drop_mm": None, "possible": None, "shelf_z_mm": None}
    if not hung_inverted:
        return out | {"shelf_z_mm": shelf_height(lens, lens_z=lens_z)}
    if ceiling is None:
        raise RefusedError("is missing: give the ceiling above the floor for a hung projector", field="ceiling")
    drop = pole_drop(lens, ceiling=ceiling, lens_z=lens_z)
    return out | {"pole_drop_mm": drop, "possible": not beyond(mount_least_height, drop)}


_RANGE: Final = Pair("lens_range", "the lens's throw ratios, wide and tele", "1.36; 1.71", lo=0, hi=30, over=True)
_HUNG: Final = "whether the projector hangs inverted"

SUMS: Final = (
    Sum(
        "throw.range",
        "6.1",
        "Throw range",
        "Distances for a width, widths at a throw, rounded the safe way.",
        "nearest = w·TR_wide, farthest = w·TR_tele; widths d/TR_tele … d/TR_wide",
        (
            Length("width", "picture width", '88.5"', "width, throw or both"),
            _RANGE,
            Length("throw", "lens front to screen surface", "", "width, throw or both"),
            Length("step", "the ruler's step", '1/16"', "1 mm", 1.0),
        ),
        (
            Shown("nearest_safe_mm", "nearest, safe"),
            Shown("farthest_safe_mm", "farthest, safe"),
            Shown("least_width_safe_mm", "least width, safe"),
            Shown("greatest_width_safe_mm", "greatest width, safe"),
            Shown("nearest_mm", "nearest"),
            Shown("farthest_mm", "farthest"),
            Shown("least_width_mm", "least width"),
            Shown("greatest_width_mm", "greatest width"),
        ),
        _range,
        into=("throw", "nearest_safe_mm"),
    ),
    Sum(
        "throw.check",
        "6.1",
        "Does this throw work",
        "A width at a throw: verdict and both cures.",
        "TR = d/w within the lens; mind within 5 % of an end or a quarter of the range",
        (
            _RANGE,
            Length("width", "picture width", "", "or diagonal and aspect"),
            Length("diagonal", "picture diagonal", '106"', "or width"),
            Aspect("aspect", "width over height", "16:9", "with diagonal"),
            Length("throw", "lens front to screen surface", "", "or lens_from_wall"),
            Length("lens_from_wall", "lens front to wall", "3640 mm", "or throw"),
            Length("screen_stand_off", "screen surface to wall", "95 mm", "0", 0.0, sign="zero"),
            Word("instrument", "what the throw was read with", "laser", "laser", "laser", words=tuple(HALF_WIDTH)),
        ),
        (
            Shown("level", "verdict"),
            Shown("throw_ratio", "throw ratio"),
            Shown("throw_mm", "throw"),
            Shown("width_mm", "width"),
            Shown("nearest_mm", "nearest for this width"),
            Shown("farthest_mm", "farthest for this width"),
            Shown("least_width_mm", "least width at this throw"),
            Shown("greatest_width_mm", "greatest width at this throw"),
        ),
        _check,
        into=("throw", "throw_mm"),
    ),
    Sum(
        "throw.body",
        "6.2",
        "Room behind the projector",
        "What is left behind the body and its air.",
        "room − stand-off − throw − body behind lens − vent",
        (
            Length("throw", "lens front to screen surface", "3925 mm"),
            Length("body_behind_lens", "body behind the lens front", "365 mm", sign="zero"),
            Length("room_depth", "wall to wall", "4400 mm"),
            Length("screen_stand_off", "screen surface to wall", "60 mm", "0", 0.0, sign="zero"),
            Length("vent", "clearance for air behind", "", "100 mm", VENT, sign="zero"),
        ),
        (Shown("room_left_mm", "room left"), Shown("level", "verdict")),
        _body,
    ),
    Sum(
        "shift.need",
        "6.3",
        "Lens shift",
        "Shift a picture needs, whether the lens has it, and the least move that ends on its border.",
        "v = (z_image − z_lens)/h, s = (x_image − x_lens)/w",
        (
            Length("width", "raster width", "2214 mm"),
            Length("height", "raster height", "1245 mm"),
            Length("image_centre", "image centre: along, up", "2000 mm; 1180 mm", sign="any", count=2),
            Length("lens", "lens: along, up", "1820 mm; 2030 mm", sign="any", count=2),
            Number("limit_up_heights", "limit up, in image heights", "0.7", "or polygon_s_v", lo=0, hi=5),
            Number("limit_side_widths", "limit sideways, in image widths", "0.25", "or polygon_s_v", lo=0, hi=5),
            Word("share", "how the two share", "diamond", "or polygon_s_v", words=get_args(Share)),
            Number("limit_down_heights", "limit down, in image heights", "", "as up", lo=0, hi=5),
            Number("offset_heights", "built-in offset upright, in image heights", "", "0", 0.0, lo=-5, hi=5),
            Flag("hung_inverted", _HUNG, "no", "false", False),
            Custom(
                "polygon_s_v",
                "corners [s, v] of a convex window",
                "",
                "replaces limits and share",
                shape="corners [s, v]",
                reader=_read_polygon,
                from_text=_polygon_text,
            ),
        ),
        (
            Shown("inside", "the lens has it"),
            Shown("v_heights", "v, image heights"),
            Shown("s_widths", "s, image widths"),
            Shown("lens_up_alone_mm", "lens up alone"),
            Shown("lens_right_alone_mm", "lens right alone"),
            Shown("use_of_window", "share of the window used"),
        ),
        _shift,
    ),
    Sum(
        "shift.fixed",
        "6.3",
        "Fixed offset",
        "Lens height that a fixed offset asks for.",
        "z_lens = z_image − v₀·h upright, + v₀·h hung",
        (
            Length("image_centre_z", "image centre above the floor", "1180 mm", sign="any"),
            Length("height", "image height", "1245 mm"),
            Number("offset_heights", "built-in offset, in image heights", "0.62", lo=-5, hi=5),
            Flag("hung_inverted", _HUNG, "yes"),
            Length("lens_is_at", "lens height now", "1944 mm", "none", sign="any"),
        ),
        (
            Shown("lens_z_mm", "lens above the floor"),
            Shown("lens_above_image_top_mm", "lens above the image's top"),
            Shown("level", "verdict"),
        ),
        _fixed,
        into=("lens up", "lens_z_mm"),
    ),
    Sum(
        "mount.point",
        "6.5",
        "Where the plate goes",
        "Plate and pole, or shelf, for a lens on the picture's centre line.",
        "hung: x + dx, y + d + dy, pole = ceiling − dz − z_lens; upright: x − dx, shelf = z_lens − dz",
        (
            Length("picture_x", "picture's middle along the wall", "2000 mm", sign="any"),
            Length("screen_y", "screen surface from the wall", "60 mm", sign="any"),
            Length("throw", "lens front to screen surface", "3490 mm"),
            Length("lens_right", "lens right of the plate, upright, seen from behind", "92 mm", sign="any"),
            Length("lens_forward", "lens forward of the plate", "158 mm", sign="any"),
            Length("plate_to_axis", "plate to lens axis", "84 mm", sign="any"),
            Length("lens_z", "lens above the floor", "1955 mm", sign="any"),
            Flag("hung_inverted", _HUNG, "yes"),
            Length("ceiling", "ceiling above the floor", "2440 mm", "when hung"),
            Length("mount_least_height", "the mount's own least height", "", "0", 0.0, sign="zero"),
        ),
        (
            Shown("plate_x_mm", "plate along the wall"),
            Shown("plate_y_mm", "plate out from the wall"),
            Shown("pole_drop_mm", "pole below the ceiling"),
            Shown("possible", "the mount is short enough"),
            Shown("shelf_z_mm", "shelf above the floor"),
        ),
        _mount,
        into=("plate out", "plate_y_mm"),
    ),
)
