"""Drilling through the routes: the table, the card, the template measured in its PDF."""

from __future__ import annotations

import io
import math
import warnings
from itertools import pairwise

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.drawing.paper import MM
from oval_room.drawing.template import EDGE, FOOT, OVERLAP, Plate, tiles
from tests.drawing.test_prints import lines_of
from tests.web.serving import HTML, WebCase

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader


class Drilling(WebCase):
    def test_every_hole_is_in_the_table_and_on_the_card(self) -> None:
        holes = evaluate(chapel_flat(), SHELF).of(FixingResult).holes["p2"]
        text = self.client.get(f"/jobs/{self.chapel}/drill", params={"picture": "p2"}, headers=HTML).text
        self.assertEqual(text.count("form-check-input"), len(holes.rows) * len(holes.columns))
        card = self.client.get(f"/jobs/{self.chapel}/drill/card.pdf", params={"picture": "p2"})
        self.assertEqual(card.headers["content-type"], "application/pdf")
        words = PdfReader(io.BytesIO(card.content)).pages[0].extract_text()
        ruler = chapel_flat().writing.ruler
        for length in (*holes.columns, *holes.rows):
            shown = ruler.show(length).replace('"', "″").replace("'", "′").split(" ")[0]
            self.assertIn(shown, words)
        self.assertIn("Mains work by licensed people", words)

    def test_the_template_is_true_and_its_sheets_meet(self) -> None:
        """Crosses of holes measured in the PDF: apart as in the plan, on each sheet where its window puts them."""
        found = evaluate(chapel_flat(), SHELF).of(FixingResult).holes["p2"]
        address = f"/jobs/{self.chapel}/drill/template.pdf"
        for paper in ("A4", "Letter"):
            content = self.client.get(address, params={"picture": "p2", "paper": paper}).content
            pages = PdfReader(io.BytesIO(content)).pages
            outline = (1822.8, 1053.3, 2342.8, 1253.3)
            middle = (found.columns[0] + found.columns[-1]) / 2
            holes = [(1, x, z) for z in found.rows for x in found.columns]
            sheets, _, shows = tiles(Plate("", holes, outline, middle, middle, [], 8.0), paper)
            self.assertEqual(len(pages), len(sheets))
            seen = set()
            for number, sheet in enumerate(sheets):
                crosses = _crosses(content, number)
                for x, z in crosses:
                    u, v = sheet.u + x / MM - EDGE, sheet.v + z / MM - EDGE - FOOT
                    nearest = min(holes, key=lambda one: math.dist(one[1:], (u, v)))
                    self.assertLess(math.dist(nearest[1:], (u, v)), 0.2)
                    seen.add(nearest[1:])
            self.assertEqual(len(seen), len(holes))
            for one, next_ in pairwise(sheets):
                if one.row == next_.row:
                    self.assertAlmostEqual(next_.u - one.u, shows[0] - OVERLAP)

    def test_walls_without_holes_and_walls_that_are_not_there(self) -> None:
        """A wall without holes says so; one past the last is the last."""
        for wall in ("w1", "w2", "w99", "w-1", "x"):
            answer = self.client.get(f"/jobs/{self.den}/drill", params={"wall": wall}, headers=HTML)
            self.assertIn(answer.status_code, (200, 404, 422), wall)
            self.assertNotIn("fault", answer.text)

    def test_nothing_to_drill_is_said(self) -> None:
        made = self.client.post("/jobs", data={"token": self.token, "name": "Bare", "units": "mm"}, headers=HTML)
        job = made.headers["location"].split("/")[2]
        for address in ("drill", "drill/card.pdf", "drill/template.pdf"):
            answer = self.client.get(f"/jobs/{job}/{address}", headers=HTML)
            self.assertEqual(answer.status_code, 404)
            self.assertIn("choose a panel and its mount", answer.text)


def _crosses(content: bytes, page: int) -> list[tuple[float, float]]:
    """Middles of the crosses of holes on a page [pt]: a level and an upright stroke of 18 mm that share their middle."""
    strokes = lines_of(content, page)
    long = [one for one in strokes if abs(math.dist(one[:2], one[2:]) - 18 * MM) < 0.05]
    level = [((a + c) / 2, b) for a, b, c, d in long if abs(b - d) < 0.01]
    upright = [(a, (b + d) / 2) for a, b, c, d in long if abs(a - c) < 0.01]
    return [one for one in level if any(math.dist(one, other) < 0.05 for other in upright)]
