"""Shelves, cabinets and boxes on the walls: what can be said of them on the tape line."""

from __future__ import annotations

import re
from typing import Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.hanging.commands import PutHanging
from oval_room.core.hanging.document import ASSUMED_KG, CARRYING, MOST_SCREWS, Hanging, HangingKind, WallThing
from oval_room.core.plan.measure import next_id, next_name
from oval_room.core.projection.commands import CARRIES
from oval_room.core.projection.says import ThrowCode
from oval_room.core.survey.commands import PutThing
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import ALONG, HANGS, TRAY, UP
from oval_room.core.words import Words, capital, names_of

UNDER: Final = (ThrowCode.TRAY, ThrowCode.STANDS)
"""What is said of the furniture that carries a projector."""
EXAMPLE: Final = 'hang shelf w2 at 3\', 32" x 8" x 10" up 4\'6, 15 kg'
SAID: Final = re.compile(
    r"(?:at\s+)?(?P<at>[^,]+),\s*(?P<width>[^x×]+)[x×](?P<height>[^x×]+)[x×](?P<depth>.+?)"
    r"\s+up\s+(?P<up>[^,]+)(?:,\s*(?P<mass>[0-9.,]+)\s*kg)?\s*",
    re.IGNORECASE,
)


def _hang(here: Here, rest: str) -> Heard:
    word, _, text = rest.strip().partition(" ")
    kind = one_of(word, get_args(HangingKind))
    wall, text = surface_first(here, text)
    found = SAID.fullmatch(text.strip())
    if not found or wall == "ceiling":
        raise RefusedError(
            here.eg(f"give kind, wall, place, width x height x depth, bottom and, if known, mass in kg: {EXAMPLE}"),
            value=rest,
        )
    asked = [(found["at"], ALONG), *((found[name], HANGS) for name in ("width", "height", "depth")), (found["up"], UP)]
    along, *size, up = here.lengths(*asked)
    sizes = dict(zip(("width", "height", "depth"), size, strict=True))
    _on_its_wall(here, wall, along, sizes["width"], up + sizes["height"])
    things, taken = here.plan.chosen.kept(Hanging).things, set(names_of(here.plan).values())
    name = kind if kind not in taken else next_name(kind, taken)
    put = {"id": next_id("h", set(things)), "name": name, "kind": kind, "wall": wall, "along": along, "bottom": up}
    mass = number(found["mass"], "its mass in kg", 0.1, 500) if found["mass"] else None
    told = " × ".join(here.show(value) for value in size)
    weighs = f", {mass:g} kg" if mass is not None else f", {ASSUMED_KG[kind]:g} kg assumed"
    say = (
        f"{name.capitalize()} on {Words(here.plan).surface(wall)}: {told}, {here.show(along)} along, {here.show(up)} up"
    )
    return Heard(say + weighs, PutHanging.model_validate(put | sizes | {"mass": mass}))


def _on_its_wall(here: Here, wall: str, along: float, width: float, top: float) -> None:
    """Refuse what can't be meant on its wall: a number said in another unit.

    Raises:
        RefusedError: it starts past the wall's end, is wider than the wall, or twice as high as the room.
    """
    room, of = here.plan.survey.room, Words(here.plan).surface(wall)
    found, high = room.wall_named(wall), room.height.value
    long = found.length if found is not None else width
    for wrong, value, said, whole in (
        (along >= long, along, f"along is past the end of {of}", long),
        (width > long, width, f"wide is more than {of}", long),
        (top > 2 * high, top, "up is over the ceiling", high),
    ):
        if wrong:
            unit = "write the unit if it is another, as in 900 mm"
            raise RefusedError(f"{here.show(value)} {said} ({here.show(whole)}): {unit}", value=value)


