"""Ultra-short throws of a plan (rules 6.8): the cabinet, its furniture, the wall."""

from __future__ import annotations

import math
import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

LINES = ("seat 3000", "screen Skerrimore Ledge 100", "projector Ledge 25", "goes upright")


def plan(*lines: str, furniture: str = "put furniture board 2000 x 700 x 430 at 1000 out 0 up 0") -> Plan:
    return say(room(furniture, outline="room 4000 x 5000"), *LINES, *lines, gear=WHOLE)


def told(one: Plan) -> dict[str, tuple[Level, str]]:
    words = Words(one)
    return {f.code.name: (f.level, words.finding(f)) for f in evaluate(one, WHOLE).findings}


class UltraShort(unittest.TestCase):
    def test_the_cabinet_off_the_wall_and_what_a_millimetre_does(self) -> None:
        """By hand: 100 inch is 2214 wide, 0.25 of it 553.5; its back is 318 nearer the wall, its front 340 farther."""
        one = plan("lens up 555")
        surface, report = one.chosen.pictures["p1"].pose.y, evaluate(one, WHOLE)
        lens = next(iter(one.chosen.projectors.values())).pose.y
        back = report.figures["projector.j1.cabinet.back"].value or 0.0
        self.assertAlmostEqual(lens - surface, 553.5, delta=1.5)
        self.assertAlmostEqual(back, lens - 318)
        self.assertAlmostEqual(report.figures["projector.j1.cabinet.front"].value or 0.0, back + 340)
        level, text = told(one)["CABINET"]
        self.assertEqual(level, Level.GOOD)
        self.assertIn("4.0 mm narrower", text)  # 1 / 0.25
        self.assertIn("0.4 mm lower", text)  # 0.16 / (0.25 x 16/9)

    def test_in_the_wall_is_a_stop(self) -> None:
        near = plan("throw 200 mm")
        self.assertEqual(told(near)["CABINET"][0], Level.STOP)
        self.assertIn("in the wall", told(near)["CABINET"][1])

    def test_its_furniture_is_deep_enough_or_stands_off(self) -> None:
        self.assertEqual(told(plan("lens up 555"))["TRAY"][0], Level.GOOD)
        shallow = plan("lens up 555", furniture="put furniture board 2000 x 450 x 430 at 1000 out 0 up 0")
        level, text = told(shallow)["TRAY"]
        front = evaluate(shallow, WHOLE).figures["projector.j1.cabinet.front"].value or 0.0
        self.assertEqual(level, Level.MIND)
        self.assertIn(f"{math.ceil(front - 450)} mm too shallow", text)

    def test_from_the_furniture_to_the_picture(self) -> None:
        """The reverse (6.8), by hand: 450 deep less 340 and plus 318 is 428 from lens to wall, less the surface: / 0.25."""
        bare = ("seat 3000", "screen 100", "projector Ledge 25", "lens up 555", "bottom 754 mm")
        shelf = "put furniture board 2000 x 450 x 430 at 1000 out 0 up 0"
        plan = say(room(shelf, outline="room 4000 x 5000"), *bare, gear=WHOLE)
        report = evaluate(plan, WHOLE)
        finding = next(one for one in report.findings if one.code.name == "TRAY")
        surface = plan.chosen.pictures["p1"].pose.y
        item = WHOLE[plan.chosen.projectors["j1"].gear]
        depth, back = item.body_behind_lens, item.datum_to_back  # type: ignore[union-attr]
        widest = (450 - depth + back - surface) / 0.25
        (tried,) = cures_that_cure(plan, WHOLE, report, finding)
        after = tried.plan.chosen.pictures["p1"]
        self.assertAlmostEqual(after.width.value, math.floor(widest), delta=1e-6)
        self.assertAlmostEqual(after.bottom, 555 + 0.16 * after.height, delta=0.1)
        again = {f.code.name: f.level for f in tried.report.findings}
        self.assertEqual(again["TRAY"], Level.GOOD)
        self.assertEqual(again["THROW"], Level.GOOD)
        self.assertEqual(again["SHIFT"], Level.GOOD)

    def test_the_picture_comes_to_the_furniture(self) -> None:
        """145 mm too high: the lens comes down, and the picture with it."""
        bare = ("seat 3000", "screen 100", "projector Ledge 25", "lens up 700", "bottom 899 mm")
        shelf = "put furniture board 2000 x 700 x 430 at 1000 out 0 up 0"
        plan = say(room(shelf, outline="room 4000 x 5000"), *bare, gear=WHOLE)
        report = evaluate(plan, WHOLE)
        finding = next(one for one in report.findings if one.code.name == "STANDS")
        tried = {one.cure.kind.name: one for one in cures_that_cure(plan, WHOLE, report, finding)}
        self.assertEqual(tried["ON_FURNITURE"].cure.value, 754.0)
        self.assertEqual(tried["ON_FURNITURE"].plan.chosen.projectors["j1"].pose.z, 555.0)

    def test_the_furniture_decides_how_high_it_stands(self) -> None:
        high = plan("lens up 700")
        report = evaluate(high, WHOLE)
        finding = next(one for one in report.findings if one.code.name == "STANDS")
        self.assertEqual(finding.level, Level.STOP)
        self.assertIn("145 mm above", Words(high).finding(finding))  # 700 - 430 - 125
        self.assertEqual(finding.cures[0].value, 555.0)
        self.assertNotIn("STANDS", told(plan("lens up 555")))
        for tried in cures_that_cure(high, WHOLE, report, finding):
            self.assertNotIn(finding.key, tried.report.stops())

    def test_hung_nothing_is_said_of_furniture(self) -> None:
        self.assertNotIn("CABINET", told(plan("goes hung")))


if __name__ == "__main__":
    unittest.main()
