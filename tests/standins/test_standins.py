"""Stand-ins: honest about their errors, the same for the same seed, and a practice survey that can be got right."""

from __future__ import annotations

import math
import random
import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.measure import Typed
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.survey.closure_study import ClosureResult
from oval_room.core.survey.missing import missing_readings
from oval_room.core.survey.reading_keys import taking
from oval_room.core.survey.room_commands import Strike
from oval_room.core.survey.studs import Find, fit_rhythm
from oval_room.standins.instruments import LASER_LENGTH, Laser, LightMeter, StudFinder, Tape
from oval_room.standins.practice import SHAPES, SLIPS, Practice, new_practice
from oval_room.standins.score import lesson, score
from oval_room.standins.true_room import take


def surveyed(made: Practice, slips: float = 0.0) -> Plan:
    """The practice room with every open reading taken, in order."""
    plan = made.sketch
    for _ in range(60):
        wanted = next(iter(missing_readings(plan)), None)
        if wanted is None:
            return plan
        read = take(plan, made.true, wanted, 0, slips)
        plan = apply(
            plan,
            taking(plan, wanted.key, Typed.model_validate({"value": read.value, "instrument": read.instrument})),
            {},
        )
    raise AssertionError(f"still to measure: {missing_readings(plan)}")


class Instruments(unittest.TestCase):
    def test_lengths_stay_within_their_half_widths(self) -> None:
        chance = random.Random(4)
        for tool in (Laser(), Tape()):
            off = [tool.read(3333.3, chance) - 3333.3 for _ in range(400)]
            with self.subTest(tool.name):
                self.assertLessEqual(max(map(abs, off)), HALF_WIDTH[tool.logged_as])
                self.assertLess(abs(sum(off) / len(off)), 0.3)

    def test_a_laser_slips_by_its_own_length_as_often_as_said(self) -> None:
        chance = random.Random(9)
        slipped = sum(Laser(slips=0.2).read(2000, chance) > 2000 + LASER_LENGTH / 2 for _ in range(500))
        self.assertTrue(60 <= slipped <= 140, slipped)

    def test_a_meter_is_within_four_parts_in_a_hundred(self) -> None:
        chance = random.Random(1)
        for lux in (0.4, 12.0, 900.0):
            self.assertTrue(all(abs(LightMeter().read(lux, chance) - lux) <= 0.04 * lux + 0.5 for _ in range(50)))

    def test_a_finder_cries_wolf_and_its_finds_still_give_the_rhythm(self) -> None:
        """Over many walls: false finds there are, and the fitted lines lie on the true studs."""
        wolves = 0
        for seed in range(25):
            studs = [180 + 400.0 * k for k in range(12)]
            found = StudFinder().scan(studs, 5000, random.Random(seed))
            wolves += sum(min(abs(one.at - stud) for stud in studs) > 40 for one in found)
            best = fit_rhythm([Find(*one) for one in found], (0, 5000)).best
            self.assertTrue(all(abs(best.off(stud)) <= 14 for stud in studs[:8]), seed)
        self.assertGreater(wolves, 20)

    def test_a_pilot_hits_timber_and_nothing_else(self) -> None:
        self.assertTrue(StudFinder().pilot(410, [400]).hit)
        self.assertFalse(StudFinder().pilot(425, [400]).hit)


