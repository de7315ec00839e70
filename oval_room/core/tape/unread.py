"""Words of a line that nothing came of: a line is never taken with a word in it that says nothing.

A word was read when it stands in what is read back, or when the line without it means something else, or nothing. What
people say in passing (`the`, `about`, `please`) is passed over.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Collection
from itertools import pairwise
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.measure import fresh_ids
from oval_room.core.tape.phrase import Ask, Heard
from oval_room.core.units import one_after

_PASSED_OVER: Final = """
    a about across again ah all along already an and approx approximately are around as at away back be been big
    bit box by cable can close currently daily day deep deg degree degrees device diagonal exactly fire for from
    get go going got has have her here high his hour hours i in input inside into is it its just keep kind level
    like long look make me measured more my nearly need new now of off ok on only onto or our out over per please
    point port put really right roughly say screw screws see set should show size so some still tall than that the
    their them then there these thick this to too total up use used very want wants was we well wide will with
    would x yes you
"""
PASSED_OVER: Final = frozenset(_PASSED_OVER.split())
"""Words that carry nothing where nothing comes of them."""
MOST: Final = 8
"""Words of one line that are looked at: each is one more reading."""
_WORD: Final = re.compile(r"(?<![\w'’°″])[A-Za-z][A-Za-z'’-]*(?![\w])")
_NUMBERS: Final = tuple(
    (word, n) for n, word in enumerate(("one", "two", "three", "four", "five", "six", "seven", "eight", "nine"), 1)
)
_UNIT: Final = re.compile(rf"[0-9½¼¾⅛⅜⅝⅞]{one_after()}", re.IGNORECASE)


def unread(
    rest: str, heard: Heard, passes: Collection[str], named: Collection[str], read: Callable[[str], Heard]
) -> tuple[str, ...]:
    """Words after a phrase's own that nothing came of, as they were typed.

    Args:
        passes: words that carry nothing after this phrase. named: pairs of words of names, which are read together.
        read: reads the phrase with other words after its own; raises what a phrase raises.
    """
    told = {*_WORD.findall(heard.say.lower()), *(word for word, n in _NUMBERS if re.search(rf"\b{n}\b", heard.say))}
    told |= {"tv"} if "panel" in told else set()
    units = [found.span() for found in _UNIT.finditer(rest)]
    together = {
        word for pair in pairwise(rest.lower().replace(",", " ").split()) if " ".join(pair) in named for word in pair
    }
    found = [
        word
        for word in _WORD.finditer(rest)
        if word[0].lower() not in PASSED_OVER
        and not any(_alike(word[0].lower(), one) for one in told)
        and word[0].lower() not in passes
        and word[0].lower() not in together
        and not any(begin <= word.start() < end for begin, end in units)
    ]
    if not found:
        return ()
    with fresh_ids(fresh=False):
        says = _done(read(rest).command)
        alone = [word for word in found[:MOST] if _without(rest, [word], read) == says]
        # words that are read together: one of them alone may be left away
        if len(alone) > 1 and _without(rest, alone, read) != says:
            return ()
        return tuple(word[0] for word in alone)


def without(rest: str, words: tuple[str, ...]) -> str:
    """What stays of a text without some words."""
    for word in words:
        rest = re.sub(rf"(?<![\w]){re.escape(word)}(?![\w])", " ", rest, count=1)
    return re.sub(r"\s+([,;])", r"\1", re.sub(r"\s+", " ", rest)).strip(" ,;")


def _alike(word: str, told: str) -> bool:
    """Whether a word is read back: as it is, or as another form of it (bracket, brackets; lowered, lower)."""
    return word == told or (min(len(word), len(told)) > 2 and (told.startswith(word) or word.startswith(told)))


def _without(rest: str, words: list[re.Match[str]], read: Callable[[str], Heard]) -> str | None:
    left = rest
    for word in reversed(words):
        left = f"{left[: word.start()]} {left[word.end() :]}"
    left = re.sub(r"\s+", " ", left).strip(" ,;")
    try:
        return _done(read(left).command)
    except (Ask, RefusedError, MissingError, ValueError, LookupError):  # whatever is said to it: the word was wanted
        return None


def _done(command: Command) -> str:
    return command.model_copy(update={"label": ""}).model_dump_json(exclude_none=True)
