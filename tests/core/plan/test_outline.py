"""Outlines: geometry against brute force, what is refused, corners and lengths moved, the plan turned to another wall."""

from __future__ import annotations

import math
import unittest

from hypothesis import example, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.outline import area, check_outline, inside, move_corner, reach, set_length, to_wall, walls_of
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.room_commands import PutRoom
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import room, say

ELL = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 2000.0), (6000.0, 2000.0), (6000.0, 5000.0), (0.0, 5000.0))
BOX = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 5000.0), (0.0, 5000.0))


SLANTED = ((0.0, 0.0), (4000.0, 0.0), (5200.0, 2100.0), (4700.0, 5000.0), (1500.0, 6000.0), (-400.0, 3000.0))


class Geometry(unittest.TestCase):
    @given(st.sampled_from([3, 4, 5]), st.floats(-300, 300), st.floats(-300, 300))
    def test_a_moved_corner_goes_where_it_is_put_and_both_its_walls_keep_their_direction(
        self, n: int, dx: float, dy: float
    ) -> None:
        to = (SLANTED[n - 1][0] + dx, SLANTED[n - 1][1] + dy)
        moved = move_corner(SLANTED, n, to)
        self.assertAlmostEqual(math.dist(moved[n - 1], to), 0, places=6)
        for wall, was in list(zip(walls_of(moved), walls_of(SLANTED), strict=True))[n - 2 : n]:
            self.assertAlmostEqual(wall.yaw, was.yaw, places=6)

    def test_area_walls_and_yaw(self) -> None:
        self.assertEqual(area(ELL), 4000 * 2000 + 6000 * 3000)
        self.assertEqual([round(wall.length) for wall in walls_of(ELL)], [4000, 2000, 2000, 3000, 6000, 5000])
        self.assertEqual([round(wall.yaw) for wall in walls_of(BOX)], [0, -90, 180, 90])

    @example(0.0, 2000.0)
    @example(4000.0, 2500.0)
    @given(st.floats(-500, 6500), st.floats(-500, 5500))
    def test_inside_and_reach_agree_with_the_two_boxes_it_is_made_of(self, x: float, y: float) -> None:
        def boxed(u: float, v: float) -> bool:
            return (0 <= u <= 4000 and 0 <= v <= 5000) or (0 <= u <= 6000 and 2000 <= v <= 5000)

        if to_wall(ELL, x, y)[0] > 1e-3:  # a wall's face counts as in, to a millionth
            self.assertEqual(inside(ELL, x, y), boxed(x, y))
        if boxed(x, y):
            for dx, dy in ((1, 0), (0, 1), (-1, 0), (0, -1)):
                far = reach(ELL, x, y, dx, dy)
                self.assertTrue(boxed(x + dx * (far - 0.01), y + dy * (far - 0.01)) or far < 0.02)
                self.assertLess(to_wall(ELL, x + dx * far, y + dy * far)[0], 0.01)
                along_a_face = abs(y - 2000) < 1e-3 if dx else abs(x - 4000) < 1e-3
                if not along_a_face:  # which may stop at the face's corner or run on along it
                    self.assertFalse(boxed(x + dx * (far + 0.01), y + dy * (far + 0.01)))
            brute = min(math.hypot(x - px, y - py) for wall in walls_of(ELL) for px, py in _along(wall.a, wall.b))
            self.assertAlmostEqual(to_wall(ELL, x, y)[0], brute, delta=60)

    def test_what_is_no_room_is_refused(self) -> None:
        table = (
            ("crosses itself", ((0, 0), (4000, 0), (0, 3000), (4000, 3000)), "cross"),
            ("the wrong way round", ((0, 0), (0, 5000), (4000, 5000), (4000, 0)), "other way round"),
            ("two walls", ((0, 0), (4000, 0)), "3 to 40"),
            ("folds back", ((0, 0), (4000, 0), (4000, 3000), (4000, 1000), (0, 1000)), "cross"),
            ("a tiny wall", ((0, 0), (4000, 0), (4000, 3000), (3995, 3000), (0, 3000)), "leave it out"),
            ("not from the display wall", ((0, 0), (4000, 500), (4000, 3000), (0, 3000)), "display wall"),
        )
        for name, corners, word in table:
            with self.subTest(name), self.assertRaisesRegex(RefusedError, word):
                check_outline(tuple((float(x), float(y)) for x, y in corners))

    def test_a_new_length_keeps_right_angles_and_moves_the_far_end(self) -> None:
        """Wall 3 of the L made 300 longer: the alcove grows, everything stays square, w5 takes it up."""
        longer = set_length(ELL, 3, 2300)
        self.assertEqual(longer, ((0, 0), (4000, 0), (4000, 2000), (6300, 2000), (6300, 5000), (0, 5000)))
        wider = set_length(ELL, 1, 4200)
        self.assertEqual(wider[1], (4200, 0))
        self.assertEqual([round(wall.yaw) for wall in walls_of(wider)], [round(wall.yaw) for wall in walls_of(ELL)])
        deeper = set_length(ELL, 6, 5500)  # back to the display wall: its far end is corner 1, which stays
        self.assertEqual(deeper[0], (0, 0))
        self.assertAlmostEqual(walls_of(deeper)[5].length, 5500)

    @given(st.integers(2, 6), st.floats(-900, 900), st.floats(-900, 900))
    def test_a_moved_corner_keeps_its_walls_directions(self, n: int, dx: float, dy: float) -> None:
        moved = move_corner(ELL, n, (ELL[n - 1][0] + dx, ELL[n - 1][1] + dy))
        self.assertEqual(moved[0], (0.0, 0.0))
        self.assertEqual(moved[1][1], 0.0)
        for before, after in zip(walls_of(ELL), walls_of(moved), strict=True):
            if after.length > 1:
                self.assertLess(abs(before.along[0] * after.along[1] - before.along[1] * after.along[0]), 1e-6)


