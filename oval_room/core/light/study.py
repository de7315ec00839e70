"""Study of the light: picture white and contrast in every scene (rules 5.1–5.4, 5.7)."""

from __future__ import annotations

import math

from oval_room.core.figures import FigureBook, Input, findings_are_bare
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.light.blinds import Blinds, blinds
from oval_room.core.light.brightness import (
    AGES,
    BESIDE_WALL,
    CD_M2_PER_FL,
    DARK_ROOM,
    DARK_ROOM_FINE,
    LAMPS_LUX,
    LAMPS_ON,
    effective_lumens,
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
from oval_room.core.light.figures import KINDS
from oval_room.core.light.says import LightCode
from oval_room.core.light.units import CD_M2
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Panel, Screen
from oval_room.core.plan.measure import chosen
from oval_room.core.projection.document import Projector
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.zoom import tele_factor, zoom_factor
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.says import PictureCure
from oval_room.core.screens.surfaces import PANEL_REFLECTANCE, SURFACES
from oval_room.core.survey.document import LightScene, Survey
from oval_room.core.units import Ruler


@record
class PictureLight:
    """White, what leaves the display, contrast within a frame, and (stray, contrast, class) by scene."""

    white: float
    lumens: float
    native: float
    scenes: dict[str, tuple[float, float | None, str]]


@record
class LightResult(Result):
    """White and contrast by picture."""

    pictures: dict[str, PictureLight]


def study_light(survey: Survey, scheme: Scheme, throws: ThrowResult, gear: GearShelf, ruler: Ruler) -> LightResult:
    """White and contrast of every picture whose display is known."""
    book, findings, bare = FigureBook(KINDS), [], findings_are_bare()
    lit: dict[str, PictureLight] = {}
    feeding = {throw.picture: key for key, throw in throws.throws.items()}
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear) if picture.gear else None
        if key in feeding:
            projector = feeding[key]
            screen = item if isinstance(item, Screen) else None
            one = _projected(
                book, key, picture, screen, throws.throws[projector].projector, projector, throws.throws[projector]
            )
            findings += _dim(key, picture, one, ruler)
        elif picture.kind == "panel" and isinstance(item, Panel) and item.white_cd_m2:
            one = _panel(book, key, picture, item)
        else:
            if isinstance(item, Panel):
                more = {"name": item.name}
                findings.append(Finding(LightCode.NO_WHITE, Level.NOTE, "5.4", {"picture": key}, more=more))
            continue
        finish, surface = survey.room.finish, survey.room.surface_m2
        wash = room_wash(one.lumens, surface, reflectance=ROOMS[finish], apl=APL_CLASS)
        if not book.unwanted:
            book.add(
                "wash",
                wash,
                Input("APL", "average level", APL_CLASS, "ratio", "rule"),
                Input("Φ", "lumens that leave", one.lumens, "lm"),
                Input("ρ", f"mean reflectance, {finish}", ROOMS[finish], "ratio", "rule"),
                picture=key,
            )
        dark = room_wash(one.lumens, surface, reflectance=ROOMS["dark"], apl=APL_CLASS)
        scenes, darker, washed = {}, {}, _washed(picture, item, wash)
        for name, scene in survey.scenes.items():
            scenes[name] = _scene(book, key, picture, item, one, name, scene, wash)
            asked = finish != "dark" and not bare
            darker[name] = _dark_room(book, key, picture, item, one, name, scene, dark) if asked else None
            needed = (
                blinds(one.white, one.native, stray=scenes[name][0], wanted=scene.wants, wash=washed)
                if scene.wants > 1 and not bare
                else None
            )
            spare = _spare_light(one, scenes[name][0], washed, scene.wants)
            findings.append(
                _contrast_finding(key, name, scene, scenes[name], needed, one.native, darker[name], spare, bare)
            )
        findings += _lamps(key, picture, one, survey) + _dull(key, picture, one, survey)
        lit[key] = PictureLight(one.white, one.lumens, one.native, scenes)
    return LightResult(book.figures, tuple(findings), lit)


@record
class _Lit:
    white: float
    lumens: float
    native: float
    gain: float
    raster_share: float
    sold_as: tuple[float, str]
    """What its maker states of its light, and in which unit."""


def _projected(
    book: FigureBook,
    key: str,
    picture: Picture,
    screen: Screen | None,
    projector: Projector,
    name: str,
    throw: ProjectorThrow,
) -> _Lit:
    item = throw.item
    ratio = min(max(throw.ratio, item.lens[0]), item.lens[1])
    zoom = zoom_factor(ratio, item.lens, item.tele_factor)
    passes = projector.passes
    lumens = effective_lumens(item.rated_lm, mode=projector.mode, zoom=zoom, age=projector.age, passes=passes)
    gain = screen.gain if screen and screen.gain else SURFACES[picture.surface].gain
    area = throw.lit / 1e6
    white = picture_white(lumens, gain, area)
    share = picture.width.value / throw.raster[0]
    lit = _Lit(white, lumens, item.contrast or NATIVE[item.native], gain, share, (item.rated_lm, "lm"))
    if not book.unwanted:
        gains = Input("g", "gain of the surface", gain, "ratio", "maker" if screen and screen.gain else "rule")
        _write_projected(book, key, picture, projector, name, throw, lit, zoom, gains)
    return lit


