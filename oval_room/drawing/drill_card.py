"""The mark-out cards: one A5 sheet for each thing that hangs, to tick off where it is drilled (rules 7.3, 7.14, 7.21).

job, place                       what hangs · which marks
┌ sketch to scale, marks numbered ┐   a stop stands here instead,
└ first mark from the zero        ┘   large, and no mark at all
weight, people · mount · fixing, bit, tape
table: along, up, off the line, ±, done
check · what each goes into · cautions · code
"""

from __future__ import annotations

import io
import re
from collections.abc import Callable, Sequence
from typing import Final

from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from oval_room.core.hanging.mark_out import Box, MarkOut
from oval_room.core.hanging.marked_words import HangsTold, RowTold
from oval_room.drawing.metrics import primes
from oval_room.drawing.paper import MM, SCALES, Titles
from oval_room.drawing.pdf import FACE, STRONG, register_faces
from oval_room.drawing.qr import draw_qr

KEPT: Final = "\u00a0"
A5: Final = (148.0, 210.0)
EDGE: Final = 9.0
LINE: Final = 6.6
"""A row's height [mm]."""
QR_SIDE: Final = 24.0
SKETCH: Final = (130.0, 70.0)
"""The sketch, across and up [mm]."""
AIR: Final = 9.0
"""Free round what hangs in the sketch, for lengths and numbers [mm]."""
FIRST_PAGE: Final = 6
MORE: Final = 18
"""Marks on a card that has the sketch, and on one that goes on."""
COLUMNS: Final = (0.0, 10.0, 38.0, 66.0, 92.0, 122.0)
"""Where a row's cells begin [mm]."""


def write_cards(
    place: str,
    marks: MarkOut,
    told: Sequence[HangsTold],
    titles: Titles,
    cautions: Sequence[str],
    ways: str,
    show: Callable[[float], str],
    back: str,
) -> bytes:
    """The cards of a surface as PDF.

    Args:
        place: the surface. ways: how its marks are measured. show: a length in the job's unit. back: the address of the
            step they belong to, as a code.
    """
    register_faces()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(A5[0] * MM, A5[1] * MM), invariant=1)
    canvas.setTitle(f"{titles.job}, {place}, mark-out cards, revision {titles.revision}")
    for number, one in enumerate(told, 1):
        card = _Card(canvas, titles, f"{place} · card {number} of {len(told)}", back)
        card.begin(one.title, f"{one.what}{', ' + one.hangs.carrier if one.hangs.carrier else ''} · {one.lifts}")
        for stop in one.stops:
            card.stop(stop)
        if not one.rows:
            card.end(cautions)
            continue
        _sketch(card, one, marks, show)
        card.lines(" · ".join(filter(None, (one.fixing, one.drilling))), STRONG, 9.5)
        if one.mark:
            card.lines(f"Each mark is {one.mark}.", FACE, 8.5)
        card.lines(ways[:1].upper() + ways[1:], FACE, 8.5)
        _rows(card, one, marks)
        card.lines(f"Check: {one.check}", FACE, 9)
        for line in _into(one.rows):
            card.lines(line, FACE, 8.5)
        card.end(cautions)
    canvas.save()
    return out.getvalue()


