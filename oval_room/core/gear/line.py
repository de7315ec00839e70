"""A line off a data sheet taken apart: kind, name, and which piece is which figure.

People type what is printed: with or without a figure's word, a colon after the name, commas between. A piece is what
its word says; without one it is the only figure of its kind that looks so. What could be two things is asked about.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from typing import Final, NamedTuple, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import GearKind
from oval_room.core.gear.field import LONGEST, GearField, SheetError, by_letters
from oval_room.core.gear.kinds import KINDS
from oval_room.core.gear.printed import NO_RATE, as_figures
from oval_room.core.plan.gear import DeviceRole
from oval_room.core.record import record

EXAMPLE_NAME: Final = "Curlew 3"
CALLED: Final[dict[str, str]] = {
    "panel": "tv",
    "monitor": "tv",
    "display": "tv",
    "television": "tv",
    "beamer": "projector",
    "bracket": "mount",
    "wall mount": "mount",
    "wall bracket": "mount",
    "tv mount": "mount",
    "ceiling mount": "stem",
    "pole": "stem",
    "motorised drop": "drop",
    "lift": "drop",
    "loudspeaker": "speaker",
    "media player": "player",
    "projection screen": "screen",
}
"""Kinds by what else people call them."""
ROLES: Final = frozenset(get_args(DeviceRole)) - KINDS.keys()
"""Devices by what they are: `gear receiver Box 7: …`."""
BESIDE: Final = re.compile(
    r"(?:ultra[- ])?(?:short|long)[- ]throw|ust|full[- ]motion|articulat(?:ed|ing)|(?:fixed|flat|tilting)(?:\s+mount)?"
    r"|low[- ]profile|gas[- ](?:spring|strut)|electric|motori[sz]ed|tab[- ]tensioned|smart|curved|led|lcd|hdr(?:10\+?)?"
    r"|home cinema|gaming|wall[- ]mount(?:ed)?|black|white|silver|white case|keystone\b.*|bluetooth|wi-?fi"
    r"|[0-9 x]*usb\b.*|speakers?\b.*|for\s.+|[0-9.,]+\s*(?:nits?|cd/m²|cd/m2)\s*(?:peak|max\.?)|peak\s.*(?:nits?|cd)"
    r"|[0-9.,]+\s*w(?:atts?)?\s*max(?:imum)?\.?|max(?:imum)?\.?\s*[0-9.,]+\s*w(?:atts?)?"
    r"|[0-9]+\s*(?:-|–|to)\s*[0-9]+\s*(?:\"|″|inch(?:es)?)(?:\s+tvs?)?",
    re.IGNORECASE,
)
"""What sheets say beside their figures, and no rule asks for: it goes into the note."""
WITH_STAND: Final = re.compile(
    r"(?:weight\s+)?\(?with\s+(?:stand|feet)\b.*|[0-9.,]+\s*(?:kg|lbs?)\s*\(?with\s+(?:stand|feet)\)?", re.IGNORECASE
)
"""What it weighs as it stands on furniture: on a wall it hangs without."""
AT_A_RATE: Final = re.compile(r"\b(8k|4k|[0-9]{3,4}p)\s*[/@-]?\s*([0-9]{2,3})(?:\s*(?:hz|fps))?\b", re.IGNORECASE)
BETWEEN: Final = re.compile(r"[-–x×+/&:@]|at|to|by|in|with|and|from|without", re.IGNORECASE)
"""What joins the halves of one figure: no piece ends with it or begins with it."""
MOST_WORDS: Final = 200
"""Words of one piece that are looked at one by one."""
LONGEST_FIGURE: Final = 28
"""Words of one figure."""


@record
class Taken:
    """A line apart: its kind, the item's name, its figures as texts by their words."""

    kind: GearKind
    name: str
    figures: dict[str, str]
    odd: tuple[str, ...] = ()
    """What is no figure of the kind: it is kept in the note and told."""
    why: str = ""
    """What is said of the first of them."""


