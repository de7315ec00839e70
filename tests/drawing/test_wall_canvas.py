"""The wall canvas, drawn where its displays hang: every rectangle against the pictures' own places in the room."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.demo.shop import WHOLE
from oval_room.demo.walled import library_wall
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Label, Path, Scene
from oval_room.drawing.wall_canvas import wall_canvas
from tests.core.array.example import HALL, NINE
from tests.core.survey.rooms import say


def drawn(look: Look) -> Scene:
    scene = wall_canvas(look)
    assert scene is not None
    return scene


class Canvas(unittest.TestCase):
    def setUp(self) -> None:
        self.plan = library_wall()
        self.look = Look(self.plan, evaluate(self.plan, WHOLE), WHOLE, "p1", "s1")

    def test_displays_are_drawn_to_scale_where_they_hang(self) -> None:
        pictures, middle = self.plan.chosen.pictures, self.plan.chosen.groups["m1"].pose
        seen = {
            s.ref: s for s in drawn(self.look).shapes if isinstance(s, Path) and s.style in ("picture", "picture-other")
        }
        self.assertEqual(set(seen), set(pictures))
        for key, one in pictures.items():
            box = seen[key].points
            self.assertAlmostEqual(box[0].u, one.pose.x - one.across / 2 - middle.x, places=6)
            self.assertAlmostEqual(box[2].u, one.pose.x + one.across / 2 - middle.x, places=6)
            self.assertAlmostEqual(box[0].v, one.bottom - middle.z, places=6)
            self.assertAlmostEqual(box[2].v, one.top - middle.z, places=6)
        self.assertEqual([key for key, one in seen.items() if one.style == "picture"], ["p1"])

    def test_turned_ones_show_their_own_top(self) -> None:
        """Upright: a triangle whose tip lies at the right edge, of each of the three; of no level one."""
        marks = {s.ref: s for s in drawn(self.look).shapes if isinstance(s, Path) and s.style == "edge"}
        self.assertEqual(set(marks), {"p7", "p8", "p9"})
        for key, mark in marks.items():
            one, middle = self.plan.chosen.pictures[key], self.plan.chosen.groups["m1"].pose
            self.assertAlmostEqual(max(p.u for p in mark.points), one.pose.x + one.across / 2 - middle.x, places=6)

    def test_told_by_number_and_plug(self) -> None:
        labels = [s.text for s in drawn(self.look).shapes if isinstance(s, Label)]
        for told in ("1", "9", "North out 6", "South out 3", "wall: 5,763 × 2,162 px", "1,920 × 1,080 at 1,922, 0"):
            self.assertIn(told, labels)
        spans = sorted(round(abs(s.b - s.a)) for s in drawn(self.look).shapes if isinstance(s, Dim))
        self.assertEqual(spans, [1019, 1147, 1721, 3058])

    def test_a_change_is_seen_before_it_is_made(self) -> None:
        ghost = say(self.plan, "wall display 2 left 200 mm", gear=WHOLE)
        scene = drawn(self.look._replace(ghost=ghost))
        ghosts = [s for s in scene.shapes if isinstance(s, Path) and s.style == "ghost-line"]
        self.assertEqual([s.ref for s in ghosts], ["p2"])
        now = self.plan.chosen.pictures["p2"].pose.x - self.plan.chosen.groups["m1"].pose.x
        self.assertAlmostEqual(ghosts[0].points[0].u, now - 200 - 1019.3 / 2, places=3)

    def test_none_without_a_wall(self) -> None:
        self.assertIsNone(wall_canvas(Look(HALL, evaluate(HALL, WHOLE), WHOLE, None, "s1")))

    def test_the_canvas_is_dashed_round_what_is_shown_only_where_gaps_are_skipped(self) -> None:
        for plan, count in ((NINE, 1), (say(NINE, "joints closed"), 0)):
            scene = drawn(Look(plan, evaluate(plan, WHOLE), WHOLE, "p1", "s1"))
            self.assertEqual(sum(isinstance(s, Path) and s.style == "guide" for s in scene.shapes), count)


if __name__ == "__main__":
    unittest.main()
