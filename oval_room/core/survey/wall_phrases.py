"""What is in and behind the walls: openings, services, studs found; things in the room; the way in."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Final, NoReturn, Protocol, TypeVar, get_args

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.fittings import Covering, How, PassageKind, Swing
from oval_room.core.plan.gear import Speaker, offered
from oval_room.core.plan.measure import Values, next_id
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutFind, PutOpening, PutPassage, PutService, PutThing
from oval_room.core.survey.document import SpeakerPart, ThingKind
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import ALONG, HEAD, OPENING, OPENING_HIGH, OUT, PASSAGE, SILL, THING, THING_AT, UP
from oval_room.core.units import is_length
from oval_room.core.words import dim_name


def _opening(kind: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        wall, text = surface_first(here, rest)
        found = re.fullmatch(
            r"(?:at\s+)?(?P<place>[^x×]+?)\s*[x×]\s*(?P<high>[^x×]+?)(?:,?\s+sill\s+(?P<sill>.+))?", text.strip()
        )
        if wall != "ceiling" and (sizes := SIZES_ONLY.fullmatch(text.strip())) and is_length(sizes["wide"]):
            _ask_where(here, kind, wall, sizes["wide"], sizes["high"])
        if not found or wall == "ceiling":
            raise RefusedError(
                here.eg(f'give wall, place from its left end, width x height: {kind} w2 at 3\', 48" x 44" sill 36"'),
                value=rest,
            )
        place, wide = _place_and_width(here, found["place"], kind)
        asked = [(place, ALONG), (wide, OPENING), (found["high"], OPENING_HIGH)]
        values = here.lengths(*asked, *([(found["sill"], SILL)] if found["sill"] else []))
        along, width, high = values[:3]
        sill = values[3] if found["sill"] else (900.0 if kind == "window" else 0.0)
        openings = here.plan.survey.openings
        same = [o.name for o in openings.values() if o.kind == kind]
        name = kind if kind not in {o.name for o in openings.values()} else f"{kind} {len(same) + 1}"
        put: Values = {
            "id": next_id("o", set(openings)),
            "name": name,
            "kind": kind,
            "wall": wall,
            "along": here.read(along),
            "width": here.read(width),
            "head": here.read(sill + high),
        }
        if found["sill"] or kind != "window":
            put["sill"] = here.read(sill)
        say = (
            f"{_cap(name)} in the {dim_name(here.plan, wall)}: from {here.show(along)}, {here.show(width)} "
            f"wide, {here.show(sill)} to {here.show(sill + high)} up"
        )
        return Heard(say, PutOpening.model_validate(put))

    return make


def _ask_where(here: Here, kind: str, wall: str, wide: str, high: str) -> NoReturn:
    """An opening's size without its place: it is asked, its wall's middle the choice.

    Raises:
        Ask: always, unless a length can't be read.
    """
    width, height = here.lengths((wide, OPENING), (high, OPENING_HIGH))
    length = next(one.length for one in here.plan.survey.room.walls if one.key == wall)
    size = f"{here.show(width)} x {here.show(height)}"
    raise Ask(
        "Where, from its wall's left end? In the middle, or type the place before the size",
        f"{kind} {wall} at {here.show(max((length - width) / 2, 0.0))}, {size}",
    )


def _place_and_width(here: Here, text: str, kind: str) -> tuple[str, str]:
    """Two lengths set apart by a comma, or by a space where only one space can part them.

    Raises:
        RefusedError: it is not two lengths, or it might be read in more than one way.
    """
    parts = re.split(r"\s*,\s+|\s+wide\s+|,(?=\D)", text.strip())
    if len(parts) == 1:
        words = text.split()
        parted = [(" ".join(words[:n]), " ".join(words[n:])) for n in range(1, len(words))]
        ways = [(one, other) for one, other in parted if is_length(one) and is_length(other)]
        if len(ways) == 1:
            return ways[0]
    elif len(parts) == 2:
        return parts[0], parts[1]
    raise RefusedError(
        here.eg(f'give place, width and height, a comma after the place: {kind} w2 at 3\', 48" x 44"'), value=text
    )


class _HasName(Protocol):
    @property
    def name(self) -> str: ...


_Node = TypeVar("_Node", bound=_HasName)


def _named(here: Here, rest: str, nodes: Mapping[str, _Node], what: str) -> tuple[str, _Node, str]:
    """The node whose name a line starts with, and what follows it; the only one when there is one."""
    lower = rest.lower().strip()
    for key, node in sorted(nodes.items(), key=lambda item: -len(item[1].name)):
        for name in (node.name.lower(), key):
            if lower == name or lower.startswith(name + " "):
                return key, node, rest.strip()[len(name) :].strip()
    if len(nodes) == 1:
        key, node = next(iter(nodes.items()))
        return key, node, rest.strip()
    if not nodes:
        raise RefusedError(f"there is no {what} yet", value=rest)
    raise Ask(f"Which {what}?", *(f"{node.name} {rest.strip()}"[:60] for node in list(nodes.values())[:6]))


def _of_opening(field: str, words: tuple[str, ...], say: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, opening, text = _named(here, rest, here.plan.survey.openings, "opening")
        value = one_of(text, words)
        return Heard(f"{_cap(opening.name)}: {say} {value}", PutOpening.model_validate({"id": key, field: value}))

    return make


def _opening_length(field: str, say: str, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, opening, text = _named(here, rest, here.plan.survey.openings, "opening")
        value = here.length(text, span)
        return Heard(
            f"{_cap(opening.name)}: {say} {here.show(value)}",
            PutOpening.model_validate({"id": key, field: here.read(value)}),
        )

    return make


def _service(kind: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        surface, text = surface_first(here, rest)
        text = text.lstrip(", ")
        circuit = re.search(r"\bcircuit\s+(?P<name>.+)$", text)
        text = text[: circuit.start()].strip() if circuit else text
        word = "out" if surface == "ceiling" else "up"
        text = re.sub(rf"^(.+?) along\s*,?\s+(?:{word}\s+)?(.+?)(?: {word})?$", rf"\1 {word} \2", text)
        found = re.fullmatch(
            rf"(?:at\s+)?(?P<along>.+?)\s*,?\s+{word}\s+(?P<z>.+?)(?:\s+to\s+(?P<to>.+?)\s*,?\s+{word}\s+(?P<toz>.+?))?\s*",
            text,
        )
        if not found and len(pair := [*_places(text)]) == 2:
            raise Ask("Is that along the wall, and up?", f"{kind} {surface} at {pair[0]} {word} {pair[1]}")
        if not found:
            raise RefusedError(
                here.eg(f"give wall, place and height: {kind} w1 at 3' up 14\"; a run also where to: … to 3' up 8'"),
                value=rest,
            )
        put: Values = {"wall": surface, "kind": kind}
        names = ("along", "z", "to", "toz") if found["to"] else ("along", "z")
        up = OUT if surface == "ceiling" else UP
        values = here.lengths(*((found[name], span) for name, span in zip(names, (ALONG, up, ALONG, up), strict=False)))
        put |= dict(zip(("along", "z", "to_along", "to_z"), values, strict=False))
        services = here.plan.survey.services
        same = sum(1 for one in services.values() if one.kind == kind)
        put |= {"id": next_id("u", set(services)), "name": kind if not same else f"{kind} {same + 1}"}
        if circuit:
            put["circuit"] = circuit["name"].strip()
        where = "ceiling" if surface == "ceiling" else dim_name(here.plan, surface)
        run = f" to {here.show(put['to_along'])}, {here.show(put['to_z'])}" if found["to"] else ""
        return Heard(
            f"{_cap(put['name'])} on the {where}: {here.show(put['along'])} along, {here.show(put['z'])} {word}{run}",
            PutService.model_validate(put),
        )

    return make


def _find(hit: bool, surface: str = "w1") -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        wall, text = surface_first(here, rest, surface)
        found = re.fullmatch(
            rf"(?:at\s+)?(?P<at>.+?)(?:\s+(?:by\s+)?(?P<how>{'|'.join(get_args(How))}))?", text.strip(), re.IGNORECASE
        )
        if not found:
            raise RefusedError(here.eg('give the place and how it was found: stud w1 16 1/2" magnet'), value=rest)
        places, how = here.lengths(*((at, ALONG) for at in _places(found["at"]))), (found["how"] or "scanner").lower()
        what = "joist" if wall == "ceiling" else "stud"
        say = (
            f"{'Hit' if hit else 'Miss'} by {how} on the "
            f"{'ceiling' if wall == 'ceiling' else dim_name(here.plan, wall)}: {', '.join(map(here.show, places))}"
        )
        taken, steps = set(here.plan.survey.finds), []
        for at in places:
            key = next_id("f", taken)
            taken.add(key)
            steps.append(PutFind(id=key, wall=wall, at=at, how=how, hit=hit))
        return Heard(say if hit else f"{say}, no {what}", several(*steps))

    return make


def _places(text: str) -> list[str]:
    """The places of a list, `450, 850 and 1250`; one that can be read as it stands is one."""
    if is_length(text):
        return [text]
    for mark in (r"\s*,\s+|\s*,?\s+and\s+|\s*&\s*", r"\s*,\s*|\s*,?\s+and\s+|\s+"):
        parts = [part for part in re.split(mark, text) if part]
        if 1 < len(parts) <= MOST_PLACES and all(map(is_length, parts)):
            return parts
    return [text]


def _put(here: Here, rest: str) -> Heard:
    kinds = "|".join(get_args(ThingKind))
    found = re.fullmatch(
        rf"(?P<kind>{kinds})(?:\s+“?(?P<name>[^0-9]*?[^0-9\s])”?)?\s+(?P<w>[0-9½¼⅛][^x×]*?)\s*[x×]\s*(?P<d>[^x×]+?)\s*[x×]\s*(?P<h>[^x×]+?)"
        r"\s+at\s+(?P<x>.+?)\s*,?\s+out\s+(?P<y>.+?)(?:\s*,?\s+up\s+(?P<z>.+))?",
        rest.strip(),
        re.IGNORECASE,
    )
    if not found:
        raise RefusedError(
            here.eg('give kind, width x depth x height and place: put radiator 40" x 4" x 24" at 3\' out 0 up 4"'),
            value=rest,
        )
    sizes = [(found[name], THING) for name in "wdh"]
    places = [(found[name], THING_AT) for name in "xy"] + [(found["z"], UP)] * bool(found["z"])
    w, d, h, x, y, z = (*here.lengths(*sizes, *places), 0.0)[:6]
    if min(w, d, h) <= 0:
        raise RefusedError("give width, depth and height over 0", value=rest)
    things, kind = here.plan.survey.things, found["kind"].lower()
    name = (found["name"] or "").strip() or kind
    put = PutThing(
        id=next_id("t", set(things)),
        name=name,
        kind=kind,
        x_from=x,
        x_to=x + w,
        y_from=y,
        y_to=y + d,
        z_from=z,
        z_to=z + h,
        source="read",
    )
    say = (
        f"{_cap(name)}: {here.show(w)} wide, {here.show(d)} deep, {here.show(h)} high; left side at "
        f"{here.show(x)}, {here.show(y)} out, {here.show(z)} up"
    )
    return Heard(say, put)


def _speaker(here: Here, rest: str) -> Heard:
    """A loudspeaker by what it plays, its middle along the wall and out from it, its foot above the floor."""
    found = re.fullmatch(
        rf"(?P<part>{'|'.join(get_args(SpeakerPart))})(?:\s+(?P<name>[^0-9]*?[^0-9\s]))??\s+at\s+(?P<x>.+?)\s*,?\s+out\s+(?P<y>.+?)(?:\s*,?\s+up\s+(?P<z>.+))?",
        rest.strip(),
        re.IGNORECASE,
    )
    if not found:
        raise RefusedError(
            here.eg(
                f"say what it plays ({', '.join(get_args(SpeakerPart))}) and its place: "
                'speaker left at 16" out 12" up 0'
            ),
            value=rest,
        )
    part, things = found["part"].lower(), here.plan.survey.things
    name = " ".join(filter(None, (part, (found["name"] or "").strip()))) + (" speaker" if part != "sub" else "woofer")
    item = _speaker_named(here, (found["name"] or "").strip())
    name = f"{part} {item.name}" if item is not None else name
    places = [(found[axis], THING_AT) for axis in "xy"] + [(found["z"], UP)] * bool(found["z"])
    x, y, *up = here.lengths(*places)
    alike = {k: thing for k, thing in things.items() if thing.part == part}
    key = next((k for k, thing in alike.items() if thing.name == name), None)
    if key is None and item is not None and part in ("left", "right", "centre"):
        key = next(iter(alike), None)  # there is one of each: it takes the other's place
    old = things.get(key or "")
    box = (old.x_to - old.x_from, old.y_to - old.y_from, old.z_to - old.z_from) if old else SPEAKER_BOX[part]
    w, d, h = (item.width, item.depth, item.height) if item is not None else box
    z = up[0] if up else old.z_from if old else SPEAKER_UP[part]
    put = PutThing(
        id=key or next_id("t", set(things)),
        name=name,
        kind="speaker",
        part=part,
        x_from=x - w / 2,
        x_to=x + w / 2,
        y_from=y - d / 2,
        y_to=y + d / 2,
        z_from=z,
        z_to=z + h,
        source="read" if item is None else "maker",
    )
    return Heard(f"{_cap(name)}: middle {here.show(x)} along, {here.show(y)} out, foot {here.show(z)} up", put)


def _speaker_named(here: Here, name: str) -> Speaker | None:
    """The one loudspeaker of the shelf that a name fits; None where it is only a name."""
    words = name.lower().split()
    fits = [
        item
        for item in offered(here.gear).values()
        if isinstance(item, Speaker) and words and all(word in item.name.lower() for word in words)
    ]
    exact = [item for item in fits if name.lower() in (item.name.lower(), item.model.lower())]
    return (exact or fits)[0] if len(exact or fits) == 1 else None


def _heat(here: Here, rest: str) -> Heard:
    fires = {key: thing for key, thing in here.plan.survey.things.items() if thing.kind == "fire"}
    key, fire, text = _named(here, rest, fires, "fire")
    if text.lower() in ("dead", "never lit"):
        return Heard(f"{_cap(fire.name)} is never lit", PutThing(id=key, works=False))
    value = number(text.rstrip("°cC ").strip(), "degrees Celsius", -40, 400)
    return Heard(
        f"{value:g} °C at the panel's bottom edge after an hour of {fire.name}",
        PutThing(id=key, heat_c=value, works=True),
    )


def _flue(here: Here, rest: str) -> Heard:
    """What is known of the flue and lining behind a chimney breast or a fire; of all of them where none is named."""
    flues = {key: thing for key, thing in here.plan.survey.things.items() if thing.kind in ("breast", "fire")}
    lower = rest.lower().strip()
    named = next((key for key, thing in flues.items() if lower.startswith(thing.name.lower() + " ")), None)
    if not flues:
        raise RefusedError(
            here.eg('there is no breast or fire yet: put breast 60" x 14" x 96" at 4\' out 0'), value=rest
        )
    of = {named: flues[named]} if named else flues
    text = rest.strip()[len(flues[named].name) :].strip() if named else rest.strip()
    told = "" if text.lower() in ("unknown", "not known", "-") else text[:200]
    puts = several(*(PutThing(id=key, flue=told) for key in of))
    names = " and ".join(thing.name for thing in of.values())
    return Heard(f"Flue of {names}: {told or 'not known'}", puts)


def _way(here: Here, rest: str) -> Heard:
    found = re.fullmatch(
        rf"(?P<kind>{'|'.join(get_args(PassageKind))})(?:\s+(?P<name>[^0-9]*?[^0-9\s]))?\s+(?P<sizes>[0-9].*)",
        rest.strip(),
        re.IGNORECASE,
    )
    if not found:
        raise RefusedError(
            here.eg(
                'give what it is, width x height: way door 30" x 78"; a turn also the width after it: '
                'way turn 36" x 90" x 34"'
            ),
            value=rest,
        )
    sizes = here.lengths(*((part, PASSAGE) for part in re.split(r"[x×]", found["sizes"])))
    kind = found["kind"].lower()
    if not 2 <= len(sizes) <= 3 or min(sizes) <= 0:
        raise RefusedError(
            "give width x height, and for a turn the width after it, for lift or van its length", value=rest
        )
    passages = here.plan.survey.passages
    name = (found["name"] or "").strip() or kind
    put: Values = {"id": next_id("g", set(passages)), "kind": kind, "name": name, "width": sizes[0], "height": sizes[1]}
    if len(sizes) == 3:
        put["length" if kind in ("lift", "van") else "after"] = sizes[2]
    return Heard(f"Way in, {name}: {' × '.join(here.show(size) for size in sizes)}", PutPassage.model_validate(put))


def _cap(text: str) -> str:
    return text[:1].upper() + text[1:]


SIZES_ONLY: Final = re.compile(
    r"(?P<wide>[^x×,]+?)\s*(?:[x×]|\bby\b|\bwide\b\s*,?(?:\s*x)?)\s*(?P<high>[^x×,]+?)(?:\s+(?:high|tall))?",
    re.IGNORECASE,
)
MOST_PLACES: Final = 12
SPEAKER_BOX: Final[dict[str, tuple[float, float, float]]] = {
    "left": (200.0, 280.0, 900.0),
    "right": (200.0, 280.0, 900.0),
    "centre": (460.0, 240.0, 170.0),
    "surround": (180.0, 150.0, 260.0),
    "rear": (180.0, 150.0, 260.0),
    "sub": (350.0, 380.0, 380.0),
}
"""Width, depth and height of a loudspeaker that nobody has measured [mm] (planning values)."""
SPEAKER_UP: Final = {"left": 0.0, "right": 0.0, "centre": 500.0, "surround": 1200.0, "rear": 1200.0, "sub": 0.0}
"""How high its foot stands then [mm]."""

SERVICE_WORDS: Final = {
    "socket": ("outlet", "plug", "power point", "plug socket", "power socket", "wall socket"),
    "data": ("network", "ethernet"),
    "aerial": ("antenna", "coax"),
    "switch": ("light switch",),
}

PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "door",
        "wall, place, size",
        "a door in a wall, from its left end",
        'door w3 at 2\', 32" x 78"',
        "survey",
        _opening("door"),
    ),
    Phrase(
        "window",
        "wall, place, size, sill",
        "a window in a wall, from its left end",
        'window w2 at 3\', 48" x 44" sill 36"',
        "survey",
        _opening("window"),
    ),
    Phrase(
        "opening",
        "wall, place, size",
        "an opening without a door",
        'opening w3 at 2\', 60" x 80"',
        "survey",
        _opening("opening"),
    ),
    Phrase(
        "covering",
        "window and covering",
        "what can be drawn over a window",
        "covering window blackout",
        "survey",
        _of_opening("covering", get_args(Covering), "covering"),
    ),
    Phrase(
        "swing",
        "door and way",
        "which way a door swings",
        "swing door in, hinge left",
        "survey",
        _of_opening("swing", get_args(Swing), "swings"),
    ),
    Phrase(
        "starts",
        "opening and length",
        "where an opening starts, from its wall's left end",
        "starts window 3'2",
        "survey",
        _opening_length("along", "from the wall's left end", ALONG),
    ),
    Phrase(
        "opens",
        "opening and length",
        "how wide an opening is",
        'opens window 48"',
        "survey",
        _opening_length("width", "width", OPENING),
    ),
    Phrase(
        "sill",
        "opening and length",
        "an opening's sill above the floor",
        'sill window 36"',
        "survey",
        _opening_length("sill", "sill", SILL),
    ),
    Phrase(
        "head",
        "opening and length",
        "an opening's head above the floor",
        'head window 80"',
        "survey",
        _opening_length("head", "head", HEAD),
    ),
    Phrase(
        "rest",
        "opening and length",
        "from an opening to its wall's right end",
        'rest window 39"',
        "survey",
        _opening_length("after", "to the wall's right end", ALONG),
    ),
    *(
        Phrase(
            kind,
            "wall, place, height",
            f"a {kind} on a wall, from its left end",
            f"{kind} w1 at 3' up 14\"",
            "survey",
            _service(kind),
            also=SERVICE_WORDS.get(kind, ()),
        )
        for kind in ("socket", "switch", "data", "thermostat", "vent", "aerial", "wall box", "brush plate", "conduit")
    ),
    *(
        Phrase(
            kind,
            "wall, from, to",
            f"a known {kind} in a wall",
            f"{kind} w1 at 3' up 0 to 3' up 8'",
            "survey",
            _service(kind),
        )
        for kind in ("cable", "pipe")
    ),
    Phrase(
        "stud",
        "wall, place, how",
        "a stud found: scanner, magnet, knock or pilot",
        'stud w2 16 1/2" magnet',
        "survey",
        _find(True),
        also=("studs",),
    ),
    Phrase("miss", "wall, place, how", "nothing found there", 'miss w2 20" pilot', "survey", _find(False)),
    Phrase(
        "joist", "place, how", "a joist found in the ceiling", 'joist 16 1/2" pilot', "survey", _find(True, "ceiling")
    ),
    Phrase(
        "put",
        "kind, size, place",
        "a thing in the room: " + ", ".join(get_args(ThingKind)),
        'put radiator 40" x 4" x 24" at 3\' out 0 up 4"',
        "survey",
        _put,
        also=("place a", "stand a"),
    ),
    Phrase(
        "speaker",
        "part and place",
        "a loudspeaker: " + ", ".join(get_args(SpeakerPart)) + "; its middle along and out",
        'speaker left at 16" out 12"',
        "survey",
        _speaker,
        also=("loudspeaker",),
    ),
    Phrase("heat", "°C or dead", "at the panel's bottom edge after an hour of fire", "heat 43", "survey", _heat),
    Phrase(
        "flue",
        "what is known",
        "flue and lining behind a chimney breast or fire: nothing is fixed there until it is known",
        "flue lined, capped above the roof",
        "survey",
        _flue,
    ),
    Phrase(
        "way",
        "kind and size",
        "what the boxes must pass: door, turn, stair, lift, van",
        'way door 30" x 78"',
        "survey",
        _way,
    ),
)
