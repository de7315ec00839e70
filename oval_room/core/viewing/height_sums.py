"""Sums of rules 4.1 to 4.5: neck, schools of height, the ladder, sightlines, tilt."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Custom, Length, Number, Pair, Word, items_of, read_lengths
from oval_room.core.units import Unit
from oval_room.core.viewing.ladder import Bound, build_ladder, intersect, school_bottom, seat_bounds, standing_bounds
from oval_room.core.viewing.neck import angle_up, neck_level, squaring_tilt, tilt_covered, top_level
from oval_room.core.viewing.sightlines import head_in_fan, sightline


def _neck(
    centre_z: float, top_z: float, eye_z: float, distance: float, gaze_pitch_deg: float, eye_to_the_side: float
) -> Result:
    level_distance = math.hypot(distance, eye_to_the_side)
    centre, top = angle_up(centre_z, eye_z, level_distance), angle_up(top_z, eye_z, level_distance)
    neck = centre - gaze_pitch_deg
    return {
        "centre_deg": centre,
        "top_deg": top,
        "neck_deg": neck,
        "neck_level": neck_level(neck).value,
        "top_level": top_level(top, gaze_pitch_deg).value,
    }


def _school(school: str, eye_z: float, height: float) -> Result:
    bottom = school_bottom(school, eye_z, height=height)
    return {"bottom_mm": bottom, "centre_mm": bottom + height / 2, "top_mm": bottom + height}


_BOUND_LENGTHS: Final = (Length("lo", "", sign="any"), Length("hi", "", sign="any"))


def _read_bounds(raw: object, unit: Unit) -> tuple[Bound, ...]:
    bounds = []
    for i, item in enumerate(items_of(raw, "bounds")):
        where = f"bounds[{i}]"
        if not isinstance(item, Mapping) or not isinstance(item.get("name"), str):
            raise RefusedError('give each bound as {"name": …, "lo_mm": …, "hi_mm": …}', field=where)
        extra = set(item) - {"name"} - {key for length in _BOUND_LENGTHS for key in length.keys}
        if extra:
            raise RefusedError("a bound takes name, lo_mm and hi_mm only", field=f"{where}.{min(extra)}")
        lengths = read_lengths(item, _BOUND_LENGTHS, unit, where)
        if lengths["lo"] is None and lengths["hi"] is None:
            raise RefusedError("give lo_mm, hi_mm or both", field=where)
        bounds.append(Bound(item["name"], lengths["lo"], lengths["hi"]))
    return tuple(bounds)


def _bounds_text(text: str) -> list[dict[str, str]]:
    """`furniture 610..; ceiling ..1090; neck 300..930` as a person may type bounds."""
    bounds = []
    for part in filter(None, (part.strip() for part in text.split(";"))):
        found = re.fullmatch(r"(?P<name>.*[^\d\s.'\"/-])\s+(?P<lo>[^.]*(?:\.[0-9]+)?[^.]*)\.\.(?P<hi>.*)", part)
        if not found:
            raise RefusedError("give bounds as name least..greatest; name least..greatest", field="bounds", value=part)
        sides = {"lo_text": found["lo"].strip(), "hi_text": found["hi"].strip()}
        bounds.append({"name": found["name"].strip(), **{key: side for key, side in sides.items() if side}})
    return bounds


def _ladder(bounds: tuple[Bound, ...]) -> Result:
    ladder = intersect(bounds)
    conflict = None if ladder.feasible else [ladder.lo_name, ladder.hi_name]
    return {
        "feasible": ladder.feasible,
        "lo_mm": ladder.lo,
        "hi_mm": ladder.hi,
        "lo_name": ladder.lo_name,
        "hi_name": ladder.hi_name,
        "conflict": conflict,
        "short_by_mm": ladder.short_by if conflict else None,
    }


def _ladder_built(
    height: float,
    furniture_top: float,
    ceiling: float,
    eye_z: float,
    distance: float,
    gaze_pitch_deg: float,
    soundbar_top: float | None,
    frame_below: float,
    frame_above: float,
    eye_to_the_side: float,
) -> Result:
    standing = standing_bounds(
        height,
        furniture_top=furniture_top,
        soundbar_top=soundbar_top,
        ceiling=ceiling,
        frame_below=frame_below,
        frame_above=frame_above,
    )
    seat = seat_bounds(
        height, eye_z=eye_z, level_distance=math.hypot(distance, eye_to_the_side), gaze_pitch=gaze_pitch_deg
    )
    rungs = build_ladder(standing + seat)
    built = _ladder(tuple(bound for bound in rungs.bounds if bound.hard))
    return built | {
        "hard_neck_lo_mm": seat[0].lo,
        "hard_neck_hi_mm": seat[0].hi,
        "soft_neck_lo_mm": seat[2].lo,
        "soft_neck_hi_mm": seat[2].hi,
        "soft_range_mm": [rungs.soft.lo, rungs.soft.hi] if rungs.soft else None,
    }


def _sightline(
    picture_y: float,
    bottom_z: float,
    front_eye: tuple[float, float],
    back_eye: tuple[float, float],
    clearance_wanted: float,
    picture_x: float | None,
    width: float | None,
    front_x: float | None,
    back_x: float | None,
) -> Result:
    sight = sightline(picture_y=picture_y, bottom_z=bottom_z, front=front_eye, back=back_eye, wanted=clearance_wanted)
    in_the_way = None
    across = {"picture_x": picture_x, "width": width, "front_x": front_x, "back_x": back_x}
    missing = [key for key, value in across.items() if value is None]
    if len(missing) < len(across):
        if picture_x is None or width is None or front_x is None or back_x is None:
            raise RefusedError("give picture_x, width, front_x and back_x together, or none of them", field=missing[0])
        in_the_way = head_in_fan(
            picture=(picture_x, picture_y), width=width, front=(front_x, front_eye[0]), back=(back_x, back_eye[0])
        )
    return {
        "clearance_mm": sight.clearance,
        "enough": sight.enough,
        "riser_mm": sight.riser,
        "bottom_without_riser_mm": sight.bottom_without_riser,
        "front_head_in_the_way": in_the_way,
    }


def _tilt(centre_z: float, eye_z: float, distance: float, mount_tilt_down_deg: tuple[float, float]) -> Result:
    tilt = squaring_tilt(centre_z, eye_z, distance)
    return {"tilt_down_deg": tilt, "covered": tilt_covered(tilt, mount_tilt_down_deg)}


_EYE: Final = Length("eye_z", "eye above the floor", "1080 mm", sign="any")
_DISTANCE: Final = Length("distance", "eye to the picture, square on", "3300 mm")
_PITCH: Final = Number(
    "gaze_pitch_deg", "where the seat looks: upright 0, sofa 10, recliner 20, bed 30", "10", lo=-45, hi=60
)
_SIDE: Final = Length("eye_to_the_side", "eye to the side of the picture's middle", "", "0", 0.0, sign="any")
_HEIGHT: Final = Length("height", "the picture's height", "1245 mm")
_FAN: Final = "with the other three: is the front head inside the fan"

SUMS: Final = (
    Sum(
        "height.neck",
        "4.1",
        "Neck",
        "How far up a seat looks to the picture's centre and top edge.",
        "atan((z − z_e)/r), r = √(d² + side²); neck = centre − gaze pitch",
        (
            Length("centre_z", "picture's centre above the floor", "1790 mm", sign="any"),
            Length("top_z", "picture's top edge above the floor", "2190 mm", sign="any"),
            _EYE,
            _DISTANCE,
            _PITCH,
            _SIDE,
        ),
        (
            Shown("neck_deg", "neck"),
            Shown("neck_level", "neck verdict"),
            Shown("centre_deg", "up to the centre"),
            Shown("top_deg", "up to the top edge"),
            Shown("top_level", "top edge verdict"),
        ),
        _neck,
    ),
    Sum(
        "height.school",
        "4.2",
        "Height by a school",
        "Eyes at the picture's lower third, or at its centre.",
        "third: bottom = z_e − h/3; centre: bottom = z_e − h/2",
        (Word("school", "school of height", "third", words=("third", "centre")), _EYE, _HEIGHT),
        (Shown("bottom_mm", "bottom edge"), Shown("centre_mm", "centre"), Shown("top_mm", "top edge")),
        _school,
        into=("bottom", "bottom_mm"),
    ),
    Sum(
        "height.ladder",
        "4.3",
        "Where all bounds agree",
        "The bottom edges that every bound allows, or the two that conflict.",
        "greatest of the least, least of the greatest",
        (
            Custom(
                "bounds",
                "named bounds on the bottom edge",
                "cabinet 610 mm..; ceiling ..1090 mm; neck 300 mm..930 mm",
                shape="bounds",
                reader=_read_bounds,
                from_text=_bounds_text,
            ),
        ),
        (
            Shown("lo_mm", "from"),
            Shown("hi_mm", "to"),
            Shown("feasible", "all agree"),
            Shown("lo_name", "from set by"),
            Shown("hi_name", "to set by"),
            Shown("conflict", "in conflict"),
            Shown("short_by_mm", "short by"),
        ),
        _ladder,
    ),
    Sum(
        "height.ladder_built",
        "4.3",
        "Height ladder for one seat",
        "What stands below, the ceiling and one seat's neck, as a range for the bottom edge.",
        "furniture + 50, soundbar + 25, ceiling − 25 − h, neck −30…+20° (good −15…+5°), top edge 35° (25°)",
        (
            _HEIGHT,
            Length("furniture_top", "top of the furniture below", "480 mm", sign="zero"),
            Length("ceiling", "ceiling above the floor", "2440 mm"),
            _EYE,
            _DISTANCE,
            _PITCH,
            Length("soundbar_top", "top of the soundbar or centre speaker", "", "none", sign="zero"),
            Length("frame_below", "frame below the picture", "", "0", 0.0, sign="zero"),
            Length("frame_above", "frame above the picture", "", "0", 0.0, sign="zero"),
            _SIDE,
        ),
        (
            Shown("lo_mm", "bottom edge from"),
            Shown("hi_mm", "bottom edge to"),
            Shown("feasible", "a height works"),
            Shown("soft_range_mm", "comfortable range"),
            Shown("conflict", "in conflict"),
            Shown("short_by_mm", "short by"),
            Shown("hard_neck_lo_mm", "neck alone, from"),
            Shown("hard_neck_hi_mm", "neck alone, to"),
            Shown("soft_neck_lo_mm", "good neck, from"),
            Shown("soft_neck_hi_mm", "good neck, to"),
        ),
        _ladder_built,
        into=("bottom", "lo_mm"),
    ),
    Sum(
        "height.sightline",
        "4.4",
        "Over the row in front",
        "Clearance over a front head, and the riser or bottom edge that gives enough.",
        "C = z_s + (z_b − z_s)·(y_f − y_p)/(y_b − y_p) − z_f",
        (
            Length("picture_y", "picture's plane from the wall", "60 mm", sign="any"),
            Length("bottom_z", "picture's bottom edge", "640 mm", sign="any"),
            Length("front_eye", "front eye: out, up", "3000 mm; 1080 mm", sign="any", count=2),
            Length("back_eye", "back eye: out, up", "4350 mm; 1250 mm", sign="any", count=2),
            Length("clearance_wanted", "clearance wanted: 130 mm over heads, 60 between them", "130 mm", sign="zero"),
            Length("picture_x", "picture's middle along the wall", "", _FAN, sign="any"),
            Length("width", "picture's width", "", _FAN),
            Length("front_x", "front eye along the wall", "", _FAN, sign="any"),
            Length("back_x", "back eye along the wall", "", _FAN, sign="any"),
        ),
        (
            Shown("clearance_mm", "clearance"),
            Shown("enough", "enough"),
            Shown("riser_mm", "riser under the back row"),
            Shown("bottom_without_riser_mm", "bottom edge without a riser"),
            Shown("front_head_in_the_way", "head in the way"),
        ),
        _sightline,
        into=("riser", "riser_mm"),
    ),
    Sum(
        "height.tilt",
        "4.5",
        "Tilt",
        "Tilt that squares a high panel to the eye, and whether the mount reaches it.",
        "atan((z_c − z_e)/d), face down positive",
        (
            Length("centre_z", "picture's centre above the floor", "1830 mm", sign="any"),
            _EYE,
            _DISTANCE,
            Pair("mount_tilt_down_deg", "the mount's tilt, from and to", "-5; 15", lo=-90, hi=90),
        ),
        (Shown("tilt_down_deg", "tilt down"), Shown("covered", "the mount covers it")),
        _tilt,
        into=("tilt", "tilt_down_deg"),
    ),
)
