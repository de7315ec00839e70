"""Asking backwards and breaking points: answers that hold when taken, verdicts that flip just beyond the printed number."""

from __future__ import annotations

import math
import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.projection.commands import PutProjector
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.solve.backwards import ask_backwards
from oval_room.core.solve.breaking import breaking_points
from oval_room.core.solve.movers import movers_of
from oval_room.core.subject import Subject
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()
FITTED = apply(CHAPEL, PutProjector(id="j1", y=160 + 3700), SHELF)
SUBJECT = Subject("p1", "s2", "k1", "j1")


def mover(plan: Plan, key: str, subject: Subject = SUBJECT) -> Mover:
    return next(one for one in movers_of(plan, subject) if one.key == key)


def bad(report: Report) -> dict[str, Level]:
    """Stops and minds: what a verdict is here."""
    return {f.key: f.level for f in report.findings if f.level in (Level.STOP, Level.MIND)}


class Backwards(unittest.TestCase):
    def test_each_way_reaches_the_wanted_value_when_taken(self) -> None:
        """On the ruler: a sixteenth of an inch moves these figures by less than the tolerance beside them."""
        table = (
            ("picture.p1.angle.seat.s2", 40.0, 0.05, {"width.p1", "row.1"}), ("picture.p1.neck.seat.s2", 0.0, 0.05, {"bottom.p1"}),
            ("projector.j1.throw", 3600.0, 0.8, {"lens_out.j1"}), ("projector.j1.ratio", 1.5, 0.002, {"lens_out.j1", "width.p1"}),
            ("picture.p1.white", 120.0, 0.5, {"width.p1"}), ("projector.j1.pole", 250.0, 0.8, {"lens_up.j1"}),
        )  # fmt: skip
        cloth = FITTED.chosen.pictures["p1"].width.value + 0.1
        bare = apply(FITTED, PutPicture(id="p1", width=chosen(cloth)), SHELF)  # what was bought keeps its size
        with self.assertRaisesRegex(RefusedError, "nothing that may move"):
            ask_backwards(FITTED, SHELF, evaluate(FITTED, SHELF), "picture.p1.white", 120.0, SUBJECT)
        for figure, wanted, near, some in table:
            report = evaluate(bare, SHELF)
            ways = ask_backwards(bare, SHELF, report, figure, wanted, SUBJECT)
            with self.subTest(figure):
                self.assertLessEqual(len(ways), 3)
                self.assertTrue(some & {way.mover.key for way in ways}, {way.mover.key for way in ways})
                for way in ways:
                    after = evaluate(apply(bare, way.command, SHELF), SHELF)
                    self.assertAlmostEqual(after.figures[figure].value or math.nan, wanted, delta=near)
                    self.assertEqual(len(after.stops() - report.stops()), way.new_stops)

    def test_ways_with_fewest_new_stops_come_first(self) -> None:
        ways = ask_backwards(FITTED, SHELF, evaluate(FITTED, SHELF), "picture.p1.angle.seat.s2", 45.0, SUBJECT)
        self.assertEqual([way.new_stops for way in ways], sorted(way.new_stops for way in ways))

    def test_what_can_not_be_reached_is_said(self) -> None:
        report = evaluate(FITTED, SHELF)
        with self.assertRaises(RefusedError):
            ask_backwards(FITTED, SHELF, report, "picture.p1.angle.seat.s2", 179.0, SUBJECT)
        for figure in ("nothing", "picture.p9.angle.seat.s2"):
            with self.assertRaises(MissingError):
                ask_backwards(FITTED, SHELF, report, figure, 40.0, SUBJECT)


class Breaking(unittest.TestCase):
    def test_all_holds_up_to_the_point_and_flips_beyond(self) -> None:
        for plan, subject in ((FITTED, SUBJECT), (BEDROOM, Subject("p1", "s1", "k2", None))):
            report = evaluate(plan, SHELF)
            now = bad(report)
            step = plan.writing.ruler.step
            for one in movers_of(plan, subject):
                for sign, point in zip((-1, 1), breaking_points(plan, SHELF, report, one), strict=True):
                    with self.subTest(plan.name, mover=one.key, sign=sign):
                        if point.finding is None:
                            continue
                        held = evaluate(
                            apply(plan, one.set_to(one.now + sign * max(point.far - 1e-6, 0)), SHELF), SHELF
                        )
                        self.assertEqual(bad(held), now)
                        beyond = evaluate(
                            apply(plan, one.set_to(one.now + sign * (point.far + 2 * step)), SHELF), SHELF
                        )
                        self.assertNotEqual(bad(beyond), now)

    def test_the_lens_of_the_chapel(self) -> None:
        """By hand: 3700 is 532 past the near end of 3168 and 5 % of that is 158.4: nearer than 3326.4 it is a mind."""
        toward, _ = breaking_points(FITTED, SHELF, evaluate(FITTED, SHELF), mover(FITTED, "lens_out.j1"))
        self.assertEqual(toward.finding, "throw/j1/p1")
        self.assertEqual((toward.was, toward.becomes), (Level.GOOD, Level.MIND))
        self.assertAlmostEqual(toward.far, 3700 - 3326.4, delta=25.4 / 16)
