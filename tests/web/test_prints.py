"""Prints through the pages: what is offered, what comes, what is refused."""

from __future__ import annotations

from xml.etree import ElementTree as Tree

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
        import io
        import warnings

        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            from pypdf import PdfReader

        job = self.copy_of(self.chapel)
        self.post(
            f"/jobs/{job}/accept", {"finding": "throw/j1/p1", "why": "new lens on order", "base": 1, "stage": "throw"}
        )
        content = self.client.get(f"/jobs/{job}/throw/print.pdf?view=section").content
        text = PdfReader(io.BytesIO(content)).pages[0].extract_text()
        self.assertIn("STOP", text)
        self.assertIn("new lens on order", text)
