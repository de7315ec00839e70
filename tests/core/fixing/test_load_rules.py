"""Studs in slots, screws, swing, hands, cutting, light strips (rules 7.4, 7.9, 7.10, 7.12, 7.13, 13) by brute force and by
hand; `worked.json` has their examples (tests/core/sums/test_worked.py)."""

from __future__ import annotations

import math
import unittest
from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.arm import arm_swing, greatest_swing
from oval_room.core.fixing.bolts import bolt_loads
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.fixing.cut_list import cut_list
from oval_room.core.fixing.hands import people
from oval_room.core.fixing.light_strip import strip_run
from oval_room.core.fixing.plate_studs import backing, place_on_studs
from oval_room.core.fixing.screws import STOCK, screw_choice
from oval_room.core.levels import Level

SLOT = st.tuples(st.integers(-300, 250), st.integers(0, 120)).map(lambda one: (float(one[0]), float(one[0] + one[1])))
STUDS = st.lists(st.integers(0, 1800), min_size=0, max_size=5, unique=True)


class PlateAndStuds(unittest.TestCase):
    @given(st.integers(400, 1400), st.lists(SLOT, min_size=1, max_size=3), STUDS, st.integers(0, 60))
    def test_the_least_shift_there_is(
        self, wanted: int, slots: list[tuple[float, float]], studs: list[int], slide: int
    ) -> None:
        """Brute force: every plate place, millimetre by millimetre (all is given in whole ones)."""
        found = place_on_studs(float(wanted), slots, [float(one) for one in studs], slide=float(slide))

        def caught(plate: int) -> int:
            return sum(any(a <= stud - plate <= b for a, b in slots) for stud in studs)

        places = [plate for plate in range(-500, 2800) if caught(plate) >= 2]
        if not places:
            self.assertIsNone(found)
            return
        assert found is not None
        least = min(max(abs(plate - wanted) - slide, 0) for plate in places)
        self.assertAlmostEqual(abs(found.off), least)
        self.assertLessEqual(abs(found.slide), slide)
        self.assertAlmostEqual(found.plate + found.slide, wanted + found.off)
        self.assertGreaterEqual(len(found.studs), 2)
        self.assertEqual(found.centred, least == 0)

    def test_one_stud_for_an_arm_and_a_board_where_there_are_too_few(self) -> None:
        found = place_on_studs(1000.0, [(-20.0, 20.0)], [900.0, 1300.0], slide=0.0, least=1)
        assert found is not None
        self.assertEqual((found.plate, found.off), (920.0, -80.0))
        self.assertIsNone(place_on_studs(1000.0, [(-20.0, 20.0)], [900.0, 1300.0], slide=0.0))
        self.assertEqual(backing([400, 900, 1400], 1000, 1350), (900, 1400))
        self.assertIsNone(backing([400, 900], 1000, 1350))
        with self.assertRaises(RefusedError):
            place_on_studs(0.0, [(5.0, -5.0)], [0.0], slide=0.0)


class Bolts(unittest.TestCase):
    PLACE = st.tuples(st.integers(-400, 400), st.integers(1, 500)).map(lambda one: (float(one[0]), float(one[1])))

    @given(st.lists(PLACE, min_size=1, max_size=8, unique=True), st.floats(10, 900), st.floats(0, 800))
    def test_their_forces_make_up_the_load_and_its_moment(
        self, bolts: list[tuple[float, float]], load: float, out: float
    ) -> None:
        found = bolt_loads(bolts, load, out=out, capacity=CAPACITIES["coach 8x50 timber"])
        self.assertAlmostEqual(sum(one.shear for one in found), load, delta=1e-6 * load)
        moment = sum(one.tension * z for one, (_, z) in zip(found, bolts, strict=True))
        self.assertAlmostEqual(moment, load * out, delta=1e-6 * load * out + 1e-6)


