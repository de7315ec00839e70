"""A QR code on paper: what it says, in black squares with a quiet edge."""

from __future__ import annotations

from functools import lru_cache
from typing import Final

import segno
from reportlab.pdfgen.canvas import Canvas
from reportlab.pdfgen.pathobject import PDFPathObject

QUIET: Final = 4
"""Squares left free round it, as its standard wants."""


MASK: Final = 3
"""One of the standard's eight, all of which are read: to find the best of them takes five times as long."""


@lru_cache(256)
def _pieces(text: str) -> tuple[int, tuple[tuple[int, int, int], ...]]:
    """Squares a side without the quiet edge, and the black ones side by side as one piece: down, across, how many."""
    pieces = []
    rows = [list(row) for row in segno.make(text, error="m", micro=False, mask=MASK).matrix]
    for down, row in enumerate(rows):
        start = None
        for across, dark in enumerate([*row, 0]):
            if dark and start is None:
                start = across
            elif not dark and start is not None:
                pieces.append((down, start, across - start))
                start = None
    return len(rows), tuple(pieces)


def draw_qr(canvas: Canvas, text: str, x: float, y: float, side: float) -> None:
    """A QR code in a square with its lower left corner at a place [pt], its quiet edge inside that."""
    rows, pieces = _pieces(text)
    cell = side / (rows + 2 * QUIET)
    canvas.saveState()
    canvas.setFillGray(0)
    left, top = x + QUIET * cell, y + side - (QUIET + 1) * cell
    # each piece said as the format has it: through `rect` a sheet of labels takes five times as long
    said = [
        f"{left + across * cell:.3f} {top - down * cell:.3f} {wide * cell:.3f} {cell:.3f} re"
        for down, across, wide in pieces
    ]
    canvas.drawPath(PDFPathObject(said), stroke=0, fill=1)
    canvas.restoreState()
