"""Sayings: whole lines as people say them, as patterns of words and typed slots, and what they are in the table.

A trade declares them beside its phrases: `Saying("two rows at {a:length} and {b:length}", "seat {a}; row 2 {b}")`. A
saying fits a line only as a whole: each of its words is one of the pattern's, fills a slot, or carries nothing (`the`,
`of`, `about`); so that a new saying can't capture lines of others.

In a pattern: `(tv|panel)` one of several, `[now]` may be there, `{name:type}` a slot. Types: length, by (a length that
something moves by: in its pattern `to` and `at` say something, `lower it to 250` is no move), size (in inches, such as
65), sizes (lengths joined by x or by), count (1 to 12 or in words), number, wall, cable, grid (3 x 2), words (a name),
text, or one of several words (`{kind:tv|screen}`). What a line names has to come out of it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from functools import cache
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.record import record
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.reading import COUNTS
from oval_room.core.units import is_length

_CARRY_NOTHING: Final = (
    "the|a|an|is|are|of|on|for|it|its|it's|about|roughly|now|please|in|with|by|our|my|there|there's|and|be"
)
_PASSED: Final = rf"(?:(?:{_CARRY_NOTHING}|to|at)\s+)*"
_PASSED_BY: Final = rf"(?:(?:{_CARRY_NOTHING})\s+)*"
LONGEST: Final = 160
"""Characters of the longest line that is looked at: nobody says more in one breath."""
_LENGTH: Final = (
    r"[0-9½¼¾⅛⅜⅝⅞.][0-9½¼¾⅛⅜⅝⅞.,/'\"″′\-]*(?:\s?(?:mm|cm|m|in|inch|inches|ft|foot|feet|metres?|meters?)\b)?"
    r"(?:\s[0-9½¼¾⅛⅜⅝⅞/]+(?:\"|″|in\b)?)?"
)
_SIDE: Final = r"(?:display|front|tv|left|right|back|rear)(?:[- ]?hand)?(?:\s+(?:side\s+)?wall)?"
_TYPES: Final = {
    "length": _LENGTH,
    "by": _LENGTH,
    "size": r"[0-9]{2,3}(?:\.[0-9])?(?:\s?(?:inch|inches|in|\"|″|s))?",
    "sizes": rf"{_LENGTH}(?:\s?(?:x|×|by)\s?{_LENGTH}){{1,2}}",
    "count": rf"[0-9]{{1,2}}|{'|'.join(COUNTS)}",
    "number": r"[0-9]+(?:\.[0-9]+)?",
    "wall": rf"w\s?[0-9]{{1,2}}|wall\s+[0-9]{{1,2}}|{_SIDE}",
    "grid": r"[0-9]{1,2}\s?(?:x|×|by)\s?[0-9]{1,2}",
    "cable": r"c\s?[0-9]{1,3}",
    "words": r"(?!(?:to|on|at|in|into|from|behind|under|over)\b)[^\s>;][^>;]*?",
    "text": r"\S.*?",
}
_SIDES: Final = {"front": "display", "tv": "display", "rear": "back"}
_TOKEN: Final = re.compile(
    r"\{(?P<name>\w+):(?P<type>\w[\w| ]*)\}|\[(?P<maybe>[^\]]+)\]|\((?P<either>[^)]+)\)|(?P<word>[^\s\[\](){}]+)"
)


@record
class Saying:
    """What people say, and the line or lines of the table that it is."""

    pattern: str
    line: str | Callable[[Here, Mapping[str, str]], str | Sequence[str] | None]
    """With the slots in braces; where a line depends on the job, made from it and them: none, one, or several that are
    asked."""
    when: Callable[[Here], bool] | None = None
    """Whether it can be said here; always, where nothing is given."""
    of: Callable[[Here], str | None] | None = None
    """The picture that its lines are said of, where it names one; else what is looked at."""
    ask: str = ""
    """What is asked where another saying fits too and means something else."""


def grouped(kind: str) -> Callable[[Here], bool]:
    """Whether the scheme has a group of a kind: a wall of displays, a rig."""
    return lambda here: any(group.kind == kind for group in here.plan.chosen.groups.values())


def member_of(kind: str) -> Callable[[Here], str | None]:
    """A picture of a group of a kind: of the one that is looked at, else of the first."""

    def found(here: Here) -> str | None:
        groups = [group for group in here.plan.chosen.groups.values() if group.kind == kind]
        mine = [group for group in groups if here.subject.picture in group.members]
        return (mine or groups)[0].members[0] if groups else None

    return found


def about(kind: str) -> Callable[[Here], bool]:
    """Whether a group of a kind is what is looked at: the subject is in it, or it is all there is."""

    def looks(here: Here) -> bool:
        scheme = here.plan.chosen
        seen = here.subject.picture or next(iter(scheme.pictures), "")
        return any(group.kind == kind and seen in group.members for group in scheme.groups.values())

    return looks


def seated(here: Here) -> bool:
    """Whether there is a seat."""
    return bool(here.plan.survey.seats)


def pictured(here: Here) -> bool:
    """Whether there is a picture."""
    return bool(here.plan.chosen.pictures)


@cache
def _compiled(pattern: str) -> tuple[re.Pattern[str], dict[str, str]]:
    """The expression of a pattern, and its slots with their types."""
    parts, slots = list[str](), dict[str, str]()
    passed = _PASSED_BY if ":by}" in pattern else _PASSED
    for token in _TOKEN.finditer(pattern):
        if token["type"] in ("words", "text") and parts:
            parts[-1] = parts[-1].removesuffix(passed)  # what is kept is kept as it is
        if token["name"]:
            kind = token["type"]
            slots[token["name"]] = kind
            part = rf"(?P<{token['name']}>{_words(kind) if '|' in kind else _TYPES[kind]})"
        elif token["maybe"]:
            parts.append(rf"(?:(?:{_words(token['maybe'])})[\s,:]+{passed})?")
            continue
        else:
            part = rf"(?:{_words(token['either'] or token['word'])})"
        parts.append(rf"{part}(?:[\s,:]+|$){passed}")
    return re.compile(passed + "".join(parts), re.IGNORECASE), slots


def _words(either: str) -> str:
    return "|".join(re.escape(word).replace(r"\ ", r"\s+") for word in either.split("|"))


def _plain(text: str, kind: str) -> str | None:
    """A slot's text as the table's phrases take it; None where it is not of its type."""
    text = text.strip(" ,")
    if kind in ("length", "by"):
        return text if is_length(text) else None
    if kind == "size":
        return re.sub(r"[^0-9.].*$", "", text)
    if kind == "count":
        return str(COUNTS.index(text.lower()) + 1) if text.lower() in COUNTS else text
    if kind == "wall":
        named = re.sub(r"[- ]?hand", "", text.lower())
        named = re.sub(r"\s+(?:side\s+)?wall$", "", named)
        found = re.fullmatch(r"w(?:all)?\s*([0-9]+)", named)
        return f"w{found[1]}" if found else f"{_SIDES.get(named, named)} wall"
    return text


def _known_by(pattern: str) -> tuple[str, ...]:
    """Words of which a line has one where it may be a saying's: its first word, or how the first of several begin; none
    where it is all slots."""
    for token in _TOKEN.finditer(pattern):
        either = token["word"] or token["either"] or (token["type"] if "|" in (token["type"] or "") else "")
        if either:
            return tuple(re.split(r"[\s-]", one)[0].lower() for one in either.split("|"))
    return ()


_Known = tuple[dict[str, list[int]], list[int]]
_KNOWN: Final[dict[int, tuple[Sequence[Saying], _Known]]] = {}
"""Tables that were sorted, each kept beside what came of it."""


def _sorted_out(sayings: Sequence[Saying]) -> _Known:
    """The places of sayings by the words they are known by, and of those that are known by none."""
    kept = _KNOWN.get(id(sayings))
    if kept is None:
        by, rest = dict[str, list[int]](), list[int]()
        for n, saying in enumerate(sayings):
            words = _known_by(saying.pattern)
            for word in dict.fromkeys(words):
                by.setdefault(word, []).append(n)
            rest += [] if words else [n]
        kept = _KNOWN[id(sayings)] = (sayings, (by, rest))
    return kept[1]


def as_said(line: str, here: Here, sayings: Sequence[Saying]) -> Iterator[tuple[str, Saying]]:
    """The lines of the table that a line is as a whole, and the saying of each, in their order."""
    if len(line) > LONGEST:
        return
    by, rest = _sorted_out(sayings)
    places = {n for word in re.findall(r"[^\s,:;-]+", line.lower()) for n in by.get(word, ())}
    for n in sorted({*places, *rest}):
        saying = sayings[n]
        expression, slots = _compiled(saying.pattern)
        found = expression.fullmatch(line + " ") or expression.fullmatch(line)
        if found is None or (saying.when is not None and not saying.when(here)):
            continue
        values = {name: text for name, kind in slots.items() if (text := _plain(found[name], kind)) is not None}
        if len(values) < len(slots):
            continue
        try:
            made = saying.line.format(**values) if isinstance(saying.line, str) else saying.line(here, values)
        except RefusedError:  # a length that is none of its kind: another saying's, or nobody's
            continue
        for one in (made,) if isinstance(made, str) else made or ():
            yield one, saying
