"""A panel at a desk and a table-sim cabinet: worked by hand beside each row; verdicts flip at their numbers."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Own, to_own, to_room
from oval_room.core.rig.cabinet import Sized, in_opening, unfilled
from oval_room.core.rig.commands import PutCabinet, PutInside
from oval_room.core.rig.desk import distance_at_ease, edge_moment, squared
from oval_room.core.rig.desk_study import DeskResult
from oval_room.core.rig.document import Rigs
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.rig.example import BESIDE, CABINET, DESK, HEAVY, STACK
from tests.core.survey.rooms import refused, say


def found(plan: Plan) -> dict[str, Finding]:
    return {one.code.name: one for one in evaluate(plan, WHOLE).findings}


def desk(plan: Plan) -> tuple[Finding, ...]:
    return evaluate(plan, WHOLE).of(DeskResult).findings


def text(plan: Plan, code: str) -> str:
    return Words(plan).finding(found(plan)[code])


class Desks(unittest.TestCase):
    def test_the_head_turns_to_the_corners(self) -> None:
        """936.1 wide (40″ of 5120 × 2160), straight before an eye 620 − 90 = 530 from it: atan(468.05/530) = 41.45°; 35°
        from 468.05/tan 35° = 668.4."""
        one = found(DESK)["DESK_TURN"]
        self.assertAlmostEqual(one.value or 0.0, math.degrees(math.atan(468.05 / 530)), places=3)
        self.assertEqual((one.level, round(one.more["ease"], 1)), (Level.MIND, 668.4))
        self.assertEqual(one.cures, ())  # it can't go back: the wall is 90 mm behind it

    def test_a_cure_goes_back_where_there_is_room(self) -> None:
        near = say(DESK, "seat 900 mm", "stand-off 370", gear=WHOLE)
        one = found(near)["DESK_TURN"]
        self.assertEqual(len(one.cures), 1)
        after = apply(near, one.cures[0].command, WHOLE)
        self.assertIs(found(after)["DESK_TURN"].level, Level.GOOD)
        was, now = near.chosen.pictures["p1"], after.chosen.pictures["p1"]
        self.assertEqual((was.width, was.gear, was.pose.z), (now.width, now.gear, now.pose.z))

    @given(st.floats(300, 2500), st.floats(0, 300))
    def test_from_there_it_is_just_at_ease(self, across: float, aside: float) -> None:
        away = distance_at_ease(across, aside)
        self.assertAlmostEqual(math.degrees(math.atan2(across / 2 + aside, away)), 35.0, places=6)

    def test_the_arm_at_the_edge(self) -> None:
        """8.8 kg 380 mm off: 8.8 · 9.81 · 0.38 = 32.8 N·m; 19 kg 600 mm off: 111.8, over the board's 60."""
        self.assertAlmostEqual(edge_moment(8.8, 380.0), 32.80, places=2)
        for plan, moment, level in ((DESK, 32.8, Level.GOOD), (HEAVY, 111.8, Level.MIND)):
            one = found(plan)["DESK_EDGE"]
            self.assertAlmostEqual(one.value or 0.0, moment, delta=0.05)
            self.assertIs(one.level, level)
        self.assertIn("plate under the clamp", text(HEAVY, "DESK_EDGE"))

    def test_where_the_arm_holds_it(self) -> None:
        """Draft 40: 394.9 high, frame 4.95 above, bolts 100 × 100, the upper ones 132 below its top: their middle is
        197.45 + 4.95 − 132 − 50 = 20.4 over the picture's, the desk at 730."""
        middle = DESK.chosen.pictures["p1"].pose.z
        figure = evaluate(DESK, WHOLE).figures["picture.p1.desk_pole"]
        self.assertAlmostEqual(figure.value or 0.0, middle + 20.4 - 730.0, places=6)

    def test_a_panel_in_the_desk_is_raised(self) -> None:
        one = found(HEAVY)["DESK_TOP"]
        after = apply(HEAVY, one.cures[0].command, WHOLE)
        self.assertNotIn("DESK_TOP", found(after))
        picture = after.chosen.pictures["p1"]
        self.assertAlmostEqual(picture.bottom - picture.frame_bottom, 730.0, places=6)