class ScrewsIntoAPanel(unittest.TestCase):
    @given(st.integers(0, 30), st.sampled_from((4, 6, 8)), st.integers(3, 40))
    def test_by_trying_every_stock_length(self, stack: int, thread: int, depth: int) -> None:
        found = screw_choice(float(stack), thread=float(thread), hole_depth=float(depth))
        fits = [one for one in STOCK if stack + thread <= one <= stack + depth - 1]
        self.assertEqual(list(found.fits), fits)
        self.assertEqual(found.choose, max(fits, default=None))
        if fits:
            self.assertEqual(found.level, Level.GOOD)
        elif depth - 1 < thread:
            self.assertEqual((found.level, found.spacer), (Level.STOP, None))
        elif found.spacer is not None:
            again = screw_choice(stack + found.spacer, thread=float(thread), hole_depth=float(depth))
            self.assertIn(found.then, again.fits)
            less = screw_choice(stack + found.spacer - 0.2, thread=float(thread), hole_depth=float(depth))
            self.assertEqual(less.fits, ())


class SwingHandsStrip(unittest.TestCase):
    @given(st.floats(200, 2000), st.floats(10, 900), st.floats(0, 200))
    def test_at_the_greatest_swing_the_edge_touches(self, width: float, pivot: float, behind: float) -> None:
        most = greatest_swing(width, pivot=pivot, behind=behind)
        if 0 < most < 90:
            self.assertAlmostEqual(arm_swing(width, swing=most, pivot=pivot, behind=behind).to_wall, 0, delta=1e-6)
        elif most == 90:
            for swing in (0, 30, 60, 90):
                self.assertGreaterEqual(arm_swing(width, swing=swing, pivot=pivot, behind=behind).to_wall, -1e-6)
        else:
            self.assertLessEqual(pivot, behind)

    def test_a_limit_itself_is_of_the_lower_class(self) -> None:
        for mass, width, wanted in ((23, 1200, 1), (23.1, 800, 2), (10, 1201, 2), (50, 3000, 2), (50.1, 300, 3)):
            self.assertEqual(people(mass, width), wanted, (mass, width))

    def test_three_sides_are_cut_each_by_itself(self) -> None:
        """By hand: 1430 x 805 less 50 is 1330, 705, 705: in 100s 1300 + 700 + 700; fed once at 24 V, twice at 5 V."""
        found = strip_run(1430, 805, sides=3, watts_per_metre=10, volts=5, cut=100, corners=False)
        self.assertEqual((found.run, found.feeds), (2700, 2))
        self.assertAlmostEqual(found.watts or 0, 27)
        self.assertEqual(strip_run(1430, 805, sides=3, volts=24).run, 1430 + 2 * 805 - 6 * 50)
        for wrong in ({"sides": 2}, {"sides": 4, "volts": 9}, {"sides": 4, "inset": 500}):
            with self.assertRaises(RefusedError):
                strip_run(1430, 805, **wrong)  # type: ignore[arg-type]


class Cutting(unittest.TestCase):
    @given(st.lists(st.integers(100, 1200), min_size=1, max_size=6))
    def test_no_fewer_boards_will_do(self, pieces: list[int]) -> None:
        """Brute force: every way to give each piece a board."""
        stock, kerf = 1300, 3
        boards = cut_list([float(one) for one in pieces], stock)
        self.assertEqual(sorted(one for board in boards for one in board), sorted(pieces))
        for board in boards:
            self.assertLessEqual(sum(board) + kerf * (len(board) - 1), stock)
        for count in range(1, len(boards)):
            for way in product(range(count), repeat=len(pieces)):
                loads = [[p for p, at in zip(pieces, way, strict=True) if at == n] for n in range(count)]
                if all(sum(one) + kerf * max(len(one) - 1, 0) <= stock for one in loads):
                    self.fail(f"{count} boards do: {loads}")

    def test_long_lists_and_long_pieces(self) -> None:
        self.assertEqual(len(cut_list([600.0] * 30, 2400)), math.ceil(30 / 3))  # 4 of 600 and three kerfs are 2409
        with self.assertRaises(RefusedError):
            cut_list([2500.0], 2400)


if __name__ == "__main__":
    unittest.main()
