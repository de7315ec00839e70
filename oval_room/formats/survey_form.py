"""The survey form as PDF: blank, to be filled in by hand in the room, or filled with what is known. A4, black on
white."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from typing import Final, NamedTuple

from reportlab.pdfgen.canvas import Canvas

from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Frozen, Measure
from oval_room.core.plan.turn import wall_name
from oval_room.core.record import record
from oval_room.core.survey.observed import wall_measure
from oval_room.core.words import dim_name
from oval_room.drawing.paper import MM
from oval_room.drawing.pdf import FACE, STRONG, register_faces

PAGE: Final = (210.0, 297.0)
EDGE: Final = 14.0
ROW: Final = 7.2
SKETCH: Final = 96.0  # height of the sketch box [mm]
GRID: Final = 5.0
CAUTION: Final = (
    "Look for cables and pipes before any hole. Ladder: three points. Lofts: joists only. Old "
    "boards: may hold asbestos; stop and have it tested."
)


class Line(NamedTuple):
    """One row of the form: what, the value as read (empty to fill in), ± and instrument."""

    what: str
    value: str = ""
    doubt: str = ""
    by: str = ""


def form_lines(plan: Plan, *, blank: bool) -> list[tuple[str, list[Line]]]:
    """The form's groups and rows."""
    form = _Rows(plan, blank)
    return [
        ("Walls and levels", form.walls()),
        ("Openings", form.openings() or _empty(4)),
        ("Seats and eyes", form.seats() or _empty(4)),
        ("Light at the picture, display off", form.light()),
        ("Studs and joists: where, how found", form.finds() or _empty(8)),
        ("What walls and ceiling are made of, sockets, pipes, way in", _empty(8) if blank else _made(plan)),
    ]


def _empty(count: int) -> list[Line]:
    return [Line("") for _ in range(count)]


@record
class _Rows:
    """A survey as rows to be filled in, or as it was filled in."""

    plan: Plan
    blank: bool

    def line(self, what: str, measure: Measure | None, unit: str = "") -> Line:
        if self.blank or measure is None or measure.unsure:
            return Line(what)
        logged = [self.plan.readings[key] for key in measure.readings if key in self.plan.readings]
        by = logged[-1].instrument if logged else measure.source
        value = f"{measure.value:g} lux" if unit else self.plan.writing.ruler.show(measure.value)
        doubt = "" if unit or not measure.half_width else f"± {measure.half_width:g} mm"
        return Line(what, value, doubt, f"{by}, {len(logged)}×" if len(logged) > 1 else by)

    def walls(self) -> list[Line]:
        survey = self.plan.survey
        out = []
        for n, wall in enumerate(survey.room.walls, 1):
            ends = f"c{wall.key[1:]} to c{n % len(survey.room.walls) + 1}"
            out.append(self.line(f"{wall_name(survey.room, wall)}, {ends}", wall_measure(survey, wall.key)))
        for key in sorted(key for key in survey.dims if key[0] in "chfp"):
            out.append(self.line(dim_name(self.plan, key), survey.dims[key]))
        if self.blank or not any(key[0] == "c" for key in survey.dims):
            out.append(Line("diagonal c__ to c__"))
        return [*out, self.line("ceiling", survey.room.height)]

    def openings(self) -> list[Line]:
        return self._each("openings", self.plan.survey.openings, ("along", "width", "sill", "head"))

    def seats(self) -> list[Line]:
        return self._each("seats", self.plan.survey.seats, ("y", "x", "eye"))

    def _each(self, listed: str, nodes: Mapping[str, Frozen], fields: Sequence[str]) -> list[Line]:
        return [
            self.line(dim_name(self.plan, f"survey.{listed}.{key}.{field}"), getattr(node, field))
            for key, node in nodes.items()
            for field in fields
        ]

    def light(self) -> list[Line]:
        return [
            self.line(f"{scene.name}, from the {origin}", getattr(scene, origin), "lux")
            for scene in self.plan.survey.scenes.values()
            for origin in ("ceiling", "side", "front")
        ]

    def finds(self) -> list[Line]:
        show = self.plan.writing.ruler.show
        found = () if self.blank else self.plan.survey.finds.values()
        return [Line(f"{one.wall}, {one.how}, {'hit' if one.hit else 'miss'}", show(one.at)) for one in found]


def _made(plan: Plan) -> list[Line]:
    survey, ruler = plan.survey, plan.writing.ruler
    lines = [Line(wall_name(survey.room, wall), survey.kind_of(wall.key)) for wall in survey.room.walls]
    lines.append(Line("ceiling", survey.kind_of("ceiling")))
    lines += [
        Line(f"{one.name} on {one.wall}", f"{ruler.show(one.along)} along, {ruler.show(one.z)} up", one.circuit)
        for one in survey.services.values()
    ]
    lines += [
        Line(f"way in, {one.name}", f"{ruler.show(one.width)} × {ruler.show(one.height)}")
        for one in survey.passages.values()
    ]
    return lines