class More(unittest.TestCase):
    """Two panels, and one over another."""

    def test_each_is_square_to_the_eye(self) -> None:
        """Seen from the eye the middle of every panel lies straight out of it; frames of two meet straight ahead."""
        for plan in (BESIDE, STACK):
            eye = plan.survey.seats["s1"].eye_point
            upper = plan.chosen.pictures["p2"] if plan is STACK else None
            for one in plan.chosen.pictures.values():
                own = to_own(one.pose.point, one.pose.turn, eye)
                self.assertAlmostEqual(own.right, 0.0, places=6)
                if plan is BESIDE or one is upper:
                    self.assertAlmostEqual(own.up if plan is STACK else 0.0, 0.0, places=6)
        ends = []
        for side, one in zip((1, -1), BESIDE.chosen.pictures.values(), strict=True):
            ends.append(to_room(one.pose.point, one.pose.turn, Own(side * (one.across / 2 + one.frame_side), 0, 0)))
        self.assertLess(math.dist(ends[0], ends[1]), 1e-6)
        self.assertAlmostEqual(ends[0].y, 1200 - 700, places=6)
        lower, over = STACK.chosen.pictures.values()
        lip = to_room(lower.pose.point, lower.pose.turn, Own(0, lower.height / 2 + lower.frame_top, 0))
        low = to_room(over.pose.point, over.pose.turn, Own(0, -over.height / 2 - over.frame_bottom, 0))
        self.assertLess(math.dist(lip, low), 1e-6)

    def test_bent_ones_meet_at_their_frames(self) -> None:
        """Their edges stand forward of their middles: the frames' ends meet straight ahead, not the middles' planes."""
        plan = say(BESIDE, "desk screens two Sweep 49 at 900 mm", gear=WHOLE)
        eye, ends = plan.survey.seats["s1"].eye_point, []
        for side, one in zip((1, -1), plan.chosen.pictures.values(), strict=True):
            self.assertGreater(one.bow, 50.0)
            self.assertAlmostEqual(to_own(one.pose.point, one.pose.turn, eye).right, 0.0, places=6)
            ends.append(
                to_room(one.pose.point, one.pose.turn, Own(side * (one.across / 2 + one.frame_side), 0, one.bow))
            )
        self.assertLess(math.dist(ends[0], ends[1]), 1e-6)
        self.assertLess(math.dist(ends[0][:2], (eye.x, eye.y - 900)), 1e-6)

    @given(st.floats(300, 2000), st.floats(-200, 600), st.floats(50, 290))
    def test_squared_by_its_own_normal(self, across: float, over: float, half: float) -> None:
        turn = math.radians(squared(across, over, half))
        middle = (across - half * math.sin(turn), over + half * math.cos(turn))
        normal = (math.cos(turn), math.sin(turn))
        self.assertAlmostEqual(middle[0] * normal[1] - middle[1] * normal[0], 0.0, places=6)

    def test_the_head_turns_from_the_middle_of_both(self) -> None:
        """Draft 27: 597.7 and frame 8: τ = asin(306.85/700) = 26.0°; the far edge lies 26.0 + atan(298.85/629.2) = 51.4°
        aside of straight ahead; over one square panel it would be 25.4°."""
        for key in ("p1", "p2"):
            one = next(f for f in desk(BESIDE) if f.code.name == "DESK_TURN" and f.about == {"picture": key})
            tau = math.asin(306.85 / 700)
            self.assertAlmostEqual(
                one.value or 0, math.degrees(tau + math.atan(298.85 / (700 * math.cos(tau)))), places=2
            )
            self.assertEqual((one.level, one.cures), (Level.MIND, ()))

    def test_a_stack_hangs_on_one_pole(self) -> None:
        """7.1 and 3.2 kg, 400 mm off: 10.3 · 9.81 · 0.4 = 40.4 N·m, told once, of the lowest."""
        edges = [f for f in desk(STACK) if f.code.name == "DESK_EDGE"]
        self.assertEqual([(f.about["picture"], round(f.value or 0, 1)) for f in edges], [("p1", 40.4)])
        self.assertEqual(len([f for f in desk(BESIDE) if f.code.name == "DESK_EDGE"]), 2)

    def test_no_wall_bounds_them(self) -> None:
        for plan in (BESIDE, STACK):
            self.assertFalse([f.code.name for f in evaluate(plan, WHOLE).findings if f.level is Level.STOP])

    def test_said_again_it_takes_their_place(self) -> None:
        again = say(BESIDE, "desk screens 40 at 650 mm", gear=WHOLE)
        self.assertEqual(next(iter(again.chosen.pictures.values())).name, "panel")
        self.assertEqual((len(again.chosen.pictures), again.chosen.groups), (1, {}))
        self.assertEqual(next(iter(again.chosen.kept(Rigs).desks.values())).arm, 400.0)
        for line, words in (("three 27 at 700 mm", "rig three 27"), ("two 27", "how far"), ("two 27 at 1.4 m", "wall is 1200 mm"),
                            ("two 49 at 350 mm", "too large"), ("two 27 at 3 m", "350 mm to 2500 mm")):  # fmt: skip
            self.assertIn(words, refused(BESIDE, f"desk screens {line}"))