class _Card:
    """One card and how far down it is written [pt]."""

    def __init__(self, canvas: Canvas, titles: Titles, place: str, back: str) -> None:
        self.canvas, self.titles, self.place, self.back = canvas, titles, place, back
        self.left, self.right = EDGE * MM, (A5[0] - EDGE) * MM
        self.y = 0.0

    def begin(self, title: str, told: str) -> None:
        """Job and place, small; what hangs, large."""
        self.y = (A5[1] - EDGE) * MM - 8
        self.canvas.setFont(FACE, 8.5)
        self.canvas.drawString(self.left, self.y, primes(f"{self.titles.job} · {self.place}")[:90])
        self.canvas.drawRightString(self.right, self.y, f"revision {self.titles.revision}, {self.titles.date}")
        self.y -= 4
        self.canvas.setLineWidth(0.8)
        self.canvas.line(self.left, self.y, self.right, self.y)
        self.lines(title, STRONG, 15)
        self.lines(told, FACE, 9.5)

    def lines(self, text: str, face: str, size: float, width: float = 0.0) -> None:
        """A text, wrapped."""
        self.canvas.setFont(face, size)
        for part in wrapped(text, face, size, width or self.right - self.left):
            self.y -= size + 3
            self.canvas.drawString(self.left, self.y, part)

    def stop(self, text: str) -> None:
        """A stop in a heavy frame, large, where the marks would be."""
        inner = self.right - self.left - 16
        parts = wrapped(text, STRONG, 14, inner)
        high = 18.0 * len(parts) + 14
        self.y -= 10
        self.canvas.setLineWidth(2.2)
        self.canvas.rect(self.left, self.y - high, self.right - self.left, high)
        self.canvas.setFont(STRONG, 14)
        for n, part in enumerate(parts, 1):
            self.canvas.drawString(self.left + 8, self.y - 18 * n, part)
        self.y -= high + 2

    def end(self, cautions: Sequence[str]) -> None:
        """Cautions under it all, clear of the code."""
        self.y -= 5
        high = (EDGE + QR_SIDE) * MM
        for line in cautions:
            narrow = self.y - 60 < high
            self.lines(line, FACE, 8.5, (self.right - self.left) - (QR_SIDE * MM + 6 if narrow else 0))
        if self.back:
            draw_qr(self.canvas, self.back, self.right - QR_SIDE * MM, EDGE * MM, QR_SIDE * MM)
        self.canvas.showPage()

    def more(self, title: str) -> None:
        """The card goes on over the page."""
        self.canvas.showPage()
        self.begin(f"{title}, on", "")


def wrapped(text: str, face: str, size: float, width: float) -> list[str]:
    """A text in lines no wider than a width [pt]; a length stays in one piece."""
    lines = [""]
    for word in re.sub(r"(?<=[0-9′]) (?=[0-9]+(?:/[0-9]+)?[″/])|(?<=[0-9]) (?=mm|kg|%)", KEPT, primes(text)).split(" "):
        longer = f"{lines[-1]} {word}".strip(" ")
        if lines[-1] and stringWidth(longer, face, size) > width:
            lines.append(word)
        else:
            lines[-1] = longer
    return lines


# ── the sketch ──


def _sketch(card: _Card, one: HangsTold, marks: MarkOut, show: Callable[[float], str]) -> None:
    """What hangs, what holds it, its marks with their numbers, to scale; the first from the zero."""
    mine, zero, canvas = marks.of(one.hangs), marks.zero.at, card.canvas
    spots = [(mark.along + zero, mark.up) for mark in mine]
    u0, v0, u1, v1 = _window(one.hangs.outline, one.hangs.plate, spots)
    across, up = SKETCH[0] - 2 * AIR, SKETCH[1] - 2 * AIR
    least = max((u1 - u0) / across, (v1 - v0) / up)
    scale = next((usual for usual in SCALES if usual >= least), int(least) + 1)
    k = MM / scale
    card.y -= 6
    low, mid = card.y - SKETCH[1] * MM, (card.left + card.right) / 2

    def x(u: float) -> float:
        return mid + (u - (u0 + u1) / 2) * k

    def y(v: float) -> float:
        return low + SKETCH[1] * MM / 2 + (v - (v0 + v1) / 2) * k

    canvas.saveState()
    for box, width, dash in ((one.hangs.outline, 1.1, ()), (one.hangs.plate, 0.7, (3, 2))):
        if box is not None:
            canvas.setLineWidth(width)
            canvas.setDash(*dash)
            canvas.rect(x(box[0]), y(box[1]), (box[2] - box[0]) * k, (box[3] - box[1]) * k)
    canvas.setDash()
    canvas.setLineWidth(0.9)
    canvas.setFont(STRONG, 9)
    for mark, (u, v) in zip(mine, spots, strict=True):
        canvas.line(x(u) - 4, y(v), x(u) + 4, y(v))
        canvas.line(x(u), y(v) - 4, x(u), y(v) + 4)
        canvas.drawString(x(u) + 3, y(v) + 3, str(mark.number))
    _from_zero(
        canvas, card.left, (x(spots[0][0]), y(spots[0][1])), low, f"{show(mine[0].along)} from {marks.zero.name}"
    )
    canvas.setFont(FACE, 7.5)
    canvas.drawRightString(card.right, low + 2, f"1:{scale}")
    canvas.restoreState()
    card.y = low


