"""The room's shape and its readings: outline, walls, diagonals, levels, slopes; what walls are made of."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from typing import Final

from oval_room.core.commands import Command, Several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import Measure, Typed, Values
from oval_room.core.plan.outline import Place
from oval_room.core.plan.room import CARRIES_NOTHING, CEILING_WORDS, OVER_WORDS, WALL_WORDS, Corner, Slope
from oval_room.core.plan.turn import wall_name
from oval_room.core.span import Span
from oval_room.core.survey.lying import usual_slip
from oval_room.core.survey.room_commands import PutDim, PutMade, PutOutline, PutRoom, Strike
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of
from oval_room.core.tape.spans import BOARD, CORNER, DIAGONAL, LASER_LINE, LEAN, MODULE, PIECE, SLOPE, VOID
from oval_room.core.units import is_length
from oval_room.core.words import capital, dim_name

WAYS: Final[dict[str, Place]] = {
    "right": (1, 0),
    "left": (-1, 0),
    "out": (0, 1),
    "up": (0, 1),
    "back": (0, -1),
    "in": (0, -1),
    "down": (0, -1),
}
"""Directions of a walk round the room: along the display wall, and out from it (up on a sketch) or back to it."""
_SURFACE: Final = r"ceiling\b|w\s?\d{1,2}\b|wall\s\d{1,2}\b|(?:display|left|right|back)(?: wall)?\b"
SIDES: Final[dict[str, Place]] = {"left": (1, 0), "right": (-1, 0), "back": (0, -1)}
"""Which way walls look that people call by a side."""
SQUARE_ON: Final = 0.1
"""How far a wall may be from looking so, as a part of one: some 6°."""
CHANCE: Final = 2.0
"""Misclosure beyond the readings' own doubt that is still spread without asking [mm]."""


class _Run:
    """One wall of a walk: its legs (one, or two for a slanting wall) as written and in mm."""

    def __init__(self, legs: list[tuple[float, str]]) -> None:
        self.legs = legs
        self.dx = sum(mm * WAYS[way][0] for mm, way in legs)
        self.dy = sum(mm * WAYS[way][1] for mm, way in legs)

    @property
    def straight(self) -> bool:
        return len(self.legs) == 1


def _walk(here: Here, text: str) -> list[_Run]:
    """The runs of a walk: `12'9 right 4' out …` or `right 12'9 out 4' …`; `&` joins two legs of one slanting wall."""
    parts = [
        part
        for part in re.split(r"\b(right|left|out|up|back|in|down)\b(?!\")|(&|\band\b)", text)
        if part and part.strip(" ,;")
    ]
    parts = [part.strip(" ,;") for part in parts]
    words_first = bool(parts) and parts[0] in WAYS
    runs: list[list[tuple[float, str]]] = []
    i, joined = 0, False
    while i < len(parts):
        if parts[i] in ("&", "and"):
            joined, i = True, i + 1
            continue
        pair = parts[i : i + 2]
        if len(pair) < 2 or (pair[0] in WAYS) != words_first or (pair[1] in WAYS) == words_first:
            raise RefusedError(
                here.eg(
                    "give each wall as a length and a way: outline 12'9 right 4' out 3' left …; "
                    "ways are right, left, out, back"
                ),
                value=text,
            )
        way, length = pair if words_first else (pair[1], pair[0])
        leg = (here.length(length, PIECE), way)
        if leg[0] <= 0:
            raise RefusedError("give each wall's length, over 0", value=length)
        if joined and runs:
            runs[-1].append(leg)
        else:
            runs.append([leg])
        joined, i = False, i + 2
    return [_Run(legs) for legs in runs]


