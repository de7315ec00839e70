"""Where things of constant size go on a drawing: the frame, dimension rails, labels that don't collide."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Final, Literal, NamedTuple

from oval_room.core.record import record
from oval_room.drawing.metrics import text_width
from oval_room.drawing.scene import Dim, Ellipse, Label, Mark, P, Path, Scene, Shape

Place = Literal["in", "at its break", "past"]
BREAK: Final = 18.0
"""What a break takes of a string at its held end [px]."""
TEXT: Final[dict[str, float]] = {
    "label": 12.5,
    "dim": 12.5,
    "small": 11.0,
    "title": 12.5,
    "strong": 13.5,
    "on-wall": 12.5,
}
RAIL: Final = 18.0
FIRST_RAIL: Final = 14.0
PAD: Final = 3.0
HEAVY: Final = 1.04
"""Heavy lettering is so much wider."""
DOT: Final = 3.0
"""Half the room of a dot on a plot that lettering keeps clear of [px]."""
EDGE: Final = 1.0
"""Half the thickness of an edge that names keep off [px]."""
BESIDE: Final = (0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6)
"""Rails beside its own place on which a string inside the drawing may stand clear of people."""


class Box(NamedTuple):
    """A rectangle on the page [px], y down."""

    x0: float
    y0: float
    x1: float
    y1: float

    def meets(self, other: Box) -> bool:
        return self.x0 < other.x1 and other.x0 < self.x1 and self.y0 < other.y1 and other.y0 < self.y1


class Margins(NamedTuple):
    left: float
    top: float
    right: float
    bottom: float


@record
class Frame:
    """From scene millimetres to page pixels: one scale, v flipped here and nowhere else."""

    scale: float
    left: float
    top: float
    u0: float
    v1: float

    def x(self, u: float) -> float:
        return self.left + (u - self.u0) * self.scale

    def y(self, v: float) -> float:
        return self.top + (self.v1 - v) * self.scale

    def at(self, p: P) -> tuple[float, float]:
        return self.x(p.u), self.y(p.v)


def fit(scene: Scene, width: float, height: float, margins: Margins) -> Frame:
    """The frame that shows a scene's window as large as the page allows, in its middle."""
    u0, v0, u1, v1 = scene.window
    room_w, room_h = width - margins.left - margins.right, height - margins.top - margins.bottom
    scale = max(min(room_w / (u1 - u0), room_h / (v1 - v0)), 1e-6)
    left = margins.left + (room_w - (u1 - u0) * scale) / 2
    top = margins.top + (room_h - (v1 - v0) * scale) / 2
    return Frame(scale, left, top, u0, v1)


@record
class PlacedDim:
    """A dimension on its rail [px]: ends, text's middle, whether upright, and whether its text stands outside."""

    dim: Dim
    a: tuple[float, float]
    b: tuple[float, float]
    text_at: tuple[float, float]
    upright: bool
    gap: float


@record
class PlacedLabel:
    label: Label
    x: float
    y: float


