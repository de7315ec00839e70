"""Test patterns: of the size that was asked for, every pixel where it belongs."""

from __future__ import annotations

import io
import itertools
import unittest

from PIL import Image

from oval_room.formats.pattern_png import LEAST, PATTERNS, WHITE, make_pattern

SIZES = ((1920, 1080), (3840, 2160), (1280, 800), (800, 1280), (LEAST, LEAST), (2048, 2048))


def pattern(kind: str, size: tuple[int, int]) -> Image.Image:
    return Image.open(io.BytesIO(make_pattern(kind, *size)))


class Patterns(unittest.TestCase):
    def test_each_is_as_large_as_asked(self) -> None:
        for kind in PATTERNS:
            for size in SIZES:
                with self.subTest(kind, size=size):
                    self.assertEqual(pattern(kind, size).size, size)

    def test_the_outermost_pixels_are_lit_and_it_mirrors(self) -> None:
        """An edge that is cut off is seen; circles and grid are the same from either side."""
        for size in SIZES[:4]:
            image = pattern("square", size)
            wide, high = size
            for x, y in ((0, 0), (wide - 1, 0), (0, high - 1), (wide - 1, high - 1), (wide // 3, 0), (0, high // 3)):
                self.assertEqual(image.getpixel((x, y)), WHITE)
            left, right = (
                sum(image.crop(box).histogram()[200:])
                for box in ((0, 0, wide // 2, high), (wide - wide // 2, 0, wide, high))
            )
            self.assertAlmostEqual(left, right, delta=0.05 * left + high)

    def test_focus_has_lines_of_one_pixel_in_every_corner(self) -> None:
        image = pattern("focus", (1920, 1080))
        for x in (4, 1920 - 150):
            row = [image.getpixel((x + n, 10)) for n in range(20)]
            self.assertEqual({(a, b) for a, b in itertools.pairwise(row)}, {(0, WHITE), (WHITE, 0)})

    def test_blacks_and_whites_go_up_by_one(self) -> None:
        image = pattern("blacks", (1600, 900))
        self.assertEqual([image.getpixel((n * 100 + 50, 100)) for n in range(16)], list(range(1, 17)))
        self.assertEqual([image.getpixel((n * 100 + 50, 800)) for n in range(16)], list(range(240, 256)))


if __name__ == "__main__":
    unittest.main()
