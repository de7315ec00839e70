"""Prints: the PDF measured at scale, the DXF read back, equal plans give equal files."""

from __future__ import annotations

import io
import re
import unittest
import warnings

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import ezdxf
    from pypdf import PdfReader

from oval_room.core.evaluate import evaluate
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.drawing.dxf import write_dxf
from oval_room.drawing.look import Look
from oval_room.drawing.paper import MM, PAPERS, SCALES, Titles, fits, largest_scale
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.drawing.pdf import write_pdf
from oval_room.drawing.scene import Path, Scene
from oval_room.drawing.sheet import scene_of

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()
TITLES = Titles("Chapel flat", "Mara Penhallick", 3, "01.01.2026", "Oval Room", ["STOP: something"])


def scene(name: str, plan: object = CHAPEL, picture: str = "p1") -> Scene:
    found = scene_of(Look(plan, evaluate(plan, SHELF), SHELF, picture, "s2", "k1"), name)  # type: ignore[arg-type]
    assert found
    return found


def lines_of(content: bytes, page: int = 0) -> list[tuple[float, float, float, float]]:
    """Every straight stroke of a page [pt], read off the PDF's own drawing operators."""
    stream = PdfReader(io.BytesIO(content)).pages[page].get_contents()
    assert stream is not None
    text = stream.get_data().decode("latin-1")
    strokes, at = [], (0.0, 0.0)
    for x, y, operator in re.findall(r"(-?[\d.]+) (-?[\d.]+) ([ml])\b", text):
        point = (float(x), float(y))
        if operator == "l":
            strokes.append((*at, *point))
        at = point
    return strokes


class Prints(unittest.TestCase):
    def test_true_to_scale_on_paper(self) -> None:
        """The picture's edge in the section is 1000 mm high: at 1:25 it measures 40 mm on the paper, to ±0.2 mm."""
        for paper, scale in (("A4", 30), ("A3", 20), ("Letter", 50)):
            strokes = lines_of(write_pdf([scene("section")], TITLES, paper, scale))
            lengths = [abs(y1 - y0) / MM * scale for x0, y0, x1, y1 in strokes if abs(x1 - x0) < 0.01]
            with self.subTest(paper, scale=scale):
                self.assertTrue(any(abs(length - 1000) <= 0.2 * scale for length in lengths))
                wide = [abs(x1 - x0) / MM * scale for x0, y0, x1, y1 in strokes if abs(y1 - y0) < 0.01]
                self.assertTrue(any(abs(length - 228 * 25.4) <= 0.2 * scale for length in wide))  # the room's depth

    def test_every_view_prints_within_its_paper(self) -> None:
        for plan, picture in ((CHAPEL, "p1"), (BEDROOM, "p1")):
            for name in VIEW_NAMES:
                found = scene_of(Look(plan, evaluate(plan, SHELF), SHELF, picture, plan.survey.main, "k1"), name)
                if found is None:
                    continue
                for paper, (width, height) in PAPERS.items():
                    content = write_pdf([found], TITLES, paper)
                    page = PdfReader(io.BytesIO(content)).pages[0]
                    with self.subTest(plan.name, view=name, paper=paper):
                        self.assertAlmostEqual(float(page.mediabox.width), width * MM, delta=0.01)
                        self.assertAlmostEqual(float(page.mediabox.height), height * MM, delta=0.01)
                        told = f"1:{largest_scale(found, paper)}" if found.to_scale else "not to scale"
                        self.assertIn(told, page.extract_text())

    def test_the_title_block_names_what_it_must(self) -> None:
        text = PdfReader(io.BytesIO(write_pdf([scene("section"), scene("plan")], TITLES))).pages[1].extract_text()
        for word in (
            "Chapel flat",
            "Plan",
            "revision 3",
            "sheet 2 of 2",
            "01.01.2026",
            "STOP: something",
            "printed true",
        ):
            self.assertIn(word, text)

    def test_the_largest_scale_that_fits(self) -> None:
        for name in ("section", "plan", "elevation"):
            chosen = largest_scale(scene(name), "A4")
            self.assertTrue(fits(scene(name), "A4", chosen))
            larger = [scale for scale in SCALES if scale < chosen]
            self.assertFalse(any(fits(scene(name), "A4", scale) for scale in larger))

    def test_equal_plans_give_equal_files(self) -> None:
        self.assertEqual(write_pdf([scene("section")], TITLES), write_pdf([scene("section")], TITLES))

    def test_the_dxf_reads_back_with_its_sizes(self) -> None:
        drawn = scene("plan")
        document = ezdxf.read(io.StringIO(write_dxf(drawn)))
        self.assertEqual(document.units, 4)  # millimetres
        lines = list(document.modelspace().query("LWPOLYLINE"))
        self.assertEqual(len(lines), sum(isinstance(shape, Path) for shape in drawn.shapes))
        outline = max(
            (line for line in lines if line.dxf.layer == "OVAL-STRUCTURE"), key=lambda line: line.closed and len(line)
        )
        self.assertTrue(outline)
        widths = [max(p[0] for p in line.get_points()) - min(p[0] for p in line.get_points()) for line in lines]
        self.assertTrue(any(abs(width - 228 * 25.4) < 0.01 for width in widths))
        self.assertTrue(document.modelspace().query("DIMENSION"))
        self.assertEqual(document.audit().errors, [])
