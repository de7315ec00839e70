"""Lines typed faster than they are done: each in its order, none lost, none joined, a question stops those after it."""

from __future__ import annotations

from typing import Any

from tests import long
from tests.browser.driving import PHONE, REVISION, BrowserCase

SLOWLY = """(() => {
  const real = window.fetch;
  window.fetch = async (address, options) => {
    if (/[/](say|pull)$/.test(String(address))) await new Promise((go) => setTimeout(go, window.slowly || 400));
    return real(address, options);
  };
})()"""
"""A server that takes its time over what changes the job."""
NOTES = "[...document.querySelectorAll('input[data-say^=\"note \"]')].map((one) => one.value)"
FIELD = "document.getElementById('tape').value"
WAITS = "[...document.querySelectorAll('#tape-waits li')].map((one) => one.innerText)"


class TypedFast(BrowserCase):
    def slow(self, stage: str, **more: Any) -> Any:
        context = self.context(**more)
        context.add_init_script(SLOWLY)
        page = self.open("/", context)
        job = self.job(page, "Chapel flat")
        page.goto(f"{self.address()}/jobs/{job}/{stage}")
        page.locator("#lead-svg svg").first.wait_for()
        return page

    def test_every_line_is_done_in_its_order(self) -> None:
        for size in ({"width": 1280, "height": 680}, PHONE):
            with self.subTest(size=size):
                page = self.slow("brief", size=size)
                before, count = page.evaluate(NOTES), long(30)
                lines = [f"line {n} of {size['width']}" for n in range(count)]
                page.focus("#tape")
                for line in lines:
                    page.keyboard.type(f"note {line}")
                    page.keyboard.press("Enter")
                page.keyboard.type("still typing")
                self.until(page, NOTES, [*before, *lines], 120)
                self.assertEqual(page.evaluate(FIELD), "still typing")
                self.assertEqual(page.evaluate(WAITS), [])
                self.assertEqual(self.complaints, [])

    def test_a_question_stops_those_after_it_and_waits_until_nobody_types(self) -> None:
        page = self.slow("survey")
        page.focus("#tape")
        seat = "document.querySelector(\"input[data-say='seat']\").value"
        for line in ("seat 3.1 m", "seat 12", "note after the question"):
            page.keyboard.type(line)
            page.keyboard.press("Enter")
        page.keyboard.type("row 2 ")
        self.until(page, WAITS, ["seat 12", "note after the question"])
        self.until(page, "document.querySelectorAll('.tape-held').length", 1)
        self.assertEqual(page.evaluate(FIELD), "row 2 ")
        page.keyboard.type("5 m")
        page.keyboard.press("Enter")
        self.until(page, FIELD, "seat 12")
        page.locator(".tape-asks [data-digit='2']").wait_for()
        self.assertEqual(page.evaluate(WAITS), ["note after the question", "row 2 5 m"])
        revision = self.revision(page)
        page.keyboard.press("2")
        self.until(page, REVISION, revision + 3)
        self.assertEqual(page.evaluate(seat), "12' 0\"")
        self.assertEqual(page.evaluate(WAITS), [])
        self.assertEqual(page.evaluate(FIELD), "")

    def test_one_that_is_refused_comes_back_and_escape_gives_it_up(self) -> None:
        page = self.slow("brief")
        page.focus("#tape")
        for line in ("flurb 12", "note goes on"):
            page.keyboard.type(line)
            page.keyboard.press("Enter")
        self.until(page, FIELD, "flurb 12")
        page.locator("#tape-say.tape-wrong").wait_for()
        revision = self.revision(page)
        page.keyboard.press("Escape")
        self.until(page, REVISION, revision + 1)
        self.assertIn("goes on", page.evaluate(NOTES))
        page.focus("#tape")
        for line in ("note left behind", "note and another"):
            page.keyboard.type(line)
            page.keyboard.press("Enter")
        page.reload()  # while they wait
        self.until(page, f"{NOTES}.filter((note) => /left behind|another/.test(note))", ["left behind", "and another"])
        page.focus("#tape")
        page.keyboard.press("ArrowUp")
        page.keyboard.press("ArrowUp")
        page.keyboard.press("ArrowUp")
        self.assertEqual(page.evaluate(FIELD), "note goes on")
        page.keyboard.press("ArrowUp")
        self.assertEqual(page.evaluate(FIELD), "flurb 12")
        page.keyboard.press("Tab")
        self.assertNotEqual(page.evaluate("document.activeElement.id"), "tape")

    def test_nudges_add_up_however_slow_the_server_is(self) -> None:
        page = self.slow("throw")
        page.locator('[data-grip="lens.j1"]').focus()
        at = "JSON.parse(document.querySelector('[data-grip=\"lens.j1\"]').dataset.at)[0]"
        before = page.evaluate(at)
        for n in range(40):
            page.keyboard.press("ArrowLeft" if n % 4 == 3 else "ArrowRight")
        self.until(page, f"Math.round({at} * 100) / 100", round(before + 20 * 25.4 / 16, 2), 60)
        self.assertEqual(self.complaints, [])

    def test_a_name_and_a_place_to_go_change_nothing(self) -> None:
        page = self.slow("picture")
        revision = self.revision(page)
        page.fill("#tape", "wall TV")
        page.press("#tape", "Enter")
        self.until(page, "new URLSearchParams(location.search).get('picture')", "p2")
        page.fill("#tape", "what fits")
        page.press("#tape", "Enter")
        page.locator(".near-ask").wait_for()
        page.fill("#tape", "hole height")
        page.press("#tape", "Enter")
        page.wait_for_url("**/drill*")
        page.go_back()
        self.assertEqual(self.revision(page), revision)
