"""What a projector costs to keep, and where it may stand (rules 6.6, 6.10)."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.projection.upkeep_study import UpkeepResult
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

ROOM = room("seat 2900", "screen 90", outline="room 4000 x 3600")


def lit(*lines: str) -> Plan:
    return say(ROOM, *lines, gear=WHOLE)


def told(plan: Plan) -> dict[str, tuple[Level, str]]:
    words = Words(plan)
    return {one.code.name: (one.level, words.finding(one)) for one in evaluate(plan, WHOLE).findings}


class Upkeep(unittest.TestCase):
    def test_years_of_light_and_a_lamps_hour(self) -> None:
        """By hand: 20,000 h at 4 h a day is 13.7 years; 4,500 h at 3 h is 4.1; 140 over 4,500 h is 0.031."""
        for lines, wanted in (
            (("projector Curlew 3",), ("20,000 h", "13.7 years", "4 h a day, assumed")),
            (("film 2", "games 1", "projector Parlour 2"), ("4.1 years", "3 h a day.", "0.031 an hour")),
        ):
            level, text = told(lit(*lines))["LIFE"]
            self.assertEqual(level, Level.NOTE)
            for part in wanted:
                self.assertIn(part, text)
        figure = evaluate(lit("projector Curlew 3"), WHOLE).figures["projector.j1.life"]
        self.assertAlmostEqual(figure.value or 0, 20000 / (4 * 365))
        self.assertTrue(figure.unsure)
        self.assertNotIn("LIFE", told(lit("projector Heron 2")))

    def test_a_hush_box_needs_air_and_is_not_heard(self) -> None:
        """3 W / 10 K: 290 W is 87 m³/h."""
        loud = lit("projector Parlour Light", "lens up 2000")
        seat = say(loud, "seat 2400", gear=WHOLE)
        self.assertIn("FAN", told(seat))
        boxed = say(seat, "boxed hush-box", gear=WHOLE)
        self.assertNotIn("FAN", told(boxed))
        self.assertIn("72 m³/h", told(boxed)["AIR"][1])  # 240 W
        self.assertEqual(told(lit("projector Heron 2", "boxed hush-box"))["AIR"][0], Level.MIND)

    def test_one_that_is_carried_in_has_its_place_taped(self) -> None:
        plan = lit("projector Pocket", "goes upright", "lens up 700", "boxed carried in")
        pose, item = plan.chosen.projectors["j1"].pose, WHOLE[plan.chosen.projectors["j1"].gear]
        left = pose.x - item.lens_on_plate[0] - item.body_width / 2  # type: ignore[union-attr]
        text = told(plan)["MARKS"][1]
        self.assertIn(plan.writing.ruler.show(left), text)
        self.assertIn(plan.writing.ruler.show(left + item.body_width), text)  # type: ignore[union-attr]

    def test_a_port_where_the_beam_goes_through_the_wall(self) -> None:
        """By similar triangles, with the wall behind at 3600 and the lens 900 behind it."""
        plan = lit("projector Hall 60", "throw 4450", "lens up 1700", "boxed behind a port")
        report, lens = evaluate(plan, WHOLE), plan.chosen.projectors["j1"].pose
        picture = plan.chosen.pictures["p1"]
        (port,) = report.of(UpkeepResult).ports.values()
        share = (lens.y - 3600) / (lens.y - picture.pose.y)
        self.assertAlmostEqual(port.width, picture.width.value * share + 40, places=6)
        self.assertAlmostEqual(port.height, picture.height * share + 40, places=6)
        self.assertAlmostEqual(port.z, lens.z + (picture.pose.z - lens.z) * share, places=6)
        names = told(plan)
        self.assertIn("PORT", names)
        self.assertNotIn("LENS_IN_ROOM", names)
        self.assertNotIn("BODY", names)
        again = told(say(plan, "boxed open", gear=WHOLE))
        self.assertEqual(again["LENS_IN_ROOM"][0], Level.STOP)
        self.assertEqual(again["BODY"][0], Level.STOP)
        far = told(say(plan, "throw 6200", gear=WHOLE))
        self.assertIn("LENS_IN_ROOM", far)


if __name__ == "__main__":
    unittest.main()
