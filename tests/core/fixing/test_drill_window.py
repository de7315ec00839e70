"""The drill window (rules 7.4, 7.7): every place inside passes, every place outside fails, borders say why; as the plan
tells it, with the least move of all that hang in line."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace
from typing import Final

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.drill_study import DrillResult
from oval_room.core.fixing.drill_window import FEW, SLIDES, KeepOut, PlateRules, drill_window
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.subject import Subject
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_load_study import STUDS, hung
from tests.core.survey.rooms import room, say

PLAIN: Final = PlateRules(
    wanted=2000.0,
    slide=120.0,
    heights=(1000.0, 1400.0),
    rows=(0.0, -200.0),
    keep_out=(),
    slots=((-310.0, -60.0), (60.0, 310.0)),
    studs=(1600.0, 2000.0, 2400.0),
)
places = st.integers(0, 4000).map(float)
heights = st.integers(0, 2400).map(float)
boxes = st.builds(
    lambda x, z, w, h: KeepOut("a door", (x, x + w), (z, z + h)),
    places,
    heights,
    st.integers(20, 900),
    st.integers(20, 900),
)
runs = st.builds(lambda x, z, u, v: KeepOut("a cable", (x, u), (z, v), 50.0), places, heights, places, heights)
levels = st.builds(lambda x, u, z: KeepOut("a pipe", (x, u), (z, z), 50.0), places, places, heights)
rules = st.builds(
    PlateRules,
    wanted=st.integers(400, 3600).map(float),
    slide=st.sampled_from([0.0, 40.0, 150.0]),
    heights=st.tuples(st.integers(600, 1200).map(float), st.integers(1200, 1900).map(float)),
    rows=st.sampled_from([(0.0,), (0.0, -200.0)]),
    keep_out=st.lists(st.one_of(boxes, runs, levels), max_size=4).map(tuple),
    slots=st.sampled_from([((-310.0, -60.0), (60.0, 310.0)), ((-200.0, 200.0),)]),
    studs=st.integers(0, 400).map(lambda phase: tuple(phase + 400.0 * n for n in range(10))),
    least=st.sampled_from([1, 2]),
    columns=st.sampled_from([(), (), (-150.0, 150.0), (0.0,)]),
)


class Windows(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Studs at 1600, 2000, 2400 and slots of 60 to 310 either side: two lie in them from 1690 to 1940 (1600 and 2000)
        and from 2090 to 2310 with the panel's 120 of slide; 1880 to 2120 is left of either."""
        found = drill_window(PLAIN)
        self.assertEqual([slab.along for slab in found.slabs], [(1880.0, 1910.0), (2090.0, 2120.0)])
        self.assertEqual({slab.ups for slab in found.slabs}, {((1000.0, 1400.0),)})
        pipe = KeepOut("pipe", (0.0, 4000.0), (1150.0, 1150.0), 50.0)
        (first, _) = drill_window(replace(PLAIN, keep_out=(pipe,))).slabs
        for got, want in zip(first.ups, ((1000.0, 1100.0), (1200.0, 1300.0), (1400.0, 1400.0)), strict=False):
            self.assertAlmostEqual(got[0], want[0])  # either row keeps 50 off it
            self.assertAlmostEqual(got[1], want[1])
        borders = {one.side: one for one in found.borders(1900.0, 1100.0)}
        self.assertEqual(
            {side: (one.slack, one.name) for side, one in borders.items()},
            {
                "left": (20.0, SLIDES),
                "right": (10.0, FEW),
                "down": (100.0, "the picture's height"),
                "up": (300.0, "the picture's height"),
            },
        )
        self.assertEqual(found.nearest(2000.0, 900.0), (1910.0, 1000.0))
        self.assertIsNone(drill_window(replace(PLAIN, studs=(1600.0,))).nearest(2000.0, 1200.0))

    @settings(max_examples=300, deadline=None)
    @given(rules, st.data())
    def test_every_place_inside_passes_and_every_place_past_a_border_fails(
        self, rule: PlateRules, data: st.DataObject
    ) -> None:
        found = drill_window(rule)
        share = st.floats(0.02, 0.98)
        for slab in found.slabs:
            for low, high in slab.ups:
                plate = slab.along[0] + (slab.along[1] - slab.along[0]) * data.draw(share)
                row = low + (high - low) * data.draw(share)
                fails = rule.fails(plate, row)
                if any(one.within for one in rule.keep_out) and rule.columns and fails:
                    # along a slanting run a wall that holds anywhere is looked at in steps of 2 mm
                    self.assertTrue(all(name in ("a cable", "a pipe") for name in fails))
                    self.assertFalse(replace(rule, keep_out=_slimmer(rule)).fails(plate, row))
                    continue
                self.assertEqual(fails, ())
                for border in found.borders(plate, row):
                    past = border.slack + 2.0
                    at = {
                        "left": (plate - past, row),
                        "right": (plate + past, row),
                        "down": (plate, row - past),
                        "up": (plate, row + past),
                    }[border.side]
                    if math.isclose(slab.along[0], slab.along[1]) or high - low < 4.0:
                        continue
                    there = rule.fails(*at)
                    if there:
                        self.assertIn(border.name or there[0], there + rule.fails(*_by(at, border.side, 1.0)))
        for _ in range(20):  # whatever passes lies in it
            plate = rule.wanted + rule.slide * data.draw(st.floats(-1, 1))
            row = rule.heights[0] + (rule.heights[1] - rule.heights[0]) * data.draw(share)
            if rule.fails(plate, row):
                continue
            inside = any(
                a - 2.0 <= plate <= b + 2.0 and any(low - 2.0 <= row <= high + 2.0 for low, high in ups)
                for (a, b), ups in found.slabs
            )
            self.assertTrue(inside)
        safest = found.safest()
        if safest is not None and not (rule.columns and any(one.within for one in rule.keep_out)):
            self.assertEqual(rule.fails(*safest), ())


