"""Light: what must never go the wrong way, and the limits of the classes."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.light.brightness import effective_lumens, foot_lamberts, largest_area, picture_white
from oval_room.core.light.contrast import NATIVE, contrast_class, room_contrast, room_wash, stray_luminance
from oval_room.core.projection.zoom import zoom_factor

WHITES = st.floats(5, 1000)


class Light(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(WHITES, st.sampled_from(sorted(NATIVE)), st.floats(0, 500), st.floats(0.1, 500))
    def test_a_darker_room_never_lowers_contrast(self, white: float, kind: str, stray: float, more: float) -> None:
        darker = room_contrast(white, NATIVE[kind], stray)
        lighter = room_contrast(white, NATIVE[kind], stray + more)
        assert lighter is not None
        self.assertTrue(darker is None or darker >= lighter)
        self.assertGreaterEqual(lighter, 1)

    @settings(max_examples=100, deadline=None)
    @given(st.floats(100, 5000), st.floats(0.5, 20), st.floats(1.01, 3), st.floats(0.4, 1.5))
    def test_bigger_is_never_brighter_and_area_undoes_white(
        self, lumens: float, area: float, times: float, gain: float
    ) -> None:
        self.assertGreater(picture_white(lumens, gain, area), picture_white(lumens, gain, area * times))
        self.assertAlmostEqual(largest_area(lumens, gain, picture_white(lumens, gain, area)), area, places=6)

    def test_black_without_light_is_beyond_measure(self) -> None:
        self.assertIsNone(room_contrast(180, math.inf, 0))
        self.assertEqual(contrast_class(None), "full-motion film")

    def test_classes_at_their_limits(self) -> None:
        table = ((80, "full-motion film"), (79.9, "detail work"), (50, "detail work"), (49.9, "casual viewing or presenting"),
                 (15, "casual viewing or presenting"), (14.9, "just legible"), (7, "just legible"), (6.9, "washed out"))  # fmt: skip
        for value, name in table:
            self.assertEqual(contrast_class(value), name, value)

    def test_zoom_factor(self) -> None:
        self.assertEqual(zoom_factor(1.3, (1.3, 1.9)), 1)
        self.assertAlmostEqual(zoom_factor(1.9, (1.3, 1.9)), 1 / (1 + 0.35 * (1.9 / 1.3 - 1)))
        self.assertEqual(zoom_factor(1.9, (1.3, 1.9), 0.7), 0.7)
        self.assertEqual(zoom_factor(1.5, (1.5, 1.5)), 1)
        with self.assertRaises(RefusedError):
            zoom_factor(2.0, (1.3, 1.9))

    def test_units(self) -> None:
        """1 fL is 3.426 cd/m² (rules 5.2); 3000 lm × 0.65 × 0.8 = 1560; 10 lux on 0.9 gives 9/π."""
        self.assertAlmostEqual(foot_lamberts(48), 14.0105, places=3)
        self.assertAlmostEqual(effective_lumens(3000, mode=0.65, zoom=1, age="lamp"), 1560)
        self.assertAlmostEqual(stray_luminance([(10, 0.9)]), 9 / math.pi)
        self.assertLess(room_wash(1400, 84, reflectance=0.15, apl=0.5), room_wash(1400, 84, reflectance=0.6, apl=0.5))
