"""Loads overhead, worked by hand from rules 7.5, 7.6 and 7.8, and as the plan tells them."""

from __future__ import annotations

import unittest

from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.capacity import capacity_of
from oval_room.core.fixing.overhead_load import hook_load, plate_load, timber_load
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Projector
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_case_study import hall
from tests.core.survey.rooms import room, say

COACH, BOLT = capacity_of("coach 8x50 timber"), capacity_of("bolt m8 bridging")
HUNG = ("seat 3600", "screen 90", "projector Heron", "goes hung", "lens up 2100", "stem Stem short")
JOISTS = ("made of ceiling joists", "joists out", *(f"joist {at} pilot" for at in (900, 1300, 1700)))


def found(plan: Plan, gear: GearShelf = WHOLE) -> Finding | None:
    return next((one for one in evaluate(plan, gear).findings if one.code.name == "OVERHEAD"), None)


class ByHand(unittest.TestCase):
    def test_a_plate(self) -> None:
        """10 kg, W = 98.1 N: four screws bear 24.525 each; 50 mm aside of screws 100 apart adds as much again."""
        for count, aside, tension in ((4, 0.0, 24.525), (4, 50.0, 49.05), (2, 0.0, 49.05), (2, 50.0, 98.1)):
            load = plate_load(10.0, count=count, aside=aside, apart=100.0, capacity=COACH)
            with self.subTest(count=count, aside=aside):
                self.assertAlmostEqual(load.tension, tension, places=9)
                self.assertAlmostEqual(load.use, tension / 10, places=9)  # of 1000 N
        with self.assertRaises(RefusedError):
            plate_load(10.0, count=3, aside=0.0, apart=100.0, capacity=COACH)

    def test_a_timber_between_two_joists(self) -> None:
        """The nearer joist takes three quarters at a quarter of the way: 73.575 N on two bolts of 3000."""
        for plate, share in ((100.0, 0.75), (200.0, 0.5), (300.0, 0.75), (0.0, 1.0)):
            load = timber_load(10.0, plate=plate, bridge=(0.0, 400.0), capacity=BOLT)
            with self.subTest(plate=plate):
                self.assertAlmostEqual(load.tension, 98.1 * share / 2, places=9)
                self.assertAlmostEqual(load.use, 98.1 * share / 2 / 30, places=9)
        for plate in (-1.0, 401.0):
            with self.assertRaises(RefusedError):
                timber_load(10.0, plate=plate, bridge=(0.0, 400.0), capacity=BOLT)

    def test_hooks(self) -> None:
        """18 kg that is pulled by hand counts twice: 176.58 N at either of two hooks."""
        self.assertAlmostEqual(hook_load(18.0, hooks=2, times=2.0, capacity=COACH).use, 17.658, places=9)


class InThePlan(unittest.TestCase):
    def test_a_plate_on_a_timber_under_concrete_or_on_its_joist(self) -> None:
        base = room(*JOISTS, outline="room 4000 x 5000")
        for lines, told in (
            ((), "4 × coach 8x50 timber into the timber"),
            (("made of ceiling concrete",), "anchor m8 concrete"),
            (("made of ceiling grid", "void 300 mm slab"), "4 × anchor m8 concrete"),
            (("joist 2100 pilot", "plate along 2100"), "2 × coach 8x50 timber"),
        ):
            plan = say(base, *HUNG, *lines, gear=WHOLE)
            finding = found(plan)
            with self.subTest(told):
                assert finding is not None
                self.assertIs(finding.level, Level.GOOD)
                self.assertIn(told, Words(plan).finding(finding))
                self.assertAlmostEqual(
                    evaluate(plan, WHOLE).figures["projector.j1.fixing.use"].value or 0, finding.value or 0
                )
        for lines in ((), ("made of ceiling joists",)):  # nobody knows what is there
            self.assertIsNone(found(say(room(*lines, outline="room 4000 x 5000"), *HUNG, gear=WHOLE)))

    def test_a_heavy_one_is_too_much_for_two_screws(self) -> None:
        plan = say(room(*JOISTS, outline="room 4000 x 5000"), *HUNG, "joist 2100 pilot", "plate along 2100", gear=WHOLE)
        key = plan.chosen.projectors["j1"].gear
        item = WHOLE[key]
        assert isinstance(item, Projector)
        for mass, level in ((item.mass_kg, Level.GOOD), (3000.0, Level.STOP)):
            shelf = {**WHOLE, key: item.model_copy(update={"mass_kg": mass})}
            finding = found(plan, shelf)
            self.assertIs(finding and finding.level, level)

    def test_the_hooks_of_a_case(self) -> None:
        plan = say(hall(), "joists out", *(f"joist {at} pilot" for at in (1500, 1900, 2300)), gear=WHOLE)
        finding = found(plan)
        assert finding is not None
        self.assertAlmostEqual(finding.value or 0, 18 * 9.81 / 2 / 10, places=6)
        self.assertIn("18 kg: the worst of 2 × coach 8x50 timber", Words(plan).finding(finding))


if __name__ == "__main__":
    unittest.main()