def _window(outline: Box, plate: Box | None, spots: Sequence[tuple[float, float]]) -> Box:
    """All that the sketch shows."""
    boxes = [outline, *([plate] if plate is not None else ())]
    us = [u for box in boxes for u in (box[0], box[2])] + [u for u, _ in spots]
    vs = [v for box in boxes for v in (box[1], box[3])] + [v for _, v in spots]
    return min(us), min(vs), max(us), max(vs)


def _from_zero(canvas: Canvas, left: float, first: tuple[float, float], low: float, text: str) -> None:
    """A string under the sketch from the zero, which lies beyond it, to the first mark."""
    level = low + 9
    canvas.setLineWidth(0.5)
    canvas.line(left, level, first[0], level)
    canvas.line(first[0], level - 3, first[0], first[1])
    for n in (0, 1):  # broken: the zero is farther off than it is drawn
        canvas.line(left + 8 + 3 * n, level - 3, left + 11 + 3 * n, level + 3)
    canvas.line(left, level - 4, left, level + 4)
    canvas.setFont(STRONG, 8.5)
    canvas.drawString(left + 20, level + 2.5, primes(text))


# ── the table ──


def _rows(card: _Card, one: HangsTold, marks: MarkOut) -> None:
    heads = ("", "along", "out" if marks.surface == "ceiling" else "up", "off the line", "±", "done")
    room, more = FIRST_PAGE, one.rows
    while more:
        now, more = more[:room], more[room:]
        _table(card, now, heads)
        if more:
            card.more(one.title)
            room = MORE


def _table(card: _Card, rows: Sequence[RowTold], heads: Sequence[str]) -> None:
    canvas, left = card.canvas, card.left
    card.y -= 13
    canvas.setFont(FACE, 8)
    for head, at in zip(heads, COLUMNS, strict=True):
        if head != "off the line" or rows[0].off:
            canvas.drawString(left + at * MM, card.y, head)
    canvas.setLineWidth(0.8)
    canvas.line(left, card.y - 3, card.right, card.y - 3)
    for row in rows:
        card.y -= LINE * MM
        for n, (cell, at) in enumerate(
            zip((str(row.number), row.along, row.up, row.off, row.half), COLUMNS, strict=False)
        ):
            canvas.setFont(STRONG if n < 3 else FACE, 13 if n < 3 else 9.5)
            canvas.drawString(left + at * MM, card.y, primes(cell))
        canvas.setLineWidth(0.7)
        canvas.rect(left + COLUMNS[-1] * MM, card.y - 2, 11, 11)
        canvas.setLineWidth(0.3)
        canvas.line(left, card.y - 5, card.right, card.y - 5)
    card.y -= 6


def _into(rows: Sequence[RowTold]) -> list[str]:
    """What the marks go into and what comes first, those alike told once."""
    alike: dict[tuple[str, tuple[str, ...]], list[int]] = {}
    for row in rows:
        alike.setdefault((row.into, row.first), []).append(row.number)
    return [
        f"{', '.join(map(str, numbers))}: {into}" + (f". First: {'; '.join(first)}." if first else ".")
        for (into, first), numbers in alike.items()
        if into
    ]
