"""How a plate is held (rules 7.2, 7.5–7.7, 7.10, 13): loads by case, fixings that were chosen, how sure a hole is, an arm's
swing, a light strip."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.behind_study import BehindResult
from oval_room.core.fixing.bolts import bolt_loads
from oval_room.core.fixing.capacity import CAPACITIES, capacity_of
from oval_room.core.fixing.commands import PutBench, PutHold
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.hole_list import holes_of
from oval_room.core.fixing.load_cases import in_plain_words
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.strip_study import StripResult
from oval_room.core.fixing.swing_study import SwingResult, corners_at
from oval_room.core.gear.sheet import read_line
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Mount, Panel
from oval_room.core.plan.measure import Typed
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_load_study import found, hung
from tests.core.survey.rooms import say

ARM = hung("Ember 77", "Swing 600", "along 2170")


def said(plan: Plan, line: str) -> str:
    return hear(plan, WHOLE, line).say


class Cases(unittest.TestCase):
    def test_an_arm_in_every_way_it_acts(self) -> None:
        """By hand from 7.5: W out by reach and half the depth; aside by 720 × sin 45°, then the lever is 720 × cos 45°."""
        panel, mount = (WHOLE[ARM.chosen.pictures["p1"].gear or ""], WHOLE[ARM.chosen.pictures["p1"].mount or ""])
        assert isinstance(panel, Panel) and isinstance(mount, Mount) and mount.reach is not None
        held = evaluate(ARM, WHOLE).of(LoadResult).held["p1"]
        load, half, turned = 9.81 * (panel.mass_kg + mount.mass_kg), panel.depth / 2, mount.reach * math.sqrt(0.5)  # type: ignore[operator]
        got = {one.case.name: one.case for one in held.cases}
        for name, newtons, out, aside in (
            ("folded", load, mount.profile + half, 0.0),
            ("out", load, mount.reach + half, 0.0),
            ("swung aside", load, turned + half, turned),
        ):
            with self.subTest(name):
                self.assertAlmostEqual(got[name].load, newtons)
                self.assertAlmostEqual(got[name].out, out)
                self.assertAlmostEqual(got[name].aside, aside)
        self.assertAlmostEqual(got["out, pulled by a hand"].load, load + 177)
        self.assertEqual(held.worst.case.name, "out, pulled by a hand")
        self.assertAlmostEqual(held.use, max(one.worst.use for one in held.cases))
        self.assertIn("holds back", in_plain_words(held.worst))
        flat = evaluate(hung("Ember 77", "Flat 800", "along 2110"), WHOLE).of(LoadResult).held["p1"]
        self.assertEqual([one.case.name for one in flat.cases], ["hung"])

    @settings(max_examples=100, deadline=None)
    @given(
        st.lists(st.tuples(st.integers(-300, 300), st.integers(1, 400)), min_size=2, max_size=6, unique=True),
        st.floats(10, 900),
        st.floats(0, 900),
        st.floats(-600, 600),
    )
    def test_what_bolts_bear_sums_to_the_load_and_its_moments(
        self, bolts: list[tuple[int, int]], load: float, out: float, aside: float
    ) -> None:
        found = bolt_loads(bolts, load, out=out, sideways=aside, capacity=capacity_of("coach 8x50 timber"))
        self.assertAlmostEqual(sum(one.down for one in found), load, places=6)
        self.assertAlmostEqual(sum(one.right for one in found), 0.0, places=6)
        moment = sum(one.tension * z for one, (_, z) in zip(found, bolts, strict=True))
        self.assertAlmostEqual(moment, load * out, delta=1e-6 * max(1.0, load * out))
        mx, mz = (sum(bolt[axis] for bolt in bolts) / len(bolts) for axis in (0, 1))
        torsion = sum(one.down * (x - mx) + one.right * (z - mz) for one, (x, z) in zip(found, bolts, strict=True))
        self.assertAlmostEqual(torsion, load * aside, delta=1e-6 * max(1.0, abs(load * aside)))
        for one in found:
            self.assertAlmostEqual(one.shear, math.hypot(one.right, one.down), places=9)

    def test_another_fixing_bears_otherwise_and_board_alone_never_carries(self) -> None:
        use = (found(ARM, "LOAD") or self.fail()).value or 0.0
        strong = say(ARM, "fixing shield M10, 2000 N / 1800 N by its sheet", gear=WHOLE)
        self.assertAlmostEqual((found(strong, "LOAD") or self.fail()).value or 0.0, use / 2)
        self.assertEqual(evaluate(strong, WHOLE).of(LoadResult).held["p1"].source, "its sheet")
        self.assertIsNone(found(strong, "FIXING_SUITS"))
        board = say(hung("Slate 43", "Flat 400", "along 2000"), "fixing toggle board", gear=WHOLE)
        finding = found(board, "FIXING_SUITS") or self.fail()
        self.assertIs(finding.level, Level.STOP)  # whatever the sum says
        (first, *_) = cures_that_cure(board, WHOLE, evaluate(board, WHOLE), finding)
        self.assertIsNone(found(first.plan, "FIXING_SUITS"))
        self.assertEqual(found(say(strong, "fixing -", gear=WHOLE), "LOAD"), found(ARM, "LOAD"))
        key = next(iter(strong.chosen.kept(FixingNodes).holds))
        self.assertEqual(found(apply(strong, Drop(id=key), WHOLE), "LOAD"), found(ARM, "LOAD"))
        gone = apply(strong, Drop(id="p1"), WHOLE)
        self.assertEqual(gone.chosen.kept(FixingNodes).holds, {})

    def test_what_can_not_be_meant(self) -> None:
        for line, told in (
            ("fixing chewing gum", "give one of coach 8x50"),
            ("fixing shield, 0 N / 900 N", "tension in N from 1"),
            ("plate along 3900", "is past"),
            ("strip 5 sides", "3 or 4 sides"),
            ("strip 9 V", "5, 12 or 24 volts"),
            ("strip purple", "sides, volts, watts"),
            ("strip off", "no light strip"),
        ):
            with self.subTest(line):
                answer = hear(ARM, WHOLE, line)
                self.assertNotIsInstance(answer, Heard)
                self.assertIn(told.lower(), answer.say.lower())
        for put in (PutHold(id="p1", fixing="gum"), PutHold(id="p1", tension=-1.0), PutHold(id="p1", shear=0.0)):
            with self.assertRaises(RefusedError):
                apply(ARM, put, WHOLE)

    def test_every_fixing_can_be_said(self) -> None:
        for name in CAPACITIES:
            self.assertIn(name, said(ARM, f"fixing {name}"))
        for line, told in (
            ("fix with coach", "coach 8x50 timber"),
            ("fixing shield M10, 1.2 kN / 1.5 kN", "1200 N tension and 1500 N shear"),
            ("fixed with shield 900/1200 N by Hark", "900 N tension and 1200 N shear, says Hark"),
            ("strip all round, 12 V", "4 sides, 12 V"),
            ("led strip three sides 24v 9.6 w/m", "3 sides, 24 V"),
        ):
            with self.subTest(line):
                self.assertIn(told, said(ARM, line))
        self.assertIn("Give one of", said(ARM, "fix with 8 mm plugs"))


class Patterns(unittest.TestCase):
    def test_a_bolt_pattern_that_is_not_on_the_mount(self) -> None:
        """Ember 77 has 600 × 400: Swing 600 takes it, Elbow ends at 200 × 200, Tilt 400 at 400 × 400."""
        for mount, level in (("Swing 600", Level.GOOD), ("Elbow", Level.STOP), ("Tilt 400", Level.STOP)):
            plan = hung("Ember 77", mount, "along 2170")
            finding = found(plan, "PATTERN") or self.fail()
            with self.subTest(mount):
                self.assertIs(finding.level, level)
                self.assertIn("bolts at 600 × 400 mm", Words(plan).finding(finding))
        (tried, *_) = cures_that_cure(plan, WHOLE, evaluate(plan, WHOLE), finding)
        self.assertIs((found(tried.plan, "PATTERN") or finding).level, Level.GOOD)
        self.assertIsNone(found(hung("Ember 77", "Tilt 800", "along 2170"), "PATTERN"))  # its sheet says nothing

    def test_it_is_typed_off_the_sheet(self) -> None:
        for text, least, most in (
            ("100 x 100 - 400 x 300", (100, 100), (400, 300)),
            ("200x200 to 600x400", (200, 200), (600, 400)),
            ("400 x 400", (50, 50), (400, 400)),
        ):
            read = read_line(f"mount Hark Nine: takes {text}, rated 20 kg").item
            assert isinstance(read, Mount)
            self.assertEqual(read.takes_vesa, (least, most))
        for text in ("600 x 400 - 200 x 200", "wide", "200"):
            with self.assertRaises(RefusedError):
                read_line(f"mount Hark Nine: takes {text}, rated 20 kg")

    def test_the_board_that_backs_a_plate_has_fixings_of_its_own(self) -> None:
        """Two coach screws in the stud at either end, a quarter and three quarters up the plate's height (7.4, 7.5)."""
        wide = ("made of w1 timber", *(f"stud w1 {at} pilot" for at in (600, 1200, 1800, 2400)))
        plan = hung("Slate 55", "Tilt 400", "along 1500", wall=wide)
        finding = found(plan, "PLATE_STUDS") or self.fail()
        mount = WHOLE[plan.chosen.pictures["p1"].mount or ""]
        panel = WHOLE[plan.chosen.pictures["p1"].gear or ""]
        assert isinstance(mount, Mount) and isinstance(panel, Panel)
        load, out, high = 9.81 * (panel.mass_kg + mount.mass_kg), mount.profile + panel.depth / 2, mount.plate_height  # type: ignore[operator]
        tension = load * out * 0.75 * high / (2 * ((0.25 * high) ** 2 + (0.75 * high) ** 2))
        self.assertAlmostEqual(finding.more["use"], 100 * (tension / 1000 + load / 4 / 900))
        self.assertIn("Two coach screws in either stud bear", Words(plan).finding(finding))


