"""Plots of the shelf: what lies where, read off the drawing."""

from __future__ import annotations

import re
import unittest
from xml.etree import ElementTree as Tree

from hypothesis import given
from hypothesis import strategies as st

from oval_room.drawing.shelf_plots import Bar, Dot, axis, bars, dots

BARS = (Bar("a", "Wren", 1.0, 3.0), Bar("b", "Ledge", 0.5, 0.5), Bar("c", "Hall", 2.0, 7.5))
DOTS = (Dot("a", "Slate 65", 65.0, 740.0), Dot("b", "Ember 77", 77.0, 2390.0), Dot("c", "Draft 27", 27.0, 250.0))


def ticks(svg: str) -> dict[float, tuple[float, float]]:
    """Where the numbers along the axes stand on the page [px]."""
    found = {}
    for node in Tree.fromstring(svg).iter():
        text = "".join(node.itertext()).replace(" ", "")
        if node.tag.endswith("text") and re.fullmatch(r"[0-9.]+", text):
            found[float(text)] = (float(node.get("x") or 0), float(node.get("y") or 0))
    return found


class Plots(unittest.TestCase):
    def test_a_bar_reaches_from_its_least_to_its_greatest(self) -> None:
        """Read off against the axis's own numbers: 1.0 lies half way from 0 to 2."""
        svg = bars("throws", "throws", "metres", BARS)
        at = ticks(svg)
        per = (at[6][0] - at[0][0]) / 6
        for one in (BARS[0], BARS[2]):
            path = next(
                node.get("d") or ""
                for node in Tree.fromstring(svg).iter()
                if node.get("data-ref") == one.key and node.get("d")
            )
            across = [float(x) for x in re.findall(r"[ML]?(-?[0-9.]+) -?[0-9.]+", path)]
            self.assertAlmostEqual((min(across) - at[0][0]) / per, one.lo, delta=0.03)
            self.assertAlmostEqual((max(across) - at[0][0]) / per, one.hi, delta=0.03)
        self.assertIn("Wren 1.00 to 3.00", svg)  # and it can be read aloud

    def test_a_dot_lies_at_its_figures_and_no_name_on_another(self) -> None:
        svg = dots("price", "price against size", "size", "price", DOTS)
        root, at, highs = Tree.fromstring(svg), ticks(svg), dict[str, float]()
        for one in DOTS:
            (circle,) = [
                node for node in root.iter() if node.tag.endswith("circle") and node.get("data-ref") == one.key
            ]
            across = 20 + (float(circle.get("cx") or 0) - at[20][0]) / (at[60][0] - at[20][0]) * 40
            self.assertAlmostEqual(across, one.x, delta=0.4)
            highs[one.key] = float(circle.get("cy") or 0) * 2000 / (at[0][1] - at[2000][1])
        self.assertAlmostEqual(highs["a"] - highs["b"], 2390.0 - 740.0, delta=15)
        self.assertAlmostEqual(highs["c"] - highs["a"], 740.0 - 250.0, delta=15)

    def test_nothing_to_draw_is_no_plot(self) -> None:
        self.assertEqual((bars("a", "b", "c", []), dots("a", "b", "c", "d", DOTS[:1])), ("", ""))

    @given(st.lists(st.floats(0, 1e6, allow_nan=False), min_size=1, max_size=9))
    def test_an_axis_holds_its_values_with_a_handful_of_numbers(self, values: list[float]) -> None:
        found = axis("x", values)
        self.assertTrue(found.lo <= min(values) and found.hi >= max(values) - 1e-9 * max(values))
        self.assertTrue(2 <= len(found.ticks()) <= 10, found)


if __name__ == "__main__":
    unittest.main()
