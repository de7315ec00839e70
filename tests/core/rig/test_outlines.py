"""What stands out of a rig's frames, and the tubes that hold it: worked by hand beside each row."""

from __future__ import annotations

import math
import unittest

from hypothesis import example, given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Own, Point, Turn, to_room
from oval_room.core.rig.commands import PutBody
from oval_room.core.rig.document import Body, Rigs
from oval_room.core.rig.outlines import Outline, meet, outline, outlines
from oval_room.core.rig.study import RigResult
from oval_room.core.rig.tubes import ABOVE, STOCK, Tubes, tubes_of
from oval_room.core.rig.uprights import bolts_of
from oval_room.core.screens.commands import PutPicture
from oval_room.demo.gear import SHELF
from tests.core.rig.example import BARE, FEET, KIT, MIXED, OVER, WALLED
from tests.core.survey.rooms import refused, say

Shape = tuple[tuple[float, float], ...]


def found(plan: Plan) -> dict[str, Finding]:
    return {one.code.name: one for one in evaluate(plan, SHELF).findings}


def bumped(plan: Plan) -> set[str]:
    return {one.shows for one in plan.chosen.kept(Rigs).bodies.values() if one.bump}


def tubes(plan: Plan) -> Tubes:
    rig = evaluate(plan, SHELF).of(RigResult).rigs["m1"]
    return tubes_of(rig, plan.chosen.pictures, plan.chosen.kept(Rigs), SHELF)


