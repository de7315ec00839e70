"""The drilling template: a plate's holes at true size, tiled over sheets that are taped together, each with marks to
lay them by, a bar to check the print by, and the way the sheets lie (rules 7.3)."""

from __future__ import annotations

import io
import math
from collections.abc import Sequence
from typing import Final, NamedTuple

from reportlab.pdfgen.canvas import Canvas

from oval_room.drawing.paper import MM, PAPERS, Titles
from oval_room.drawing.pdf import FACE, STRONG, register_faces
from oval_room.drawing.qr import draw_qr

EDGE: Final = 10.0
"""Kept free round a sheet [mm]."""
OVERLAP: Final = 15.0
"""What two sheets share [mm]."""
FOOT: Final = 18.0
"""For the sheet's words [mm]."""
AROUND: Final = 40.0
"""Of the wall round the plate and its holes [mm]."""
LEAST_ROLL: Final = 250.0
"""As wide as a sheet's words want [mm]."""
BAR: Final = 100.0
UPRIGHT: Final = 10.0
"""The bars a print is checked by, across and up [mm]."""
MAP_CELL: Final = 3.2
"""A sheet on the map of sheets [mm]."""
CROSS: Final = 9.0
"""Half a hole's cross [mm]."""
MOST_SHEETS: Final = 60
ROLL: Final = "roll"
"""A template in one piece, for a plotter's roll."""
QR_SIDE: Final = 17.0
"""[mm]"""


class Plate(NamedTuple):
    """What is drilled for one picture [mm]: numbered holes along and up, the plate's outline, its middle and the
    panel's, rows with what is said of each."""

    name: str
    holes: Sequence[tuple[int, float, float]]
    outline: tuple[float, float, float, float]
    middle: float
    panel: float
    rows: Sequence[tuple[float, str]]
    bit: float


class Tile(NamedTuple):
    """One sheet's window on the wall [mm], its column and row."""

    u: float
    v: float
    column: int
    row: int


def size_of(plate: Plate, paper: str) -> tuple[float, float]:
    """A sheet's width and height [mm]; of a roll as much as the template takes."""
    if paper != ROLL:
        return PAPERS[paper]
    u0, v0, u1, v1 = window(plate)
    return max(u1 - u0, LEAST_ROLL) + 2 * EDGE, v1 - v0 + 2 * EDGE + FOOT


def tiles(plate: Plate, paper: str) -> tuple[list[Tile], tuple[int, int], tuple[float, float]]:
    """The sheets that cover a plate, their columns and rows, and what one shows [mm]."""
    wide, high = size_of(plate, paper)
    shows = wide - 2 * EDGE, high - 2 * EDGE - FOOT
    u0, v0, u1, v1 = window(plate)
    counts = [
        max(1, math.ceil((end - start - OVERLAP) / (side - OVERLAP)))
        for start, end, side in ((u0, u1, shows[0]), (v0, v1, shows[1]))
    ]
    columns, rows = counts
    start = (u0 + u1) / 2 - (columns * (shows[0] - OVERLAP) + OVERLAP) / 2
    foot = (v0 + v1) / 2 - (rows * (shows[1] - OVERLAP) + OVERLAP) / 2
    found = [
        Tile(start + column * (shows[0] - OVERLAP), foot + row * (shows[1] - OVERLAP), column, row)
        for row in reversed(range(rows))
        for column in range(columns)
    ]
    return found[:MOST_SHEETS], (columns, rows), shows


def window(plate: Plate) -> tuple[float, float, float, float]:
    """What a template shows of the wall [mm]."""
    us, vs = [u for _, u, _ in plate.holes], [v for _, _, v in plate.holes]
    u0, v0, u1, v1 = plate.outline
    return min(u0, *us) - AROUND, min(v0, *vs) - AROUND, max(u1, *us) + AROUND, max(v1, *vs) + AROUND


