"""Beams, windows and memories at their edges: cases that faults put in by chance passed by unseen."""

from __future__ import annotations

import unittest
from types import SimpleNamespace
from typing import Any

from oval_room.core.errors import RefusedError
from oval_room.core.projection.beam import Beam, meets_trapezoid
from oval_room.core.projection.memory_study import _lens_up
from oval_room.core.projection.mount_point import LensOnPlate
from oval_room.core.projection.mount_window import _deepest, mount_window
from oval_room.core.projection.shift import ShiftWindow, check_polygon
from oval_room.core.projection.throw import Span
from oval_room.core.units import Ruler


class Windows(unittest.TestCase):
    def test_a_triangle_is_an_outline_and_a_line_is_none(self) -> None:
        check_polygon([(0.0, 0.0), (1.0, 0.0), (0.0, 1.0)])
        for corners in ([(0.0, 0.0), (1.0, 0.0)], [(0.0, 0.0), (1.0, 0.0), (2.0, 0.0)], []):
            with self.subTest(corners), self.assertRaises(RefusedError):
                check_polygon(corners)

    def test_an_outline_bent_inwards_is_refused(self) -> None:
        with self.assertRaises(RefusedError):
            check_polygon([(0.0, 0.0), (2.0, 0.0), (1.0, 0.2), (1.0, 2.0)])


class Beams(unittest.TestCase):
    def test_a_box_far_from_the_screen_is_looked_for_where_it_stands(self) -> None:
        """A beam 4 m long that narrows to its lens: 300 mm aside is in it at 1 m from the screen and out of it at 3.9 m."""
        beam = Beam((0.0, 4000.0, 1500.0), (0.0, 1500.0), 2000.0, 1200.0, 0.0)
        aside, up = Span(300.0, 400.0), Span(1450.0, 1550.0)
        self.assertTrue(meets_trapezoid(beam, (1000.0, 1000.0), aside, up, Span(1000.0, 1200.0)))
        self.assertFalse(meets_trapezoid(beam, (1000.0, 1000.0), aside, up, Span(3800.0, 3950.0)))


class Memories(unittest.TestCase):
    def test_the_lens_goes_far_enough_on_any_ruler(self) -> None:
        """What brings a memory into its shift is rounded to the far side, up and down."""
        for ruler in (Ruler("in", "feet", 8), Ruler("mm", "mm"), Ruler("in", "inches", 16)):
            for move in (7.3, 41.9, 150.01, -7.3, -41.9, -150.01):
                one: Any = SimpleNamespace(need=SimpleNamespace(lens_up=move), projector="j1")
                throw: Any = SimpleNamespace(projector=SimpleNamespace(pose=SimpleNamespace(z=2003.7)))
                (cure,) = _lens_up(one, throw, ruler)
                with self.subTest(ruler=ruler, move=move):
                    reached = cure.value - 2003.7
                    self.assertGreaterEqual(abs(reached), abs(move) - 1e-6)
                    self.assertEqual(reached > 0, move > 0)
                    self.assertLess(abs(reached) - abs(move), ruler.step + 1e-6)


class Joists(unittest.TestCase):
    def test_the_deepest_is_the_one_farthest_from_both_ends(self) -> None:
        """Between 3145 and 3960 a joist at 3500 lies deeper than one at 3900."""
        found = mount_window(
            width=2000.0,
            height=1125.0,
            screen_y=0.0,
            image=(2000.0, 1200.0),
            lens=(1.5, 2.0),
            on_plate=LensOnPlate(0.0, 145.0, 0.0),
            hung=True,
            lens_z=1800.0,
            window=ShiftWindow(0.7, 0.7, 0.25, "box"),
            room_depth=4000.0,
            body_behind_lens=85.0,
            vent=100.0,
            joists=(3000.0, 3500.0, 3900.0),
        )
        self.assertEqual(found.y, (3145.0, 3960.0))
        self.assertEqual((found.joists, found.deepest, found.slack), ((3500.0, 3900.0), 3500.0, (355.0, 460.0)))

    def test_none_inside_is_none_and_an_empty_list(self) -> None:
        self.assertEqual(_deepest((), (3000.0, 4000.0)), (None, None))
