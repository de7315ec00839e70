"""The mount window of a plan against the plan worked out at single places: inside no stop of throw, body or shift, 5 mm outside
one."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import Evaluator, evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import WindowResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.projection.commands import PutProjector
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.surveyed import loft_cinema
from tests.core.survey.rooms import refused, room, say

ROOM = room(
    "made of ceiling joists", "seat 3000", "screen 90", "projector Heron", "goes hung", outline="room 4000 x 6000"
)
SHORT = room(
    "made of ceiling joists", "seat 1500", "screen 90", "projector Heron", "goes hung", outline="room 4000 x 2700"
)


def stops(evaluate_: Evaluator, plan: Plan, key: str, x: float, y: float) -> bool:
    """Whether a lens at a place has a stop of these kinds."""
    report = evaluate_(apply(plan, PutProjector(id=key, x=x, y=y), SHELF), SHELF)
    return any(one.level is Level.STOP and one.code.name in ("THROW", "BODY", "SHIFT") for one in report.findings)


class MountWindows(unittest.TestCase):
    def test_against_single_evaluations(self) -> None:
        looked = 0
        for plan in (chapel_flat(), loft_cinema(), ROOM):
            report, evaluate_ = evaluate(plan, SHELF), Evaluator("p1")
            for key, found in report.of(WindowResult).windows.items():
                plate, window = report.of(FixingResult).plates[key], found.window
                assert window.x is not None and window.y is not None
                (x0, x1), (y0, y1) = window.x, window.y
                middle = ((x0 + x1) / 2, (y0 + y1) / 2)
                for u in (0.02, 0.5, 0.98):
                    for v in (0.02, 0.5, 0.98):
                        x, y = x0 + (x1 - x0) * u - plate.lens.right, y0 + (y1 - y0) * v - plate.lens.forward
                        self.assertFalse(stops(evaluate_, plan, key, x, y), (plan.name, u, v))
                        looked += 1
                for x, y in ((x0 - 5, middle[1]), (x1 + 5, middle[1]), (middle[0], y0 - 5), (middle[0], y1 + 5)):
                    self.assertTrue(stops(evaluate_, plan, key, x - plate.lens.right, y - plate.lens.forward), (x, y))
        self.assertGreaterEqual(looked, 27)

    def test_the_border_that_is_nearest_is_named(self) -> None:
        found = next(iter(evaluate(ROOM, SHELF).of(WindowResult).windows.values()))
        for border in found.borders:
            self.assertGreaterEqual(border.slack, found.least.slack)
        behind = {one.name for one in next(iter(evaluate(ROOM, SHELF).of(WindowResult).windows.values())).borders}
        self.assertIn("the lens's far end", behind)
        deep = say(ROOM, "depth 4600")
        names = {one.name for one in next(iter(evaluate(deep, SHELF).of(WindowResult).windows.values())).borders}
        self.assertIn("the wall behind", names)

    def test_the_safest_place_has_as_much_room_either_way(self) -> None:
        plan = say(chapel_flat(), "safest plate")
        report = evaluate(plan, SHELF)
        (found,) = report.of(WindowResult).windows.values()
        near, far, left, right = (one.slack for one in found.borders)
        step = plan.writing.ruler.step
        self.assertAlmostEqual(near, far, delta=2 * step)
        self.assertAlmostEqual(left, right, delta=2 * step)
        (finding,) = [one for one in report.findings if one.code.name == "WINDOW"]
        self.assertEqual(finding.level, Level.GOOD)
        self.assertIn("The plate may be", Words(plan).finding(finding))

    def test_a_room_that_leaves_no_place_has_no_window(self) -> None:
        self.assertEqual(evaluate(SHORT, SHELF).of(WindowResult).windows, {})
        self.assertIn("has no window", refused(SHORT, "safest plate"))


if __name__ == "__main__":
    unittest.main()