class Sure(unittest.TestCase):
    def test_how_far_off_a_hole_may_be(self) -> None:
        """Magnet 6, pilot 3, counted on 12; up 1.5 of the line, 1 and 1 of the sheets: √4.25."""
        for finds, found_by, along in (((), "magnet", 6.0), (("stud w1 2000 pilot",), "pilot", 3.0)):
            told = holes_of(plan := say(ARM, *finds, gear=WHOLE), WHOLE, evaluate(plan, WHOLE), "p1")
            self.assertEqual(
                [(one.x, one.z) for one in told],
                sorted([(one.x, one.z) for one in told], key=lambda at: (-at[1], at[0])),
            )
            first = told[0].sure
            self.assertEqual((first.found, first.along), (found_by, along))
            self.assertAlmostEqual(first.up, math.sqrt(1.5**2 + 1 + 1))
            self.assertTrue(first.enough)
            assert told[0].load is not None
        edge = say(ARM, "along 2150", gear=WHOLE)  # the stud at 2000 lies at its slot's very end
        sure = holes_of(edge, WHOLE, evaluate(edge, WHOLE), "p1")[0].sure
        self.assertEqual((sure.enough, sure.again), (False, "the stud's middle"))
        put = PutBench(id="p1", bolts=Typed(value=340.0, source="read", instrument="eye"))
        rough = apply(ARM, put, WHOLE)  # 50 either way is more than any plate forgives
        sure = holes_of(rough, WHOLE, evaluate(rough, WHOLE), "p1")[0].sure
        self.assertEqual((sure.enough, sure.again), (False, "the panel's top to its upper bolts"))

    def test_brick_wants_no_stud(self) -> None:
        plan = hung("Ember 77", "Flat 800", "along 2000", wall=("made of w1 brick",))
        for one in holes_of(plan, WHOLE, evaluate(plan, WHOLE), "p1"):
            self.assertEqual((one.sure.found, one.sure.slot, one.sure.along), ("", None, 2.0))


