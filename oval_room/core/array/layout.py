"""What a controller's source must draw (rules 9.3): the canvas as it hangs where the controller can cut and turn it,
else every display's own picture set out beside the others, turned before."""

from __future__ import annotations

import math
from collections.abc import Sequence

from oval_room.core.array.canvas import Crop
from oval_room.core.record import record


@record
class Cell:
    """What an output cuts out of its controller's picture [px], and how the canvas is turned in it, clockwise [deg]."""

    port: int
    left: int
    top: int
    width: int
    height: int
    turned: int


@record
class Layout:
    """A controller's picture: whether the canvas stands in it as it hangs, from which corner of the canvas at how many
    of its pixels each canvas pixel; every output's cell."""

    as_it_hangs: bool
    origin: tuple[int, int]
    scale: float
    cells: tuple[Cell, ...]

    @property
    def drawn(self) -> tuple[object, ...]:
        """What the source draws: two controllers of one picture must want the same of it."""
        if self.as_it_hangs:
            return self.origin, self.scale
        return tuple((one.left, one.top, one.width, one.height, one.turned) for one in self.cells)


def layout_of(
    crops: Sequence[tuple[int, Crop, int, tuple[int, int]]],
    *,
    pixels: tuple[int, int],
    turns: bool,
    even: bool,
    outputs: int,
) -> Layout:
    """A controller's picture.

    Args:
        crops: of each output used: its number, its display's crop, how that is turned, its pixels as it was built.
        pixels: of the picture the controller takes. turns, even: whether it turns, whether it cuts even grids only.
    """
    if (turns or all(turned == 0 for _, _, turned, _ in crops)) and (not even or _even(crops, outputs)):
        return _as_it_hangs(crops, pixels)
    columns, rows = _grid(outputs if even else len(crops), pixels, crops[0][3], even)
    cells = []
    for n, (port, _, turned, _) in enumerate(crops):
        column, row = (port - 1 if even else n) % columns, (port - 1 if even else n) // columns
        left, top = round(column * pixels[0] / columns), round(row * pixels[1] / rows)
        right, bottom = round((column + 1) * pixels[0] / columns), round((row + 1) * pixels[1] / rows)
        cells.append(Cell(port, left, top, right - left, bottom - top, -turned % 360))
    return Layout(False, (0, 0), 1.0, tuple(cells))


def _as_it_hangs(crops: Sequence[tuple[int, Crop, int, tuple[int, int]]], pixels: tuple[int, int]) -> Layout:
    left, top = min(crop.left for _, crop, _, _ in crops), min(crop.top for _, crop, _, _ in crops)
    wide = max(crop.left + crop.width for _, crop, _, _ in crops) - left
    high = max(crop.top + crop.height for _, crop, _, _ in crops) - top
    scale = min(1.0, pixels[0] / wide, pixels[1] / high)
    cells = []
    for port, crop, _, _ in crops:
        x, y = round((crop.left - left) * scale), round((crop.top - top) * scale)
        right, bottom = round((crop.left + crop.width - left) * scale), round((crop.top + crop.height - top) * scale)
        cells.append(Cell(port, x, y, right - x, bottom - y, 0))
    return Layout(True, (left, top), scale, tuple(cells))


def _even(crops: Sequence[tuple[int, Crop, int, tuple[int, int]]], outputs: int) -> bool:
    """Whether the crops are an even grid that fills what they cover, output by output, row by row."""
    lefts, tops = sorted({crop.left for _, crop, _, _ in crops}), sorted({crop.top for _, crop, _, _ in crops})
    columns, rows = len(lefts), len(tops)
    if columns * rows != len(crops) or len(crops) != outputs:
        return False
    wide = max(crop.left + crop.width for _, crop, _, _ in crops) - lefts[0]
    high = max(crop.top + crop.height for _, crop, _, _ in crops) - tops[0]
    for port, crop, _, _ in crops:
        column, row = (port - 1) % columns, (port - 1) // columns
        wanted = lefts[0] + column * wide / columns, tops[0] + row * high / rows, wide / columns, high / rows
        if any(abs(a - b) > 1.0 for a, b in zip((crop.left, crop.top, crop.width, crop.height), wanted, strict=True)):
            return False
    return True


def _grid(count: int, pixels: tuple[int, int], display: tuple[int, int], even: bool) -> tuple[int, int]:
    """Columns and rows of cells that leave the displays' own pixels most; an even controller has all its outputs in
    one full grid, as square as can be."""
    if even:
        rows = max(n for n in range(1, math.isqrt(count) + 1) if count % n == 0)
        return count // rows, rows
    ways = [(columns, math.ceil(count / columns)) for columns in range(1, count + 1)]
    return max(ways, key=lambda way: (min(pixels[0] / way[0] / display[0], pixels[1] / way[1] / display[1]), -way[1]))
