"""Notes as somebody said them: kept in their order, said anew, taken away; a sentence is never an answer unseen."""

from __future__ import annotations

import unittest

from oval_room.core.plan.document import new_plan
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked, Heard
from oval_room.demo.gear import SHELF
from tests.core.brief.example import NOTED
from tests.core.survey.rooms import say


class Notes(unittest.TestCase):
    def test_said_anew_and_taken_away(self) -> None:
        self.assertEqual(len(NOTED.brief.notes), 2)
        self.assertEqual(say(NOTED, "note 1 -").brief.notes, NOTED.brief.notes[1:])
        self.assertEqual(say(NOTED, "note 1: the client wants it higher").brief.notes[-1], "the client wants it higher")
        self.assertEqual(say(NOTED, "note 2: -").brief.notes, NOTED.brief.notes[:1])
        for line in ("note 3 -", "note 0 -"):
            self.assertIn("there is no note", hear(NOTED, SHELF, line).say.lower())

    def test_forty_are_the_most(self) -> None:
        plan = new_plan("x")
        for n in range(40):
            plan = say(plan, f"note number {n} of many")
        self.assertIn("the most there can be", hear(plan, SHELF, "note one more").say)

    def test_a_sentence_that_begins_with_a_word_is_asked(self) -> None:
        plan = say(new_plan("x"), "client Tarrow")
        for line, note in (
            ("the client wants it lower", "note the client wants it lower"),
            ("who pays for the cables", "note who pays for the cables"),
            ("leave a note for the landlord", "note leave a note for the landlord"),
            ("hang it in the same place as before", "note hang it in the same place as before"),
        ):
            with self.subTest(line):
                answer = hear(plan, SHELF, line)
                assert isinstance(answer, Asked), answer
                self.assertIn(note, answer.options)
                self.assertIsInstance(hear(plan, SHELF, note), Heard)

    def test_words_that_are_there_are_replaced_when_it_is_meant(self) -> None:
        plan = say(new_plan("x"), "client Tarrow")
        answer = hear(plan, SHELF, "client Merrow")
        assert isinstance(answer, Asked), answer
        self.assertEqual(answer.options, ("client: Merrow",))
        self.assertEqual(say(plan, "client: Merrow").client, "Merrow")
        self.assertEqual(say(plan, "client -").client, "")
