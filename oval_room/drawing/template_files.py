"""The drilling template for a cutter or another drawing board: at true size as SVG, and as DXF in millimetres (rules
7.3)."""

from __future__ import annotations

import io
from typing import Final
from xml.etree import ElementTree as Tree

from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new as new_drawing

from oval_room.drawing.dxf import without_moment
from oval_room.drawing.paper import Titles
from oval_room.drawing.template import CROSS, Plate, window

LAYERS: Final = ("HOLES", "PLATE", "LEVELS", "WORDS")
LETTERS: Final = 6.0
"""Height of lettering [mm]."""
SVG: Final = "http://www.w3.org/2000/svg"


def template_svg(plate: Plate, titles: Titles) -> str:
    """The template as SVG, a unit a millimetre; the upper left corner is nought."""
    u0, v0, u1, v1 = window(plate)
    wide, high = u1 - u0, v1 - v0
    Tree.register_namespace("", SVG)
    root = Tree.Element(
        f"{{{SVG}}}svg", {"width": f"{wide:.3f}mm", "height": f"{high:.3f}mm", "viewBox": f"0 0 {wide:.3f} {high:.3f}"}
    )
    Tree.SubElement(root, f"{{{SVG}}}title").text = _title(plate, titles)
    ink = {"fill": "none", "stroke": "black", "stroke-width": "0.3"}

    def at(u: float, v: float) -> tuple[str, str]:
        return f"{u - u0:.3f}", f"{v1 - v:.3f}"

    def line(a: tuple[float, float], b: tuple[float, float]) -> None:
        (x1, y1), (x2, y2) = at(*a), at(*b)
        Tree.SubElement(root, f"{{{SVG}}}line", {"x1": x1, "y1": y1, "x2": x2, "y2": y2, **ink})

    def words(u: float, v: float, text: str) -> None:
        x, y = at(u, v)
        Tree.SubElement(root, f"{{{SVG}}}text", {"x": x, "y": y, "font-size": f"{LETTERS:g}"}).text = text

    left, bottom, right, top = plate.outline
    x, y = at(left, top)
    size = {"width": f"{right - left:.3f}", "height": f"{top - bottom:.3f}"}
    Tree.SubElement(root, f"{{{SVG}}}rect", {"x": x, "y": y, **size, **ink})
    for up, told in plate.rows:
        line((u0, up), (u1, up))
        words(u0 + 2, up + 2, told)
    for along in (plate.middle, plate.panel):
        line((along, v0), (along, v1))
    for number, u, v in plate.holes:
        x, y = at(u, v)
        Tree.SubElement(root, f"{{{SVG}}}circle", {"cx": x, "cy": y, "r": f"{plate.bit / 2:g}", **ink})
        line((u - CROSS, v), (u + CROSS, v))
        line((u, v - CROSS), (u, v + CROSS))
        words(u + CROSS * 0.6, v + CROSS * 0.5, str(number))
    for n, note in enumerate((_title(plate, titles), *_stops(titles))):
        words(u0 + 2, v0 + 4 + 8 * n, note)
    return Tree.tostring(root, encoding="unicode")


def template_dxf(plate: Plate, titles: Titles) -> str:
    """The template as DXF R2010 text in millimetres: along the wall from its left end, up from the floor."""
    document = new_drawing("R2010", setup=True, units=4)
    for layer in LAYERS:
        document.layers.add(layer)
    space, (u0, v0, u1, v1) = document.modelspace(), window(plate)
    left, bottom, right, top = plate.outline
    corners = [(left, bottom), (right, bottom), (right, top), (left, top)]
    space.add_lwpolyline(corners, close=True, dxfattribs={"layer": "PLATE"})
    for up, told in plate.rows:
        space.add_line((u0, up), (u1, up), dxfattribs={"layer": "LEVELS"})
        text = space.add_text(told, height=LETTERS, dxfattribs={"layer": "WORDS"})
        text.set_placement((u0 + 2, up + 2), align=TextEntityAlignment.BOTTOM_LEFT)
    for along in (plate.middle, plate.panel):
        space.add_line((along, v0), (along, v1), dxfattribs={"layer": "LEVELS"})
    for number, u, v in plate.holes:
        space.add_circle((u, v), plate.bit / 2, dxfattribs={"layer": "HOLES"})
        text = space.add_text(str(number), height=LETTERS, dxfattribs={"layer": "WORDS"})
        text.set_placement((u + CROSS, v + CROSS), align=TextEntityAlignment.BOTTOM_LEFT)
    for n, note in enumerate((_title(plate, titles), *_stops(titles))):
        text = space.add_text(note, height=LETTERS, dxfattribs={"layer": "WORDS"})
        text.set_placement((u0 + 2, v0 + 4 + 8 * n), align=TextEntityAlignment.BOTTOM_LEFT)
    out = io.StringIO()
    document.write(out)
    return without_moment(out.getvalue())


def _title(plate: Plate, titles: Titles) -> str:
    return f"{titles.job}: {plate.name}, template 1:1, revision {titles.revision}"


def _stops(titles: Titles) -> list[str]:
    return [note for note in titles.notes if note.startswith("STOP")]
