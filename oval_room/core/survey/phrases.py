"""The survey: room, seats, what stands about, light: what can be said about it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Soundbar, offered
from oval_room.core.plan.measure import Typed, Values, next_id
from oval_room.core.plan.room import CEILING_WORDS, WALL_WORDS
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutScene, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.survey.seat_phrases import PHRASES as SEAT_PHRASES
from oval_room.core.survey.stray import START_LUX, kind_by_name
from oval_room.core.survey.thing_phrases import stood
from oval_room.core.tape.labelled import take_apart
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import CEILING, FURNITURE, SOUNDBAR, WALL

FACING: Final = ("drywall", "plasterboard", "stud", "studs")


def _named_sides(rest: str) -> list[str]:
    """The sides of a room said by name: `4.2 m wide, 5.1 m deep, 2.4 m high`, in any order."""
    pieces = re.split(r"\b(wide|across|deep|long|high|tall)\b", rest.lower())
    if len(pieces) < 5 or pieces[-1].strip(" ,"):
        return []
    place = {"wide": 0, "across": 0, "deep": 1, "long": 1, "high": 2, "tall": 2}
    sides = {
        place[word]: re.sub(r"^[\s,x×]*(?:(?:by|and)\b)?\s*", "", text).strip()
        for text, word in zip(pieces[::2], pieces[1::2], strict=False)
    }
    return [sides[n] for n in range(len(sides))] if set(sides) in ({0, 1}, {0, 1, 2}) else []


def _room(here: Here, rest: str) -> Heard:
    parts = _named_sides(rest) or [
        re.sub(r"\s+(?:high|tall|long|wide|deep)$", "", part.strip())
        for part in re.split(r"[x×*]|\bby\b|\band\b", re.sub(r"^'?s\s+", "", rest), flags=re.IGNORECASE)
    ]
    if len(parts) == 1 and re.fullmatch(r"[0-9.,]+(?:\s+[0-9.,]+){1,2}", parts[0]):
        raise Ask("Along the display wall, out from it, and up?", f"room {' x '.join(parts[0].split())}", sure=True)
    if not 2 <= len(parts) <= 3 or not all(parts):
        raise RefusedError(here.eg("give width x depth x height, as in room 17'4 x 12'9 x 8'"), value=rest)
    values = here.lengths(*zip(parts, (WALL, WALL, CEILING), strict=False))
    names = dict(zip(("width", "depth", "height"), (here.read(value) for value in values), strict=False))
    words = ("along display wall", "depth", "height")
    said = ", ".join(f"{word} {here.show(value)}" for word, value in zip(words, values, strict=False))
    return Heard(f"Room: {said}", PutRoom.model_validate(names))


def _room_side(field: str, words: str, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        if (made := _what_it_is_made_of(here, field, rest)) is not None:
            raise Ask("That is what it is made of:", f"made of {made}", sure=True)
        value = here.length(rest, span)
        return Heard(f"Room {words} {here.show(value)}", PutRoom.model_validate({field: here.read(value)}))

    return make


def _what_it_is_made_of(here: Here, field: str, rest: str) -> str | None:
    """What a wall or the ceiling is said to be made of, where no length of it is said."""
    surface, text = surface_first(here, rest.lower(), "") if field == "width" else ("ceiling", rest.lower())
    words = {*CEILING_WORDS} if field == "height" else {*WALL_WORDS, *FACING, "steel", "metal"}
    if re.search("[0-9]", text) or not set(re.split(r"[ ,]+", text)) & words:
        return None
    return f"{surface} {re.sub(r'^ *(is|of) +', '', text)}".strip()


def _finish(here: Here, rest: str) -> Heard:
    word = one_of(rest, ("white", "furnished", "dark"))
    return Heard(f"Room's surfaces: {word}", PutRoom(finish=word))


def _faces(here: Here, rest: str) -> Heard:
    bearing = number(rest.rstrip("°"), "a compass bearing", 0, 359.9)
    return Heard(f"Looking at the display wall is looking {bearing:g}° by the compass", PutRoom(faces=bearing))


def _which(*words: str) -> Callable[[Here, str], Heard]:
    """A word that could be of several things."""

    def make(here: Here, rest: str) -> Heard:
        fits = [word for word in words if word != "wide" or here.plan.chosen.pictures]
        if len(fits) == 1 and (said := here.said(f"{fits[0]} {rest}")):
            return said[0].make(here, rest)
        raise Ask(
            f"Of what is that the {'width' if 'wide' in words else 'length'}?", *(f"{word} {rest}" for word in fits)
        )

    return make


def _scene(here: Here, rest: str) -> Heard:
    name, _, like = re.sub(r"\s+(as|like)\s+", "|", rest.strip(), count=1).partition("|")
    scenes = here.plan.survey.scenes
    if not name.strip():
        raise RefusedError("give the scene a name: scene morning like bright day", value=rest)
    known = next((k for k, scene in scenes.items() if scene.name.lower() == name.strip().lower()), None)
    name, colon, after = name.partition(":")
    like = like if like.strip() else after
    if re.fullmatch(r"\s*(?:all )?lights? (?:are )?(?:off|out)\s*", like):
        like = "blackout"
    if colon and like.strip() and not any(like.strip().lower() in kind or kind in like.lower() for kind in START_LUX):
        raise Ask(f"How light is it in {name.strip()}?", *(f"scene {name.strip()} like {one}" for one in START_LUX))
    kind = one_of(like, tuple(START_LUX)) if like.strip() else kind_by_name(name)
    if not kind and known is None:
        raise Ask(f"How light is it in {name.strip()}?", *(f"scene {name.strip()} like {one}" for one in START_LUX))
    key = known or next_id("k", set(scenes))
    put: Values = {"id": key, "name": name.strip()}
    if kind:
        lux, origin = START_LUX[kind]
        put[origin] = Typed(value=lux, source="assumed")
    return Heard(
        f"Light scene {name.strip()}"
        + (f": {START_LUX[kind][0]:g} lux from the {START_LUX[kind][1]}, assumed" if kind else ""),
        PutScene.model_validate(put),
    )


def _wants(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?P<scene>[^0-9]*?)\s*(?P<k>[0-9.,]+)(\s*(:1|to 1))?", rest.strip())
    if not found:
        raise RefusedError("give the scene and the contrast it needs: wants dark 50", value=rest)
    key, wanted = here.scene(found["scene"].strip()), number(found["k"], "a contrast", 1, 10_000)
    return Heard(
        f"{here.plan.survey.scenes[key].name.capitalize()} needs contrast {wanted:g}:1", PutScene(id=key, wants=wanted)
    )


def _standing(kind: str, name: str, depth: float, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        if any(len(piece.lengths) > 1 or piece.what in ("wide", "deep") for piece in take_apart(rest).pieces):
            if kind == "furniture":
                return stood(here, kind, rest)
            raise RefusedError(
                here.eg(f'give its top, {kind} 28", or all: put {kind} 40" x 4" x 3" at 3\' up 24"'), value=rest
            )
        top = here.length(rest, span)
        if top <= 0:
            raise RefusedError(f"give the top of the {name} above the floor, over 0")
        things = here.plan.survey.things
        key = next((k for k, thing in things.items() if thing.kind == kind), None)
        say = f"{name.capitalize()}: top at {here.show(top)}"
        if key is None:
            start = {
                "name": name,
                "kind": kind,
                "z_from": max(0.0, top - 80) if kind == "soundbar" else 0.0,
                "y_to": depth,
            }
            return Heard(
                say, PutThing.model_validate({"id": next_id("t", set(things)), "z_to": top, "source": "read"} | start)
            )
        low = min(things[key].z_from, max(0.0, top - 1))
        return Heard(say, PutThing(id=key, z_to=top, z_from=low, source="read"))

    return make


def _soundbar(here: Here, rest: str) -> Heard:
    """Its top, or one from the shelf: as large as its sheet says, under the picture, on what stands there."""
    words = rest.lower().split()
    bars = [item for item in offered(here.gear).values() if isinstance(item, Soundbar)]
    if not words or not any(all(word in item.name.lower() for word in words) for item in bars):
        return _standing("soundbar", "soundbar", 120.0, SOUNDBAR)(here, rest)
    item = here.gear[here.gear_named(rest, "soundbar")]
    assert isinstance(item, Soundbar)
    things, pictures = here.plan.survey.things, here.plan.chosen.pictures
    key = next((k for k, thing in things.items() if thing.kind == "soundbar"), None)
    if key is not None:
        old = things[key]
        middle, front, foot = (old.x_from + old.x_to) / 2, old.y_from, old.z_from
    else:
        picture = pictures.get(here.subject.picture or "")
        middle = picture.pose.x if picture is not None else here.plan.survey.room.width.value / 2
        under = [one for one in things.values() if one.kind == "furniture" and one.x_from < middle < one.x_to]
        top = max(under, key=lambda one: one.z_to, default=None)
        front, foot = (top.y_from, top.z_to) if top is not None else (0.0, 400.0)
    place = {"x_from": middle - item.width / 2, "x_to": middle + item.width / 2, "y_from": front}
    place |= {"y_to": front + item.depth, "z_from": foot, "z_to": foot + item.height}
    put = {"id": key or next_id("t", set(things)), "name": item.name, "kind": "soundbar", "source": "maker"}
    say = f"{item.name}: {here.show(item.width)} wide, top at {here.show(foot + item.height)}"
    return Heard(say, PutThing.model_validate(put | place))


def _light(here: Here, rest: str) -> Heard:
    found = re.fullmatch(
        r"(?P<scene>[^0-9]*?)\s*(?P<from>ceiling|side|front)?\s*(?P<lux>[0-9.,]+)(\s*lux)?", rest, re.IGNORECASE
    )
    if not found:
        raise RefusedError("give the scene and its lux, as in light lamps side 20", value=rest)
    lux = number(found["lux"], "lux", 0, 200_000)
    key = here.scene(found["scene"].strip())
    origin = (found["from"] or "side").lower()
    name = here.plan.survey.scenes[key].name
    put = PutScene.model_validate({"id": key, origin: Typed(value=lux, source="read", instrument="eye")})
    return Heard(f"Light in {name}: {lux:g} lux from the {origin}", put)


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "room",
        "width x depth x height",
        "the room, along the display wall first",
        "room 17'4 x 12'9 x 8'",
        "survey",
        _room,
        also=("room is", "room size", "rm"),
    ),
    Phrase(
        "wall",
        "a length",
        "room along the display wall",
        "wall 17'4",
        "survey",
        _room_side("width", "along the display wall", WALL),
        also=("display wall", "room width", "wall width", "tv wall"),
    ),
    Phrase(
        "depth",
        "a length",
        "room out from the display wall",
        "depth 12'9",
        "survey",
        _room_side("depth", "depth", WALL),
        also=("room depth", "room deep", "deep"),
    ),
    Phrase(
        "ceiling",
        "a length",
        "ceiling above the floor",
        "ceiling 8'",
        "survey",
        _room_side("height", "height", CEILING),
        also=("clg", "ceiling height", "ceilings", "room height", "floor to ceiling"),
    ),
    Phrase(
        "finish", "white, furnished or dark", "how light the room's surfaces are", "finish furnished", "survey", _finish
    ),
    Phrase(
        "faces", "a bearing", "compass bearing of someone who looks at the display wall", "faces 190", "survey", _faces
    ),
    Phrase(
        "width", "a length", "asks of what: the room or the picture", "width 17'4", "survey", _which("wall", "wide")
    ),
    Phrase(
        "length",
        "a length",
        "asks of what: along the wall or the depth",
        "length 17'4",
        "survey",
        _which("wall", "depth"),
    ),
    *SEAT_PHRASES,
    Phrase(
        "furniture",
        "a length or sizes",
        "top of what stands under the picture; or how wide, deep and high it is",
        'furniture 24"',
        "survey",
        _standing("furniture", "furniture", 450.0, FURNITURE),
        also=("sideboard", "cabinet top", "tv stand", "stand", "tv unit", "console", "credenza", "furniture top"),
    ),
    Phrase(
        "soundbar",
        "a length or a name",
        "top of the soundbar or centre speaker; or one from the shelf",
        'soundbar 28"',
        "survey",
        _soundbar,
        also=("sound bar", "soundbar top", "centre speaker", "center speaker"),
    ),
    Phrase(
        "light",
        "scene, origin and lux",
        "stray light at the picture",
        "light lamps side 20",
        "survey",
        _light,
        also=("lux",),
    ),
    Phrase(
        "scene",
        "name like kind",
        "a state of the room's light with a start value: " + ", ".join(START_LUX),
        "scene morning like bright day",
        "survey",
        _scene,
        passes=("behind", "ceiling", "light", "drawn"),
    ),
    Phrase("wants", "scene and contrast", "the contrast a scene needs", "wants dark 50", "survey", _wants),
)
