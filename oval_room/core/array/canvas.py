"""The canvas of a wall of displays: which rectangle of the picture each display shows (rules 9.2).

Origin at the upper left visible corner, y down. Edges are rounded, not sizes, so that neighbours share them.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from oval_room.core.array.document import MOST_DRAWN
from oval_room.core.errors import RefusedError, positive
from oval_room.core.record import record
from oval_room.core.screens.lattice import in_line

MOST_DISPLAYS: Final = 200
TURNS: Final = (0, 90, 180, 270)


@record
class Crop:
    """What one display shows of the canvas [px]: left, top, width, height."""

    left: int
    top: int
    width: int
    height: int


@record
class Canvas:
    """Its size, every display's crop, the worst edge's error [px]."""

    size: tuple[int, int]
    crops: tuple[Crop, ...]
    error: float


@record
class Placed:
    """A display's visible rectangle on the wall [mm], y down."""

    left: float
    top: float
    width: float
    height: float


def canvas_of(places: Sequence[Placed], scale: float, outputs: int | None = None) -> Canvas:
    """Crops of displays where they hang. scale: canvas pixels a millimetre, over 0. outputs: that draw it together, one
    a display where nobody says.

    Raises:
        RefusedError: there is none, or too many, or the canvas is larger than they draw.
    """
    if not 1 <= len(places) <= MOST_DISPLAYS:
        raise RefusedError(f"a wall has 1 to {MOST_DISPLAYS} displays", field="displays", value=len(places))
    positive(scale, "px_per_mm")
    left, top = min(one.left for one in places), min(one.top for one in places)
    crops, errors = list[Crop](), [0.0]
    for one in places:
        edges = [(at - start) * scale for at, start in (
            (one.left, left), (one.top, top), (one.left + one.width, left), (one.top + one.height, top)
        )]  # fmt: skip
        rounded = [_nearest(edge) for edge in edges]
        errors += [abs(edge - near) for edge, near in zip(edges, rounded, strict=True)]
        crops.append(Crop(rounded[0], rounded[1], rounded[2] - rounded[0], rounded[3] - rounded[1]))
    size = max(one.left + one.width for one in crops), max(one.top + one.height for one in crops)
    most = MOST_DRAWN * (len(places) if outputs is None else max(outputs, 1))
    if max(size) > most:
        told = "one output draws" if most == MOST_DRAWN else f"{most // MOST_DRAWN} outputs draw"
        raise RefusedError(f"{told} at most {most:,} px a side (this one {max(size):,})", field="px_per_mm")
    return Canvas(size, tuple(crops), max(errors))


def grid(
    columns: int, rows: int, *, visible: tuple[float, float], bezel: float, compensated: bool
) -> tuple[Placed, ...]:
    """Displays in a grid, row by row from the upper left, bezels touching; closed up where gaps are not compensated."""
    gap = 2 * bezel if compensated else 0.0
    wide, high = visible
    return tuple(
        Placed(column * (wide + gap), row * (high + gap), wide, high)
        for row in range(rows)
        for column in range(columns)
    )


def closed_up(places: Sequence[Placed]) -> tuple[Placed, ...] | None:
    """Displays in columns and rows with the gaps between them closed; None where they hang freely, which are always
    compensated (rules 9.2). Not every cell of the rows and columns needs a display."""
    at = range(len(places))
    columns = in_line({n: places[n].left for n in at}, {n: places[n].width for n in at}, 0.0)
    rows = in_line({n: places[n].top for n in at}, {n: places[n].height for n in at}, 0.0)
    if columns is None or rows is None:
        return None
    left, top = min(columns.values(), default=0.0), min(rows.values(), default=0.0)
    return tuple(Placed(columns[n] - left, rows[n] - top, one.width, one.height) for n, one in enumerate(places))


def placed(outline: tuple[float, float], visible: tuple[float, float], bezel: float, turn: int) -> Placed:
    """A display by its outline's upper left corner; visible: across and up, unturned [mm]. turn: 0, 90, 180, 270 [deg].

    Raises:
        RefusedError: another turn.
    """
    if turn not in TURNS:
        raise RefusedError("a display is turned by 0, 90, 180 or 270°", field="rotation_deg", value=turn)
    wide, high = visible if turn % 180 == 0 else (visible[1], visible[0])
    return Placed(outline[0] + bezel, outline[1] + bezel, positive(wide, "visible"), positive(high, "visible"))


def _nearest(value: float) -> int:
    """Ties away from nought; all edges lie at or past it."""
    return math.floor(value + 0.5)
