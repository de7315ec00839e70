"""The run sheet of walls of displays: one A4 page for the desk that runs them: what each display shows and where it is
plugged in, what sources draw, the router's takes (rules 9.5)."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Final

from reportlab.pdfgen.canvas import Canvas

from oval_room.drawing.paper import MM, Titles
from oval_room.drawing.pdf import FACE, STRONG, register_faces
from oval_room.drawing.qr import draw_qr

A4: Final = (210.0, 297.0)
EDGE: Final = 14.0
LINE: Final = 5.6
"""A row's height [mm]."""
QR: Final = 22.0
MOST: Final = 40
"""Rows on one page; more go onto another."""
COLUMNS: Final = (0.0, 14.0, 62.0, 100.0, 138.0, 160.0)
HEADS: Final = ("no.", "plugged in", "shows of its canvas", "from", "own pixels", "turned")

Row = tuple[str, str, str, str, str, str]


def write_run_sheet(rows: Sequence[Row], told: Sequence[str], titles: Titles, address: str) -> bytes:
    """The sheet as PDF. rows: a display each, as they are read. told: what holds for all, canvases, sources, takes.
    address: of the mapping's page, as a code."""
    register_faces()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(A4[0] * MM, A4[1] * MM), invariant=1)
    canvas.setTitle(f"{titles.job}, run sheet, revision {titles.revision}")
    for start in range(0, max(len(rows), 1), MOST):
        _page(canvas, rows[start : start + MOST], told if start == 0 else (), titles)
        draw_qr(canvas, address, (A4[0] - EDGE - QR) * MM, (A4[1] - EDGE - QR) * MM, QR * MM)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _page(canvas: Canvas, rows: Sequence[Row], told: Sequence[str], titles: Titles) -> None:
    left, right, y = EDGE * MM, (A4[0] - EDGE) * MM, (A4[1] - EDGE) * MM - 12
    canvas.setFont(STRONG, 15)
    canvas.drawString(left, y, f"{titles.job}: run sheet"[:60])
    canvas.setFont(FACE, 8.5)
    y -= 13
    canvas.drawString(left, y, f"{titles.place}; revision {titles.revision}, {titles.date}"[:96])
    y = min(y - 8, (A4[1] - EDGE - QR) * MM - 6)
    canvas.setFont(FACE, 9)
    for head, at in zip(HEADS, COLUMNS, strict=True):
        canvas.drawString(left + at * MM, y, head)
    canvas.setLineWidth(0.8)
    canvas.line(left, y - 4, right, y - 4)
    for row in rows:
        y -= LINE * MM
        for n, (cell, at) in enumerate(zip(row, COLUMNS, strict=True)):
            canvas.setFont(STRONG if n < 2 else FACE, 10 if n < 2 else 9)
            canvas.drawString(left + at * MM, y, cell[:30])
        canvas.setLineWidth(0.3)
        canvas.line(left, y - 4, right, y - 4)
    y -= 10
    canvas.setFont(FACE, 9)
    for line in told:
        y -= 13
        if y > EDGE * MM:
            canvas.drawString(left, y, line[:118])
