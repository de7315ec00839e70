"""Wide screens of a plan (rules 6.9): one lens place for both, said with what is to be masked."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.projection.wide_films import ways
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

ROOM = room("made of ceiling joists", "seat 3500", "screen 110 at 2.40", outline="room 5000 x 9000")


def wide(plan: Plan) -> Finding | None:
    return next((one for one in evaluate(plan, WHOLE).findings if one.code.name == "WIDE"), None)


def lit(*lines: str) -> Plan:
    return say(ROOM, *lines, gear=WHOLE)


class Ways(unittest.TestCase):
    def test_by_hand(self) -> None:
        """A 2400 x 1000 cloth (rules 6.9): 16:9 is 1777.8 at one height; an anamorphic lens stretches that to 2370.4; at
        one width 16:9 is 1350 high; at one area it is √(2.4·16/9) wide."""
        found = {way.name: way for way in ways(2400.0, scope=2.4)}
        for name, film, wide, areas in (
            ("by zoom", (1777.78, 1000), (2400, 1000), (1.7778, 2.4)),
            ("by an anamorphic lens", (1777.78, 1000), (2370.37, 987.65), (1.7778, 2.3411)),
            ("at one width", (2400, 1350), (2400, 1000), (3.24, 2.4)),
            ("at one area", (2065.59, 1161.90), (2065.59, 860.66), (2.4, 1.7778)),
        ):
            with self.subTest(name):
                way = found[name]
                for got, want in zip((*way.film, *way.wide), (*film, *wide), strict=True):
                    self.assertAlmostEqual(got, want, places=2)
                for got, want in zip(way.areas, areas, strict=True):
                    self.assertAlmostEqual(got / 1e6, want, places=4)

    def test_an_anamorphic_lens_goes_no_wider_than_the_cloth(self) -> None:
        (_, lens, *_) = ways(2000.0, scope=2.0)
        self.assertEqual(lens.wide, (2000.0, 1000.0))


class WideScreens(unittest.TestCase):
    def test_what_is_masked_and_what_the_light_is(self) -> None:
        """By hand: 110 inch at 2.40 is 2579.1 x 1074.6; lit 1450.8 high, (1450.8 - 1074.6) / 2 over; bars (2579.1 - 1910.5) / 2."""
        plan = lit("projector Curlew 3", "throw 3400")
        figures = evaluate(plan, WHOLE).figures
        self.assertAlmostEqual(
            figures["projector.j1.wide.overshoot"].value or 0, (2579.1 / (16 / 9) - 2579.1 / 2.4) / 2, delta=0.2
        )
        self.assertAlmostEqual(
            figures["projector.j1.wide.side_bar"].value or 0, (2579.1 - 2579.1 / 2.4 * 16 / 9) / 2, delta=0.2
        )
        self.assertAlmostEqual(figures["projector.j1.wide.zoom"].value or 0, 1.35, places=3)
        found = wide(plan)
        assert found is not None
        self.assertEqual(found.level, Level.GOOD)
        self.assertIn("two lens memories", Words(plan).finding(found))

    def test_from_where_the_lens_does_not_do_both_it_is_cured_by_a_move(self) -> None:
        plan = lit("projector Curlew 3", "throw 4600")
        report, found = evaluate(plan, WHOLE), wide(plan)
        assert found is not None
        self.assertEqual(found.level, Level.MIND)
        (tried,) = cures_that_cure(plan, WHOLE, report, found)
        after = tried.report.find(found.key)
        self.assertEqual(after and after.level, Level.GOOD)

    def test_a_lens_that_zooms_too_little_is_said(self) -> None:
        found = wide(lit("projector Wren"))
        assert found is not None
        self.assertEqual(found.level, Level.MIND)
        self.assertIn("this lens zooms", Words(ROOM).finding(found))

    def test_a_projector_wider_than_16_9_zooms_less(self) -> None:
        """Its 16:9 is not wider than its own picture: 2.4 / 1.9 between them, and the working says so."""
        plan = lit("projector Curlew 3", "throw 3400")
        key = plan.chosen.projectors["j1"].gear
        gear = {**WHOLE, key: WHOLE[key].model_copy(update={"own_aspect": 1.9, "pixels": (4096, 2160)})}
        figure = evaluate(plan, gear).figures["projector.j1.wide.zoom"]
        self.assertAlmostEqual(figure.value or 0, plan.chosen.pictures["p1"].aspect / 1.9)
        self.assertEqual({one.symbol: one.value for one in figure.inputs}["a_n"], 1.9)

    def test_a_screen_of_16_9_says_nothing(self) -> None:
        self.assertIsNone(
            wide(say(room("seat 3000", "screen 100", outline="room 5000 x 9000"), "projector Curlew 3", gear=WHOLE))
        )


if __name__ == "__main__":
    unittest.main()
