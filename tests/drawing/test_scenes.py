"""Where ink lies: every shape of every view in millimetres, the plan's own numbers found again in them, and the SVG put back
into millimetres."""

from __future__ import annotations

import math
import re
import unittest
from xml.etree import ElementTree as Tree

from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import new_plan
from oval_room.core.subject import Subject
from oval_room.demo.gear import SHELF
from oval_room.drawing.layout import Margins
from oval_room.drawing.look import WALL, Look
from oval_room.drawing.scene import LAYERS, Dim, Ellipse, Label, Mark, Path, Scene
from oval_room.drawing.sheet import scene_of
from oval_room.drawing.svg import write_svg
from tests.core.survey.rooms import METRIC, say
from tests.drawing import ink
from tests.drawing.scenes import TABLE, table
from tests.tables import differing

PLAN = say(
    new_plan("x", writing=METRIC),
    "room 5000 x 6000 x 2500",
    "seat 4000",
    "across 2000",
    "eye 1100",
    "row 2 5500",
    "riser 200",
    "screen 100 at 16:9",
    "projector Heron 2",
    "furniture 400",
    subject=Subject(seat="s1"),
)
PLAN = say(PLAN, "bottom 800", "along 2600", "stand-off 150", "throw 3600", "lens up 2100", "lens along 2500")
LOOK = Look(PLAN, evaluate(PLAN, SHELF), SHELF, "p1", "s1", "k1")
WIDE, HIGH = 2540 * 16 / math.sqrt(337), 2540 * 9 / math.sqrt(337)  # a 100 inch 16:9


def shapes(view: str, kind: type, style: str) -> list[object]:
    scene = scene_of(LOOK, view)
    assert scene is not None
    return [shape for shape in scene.shapes if isinstance(shape, kind) and shape.style == style]


class InMillimetres(unittest.TestCase):
    maxDiff = 4000

    def test_every_shape_of_every_view_lies_where_the_table_has_it(self) -> None:
        self.assertEqual(differing(TABLE, table()), [], "look at it, then python -m tests.drawing.scenes")

    def test_the_writers_put_it_on_the_page_as_the_table_has_it(self) -> None:
        self.assertEqual(differing(ink.TABLE, ink.table()), [], "look at it, then python -m tests.drawing.ink")

    def places(self, shape: object) -> list[tuple[float, float]]:
        assert isinstance(shape, Path)
        return [(round(p.u, 1), round(p.v, 1)) for p in shape.points]

    def test_the_plans_numbers_are_in_the_section(self) -> None:
        """By hand: u is out from the display wall, v up from the floor."""
        (outline,) = shapes("section", Path, "outline")
        self.assertEqual(self.places(outline), [(0, 0), (0, 2500), (6000, 2500), (6000, 0)])
        (edge,) = shapes("section", Path, "picture-edge")
        self.assertEqual(self.places(edge), [(150, 800), (150, round(800 + HIGH, 1))])
        sights = {(round(one.points[0].u), round(one.points[0].v)) for one in shapes("section", Path, "sight")}  # type: ignore[attr-defined]
        self.assertEqual(sights, {(4000, 1300), (5500, 1100)})  # the riser was said of the first row
        aimed = {round(one.points[1].v, 1) for one in shapes("section", Path, "sight")}  # type: ignore[attr-defined]
        self.assertEqual(aimed, {round(800 + HIGH / 2, 1)})
        (lens,) = shapes("section", Mark, "lens")
        assert isinstance(lens, Mark)
        self.assertEqual((lens.at.u, lens.at.v), (3750, 2100))
        (beam,) = shapes("section", Path, "beam")
        self.assertEqual(self.places(beam)[0], (3750, 2100))
        self.assertEqual({v for _, v in self.places(beam)[1:]}, {800, round(800 + HIGH, 1)})
        strings = {one.key: one for one in scene_of(LOOK, "section").shapes if isinstance(one, Dim)}  # type: ignore[union-attr]
        throw, up = strings["projector.throw"], strings["projector.lens_z"]
        self.assertEqual((throw.a, throw.b, throw.text), (150, 3750, "throw 3600 mm"))
        self.assertEqual((up.a, up.b, up.text), (0, 2100, "lens 2100 mm"))

    def test_and_in_the_plan_and_on_the_wall(self) -> None:
        (edge,) = shapes("plan", Path, "picture-edge")
        self.assertEqual(self.places(edge), [(150, round(2600 - WIDE / 2, 1)), (150, round(2600 + WIDE / 2, 1))])
        heads = {(round(one.centre.u), round(one.centre.v)) for one in shapes("plan", Ellipse, "head-subject")}  # type: ignore[attr-defined]
        self.assertEqual(heads, {(4075, 2000)})
        walls = [self.places(one) for style in ("cut-unknown",) for one in shapes("plan", Path, style)]
        self.assertIn([(0, 5000), (6000, 5000), (6000 + WALL, 5000 + WALL), (-WALL, 5000 + WALL)], walls)
        (face,) = shapes("elevation", Path, "picture")
        left, right = round(2600 - WIDE / 2, 1), round(2600 + WIDE / 2, 1)
        self.assertEqual(set(self.places(face)), {(u, v) for u in (left, right) for v in (800, round(800 + HIGH, 1))})
        (dot,) = shapes("elevation", Mark, "lens")
        assert isinstance(dot, Mark)
        self.assertEqual((dot.at.u, dot.at.v), (2500, 2100))


