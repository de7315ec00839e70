"""Whatever a person has made of a job, every page of it answers, and so does every view, print and question."""

from __future__ import annotations

import re

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.parts import STAGES
from oval_room.core.plan.document import Writing, new_plan
from oval_room.demo.gear import SHELF
from oval_room.drawing.parts import VIEW_NAMES
from tests import long
from tests.core.examples import EXAMPLE_PLANS
from tests.core.making import COMMANDS
from tests.web.serving import HTML, QUICKLY, WebCase

STARTS = ("chapel", "bedroom", "loft", "den", "empty")


class AnyState(WebCase):
    @QUICKLY
    @settings(max_examples=long(16, share=2), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.sampled_from(STARTS),
        st.lists(COMMANDS, max_size=6),
        st.sampled_from(sorted(VIEW_NAMES)),
        st.sampled_from(["", "0,0,900,900", "x"]),
    )
    def test_every_page_answers(self, start: str, commands: list[Command], lead: str, zoom: str) -> None:
        plan = new_plan("x", writing=Writing(unit="in", style="feet"))
        if start != "empty":
            plan = self.store.head(getattr(self, start)).plan
        for command in commands:
            try:
                plan = apply(plan, command, self.store.gear())
            except (RefusedError, MissingError):
                continue
        job = self.store.create(plan, "tester")
        for stage in STAGES:
            answer = self.client.get(f"/jobs/{job}/{stage}", params={"lead": lead, "zoom": zoom}, headers=HTML)
            self.assertEqual(answer.status_code, 200, answer.text[:300])
            self.assertIsNone(re.search(r"\bNaN\b|\bnan\b|\bNone\b|Undefined", answer.text))
        asked = [f"/jobs/{job}/breaking", f"/jobs/{job}/picture/print.pdf", f"/jobs/{job}/picture/print.dxf?view=plan",
                 f"/jobs/{job}/picture/parts?only=lead&lead={lead}&zoom={zoom}", f"/jobs/{job}/export", f"/jobs/{job}/doubt?stage=picture", f"/jobs/{job}/sun", f"/jobs/{job}/outline.dxf", f"/jobs/{job}/readings.csv",
                 f"/jobs/{job}/survey-form.pdf", f"/jobs/{job}/survey?lead=elevation&wall=w2"]  # fmt: skip
        for address in asked:
            self.assertEqual(self.client.get(address).status_code, 200, address)

    @QUICKLY
    def test_every_trades_example_opens_and_prints(self) -> None:
        """With what a trade keeps of its own: each stage that has figures of it, and others in turn, with workings; of each
        plan one stage's prints, in turn."""
        for n, plan in enumerate(EXAMPLE_PLANS):
            printed = tuple(STAGES)[n % len(STAGES)]
            job, figures = self.store.create(plan, "tester"), evaluate(plan, SHELF).figures
            told = {one.kind.stage for one in figures.values() if "thing" in one.about}
            for stage in (one for i, one in enumerate(STAGES) if one in told or (n + i) % 4 == 0):
                page = self.client.get(f"/jobs/{job}/{stage}?wall=w2", headers=HTML)
                self.assertEqual(page.status_code, 200)
                self.assertIsNone(re.search(r"\bNaN\b|\bnan\b|\bNone\b|Undefined", page.text))
                listed = set(re.findall(r'data-figure="([^"]+)"', page.text))
                own = {key for key, one in figures.items() if one.kind.stage == stage and "thing" in one.about}
                self.assertLessEqual(own, listed)
                for key in own:
                    self.assertEqual(self.client.get(f"/jobs/{job}/working", params={"figure": key}).status_code, 200)
            for kind in ("print", "print.pdf", "print.svg?view=elevation", "print.dxf?view=elevation"):
                self.assertEqual(self.client.get(f"/jobs/{job}/{printed}/{kind}").status_code, 200)

    def test_three_lines_from_nothing_to_an_answer(self) -> None:
        """A new job takes a name and four lines to a first trustworthy answer: at most eight entries."""
        made = self.client.post("/jobs", data={"token": self.token, "name": "Snug", "units": "feet"}, headers=HTML)
        job = made.headers["location"].split("/")[2]
        for line in ("room 12'6 x 14' x 8'", "seat 9'2", "tv Ember 65"):
            answer = self.say(job, line, stage="picture").json()
            self.assertEqual(answer["kind"], "done", answer)
        self.assertIn("headline-value", answer["regions"]["reckoning"])
        self.assertNotIn("finding-stop", answer["regions"]["reckoning"])
        hung = self.say(job, "mount Flat 600", stage="fixing").json()
        self.assertIn("upper hole row", hung["regions"]["reckoning"])

    def test_what_if_shows_and_never_does(self) -> None:
        job = self.copy_of(self.chapel)
        answer = self.say(job, "what if throw 12'2").json()
        self.assertEqual((answer["kind"], self.store.head(job).revision), ("heard", 1))
        self.assertIn("What if", answer["say"])
        self.assertIn("stop cleared", answer["delta"])
        self.assertEqual(self.say(job, "what if frob").status_code, 422)
