"""A sum's sketch: what its letters are, on a drawing of no particular size."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

from oval_room.drawing.layout import Margins
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.svg import write_svg

SIZE: Final = (360, 220)
ROUND: Final = Margins(34, 30, 34, 34)


def _label(draft: Draft, at: tuple[float, float], text: str, dx: float = 0.0, dy: float = 0.0) -> None:
    draft.add(Label(P(*at), text, "label", "labels", offsets=((dx, dy), (dx, dy + 14), (dx, dy - 14)), priority=1))


def _string(draft: Draft, a: float, b: float, axis: str, text: str, side: str, at: float = 0.0) -> None:
    draft.add(Dim(a, b, "u" if axis == "u" else "v", text, side, at))  # type: ignore[arg-type]


def _head(draft: Draft, u: float, v: float) -> None:
    draft.ellipse((u, v), (90, 120), "head", "people")


def from_above() -> Scene:
    """A picture and an eye from above: its width, the distance, the angle."""
    draft = Draft()
    draft.line((0, 0), (0, 2400), "outline", "structure")
    draft.line((60, 500), (60, 1900), "picture-edge", "picture")
    for v in (500, 1900):
        draft.line((2600, 1200), (60, v), "sight", "sight")
    _head(draft, 2600, 1200)
    _string(draft, 500, 1900, "v", "w, width", "left")
    _string(draft, 60, 2600, "u", "d, distance", "below")
    _label(draft, (1900, 1200), "A, angle")
    return Scene("sum", "from above", (0, 0, 2800, 2400), tuple(draft.shapes))


def _face(draft: Draft, wide: float = 1778.0, high: float = 1000.0) -> None:
    draft.box(0, 0, wide, high, "picture", "picture")


def picture_face() -> Scene:
    """A picture from the front: width, height, diagonal."""
    draft = Draft()
    _face(draft)
    draft.line((0, 0), (1778, 1000), "guide", "sight")
    _string(draft, 0, 1778, "u", "w, width", "below")
    _string(draft, 0, 1000, "v", "h, height", "left")
    _label(draft, (889, 500), "D, diagonal", 0, 10)
    return Scene("sum", "a picture from the front", (0, 0, 1778, 1000), tuple(draft.shapes))


def cut_up() -> Scene:
    """A picture shared into parts."""
    draft = Draft()
    _face(draft)
    for u in (593, 1185):
        draft.line((u, 0), (u, 1000), "split", "picture")
    draft.line((0, 500), (1778, 500), "split", "picture")
    _string(draft, 0, 593, "u", "w ÷ columns", "below")
    _string(draft, 0, 500, "v", "h ÷ rows", "left")
    return Scene("sum", "a picture in parts", (0, 0, 1778, 1000), tuple(draft.shapes))


def from_the_side() -> Scene:
    """A picture on its wall and an eye: heights and the look up."""
    draft = Draft()
    draft.line((0, 0), (0, 2300), "outline", "structure")
    draft.line((0, 0), (3000, 0), "outline", "structure")
    draft.line((50, 900), (50, 1900), "picture-edge", "picture")
    _head(draft, 2700, 1080)
    draft.line((2700, 1080), (50, 1400), "sight", "sight")
    draft.line((50, 1080), (2700, 1080), "guide", "sight")
    _string(draft, 0, 1400, "v", "centre up", "left")
    _string(draft, 0, 1080, "v", "eye up", "right")
    _string(draft, 50, 2700, "u", "d, distance", "below")
    _string(draft, 900, 1900, "v", "h", "inside", 330)
    return Scene("sum", "from the side", (0, 0, 2900, 2300), tuple(draft.shapes))


def over_a_row() -> Scene:
    """A back eye's line over a front head to the picture's bottom edge."""
    draft = Draft()
    draft.line((0, 0), (0, 2300), "outline", "structure")
    draft.line((0, 0), (4200, 0), "outline", "structure")
    draft.line((50, 800), (50, 1800), "picture-edge", "picture")
    _head(draft, 2300, 900)
    _head(draft, 3800, 1300)
    draft.line((3800, 1300), (50, 800), "sight-over", "sight")
    _label(draft, (50, 800), "bottom edge", 40, -8)
    _label(draft, (2300, 1090), "C, over the eye", 0, 16)
    _string(draft, 0, 900, "v", "front eye", "inside", 2300)
    _string(draft, 0, 1300, "v", "back eye", "right")
    _string(draft, 50, 2300, "u", "front eye out", "below")
    _string(draft, 50, 3800, "u", "back eye out", "below")
    return Scene("sum", "over the row in front", (0, 0, 4100, 2300), tuple(draft.shapes))


def thrown() -> Scene:
    """A lens before its screen: throw and width."""
    draft = Draft()
    draft.line((0, 200), (0, 2200), "outline", "structure")
    draft.line((60, 500), (60, 1900), "picture-edge", "picture")
    draft.path(((60, 500), (2600, 1200), (60, 1900)), "beam", "beam", closed=True)
    draft.box(2600, 1050, 3050, 1350, "projector", "beam")
    draft.mark((2600, 1200), "dot", "lens", "beam")
    _string(draft, 500, 1900, "v", "w, width", "left")
    _string(draft, 60, 2600, "u", "d, throw: lens to screen", "below")
    return Scene("sum", "a throw from above", (0, 200, 3100, 2200), tuple(draft.shapes))


def shifted() -> Scene:
    """A lens against its picture: how far up and aside."""
    draft = Draft()
    _face(draft)
    draft.mark((889, 500), "cross", "vesa", "fixings")
    draft.mark((1150, 1180), "dot", "lens", "beam")
    draft.line((889, 500), (1150, 1180), "guide", "sight")
    _label(draft, (1150, 1180), "lens", 14, 12)
    _string(draft, 500, 1180, "v", "v·h", "right")
    _string(draft, 889, 1150, "u", "s·w", "below")
    return Scene("sum", "lens shift", (0, 0, 1778, 1300), tuple(draft.shapes))


def mounted() -> Scene:
    """A projector under the ceiling: plate, pole, lens."""
    draft = Draft()
    draft.line((0, 1400), (2400, 1400), "outline", "structure")
    draft.line((1300, 1400), (1300, 900), "pole", "fixings")
    draft.box(900, 600, 1700, 900, "projector", "beam")
    draft.mark((900, 700), "dot", "lens", "beam")
    _string(draft, 900, 1300, "u", "dy, lens to plate", "below")
    _string(draft, 700, 900, "v", "dz", "left")
    _string(draft, 900, 1400, "v", "pole", "inside", 1420)
    return Scene("sum", "a ceiling mount", (600, 500, 1900, 1450), tuple(draft.shapes))


def holed() -> Scene:
    """A panel's back: its top, its VESA holes, the wall plate's rows."""
    draft = Draft()
    _face(draft, 1600, 900)
    for u in (600, 1000):
        for v in (650, 250):
            draft.mark((u, v), "cross", "vesa", "fixings")
        for v in (620, 460):
            draft.mark((u - 40 if u < 800 else u + 40, v), "hole", "hole", "fixings")
    _string(draft, 650, 900, "v", "t", "inside", 300)
    _string(draft, 620, 650, "v", "r", "right")
    _label(draft, (800, 620), "upper row", 0, 12)
    return Scene("sum", "a panel from behind", (0, 0, 1600, 900), tuple(draft.shapes))


def bent() -> Scene:
    """A curved panel from above: radius, chord, depth."""
    draft = Draft()
    radius, half = 1800.0, math.radians(28)
    arc = [(radius * math.sin(a), radius - radius * math.cos(a)) for a in (half * n / 12 for n in range(-12, 13))]
    draft.path(arc, "picture-edge", "picture")
    draft.line(arc[0], arc[-1], "guide", "sight")
    draft.line((0, radius), arc[-1], "sight", "sight")
    _label(draft, ((arc[-1][0]) / 2, (radius + arc[-1][1]) / 2), "R", 12, 0)
    _string(draft, arc[0][0], arc[-1][0], "u", "chord", "below")
    _string(draft, 0, arc[-1][1], "v", "depth", "right")
    return Scene("sum", "a curved panel from above", (-900, -80, 900, 1850), tuple(draft.shapes))


def room_outline() -> Scene:
    """A room from above: two sides and the diagonal."""
    draft = Draft()
    draft.box(0, 0, 4000, 3000, "outline", "structure")
    draft.line((0, 0), (4000, 3000), "guide", "sight")
    _string(draft, 0, 4000, "u", "a", "below")
    _string(draft, 0, 3000, "v", "b", "left")
    _label(draft, (2000, 1500), "√(a² + b²)", 0, 12)
    return Scene("sum", "a room from above", (0, 0, 4000, 3000), tuple(draft.shapes))


SKETCHES: Final[dict[str, Callable[[], Scene]]] = {
    **dict.fromkeys(("view.angle", "view.school", "view.sharpness", "view.resolution", "view.offaxis"), from_above),
    **dict.fromkeys(("screen.size", "cloth.piece", "light.white", "light.area", "screen.beside"), picture_face),
    "screen.split": cut_up,
    **dict.fromkeys(("height.neck", "height.school", "height.ladder_built", "height.tilt"), from_the_side),
    "height.sightline": over_a_row,
    **dict.fromkeys(("throw.range", "throw.check", "throw.body", "light.lumens"), thrown),
    **dict.fromkeys(("shift.need", "shift.fixed"), shifted),
    "mount.point": mounted,
    "holes.map": holed,
    "screen.curved": bent,
    "closure.rectangle": room_outline,
}
"""The sketch of a sum, for those that geometry explains."""


def sketch_of(name: str) -> str:
    """A sum's sketch as SVG; empty where it has none."""
    make = SKETCHES.get(name)
    return write_svg(make(), *SIZE, margins=ROUND, prefix="sum-") if make else ""
