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
from oval_room.core.solve.cures import cures_that_cure
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

    def test_where_the_beam_is_clear_against_single_evaluations(self) -> None:
        """Cell by cell: the plan with the lens there has a stop of the beam just where the window says so."""
        seen = set()
        evaluate_ = Evaluator("p1")
        for line in (
            "put fan fan 900 x 900 x 300 at 1550 out 3300 up 2050",
            "put pendant lamp 120 x 120 x 1000 at 2140 out 2300 up 1400",
            "put lamp rail 60 x 60 x 300 at 1900 out 1600 up 1500",
        ):
            plan = say(ROOM, "lens up 2100", line)
            (found,) = evaluate(plan, SHELF).of(WindowResult).windows.values()
            plate = evaluate(plan, SHELF).of(FixingResult).plates["j1"]
            rows, columns = found.places.clear.shape
            wide, deep = found.places.cell
            for row in range(0, rows, 4):
                for column in range(0, columns, 3):
                    x = found.places.x[0] + (column + 0.5) * wide - plate.lens.right
                    y = found.places.y[0] + (row + 0.5) * deep - plate.lens.forward
                    report = evaluate_(apply(plan, PutProjector(id="j1", x=x, y=y), SHELF), SHELF)
                    hit = any(one.code.name in ("BEAM_THING", "BEAM_HEAD", "BODY_IN") for one in report.findings)
                    self.assertEqual(bool(found.places.clear[row, column]), not hit, (line, row, column))
                    seen.add(hit)
        self.assertEqual(seen, {True, False})

    def test_the_safest_place_is_out_of_what_stands_in_the_beam(self) -> None:
        plan = say(ROOM, "lens up 2100", "put pendant lamp 120 x 120 x 1000 at 2140 out 2300 up 1400", "safest plate")
        report = evaluate(plan, SHELF)
        self.assertFalse([one for one in report.findings if one.code.name == "BEAM_THING"])
        (found,) = report.of(WindowResult).windows.values()
        self.assertTrue(found.clear)
        blocked = say(plan, "put cabinet box 3000 x 300 x 1600 at 500 out 800 up 500")
        self.assertIn("from everywhere", refused(blocked, "safest plate"))

    def test_what_the_plate_is_fixed_to(self) -> None:
        """Joists 400 apart from 300 on, found with a magnet or a pilot."""
        finds = ("joists along", *(f"joist {at} pilot" for at in range(300, 5501, 400)))
        plan = say(ROOM, *finds)
        report = evaluate(plan, SHELF)
        (found,) = report.of(WindowResult).windows.values()
        assert found.held is not None and found.window.y is not None
        (finding,) = [one for one in report.findings if one.code.name == "JOIST"]
        line = min((300 + 400 * n for n in range(14)), key=lambda at: abs(at - found.plate[1]))
        self.assertAlmostEqual(found.held.joist, line, delta=1.0)
        (tried,) = cures_that_cure(plan, SHELF, report, finding)
        (after,) = tried.report.of(WindowResult).windows.values()
        assert after.held is not None
        self.assertTrue(after.held.on)
        self.assertAlmostEqual(after.plate[1], line, delta=1.0)
        short = say(ROOM, "joists out", *finds[1:5])
        report = evaluate(short, SHELF)
        (found,) = report.of(WindowResult).windows.values()
        (finding,) = [one for one in report.findings if one.code.name == "JOIST"]
        assert found.held is not None and found.held.bridge is not None
        self.assertFalse(found.held.in_window)
        a, b = found.held.bridge
        self.assertAlmostEqual(b - a, 400, delta=1.0)
        self.assertTrue(a <= found.plate[0] <= b)
        self.assertIn("550 mm long", Words(short).finding(finding))  # 400 and 75 past either middle
        self.assertEqual(finding.cures, ())

    def test_a_joist_that_is_only_counted_on_is_no_good_yet(self) -> None:
        """Found at 300 and 700 and counted on from there: the plate is put on the line at 3500, then that is proved."""
        plan = say(ROOM, "joists along", "joist 300 pilot", "joist 700 pilot", "joist 1100 pilot")
        report = evaluate(plan, SHELF)
        (finding,) = [one for one in report.findings if one.code.name == "JOIST"]
        self.assertEqual(finding.cures, ())
        self.assertIn("prove it with a pilot hole, then", Words(plan).finding(finding))
        on = say(plan, f"plate out {finding.more['joist']:.0f}")
        (finding,) = [one for one in evaluate(on, SHELF).findings if one.code.name == "JOIST"]
        self.assertIs(finding.level, Level.NOTE)
        self.assertIn("counted on", Words(on).finding(finding))
        proved = say(on, f"joist {finding.more['joist']:.0f} pilot")
        (finding,) = [one for one in evaluate(proved, SHELF).findings if one.code.name == "JOIST"]
        self.assertIs(finding.level, Level.GOOD)

    def test_a_long_pole_wants_a_brace(self) -> None:
        for z, sways in ((1700, True), (2200, False)):
            codes = {one.code.name for one in evaluate(say(ROOM, "ceiling 2700", f"lens up {z}"), SHELF).findings}
            self.assertEqual("SWAY" in codes, sways, z)

    def test_a_room_that_leaves_no_place_has_no_window(self) -> None:
        self.assertEqual(evaluate(SHORT, SHELF).of(WindowResult).windows, {})
        self.assertIn("has no window", refused(SHORT, "safest plate"))


if __name__ == "__main__":
    unittest.main()