def write_template(plate: Plate, titles: Titles, paper: str = "A4", back: str = "") -> bytes:
    """The template as PDF, a sheet a page, at true size. back: the address of the step it belongs to, as a QR code."""
    register_faces()
    wide, high = (side * MM for side in size_of(plate, paper))
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(wide, high), invariant=1)
    canvas.setTitle(f"{titles.job}, {plate.name}, template, revision {titles.revision}")
    found, counts, shows = tiles(plate, paper)
    for number, tile in enumerate(found, 1):
        _sheet(canvas, plate, tile, shows)
        _foot(canvas, plate, titles, tile, counts, (number, len(found)), wide)
        if back:
            columns = counts[0] * MAP_CELL + 2
            draw_qr(canvas, back, wide - (EDGE + columns + QR_SIDE) * MM, EDGE * MM, QR_SIDE * MM)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _sheet(canvas: Canvas, plate: Plate, tile: Tile, shows: tuple[float, float]) -> None:
    """The wall in this sheet's window, and the marks its neighbours are laid by."""
    canvas.saveState()
    canvas.setLineWidth(0.5)
    sheet = EDGE * MM, (EDGE + FOOT) * MM, shows[0] * MM, shows[1] * MM
    canvas.rect(*sheet)
    frame = canvas.beginPath()
    frame.rect(*sheet)
    canvas.clipPath(frame, stroke=0, fill=0)

    def at(u: float, v: float) -> tuple[float, float]:
        return (EDGE + u - tile.u) * MM, (EDGE + FOOT + v - tile.v) * MM

    left, right = tile.u, tile.u + shows[0]
    for v, told in plate.rows:
        canvas.setLineWidth(0.6)
        canvas.line(*at(left, v), *at(right, v))
        canvas.setFont(FACE, 9)
        x, y = at(left + 4, v + 2)
        canvas.drawString(x, y, told)
    for u, told, dash in ((plate.middle, "plate's middle", [6, 3]), (plate.panel, "panel's middle", [1, 3])):
        canvas.setDash(dash, 0)
        canvas.line(*at(u, tile.v), *at(u, tile.v + shows[1]))
        canvas.setDash([], 0)
        canvas.saveState()
        canvas.translate(*at(u - 2, tile.v + shows[1] - 30))
        canvas.rotate(90)
        canvas.setFont(FACE, 8)
        canvas.drawString(0, 0, told)
        canvas.restoreState()
    u0, v0, u1, v1 = plate.outline
    canvas.setLineWidth(0.9)
    canvas.rect(*at(u0, v0), (u1 - u0) * MM, (v1 - v0) * MM)
    for number, u, v in plate.holes:
        canvas.setLineWidth(0.7)
        canvas.line(*at(u - CROSS, v), *at(u + CROSS, v))
        canvas.line(*at(u, v - CROSS), *at(u, v + CROSS))
        canvas.circle(*at(u, v), plate.bit / 2 * MM)
        canvas.setFont(STRONG, 14)
        x, y = at(u + CROSS * 0.6, v + CROSS * 0.5)
        canvas.drawString(x, y, str(number))
    canvas.restoreState()
    canvas.setLineWidth(0.4)
    for u in (tile.u + OVERLAP / 2, tile.u + shows[0] - OVERLAP / 2):
        for v in (tile.v + OVERLAP / 2, tile.v + shows[1] - OVERLAP / 2):
            canvas.lines([(*at(u - 3, v), *at(u + 3, v)), (*at(u, v - 3), *at(u, v + 3))])


def _foot(
    canvas: Canvas,
    plate: Plate,
    titles: Titles,
    tile: Tile,
    counts: tuple[int, int],
    sheet: tuple[int, int],
    wide: float,
) -> None:
    """Whose it is, the bar to measure, how the sheets lie, and what stops."""
    columns, rows = counts
    left, foot = EDGE * MM, EDGE * MM
    canvas.setLineWidth(1.0)
    y = foot + 4 * MM
    canvas.lines([(left, y, left + BAR * MM, y)])
    canvas.lines([(x, y - 4, x, y + 4) for x in (left, left + BAR * MM)])
    up = left + (BAR + 4) * MM
    canvas.lines([(up, foot, up, foot + UPRIGHT * MM)])
    canvas.lines([(up - 4, at, up + 4, at) for at in (foot, foot + UPRIGHT * MM)])
    canvas.setFont(FACE, 8.5)
    told = f"{BAR:g} mm across, {UPRIGHT:g} up: measure both before you drill; print at 100 %"
    canvas.drawString(left + (BAR + 7) * MM, y - 3, told)
    canvas.setFont(STRONG, 10)
    told = f"{titles.job}: {plate.name}, template 1:1, sheet {sheet[0]} of {sheet[1]}, revision {titles.revision}"
    canvas.drawString(left, foot + 12 * MM, told[:96])
    stops = [note for note in titles.notes if note.startswith("STOP")]
    canvas.setFont(STRONG if stops else FACE, 8)
    canvas.drawString(left, foot + 8 * MM, (stops[0] if stops else titles.notes[0] if titles.notes else "")[:130])
    side = MAP_CELL * MM
    for row in range(rows):
        for column in range(columns):
            x, up = wide - EDGE * MM - (columns - column) * side, foot + row * side
            here = (column, row) == (tile.column, tile.row)
            canvas.setFillGray(0.2 if here else 1)
            canvas.rect(x, up, side, side, stroke=1, fill=1)
    canvas.setFillGray(0)
