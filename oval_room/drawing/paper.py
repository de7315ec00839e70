"""Paper: sizes, usual scales, and what stands in the title block of a print."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.record import record
from oval_room.drawing.layout import Margins
from oval_room.drawing.scene import Scene

MM: Final = 72 / 25.4  # points in a millimetre
PAPERS: Final[dict[str, tuple[float, float]]] = {"A4": (297.0, 210.0), "A3": (420.0, 297.0), "Letter": (279.4, 215.9)}
SCALES: Final = (5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200, 500)
EDGE: Final = 10.0  # kept free round the sheet [mm]
BLOCK: Final = (92.0, 26.0)  # title block, across and up [mm]
PEN: Final = 0.72  # points for one of the layout's pixels: its 12.5 px lettering prints at 9 points
ROOM: Final = Margins(44, 44, 46, 58)


@record
class Titles:
    """What the title block says."""

    job: str
    place: str
    revision: int
    date: str
    firm: str = ""
    notes: Sequence[str] = ()


def largest_scale(scene: Scene, paper: str, wanted: int | None = None) -> int:
    """The scale's denominator: the wanted one, else the largest usual one at which the scene fits the paper."""
    if wanted is not None:
        return wanted
    width, height = PAPERS[paper]
    u0, v0, u1, v1 = scene.window
    for scale in SCALES:
        if fits(scene, paper, scale):
            return scale
    room_w, room_h = width - 2 * EDGE, height - 2 * EDGE - BLOCK[1]
    return int(max((u1 - u0) / room_w, (v1 - v0) / room_h)) + 1


def fits(scene: Scene, paper: str, scale: int) -> bool:
    """Whether a scene with its dimension strings fits the paper at a scale."""
    width, height = PAPERS[paper]
    u0, v0, u1, v1 = scene.window
    across = (ROOM.left + ROOM.right) * PEN / MM
    up = (ROOM.top + ROOM.bottom) * PEN / MM
    return (u1 - u0) / scale <= width - 2 * EDGE - across and (v1 - v0) / scale <= height - 2 * EDGE - BLOCK[1] - up
