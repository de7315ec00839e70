"""The survey: room, seats, what stands about, light: what can be said about it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, get_args

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Soundbar, offered
from oval_room.core.plan.measure import Typed, Values, next_id
from oval_room.core.plan.room import CEILING_WORDS, WALL_WORDS
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutScene, PutSeat, PutThing
from oval_room.core.survey.document import SeatKind
from oval_room.core.survey.eyes import eye_height
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.survey.stray import START_LUX, kind_by_name
from oval_room.core.survey.thing_phrases import stood
from oval_room.core.tape.labelled import take_apart
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import (
    ACROSS,
    APART,
    CEILING,
    EYE,
    FURNITURE,
    PERSON,
    RISER,
    SEAT,
    SHIFT,
    SIDEWAYS,
    SOUNDBAR,
    WALL,
)
from oval_room.core.units import is_bare, is_length

FACING: Final = ("drywall", "plasterboard", "stud", "studs")
OF_A_ROW: Final = ("riser", "eye", "seats", "seating")
SEAT_SPACING: Final = 650.0
IN_ROW: Final = 1.0  # seats of a row this near to one distance move as one [mm]


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
        raise Ask("Along the display wall, out from it, and up?", f"room {' x '.join(parts[0].split())}")
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
            raise Ask("That is what it is made of:", f"made of {made}")
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


def _seat(here: Here, rest: str) -> Heard:
    seats = here.plan.survey.seats
    for name, one in seats.items():
        called = re.match(
            rf"{re.escape(one.name.removeprefix('seat ').lower())}\s*(?::|\bat\b|\s)\s*(?=[0-9])", rest.lower()
        )
        if called and one.name.startswith("seat ") and not is_length(rest):
            value = here.length(rest[called.end() :], SEAT)
            say = f"{one.name.capitalize()}: eye {here.show(value)} from the display wall"
            return Heard(say, PutSeat(id=name, y=here.read(value)))
    if (moved := _moved(here, rest) or _aside(here, rest)) is not None:
        return moved
    value = here.length(rest, SEAT)
    if not seats:
        return Heard(f"Seat 1: eye {here.show(value)} from the display wall", PutSeat(id="s1", y=here.read(value)))
    key, seat = here.seat()
    beside = [
        other
        for other, one in seats.items()
        if other != key and one.row == seat.row and abs(one.y.value - seat.y.value) <= IN_ROW
    ]
    put = [PutSeat(id=key, y=here.read(value)), *(PutSeat(id=other, y=here.read(value)) for other in beside)]
    name = f"Row {seat.row}" if beside else seat.name.capitalize()
    say = f"{name}: eye{'s' if beside else ''} {here.show(value)} from the display wall"
    return Heard(say, several(*put))


def _aside(here: Here, rest: str) -> Heard | None:
    """`seat left 300`: by that much, or that far from the left wall?

    Raises:
        Ask: the length may be either.
    """
    said = re.fullmatch(
        r"(?:to the )?(?P<way>left|right)\s+(?P<by>by\s+)?(?P<length>[0-9].*)"
        r"|(?P<much>[0-9].*?)\s+to the (?P<side>left|right)",
        rest.lower(),
    )
    if said is None or not here.plan.survey.seats:
        return None
    _, seat = here.seat()
    way, length = said["way"] or said["side"], said["length"] or said["much"]
    by = here.length(length, SHIFT)
    to = seat.x.value + (by if way == "right" else -by)
    if not said["by"] and not said["much"] and way == "left" and ACROSS.fit(by):
        raise Ask("By that much, or that far from the left wall?", f"across {here.show(to)}", f"across {length}")
    return _across(here, here.show(to))


def _moved(here: Here, rest: str) -> Heard | None:
    """`seat back 300`: farther by that much, or that far from the wall?

    Raises:
        Ask: the length may be either.
    """
    said = re.fullmatch(
        r"(?P<way>further back|back|away|closer|nearer|forwards?|in)\s+(?P<by>by\s+)?(?P<length>[0-9].*)", rest.lower()
    )
    if said is None or not here.plan.survey.seats:
        return None
    _, seat = here.seat()
    sign = 1 if said["way"] in ("further back", "back", "away") else -1
    by = here.length(said["length"], SHIFT)
    to = here.show(seat.y.value + sign * by)
    if not said["by"] and SEAT.fit(by) and said["way"] in ("back", "away"):
        raise Ask("Back by that much, or that far from the display wall?", f"seat {to}", f"seat {said['length']}")
    return _seat(here, to)


def _seated(kind: SeatKind) -> Callable[[Here, str], Heard]:
    """What the row sits on, with its distance where that is said."""

    def make(here: Here, rest: str) -> Heard:
        if not here.plan.survey.seats:
            heard = _seat(here, rest)
            return Heard(f"{heard.say}, on a {kind}", several(heard.command, PutSeat(id="s1", kind=kind)))
        heard, on = _seat(here, rest), _kind(here, kind)
        return Heard(f"{heard.say}, on a {kind}", several(heard.command, on.command))

    return make


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


def _across(here: Here, rest: str) -> Heard:
    key, seat = here.seat()
    value = here.length(rest, ACROSS)
    return Heard(
        f"{seat.name.capitalize()}: {here.show(value)} along from the left wall", PutSeat(id=key, x=here.read(value))
    )


def _some_at(here: Here, rest: str) -> Heard | None:
    """`two seats 3 m back`: a row and its distance; `three seats 60 cm apart`: how wide. None where no length with a
    unit follows the count.

    Raises:
        Ask: the length may be either.
    """
    said = re.match(
        r"(?P<n>[0-9]{1,2}),?\s+(?P<at>at\s+)?(?P<length>[0-9].*?)(?:\s+(?P<apart>apart)|\s+(?P<away>back|away|out|from\s.*))?$",
        rest,
    )
    if said is None or (is_bare(said["length"]) and not said["apart"]) or not is_length(said["length"]):
        return None
    many, text = said["n"], said["length"]
    apart, away = f"{many} x {text}", f"{many} at {text} from the wall"
    if said["apart"]:
        return seats(here, apart)
    mm = here.length(text, SEAT)
    if not said["away"] and APART.fit(mm) >= SEAT.fit(mm) + bool(said["at"]):
        raise Ask(f"Are they {text} apart, or {text} from the display wall?", f"seats {apart}", f"seats {away}")
    placed = _seat(here, text)
    counted = seats(here.after(placed.command), many)
    return Heard(f"{placed.say}; {counted.say}", several(placed.command, counted.command))


def seats(here: Here, rest: str) -> Heard:
    """How many seats the subject's row has, and how far apart."""
    rest = re.sub(
        r"^(.+?)\s+in (?:row ([0-9]+)|(?:the )?(?:front|first) row)$", lambda f: f"row {f[2] or 1} {f[1]}", rest
    )
    if re.match(r"(?:at|are at)\s", rest) and is_length(at := re.sub(r"^(?:are )?at\s+", "", rest)):
        return _seat(here, at)
    if (several_seats := _some_at(here, rest)) is not None:
        return several_seats
    of = re.match(r"(?:row\s+)?(?P<row>[0-9]{1,2})\s*[:,]?\s+(?=[0-9])", rest)
    row_of = int(of["row"]) if of else None
    if of:
        rest = rest[of.end() :]
    many, _, apart = re.sub(r"[×*]|\bapart\b", "x", rest).partition("x")
    count = int(number(many, "how many seats in the row", 1, 12))
    spacing = here.length(apart, APART) if apart.strip() else SEAT_SPACING
    if not 300 <= spacing <= 3000:
        raise RefusedError(
            f"give seats from {here.show(300)} to {here.show(3000)} apart (got {here.show(spacing)})", value=rest
        )
    _key, seat = here.seat()
    if row_of is not None:
        found = next((one for one in here.plan.survey.seats.values() if one.row == row_of), None)
        if found is None:
            raise RefusedError(here.eg(f"there is no row {row_of} yet; place it first: row {row_of} 14'6"), value=rest)
        seat = found
    row = [name for name, other in here.plan.survey.seats.items() if other.row == seat.row]
    middle = sum(here.plan.survey.seats[name].x.value for name in row) / len(row)
    taken = set(here.plan.survey.seats)
    steps: list[Command] = []
    for n in range(count):
        x = middle + (n - (count - 1) / 2) * spacing
        put: Values = {"x": Typed(value=x, source="assumed")}
        if n < len(row):
            name = row[n]
        else:
            name = next_id("s", taken)
            taken.add(name)
            put |= {"row": seat.row, "kind": seat.kind}
            for field in ("y", "eye", "floor"):
                measure = getattr(seat, field)
                put[field] = Typed(value=measure.value, source=measure.source if measure.source != "read" else "chosen")
        put["name"] = f"seat {seat.row}{'abcdefghijkl'[n]}"
        steps.append(PutSeat.model_validate({"id": name} | put))
    if count < len(row):
        raise RefusedError(
            f"row {seat.row} has {len(row)} seats; take one away with drop {here.plan.survey.seats[row[-1]].name}"
        )
    return Heard(f"Row {seat.row}: {count} seats, {here.show(spacing)} apart", several(*steps))


