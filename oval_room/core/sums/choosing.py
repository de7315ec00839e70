"""Sums of rules 2.2 to 2.7, 3.4, 4.6, 5.5, 6.10 and 11: shapes, cloth, off axis, glare, blinds, upkeep, sound."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from typing import Any, Final, cast

from oval_room.core.errors import RefusedError
from oval_room.core.light.blinds import blinds
from oval_room.core.light.contrast import stray_luminance
from oval_room.core.pose import Point, Turn
from oval_room.core.projection.upkeep import hush_air, life_years
from oval_room.core.screens.cloth import BOTTOM_BAR, apart, apart_level, cloth_piece, drop_down
from oval_room.core.screens.lag import FAST, RHYTHM, chain_lag, lag_level, lag_words
from oval_room.core.screens.shapes import Display, beside, curve, split
from oval_room.core.screens.size import picture_size
from oval_room.core.screens.surfaces import SURFACES
from oval_room.core.sound.with_picture import lip_sync_level
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Custom, Flag, Length, Number, Pair, Word, items_of, read_lengths
from oval_room.core.units import Unit
from oval_room.core.viewing.glare import Glass, glare_level, least_turn, overlaps
from oval_room.core.viewing.offaxis import HALF_GAIN, PANEL_LIMIT, off_axis_level, off_axis_limit, relative_gain

_POINT: Final = (Length("corners", "", sign="any", many=True),)
_FRAMES: Final = (Length("diagonal", ""), Length("frame_top", "", sign="zero"), Length("frame_bottom", "", sign="zero"))


def _display(raw: object, unit: Unit) -> Display:
    if not isinstance(raw, Mapping) or not isinstance(raw.get("pixels"), str):
        raise RefusedError('give {"diagonal_in": …, "pixels": "1920x1080", "frame_top_mm": …, "frame_bottom_mm": …}')
    found = re.fullmatch(r"\s*(\d{2,5})\s*[x×]\s*(\d{2,5})\s*", raw["pixels"])
    extra = set(raw) - {"pixels"} - {key for length in _FRAMES for key in length.keys}
    if not found or extra:
        raise RefusedError("give pixels as 1920x1080" if not found else f"takes no {min(extra)}")
    sizes = read_lengths(raw, _FRAMES, unit, "display")
    if sizes["diagonal"] is None:
        raise RefusedError("give its diagonal")
    across, up = int(found[1]), int(found[2])
    size = picture_size(aspect=across / up, diagonal=sizes["diagonal"])
    return Display(size.height, size.width / across, sizes["frame_top"] or 0.0, sizes["frame_bottom"] or 0.0)


def _display_text(text: str) -> dict[str, object]:
    """`27, 2560x1440, 6 mm, 14 mm` as a person may type a display: diagonal in inches, pixels, frame above and
    below."""
    parts = [part.strip() for part in text.split(",")]
    raw: dict[str, object] = {
        "diagonal_text": f'{parts[0]}"' if re.fullmatch(r"[0-9.]+", parts[0]) else parts[0],
        "pixels": parts[1] if len(parts) > 1 else "",
    }
    for key, part in zip(("frame_top_text", "frame_bottom_text"), parts[2:], strict=False):
        raw[key] = part
    return raw


def _lag(display_ms: float, receiver_ms: float, splitter_ms: float, extender_ms: float, plays: str) -> Result:
    whole = chain_lag(display_ms, receiver_ms, splitter_ms, extender_ms)
    return {"lag_ms": whole, "plays_as": lag_words(whole), "level": lag_level(whole, plays).value}


def _beside(first: Display, second: Display) -> Result:
    found = beside(first, second)
    return {
        "viewable_difference_mm": found.viewable,
        "overall_difference_mm": found.overall,
        "level_together": found.level_together,
        "pitch_difference_pct": found.pitch_pct,
        "keeps_size": found.keeps_size,
    }


def _split(aspect: float, diagonal: float, columns: int, rows: int) -> Result:
    size = picture_size(aspect=aspect, diagonal=diagonal)
    width, height = split(size.width, size.height, columns=columns, rows=rows)
    return {
        "players": columns * rows,
        "each_width_mm": width,
        "each_height_mm": height,
        "each_diagonal_mm": math.hypot(width, height),
    }


def _drop(
    case_bottom: float,
    black_drop: float,
    image_height: float,
    cloth_from_wall: float,
    furthest_thing_from_wall: float,
    bottom_bar: float,
) -> Result:
    found = drop_down(
        case_bottom, black_drop, image_height, cloth=cloth_from_wall, furthest=furthest_thing_from_wall, bar=bottom_bar
    )
    return {
        "image_top_mm": found.image_top,
        "image_bottom_mm": found.image_bottom,
        "clearance_mm": found.clearance,
        "clear_still": found.clear_still,
        "clear_moving": found.clear_moving,
    }


def _piece(width: float, height: float, turn_deg: float, grip_margin: float) -> Result:
    along, up = cloth_piece(width, height, turn_deg=turn_deg, margin=grip_margin)
    return {"piece_along_width_mm": along, "piece_along_height_mm": up}


def _apart(eye: tuple[float, float], left: tuple[float, float], right: tuple[float, float]) -> Result:
    angle = apart(eye, left, right)
    return {"apart_deg": angle, "level": apart_level(angle).value}


def _offaxis(surface: str, off_axis_deg: float) -> Result:
    return {
        "limit_deg": off_axis_limit(surface),
        "level": off_axis_level(surface, off_axis_deg).value,
        "relative_gain": relative_gain(surface, off_axis_deg),
    }


def _openings(raw: object, unit: Unit) -> tuple[tuple[Point, ...], ...]:
    out = []
    for i, item in enumerate(items_of(raw, "openings")):
        where = f"openings[{i}]"
        found = next((key for key in _POINT[0].keys if isinstance(item, Mapping) and key in item), None)
        if found is None:
            raise RefusedError('give each opening as {"name": …, "corners_mm": [[x, y, z], …]}', field=where)
        extra = set(item) - {"name", found}
        if extra:
            raise RefusedError("an opening takes name and corners only", field=f"{where}.{min(extra)}")
        out.append(_points(item[found], found.rpartition("_")[2], unit, f"{where}.{found}"))
    return tuple(out)


_XYZ: Final = Length("corner", "", sign="any", count=3)


def _point(raw: object, suffix: str, unit: Unit) -> Point:
    x, y, z = cast("tuple[float, float, float]", _XYZ.read_as(raw, suffix, unit))
    return Point(x, y, z)


def _points(raw: object, suffix: str, unit: Unit, where: str) -> tuple[Point, ...]:
    try:
        points = tuple(_point(one, suffix, unit) for one in items_of(raw, "corners"))
    except RefusedError as refused:
        raise refused.at(where) from None
    if len(points) < 3:
        raise RefusedError("give at least three corners, in order round it", field=where)
    return points


def _openings_text(text: str) -> list[dict[str, Any]]:
    """`800 4600 900, 1900 4600 900, …; next opening` as a person may type corners: x y z with a comma between
    corners."""
    openings = []
    for i, part in enumerate(filter(None, (p.strip() for p in text.split(";"))), 1):
        corners = [corner.split() for corner in part.split(",")]
        openings.append({"name": f"opening {i}", "corners_text": corners})
    return openings


class _Eyes(Length):
    """Several eyes, each three lengths."""

    def read_as(self, raw: object, suffix: str, unit: Unit) -> tuple[Point, ...]:
        return _points_any(raw, suffix, unit)

    def typed(self, text: str) -> tuple[str, object]:
        return f"{self.key}_text", [one.split() for one in text.split(",")]


def _points_any(raw: object, suffix: str, unit: Unit) -> tuple[Point, ...]:
    return tuple(_point(one, suffix, unit) for one in items_of(raw, "eyes"))


def _glass(centre: tuple[float, float, float], width: float, height: float, tilt: float, swivel: float) -> Glass:
    return Glass(Point(*centre), Turn(), width, height).turned(tilt_down=tilt, swivel=swivel)


def _overlap(
    centre: tuple[float, float, float],
    width: float,
    height: float,
    eye: tuple[float, float, float],
    openings: tuple[tuple[Point, ...], ...],
    tilt_down_deg: float,
    swivel_to_right_deg: float,
) -> Result:
    each, total = overlaps(
        _glass(centre, width, height, tilt_down_deg, swivel_to_right_deg), Point(*eye), [(one,) for one in openings]
    )
    return {"each_pct": each, "total_pct": total}


def _cure(
    centre: tuple[float, float, float],
    width: float,
    height: float,
    eyes: tuple[Point, ...],
    openings: tuple[tuple[Point, ...], ...],
    tilt_down_range_deg: tuple[float, float],
    swivel_to_right_range_deg: tuple[float, float],
) -> Result:
    glass, brights = _glass(centre, width, height, 0.0, 0.0), [(one,) for one in openings]
    (least, most), (left, right) = tilt_down_range_deg, swivel_to_right_range_deg
    return {
        "tilt_alone_deg": least_turn(glass, eyes, brights=brights, way="tilt_down", lo=least, hi=most),
        "swivel_alone_deg": least_turn(glass, eyes, brights=brights, way="swivel", lo=left, hi=right),
    }


def _blinds(
    white_cd_m2: float,
    native_contrast: float | None,
    surface: str,
    class_contrast: float,
    lux_side: float,
    lux_ceiling: float,
    lux_front: float,
) -> Result:
    back = SURFACES[surface]
    stray = stray_luminance(((lux_ceiling, back.ceiling), (lux_side, back.side), (lux_front, back.front)))
    found = blinds(
        white_cd_m2, math.inf if native_contrast is None else native_contrast, stray=stray, wanted=class_contrast
    )
    return {
        "possible": found.stop is not None,
        "stray_now_cd_m2": stray,
        "greatest_stray_cd_m2": found.greatest,
        "stop_pct": None if found.stop is None else found.stop * 100,
    }


_WINDOW: Final = "800 4600 900, 1900 4600 900, 1900 4600 2100, 800 4600 2100"
_GLASS: Final = (
    Length("centre", "picture's centre: x, y, z", "2000 mm; 60 mm; 1150 mm", sign="any", count=3),
    Length("width", "picture width", "1430 mm"),
    Length("height", "picture height", "805 mm"),
)
_OPENINGS: Final = Custom(
    "openings",
    "bright openings: x y z of each corner, commas between, ; between openings",
    _WINDOW,
    shape="list of {name, corners (points)}",
    reader=_openings,
    from_text=_openings_text,
)

SUMS: Final = (
    Sum(
        "screen.curved",
        "2.2",
        "A curved panel",
        "How wide a curved panel stands, and how deep its curve is.",
        "chord = 2R·sin(w/2R), depth = R(1 − cos(w/2R))",
        (Length("radius", "radius of the curve", "1500 mm"), Length("arc_width", "width along the curve", "880 mm")),
        (Shown("chord_mm", "chord"), Shown("curve_depth_mm", "depth of the curve")),
        lambda radius, arc_width: dict(zip(("chord_mm", "curve_depth_mm"), curve(radius, arc_width), strict=True)),
    ),
    Sum(
        "screen.beside",
        "2.3",
        "Level beside each other",
        "Two displays side by side: do they stand level, does a window keep its size.",
        "heights within 5 mm, pitches within 3 %",
        (
            Custom(
                "first",
                "the first: diagonal, pixels, frame above, frame below",
                "27, 2560x1440, 6 mm, 14 mm",
                shape="{diagonal (length), pixels, frame_top, frame_bottom (lengths)}",
                reader=_display,
                from_text=_display_text,
            ),
            Custom(
                "second",
                "the second",
                "34, 3440x1440, 6 mm, 14 mm",
                shape="{diagonal (length), pixels, frame_top, frame_bottom (lengths)}",
                reader=_display,
                from_text=_display_text,
            ),
        ),
        (
            Shown("level_together", "stand level"),
            Shown("viewable_difference_mm", "pictures differ in height"),
            Shown("overall_difference_mm", "over all"),
            Shown("keeps_size", "a window keeps its size"),
            Shown("pitch_difference_pct", "pixel pitches differ"),
        ),
        _beside,
    ),
    Sum(
        "screen.split",
        "2.4",
        "A split picture",
        "Each player's part of a split picture.",
        "w/columns × h/rows",
        (
            Aspect("aspect", "width over height", "16:9"),
            Length("diagonal", "diagonal", '98"'),
            Number("columns", "columns", "2", lo=1, hi=16, whole=True),
            Number("rows", "rows", "2", lo=1, hi=16, whole=True),
        ),
        (
            Shown("each_diagonal_mm", "each diagonal"),
            Shown("each_width_mm", "each width"),
            Shown("each_height_mm", "each height"),
            Shown("players", "parts"),
        ),
        _split,
    ),
    Sum(
        "screen.drop",
        "2.6",
        "A drop-down screen",
        "Where its image hangs, and whether its bottom bar clears what it passes.",
        "image top = case bottom − black drop; clearance = cloth − bar/2 − farthest thing",
        (
            Length("case_bottom", "case bottom above the floor", "2460 mm"),
            Length("black_drop", "black above the image", "320 mm", sign="zero"),
            Length("image_height", "image height", "1180 mm"),
            Length("cloth_from_wall", "wall to cloth", "190 mm", sign="any"),
            Length("furthest_thing_from_wall", "wall to the front of what it passes", "118 mm", sign="any"),
            Length("bottom_bar", "depth of the bottom bar", "", "50 mm", BOTTOM_BAR),
        ),
        (
            Shown("image_bottom_mm", "image bottom"),
            Shown("image_top_mm", "image top"),
            Shown("clearance_mm", "behind the bottom bar"),
            Shown("clear_moving", "clear while it moves (40 mm)"),
            Shown("clear_still", "clear at rest (25 mm)"),
        ),
        _drop,
    ),
    Sum(
        "cloth.piece",
        "2.7",
        "Cloth against moiré",
        "The piece a screen's cloth is cut from when its weave is turned.",
        "(w + 2m)·cosφ + (h + 2m)·sinφ",
        (
            Length("width", "image width", "3050 mm"),
            Length("height", "image height", "1300 mm"),
            Number("turn_deg", "turn of the weave [deg]", "12", lo=0, hi=90),
            Length("grip_margin", "grip margin each side", "60 mm", "0", 0.0, sign="zero"),
        ),
        (Shown("piece_along_width_mm", "along the width"), Shown("piece_along_height_mm", "along the height")),
        _piece,
    ),
    Sum(
        "speakers.apart",
        "2.7",
        "Left and right apart",
        "How far apart left and right stand as seen from the main seat.",
        "angle at the eye, from above",
        (
            Length("eye", "eye: x, y", "2100 mm; 3600 mm", sign="any", count=2),
            Length("left", "left loudspeaker: x, y", "1000 mm; -80 mm", sign="any", count=2),
            Length("right", "right loudspeaker: x, y", "3200 mm; -80 mm", sign="any", count=2),
        ),
        (Shown("apart_deg", "apart"), Shown("level", "verdict")),
        _apart,
    ),
    Sum(
        "view.offaxis",
        "3.4",
        "From the side",
        "What a surface or panel allows at an angle.",
        "1/(1 + (θ/θ½)²)",
        (
            Word("surface", "surface or panel", "grey", words=(*HALF_GAIN, *PANEL_LIMIT)),
            Number("off_axis_deg", "off axis [deg]", "38", lo=0, hi=90),
        ),
        (Shown("level", "verdict"), Shown("limit_deg", "limit"), Shown("relative_gain", "share of its gain")),
        _offaxis,
    ),
    Sum(
        "glare.overlap",
        "4.6",
        "What mirrors in it",
        "Share of the picture that mirrors each window, and all together.",
        "eye mirrored in the picture's plane",
        (
            *_GLASS,
            Length("eye", "eye: x, y, z", "2000 mm; 3200 mm; 1050 mm", sign="any", count=3),
            _OPENINGS,
            Number("tilt_down_deg", "tilt, face down positive [deg]", "", "0", 0.0, lo=-89, hi=89),
            Number("swivel_to_right_deg", "swivel, face to the right positive [deg]", "", "0", 0.0, lo=-89, hi=89),
        ),
        (Shown("total_pct", "of the picture"), Shown("each_pct", "each opening")),
        _overlap,
    ),
    Sum(
        "glare.cure",
        "4.6",
        "Turn it out of the glare",
        "The smallest tilt alone, and swivel alone, that clears every eye.",
        "under 1 % for every eye",
        (
            *_GLASS,
            _Eyes("eyes", "eyes: x y z, commas between", "2000 3200 1050", sign="any"),
            _OPENINGS,
            Pair("tilt_down_range_deg", "tilt the mount has, face down positive [deg]", "-5; 15", lo=-90, hi=90),
            Pair("swivel_to_right_range_deg", "swivel the mount has [deg]", "-20; 20", lo=-90, hi=90),
        ),
        (Shown("tilt_alone_deg", "tilt alone"), Shown("swivel_alone_deg", "swivel alone")),
        _cure,
    ),
    Sum(
        "glare.level",
        "4.6",
        "Is the glare seen",
        "Whether a reflection shows against the picture.",
        "source × 0.04 glossy, 0.015 coated, against a tenth of the picture's average",
        (
            Number("overlap_pct", "share of the picture [%]", "19.2", lo=0, hi=100),
            Number("source_cd_m2", "luminance of the window or lamp [cd/m²]", "2400", lo=0, hi=1e7),
            Flag("coated", "coated face", "yes"),
            Number("picture_average_cd_m2", "the picture's average [cd/m²]", "90", lo=0, hi=1e5),
            Flag("direct_sun", "direct sun", "", "false", False),
        ),
        (Shown("level", "verdict"),),
        lambda overlap_pct, source_cd_m2, coated, picture_average_cd_m2, direct_sun: {
            "level": glare_level(
                overlap_pct, source_cd_m2, coated=coated, average=picture_average_cd_m2, direct_sun=direct_sun
            ).value
        },
    ),
    Sum(
        "light.blinds",
        "5.5",
        "What blinds must stop",
        "How much of today's light must go for a class of contrast.",
        "L_amb,max = L·(1 − k/native)/(k − 1)",
        (
            Number("white_cd_m2", "picture white [cd/m²]", "128", lo=0, over=True, hi=1e5),
            Number(
                "native_contrast", "contrast within one frame; null is infinite", "420", lo=1, hi=1e9, nullable=True
            ),
            Word("surface", "screen surface", "matte", words=tuple(SURFACES)),
            Number("class_contrast", "contrast wanted: 80, 50, 15, 7", "50", lo=1, over=True, hi=1e6),
            *(
                Number(
                    f"lux_{name}",
                    f"light from the {name} [lux]",
                    "60" if name == "side" else "",
                    "0",
                    0.0,
                    lo=0,
                    hi=200_000,
                )
                for name in ("side", "ceiling", "front")
            ),
        ),
        (
            Shown("stop_pct", "of today's light"),
            Shown("possible", "possible"),
            Shown("greatest_stray_cd_m2", "greatest stray light"),
            Shown("stray_now_cd_m2", "stray light now"),
        ),
        _blinds,
    ),
    Sum(
        "life.years",
        "6.10",
        "How long a lamp lasts",
        "Years of a lamp or laser.",
        "hours/(hours a day × 365)",
        (
            Number("life_hours", "hours it lasts", "18000", lo=0, hi=1e6),
            Number("hours_a_day", "hours a day", "3", lo=0, over=True, hi=24),
        ),
        (Shown("years", "years"),),
        lambda life_hours, hours_a_day: {"years": life_years(life_hours, hours_a_day)},
    ),
    Sum(
        "hush.air",
        "6.10",
        "Air for a hush-box",
        "Air a hush-box or recess needs.",
        "3·W/ΔT",
        (
            Number("watts", "watts inside", "310", lo=0, hi=1e5),
            Number("rise_k", "rise of the air's temperature [K]", "8", lo=0, over=True, hi=100),
        ),
        (Shown("air_m3_per_h", "air, m³/h"),),
        lambda watts, rise_k: {"air_m3_per_h": hush_air(watts, rise_k)},
    ),
    Sum(
        "view.lag",
        "3.6",
        "Lag",
        "Display, receiver, splitter and extender added up, and how it plays.",
        "lag = display + receiver + splitter + extender",
        (
            Number("display_ms", "display, in the mode used [ms]", "22", lo=0, hi=5000),
            Number("receiver_ms", "receiver [ms]", "4", lo=0, hi=5000),
            Number("splitter_ms", "splitter or scaler [ms]", "9", lo=0, hi=5000),
            Number("extender_ms", "extender [ms]", "0", lo=0, hi=5000),
            Word("plays", "what is played", "any", words=("any", RHYTHM, FAST)),
        ),
        (Shown("lag_ms", "lag of the chain [ms]"), Shown("plays_as", "how it plays"), Shown("level", "verdict")),
        _lag,
    ),
    Sum(
        "sound.lip_sync",
        "11",
        "Sound and lips",
        "Sound late or early against the picture.",
        "40 ms early to 60 ms late",
        (Number("sound_late_ms", "sound late (early is negative) [ms]", "75", lo=-10_000, hi=10_000),),
        (Shown("level", "verdict"),),
        lambda sound_late_ms: {"level": lip_sync_level(sound_late_ms).value},
    ),
)
