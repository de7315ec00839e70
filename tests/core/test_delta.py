"""The delta line: what moved past its step, the subject first, verdicts counted."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.delta import Delta, compare
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat

CHAPEL = chapel_flat()


def delta(*commands: Command, subject: tuple[str, ...] = ("p1", "s2", "k1", "j1")) -> Delta:
    plan = CHAPEL
    for command in commands:
        plan = apply(plan, command, SHELF)
    return compare(evaluate(CHAPEL, SHELF), evaluate(plan, SHELF), CHAPEL.writing.ruler, subject)


class Lines(unittest.TestCase):
    def test_what_is_said(self) -> None:
        table = (
            ("the lens back", [PutProjector(id="j1", y=3700)], r"^throw .* → .*, one stop cleared, one mind cleared$"),
            (
                "lower picture",
                [PutPicture(id="p1", bottom=900)],
                r"^bottom edge 3' 7 1/2\" → 2' 11 7/16\", .*one new stop",
            ),
            ("nearer seat", [PutSeat(id="s2", y=Typed(value=2900))], r"^angle 42\.4 ?°? → 47\.\d°"),
            ("nothing", [PutProjector(id="j1", y=117 * 25.4)], r"^$"),
            ("half a step", [PutProjector(id="j1", y=117 * 25.4 + 0.5)], r"^$"),
        )
        for name, commands, pattern in table:
            with self.subTest(name):
                self.assertRegex(delta(*commands).text, pattern.replace("42\\.4 ?°?", "42\\.4°"))

    def test_at_most_three_figures_of_different_kinds(self) -> None:
        text = delta(PutPicture(id="p1", width=Typed(value=1800), bottom=1300)).text
        self.assertLessEqual(text.count("→"), 3)
        self.assertLessEqual(text.count("angle"), 1)

    def test_new_and_gone_are_named(self) -> None:
        found = delta(PutProjector(id="j1", y=3700, x=700))
        self.assertIn("shift/j1/p1", found.new)
        self.assertIn("throw/j1/p1", found.gone)

    def test_the_subject_comes_first(self) -> None:
        move = PutSeat(id="s4", y=Typed(value=3900))
        self.assertTrue(delta(move, subject=("p2", "s4")).text.startswith("angle 18.4° → 2"))
        self.assertTrue(delta(move, subject=("p1", "s4")).text.startswith("angle 30.9° → 3"))
