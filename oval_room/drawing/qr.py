"""A QR code on paper: what it says, in black squares with a quiet edge."""

from __future__ import annotations

from typing import Final

import segno
from reportlab.pdfgen.canvas import Canvas

QUIET: Final = 4
"""Squares left free round it, as its standard wants."""


def draw_qr(canvas: Canvas, text: str, x: float, y: float, side: float) -> None:
    """A QR code in a square with its lower left corner at a place [pt], its quiet edge inside that."""
    rows = [list(row) for row in segno.make(text, error="m", micro=False).matrix]
    count = len(rows) + 2 * QUIET
    cell = side / count
    canvas.saveState()
    canvas.setFillGray(0)
    for down, row in enumerate(rows):
        start = None
        for across, dark in enumerate([*row, 0]):
            if dark and start is None:
                start = across
            elif not dark and start is not None:  # squares side by side in one piece, so that no seam shows
                left, up = x + (QUIET + start) * cell, y + side - (QUIET + down + 1) * cell
                canvas.rect(left, up, (across - start) * cell, cell, stroke=0, fill=1)
                start = None
    canvas.restoreState()
