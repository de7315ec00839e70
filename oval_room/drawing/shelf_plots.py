"""Plots of the shelf: throw ranges as bars over distance, one figure against another. Axes are in units of their own,
drawn on a field of one size."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

from oval_room.drawing.layout import TEXT, Margins
from oval_room.drawing.metrics import text_width
from oval_room.drawing.scene import Draft, Label, P, Scene
from oval_room.drawing.svg import write_svg

WIDE: Final = 1000.0
TALL: Final = 460.0
BAR: Final = 44.0
"""The field that is drawn on, and the room of one bar on it [mm]."""
MARGINS: Final = Margins(44, 20, 24, 36)
PAGE: Final = 500.0
"""How wide a plot is [px]."""
MOST_BARS: Final = 24


class Axis(NamedTuple):
    """An axis: what it is, from where to where, in steps of."""

    what: str
    lo: float
    hi: float
    step: float

    def at(self, value: float, size: float) -> float:
        return (value - self.lo) / (self.hi - self.lo) * size

    def ticks(self) -> list[float]:
        first = math.ceil(self.lo / self.step - 1e-9)
        return [n * self.step for n in range(first, math.floor(self.hi / self.step + 1e-9) + 1)]


class Bar(NamedTuple):
    """An item's range."""

    key: str
    name: str
    lo: float
    hi: float


class Dot(NamedTuple):
    """An item's two figures."""

    key: str
    name: str
    x: float
    y: float


def axis(what: str, values: Sequence[float], *, nought: bool = False) -> Axis:
    """An axis round some values, in steps of 1, 2 or 5 times a power of ten, with about five of them."""
    lo, hi = (0.0 if nought else min(values)), max(values)
    span = hi - lo if hi - lo > 1e-6 * max(abs(hi), 1.0) else max(abs(hi), 1.0)
    rough = 10 ** math.floor(math.log10(span / 5))
    step = next(rough * n for n in (1, 2, 5, 10) if span / (rough * n) <= 6)
    return Axis(what, math.floor(lo / step) * step, math.ceil(hi / step + 1e-9) * step or step, step)


def _number(value: float) -> str:
    return f"{value:,.0f}".replace(",", " ") if abs(value) >= 1000 else f"{value:g}"


def _across(draft: Draft, along: Axis, tall: float) -> None:
    for value in along.ticks():
        u = along.at(value, WIDE)
        draft.line((u, 0), (u, tall), "guide-faint", "structure")
        draft.add(Label(P(u, 0), _number(round(value, 6)), "small", "labels", "middle", ((0, -14),), 1))
    draft.line((0, 0), (WIDE, 0), "rail", "structure")
    draft.add(Label(P(WIDE, 0), along.what, "label", "labels", "end", ((0, -28),), 0))


def bars(name: str, title: str, what: str, items: Sequence[Bar]) -> str:
    """Ranges as bars over one axis, the least first; an empty text where there is nothing to draw."""
    shown = sorted(items, key=lambda one: (one.lo, one.hi, one.name))[:MOST_BARS]
    if not shown:
        return ""
    along, draft, tall = axis(what, [v for one in shown for v in one[2:]], nought=True), Draft(), BAR * len(shown)
    _across(draft, along, tall)
    for n, one in enumerate(shown):
        v = tall - BAR * (n + 0.5)
        u0, u1 = along.at(one.lo, WIDE), along.at(one.hi, WIDE)
        if one.hi > one.lo:
            draft.box(u0, v - BAR * 0.26, u1, v + BAR * 0.26, "strip-good", "picture", one.key)
            draft.box(u0, v - BAR * 0.26, u1, v + BAR * 0.26, "strip-edge", "picture", one.key)
        else:
            draft.mark((u0, v), "dot", "on-plot", "picture", one.key)
        room_right = WIDE - u1 > 260
        at, anchor, off = (u1, "start", 8) if room_right else (u0, "end", -8)
        draft.add(Label(P(at, v), one.name, "small", "labels", anchor, ((off, 0),), 2, ref=one.key))  # type: ignore[arg-type]
    told = "; ".join(f"{one.name} {one.lo:.2f} to {one.hi:.2f}" for one in shown)
    scene = Scene(name, title, (0, 0, WIDE, tall), tuple(draft.shapes), told)
    return write_svg(scene, PAGE, 60 + 19 * len(shown), margins=MARGINS, sparse=True)


def dots(name: str, title: str, across: str, up: str, items: Sequence[Dot]) -> str:
    """One figure against another; names where there is room for them."""
    if len(items) < 2:
        return ""
    x, y, draft = axis(across, [one.x for one in items]), axis(up, [one.y for one in items], nought=True), Draft()
    _across(draft, x, TALL)
    for value in y.ticks():
        v = y.at(value, TALL)
        draft.line((0, v), (WIDE, v), "guide-faint", "structure")
        draft.add(Label(P(0, v), _number(round(value, 6)), "small", "labels", "end", ((-6, 0),), 1))
    draft.line((0, 0), (0, TALL), "rail", "structure")
    draft.add(Label(P(0, TALL), up, "label", "labels", "start", ((6, 6),), 0))
    for one in items:
        at = (x.at(one.x, WIDE), y.at(one.y, TALL))
        draft.mark(at, "dot", "on-plot", "picture", one.key)
        spots = ((8, 0), (-text_width(one.name, TEXT["small"]) - 8, 0), (4, 11), (4, -11))
        draft.add(Label(P(*at), one.name, "small", "labels", "start", spots, 6, ref=one.key))
    told = "; ".join(f"{one.name} {_number(round(one.x, 1))}, {_number(round(one.y, 1))}" for one in items)
    scene = Scene(name, title, (0, 0, WIDE, TALL), tuple(draft.shapes), told)
    return write_svg(scene, PAGE, 300, margins=MARGINS, sparse=True)
