"""The drilling table (rules 7.3, 7.7): one zero, one datum, bit, depth and screw."""

from __future__ import annotations

import math
import unittest

from oval_room.core.fixing.drilling import drill_for, drill_plan
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.zero import Zero


class Drilling(unittest.TestCase):
    def test_holes_from_one_zero_and_one_datum(self) -> None:
        one = HoleMap(1700, 1300, 900, 1400, 1000, 1390, (1390, 1190), (1800, 2200))
        found = drill_plan({"p1": one, "p2": HoleMap(0, 0, 0, 0, 0, 900, (900,), (3000,))}, Zero(200, "edge"), 4000)
        assert found is not None
        self.assertEqual(
            [(hole.number, hole.of, hole.along, hole.up, hole.off_line) for hole in found.holes],
            [
                (1, "p1", 1600, 1390, 390),
                (2, "p1", 2000, 1390, 390),
                (3, "p1", 1600, 1190, 190),
                (4, "p1", 2000, 1190, 190),
                (5, "p2", 2800, 900, -100),
            ],
        )
        self.assertAlmostEqual(found.to_left, math.hypot(1800, 1390))
        self.assertAlmostEqual(found.to_right, math.hypot(2200, 1390))
        self.assertIsNone(drill_plan({}, Zero(0, "left wall"), 4000))

    def test_how_a_hole_is_made(self) -> None:
        """By hand: 3 + 2 + 12.5 + 50 is 67.5, so 70 long; 65 of it enters, 75 is drilled. Two boards: 80, 85."""
        for fixing, board, stud, depth, screw in (
            ("coach 8x50 timber", 12.5, None, 75, "8 × 70 mm"),
            ("coach 8x50 timber", 25.0, None, 85, "8 × 80 mm"),
            ("coach 8x50 timber", 12.5, 62.5, 75, "8 × 70 mm"),  # 52.5 in the stud, 10 short of its other side
            ("coach 8x50 timber", 12.5, 62.0, None, "another fixing"),
            ("coach 8x50 timber", 80.0, None, None, "another fixing"),
            ("wood 5x40 timber", 12.5, None, 47, "5 × 40 mm"),
            ("plug 10 brick", 12.5, None, 60, "10 mm plug"),
            ("anchor m8 concrete", 12.5, None, None, "anchor m8"),
        ):
            with self.subTest(fixing, board=board, stud=stud):
                found = drill_for(fixing, board=board, stud_depth=stud)
                self.assertEqual(found.depth, depth)
                self.assertIn(screw, found.screw)


if __name__ == "__main__":
    unittest.main()
