"""The throw and the fixing: projector, lens, mounts: what can be said about it on the tape line."""

from __future__ import annotations

import re
from typing import Final, get_args

from oval_room.core.aspect import NAMED, parse_aspect, show_aspect
from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import next_id
from oval_room.core.projection.commands import PutMemory, PutProjector, hangs
from oval_room.core.projection.document import Boxed, Memories, Sits
from oval_room.core.projection.keystone import MOST_TILT
from oval_room.core.projection.memories import filled
from oval_room.core.projection.moving_phrases import HUNG, STANDING, moved, sits
from oval_room.core.projection.placing import own_wall, place_on_wall, projector_here
from oval_room.core.projection.throw import distances
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import WIDE, picture_size
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import ALONG, HANGS, LENS, LENS_UP, THROW
from oval_room.core.units import MM_IN, is_bare, is_length


def _projector(here: Here, rest: str) -> Heard:
    if (there := moved(here, rest)) is not None:
        return there
    projectors = here.plan.chosen.projectors
    name, at, length = re.sub(r"\s+(?:back|away|out|from .*|throw)$", "", rest).rpartition(" at ")
    length = re.sub(r"^at ", "", length)
    if is_length(length) and (at or rest.startswith("at ") or not is_bare(length)):
        named = _projector(here, name) if name else None
        thrown = _throw(here.after(named.command) if named else here, length)
        return Heard(f"{named.say}; {thrown.say}", several(named.command, thrown.command)) if named else thrown
    gear = here.gear_named(rest, "projector")
    dark = here.subject.picture if here.subject.picture in here.plan.chosen.pictures else None
    if dark and (here.plan.chosen.pictures[dark].kind != "screen" or here.plan.chosen.fed_by(dark) is not None):
        dark = None
    if projectors and dark is None:
        key, projector = projector_here(here)
        item, before = here.gear[gear], here.gear.get(projector.gear)
        assert isinstance(item, ProjectorGear)
        sits = hangs(item, projector, before)
        stands = "" if sits is projector.hung else ", hung" if sits else ", standing"
        put = PutProjector(id=key, gear=gear, name=item.name, hung=None if sits is projector.hung else sits)
        return Heard(f"{projector.name}: now {item.name}{stands}", several(put))
    screens = [key for key, picture in here.plan.chosen.pictures.items() if picture.kind == "screen"]
    if not screens:
        raise RefusedError("place the screen it shows first: screen 110")
    shows = here.subject.picture if here.subject.picture in screens else screens[0]
    put = PutProjector(id=next_id("j", set(projectors)), gear=gear, shows=shows)
    return Heard(f"New projector {here.gear[gear].name} for {here.plan.chosen.pictures[shows].name}", put)


