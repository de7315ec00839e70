"""The stud log: rhythms made up and found again, scanners that cry wolf, rivals told apart."""

from __future__ import annotations

import random
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.survey.studs import AGREES, PITCHES, Find, fit_rhythm
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room, say


class Rhythm(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.sampled_from([400.0, 450.0, 487.7, 600.0]), st.floats(0, 380), st.integers(0, 500), st.integers(0, 2))
    def test_a_made_up_rhythm_is_found_among_false_finds(
        self, pitch: float, first: float, seed: int, wolves: int
    ) -> None:
        """Six studs with ±4 mm, two by magnet, one proved; false scanner finds between them never win."""
        noise = random.Random(seed)
        how = ["scanner", "magnet", "scanner", "pilot", "scanner", "magnet"]
        true = [first + k * pitch for k in range(6)]
        finds = [Find(at + noise.uniform(-4, 4), by) for at, by in zip(true, how, strict=True)]
        false = [first + (k + 0.5) * pitch + noise.uniform(-40, 40) for k in (1, 3)][:wolves]
        fit = fit_rhythm([*finds, *(Find(at, "scanner") for at in false)], (0, 5000))
        self.assertAlmostEqual(
            fit.best.pitch, pitch, delta=7
        )  # 400 and 406.4, 600 and 609.6 are told apart only farther on
        for at in true:
            self.assertLessEqual(abs(fit.best.off(at)), AGREES + 5)
        self.assertEqual(sorted(fit.best.strangers), sorted(false))

    def test_rules_of_choice(self) -> None:
        table = (
            # name, finds, pitch
            ("the longer of two multiples", [Find(0, "magnet"), Find(609.6, "magnet"), Find(1219.2, "pilot"), Find(1828.8, "magnet")], 609.6),
            ("the shorter when a magnet lies between", [Find(0, "magnet"), Find(609.6, "magnet"), Find(914.4, "magnet"), Find(1219.2, "pilot")], 304.8),
            ("a pilot miss turns it", [Find(0, "scanner"), Find(450, "scanner"), Find(900, "scanner"), Find(1350, "pilot", False), Find(1800, "pilot")], None),
        )  # fmt: skip
        for name, finds, pitch in table:
            with self.subTest(name):
                best = fit_rhythm(finds, (0, 3000)).best
                if pitch:
                    self.assertEqual(best.pitch, pitch)
                else:
                    self.assertEqual(best.misses_on_a_line, ())

    def test_near_twins_stay_rivals_until_a_find_far_off(self) -> None:
        near = [Find(200, "magnet"), Find(602, "magnet"), Find(1004, "magnet")]
        fit = fit_rhythm(near, (0, 5000))
        self.assertTrue({400.0, 406.4} <= {fit.best.pitch, *(one.pitch for one in fit.rivals)})
        self.assertIsNotNone(fit.deciding)
        far = [*near, Find(200 + 9 * 406.4, "pilot")]
        self.assertEqual(fit_rhythm(far, (0, 5000)).best.pitch, 406.4)
        self.assertNotIn(400.0, [one.pitch for one in fit_rhythm(far, (0, 5000)).rivals])

    def test_phase_lies_in_the_pitch_and_lines_on_the_wall(self) -> None:
        for at in (-3.0, 0.0, 5.0, 599.9):
            best = fit_rhythm([Find(at, "pilot"), Find(at + 1200, "pilot")], (0, 2500)).best
            self.assertTrue(0 <= best.phase < best.pitch and best.pitch in PITCHES)
            self.assertTrue(all(-1e-6 <= line <= 2500 + 1e-6 for line in best.lines))

    def test_no_hit_is_refused(self) -> None:
        with self.assertRaises(RefusedError):
            fit_rhythm([Find(100, "pilot", False)], (0, 1000))


class Log(unittest.TestCase):
    def test_two_false_finds_are_struck_through_in_words(self) -> None:
        lines = ["made of w1 timber"] + [f"stud w1 {at} {how}" for at, how in
                 ((150, "scanner"), (552, "magnet"), (700, "knock"), (949, "scanner"), (1353, "pilot"), (1580, "scanner"), (2550, "magnet"))]  # fmt: skip
        plan = say(room(), *lines)
        found = evaluate(plan, SHELF).find("stud_strangers/w1")
        assert found
        self.assertRegex(
            Words(plan).finding(found),
            r"^2 of 7 finds on the display wall do not fit the rhythm: 700 mm, 1580 mm\. .* don't drill there",
        )
        studs = evaluate(plan, SHELF).of(StudResult).surfaces["w1"]
        self.assertEqual(studs.fit.best.pitch, 400)
        self.assertEqual(studs.trust[min(studs.trust, key=lambda line: abs(line - 1350))], 1.0)
        self.assertLess(studs.trust[min(studs.trust, key=lambda line: abs(line - 3750))], 0.4)

    def test_what_is_proved_is_drilled_where_it_was_found(self) -> None:
        """By hand: scanner finds every 400 from 300 set the rhythm; 9 off it, one by pilot stays, one by scanner is
        fitted, two scanners that agree stay at their mean. A pilot off the rhythm is a stud all the same."""
        finds = [f"stud w1 {at} scanner" for at in (300, 700, 1100, 1500, 2300, 2700)]
        for more, line in (
            (("stud w1 1909 pilot",), 1909.0),
            (("stud w1 1909 scanner",), 1900.0),
            (("stud w1 1907 scanner", "stud w1 1911 scanner"), 1909.0),
            (("stud w1 1909 pilot", "stud w1 1903 scanner"), 1909.0),
        ):
            plan = say(room(), "made of w1 timber", *finds, *more)
            lines = evaluate(plan, SHELF).of(StudResult).surfaces["w1"].trust
            with self.subTest(more):
                self.assertAlmostEqual(min(lines, key=lambda at: abs(at - 1905)), line, delta=0.6)
        for at, pilot in ((1760, "pilot"), (1760, "scanner"), (1940, "pilot")):
            off = say(room(), "made of w1 timber", *finds, f"stud w1 {at} {pilot}")
            lines = evaluate(off, SHELF).of(StudResult).surfaces["w1"].trust
            with self.subTest(at, how=pilot):
                self.assertEqual(float(at) in lines, pilot == "pilot")
                self.assertEqual(
                    any(abs(line - 1900) < 1 for line in lines), pilot != "pilot"
                )  # a stud is there, or not
                self.assertEqual(evaluate(off, SHELF).find("stud_strangers/w1") is None, pilot == "pilot")

    def test_masonry_has_no_studs(self) -> None:
        self.assertIn("no studs in masonry", refused(say(room(), "made of masonry"), "stud w1 400 magnet"))

    def test_joists_from_below(self) -> None:
        plan = say(
            room(), "made of ceiling joists", "joists out", "joist 300 pilot", "joist 900 pilot", "joist 1501 magnet"
        )
        self.assertIn(
            "Joists of the ceiling: 600 mm apart", Words(plan).finding(evaluate(plan, SHELF).find("studs/ceiling"))
        )  # type: ignore[arg-type]
