"""Drilling through the routes: the table, the card, the template measured in its PDF."""

from __future__ import annotations

import io
import math
import warnings
from functools import partial
from itertools import pairwise
from urllib.parse import urlsplit
from xml.etree import ElementTree as Tree

from ezdxf.filemanagement import read as read_dxf

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.drawing.paper import MM
from oval_room.drawing.template import EDGE, FOOT, OVERLAP, Plate, tiles
from tests.drawing.test_prints import lines_of
from tests.web.codes import code_of
from tests.web.holes_printed import holes_under_a_stop
from tests.web.serving import HTML, WebCase, flat

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader


class Stopped(WebCase):
    """Paper and phone carry no hole of what has a stop (rules 7.21)."""

    def made(self, *lines: str) -> str:
        made = self.client.post("/jobs", data={"token": self.token, "name": "Snug", "units": "mm"}, headers=HTML)
        job = made.headers["location"].split("/")[2]
        for line in lines:
            answer = self.say(job, line, stage="fixing")
            self.assertEqual(answer.json()["kind"], "done", (line, answer.text[:300]))
        return str(job)

    WALL = ("room 5000 x 5000 x 2500 mm", "seat 3200 mm", "made of w1 timber")

    def card(self, job: str) -> str:
        return " ".join(
            PdfReader(io.BytesIO(self.client.get(f"/jobs/{job}/drill/card.pdf").content))
            .pages[0]
            .extract_text()
            .split()
        )

    def test_three_sets_on_wandering_studs(self) -> None:
        """Studs found at 254, 654, 1054 and 1454, a set in the middle of the wall and one on each side of it: those that
        have no stud behind them have no holes anywhere, and the stop stands first."""
        job = self.made(
            *self.WALL, *(f"stud w1 {at} mm pilot" for at in (254, 654, 1054, 1454)), "tv Slate 55", "mount Tilt 400", "along 2500 mm",
        )  # fmt: skip
        page = self.client.get(f"/jobs/{job}/drill", headers=HTML)
        self.assertEqual(page.status_code, 200)
        text = flat(page.text)
        self.assertIn("STOP, no holes for", text)
        self.assertIn("No stud behind", text)
        self.assertNotIn("form-check-input", text)
        card = self.card(job)
        self.assertIn("STOP, no holes for", card)
        self.assertLess(card.index("STOP"), card.index("Before any hole"))
        self.assertNotIn("Hole 1 to the lower corners", card)
        refused = self.client.get(f"/jobs/{job}/drill/template.pdf")
        self.assertEqual(refused.status_code, 404)
        self.assertIn("STOP, no holes", refused.json()["say"])
        self.assertEqual(
            holes_under_a_stop(self.client, job, evaluate(self.store.head(job).plan, self.store.gear())), []
        )
        self.say(job, "along 854 mm", stage="fixing")  # between the studs at 654 and 1054
        self.assertIn("form-check-input", self.client.get(f"/jobs/{job}/drill", headers=HTML).text)

    def test_where_no_stud_is_known_there_is_no_hole(self) -> None:
        """A wall of studs that nobody has found, and a mount whose slots nobody has measured."""
        for lines, told in (
            (("tv Slate 55", "mount Tilt 400"), "find them behind it"),
            ((*(f"stud w1 {at} mm pilot" for at in range(400, 4401, 400)), "tv Slate 65", "mount Flat 600", "bolts 350 mm", "mount row 12 mm"), "slots of"),
        ):  # fmt: skip
            job = self.made(*self.WALL, *lines, "along 2500 mm")
            text = flat(self.client.get(f"/jobs/{job}/drill", headers=HTML).text)
            self.assertIn("No holes for", text)
            self.assertIn(told, text)
            self.assertNotIn("form-check-input", text)

    def test_overridden_with_a_reason_it_is_drilled_and_the_reason_stands_there(self) -> None:
        job = self.made(
            "room 5000 x 5000 x 2500 mm", "seat 3200 mm", "made of w1 brick", "tv Slate 65", "mount Tilt 600", "along 2500 mm",
            "window w1 at 2100 mm, 700 x 1400 mm sill 700 mm",
        )  # fmt: skip
        self.assertNotIn("form-check-input", self.client.get(f"/jobs/{job}/drill", headers=HTML).text)
        report = evaluate(self.store.head(job).plan, self.store.gear())
        for key in sorted(report.stops()):
            body = {
                "finding": key,
                "why": "a steel frame stands before it",
                "base": self.store.row(job).head,
                "stage": "fixing",
                "view": {},
            }
            self.assertEqual(self.post(f"/jobs/{job}/accept", body).json()["kind"], "done")
        text = flat(self.client.get(f"/jobs/{job}/drill", headers=HTML).text)
        self.assertIn("form-check-input", text)
        self.assertIn("a steel frame stands before it", text)
        self.assertIn("a steel frame stands before it", self.card(job))

    def test_depths_count_from_the_finished_face(self) -> None:
        """15 of plaster on brick: the plug's 60 lie in the brick, 75 from the face (rules 7.20)."""
        job = self.made(
            "room 5000 x 5000 x 2500 mm",
            "seat 3200 mm",
            "made of w1 brick",
            "board w1 15 mm",
            "tv Slate 65",
            "mount Tilt 600",
            "along 2500 mm",
        )
        text = flat(self.client.get(f"/jobs/{job}/drill", headers=HTML).text)
        self.assertIn("75 mm: 15 mm over it + 60 mm masonry", text)
        self.assertIn("75 mm: 15 mm over it + 60 mm masonry", self.card(job))


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

    def test_a_roll_and_the_files_are_true_too(self) -> None:
        """In one piece; in the DXF holes lie along and up the wall, in the SVG a unit is a millimetre."""
        found = evaluate(chapel_flat(), SHELF).of(FixingResult).holes["p2"]
        holes = sorted((x, z) for x in found.columns for z in found.rows)
        get = partial(self.client.get, params={"picture": "p2", "paper": "roll"})
        roll = get(f"/jobs/{self.chapel}/drill/template.pdf").content
        pages = PdfReader(io.BytesIO(roll)).pages
        self.assertEqual(len(pages), 1)
        crosses = sorted(_crosses(roll, 0))
        self.assertEqual(len(crosses), len(holes))
        for (x, z), (u, v) in zip(crosses, holes, strict=True):
            self.assertAlmostEqual((x - crosses[0][0]) / MM, u - holes[0][0], delta=0.2)
            self.assertAlmostEqual((z - crosses[0][1]) / MM, v - holes[0][1], delta=0.2)
        drawn = read_dxf(io.StringIO(get(f"/jobs/{self.chapel}/drill/template.dxf").text))
        circles = sorted((one.dxf.center.x, one.dxf.center.y) for one in drawn.modelspace().query("CIRCLE"))
        for (x, z), (u, v) in zip(circles, holes, strict=True):
            self.assertAlmostEqual(x, u, delta=0.01)
            self.assertAlmostEqual(z, v, delta=0.01)
        root = Tree.fromstring(get(f"/jobs/{self.chapel}/drill/template.svg").text)
        self.assertEqual(root.get("width"), f"{float((root.get('viewBox') or '').split()[2]):.3f}mm")
        circles = sorted(
            (float(one.get("cx") or 0), -float(one.get("cy") or 0))
            for one in root.iter("{http://www.w3.org/2000/svg}circle")
        )
        for (x, z), (u, v) in zip(circles, holes, strict=True):
            self.assertAlmostEqual(x - circles[0][0], u - holes[0][0], delta=0.01)
            self.assertAlmostEqual(z - circles[0][1], v - holes[0][1], delta=0.01)

    def test_the_codes_on_card_and_template_lead_back_to_the_step(self) -> None:
        for name in ("card", "template"):
            content = self.client.get(f"/jobs/{self.chapel}/drill/{name}.pdf", params={"picture": "p2"}).content
            address = urlsplit(code_of(content))
            with self.subTest(name):
                self.assertEqual(address.path, f"/jobs/{self.chapel}/drill")
                back = self.client.get(address.path, params=address.query, headers=HTML)
                self.assertEqual(back.status_code, 200)

    def test_each_hole_says_what_it_goes_into_and_what_comes_first(self) -> None:
        page = self.client.get(f"/jobs/{self.chapel}/drill", params={"picture": "p2"}, headers=HTML).text
        panel = self.client.get(f"/jobs/{self.chapel}/holes", params={"of": "p2", "number": 2}).text
        for text in (page, panel):
            self.assertRegex(text, r"(?i)stud|masonry|brick|block|not known")
        self.assertIn("size-now", panel)
        self.assertIn("In doubt, stop", panel)
        for params in ({"of": "p9"}, {"of": "p2", "number": 99}, {"of": "x" * 40}):
            self.assertEqual(self.client.get(f"/jobs/{self.chapel}/holes", params=params).status_code, 200)

    def test_the_cut_list_and_stock_that_can_not_be_meant(self) -> None:
        made = self.client.post("/jobs", data={"token": self.token, "name": "Sawn", "units": "mm"}, headers=HTML)
        job = made.headers["location"].split("/")[2]
        address = f"/jobs/{job}/cuts"
        self.assertIn("Nothing is to be sawn", self.client.get(address, headers=HTML).text)
        self.say(job, "hang shelf w2 at 600 mm, 900 x 200 x 250 mm up 400 mm")
        text = flat(self.client.get(address, headers=HTML).text)
        self.assertEqual(text.count("s-strip-edge"), 2)
        self.assertIn("860 mm", text)
        self.assertIn(
            "longer than the stock", flat(self.client.get(address, params={"stock": "800 mm"}, headers=HTML).text)
        )
        for stock in ("abc", "-3", "0", "1e9", "2.4", "NaN"):
            answer = self.client.get(address, params={"stock": stock}, headers=HTML)
            self.assertEqual(answer.status_code, 200, stock)
            self.assertIn('class="wrong"', answer.text)
            self.assertIn(f'value="{stock}"', answer.text)  # what was typed stands

    def test_what_else_hangs_there_is_drilled_from_the_same_zero(self) -> None:
        made = self.client.post("/jobs", data={"token": self.token, "name": "Shelf", "units": "mm"}, headers=HTML)
        job = made.headers["location"].split("/")[2]
        self.say(job, "room 4000 x 5000 x 2400 mm")
        self.say(job, "made of w1 brick")
        self.say(job, "hang shelf w1 at 600 mm, 900 x 200 x 250 mm up 1400 mm, 8 kg")
        page = flat(self.client.get(f"/jobs/{job}/drill", headers=HTML).text)
        self.assertEqual(page.count("form-check-input"), 2)
        self.assertIn('<td class="drill-place">660</td>', page)  # 60 inside either end
        self.assertIn('<td class="drill-place">1440</td>', page)
        answer = self.client.get(f"/jobs/{job}/drill/template.pdf", headers=HTML)
        self.assertEqual(answer.status_code, 404)  # it has no plate
        self.assertIn("has a plate", answer.text)

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
