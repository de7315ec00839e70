"""What one press does: times by hand, what is found of it, played against stand-ins with every fault."""

from __future__ import annotations

import unittest
from typing import Final

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.signal.buttons import as_json, left_on, longest, timeline, whole_time
from oval_room.core.signal.document import Button, Routing, Step
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.standins.controlled import LATE, PATIENCE, play
from tests.core.signal.example import BUTTONS, CINEMA, chain
from tests.core.signal.example import ON_AN_ARM as ON_ARM
from tests.core.survey.rooms import refused

FILM: Final = "button Film: lamps 20 %, Heron on 40 s, then receiver in 5, Heron mute 1 s after 2 s"
FINDS: tuple[tuple[str, Plan, str, Level, str], ...] = (
    ("the wait", BUTTONS, "button_wait/bn1", Level.NOTE, r"Film takes 43 s until all is done; the longest wait is Quillmark Heron 2 on, 40 s"),
    ("nothing undoes it", BUTTONS, "button_left_on/Quillmark Heron 2 on", Level.MIND, r"No button gives Quillmark Heron 2 off again after on"),
    ("told twice", chain("button Games: Heron on 30 s, Heron off after 10 s", on=BUTTONS), "button_twice/bn2/0", Level.STOP, r"two things at once, on and off, for 20 s"),
    ("one after the other", chain("button Games: Heron on 30 s, then Heron off", on=BUTTONS), "button_twice/bn2/0", Level.GOOD, r""),
    ("light before the tray", chain("button Ledge: Pellowe tray out 12 s, Pellowe on after 5 s", on=BUTTONS), "button_tray/bn2", Level.STOP, r"on 7 s before its tray is out"),
    ("light after it", chain("button Ledge: Pellowe tray out 12 s, then Pellowe on", on=BUTTONS), "button_tray/bn2", Level.GOOD, r""),
    ("into a panel on an arm", ON_ARM, "button_arm/bn1/Tarnbeck Ember 77", Level.STOP, r"before Tarnbeck Ember 77 is in"),
    ("the arm in first", chain("button Film: Tarnbeck Ember 77 arm in, then Wendover Cloth Drop 220 down 25 s", on=ON_ARM), "button_arm/bn1/Tarnbeck Ember 77", Level.GOOD, r""),
)  # fmt: skip
steps = st.builds(
    Step,
    of=st.sampled_from(["lamps", "Heron", "cloth", "Nine 3"]),
    act=st.sampled_from(["on", "off", "in 2", "down"]),
    takes=st.floats(0, 60),
    wait=st.floats(0, 20),
    group=st.integers(0, 3),
)
buttons = st.builds(Button, name=st.just("Film"), steps=st.lists(steps, min_size=1, max_size=8).map(tuple))


class Times(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Two at once, the longer 40 s; then 3 s of an input beside a mute that waits 2 s and takes 1."""
        plan = chain(FILM, on=CINEMA)
        (button,) = plan.chosen.kept(Routing).buttons.values()
        told = [(one.step.of, one.step.act, one.start, one.end) for one in timeline(button)]
        self.assertEqual(
            told,
            [
                ("lamps", "20 %", 0, 2),
                ("Quillmark Heron 2", "on", 0, 40),
                ("receiver", "in 5", 40, 43),
                ("Quillmark Heron 2", "mute", 42, 43),
            ],
        )
        most = longest(button)
        assert most is not None
        self.assertEqual((whole_time(button), most.step.act), (43, "on"))
        self.assertEqual(as_json(button)["seconds"], 43)

    def test_what_is_found(self) -> None:
        for name, plan, key, level, pattern in FINDS:
            with self.subTest(name):
                found = {one.key: one for one in evaluate(plan, SHELF).findings}
                if level is Level.GOOD:
                    self.assertNotIn(key, found)
                    continue
                self.assertIn(key, found)
                self.assertEqual(found[key].level, level)
                self.assertRegex(Words(plan).finding(found[key]), pattern)

    def test_all_off_undoes_what_is_on(self) -> None:
        plan = chain("button All off: Heron off", on=BUTTONS)
        self.assertEqual(left_on(list(plan.chosen.kept(Routing).buttons.values())), [])

    def test_what_is_no_button_is_refused(self) -> None:
        for line, said in (
            ("button Film", "name it and say its steps"),
            ("button : lamps on", "name it and say its steps"),
            ("button Film: hum", "say who does what"),
            ("button Film: lamps on 900 s", "0 to 600 s"),
            ("button Film: " + ", ".join(["lamps on"] * 41), "1 to 40 steps"),
        ):
            with self.subTest(line[:30]):
                self.assertIn(said, refused(CINEMA, line).lower())


class Played(unittest.TestCase):
    def test_every_fault_by_hand(self) -> None:
        button = Button(
            name="Film", steps=(Step(of="Heron", act="on", takes=40), Step(of="Nine 3", act="in 5", takes=3, group=1))
        )
        for fault, ends, outcomes in (
            ("", (40, 43), ("done", "done")),
            ("late", (40 * LATE, 40 * LATE + 3), ("late", "done")),
            ("silent", (40 + PATIENCE, 40 + PATIENCE), ("no answer", "not told")),
        ):
            with self.subTest(fault):
                events = play(button, {"heron": fault})  # type: ignore[dict-item]
                self.assertEqual(tuple(one.end for one in events), ends)
                self.assertEqual(tuple(one.outcome for one in events), outcomes)
        twice = Button(
            name="x", steps=(Step(of="Heron", act="on", takes=40), Step(of="Heron", act="off", takes=1, wait=5))
        )
        self.assertEqual([one.outcome for one in play(twice)], ["done", "busy"])

    @settings(max_examples=200, deadline=None)
    @given(buttons)
    def test_without_a_fault_it_goes_as_planned_unless_one_is_told_twice(self, button: Button) -> None:
        events, planned = play(button), timeline(button)
        if all(one.outcome == "done" for one in events):
            self.assertAlmostEqual(max(one.end for one in events), whole_time(button))
            self.assertEqual(
                sorted((one.start, one.end) for one in events), sorted((one.start, one.end) for one in planned)
            )
        else:
            self.assertTrue(any(one.outcome == "busy" for one in events))

    @settings(max_examples=150, deadline=None)
    @given(buttons, st.sampled_from(["late", "silent"]))
    def test_a_fault_never_makes_it_quicker(self, button: Button, fault: str) -> None:
        if any(one.outcome == "busy" for one in play(button)):
            return
        slow = play(button, {button.steps[0].of.lower(): fault})  # type: ignore[dict-item]
        if any(one.outcome == "busy" for one in slow):
            return  # a late one is still at it when it is told again: that step is over at once
        told = [one for one in slow if one.outcome in ("done", "late", "no answer")]
        self.assertTrue(all(one.end >= one.start for one in slow))
        if fault == "late":
            self.assertGreaterEqual(max(one.end for one in told) + 1e-6, whole_time(button))


if __name__ == "__main__":
    unittest.main()
