"""Figures: the numbers of a plan, each with its unit, rule and working.

A `FigureKind` says once what a family of figures is; a `Figure` is one of them for a subject. The working is the kind's
formula with the figure's inputs put in for the symbols.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import field
from typing import Final, Literal

from oval_room.core.record import record
from oval_room.core.subject import SUBJECT_KINDS
from oval_room.core.units import Ruler, Side


class OwnUnit(str):
    """A unit that one trade alone counts in: its name, what stands after a number, how many places; finer: one place
    more under ten. It is declared in the trade's `units.py`."""

    __slots__ = ("finer", "places", "words")

    words: str
    places: int
    finer: bool

    def __new__(cls, name: str, words: str, places: int = 0, *, finer: bool = False) -> OwnUnit:
        unit = super().__new__(cls, name)
        unit.words, unit.places, unit.finer = words, places, finer
        return unit


SharedUnit = Literal[
    "mm",
    "deg",
    "ratio",
    "to_one",
    "heights",
    "widths",
    "lm",
    "lux",
    "pct",
    "lines",
    "kg",
    "ms",
    "hz",
    "c",
    "db",
    "hours",
    "n",
    "years",
    "watts",
    "s",
    "m",
    "money",
    "volts",
    "btu",
    "count",
]
FigureUnit = SharedUnit | OwnUnit
"""What a figure is counted in: what every trade does, or what its own does."""


@record
class FigureKind:
    """A family of figures.

    name: its own. pattern: of its keys. formula: with the symbols of the rule. stage: which settles on it. side: of a
    limit.
    short, rank: what the delta line calls it and how soon it tells of it; without a rank, never. worst: which of the
    seats' figures
    is the worst one: the least, the greatest, or the one farthest from nought.
    """

    name: str
    pattern: str
    unit: FigureUnit
    label: str
    rule: str
    formula: str
    stage: str
    side: Side = "nearest"
    short: str = ""
    rank: int = 0
    worst: Literal["least", "greatest", "farthest"] = "farthest"

    def key(self, **ids: str | int | None) -> str:
        return self.pattern.format(**ids)

    @property
    def by_seat(self) -> bool:
        return "{seat}" in self.pattern

    @property
    def is_hole(self) -> bool:
        """Whether it says where along a wall a hole goes: nobody is told that of what a stop is about (rules 7.21)."""
        return ".holes.x." in self.pattern or ".holes.edge." in self.pattern

    def owns(self, key: str) -> bool:
        """Whether a figure's key is of this kind, also where the figure itself is gone."""
        return re.fullmatch(re.sub(r"\\\{\w+\\\}", "[^.]+", re.escape(self.pattern)), key) is not None

    def worst_of(self, figures: Sequence[Figure]) -> Figure | None:
        """The worst of several figures that have a value."""
        by: dict[str, Callable[[float], float]] = {
            "least": lambda value: -value,
            "greatest": lambda value: value,
            "farthest": abs,
        }
        return max(figures, key=lambda figure: by[self.worst](figure.value or 0.0), default=None)


@record
class Input:
    """A number put into a formula: its symbol there, what it is, value, unit and where it came from."""

    symbol: str
    label: str
    value: float
    unit: FigureUnit
    source: str = "worked out"


@record
class Figure:
    """One number for one subject. value None: there is none (the eye is behind the picture, contrast beyond
    measure)."""

    key: str
    kind: FigureKind
    value: float | None
    inputs: tuple[Input, ...] = ()
    subject: str = ""
    about: Mapping[str, str] = field(default_factory=dict)
    """Ids of what it is of, by kind: picture, seat, scene, projector ..."""

    def is_about(self, ids: Collection[str], kinds: Collection[str] = SUBJECT_KINDS) -> bool:
        """Whether all that it is of, of what one chooses among to look at, is among some ids: it is theirs, or the
        room's, or of something that is always looked at."""
        return all(one in ids for kind, one in self.about.items() if kind in kinds)

    @property
    def unsure(self) -> bool:
        """Whether it rests on something nobody has given."""
        return any(item.source in ("default", "assumed") for item in self.inputs)


