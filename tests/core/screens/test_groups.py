"""Groups: pictures that belong together move together, a wall of displays is looked at as one, findings speak for all."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import Evaluator, evaluate
from oval_room.core.job.commands import Drop
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.measure import chosen
from oval_room.core.pose import to_own
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.screens.groups import looked_at
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import hall, refused, say

HALL = hall()
WALL = apply(HALL, PutGroup(id="m1", kind="wall", name="study wall", members=tuple(HALL.chosen.pictures)), SHELF)


def rig(turn: float = 60.0, yaw: float = 0.0) -> Plan:
    """Three screens round a seat, 700 mm wide each, the sides turned in, brought together as a rig."""
    plan = say(new_plan("Rig"), "room 5000 mm x 5000 mm x 2400 mm", "seat 1500 mm")
    half, put = 350.0, []
    for n, side in ((1, 0), (2, -1), (3, 1)):
        x = side * (half + half * math.cos(math.radians(turn)))
        out = abs(side) * half * math.sin(math.radians(turn))
        put.append(PutPicture(id=f"p{n}", x=2500 + x, y=800 + out, bottom=800, width=chosen(700.0), yaw=-side * turn))
    plan = apply(plan, several(*put), SHELF)
    plan = apply(plan, PutGroup(id="m1", kind="rig", members=("p1", "p2", "p3")), SHELF)
    return apply(plan, PutGroup(id="m1", yaw=yaw), SHELF) if yaw else plan


class Together(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.floats(-1500, 1500), st.floats(-600, 600), st.floats(-170, 170))
    def test_a_group_moves_and_turns_as_one_rigid_thing(self, dx: float, dz: float, yaw: float) -> None:
        was = rig()
        pose = was.chosen.groups["m1"].pose
        now = apply(was, PutGroup(id="m1", x=pose.x + dx, z=pose.z + dz, yaw=yaw), SHELF)
        for key in ("p1", "p2", "p3"):
            one, other = was.chosen.pictures[key], now.chosen.pictures[key]
            before = to_own(pose.point, pose.turn, one.pose.point)
            then = now.chosen.groups["m1"].pose
            after = to_own(then.point, then.turn, other.pose.point)
            for axis in ("right", "up", "out"):
                self.assertAlmostEqual(getattr(before, axis), getattr(after, axis), places=6)
            self.assertAlmostEqual((other.pose.yaw - one.pose.yaw - yaw + 180) % 360, 180, places=6)

    def test_screens_round_a_seat_belong_to_one_wall(self) -> None:
        apart = apply(rig(), Drop(id="m1"), SHELF)
        self.assertGreater(len(set(evaluate(apart, SHELF).walls.values())), 1)
        self.assertEqual(set(evaluate(rig(), SHELF).walls.values()), {1})
        self.assertEqual(set(evaluate(rig(yaw=90.0), SHELF).walls.values()), {4})

    def test_what_leaves_a_group(self) -> None:
        plan = say(HALL, "together as a wall", subject=Subject("p1"))
        self.assertEqual(len(plan.chosen.groups["m1"].members), 9)
        less = apply(plan, Drop(id="p9"), SHELF)
        self.assertEqual(len(less.chosen.groups["m1"].members), 8)
        for n in range(2, 9):
            less = apply(less, Drop(id=f"p{n}"), SHELF)
        self.assertEqual(less.chosen.groups, {})
        self.assertEqual(say(plan, "apart", subject=Subject("p4")).chosen.groups, {})
        row = say(HALL, "together as a row", subject=Subject("p1")).chosen.groups["m1"]
        bottoms = {round(HALL.chosen.pictures[key].bottom) for key in row.members}
        self.assertEqual(len(bottoms), 1)

    def test_a_new_name_or_kind_leaves_it_where_it_is(self) -> None:
        moved = apply(WALL, PutGroup(id="m1", x=5000.0), SHELF)
        named = apply(moved, PutGroup(id="m1", name="big wall", kind="row"), SHELF).chosen.groups["m1"]
        was = moved.chosen.groups["m1"]
        self.assertEqual((named.pose, named.members), (was.pose, was.members))
        self.assertEqual((named.name, named.kind), ("big wall", "row"))

    def test_what_is_no_group_is_refused(self) -> None:
        for put, why in (
            (PutGroup(id="m2", members=("p1",)), "two pictures or more"),
            (PutGroup(id="m2", members=("p1", "p1")), "two pictures or more"),
            (PutGroup(id="m2", members=("p1", "p77")), "no picture p77"),
            (PutGroup(id="m2", members=("p1", "p2")), "another group"),
        ):
            with self.subTest(why), self.assertRaisesRegex(RefusedError, why):
                apply(WALL, put, SHELF)
        self.assertIn("stands alone", refused(HALL, "apart"))
        self.assertIn("part of a wall", refused(WALL, "largest picture"))
        alone = say(new_plan("x"), "room 4 m x 5 m x 2.4 m", "tv 50")
        self.assertIn("no neighbour", refused(alone, "together as a row"))


class LookedAtAsOne(unittest.TestCase):
    def test_a_wall_is_what_one_picture_of_its_size_would_be(self) -> None:
        """A twin: the nine displays taken away and one bare picture of their whole extent put there."""
        whole = looked_at(WALL.chosen).pictures["m1"]
        sides = [(one.pose.x - one.across / 2, one.pose.x + one.across / 2) for one in WALL.chosen.pictures.values()]
        self.assertAlmostEqual(
            whole.across, max(right for _, right in sides) - min(left for left, _ in sides), places=6
        )
        self.assertAlmostEqual(whole.bottom, min(one.bottom for one in WALL.chosen.pictures.values()), places=6)
        twin = apply(HALL, several(*(Drop(id=f"p{n}") for n in range(2, 10))), SHELF)
        pose = whole.pose
        size = PutPicture(id="p1", width=chosen(whole.across), aspect=whole.aspect, x=pose.x, y=pose.y, z=pose.z)
        twin = apply(twin, several(size, PutPicture(id="p1", pixels=whole.pixels)), SHELF)
        mine, other = evaluate(WALL, SHELF).figures, evaluate(twin, SHELF).figures
        compared = 0
        for key, figure in other.items():
            if ".seat." in key and figure.kind.name in ("angle", "neck", "top_angle", "off_axis", "sharpness"):
                value = mine[key.replace("picture.p1.", "picture.m1.")].value
                assert value is not None and figure.value is not None
                self.assertAlmostEqual(value, figure.value, places=5, msg=key)
                compared += 1
        self.assertGreater(compared, 100)

    def test_a_wall_longer_than_any_picture_may_be_is_looked_at_all_the_same(self) -> None:
        """24 of 3840 pixels in a row are 92 thousand, 30 m by 0.7: no one picture may be so, a wall may."""
        put = [
            PutPicture(id=f"p{n + 1}", x=1000.0 + 1250 * n, y=60.0, bottom=800.0, width=chosen(1240.0))
            for n in range(24)
        ]
        plan = apply(say(new_plan("Long"), "room 32000 mm x 9000 mm x 3000 mm", "seat 5000 mm"), several(*put), SHELF)
        plan = apply(plan, PutGroup(id="m1", kind="wall", name="row", members=tuple(plan.chosen.pictures)), SHELF)
        whole = looked_at(plan.chosen).pictures["m1"]
        self.assertGreater(whole.pixels[0], 90_000)
        self.assertIn("m1", evaluate(plan, SHELF).of(ViewResult).pictures)

    def test_findings_speak_once_for_all(self) -> None:
        apart, one = evaluate(HALL, SHELF), evaluate(WALL, SHELF)
        self.assertLess(len(one.findings), len(apart.findings) / 4)
        holes = one.find("no_holes/m1")
        assert holes is not None
        self.assertEqual(len(holes.of), 9)
        self.assertRegex(Words(WALL).finding(holes), r"^9 displays: No hole heights")
        self.assertEqual({finding.about.get("picture") for finding in one.findings} - {None}, {"m1"})
        row = apply(HALL, PutGroup(id="m1", kind="row", members=("p1", "p2", "p3")), SHELF)
        self.assertEqual(set(evaluate(row, SHELF).of(ViewResult).pictures), set(HALL.chosen.pictures))

    def test_cures_move_the_group_and_never_resize_it(self) -> None:
        low = apply(WALL, PutGroup(id="m1", bottom=5.0), SHELF)
        self.assertAlmostEqual(min(one.bottom for one in low.chosen.pictures.values()), 5.0, places=6)
        report, cured = evaluate(low, SHELF), 0
        for finding in report.findings:
            for tried in cures_that_cure(low, SHELF, report, finding):
                cured += tried.cure.command.do == "put group"
                sizes = {key: one.width for key, one in tried.plan.chosen.pictures.items()}
                self.assertEqual(sizes, {key: one.width for key, one in low.chosen.pictures.items()})
        self.assertGreater(cured, 0)

    def test_displays_over_each_other_are_found(self) -> None:
        plan = apply(WALL, PutPicture(id="p2", x=WALL.chosen.pictures["p1"].pose.x + 100), SHELF)
        found = [finding for finding in evaluate(plan, SHELF).findings if finding.code.name == "PICTURES_OVERLAP"]
        self.assertEqual(len(found), 1)
        clear = [finding for finding in evaluate(WALL, SHELF).findings if finding.code.name == "PICTURES_OVERLAP"]
        self.assertEqual(clear, [])

    def test_one_display_moving_studies_only_itself_again(self) -> None:
        evaluator = Evaluator()
        evaluator(WALL, SHELF)
        moved = apply(WALL, PutSeat(id="s1", y=chosen(4200.0)), SHELF)
        self.assertEqual(evaluator(moved, SHELF).findings, evaluate(moved, SHELF).findings)


if __name__ == "__main__":
    unittest.main()
