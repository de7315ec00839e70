"""Glare, off axis, several pictures on a wall, drop-downs, blinds: limits, properties, and what is said."""

from __future__ import annotations

import math
import unittest
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.light.blinds import blinds
from oval_room.core.light.contrast import room_contrast
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.pose import Point, Turn
from oval_room.core.screens.cloth import apart, cloth_piece, drop_down
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.placing import stand_off_for
from oval_room.core.screens.shapes import Display, beside, curve
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.survey.commands import PutOpening
from oval_room.core.viewing.glare import Glass, glare_level, least_turn, overlaps
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.core.viewing.offaxis import off_axis_level, relative_gain
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import room, say

WINDOW = (Point(800, 4600, 900), Point(1900, 4600, 900), Point(1900, 4600, 2100), Point(800, 4600, 2100))
GLASS = Glass(Point(2000, 60, 1150), Turn(), 1430, 805)
EYE = Point(2000, 3200, 1050)
BEHIND = ("tv Ember 65", "mount Tilt 600", "seat 3200", "across 2000", "window w3 at 1500, 1400 x 1200 sill 900")


def glared(*lines: str) -> Plan:
    return say(room(outline="room 4000 x 5000"), *BEHIND, *lines)


class Mirror(unittest.TestCase):
    def test_share_by_brute_force(self) -> None:
        """Every point of a grid on the picture: does the ray from the eye, mirrored there, go through the window?"""
        hits, n = 0, 140
        for i in range(n):
            for j in range(n):
                x, z = 2000 + ((i + 0.5) / n - 0.5) * 1430, 1150 + ((j + 0.5) / n - 0.5) * 805
                run = (4600 - 60) / (3200 - 60)
                px, pz = x + (x - EYE.x) * run, z + (z - EYE.z) * run
                hits += 800 <= px <= 1900 and 900 <= pz <= 2100
        self.assertAlmostEqual(overlaps(GLASS, EYE, [(WINDOW,)])[1], 100 * hits / n / n, delta=0.4)

    def test_what_is_behind_the_glass_is_not_mirrored(self) -> None:
        behind = [Point(p.x, -500, p.z) for p in WINDOW]
        self.assertEqual(overlaps(GLASS, EYE, [(behind,)])[1], 0)
        self.assertEqual(overlaps(GLASS, Point(2000, -100, 1000), [(WINDOW,)])[1], 0)
        across = [Point(800, -400, 900), Point(1900, 4600, 900), Point(1900, 4600, 2100), Point(800, -400, 2100)]
        self.assertTrue(0 <= overlaps(GLASS, EYE, [(across,)])[1] <= 100)

    @settings(max_examples=40)
    @given(st.floats(-25, 25), st.floats(-25, 25), st.floats(500, 3500), st.floats(700, 1800))
    def test_union_is_between_the_greatest_and_the_sum(self, tilt: float, swivel: float, x: float, z: float) -> None:
        other = tuple(Point(p.x + 700, p.y, p.z + 300) for p in WINDOW)
        each, total = overlaps(GLASS.turned(tilt_down=tilt, swivel=swivel), Point(x, 3000, z), [(WINDOW,), (other,)])
        self.assertLessEqual(max(each), total + 0.05)
        self.assertLessEqual(total, min(sum(each), 100) + 0.05)

    def test_the_least_turn_clears_and_one_degree_less_does_not(self) -> None:
        for way, angle in (("tilt_down", 9), ("swivel", 11)):
            found = least_turn(GLASS, [EYE], brights=[(WINDOW,)], way=way, lo=-20, hi=20)
            self.assertEqual(abs(found or 0), angle)
            less = (abs(found or 0) - 1) * (1 if (found or 0) > 0 else -1)
            self.assertGreaterEqual(overlaps(GLASS.turned(**{way: float(less)}), EYE, [(WINDOW,)])[1], 1)
        self.assertIsNone(least_turn(GLASS, [EYE], brights=[(WINDOW,)], way="tilt_down", lo=-2, hi=2))

    def test_levels(self) -> None:
        table = (
            ("under one per cent", 0.99, 1e6, False, Level.GOOD), ("dim", 20, 200, False, Level.GOOD), ("a tenth exactly", 20, 225, False, Level.GOOD),
            ("over a tenth", 20, 226, False, Level.MIND), ("coated bears more", 20, 226, True, Level.GOOD),
        )  # fmt: skip
        for name, share, source, coated, level in table:
            with self.subTest(name):
                self.assertEqual(glare_level(share, source, coated=coated, average=90), level)
        self.assertEqual(glare_level(1.0, 0, coated=True, average=90, direct_sun=True), Level.MIND)