def write_form(plan: Plan, *, blank: bool, revision: int = 0) -> bytes:
    """The form as PDF; with blank, only the names of what there is to measure."""
    register_faces()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(PAGE[0] * MM, PAGE[1] * MM), invariant=1)
    canvas.setTitle(f"Survey of {plan.name}")
    sheet = _Form(canvas, plan, revision)
    sheet.head()
    sheet.sketch(blank)
    for title, lines in form_lines(plan, blank=blank):
        sheet.group(title, lines)
    sheet.foot()
    canvas.save()
    return out.getvalue()


class _Form:
    def __init__(self, canvas: Canvas, plan: Plan, revision: int) -> None:
        self.canvas, self.plan, self.revision = canvas, plan, revision
        self.y, self.page = PAGE[1] - EDGE, 1

    def text(self, x: float, y: float, words: str, size: float = 9.5, face: str = FACE) -> None:
        self.canvas.setFont(face, size)
        self.canvas.drawString(x * MM, y * MM, words)

    def head(self) -> None:
        self.text(EDGE, self.y - 5, f"Survey: {self.plan.name}", 15, STRONG)
        self.text(EDGE, self.y - 10.5, ", ".join(filter(None, (self.plan.client, self.plan.place))))
        told = f"revision {self.revision}, page {self.page}" if self.revision else f"page {self.page}"
        self.canvas.setFont(FACE, 9.5)
        self.canvas.drawRightString((PAGE[0] - EDGE) * MM, (self.y - 5) * MM, told)
        self.canvas.drawRightString(
            (PAGE[0] - EDGE) * MM, (self.y - 10.5) * MM, "by ________________   on ____________"
        )
        self.y -= 15

    def sketch(self, blank: bool) -> None:
        """A box with a 5 mm grid to sketch in, or the outline to scale with its corners."""
        left, low, wide = EDGE, self.y - SKETCH, PAGE[0] - 2 * EDGE
        self.canvas.setLineWidth(0.25)
        self.canvas.setStrokeGray(0.75)
        for i in range(int(wide / GRID) + 1):
            self.canvas.line((left + i * GRID) * MM, low * MM, (left + i * GRID) * MM, self.y * MM)
        for i in range(int(SKETCH / GRID) + 1):
            self.canvas.line(
                left * MM, (low + i * GRID) * MM, (left + int(wide / GRID) * GRID) * MM, (low + i * GRID) * MM
            )
        self.canvas.setStrokeGray(0)
        if not blank:
            self._outline(left, low, wide)
        note = "display wall at the top, corners numbered to the right from its left end" if blank else "to scale"
        self.text(left, low - 4, note, 8)
        self.y = low - 8

    def _outline(self, left: float, low: float, wide: float) -> None:
        x0, y0, x1, y1 = self.plan.survey.room.extent
        scale = min((wide - 20) / (x1 - x0), (SKETCH - 14) / (y1 - y0))
        across = left + (wide - (x1 - x0) * scale) / 2

        def at(x: float, y: float) -> tuple[float, float]:
            return (across + (x - x0) * scale) * MM, (self.y - 7 - (y - y0) * scale) * MM

        path = self.canvas.beginPath()
        corners = self.plan.survey.room.corners
        path.moveTo(*at(*corners[0]))
        for corner in corners[1:]:
            path.lineTo(*at(*corner))
        path.close()
        self.canvas.setLineWidth(1.4)
        self.canvas.setFillGray(1)
        self.canvas.drawPath(path, fill=1)
        self.canvas.setFillGray(0)
        for n, corner in enumerate(corners, 1):
            x, y = at(*corner)
            self.text(x / MM + 1.2, y / MM + 1.2, f"c{n}", 8)
        for wall in self.plan.survey.room.walls:
            x, y = at(*wall.room(wall.length / 2, 0.0))
            self.text(x / MM - 6, y / MM + 1.2, self.plan.writing.ruler.show(wall.length), 8)

    def group(self, title: str, lines: Sequence[Line]) -> None:
        if self.y - 2 * ROW < EDGE + 8:
            self.turn()
        self.y -= 6
        self.text(EDGE, self.y, title, 11, STRONG)
        self.y -= 2
        for line in lines:
            if self.y - ROW < EDGE + 8:
                self.turn()
            self.row(line)

    def row(self, line: Line) -> None:
        self.y -= ROW
        base, columns = self.y + 2, (EDGE, EDGE + 84, EDGE + 132, EDGE + 156)
        for x, words, face in zip(columns, line, (FACE, STRONG, FACE, FACE), strict=True):
            self.text(x, base, words, 9.5, face)
        self.canvas.setLineWidth(0.4)
        for x, end in (
            (columns[0], columns[1] - 3),
            (columns[1], columns[2] - 3),
            (columns[2], columns[3] - 3),
            (columns[3], PAGE[0] - EDGE),
        ):
            self.canvas.line(x * MM, self.y * MM, end * MM, self.y * MM)

    def foot(self) -> None:
        self.text(EDGE, EDGE - 6, CAUTION, 7.5)

    def turn(self) -> None:
        self.foot()
        self.canvas.showPage()
        self.page += 1
        self.y = PAGE[1] - EDGE
        self.head()
