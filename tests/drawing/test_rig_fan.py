"""The fan of a rig, drawn where its screens stand, and the road from its driver's eye, by hand."""

from __future__ import annotations

import math
import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.pose import Own, to_room
from oval_room.core.rig.games import pixel_at
from oval_room.core.rig.study import RigResult
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from oval_room.drawing.driver_view import DEGREE, USUAL, bearing_of, driver_view, on_a_screen
from oval_room.drawing.look import Look
from oval_room.drawing.rig_fan import rig_fan
from oval_room.drawing.scene import Dim, Mark, Path
from tests.core.rig.example import BARE, KIT, NOBODY


class Fan(unittest.TestCase):
    def test_drawn_where_it_stands(self) -> None:
        """Every face of the fan by its own two ends, worked out from the poses alone; the eye where it is, off the
        middle too."""
        for plan in (KIT, apply(KIT, PutSeat(id="s1", x=chosen(1640.0)), SHELF)):
            self._drawn(plan)

    def _drawn(self, plan: Plan) -> None:
        scene = rig_fan(Look(plan, evaluate(plan, SHELF), SHELF, "p1", "s1"))
        assert scene is not None
        rig = evaluate(plan, SHELF).of(RigResult).rigs["m1"]
        for key, one in plan.chosen.pictures.items():
            face = next(
                s for s in scene.shapes if isinstance(s, Path) and s.ref == key and s.style.startswith("picture-edge")
            )
            for point, side in zip(face.points, (-1, 1), strict=True):
                place = to_room(one.pose.point, one.pose.turn, Own(side * one.across / 2, 0.0, 0.0))
                self.assertAlmostEqual(point.u, place.x, places=6)
                self.assertAlmostEqual(point.v, -place.y, places=6)
        eye = next(s for s in scene.shapes if isinstance(s, Mark) and s.style == "eye")
        self.assertLess(math.dist(eye.at, (rig.eye.x, -rig.eye.y)), 1e-6)
        spans = {one.key: abs(one.b - one.a) for one in scene.shapes if isinstance(one, Dim)}
        self.assertAlmostEqual(spans["rig_away"], rig.away, places=6)
        self.assertAlmostEqual(spans["rig_depth"], rig.depth, places=6)
        self.assertAlmostEqual(spans["rig_width"], rig.width, places=6)

    def test_none_without_a_driver(self) -> None:
        self.assertIsNone(rig_fan(Look(NOBODY, evaluate(NOBODY, SHELF), SHELF, "p1", None)))

    def test_a_change_is_seen_before_it_is_made(self) -> None:
        look = Look(KIT, evaluate(KIT, SHELF), SHELF, "p1", "s1")
        bare = rig_fan(look)
        ghosted = rig_fan(look._replace(ghost=BARE))
        assert bare is not None and ghosted is not None
        ghosts = [one for one in ghosted.shapes if isinstance(one, Path) and one.style == "ghost-line"]
        self.assertEqual(len(ghosts), 3)
        self.assertEqual(len(ghosted.shapes) - len(bare.shapes), 3)


class Driver(unittest.TestCase):
    def test_the_road_is_one_line_across_the_bezels(self) -> None:
        """Its right edge, 3.5 m aside and 1.1 m down, lies at −atan(1.1·sin u/3.5) for every bearing u, on all screens."""
        rig = evaluate(KIT, SHELF).of(RigResult).rigs["m1"]
        scene = driver_view(Look(KIT, evaluate(KIT, SHELF), SHELF, "p1", "s1"))
        assert scene is not None and not scene.to_scale
        joints = [(a.right + b.left) / 2 * DEGREE for a, b in zip(rig.row, rig.row[1:], strict=False)]
        half = len(paths := [one for one in scene.shapes if isinstance(one, Path) and one.style == "seen"]) // 2
        edge = [point for one in paths[:half] for point in one.points if point.u > 1.0]
        for point in edge:
            height = -math.degrees(math.atan(1.1 * math.sin(math.radians(point.u / DEGREE)) / 3.5))
            self.assertAlmostEqual(point.v / DEGREE, height, places=6)
        self.assertGreater(sum(point.u > joints[1] for point in edge), 3)
        self.assertGreater(sum(point.u < joints[1] for point in edge), 3)

    def test_a_post_stands_where_its_road_is(self) -> None:
        """10 m ahead, 3.5 m aside: at atan(0.35) when the game is told the true angle, nearer to the middle at 90°."""
        rig = evaluate(KIT, SHELF).of(RigResult).rigs["m1"]
        scene = driver_view(Look(KIT, evaluate(KIT, SHELF), SHELF, "p1", "s1"))
        assert scene is not None
        at = [
            round(one.points[0].u / DEGREE, 6) for one in scene.shapes if isinstance(one, Path) and one.style == "post"
        ]
        squeezed = math.tan(math.radians(rig.across / 2)) / math.tan(math.radians(USUAL / 2))
        for ratio in (0.35, 0.35 * squeezed):
            for sign in (-1, 1):
                self.assertIn(round(sign * math.degrees(math.atan(ratio)), 6), at)

    def test_one_projection_stretches_its_fields(self) -> None:
        """Independent: a field from b to b + 10° is tan(b + 10°) − tan b wide, of 2·tan(whole/2) for all; the last line
        before the edge and that at nought stand so."""
        rig = evaluate(KIT, SHELF).of(RigResult).rigs["m1"]
        scene = driver_view(Look(KIT, evaluate(KIT, SHELF), SHELF, "p1", "s1"))
        assert scene is not None
        boxes = [s for s in scene.shapes if isinstance(s, Path) and s.style == "seen-other" and len(s.points) == 4]
        edges = sorted({round(p.u, 6) for one in boxes for p in one.points})
        wide, half = edges[-1] - edges[0], math.radians(rig.whole / 2)
        n = math.floor(rig.whole / 20)
        self.assertEqual(len(edges), 2 * n + 3)
        for k in range(-n, n + 1):
            share = (1 + math.tan(math.radians(10 * k)) / math.tan(half)) / 2
            self.assertAlmostEqual(edges[k + n + 1], edges[0] + share * wide, places=4)

    def test_on_a_screen_where_a_pixel_is(self) -> None:
        """At eye height a ray meets a screen just where a pixel carries its bearing."""
        rig, pictures = evaluate(KIT, SHELF).of(RigResult).rigs["m1"], KIT.chosen.pictures
        for tenth in range(-890, 891, 7):
            angle = math.radians(tenth / 10)
            met = on_a_screen(rig, pictures, math.sin(angle), math.cos(angle), 0.0)
            self.assertEqual(met, pixel_at(rig, pictures, tenth / 10)[0] is not None, tenth)

    def test_edges_are_drawn_by_their_bearings(self) -> None:
        rig, pictures = evaluate(KIT, SHELF).of(RigResult).rigs["m1"], KIT.chosen.pictures
        for one in rig.row:
            picture = pictures[one.key]
            for side, wanted in ((-1, one.left), (1, one.right)):
                place = to_room(picture.pose.point, picture.pose.turn, Own(side * picture.across / 2, 0.0, 0.0))
                self.assertAlmostEqual(bearing_of(rig, place)[0], wanted, places=6)
        self.assertIsNone(driver_view(Look(NOBODY, evaluate(NOBODY, SHELF), SHELF, "p1", None)))
