"""Commands, differences and putting back: after undoing all, the document is the same."""

from __future__ import annotations

import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.job.commands import Drop, PutScheme, Settle
from oval_room.core.plan.changes import changes, graft, graft_known, overlap, path_of, restore, value_at
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.gear import gear_hash
from oval_room.core.plan.measure import Typed, next_id
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.room_commands import PutRoom
from oval_room.demo.gear import SHELF, edition
from oval_room.demo.jobs import chapel_flat
from tests import long
from tests.core.making import COMMANDS

CHAPEL = chapel_flat()


class Undoing(unittest.TestCase):
    @settings(max_examples=long(60), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(COMMANDS, min_size=1, max_size=8))
    def test_random_commands_undone_leave_the_document_as_it_was(self, commands: list[Command]) -> None:
        plan, steps = CHAPEL, []
        for command in commands:
            try:
                after = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
            self.assertEqual(Plan.model_validate_json(after.model_dump_json()), after)  # it can be stored and read back
            steps.append(changes(plan, after))
            plan = after
        for step in reversed(steps):
            plan = restore(plan, step)
        self.assertEqual(plan.model_copy(update={"readings": CHAPEL.readings}), CHAPEL)
        self.assertTrue(CHAPEL.readings.items() <= plan.readings.items())  # the log only grows
        for group in ("seats", "things", "scenes", "openings", "services"):
            self.assertEqual(list(getattr(plan.survey, group)), list(getattr(CHAPEL.survey, group)), group)
        self.assertEqual(list(plan.chosen.pictures), list(CHAPEL.chosen.pictures))

    @settings(max_examples=40, deadline=None)
    @given(COMMANDS)
    def test_a_change_tells_what_was_and_is(self, command: Command) -> None:
        try:
            after = apply(CHAPEL, command, SHELF)
        except (RefusedError, MissingError):
            return
        for change in changes(CHAPEL, after):
            self.assertEqual(value_at(CHAPEL, change.path), change.before)
            self.assertEqual(value_at(after, change.path), change.after)
        self.assertEqual(type(command).model_validate_json(command.model_dump_json()), command)

    def test_unchanged_parts_stay_the_same_objects(self) -> None:
        after = apply(CHAPEL, PutSeat(id="s1", y=Typed(value=3000)), SHELF)
        self.assertIs(after.survey.seats["s2"], CHAPEL.survey.seats["s2"])
        self.assertIs(after.schemes, CHAPEL.schemes)
        self.assertIs(after.survey.room, CHAPEL.survey.room)
        self.assertIs(graft(CHAPEL, Plan.model_validate_json(CHAPEL.model_dump_json())), CHAPEL)

    def test_a_plan_that_was_tried_is_known_again(self) -> None:
        """The same change made twice is one plan; another change of it shares what both leave and nothing else."""
        move = PutProjector(id="j1", y=3333.0)
        tried, made = (apply(CHAPEL, move, SHELF) for _ in range(2))
        self.assertIsNot(tried, made)
        self.assertIs(graft_known(tried, made, CHAPEL), tried)
        other = apply(CHAPEL, PutProjector(id="j1", y=3334.0), SHELF)
        known = graft_known(tried, other, CHAPEL)
        self.assertEqual(known, other)
        self.assertIs(known.survey, CHAPEL.survey)
        self.assertIsNot(known.chosen.projectors["j1"], tried.chosen.projectors["j1"])
        self.assertIs(graft_known(None, other, CHAPEL), other)

    def test_overlap(self) -> None:
        table = (
            ("a/b", "a/b", True), ("a/b/c", "a/b", True), ("a/b", "a/b/c", True), ("a/b", "a/bc", False),
            ("readings/r1", "readings/r1", False), ("survey/seats/s1/y", "survey/seats/s1/x", False), ("a/b.c", "a/b", False),
        )  # fmt: skip
        for one, other, same in table:
            mine, theirs = tuple(one.split("/")), tuple(other.split("/"))
            self.assertEqual(overlap([mine], [theirs]), [mine] if same else [])

    def test_paths_of_earlier_versions_are_cut_by_what_the_document_is_made_of(self) -> None:
        table = (
            ("survey.seats.s1.y", ("survey", "seats", "s1", "y")),
            ("choices.settled.picture", ("choices", "settled", "picture")),
            ("choices.settled.picture.figures.picture.p1.angle.seat.s1", (
                "choices", "settled", "picture", "figures", "picture.p1.angle.seat.s1")),
            ("schemes.v1.more.fixing.fixed.f1.gear", ("schemes", "v1", "more", "fixing", "fixed", "f1", "gear")),
            ("readings.r12", ("readings", "r12")), ("", ()),
        )  # fmt: skip
        for text, path in table:
            with self.subTest(text):
                self.assertEqual(path_of(text), path)
                self.assertEqual(path_of(list(path)), path)
        for wrong in (7, None, [1, 2], {"a": 1}):
            with self.subTest(wrong), self.assertRaises(ValueError):
                path_of(wrong)

    def test_a_settled_stage_changes_as_a_whole(self) -> None:
        """Its figures' keys hold dots; settled again, reopened and put back, the document is what it was."""
        first = apply(CHAPEL, Settle(stage="picture", figures={"picture.p1.angle.seat.s1": 40.0}), SHELF)
        again = apply(first, Settle(stage="picture", figures={"picture.p1.angle.seat.s1": 41.0, "a.b": 2.0}), SHELF)
        opened = apply(again, Settle(stage="picture"), SHELF)
        for before, after in ((CHAPEL, first), (first, again), (again, opened)):
            found = changes(before, after)
            self.assertEqual([change.path for change in found], [("choices", "settled", "picture")])
            self.assertEqual(restore(after, found), before)