def _one(here: Here, rest: str) -> tuple[str, WallThing, str]:
    """The thing whose name a line starts with, and what follows it; the only one where there is one."""
    things = here.plan.chosen.kept(Hanging).things
    for key, thing in sorted(things.items(), key=lambda item: -len(item[1].name)):
        if rest.lower().startswith(f"{thing.name.lower()} "):
            return key, thing, rest[len(thing.name) :].strip()
    if len(things) == 1:
        key, thing = next(iter(things.items()))
        return key, thing, rest.strip()
    listed = ", ".join(thing.name for thing in things.values())
    raise RefusedError(f"say which: {listed}" if listed else "nothing hangs yet; say hang shelf first", value=rest)


def _screws(here: Here, rest: str) -> Heard:
    key, thing, text = _one(here, rest)
    count = int(number(text, "how many screws", 2, MOST_SCREWS))
    return Heard(f"{thing.name.capitalize()}: {count} screws", PutHanging(id=key, screws=count))


def _fixing(here: Here, rest: str) -> Heard:
    key, thing, text = _one(here, rest)
    fixing = one_of(text, tuple(CAPACITIES))
    return Heard(f"{thing.name.capitalize()}: each screw a {fixing}", PutHanging(id=key, fixing=fixing))


def _weighs(here: Here, rest: str) -> Heard:
    key, thing, text = _one(here, rest)
    mass = number(re.sub(r"\s*kg$", "", text), "its mass in kg", 0.1, 500)
    return Heard(f"{thing.name.capitalize()}: {mass:g} kg with what is on it", PutHanging(id=key, mass=mass))


def _tray(here: Here, rest: str) -> Heard:
    """`tray 150`, `tray cabinet 150`: how far the tray of what carries the projector comes out (rules 6.8)."""
    hung = here.plan.chosen.kept(Hanging).things
    stands = {key: one for key, one in here.plan.survey.things.items() if one.kind in CARRIES}
    able = {key: one.name for key, one in hung.items() if one.kind in CARRYING} | {
        k: one.name for k, one in stands.items()
    }
    if not able:
        raise RefusedError("there is no furniture yet for a tray: put furniture, or hang cabinet, first", value=rest)
    said = rest.strip()
    key = next((key for key, name in able.items() if said.lower().startswith(f"{name.lower()} ")), None)
    text = said[len(able[key]) :].strip() if key else said
    if key is None:
        under = [
            one.about["thing"] for one in here.report().findings if one.code in UNDER and one.about.get("thing") in able
        ]
        if not under and len(able) > 1:
            raise Ask("The tray of which?", *(f"tray {name} {said}" for name in able.values()))
        key = under[0] if under else next(iter(able))
    out = 0.0 if text.lower() in ("none", "no", "-", "off") else here.length(text, TRAY)
    put = PutHanging(id=key, tray=out) if key in hung else PutThing(id=key, tray=out)
    told = f"its tray comes {here.show(out)} out" if out else "no tray"
    return Heard(f"{capital(able[key])}: {told}", put)


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "hang",
        "kind, wall, place, size, up, mass",
        "a shelf, cabinet or box on a wall's cleat",
        EXAMPLE,
        "fixing",
        _hang,
        begins=get_args(HangingKind),
    ),
    Phrase(
        "tray",
        "a length",
        "how far a tray comes out of the furniture that carries a projector",
        'tray 6"',
        "throw",
        _tray,
        also=("sliding tray", "pull-out tray"),
    ),
    Phrase(
        "screws",
        "a thing and a number",
        "how many screws hold what hangs",
        "screws shelf 4",
        "fixing",
        _screws,
        EXAMPLE,
    ),
    Phrase(
        "screwed with",
        "a thing and a fixing",
        "what each screw is",
        "screwed with shelf plug 10 brick",
        "fixing",
        _fixing,
        EXAMPLE,
    ),
    Phrase(
        "weighs", "a thing and kg", "what hangs, with what is on it", "weighs shelf 20 kg", "fixing", _weighs, EXAMPLE
    ),
)
