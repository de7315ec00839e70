"""What is in a wall or stands at one, said in any order: which wall, where along it, how large, how far up and out.

`door on w3 900 wide 400 from left`, `radiator 1000 x 100 x 600 under the window`, `socket 300 from the right, 450 up`.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.span import Span
from oval_room.core.survey.room_phrases import wall_by_name
from oval_room.core.tape.labelled import Line, What, take_apart
from oval_room.core.tape.phrase import Ask, Here

_WALL: Final = re.compile(
    r"(?<!from )(?<!from the )(?:\b(?:on|in|of|against|at|along|to)\s+)?(?:\bthe\s+)?\b(?P<wall>w\s?\d{1,2}"
    r"|wall\s\d{1,2}|(?:display|left|right|back)(?:[- ]hand)?(?:\s(?:wall|side))"
    r"|(?<=on )(?:the )?(?:left|right|back)(?! corner))\b",
    re.IGNORECASE,
)
_CEILING: Final = re.compile(
    r"(?<!from )(?<!from the )(?<!below )(?<!below the )(?:\b(?:on|in|at)\s+)?(?:\bthe\s+)?\bceiling\b", re.IGNORECASE
)
_SIDE_FIRST: Final = re.compile(r"\s*(left|right|back)\s+(?=[0-9½¼¾])", re.IGNORECASE)
_CORNER: Final = re.compile(r"\b(?:in|at)\s+(?:the\s+)?(left|right)(?:[- ]hand)?\s+corner\b", re.IGNORECASE)
_MIDDLE: Final = re.compile(
    r"\b(?:in|at|on)\s+(?:the\s+)?(?:middle|centre|center)\b|\bmiddle\b|\bcent(?:red|ered)\b", re.IGNORECASE
)
_BY: Final = re.compile(
    r"\b(?P<way>under|below|beneath|underneath|behind)\s+(?:the\s+)?(?P<name>(?!ceiling)[a-z][a-z]*(?: [0-9]{1,2}\b)?)",
    re.IGNORECASE,
)
_FILLERS: Final = re.compile(r"\b(?:at|and|with|it is|is|starts?|starting|a|an|the|of|in)\b|[,;:]", re.IGNORECASE)


@record
class Placed:
    """What a line tells of a thing's place and size [mm]; None and missing keys where it does not.

    along: of its left side, or of its middle where it has no width, from its wall's left end. rest: words that are
    left. centred: whether its middle was told.
    """

    wall: Wall | None
    along: float | None
    sizes: Mapping[What, float]
    rest: str
    centred: bool = False

    def __getitem__(self, what: What) -> float | None:
        return self.sizes.get(what)


def placed(
    here: Here,
    text: str,
    spans: Mapping[What, Span],
    *,
    joined: tuple[What, ...] = (),
    word: str = "",
    otherwise: Wall | None = None,
) -> Placed | None:
    """What a line says, in whatever order; None where some length of it is of nothing.

    Args:
        spans: what may be said, and what it plausibly is. joined: what sizes are by their order when an x joins them.
        word: the line's own, where a side that follows it may be a wall: what stands in a room may be called by one.
        otherwise: the wall where none is named; None for the display wall.

    Raises:
        Ask: a side may be a wall, or a way along it. RefusedError, UnclearError: as of any length.
    """
    wall, text = _wall(here, text, word, otherwise)
    corner, text = _cut(_CORNER, text)
    middle, text = _cut(_MIDDLE, text)
    under, text = _cut(_BY, text)
    line = take_apart(text)
    said = _lengths_of(line, spans, joined)
    if said is None or ("right" in said) + ("along" in said) + bool(corner) + bool(middle) + bool(under) > 1:
        return None
    asked = [(length, spans["along" if what == "right" else what]) for what, length in said.items()]
    values: dict[What, float] = dict(zip(said, here.lengths(*asked) if asked else (), strict=True))
    wide, along, right = values.get("wide", 0.0), values.pop("along", None), values.pop("right", None)
    if under:
        wall, at = _over(here, under["name"], under["way"].lower())
        along = at - wide / 2
    elif wall is not None:
        along = _from_its_end(wall, wide, along, right, corner[1].lower() if corner else "", middle is not None)
    past = not word and "along" in said and wall is not None and wall.key == "w1"  # the room may go on past that wall
    if along is not None and wall is not None and not past and not -0.5 <= along <= wall.length:
        raise RefusedError(
            f"that is past the wall's end: it is {here.show(wall.length)} long", field="along", value=here.show(along)
        )
    rest = " ".join(_FILLERS.sub(" ", line.words).split())
    return Placed(wall, along, values, rest, bool(middle or under))


def _lengths_of(line: Line, spans: Mapping[What, Span], joined: tuple[What, ...]) -> dict[What, str] | None:
    """The lengths of a line by what each is; None where one of them is of nothing, or of something twice."""
    said: dict[What, str] = {piece.what: piece.lengths[0] for piece in line.pieces if len(piece.lengths) == 1}
    if line.sizes:
        if len(line.sizes) != len(joined) or any(what in said for what in joined):
            return None
        said |= dict(zip(joined, line.sizes, strict=True))
    single = sum(len(piece.lengths) for piece in line.pieces)
    return said if single == len(said) and said.keys() <= {*spans, "right"} else None


def _from_its_end(
    wall: Wall, wide: float, along: float | None, right: float | None, corner: str, middle: bool
) -> float | None:
    """Where something so wide begins along a wall, from its left end [mm]: as said, from its right end, in a corner, in
    its middle."""
    if right is not None:
        return wall.length - right - wide
    if corner:
        return 0.0 if corner == "left" else wall.length - wide
    return (wall.length - wide) / 2 if middle else along


def _cut(pattern: re.Pattern[str], text: str) -> tuple[re.Match[str] | None, str]:
    """What a pattern finds, and the text without it."""
    found = pattern.search(text)
    return (found, f"{text[: found.start()]} {text[found.end() :]}") if found else (None, text)


def _wall(here: Here, text: str, word: str, otherwise: Wall | None) -> tuple[Wall | None, str]:
    """The wall that a line names, another where it names none, None for the ceiling; and the line without it."""
    walls = {wall.key: wall for wall in here.plan.survey.room.walls}
    ceiling, without = _cut(_CEILING, text)
    if ceiling:
        return None, without
    if word and (side := _SIDE_FIRST.match(text)) is not None:
        raise Ask("Is that a wall, or from that end of one?", *_sides(word, side[1].lower(), text[side.end() :]))
    found, without = _cut(_WALL, text)
    if not found:
        return otherwise or walls["w1"], text
    return walls[
        wall_by_name(here, re.sub(r"[- ]hand|\bthe ", "", found["wall"].lower()).replace("side", "wall"))
    ], without


def _sides(word: str, side: str, text: str) -> Iterator[str]:
    """A line whose side may be a wall, or the end of one that its first length is from."""
    yield f"{word} {side} wall {text}"
    first = take_apart(text).pieces[:1]
    if side != "back" and first and len(first[0].lengths) == 1:
        length = first[0].lengths[0]
        yield f"{word} {length} from the {side}{text[len(length) :]}"


def _over(here: Here, name: str, way: str) -> tuple[Wall, float]:
    """The wall of an opening or a picture that a thing stands under, and where along it its middle is [mm]."""
    room, lower = here.plan.survey.room, name.lower()
    walls = {wall.key: wall for wall in room.walls}
    openings = [one for one in here.plan.survey.openings.values() if one.name.lower() == lower]
    openings = openings or [one for one in here.plan.survey.openings.values() if one.kind == lower]
    if len(openings) == 1:
        first, last = openings[0].ends
        return walls[openings[0].wall], (first + last) / 2
    pictures = here.plan.chosen.pictures
    kinds = {"tv": "panel", "screen": "screen", "picture": ""}
    fits = [one for one in pictures.values() if one.name.lower() == lower or kinds.get(lower, "-") in ("", one.kind)]
    if len(fits) == 1:
        wall = room.walls[wall_of(room, fits[0]) - 1]
        return wall, wall.own(fits[0].pose.x, fits[0].pose.y)[0]
    listed = [one.name for one in here.plan.survey.openings.values()] + [one.name for one in pictures.values()]
    raise RefusedError(
        f"{way} what? There {'are' if len(listed) > 1 else 'is'} {', '.join(listed) or 'nothing'}", value=name
    )
