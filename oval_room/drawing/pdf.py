"""Writes scenes as a PDF, one view a page, true to scale, black on white, with a title block at the lower right."""

from __future__ import annotations

import io
import math
from collections.abc import Collection, Sequence
from pathlib import Path as File
from typing import Final, NamedTuple

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from oval_room.drawing.layout import TEXT, Box, Frame, Page, PlacedDim, PlacedLabel
from oval_room.drawing.metrics import SMALL, pieces
from oval_room.drawing.paper import BLOCK, EDGE, MM, PAPERS, PEN, ROOM, Titles, largest_scale
from oval_room.drawing.paper_svg import SvgLine, SvgPaper
from oval_room.drawing.scene import LAYERS, Dim, Ellipse, Label, Mark, P, Path, Scene
from oval_room.drawing.seat_light import TONES

BARS: Final = (20, 25, 30, 40, 50, 60)
"""Lengths of the bar that shows a print's scale [mm]."""
FACE, STRONG = "Barlow500", "Barlow600"
_FACES: Final = File(__file__).parent / "faces"


class Ink(NamedTuple):
    """Line width [pt], dash, grey of the filling (None: not filled, 1 white)."""

    width: float = 0.6
    dash: tuple[float, ...] = ()
    fill: float | None = None


_INKS: Final[dict[str, Ink]] = {
    "outline": Ink(1.4),
    "outline-assumed": Ink(1.1, (4, 3)),
    "riser": Ink(1.2),
    "picture-edge": Ink(3.2),
    "picture-edge-other": Ink(1.6),
    "picture": Ink(1.4),
    "picture-other": Ink(0.7),
    "frame": Ink(0.6),
    "beam": Ink(0.6, (), 0.94),
    "sight": Ink(0.4),
    "guide": Ink(0.4, (3, 3)),
    "sight-over": Ink(0.5, (4, 3)),
    "sight-over-short": Ink(0.8, (4, 3)),
    "overhead": Ink(0.8, (4, 2)),
    "cloth": Ink(0.8, (1, 2)),
    "band-chosen": Ink(0, (), 0.93),
    "range-hard": Ink(0, (), 0.95),
    "range-soft": Ink(0.5, (), 0.88),
    "range-none": Ink(0.6, (), 0.8),
    "now": Ink(1.6),
    "now-brass": Ink(1.6),
    "rail": Ink(1.0),
    "rung": Ink(0.6),
    "rung-soft": Ink(0.4, (3, 2)),
    "plate": Ink(1.2),
    "pole": Ink(1.0),
    "strip-mind": Ink(0, (), 0.92),
    "strip-good": Ink(0, (), 0.85),
    "plate-struck": Ink(0, (), 0.7),
    "plate-safest": Ink(0.8),
    "bridging": Ink(0.8),
    "slot": Ink(0.4),
    "hush-box": Ink(0.6, (3, 1.5)),
    "port": Ink(0.8, (), 1.0),
    "joist-cut": Ink(0.8, (), 0.9),
    "plate-window": Ink(0.15, (1.4, 0.8), 0.93),
    "strip-wall": Ink(0, (), 0.75),
    "bolt-good": Ink(1.1, (), 1),
    "bolt-mind": Ink(1.6, (), 0.8),
    "bolt-stop": Ink(2.2, (), 0.5),
    "shear": Ink(1.4),
    "bracket-bar": Ink(0.5, (1, 1)),
    "outlet-clash": Ink(1.8, (), 0.8),
    "board-left": Ink(0.4, (3, 2)),
    "light-strip": Ink(1.0, (1, 1.5)),
    "strip-passed": Ink(0.6, (4, 3), 0.9),
    "wall-end": Ink(1.2),
    "window": Ink(0.8, (), 0.95),
    "check": Ink(0.4, (2, 3)),
    "raster": Ink(0.5, (4, 3)),
    "raster-tilted": Ink(0.6, (1, 3)),
    "memory-span": Ink(1.2),
    "memory-span-out": Ink(0.8, (2, 2)),
    "memory-edge": Ink(0.6, (4, 1.5)),
    "tray-stop": Ink(0.5, (2, 1.2)),
    "tray-beam": Ink(0.3, (1, 2)),
    "memory": Ink(0.5),
    "head-in-front": Ink(0.4, (), 0.4),
    "seen": Ink(1.4, (), 0.95),
    "hole": Ink(1.1, (), 1),
    "gap": Ink(0, (), 1),
    "hole-in-wall": Ink(0.8, (), 1),
    "jamb": Ink(0.8),
    "pane": Ink(0.4),
    "pane-box": Ink(0.4),
    "leaf": Ink(0.8),
    "sweep": Ink(0.3, (2, 2)),
    "service-plate": Ink(0.6, (), 1),
    "service": Ink(0.8),
    "run": Ink(1.2, (5, 2)),
    "post": Ink(0.4),
    "post-hold": Ink(0),
    "wire": Ink(1.0),
    "wire-mind": Ink(1.0, (4, 2)),
    "wire-stop": Ink(1.6, (1, 2)),
    "zone": Ink(0, (), 0.92),
    "stud-sure": Ink(0.6),
    "stud-likely": Ink(0.5, (5, 3)),
    "stud-guess": Ink(0.4, (1, 3)),
    "joist": Ink(0.4, (8, 3)),
    "struck": Ink(1.0),
    "find-pilot": Ink(0, (), 0),
    "find-magnet": Ink(0, (), 0),
    "find-scanner": Ink(0.8, (), 1),
    "find-knock": Ink(0.8, (), 1),
    "find-miss": Ink(0.8),
    "thing-walkway": Ink(0.4, (4, 3)),
    "key": Ink(0.5, (), 1),
    "guide-faint": Ink(0.25),
    "split": Ink(0.6, (4, 2)),
    "mirrored": Ink(0.6, (2, 2), 0.9),
    "map-0": Ink(0),
    "map-1": Ink(0, (), 0.97),
    "map-2": Ink(0, (), 0.94),
    "map-3": Ink(0, (), 0.9),
    "map-4": Ink(0, (), 0.85),
    "map-5": Ink(0, (), 0.78),
    "best-row": Ink(1.0, (6, 3)),
    "eye": Ink(0, (), 0),
    "lens": Ink(0, (), 0),
    "need-out": Ink(0, (), 0),
    "chair": Ink(0.5),
    "head": Ink(0.7, (), 1),
    "head-subject": Ink(1.3, (), 1),
    "reflection": Ink(0.3, (2, 2), 0.97),
    "shadow": Ink(0.4, (3, 2), 0.3),
    **{f"tone-{n}": Ink(0, (), (n / TONES) ** 0.8) for n in range(TONES + 1)},
}
_HATCH: Final[dict[str, tuple[float, float]]] = {
    "masonry": (45, 4),
    "timber": (0, 4),
    "board": (90, 4),
    "ground": (20, 5),
    "unknown": (-45, 7),
}
"""Angle of the hatching lines and how far apart they are [deg, pt]."""


