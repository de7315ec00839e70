"""How people say the same thing: words before the word, the number first, several facts in one line, slips of a key.

The grammar's table has one word for each thing; here a line is brought to it. Nothing here knows a trade: other words
for a phrase stand with the phrase.
"""

from __future__ import annotations

import difflib
import re
from collections.abc import Iterable, Iterator, Sequence
from functools import cache
from typing import Final

from oval_room.core.units import is_bare, one_after

_UNIT: Final = re.compile(one_after(), re.IGNORECASE)
_LEAD: Final = re.compile(
    r"^(?:(?:please|set|make|change|move|it'?s|there(?:'s| is)|the|my|our|a|an|add|new|now)\s+)+", re.IGNORECASE
)
_NUMBER: Final = re.compile(r"^[0-9½¼¾⅛⅜⅝⅞.]")
_BEGINS: Final = (
    r"(?:on (?:w[0-9]|wall [0-9]|breast|[a-z]+ wall)|bottom|top|cent(?:red?|er(?:ed)?)|tilt|swivel)(?![a-z])"
)
"""What begins a fact of its own after a size, with nothing between: `tv 65 bottom 800`."""
_SPLIT: Final = re.compile(rf";\s*|,\s+(?=[A-Za-z0-9])|\s+(?:and|then|&|\+)\s+(?=[A-Za-z])|\s+(?={_BEGINS})")
_ARTICLE: Final = re.compile(r"\b(?:the|my|our) (?=[a-z])", re.IGNORECASE)
_COUNTS: Final = ("two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")
_NTH: Final = ("first", "second", "third", "fourth", "fifth")
_OF: Final = re.compile(r"^([a-z]+) of (?:the |my |our )?([a-z]+)(?= |$)", re.IGNORECASE)
_HANDS: Final = re.compile(
    r"^(?:put|hang|mount|fix(?! with\b)|fit|place|use|want|need|have|we have|we want|i want)\s+(?:a |an |the )?"
)
_NEVER: Final = re.compile(r"^(?:no|not|without|never|don'?t|isn'?t|what|why|how|where|which|when)\b", re.IGNORECASE)
_NTH_SEAT: Final = re.compile(rf"^({'|'.join(_NTH)}) seat$", re.IGNORECASE)
_NTH_ROW: Final = re.compile(rf"\b({'|'.join(_NTH)}|1st|2nd|3rd|4th|5th) row\b", re.IGNORECASE)
_NUMBERED: Final = re.compile(rf"\b(seat|row|wall|corner) (one|{'|'.join(_COUNTS)})\b", re.IGNORECASE)
_COUNT: Final = re.compile(rf"\b({'|'.join(_COUNTS)}) (?=(?:seats?|rows?|tvs?|screens?)\b)", re.IGNORECASE)
MOST_FACTS: Final = 12


def without_lead(line: str) -> str:
    """A line without the words people put before what they mean: `set the seat to 3 m` as `seat to 3 m`."""
    return _LEAD.sub("", line)


def _nth(word: str) -> int:
    return _NTH.index(word) + 1 if word in _NTH else int(word[0])


def plainer(line: str) -> str:
    """A line without its articles, and with counts as figures: `drop the tv`, `two seats 3 m`, `second row 4 m`."""
    line = _NTH_SEAT.sub(lambda found: f"seats {_NTH.index(found[1].lower()) + 1}", without_lead(line))
    line = _NTH_ROW.sub(lambda found: f"row {_nth(found[1].lower())}", line)
    line = _NUMBERED.sub(lambda found: f"{found[1]} {('one', *_COUNTS).index(found[2].lower()) + 1}", line)
    counted = _COUNT.sub(lambda found: f"{_COUNTS.index(found[1].lower()) + 2} ", line)
    return re.sub(r"^([a-z]+)['’]s (?=[0-9])", r"\1 ", _ARTICLE.sub("", counted), flags=re.IGNORECASE)


def turned_about(line: str) -> Iterator[str]:
    """A line in the other ways its words may stand: `height of the ceiling 2.5 m` as `ceiling height 2.5 m`, and what a
    hand does left away: `hang the tv at 1.2 m`.
    """
    if (of := _OF.match(line)) is not None:
        yield f"{of[2]} {of[1]}{line[of.end() :]}"
    if (hand := _HANDS.match(line.lower())) is not None:
        yield line[hand.end() :]


