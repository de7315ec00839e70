"""Lens memories and tray stops (rules 6.8, 6.9): what of the screen each fills, what it asks of the lens."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.projection.memories import filled, light_share
from oval_room.core.projection.memory_study import MemoryResult, Setting
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.projection.test_ultra_short import plan as ultra_short
from tests.core.survey.rooms import refused, room, say

SCOPE = room("made of ceiling joists", "seat 3500", "screen 110 at 2.40", outline="room 5000 x 9000")
"""110 inch at 2.40: 2579.1 x 1074.6."""


def lit(*lines: str) -> Plan:
    return say(SCOPE, "projector Curlew 3", *lines, gear=WHOLE)


def settings_of(plan: Plan) -> dict[str, Setting]:
    return {one.memory.name: one for one in evaluate(plan, WHOLE).of(MemoryResult).settings.values()}


def said_of(plan: Plan) -> dict[str, Finding]:
    names = Words(plan).names
    report = evaluate(plan, WHOLE)
    return {names[one.about["memory"]]: one for one in report.findings if one.code.name == "MEMORY"}


class OnTheScreen(unittest.TestCase):
    def test_what_of_a_screen_an_aspect_fills(self) -> None:
        """By hand: a wide film on 2000 x 1125 keeps its width, 833.3 high; 4:3 keeps the height, 1500 wide."""
        for name, aspect, width, sits, wanted in (
            ("its own", 16 / 9, None, "centre", (2000, 1125, 0)),
            ("wide film", 2.4, None, "centre", (2000, 833.333, 0)),
            ("wide film sunk", 2.4, None, "bottom", (2000, 833.333, -145.833)),
            ("wide film up", 2.4, None, "top", (2000, 833.333, 145.833)),
            ("4:3", 4 / 3, None, "bottom", (1500, 1125, 0)),
            ("smaller", 2.0, 1000, "top", (1000, 500, 312.5)),
        ):
            with self.subTest(name):
                found = filled((2000, 1125), aspect, width=width, sits=sits)  # type: ignore[arg-type]
                for got, want in zip((found.width, found.height, found.up), wanted, strict=True):
                    self.assertAlmostEqual(got, want, places=2)

    @given(st.floats(500, 6000), st.floats(300, 4000), st.floats(0.5, 4), st.sampled_from(("centre", "bottom", "top")))
    def test_the_largest_stays_on_its_screen_and_touches_two_edges(
        self, wide: float, high: float, aspect: float, sits: str
    ) -> None:
        found = filled((wide, high), aspect, sits=sits)  # type: ignore[arg-type]
        self.assertLessEqual(found.width, wide * (1 + 1e-9))
        self.assertLessEqual(abs(found.up) + found.height / 2, high / 2 * (1 + 1e-9))
        self.assertTrue(abs(found.width - wide) < 1e-6 * wide or abs(found.height - high) < 1e-6 * high)

    def test_light_of_the_wide_setting(self) -> None:
        """worked.json, scope by zoom: 16:9 1777.8 and 2.35 2350 wide from one throw of a lens without loss: 0.572."""
        self.assertAlmostEqual(
            light_share((2350, 1777.78), (3000, 3000), (1.2, 2.0), 1.0) or 0, (1777.78 / 2350) ** 2, places=4
        )
        self.assertIsNone(light_share((2350, 1000), (3000, 3000), (1.2, 2.0)))


class OfALens(unittest.TestCase):
    def test_each_memory_has_its_zoom_and_its_shift(self) -> None:
        """By hand: 16:9 at one height is 1910.5 wide; its shift is the rise over its own raster's height."""
        plan = lit("throw 3400", "memory scope", "memory film 16:9")
        found, lens = settings_of(plan), plan.chosen.projectors["j1"].pose
        picture = plan.chosen.pictures["p1"]
        self.assertAlmostEqual(found["film"].picture.width, picture.height * 16 / 9, places=3)
        self.assertAlmostEqual(found["scope"].raster[1], picture.width.value / (16 / 9), places=3)
        for name, raster_high in (("film", picture.height), ("scope", picture.width.value / (16 / 9))):
            self.assertAlmostEqual(found[name].need.v, (picture.pose.z - lens.z) / raster_high, places=6)
        figures = evaluate(plan, WHOLE).figures
        self.assertAlmostEqual(figures["memory.l2.ratio"].value or 0, 3400 / (picture.height * 16 / 9), places=6)
        self.assertAlmostEqual(found["scope"].light or 0, 1.0)
        self.assertGreater(found["film"].light or 0, 1.3)  # the same light on a smaller area, less what the zoom takes

    def test_out_of_the_zoom_it_is_cured_by_a_move_or_sunk_smaller(self) -> None:
        """A room too short for the wide film: the lens back, or the largest there is at the foot of the cloth (6.9)."""
        plan = lit("throw 3000", "memory scope", "memory film 16:9")
        report, found = evaluate(plan, WHOLE), said_of(plan)["scope"]
        self.assertEqual(found.level, Level.STOP)
        self.assertIn("starts at", Words(plan).finding(found))
        tried = {one.cure.kind.name: one for one in cures_that_cure(plan, WHOLE, report, found)}
        self.assertEqual(set(tried), {"LENS_OUT", "MEMORY_SUNK"})
        sunk = settings_of(tried["MEMORY_SUNK"].plan)["scope"]
        self.assertAlmostEqual(sunk.picture.width, 3000 / 1.24, delta=1.0)  # d / TR_wide
        screen = plan.chosen.pictures["p1"]
        self.assertAlmostEqual(sunk.bottom, screen.bottom, places=6)
        moved = settings_of(tried["LENS_OUT"].plan)
        for one in moved.values():
            self.assertTrue(one.reached, one.memory.name)

    def test_out_of_the_shift_it_lies_elsewhere_or_the_lens_moves(self) -> None:
        plan = say(
            room("seat 4200", "screen 100", "projector Heron", "throw 3600", outline="room 5000 x 6000"),
            "memory scope",
            "memory sunk 2.40 bottom",
        )
        rose = say(plan, f"lens up {plan.chosen.projectors['j1'].pose.z + 60:.0f} mm")
        self.assertEqual(said_of(plan)["scope"].level, Level.GOOD)
        found = said_of(rose)["sunk"]
        self.assertEqual(found.level, Level.STOP)
        kinds = [cure.kind.name for cure in found.cures]
        self.assertIn("MEMORY_SITS", kinds)
        self.assertIn("LENS_UP", kinds)

    def test_where_a_memory_lies_and_what_it_is_goes_with_its_screen(self) -> None:
        plan = lit("memory scope", "memory film 16:9 1500 mm wide bottom")
        self.assertEqual(set(settings_of(say(plan, "drop film"))), {"scope"})
        self.assertEqual(settings_of(say(plan, "drop screen")), {})
        again = say(plan, "memory film top")
        self.assertEqual(settings_of(again)["film"].memory.width, 1500)
        self.assertEqual(settings_of(again)["film"].memory.sits, "top")

    def test_what_is_said_of_one(self) -> None:
        answer = hear(lit(), WHOLE, "memory big 16:9, 4000 mm wide")
        assert isinstance(answer, Asked)  # never the screen made 4000 wide
        self.assertEqual(answer.options, ("memory big 16:9",))
        self.assertIn("give an aspect", refused(SCOPE, "memory wide").lower())
        self.assertIn("nothing here is projected", refused(say(room("seat 3000"), "tv 65"), "memory scope"))
        for line, wide in (
            ("memory a 1.85, 1600 mm wide", 1600),
            ("memory a 16:9 5' 3 1/2\" wide", 63.5 * 25.4),
            ("memory a 2.39:1 1.6 m across, at the foot of the cloth", 1600),
        ):
            (one,) = settings_of(lit(line)).values()
            self.assertAlmostEqual(one.picture.width, wide, places=6)


