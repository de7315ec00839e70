"""Mounts, holes and plates: what can be said of them on the tape line."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.bench_phrases import BENCH_PHRASES
from oval_room.core.fixing.commands import PutHold
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.load_phrases import LOAD_PHRASES, USUAL
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import WindowResult, safest
from oval_room.core.plan.gear import Mount, offered
from oval_room.core.plan.turn import turned_for
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.placing import own_wall, place_on_wall, projector_here
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.phrases import left_end, on_own_wall
from oval_room.core.tape.phrase import MOST_LISTED, Ask, Heard, Here, Phrase
from oval_room.core.tape.spans import ALONG, HANGS, OUT, ROW, TOP
from oval_room.core.units import is_length


def _panel_top(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest, TOP)
    bottom = value - picture.frame_top - picture.height
    return Heard(f"{picture.name}: top of its frame at {here.show(value)}", PutPicture(id=key, bottom=bottom))


def _row_at(which: int, words: str) -> Callable[[Here, str], Heard]:
    """A hole row at a height: the picture rises or falls so that the row lies there."""

    def make(here: Here, rest: str) -> Heard:
        key, picture, holes = _holes(here)
        value = here.length(rest, ROW)
        rise = value - holes.rows[which]
        return Heard(f"{picture.name}: {words} at {here.show(value)}", PutPicture(id=key, bottom=picture.bottom + rise))

    return make


def _first_hole(here: Here, rest: str) -> Heard:
    key, picture, holes = _holes(here)
    if not holes.columns:
        raise RefusedError(f"the mount of {picture.name} names no hole columns")
    value = here.length(rest, ALONG)
    turn = turned_for(here.plan, key)
    now = turn.wall.own(picture.pose.x, picture.pose.y)[0] if turn else picture.pose.x
    put = on_own_wall(here, key, along=now + value - holes.columns[0])
    return Heard(f"{picture.name}: first hole {here.show(value)} from the {left_end(here, key)}", put)


def _holes(here: Here) -> tuple[str, Picture, HoleMap]:
    key, picture = here.picture()
    holes = here.report().of(FixingResult).holes.get(key)
    if holes is None:
        raise RefusedError(
            f"{picture.name} has no hole rows yet; choose panel and mount, or say vesa, bolts and mount row"
        )
    return key, picture, holes


def _mount(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} takes no wall mount; make the TV the subject first")
    gear = here.gear_named(rest, "mount", "panel")
    return Heard(f"{picture.name} on {here.gear[gear].name}", PutPicture(id=key, mount=gear))


def _stem(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    if is_length(rest):
        return _pole(here, rest)
    gear = here.gear_named(rest, "mount", "projector")
    return Heard(f"{projector.name} on {here.gear[gear].name}", PutProjector(id=key, mount=gear))


def _pole(here: Here, rest: str) -> Heard:
    """A pole so long below the ceiling: the lens goes up or down with it (rules 6.5)."""
    key, projector = projector_here(here)
    plate = here.report().of(FixingResult).plates.get(key)
    if plate is None or plate.pole is None:
        raise RefusedError(f"{projector.name} hangs on no pole: say goes hung first", value=rest)
    value = here.length(rest, HANGS)
    z = projector.pose.z + plate.pole - value
    return Heard(
        f"{projector.name}: a pole of {here.show(value)}, lens {here.show(z)} from the floor", PutProjector(id=key, z=z)
    )


def _of_form(form: str) -> Callable[[Here, str], Heard]:
    """The wall mounts of the shelf of one form."""

    def make(here: Here, rest: str) -> Heard:
        mounts = [item for item in offered(here.gear).values() if isinstance(item, Mount) and item.holds == "panel"]
        fits = [one.name for one in mounts if _form(one) == form]
        if not mounts:
            raise RefusedError("no mount is on the shelf; one is typed with its figures: gear mount Arm 4: 35 kg")
        ask = f"Which {form} mount?" if fits else f"No {form} mount is on the shelf. Is it one of these?"
        raise Ask(ask, *(f"mount {name}" for name in (fits or [one.name for one in mounts])[:MOST_LISTED]))

    return make


def _form(mount: Mount) -> str:
    if mount.form is not None or mount.reach is not None or mount.swivel is not None:
        return mount.form or "arm"
    return "tilting" if mount.tilt_down[0] < mount.tilt_down[1] else "flat"


def _wall_plate(here: Here, rest: str) -> Heard:
    """A TV's plate at a place along its wall, the panel slid on it so that it stays."""
    key, picture = here.picture()
    if rest.strip().lower() in USUAL:
        return Heard(f"{picture.name}: its plate where studs want it", PutHold(id=key, plate_free=True))
    value = here.length(rest, ALONG)
    turn = turned_for(here.plan, key)
    now = turn.wall.own(picture.pose.x, picture.pose.y)[0] if turn else picture.pose.x
    off = value - now
    half = picture.across / 2
    if abs(off) > half:
        raise RefusedError(f"{here.show(value)} is past {picture.name}: move the picture, along {rest.strip()}")
    return Heard(
        f"{picture.name}: plate's middle {here.show(value)} along, the picture stays", PutHold(id=key, plate=off)
    )


