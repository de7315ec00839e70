"""Pages as they will come out of the printer, as SVG: the same hand draws them that draws the PDF, on another paper.

`SvgPaper` has the few strokes of a PDF canvas that sheets are drawn with; points, y up, grey. Presentation attributes
only: no style attribute, so that it stands on a page under a strict policy.
"""

from __future__ import annotations

import xml.etree.ElementTree as Tree
from collections.abc import Sequence


class SvgLine:
    """A path in the making, in the paper's own directions."""

    def __init__(self) -> None:
        self.steps: list[tuple[str, float, float]] = []

    def moveTo(self, x: float, y: float) -> None:
        self.steps.append(("M", x, y))

    def lineTo(self, x: float, y: float) -> None:
        self.steps.append(("L", x, y))

    def close(self) -> None:
        self.steps.append(("Z", 0.0, 0.0))


class SvgPaper:
    """One page."""

    def __init__(self, width: float, height: float, name: str, title: str) -> None:
        """A page of a size [pt]; name keeps its clippings apart from another page's."""
        box = f"0 0 {_n(width)} {_n(height)}"
        self.root = Tree.Element(
            "svg",
            {
                "viewBox": box,
                "class": "paper-page",
                "role": "img",
                "aria-label": title,
                "xmlns": "http://www.w3.org/2000/svg",
            },
        )
        Tree.SubElement(self.root, "rect", {"width": _n(width), "height": _n(height), "fill": "#fff"})
        self.name, self._clips = name, 0
        self._groups: list[tuple[Tree.Element, float]] = [(self.root, height)]
        self._depth: list[int] = []
        self._stroke = self._fill = 0.0
        self._width, self._dash = 1.0, ""
        self._face, self._size = "", 8.0

    def svg(self) -> str:
        return Tree.tostring(self.root, encoding="unicode")

    # ── what a canvas knows ──

    def setStrokeGray(self, grey: float) -> None:
        self._stroke = grey

    def setFillGray(self, grey: float) -> None:
        self._fill = grey

    def setLineWidth(self, width: float) -> None:
        self._width = width

    def setDash(self, dash: Sequence[float], _phase: float = 0) -> None:
        self._dash = " ".join(_n(part) for part in dash)

    def setFont(self, face: str, size: float) -> None:
        self._face, self._size = face, size

    def saveState(self) -> None:
        self._depth.append(len(self._groups))

    def restoreState(self) -> None:
        del self._groups[self._depth.pop() :]

    def translate(self, x: float, y: float) -> None:
        self._group({"transform": f"translate({_n(x)} {_n(self._y(y))})"}, 0.0)

    def rotate(self, angle: float) -> None:
        self._group({"transform": f"rotate({_n(-angle)})"}, 0.0)

    def beginPath(self) -> SvgLine:
        return SvgLine()

    def clipPath(self, line: SvgLine, stroke: int = 0, fill: int = 0) -> None:
        self._clips += 1
        key = f"{self.name}-{self._clips}"
        clip = Tree.SubElement(self._here, "clipPath", {"id": key})
        Tree.SubElement(clip, "path", {"d": self._d(line)})
        self._group({"clip-path": f"url(#{key})"}, self._groups[-1][1])

    def drawPath(self, line: SvgLine, stroke: int = 1, fill: int = 0) -> None:
        self._put("path", {"d": self._d(line)}, stroke, fill)

    def line(self, x0: float, y0: float, x1: float, y1: float) -> None:
        self.lines([(x0, y0, x1, y1)])

    def lines(self, lines: Sequence[tuple[float, float, float, float]]) -> None:
        d = "".join(f"M{_n(a)} {_n(self._y(b))}L{_n(c)} {_n(self._y(e))}" for a, b, c, e in lines)
        self._put("path", {"d": d}, 1, 0)

    def rect(self, x: float, y: float, width: float, height: float, stroke: int = 1, fill: int = 0) -> None:
        top = self._y(y + height)
        self._put("rect", {"x": _n(x), "y": _n(top), "width": _n(width), "height": _n(height)}, stroke, fill)

    def ellipse(self, x0: float, y0: float, x1: float, y1: float, stroke: int = 1, fill: int = 0) -> None:
        at = {"cx": _n((x0 + x1) / 2), "cy": _n(self._y((y0 + y1) / 2))}
        self._put("ellipse", at | {"rx": _n(abs(x1 - x0) / 2), "ry": _n(abs(y1 - y0) / 2)}, stroke, fill)

    def circle(self, x: float, y: float, r: float, stroke: int = 1, fill: int = 0) -> None:
        self._put("circle", {"cx": _n(x), "cy": _n(self._y(y)), "r": _n(r)}, stroke, fill)

    def drawString(self, x: float, y: float, text: str) -> None:
        weight = "600" if self._face.endswith("600") else "500"
        at = {"x": _n(x), "y": _n(self._y(y)), "font-size": _n(self._size), "font-weight": weight}
        Tree.SubElement(self._here, "text", at | {"fill": _grey(self._fill), "xml:space": "preserve"}).text = text

    # ── how it is put down ──

    @property
    def _here(self) -> Tree.Element:
        return self._groups[-1][0]

    def _y(self, y: float) -> float:
        """A height of the paper (up) as SVG has it (down)."""
        return self._groups[-1][1] - y

    def _group(self, attributes: dict[str, str], top: float) -> None:
        self._groups.append((Tree.SubElement(self._here, "g", attributes), top))

    def _d(self, line: SvgLine) -> str:
        return "".join("Z" if step == "Z" else f"{step}{_n(x)} {_n(self._y(y))}" for step, x, y in line.steps)

    def _put(self, tag: str, attributes: dict[str, str], stroke: int, fill: int) -> None:
        ink = {"fill": _grey(self._fill) if fill else "none"}
        if stroke:
            ink |= {"stroke": _grey(self._stroke), "stroke-width": _n(self._width)}
            if self._dash:
                ink["stroke-dasharray"] = self._dash
        Tree.SubElement(self._here, tag, attributes | ink)


def _grey(share: float) -> str:
    return "#" + f"{round(255 * min(max(share, 0.0), 1.0)):02x}" * 3


def _n(value: float) -> str:
    """A number short, without a minus before nought."""
    return f"{value + 0.0:.2f}".rstrip("0").rstrip(".") if abs(value) >= 0.005 else "0"