class InTheRoom(unittest.TestCase):
    def test_a_window_behind_the_sofa_is_found_and_every_cure_cures(self) -> None:
        plan = glared()
        report = evaluate(plan, SHELF)
        finding = report.find("glare/p1")
        assert finding
        self.assertEqual(finding.level, Level.MIND)
        self.assertRegex(Words(plan).finding(finding), r"^Window mirrors in \d+ % of Tarnbeck Ember 65 from seat 1")
        tried = cures_that_cure(plan, SHELF, report, finding)
        told = [Words(plan).cure(one.cure) for one in tried]
        self.assertTrue(any(text.startswith("Tilt") for text in told), told)
        self.assertTrue(any(text.endswith("over window") for text in told), told)
        for one in tried:
            self.assertEqual(one.report.find("glare/p1").level, Level.GOOD)  # type: ignore[union-attr]

    def test_the_same_glare_from_any_wall(self) -> None:
        """A square room turned: picture on the left wall, window on the right one, the same share."""
        one = say(
            room(outline="room 4000 x 4000"),
            *BEHIND[:2],
            "seat 3000",
            "across 2000",
            "window w3 at 1500, 1400 x 1200 sill 900",
        )
        two = say(
            room(outline="room 4000 x 4000"),
            *BEHIND[:2],
            "on left wall",
            "seat 2000",
            "across 3000",
            "window w2 at 1500, 1400 x 1200 sill 900",
        )
        shares = [evaluate(plan, SHELF).of(GlareResult).pictures["p1"]["s1"].total for plan in (one, two)]
        self.assertGreater(shares[0], 1)
        self.assertAlmostEqual(shares[0], shares[1], places=4)

    def test_darker_and_covered_windows_are_borne(self) -> None:
        plan = apply(glared(), PutOpening(id="o1", covering="blackout"), SHELF)
        self.assertEqual(evaluate(plan, SHELF).find("glare/p1").level, Level.GOOD)  # type: ignore[union-attr]

    def test_off_axis(self) -> None:
        plan = say(room(outline="room 4000 x 5000"), "tv Slate 65", "seat 1500", "across 500")
        finding = evaluate(plan, SHELF).find("off_axis/p1")
        assert finding
        self.assertEqual(finding.level, Level.MIND)
        self.assertIn("a VA panel fades past 25°", Words(plan).finding(finding))
        self.assertEqual([off_axis_level("va", a) for a in (25, 25.01)], [Level.GOOD, Level.MIND])
        self.assertEqual(relative_gain("contrast", 40), 0.5)
        self.assertIsNone(relative_gain("va", 10))

    def test_a_mount_that_swivels_brings_a_seat_inside_and_one_degree_less_does_not(self) -> None:
        for across, way in ((500, -1), (3500, 1)):  # a seat to the left, one to the right
            plan = say(
                room(outline="room 4000 x 5000"), "tv Slate 55", "mount Reach 600", "seat 1900", f"across {across}"
            )
            report = evaluate(plan, SHELF)
            finding = report.find("off_axis/p1")
            assert finding
            (tried,) = cures_that_cure(plan, SHELF, report, finding)
            yaw = tried.plan.chosen.pictures["p1"].pose.yaw
            self.assertGreater(yaw * way, 0)
            self.assertEqual(tried.report.find("off_axis/p1").level, Level.GOOD)  # type: ignore[union-attr]
            arm = stand_off_for(plan.chosen.pictures["p1"], Turn(yaw - way))
            less = apply(plan, PutPicture(id="p1", yaw=yaw - way, y=arm), SHELF)
            self.assertEqual(evaluate(less, SHELF).find("off_axis/p1").level, Level.MIND)  # type: ignore[union-attr]