class Practised(unittest.TestCase):
    def test_every_shape_and_seed_can_be_surveyed_right(self) -> None:
        for shape in SHAPES:
            for seed in range(6):
                made = new_practice(seed, shape)
                plan = surveyed(made)
                with self.subTest(shape, seed=seed):
                    found = score(plan, made.true)
                    self.assertEqual((found.wrong, found.missing, found.shape), ((), (), True))
                    self.assertEqual([f for f in evaluate(plan, {}).findings if f.code.name == "READING_LIES"], [])
                    self.assertGreater(found.of, 5)

    def test_the_sketch_is_wrong_and_scores_nothing(self) -> None:
        made = new_practice(3, "ell")
        self.assertEqual(score(made.sketch, made.true).right, 0)
        self.assertTrue(all(wall.length > 100 for wall in made.sketch.survey.room.walls))

    def test_a_slipped_reading_is_found_by_the_diagonal_and_put_right(self) -> None:
        """Room 11: the laser slips on wall 7. Suspects are told, the deciding diagonal read, the cure taken, wall 7 read again."""
        made = new_practice(11, "ell breast")
        plan = surveyed(made, SLIPS)
        checked = evaluate(plan, {}).of(ClosureResult).checked
        assert checked is not None and checked.decides is not None
        self.assertEqual({one.of for one in checked.suspects}, {"w7", "w9"})
        wanted = next(one for one in missing_readings(plan, checked.decides) if "which reading lies" in one.label)
        plan = self.read(plan, made, wanted.key)
        report = evaluate(plan, {})
        finding = report.find("reading_lies/w7")
        assert finding is not None
        (tried,) = cures_that_cure(plan, {}, report, finding)
        plan = self.read(tried.plan, made, "w7", 1)
        self.assertEqual(score(plan, made.true).wrong, ())
        self.assertEqual([f.key for f in evaluate(plan, {}).findings if f.code.name == "READING_LIES"], [])

    def read(self, plan: Plan, made: Practice, key: str, count: int = 0) -> Plan:
        from oval_room.core.survey.missing import Wanted

        read = take(plan, made.true, Wanted(key, key, key, "laser"), count)
        return apply(plan, taking(plan, key, Typed(value=read.value, instrument="laser")), {})

    def test_the_score_tells_lies_found_from_lies_left_in_and_what_to_look_at_next(self) -> None:
        """Room 11 with its slip left in, put right, and with a true reading struck besides; a half-walked one teaches
        nothing yet."""
        made = new_practice(11, "ell breast")
        left = surveyed(made, SLIPS)
        found = score(left, made.true)
        (lie,) = found.lies
        self.assertEqual((lie.of, lie.struck), ("survey.dims.w7", False))
        self.assertAlmostEqual(lie.off, LASER_LENGTH, delta=2)
        self.assertEqual([key for key, _ in found.wrong], ["w7", "w9"])  # the outline is closed over both
        self.assertEqual(
            [(p.name, p.of - p.right) for p in found.parts], [("walls", 2), ("ceiling", 0), ("openings", 0)]
        )
        right = self.read(apply(left, Strike(reading=lie.number), {}), made, "w7", 1)
        mended = score(right, made.true)
        self.assertEqual((mended.wrong, [one.struck for one in mended.lies], mended.struck_true), ((), [True], ()))
        true = next(key for key, one in right.readings.items() if one.of == "survey.dims.w3")
        rash = score(self.read(apply(right, Strike(reading=true), {}), made, "w3", 1), made.true)
        self.assertEqual(rash.struck_true, (true,))
        self.assertIsNone(lesson([score(made.sketch, made.true)]))
        taught = lesson([found, mended, rash, score(made.sketch, made.true)])
        assert taught is not None
        self.assertEqual((taught.tries, taught.found, taught.left, taught.struck_true), (3, 2, 1, 1))
        self.assertEqual(taught.weakest, "walls")
        self.assertEqual(taught.parts[0], ("walls", 28, 30))

    def test_the_same_number_is_the_same_room(self) -> None:
        one, two = (new_practice(77, "breast") for _ in range(2))
        self.assertEqual(one, two)
        self.assertNotEqual(one.true.hidden, new_practice(78, "breast").true.hidden)

    def test_a_plain_job_has_a_room_of_its_own_that_holds_together(self) -> None:
        """Without a hidden room: walls and diagonal come from one stretched room; nothing is scored."""
        from oval_room.standins.true_room import TrueRoom

        true, plan = TrueRoom(5), new_plan("x")
        w, d, diagonal = (true.length(plan, key) for key in ("w1", "w2", "c1c3"))
        self.assertAlmostEqual(math.hypot(w, d), diagonal, places=6)
        self.assertNotEqual(w, plan.survey.room.width.value)
        with self.assertRaises(MissingError):
            score(plan, true)
        with self.assertRaises(MissingError):
            true.length(plan, "survey.seats.s9.y")