class OneForTwoScreens(unittest.TestCase):
    FIXED = ("seat 4500", "screen 100", "bottom 700", "projector Longreach", "throw 5000", "lens up 1500")

    def test_the_second_screen_has_its_own_throw_and_shift(self) -> None:
        """A cloth that comes down 900 before the first: its throw is 900 less, its picture as it hangs."""
        plan = say(room(outline="room 5000 x 7000"), *self.FIXED, "another screen 80", gear=WHOLE)
        second = Subject(picture="p2")
        plan = say(plan, "off wall 1000", "along 2500", "memory football 16:9", subject=second, gear=WHOLE)
        (one,) = evaluate(plan, WHOLE).of(MemoryResult).settings.values()
        lens, cloth = plan.chosen.projectors["j1"].pose, plan.chosen.pictures["p2"]
        self.assertEqual(one.memory.by, "j1")
        self.assertAlmostEqual(one.throw, lens.y - cloth.pose.y)
        self.assertAlmostEqual(one.need.v, (cloth.pose.z - lens.z) / one.raster[1])
        names = {found.code.name for found in evaluate(plan, WHOLE).findings}
        self.assertNotIn("NO_PROJECTOR", names)
        gone = say(plan, "drop Osker & Lune Longreach", gear=WHOLE)
        self.assertEqual(evaluate(gone, WHOLE).of(MemoryResult).settings, {})

    def test_a_screen_without_one_gets_its_own_projector(self) -> None:
        """Never the other screen's: that was chosen for it."""
        plan = say(room(outline="room 5000 x 7000"), *self.FIXED, "another screen 80", gear=WHOLE)
        two = say(plan, "projector Curlew 3", subject=Subject(picture="p2"), gear=WHOLE)
        self.assertEqual(
            {one.shows: one.name for one in two.chosen.projectors.values()},
            {"p1": "Osker & Lune Longreach", "p2": "Quillmark Curlew 3"},
        )


