"""A rig and a desk from the side, a cabinet from above: to scale, against their own places."""

from __future__ import annotations

import math
import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.pose import Own, to_room
from oval_room.demo.shop import WHOLE
from oval_room.drawing.cabinet_view import cabinet_view
from oval_room.drawing.look import Look
from oval_room.drawing.rig_fan import rig_fan
from oval_room.drawing.rig_side import rig_side
from oval_room.drawing.scene import Path
from tests.core.rig.example import BESIDE, CABINET, DESK, KIT, SEAT, STACK


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
        self.assertAlmostEqual(max(us) - min(us), 394.9, places=6)
        self.assertAlmostEqual(max(vs) - min(vs), 936.1, places=6)
        self.assertAlmostEqual((max(us) + min(us)) / 2, 280.0, places=6)
        self.assertAlmostEqual((max(vs) + min(vs)) / 2, 590.0, places=6)

    def test_a_desk_from_above(self) -> None:
        """Every face by its own two ends, the desk as deep as it is, one dashed for what stands over another."""
        for plan in (DESK, BESIDE, STACK):
            scene = rig_fan(Look(plan, evaluate(plan, WHOLE), WHOLE, "p1", "s1"))
            assert scene is not None
            for key, one in plan.chosen.pictures.items():
                face = next(
                    s
                    for s in scene.shapes
                    if isinstance(s, Path) and s.ref == key and s.style.startswith("picture-edge")
                )
                middle = face.points[len(face.points) // 2]
                if one.curve is not None:  # drawn along its curve: its middle lies at its own place, behind its edges
                    self.assertLess(math.dist(middle, (one.pose.x, -one.pose.y)), 1e-6)
                for point, side in ((face.points[0], -1), (face.points[-1], 1)):
                    place = to_room(one.pose.point, one.pose.turn, Own(side * one.across / 2, 0.0, one.bow))
                    self.assertLess(math.dist(point, (place.x, -place.y)), 1e-6)
            top = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "thing-furniture")
            self.assertAlmostEqual(max(p.v for p in top.points) - min(p.v for p in top.points), 800.0, places=6)
            dashed = [s.ref for s in scene.shapes if isinstance(s, Path) and s.style == "guide" and s.ref]
            self.assertEqual(dashed, ["p2"] if plan is STACK else [])

    def test_a_stack_from_the_side(self) -> None:
        """Both panels by their own edges, the upper one leaning to the eye."""
        scene = rig_side(Look(STACK, evaluate(STACK, WHOLE), WHOLE, "p1", "s1"))
        assert scene is not None
        eye = STACK.survey.seats["s1"].eye_point
        for key, one in STACK.chosen.pictures.items():
            edge = next(s for s in scene.shapes if isinstance(s, Path) and s.ref == key)
            for point, half in zip(
                edge.points, (-one.height / 2 - one.frame_bottom, one.height / 2 + one.frame_top), strict=True
            ):
                place = to_room(one.pose.point, one.pose.turn, Own(0.0, half, 0.0))
                self.assertLess(math.dist(point, (eye.y - place.y, place.z)), 1e-6)

    def test_none_without_them(self) -> None:
        look = Look(SEAT, evaluate(SEAT, WHOLE), WHOLE, None, "s1")
        self.assertIsNone(rig_side(look))
        self.assertIsNone(rig_fan(look))
        self.assertIsNone(cabinet_view(look))


if __name__ == "__main__":
    unittest.main()