def _row(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?P<row>[0-9]{1,2})\s*[:,]?\s+(?P<at>.+)", rest)
    if not found:
        raise RefusedError(here.eg("give the row and its distance, as in row 2 14'6"), value=rest)
    row, seats = int(found["row"]), here.plan.survey.seats
    mine = [PutSeat(id=key) for key, seat in seats.items() if seat.row == row]
    if mine and (of := here.said(found["at"])) is not None and of[0].word in OF_A_ROW:
        return of[0].make(here.looking_at(mine[0]), found["at"][len(of[1]) :].strip())
    value = here.length(found["at"], SEAT)
    if not 1 <= row <= 20:
        raise RefusedError(f"give a row from 1 to 20 (got {row})")
    say = f"Row {row}: eyes {here.show(value)} from the display wall"
    if mine:
        return Heard(say, several(*(PutSeat(id=one.id, y=here.read(value)) for one in mine)))
    if not seats:
        return Heard(f"{say}, one new seat", PutSeat(id="s1", name=f"seat {row}a", row=row, y=here.read(value)))
    taken, steps = set(seats), []
    like = [
        seat for seat in seats.values() if seat.row == max((s.row for s in seats.values() if s.row < row), default=1)
    ]
    for n, seat in enumerate(like):
        key = next_id("s", taken)
        taken.add(key)
        steps.append(
            PutSeat(
                id=key,
                name=f"seat {row}{'abcdefghijkl'[n]}",
                row=row,
                x=Typed(value=seat.x.value, source="assumed"),
                y=here.read(value),
                eye=Typed(value=seat.eye.value, source="assumed"),
                kind=seat.kind,
            )
        )
    return Heard(f"{say}, {len(steps)} new seat{'s' if len(steps) > 1 else ''}", several(*steps))


