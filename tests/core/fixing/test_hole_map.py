"""The hole map by hand: the worked figures of rules 7.3, each way of placing, and the check diagonal."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.fixing.hole_map import hole_map

INCH = 25.4


class Holes(unittest.TestCase):
    def test_the_example_of_the_rule(self) -> None:
        """Top 66 1/2, t 15 3/4, r 1/2: upper row 50 1/4; height 38 1/2: middle 47 1/4, bottom 28 (inches)."""
        holes = hole_map(placed_by="top", placed_at=66.5 * INCH, panel_height=38.5 * INCH, top_to_vesa=15.75 * INCH,
                         row_below_vesa=0.5 * INCH, vesa_height=400)  # fmt: skip
        for value, inches in ((holes.upper_row, 50.25), (holes.centre, 47.25), (holes.bottom, 28.0)):
            self.assertAlmostEqual(value / INCH, inches, places=9)
        self.assertIsNone(holes.check_diagonal)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(500, 2500), st.floats(300, 1200), st.floats(0, 500), st.floats(-100, 100), st.floats(75, 600))
    def test_each_way_of_placing_gives_the_same_holes(
        self, top: float, high: float, t: float, r: float, vesa: float
    ) -> None:
        places = {"top": top, "centre": top - high / 2, "bottom": top - high, "vesa": top - t - vesa / 2}
        maps = [
            hole_map(placed_by=by, placed_at=at, panel_height=high, top_to_vesa=t, row_below_vesa=r, vesa_height=vesa)
            for by, at in places.items()
        ]
        for one in maps[1:]:
            self.assertAlmostEqual(one.upper_row, maps[0].upper_row, places=6)
            self.assertAlmostEqual(one.vesa_lower, maps[0].vesa_lower, places=6)

    def test_rows_columns_and_diagonal(self) -> None:
        holes = hole_map(placed_by="top", placed_at=1500, panel_height=800, top_to_vesa=200, row_below_vesa=20, vesa_height=300,
                         rows_below_upper=(0, 120), centre_x=2000, columns_from_centre=(-150, 0, 150))  # fmt: skip
        self.assertEqual((holes.rows, holes.columns), ((1280.0, 1160.0), (1850.0, 2000.0, 2150.0)))
        self.assertAlmostEqual(holes.check_diagonal or 0, math.hypot(300, 120))
