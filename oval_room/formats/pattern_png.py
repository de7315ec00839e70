"""Test patterns for alignment, as PNG at any resolution (rules 6.11): geometry, focus, blacks and whites."""

from __future__ import annotations

import io
from collections.abc import Callable
from typing import Final

from PIL import Image, ImageDraw

from oval_room.formats.heavy import one_at_a_time

LEAST: Final = 64
MOST: Final = (8192, 4320)
"""Sizes a pattern can have [px]."""
CELLS: Final = 16
"""Columns of the grid."""
WHITE: Final = 255
GREY: Final = 128


def _square(draw: ImageDraw.ImageDraw, wide: int, high: int) -> None:
    """Grid, both diagonals, a circle in the middle and in each corner, and the outermost pixel all round."""
    cell = wide / CELLS
    for n in range(CELLS + 1):
        x = min(round(n * cell), wide - 1)
        draw.line((x, 0, x, high), GREY)
    rows = max(round(high / cell), 1)
    for n in range(rows + 1):
        y = min(round(n * high / rows), high - 1)
        draw.line((0, y, wide, y), GREY)
    draw.line((0, 0, wide - 1, high - 1), GREY)
    draw.line((wide - 1, 0, 0, high - 1), GREY)
    middle, corner = min(wide, high) * 0.45, min(wide, high) * 0.12
    spots = [(wide / 2, high / 2, middle)]
    spots += [(x, y, corner) for x in (corner, wide - 1 - corner) for y in (corner, high - 1 - corner)]
    for u, v, r in spots:
        draw.ellipse((u - r, v - r, u + r, v + r), outline=WHITE, width=max(wide // 960, 1))
    draw.rectangle((0, 0, wide - 1, high - 1), outline=WHITE)
    draw.line((wide // 2, 0, wide // 2, high), WHITE)
    draw.line((0, high // 2, wide, high // 2), WHITE)


def _focus(draw: ImageDraw.ImageDraw, wide: int, high: int) -> None:
    """Line pairs of one, two and four pixels in the middle, at the edges and in the corners."""
    side = max(min(wide, high) // 7, 24)
    for u in (0.0, 0.5, 1.0):
        for v in (0.0, 0.5, 1.0):
            left, top = round(u * (wide - side)), round(v * (high - side))
            for n, step in enumerate((1, 2, 4)):
                a, b = top + side * n // 3, top + side * (n + 1) // 3 - 2
                for x in range(left, left + side // 2, 2 * step):
                    draw.rectangle((x, a, min(x + step - 1, left + side // 2 - 1), b), WHITE)
                for y in range(a, b, 2 * step):
                    draw.rectangle((left + side // 2 + 2, y, left + side - 1, min(y + step - 1, b)), WHITE)
    draw.rectangle((0, 0, wide - 1, high - 1), outline=GREY)


def _blacks(draw: ImageDraw.ImageDraw, wide: int, high: int) -> None:
    """Sixteen steps out of black above, sixteen up to white below: all should just be told apart, none crushed."""
    for n in range(16):
        a, b = n * wide // 16, (n + 1) * wide // 16 - 1
        draw.rectangle((a, 0, b, high // 2 - 1), n + 1)
        draw.rectangle((a, high // 2, b, high - 1), WHITE - 15 + n)


PATTERNS: Final[dict[str, tuple[str, Callable[[ImageDraw.ImageDraw, int, int], None]]]] = {
    "square": ("square: grid, circles, corners", _square),
    "focus": ("focus: line pairs of 1, 2 and 4 pixels", _focus),
    "blacks": ("blacks and whites: 16 steps each", _blacks),
}


def make_pattern(kind: str, wide: int, high: int) -> bytes:
    """A pattern as PNG in grey.

    Args:
        kind: one of PATTERNS. wide, high: from 64 to 8192 × 4320 [px].
    """
    out = io.BytesIO()
    with one_at_a_time():
        image = Image.new("L", (wide, high))
        PATTERNS[kind][1](ImageDraw.Draw(image), wide, high)
        image.save(out, "PNG", compress_level=1)
    return out.getvalue()
