"""A value with where it came from and how far it may be off, and the log of readings (rules 1.3)."""

from __future__ import annotations

import re
import secrets
from collections.abc import Collection, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from itertools import count
from typing import Annotated, Any, ClassVar, Final, Literal, Self, TypeVar
from unicodedata import category

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, ValidationInfo

from oval_room.core import most
from oval_room.core.plan.instruments import HALF_WIDTH, Instrument

Source = Literal["default", "assumed", "chosen", "read", "maker", "as-built"]
UNSURE: tuple[Source, ...] = ("default", "assumed")


_CONTROLS: Final = re.compile("[\\x00-\\x1f\\x7f-\\x9f\\u2028\\u2029\\u202a-\\u202e\\u2066-\\u2069\\ufffe\\uffff]+")
"""Controls, line ends and marks that turn the way of writing: XML, CSV and PDF can't hold the first."""
_BLANK: Final = frozenset("\u115f\u1160\u2800\u3164\uffa0")
"""Letters and signs that nobody sees."""
_UNSEEN: Final = ("C", "M", "Z")
"""What is no sign of its own: controls and joiners, marks on another, blanks; by the first letter of its category."""

STORED: Final = {"stored": True}
"""The context in which a document that was kept by an earlier version is read: what has no name there is given one."""
NAMELESS: Final = "(no name)"


def plain(text: str) -> str:
    """A text on one line and without control characters, which nothing that is drawn or written out may hold."""
    return _CONTROLS.sub(" ", text).strip() if _CONTROLS.search(text) else text


def shown(text: str) -> bool:
    """Whether anybody would see something of a text."""
    return any(c not in _BLANK and category(c)[0] not in _UNSEEN for c in text)


def called(text: str) -> str:
    """What somebody calls something, cleaned: nothing where nobody would see it."""
    return plain(text).strip() if shown(text) else ""


def _named(text: object, info: ValidationInfo) -> object:
    if not isinstance(text, str):
        return text
    return plain(text) if shown(text) else NAMELESS if info.context == STORED else ""


# What comes in, from wherever: every number finite and within a span, every text bounded and of one line.


def unsigned_nought(value: float) -> float:
    """A number without the sign that a float's nought may have: −0.0 equals the default 0.0 and would be kept as it."""
    return value + 0.0


_Signed = AfterValidator(unsigned_nought)
Mm = Annotated[float, Field(ge=-100_000, le=100_000, allow_inf_nan=False), _Signed]
LengthMm = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]
HeightMm = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False), _Signed]
Degrees = Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False), _Signed]
Number = Annotated[float, Field(ge=-1_000_000, le=1_000_000, allow_inf_nan=False), _Signed]
"""Any value of a change: a length [mm], a light [lux], an angle. What it is for has its own span, checked where it
goes: this one is wider, so that a change too large to be made can still be said."""
FrameMm = Annotated[float, Field(ge=0, le=1000, allow_inf_nan=False), _Signed]
Budget = Annotated[float, Field(ge=0, le=100_000_000, allow_inf_nan=False)]
Count = Annotated[int, Field(ge=0, le=100_000)]
Pixels = tuple[Annotated[int, Field(ge=16, le=32_768)], Annotated[int, Field(ge=16, le=32_768)]]
Id = Annotated[str, Field(pattern=r"^[a-z]{1,2}[0-9]{1,9}$")]
ReadingId = Annotated[str, Field(pattern=r"^r[0-9]{1,6}$")]
Hash = Annotated[str, Field(pattern=r"^g[0-9a-f]{16}$")]
"""A gear edition, by the hash of what it says."""
Words = Annotated[str, Field(max_length=400), AfterValidator(plain)]
Name = Annotated[str, Field(min_length=1, max_length=80), BeforeValidator(_named)]
"""All that people name: a job, a scheme, a thing, a maker, a model, a person, a point of the history."""


Values = dict[str, Any]
"""Field values by name, on their way into a node that checks them."""

MOST_READINGS: Final = most.READINGS
MOST: Final = most.THINGS
"""Things of one kind in one job."""


_Part = TypeVar("_Part", bound="Frozen")