class OddError(SheetError):
    """A piece that is no figure of its kind, whatever it is."""


class _Found(NamedTuple):
    """A piece of a line: the figure it is of, None for words beside the figures; its text; whether its word was
    said; whether it only goes on with what was said before."""

    field: GearField | None
    text: str
    worded: bool = False
    adds: bool = False


def example_of(kind: GearKind) -> str:
    """A line that types an item of a kind: its first figures, as makers print them."""
    first = [field for field in kind.fields if field.first]
    figures = [one.example if _speaks(one) else f"{one.word} {one.example}" for one in first]
    return f"gear {kind.word} {EXAMPLE_NAME}: {', '.join(figures)}"


def _speaks(field: GearField) -> bool:
    """Whether an example is clearly its figure without its word, by more than numbers alone."""
    example = field.example
    return field.bare is not None and bool(field.bare.fullmatch(example)) and not re.fullmatch(r"[0-9.,\s–-]+", example)


def take_apart(text: str) -> Taken:
    """A line's kind, name and figures.

    Raises:
        SheetError: it names no kind, or a piece is of no figure, of two, or of one that is given already.
    """
    kind, role, rest = _kind_of(_plain(text))
    name, figures = _name_and_rest(kind, rest) if kind is not None else ("", "")
    if kind is None or not name or not figures:
        example = example_of(kind or next(iter(KINDS.values())))
        raise SheetError({"": f"say kind, name and figures: {example}; kinds are {', '.join(KINDS)}"})
    given, odd, why = _parted(kind, figures)
    if role and "role" not in given:
        given["role"] = role
    return Taken(kind, name, given, odd, why)


def _plain(text: str) -> str:
    """A line with one kind of quotes and dashes, and `65-inch` in two words."""
    text = re.sub(r"[“”„]|''|’’", '"', text).replace("~", "-").replace("−", "-").replace("‑", "-")
    return re.sub(r"(?<=[0-9])-(?=inch)", " ", text, flags=re.IGNORECASE)


def _kind_of(text: str) -> tuple[GearKind | None, str, str]:
    """The kind that a line begins with, the role of a device that is called by it, and what follows."""
    words = text.strip().split(" ")
    for count in (2, 1):
        called = " ".join(words[:count]).lower().strip()
        rest = " ".join(words[count:]).strip()
        if called in ROLES:
            return KINDS["device"], called, rest
        if (kind := KINDS.get(CALLED.get(called, called))) is not None:
            return kind, "", rest
    return None, "", ""


def _name_and_rest(kind: GearKind, text: str) -> tuple[str, str]:
    """The name up to its colon, which is no ratio's; else up to the first comma or figure."""
    comma = next(iter(re.findall("[,;]", text)), "")
    head, _, tail = text.partition(comma) if comma else (text, "", "")
    colon = re.search(r"(?<![0-9]):|:(?=\s|$)", text)
    if colon and not (comma and colon.start() > len(head) and _figure_from(kind, head.split()) is not None):
        return text[: colon.start()].strip(), text[colon.end() :].strip()
    words = head.split()
    at = _figure_from(kind, words)
    if at is None:
        return (head.strip(), tail.strip()) if comma else (text.strip(), "")
    return " ".join(words[:at]), ", ".join(filter(None, (" ".join(words[at:]), tail.strip())))


def _figure_from(kind: GearKind, words: Sequence[str]) -> int | None:
    """Where the name ends and figures begin; None where all of it is name."""
    row = _Row(kind, words, beside=True)
    return next((n for n in range(1, len(words)) if row.pieces(n) is not None), None)


