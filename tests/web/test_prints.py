"""Prints through the pages: what is offered, what comes, what is refused."""

from __future__ import annotations

import io
import re
import warnings
from xml.etree import ElementTree as Tree

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader

from tests.web.serving import HTML, WebCase


class Prints(WebCase):
    def test_each_file_comes(self) -> None:
        base = f"/jobs/{self.chapel}/throw/print"
        self.assertIn("PDF to print", self.client.get(base, headers=HTML).text)
        pdf = self.client.get(f"{base}.pdf?paper=A3&scale=20")
        self.assertEqual((pdf.status_code, pdf.content[:5]), (200, b"%PDF-"))
        self.assertIn("Chapel-flat-throw-r1.pdf", pdf.headers["content-disposition"])
        Tree.fromstring(self.client.get(f"{base}.svg?view=plan").text)
        self.assertIn("SECTION", self.client.get(f"{base}.dxf?view=plan").text[:200])

    def test_what_is_looked_at_is_what_is_printed(self) -> None:
        """The page's form and links carry picture and wall: the wall TV's holes and the right wall, not the first's."""
        job = self.copy_of(self.chapel)
        for line in ("units mm", "made of w2 brick", "hang shelf w2 at 1200, 900 x 200 x 250 up 1500, 15 kg"):
            self.assertEqual(self.say(job, line).json()["kind"], "done")
        page = self.client.get(f"/jobs/{job}/fixing/print?picture=p2&wall=w2", headers=HTML).text
        carried = dict(re.findall(r'<input type="hidden" name="([a-z]+)" value="([^"]*)">', page))
        self.assertEqual((carried["picture"], carried["wall"]), ("p2", "w2"))
        self.assertIn(">right wall</option>", page)
        links = [link.replace("&amp;", "&") for link in re.findall(r'href="([^"]*print\.svg[^"]*)"', page)]
        (wall,) = (link for link in links if "view=elevation" in link)
        self.assertIn("1260 mm along, 1670 mm up", self.client.get(wall).text)
        pdf = self.client.get(f"/jobs/{job}/fixing/print.pdf", params=carried | {"view": "all"}).content
        text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)
        self.assertIn("1260 mm along, 1670 mm up", text)
        self.assertIn("Wall TV, plate and holes", text)  # on another wall, and printed all the same

    def test_the_page_shows_the_pages_as_they_will_come_out(self) -> None:
        """As many as the PDF has, of its proportions, each with what its title block says; at a scale that does not
        fit, the sentence in their place."""
        base = f"/jobs/{self.chapel}/throw/print"
        pages = self.client.get(f"{base}/pages?paper=A3&scale=20").text
        pdf = PdfReader(io.BytesIO(self.client.get(f"{base}.pdf?paper=A3&scale=20").content))
        shown = re.findall(r"<svg .*?</svg>", pages, re.DOTALL)
        self.assertEqual(len(shown), len(pdf.pages))
        for svg, sheet in zip(shown, pdf.pages, strict=True):
            drawn = Tree.fromstring(svg)
            width, height = (float(side) for side in drawn.get("viewBox", "").split(" ")[2:])
            self.assertAlmostEqual(width, float(sheet.mediabox.width), places=1)
            self.assertAlmostEqual(height, float(sheet.mediabox.height), places=1)
            text = " ".join("".join(one.itertext()) for one in drawn.iter() if one.tag.endswith("text"))
            for word in ("Chapel flat", "1:20", "sheet", "STOP"):
                self.assertIn(word, text)
            self.assertNotIn("style=", svg)
            self.assertNotIn("NaN", svg)
        self.assertIn("does not fit", self.client.get(f"{base}/pages?scale=5").text)
        page = self.client.get(f"{base}?paper=A3&scale=20", headers=HTML).text
        self.assertIn("<option selected>A3</option>", page)
        self.assertEqual(page.count("paper-sheet"), len(shown))

    def test_what_can_not_be_printed_is_told(self) -> None:
        base = f"/jobs/{self.chapel}/throw/print.pdf"
        table = (("scale=5", 422, "does not fit"), ("scale=0", 422, "1 to 1000"), ("scale=big", 422, "1 to 1000"), ("paper=A9", 422, "paper"),
                 ("view=moon", 404, "nothing to print"))  # fmt: skip
        for query, status, word in table:
            answer = self.client.get(f"{base}?{query}")
            with self.subTest(query):
                self.assertEqual(answer.status_code, status)
                self.assertIn(word, answer.text)
        self.assertEqual(self.client.get(f"/jobs/{self.chapel}/attic/print").status_code, 404)

    def test_a_stop_is_printed_also_when_overridden(self) -> None:
        job = self.copy_of(self.chapel)
        self.post(
            f"/jobs/{job}/accept", {"finding": "throw/j1/p1", "why": "new lens on order", "base": 1, "stage": "throw"}
        )
        content = self.client.get(f"/jobs/{job}/throw/print.pdf?view=section").content
        text = PdfReader(io.BytesIO(content)).pages[0].extract_text()
        self.assertIn("STOP", text)
        self.assertIn("new lens on order", text)
