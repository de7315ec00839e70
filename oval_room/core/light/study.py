"""Study of the light: picture white and contrast in every scene (rules 5.1–5.4, 5.7)."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oval_room.core.commands import PutPicture
from oval_room.core.figures import Figure, FigureBook, Input
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.light.blinds import Blinds, blinds
from oval_room.core.light.brightness import (
    DARK_ROOM_FINE,
    effective_lumens,
    largest_area,
    picture_white,
    tele_factor,
    zoom_factor,
)
from oval_room.core.light.contrast import APL_CLASS, NATIVE, ROOMS, contrast_class, room_contrast, room_wash, stray_luminance
from oval_room.core.plan.document import LightScene, Picture, Projector, Scheme, Survey
from oval_room.core.plan.gear import GearShelf, Panel, Screen
from oval_room.core.plan.measure import chosen
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.screens.surfaces import PANEL_REFLECTANCE, SURFACES
from oval_room.core.units import Ruler


@dataclass(frozen=True, slots=True)
class PictureLight:
    """White, what leaves the display, contrast within a frame, and (stray, contrast, class) by scene."""

    white: float
    lumens: float
    native: float
    scenes: dict[str, tuple[float, float | None, str]]


@dataclass(frozen=True, slots=True)
class LightResult:
    figures: dict[str, Figure]
    findings: tuple[Finding, ...]
    pictures: dict[str, PictureLight]


def study_light(survey: Survey, scheme: Scheme, throws: ThrowResult, gear: GearShelf, ruler: Ruler) -> LightResult:
    """White and contrast of every picture whose display is known."""
    book, findings = FigureBook(), []
    lit: dict[str, PictureLight] = {}
    feeding = {throw.picture: key for key, throw in throws.projectors.items()}
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear) if picture.gear else None
        if key in feeding:
            projector = feeding[key]
            screen = item if isinstance(item, Screen) else None
            one = _projected(book, key, picture, screen, scheme.projectors[projector], projector, throws.projectors[projector])
            findings += _dim(key, picture, one, ruler)
        elif picture.kind == "panel" and isinstance(item, Panel) and item.white_cd_m2:
            one = _panel(book, key, picture, item)
        else:
            continue
        wash = room_wash(one.lumens, survey.room.surface_m2, ROOMS[survey.room.finish], APL_CLASS)
        book.add(
            "wash", wash, Input("APL", "average level", APL_CLASS, "ratio", "rule"), Input("Φ", "lumens that leave", one.lumens, "lm"),
            Input("ρ", f"mean reflectance, {survey.room.finish}", ROOMS[survey.room.finish], "ratio", "rule"), picture=key,
        )  # fmt: skip
        scenes = {}
        for name, scene in survey.scenes.items():
            scenes[name] = _scene(book, key, picture, item, one, name, scene, wash)
            needed = (
                blinds(one.white, one.native, scenes[name][0], scene.wants, _washed(picture, item, wash))
                if scene.wants > 1
                else None
            )
            findings.append(_contrast_finding(key, name, scene, scenes[name], needed, one.native))
        lit[key] = PictureLight(one.white, one.lumens, one.native, scenes)
    return LightResult(book.figures, tuple(findings), lit)


@dataclass(frozen=True, slots=True)
class _Lit:
    white: float
    lumens: float
    native: float
    gain: float
    raster_share: float


def _projected(
    book: FigureBook, key: str, picture: Picture, screen: Screen | None, projector: Projector, name: str, throw: ProjectorThrow
) -> _Lit:
    item = throw.item
    ratio = min(max(throw.ratio, item.lens[0]), item.lens[1])
    zoom = zoom_factor(ratio, item.lens, item.tele_factor)
    lumens = effective_lumens(item.rated_lm, mode=projector.mode, zoom=zoom, age=projector.age)
    gain = screen.gain if screen and screen.gain else SURFACES[picture.surface].gain
    area = throw.raster[0] * throw.raster[1] / 1e6
    white = picture_white(lumens, gain, area)
    told = "maker" if item.tele_factor else f"tele {tele_factor(item.lens):.2f} by rule"
    book.add(
        "lumens", lumens, Input("rated", "rated lumens", item.rated_lm, "lm", "maker"),
        Input("mode", "left by the mode", projector.mode, "ratio", "rule"), Input("zoom", f"left by the zoom ({told})", zoom, "ratio"),
        Input("age", f"left by age, {projector.age}", lumens / (item.rated_lm * projector.mode * zoom), "ratio", "rule"), projector=name,
    )  # fmt: skip
    book.add(
        "white", white, Input("Φ", "lumens that arrive", lumens, "lm"),
        Input("g", "gain of the surface", gain, "ratio", "maker" if screen and screen.gain else "rule"),
        Input("A", "raster lit [m²]", area, "ratio", picture.width.source), picture=key,
    )  # fmt: skip
    return _Lit(white, lumens, NATIVE[item.native], gain, picture.width.value / throw.raster[0])


def _panel(book: FigureBook, key: str, picture: Picture, item: Panel) -> _Lit:
    white = item.white_cd_m2 or 0.0
    area = picture.width.value * picture.height / 1e6
    book.add("panel_white", white, Input("L", "full-field white", white, "cd_m2", "maker"), picture=key)
    return _Lit(white, math.pi * white * area, NATIVE.get(item.technology, 1000.0), 1.0, 1.0)


def _scene(
    book: FigureBook, key: str, picture: Picture, item: object, lit: _Lit, name: str, scene: LightScene, wash: float
) -> tuple[float, float | None, str]:
    if picture.kind == "panel":
        back = PANEL_REFLECTANCE[item.face if isinstance(item, Panel) else "glossy"]
        parts = [(scene.ceiling.value + scene.side.value + scene.front.value + wash, back)]
    else:
        surface = SURFACES[picture.surface]
        parts = [
            (scene.ceiling.value, surface.ceiling),
            (scene.side.value + wash, surface.side),
            (scene.front.value, surface.front),
        ]
    stray = stray_luminance(parts)
    contrast = room_contrast(lit.white, lit.native, stray)
    lux = scene.ceiling.value + scene.side.value + scene.front.value
    source = "default" if all(m.unsure for m in (scene.ceiling, scene.side, scene.front)) else "read"
    book.add(
        "stray",
        stray,
        Input("ΣE", f"light in {scene.name} and wash", lux + wash, "lux", source),
        subject=scene.name,
        picture=key,
        scene=name,
    )
    native = (Input("N", "contrast within a frame", lit.native, "to_one", "rule"),)
    book.add(
        "contrast", contrast, Input("L", "picture white", lit.white, "cd_m2"),
        Input("L_a", "stray light on it", stray, "cd_m2", source), *native, subject=scene.name, picture=key, scene=name,
    )  # fmt: skip
    return stray, contrast, contrast_class(contrast)


def _washed(picture: Picture, item: object, wash: float) -> float:
    """Luminance of the room's own wash on the picture [cd/m²]."""
    if picture.kind == "panel":
        return stray_luminance([(wash, PANEL_REFLECTANCE[item.face if isinstance(item, Panel) else "glossy"])])
    return stray_luminance([(wash, SURFACES[picture.surface].side)])


