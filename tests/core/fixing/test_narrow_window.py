"""A plate's window that is narrower than any look at it: its safest place is the middle of what there is."""

from __future__ import annotations

import unittest
from typing import Any, cast

from oval_room.core.fixing.drill_window import DrillWindow, Slab


class Narrow(unittest.TestCase):
    def test_the_middle_of_the_widest_slab(self) -> None:
        slabs = (
            Slab((1000.0, 1000.2), ((1500.0, 1500.1), (1600.0, 1600.4))),
            Slab((5000.0, 5000.1), ((1500.0, 1500.1),)),
        )
        window = DrillWindow(cast(Any, None), slabs)
        self.assertEqual(window.safest(), (1000.1, 1600.2))
