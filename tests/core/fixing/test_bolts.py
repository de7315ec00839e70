"""Loads on bolts (rules 7.5, 7.6): worked examples made independently, and what must hold for any group."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.fixing.bolts import bolt_loads, use_level, weight_of
from oval_room.core.fixing.capacity import CAPACITIES, capacity_of
from oval_room.core.levels import Level

FOUR = [(-203.2, 60.0), (203.2, 60.0), (-203.2, 260.0), (203.2, 260.0)]
COACH = capacity_of("coach 8x50 timber")
# worked.json, "bolts.group": out, sideways, then tension, shear and use of each bolt
WORKED = (
    ("arm straight out", 520.0, 0.0, (80.601826, 80.601826, 349.274579, 349.274579), (91.96875,) * 4,
     (18.278933, 18.278933, 45.146208, 45.146208)),
    ("swung to the side", 340.0, 380.0, (52.701194, 52.701194, 228.37184, 228.37184),
     (82.485625, 240.288379, 82.485625, 240.288379), (14.435189, 31.968828, 32.002253, 49.535893)),
)  # fmt: skip
GROUPS = st.lists(
    st.tuples(st.integers(-500, 500).map(float), st.integers(1, 600).map(float)), min_size=1, max_size=8, unique=True
)


class Bolts(unittest.TestCase):
    def test_worked_examples(self) -> None:
        load = weight_of(29 + 8.5)
        self.assertAlmostEqual(load, 367.875, places=6)
        for name, out, sideways, tension, shear, use in WORKED:
            found = bolt_loads(FOUR, load, out=out, sideways=sideways, capacity=COACH)
            for one, t, v, u in zip(found, tension, shear, use, strict=True):
                with self.subTest(name):
                    self.assertAlmostEqual(one.tension, t, places=5)
                    self.assertAlmostEqual(one.shear, v, places=5)
                    self.assertAlmostEqual(one.use, u, places=5)

    @given(GROUPS, st.floats(1, 5000), st.floats(0, 900), st.floats(-900, 900))
    def test_forces_add_up_to_the_load_and_its_moment(
        self, bolts: list[tuple[float, float]], load: float, out: float, sideways: float
    ) -> None:
        """The moment of the tensions about the bottom edge is the load's; without torsion the shears add up to the load."""
        pulled = bolt_loads(bolts, load, out=out, capacity=COACH)
        moment = sum(one.tension * z for one, (_, z) in zip(pulled, bolts, strict=True))
        self.assertTrue(math.isclose(moment, load * out, rel_tol=1e-9, abs_tol=1e-6))
        self.assertTrue(math.isclose(sum(one.shear for one in pulled), load, rel_tol=1e-9))
        swung = bolt_loads(bolts, load, out=out, sideways=sideways, capacity=COACH)
        self.assertGreaterEqual(sum(one.shear for one in swung) * (1 + 1e-9), load)
        self.assertEqual([one.tension for one in swung], [one.tension for one in pulled])

    def test_verdicts_flip_at_the_printed_shares(self) -> None:
        for use, level in ((70.0, Level.GOOD), (70.1, Level.MIND), (100.0, Level.MIND), (100.1, Level.STOP)):
            with self.subTest(use):
                self.assertIs(use_level(use), level)

    def test_what_makes_no_sense_is_refused(self) -> None:
        for bolts, out, bottom in (([], 100.0, 0.0), ([(0.0, -5.0)], 100.0, 0.0), ([(0.0, 30.0)], 100.0, 30.0)):
            with self.subTest(bolts), self.assertRaises(RefusedError):
                bolt_loads(bolts, 100.0, out=out, bottom=bottom, capacity=COACH)
        self.assertEqual(bolt_loads([(0.0, 30.0)], 90.0, out=0.0, bottom=30.0, capacity=COACH)[0].tension, 0.0)
        for mass in (0.0, -3.0, math.nan, math.inf):
            with self.subTest(mass), self.assertRaises(RefusedError):
                weight_of(mass)
        with self.assertRaisesRegex(MissingError, "coach 8x50 timber"):
            capacity_of("nail")

    def test_board_alone_never_carries(self) -> None:
        self.assertEqual([name for name, one in CAPACITIES.items() if not one.carries], ["toggle board"])


if __name__ == "__main__":
    unittest.main()