class Swings(unittest.TestCase):
    def test_until_it_strikes(self) -> None:
        """Its right front corner comes forward as it turns to the left, and meets what stands there at 11.6° or so."""
        for lines, left, by in (
            ((), 50.0, ""),
            (("put furniture bookcase 300 x 600 x 2000 at 2900 out 900 up 0",), None, "bookcase"),
            (("put furniture chest 300 x 600 x 500 at 2900 out 900 up 0",), 50.0, ""),  # under it
        ):
            plan = say(ARM, *lines, gear=WHOLE)
            sweep = evaluate(plan, WHOLE).of(SwingResult).sweeps["p1"]
            with self.subTest(lines):
                self.assertEqual((sweep.right, sweep.left_by), (50.0, by))
                if left is not None:
                    self.assertEqual(sweep.left, left)
                    continue
                (_, _, (x, y), _), (_, _, (u, v), _) = (sweep.corners(-sweep.left - past) for past in (0.0, 1.0))
                self.assertTrue(x <= 2900 or y <= 901 + 1)
                self.assertTrue(u > 2900 and v > 900)

    def test_the_wall_behind_a_wide_panel(self) -> None:
        """asin(pivot ÷ half the width): 320 of 860 is 21.8°."""
        plan = hung("Ember 77", "Elbow", "along 2170")
        sweep = evaluate(plan, WHOLE).of(SwingResult).sweeps["p1"]
        self.assertAlmostEqual(sweep.left, math.degrees(math.asin(sweep.pivot[1] / sweep.half)), places=6)
        self.assertEqual(sweep.left_by, "the wall behind it")
        self.assertAlmostEqual(min(y for _, y in sweep.corners(sweep.right)), 0.0, delta=1e-6)
        turned = say(plan, "swivel 60", gear=WHOLE)
        finding = found(turned, "SWING") or self.fail()
        self.assertIs(finding.level, Level.STOP)
        self.assertIn("meets the wall behind it", Words(turned).finding(finding))

    @settings(max_examples=60, deadline=None)
    @given(st.floats(-89, 89), st.floats(100, 900), st.floats(20, 90))
    def test_left_and_right_mirror(self, swing: float, half: float, depth: float) -> None:
        one, other = (sorted(corners_at((0.0, 500.0), half, depth, turn)) for turn in (swing, -swing))
        for (x, y), (u, v) in zip(sorted(one), sorted((-u, v) for u, v in other), strict=True):
            self.assertAlmostEqual(x, u, places=6)
            self.assertAlmostEqual(y, v, places=6)


