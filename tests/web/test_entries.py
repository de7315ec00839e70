"""Entries and the tape line are one: saying what an entry shows changes nothing that shows."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.parts import KINDS, STAGES, entries_of
from oval_room.core.plan.document import Writing, new_plan
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.web.seen import Seen
from oval_room.web.told import can_settle, headlines, marks

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()
SUBJECTS = (
    (CHAPEL, Subject("p1", "s4", "k2", "j1")),
    (CHAPEL, Subject("p2", "s2", "k1", None)),
    (BEDROOM, Subject("p1", "s1", "k2", None)),
)


class Entries(unittest.TestCase):
    def test_saying_what_an_entry_shows_leaves_it_showing_the_same(self) -> None:
        for plan, subject in SUBJECTS:
            for stage in STAGES:
                for entry in entries_of(plan, SHELF, stage, subject):
                    if not entry.value:
                        continue
                    with self.subTest(plan.name, stage=stage, say=entry.say):
                        answer = hear(plan, SHELF, f"{entry.say} {entry.value}", subject)
                        assert isinstance(answer, Heard), answer
                        after = apply(plan, answer.command, SHELF)
                        again = next(
                            e
                            for e in entries_of(after, SHELF, stage, subject)
                            if (e.say, e.label) == (entry.say, entry.label)
                        )
                        self.assertEqual(again.value, entry.value)

    def test_every_choice_can_be_said(self) -> None:
        for plan, subject in SUBJECTS:
            for stage in STAGES:
                for entry in entries_of(plan, SHELF, stage, subject):
                    for option in filter(None, entry.options):
                        with self.subTest(stage, say=entry.say, option=option):
                            self.assertIsInstance(hear(plan, SHELF, f"{entry.say} {option}", subject), Heard)

    def test_an_empty_job_offers_where_to_start(self) -> None:
        plan = new_plan("x", writing=Writing(unit="in", style="feet"))
        self.assertIn("seat", [e.say for e in entries_of(plan, SHELF, "survey", Subject())])
        self.assertLessEqual({"tv", "screen"}, {e.say for e in entries_of(plan, SHELF, "picture", Subject())})
        self.assertEqual(entries_of(plan, SHELF, "throw", Subject()), [])  # nothing is projected yet
        self.assertEqual(entries_of(plan, SHELF, "fixing", Subject()), [])

    def test_what_is_assumed_shows_on_sight(self) -> None:
        plan = new_plan("x")
        sources = {e.say: e.source for e in entries_of(plan, SHELF, "survey", Subject())}
        self.assertEqual(sources["depth"], "default")
        self.assertEqual(
            {e.say: e.source for e in entries_of(CHAPEL, SHELF, "survey", Subject("p1", "s2", "k1"))}["depth"], "read"
        )


class Benches(unittest.TestCase):
    def test_headlines_name_the_worst_seat(self) -> None:
        shown = headlines(CHAPEL, evaluate(CHAPEL, SHELF), "picture", Subject("p1", "s2", "k1", "j1"))
        angle = next(one for one in shown if "angle" in one.figure.key)
        assert angle.worst
        self.assertEqual((angle.figure.subject, angle.worst.subject), ("seat 1b", "seat 2a"))
        for stage in STAGES:
            self.assertLessEqual(
                len(headlines(CHAPEL, evaluate(CHAPEL, SHELF), stage, Subject("p1", "s2", "k1", "j1"))), 4
            )
        self.assertTrue(all(set(spec.headlines) <= set(KINDS) for spec in STAGES.values()))

    def test_marks_and_what_settles(self) -> None:
        report = evaluate(BEDROOM, SHELF)
        by_stage = {mark.stage: mark for mark in marks(BEDROOM, report)}
        self.assertEqual(
            (by_stage["survey"].state, by_stage["picture"].state, by_stage["brief"].state), ("settled", "upset", "open")
        )
        self.assertEqual(by_stage["picture"].why, "bottom edge above the floor 1160 mm → 1185 mm")
        self.assertEqual(can_settle(report, "picture", BEDROOM), "")
        self.assertIn("Throw", can_settle(evaluate(CHAPEL, SHELF), "picture", CHAPEL))

    def test_what_is_seen_falls_back_to_what_is_there(self) -> None:
        seen = Seen.of(CHAPEL, "throw", {"picture": "p9", "seat": "s99", "scene": "k9"}, {})
        self.assertEqual(
            (seen.subject.picture, seen.subject.seat, seen.subject.scene, seen.subject.projector),
            ("p1", "s2", "k1", "j1"),
        )
        self.assertEqual(Seen.of(CHAPEL, "fixing", {}, {}).subject.picture, "p2")
        self.assertEqual(
            Seen.of(CHAPEL, "fixing", {"projector": "j1", "picture": "p2"}, {}).subject.picture, "p1"
        )  # its own picture
        self.assertEqual(Seen.of(CHAPEL, "attic", {}, {}).stage, "survey")
        self.assertNotIn("beam", Seen.of(CHAPEL, "throw", {}, {"off.throw": "beam-people"}).layers)
        self.assertEqual(Seen.of(new_plan("x"), "throw", {}, {}).subject, Subject(None, None, "k1", None))
