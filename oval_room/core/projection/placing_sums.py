"""Sums of rules 6.4 and 6.6 to 6.11: keystone, beam, mount window, ultra-short throw, wide films, squareness."""

from __future__ import annotations

from typing import Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.projection.beam import Beam, struck
from oval_room.core.projection.keystone import STEEPEST, keystone, keystone_level
from oval_room.core.projection.mount_point import LensOnPlate
from oval_room.core.projection.mount_window import mount_window
from oval_room.core.projection.shift import Share, ShiftWindow
from oval_room.core.projection.square import cause, squareness
from oval_room.core.projection.throw import VENT, Lens, Span
from oval_room.core.projection.ultra_short import bump, cabinet, sensitivity
from oval_room.core.projection.wide_films import FILM, bars, by_zoom, largest
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Flag, Length, Number, Pair, Word

_HUNG: Final = "whether the projector hangs inverted"
_RANGE: Final = Pair("lens_range", "the lens's throw ratios, wide and tele", "1.36; 1.71", lo=0, hi=30, over=True)
_RATIO: Final = Number("throw_ratio", "throw over width", "1.35", lo=0.1, hi=30)
_GAP: Final = Number("bottom_gap_heights", "bottom gap, in image heights", "0.16", lo=0, hi=5)
_SCOPE: Final = Aspect("scope_aspect", "the wide film's width over height", "2.40")


def _keystone(throw_ratio: float, aspect: float, throw: float, pitch_deg: float) -> Result:
    found = keystone(throw_ratio=throw_ratio, aspect=aspect, throw=throw, pitch=pitch_deg)
    level = keystone_level(found.pixels)
    return {
        "corrected_width_mm": found.width,
        "corrected_height_mm": found.height,
        "bottom_above_lens_mm": found.bottom,
        "top_above_lens_mm": found.top,
        "pixels_used_pct": found.pixels,
        "raster_top_above_lens_mm": found.raster_top,
        "raster_bottom_above_lens_mm": found.raster_bottom,
        "level": None if level is Level.NOTE else level.value,
    }


def _ends(lo_hi: tuple[float, float], field: str) -> Span:
    if lo_hi[0] > lo_hi[1]:
        raise RefusedError("give the box's two ends, the less first", field=field, value=lo_hi[0])
    return Span(*lo_hi)


def _beam(
    lens: tuple[float, float, float],
    picture_centre: tuple[float, float],
    raster_width: float,
    raster_height: float,
    screen_y: float,
    box_x: tuple[float, float],
    box_y: tuple[float, float],
    box_z: tuple[float, float],
) -> Result:
    if lens[1] <= screen_y:
        raise RefusedError("the lens must be in front of the screen: give more for its second length", field="lens")
    beam = Beam(lens, picture_centre, raster_width, raster_height, screen_y)
    found = struck(beam, _ends(box_x, "box_x"), _ends(box_y, "box_y"), _ends(box_z, "box_z"))
    return {
        "struck": found is not None,
        "from_y_mm": found.least if found else None,
        "to_y_mm": found.greatest if found else None,
    }


def _region(
    width: float,
    height: float,
    screen_y: float,
    image_centre: tuple[float, float],
    lens_range: Lens,
    lens_right: float,
    lens_forward: float,
    hung_inverted: bool,
    lens_z: float,
    limit_up_heights: float,
    limit_side_widths: float,
    share: str,
    room_depth: float,
    body_behind_lens: float,
    vent: float,
    joists_y: tuple[float, ...],
) -> Result:
    found = mount_window(
        width=width,
        height=height,
        screen_y=screen_y,
        image=image_centre,
        lens=lens_range,
        on_plate=LensOnPlate(lens_right, lens_forward, 0.0),
        hung=hung_inverted,
        lens_z=lens_z,
        window=ShiftWindow(limit_up_heights, limit_up_heights, limit_side_widths, share),
        room_depth=room_depth,
        body_behind_lens=body_behind_lens,
        vent=vent,
        joists=joists_y,
    )
    return {
        "plate_y_mm": list(found.y) if found.y else None,
        "plate_x_mm": list(found.x) if found.x else None,
        "joists_inside_mm": list(found.joists),
        "deepest_joist_mm": found.deepest,
        "slack_mm": list(found.slack) if found.slack else None,
    }