def _outline(here: Here, rest: str) -> Heard:
    text = rest.strip().lower()
    if text in ("none", "box"):
        return Heard("Room is a box again", PutOutline())
    tail = re.search(r"\b(close|anyway)\s*$", text)
    runs = _walk(here, text[: tail.start()] if tail else text)
    if len(runs) < 3 - bool(tail and tail[1] == "close"):
        raise RefusedError("go all the way round: at least three walls", value=rest)
    ex, ey = sum(run.dx for run in runs), sum(run.dy for run in runs)
    if tail and tail[1] == "close":
        if math.hypot(ex, ey) >= 10:
            runs.append(_Run([(abs(ex), "left" if ex > 0 else "right"), (abs(ey), "back" if ey > 0 else "out")]))
        ex = ey = 0.0
    half = here.read(0.0).half_width
    allowed = half * len(runs) + CHANCE
    if math.hypot(ex, ey) > allowed and not (tail and tail[1] == "anyway"):
        raise RefusedError(_does_not_close(here, ex, ey, half), field="outline", value=rest)
    corners, walls = _close(runs, ex, ey), tuple(_typed(here, run) for run in runs)
    command = PutOutline(corners=tuple(Corner(x=x, y=y) for x, y in corners), walls=walls)
    listed = ", ".join(" & ".join(f"{here.show(mm)} {_way(way)}" for mm, way in run.legs) for run in runs)
    spread = f"; {here.show(math.hypot(ex, ey))} spread over the walls" if math.hypot(ex, ey) > 0.05 else "; closes"
    return Heard(f"Outline of {len(runs)} walls: {listed}{spread}", command)


def _way(way: str) -> str:
    return {"up": "out", "in": "back", "down": "back"}.get(way, way)


def _typed(here: Here, run: _Run) -> Typed | None:
    return here.read(run.legs[0][0]) if run.straight else None


def _does_not_close(here: Here, ex: float, ey: float, half: float) -> str:
    off = [f"{here.show(abs(ex))} too far {'right' if ex > 0 else 'left'}"] if abs(ex) > half else []
    off += [f"{here.show(abs(ey))} too far {'out' if ey > 0 else 'back'}"] if abs(ey) > half else []
    slips = [slip for e in (ex, ey) if abs(e) > half and (slip := usual_slip(e, half, here.plan.writing.instrument))]
    slip = f" (about {slips[0]})" if slips else ""
    return (
        f"the walk does not close: it ends {' and '.join(off)} of where it began{slip}. "
        "Check the runs that go that way; end with close to draw a last wall back, or with anyway "
        "to keep the readings and find the wrong one"
    )


def _close(runs: list[_Run], ex: float, ey: float) -> list[Place]:
    """Corners of a walk with its misclosure spread over the walls that run that way, by their length."""
    across = sum(abs(run.dx) for run in runs) or 1.0
    along = sum(abs(run.dy) for run in runs) or 1.0
    x = y = 0.0
    corners = []
    for run in runs:
        corners.append((round(x, 6), round(y, 6)))
        x += run.dx - ex * abs(run.dx) / across
        y += run.dy - ey * abs(run.dy) / along
    return corners


def wall_by_name(here: Here, text: str) -> str:
    """A wall's key from `w3`, `3`, `wall 3`, its name, or the side it is on, where one wall alone is there.

    Raises:
        RefusedError: there is none, or there are several.
    """
    plain = text.strip().lower().removeprefix("wall ").removeprefix("w").strip()
    room, side = here.plan.survey.room, text.strip().lower().removesuffix(" wall")
    for wall in room.walls:
        name = wall_name(room, wall)
        if plain == wall.key[1:] or side in (name, name.removesuffix(" wall")):
            return wall.key
    facing = SIDES.get(side)
    there = [wall.key for wall in room.walls if facing is not None and math.dist(wall.out, facing) < SQUARE_ON]
    if len(there) > 1:
        raise RefusedError(f"on the {side} are {', '.join(there[:-1])} and {there[-1]}: say which, as in {there[0]}")
    if there:
        return there[0]
    raise RefusedError(f"this room has walls w1 to {room.walls[-1].key} (got {text.strip()[:20]})", value=text)