class Cabinets(unittest.TestCase):
    def test_what_is_left_round_the_playfield(self) -> None:
        """936.1 × 394.9, frame 4.95 at the sides and above, 11.15 below, in 1180 × 560: (560 − 411)/2 = 74.5 at each side,
        (1180 − 946)/2 = 117 at each end; 2.370 times as long as wide."""
        report = evaluate(CABINET, WHOLE)
        self.assertAlmostEqual(report.figures["thing.jc1.cabinet_sides"].value or 0, 74.5, places=6)
        self.assertAlmostEqual(report.figures["thing.jc1.cabinet_ends"].value or 0, 117.0, places=6)
        self.assertIn("83 mm", text(CABINET, "CABINET_FITS"))

    def test_it_flips_where_it_goes_in(self) -> None:
        """411 wide over all, and 3 mm wanted at each side: 417 is the least."""
        for width, level in ((417.0, Level.GOOD), (416.9, Level.STOP), (410.0, Level.STOP)):
            with self.subTest(width):
                plan = apply(CABINET, PutCabinet(id="jc1", width=width), WHOLE)
                self.assertIs(found(plan)["CABINET_FITS"].level, level)
        self.assertIn("too wide", text(apply(CABINET, PutCabinet(id="jc1", width=400.0), WHOLE), "CABINET_FITS"))

    @given(st.floats(200, 1500), st.floats(1.2, 2.6), st.floats(0, 40), st.floats(0, 300), st.floats(0, 300))
    def test_all_that_is_there_adds_up(
        self, width: float, long: float, frame: float, sides: float, ends: float
    ) -> None:
        panel = Sized(width * long, width, frame, 2 * frame)
        lies = in_opening(panel, panel.overall[0] + 2 * ends, panel.overall[1] + 2 * sides)
        self.assertAlmostEqual(lies.sides, sides, places=6)
        self.assertAlmostEqual(lies.ends, ends, places=6)
        self.assertAlmostEqual(lies.bare_sides - lies.sides, frame, places=6)

    def test_the_shape(self) -> None:
        """16:9 against 2.08: 1 − 1.7778/2.08 = 14.5 %; what is longer than the table fills it."""
        self.assertAlmostEqual(unfilled(16 / 9, 2.08), 0.1453, places=4)
        self.assertEqual(unfilled(2.334, 2.08), 0.0)

    def test_the_playfield_alone_must_be_quick(self) -> None:
        slow = found(CABINET)
        self.assertIs(slow["CABINET_QUICK"].level, Level.MIND)
        quick = say(CABINET, "cabinet playfield Draft 27", gear=WHOLE)
        self.assertIs(found(quick)["CABINET_QUICK"].level, Level.GOOD)

    def test_gear_is_pinned_and_goes_with_its_cabinet(self) -> None:
        self.assertEqual(len(CABINET.gear_used()), 2)
        left = say(CABINET, "drop cabinet", gear=WHOLE)
        self.assertEqual((left.chosen.kept(Rigs).insides, left.gear_used()), ({}, set()))

    def test_what_can_not_be(self) -> None:
        self.assertIn("length x width", refused(CABINET, "cabinet big"))
        self.assertIn("7 to 75 inches", refused(CABINET, "cabinet back 200"))
        self.assertIn("no cabinet yet", refused(DESK, "cabinet playfield 43"))
        with self.assertRaisesRegex(RefusedError, "longer than wide"):
            apply(CABINET, PutCabinet(id="jc1", width=1300.0), WHOLE)
        with self.assertRaisesRegex(RefusedError, "keeps its role"):
            apply(CABINET, PutInside(id="ji1", of="jc1", role="back"), WHOLE)


if __name__ == "__main__":
    unittest.main()