def _write_projected(
    book: FigureBook,
    key: str,
    picture: Picture,
    projector: Projector,
    name: str,
    throw: ProjectorThrow,
    lit: _Lit,
    zoom: float,
    gain: Input,
) -> None:
    """What leaves the lens, what comes back, and how large it could be."""
    item, white, lumens, passes = throw.item, lit.white, lit.lumens, projector.passes
    told = "maker" if item.tele_factor else f"tele {tele_factor(item.lens):.2f} by rule"
    book.add(
        "lumens",
        lumens,
        Input("rated", "rated lumens", item.rated_lm, "lm", "maker"),
        Input("mode", "left by the mode", projector.mode, "ratio", "rule"),
        Input("zoom", f"left by the zoom ({told})", zoom, "ratio"),
        Input("age", f"left by age, {projector.age}", AGES[projector.age], "ratio", "rule"),
        *((Input("filter", "a filter lets through", passes, "ratio", "chosen"),) if passes < 1 else ()),
        projector=name,
    )
    book.add(
        "white",
        white,
        Input("Φ", "lumens that arrive", lumens, "lm"),
        gain,
        Input("A", "raster lit [m²]", throw.lit / 1e6, "ratio", picture.width.source),
        picture=key,
    )
    book.add("foot_lamberts", white / CD_M2_PER_FL, Input("L", "picture white", white, CD_M2), picture=key)
    shape = throw.raster[0] / throw.raster[1]
    book.add(
        "largest_lit",
        math.sqrt(largest_area(lumens, lit.gain, DARK_ROOM) * shape) * 1000 * lit.raster_share,
        Input("Φ", "lumens that arrive", lumens, "lm"),
        Input("g", "gain of the surface", lit.gain, "ratio"),
        Input("L", "target", DARK_ROOM, CD_M2, "rule"),
        Input("a", "aspect of the raster", shape, "ratio"),
        Input("s", "share of the raster's width", lit.raster_share, "ratio"),
        picture=key,
    )


def _panel(book: FigureBook, key: str, picture: Picture, item: Panel) -> _Lit:
    white = item.white_cd_m2 or 0.0
    area = picture.width.value * picture.height / 1e6
    book.add("panel_white", white, Input("L", "full-field white", white, CD_M2, "maker"), picture=key)
    native = item.contrast or NATIVE.get(item.technology, 1000.0)
    return _Lit(white, math.pi * white * area, native, 1.0, 1.0, (white, CD_M2))


def _scene(
    book: FigureBook, key: str, picture: Picture, item: object, lit: _Lit, name: str, scene: LightScene, wash: float
) -> tuple[float, float | None, str]:
    stray = stray_luminance(_origins(picture, item, scene, wash))
    contrast = room_contrast(lit.white, lit.native, stray)
    if book.unwanted:
        return stray, contrast, contrast_class(contrast)
    lux = _lux(scene)
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
        "contrast",
        contrast,
        Input("L", "picture white", lit.white, CD_M2),
        Input("L_a", "stray light on it", stray, CD_M2, source),
        *native,
        subject=scene.name,
        picture=key,
        scene=name,
    )
    return stray, contrast, contrast_class(contrast)


def _dark_room(
    book: FigureBook, key: str, picture: Picture, item: object, lit: _Lit, name: str, scene: LightScene, wash: float
) -> float | None:
    """Contrast in a scene if the room's surfaces were dark: what painting the ceiling buys (rules 5.7)."""
    stray = stray_luminance(_origins(picture, item, scene, wash))
    contrast = room_contrast(lit.white, lit.native, stray)
    if book.unwanted:
        return contrast
    book.add(
        "contrast_dark",
        contrast,
        Input("L", "picture white", lit.white, CD_M2),
        Input("L_a", "stray light on it, room dark", stray, CD_M2),
        Input("N", "contrast within a frame", lit.native, "to_one", "rule"),
        subject=scene.name,
        picture=key,
        scene=name,
    )
    return contrast