def surface_first(here: Here, rest: str, otherwise: str = "w1") -> tuple[str, str]:
    """A surface named at a line's start or end, and the rest of it; the display wall when none is named."""
    found = re.match(rf"(?:(?:on|in)\s+)?(?:the\s+)?({_SURFACE})\s*(?:is|:)?\s*", rest, re.IGNORECASE)
    last = None if found else re.search(rf"[\s,]+(?:on|in)\s+(?:the\s+)?({_SURFACE})\s*$", rest, re.IGNORECASE)
    if not found and not last:
        return otherwise, rest
    word, text = (found[1], rest[found.end() :]) if found else (last[1], rest[: last.start()]) if last else ("", rest)
    return ("ceiling" if word.lower() == "ceiling" else wall_by_name(here, word.lower())), text


def _wall_length(here: Here, rest: str) -> Heard:
    found = re.match(r"\s*(?P<n>\d{1,2})(?:\s+|\s*[:=]\s*)(?P<length>.+)", rest)
    if not found:
        raise RefusedError(here.eg("give the wall's number and its length, as in w3 13'4"), value=rest)
    key, value = wall_by_name(here, found["n"]), here.length(found["length"], PIECE)
    put: Command = PutDim(id=key, value=here.read(value))
    return Heard(f"{capital(dim_name(here.plan, key))}: {here.show(value)}", put)


def _side_wall(number: int) -> Callable[[Here, str], Heard]:
    """A wall of a box by the name it goes by."""

    def make(here: Here, rest: str) -> Heard:
        if not here.plan.survey.room.is_box:
            raise RefusedError(here.eg("walls of this room go by number, as in w3 13'4"), value=rest)
        if not re.search("[0-9]", rest) and set(rest.lower().split()) & {*WALL_WORDS, "drywall", "plasterboard"}:
            return _made(here, f"w{number} {rest}")
        return _wall_length(here, f"{number} {rest}")

    return make


def _diagonal(here: Here, rest: str) -> Heard:
    found = re.match(r"\s*c?(?P<a>\d{1,2})\s*(?:to|-|–|,)?\s*c(?P<b>\d{1,2})\s+(?P<length>.+)", rest, re.IGNORECASE)
    if found:
        a, b = sorted((int(found["a"]), int(found["b"])))
        text = found["length"]
    else:
        a, b, text = 1, 3, rest
        if len(here.plan.survey.room.walls) != 4:
            raise RefusedError(here.eg("give both corners and the length, as in diagonal c1 c4 21'9"), value=rest)
    value = here.length(text, DIAGONAL)
    return Heard(
        f"Diagonal from corner {a} to corner {b}: {here.show(value)}", PutDim(id=f"c{a}c{b}", value=here.read(value))
    )