def register_faces() -> None:
    """Make the lettering known to ReportLab, once."""
    for name, weight in ((FACE, 500), (STRONG, 600)):
        if name not in pdfmetrics.getRegisteredFontNames():
            pdfmetrics.registerFont(TTFont(name, str(_FACES / f"barlow-semi-condensed-{weight}.ttf")))


def write_pdf(
    scenes: Sequence[Scene],
    titles: Titles,
    paper: str = "A4",
    scale: int | None = None,
    layers: Collection[str] = LAYERS,
) -> bytes:
    """A PDF with one page a scene.

    Args:
        scale: the denominator for all pages; None takes the largest usual one that fits each.
        layers: what is drawn.
    """
    register_faces()
    width, height = (side * MM for side in PAPERS[paper])
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(width, height), invariant=1)
    canvas.setTitle(f"{titles.job}, revision {titles.revision}")
    for number, scene in enumerate(scenes, 1):
        _Sheet(canvas, width, height, scene, largest_scale(scene, paper, scale), layers).draw(
            titles, number, len(scenes)
        )
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def write_pages(
    scenes: Sequence[Scene],
    titles: Titles,
    paper: str = "A4",
    scale: int | None = None,
    layers: Collection[str] = LAYERS,
) -> list[str]:
    """The same pages as SVG, as they will come out of the printer."""
    register_faces()
    width, height = (side * MM for side in PAPERS[paper])
    pages = []
    for number, scene in enumerate(scenes, 1):
        sized = largest_scale(scene, paper, scale)
        title = f"{scene.title}, sheet {number} of {len(scenes)}, {paper}{_scale_told(scene, sized, ' at ')}"
        page = SvgPaper(width, height, f"page{number}", title)
        sheet = _Sheet(page, width, height, scene, sized, layers)
        sheet.draw(titles, number, len(scenes))
        pages.append(page.svg())
    return pages