def _parted(kind: GearKind, figures: str) -> tuple[dict[str, str], tuple[str, ...], str]:
    """The pieces of a line by the figure each is of, and those that are of none, with what is said of the first: where
    others are understood, a line does not fall for them.

    Raises:
        SheetError: a piece is of none, or two are of one.
    """
    figures, _, note = re.sub(r"(?:^|[,;])\s*note[\s:]+", "\0", figures, count=1, flags=re.IGNORECASE).partition("\0")
    out, beside, bare = dict[str, str](), list[str](), set[str]()
    waiting, odd, wrong = list[_Found](), list[str](), list[OddError]()
    for n, piece in enumerate(re.split(r";\s*|,\s+|,(?=[a-zA-Z])", figures.strip().rstrip(".,;"))):
        beside += ["its version says no rate: give it with the ports"] if NO_RATE.search(piece) else []
        try:
            pieces = _of_piece(kind, as_figures(piece, kind.printed), first=n == 0)
        except OddError as strange:
            odd, wrong, pieces = [*odd, piece.strip()], [*wrong, strange], []
        for found in pieces:
            field = found.field
            if field is None:
                beside.append(found.text)
            elif found.adds and field.word not in out:
                waiting.append(found)
            elif field.word in out and _same(field, out[field.word], found.text):
                continue
            elif field.word in out and (found.adds or field.joint):
                out[field.word] += (field.joint or " ") + found.text
            elif field.word in out:
                raise SheetError({field.word: f"it is given twice ({out[field.word]} and {found.text[:30]})"})
            else:
                out[field.word] = found.text
                bare |= set() if found.worded else {field.word}
    for found in waiting:
        assert found.field is not None
        if found.field.word not in out:
            raise SheetError({found.field.word: f"give it with {found.text[:20]}, as in {found.field.example}"})
        out[found.field.word] += f" {found.text}"
    unclear = kind.unclear(out, bare)
    if unclear:
        raise SheetError({"": unclear})
    if wrong and not out:
        raise wrong[0]  # nothing was understood
    said = ", ".join([*beside, *odd, *filter(None, (note.strip(),))])
    return out | ({"note": said} if said else {}), tuple(odd), wrong[0].text if wrong else ""


def _same(field: GearField, one: str, other: str) -> bool:
    """Whether two texts are the same figure: QHD and 2560 x 1440."""
    try:
        first, second = field.read(one).values, field.read(other).values
    except RefusedError:
        return False
    return first.keys() == second.keys() and all(_close(first[key], second[key]) for key in first)


def _close(one: object, other: object) -> bool:
    numbers = isinstance(one, (int, float)) and isinstance(other, (int, float))
    return one == other or (numbers and math.isclose(one, other, rel_tol=ROUNDED))  # type: ignore[arg-type]


ROUNDED: Final = 0.015
"""As far as printed figures of the same thing lie apart by rounding: 55 and 54.6 inches."""


def _of_piece(kind: GearKind, piece: str, first: bool) -> list[_Found]:
    """What a piece between commas says.

    Raises:
        SheetError: nothing that is known.
    """
    if not piece:
        return []
    if WITH_STAND.fullmatch(piece):
        return [_Found(None, piece)]
    leading = next((field for field in kind.fields if field.leads and field.leads.fullmatch(piece)), None)
    if first and leading is not None:
        return [_Found(leading, piece)]
    piece = by_letters(piece, kind.sides)
    found = _pieces(kind, piece.split())
    if found is None:  # 4k120 is pixels and a rate
        found = _pieces(kind, AT_A_RATE.sub(r"\1 \2 Hz", piece).split())
    if found is not None:
        return found
    field, word = max(
        ((one, word) for one in kind.fields for word in (one.word, *one.also) if _begins(piece, word)),
        key=lambda pair: len(pair[1]),
        default=(None, ""),
    )
    if field is not None:
        rest = piece[len(word) :].lstrip(" :=")
        other = _other_in(kind, field, rest)
        if other:
            raise SheetError(
                {field.word: f"put a comma before {other}, and say that as it is printed (got {rest[:40]})"}
            )
        return [_Found(field, rest, True)]
    like = next((one for one in kind.fields if one.bare and one.bare.fullmatch(piece)), None)
    if like is not None:
        return [_Found(like, piece)]
    for pattern, say in kind.hints:
        if pattern.fullmatch(piece):
            raise SheetError({"": say.format(piece[:40])})
    if re.fullmatch(r"[0-9.,]+", piece):
        raise SheetError({"": f"“{piece[:20]}” of what? Give it with its word or its unit: {example_of(kind)}"})
    listed, title = ", ".join(one.word for one in kind.fields), kind.title.replace("TV", "tv").lower()
    an = "an" if title[0] in "aeiou" else "a"
    raise OddError({"": f"“{piece[:40]}” is no figure of {an} {title}; say one of {listed}"})


