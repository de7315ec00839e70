"""Every phrase of the tape line (see `grammar`). Add one here and it is completed, helped, entered and tested."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any, Final

from oval_room.core.apply import apply
from oval_room.core.commands import (
    Choose,
    Command,
    PutBrief,
    PutJob,
    PutPicture,
    PutProjector,
    PutRoom,
    PutScene,
    PutScheme,
    PutSeat,
    PutThing,
    PutWriting,
    TakeGear,
    several,
)
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import next_id
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.throw import distances
from oval_room.core.screens.size import parse_aspect, picture_size, show_aspect
from oval_room.core.tape.grammar import Ask, Heard, Here, Phrase
from oval_room.core.units import MM_IN

SEAT_SPACING: Final = 650.0


def _chosen(value: float) -> Typed:
    return Typed(value=value, source="chosen")


def _number(text: str, what: str, lo: float, hi: float) -> float:
    plain = text.strip().replace(",", ".").removesuffix("%").strip()
    if not re.fullmatch(r"[0-9]{1,9}(\.[0-9]+)?|\.[0-9]+", plain) or not lo <= float(plain) <= hi:
        raise RefusedError(f"give {what} from {lo:g} to {hi:g} (got {text.strip()[:30]})", value=text)
    return float(plain)


def _one_of(text: str, words: tuple[str, ...]) -> str:
    plain = text.lower().strip()
    fits = [word for word in words if word == plain] or [word for word in words if plain and word.startswith(plain)]
    if len(fits) != 1:
        raise RefusedError(f"give one of {', '.join(words)} (got {text.strip()[:30]})", value=text)
    return fits[0]


# ── brief and job ──


def _text(field: str, label: str, command: type[Any], most: int = 200) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        plain = "" if rest == "-" else rest
        if len(plain) > most or (field == "name" and len(plain) > 80):
            raise RefusedError(f"that is too long; keep it under {80 if field == 'name' else most} characters")
        return Heard(f"{label}: {plain or 'nothing'}", command(**{field: plain}))

    return make


def _hours(field: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        hours = _number(rest, "hours a day", 0, 24)
        return Heard(f"{field.capitalize()}: {hours:g} h a day", PutBrief.model_validate({field: hours}))

    return make


def _budget(here: Here, rest: str) -> Heard:
    money = _number(re.sub(r"[ ,](?=[0-9]{3}\b)", "", rest), "a budget", 0, 1e8)
    return Heard(f"Budget: {money:,.0f}", PutBrief(budget=money))


def _state(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("planning", "agreed", "on site", "done"))
    return Heard(f"State: {word}", PutJob.model_validate({"state": word}))


def _scheme(here: Here, rest: str) -> Heard:
    """A scheme of that name, else a new one that starts as a copy of this."""
    if len(rest) > 80:
        raise RefusedError("keep a scheme's name under 80 characters")
    known = next((key for key, scheme in here.plan.schemes.items() if scheme.name.lower() == rest.lower()), None)
    if known:
        return Heard(f"Scheme {here.plan.schemes[known].name}", Choose(scheme=known))
    if len(here.plan.schemes) >= 12:
        raise RefusedError("a job holds twelve schemes; drop one first")
    key = next_id("v", set(here.plan.schemes))
    return Heard(f"New scheme {rest}, from {here.plan.chosen.name}", PutScheme(id=key, name=rest, like=here.plan.scheme))


def _units(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("feet", "inches", "mm", "m"))
    unit = {"feet": "in", "inches": "in", "mm": "mm", "m": "m"}[word]
    return Heard(f"Lengths in {'feet and inches' if word == 'feet' else word}", PutWriting(unit=unit, style=word))


def _ruler(here: Here, rest: str) -> Heard:
    step = _one_of(rest.replace('"', "").replace("″", ""), ("1/8", "1/16", "1/32"))
    return Heard(f"Ruler in {step} inch", PutWriting(steps_per_inch=int(step[2:])))


def _instrument(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("laser", "tape", "drawing", "eye"))
    return Heard(f"Readings are by {word}", PutWriting(instrument=word))


# ── survey ──


def _room(here: Here, rest: str) -> Heard:
    parts = [part.strip() for part in re.split(r"[x×*]|\bby\b", rest)]
    if not 2 <= len(parts) <= 3 or not all(parts):
        raise RefusedError("give width x depth x height, as in room 17'4 x 12'9 x 8'", value=rest)
    values = [here.length(part) for part in parts]
    names = dict(zip(("width", "depth", "height"), (here.read(value) for value in values), strict=False))
    words = ("along display wall", "depth", "height")
    said = ", ".join(f"{word} {here.show(value)}" for word, value in zip(words, values, strict=False))
    return Heard(f"Room: {said}", PutRoom.model_validate(names))


def _room_side(field: str, words: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        value = here.length(rest)
        return Heard(f"Room {words} {here.show(value)}", PutRoom.model_validate({field: here.read(value)}))

    return make


def _finish(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("white", "furnished", "dark"))
    return Heard(f"Room's surfaces: {word}", PutRoom(finish=word))


def _wall(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("unknown", "timber", "masonry", "board"))
    return Heard(f"Display wall: {word}", PutRoom(wall=word))


def _seat(here: Here, rest: str) -> Heard:
    seats = here.plan.survey.seats
    value = here.length(rest)
    if not seats:
        return Heard(f"Seat 1: eye {here.show(value)} from the display wall", PutSeat(id="s1", y=here.read(value)))
    key, seat = here.seat()
    return Heard(f"{seat.name.capitalize()}: eye {here.show(value)} from the display wall", PutSeat(id=key, y=here.read(value)))


def _across(here: Here, rest: str) -> Heard:
    key, seat = here.seat()
    value = here.length(rest)
    return Heard(f"{seat.name.capitalize()}: {here.show(value)} along from the left wall", PutSeat(id=key, x=here.read(value)))


def _seats(here: Here, rest: str) -> Heard:
    count = int(_number(rest, "how many seats in the row", 1, 12))
    _key, seat = here.seat()
    row = [name for name, other in here.plan.survey.seats.items() if other.row == seat.row]
    middle = sum(here.plan.survey.seats[name].x.value for name in row) / len(row)
    taken = set(here.plan.survey.seats)
    steps: list[Command] = []
    for n in range(count):
        x = middle + (n - (count - 1) / 2) * SEAT_SPACING
        put: dict[str, Any] = {"x": Typed(value=x, source="assumed")}
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
        raise RefusedError(f"row {seat.row} has {len(row)} seats; take one away with drop {here.plan.survey.seats[row[-1]].name}")
    return Heard(f"Row {seat.row}: {count} seats, {here.show(SEAT_SPACING)} apart", several(*steps))


def _row(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?P<row>[0-9]{1,2})\s*[:,]?\s+(?P<at>.+)", rest)
    if not found:
        raise RefusedError("give the row and its distance, as in row 2 14'6", value=rest)
    row, value = int(found["row"]), here.length(found["at"])
    seats = here.plan.survey.seats
    if not 1 <= row <= 20:
        raise RefusedError(f"give a row from 1 to 20 (got {row})")
    mine = {key: seat for key, seat in seats.items() if seat.row == row}
    say = f"Row {row}: eyes {here.show(value)} from the display wall"
    if mine:
        return Heard(say, several(*(PutSeat(id=key, y=here.read(value)) for key in mine)))
    if not seats:
        raise RefusedError("seat the first row first: seat 11'2")
    taken, steps = set(seats), []
    like = [seat for seat in seats.values() if seat.row == max((s.row for s in seats.values() if s.row < row), default=1)]
    for n, seat in enumerate(like):
        key = next_id("s", taken)
        taken.add(key)
        steps.append(
            PutSeat(id=key, name=f"seat {row}{'abcdefghijkl'[n]}", row=row, x=Typed(value=seat.x.value, source="assumed"),
                    y=here.read(value), eye=Typed(value=seat.eye.value, source="assumed"), kind=seat.kind)
        )  # fmt: skip
    return Heard(f"{say}, {len(steps)} new seat{'s' if len(steps) > 1 else ''}", several(*steps))


def _of_row(here: Here, field: str, value: float, words: str) -> Heard:
    _, seat = here.seat()
    keys = [key for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    steps = [PutSeat.model_validate({"id": key, field: here.read(value)}) for key in keys]
    return Heard(f"Row {seat.row}: {words} {here.show(value)}", several(*steps))


def _eye(here: Here, rest: str) -> Heard:
    return _of_row(here, "eye", here.length(rest), "eyes above their floor")


def _riser(here: Here, rest: str) -> Heard:
    return _of_row(here, "floor", here.length(rest), "floor raised by")


def _kind(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("upright", "sofa", "recliner", "bed"))
    _, seat = here.seat()
    steps = [PutSeat(id=key, kind=word) for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    return Heard(f"Row {seat.row}: {word}", several(*steps))


def _standing(kind: str, name: str, depth: float) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        top = here.length(rest)
        if top <= 0:
            raise RefusedError(f"give the top of the {name} above the floor, over 0")
        things = here.plan.survey.things
        key = next((k for k, thing in things.items() if thing.kind == kind), None)
        say = f"{name.capitalize()}: top at {here.show(top)}"
        if key is None:
            start = {"name": name, "kind": kind, "z_from": max(0.0, top - 80) if kind == "soundbar" else 0.0, "y_to": depth}
            return Heard(say, PutThing.model_validate({"id": next_id("t", set(things)), "z_to": top, "source": "read"} | start))
        low = min(things[key].z_from, max(0.0, top - 1))
        return Heard(say, PutThing(id=key, z_to=top, z_from=low, source="read"))

    return make


def _light(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?P<scene>[^0-9]*?)\s*(?P<from>ceiling|side|front)?\s*(?P<lux>[0-9.,]+)(\s*lux)?", rest, re.IGNORECASE)
    if not found:
        raise RefusedError("give the scene and its lux, as in light lamps side 20", value=rest)
    lux = _number(found["lux"], "lux", 0, 200_000)
    key = here.scene(found["scene"].strip())
    origin = (found["from"] or "side").lower()
    name = here.plan.survey.scenes[key].name
    put = PutScene.model_validate({"id": key, origin: Typed(value=lux, source="read", instrument="eye")})
    return Heard(f"Light in {name}: {lux:g} lux from the {origin}", put)


# ── picture ──


def _picture_of_kind(here: Here, kind: str) -> str | None:
    pictures = here.plan.chosen.pictures
    if here.subject.picture in pictures and pictures[here.subject.picture].kind == kind:
        return here.subject.picture
    return next((key for key, picture in pictures.items() if picture.kind == kind), None)


def _well_placed(here: Here, key: str, *steps: Command) -> Command:
    """A new picture, with its bottom edge where school and ladder agree."""
    plan = here.plan
    for step in steps:
        plan = apply(plan, step, here.gear)
    report = evaluate(plan, here.gear)
    views = report.viewing.pictures[key]
    inside = views.rungs.soft or views.rungs.hard
    bottom = views.school_bottom if views.school_bottom is not None else plan.chosen.pictures[key].bottom
    if inside.feasible:
        bottom = inside.nearest(bottom)
    return several(*steps, PutPicture(id=key, bottom=here.ruler.safe(bottom, "nearest")))


def _sized(kind: str, words: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        if not re.match(r"[0-9.]", rest):
            return _geared(here, kind, rest)
        size, _, shape = rest.partition(" at ")
        key = _picture_of_kind(here, kind)
        old = here.plan.chosen.pictures[key] if key else None
        aspect = parse_aspect(shape) if shape else old.aspect if old else 16 / 9
        diagonal = here.inches(size)
        width = picture_size(aspect=aspect, diagonal=diagonal).width
        say = f"{words} {diagonal / MM_IN['in']:g}″, {show_aspect(aspect)}: {here.show(width)} wide"
        values = {"width": _chosen(width), "aspect": aspect}
        if key:
            return Heard(f"{old.name if old else ''}: {say}", PutPicture.model_validate({"id": key} | values))
        key = next_id("p", set(here.plan.chosen.pictures))
        x, y = here.plan.survey.room.width.value / 2, 60.0 if kind == "panel" else 100.0
        put = PutPicture.model_validate({"id": key, "kind": kind, "name": words, "x": x, "y": y} | values)
        return Heard(f"New {say}", _well_placed(here, key, put))

    return make


def _geared(here: Here, kind: str, name: str) -> Heard:
    gear = here.gear_named(name, kind)
    key = _picture_of_kind(here, kind)
    if key:
        return Heard(f"{here.plan.chosen.pictures[key].name}: {here.gear[gear].name}", TakeGear(id=key, gear=gear))
    key = next_id("p", set(here.plan.chosen.pictures))
    x, y = here.plan.survey.room.width.value / 2, 60.0 if kind == "panel" else 100.0
    put = PutPicture.model_validate({"id": key, "kind": kind, "name": "TV" if kind == "panel" else "screen", "x": x, "y": y})
    return Heard(f"New {here.gear[gear].name}", _well_placed(here, key, put, TakeGear(id=key, gear=gear)))


def _edge(place: str, words: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, picture = here.picture()
        value = here.length(rest)
        up = {"top": picture.height, "centre": picture.height / 2, "bottom": 0.0}[place]
        put = PutPicture(id=key, bottom=value - up)
        return Heard(f"{picture.name}: {words} at {here.show(value)}", put)

    return make


def _stretch(here: Here, rest: str) -> Heard:
    """The top edge at a height with the bottom edge held: the picture grows or shrinks."""
    key, picture = here.picture()
    height = here.length(rest) - picture.bottom
    if height < 100:
        raise RefusedError(f"give a top edge over the bottom edge at {here.show(picture.bottom)}")
    put = PutPicture(id=key, width=_chosen(height * picture.aspect), bottom=picture.bottom)
    return Heard(f"{picture.name}: stretched to {here.show(height * picture.aspect)} wide, bottom edge held", put)


def _panel_top(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest)
    bottom = value - picture.frame_top - picture.height
    return Heard(f"{picture.name}: top of its frame at {here.show(value)}", PutPicture(id=key, bottom=bottom))


def _wide(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest)
    return Heard(f"{picture.name}: {here.show(value)} wide", PutPicture(id=key, width=_chosen(value)))


def _aspect(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    aspect = parse_aspect(rest)
    return Heard(f"{picture.name}: aspect {show_aspect(aspect)}", PutPicture(id=key, aspect=aspect))


def _picture_x(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest)
    return Heard(f"{picture.name}: middle {here.show(value)} from the left wall", PutPicture(id=key, x=value))


def _stand_off(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest)
    return Heard(f"{picture.name}: surface {here.show(value)} from the wall", PutPicture(id=key, y=value))


def _surface(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    word = _one_of(rest, ("matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall"))
    return Heard(f"{picture.name}: surface {word}", PutPicture(id=key, surface=word))


def _school(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("lounge", "cinema", "front row"))
    return Heard(f"School of size: {word}", Choose(size_school=word))


def _height_school(here: Here, rest: str) -> Heard:
    word = _one_of(rest, ("third", "centre"))
    return Heard(f"School of height: eyes at the {'lower third' if word == 'third' else 'centre'}", Choose(height_school=word))


# ── throw and fixing ──


def _projector(here: Here, rest: str) -> Heard:
    gear = here.gear_named(rest, "projector")
    projectors = here.plan.chosen.projectors
    if projectors:
        key, projector = here.projector()
        return Heard(
            f"{projector.name}: now {here.gear[gear].name}", several(PutProjector(id=key, gear=gear, name=here.gear[gear].name))
        )
    screens = [key for key, picture in here.plan.chosen.pictures.items() if picture.kind == "screen"]
    if not screens:
        raise RefusedError("place the screen it shows first: screen 110")
    shows = here.subject.picture if here.subject.picture in screens else screens[0]
    put = PutProjector(id=next_id("j", set(projectors)), gear=gear, shows=shows)
    return Heard(f"New projector {here.gear[gear].name} for {here.plan.chosen.pictures[shows].name}", put)


def _throw(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    value = here.length(rest)
    picture = here.plan.chosen.pictures[projector.shows]
    say = f"Throw {here.show(value)}, lens to screen"
    return Heard(say, PutProjector(id=key, y=picture.pose.y + value))


def _screen_to_lens(here: Here, rest: str) -> Heard:
    """The throw with the lens held: the screen comes forward or goes back."""
    _, projector = here.projector()
    y = projector.pose.y - here.length(rest)
    if y < 0:
        raise RefusedError(f"the lens is only {here.show(projector.pose.y)} from the wall; move the lens")
    picture = here.plan.chosen.pictures[projector.shows]
    return Heard(f"{picture.name}: surface {here.show(y)} from the wall, lens held", PutPicture(id=projector.shows, y=y))


def _lens_up(here: Here, rest: str) -> Heard:
    key, _ = here.projector()
    value = here.length(rest)
    return Heard(f"Lens height {here.show(value)} from the floor", PutProjector(id=key, z=value))


def _lens_along(here: Here, rest: str) -> Heard:
    key, _ = here.projector()
    value = here.length(rest)
    return Heard(f"Lens {here.show(value)} from the left wall", PutProjector(id=key, x=value))


def _lens(here: Here, rest: str) -> Heard:
    """A bare lens length is a height or a throw: whichever is possible here, else it asks."""
    _key, projector = here.projector()
    value, ceiling = here.length(rest), here.plan.survey.room.height.value
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
    key, projector = here.projector()
    word = _one_of(rest, ("hung", "upright"))
    return Heard(
        f"{projector.name}: {'hung inverted' if word == 'hung' else 'upright on a shelf'}",
        PutProjector(id=key, hung=word == "hung"),
    )


def _mode(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    share = _number(rest, "the share of light the mode leaves, in %,", 1, 100)
    return Heard(f"{projector.name}: the mode leaves {share:g} %", PutProjector(id=key, mode=share / 100))


def _age(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    word = _one_of(rest, ("new", "lamp", "led", "laser"))
    words = "new" if word == "new" else f"{word} at mid-life"
    return Heard(f"{projector.name}: light source {words}", PutProjector(id=key, age=word))


def _mount(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    gear = here.gear_named(rest, "mount", "panel")
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} takes no wall mount; make the TV the subject first")
    return Heard(f"{picture.name} on {here.gear[gear].name}", PutPicture(id=key, mount=gear))


def _stem(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    gear = here.gear_named(rest, "mount", "projector")
    return Heard(f"{projector.name} on {here.gear[gear].name}", PutProjector(id=key, mount=gear))


def _drop(here: Here, rest: str) -> Heard:
    from oval_room.core.commands import Drop
    from oval_room.core.words import names_of

    names = {key: name for key, name in names_of(here.plan).items() if not key.startswith("k")}
    fits = [key for key, name in names.items() if rest.lower() in (key, name.lower())]
    fits = fits or [key for key, name in names.items() if rest.lower() in name.lower()]
    if not fits:
        raise RefusedError(f"there is no “{rest[:40]}” to take away; there are {', '.join(names.values()) or 'none'}", value=rest)
    if len(fits) > 1:
        raise Ask("Take which away?", *(f"drop {names[key]}" for key in fits[:6]))
    return Heard(f"Take away {names[fits[0]]}", Drop(id=fits[0]))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("name", "a name", "the job's name", "name Chapel flat", "brief", _text("name", "Job", PutJob)),
    Phrase("client", "a name", "who it is for", "client M. Penhallick", "brief", _text("client", "Client", PutJob)),
    Phrase("place", "an address", "where it is", "place 3 Sexton Row", "brief", _text("place", "Place", PutJob)),
    Phrase("who", "people", "who watches", "who two, friends on Fridays", "brief", _text("who", "Who watches", PutBrief)),
    Phrase("film", "hours", "hours of film a day", "film 3", "brief", _hours("film")),
    Phrase("sport", "hours", "hours of sport a day", "sport 1", "brief", _hours("sport")),
    Phrase("games", "hours", "hours of games a day", "games 2", "brief", _hours("games")),
    Phrase("desk", "hours", "hours of desk work a day", "desk 0", "brief", _hours("desk")),
    Phrase("budget", "money", "what may be spent", "budget 9500", "brief", _budget),
    Phrase("keep", "things", "what must stay", "keep oak sideboard", "brief", _text("must_stay", "Must stay", PutBrief)),
    Phrase("landlord", "limits", "the landlord's limits", "landlord no holes in the breast", "brief", _text("landlord", "Landlord", PutBrief)),
    Phrase("cables", "ways", "where cables can go", "cables behind the skirting", "brief", _text("cables", "Cables", PutBrief)),
    Phrase("state", "planning, agreed, on site, done", "how far the job is", "state agreed", "brief", _state),
    Phrase("scheme", "a name", "another way to do the room, copied from this one", "scheme Plain 16:9", "brief", _scheme),
    Phrase("units", "feet, inches, mm or m", "how this job writes lengths", "units feet", "brief", _units),
    Phrase("ruler", "1/8, 1/16 or 1/32", "the ruler's step in inches", "ruler 1/16", "brief", _ruler),
    Phrase("by", "laser, tape, drawing or eye", "what readings are taken with", "by laser", "brief", _instrument),
    Phrase("room", "width x depth x height", "the room, along the display wall first", "room 17'4 x 12'9 x 8'", "survey", _room),
    Phrase("wall", "a length", "room along the display wall", "wall 17'4", "survey", _room_side("width", "along the display wall")),
    Phrase("depth", "a length", "room out from the display wall", "depth 12'9", "survey", _room_side("depth", "depth")),
    Phrase("ceiling", "a length", "ceiling above the floor", "ceiling 8'", "survey", _room_side("height", "height")),
    Phrase("finish", "white, furnished or dark", "how light the room's surfaces are", "finish furnished", "survey", _finish),
    Phrase("made of", "timber, masonry, board", "what the display wall is made of", "made of timber", "survey", _wall),
    Phrase("seat", "a length", "the seat's eye, from the display wall", "seat 11'2", "survey", _seat),
    Phrase("seats", "a count", "how many seats in the row", "seats 3", "survey", _seats),
    Phrase("across", "a length", "the seat's eye, from the left wall", "across 6'10", "survey", _across),
    Phrase("row", "row and length", "a row's eyes, from the display wall", "row 2 14'6", "survey", _row),
    Phrase("eye", "a length", "the row's eyes above their floor", "eye 41\"", "survey", _eye),
    Phrase("riser", "a length", "how far the row's floor is raised", "riser 8\"", "survey", _riser),
    Phrase("seating", "upright, sofa, recliner, bed", "what the row sits on", "seating sofa", "survey", _kind),
    Phrase("furniture", "a length", "top of what stands under the picture", "furniture 24\"", "survey", _standing("furniture", "furniture", 450.0)),
    Phrase("soundbar", "a length", "top of the soundbar or centre speaker", "soundbar 28\"", "survey", _standing("soundbar", "soundbar", 120.0)),
    Phrase("light", "scene, origin and lux", "stray light at the picture", "light lamps side 20", "survey", _light),
    Phrase("tv", "inches or a name", "a TV by its diagonal or its name", "tv 65", "picture", _sized("panel", "TV")),
    Phrase("screen", "inches or a name", "a screen by its diagonal or its name", "screen 110 at 16:9", "picture", _sized("screen", "screen")),
    Phrase("aspect", "width over height", "the picture's aspect", "aspect 2.40", "picture", _aspect),
    Phrase("wide", "a length", "the picture's width", "wide 94 1/2\"", "picture", _wide),
    Phrase("bottom", "a length", "the picture's bottom edge above the floor", "bottom 28\"", "picture", _edge("bottom", "bottom edge")),
    Phrase("centre", "a length", "the picture's centre above the floor", "centre 47\"", "picture", _edge("centre", "centre")),
    Phrase("top", "a length", "the picture's top edge above the floor", "top 66 1/2\"", "picture", _edge("top", "top edge")),
    Phrase("stretch to", "a length", "the top edge, with the bottom edge held", "stretch to 80\"", "picture", _stretch),
    Phrase("along", "a length", "the picture's middle from the left wall", "along 6'10", "picture", _picture_x),
    Phrase("stand-off", "a length", "the picture's surface from the wall", "stand-off 2 3/8\"", "picture", _stand_off),
    Phrase("surface", "a kind", "the screen's surface", "surface matte", "picture", _surface),
    Phrase("school", "lounge, cinema, front row", "how much of the view it should fill", "school cinema", "picture", _school),
    Phrase("eyes at", "third or centre", "where on the picture the eyes lie", "eyes at third", "picture", _height_school),
    Phrase("projector", "a name", "a projector from the shelf", "projector Heron", "throw", _projector),
    Phrase("throw", "a length", "lens to screen", "throw 13'4", "throw", _throw),
    Phrase("screen to lens", "a length", "the throw, with the lens held and the screen moved", "screen to lens 9'", "throw", _screen_to_lens),
    Phrase("lens", "a length", "the lens's height or throw, whichever it can be", "lens 7'8 7/8", "throw", _lens),
    Phrase("lens up", "a length", "the lens above the floor", "lens up 7'8", "throw", _lens_up),
    Phrase("lens along", "a length", "the lens from the left wall", "lens along 6'10", "throw", _lens_along),
    Phrase("goes", "hung or upright", "how the projector sits", "goes hung", "throw", _hang),
    Phrase("mode", "a share in %", "light the picture mode leaves", "mode 65", "throw", _mode),
    Phrase("age", "new, lamp, led, laser", "age of the light source", "age lamp", "throw", _age),
    Phrase("mount", "a name", "the TV's wall mount", "mount Flat 600", "fixing", _mount),
    Phrase("stem", "a name", "the projector's ceiling mount", "stem Stem long", "fixing", _stem),
    Phrase("panel top", "a length", "top of the panel's frame above the floor", "panel top 66 1/2\"", "fixing", _panel_top),
    Phrase("drop", "a thing", "take a seat, thing, picture or projector away", "drop seat 2b", "survey", _drop),
)  # fmt: skip
