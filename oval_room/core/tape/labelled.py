"""Lengths of a line by the words that people put beside them, in any order: `900 wide, 2 m high, 400 from the left`.

A length is what stands between words and can be read as one; what it is of is told by the word after it, else by the
one before. Sizes joined by an x or by `by` stay together. What nothing is said of is left as it stands.
"""

from __future__ import annotations

import re
from typing import Final, Literal

from oval_room.core.record import record
from oval_room.core.units import is_length, one_after

What = Literal["wide", "high", "deep", "along", "right", "up", "out", "down", "top", ""]

_AFTER: Final[tuple[tuple[What, str], ...]] = (
    ("wide", r"wide|across|in width|of width|long"),
    ("high", r"high|tall|in height"),
    ("deep", r"deep|in depth|thick"),
    ("right", r"(?:in )?from (?:the |its )?right(?:[- ]hand)?(?: (?:hand )?(?:end|corner|side|edge|wall))?"),
    ("down", r"(?:down )?(?:from|below|under) (?:the )?ceiling|down"),
    (
        "along",
        r"(?:in |along )?from (?:the |its )?(?:left(?:[- ]hand)?(?: (?:end|corner|side|edge|wall))?|corner|end)"
        r"|along|across from (?:the )?left",
    ),
    ("up", r"(?:up )?(?:from|off|above|over) (?:the )?(?:floor|ground)|up"),
    ("out", r"out(?: from (?:the |its )?wall)?|(?:off|from) (?:the |its )?wall"),
)
_BEFORE: Final[tuple[tuple[What, str], ...]] = (
    ("wide", r"width|wide"),
    ("high", r"height|high|tall"),
    ("deep", r"depth|deep"),
    ("right", r"from (?:the |its )?right(?:[- ]hand)?(?: (?:end|corner|side|edge|wall))?"),
    (
        "along",
        r"(?:starts |starting |begins )?(?:at|from (?:the |its )?left(?: (?:end|corner|side|edge|wall))?)|along|in",
    ),
    ("top", r"(?:top|head)(?: at)?"),
    ("up", r"sill(?: at| height)?|up|bottom(?: at)?|foot(?: at)?"),
    ("out", r"out"),
)
_JOINED: Final = re.compile(r"\s*(?:[x×*]|\bby\b)\s*", re.IGNORECASE)
_SIDES: Final[dict[str, What]] = {"wide": "wide", "long": "wide", "high": "high", "tall": "high", "deep": "deep"}
_SIDE: Final = re.compile(rf"\s*({'|'.join(_SIDES)})(?![a-z])", re.IGNORECASE)
_STARTS: Final = re.compile(r"(?<![\w./'\"″′-])(?=[-−]?[0-9½¼¾⅛⅜⅝⅞.])")
_TWO: Final = re.compile(r"[0-9½¼¾⅛⅜⅝⅞]\s*(?:mm|cm|m|in|inch|inches|\"|″|”)?\s+[0-9]+(?![0-9/]|\s*/)", re.IGNORECASE)
"""Two numbers that are no length together, whatever could be read: only inches after feet and a fraction are."""
_UNIT: Final = re.compile(one_after(), re.IGNORECASE)
_IN_FROM: Final = re.compile(r"\s*in\s+from\b", re.IGNORECASE)
_LONGEST: Final = 24
"""Characters of the longest length that is looked for."""
MOST: Final = 12
"""Lengths of one line that are looked for."""


@record
class Piece:
    """A length, or sizes joined: as typed, and what it is of; empty where nothing tells."""

    lengths: tuple[str, ...]
    what: What


@record
class Line:
    """A line taken apart: its pieces in their order, and the words that belong to none."""

    pieces: tuple[Piece, ...]
    words: str

    @property
    def sizes(self) -> tuple[str, ...]:
        """The sizes that are joined; none where several groups are."""
        found = [piece.lengths for piece in self.pieces if len(piece.lengths) > 1 and not piece.what]
        return found[0] if len(found) == 1 else ()