def _cabinet(
    width: float,
    height: float,
    throw_ratio: float,
    datum_to_back: float,
    cabinet_depth: float,
    cabinet_height: float,
    bottom_gap_heights: float,
    stand_off: float,
    furniture_top: float,
    furniture_depth: float,
) -> Result:
    found = cabinet(
        width=width,
        height=height,
        throw_ratio=throw_ratio,
        datum_to_back=datum_to_back,
        depth=cabinet_depth,
        cabinet_height=cabinet_height,
        bottom_gap=bottom_gap_heights,
        stand_off=stand_off,
        furniture_top=furniture_top,
        furniture_depth=furniture_depth,
    )
    return {
        "cabinet_back_to_wall_mm": found.back_to_wall,
        "level": found.level.value,
        "depth_needed_mm": found.depth_needed,
        "furniture_stands_off_mm": found.furniture_off,
        "image_bottom_mm": found.bottom,
    }


def _sensitivity(
    throw_ratio: float,
    aspect: float,
    bottom_gap_heights: float,
    throw: float,
    spot_above_cabinet_top: float,
    spot_right_of_lens: float,
    **bumped: float,
) -> Result:
    found = sensitivity(throw_ratio=throw_ratio, aspect=aspect, bottom_gap=bottom_gap_heights)
    down, left = bump(throw=throw, above=spot_above_cabinet_top, right=spot_right_of_lens, towards=bumped["bump"])
    return {
        "wider_mm_per_mm_farther": found.wider,
        "bottom_up_mm_per_mm_farther": found.bottom_up,
        "top_up_mm_per_mm_farther": found.top_up,
        "spot_comes_down_mm": down,
        "spot_goes_left_mm": left,
    }


def _zoom(
    height: float, scope_aspect: float, throw: float, lens_range: Lens, image_centre_z: float, lens_z: float
) -> Result:
    found = by_zoom(
        height=height, scope=scope_aspect, lens=lens_range, throw=throw, image_z=image_centre_z, lens_z=lens_z
    )
    near, far = found.span.least, found.span.greatest
    return {
        "possible": found.possible,
        "ok_here": found.possible and near <= throw <= far,
        "zoom_needed": found.zoom,
        "lens_zoom": lens_range[1] / lens_range[0],
        "nearest_mm": near if found.possible else None,
        "farthest_mm": far if found.possible else None,
        "raster_width_mm": found.raster[0],
        "raster_height_mm": found.raster[1],
        "overshoot_each_mm": found.overshoot,
        "side_bar_each_mm": found.side_bar,
        "v_film_heights": found.v_film,
        "v_scope_heights": found.v_scope,
        "light_ratio": found.light,
    }


def _constant_width(width: float, scope_aspect: float) -> Result:
    film, together = bars(width, scope_aspect)
    return {
        "film_height_mm": film,
        "bar_each_mm": together / 2,
        "bars_together_mm": together,
        "screen_height_mm": width / FILM,
    }


def _short(throw: float, throw_ratio_wide: float, screen_width: float, scope_aspect: float) -> Result:
    width, height = largest(throw, throw_ratio_wide, scope_aspect)
    width, height = min(width, screen_width), min(height, screen_width / scope_aspect)
    return {
        "width_mm": width,
        "height_mm": height,
        "blank_width_mm": screen_width - width,
        "blank_height_mm": screen_width / scope_aspect - height,
    }


def _square(diagonals: tuple[float, float], top: float, bottom: float, left: float, right: float) -> Result:
    found = squareness(diagonals, top=top, bottom=bottom, left=left, right=right)
    return {
        "levels": [level.value for level in found.levels],
        "differences_mm": list(found.differences),
        "limit_mm": found.limit,
        "looks_like": cause(found, top=top, bottom=bottom, left=left, right=right) or None,
    }


