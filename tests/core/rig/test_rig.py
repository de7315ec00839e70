"""Screens round a seat (rule 8) by rays from the eye and by hand; `worked.json` has their examples."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.rig.fan import curved_angle, equal_distance_turn, fan, flat_angle, kit_allows
from oval_room.core.rig.game import bezel_pixels, stretch, typed_whole, vertical_of

widths, bezels, distances = st.floats(200, 1500), st.floats(0, 40), st.floats(300, 1800)


class Fans(unittest.TestCase):
    @given(widths, bezels, distances, st.floats(0, 90))
    def test_a_side_by_its_corners(self, width: float, bezel: float, distance: float, turn: float) -> None:
        """Independent: the side as a line from the hinge along its own direction, its ends' bearings from the eye."""
        found, tau = fan(width, bezel=bezel, distance=distance, turn=turn), math.radians(turn)
        hinge, along = complex(width / 2 + bezel, distance), complex(math.cos(tau), -math.sin(tau))
        near, far = hinge + bezel * along, hinge + (bezel + width) * along
        self.assertAlmostEqual(found.far[0], far.real)
        self.assertAlmostEqual(found.far[1], far.imag)
        bearing = [math.degrees(math.atan2(one.real, one.imag)) for one in (near, far)]
        self.assertAlmostEqual(found.whole, 2 * bearing[1])
        self.assertAlmostEqual(found.each, bearing[1] - bearing[0])
        self.assertAlmostEqual(found.eye_to_side, abs((near + far) / 2))
        self.assertAlmostEqual(found.between, 180 - turn)
        self.assertGreaterEqual(found.overall, 2 * (width / 2 + bezel) - 1e-6)

    @given(widths, bezels, distances)
    def test_at_the_equal_distance_turn_a_side_is_the_centre_turned(
        self, width: float, bezel: float, distance: float
    ) -> None:
        turn = equal_distance_turn(width / 2 + bezel, distance)
        found = fan(width, bezel=bezel, distance=distance, turn=min(turn, 90.0))
        if turn <= 90:
            self.assertAlmostEqual(found.each, found.centre, places=6)
            self.assertAlmostEqual(found.eye_to_side, distance, places=6)

    def test_flat_bent_and_kits(self) -> None:
        self.assertAlmostEqual(flat_angle(2000, 1000), 90.0)
        self.assertAlmostEqual(curved_angle(1000, 1000 * math.pi, 1000), 180.0)  # in the middle of half a circle
        self.assertAlmostEqual(curved_angle(1e6, 1195, 700), flat_angle(1195, 700), delta=0.1)  # hardly bent at all
        found = fan(700, bezel=8, distance=700, turn=60)
        self.assertEqual(
            [kit_allows(found, ends) for ends in ((115, 135), (121, 135), (100, 119))], [True, False, False]
        )
        for wrong in (
            lambda: fan(700, bezel=8, distance=700, turn=91),
            lambda: fan(0, bezel=8, distance=700, turn=60),
            lambda: flat_angle(700, 0),
            lambda: curved_angle(300, 1000, 700),
        ):
            with self.assertRaises(RefusedError):
                wrong()


class Games(unittest.TestCase):
    @given(st.floats(1, 170), st.floats(0.4, 4))
    def test_vertical_from_horizontal(self, horizontal: float, aspect: float) -> None:
        """Independent: a screen one wide at the distance that angle wants."""
        distance = 0.5 / math.tan(math.radians(horizontal) / 2)
        self.assertAlmostEqual(vertical_of(horizontal, aspect), flat_angle(1 / aspect, distance))

    def test_stretch_cap_and_pixels(self) -> None:
        self.assertAlmostEqual(stretch(120) or 0, 4.0)
        self.assertAlmostEqual(stretch(90) or 0, 2.0)
        self.assertIsNone(stretch(180))
        self.assertEqual([typed_whole(one) for one in (165, 179, 200)], [165, 179, 179])
        self.assertAlmostEqual(bezel_pixels(5, 600, 1920), 32)


if __name__ == "__main__":
    unittest.main()
