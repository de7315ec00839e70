"""Poses: axes by hand, and turning there and back."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.pose import Own, Point, Turn, axes, combined, to_own, to_room

ANGLES = st.floats(-180, 180)
PLACES = st.floats(-10_000, 10_000)
SOUTH = (
    # name, turn, right, up, out (unit vectors by hand; a viewer faces -y, +x on the right)
    ("unturned", Turn(), (1, 0, 0), (0, 0, 1), (0, 1, 0)),
    ("yaw to +x", Turn(yaw=90), (0, -1, 0), (0, 0, 1), (1, 0, 0)),
    ("pitch up", Turn(pitch=90), (1, 0, 0), (0, -1, 0), (0, 0, 1)),
    ("roll clockwise: up goes to the right", Turn(roll=90), (0, 0, -1), (1, 0, 0), (0, 1, 0)),
)


class Poses(unittest.TestCase):
    def test_axes(self) -> None:
        for name, turn, *wanted in SOUTH:
            for axis, want in zip(axes(turn), wanted, strict=True):
                with self.subTest(name):
                    self.assertTrue(all(math.isclose(a, b, abs_tol=1e-12) for a, b in zip(axis, want, strict=True)))

    @settings(max_examples=150, deadline=None)
    @given(st.tuples(PLACES, PLACES, PLACES), st.tuples(ANGLES, ANGLES, ANGLES), st.tuples(PLACES, PLACES, PLACES))
    def test_there_and_back(self, centre: tuple[float, ...], turn: tuple[float, ...], point: tuple[float, ...]) -> None:
        own = to_own(Point(*centre), Turn(*turn), Point(*point))
        back = to_room(Point(*centre), Turn(*turn), own)
        self.assertTrue(all(math.isclose(a, b, abs_tol=1e-6) for a, b in zip(back, point, strict=True)))
        self.assertAlmostEqual(math.dist(own, (0, 0, 0)), math.dist(point, centre), places=6)

    @settings(max_examples=200, deadline=None)
    @given(st.tuples(ANGLES, ANGLES, ANGLES), st.tuples(ANGLES, ANGLES, ANGLES), st.tuples(PLACES, PLACES, PLACES))
    def test_turned_in_another_s_axes(
        self, base: tuple[float, ...], own: tuple[float, ...], place: tuple[float, ...]
    ) -> None:
        """One turn that puts every place where both do, one after the other."""
        twice = to_room(Point(0, 0, 0), Turn(*own), Own(*place))
        wanted = to_room(Point(0, 0, 0), Turn(*base), Own(twice.x, twice.z, twice.y))
        got = to_room(Point(0, 0, 0), combined(Turn(*base), Turn(*own)), Own(*place))
        self.assertLess(math.dist(got, wanted), 1e-3)

    def test_a_thing_that_looks_straight_up_keeps_its_way(self) -> None:
        """Looking at the ceiling says no way by itself: its right side does, however it was turned before."""
        for yaw in (-120.0, -35.0, 0.0, 20.0, 95.0, 170.0):
            with self.subTest(yaw):
                right, _, out = axes(combined(Turn(yaw), Turn(0.0, 90.0)))
                wanted, _, up = axes(Turn(yaw, 90.0))
                for got, want in ((right, wanted), (out, up)):
                    for one, other in zip(got, want, strict=True):
                        self.assertAlmostEqual(one, other, places=6)

    def test_a_swivelled_picture_looks_at_its_seat(self) -> None:
        """A seat on the normal of a picture turned by 35° is straight out in the picture's own axes."""
        out = (math.sin(math.radians(35)), math.cos(math.radians(35)))
        own = to_own(Point(600, 520, 0), Turn(yaw=35), Point(600 + 2000 * out[0], 520 + 2000 * out[1], 0))
        self.assertTrue(all(math.isclose(a, b, abs_tol=1e-9) for a, b in zip(own, Own(0, 0, 2000), strict=True)))
