"""What a sum may be given, and how it is read: as JSON with unit suffixes, or as a person types it.

A length `width` comes in as width_mm, _cm, _m, _in or _ft (numbers) or width_text (what a person writes, a bare number
in `job_unit`). Typed entry (pages, command line) may use the bare key for lengths: `width=88.5"`.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import field
from typing import Any, Final, Literal, cast, get_args

from oval_room.core.aspect import parse_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.record import record
from oval_room.core.units import LONGEST_MM, MM_IN, Unit, parse_length

Sign = Literal["positive", "zero", "any"]
UNITS: Final = get_args(Unit)
SUFFIXES: Final = (*UNITS, "text")
MOST_ITEMS: Final = 64


@record
class Given:
    """One input of a sum.

    key: its name without suffix. about: what it is, in the trade's words. example: typed text that the page starts
    with.
    default: words for what holds when it is not given; None means it must be given.
    """

    key: str
    about: str
    example: str = ""
    default: str | None = None
    value: object = None

    @property
    def keys(self) -> tuple[str, ...]:
        """Keys this input may have in JSON, the usual one first."""
        return (self.key,)

    def read(self, raw: object, unit: Unit) -> object:
        """The value from JSON. Raises RefusedError with what to give instead."""
        raise NotImplementedError

    def typed(self, text: str) -> tuple[str, object]:
        """Key and JSON value from what a person typed."""
        raise NotImplementedError

    @property
    def kind(self) -> str:
        """What to give, in words, for the reference."""
        raise NotImplementedError


def _number(raw: object) -> float:
    if isinstance(raw, bool) or not isinstance(raw, (int, float)) or not math.isfinite(raw):
        raise RefusedError(f"give a number (got {_short(raw)})", value=raw)
    return float(raw)


def _short(raw: object) -> str:
    if isinstance(raw, float) and not math.isfinite(raw):
        return "one that is none"
    text = "null" if raw is None else str(raw)
    return text if len(text) <= 40 else text[:37] + "…"


def _plain_number(text: str) -> object:
    """A typed number; the text itself when it is none, so that reading it says so."""
    plain = text.strip().replace(",", ".").rstrip("°%")
    try:
        return float(plain) if not re.fullmatch(r"[+-]?[0-9]+", plain) else int(plain)
    except ValueError:
        return text.strip()


def split_list(text: str) -> list[str]:
    """Parts of a typed list: set apart by ; or, without any, by commas or the word to."""
    mark = ";" if ";" in text else r",|\bto\b|…"
    return [part.strip() for part in re.split(mark, text) if part.strip()]


def _items(raw: object, count: int | None, what: str) -> Sequence[object]:
    if not isinstance(raw, (list, tuple)) or (count is not None and len(raw) != count):
        wanted = f"{count} {what}" if count else f"a list of {what}"
        raise RefusedError(f"give {wanted} in brackets (got {_short(raw)})", value=raw)
    if len(raw) > MOST_ITEMS:
        raise RefusedError(f"give at most {MOST_ITEMS} {what} (got {len(raw)})", value=len(raw), limit=MOST_ITEMS)
    return raw


@record
class Length(Given):
    """A length, or `count` of them; count None with many set takes any number, `each` of so many lengths."""

    sign: Sign = "positive"
    count: int | None = None
    many: bool = False
    each: int | None = None

    @property
    def keys(self) -> tuple[str, ...]:
        return tuple(f"{self.key}_{suffix}" for suffix in SUFFIXES)

    @property
    def kind(self) -> str:
        if self.each:
            return f"list of {self.each} lengths each"
        if self.many:
            return "lengths"
        return f"{self.count} lengths" if self.count else "length"

    def read_as(self, raw: object, suffix: str, unit: Unit) -> object:
        """The value in mm of what came under a suffix."""
        if self.each:
            return tuple(
                tuple(self._one(one, suffix, unit) for one in _items(item, self.each, "lengths"))
                for item in _items(raw, None, "items")
            )
        if self.count or self.many:
            return tuple(self._one(item, suffix, unit) for item in _items(raw, self.count, "lengths"))
        return self._one(raw, suffix, unit)

    def _one(self, raw: object, suffix: str, unit: Unit) -> float:
        if suffix == "text":
            if not isinstance(raw, str):
                raise RefusedError(f"give the length as text in quotes (got {_short(raw)})", value=raw)
            mm = parse_length(raw, unit, negative_ok=self.sign == "any")
        else:
            mm = _number(raw) * MM_IN[suffix]
        if abs(mm) > LONGEST_MM:
            raise RefusedError(f"give a length up to 100 m (got {_short(raw)}); check the unit", value=raw)
        if self.sign == "positive" and mm <= 0:
            raise RefusedError(f"give a length over 0 (got {_short(raw)})", value=raw, limit=0)
        if self.sign == "zero" and mm < 0:
            raise RefusedError(f"give a length of 0 or more (got {_short(raw)})", value=raw, limit=0)
        return mm

    def typed(self, text: str) -> tuple[str, object]:
        if self.each:
            return f"{self.key}_text", [split_list(part) for part in text.split(";") if part.strip()]
        return f"{self.key}_text", (split_list(text) if self.count or self.many else text)


@record
class Number(Given):
    """A number within [lo, hi], or open below when `over`; whole for counts; `nullable` takes null for none."""

    lo: float = -math.inf
    hi: float = math.inf
    over: bool = False
    whole: bool = False
    nullable: bool = False

    @property
    def kind(self) -> str:
        return ("whole number" if self.whole else "number") + (" or null" if self.nullable else "")

    def read(self, raw: object, unit: Unit) -> object:
        if raw is None and self.nullable:
            return None
        number = _number(raw)
        if number < self.lo or number > self.hi or (self.over and number == self.lo) or (self.whole and number % 1):
            raise RefusedError(f"give {self._wanted()} (got {_short(raw)})", value=raw)
        return int(number) if self.whole else number

    def _wanted(self) -> str:
        what = "a whole number" if self.whole else "a number"
        low = "" if math.isinf(self.lo) else f" over {self.lo:g}" if self.over else f" from {self.lo:g}"
        high = "" if math.isinf(self.hi) else f" to {self.hi:g}" if low else f" up to {self.hi:g}"
        return what + low + high

    def typed(self, text: str) -> tuple[str, object]:
        if self.nullable and text.strip().lower() in ("none", "null", "infinite", "∞"):
            return self.key, None
        return self.key, _plain_number(text)


@record
class Pair(Given):
    """Two numbers, the first not over the second, within [lo, hi]."""

    lo: float = -math.inf
    hi: float = math.inf
    over: bool = False

    @property
    def kind(self) -> str:
        return "2 numbers"

    def read(self, raw: object, unit: Unit) -> tuple[float, float]:
        first, second = (_number(item) for item in _items(raw, 2, "numbers"))
        bad = (
            min(first, second) < self.lo
            or max(first, second) > self.hi
            or (self.over and min(first, second) == self.lo)
        )
        if bad or first > second:
            limits = f" over {self.lo:g} and up to {self.hi:g}" if self.over else ""
            raise RefusedError(f"give two numbers{limits}, the less first (got {_short(raw)})", value=raw)
        return first, second

    def typed(self, text: str) -> tuple[str, object]:
        plain = re.sub(r"(?<=[0-9])\s*[-–:]\s*(?=[0-9.])", ";", text)
        return self.key, [_plain_number(part) for part in split_list(plain)]


@record
class Aspect(Given):
    """Width over height: `16:9` or a number."""

    @property
    def kind(self) -> str:
        return "aspect"

    def read(self, raw: object, unit: Unit) -> float:
        return parse_aspect(raw if isinstance(raw, str) else f"{_number(raw):.12g}")

    def typed(self, text: str) -> tuple[str, object]:
        return self.key, text.strip()


@record
class Word(Given):
    """One of a few words; with `or_number` a number within [lo, hi) may stand for them."""

    words: tuple[str, ...] = ()
    or_number: tuple[float, float] | None = None

    @property
    def kind(self) -> str:
        return " / ".join(self.words) + (" or a number" if self.or_number else "")

    def read(self, raw: object, unit: Unit) -> object:
        if self.or_number and not isinstance(raw, str):
            number = _number(raw)
            if self.or_number[0] <= number < self.or_number[1]:
                return number
        elif isinstance(raw, str) and raw in self.words:
            return raw
        extra = f" or a number from {self.or_number[0]:g} to below {self.or_number[1]:g}" if self.or_number else ""
        raise RefusedError(f"give one of {', '.join(self.words)}{extra} (got {_short(raw)})", value=raw)

    def typed(self, text: str) -> tuple[str, object]:
        plain = text.strip()
        return self.key, (_plain_number(plain) if self.or_number and plain.lower() not in self.words else plain.lower())


@record
class Flag(Given):
    """Yes or no."""

    @property
    def kind(self) -> str:
        return "true / false"

    def read(self, raw: object, unit: Unit) -> bool:
        if not isinstance(raw, bool):
            raise RefusedError(f"give true or false (got {_short(raw)})", value=raw)
        return raw

    def typed(self, text: str) -> tuple[str, object]:
        plain = text.strip().lower()
        return self.key, {"yes": True, "true": True, "on": True, "no": False, "false": False, "off": False}.get(
            plain, plain
        )


@record
class Text(Given):
    """What a person wrote, taken as it is."""

    @property
    def kind(self) -> str:
        return "text"

    def read(self, raw: object, unit: Unit) -> str:
        if not isinstance(raw, str):
            raise RefusedError(f"give text in quotes (got {_short(raw)})", value=raw)
        return raw

    def typed(self, text: str) -> tuple[str, object]:
        return self.key, text


@record
class Custom(Given):
    """An input of its own shape: a reader from JSON and one from typed text."""

    shape: str = ""
    reader: Callable[[object, Unit], object] = field(default=lambda raw, unit: raw)
    from_text: Callable[[str], object] = field(default=lambda text: text)

    @property
    def kind(self) -> str:
        return self.shape

    def read(self, raw: object, unit: Unit) -> object:
        return self.reader(raw, unit)

    def typed(self, text: str) -> tuple[str, object]:
        return self.key, self.from_text(text)


def items_of(raw: object, what: str) -> Sequence[Any]:
    """A JSON list with at least one item, for custom readers."""
    items = _items(raw, None, what)
    if not items:
        raise RefusedError(f"give at least one of {what}", value=raw)
    return items


def read_lengths(
    raw: Mapping[str, object], lengths: Sequence[Length], unit: Unit, where: str
) -> dict[str, float | None]:
    """Lengths inside an item of a list (`bounds[0].lo_mm`)."""
    out: dict[str, float | None] = {}
    for given in lengths:
        found = [(key, suffix) for key, suffix in zip(given.keys, SUFFIXES, strict=True) if key in raw]
        if len(found) > 1:
            raise RefusedError("give this length once, in one unit", field=f"{where}.{given.key}")
        try:
            read = given.read_as(raw[found[0][0]], found[0][1], unit) if found else None
            out[given.key] = cast("float | None", read)
        except RefusedError as refused:
            raise refused.at(f"{where}.{found[0][0]}") from None
    return out