class OfACabinet(unittest.TestCase):
    def test_a_tray_stop_for_each_size(self) -> None:
        """By hand (6.8): TR 0.25 on 1800 wide puts the back 0.25 x (2214 - 1800) nearer the wall than on 2214."""
        plan = ultra_short("lens up 555", "bottom 754 mm", "memory match 16:9, 1800 mm wide")
        report, one = evaluate(plan, WHOLE), settings_of(plan)["match"]
        back = report.figures["projector.j1.cabinet.back"].value or 0
        screen = plan.chosen.pictures["p1"]
        item = WHOLE[plan.chosen.projectors["j1"].gear]
        self.assertAlmostEqual(back - (one.cabinet or 0), 0.25 * (screen.width.value - 1800), delta=1.6)
        gap = item.shift_offset - 0.5  # type: ignore[union-attr]
        self.assertAlmostEqual(one.bottom, 555 + gap * 1800 * 9 / 16, places=3)
        self.assertAlmostEqual(report.figures["memory.l1.cabinet"].value or 0, one.cabinet or 0)
        told = said_of(plan)["match"]
        self.assertEqual(told.level, Level.STOP)  # the picture comes down with its size: off the bought cloth
        self.assertIn("under the foot", Words(plan).finding(told))

    def test_nearer_than_the_wall_is_a_stop(self) -> None:
        plan = say(
            room("put furniture board 2000 x 700 x 430 at 1000 out 0 up 0", "seat 3000", outline="room 4000 x 5000"),
            *("screen 100", "projector Ledge 19", "memory small 16:9 900 mm wide"),
            gear=WHOLE,
        )
        self.assertFalse(plan.chosen.projectors["j1"].hung)
        self.assertLess(settings_of(plan)["small"].cabinet or 0, 0)
        told = said_of(plan)["small"]
        self.assertEqual((told.level, told.more["why"]), (Level.STOP, "cabinet"))


if __name__ == "__main__":
    unittest.main()