def _slimmer(rule: PlateRules) -> tuple[KeepOut, ...]:
    return tuple(one._replace(within=one.within - 2.5) if one.within else one for one in rule.keep_out)


def _by(at: tuple[float, float], side: str, back: float) -> tuple[float, float]:
    """A place taken back towards where it came from."""
    x, z = at
    return {"left": (x + back, z), "right": (x - back, z), "down": (x, z + back), "up": (x, z - back)}[side]


def found_of(plan: Plan, code: str = "DRILL") -> Finding | None:
    return next((one for one in evaluate(plan, WHOLE).findings if one.code.name == code), None)


class InThePlan(unittest.TestCase):
    def test_the_panel_is_slid_so_that_its_holes_clear_a_socket(self) -> None:
        """Flat 800 at 2110 takes 2000 and 2400; a socket's line over 2030 forbids 2000: the plate goes to 1600 and 2400."""
        for lines, columns in (((), (2000, 2400)), (("socket w1 at 2030 up 300",), (1600, 2400))):
            plan = hung("Ember 77", "Flat 800", "along 2110", *lines)
            report = evaluate(plan, WHOLE)
            for got, want in zip(report.of(FixingResult).holes["p1"].columns, columns, strict=True):
                self.assertAlmostEqual(got, want, delta=1.0)
            self.assertEqual(plan.chosen.pictures["p1"].pose.x, 2110)  # nobody moved the picture
            self.assertNotIn("NEAR_SERVICE", {one.code.name for one in report.findings})
            self.assertIs((found_of(plan) or self.fail()).level, Level.GOOD)

    def test_a_plate_that_somebody_put_there_stays_and_says_what_it_meets(self) -> None:
        plan = hung("Ember 77", "Flat 800", "along 2110", "socket w1 at 2030 up 300", "plate along 2110")
        finding = found_of(plan) or self.fail()
        self.assertIs(finding.level, Level.NOTE)
        self.assertIn("can't stay: socket", Words(plan).finding(finding))
        (tried,) = cures_that_cure(plan, WHOLE, evaluate(plan, WHOLE), finding)
        self.assertEqual(tried.plan.chosen.pictures["p1"].pose, plan.chosen.pictures["p1"].pose)
        self.assertIs((found_of(tried.plan) or self.fail()).level, Level.GOOD)
        self.assertIs((found_of(say(plan, "plate along -", gear=WHOLE)) or self.fail()).level, Level.GOOD)

    def test_a_plate_put_where_it_can_not_be_is_told(self) -> None:
        """On brick past what the panel slides; on studs where none lies in its slots, with the way back."""
        brick = hung("Slate 55", "Tilt 400", "along 2000", "plate along 2100", wall=("made of w1 brick",))
        finding = found_of(brick) or self.fail()
        self.assertIn("the panel slides no farther", Words(brick).finding(finding))
        (tried,) = cures_that_cure(brick, WHOLE, evaluate(brick, WHOLE), finding)
        self.assertIs((found_of(tried.plan) or self.fail()).level, Level.GOOD)
        studs = hung("Slate 55", "Tilt 400", "along 2140", "plate along 2050")
        finding = found_of(studs, "PLATE_STUDS") or self.fail()
        self.assertIs(finding.level, Level.STOP)
        self.assertIn("at 2050 mm, where it was put, fewer than two", Words(studs).finding(finding))
        (tried, *_) = cures_that_cure(studs, WHOLE, evaluate(studs, WHOLE), finding)
        self.assertIsNot((found_of(tried.plan, "PLATE_STUDS") or self.fail()).level, Level.STOP)

    def test_holes_where_there_is_no_wall(self) -> None:
        brick = ("made of w1 brick",)
        for lines, told in (
            (("window w1 at 1500, 900 x 1400 sill 700",), "lies in window"),
            (("along 60 mm",), "past the wall's edge"),
        ):
            plan = hung("Slate 55", "Tilt 600", *lines, wall=brick)
            finding = found_of(plan, "HOLE_OFF")
            self.assertIs(finding and finding.level, Level.STOP, lines)
            self.assertIn(told, Words(plan).finding(finding or self.fail()))

    def test_three_in_a_row_are_moved_together(self) -> None:
        """On brick, two pipes behind the middle one of three, 60 apart: its hole goes 70 to the right of where it is, of
        which its plate slides 60, and all three the rest."""
        plan = say(room("seat 3000", "made of w1 brick", outline="room 6000 x 5000"), "tv Slate 43", gear=WHOLE)
        plan = say(plan, "another tv Slate 43", "another tv Slate 43", gear=WHOLE)
        for n, key in enumerate(plan.chosen.pictures):
            of = Subject(key, "s1", "k1", None)
            plan = say(plan, f"along {1500 + 1200 * n}", "mount Flat 400", "bottom 900", subject=of, gear=WHOLE)
        report = evaluate(plan, WHOLE)
        x = report.of(FixingResult).holes["p2"].columns[0]
        for at in (x - 40, x + 20):
            plan = say(plan, f"pipe w1 at {at:.0f} up 0 to {at:.0f} up 2400", gear=WHOLE)
        finding = next(
            one for one in evaluate(plan, WHOLE).findings if one.code.name == "DRILL" and one.about["picture"] == "p2"
        )
        (tried,) = cures_that_cure(plan, WHOLE, evaluate(plan, WHOLE), finding)
        moves = {
            round(tried.plan.chosen.pictures[key].pose.x - one.pose.x) for key, one in plan.chosen.pictures.items()
        }
        self.assertEqual(len(moves), 1)
        self.assertEqual(moves, {10})
        self.assertIn("All 3 that hang in line", Words(plan).cure(finding.cures[0]))

    def test_nothing_known_behind_gives_no_window(self) -> None:
        for wall in (STUDS[:1], ("made of w1 unknown",)):
            self.assertEqual(evaluate(hung("Ember 77", "Flat 800", wall=wall), WHOLE).of(DrillResult).windows, {})


if __name__ == "__main__":
    unittest.main()