def _plate(axis: str) -> Callable[[Here, str], Heard]:
    """The mount plate at a place: the lens goes along, as far off the plate as the projector's own figures say."""

    def make(here: Here, rest: str) -> Heard:
        if axis == "x" and here.plan.chosen.pictures and here.picture()[1].kind == "panel":
            return _wall_plate(here, rest)
        key, projector = projector_here(here)
        plate = here.report().of(FixingResult).plates.get(key)
        if plate is None:
            raise RefusedError(f"{projector.name} has no plate figures; choose a projector from the shelf")
        value = here.length(rest, OUT if axis == "y" else ALONG)
        now = dict(zip("xy", place_on_wall(here, projector.shows, projector.pose), strict=True))
        lens = now[axis] + value - getattr(plate, axis)
        where = "from the display wall" if axis == "y" else "from the left wall"
        put = own_wall(here, projector.shows, PutProjector.model_validate({"id": key, axis: lens}))
        return Heard(f"Plate {here.show(value)} {where}, lens with it", put)

    return make


def _safest(here: Here, rest: str) -> Heard:
    """The plate where it has most room: to every border of its window and to what stands in the beam."""
    key, projector = projector_here(here)
    report = here.report()
    found, plate = report.of(WindowResult).windows.get(key), report.of(FixingResult).plates.get(key)
    if found is None or plate is None:
        raise RefusedError(f"{projector.name} has no window: throw, shift and room leave its plate no place")
    lens = safest(found, plate)
    if lens is None:
        raise RefusedError("something is in the way from everywhere the plate may be: move that, or the picture")
    x, y = (here.ruler.safe(value, "nearest") for value in lens)
    put = own_wall(here, projector.shows, PutProjector(id=key, x=x, y=y))
    return Heard(f"{projector.name}: plate to where it has most room", put)


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "safest plate",
        "",
        "the plate to where it has most room to every border of its window",
        "safest plate",
        "fixing",
        _safest,
        "projector Heron",
    ),
    *BENCH_PHRASES,
    *LOAD_PHRASES,
    Phrase(
        "upper row",
        "a length",
        "the upper hole row above the floor; the picture moves",
        'upper row 50 1/4"',
        "fixing",
        _row_at(0, "upper hole row"),
        also=("top row", "top hole", "top holes", "upper hole", "upper holes", "hole row", "holes at"),
    ),
    Phrase(
        "lower row",
        "a length",
        "the lower hole row above the floor; the picture moves",
        'lower row 44"',
        "fixing",
        _row_at(-1, "lower hole row"),
        also=("bottom row", "bottom holes", "lower holes"),
    ),
    Phrase(
        "first hole",
        "a length",
        "the first hole from the left wall; the picture moves",
        "first hole 6'2",
        "fixing",
        _first_hole,
    ),
    Phrase(
        "panel top", "a length", "top of the panel's frame above the floor", 'panel top 66 1/2"', "fixing", _panel_top
    ),
    Phrase(
        "plate out",
        "a length",
        "the mount plate from the display wall; the lens goes along",
        "plate out 11'4",
        "fixing",
        _plate("y"),
    ),
    Phrase(
        "plate along",
        "a length",
        "the mount plate from the left wall: the lens goes along, a TV stays",
        "plate along 6'10",
        "fixing",
        _plate("x"),
    ),
    Phrase(
        "mount", "a name", "the TV's wall mount", "mount Flat 600", "fixing", _mount, also=("bracket", "wall mount")
    ),
    *(
        Phrase(
            f"{form} mount",
            "",
            f"asks which {form} one of the shelf",
            f"{form} mount",
            "fixing",
            _of_form(form),
            also=also,
        )
        for form, also in (
            ("flat", ("fixed mount", "fixed bracket", "flat bracket", "low profile mount")),
            ("tilting", ("tilt mount", "tilting bracket", "tilt bracket")),
            ("arm", ("full motion mount", "full-motion mount", "swing arm", "swivel arm", "articulated mount")),
        )
    ),
    Phrase(
        "stem",
        "a name or a pole's length",
        "the projector's ceiling mount, or how long its pole is",
        "stem Stem long",
        "fixing",
        _stem,
        also=("ceiling mount", "pole"),
    ),
)
