"""Pages in the real browser: no complaint in the console, accessible in both themes, fitting their windows."""

from __future__ import annotations

from tests.browser.driving import DESKTOP, PHONE, BrowserCase

SENT = """performance.getEntriesByType('resource').filter(one => one.name.includes('/static/'))
    .map(one => [one.name, one.transferSize])"""
"""Every file a page is made of, and how many bytes of it came over the line for it."""


class Pages(BrowserCase):
    def addresses(self) -> list[str]:
        page = self.open("/")
        chapel, bedroom = self.job(page, "Chapel flat"), self.job(page, "Bedroom")
        stages = [f"/jobs/{chapel}/{stage}" for stage in ("brief", "survey", "picture", "throw")]
        return ["/", "/sums", "/sums/throw.check", "/sums/light.contrast", "/gear", "/words", "/api", "/patterns", *stages, f"/jobs/{bedroom}/fixing",
                f"/jobs/{chapel}/history", f"/jobs/{chapel}/compare?a=1&b=1", f"/jobs/{chapel}/throw/print", f"/jobs/{chapel}/picture?lead=seat"]  # fmt: skip

    def test_no_page_complains_is_closed_to_anybody_or_is_wider_than_its_window(self) -> None:
        """Every page on desk and phone: nothing in the console; on the desk all rules of access on paper. The dim theme
        changes colours alone, so it is asked about those, where they all are."""
        addresses = self.addresses()
        dim = [one for one in addresses if one in ("/", "/gear", "/patterns") or one.endswith(("throw", "survey"))]
        for theme, size, some in (("paper", DESKTOP, addresses), ("paper", PHONE, addresses), ("dim", DESKTOP, dim)):
            context = self.context(size, theme, has_touch=size is PHONE)
            for address in some:
                page = self.open(address, context)
                page.wait_for_timeout(250)  # what the page does of itself once it is loaded
                with self.subTest(address, theme=theme, width=size["width"]):
                    self.assertEqual(self.complaints, [])
                    wide = page.evaluate("document.documentElement.scrollWidth")
                    self.assertLessEqual(wide, size["width"])
                    if size is DESKTOP:
                        self.assertEqual(self.axe(page, "" if theme == "paper" else "color-contrast"), [])
                page.close()

    def test_the_sheet_fits_its_window_without_scrolling_the_page(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Chapel flat')}/throw")
        page.wait_for_load_state("networkidle")
        size = page.evaluate("[document.documentElement.scrollWidth, document.documentElement.scrollHeight]")
        self.assertEqual(size, [1280, 680])

    def test_a_sheet_is_rendered_once_and_its_files_come_once(self) -> None:
        """The page is drawn for its window at once, on desk and phone; the second sheet fetches no file again."""
        for size, touch in ((DESKTOP, False), (PHONE, True)):
            context = self.context(size, has_touch=touch)
            page = self.open("/", context)
            job, asked = self.job(page, "Chapel flat"), []
            page.on("request", lambda request, asked=asked: asked.append(request.url))
            for stage in ("throw", "survey"):
                page.goto(f"{self.address()}/jobs/{job}/{stage}")
                page.wait_for_load_state("networkidle")
                page.wait_for_timeout(150)  # a sheet that finds itself drawn too small asks after 60 ms
                with self.subTest(size, stage=stage):
                    self.assertFalse([url for url in asked if "/parts" in url])
                    sent = page.evaluate(SENT)
                    self.assertGreater(len(sent), 10)
                    if stage == "survey":
                        self.assertEqual([name for name, size in sent if size], [])

    def test_a_sum_on_a_phone_works_while_one_types(self) -> None:
        page = self.open("/sums/throw.range", self.context(PHONE, has_touch=True))
        page.fill("#f-width", "100")
        self.until(
            page, "document.querySelector('.sum-first .sum-value').innerText.replace(/\\s/g, '').startsWith('11′4')"
        )  # 100 in × 1.36 = 11' 4"
        page.fill("#f-width", '3 m 4"')
        page.locator(".sum-wrong").wait_for()
        self.assertEqual(page.input_value("#f-width"), '3 m 4"')
        page.check("input[name=units][value=mm]")
        page.fill("#f-step", "1 mm")
        page.fill("#f-width", "2000")
        self.until(page, "document.querySelector('.sum-first .sum-value')?.innerText === '2720 mm'")
        page.reload()
        self.assertEqual(page.input_value("#f-width"), "2000")  # the address holds the sum
        box = page.locator("#f-width").bounding_box()
        assert box
        self.assertGreaterEqual(box["height"], 44)
        self.assertEqual(self.complaints, [])

    def test_lettering_is_as_wide_as_the_server_thinks(self) -> None:
        """The layout's widths hold in the browser: no label of the drawing is wider than planned for."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Chapel flat')}/throw")
        page.wait_for_load_state("networkidle")
        drawn = page.evaluate(
            "document.fonts.ready.then(() => [...document.querySelectorAll('#lead-svg text')].map(t => [t.textContent, t.getComputedTextLength(), t.getAttribute('class')]))"
        )
        from oval_room.drawing.layout import HEAVY, TEXT
        from oval_room.drawing.metrics import text_width

        self.assertGreater(len(drawn), 8)
        for text, width, style in drawn:
            size = TEXT.get(style.removeprefix("t-"), TEXT["dim"])
            top, _, bottom = text.partition("⁄")
            planned = text_width(text, size) * (HEAVY if style == "t-strong" else 1.0)
            with self.subTest(text):
                self.assertLessEqual(width, planned + (6 if bottom or top != text else 2))