_UNIT_WORDS: Final[dict[str, tuple[str, int]]] = {
    "deg": ("°", 1),
    "ratio": ("", 2),
    "to_one": (":1", 0),
    "heights": (" h", 2),
    "widths": (" w", 2),
    "lm": (" lm", 0),
    "lux": (" lux", 1),
    "pct": (" %", 0),
    "lines": ("", 0),
    "kg": (" kg", 1),
    "ms": (" ms", 0),
    "hz": (" Hz", 0),
    "c": (" °C", 0),
    "db": (" dB", 0),
    "hours": (" h", 0),
    "n": (" N", 0),
    "years": (" years", 0),
    "watts": (" W", 0),
    "s": (" s", 0),
    "m": (" m", 1),
    "money": ("", 0),
    "volts": (" V", 2),
    "btu": (" BTU/h", 0),
    "count": ("", 0),
}


_FINER_WHEN_SMALL: Final = ("lux",)


def show_value(value: float | None, unit: str, *, ruler: Ruler, side: Side = "nearest") -> str:
    """A value as it is read: a length on the job's ruler, anything else to what can be measured."""
    if value is None:
        return "–"
    if unit == "mm":
        return ruler.show(value, side)
    if isinstance(unit, OwnUnit):
        words, places, finer = unit.words, unit.places, unit.finer
    else:
        (words, places), finer = _UNIT_WORDS[unit], unit in _FINER_WHEN_SMALL
    if math.isinf(value):
        return "∞"
    if finer and abs(value) < 10:
        places += 1
    shown = f"{value:.{places}f}"
    return (shown.lstrip("-") if float(shown) == 0 else shown.replace("-", "−")) + words


def show_figure(figure: Figure, ruler: Ruler) -> str:
    return show_value(figure.value, figure.kind.unit, ruler=ruler, side=figure.kind.side)


def put_in(figure: Figure, ruler: Ruler) -> str:
    """The formula with the numbers in the place of its symbols."""
    text = figure.kind.formula
    shown = {item.symbol: _bracketed(show_value(item.value, item.unit, ruler=ruler)) for item in figure.inputs}
    if not shown:
        return text
    symbols = "|".join(re.escape(symbol) for symbol in sorted(shown, key=len, reverse=True))
    return re.sub(rf"(?<![A-Za-z_₀-₉])({symbols})(?![A-Za-z_₀-₉(])", lambda found: shown[found.group()], text)


def _bracketed(text: str) -> str:
    """A negative value in brackets, so that it can stand after a sign."""
    return f"(−{text[1:]})" if text[:1] in "-−" else text


def kinds(*listed: FigureKind) -> dict[str, FigureKind]:
    """A trade's kinds by name."""
    return {kind.name: kind for kind in listed}


_unwanted: ContextVar[bool] = ContextVar("unwanted", default=False)
_bare: ContextVar[bool] = ContextVar("bare", default=False)


@contextmanager
def only_findings(*, bare: bool = False) -> Iterator[None]:
    """Studies run within write no figures. bare: of a finding only what it judges by is asked, for hundreds of things:
    its level, value, limit, room to spare, and cures that move what was put there as it is."""
    tokens = _unwanted.set(True), _bare.set(bare)
    try:
        yield
    finally:
        _unwanted.reset(tokens[0])
        _bare.reset(tokens[1])


def findings_are_bare() -> bool:
    """Whether of findings only what they judge by is asked."""
    return _bare.get()


class FigureBook:
    """Collects the figures of one study by kind and subject. unwanted: whether nobody reads them."""

    def __init__(self, known: Mapping[str, FigureKind]) -> None:
        self.figures: dict[str, Figure] = {}
        self.unwanted = _unwanted.get()
        self._kinds = known

    def add(self, kind: str, value: float | None, *inputs: Input, subject: str = "", **ids: str | int) -> None:
        if self.unwanted:
            return
        known = self._kinds[kind]
        about = {name: one for name, one in ids.items() if isinstance(one, str)}
        key = known.key(**ids)
        self.figures[key] = Figure(key, known, value, inputs, subject, about)
