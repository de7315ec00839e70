"""The canvas of a wall of displays (rules 9.2): crops tile it, quarter turns come round, nothing is larger than it may
be; `worked.json` has its examples."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.array.canvas import Placed, canvas_of, grid, placed
from oval_room.core.array.document import MOST_DRAWN
from oval_room.core.array.sums import SUMS
from oval_room.core.errors import RefusedError
from oval_room.core.sums.declare import Refusals

sizes = st.tuples(st.floats(200, 1500), st.floats(150, 900))


class Canvases(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(st.integers(1, 8), st.integers(1, 6), sizes, st.floats(0, 30), st.floats(0.2, 1.2))
    def test_closed_up_crops_tile_the_canvas(
        self, columns: int, rows: int, visible: tuple[float, float], bezel: float, scale: float
    ) -> None:
        """Every pixel belongs to one display and no two: the sum of areas, and neighbours that share their edges."""
        found = canvas_of(grid(columns, rows, visible=visible, bezel=bezel, compensated=False), scale)
        self.assertEqual(sum(one.width * one.height for one in found.crops), found.size[0] * found.size[1])
        for n, one in enumerate(found.crops):
            if n % columns:
                before = found.crops[n - 1]
                self.assertEqual(one.left, before.left + before.width)
            if n >= columns:
                self.assertEqual(one.top, found.crops[n - columns].top + found.crops[n - columns].height)
        self.assertLessEqual(found.error, 0.5 + 1e-9)

    @settings(max_examples=100, deadline=None)
    @given(st.integers(2, 6), sizes, st.floats(1, 30), st.floats(0.2, 1.2))
    def test_compensated_gaps_are_skipped(
        self, columns: int, visible: tuple[float, float], bezel: float, scale: float
    ) -> None:
        found = canvas_of(grid(columns, 1, visible=visible, bezel=bezel, compensated=True), scale)
        for before, one in zip(found.crops, found.crops[1:], strict=False):
            self.assertAlmostEqual(one.left - before.left - before.width, 2 * bezel * scale, delta=1.0)

    @given(
        st.tuples(st.floats(-500, 5000), st.floats(-500, 5000)),
        sizes,
        st.floats(0, 30),
        st.sampled_from([0, 90, 180, 270]),
    )
    def test_two_half_turns_change_nothing(
        self, outline: tuple[float, float], visible: tuple[float, float], bezel: float, turn: int
    ) -> None:
        one = placed(outline, visible, bezel, turn)
        self.assertEqual(one, placed(outline, visible, bezel, (turn + 180) % 360))
        other = placed(outline, visible, bezel, (turn + 90) % 360)
        self.assertEqual((one.width, one.height), (other.height, other.width))
        self.assertEqual((one.left, one.top), (other.left, other.top))

    def test_what_can_not_be(self) -> None:
        for wrong in (
            lambda: canvas_of([], 1.0),
            lambda: canvas_of([Placed(0, 0, 100, 100)] * 201, 1.0),
            lambda: canvas_of([Placed(0, 0, MOST_DRAWN + 1, 100)], 1.0),
            lambda: canvas_of([Placed(0, 0, 100, 100)], 0.0),
            lambda: placed((0, 0), (100, 100), 5, 45),
        ):
            with self.assertRaises(RefusedError):
                wrong()
        whole = canvas_of([Placed(0, 0, MOST_DRAWN, 100)], 1.0)
        self.assertEqual(whole.size, (MOST_DRAWN, 100))

    def test_as_people_write_them(self) -> None:
        free = SUMS[1]
        typed = {"px_per_mm": "1", "displays": "left 0 0 1200 680 8 90; right 720 250 1200 680 8 0"}
        found = free.work(free.from_typed(typed))
        self.assertEqual(found["crops_px"], [[0, 0, 680, 1200], [720, 250, 1200, 680]])
        for text in ("left 0 0 1200", "left 0 0 1200 680 8 45", "left 0 0 0 680 8 90", ""):
            with self.subTest(text), self.assertRaises((Refusals, RefusedError)):
                free.work(free.from_typed(typed | {"displays": text}))


if __name__ == "__main__":
    unittest.main()