def _of_row(here: Here, field: str, value: float, words: str) -> Heard:
    _, seat = here.seat()
    keys = [key for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    steps = [PutSeat.model_validate({"id": key, field: here.read(value)}) for key in keys]
    return Heard(f"Row {seat.row}: {words} {here.show(value)}", several(*steps))


def _eye(here: Here, rest: str) -> Heard:
    return _of_row(here, "eye", here.length(rest, EYE), "eyes above their floor")


def _riser(here: Here, rest: str) -> Heard:
    return _of_row(here, "floor", here.length(rest, RISER), "floor raised by")


def _kind(here: Here, rest: str) -> Heard:
    if is_length(rest):
        return _seat(here, rest)
    word = one_of(rest, get_args(SeatKind))
    _, seat = here.seat()
    steps = [PutSeat(id=key, kind=word) for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    return Heard(f"Row {seat.row}: {word}", several(*steps))


def _person(here: Here, rest: str) -> Heard:
    key, seat = here.seat()
    value = here.length(rest, PERSON)
    if not 600 <= value <= 2400:
        raise RefusedError(f"give how tall the person is, from {here.show(600)} to {here.show(2400)}", value=rest)
    eye = eye_height(seat.kind, value)
    tail = f", eye taken as {here.show(eye)}" if seat.eye.unsure else ""
    return Heard(f"{seat.name.capitalize()}: a person {here.show(value)} tall{tail}", PutSeat(id=key, person=value))


def _stagger(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?:row\s+)?(?P<row>[0-9]{1,2})\s*[:,]?\s+(?P<by>.+)", rest.strip())
    if not found:
        raise RefusedError("give the row and how far it moves to the right, as in stagger 2 325 mm", value=rest)
    row, by = int(found["row"]), here.length(found["by"], SIDEWAYS)
    mine = {key: seat for key, seat in here.plan.survey.seats.items() if seat.row == row}
    if not mine:
        raise RefusedError(f"there is no row {row}", value=rest)
    moves = [PutSeat(id=key, x=Typed(value=seat.x.value + by, source="assumed")) for key, seat in mine.items()]
    return Heard(f"Row {row}: {here.show(abs(by))} to the {'right' if by > 0 else 'left'}", several(*moves))


def _scene(here: Here, rest: str) -> Heard:
    name, _, like = re.sub(r"\s+(as|like)\s+", "|", rest.strip(), count=1).partition("|")
    scenes = here.plan.survey.scenes
    if not name.strip():
        raise RefusedError("give the scene a name: scene morning like bright day", value=rest)
    known = next((k for k, scene in scenes.items() if scene.name.lower() == name.strip().lower()), None)
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
        "seat",
        "a length",
        "the seat's eye, from the display wall",
        "seat 11'2",
        "survey",
        _seat,
        also=(
            "viewing distance",
            "viewing",
            "seating distance",
            "seat distance",
            "distance",
            "sitting",
            "sit",
            "we sit",
            "they sit",
        ),
    ),
    Phrase("seats", "a count", "how many seats in the row", "seats 3", "survey", seats),
    Phrase(
        "sofa",
        "a length",
        "the seat's eye, from the display wall, on a sofa",
        "sofa 11'2",
        "survey",
        _seated("sofa"),
        also=("couch", "settee"),
    ),
    Phrase("recliner", "a length", "the same on a recliner", "recliner 11'2", "survey", _seated("recliner")),
    Phrase("bed", "a length", "the same in bed", "bed 11'2", "survey", _seated("bed")),
    Phrase("chair", "a length", "the same on a chair", "chair 11'2", "survey", _seated("upright"), also=("armchair",)),
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
    Phrase("stagger", "row and length", "move a row sideways", 'stagger 2 13"', "survey", _stagger),
    Phrase("person", "a height", "how tall who sits there is", "person 6'1", "survey", _person, also=("viewer",)),
    Phrase(
        "across",
        "a length",
        "the seat's eye, from the left wall",
        "across 6'10",
        "survey",
        _across,
        also=("seat across", "seat along"),
    ),
    Phrase(
        "row", "row and length", "a row's eyes, from the display wall", "row 2 14'6", "survey", _row, also=("seat row",)
    ),
    Phrase(
        "eye",
        "a length",
        "the row's eyes above their floor",
        'eye 41"',
        "survey",
        _eye,
        also=("eye height", "eye level", "eyes height", "eye line", "eyes"),
    ),
    Phrase(
        "riser",
        "a length",
        "how far the row's floor is raised",
        'riser 8"',
        "survey",
        _riser,
        also=("platform", "raised by"),
    ),
    Phrase(
        "seating",
        "a kind of seat",
        "what the row sits on: upright, sofa, recliner, bed, stool, rig",
        "seating sofa",
        "survey",
        _kind,
    ),
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
    ),
    Phrase("wants", "scene and contrast", "the contrast a scene needs", "wants dark 50", "survey", _wants),
)
