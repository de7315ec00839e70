"""A scene: shapes in millimetres on layers, with style names, made by pure functions and written by small backends.

Scenes have u to the right and v up; a writer flips v once. Labels, dimensions and marks have a place in millimetres and
a size in pixels, so that ink keeps its weight at any zoom.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from oval_room.core.record import record

LAYERS = (
    "map",
    "schools",
    "structure",
    "studs",
    "services",
    "room",
    "people",
    "picture",
    "sight",
    "beam",
    "fixings",
    "dimensions",
    "labels",
)


class P(NamedTuple):
    """A place in a scene [mm]."""

    u: float
    v: float


@record
class Path:
    """Straight lines through points; closed ones may be filled. ref: the id of what it draws."""

    points: tuple[P, ...]
    style: str
    layer: str
    closed: bool = False
    ref: str = ""


@record
class Ellipse:
    """An ellipse about a middle, half-axes in mm."""

    centre: P
    radii: tuple[float, float]
    style: str
    layer: str
    ref: str = ""


@record
class Mark:
    """A sign of constant size at a place: dot, cross, hole, eye."""

    at: P
    sign: Literal["dot", "cross", "hole", "tick"]
    style: str
    layer: str
    ref: str = ""


@record
class Label:
    """Lettering near a place. offsets: where it may stand [px, v up], first choice first; it is left out if none is
    free.

    within: the room it has [mm of the drawing]; where the text is longer, its last words stand for it. 0: as long as
    it likes.
    """

    at: P
    text: str
    style: str = "label"
    layer: str = "labels"
    anchor: Literal["start", "middle", "end"] = "middle"
    offsets: tuple[tuple[float, float], ...] = ((0.0, 0.0),)
    priority: int = 5
    turned: bool = False
    ref: str = ""
    within: float = 0.0


@record
class Dim:
    """A dimension string between two places along one axis, on a rail beside the drawing or inside it at a place.

    side: below, above, left, right of the drawing, or `inside` at `at` (the other coordinate). `moves` says which
    end moves when the length is typed. broken: the held end lies beyond the drawing, shown by a break. swap: the
    word that moves the held end in place of the other. say: the tape line's word that sets it.
    """

    a: float
    b: float
    axis: Literal["u", "v"]
    text: str
    side: Literal["below", "above", "left", "right", "inside"] = "below"
    at: float = 0.0
    style: str = "dim"
    priority: int = 5
    key: str = ""
    say: str = ""
    moves: Literal["a", "b"] = "b"
    layer: str = "dimensions"
    broken: bool = False
    swap: str = ""


Shape = Path | Ellipse | Mark | Label | Dim


@record
class Scene:
    """A drawing. window: what must be seen (u0, v0, u1, v1) [mm]. title is read aloud and set in the corner."""

    name: str
    title: str
    window: tuple[float, float, float, float]
    shapes: tuple[Shape, ...]
    description: str = ""
    to_scale: bool = True
    """Whether lengths in it are lengths of the room; else its print says that they are not."""


@dataclass(slots=True)
class Draft:
    """Collects the shapes of a scene."""

    shapes: list[Shape] = field(default_factory=list)

    def line(self, a: tuple[float, float], b: tuple[float, float], style: str, layer: str, ref: str = "") -> None:
        self.shapes.append(Path((P(*a), P(*b)), style, layer, ref=ref))

    def path(
        self, points: Sequence[tuple[float, float]], style: str, layer: str, *, closed: bool = False, ref: str = ""
    ) -> None:
        self.shapes.append(Path(tuple(P(*point) for point in points), style, layer, closed, ref))

    def box(self, u0: float, v0: float, u1: float, v1: float, style: str, layer: str, ref: str = "") -> None:
        self.path(((u0, v0), (u1, v0), (u1, v1), (u0, v1)), style, layer, closed=True, ref=ref)

    def ellipse(
        self, at: tuple[float, float], radii: tuple[float, float], style: str, layer: str, ref: str = ""
    ) -> None:
        self.shapes.append(Ellipse(P(*at), radii, style, layer, ref))

    def mark(
        self,
        at: tuple[float, float],
        sign: Literal["dot", "cross", "hole", "tick"],
        style: str,
        layer: str,
        ref: str = "",
    ) -> None:
        self.shapes.append(Mark(P(*at), sign, style, layer, ref))

    def add(self, *shapes: Shape) -> None:
        self.shapes.extend(shapes)
