"""The mark-out card: a wall's holes from one zero and one datum, on one A5 sheet to tick off by the wall (rules 7.3,
7.14)."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Final, NamedTuple

from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from oval_room.drawing.metrics import primes
from oval_room.drawing.paper import MM, Titles
from oval_room.drawing.pdf import FACE, STRONG, register_faces
from oval_room.drawing.qr import draw_qr

A5: Final = (148.0, 210.0)
EDGE: Final = 9.0
LINE: Final = 7.2
"""A row's height [mm]."""
QR_SIDE: Final = 26.0
"""[mm]"""
MOST: Final = 15
"""Holes on one card; more go onto another."""
HEADS: Final = ("", "along", "up", "off the line", "±", "depth", "done")
COLUMNS: Final = (0.0, 9.0, 34.0, 58.0, 84.0, 102.0, 121.0)
"""Where a row's cells begin [mm]."""


class Row(NamedTuple):
    """One hole as it is read."""

    number: int
    along: str
    up: str
    off: str
    depth: str
    half: str = ""
    """How far off it may come out, along and up, where that is known."""
    into: str = ""
    first: tuple[str, ...] = ()
    """What it goes into, and what is to be confirmed before."""


def write_card(
    title: str, rows: Sequence[Row], told: Sequence[str], titles: Titles, cautions: Sequence[str], back: str = ""
) -> bytes:
    """The card as PDF. told: what holds for all of it. cautions: what is said under the table. back: the address of the
    step it belongs to, as a QR code."""
    register_faces()
    out = io.BytesIO()
    wide, high = (side * MM for side in A5)
    canvas = Canvas(out, pagesize=(wide, high), invariant=1)
    canvas.setTitle(f"{titles.job}, {title}, mark-out card, revision {titles.revision}")
    for start in range(0, max(len(rows), 1), MOST):
        _page(canvas, title, rows[start : start + MOST], told, titles, cautions)
        if back:
            draw_qr(canvas, back, (A5[0] - EDGE - QR_SIDE) * MM, EDGE * MM, QR_SIDE * MM)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _page(
    canvas: Canvas, title: str, rows: Sequence[Row], told: Sequence[str], titles: Titles, cautions: Sequence[str]
) -> None:
    left, y = EDGE * MM, (A5[1] - EDGE) * MM - 10
    right = (A5[0] - EDGE) * MM
    canvas.setFont(STRONG, 13)
    canvas.drawString(left, y, f"{titles.job}: {title}"[:60])
    canvas.setFont(FACE, 8)
    y -= 12
    canvas.drawString(left, y, f"revision {titles.revision}, {titles.date}")
    for line in told:
        stop = line.startswith("STOP")
        face, size = (STRONG, 11.0) if stop else (FACE, 9.5)
        canvas.setFont(face, size)
        for part in simpleSplit(primes(line), face, size, right - left):
            y -= size + 3.5
            canvas.drawString(left, y, part)
        y -= 4 if stop else 0
    y -= 18
    if not rows:
        _under(canvas, left, y, cautions)
        return
    canvas.setFont(FACE, 8)
    for head, at in zip(HEADS, COLUMNS, strict=True):
        canvas.drawString(left + at * MM, y, head)
    canvas.setLineWidth(0.8)
    canvas.line(left, y - 3, right, y - 3)
    for row in rows:
        y -= LINE * MM
        cells = (str(row.number), row.along, row.up, row.off, row.half, row.depth)
        for n, (cell, at) in enumerate(zip(cells, COLUMNS, strict=False)):
            canvas.setFont(STRONG if n < 3 else FACE, 11 if n < 4 else 9)
            canvas.drawString(left + at * MM, y, primes(cell))
        canvas.rect(left + COLUMNS[-1] * MM, y - 2, 11, 11)
        canvas.setLineWidth(0.3)
        canvas.line(left, y - 5, right, y - 5)
    _under(canvas, left, y - 10, cautions)


def _under(canvas: Canvas, left: float, y: float, cautions: Sequence[str]) -> None:
    """What is said under the table, clear of the code."""
    for line in cautions:
        y -= 11
        canvas.setFont(FACE, 8)
        canvas.drawString(left, y, line[: 112 if y > (EDGE + QR_SIDE) * MM else 78])
