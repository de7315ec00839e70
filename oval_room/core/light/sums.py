"""Sums of rules 5.1 to 5.4 and 5.7: lumens, white, contrast, wash."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.light.brightness import (
    AGES,
    CALIBRATED,
    effective_lumens,
    foot_lamberts,
    largest_area,
    picture_white,
)
from oval_room.core.light.contrast import (
    APL_CLASS,
    NATIVE,
    ROOMS,
    contrast_class,
    room_contrast,
    room_wash,
    stray_luminance,
)
from oval_room.core.projection.zoom import zoom_factor
from oval_room.core.screens.surfaces import PANEL_REFLECTANCE, SURFACES
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Aspect, Length, Number, Pair, Word


def _lumens(
    rated_lm: float,
    throw_ratio: float,
    lens_range: tuple[float, float],
    age: str,
    mode: float,
    tele_factor: float | None,
) -> Result:
    zoom = zoom_factor(throw_ratio, lens_range, tele_factor)
    return {"zoom_factor": zoom, "effective_lm": effective_lumens(rated_lm, mode=mode, zoom=zoom, age=age)}


def _white(effective_lm: float, gain: float, raster_width: float, raster_height: float) -> Result:
    white = picture_white(effective_lm, gain, raster_width * raster_height / 1e6)
    return {"white_cd_m2": white, "white_fl": foot_lamberts(white)}


def _area(effective_lm: float, gain: float, target_cd_m2: float, aspect: float) -> Result:
    area = largest_area(effective_lm, gain, target_cd_m2)
    return {"area_m2": area, "width_mm": 1000 * math.sqrt(area * aspect)}


def _reflectance(room: str | float) -> float:
    return ROOMS[room] if isinstance(room, str) else room


def _wash(lumens_lm: float, room_surface_m2: float, room: str | float, apl: float) -> Result:
    return {"wash_lux": room_wash(lumens_lm, room_surface_m2, reflectance=_reflectance(room), apl=apl)}


_ABSENT: Final = -1.0  # a native contrast that was not given; null means infinite


def _contrast(
    white_cd_m2: float,
    surface: str | None,
    lux_ceiling: float,
    lux_side: float,
    lux_front: float,
    panel_face: str | None,
    lux: float,
    kind: str | None,
    native_contrast: float | None,
    lumens_in_room_lm: float | None,
    room_surface_m2: float | None,
    room: str | float | None,
    apl: float,
) -> Result:
    if (surface is None) == (panel_face is None):
        raise RefusedError("give a surface for a screen or a panel_face for a panel", field="surface")
    if (kind is None) == (native_contrast == _ABSENT):
        raise RefusedError("give kind or native_contrast, one of them", field="kind")
    native = NATIVE[kind] if kind else math.inf if native_contrast is None else native_contrast
    wash = None
    washing = (("lumens_in_room_lm", lumens_in_room_lm), ("room_surface_m2", room_surface_m2), ("room", room))
    if any(value is not None for _, value in washing):
        for key, value in washing:
            if value is None:
                raise RefusedError("give lumens_in_room_lm, room_surface_m2 and room together", field=key)
        assert lumens_in_room_lm is not None and room_surface_m2 is not None and room is not None
        wash = room_wash(lumens_in_room_lm, room_surface_m2, reflectance=_reflectance(room), apl=apl)
    if surface is not None:
        if lux:
            raise RefusedError("a screen takes lux_ceiling, lux_side and lux_front", field="lux")
        back = SURFACES[surface]
        parts = [(lux_ceiling, back.ceiling), (lux_side + (wash or 0.0), back.side), (lux_front, back.front)]
    else:
        parts = [(lux + lux_ceiling + lux_side + lux_front + (wash or 0.0), PANEL_REFLECTANCE[panel_face or ""])]
    stray = stray_luminance(parts)
    contrast = room_contrast(white_cd_m2, native, stray)
    return {"stray_cd_m2": stray, "contrast": contrast, "class": contrast_class(contrast), "wash_lux": wash}


def _lux(key: str, where: str, example: str = "") -> Number:
    return Number(key, f"stray light at the picture {where}, display off [lux]", example, "0", 0.0, lo=0, hi=200_000)


_RANGE: Final = Pair("lens_range", "the lens's throw ratios, wide and tele", "1.3; 1.9", lo=0, hi=30, over=True)
_ROOM_WORDS: Final = tuple(ROOMS)

SUMS: Final = (
    Sum(
        "light.lumens",
        "5.1",
        "Lumens that arrive",
        "Rated lumens after mode, zoom and age.",
        "Φ = rated × mode × zoom × age; zoom factor 1 at wide to 1/(1 + 0.35·(TR_t/TR_w − 1)) at tele",
        (
            Number("rated_lm", "rated lumens", "2700", lo=0, over=True, hi=1e6),
            Number("throw_ratio", "throw ratio of the raster lit", "1.5", lo=0, over=True, hi=30),
            _RANGE,
            Word("age", "age of the light source", "lamp", words=tuple(AGES)),
            Number(
                "mode",
                "share left by the picture mode: 0.65 calibrated, 1 brightest",
                "0.65",
                "0.65",
                CALIBRATED,
                lo=0,
                over=True,
                hi=1,
            ),
            Number("tele_factor", "share of light left at the tele end", "", "by the formula", lo=0, over=True, hi=1),
        ),
        (Shown("effective_lm", "effective lumens"), Shown("zoom_factor", "zoom factor")),
        _lumens,
    ),
    Sum(
        "light.white",
        "5.2",
        "Picture white",
        "How bright white is on the raster lit.",
        "L = Φ·g/(π·A)",
        (
            Number("effective_lm", "effective lumens", "1386", lo=0, over=True, hi=1e6),
            Number("gain", "gain of the surface", "1.0", lo=0, over=True, hi=10),
            Length("raster_width", "width of the raster lit", "2214 mm"),
            Length("raster_height", "height of the raster lit", "1245 mm"),
        ),
        (Shown("white_cd_m2", "white"), Shown("white_fl", "white")),
        _white,
    ),
    Sum(
        "light.area",
        "5.2",
        "Largest for a brightness",
        "Largest picture that still reaches a white.",
        "A = Φ·g/(π·L)",
        (
            Number("effective_lm", "effective lumens", "1386", lo=0, over=True, hi=1e6),
            Number("gain", "gain of the surface", "1.0", lo=0, over=True, hi=10),
            Number("target_cd_m2", "white wanted: dark room 48, lamps on 100 [cd/m²]", "48", lo=0, over=True, hi=1e5),
            Aspect("aspect", "width over height", "16:9"),
        ),
        (Shown("width_mm", "largest width"), Shown("area_m2", "largest area")),
        _area,
        into=("wide", "width_mm"),
    ),
    Sum(
        "light.contrast",
        "5.4",
        "Contrast in this light",
        "What the eye gets with the room's light on, and its class.",
        "(L + L_amb)/(L/native + L_amb), L_amb = ΣE·ρ/π",
        (
            Number("white_cd_m2", "picture white [cd/m²]", "128", lo=0, over=True, hi=1e5),
            Word("surface", "screen surface", "matte", "for a screen", words=tuple(SURFACES)),
            _lux("lux_ceiling", "from the ceiling", "18"),
            _lux("lux_side", "from the sides", "9"),
            _lux("lux_front", "from the front"),
            Word("panel_face", "face of a panel", "", "for a panel", words=tuple(PANEL_REFLECTANCE)),
            Number("lux", "stray light at a panel [lux]", "", "0", 0.0, lo=0, hi=200_000),
            Word("kind", "kind of display", "dlp", "or native_contrast", words=tuple(NATIVE)),
            Number(
                "native_contrast",
                "contrast within one frame; null is infinite",
                "",
                "or kind",
                _ABSENT,
                lo=1,
                hi=1e9,
                nullable=True,
            ),
            Number("lumens_in_room_lm", "lumens leaving the display", "", "with room_surface_m2", lo=0, hi=1e6),
            Number("room_surface_m2", "all surfaces of the room", "", "no wash", lo=0, over=True, hi=1e6),
            Word(
                "room",
                "how light the room's surfaces are",
                "",
                "with room_surface_m2",
                words=_ROOM_WORDS,
                or_number=(0.0, 1.0),
            ),
            Number(
                "apl", "average level of the picture: class 0.5, film 0.2", "", "0.5", APL_CLASS, lo=0, over=True, hi=1
            ),
        ),
        (
            Shown("contrast", "contrast"),
            Shown("class", "good for"),
            Shown("stray_cd_m2", "stray light on the picture"),
            Shown("wash_lux", "room's own wash"),
        ),
        _contrast,
    ),
    Sum(
        "light.wash",
        "5.7",
        "The room's own wash",
        "Light the room throws back on the picture: what a white ceiling costs.",
        "E = APL·Φ·ρ/(S·(1 − ρ))",
        (
            Number("lumens_lm", "lumens leaving the display", "1400", lo=0, hi=1e6),
            Number("room_surface_m2", "all surfaces of the room", "84", lo=0, over=True, hi=1e6),
            Word("room", "how light the room's surfaces are", "white", words=_ROOM_WORDS, or_number=(0.0, 1.0)),
            Number("apl", "average level of the picture: class 0.5, film 0.2", "0.2", lo=0, over=True, hi=1),
        ),
        (Shown("wash_lux", "wash on the picture"),),
        _wash,
    ),
)
