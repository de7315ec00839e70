"""Framed screens on their wall (rules 2.6, 7.1, 7.3, 7.5): brackets into studs, into brick, into what nobody knows."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.frame_study import FrameResult
from oval_room.core.levels import Level
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_load_study import STUDS
from tests.core.survey.rooms import room, say

GUESSED = ("made of w1 timber", "stud w1 400 magnet", "stud w1 800 magnet", "stud w1 2000 magnet")


class Frames(unittest.TestCase):
    def test_where_their_screws_go(self) -> None:
        """2214 wide over all, so 100 inside its ends are 933 and 3067; studs each 400 from 400: 1200 and 2800."""
        for wall, level, along, words in (
            (STUDS, Level.GOOD, (1200, 2800), "brackets at 1200 mm and 2800 mm"),
            (("made of w1 brick",), Level.GOOD, (933, 3067), "933 mm and 3067 mm"),
            (GUESSED, Level.NOTE, (1200, 2000), "counted on, not found"),
            ((), Level.NOTE, None, "find what does"),
            (("made of w1 timber",), Level.NOTE, None, "Fewer than two studs"),
            (("made of w1 aerated",), Level.NOTE, None, "aerated block"),
        ):
            plan = say(room("seat 3000", *wall, outline="room 4000 x 5000"), "screen Frame 100 grey", gear=WHOLE)
            report = evaluate(plan, WHOLE)
            finding = next(one for one in report.findings if one.code.name == "FRAME")
            picture, frames = plan.chosen.pictures["p1"], report.of(FrameResult).frames
            with self.subTest(wall[:1]):
                self.assertIs(finding.level, level)
                self.assertIn(words, Words(plan).finding(finding))
                if along is None:
                    self.assertEqual(frames, {})
                    continue
                for (x, z), want in zip(frames["p1"].places, along, strict=True):
                    self.assertAlmostEqual(x, want, delta=1.0)
                    self.assertAlmostEqual(z, picture.top + picture.frame_top - 30)
                item = WHOLE[picture.gear or ""]
                shear = 900.0  # coach screw in timber and plug in brick alike
                self.assertAlmostEqual(frames["p1"].use or 0, 100 * 9.81 * (item.mass_kg or 0) / 2 / shear)

    def test_a_cloth_that_comes_down_is_no_frame(self) -> None:
        plan = say(room("seat 3000", *STUDS, outline="room 4000 x 5000"), "screen Drop 220", gear=WHOLE)
        self.assertEqual(evaluate(plan, WHOLE).of(FrameResult).frames, {})


if __name__ == "__main__":
    unittest.main()
