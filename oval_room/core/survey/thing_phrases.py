"""Things in the room: what stands, hangs or burns in it, loudspeakers."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace
from typing import Final, NamedTuple, get_args

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Speaker, offered
from oval_room.core.plan.measure import next_id
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.turn import wall_of
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutThing
from oval_room.core.survey.document import SpeakerPart, ThingKind
from oval_room.core.survey.placed import Placed, placed
from oval_room.core.tape.labelled import What
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import named, number
from oval_room.core.tape.spans import THING, THING_AT, UP
from oval_room.core.words import capital, dim_name


def _put(here: Here, rest: str) -> Heard:
    """A thing by its kind, said first."""
    kinds = sorted((*get_args(ThingKind), *CALLED), key=len, reverse=True)
    found = re.match(rf"(?:an?\s+|the\s+)?(?P<kind>{'|'.join(kinds)})(?![a-z])", rest.strip(), re.IGNORECASE)
    if not found:
        raise RefusedError(here.eg(TO_TYPE), value=rest)
    word = found["kind"].lower()
    kind = CALLED.get(word, word)
    return thing(here, kind, rest.strip()[found.end() :], "" if word in get_args(ThingKind) else word)


def thing(
    here: Here,
    kind: str,
    rest: str,
    called: str = "",
    *,
    wall: Wall | None = None,
    middle: float | None = None,
    key: str | None = None,
) -> Heard:
    """A thing of a kind, its name, sizes and place in any order.

    Args:
        called: what it goes by where no name is said. wall, middle: the wall where none is said, the display wall for
            None; and where its middle is along it where no place is said [mm]. key: the thing that it then is, where
            there is one already.

    Raises:
        Ask: something is missing: it is offered with what is usual of its kind. RefusedError: it can't be read.
    """
    text, assumed = re.subn(r",?\s*\bassumed$", "", rest.strip())
    name, said, wall = _read(here, kind, text, wall)
    name = name or called or kind
    if said.along is None and middle is not None and said["wide"] is not None:
        said = replace(said, along=middle - said["wide"] / 2)
    else:
        key = None
    w, d, h, along = _sides(here, kind, name, said)
    out, up = said["out"] or 0.0, said["up"] or 0.0
    _in_its_room(here, w, d, up + h)
    ends = [wall.room(along, out), wall.room(along + w, out + d)]
    (x_from, x_to), (y_from, y_to) = (sorted(end[axis] for end in ends) for axis in (0, 1))
    if abs(wall.along[0] * wall.along[1]) > SLANT:
        raise RefusedError(f"{wall.key} runs at a slant: say where it stands from the display wall", value=rest)
    put = PutThing(
        id=key or next_id("t", set(here.plan.survey.things)),
        name=name,
        kind=kind,
        x_from=x_from,
        x_to=x_to,
        y_from=y_from,
        y_to=y_to,
        z_from=up,
        z_to=up + h,
        source="assumed" if assumed else "read",
    )
    at = "" if wall.key == "w1" else f" of the {dim_name(here.plan, wall.key)}"
    return Heard(
        f"{capital(name)}{' (assumed)' if assumed else ''}: {here.show(w)} wide, {here.show(d)} deep, {here.show(h)} "
        f"high; left side at {here.show(along)}{at}, {here.show(out)} out, {here.show(up)} up",
        put,
    )


def _read(here: Here, kind: str, text: str, wall: Wall | None) -> tuple[str, Placed, Wall]:
    """What is said of a thing: its name, empty where none is, sizes and place, and the wall it is told from.

    Raises:
        RefusedError: it can't be read.
    """
    quoted = re.match(r"\s*[“\"](?P<name>[^”\"0-9][^”\"]*)[”\"]", text)
    said = placed(here, text[quoted.end() :] if quoted else text, SPANS, joined=SIZES, otherwise=wall)
    if said is None or (at := said.wall) is None or NO_NAME.search(said.rest):
        raise RefusedError(here.eg(_to_type(kind)), value=text)
    if kind == "shelf" and [*said.sizes] == ["high"]:  # a mantel 1.3 m high is no board so thick
        said = replace(said, sizes={"up": said.sizes["high"]})
    return (quoted["name"] if quoted else said.rest).strip(), said, at


def _sides(here: Here, kind: str, name: str, said: Placed) -> tuple[float, float, float, float]:
    """How wide, deep and high a thing is and where along its wall [mm].

    Raises:
        Ask: one is missing of a kind that has usual ones. RefusedError: one is missing, or nought.
    """
    usual = USUAL.get(kind)
    if (missing := _missing(said, kind)) and usual is not None and (said.sizes or said.along is not None):
        raise Ask(f"Not said: {missing}. Like this, or type it", _offered(here, kind, name, said, usual))
    w, d, h = (said[side] or 0.0 for side in ("wide", "deep", "high"))
    if said.along is None or min(w, d, h) <= 0:
        raise RefusedError(here.eg(_to_type(kind)), value=name)
    return w, d, h, said.along


def stood(here: Here, kind: str, rest: str) -> Heard:
    """What stands under the picture, with its sizes: the one there is, or under the picture, where no place is said."""
    room, picture = here.plan.survey.room, here.picture()[1] if here.plan.chosen.pictures else None
    wall = room.walls[wall_of(room, picture) - 1 if picture is not None else 0]
    for key, old in here.plan.survey.things.items():
        ends = [wall.own(old.x_from, old.y_from), wall.own(old.x_to, old.y_to)]
        if old.kind == kind and min(off for _, off in ends) <= AT_ITS_WALL:
            return thing(here, kind, rest, old.name, wall=wall, middle=sum(u for u, _ in ends) / 2, key=key)
    middle = wall.own(picture.pose.x, picture.pose.y)[0] if picture is not None else wall.length / 2
    return thing(here, kind, rest, wall=wall, middle=middle)


def _in_its_room(here: Here, wide: float, deep: float, top: float) -> None:
    """Refuse what can't be meant in its room: a number said in another unit.

    Raises:
        RefusedError: it is larger than the room, or up over twice its height.
    """
    room = here.plan.survey.room
    left, near, right, far = room.extent
    most = max(right - left, far - near)
    for wrong, value, words, whole in (
        (max(wide, deep) > most, max(wide, deep), "is more than the room", most),
        (top > 2 * room.height.value, top, "up is over the ceiling", room.height.value),
    ):
        if wrong:
            raise RefusedError(f"{here.show(value)} {words}: that is {here.show(whole)}", value=value)


def _to_type(kind: str) -> str:
    """What to type of a kind."""
    example = next((f"{word} {example}" for word, _, example in NAMED if CALLED.get(word, word) == kind), None)
    return TO_TYPE if example is None else f"give width x depth x height and place: {example}"


def _missing(said: Placed, kind: str) -> str:
    """What of a thing's sizes and place was not said, in words."""
    words: dict[What, str] = {"wide": "how wide", "deep": "how deep", "high": "how tall"}
    missing = [word for side, word in words.items() if said[side] is None]
    up = kind in HANGING and said["up"] is None
    return ", ".join([*missing, *(["where"] if said.along is None else []), *(["how high up"] if up else [])])


