"""The beam from a whole grid of places against the beam from one (rules 6.6)."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.projection.beam import Beam, struck
from oval_room.core.projection.clear_places import Places, struck_from
from oval_room.core.projection.throw import Span

SPAN = st.tuples(st.integers(-500, 4500), st.integers(1, 1500)).map(lambda one: Span(one[0], one[0] + one[1]))
PLACE = st.tuples(st.integers(-500, 4500), st.integers(-200, 5000))


class Beams(unittest.TestCase):
    @given(st.lists(PLACE, min_size=1, max_size=6), st.integers(300, 2600), SPAN, SPAN, SPAN, st.integers(0, 300))
    def test_as_from_each_place_alone(
        self, lenses: list[tuple[int, int]], z: int, x: Span, y: Span, up: Span, screen: int
    ) -> None:
        at_x, at_y = (np.array([[lens[axis] for lens in lenses]], dtype=np.float64) for axis in (0, 1))
        found = struck_from(
            at_x, at_y, float(z), centre=(2000, 1200), size=(2000, 1125), screen_y=float(screen), box=(x, y, up)
        )
        for n, lens in enumerate(lenses):
            if lens[1] <= screen:
                self.assertFalse(found[0, n])
                continue
            beam = Beam((lens[0], lens[1], z), (2000, 1200), 2000, 1125, screen)
            self.assertEqual(bool(found[0, n]), struck(beam, x, y, up) is not None, lens)

    @given(st.lists(st.lists(st.booleans(), min_size=5, max_size=5), min_size=4, max_size=4))
    def test_the_safest_cell_by_trying_each(self, rows: list[list[bool]]) -> None:
        """Brute force: of all clear cells the one whose middle is farthest from every border and struck cell."""
        clear = np.array(rows)
        found = Places((100, 600), (1000, 1800), clear)
        middles = {(r, c): (150 + 100 * c, 1100 + 200 * r) for r in range(4) for c in range(5)}

        def room(cell: tuple[int, int]) -> float:
            x, y = middles[cell]
            away = (math.dist((x, y), middles[other]) for other in middles if not clear[other])
            return min([x - 100, 600 - x, y - 1000, 1800 - y, *away])

        safest = found.safest()
        if not clear.any():
            self.assertIsNone(safest)
        elif not clear.all():
            assert safest is not None
            self.assertAlmostEqual(safest[2], max(room(cell) for cell in middles if clear[cell]))
            self.assertTrue(found.is_clear(*safest[:2]))
        thin = Places((100, 100), (1000, 1800), clear[:, :1])
        self.assertEqual(
            thin.is_clear(100, 1050), bool(clear[0, 0])
        )  # a lens without side shift has one line of places
        area = sum((b - a) * (far - near) for a, b, near, far in found.struck())
        self.assertAlmostEqual(area, 100 * 200 * int((~clear).sum()))


if __name__ == "__main__":
    unittest.main()