def _contrast_finding(
    key: str, name: str, scene: LightScene, worked: tuple[float, float | None, str], needed: Blinds | None, native: float
) -> Finding:
    stray, contrast, klass = worked
    enough = contrast is None or contrast >= scene.wants
    more = {"class": klass, "stray": stray, "blinds": needed, "native": native}
    about = {"picture": key, "scene": name}
    return Finding(Code.CONTRAST, Level.GOOD if enough else Level.MIND, "5.4", about, contrast, scene.wants, "ratio", more=more)


def _dim(key: str, picture: Picture, lit: _Lit, ruler: Ruler) -> list[Finding]:
    least = DARK_ROOM_FINE[0]
    if lit.white >= least:
        return [Finding(Code.DIM, Level.GOOD, "5.2", {"picture": key}, lit.white, least, "cd_m2")]
    raster_aspect = picture.aspect if lit.raster_share == 1 else 16 / 9
    width = math.sqrt(largest_area(lit.lumens, lit.gain, least) * raster_aspect) * 1000 * lit.raster_share
    width = ruler.safe(width, "greatest")
    put = PutPicture(id=key, width=chosen(width))
    return [
        Finding(Code.DIM, Level.MIND, "5.2", {"picture": key}, lit.white, least, "cd_m2", (Cure("picture width", width, put),))
    ]