class Bodies(unittest.TestCase):
    def test_where_they_are(self) -> None:
        """A screen at (1500, 900) facing the eye: 613.7 wide with its frames, 55 deep, an adapter of 40 behind, feet of
        600 × 260 about the body's middle."""
        one = KIT.chosen.pictures["p1"]
        shape = outline(one, Body(shows="p1", behind=40.0, feet_wide=600.0, feet_deep=260.0), 55.0)
        half = one.across / 2 + one.frame_side
        for places, xs, ys in (
            (shape.body, (1500 - half, 1500 + half), (845.0, 900.0)),
            (shape.adapter, (1430.0, 1570.0), (805.0, 845.0)),
            (shape.feet, (1200.0, 1800.0), (742.5, 1002.5)),
        ):
            self.assertEqual(len(places), 4)
            for got, wanted in zip((min(x for x, _ in places), max(x for x, _ in places)), xs, strict=True):
                self.assertAlmostEqual(got, wanted, places=6)
            for got, wanted in zip((min(y for _, y in places), max(y for _, y in places)), ys, strict=True):
                self.assertAlmostEqual(got, wanted, places=6)
        self.assertEqual(outline(one, Body(shows="p1"), 55.0).feet, ())

    def test_feet_flip_where_they_touch(self) -> None:
        """Screens side by side in one line, their middles as far apart as one is wide: feet just that wide touch."""
        flat = say(KIT, "turn 0")
        pitch = flat.chosen.pictures["p3"].pose.x - flat.chosen.pictures["p1"].pose.x
        for wide, wanted in ((pitch - 1, None), (pitch, None), (pitch + 2.1, Level.MIND)):
            with self.subTest(wide):
                puts = [PutBody(of=key, feet_wide=wide, feet_deep=260.0) for key in flat.chosen.pictures]
                plan = flat
                for put in puts:
                    plan = apply(plan, put, SHELF)
                one = found(plan).get("BODY_FEET")
                self.assertIs(one.level if one else None, wanted)

    def test_taken_off_they_are_gone(self) -> None:
        there = found(FEET)
        self.assertEqual({"BODY_FEET", "BODY_WHEEL"} & set(there), {"BODY_FEET", "BODY_WHEEL"})
        # the centre's body is 40 deep or so behind its face at 600: half of it back, 130 of foot forward
        deep = max(-y + 900 for _, y in outlines_of(FEET)["p1"].body)
        self.assertAlmostEqual(there["BODY_WHEEL"].value or 0.0, 600.0 + deep / 2 - 130.0, places=6)
        after = apply(FEET, there["BODY_FEET"].cures[0].command, SHELF)
        self.assertFalse({"BODY_FEET", "BODY_WHEEL"} & set(found(after)))
        self.assertEqual(after.chosen.pictures, FEET.chosen.pictures)

    def test_a_back_in_the_wall(self) -> None:
        """A face 80 before the wall, its body 35 to 60 deep: an adapter of 60 goes into the wall, none does not."""
        self.assertIs(found(WALLED)["BODY_WALL"].level, Level.STOP)
        self.assertNotIn("BODY_WALL", found(say(WALLED, "adapter none")))

    def test_a_bump_over_the_centre(self) -> None:
        """Frames edge to edge leave no room under the screen above; raised by the bump it just clears."""
        plan = say(OVER, "bump 20 mm")
        one = found(plan)["BODY_BUMP"]
        self.assertEqual((one.level, one.limit), (Level.STOP, 20.0))
        self.assertAlmostEqual(one.value or 0.0, 0.0, places=6)
        after = apply(plan, one.cures[0].command, SHELF)
        self.assertNotIn("BODY_BUMP", found(after))
        was, now = plan.chosen.pictures["p4"].pose, after.chosen.pictures["p4"].pose
        self.assertAlmostEqual(math.dist(was.point, now.point), 20.0, places=6)
        self.assertEqual((was.yaw, was.pitch), (now.yaw, now.pitch))

    def test_knees_are_under_the_bump(self) -> None:
        low = min(one.bottom - one.frame_bottom for one in KIT.chosen.pictures.values())
        plan = say(KIT, f"knees {low - 10:.1f} mm")
        self.assertIs(found(plan)["RIG_KNEES"].level, Level.GOOD)
        self.assertIs(found(say(plan, "bump 9 mm"))["RIG_KNEES"].level, Level.GOOD)
        self.assertIs(found(say(plan, "bump 11 mm"))["RIG_KNEES"].level, Level.MIND)

    def test_said_of_all_that_are_alike(self) -> None:
        self.assertEqual(bumped(say(KIT, "bump 9 mm")), {"p1", "p2", "p3"})
        self.assertEqual(bumped(say(MIXED, "bump 9 mm")), {"p1"})
        for line, word in (("bump 2 m", "1 mm to 150 mm"), ("feet 600 mm", "how wide and how deep"), ("adapter x", "")):
            self.assertIn(word, refused(KIT, line))

    @example((0.0, 144.0, 0.0), (60.0, 89.0))  # half a millimetre of the one in the other: they touch
    @given(
        st.tuples(st.floats(-400, 400), st.floats(-400, 400), st.floats(-180, 180)),
        st.tuples(st.floats(60, 500), st.floats(60, 500)),
    )
    def test_meet_by_brute_force(self, place: tuple[float, float, float], size: tuple[float, float]) -> None:
        """Independent: points of a fine grid inside both; none where the outlines stand apart."""
        one: Shape = ((-200.0, -100.0), (200.0, -100.0), (200.0, 100.0), (-200.0, 100.0))
        at, turn = (place[0], place[1]), Turn(place[2])
        corners = [(sx * size[0] / 2, sy * size[1] / 2) for sx, sy in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
        there = [to_room(Point(*at, 0.0), turn, Own(right, 0.0, out)) for right, out in corners]
        other: Shape = tuple((p.x, p.y) for p in there)
        steps = [-1 + k / 20 for k in range(41)]
        inside = deep = 0
        for a in steps:
            for b in steps:
                p = to_room(Point(*at, 0.0), turn, Own(a * size[0] / 2, 0.0, b * size[1] / 2))
                inside += abs(p.x) < 200 and abs(p.y) < 100
                deep += max(abs(a), abs(b)) < 0.96 and abs(p.x) < 198 and abs(p.y) < 98  # over 1 mm in both
        if deep:
            self.assertTrue(meet(one, other))
        if meet(one, other):
            self.assertTrue(meet(other, one))
            self.assertLess(math.hypot(*at), math.hypot(200, 100) + math.hypot(size[0], size[1]) / 2)
        elif inside:
            self.assertLess(inside, 90)  # no more than a strip of a millimetre along one edge


def outlines_of(plan: Plan) -> dict[str, Outline]:
    rig = evaluate(plan, SHELF).of(RigResult).rigs["m1"]
    return dict(outlines(rig, plan.chosen.pictures, plan.chosen.kept(Rigs), SHELF))


class Tubing(unittest.TestCase):
    def test_uprights_tubes_and_joints(self) -> None:
        """Each upright 40 over its screen's upper bolts, whole mm up; tubes from upright to upright, twice."""
        got = tubes(KIT)
        rows = [one.rows for one in bolts_of(evaluate(KIT, SHELF).of(RigResult).rigs["m1"], KIT.chosen.pictures, SHELF)]
        self.assertEqual(got.uprights, tuple(math.ceil((row or (0, 0))[0] + ABOVE) for row in rows))
        self.assertEqual((len(got.between), got.joints, got.short), (2, 4, ()))
        self.assertEqual(got.between[0], got.between[1])
        pieces = sorted(piece for board in got.boards for piece in board)
        self.assertEqual(pieces, sorted([*got.uprights, *got.between, *got.between]))
        self.assertTrue(all(sum(board) + 3 * (len(board) - 1) <= STOCK for board in got.boards))
        self.assertEqual(got.too_long, ())
        self.assertAlmostEqual(got.left, STOCK - sum(got.boards[-1]) - 3 * len(got.boards[-1]), places=6)

    def test_backs_stand_farther_apart_than_faces(self) -> None:
        """Turned in, an adapter of 40 behind all sets the backs 2·40·sin(τ/2) farther apart along their joint."""
        lone, behind = tubes(KIT), tubes(say(KIT, "adapter 40 mm"))
        self.assertAlmostEqual(behind.between[0] - lone.between[0], 0.0, delta=2 * 40 * math.sin(math.radians(20)) + 1)
        self.assertGreater(behind.between[0], lone.between[0])

    def test_what_no_stock_length_gives_is_told(self) -> None:
        """Screens so high that their uprights are longer than a tube: not cut from one, and not left out either."""
        up = [PutPicture(id=key, bottom=3200.0) for key in KIT.chosen.pictures]
        high = apply(say(KIT, "ceiling 6000 mm"), several(*up), SHELF)
        got = tubes(high)
        self.assertEqual(got.too_long, tuple(sorted(one for one in got.uprights if one > STOCK)))
        self.assertEqual(len(got.too_long), 3)
        self.assertEqual(sorted(piece for board in got.boards for piece in board), sorted(got.between * 2))

    def test_one_over_the_centre_makes_its_upright_longer(self) -> None:
        self.assertGreater(tubes(OVER).uprights[1], tubes(OVER).uprights[0] + 100)
        self.assertEqual(tubes(BARE).uprights, ())
        self.assertEqual(len(tubes(BARE).short), 3)


if __name__ == "__main__":
    unittest.main()
