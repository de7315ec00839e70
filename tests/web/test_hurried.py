"""Typed by somebody in a hurry: every word of the tape line with what does not belong after it."""

from __future__ import annotations

import re

from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from oval_room.core.parts import STAGES
from oval_room.core.tape.phrases import PHRASES
from tests import long
from tests.web.serving import HTML, QUICKLY, WebCase

AFTER = (
    "", "0", "-1", "3", "12", "65", "300", "99999", "1e9", "∞", "0x0", "3x2", "16:9", "0:0", "1:", "4 m", "12' 5\"", "12 5/0\"", ".5\"",
    "screen", "seat 1a", "wall 3", "w9", "corner", "left", "right 3", "5 at 3 up 2", "at 3 m", "1/0", "½", "10 to 5", "woven", "oled",
    "left at 1 m out 2 m", "💡", "'; drop table", "<b>x</b>", "\t", "not a number", "10 m 10 m 10 m",
)  # fmt: skip
LINE = st.builds(
    lambda phrase, after: f"{phrase.word} {after}".strip(), st.sampled_from(PHRASES), st.sampled_from(AFTER)
)
LINES = st.lists(LINE | st.sampled_from(PHRASES).map(lambda phrase: phrase.example), min_size=1, max_size=5)


class Hurried(WebCase):
    @QUICKLY
    @settings(max_examples=long(24, share=2), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.sampled_from(("empty", "chapel", "bedroom", "loft", "den")), LINES, st.sampled_from(tuple(STAGES)))
    @example("empty", ["tv 300"], "picture")  # a ladder without a bound inside the room
    @example("loft", ['wide .5"', "aspect 0"], "picture")
    @example("den", ["drop seat 1a", "drop seat 1b", "tv 300", "drop dark"], "picture")
    def test_any_line_is_done_or_answered_in_words(self, start: str, lines: list[str], stage: str) -> None:
        if start == "empty":
            made = self.client.post("/jobs", data={"token": self.token, "name": "Bare", "units": "mm"}, headers=HTML)
            job = made.headers["location"].split("/")[2]
        else:
            job = self.copy_of(getattr(self, start))
        for line in lines:
            before = self.store.head(job).revision
            answer = self.say(job, line, stage=stage)
            told, after = answer.json(), self.store.head(job).revision
            self.assertIn(answer.status_code, (200, 422), line)
            if told["kind"] != "done":
                self.assertEqual(after, before, line)
            if answer.status_code == 422:
                self.assertRegex(told["say"], r"\w.{8,}", line)
                self.assertNotRegex(told["say"], r"Traceback|Error|<class|object at", line)
        for lead in ("section", "elevation", "plan", "ladder"):
            page = self.client.get(f"/jobs/{job}/picture", params={"lead": lead, "off": "none"}, headers=HTML)
            self.assertEqual(page.status_code, 200, (lead, lines))
            self.assertIsNone(re.search(r"\bNaN\b|\bnan\b|\binf\b|Undefined|\bNone\b", page.text), (lead, lines))
            self.assertNotIn("<b>x</b>", page.text)
        for panel in ("sizes", "kinds", "greys", "breaking", "schemes", "wide"):
            self.assertEqual(self.client.get(f"/jobs/{job}/{panel}", headers=HTML).status_code, 200, (panel, lines))
