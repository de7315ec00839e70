"""Readings: repeats, closures, the one that lies, levels. Expected values worked by hand or from a room whose truth is known."""

from __future__ import annotations

import math
import random
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.readings import combine_readings
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.survey.closure import Part, close_chain, close_rectangle
from oval_room.core.survey.datum import fall, from_datum, lean
from oval_room.core.survey.lying import Observed, OpeningAt, find_liars, usual_slip
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import room, say

L = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 2000.0), (6000.0, 2000.0), (6000.0, 5000.0), (0.0, 5000.0))
TRUE = {"w1": 4000.0, "w2": 2000.0, "w3": 2000.0, "w4": 3000.0, "w5": 6000.0, "w6": 5000.0, "c1c4": math.hypot(6000, 2000),
        "c2c6": math.hypot(4000, 5000), "c3c6": math.hypot(4000, 3000)}  # fmt: skip


def observed(bad: str = "", by: float = 0.0, seed: int = 0, only: str = "wc") -> list[Observed]:
    noise = random.Random(seed)
    return [
        Observed(of, of, value + noise.uniform(-1.5, 1.5) + (by if of == bad else 0.0), 1.5, "laser")
        for of, value in TRUE.items()
        if of[0] in only
    ]


class Repeats(unittest.TestCase):
    def test_limits(self) -> None:
        table = (
            # name, readings, instruments, used, level
            ("one", [1000], ["tape"], 1000, "good"), ("spread as wide as may be", [1000, 1003], ["laser", "laser"], 1001.5, "good"),
            ("a hair over", [1000, 1003.01], ["laser", "laser"], 1001.505, "mind"), ("the best instrument's mean", [1000, 1040, 1002], ["laser", "eye", "laser"], 1001, "good"),
        )  # fmt: skip
        for name, values, by, used, level in table:
            with self.subTest(name):
                found = combine_readings(values, by)
                self.assertAlmostEqual(found.used, used)
                self.assertEqual(found.level, level)

    def test_none_is_refused(self) -> None:
        for values, by in (([], []), ([1000.0], ["tape", "tape"])):
            with self.assertRaises(RefusedError):
                combine_readings(values, by)

    def test_said_again_they_join_and_are_struck_and_counted(self) -> None:
        plan = say(room(outline="room 4000 x 5000"), "again wall 4003", "again wall 4060")
        self.assertEqual(len(plan.survey.room.width.readings), 3)
        found = evaluate(plan, SHELF).find("readings_apart/room width")
        assert found
        self.assertRegex(
            Words(plan).finding(found), r"^3 readings of display wall differ by 60 mm; 3 mm would be chance\.$"
        )
        key = plan.survey.room.width.readings[-1]
        struck = say(plan, f"strike {key}")
        self.assertAlmostEqual(struck.survey.room.width.value, 4001.5)
        self.assertIn(key, struck.readings)  # the log keeps it
        self.assertIsNone(evaluate(struck, SHELF).find("readings_apart/room width"))
        self.assertAlmostEqual(say(struck, f"unstrike {key}").survey.room.width.value, (4000 + 4003 + 4060) / 3)

    def test_struck_to_the_last_it_is_assumed_and_a_new_one_takes_its_place(self) -> None:
        plan = say(room(outline="room 4000 x 5000"), "strike 1")
        self.assertEqual(plan.survey.room.width.source, "assumed")
        again = say(plan, "wall 4100")
        self.assertEqual((again.survey.room.width.value, again.survey.room.width.source), (4100.0, "read"))
        self.assertEqual(
            [one.value for one in again.readings.values() if one.of == "survey.room.width"], [4000.0, 4100.0]
        )


class Closures(unittest.TestCase):
    def test_rectangle_names_the_wall_that_spoils_it(self) -> None:
        by = dict.fromkeys(("front", "back", "left", "right", "diagonal"), "laser")
        walls = {"front": 4000.0, "back": 4300.0, "left": 5000.0, "right": 5001.0}
        found = close_rectangle(walls, by, math.hypot(4000, 5000.5))
        self.assertEqual(found.culprits, ("back",))
        self.assertFalse(found.front_back_closes)
        self.assertEqual(close_rectangle(walls | {"back": 4001.0}, by, math.hypot(4000, 5000.5)).culprits, ())

    def test_chain_names_no_reading_without_another_of_its_dimension(self) -> None:
        whole = Part("whole", (3000.0,), ("tape",))
        parts = [
            Part("before", (1000.0,), ("tape",)),
            Part("window", (1500.0,), ("tape",)),
            Part("after", (600.0,), ("tape",)),
        ]
        found = close_chain(parts, whole)
        self.assertEqual((found.misclosure, found.closes, found.culprits), (100.0, False, ()))

    def test_levels(self) -> None:
        self.assertEqual(from_datum([1276, 946, 1000]), (276, -54, 0))
        self.assertEqual(lean(12, 6, 2000), 3.0)
        self.assertIsNone(fall([(0, 0, 1), (1000, 0, 2), (2000, 0, 3)]))  # in one line
        down = fall([(0, 0, 2400), (4000, 0, 2388), (4000, 5000, 2388), (0, 5000, 2400)])
        assert down
        self.assertAlmostEqual(down[0], 3.0)  # 12 mm over 4 m, falling along +x
        self.assertAlmostEqual(down[1], 0.0)