class Written(unittest.TestCase):
    def test_the_svg_put_back_into_millimetres_is_the_scene(self) -> None:
        """An independent reader: frame, scale and the flip undone from the file alone."""
        for view in ("section", "plan", "elevation"):
            scene = scene_of(LOOK, view)
            assert scene is not None
            root = Tree.fromstring(write_svg(scene, 900, 600, layers=LAYERS, margins=Margins(40, 40, 40, 40)))
            left, top, u0, v1 = (float(part) for part in (root.get("data-frame") or "").split())
            scale, read = float(root.get("data-scale") or 0), set()
            for node in root.iter():
                if not node.tag.endswith(("path", "polygon", "polyline", "line")):
                    continue
                numbers = [float(n) for n in re.findall(r"-?\d+(?:\.\d+)?", node.get("d") or node.get("points") or "")]
                read |= {
                    (round((x - left) / scale + u0, -1), round(v1 - (y - top) / scale, -1))
                    for x, y in zip(numbers[::2], numbers[1::2], strict=False)
                }
            wanted = {p for shape in scene.shapes if isinstance(shape, Path) for p in shape.points}
            far = [p for p in wanted if not any(abs(p.u - u) <= 12 and abs(p.v - v) <= 12 for u, v in read)]
            self.assertEqual(far, [], view)

    def test_layers_that_are_off_leave_no_ink(self) -> None:
        scene = scene_of(LOOK, "section")
        assert scene is not None
        for layer in LAYERS:
            shown = [one for one in LAYERS if one != layer]
            less = write_svg(scene, 900, 600, layers=shown, margins=Margins(40, 40, 40, 40))
            only = Scene(scene.name, scene.title, scene.window, tuple(s for s in scene.shapes if s.layer != layer))
            kept = write_svg(only, 900, 600, layers=LAYERS, margins=Margins(40, 40, 40, 40))
            with self.subTest(layer):
                self.assertEqual(less.count("<path"), kept.count("<path"))

    def test_labels_stand_near_what_they_name(self) -> None:
        scene = scene_of(LOOK, "plan")
        assert scene is not None
        names = {label.text: label.at for label in scene.shapes if isinstance(label, Label)}
        self.assertEqual((round(names["display wall"].u), round(names["display wall"].v)), (0, 2500))
        self.assertEqual((round(names["furniture"].u), round(names["furniture"].v)), (450, 2500))


if __name__ == "__main__":
    unittest.main()
