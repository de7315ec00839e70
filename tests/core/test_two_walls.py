"""Pictures on two walls: whatever is said to the demonstration's jobs with another picture on the wall behind, it can be
worked out."""

from __future__ import annotations

import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.overhead_study import OverheadResult
from oval_room.core.plan.document import Plan
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import demo_jobs
from tests import long
from tests.core.examples import EXAMPLE_COMMANDS
from tests.core.making import COMMANDS
from tests.core.survey.rooms import say


def with_another(plan: Plan) -> Plan:
    """A job with one more picture, on another wall than its own."""
    for line in ("another tv 43 on w3", "tv 43 on w3", "another tv 43 on w2"):
        answer = hear(plan, SHELF, line, Subject())
        if isinstance(answer, Heard):
            return apply(plan, answer.command, SHELF)
    return plan


TWO = [with_another(plan) for plan in demo_jobs()]


class TwoWalls(unittest.TestCase):
    @settings(max_examples=long(120), suppress_health_check=[HealthCheck.too_slow])
    @given(st.sampled_from(TWO), st.lists(COMMANDS | st.sampled_from(EXAMPLE_COMMANDS), min_size=1, max_size=3))
    def test_every_command_can_be_worked_out(self, plan: Plan, commands: list[Command]) -> None:
        for command in commands:
            try:
                after = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
            evaluate(after, SHELF)
            plan = after

    def test_joists_over_a_projector_and_a_set_behind(self) -> None:
        """It was refused as our fault: each wall told the one plate on the ceiling."""
        loft = next(plan for plan in TWO if plan.name == "Loft cinema")
        self.assertIn("p2", loft.chosen.pictures)
        for at in (800, 1200, 1600, 2000):
            loft = say(loft, f"joist {at} mm pilot", gear=SHELF)
            report = evaluate(loft, SHELF)
        told = [key for key in report.of(OverheadResult).figures if key.startswith("projector.j1.")]
        self.assertEqual(len(told), len(set(told)))
        self.assertTrue(told)


if __name__ == "__main__":
    unittest.main()