def _offered(here: Here, kind: str, name: str, said: Placed, usual: Usual) -> str:
    """A thing with what is usual of its kind where nothing was said of it, as a line to type."""
    assert said.wall is not None
    show, wide = here.show, said["wide"] or usual.wide
    deep, high = (
        side if side is not None else alike
        for side, alike in (
            (said["deep"], usual.deep),
            (said["high"], usual.high or here.plan.survey.room.height.value),
        )
    )
    along = max((said.wall.length - wide) / 2, 0.0) if said.along is None else said.along
    if said.centred and said["wide"] is None:
        along = max(along - wide / 2, 0.0)
    up = said["up"]
    if up is None:
        ceiling = here.plan.survey.room.ceiling_at(*said.wall.room(along + wide / 2, said["out"] or 0.0))
        up = max(ceiling - high, 0.0) if kind in FROM_ABOVE else usual.up
    named_so = "" if name == kind else f" “{name}”"
    sizes = " x ".join(map(show, (wide, deep, high)))
    out = f" out {show(said['out'] or 0.0)}"
    return f"put {kind}{named_so} {sizes} on {said.wall.key} at {show(along)}{out} up {show(up)}, assumed"


def _also(word: str) -> tuple[str, ...]:
    """What else a kind is called, but for what has a word of its own; of two words the first has them."""
    kind, own = CALLED.get(word, word), [one for one, *_ in NAMED]
    first = next(one for one in own if CALLED.get(one, one) == kind)
    return tuple(other for other, of in CALLED.items() if of == kind and other not in own) if word == first else ()