class Commands(unittest.TestCase):
    def test_a_reading_is_logged_and_rested_on(self) -> None:
        plan = apply(new_plan("x"), PutRoom(width=Typed(value=5000, instrument="laser")), SHELF)
        width = plan.survey.room.width
        self.assertEqual((width.value, width.half_width, width.source, width.readings), (5000, 1.5, "read", ("r1",)))
        self.assertEqual((plan.readings["r1"].of, plan.readings["r1"].value), ("survey.room.width", 5000))
        again = apply(plan, PutRoom(width=Typed(value=5010, instrument="tape")), SHELF)
        self.assertEqual(set(again.readings), {"r1", "r2"})  # the first is followed, not overwritten

    def test_a_new_size_keeps_the_bottom_edge(self) -> None:
        after = apply(CHAPEL, PutPicture(id="p2", width=Typed(value=1800, source="chosen")), SHELF)
        self.assertAlmostEqual(after.chosen.pictures["p2"].bottom, CHAPEL.chosen.pictures["p2"].bottom)
        self.assertIsNone(after.chosen.pictures["p2"].gear)  # a typed size is no longer that panel's

    def test_gear_brings_its_sizes(self) -> None:
        after = apply(CHAPEL, TakeGear(id="p2", gear=edition("Tarnbeck Ember 77")), SHELF)
        self.assertEqual(after.chosen.pictures["p2"].width.source, "maker")
        self.assertAlmostEqual(after.chosen.pictures["p2"].width.value, 1704.6, places=1)

    def test_a_picture_takes_its_projector_with_it(self) -> None:
        after = apply(CHAPEL, Drop(id="p1"), SHELF)
        self.assertEqual((list(after.chosen.pictures), list(after.chosen.projectors)), (["p2"], []))

    def test_schemes(self) -> None:
        after = apply(CHAPEL, PutScheme(id="v2", name="Plain", like="v1"), SHELF)
        self.assertEqual((after.scheme, after.chosen.pictures), ("v2", CHAPEL.chosen.pictures))
        self.assertEqual(apply(after, Drop(id="v2"), SHELF), CHAPEL)
        with self.assertRaises(RefusedError):
            apply(CHAPEL, Drop(id="v1"), SHELF)

    def test_refusals_name_the_place(self) -> None:
        table = (
            ("no such gear", TakeGear(id="p1", gear="g" + "0" * 16), MissingError, ""),
            ("a mount is no screen", TakeGear(id="p1", gear=edition("Ironlark Flat 600")), RefusedError, "gear"),
            ("a tiny room", PutRoom(width=Typed(value=20)), RefusedError, "width"),
            ("a kind of seat", PutSeat(id="s1", kind="hammock"), RefusedError, "kind"),
            ("nothing there", Drop(id="q9"), MissingError, ""),
            ("a shelf as projector", Several(steps=(PutPicture(id="p1", surface="silk"),)), RefusedError, "surface"),
        )
        for name, command, error, field in table:
            with self.subTest(name), self.assertRaises(error) as caught:
                apply(CHAPEL, command, SHELF)
            with self.subTest(name):
                self.assertEqual(getattr(caught.exception, "field", ""), field)
                self.assertTrue(getattr(caught.exception, "text", ""))

    def test_ids_are_the_first_free_ones(self) -> None:
        self.assertEqual(next_id("s", {"s1", "s3"}), "s2")
        self.assertEqual(next_id("s", set()), "s1")

    def test_gear_is_named_by_its_content(self) -> None:
        for key, item in SHELF.items():
            self.assertEqual(gear_hash(type(item).model_validate_json(item.model_dump_json())), key)
