"""What the case of a cloth that comes down hangs from (rules 7.8)."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.case_study import CaseResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

FINDS = tuple(f"joist {at} pilot" for at in (300, 700, 1100))
"""Every 400 from 300."""


def hall(*lines: str) -> Plan:
    return say(room("seat 3500", outline="room 5000 x 6000"), "screen Drop 240 scope", "along 2500", *lines, gear=WHOLE)


def found(plan: Plan, code: str = "CASE") -> Finding:
    return next(one for one in evaluate(plan, WHOLE).findings if one.code.name == code)


class Cases(unittest.TestCase):
    def test_from_two_joists_that_run_out(self) -> None:
        """2400 wide and 40 of frame either side, hooks 40 inside: 1300 to 3700, so the joists at 1500 and 3500."""
        guessed = hall("joists out", *FINDS)
        self.assertEqual(found(guessed).level, Level.NOTE)
        self.assertIn("not found: a pilot hole before any hook", Words(guessed).finding(found(guessed)))
        plan = say(guessed, "joist 1500 pilot", "joist 3500 pilot", gear=WHOLE)
        (places,) = evaluate(plan, WHOLE).of(CaseResult).hooks.values()
        for got, want in zip((place[0] for place in places), (1500, 3500), strict=True):
            self.assertAlmostEqual(got, want, delta=1.0)
        self.assertEqual(found(plan).level, Level.GOOD)
        self.assertIn("18 kg", Words(plan).finding(found(plan)))
        self.assertNotIn("counted on", Words(plan).finding(found(plan)))

    def test_along_one_or_beside_it(self) -> None:
        plan = hall("joists along", *FINDS, "stand-off 150 mm")
        self.assertEqual(found(plan).level, Level.NOTE)
        (tried,) = cures_that_cure(plan, WHOLE, evaluate(plan, WHOLE), found(plan))
        self.assertAlmostEqual(tried.plan.chosen.pictures["p1"].pose.y, 300, delta=1.0)
        self.assertEqual(found(tried.plan).level, Level.GOOD)
        (places,) = evaluate(tried.plan, WHOLE).of(CaseResult).hooks.values()
        self.assertEqual({place[1] for place in places}, {tried.plan.chosen.pictures["p1"].pose.y})

    def test_where_the_cloth_stops_for_each_picture(self) -> None:
        """Ceiling 2400, case 120: its mouth at 2280. The image is 1000 high: its top at 980 + 1000 shows the 300 of black
        that it has, 681 wants the case 299 lower; 60 of cloth hang under the image (rules 2.6)."""
        for bottom, level, black in ((980, Level.NOTE, None), (1100, Level.NOTE, None), (681, Level.MIND, 599)):
            plan = hall(f"bottom {bottom}", "projector Heron", "memory hd 16:9", "memory low 2.76 at top")
            report = evaluate(plan, WHOLE)
            finding = next(one for one in report.findings if one.code.name == "STOPS")
            with self.subTest(bottom):
                self.assertIs(finding.level, level)
                self.assertAlmostEqual(report.figures["picture.p1.let_out"].value or 0, 2340 - bottom)
                outs = [out for _, out in finding.more["stops"]]
                for got, want in zip(outs, (bottom, bottom, bottom + 1000 - 2400 / 2.76), strict=True):
                    self.assertAlmostEqual(got, 2340 - want)
                self.assertIn("for low by", Words(plan).finding(finding))
                if black is not None:
                    self.assertAlmostEqual(finding.value or 0, black)
                    (tried,) = cures_that_cure(plan, WHOLE, report, finding)
                    self.assertAlmostEqual(tried.plan.chosen.pictures["p1"].case_below, 299)
                    self.assertEqual(tried.plan.chosen.pictures["p1"].bottom, bottom)  # the picture stays
        rising = say(room("seat 3500", outline="room 5000 x 6000"), "screen Rise 200", gear=WHOLE)
        finding = next(one for one in evaluate(rising, WHOLE).findings if one.code.name == "STOPS")
        self.assertIn("rises from its case by", Words(rising).finding(finding))

    def test_not_found_yet_or_too_few(self) -> None:
        for kind, code, level, told in (
            ("unknown", "CEILING_KIND", Level.STOP, "find the joists"),
            ("joists", "CASE", Level.MIND, "find them"),
            ("concrete", "CASE", Level.NOTE, "anchors"),
            ("grid", "HOLDER", Level.STOP, "hangs from nothing yet"),
            ("board", "HOLDER", Level.STOP, "hangs from nothing yet"),
        ):
            over = hall(f"made of ceiling {kind}")
            with self.subTest(kind):
                finding = found(over, code)
                self.assertEqual(finding.level, level)
                self.assertIn(told, Words(over).finding(finding))
                self.assertEqual(bool(evaluate(over, WHOLE).of(CaseResult).hooks), kind == "concrete")
        wide = hall("joists out", "joist 200 pilot", "joist 4800 pilot", "joist 2500 pilot")
        self.assertEqual(found(wide).level, Level.NOTE)  # only the first of three agrees with the rhythm
        names = {one.code.name for one in evaluate(say(hall(), "screen Frame 100 woven", gear=WHOLE), WHOLE).findings}
        self.assertNotIn("CASE", names)


if __name__ == "__main__":
    unittest.main()