def _origins(picture: Picture, item: object, scene: LightScene, wash: float) -> list[tuple[float, float]]:
    """Light on a picture by origin [lux], the room's own wash as side light, and how much of each the surface sends
    back."""
    if picture.kind == "panel":
        back = PANEL_REFLECTANCE[item.face if isinstance(item, Panel) else "glossy"]
        return [(scene.ceiling.value + scene.side.value + scene.front.value + wash, back)]
    surface = SURFACES[picture.surface]
    return [
        (scene.ceiling.value, surface.ceiling),
        (scene.side.value + wash, surface.side),
        (scene.front.value, surface.front),
    ]


def _lux(scene: LightScene) -> float:
    return scene.ceiling.value + scene.side.value + scene.front.value


def _lamps(key: str, picture: Picture, lit: _Lit, survey: Survey) -> list[Finding]:
    """White wanted of a projected picture with the lamps on; the same serves for HDR (rules 5.2)."""
    if picture.kind != "screen" or lit.white >= LAMPS_ON:
        return []
    bright = [name for name, scene in survey.scenes.items() if _lux(scene) >= LAMPS_LUX]
    if not bright:
        return []
    worst = max(bright, key=lambda name: _lux(survey.scenes[name]))
    about = {"picture": key, "scene": worst}
    return [Finding(LightCode.LAMPS_WHITE, Level.NOTE, "5.2", about, lit.white, LAMPS_ON, CD_M2)]


def _dull(key: str, picture: Picture, lit: _Lit, survey: Survey) -> list[Finding]:
    """A panel whose average is under the luminance of the wall beside it in its brightest scene (rules 3.7)."""
    if picture.kind != "panel" or not survey.scenes:
        return []
    worst = max(survey.scenes, key=lambda name: _lux(survey.scenes[name]))
    wall, average = _lux(survey.scenes[worst]) * BESIDE_WALL / math.pi, APL_CLASS * lit.white
    if average >= wall:
        return []
    return [Finding(LightCode.DULL, Level.MIND, "3.7", {"picture": key, "scene": worst}, average, wall, CD_M2)]


def _washed(picture: Picture, item: object, wash: float) -> float:
    """Luminance of the room's own wash on the picture [cd/m²]."""
    if picture.kind == "panel":
        return stray_luminance([(wash, PANEL_REFLECTANCE[item.face if isinstance(item, Panel) else "glossy"])])
    return stray_luminance([(wash, SURFACES[picture.surface].side)])


def _contrast_finding(
    key: str,
    name: str,
    scene: LightScene,
    worked: tuple[float, float | None, str],
    needed: Blinds | None,
    native: float,
    darker: float | None,
    spare: tuple[float, str] | None,
    bare: bool,
) -> Finding:
    stray, contrast, klass = worked
    enough = contrast is None or contrast >= scene.wants
    about, level = {"picture": key, "scene": name}, Level.GOOD if enough else Level.MIND
    if bare:
        more: dict[str, object] = {"spare": spare}
        return Finding(LightCode.CONTRAST, level, "5.4", about, contrast, scene.wants, "to_one", more=more)
    buys = darker if darker is not None and contrast is not None and contrast_class(darker) != klass else None
    more = {
        "class": klass,
        "stray": stray,
        "blinds": needed,
        "native": native,
        "dark": buys,
        "dark class": contrast_class(darker),
        "spare": spare,
    }
    return Finding(LightCode.CONTRAST, level, "5.4", about, contrast, scene.wants, "to_one", more=more)


def _spare_light(lit: _Lit, stray: float, wash: float, wants: float) -> tuple[float, str] | None:
    """How much of a display's light could go, or must come, for a contrast in a scene, as its maker states light; None
    where no light does it. Picture and wash grow alike with it: s·(L + W) + A = k·(s·(L/N + W) + A)."""
    falls = lit.white * (1 - wants / lit.native) - wash * (wants - 1)
    amount, unit = lit.sold_as
    return (amount * (1 - (stray - wash) * (wants - 1) / falls), unit) if falls > 0 else None


def _dim(key: str, picture: Picture, lit: _Lit, ruler: Ruler) -> list[Finding]:
    least = DARK_ROOM_FINE[0]
    more = {"spare": (lit.sold_as[0] * (1 - least / lit.white), lit.sold_as[1]) if lit.white else None}
    if lit.white >= least:
        return [Finding(LightCode.DIM, Level.GOOD, "5.2", {"picture": key}, lit.white, least, CD_M2, more=more)]
    raster_aspect = picture.aspect if lit.raster_share == 1 else 16 / 9
    width = math.sqrt(largest_area(lit.lumens, lit.gain, least) * raster_aspect) * 1000 * lit.raster_share
    width = ruler.safe(width, "greatest")
    put = PutPicture(id=key, width=chosen(width))
    return [
        Finding(
            LightCode.DIM,
            Level.MIND,
            "5.2",
            {"picture": key},
            lit.white,
            least,
            CD_M2,
            (Cure(PictureCure.PICTURE_WIDTH, width, put),),
            more,
        )
    ]