class Strips(unittest.TestCase):
    def test_behind_a_panel(self) -> None:
        """W + 2H − 6 × 50 along three sides, at 14.4 W/m; 24 V is fed each 10 m."""
        plan = say(ARM, "strip 3 sides, 24 V, 14.4 W/m, 60 leds/m", gear=WHOLE)
        picture = plan.chosen.pictures["p1"]
        wide, high = picture.across + 2 * picture.frame_side, picture.height + picture.frame_top + picture.frame_bottom
        here = evaluate(plan, WHOLE).of(StripResult).strips["p1"]
        self.assertAlmostEqual(here.run.run, wide + 2 * high - 300)
        self.assertAlmostEqual(here.run.watts or 0, here.run.run / 1000 * 14.4)
        self.assertEqual((here.corners, here.reels, here.run.feeds), (2, 1, 1))
        finding = found(say(plan, "strip 4 sides", gear=WHOLE), "STRIP") or self.fail()
        self.assertIs(finding.level, Level.MIND if (finding.value or 0) > 5000 else Level.NOTE)
        long = found(say(plan, "strip 4 sides", "tv Slate 98", gear=WHOLE), "STRIP") or self.fail()
        self.assertIs(long.level, Level.MIND)
        self.assertIn("join 2", Words(plan).finding(long))


class Behind(unittest.TestCase):
    def test_outlets_against_plate_and_bars(self) -> None:
        """Flat 800 at 2110: its plate 520 either side; the panel's bolts 600 apart at 1810 and 2410, bars of 40."""
        base = hung("Ember 77", "Flat 800", "along 2110")
        report = evaluate(base, WHOLE)
        here = report.of(BehindResult).panels["p1"]
        plate = here.plate
        free = (plate.left - 60, plate.low - 60)
        for x, z, clash in (
            (plate.left + 10, plate.low + 10, "the plate"),
            (plate.left - 42.9, plate.high - 10, "the plate"),  # its face is 86 across
            (*free, ""),
        ):
            plan = say(base, f"socket w1 at {x:.1f} mm up {z:.1f} mm", gear=WHOLE)
            finding = found(plan, "BEHIND") or self.fail()
            with self.subTest(x=x, z=z):
                self.assertIs(finding.level, Level.MIND if clash else Level.GOOD)
                self.assertIn(clash or "clear of plate", Words(plan).finding(finding))
        self.assertIsNone(found(say(base, "socket w1 at 300 mm up 300 mm", gear=WHOLE), "BEHIND"))
        tall = hung("Ember 77", "Swing 600", "along 2170")
        bar = evaluate(tall, WHOLE).of(BehindResult).panels["p1"].bars[0]
        below = say(tall, f"socket w1 at {bar.left + 10:.0f} mm up {bar.low - 30:.0f} mm", gear=WHOLE)
        self.assertIn("a bar of the bracket", Words(below).finding(found(below, "BEHIND") or self.fail()))

    def test_room_for_plugs(self) -> None:
        for mount, level, words in (
            ("Flat 800", Level.NOTE, "plugs with a right angle"),
            ("Swing 600", Level.GOOD, "straight plugs"),
        ):
            plan = hung("Ember 77", mount, "along 2110")
            finding = found(plan, "PLUGS") or self.fail()
            self.assertIs(finding.level, level, mount)
            self.assertIn(words, Words(plan).finding(finding))
        thin = say(hung("Ember 77", "Flat 800", "along 2110"), "mount depth 15 mm", gear=WHOLE)
        finding = found(thin, "PLUGS") or self.fail()
        self.assertIs(finding.level, Level.MIND)
        self.assertIn("Recess a box", Words(thin).finding(finding))


if __name__ == "__main__":
    unittest.main()