def _begins(piece: str, word: str) -> bool:
    return re.match(rf"{re.escape(word)}(?![\w-])", piece, re.IGNORECASE) is not None


class _Row:
    """Words in a row, as figures one after the other."""

    def __init__(self, kind: GearKind, words: Sequence[str], *, beside: bool) -> None:
        """beside: whether there may be words that are no figures: a port's `usb` is one, until nothing else helps."""
        self._kind, self._words, self._dead = kind, words[: MOST_WORDS + 1], set[int]()
        self._readers = (_figure, _beside) if beside else (_figure,)

    def pieces(self, start: int = 0) -> list[_Found] | None:
        """The figures from a word on, each as short as it can be read; None where they are no such row."""
        words = self._words
        if start == len(words):
            return []
        if start in self._dead or len(words) > MOST_WORDS:
            return None
        for read in self._readers:
            for end in range(start + 1, min(start + LONGEST_FIGURE, len(words)) + 1):
                if end < len(words) and (BETWEEN.fullmatch(words[end - 1]) or BETWEEN.fullmatch(words[end])):
                    continue
                found = read(self._kind, " ".join(words[start:end]))
                if found is not None and (rest := self.pieces(end)) is not None:
                    return [found, *rest]
        self._dead.add(start)
        return None


def _pieces(kind: GearKind, words: Sequence[str]) -> list[_Found] | None:
    if not words:
        return None
    return _Row(kind, words, beside=False).pieces() or _Row(kind, words, beside=True).pieces()


def _figure(kind: GearKind, text: str) -> _Found | None:
    """The figure that a text is, where it can be read as one."""
    said = sorted(
        ((one, word) for one in kind.fields for word in (one.word, *one.also) if _begins(text, word)),
        key=lambda pair: -len(pair[1]),
    )
    for field, word in said:
        rest = text[len(word) :].lstrip(" :=")
        if _reads(field, rest) and not _other_in(kind, field, rest):
            return _Found(field, rest, True)
    for field in kind.fields:
        if field.bare and (match := field.bare.fullmatch(text)):
            inner = match[match.lastindex] if match.lastindex else text
            if _reads(field, inner) and not _other_in(kind, field, inner):
                return _Found(field, inner)
    for field in kind.fields:
        if field.adds and field.adds.fullmatch(text):
            return _Found(field, text, adds=True)
    return None


def _beside(kind: GearKind, text: str) -> _Found | None:
    """Words that sheets say beside the figures."""
    return _Found(None, text) if BESIDE.fullmatch(text) else None


def _other_in(kind: GearKind, field: GearField, text: str) -> str:
    """The word of another figure that is said within a figure's text, but for `at throw 1.2`; empty where none is."""
    words = "|".join(re.escape(one.word) for one in kind.fields if one is not field)
    found = re.search(rf"(?<=\S)(?<!\bat)(?<!\ba)(?<!\bwith)\s+({words})\s", f"{text} ", re.IGNORECASE)
    return found[1] if found else ""


def _reads(field: GearField, text: str) -> bool:
    if not text or len(text) > LONGEST:
        return False
    try:
        field.read(text)
    except RefusedError:
        return False
    return True