PLACING_SUMS: Final = (
    Sum(
        "keystone",
        "6.4",
        "Tilt in place of shift",
        "What a pitched projector throws, the straight picture in it, and the pixels that costs.",
        "x = u·d/(cosθ − v·sinθ), z = d·(sinθ + v·cosθ)/(cosθ − v·sinθ)",
        (
            _RATIO,
            Aspect("aspect", "the raster's width over height", "16:9"),
            Length("throw", "lens to screen, square to it", "3200 mm"),
            Number("pitch_deg", "pitch of the lens, up positive", "7", lo=-STEEPEST, hi=STEEPEST),
        ),
        (
            Shown("pixels_used_pct", "pixels used"),
            Shown("level", "verdict"),
            Shown("corrected_width_mm", "corrected width"),
            Shown("corrected_height_mm", "corrected height"),
            Shown("bottom_above_lens_mm", "its bottom above the lens"),
            Shown("top_above_lens_mm", "its top above the lens"),
            Shown("raster_bottom_above_lens_mm", "raster's bottom above the lens"),
            Shown("raster_top_above_lens_mm", "raster's top above the lens"),
        ),
        _keystone,
    ),
    Sum(
        "beam.box",
        "6.6",
        "Is it in the beam",
        "Whether a box meets the pyramid from the lens to the picture, and where.",
        "bounds in x and z are linear in y; struck where both meet at one depth",
        (
            Length("lens", "lens: along, out, up", "2000 mm; 3600 mm; 2050 mm", sign="any", count=3),
            Length("picture_centre", "raster's centre: along, up", "2000 mm; 1180 mm", sign="any", count=2),
            Length("raster_width", "width of the raster lit", "2214 mm"),
            Length("raster_height", "its height", "1245 mm"),
            Length("screen_y", "screen surface from the wall", "60 mm", sign="any"),
            Length("box_x", "the box along the wall: from, to", "1500 mm; 1800 mm", sign="any", count=2),
            Length("box_y", "out from it: from, to", "1700 mm; 2000 mm", sign="any", count=2),
            Length("box_z", "up: from, to", "1700 mm; 2440 mm", sign="any", count=2),
        ),
        (Shown("struck", "struck"), Shown("from_y_mm", "from, out"), Shown("to_y_mm", "to, out")),
        _beam,
    ),
    Sum(
        "mount.region",
        "6.7",
        "The mount window",
        "Plate places that throw, body and shift allow at a lens height, and the joists in them.",
        "plate y = y_p + d + dy for every throw; plate x = x_c ± what shift is left sideways, ± dx",
        (
            Length("width", "raster width", "2214 mm"),
            Length("height", "raster height", "1245 mm"),
            Length("screen_y", "screen surface from the wall", "60 mm", sign="any"),
            Length("image_centre", "image centre: along, up", "2000 mm; 1180 mm", sign="any", count=2),
            _RANGE,
            Length("lens_right", "lens right of the plate, upright, seen from behind", "92 mm", sign="any"),
            Length("lens_forward", "lens forward of the plate", "158 mm", sign="any"),
            Flag("hung_inverted", _HUNG, "yes"),
            Length("lens_z", "lens above the floor", "1955 mm", sign="any"),
            Number("limit_up_heights", "limit up, in image heights", "0.7", lo=0, hi=5),
            Number("limit_side_widths", "limit sideways, in image widths", "0.25", lo=0, hi=5),
            Word("share", "how the two share", "diamond", words=get_args(Share)),
            Length("room_depth", "wall to wall", "4400 mm"),
            Length("body_behind_lens", "body behind the lens front", "365 mm", sign="zero"),
            Length("vent", "clearance for air behind", "", "100 mm", VENT, sign="zero"),
            Length("joists_y", "joists' middles, out from the wall", "2950 mm; 3360 mm; 3770 mm", many=True),
        ),
        (
            Shown("plate_y_mm", "plate out from the wall"),
            Shown("plate_x_mm", "plate along the wall"),
            Shown("deepest_joist_mm", "deepest joist inside"),
            Shown("slack_mm", "its slack to both ends"),
            Shown("joists_inside_mm", "joists inside"),
        ),
        _region,
        into=("plate out", "deepest_joist_mm"),
    ),
    Sum(
        "ust.place",
        "6.8",
        "Ultra-short throw on its furniture",
        "Cabinet off the wall, the depth its furniture needs, and where the picture then begins.",
        "back to wall = TR·w − b + stand-off; bottom = furniture + cabinet + g₀·h",
        (
            Length("width", "picture width", "2214 mm"),
            Length("height", "picture height", "1245 mm"),
            Number("throw_ratio", "throw over width", "0.235", lo=0.1, hi=1),
            Length("datum_to_back", "cabinet's back to its lens datum", "318 mm", sign="zero"),
            Length("cabinet_depth", "cabinet depth", "352 mm"),
            Length("cabinet_height", "cabinet height", "128 mm"),
            _GAP,
            Length("stand_off", "screen surface to wall", "35 mm", "0", 0.0, sign="zero"),
            Length("furniture_top", "top of the furniture", "430 mm", sign="zero"),
            Length("furniture_depth", "depth of the furniture", "500 mm"),
        ),
        (
            Shown("cabinet_back_to_wall_mm", "cabinet's back to the wall"),
            Shown("level", "verdict"),
            Shown("image_bottom_mm", "image bottom above the floor"),
            Shown("depth_needed_mm", "depth that carries it"),
            Shown("furniture_stands_off_mm", "furniture off the wall"),
        ),
        _cabinet,
        into=("bottom", "image_bottom_mm"),
    ),
    Sum(
        "ust.sensitivity",
        "6.8",
        "What a millimetre does",
        "An ultra-short throw one millimetre farther, and a bump in its wall.",
        "wider 1/TR, bottom up g₀/(TR·a), top up (1 + g₀)/(TR·a); a bump δ moves a spot δ·(z − z₀)/d",
        (
            Number("throw_ratio", "throw over width", "0.235", lo=0.1, hi=1),
            Aspect("aspect", "width over height", "16:9"),
            _GAP,
            Length("throw", "lens datum to screen", "520 mm"),
            Length("spot_above_cabinet_top", "the spot over the cabinet's top", "1290 mm", sign="any"),
            Length("spot_right_of_lens", "the spot right of the lens", "640 mm", sign="any"),
            Length("bump", "wall towards the projector by", "2 mm", sign="any"),
        ),
        (
            Shown("wider_mm_per_mm_farther", "wider for each mm farther"),
            Shown("bottom_up_mm_per_mm_farther", "bottom up for each mm"),
            Shown("top_up_mm_per_mm_farther", "top up for each mm"),
            Shown("spot_comes_down_mm", "the spot comes down"),
            Shown("spot_goes_left_mm", "the spot goes left"),
        ),
        _sensitivity,
    ),
    Sum(
        "scope.zoom",
        "6.9",
        "Wide films by zoom",
        "16:9 and a wide film at one height from one lens.",
        "zoom = a/1.778 within TR_tele/TR_wide at one distance; overshoot = (w/a_n − h)/2",
        (
            Length("height", "height of both pictures", "1210 mm"),
            _SCOPE,
            _RANGE,
            Length("throw", "lens to screen", "4050 mm"),
            Length("image_centre_z", "image centre above the floor", "1290 mm", sign="any"),
            Length("lens_z", "lens above the floor", "2010 mm", sign="any"),
        ),
        (
            Shown("possible", "one lens position serves both"),
            Shown("ok_here", "this throw does"),
            Shown("nearest_mm", "nearest for both"),
            Shown("farthest_mm", "farthest for both"),
            Shown("zoom_needed", "zoom needed"),
            Shown("lens_zoom", "zoom the lens has"),
            Shown("raster_width_mm", "raster width for scope"),
            Shown("raster_height_mm", "raster height for scope"),
            Shown("overshoot_each_mm", "overshoot above and below"),
            Shown("side_bar_each_mm", "bars beside 16:9"),
            Shown("v_film_heights", "shift for 16:9"),
            Shown("v_scope_heights", "shift for scope"),
            Shown("light_ratio", "light of scope over 16:9"),
        ),
        _zoom,
    ),
    Sum(
        "scope.constant_width",
        "6.9",
        "Wide films on a 16:9 screen",
        "The bars above and below.",
        "bars = h·(1 − 1.778/a)",
        (Length("width", "screen width", "2880 mm"), _SCOPE),
        (
            Shown("film_height_mm", "height of the film"),
            Shown("bar_each_mm", "each bar"),
            Shown("bars_together_mm", "both bars"),
            Shown("screen_height_mm", "height of the screen"),
        ),
        _constant_width,
    ),
    Sum(
        "scope.short",
        "6.9",
        "A throw too short for the wide film",
        "The largest wide film from here, and what stays blank.",
        "width = d/TR_wide",
        (
            Length("throw", "lens to screen", "3690 mm"),
            Number("throw_ratio_wide", "the lens's wide end", "1.36", lo=0.1, hi=30),
            Length("screen_width", "screen width", "2904 mm"),
            _SCOPE,
        ),
        (
            Shown("width_mm", "largest width"),
            Shown("height_mm", "its height"),
            Shown("blank_width_mm", "blank across"),
            Shown("blank_height_mm", "blank in height"),
        ),
        _short,
    ),
    Sum(
        "square.check",
        "6.11",
        "Is the picture square",
        "Diagonals and sides as measured on the screen.",
        "|d₁ − d₂|, |top − bottom|, |left − right| ≤ 0.25 % of the diagonal",
        (
            Length("diagonals", "both diagonals", "2541 mm; 2541 mm", count=2),
            Length("top", "top edge", "2206 mm"),
            Length("bottom", "bottom edge", "2224 mm"),
            Length("left", "left edge", "1247 mm"),
            Length("right", "right edge", "1247 mm"),
        ),
        (
            Shown("levels", "diagonals, widths, heights"),
            Shown("differences_mm", "they differ by"),
            Shown("limit_mm", "they may differ by"),
            Shown("looks_like", "it looks like"),
        ),
        _square,
    ),
)
