"""Throw, shift and mount point: verdicts that flip at the printed number, moves that end on the border."""

from __future__ import annotations

import unittest

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.projection.mount_point import LensOnPlate, plate_place, pole_drop, shelf_height
from oval_room.core.projection.shift import ShiftWindow, check_polygon, fixed_lens_height, shift_need
from oval_room.core.projection.throw import Span, distances, raster_width, room_behind, throw_level, widths

LENSES = st.tuples(st.floats(0.4, 2.5), st.floats(1.05, 2.0)).map(lambda pair: (pair[0], pair[0] * pair[1]))


class Throw(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(st.floats(800, 5000), LENSES, st.sampled_from([1.0, 25.4 / 16]))
    def test_flips_at_the_printed_number_on_the_safe_side(
        self, width: float, lens: tuple[float, float], step: float
    ) -> None:
        safe = distances(width, lens).safe(step)
        for throw, past in ((safe.least, -step), (safe.greatest, step)):
            self.assertIsNot(throw_level(throw, width, lens, half_width=1.5), Level.STOP)
            self.assertIs(throw_level(throw + past * 1.01, width, lens, half_width=1.5), Level.STOP)
        narrow, wide = (round_to for round_to in (widths(safe.least, lens).least, widths(safe.least, lens).greatest))
        self.assertLessEqual(narrow, width + 1e-6)
        self.assertGreaterEqual(wide, width - 1e-6)

    def test_near_an_end(self) -> None:
        """Width 2000, lens 1.0–2.0: 2000 to 4000 mm. 5 % of 2000 is 100; 5 % of 4000 is 200; a quarter is 500."""
        for throw, level in ((1999, "stop"), (2000, "mind"), (2100, "mind"), (2101, "good"), (3799, "good"), (3800, "mind"),
                             (4000, "mind"), (4001, "stop")):  # fmt: skip
            self.assertEqual(throw_level(throw, 2000, (1.0, 2.0), half_width=1.5).value, level, throw)
        for throw, level in (
            (2004.9, "mind"),
            (2005.1, "good"),
            (2014.9, "good"),
            (2015.1, "mind"),
        ):  # a quarter of 20 is 5
            self.assertEqual(throw_level(throw, 2000, (1.0, 1.01), half_width=1.5).value, level, throw)

    def test_fixed_lens(self) -> None:
        """1.5 × 2000 = 3000; laser 1.5 + 10 mm."""
        for throw, level in ((3000, "good"), (3011.5, "good"), (3011.6, "stop"), (2988.5, "good"), (2988.4, "stop")):
            self.assertEqual(throw_level(throw, 2000, (1.5, 1.5), half_width=1.5).value, level, throw)

    def test_where_safe_ends_cross_the_middle_is_used(self) -> None:
        span = Span(100.3, 100.6)
        self.assertTrue(span.crosses(1.0))
        self.assertEqual(span.safe(1.0), Span(100.0, 100.0))
        self.assertIs(throw_level(100.45, 100, (1.003, 1.006), half_width=1.5), Level.MIND)

    def test_raster(self) -> None:
        for name, width, height, own, wanted in (
            ("scope on 16:9 is lit full width", 2400, 1000, 16 / 9, 2400),
            ("16:9 on its own", 1600, 900, 16 / 9, 1600),
            ("16:9 on 17:9 keeps the height", 1600, 900, 1.8963, 900 * 1.8963),
        ):
            with self.subTest(name):
                self.assertAlmostEqual(raster_width(width, height, own), wanted)

    def test_room_behind(self) -> None:
        self.assertEqual(room_behind(room_depth=5000, stand_off=60, throw=3925, body_behind_lens=365, vent=100), 550)


class Shift(unittest.TestCase):
    def test_on_the_edge_of_what_the_lens_can_do_is_inside(self) -> None:
        """An outline's edge belongs to it; a lens without shift may be 10 mm off in the room, whatever the raster's size."""
        square = ShiftWindow(polygon=((-0.25, -0.5), (0.25, -0.5), (0.25, 0.5), (-0.25, 0.5)))
        fixed = ShiftWindow(0.0, 0.0, 0.0)
        table = (
            (square, (0, -500), True), (square, (0, 500), True), (square, (500, 0), True), (square, (-500, 0), True),
            (square, (0, -501), False), (square, (0, 501), False), (square, (501, 0), False), (square, (-501, 0), False),
            (fixed, (10, 0), True), (fixed, (-10, 10), True), (fixed, (11, 0), False), (fixed, (0, -11), False),
        )  # fmt: skip
        for window, lens, inside in table:
            with self.subTest(lens):
                need = shift_need(width=2000, height=1000, image=(0, 0), lens=lens, window=window, hung=False)
                self.assertIs(need.inside, inside)

    @settings(max_examples=200, deadline=None)
    @given(
        st.sampled_from(["box", "diamond", "ellipse"]), st.booleans(), st.floats(0.05, 0.9), st.floats(0.05, 0.9), st.floats(0.05, 0.5),
        st.floats(-0.6, 0.6), st.floats(-1500, 1500), st.floats(-1500, 1500),
    )  # fmt: skip
    def test_each_move_alone_ends_on_the_border(
        self, share: str, hung: bool, up: float, down: float, side: float, offset: float, x: float, z: float
    ) -> None:
        window = ShiftWindow(up, down, side, share, offset)
        need = shift_need(width=2200, height=1240, image=(0, 0), lens=(x, z), window=window, hung=hung)
        if need.inside:
            self.assertEqual((need.lens_up, need.lens_right), (0, 0))
            return
        for dx, dz in ((0.0, need.lens_up), (need.lens_right, 0.0)):
            if dx is None or dz is None:
                continue
            after = shift_need(width=2200, height=1240, image=(0, 0), lens=(x + dx, z + dz), window=window, hung=hung)
            self.assertAlmostEqual(after.use or 0, 1.0, places=6)
            self.assertTrue(after.inside)

    @settings(max_examples=100, deadline=None)
    @given(
        st.floats(-1500, 1500), st.floats(-1500, 1500), st.floats(0.1, 0.8), st.floats(0.1, 0.5), st.floats(-0.5, 0.5)
    )
    def test_hung_is_the_window_turned_half_round(self, x: float, z: float, v: float, s: float, offset: float) -> None:
        """An upright projector seen upside down: mirror both places and nothing differs."""
        window = ShiftWindow(v, v / 2, s, "diamond", offset)
        upright = shift_need(width=2000, height=1125, image=(0, 0), lens=(x, z), window=window, hung=False)
        hung = shift_need(width=2000, height=1125, image=(0, 0), lens=(-x, -z), window=window, hung=True)
        self.assertEqual(upright.inside, hung.inside)
        self.assertAlmostEqual(upright.use or 0, hung.use or 0, places=9)

    @settings(max_examples=100, deadline=None)
    @given(st.floats(-900, 900), st.floats(-900, 900))
    def test_a_box_as_a_polygon_is_the_same(self, x: float, z: float) -> None:
        box = ShiftWindow(0.6, 0.2, 0.3, "box")
        polygon = ShiftWindow(polygon=((-0.3, -0.2), (0.3, -0.2), (0.3, 0.6), (-0.3, 0.6)))
        one, other = (
            shift_need(width=2000, height=1125, image=(0, 0), lens=(x, z), window=window, hung=False)
            for window in (box, polygon)
        )
        assume(abs((one.use or 0) - 1) > 1e-6)
        self.assertEqual(one.inside, other.inside)
        for a, b in ((one.lens_up, other.lens_up), (one.lens_right, other.lens_right)):
            self.assertEqual(a is None, b is None)
            self.assertAlmostEqual(a or 0, b or 0, places=6)

    def test_no_shift_is_good_within_10_mm(self) -> None:
        fixed = ShiftWindow(offset=0.6)
        for off, inside in ((0, True), (10, True), (10.1, False), (-10, True), (-11, False)):
            need = shift_need(width=2000, height=1000, image=(0, 600), lens=(0, off), window=fixed, hung=False)
            self.assertIs(need.inside, inside, off)
        need = shift_need(width=2000, height=1000, image=(0, 600), lens=(0, 50), window=fixed, hung=False)
        self.assertAlmostEqual(need.lens_up or 0, -50)
        self.assertEqual(fixed_lens_height(1200, 1000, 0.6, hung=False), 600)
        self.assertEqual(fixed_lens_height(1200, 1000, 0.6, hung=True), 1800)

    def test_polygons_that_are_none(self) -> None:
        for corners in ([(0, 0), (1, 0)], [(0, 0), (1, 1), (2, 2)], [(0, 0), (1, 0), (0.2, 0.2), (0, 1)]):
            with self.assertRaises(RefusedError):
                check_polygon(corners)  # type: ignore[arg-type]


class MountPoint(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.floats(-200, 200),
        st.floats(-200, 300),
        st.floats(0, 200),
        st.floats(1000, 3000),
        st.floats(1000, 6000),
        st.booleans(),
    )
    def test_the_lens_comes_back_to_its_place(
        self, dx: float, dy: float, dz: float, x: float, y: float, hung: bool
    ) -> None:
        """Independent: from the plate, the lens lies dy nearer the screen and dx right upright, left when rolled over."""
        px, py = plate_place(LensOnPlate(dx, dy, dz), lens_x=x, lens_y=y, hung=hung)
        self.assertAlmostEqual(px + (-dx if hung else dx), x)
        self.assertAlmostEqual(py - dy, y)
        self.assertAlmostEqual(2440 - pole_drop(LensOnPlate(dx, dy, dz), ceiling=2440, lens_z=1900) - dz, 1900)
        self.assertAlmostEqual(shelf_height(LensOnPlate(dx, dy, dz), lens_z=1900) + dz, 1900)