def _at_corner(letter: str, words: str, example: str, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        found = re.match(r"\s*[cw]?(?P<n>\d{1,2})\s+(?P<length>.+)", rest, re.IGNORECASE)
        if not found:
            if letter == "h" and is_length(rest):
                raise Ask("The height of what?", *(f"{word} {rest}" for word in ("ceiling", "eye", "centre")))
            raise RefusedError(here.eg(f"give the number and the reading, as in {example}"), value=rest)
        value = here.length(found["length"], span)
        return Heard(
            f"{words} {found['n']}: {here.show(value)}", PutDim(id=f"{letter}{int(found['n'])}", value=here.read(value))
        )

    return make


def _slope(here: Here, rest: str) -> Heard:
    room = here.plan.survey.room
    if rest.strip().lower() in ("none", "flat"):
        return Heard("Ceiling is flat", PutRoom(slopes=()))
    surface, text = surface_first(here, re.sub(r"^(?:up\s+)?from\s+", "", rest.strip()), "")
    found = re.match(
        r"(?:from|at)?\s*(?P<low>.+?)\s+(?:at|by|pitch)?\s*(?P<pitch>\d+(?:[.,]\d+)?)\s*(?:°|deg|degrees)?\s*$", text
    )
    if not surface or surface == "ceiling" or not found:
        raise RefusedError(
            here.eg("give the wall it starts at, its height there and its pitch: slope w2 4'6 at 35°"), value=rest
        )
    low, pitch = here.length(found["low"], SLOPE), number(found["pitch"], "a pitch in degrees", 1, 80)
    if low >= room.height.value:
        raise RefusedError(
            f"the slope starts at {here.show(low)}, over the ceiling at {here.show(room.height.value)}: "
            "give the lower height",
            value=rest,
        )
    measured = here.read(low)
    slope = Slope(wall=surface, low=Measure(value=low, half_width=measured.half_width, source="read"), pitch=pitch)
    kept = tuple(one for one in room.slopes if one.wall != surface)
    if len(kept) > 1:
        raise RefusedError("a ceiling has at most two slopes here: say slope none and start again", value=rest)
    wall = dim_name(here.plan, surface)
    return Heard(
        f"Ceiling slopes up from the {wall}, {here.show(low)} high there, {pitch:g}°", PutRoom(slopes=(*kept, slope))
    )


def _made(here: Here, rest: str) -> Heard:
    surface, text = surface_first(here, rest)
    words = CEILING_WORDS if surface == "ceiling" else WALL_WORDS
    if text.strip().lower() in ("drywall", "plasterboard", "stud", "studs", "stud wall") and surface != "ceiling":
        where = "" if surface == "w1" else f"{surface} "
        raise Ask(
            "What holds the board?", *(f"made of {where}{one}" for one in ("timber", "steel 25", "dabs", "board"))
        )
    if surface != "ceiling" and re.search(r"\b(?:steel|metal)\b", text) and not re.search("[0-9]", text):
        where = "" if surface == "w1" else f"{surface} "
        raise Ask("Which gauge? The thin one is usual in homes", *(f"made of {where}steel {n}" for n in (25, 20)))
    kind = one_of(re.sub(r"^(?:of|is|are)\s+", "", text), tuple(words))
    if surface == "w1":
        return Heard(f"Display wall: {words[kind]}", PutRoom(wall=kind))
    return Heard(f"{capital(_surface(here, surface))}: {words[kind]}", PutMade(surface=surface, kind=kind))


def _surface(here: Here, surface: str) -> str:
    return surface if surface == "ceiling" else dim_name(here.plan, surface)


def _thick(here: Here, mm: float) -> str:
    """A board's thickness as it is sold: 12.5 mm is not 13."""
    return f"{mm:.10g} mm" if here.ruler.style == "mm" else here.show(mm)


def _board(here: Here, rest: str) -> Heard:
    surface, text = surface_first(here, rest)
    found = re.fullmatch(r"(?P<thick>.+?)(?:\s*[x×*]\s*(?P<layers>[1-4]))?\s*", text)
    if not found:
        raise RefusedError("give the board's thickness and layers, as in board w2 12.5 mm x 2", value=rest)
    thick, layers = here.length(found["thick"], BOARD), int(found["layers"] or 1)
    if thick > 100:
        raise RefusedError(f"a board is at most 100 mm thick (got {here.show(thick)})", value=rest)
    say = f"{capital(_surface(here, surface))}: board {_thick(here, thick)}, {layers} layer{'s' if layers > 1 else ''}"
    return Heard(say, PutMade(surface=surface, board=thick, layers=layers))


def _behind(here: Here, rest: str) -> Heard:
    surface, text = surface_first(here, rest)
    if not text.strip():
        raise RefusedError("say what is behind it, as in behind w2 insulation", value=rest)
    return Heard(f"Behind the {_surface(here, surface)}: {text.strip()}", PutMade(surface=surface, behind=text.strip()))


def _joists(here: Here, rest: str) -> Heard:
    if is_length(rest):
        raise RefusedError(
            here.eg('say which way they run, along or out; one that was found is joist 16 1/2"'), value=rest
        )
    way = one_of(rest, ("along", "out"))
    words = "along the display wall" if way == "along" else "out from the display wall"
    return Heard(f"Joists run {words}", PutMade(surface="ceiling", joists=way))


OVERHEAD: Final = {
    "slab": "slab",
    "concrete": "slab",
    "joists": "joists",
    "joist": "joists",
    "beams": "joists",
    "trusses": "joists",
    "timber": "timber",
    "bridging": "timber",
    "noggin": "timber",
}
"""What may be over a ceiling that carries nothing, by what people call it."""


def _void(here: Here, rest: str) -> Heard:
    """`void 14" slab`, `void 300 joists along`: how far up, and what is there (rules 7.22)."""
    said = re.sub(r"\b(?:of|over it|above|over|deep|under|to|the|a|up|run|running|across)\b|[,;]", " ", rest.lower())
    words = [word for word in said.split() if word in OVERHEAD]
    ways = [word for word in said.split() if word in ("along", "out")]
    deep = " ".join(word for word in said.split() if word not in (*OVERHEAD, "along", "out"))
    if not deep:
        raise RefusedError(here.eg('say how far up it is, as in void 14" slab'), value=rest)
    value = here.length(deep, VOID)
    made = here.plan.survey.made.get("ceiling")
    if not words and made is not None and made.over:
        words = [made.over]
    if not words:
        raise Ask(f"What is over the ceiling, {here.show(value)} up?", *(f"void {deep} {one}" for one in OVERS))
    over, surface = OVERHEAD[words[0]], here.plan.survey.kind_of("ceiling")
    put: Values = {"surface": "ceiling", "void": value, "over": over}
    if surface not in CARRIES_NOTHING:
        put["kind"] = "board"
    if ways:
        put["joists"] = ways[0]
    way = f" that run {'along the display wall' if ways[0] == 'along' else 'out from it'}" if ways else ""
    kind = CEILING_WORDS[put.get("kind", surface)]
    return Heard(f"Ceiling: {kind}; {OVER_WORDS[over]}{way} {here.show(value)} over its face", PutMade(**put))


OVERS: Final = ("slab", "joists along", "joists out", "timber")


def _module(here: Here, rest: str) -> Heard:
    value = here.length(rest, MODULE)
    return Heard(
        f"Suspended grid with a module of {here.show(value)}", PutMade(surface="ceiling", kind="grid", module=value)
    )


def _latitude(here: Here, rest: str) -> Heard:
    text = rest.strip().rstrip("°nN ").strip()
    south = rest.strip().lower().endswith("s")
    value = number(text.lower().rstrip("s").strip().lstrip("-"), "a latitude in degrees", 0, 66)
    if south or text.startswith("-"):
        value = -value
    return Heard(f"Latitude {abs(value):g}° {'north' if value >= 0 else 'south'}", PutRoom(latitude=value))


def _again(here: Here, rest: str) -> Heard:
    """A repeat of a reading: the same words after `again`."""
    said = here.said(rest)
    if said is None or said[0].word == "again":
        raise RefusedError(here.eg("say the reading again, as in again wall 17'4"), value=rest)
    phrase, word = said
    heard = phrase.make(here, rest[len(word) :].strip())
    command, found = _repeated(heard.command)
    if not found:
        raise RefusedError(f"“{phrase.word}” takes no reading that could be repeated", value=rest)
    return Heard(f"Read again: {heard.say}", command)


def _repeated(command: Command) -> tuple[Command, bool]:
    if isinstance(command, Several):
        steps = [_repeated(step) for step in command.steps]
        return command.model_copy(update={"steps": tuple(step for step, _ in steps)}), any(found for _, found in steps)
    changed: Values = {}
    for name in command.model_fields_set:
        value = getattr(command, name)
        if isinstance(value, Typed) and value.source == "read":
            changed[name] = value.model_copy(update={"again": True})
        elif name == "walls":
            changed[name] = tuple(one.model_copy(update={"again": True}) if one else None for one in value)
    return command.model_copy(update=changed), bool(changed)


def _strike(back: bool) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key = "r" + rest.strip().lower().removeprefix("reading ").removeprefix("r").strip()
        reading = here.plan.readings.get(key)
        if reading is None:
            raise RefusedError(f"there is no reading {rest.strip()[:10]}; the log numbers them", value=rest)
        word = "Count again" if back else "Strike"
        return Heard(
            f"{word}: reading {key[1:]}, {dim_name(here.plan, reading.of)} {here.show(reading.value)}",
            Strike(reading=key, back=back),
        )

    return make


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "outline",
        "a walk",
        "walk round the room, along the display wall first: length and way for each wall",
        "outline 12'9 right 4' out 3' right 8' out 15'9 left 12' back",
        "survey",
        _outline,
    ),
    Phrase("w", "number and length", "a wall's length by its number", "w2 13'4", "survey", _wall_length),
    *(
        Phrase(
            f"{name} wall", "a length", f"the {name} wall of four", f"{name} wall 13'4", "survey", _side_wall(number)
        )
        for number, name in ((2, "right"), (3, "back"), (4, "left"))
    ),
    Phrase(
        "diagonal", "corners and length", "corner to corner", "diagonal c1 c3 21'9", "survey", _diagonal, also=("diag",)
    ),
    Phrase(
        "height",
        "corner and length",
        "ceiling above the floor at a corner",
        "height c2 7'11",
        "survey",
        _at_corner("h", "Ceiling at corner", "height c2 7'11", CORNER),
    ),
    Phrase(
        "line",
        "corner and length",
        "floor below the laser line at a corner",
        'line c2 39 3/8"',
        "survey",
        _at_corner("f", "Floor below the laser line at corner", 'line c2 39 3/8"', LASER_LINE),
    ),
    Phrase(
        "plumb",
        "wall and reading",
        "how far a wall leans per metre of height, away positive",
        "plumb w1 4 mm",
        "survey",
        _at_corner("p", "Lean per metre of wall", "plumb w1 4 mm", LEAN),
    ),
    Phrase(
        "slope",
        "wall, height, pitch",
        "a ceiling that slopes up from a wall",
        "slope w2 4'6 at 35°",
        "survey",
        _slope,
        also=("ceiling slopes", "ceiling slope", "sloped ceiling", "sloping ceiling"),
    ),
    Phrase(
        "made of",
        "a kind of wall",
        "what a wall or the ceiling is made of",
        "made of timber",
        "survey",
        _made,
        also=("wall is", "walls are", "wall made of", "walls made of"),
    ),
    Phrase(
        "board",
        "thickness x layers",
        "a wall's board",
        "board w1 12.5 mm x 2",
        "survey",
        _board,
        also=("drywall", "plasterboard", "wallboard"),
    ),
    Phrase("behind", "words", "what is behind a wall's face", "behind w1 insulation", "survey", _behind, free=True),
    Phrase("joists", "along or out", "which way the joists run", "joists out", "survey", _joists),
    Phrase(
        "void",
        "a length, then slab, joists or timber",
        "what is over a grid or a bare board, and how far over its face",
        'void 14" slab',
        "survey",
        _void,
        also=("ceiling void", "plenum"),
    ),
    Phrase("module", "a length", "module of a suspended grid", "module 600 mm", "survey", _module),
    Phrase("latitude", "degrees", "how far north (or south) the room is", "latitude 51", "survey", _latitude),
    Phrase("again", "a reading", "a repeat that joins the readings there are", "again wall 17'4", "survey", _again),
    Phrase(
        "strike",
        "a reading",
        "take a reading out of its value; the log keeps it",
        "strike 12",
        "survey",
        _strike(False),
    ),
    Phrase("unstrike", "a reading", "count a struck reading again", "unstrike 12", "survey", _strike(True)),
)