def _scale_told(scene: Scene, scale: int, lead: str = "") -> str:
    return f"{lead}1:{scale}" if scene.to_scale else f"{lead and ', '}not to scale"


class _Sheet:
    def __init__(
        self, canvas: Canvas | SvgPaper, width: float, height: float, scene: Scene, scale: int, layers: Collection[str]
    ) -> None:
        self.canvas, self.width, self.height, self.scene, self.scale, self.layers = (
            canvas,
            width,
            height,
            scene,
            scale,
            layers,
        )
        per = MM / scale / PEN  # the layout's pixels for one millimetre of the room
        u0, v0, u1, v1 = scene.window
        page_w, page_h = width / PEN, (height - (EDGE + BLOCK[1]) * MM) / PEN
        left = max((page_w - (u1 - u0) * per) / 2, EDGE * MM / PEN + ROOM.left)
        top = max((page_h - (v1 - v0) * per) / 2, EDGE * MM / PEN + ROOM.top)
        self.frame = Frame(per, left, top, u0, v1)
        edges = Box(self.frame.x(u0), self.frame.y(v1), self.frame.x(u1), self.frame.y(v0))
        self.page = Page(self.frame, page_w, page_h, edges)

    def at(self, x: float, y: float) -> tuple[float, float]:
        """A place of the layout (y down) on the paper (y up) [pt]."""
        return x * PEN, self.height - y * PEN

    def place(self, p: P) -> tuple[float, float]:
        return self.at(*self.frame.at(p))

    def draw(self, titles: Titles, number: int, count: int) -> None:
        shown = [shape for shape in self.scene.shapes if shape.layer in self.layers]
        for shape in shown:  # the beam lies under everything: print has no glass
            if isinstance(shape, Path) and shape.style == "beam":
                self._path(shape)
        for layer in LAYERS:
            for shape in shown:
                if shape.layer != layer or getattr(shape, "style", "") == "beam":
                    continue
                if isinstance(shape, Path):
                    self._path(shape)
                elif isinstance(shape, Ellipse):
                    self._ellipse(shape)
                elif isinstance(shape, Mark):
                    self._mark(shape)
        self.page.keep_clear(shown)
        for dim in self.page.dims(shape for shape in shown if isinstance(shape, Dim)):
            self._dim(dim)
        for label in self.page.labels(shape for shape in shown if isinstance(shape, Label)):
            self._label(label)
        self._titles(titles, number, count)

    def _ink(self, style: str) -> Ink:
        ink = _INKS.get(style, Ink())
        self.canvas.setStrokeGray(0)
        self.canvas.setLineWidth(ink.width or 0.01)
        self.canvas.setDash(*((list(ink.dash), 0) if ink.dash else ([], 0)))
        if ink.fill is not None:
            self.canvas.setFillGray(ink.fill)
        return ink

    def _path(self, shape: Path) -> None:
        line = self.canvas.beginPath()
        for i, point in enumerate(shape.points):
            (line.lineTo if i else line.moveTo)(*self.place(point))
        if shape.closed:
            line.close()
        if shape.style.startswith("cut-"):
            self._hatch(line, shape)
            return
        ink = self._ink(shape.style)
        self.canvas.drawPath(line, stroke=int(ink.width > 0), fill=int(ink.fill is not None and shape.closed))

    def _hatch(self, line: SvgLine, shape: Path) -> None:
        """Lines at the angle and distance of what it is made of, inside the shape."""
        angle, apart = _HATCH[shape.style.removeprefix("cut-")]
        places = [self.place(point) for point in shape.points]
        xs, ys = [x for x, _ in places], [y for _, y in places]
        middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
        reach = math.hypot(max(xs) - min(xs), max(ys) - min(ys)) / 2 + apart
        self.canvas.saveState()
        self.canvas.clipPath(line, stroke=0, fill=0)
        self.canvas.setLineWidth(0.35)
        self.canvas.setDash([], 0)
        self.canvas.translate(*middle)
        self.canvas.rotate(angle)
        steps = int(reach / apart) + 1
        self.canvas.lines([(-reach, i * apart, reach, i * apart) for i in range(-steps, steps + 1)])
        self.canvas.restoreState()

    def _ellipse(self, shape: Ellipse) -> None:
        ink = self._ink(shape.style)
        x, y = self.place(shape.centre)
        a, b = (radius * self.frame.scale * PEN for radius in shape.radii)
        self.canvas.ellipse(x - a, y - b, x + a, y + b, stroke=int(ink.width > 0), fill=int(ink.fill is not None))

    def _mark(self, shape: Mark) -> None:
        ink = self._ink(shape.style)
        x, y = self.place(shape.at)
        if shape.sign in ("dot", "hole"):
            self.canvas.circle(
                x, y, 2.4 if shape.sign == "hole" else 1.6, stroke=int(ink.width > 0), fill=int(ink.fill is not None)
            )
        if shape.sign in ("cross", "hole"):
            self.canvas.setLineWidth(0.5)
            self.canvas.lines([(x - 5, y, x + 5, y), (x, y - 5, x, y + 5)])

    def _dim(self, placed: PlacedDim) -> None:
        canvas, dim = self.canvas, placed.dim
        canvas.setLineWidth(0.4)
        canvas.setStrokeGray(0)
        canvas.setDash(*(([3, 2], 0) if dim.style == "assumed" else ([], 0)))
        (ax, ay), (bx, by), (tx, ty) = self.at(*placed.a), self.at(*placed.b), self.at(*placed.text_at)
        half = placed.gap / 2 * PEN
        if not half:
            canvas.line(ax, ay, bx, by)
        elif placed.upright:
            low, high = sorted((ay, by))
            canvas.lines([(ax, low, ax, ty - half), (ax, ty + half, ax, high)])
        else:
            low, high = sorted((ax, bx))
            canvas.lines([(low, ay, tx - half, ay), (tx + half, ay, high, ay)])
        canvas.setDash([], 0)
        canvas.setLineWidth(0.9)
        canvas.lines([(x - 2.2, y - 2.2, x + 2.2, y + 2.2) for x, y in ((ax, ay), (bx, by))])  # drafting ticks
        if dim.broken:
            self._break((ax, ay) if dim.moves == "b" else (bx, by), placed.upright)
        self._text(dim.text, tx, ty, TEXT["dim"], "middle", placed.upright, STRONG if dim.style == "brass" else FACE)

    def _break(self, held: tuple[float, float], upright: bool) -> None:
        """Two strokes across a string near the end that lies beyond the drawing: it is not to scale there."""
        x, y = held
        strokes = [(-3.0, away - 1, 3.0, away + 1) for away in (4.5, 7.0)]  # across, along, across, along
        self.canvas.lines(
            [(x + a, y + b, x + c, y + d) if upright else (x + b, y + a, x + d, y + c) for a, b, c, d in strokes]
        )

    def _label(self, placed: PlacedLabel) -> None:
        label = placed.label
        size = TEXT.get(label.style, TEXT["label"])
        x, y = self.at(placed.x, placed.y)
        self._text(label.text, x, y, size, label.anchor, label.turned, STRONG if label.style == "strong" else FACE)

    def _text(self, text: str, x: float, y: float, size: float, anchor: str, turned: bool, face: str) -> None:
        """Text whose middle height is y; a fraction's figures stand small, one up and one down."""
        canvas, size = self.canvas, size * PEN
        parts = [(part, size * (SMALL if part.role in ("over", "under") else 1)) for part in pieces(text)]
        width = sum(pdfmetrics.stringWidth(part.text, face, points) for part, points in parts)
        canvas.saveState()
        canvas.setFillGray(0)
        canvas.translate(x, y)
        if turned:
            canvas.rotate(90)
        at = {"start": 0.0, "middle": -width / 2, "end": -width}[anchor]
        canvas.setFillGray(1)
        canvas.rect(at - 1, -size * 0.42, width + 2, size * 0.84, stroke=0, fill=1)  # nothing runs through lettering
        canvas.setFillGray(0)
        for part, points in parts:
            canvas.setFont(face, points)
            canvas.drawString(
                at, -size * 0.35 + {"over": size * 0.32, "under": -size * 0.1}.get(part.role, 0.0), part.text
            )
            at += pdfmetrics.stringWidth(part.text, face, points)
        canvas.restoreState()

    def _titles(self, titles: Titles, number: int, count: int) -> None:
        canvas, edge = self.canvas, EDGE * MM
        canvas.setStrokeGray(0)
        canvas.setDash([], 0)
        canvas.setLineWidth(0.8)
        canvas.rect(edge / 2, edge / 2, self.width - edge, self.height - edge)
        left, top = self.width - edge / 2 - BLOCK[0] * MM, edge / 2 + BLOCK[1] * MM
        canvas.rect(left, edge / 2, BLOCK[0] * MM, BLOCK[1] * MM)
        title = self.scene.title[:1].upper() + self.scene.title[1:]
        told = _scale_told(self.scene, self.scale)
        lines = (
            (STRONG, 11, titles.job),
            (FACE, 8, titles.place),
            (FACE, 8.5, title[:64]),
            (STRONG, 9, f"{told}   {titles.date}   revision {titles.revision}   sheet {number} of {count}"),
            (FACE, 7.5, titles.firm),
        )
        y = top - 12
        for face, points, text in lines:
            canvas.setFont(face, points)
            canvas.setFillGray(0)
            canvas.drawString(left + 7, y, text)
            y -= points + 4
        if self.scene.to_scale:
            self._scale_bar(edge)
        canvas.setFont(FACE, 7.5)
        for i, note in enumerate(titles.notes[:5]):
            canvas.drawString(edge, edge / 2 + 22 + 10 * i, note[:150])

    def _scale_bar(self, edge: float) -> None:
        """A bar of whole millimetres here and in the room: measure it to see that the print was not shrunk."""
        here = next((mm for mm in BARS if mm * self.scale % 100 == 0), BARS[0])
        end = edge + here * MM
        y = edge / 2 + 8
        self.canvas.setLineWidth(0.8)
        self.canvas.lines([(edge, y, end, y), (edge, y - 3, edge, y + 3), (end, y - 3, end, y + 3)])
        self.canvas.setFont(FACE, 7.5)
        self.canvas.drawString(
            end + 4, y - 2.5, f"{here * self.scale:g} mm in the room; {here} mm here when printed true"
        )