class Several(unittest.TestCase):
    def test_a_wall_of_three_tvs_stands_level(self) -> None:
        plan = say(
            room(outline="room 5000 x 5000"),
            "tv Slate 43",
            "seat 3000",
            "across 2500",
            "another tv Slate 43",
            "another tv Slate 43",
        )
        pictures = plan.chosen.pictures
        self.assertEqual(
            [p.name for p in pictures.values()],
            ["Tarnbeck Slate 43", "Tarnbeck Slate 43 no. 2", "Tarnbeck Slate 43 no. 3"],
        )
        self.assertEqual({round(p.bottom, 3) for p in pictures.values()}, {round(pictures["p1"].bottom, 3)})
        xs = sorted(p.pose.x for p in pictures.values())
        for a, b in pairwise(xs):
            self.assertAlmostEqual(b - a, pictures["p1"].width.value + 16 + 60)
        self.assertEqual(
            [f for f in evaluate(plan, SHELF).findings if f.code.name in ("PICTURES_OVERLAP", "NOT_LEVEL")], []
        )

    def test_more_and_more_fill_the_wall_row_by_row(self) -> None:
        """Fifteen on a wall that takes five across and three high: none over another, all on the wall, level by rows."""
        plan = say(room(outline="room 5000 x 6000", also=("ceiling 2700",)), "seat 3000", "tv 43")
        for _ in range(14):
            plan = say(plan, "another tv 43")
        pictures = list(plan.chosen.pictures.values())
        self.assertEqual(sorted({round(p.bottom) for p in pictures}), [902, 1467, 2033])
        self.assertEqual(sorted(round(p.pose.x) for p in pictures[:5]), [476, 1488, 2500, 3512, 4524])
        found = {f.key.split("/")[0] for f in evaluate(plan, SHELF).findings}
        self.assertFalse(found & {"pictures_overlap", "not_level", "gaps", "too_wide"})
        full = say(plan, "another tv 43").chosen.pictures[
            "p16"
        ]  # nothing is free: over the first, for a person to move
        self.assertEqual(round(full.pose.x), 2500)

    def test_one_out_of_line_and_one_over_another_are_found_and_cured(self) -> None:
        plan = say(room(outline="room 5000 x 5000"), "tv Slate 43", "another tv Slate 43")
        for put, code, level in (
            (PutPicture(id="p2", bottom=plan.chosen.pictures["p1"].bottom + 30), "not_level/p2/p1", Level.MIND),
            (PutPicture(id="p2", x=plan.chosen.pictures["p1"].pose.x + 200), "pictures_overlap/p2/p1", Level.STOP),
        ):
            spoiled = apply(plan, put, SHELF)
            report = evaluate(spoiled, SHELF)
            finding = report.find(code)
            assert finding, sorted(f.key for f in report.findings)
            self.assertEqual(finding.level, level)
            self.assertTrue(cures_that_cure(spoiled, SHELF, report, finding), code)

    def test_a_picture_over_another_bounds_its_ladder(self) -> None:
        plan = say(room(outline="room 3000 x 5000"), "tv Slate 55", "bottom 600", "seat 3000", "another tv Slate 43")
        upper = plan.chosen.pictures["p2"]
        self.assertGreater(upper.bottom, plan.chosen.pictures["p1"].top)
        report = evaluate(plan, SHELF)
        self.assertEqual(report.of(ViewResult).pictures["p2"].rungs.hard.lo_name, "Tarnbeck Slate 55")
        self.assertEqual(report.of(ViewResult).pictures["p1"].rungs.hard.hi_name, "Tarnbeck Slate 43")
        lowered = apply(plan, PutPicture(id="p2", bottom=plan.chosen.pictures["p1"].top), SHELF)
        self.assertEqual(evaluate(lowered, SHELF).find("off_ladder/p2").level, Level.STOP)  # type: ignore[union-attr]

    def test_a_drop_down_must_clear_the_tv_behind_it(self) -> None:
        plan = say(room(outline="room 4000 x 6000", also=("ceiling 2700",)), "tv Slate 65", "screen Drop 220")
        key = next(k for k, p in plan.chosen.pictures.items() if p.kind == "screen")
        for off, level in ((60 + 25 + 40, Level.GOOD), (60 + 25 + 39, Level.STOP)):
            at = apply(plan, PutPicture(id=key, y=off), SHELF)
            report = evaluate(at, SHELF)
            finding = report.find(f"drop_clear/{key}")
            assert finding
            with self.subTest(off=off):
                self.assertEqual(finding.level, level)
                if level is Level.STOP:
                    self.assertIn("is wanted through its travel", Words(at).finding(finding))
                    self.assertTrue(cures_that_cure(at, SHELF, report, finding))

    def test_a_lenticular_surface_refuses_a_long_throw(self) -> None:
        plan = say(room(outline="room 4000 x 6000"), "screen 90", "projector Heron", "surface lenticular")
        report = evaluate(plan, SHELF)
        finding = report.find("surface/p1")
        assert finding
        self.assertEqual(finding.level, Level.STOP)
        self.assertEqual(len(cures_that_cure(plan, SHELF, report, finding)), 1)