@dataclass(slots=True)
class Page:
    """Hands out room for lettering on one drawing."""

    frame: Frame
    width: float
    height: float
    edges: Box
    taken: list[Box] = field(default_factory=list)
    marks: list[Box] = field(default_factory=list)
    """What a label rather stands clear of: heads, edges of things."""
    people: list[Box] = field(default_factory=list)
    """What a string inside the drawing rather stands beside."""
    sparse: bool = False
    """A small drawing: a name stands clear or not at all."""

    def free(self, box: Box) -> bool:
        inside = box.x0 >= 0 and box.y0 >= 0 and box.x1 <= self.width and box.y1 <= self.height
        return inside and not any(box.meets(other) for other in self.taken)

    def dims(self, dims: Iterable[Dim]) -> list[PlacedDim]:
        """Dimensions on the lowest rail of their side where they meet no other, by priority; the rest are left out.
        Where a text has no room, what follows its first comma goes before its number does; then it stands past the
        other end."""
        placed = []
        for dim in sorted(dims, key=lambda d: (d.priority, abs(d.b - d.a))):
            texts = dict.fromkeys((dim.text, dim.text.split(", ")[0]))
            rails = range(1 if dim.side == "inside" else 7)
            places: tuple[Place, ...] = ("in", "at its break", "past") if dim.broken else ("in", "past")
            ways = [(text, rail, place) for place in places for text in texts for rail in rails]
            if dim.side == "inside" and self.people:
                beside: list[tuple[str, int, Place]] = [(dim.text, rail, "in") for rail in BESIDE]
                ways = [way for way in beside if not self._through(dim, way[1])] + ways
            tries = (self._dim(replace(dim, text=text), rail, place) for text, rail, place in ways)
            found = next((one for one in tries if one is not None), None)
            if found is not None:
                placed.append(found)
        return placed

    def _dim(self, dim: Dim, rail: int, place: Place) -> PlacedDim | None:
        """A dimension on a rail, where that is free: its text in it, or past its end; in it as near to its break as it
        must; past its other end."""
        size, text = TEXT["dim"], text_width(dim.text, TEXT["dim"])
        upright = dim.axis == "v"
        ends = sorted(
            (self.frame.y(dim.a), self.frame.y(dim.b)) if upright else (self.frame.x(dim.a), self.frame.x(dim.b))
        )
        across = self._across(dim, rail)
        length = ends[1] - ends[0]
        spare = length - text - 14
        clear = BREAK if dim.broken else 0.0
        fits = spare >= (0.0 if place == "at its break" else clear)
        middle = (ends[0] + ends[1]) / 2
        if dim.broken:  # the held end has its break: the text stands in what is left
            held = self.frame.y(dim.a) if upright else self.frame.x(dim.a)
            middle += math.copysign(min(clear, max(spare, 0.0)) / 2, middle - held)
        if not fits:
            before = upright != (place == "past")
            middle = ends[0] - text / 2 - 8 if before else ends[1] + text / 2 + 8
        lo, hi = middle - text / 2 - PAD, middle + text / 2 + PAD
        half = size / 2 + 1
        word = Box(across - half, lo, across + half, hi) if upright else Box(lo, across - half, hi, across + half)
        line = (
            Box(across - 3, ends[0], across + 3, ends[1]) if upright else Box(ends[0], across - 3, ends[1], across + 3)
        )
        if not self.free(word) or not self.free(line):
            return None
        self.taken += [word, line]
        a, b = (self.frame.y(dim.a), self.frame.y(dim.b)) if upright else (self.frame.x(dim.a), self.frame.x(dim.b))
        text_at = (across, middle) if upright else (middle, across)
        first, second = ((across, a), (across, b)) if upright else ((a, across), (b, across))
        return PlacedDim(dim, first, second, text_at, upright, text + 8 if fits else 0.0)

    def _through(self, dim: Dim, rail: int) -> bool:
        """Whether a string inside the drawing runs through somebody there."""
        across = self._across(dim, rail)
        upright = dim.axis == "v"
        far = self.frame.y if upright else self.frame.x
        lo, hi = sorted((far(dim.a), far(dim.b)))
        line = Box(across - 7, lo, across + 7, hi) if upright else Box(lo, across - 7, hi, across + 7)
        return any(line.meets(one) for one in self.people)

    def _across(self, dim: Dim, rail: int) -> float:
        away = FIRST_RAIL + rail * RAIL
        if dim.side == "inside":
            return (self.frame.x(dim.at) if dim.axis == "v" else self.frame.y(dim.at)) + rail * RAIL
        return {
            "below": self.edges.y1 + away,
            "above": self.edges.y0 - away,
            "left": self.edges.x0 - away,
            "right": self.edges.x1 + away,
        }[dim.side]

    def labels(self, labels: Iterable[Label]) -> list[PlacedLabel]:
        """Labels at the first of their places that is free, by priority; the rest are left out."""
        placed = []
        for label in sorted(labels, key=lambda item: item.priority):
            size = TEXT.get(label.style, TEXT["label"])
            if label.within:
                label = replace(label, text=shortened(label.text, label.within * self.frame.scale, size))
            width = text_width(label.text, size) * (HEAVY if label.style in ("strong", "on-wall") else 1.0)
            x, y = self.frame.at(label.at)
            places = [(dx, dy, _label_box(x + dx, y - dy, width, size, label)) for dx, dy in label.offsets]
            free = [place for place in places if self.free(place[2])]
            clear = [place for place in free if not any(place[2].meets(mark) for mark in self.marks)]
            for dx, dy, box in (clear or ([] if self.sparse and label.priority > 2 else free))[:1]:
                if label.text:
                    self.taken.append(box)
                    placed.append(PlacedLabel(label, x + dx, y - dy))
        return placed

    def keep_clear(self, shapes: Iterable[Shape]) -> None:
        """Note what lettering should not cover where it has another place: heads, edges of things; and people, whom
        strings stand beside."""
        for shape in shapes:
            if isinstance(shape, Ellipse) and shape.style.startswith("head"):
                x, y = self.frame.at(shape.centre)
                rx, ry = (r * self.frame.scale for r in shape.radii)
                self.marks.append(Box(x - rx, y - ry, x + rx, y + ry))
                self.people.append(self.marks[-1])
            elif isinstance(shape, Mark) and shape.style == "on-plot":
                x, y = self.frame.at(shape.at)
                self.marks.append(Box(x - DOT, y - DOT, x + DOT, y + DOT))
            elif isinstance(shape, Path) and shape.layer == "people":
                self.people.append(_round([self.frame.at(p) for p in shape.points], 0.0))
            elif isinstance(shape, Path) and shape.style.startswith("thing-"):
                places = [self.frame.at(p) for p in shape.points]
                ends = zip(places, (*places[1:], *places[:1]), strict=True)
                self.marks += [_round(list(pair), EDGE) for pair in ends]


def _round(places: list[tuple[float, float]], by: float) -> Box:
    """The box round some places on the page, and a little more."""
    xs, ys = zip(*places, strict=True)
    return Box(min(xs) - by, min(ys) - by, max(xs) + by, max(ys) + by)


def shortened(text: str, room: float, size: float) -> str:
    """A text's last words, after an ellipsis, that fit a width [px]; nothing when not even the last does."""
    if text_width(text, size) <= room:
        return text
    words = text.split()
    tails = (f"… {' '.join(words[n:])}" for n in range(1, len(words)))
    return next((tail for tail in tails if text_width(tail, size) <= room), "")


def _label_box(x: float, y: float, width: float, size: float, label: Label) -> Box:
    if label.turned:
        return Box(x - size / 2 - 1, y - width / 2 - PAD, x + size / 2 + 1, y + width / 2 + PAD)
    left = {"start": x, "middle": x - width / 2, "end": x - width}[label.anchor]
    return Box(left - PAD, y - size / 2 - 1, left + width + PAD, y + size / 2 + 1)
