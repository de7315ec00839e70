"""What a length plausibly is, so that a bare number is never taken in a sense nobody means (rules 1.1).

Every place that asks for a length declares its span. A bare number is read in the job's unit when that is what people
mean there; when another unit makes better sense of it, it asks, with the readings as choices; when none does, it is
refused with what is usual.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterator, Sequence
from typing import Final, Literal

from oval_room.core.errors import RefusedError
from oval_room.core.record import record
from oval_room.core.units import MM_IN, AmbiguousError, Ruler, Unit, is_bare, parse_length, readings_of, unit_written

_FILL: Final = re.compile(
    r"^(?:(?:is|are|was|measures|measured|found|seated|at|to|of|about|approx\.?|ca\.?|exactly|=|:|~|≈)\s*)+|"
    r"\s*(?:\b(?:wide|high|tall|deep|long|back|away|off|apart|up|even|exactly)\b|"
    r"\b(?:in\s+from|from|above|over|off)\s+(?:the\s+|my\s+)?(?:\w+\s+)?(?:wall|floor|screen|tv|corner|left|right)\b"
    r")\s*$",
    re.IGNORECASE,
)
"""Words round a length that say nothing of it: `1400 in from the left` is no inches unless the job is in them."""
_FROM: Final = r"\b(?:from|above|over|off)\s+(?:the\s+|my\s+)?(?:\w+\s+)?"
_CONTRARY: Final = {
    "up": re.compile(
        rf"\b(?P<word>wide|deep|long|back|away|apart)\s*$|{_FROM}(?P<of>wall|screen|tv|corner|left|right)\s*$", re.I
    ),
    "out": re.compile(
        rf"\b(?P<word>wide|high|tall|deep|up)\s*$|{_FROM}(?P<of>floor|left|right|back|rear)"
        r"(?:\s+(?:wall|end|corner|side))?\s*$",
        re.I,
    ),
    "side": re.compile(r"\b(?P<word>high|tall|up)\s*$|(?P<of>(?!))", re.I),
    "across": re.compile(
        rf"\b(?P<word>high|tall|up|back|away)\s*$|{_FROM}(?P<of>floor|right)(?:\s+(?:wall|end|corner|side))?\s*$", re.I
    ),
}
"""Words after a length that say another thing than which way it goes: they are no filling."""
FINE: Final = 20.0
"""Where a length is usually over this, nobody gives tenths of a millimetre [mm]."""
IN_FULL: Final = 500.0
"""A plausible bare number in a job in mm from here on is no slip for centimetres [mm]."""
_FAMILY: Final[dict[str, tuple[Unit, ...]]] = {
    "mm": ("mm", "cm", "m", "in", "ft"),
    "cm": ("cm", "mm", "m", "in", "ft"),
    "m": ("m", "cm", "mm", "ft", "in"),
    "in": ("in", "ft", "m", "cm", "mm"),
    "ft": ("ft", "in", "m", "cm", "mm"),
}
"""Units a bare number may be in, the job's first, then its own family's."""


class UnclearError(RefusedError):
    """A length that could mean two things. swaps: for each choice, what to write in place of what, in their order."""

    def __init__(self, text: str, swaps: Sequence[Sequence[tuple[str, str]]], *, value: object = None) -> None:
        super().__init__(text, value=value)
        self.swaps = tuple(tuple(choice) for choice in swaps)


@record
class Span:
    """What a length plausibly is.

    what: in words, with its article. least, most: nothing outside is meant [mm]. usual: what it nearly always is [mm];
    a bare number outside it asks, if another unit brings it there. signed: whether it may be under nought; the spans
    are of its size then. goes: which way it is measured, where words beside it may say another.
    """

    what: str
    least: float
    most: float
    usual: tuple[float, float]
    signed: bool = False
    goes: Literal["", "up", "out", "across", "side"] = ""

    def fit(self, mm: float) -> int:
        """How well a value fits: 2 usual, or nought; 1 plausible; 0 neither."""
        size = abs(mm) if self.signed else mm
        if self.usual[0] <= size <= self.usual[1] or (size == 0 and self.least <= 0):
            return 2
        return int(self.least <= size <= self.most)

    def almost(self, mm: float) -> bool:
        """Whether a value is so near to being plausible that it may have been meant."""
        return self.least / 2 <= (abs(mm) if self.signed else mm) <= 2 * self.most

    def told(self, ruler: Ruler) -> str:
        """What is usual, as a sentence ends with it: `a seat is usually 1 to 9 m …`."""
        return f"{self.what} is usually {rough(self.usual[0], ruler)} to {rough(self.usual[1], ruler)}"


def rough(mm: float, ruler: Ruler) -> str:
    """A length as one says it in passing: whole feet or inches, tenths of a metre, tens of millimetres."""
    if ruler.style in ("feet", "inches"):
        inches = mm / MM_IN["in"]
        if inches >= 36 and ruler.style == "feet":
            return f"{round(inches / 12)}'"
        return f'{round(inches)}"' if inches >= 1 else ruler.show(mm)
    return f"{round(mm / 100) / 10:g} m" if mm >= 1000 else f"{mm:.0f} mm"


@record
class _Part:
    """One length of a line: as written, without the words about it, and what it is."""

    text: str
    span: Span

    def within(self, unit: Unit) -> Iterator[tuple[int, float, str]]:
        """Its readings in a unit, with how well each fits and how it is written then."""
        for mm, written in readings_of(self.text, unit):
            measured = written.endswith(" mm") and mm % 1 and self.span.usual[0] >= FINE
            if (self.span.signed or mm >= 0) and not measured:  # nobody measures a seat in tenths of a millimetre
                yield self.span.fit(mm), mm, written


def read_lengths(ruler: Ruler, parts: Sequence[tuple[str, Span]]) -> list[float]:
    """The lengths of a line [mm], each against its span. Those without a unit are taken in one unit together: the
    last one's, where that is usual of all and the job's own is not (`5 x 4 m`); where both are it asks.

    Raises:
        UnclearError: a bare number makes better sense in another unit than the job's, or two readings do.
        RefusedError: it can't be read, has a sign that makes no sense, or is what no unit makes plausible.
    """
    for text, span in parts:
        _check_words(text, span)
    plain = [_Part(_plain(text), span) for text, span in parts]
    for part in plain:
        _check_sign(part)
    bare = [part for part in plain if is_bare(part.text)]
    said = unit_written(plain[-1].text) if bare and plain else None
    taken = _in_said(ruler, bare, said) if said not in (None, ruler.unit) else None
    taken = _taken(ruler, bare) if taken is None else taken
    values = iter(taken)
    return [next(values) if part in bare else _with_unit(ruler, part) for part in plain]


def _in_said(ruler: Ruler, bare: Sequence[_Part], said: Unit) -> list[float] | None:
    """Bare numbers before one with a unit, taken in that unit; None where that is not what people mean."""
    ways = [[mm for fit, mm, _ in part.within(said) if fit == 2] for part in bare]
    if any(len(way) != 1 for way in ways):
        return None
    own = [[mm for fit, mm, _ in part.within(ruler.unit) if fit == 2] for part in bare]
    if all(own) and own != ways:
        raise _asked(ruler, bare, [ruler.unit, said])
    return [way[0] for way in ways]


def _plain(text: str) -> str:
    before = ""
    while text != before:
        before, text = text, _FILL.sub("", text).strip()
    return text


def _check_words(text: str, span: Span) -> None:
    """Refuse a length whose words say that it is of something else: `soundbar 1000 wide` is no height."""
    other = _CONTRARY[span.goes].search(text) if span.goes else None
    if other is not None:
        word = other["word"] or f"from the {other['of']}"
        if word == "from the right" and span.goes == "across":
            raise RefusedError(f"{span.what} is told from the left end: say it from there", value=text)
        raise RefusedError(f"“{word}” is not said of {span.what}; leave it out, or say what it is of first", value=text)


def _check_sign(part: _Part) -> None:
    if part.text[:1] in ("+", "-", "−", "–") and not part.span.signed:
        raise RefusedError(f"{part.span.what} has no sign; type {part.text[1:].strip()}", value=part.text)


def _with_unit(ruler: Ruler, part: _Part) -> float:
    """A length with its unit written: taken as it is, unless its mark could group thousands or part a fraction."""
    try:
        mm = parse_length(part.text, ruler.unit, negative_ok=part.span.signed)
    except AmbiguousError as doubt:
        raise _asked(ruler, [part], _fits([part], doubt.unit) or [doubt.unit]) from doubt
    if part.span.fit(mm) == 0 and len(readings_of(part.text, ruler.unit)) > 1:
        raise _asked(ruler, [part], _fits([part], ruler.unit) or [ruler.unit])
    return mm


def _taken(ruler: Ruler, bare: Sequence[_Part]) -> list[float]:
    """Bare numbers in the job's unit, where they are meant so."""
    if not bare:
        return []
    units = _FAMILY[ruler.unit]
    scores = {unit: min(max((fit for fit, *_ in part.within(unit)), default=0) for part in bare) for unit in units}
    plain = [_parsed(ruler, part) for part in bare]
    own = min(0 if mm is None else part.span.fit(mm) for part, mm in zip(bare, plain, strict=True))
    in_full = ruler.unit == "mm" and own and all(mm is None or abs(mm) >= IN_FULL for mm in plain)
    best = max(own, *(scores[unit] for unit in units if not (in_full and unit == "cm")))
    if not best:
        for part in bare:
            parse_length(part.text, ruler.unit, negative_ok=part.span.signed)  # what can't be read says why
        raise _none_fits(ruler, bare)
    if own < best:
        near = own > 0 and all(mm is not None and part.span.almost(mm) for part, mm in zip(bare, plain, strict=True))
        raise _asked(ruler, bare, [u for u in units if scores[u] == best or (u == ruler.unit and near)])
    return [mm for mm in plain if mm is not None]