def _along(a: tuple[float, float], b: tuple[float, float]) -> list[tuple[float, float]]:
    return [(a[0] + (b[0] - a[0]) * i / 60, a[1] + (b[1] - a[1]) * i / 60) for i in range(61)]


class Turned(unittest.TestCase):
    """A picture on any wall is judged as if that wall were the display wall."""

    @settings(max_examples=30)
    @given(st.integers(1, 4), st.floats(800, 3200), st.floats(900, 3200), st.floats(900, 3200))
    def test_the_same_seat_before_any_wall_of_a_square_room(self, n: int, along: float, u: float, off: float) -> None:
        """A square room looks alike from each of its walls: figures and levels of picture and seat must be the same."""
        plan = say(room(outline="room 4000 x 4000"), "tv 55", "seat 3000")
        first = _arranged(plan, 1, along, u, off)
        other = _arranged(plan, n, along, u, off)
        one, two = evaluate(first, SHELF), evaluate(other, SHELF)
        self.assertEqual(two.walls, {"p1": n})
        kept = [k for k in one.figures if ".seat." in k or ".ladder." in k or ".holes." in k]
        self.assertTrue(kept)
        for key in kept:
            a, b = one.figures[key].value, two.figures[key].value
            self.assertTrue(a == b or math.isclose(a or 0, b or 0, abs_tol=1e-6), (key, a, b))
        levels = [{(f.key, f.level) for f in r.findings if f.code.stage == "picture"} for r in (one, two)]
        self.assertEqual(*levels)

    def test_cures_come_back_as_commands_for_the_room(self) -> None:
        plan = say(room(outline="room 4000 x 6000"), "tv 55", "seat 3000", "on back wall")
        report = evaluate(plan, SHELF)
        finding = report.find("angle/p1")
        assert finding
        for cure in finding.cures:
            after = apply(plan, cure.command, SHELF)
            with self.subTest(cure.kind):
                found = evaluate(after, SHELF).find("angle/p1")
                self.assertTrue(found is None or found.level > finding.level or found.level == "good", found)
                self.assertEqual(after.survey.seats["s1"].x.value, plan.survey.seats["s1"].x.value)

    def test_turning_and_turning_back_is_nothing(self) -> None:
        plan = say(
            room(),
            "tv 55",
            "seat 3000",
            "window w4 at 500, 900 x 1100 sill 900",
            "put furniture 1200 x 400 x 500 at 1000 out 0",
        )
        turn = Turn(plan.survey.room, 4)
        seen = turn.plan(plan)
        self.assertEqual(seen.survey.openings["o1"].wall, "w1")
        seat = seen.survey.seats["s1"]
        command = PutSeat(id="s1", x=_typed(seat.x.value), y=_typed(seat.y.value + 100)).turned_back(turn, plan)
        after = apply(plan, command, SHELF).survey.seats["s1"]
        self.assertAlmostEqual(
            math.dist(
                (after.x.value, after.y.value), (plan.survey.seats["s1"].x.value, plan.survey.seats["s1"].y.value)
            ),
            100,
        )
        picture = seen.chosen.pictures["p1"]
        put = PutPicture(id="p1", x=picture.pose.x, y=picture.pose.y, yaw=picture.pose.yaw).turned_back(turn, plan)
        pose = apply(plan, put, SHELF).chosen.pictures["p1"].pose
        for axis in ("x", "y", "yaw"):
            self.assertAlmostEqual(getattr(pose, axis), getattr(plan.chosen.pictures["p1"].pose, axis), places=6)

    def test_bearings_go_round_with_the_walls(self) -> None:
        plan = apply(room(outline="room 4000 x 5000"), PutRoom(faces=350), SHELF)
        looks = [Turn(plan.survey.room, n).room(plan.survey.room).faces for n in (1, 2, 3, 4)]
        self.assertEqual([round(bearing or 0) for bearing in looks], [350, 80, 170, 260])


def _typed(value: float) -> object:
    from oval_room.core.plan.measure import chosen

    return chosen(value)


def _arranged(plan: object, n: int, along: float, u: float, off: float) -> object:
    wall = plan.survey.room.walls[n - 1]  # type: ignore[attr-defined]
    x, y = wall.room(along, 60)
    plan = apply(plan, PutPicture(id="p1", x=x, y=y, yaw=wall.yaw, bottom=800), SHELF)  # type: ignore[arg-type]
    x, y = wall.room(u, off)
    plan = apply(plan, PutSeat(id="s1", x=_typed(x), y=_typed(y)), SHELF)  # type: ignore[arg-type]
    assert wall_of(plan.survey.room, plan.chosen.pictures["p1"]) == n
    return plan
