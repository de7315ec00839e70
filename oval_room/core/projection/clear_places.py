"""Lens places from which a beam is clear: the beam of `beam`, tried from a whole grid of places at once (rules 6.6,
6.7)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oval_room.core.levels import SLIM
from oval_room.core.projection.body import TOUCH, Box, put_at
from oval_room.core.projection.throw import Span
from oval_room.core.record import record

Grid = NDArray[np.float64]
Mask = NDArray[np.bool_]
CELLS: Final = 40
"""A window is looked at in so many cells each way, or in fewer that are no smaller than CELL."""
CELL: Final = 20.0
"""[mm]"""


def struck_from(
    x: Grid,
    y: Grid,
    z: float,
    *,
    centre: tuple[float, float],
    size: tuple[float, float],
    screen_y: float,
    box: tuple[Span, Span, Span],
) -> Mask:
    """From which lens places (x, y) at a height a box stands in the beam; touching counts (rules 6.6) [mm].

    centre: of the raster, along and up. size: of the raster. box: along the wall, out from it, up.
    """
    box_x, box_y, box_z = box
    near = np.full_like(y, max(box_y.least, screen_y))
    far = np.minimum(box_y.greatest, y)
    lo, hi, met = near.copy(), far.copy(), near <= far
    behind = y > screen_y
    deep = np.where(behind, y - screen_y, 1.0)
    shares = [np.where(behind, (y - at) / deep, 0.0) for at in (near, far)]
    for lens, middle, across, wanted in ((x, centre[0], size[0], box_x), (z, centre[1], size[1], box_z)):
        ends = [(lens + (middle - lens) * share, across / 2 * share) for share in shares]
        for gaps in (
            [wanted.greatest - (at - half) for at, half in ends],
            [at + half - wanted.least for at, half in ends],
        ):
            first, last = gaps
            starts, stops = first >= -SLIM, last >= -SLIM
            met &= starts | stops
            differ = np.where(starts == stops, 1.0, first - last)
            turn = near + (far - near) * first / differ
            hi = np.where(starts & ~stops, np.minimum(hi, turn), hi)
            lo = np.where(~starts & stops, np.maximum(lo, turn), lo)
    return met & behind & (lo <= hi + SLIM)


def in_something(x: Grid, y: Grid, z: float, *, body: Box, thing: Box) -> Mask:
    """From which lens places (x, y) at a height a body stands in a thing; touching is not [mm].

    body: about its lens. thing: in the room.
    """
    _, _, up = put_at(body, (0.0, 0.0, z))
    met = np.ones_like(x, dtype=np.bool_)
    if min(up.greatest, thing[2].greatest) - max(up.least, thing[2].least) <= TOUCH:
        return ~met
    for at, own, span in ((x, body[0], thing[0]), (y, body[1], thing[1])):
        over = np.minimum(at + own.greatest, span.greatest) - np.maximum(at + own.least, span.least)
        met &= over > TOUCH
    return met


@record
class Places:
    """A window in cells: their sides [mm], and which are clear, by row out from the wall and column along it."""

    x: tuple[float, float]
    y: tuple[float, float]
    clear: Mask

    @property
    def cell(self) -> tuple[float, float]:
        """Along and out [mm]."""
        rows, columns = self.clear.shape
        return (self.x[1] - self.x[0]) / columns, (self.y[1] - self.y[0]) / rows

    def is_clear(self, x: float, y: float) -> bool:
        """Whether the cell that a place lies in is."""
        rows, columns = self.clear.shape
        return bool(self.clear[_cell_of(y, self.y, rows), _cell_of(x, self.x, columns)])

    def struck(self) -> list[tuple[float, float, float, float]]:
        """The cells that are not, joined along each row: from and to along, from and to out [mm]."""
        out = []
        wide, deep = self.cell
        for n, row in enumerate(self.clear):
            edges = np.flatnonzero(np.diff(np.concatenate(([True], row, [True])).astype(np.int8)))
            y = self.y[0] + n * deep
            for a, b in zip(edges[::2], edges[1::2], strict=True):
                out.append((self.x[0] + a * wide, self.x[0] + b * wide, y, y + deep))
        return out

    def safest(self) -> tuple[float, float, float] | None:
        """The middle of the clear cell with most room to the window's borders and to what is not clear, and that room
        [mm]; None where no cell is clear."""
        if not self.clear.any():
            return None
        if self.clear.all():
            half = min(self.x[1] - self.x[0], self.y[1] - self.y[0]) / 2
            return (self.x[0] + self.x[1]) / 2, (self.y[0] + self.y[1]) / 2, half
        xs, ys = _middles(self.x, self.clear.shape[1]), _middles(self.y, self.clear.shape[0])
        room = np.minimum(
            np.minimum(xs - self.x[0], self.x[1] - xs)[None, :], np.minimum(ys - self.y[0], self.y[1] - ys)[:, None]
        )
        rows, columns = np.nonzero(~self.clear)
        for row in np.unique(rows):  # a row at a time, so that a large window stays small in memory
            at = xs[columns[rows == row]]
            aside = np.abs(xs[:, None] - at[None, :]).min(axis=1)
            room = np.minimum(room, np.hypot(aside[None, :], (ys - ys[row])[:, None]))
        room = np.where(self.clear, room, -1.0)
        row, column = np.unravel_index(int(room.argmax()), room.shape)
        return float(xs[column]), float(ys[row]), float(room[row, column])


def _cell_of(at: float, ends: tuple[float, float], count: int) -> int:
    """The cell that a place lies in, or is nearest to."""
    whole = ends[1] - ends[0]
    return min(max(int((at - ends[0]) / whole * count), 0), count - 1) if whole > 0 else 0


def _middles(ends: tuple[float, float], count: int) -> Grid:
    side = (ends[1] - ends[0]) / count
    return ends[0] + (np.arange(count, dtype=np.float64) + 0.5) * side


def places(
    x: tuple[float, float],
    y: tuple[float, float],
    lens: tuple[float, float, float],
    boxes: Iterable[tuple[Span, Span, Span]],
    *,
    centre: tuple[float, float],
    size: tuple[float, float],
    screen_y: float,
    bodies: Sequence[Box] = (),
    things: Iterable[Box] = (),
) -> Places:
    """A window of plate places, by where the beam is clear of boxes and the body of things.

    Args:
        x, y: the window, along and out. lens: from the plate along and out, and its height above the floor.
        boxes: what must not be struck. centre, size: of the raster lit. screen_y: the screen's plane [mm].
        bodies: of the projector about its lens; things: what they must not stand in.
    """
    counts = [max(1, min(CELLS, math.ceil((ends[1] - ends[0]) / CELL))) for ends in (x, y)]
    at_x, at_y = np.meshgrid(_middles(x, counts[0]) + lens[0], _middles(y, counts[1]) + lens[1])
    clear = np.ones_like(at_x, dtype=np.bool_)
    for box in boxes:
        clear &= ~struck_from(at_x, at_y, lens[2], centre=centre, size=size, screen_y=screen_y, box=box)
    for thing in things:
        for body in bodies:
            clear &= ~in_something(at_x, at_y, lens[2], body=body, thing=thing)
    return Places(x, y, clear)
