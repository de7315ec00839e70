"""Small drawings that say what a figure on a maker's sheet means."""

from __future__ import annotations

from functools import cache
from typing import Final

from oval_room.drawing.layout import Margins
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.svg import write_svg

WIDE: Final = 1600.0
TALL: Final = 900.0
APART: Final = 1000.0
SIZE: Final = (330.0, 118.0)
ROUND: Final = Margins(8, 24, 26, 20)


def shift() -> Scene:
    """The two ways a shift is stated: the same lens, level with the picture's lower edge, is 50 % from the centre and
    100 % where 100 % is the edge."""
    draft = Draft()
    for n, (said, told) in enumerate((("50 %", "from the centre"), ("100 %", "edge is 100 %"))):
        left = n * (WIDE + APART)
        draft.box(left, 0, left + WIDE, TALL, "picture", "picture")
        middle = left + WIDE / 2
        draft.line((left - 120, TALL / 2), (left + WIDE + 120, TALL / 2), "guide", "sight")
        draft.mark((middle, 0), "dot", "lens", "beam")
        draft.add(Label(P(middle, 0), "lens", "small", "labels", "middle", ((0, -13),), 0))
        draft.add(Label(P(middle, TALL), told, "label", "labels", "middle", ((0, 14),), 0))
        draft.add(Dim(0, TALL / 2, "v", said, "inside", left + WIDE + 160, key=f"shift-{n}"))
    window = (-160.0, 0.0, 2 * WIDE + APART + 320, TALL)
    return Scene("shift", "two ways a lens shift is stated", window, tuple(draft.shapes), str(shift.__doc__))


def offset() -> Scene:
    """An offset of 100 %: the lens level with the picture's lower edge; of 110 %: a tenth of the height below it."""
    draft = Draft()
    for n, (said, below) in enumerate((("100 %", 0.0), ("110 %", 0.1 * TALL))):
        left = n * (WIDE + APART)
        draft.box(left, 0, left + WIDE, TALL, "picture", "picture")
        draft.mark((left + WIDE / 2, -below), "dot", "lens", "beam")
        draft.add(Label(P(left + WIDE / 2, -below), "lens", "small", "labels", "middle", ((0, -13),), 0))
        draft.add(Dim(-below, TALL, "v", said, "inside", left + WIDE + 160, key=f"offset-{n}"))
    window = (-160.0, -0.1 * TALL, 2 * WIDE + APART + 320, TALL)
    return Scene("offset", "what an offset is a share of", window, tuple(draft.shapes), str(offset.__doc__))


@cache
def sketches() -> dict[str, str]:
    """Each sketch as SVG, by the word of the figure that it is of."""
    return {
        scene.name: write_svg(scene, *SIZE, margins=ROUND, prefix=f"of-{scene.name}-") for scene in (shift(), offset())
    }