class Shapes(unittest.TestCase):
    @given(st.floats(600, 5000), st.floats(100, 1800))
    def test_a_chord_is_shorter_than_its_arc_and_both_close_on_a_circle(self, radius: float, width: float) -> None:
        if width > math.pi * radius:
            return
        chord, depth = curve(radius, width)
        self.assertLess(chord, width)
        self.assertAlmostEqual(math.hypot(chord / 2, radius - depth), radius, places=6)

    def test_limits(self) -> None:
        one = Display(600, 0.3)
        self.assertTrue(beside(one, Display(605, 0.309)).level_together)
        self.assertFalse(beside(one, Display(605.1, 0.3)).level_together)
        self.assertTrue(beside(one, Display(600, 0.309)).keeps_size)
        self.assertFalse(beside(one, Display(600, 0.3091)).keeps_size)
        self.assertEqual(cloth_piece(3000, 1300, turn_deg=0, margin=60), (3120, 1420))
        self.assertAlmostEqual(cloth_piece(3000, 1300, turn_deg=90)[0], 1300)
        self.assertAlmostEqual(apart((0, 1000), (-1000, 0), (1000, 0)), 90)
        self.assertEqual(
            (
                drop_down(2400, 300, 1000, cloth=165, furthest=100).clear_moving,
                drop_down(2400, 300, 1000, cloth=164, furthest=100).clear_moving,
            ),
            (True, False),
        )

    @given(st.floats(10, 400), st.floats(100, 3000), st.floats(1, 300), st.floats(5, 90), st.floats(0, 1))
    def test_blinds_that_stop_what_is_said_just_reach_the_contrast(
        self, white: float, native: float, stray: float, wanted: float, share: float
    ) -> None:
        wash = stray * share * 0.2
        found = blinds(white, native, stray=stray, wanted=wanted, wash=wash)
        if found.stop is None:
            self.assertTrue(wanted >= native or wash >= (found.greatest or 0))
        elif found.stop > 0:
            left = wash + (stray - wash) * (1 - found.stop)
            self.assertAlmostEqual((room_contrast(white, native, left) or 0) / wanted, 1, places=6)
        else:
            self.assertGreaterEqual((room_contrast(white, native, stray) or 0) / wanted, 1 - 1e-9)

    def test_bigger_is_never_brighter_and_nearer_never_less(self) -> None:
        plan = say(room(outline="room 4000 x 6000"), "screen 80", "projector Heron", "seat 3500")
        bigger = apply(plan, PutPicture(id="p1", width=chosen(2400)), SHELF)
        white = [evaluate(p, SHELF).figures["picture.p1.white"].value or 0 for p in (plan, bigger)]
        self.assertGreater(white[0], white[1])
        nearer = say(plan, "seat 3000")
        angle = [evaluate(p, SHELF).figures["picture.p1.angle.seat.s1"].value or 0 for p in (plan, nearer)]
        self.assertLess(angle[0], angle[1])
