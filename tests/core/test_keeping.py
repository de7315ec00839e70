"""What is kept is what would be worked out anew: one evaluator through many plans, one picture's verdicts among many."""

from __future__ import annotations

import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import Evaluator, evaluate
from oval_room.core.keeping import Kept
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.solve.breaking import breaking_points, too_many
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.seek import largest_picture, lowest_picture
from oval_room.core.subject import Subject
from oval_room.core.viewing.study import ViewResult
from oval_room.demo.gear import SHELF
from oval_room.demo.surveyed import boat_shed_den
from tests.core.making import COMMANDS
from tests.core.survey.rooms import hall, say

SEVERAL = say(boat_shed_den(), "another tv 43", "another tv 32", "seats 2", "row 2 4500")


class Keeping(unittest.TestCase):
    def test_the_same_objects_are_not_worked_on_twice(self) -> None:
        keep, made = Kept(), []

        def ask(name: str, *reads: object) -> object:
            return keep(name, reads, lambda: made.append((name, *reads)) or len(made))

        one, other, third, fourth = object(), object(), object(), object()
        first = ask("a", one)
        self.assertEqual((ask("a", one), ask("b", one), ask("a", other), ask("a", one)), (first, 2, 3, first))
        self.assertEqual(len(made), 3)
        for thing in (third, fourth):
            ask("a", thing)  # the plan as it is, asked for last, stays; what was tried longest ago goes
        self.assertEqual((ask("a", one), len(made)), (first, 5))
        ask("a", other)
        self.assertEqual(len(made), 6)
        self.assertEqual(ask("a", one, one), 7)

    @settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(st.tuples(COMMANDS, st.booleans()), min_size=1, max_size=8))
    def test_one_evaluator_through_many_plans_says_what_a_new_one_does(self, steps: list[tuple[Command, bool]]) -> None:
        """Some steps are only tried and left again, as a ghost or a cure is."""
        plan, evaluator = SEVERAL, Evaluator()
        evaluator(plan, SHELF)
        for command, stays in steps:
            try:
                after = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
            kept, anew = evaluator(after, SHELF), evaluate(after, SHELF)
            self.assertEqual(kept.findings, anew.findings)
            self.assertEqual(kept.figures, anew.figures)
            plan = after if stays else plan
            self.assertEqual(evaluator(plan, SHELF).findings, evaluate(plan, SHELF).findings)

    def test_cures_tried_with_an_evaluator_are_those_tried_anew(self) -> None:
        evaluator = Evaluator()
        report = evaluator(SEVERAL, SHELF)
        tried = 0
        for finding in report.findings:
            quick = cures_that_cure(SEVERAL, SHELF, report, finding, evaluate=evaluator)
            self.assertEqual(
                [one.cure for one in quick], [one.cure for one in cures_that_cure(SEVERAL, SHELF, report, finding)]
            )
            tried += len(quick)
        self.assertGreater(tried, 2)


class Many(unittest.TestCase):
    """Nine displays and twenty-four seats: what is asked of one picture is answered for it."""

    HALL = hall()

    def own(self, plan: Plan, only: str | None, key: str) -> dict[str, Level]:
        report = Evaluator(only)(plan, SHELF)
        return {f.key: f.level for f in report.findings if f.about.get("picture") == key}

    def test_a_picture_alone_is_judged_as_among_all(self) -> None:
        self.assertTrue(too_many(self.HALL))
        self.assertFalse(too_many(SEVERAL))
        for key in ("p1", "p5", "p9"):
            self.assertEqual(self.own(self.HALL, key, key), self.own(self.HALL, None, key))
            self.assertTrue(self.own(self.HALL, key, key))
        others = Evaluator("p1")(self.HALL, SHELF).of(ViewResult).pictures
        self.assertEqual(list(others), ["p1"])

    def test_its_breaking_points_hold(self) -> None:
        subject = Subject("p5", "s3", "k1")
        report = evaluate(self.HALL, SHELF)

        def verdicts(plan: Plan) -> dict[str, Level]:
            return {
                name: level for name, level in self.own(plan, "p5", "p5").items() if level in (Level.STOP, Level.MIND)
            }

        now = verdicts(self.HALL)
        for mover in movers_of(self.HALL, subject)[:2]:
            for sign, point in zip((-1, 1), breaking_points(self.HALL, SHELF, report, mover, "p5"), strict=True):
                held = apply(self.HALL, mover.set_to(mover.now + sign * max(point.far - 1e-6, 0)), SHELF)
                self.assertEqual(verdicts(held), now, mover.key)

    def test_what_is_sought_bears_the_whole_report(self) -> None:
        before = evaluate(self.HALL, SHELF).stops()
        for seek in (largest_picture, lowest_picture):
            found = seek(self.HALL, SHELF, "p5")
            self.assertLessEqual(evaluate(apply(self.HALL, found.command, SHELF), SHELF).stops(), before)
