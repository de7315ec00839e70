"""A rig and a desk from the side, a cabinet from above: to scale, against their own places."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.demo.shop import WHOLE
from oval_room.drawing.cabinet_view import cabinet_view
from oval_room.drawing.parts import Look
from oval_room.drawing.rig_side import rig_side
from oval_room.drawing.scene import Path
from tests.core.rig.example import CABINET, DESK, KIT, SEAT


class Sides(unittest.TestCase):
    def test_from_the_side_to_scale(self) -> None:
        for plan in (DESK, KIT):
            scene = rig_side(Look(plan, evaluate(plan, WHOLE), WHOLE, "p1", "s1"))
            assert scene is not None
            picture, seat = plan.chosen.pictures["p1"], plan.survey.seats["s1"]
            edge = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "picture-edge" and s.ref == "p1")
            low, high = edge.points
            self.assertAlmostEqual(low.v, picture.bottom - picture.frame_bottom, places=6)
            self.assertAlmostEqual(high.v, picture.top + picture.frame_top, places=6)
            self.assertAlmostEqual(low.u, seat.eye_point.y - picture.pose.y, places=6)

    def test_drawn_to_scale(self) -> None:
        scene = cabinet_view(Look(CABINET, evaluate(CABINET, WHOLE), WHOLE, None, "s1"))
        assert scene is not None
        field = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "picture")
        us, vs = [p.u for p in field.points], [p.v for p in field.points]
        self.assertAlmostEqual(max(us) - min(us), 400.2, places=6)
        self.assertAlmostEqual(max(vs) - min(vs), 933.9, places=6)
        self.assertAlmostEqual((max(us) + min(us)) / 2, 280.0, places=6)
        self.assertAlmostEqual((max(vs) + min(vs)) / 2, 590.0, places=6)

    def test_none_without_them(self) -> None:
        look = Look(SEAT, evaluate(SEAT, WHOLE), WHOLE, None, "s1")
        self.assertIsNone(rig_side(look))
        self.assertIsNone(cabinet_view(look))


if __name__ == "__main__":
    unittest.main()
