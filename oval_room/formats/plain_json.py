"""JSON from outside: one gate for every body, job file and note.

Stricter than the standard library: text is UTF-8 (a mark of it at the start is read over), no key stands twice, numbers
are finite and of a size that something here could have, no text holds half of a character, nothing is nested absurdly
deep.
"""

from __future__ import annotations

import json
import math
import re
from typing import Final

from oval_room.core.errors import RefusedError

MOST_DEPTH: Final = 40
MOST_NUMBER: Final = 1e15
LONGEST_NUMBER: Final = 32
_HALF: Final = re.compile("[\ud800-\udfff]")


def read_json(content: bytes, where: str = "body") -> object:
    """The value that a JSON text stands for.

    Raises:
        RefusedError: it can't be used; `field` is `where`.
    """
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise RefusedError(f"is not text in UTF-8 (byte {error.start + 1})", field=where) from error
    try:
        value = json.loads(
            text, parse_constant=_no_constant, parse_float=_float, parse_int=_int, object_pairs_hook=_once
        )
    except RecursionError as error:
        raise RefusedError("is nested far too deep", field=where) from error
    except json.JSONDecodeError as error:
        place = f"line {error.lineno}, column {error.colno}: {error.msg}"
        raise RefusedError(f"is not whole JSON: {place}", field=where) from error
    except RefusedError as refused:
        raise refused.at(where) from None
    if "\\u" in text and _HALF.search(json.dumps(value, ensure_ascii=False)):
        raise RefusedError("holds half of a character; type that text again", field=where)
    if _depth(value) > MOST_DEPTH:
        raise RefusedError("is nested far too deep", field=where)
    return value


def read_given(content: bytes) -> object:
    """JSON whose numbers, where they are none or absurdly large, stand as texts, for readers that refuse them by name.

    Raises:
        ValueError, RecursionError: it is not JSON.
    """

    def number(text: str) -> object:
        value = float(text)
        if not abs(value) <= MOST_NUMBER or len(text) > LONGEST_NUMBER:
            return text[:LONGEST_NUMBER]
        return value if not text.lstrip("-").isdecimal() else int(text)

    value = json.loads(content.decode("utf-8-sig"), parse_constant=str, parse_float=number, parse_int=number)
    if _HALF.search(json.dumps(value, ensure_ascii=False)):
        raise ValueError("half of a character")
    return value


def _no_constant(_word: str) -> object:
    raise RefusedError("holds a value in place of a number that is not a number")


def _float(text: str) -> float:
    value = float(text)
    if not math.isfinite(value) or abs(value) > MOST_NUMBER:
        raise RefusedError(f"holds a number far too large ({text[:12]}…)")
    return value


def _int(text: str) -> int:
    if len(text) > LONGEST_NUMBER or abs(int(text)) > MOST_NUMBER:
        raise RefusedError(f"holds a number far too large ({text[:12]}…)")
    return int(text)


def _once(pairs: list[tuple[str, object]]) -> dict[str, object]:
    found = dict(pairs)
    if len(found) != len(pairs):
        seen: set[str] = set()
        twice = next(key for key, _ in pairs if key in seen or seen.add(key))  # type: ignore[func-returns-value]
        raise RefusedError(f"holds “{twice[:40]}” twice")
    return found


def _depth(value: object) -> int:
    deepest, level = 0, [value]
    while level and deepest <= MOST_DEPTH:
        deepest += 1
        level = [
            child
            for node in level
            if isinstance(node, (dict, list))
            for child in (node.values() if isinstance(node, dict) else node)
        ]
    return deepest