def take_apart(text: str) -> Line:
    """The lengths of a line with what they are of, and the rest of its words."""
    pieces, words, at = list[Piece](), list[str](), 0
    while len(pieces) < MOST and (start := _STARTS.search(text, at)) is not None:
        lengths, sides, end = _lengths(text, start.start())
        if not lengths:
            end = start.start() + len(re.match(r"[-−\w./½¼¾⅛⅜⅝⅞]+", text[start.start() :])[0])  # type: ignore[index]
            words.append(text[at:end])
        elif any(sides) and not _in_order(sides):
            words.append(text[at : start.start()])
            pieces += [Piece((length,), side) for length, side in zip(lengths, sides, strict=True)]
        else:
            before, what, after = _what(text[at : start.start()], text[end:], lone=len(lengths) == 1)
            words.append(before)
            pieces.append(Piece(lengths, what))
            end += after
        at = end
    return Line(tuple(pieces), re.sub(r"\s+", " ", " ".join((*words, text[at:]))).strip(" ,;:"))


def _lengths(text: str, at: int) -> tuple[tuple[str, ...], tuple[What, ...], int]:
    """The lengths that begin at a place, joined ones together, each with the side that is said of it, and where they
    end. A lone one's side is left for whoever looks at the words round it."""
    found, sides, end = list[str](), list[What](), at
    while (length := _length(text, at)) is not None:
        found.append(length)
        end = at + len(length)
        side = _SIDE.match(text, end)
        joined = _JOINED.match(text, side.end() if side else end)
        if side and (joined or len(found) > 1):
            end = side.end()
        sides.append(_SIDES[side[1].lower()] if side and (joined or len(found) > 1) else "")
        if joined is None:
            break
        at = joined.end()
    return tuple(found), tuple(sides), end


def _in_order(sides: tuple[What, ...]) -> bool:
    """Whether the sides that are said are those that joined sizes have by their order."""
    order: tuple[What, ...] = ("wide", "high") if len(sides) == 2 else ("wide", "deep", "high")
    return len(sides) <= 3 and all(side in ("", by_order) for side, by_order in zip(sides, order, strict=False))


def _length(text: str, at: int) -> str | None:
    """The longest text from a place on that can be read as a length and ends where a word or a mark does."""
    longest = None
    for end in range(at + 1, min(at + _LONGEST, len(text)) + 1):
        after = text[end : end + 1]
        if (after.isalnum() and text[end - 1].isalnum()) or after in ("'", '"', "″", "′", "/") or text[end - 1] in " ,":
            continue
        if _TWO.search(text[at:end]):
            continue
        if text[end - 2 : end].lower() == "in" and re.match(r"\s+from\b", text[end:]):
            continue  # 400 in from the left: no inches
        if _UNIT.match(text, end) and not text[end - 1].isalpha() and not _IN_FROM.match(text, end):
            continue  # its last number has another unit
        if is_length(text[at:end]):
            longest = text[at:end]
    return longest


def _what(before: str, after: str, *, lone: bool) -> tuple[str, What, int]:
    """What a length is of by the words round it: the words before it that are left, what, and how much of the text
    after it was taken. Where both tell, the word after it is the next length's if that follows at once."""
    led = _told(_BEFORE, r"(?<![a-z])(?:{})\s*(?:is|of|:)?\s*$", before)
    then = _told(_AFTER, r"^\s*(?:{})(?![a-z])", after) if lone else None
    if then is not None and not (led and re.match(r"\s*[0-9½¼¾⅛⅜⅝⅞]", after[then[1].end() :])):
        return before, then[0], then[1].end()
    if led is not None:
        return before[: led[1].start()], led[0], 0
    return before, "", 0


def _told(kinds: tuple[tuple[What, str], ...], pattern: str, text: str) -> tuple[What, re.Match[str]] | None:
    """The first kind whose words stand there."""
    for what, words in kinds:
        if (found := re.search(pattern.replace("{}", words), text, re.IGNORECASE)) is not None:
            return what, found
    return None
