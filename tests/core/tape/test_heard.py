"""The book of lines as people type them: taken with their read-back, asked with the choice that was meant, or refused.

`tests/data/heard.txt`: `== unit | lines said before`, then `line => read-back`, `line ?? a choice that is offered`,
`line !! how the refusal begins`. Each read-back was looked at as the installer who typed the line. When words change,
look at each line that differs.
"""

from __future__ import annotations

import re
import unittest
from pathlib import Path
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.gear.sheet import read_line
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.gear import gear_hash
from oval_room.core.plan.measure import fresh_ids
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked, Heard, Unread
from oval_room.core.tape.phrases import SAYINGS
from oval_room.core.tape.unread import PASSED_OVER
from oval_room.demo.gear import SHELF

BOOK: Final = Path(__file__).resolve().parents[2] / "data/heard.txt"
JOBS: Final = {"ft": Writing(unit="in", style="feet"), "mm": Writing(unit="mm", style="mm")}
LINE: Final = re.compile(r"(?P<line>.+) (?P<how>=>|\?\?|!!) (?P<told>.*)")
OF_ONE: Final = (
    "{} 60 off the wall",
    "turn the {} 15 degrees",
    "centre the {} at eye level",
    "{} centre at eye level",
    "raise the {} by 20",
    "lower the {} 20",
    "{} 20 higher",
    "{} 30 to the left",
)
STRANGE: Final = ("elsewhere", "yesterday", "unless", "wobbly", "purple")
"""Words that no phrase has a use for."""


def book() -> list[tuple[Plan, str, str, str]]:
    """Every line of the book: the plan it is said to, itself, how it is answered, what is told."""
    rows: list[tuple[Plan, str, str, str]] = []
    plan = new_plan("x")
    for row in BOOK.read_text(encoding="utf-8").splitlines():
        if row.startswith("== "):
            unit, *before = row.removeprefix("== ").split(" | ")
            plan = new_plan("x", writing=JOBS[unit])
            for line in before:
                heard = hear(plan, SHELF, line)
                assert isinstance(heard, Heard), (line, heard)
                plan = apply(plan, heard.command, SHELF)
        elif found := LINE.fullmatch(row):
            rows.append((plan, found["line"], found["how"], found["told"]))
    return rows


ROWS: Final = book()


class Book(unittest.TestCase):
    def test_each_line_as_it_was_looked_at(self) -> None:
        for plan, line, how, told in ROWS:
            with self.subTest(line):
                answer = hear(plan, SHELF, line)
                if how == "=>":
                    self.assertIsInstance(answer, Heard, answer.say)
                    self.assertEqual(answer.say, told)
                elif how == "??":
                    self.assertIsInstance(answer, Asked, answer.say)
                    assert isinstance(answer, Asked)
                    self.assertIn(told, answer.options)
                    for option in answer.options:  # what is offered can be said
                        self.assertIsInstance(hear(plan, SHELF, option), Heard | Asked, option)
                else:
                    self.assertNotIsInstance(answer, Heard | Asked, answer.say)
                    self.assertTrue(answer.say.startswith(told), answer.say)

    def test_what_a_line_names_comes_out_of_it(self) -> None:
        """Whichever picture is looked at, a line that names the TV or the screen is of that one."""
        plan = new_plan("x", writing=JOBS["mm"])
        for line in ("room 5 m x 6 m x 2.5 m", "seat 3 m", "tv 65", "screen 110"):
            heard = hear(plan, SHELF, line)
            assert isinstance(heard, Heard), heard
            plan = apply(plan, heard.command, SHELF)
        ids = {"tv": "p1", "screen": "p2"}
        for looked in ids.values():
            for kind, key in ids.items():
                for said in OF_ONE:
                    with self.subTest(said.format(kind), looked=looked):
                        answer = hear(plan, SHELF, said.format(kind), Subject(looked))
                        assert isinstance(answer, Heard), answer
                        after = apply(plan, answer.command, SHELF).chosen.pictures
                        changed = {one for one in ids.values() if after[one] != plan.chosen.pictures[one]}
                        self.assertEqual(changed, {key})

    def test_a_shelf_s_name_takes_no_line_of_the_table(self) -> None:
        """An item that somebody named like a line: the line goes on meaning what it means."""
        named = read_line('tv TV 65: 85", vesa 400 x 400').item
        shelf = {**SHELF, gear_hash(named): named}
        answer = hear(new_plan("x", writing=JOBS["mm"]), shelf, "tv 65")
        self.assertEqual(answer.say, "New TV 65″, 16:9: 1439 mm wide")

    def test_most_are_taken_or_asked(self) -> None:
        taken = [how for _, _, how, _ in ROWS if how != "!!"]
        self.assertGreater(len(ROWS), 400)
        self.assertGreater(len(taken) / len(ROWS), 0.8)

    def test_no_word_is_left_out_in_silence(self) -> None:
        """A word that says nothing, put anywhere into a line that is taken: read back, asked about or refused."""
        for n, (plan, line, how, _) in enumerate(ROWS):
            if how != "=>":
                continue
            words, strange = line.split(" "), STRANGE[n % len(STRANGE)]
            at = 1 + n % len(words)
            other = " ".join([*words[:at], strange, *words[at:]])
            with self.subTest(other), fresh_ids(fresh=False):
                answer = hear(plan, SHELF, other)
                if isinstance(answer, Heard):
                    self.assertIn(strange, f"{answer.say} {answer.command.model_dump_json()}".lower())
                elif isinstance(answer, Unread):
                    self.assertTrue(all(strange not in option for option in answer.options), answer)

    def test_what_is_passed_over_is_no_word_of_a_saying_alone(self) -> None:
        """A saying is never known by words that carry nothing."""
        for saying in SAYINGS:
            plain = re.sub(r"[{\[][^}\]]*[}\]]", " ", saying.pattern)
            words = {word for word in re.findall(r"[a-z]{2,}", plain.lower()) if word not in PASSED_OVER}
            slots = re.findall(r"\{\w+:([^}]+)\}", saying.pattern)
            with self.subTest(saying.pattern):
                by_job = not isinstance(saying.line, str)
                self.assertTrue(
                    words or by_job or any(set("|") & set(kind) or kind in ("cable", "grid") for kind in slots)
                )
