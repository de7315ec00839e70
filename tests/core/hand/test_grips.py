"""Grips and snaps: pulling means what typing would, the reason of a snap is said, and nothing goes where it can't."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.hand.grip import Pulled
from oval_room.core.hand.grips import grips_of, pull
from oval_room.core.plan.document import Plan
from oval_room.core.projection.study import ThrowResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from tests.core.survey.rooms import room

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()
REPORT = evaluate(CHAPEL, SHELF)
VIEWS = ("plan", "section", "elevation", "strip")


def pulled(view: str, key: str, u: float, v: float, *, reach: float = 30, free: bool = False) -> Pulled:
    return pull(CHAPEL, REPORT, view, key, (u, v), reach=reach, free=free)


def after(view: str, key: str, u: float, v: float, **more: bool) -> Plan:
    return apply(CHAPEL, pulled(view, key, u, v, **more).command, SHELF)  # type: ignore[arg-type]


class Pulling(unittest.TestCase):
    def test_every_grip_held_where_it_is_changes_nothing_that_shows(self) -> None:
        """A grip let go at its own place, freed from snapping, moves by less than half a ruler step."""
        for plan in (CHAPEL, BEDROOM):
            report = evaluate(plan, SHELF)
            for view in VIEWS:
                for picture in plan.chosen.pictures:
                    for grip in grips_of(plan, view, picture):
                        with self.subTest(plan.name, view=view, grip=grip.key):
                            done = pull(plan, report, view, grip.key, (grip.u, grip.v), reach=0, free=True)
                            self.assertLessEqual(abs(done.u - grip.u), plan.writing.ruler.step)
                            self.assertLessEqual(abs(done.v - grip.v), plan.writing.ruler.step)

    def test_the_lens_in_the_section_moves_out_and_up(self) -> None:
        lens = after("section", "lens.j1", 3700, 2300, free=True).chosen.projectors["j1"].pose
        self.assertAlmostEqual(lens.y, 3700, delta=0.8)
        self.assertAlmostEqual(lens.z, 2300, delta=0.8)
        self.assertEqual(lens.x, CHAPEL.chosen.projectors["j1"].pose.x)

    def test_the_throw_strip_moves_the_lens_nearer_and_farther_only(self) -> None:
        was, cloth = CHAPEL.chosen.projectors["j1"].pose, CHAPEL.chosen.pictures["p1"].pose
        done = pulled("strip", "throw.j1", 3700, 90, free=True)
        lens = apply(CHAPEL, done.command, SHELF).chosen.projectors["j1"].pose
        self.assertAlmostEqual(lens.y - cloth.y, 3700, delta=0.8)
        self.assertAlmostEqual(done.u, lens.y - cloth.y)
        self.assertEqual((lens.x, lens.z), (was.x, was.z))
        nearest = REPORT.of(ThrowResult).throws["j1"].span.least
        self.assertIn("nearest the lens allows", pulled("strip", "throw.j1", nearest + 12, 0).snapped)
        for view in ("section", "elevation"):
            self.assertNotIn("throw.j1", [grip.key for grip in grips_of(CHAPEL, view, "p1")])
        with self.assertRaises(RefusedError):
            pulled("strip", "throw.j1", -50, 0, free=True)

    def test_a_throw_to_another_wall_is_pulled_along_that_wall_s_own_out(self) -> None:
        plan = room("seat 3000", "screen 90 16:9", "on w2", "projector Heron")
        report = evaluate(plan, SHELF)
        (grip,) = grips_of(plan, "strip", "p1")
        self.assertAlmostEqual(grip.u, report.of(ThrowResult).throws["j1"].throw, places=3)
        done = pull(plan, report, "strip", grip.key, (grip.u + 400, 0), reach=0, free=True, picture="p1")
        after = evaluate(apply(plan, done.command, SHELF), SHELF).of(ThrowResult).throws["j1"]
        self.assertAlmostEqual(after.throw, grip.u + 400, delta=0.8)
        self.assertAlmostEqual(after.need.s, report.of(ThrowResult).throws["j1"].need.s)

    def test_a_side_edge_sizes_about_the_centre_with_the_aspect_kept(self) -> None:
        before = CHAPEL.chosen.pictures["p1"]
        picture = after("elevation", "side.p1", before.pose.x + 1000, 0, free=True).chosen.pictures["p1"]
        self.assertAlmostEqual(picture.width.value, 2000, delta=0.8)
        self.assertEqual(
            (picture.pose.x, picture.pose.z, picture.aspect), (before.pose.x, before.pose.z, before.aspect)
        )

    def test_the_top_edge_keeps_the_bottom(self) -> None:
        before = CHAPEL.chosen.pictures["p1"]
        picture = after("section", "top.p1", 0, before.bottom + 900, free=True).chosen.pictures["p1"]
        self.assertAlmostEqual(picture.bottom, before.bottom)
        self.assertAlmostEqual(picture.height, 900, delta=0.8)

    def test_the_body_rises_and_falls_only(self) -> None:
        before = CHAPEL.chosen.pictures["p2"]
        picture = after("elevation", "body.p2", 9999, 1500, free=True).chosen.pictures["p2"]
        self.assertEqual((picture.pose.x, picture.width), (before.pose.x, before.width))
        self.assertAlmostEqual(picture.pose.z, 1500, delta=1)

    def test_a_row_moves_together(self) -> None:
        plan = after("section", "row.2", 4700, 0, free=True)
        moved = {key for key in plan.survey.seats if plan.survey.seats[key] != CHAPEL.survey.seats[key]}
        self.assertEqual(moved, {"s4", "s5"})
        self.assertEqual(plan.survey.seats["s4"].y.source, "chosen")

    def test_a_seat_stays_in_the_room(self) -> None:
        seat = after("plan", "seat.s1", 99_000, -500, free=True).survey.seats["s1"]
        self.assertLess(seat.y.value, CHAPEL.survey.room.depth.value)
        self.assertGreater(seat.x.value, 0)

    def test_a_picture_is_never_pulled_to_nothing(self) -> None:
        bottom = CHAPEL.chosen.pictures["p1"].bottom
        self.assertGreaterEqual(after("section", "top.p1", 0, bottom - 3000).chosen.pictures["p1"].width.value, 200)

    def test_snaps_say_why(self) -> None:
        nearest = REPORT.of(ThrowResult).throws["j1"].span.least + 160
        top = CHAPEL.chosen.pictures["p1"].top
        table = (
            ("throw", "section", "lens.j1", nearest + 12, 2100, "nearest the lens allows"),
            ("level", "section", "lens.j1", 5000, top + 9, "level with the top edge of scope cloth"),
            ("centre line", "plan", "lens.j1", 5000, 82 * 25.4 + 11, "centre line of scope cloth"),
            ("school", "plan", "seat.s1", 3296 + 160, 700, "cinema, 40° to scope cloth"),
            ("in line", "plan", "seat.s4", 128 * 25.4 + 8, 300, "in line with seat 1a"),
            ("against the wall", "plan", "thing.t1", 240, 2600, "against the wall"),
            ("ladder", "section", "body.p2", 0, 595 + 404.7 + 8, "lowest, furniture"),
        )
        for name, view, key, u, v, reason in table:
            with self.subTest(name):
                self.assertIn(reason, pulled(view, key, u, v).snapped)
                self.assertNotIn(reason, pulled(view, key, u, v, free=True).snapped)

    def test_a_snapped_throw_is_a_throw_that_fits(self) -> None:
        nearest = REPORT.of(ThrowResult).throws["j1"].span.least + 160
        plan = after("section", "lens.j1", nearest - 10, 99 * 25.4)
        self.assertNotIn("throw/j1/p1", evaluate(plan, SHELF).stops())

    def test_what_can_not_be_pulled(self) -> None:
        for view, key in (
            ("plan", "lens.j9"),
            ("plan", "moon.s1"),
            ("moon", "seat.s1"),
            ("section", "row.7"),
            ("plan", "seat."),
            ("elevation", "side.p9"),
        ):
            with self.subTest(key), self.assertRaises(MissingError):
                pulled(view, key, 1000, 1000)
        with self.assertRaises(RefusedError):
            pulled("section", "lens.j1", 3000, -400, free=True)
        with self.assertRaises(MissingError):
            pulled("plan", "seat.s1", float("nan"), 0)

    @settings(max_examples=120, deadline=None)
    @given(
        st.sampled_from(VIEWS),
        st.data(),
        st.floats(-2000, 9000),
        st.floats(-2000, 9000),
        st.booleans(),
        st.floats(0, 500),
    )
    def test_any_pull_is_done_or_refused(
        self, view: str, data: st.DataObject, u: float, v: float, free: bool, reach: float
    ) -> None:
        grip = data.draw(st.sampled_from(grips_of(CHAPEL, view, "p1")))
        try:
            done = pull(CHAPEL, REPORT, view, grip.key, (u, v), reach=reach, free=free)
            plan = apply(CHAPEL, done.command, SHELF)
        except (RefusedError, MissingError) as refused:
            self.assertTrue(refused.text)
            return
        self.assertTrue(done.say)
        if grip.moves == "u":
            self.assertEqual(done.v, grip.v)
        evaluate(plan, SHELF)
