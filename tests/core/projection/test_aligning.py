"""What is told on site of a picture's six lengths: nothing until all are there, then pair by pair."""

import unittest

from oval_room.core.projection.aligning import MEASURED, checked, planned
from oval_room.core.units import Ruler
from oval_room.demo.jobs import chapel_flat

MM = Ruler("mm", "mm", 16)


class Aligning(unittest.TestCase):
    def typed(self, *lengths: str) -> dict[str, str]:
        return dict(zip(MEASURED, lengths, strict=False))

    def test_what_lacks_is_asked_for(self) -> None:
        self.assertEqual(checked(MM, {}).wrong, "")
        self.assertEqual(
            checked(MM, self.typed("2500 mm", "2500 mm", "2180")).wrong, "Measure bottom, left, right too."
        )
        self.assertIn("length", checked(MM, self.typed("2500 mm", "x", "2180", "2180", "1226", "1226")).wrong)

    def test_pair_by_pair(self) -> None:
        """A square picture; one whose top is 40 mm longer: keystone, and no other pair is off."""
        square = checked(MM, self.typed("2501", "2501", "2180", "2180", "1226", "1226"))
        self.assertEqual({level for level, _ in square.told(MM)}, {"good"})
        wide = checked(MM, self.typed("2501", "2501", "2220", "2180", "1226", "1226"))
        self.assertEqual([level == "good" for level, _ in wide.told(MM)], [True, False, True])
        self.assertIn("top and bottom differ by 40 mm", wide.told(MM)[1][1])
        self.assertTrue(wide.cause)

    def test_what_is_planned_is_the_pictures_own(self) -> None:
        picture = chapel_flat().chosen.pictures["p1"]
        sizes = planned(picture)
        self.assertEqual(tuple(sizes), MEASURED)
        self.assertAlmostEqual(sizes["diagonal 1"] ** 2, sizes["top"] ** 2 + sizes["left"] ** 2, delta=1e-3)
        self.assertEqual(planned(None), {})


if __name__ == "__main__":
    unittest.main()