@cache
def _longest_first(words: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(sorted(words, key=len, reverse=True))


@cache
def _parting(words: tuple[str, ...]) -> re.Pattern[str]:
    """What parts facts: marks, words between, and a word of the table that a number follows."""
    longest = "|".join(re.escape(word) for word in _longest_first(words) if len(word) > 2)
    return re.compile(rf"{_SPLIT.pattern}|\s+(?=(?:{longest})(?:\s+(?:at|to|is))?\s*[0-9])", re.IGNORECASE)


def _stands(word: str, lower: str, before: str) -> re.Match[str] | None:
    """Where a word stands in a line by itself; most words are seen not to, at once."""
    return _alone(word, before).search(lower) if word in lower else None


@cache
def _alone(word: str, before: str) -> re.Pattern[str]:
    return re.compile(rf"{before}{re.escape(word)}(?![a-z])")


def word_first(line: str, words: tuple[str, ...]) -> Iterator[str]:
    """A line whose word stands later, with it first, the longest word first: `brick wall` as `wall brick`."""
    if _NEVER.match(line):
        return
    lower = line.lower()
    for word in _longest_first(words):
        if len(word) > 2 and (found := _stands(word, lower, r"(?<=[\s0-9])")) is not None:
            yield f"{word} {line[: found.start()].strip()} {line[found.end() :].strip()}".strip()


def without_first(line: str) -> str:
    """A line without its first word, where that is no number: `living room 14' x 18'` as `room 14' x 18'`."""
    first, _, rest = line.partition(" ")
    return rest if first.isalpha() and not _NEVER.match(line) else ""


def number_first(line: str, words: tuple[str, ...]) -> Iterator[str]:
    """A line that begins with its number, as the words' own lines, the longest word first: `65in tv` as `tv 65in`."""
    if not _NUMBER.match(line):
        return
    lower = line.lower()
    for word in _longest_first(words):
        if (found := _stands(word, lower, r"(?<![a-z])")) is not None:
            rest = f"{line[: found.start()].strip()} {line[found.end() :].strip()}".strip()
            yield f"{word} {re.sub(r' +,', ',', rest)}"


def facts(line: str, words: tuple[str, ...]) -> list[tuple[str, str]]:
    """The pieces of a line that may be facts of their own, each with what parts it from the next: a mark, or no more
    than a word that a number follows, `throw 3.8 m lens up 2.2 m`.
    """
    pieces, at = [], 0
    for found in _parting(words).finditer(line):
        pieces.append((line[at : found.start()], found[0]))
        at = found.end()
    return [*pieces, (line[at:], "")]


def runs(pieces: Sequence[tuple[str, str]], start: int) -> Iterator[tuple[str, int]]:
    """Pieces from a place on, taken together, the shortest first, and where the next begins."""
    text = ""
    for n in range(start, len(pieces)):
        text += pieces[n][0]
        yield text.strip(" ,;"), n + 1
        text += pieces[n][1]


def nearest(line: str, words: Iterable[str], most: int = 3) -> list[str]:
    """The line with its first word, or its first two, put right: `sceen 110` as `screen 110`."""
    said = re.match(r"[A-Za-z-]+(?: [A-Za-z]+)?", line)
    if said is None:
        return []
    out: list[str] = []
    known = list(words)
    for first in dict.fromkeys((said[0], said[0].split(" ")[0])):
        alike = [word for word in known if word[0] == first[0].lower()]  # nobody mistypes how a word begins
        for word in difflib.get_close_matches(first.lower(), alike, n=most, cutoff=0.72):
            fixed = (word + line[len(first) :]).strip()
            if fixed not in out:
                out.append(fixed)
    return out[:most]


def swapped(line: str, choice: Sequence[tuple[str, str]]) -> str | None:
    """A line with lengths written as a choice reads them, of equal ones the last first; None where one is missing."""
    line = re.sub(r"(?<=[0-9'\"])[x×](?=[0-9])", " x ", line)  # 14x18x8
    places: dict[int, tuple[int, str]] = {}
    for old, new in reversed(choice):
        found = [
            one
            for one in re.finditer(rf"(?<![\w.,'/]){re.escape(old)}(?![\w'/]|[.,]\d)", line)
            if not any(at <= one.start() < end for at, (end, _) in places.items())
        ]
        free = [one for one in found if not (is_bare(old) and _UNIT.match(line, one.end()))] or found
        if not free:
            return None
        places[free[-1].start()] = (free[-1].end(), new)
    for at in sorted(places, reverse=True):
        line = line[:at] + places[at][1] + line[places[at][0] :]
    return line
