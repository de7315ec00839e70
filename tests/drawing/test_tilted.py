"""The raster of a lens tilted in the place of shift, on the display wall, against rays (rules 6.4)."""

from __future__ import annotations

import math
import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.study import ThrowResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Label, Path, Scene
from oval_room.drawing.sheet import scene_of


def elevation(z: float, y: float) -> tuple[Look, Scene]:
    plan = apply(chapel_flat(), PutProjector(id="j1", y=y, z=z), SHELF)
    look = Look(plan, evaluate(plan, SHELF), SHELF, "p1", "s1", "k1", wall=1)
    found = scene_of(look, "elevation")
    assert found is not None
    return look, found


def trapezoids(scene: Scene) -> list[Path]:
    return [one for one in scene.shapes if isinstance(one, Path) and one.style == "raster-tilted"]


class Tilted(unittest.TestCase):
    def test_corners_lie_where_rays_land(self) -> None:
        for z, way in ((2900.0, -1), (100.0, 1)):
            with self.subTest(z=z):
                look, scene = elevation(z, 4760.0)
                throw = look.report.of(ThrowResult).throws["j1"]
                assert throw.tilt is not None
                self.assertEqual(math.copysign(1, throw.tilt.pitch), way)
                (drawn,) = trapezoids(scene)
                (label,) = [one.text for one in scene.shapes if isinstance(one, Label) and "tilted" in one.text]
                self.assertEqual(label, f"tilted {abs(throw.tilt.pitch):.1f}°: {math.floor(throw.tilt.lands.pixels)} %")
                turn, picture = math.radians(throw.tilt.pitch), look.plan.chosen.pictures["p1"]
                u_m = 1 / (2 * throw.tilt.throw_ratio)
                v_m = u_m * throw.raster[1] / throw.raster[0]
                shift = 0.8 * way  # all this lens has
                rays = []
                for u, v in ((-1, -1), (1, -1), (1, 1), (-1, 1)):
                    a, b = u * u_m, (v + 2 * shift) * v_m
                    out, up = math.cos(turn) - b * math.sin(turn), math.sin(turn) + b * math.cos(turn)
                    rays.append((picture.pose.x + a * 4600 / out, z + up * 4600 / out))
                for got, ray in zip(drawn.points, rays, strict=True):
                    self.assertAlmostEqual(got[0], ray[0], delta=0.5)
                    self.assertAlmostEqual(got[1], ray[1], delta=0.5)
                half_w, half_h = throw.raster[0] / 2, throw.raster[1] / 2
                self.assertLessEqual(min(x for x, _ in drawn.points[:2]), picture.pose.x - half_w + 0.5)
                self.assertLessEqual(min(z for _, z in drawn.points), picture.pose.z - half_h + 0.5)
                self.assertGreaterEqual(max(z for _, z in drawn.points), picture.pose.z + half_h - 0.5)

    def test_nothing_where_shift_has_it_or_the_lens_cannot_fill_it(self) -> None:
        for z, y in ((2400.0, 4760.0), (2900.0, 2972.0)):
            with self.subTest(z=z, y=y):
                self.assertEqual(trapezoids(elevation(z, y)[1]), [])


if __name__ == "__main__":
    unittest.main()