class Lying(unittest.TestCase):
    def test_good_readings_accuse_nobody(self) -> None:
        for seed in range(30):
            with self.subTest(seed=seed):
                self.assertEqual(find_liars(L, observed(seed=seed)).suspects, ())

    @settings(max_examples=60)
    @given(
        st.sampled_from(sorted(TRUE)),
        st.sampled_from([304.8, -304.8, 112.0, -112.0, 150.0, 1000.0]),
        st.integers(0, 99),
    )
    def test_one_bad_reading_is_named_with_its_size(self, bad: str, by: float, seed: int) -> None:
        """From a room whose truth is known: the reading made wrong is among the suspects, and its error is told."""
        found = find_liars(L, observed(bad, by, seed)).suspects
        self.assertIn(bad, [one.of for one in found])
        told = next(one.too_long for one in found if one.of == bad)
        self.assertAlmostEqual(told, by, delta=max(25.0, 0.05 * abs(by)))
        if abs(by) > 200:
            self.assertEqual([one.of for one in found], [bad])

    def test_walls_alone_are_told_together_with_the_diagonal_that_decides(self) -> None:
        """Across, w1 + w3 = w5 is the only check: the three can't be told apart until a diagonal is read."""
        found = find_liars(L, observed("w5", 304.8, only="w"))
        self.assertEqual({one.of for one in found.suspects}, {"w1", "w3", "w5"})
        self.assertEqual({one.slip for one in found.suspects}, {"one foot"})
        self.assertIsNotNone(found.decides)
        a, b = found.decides or (0, 0)
        more = [
            *observed("w5", 304.8, only="w"),
            Observed("d", f"c{a}c{b}", math.dist(L[a - 1], L[b - 1]), 1.5, "laser"),
        ]
        self.assertLess(len(find_liars(L, more).suspects), 3)

    def test_the_fit_without_the_liar_is_the_room(self) -> None:
        for (x, y), (tx, ty) in zip(find_liars(L, observed("w4", 304.8)).fitted, L, strict=True):
            self.assertLess(math.hypot(x - tx, y - ty), 25)

    def test_an_opening_along_a_wall_is_checked_too(self) -> None:
        openings = [OpeningAt("o1", 6, 1000, 1200)]
        reads = [
            *observed(),
            *(
                Observed(f, f"o1.{f}", v, 1.5, "laser")
                for f, v in (("along", 1000.0), ("width", 1304.8 + 200), ("after", 2800.0))
            ),
        ]
        self.assertIn("o1.width", [one.of for one in find_liars(L, reads, openings).suspects])

    def test_usual_slips(self) -> None:
        table = (
            (304.8, "laser", "one foot"), (-303.0, "tape", "one foot"), (112.0, "laser", "the laser's other base edge"), (112.0, "tape", ""),
            (100.0, "tape", "100 mm cut off the tape's end"), (20.0, "tape", "the tape's hook off the edge"), (57.0, "laser", ""), (1000.0, "tape", "one metre"),
        )  # fmt: skip
        for off, by, slip in table:
            self.assertEqual(usual_slip(off, 1.5 if by == "laser" else 2.0, by), slip, (off, by))

    def test_said_at_the_tape_line_it_is_named_and_its_cure_cures(self) -> None:
        """An L-shaped room walked with one foot too much on wall 5, kept with `anyway`; two diagonals read after it."""
        plan = room(outline="outline 4000 right 2000 out 2000 right 3000 out 6305 left 5000 back anyway")
        told = Words(plan).finding(next(f for f in evaluate(plan, SHELF).findings if f.code.name == "READING_LIES"))
        self.assertRegex(
            told,
            r"^One of display wall, wall 3 or wall 5 is 305 mm off, about one foot; .* Measure the diagonal c\d to c\d to tell which\.$",
        )
        plan = say(plan, "diagonal c1 c4 6325", "diagonal c2 c6 6403")
        report = evaluate(plan, SHELF)
        finding = report.find("reading_lies/w5")
        assert finding
        self.assertRegex(
            Words(plan).finding(finding),
            r"^Wall 5 reads 30\d mm too long, about one foot: all else agrees without it\. Measure it again\.$",
        )
        (tried,) = cures_that_cure(plan, SHELF, report, finding)
        self.assertAlmostEqual(tried.plan.survey.room.walls[4].length, 6000, delta=6)
        self.assertTrue(
            say(plan, "w5 6001").survey.dims["w5"].value == 6001
            and evaluate(say(plan, "w5 6001"), SHELF).find("reading_lies/w5") is None
        )
