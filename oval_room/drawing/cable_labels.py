"""Labels for cables on A4 sheets: each cable twice, for its two ends, with its number, where it goes and a code back to
its line of the schedule (rules 10.9)."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Final

from reportlab.pdfgen.canvas import Canvas

from oval_room.core.signal.schedule import Line
from oval_room.drawing.paper import MM, Titles
from oval_room.drawing.pdf import FACE, STRONG, register_faces
from oval_room.drawing.qr import draw_qr

A4: Final = (210.0, 297.0)
LABEL: Final = (64.0, 24.0)
"""One label [mm]: three across, cut apart along the fine lines."""
ACROSS: Final = 3
DOWN: Final = 11
EDGE: Final = (9.0, 16.0)
QR: Final = 20.0
INSET: Final = 2.0


def write_labels(lines: Sequence[Line], titles: Titles, address: str) -> bytes:
    """The labels as PDF. address: of the schedule's page, as this machine is reached; each code adds its cable's
    number."""
    register_faces()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(A4[0] * MM, A4[1] * MM), invariant=1)
    canvas.setTitle(f"{titles.job}, cable labels, revision {titles.revision}")
    labels = [(line, end) for line in lines for end in (0, 1)]
    for start in range(0, max(len(labels), 1), ACROSS * DOWN):
        _sheet(canvas, labels[start : start + ACROSS * DOWN], titles, address)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _sheet(canvas: Canvas, labels: Sequence[tuple[Line, int]], titles: Titles, address: str) -> None:
    canvas.setFont(FACE, 8)
    head = (
        f"{titles.job}, cable labels, revision {titles.revision}, {titles.date}; both ends of each, cut along the lines"
    )
    canvas.drawString(EDGE[0] * MM, (A4[1] - EDGE[1] + 5) * MM, head)
    for n, (line, end) in enumerate(labels):
        left = EDGE[0] + (n % ACROSS) * LABEL[0]
        low = A4[1] - EDGE[1] - (n // ACROSS + 1) * LABEL[1]
        _label(canvas, line, end, left, low, address)


def _label(canvas: Canvas, line: Line, end: int, left: float, low: float, address: str) -> None:
    """One label: its number large, the end it is at first."""
    canvas.setLineWidth(0.25)
    canvas.rect(left * MM, low * MM, LABEL[0] * MM, LABEL[1] * MM)
    here, there = (line.start, line.end) if end == 0 else (line.end, line.start)
    text, top = (left + INSET) * MM, (low + LABEL[1]) * MM
    room = (LABEL[0] - QR - 2 * INSET) * MM
    canvas.setFont(STRONG, 17)
    canvas.drawString(text, top - 18, line.number)
    for n, (said, size, face) in enumerate(
        ((here, 8.0, STRONG), (f"to {there}", 7.5, FACE), (_cable(line), 6.5, FACE))
    ):
        canvas.setFont(face, size)
        canvas.drawString(text, top - 31 - 11 * n, _fitted(canvas, said, face, size, room))
    draw_qr(canvas, f"{address}?cable={line.number}", (left + LABEL[0] - QR - 1) * MM, (low + 2) * MM, QR * MM)


def _cable(line: Line) -> str:
    length = "length not known" if line.length is None else f"{line.length:g} m"
    return f"{line.what}, {length}{', theirs' if line.theirs else ''}"


def _fitted(canvas: Canvas, text: str, face: str, size: float, room: float) -> str:
    """A text with as many of its letters as there is room for."""
    if canvas.stringWidth(text, face, size) <= room:
        return text
    cut = next((n for n in range(len(text), 0, -1) if canvas.stringWidth(f"{text[:n]}…", face, size) <= room), 0)
    return f"{text[:cut].rstrip()}…"