def _of_kind(kind: str, word: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        return thing(here, kind, rest, "" if word == kind else word)

    return make


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
    return Heard(f"{capital(name)}: middle {here.show(x)} along, {here.show(y)} out, foot {here.show(z)} up", put)


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
    key, fire, text = named(here, rest, fires, "fire")
    if text.lower() in ("dead", "never lit"):
        return Heard(f"{capital(fire.name)} is never lit", PutThing(id=key, works=False))
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


class Usual(NamedTuple):
    """What is usual of a kind of thing [mm] (planning values of ours): high 0 is up to the ceiling."""

    wide: float
    deep: float
    high: float
    up: float = 0.0


USUAL: Final = {
    "furniture": Usual(1600, 450, 500),
    "radiator": Usual(1000, 100, 600, 150),
    "breast": Usual(1400, 350, 0),
    "pier": Usual(300, 300, 0),
    "fire": Usual(900, 100, 700),
    "shelf": Usual(1200, 200, 40, 1300),
    "cabinet": Usual(900, 350, 1800),
    "platform": Usual(3000, 2000, 200),
    "pendant": Usual(400, 400, 600),
    "fan": Usual(1200, 1200, 300),
    "beam": Usual(3000, 200, 250),
    "bulkhead": Usual(3000, 400, 300),
}
NO_NAME: Final = re.compile(
    r"[0-9]|\b(?:from|up|down|out|wide|high|deep|tall|long|under|behind|above|below|on|by|x|wall|ceiling|floor|corner"
    r"|mm|cm|m|inch|inches|ft|feet)\b",
    re.IGNORECASE,
)
"""What no thing is called: it says where or how large it is, and was not understood."""
FROM_ABOVE: Final = ("pendant", "fan", "beam", "bulkhead")
HANGING: Final = (*FROM_ABOVE, "shelf")
"""Kinds that don't stand on the floor: how high they hang has to be said."""
SIZES: Final[tuple[What, ...]] = ("wide", "deep", "high")
AT_ITS_WALL: Final = 300.0
"""What starts no farther out than this stands at a wall [mm]."""
SLANT: Final = 1e-6
CALLED: Final = {
    "chimney breast": "breast",
    "chimney": "breast",
    "fireplace": "fire",
    "fire place": "fire",
    "stove": "fire",
    "wood burner": "fire",
    "log burner": "fire",
    "mantelpiece": "shelf",
    "mantelshelf": "shelf",
    "mantel": "shelf",
    "cupboard": "cabinet",
    "bookcase": "cabinet",
    "bookshelf": "cabinet",
    "wardrobe": "cabinet",
    "heater": "radiator",
    "chandelier": "pendant",
    "pendant light": "pendant",
    "ceiling fan": "fan",
    "soffit": "bulkhead",
    "column": "pier",
    "pillar": "pier",
    "floor lamp": "lamp",
    "standing lamp": "lamp",
}
"""What else people call the kinds of things."""
SPANS: Final[dict[What, Span]] = {
    "along": THING_AT,
    "wide": THING,
    "high": THING,
    "deep": THING,
    "up": UP,
    "out": THING_AT,
}
NAMED: Final = (
    (
        "radiator",
        "a radiator at a wall; its lengths in any order, under the window",
        '40" wide, 4" deep, 24" high, 3\' from left, 4" up',
    ),
    ("breast", "a chimney breast", '60" x 14" x 96" at 4\''),
    ("fire", "a fire or stove", '36" x 4" x 28" at 5\''),
    ("shelf", "a shelf or mantel", '48" x 8" x 2" at 5\' up 50"'),
    ("cupboard", "a cupboard or wardrobe", '36" x 14" x 72" in the left corner'),
    ("bookcase", "a bookcase", '36" x 12" x 80" in the right corner of w2'),
    ("pendant", "a lamp that hangs", '16" x 16" x 24" at 6\' out 7\' up 72"'),
    ("fan", "a ceiling fan", '48" x 48" x 12" at 5\' out 6\' up 84"'),
    ("beam", "a beam under the ceiling", '144" x 8" x 10" at 0 out 7\' up 86"'),
    ("bulkhead", "a stretch boxed in under the ceiling", '144" x 16" x 12" at 0 out 0 up 84"'),
    ("pier", "a pier or column", '12" x 12" x 96" at 4\' out 8\''),
)
"""Kinds that are said by a word of their own: the word, what it is, an example."""
TO_TYPE: Final = 'give kind, width x depth x height and place: put radiator 40" x 4" x 24" at 3\' out 0 up 4"'
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


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "put",
        "kind, size, place",
        "a thing in the room: " + ", ".join(get_args(ThingKind)),
        'put radiator 40" x 4" x 24" at 3\' out 0 up 4"',
        "survey",
        _put,
        also=("place a", "stand a"),
    ),
    *(
        Phrase(
            word,
            "size and place",
            about,
            f"{word} {example}",
            "survey",
            _of_kind(CALLED.get(word, word), word),
            also=_also(word),
        )
        for word, about, example in NAMED
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
        free=True,
    ),
)