def _parsed(ruler: Ruler, part: _Part) -> float | None:
    """A bare number in the job's unit [mm]; None where it has two ways there, or none."""
    try:
        return parse_length(part.text, ruler.unit, negative_ok=part.span.signed)
    except RefusedError:
        return None


def _none_fits(ruler: Ruler, bare: Sequence[_Part]) -> RefusedError:
    """No one unit makes sense of them: the sentence is about the first that the job's own does not."""
    wrong = [part for part in bare if not part.span.fit(_parsed(ruler, part) or math.inf)]
    part = wrong[0] if wrong else bare[0]
    return RefusedError(f"{part.span.told(ruler)} (got {part.text})", value=part.text, limit=part.span.most)


def _fits(parts: Sequence[_Part], unit: Unit) -> list[Unit]:
    return [u for u in _FAMILY[unit] if all(any(fit for fit, *_ in part.within(u)) for part in parts)]


def _asked(ruler: Ruler, parts: Sequence[_Part], units: Sequence[Unit]) -> UnclearError:
    """The question, with a choice for each unit, and for each reading of a number that has two."""
    choices: dict[tuple[float, ...], list[tuple[str, str]]] = {}
    for unit in units:
        ways = [
            [(mm, part.text, written) for fit, mm, written in part.within(unit) if fit or part.span.almost(mm)]
            for part in parts
        ]
        for n in range(max(map(len, ways)) if all(ways) else 0):
            choice = [way[min(n, len(way) - 1)] for way in ways]
            choices.setdefault(tuple(round(mm, 3) for mm, *_ in choice), [(old, new) for _, old, new in choice])
    told = _capital(parts[0].span.told(ruler))
    if not choices:
        return UnclearError(f"{told} (got {parts[0].text})", [], value=parts[0].text)
    said = [" × ".join(new for _, new in choice) for choice in choices.values()]
    listed = ", ".join(said[:-1]) + (" or " if said[:-1] else "") + said[-1]
    return UnclearError(f"Is that {listed}? {told}", list(choices.values()), value=parts[0].text)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def near(what: str, mm: float) -> Span:
    """The span of a value that is to change: within twenty times of what it is now, usually within three [mm]."""
    size = max(math.fabs(mm), 30.0)
    return Span(what, 0.0, max(20 * size, 1000.0), (size / 3, 3 * size), signed=True)