def _throw(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    value = here.length(rest, THROW)
    _, plane = place_on_wall(here, projector.shows, here.plan.chosen.pictures[projector.shows].pose)
    say = f"Throw {here.show(value)}, lens to screen"
    return Heard(say, own_wall(here, projector.shows, PutProjector(id=key, y=plane + value)))


def _screen_to_lens(here: Here, rest: str) -> Heard:
    """The throw with the lens held: the screen comes forward or goes back."""
    _, projector = projector_here(here)
    _, lens = place_on_wall(here, projector.shows, projector.pose)
    y = lens - here.length(rest, THROW)
    if y < 0:
        raise RefusedError(f"the lens is only {here.show(lens)} from the wall; move the lens")
    picture = here.plan.chosen.pictures[projector.shows]
    put = own_wall(here, projector.shows, PutPicture(id=projector.shows, y=y))
    return Heard(f"{picture.name}: surface {here.show(y)} from the wall, lens held", put)


_BELOW: Final = re.compile(r"(?P<by>[0-9½¼¾].*?)\s+(?:below|under|from|down from)\s+(?:the\s+)?ceiling", re.IGNORECASE)


def _lens_up(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    if (below := _BELOW.fullmatch(rest.strip())) is not None:
        ceiling = here.plan.survey.room.ceiling_at(projector.pose.x, projector.pose.y)
        z = ceiling - here.length(below["by"], HANGS)
        return Heard(f"Lens height {here.show(z)} from the floor", PutProjector(id=key, z=z))
    value = here.length(rest, LENS_UP)
    return Heard(f"Lens height {here.show(value)} from the floor", PutProjector(id=key, z=value))


def _lens_along(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    value = here.length(rest, ALONG)
    put = own_wall(here, projector.shows, PutProjector(id=key, x=value))
    return Heard(f"Lens {here.show(value)} from the left wall", put)


def _lens(here: Here, rest: str) -> Heard:
    """A bare lens length is a height or a throw: whichever is possible here, else it asks."""
    if _BELOW.fullmatch(rest.strip()):
        return _lens_up(here, rest)
    if (there := moved(here, rest)) is not None:
        return there
    _key, projector = projector_here(here)
    value, ceiling = here.length(rest, LENS), here.plan.survey.room.height.value
    item = here.gear.get(projector.gear)
    picture = here.plan.chosen.pictures[projector.shows]
    likely = False
    if isinstance(item, ProjectorGear):
        span = distances(picture.width.value, item.lens)
        likely = 0.6 * span.least <= value <= 1.5 * span.greatest
    high = 0.25 * ceiling <= value < ceiling
    if likely and not high:
        return _throw(here, rest)
    if high and not likely:
        return _lens_up(here, rest)
    raise Ask(f"Is {here.show(value)} the lens's height or its throw?", f"lens up {rest}", f"throw {rest}")


def _hang(here: Here, rest: str) -> Heard:
    if HUNG.fullmatch(rest.strip()) or STANDING.fullmatch(rest.strip()):
        return sits(here, HUNG.fullmatch(rest.strip()) is not None)
    return sits(here, one_of(rest, ("hung", "upright")) == "hung")


def _nose(here: Here, rest: str) -> Heard:
    """Which way the nose points, and how far: `nose down 4`, `nose level`."""
    key, projector = projector_here(here)
    word, _, text = rest.strip().rstrip("°").partition(" ")
    if word.lower() in ("level", "straight") and not text:
        return Heard(f"{projector.name}: nose level", PutProjector(id=key, pitch=0.0))
    if word.lower() not in ("up", "down"):
        raise RefusedError("say which way and how many degrees: nose down 4, or nose level", value=rest)
    turn = number(re.sub(r"\s*(?:°|deg(?:rees)?)$", "", text.strip()), "the nose's tilt in degrees", 0, MOST_TILT)
    pitch = -turn if word.lower() == "down" else turn
    return Heard(f"{projector.name}: nose {word.lower()} {turn:g}°", PutProjector(id=key, pitch=pitch))


def _mode(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    share = number(rest, "the share of light the mode leaves, in %,", 1, 100)
    return Heard(f"{projector.name}: the mode leaves {share:g} %", PutProjector(id=key, mode=share / 100))


def _filter(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    off = rest.strip().lower() in ("off", "none", "no")
    share = 100.0 if off else number(rest, "the share of light the filter lets through, in %, or off,", 1, 100)
    told = "no filter before the lens" if share == 100 else f"a filter before the lens lets through {share:g} %"
    return Heard(f"{projector.name}: {told}", PutProjector(id=key, passes=share / 100))


_BOXED: Final[dict[str, str]] = {
    "open": "in the open",
    "hush-box": "in a hush-box",
    "behind a port": "behind a port in the wall",
    "carried in": "carried in each time",
}


def _boxed(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    word = one_of(rest, get_args(Boxed))
    told = _BOXED[word]
    return Heard(f"{projector.name}: {told}", PutProjector(id=key, boxed=word))


def _age(here: Here, rest: str) -> Heard:
    key, projector = projector_here(here)
    word = one_of(rest, ("new", "lamp", "led", "laser"))
    words = "new" if word == "new" else f"{word} at mid-life"
    return Heard(f"{projector.name}: light source {words}", PutProjector(id=key, age=word))


_WIDE_AFTER: Final = re.compile(r"\s+(?:wide|across)$", re.IGNORECASE)
_SITS: Final = re.compile(
    r"[\s,]+(?:at|on|to)?\s*(?:the\s+)?(?P<sits>bottom|foot|top|centre|center|middle)\b(?:\s+of\s+.*)?$", re.IGNORECASE
)
_MEANS: Final[dict[str, Sits]] = {"foot": "bottom", "center": "centre", "middle": "centre"}


def _screen_here(here: Here) -> tuple[str, Picture]:
    """The subject picture where it is projected, else the one that its projector shows, else the first.

    Raises:
        RefusedError: nothing is projected.
    """
    key, picture = here.picture()
    pictures = here.plan.chosen.pictures
    screens = [name for name, one in pictures.items() if one.kind == "screen"]
    if picture.kind != "screen" and not screens:
        raise RefusedError(f"{picture.name} is no screen, and nothing here is projected; say screen 110 first")
    if picture.kind != "screen":
        key = projector_here(here)[1].shows if here.plan.chosen.projectors else screens[0]
    return key, pictures[key]


_INCHES: Final = re.compile(r"(?P<size>[0-9]{2,3})\s*(?:\"|″|inch(?:es)?|in)\s+(?P<aspect>[0-9.]+(?::[0-9.]+)?)$")


def _memory(here: Here, rest: str) -> Heard:
    """A name, an aspect, then if wanted how wide and where on the cloth: `memory trailers 2.40, 2200 wide, bottom`."""
    key, picture = _screen_here(here)
    said, values = rest.strip(), dict[str, object]()
    if sits := _SITS.search(f" {said}"):
        said = f" {said}"[: sits.start()].strip()
        word = sits["sits"].lower()
        values["sits"] = _MEANS.get(word, word)
    if (wide := _WIDE_AFTER.sub("", said)) != said:
        said, width = _width_last(wide)
        values["width"] = here.length(width, WIDE)
    if (inches := _INCHES.match(said)) is not None and "width" not in values:
        aspect = _named_aspect(f"x {inches['aspect']}")[1]
        diagonal = float(inches["size"]) * MM_IN["in"]
        values["width"] = picture_size(aspect=aspect, diagonal=diagonal).width
        said = f"{inches['size']} inch {inches['aspect']}"
    memories = here.plan.chosen.kept(Memories).memories
    old = next((k for k, one in memories.items() if one.shows == key and one.name.lower() == said.lower()), None)
    if old is None:
        name, aspect = _named_aspect(said)
        same = (k for k, one in memories.items() if one.shows == key and one.name.lower() == name.lower())
        old = next(same, None)
        values |= {"aspect": aspect, "name": name, "shows": key}
        if here.plan.chosen.fed_by(key) is None and here.plan.chosen.projectors:
            values["by"] = projector_here(here)[0]
    elif not values:
        raise RefusedError(f"say how wide {said} is, or where on the cloth: memory {said} bottom", value=rest)
    put = PutMemory.model_validate({"id": old or next_id("l", set(memories)), **values})
    kept = here.after(put).plan.chosen.kept(Memories).memories[put.id]
    fills = filled((picture.width.value, picture.height), kept.aspect, width=kept.width, sits=kept.sits)
    if fills.width > picture.width.value + SLIM or fills.height > picture.height + SLIM:
        size = f"{here.show(fills.width)} × {here.show(fills.height)}"
        whole = f"memory {kept.name} {show_aspect(kept.aspect)}"
        raise Ask(f"{kept.name} at {size} is larger than {picture.name}. As large as that lets it?", whole)
    where = "" if kept.sits == "centre" else f", at the {kept.sits} of the cloth"
    say = f"Lens memory {kept.name}: {show_aspect(kept.aspect)}, {here.show(fills.width)} × {here.show(fills.height)}"
    return Heard(say + where, put)


def _width_last(said: str) -> tuple[str, str]:
    """What stands before a length, and the length: as much of the end as can be read as one."""
    words = said.replace(",", " , ").split()
    starts = (n for n in range(1, len(words)) if is_length(" ".join(words[n:])))
    start = next(starts, len(words) - 1)
    return " ".join(words[:start]).rstrip(" ,"), " ".join(words[start:])


def _named_aspect(said: str) -> tuple[str, float]:
    """A name and the aspect after it; an aspect alone is its own name."""
    if said.lower() in NAMED:
        return said, NAMED[said.lower()]
    name, _, last = said.rpartition(" ")
    aspect = parse_aspect(last)
    return name.strip(" ,") or show_aspect(aspect), aspect


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "projector", "a name", "a projector from the shelf", "projector Heron", "throw", _projector, also=("beamer",)
    ),
    Phrase(
        "throw",
        "a length",
        "lens to screen",
        "throw 13'4",
        "throw",
        _throw,
        also=("throw distance", "projector distance", "lens to screen", "lens distance"),
    ),
    Phrase(
        "screen to lens",
        "a length",
        "the throw, with the lens held and the screen moved",
        "screen to lens 9'",
        "throw",
        _screen_to_lens,
    ),
    Phrase("lens", "a length", "the lens's height or throw, whichever it can be", "lens 7'8 7/8", "throw", _lens),
    Phrase(
        "lens up",
        "a length",
        "the lens above the floor",
        "lens up 7'8",
        "throw",
        _lens_up,
        also=("lens height", "projector height"),
    ),
    Phrase("lens along", "a length", "the lens from the left wall", "lens along 6'10", "throw", _lens_along),
    Phrase("goes", "hung or upright", "how the projector sits", "goes hung", "throw", _hang),
    Phrase(
        "nose",
        "up or down and degrees, or level",
        "how the projector is tilted",
        "nose down 4",
        "throw",
        _nose,
        also=("projector tilt", "lens tilt", "pitch"),
    ),
    Phrase("mode", "a share in %", "light the picture mode leaves", "mode 65", "throw", _mode),
    Phrase(
        "filter", "a share in %, or off", "light a filter before the lens lets through", "filter 80", "throw", _filter
    ),
    Phrase(
        "boxed",
        "open, hush-box, behind a port, carried in",
        "whether the projector stands in the room, in a hush-box or behind the wall",
        "boxed hush-box",
        "throw",
        _boxed,
    ),
    Phrase(
        "memory",
        "a name and an aspect, how wide, where on the cloth",
        "a lens memory, or a tray stop of an ultra-short throw",
        "memory trailers 2.40",
        "throw",
        _memory,
        also=("lens memory", "tray stop"),
    ),
    Phrase("age", "new, lamp, led, laser", "age of the light source", "age lamp", "throw", _age),
)