class Frozen(BaseModel):
    """A node of the document: can't be changed in place, knows every key it may have."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    leaf: ClassVar[bool] = False
    """Whether it changes as a whole, and two people who change it touch the same place."""

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """A copy with some fields replaced, unchecked: Pydantic's own, made quick for what has neither private nor
        further fields, for a drag or a search copies thousands."""
        if deep:
            return super().model_copy(update=update, deep=True)
        copied = object.__new__(type(self))
        fields, given = self.__dict__, self.__pydantic_fields_set__
        _put(copied, "__dict__", {**fields, **update} if update else fields.copy())
        _put(copied, "__pydantic_fields_set__", given.union(update) if update else given.copy())
        _put(copied, "__pydantic_extra__", None)
        _put(copied, "__pydantic_private__", None)
        return copied

    def only(self, *names: str) -> Self:
        """The node with some of its fields alone: asking it for another raises."""
        return self.parted(type(self), {name: self.__dict__[name] for name in names})

    def parted(self, kind: type[_Part], values: Mapping[str, object]) -> _Part:
        """A node of a kind that has some values and no others, made at once: a search makes thousands."""
        part = object.__new__(kind)
        _put(part, "__dict__", dict(values))
        _put(part, "__pydantic_fields_set__", set(values))
        _put(part, "__pydantic_extra__", None)
        _put(part, "__pydantic_private__", None)
        return part


_put = object.__setattr__


class Measure(Frozen):
    """A value [mm, lux …] with its half-width, source and the readings it rests on."""

    leaf = True
    value: Annotated[float, Field(ge=-200_000, le=200_000), _Signed]
    half_width: Annotated[float, Field(ge=0, le=200_000), _Signed] = 0.0
    source: Source = "default"
    readings: Annotated[tuple[ReadingId, ...], Field(max_length=2000)] = ()

    @property
    def unsure(self) -> bool:
        return self.source in UNSURE


class Reading(Frozen):
    """One entry of the reading log; never changed, only followed by another."""

    of: Words
    value: Number
    instrument: Instrument
    by: Words = ""
    at: Words = ""


class Typed(Frozen):
    """A value as it comes in with a command: what, how it is known, with what it was read."""

    value: Annotated[float, Field(ge=-200_000, le=200_000), _Signed]
    source: Source = "read"
    instrument: Instrument = "tape"
    again: bool = False
    """A repeat: it joins the readings there are instead of taking their place."""

    @property
    def half_width(self) -> float:
        return HALF_WIDTH[self.instrument] if self.source in ("read", "as-built") else 0.0


class Draft(dict[str, Reading]):
    """A log that many steps write to, each after the other, before it is kept: not copied for each."""


def chosen(value: float) -> Typed:
    """A decided value, for commands that a study proposes. Not checked here: applying the command refuses an absurd
    one."""
    return Typed.model_construct(value=value, source="chosen", instrument="tape")


def default(value: float) -> Measure:
    """A value nobody has given yet."""
    return Measure(value=value, source="default")


_fresh: ContextVar[bool] = ContextVar("fresh", default=False)
FRESH: Final = 10**5
"""Ids of what people add have so many digits, less one."""


@contextmanager
def fresh_ids(*, fresh: bool = True) -> Iterator[None]:
    """Within, new ids are random: two who add to one revision never take the same. fresh: False counts again, for what
    is worked out and must come out alike everywhere."""
    token = _fresh.set(fresh)
    try:
        yield
    finally:
        _fresh.reset(token)


def next_id(prefix: str, taken: Collection[str]) -> str:
    """A new id of a kind, made once by whoever adds: the first free one (s1, s2 …), or a random one where people add
    at the same time. It is no number that anybody sees: those are names."""
    while _fresh.get():
        key = f"{prefix}{FRESH + secrets.randbelow(9 * FRESH)}"
        if key not in taken:
            return key
    return prefix + str(next(n for n in range(1, len(taken) + 2) if f"{prefix}{n}" not in taken))


def next_name(word: str, taken: Collection[str], first: int = 2) -> str:
    """The first free name of a word with a number, from a number on: what people see in the place of an id."""
    return next(name for n in count(first) if (name := f"{word} {n}") not in taken)
