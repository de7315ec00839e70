"""What fixing draws: the strip's stretches, drill window, bolt view, sweeps, light strips, outlets, brackets, boards to
saw: each against the core's own numbers."""

from __future__ import annotations

import math
import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.drill_study import DrillResult
from oval_room.core.fixing.frame_study import FrameResult
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.strip_study import StripResult
from oval_room.core.fixing.swing_study import SwingResult
from oval_room.core.hanging.cutting import Piece, boards_of
from oval_room.core.plan.document import Plan
from oval_room.core.units import Ruler
from oval_room.demo.shop import WHOLE
from oval_room.drawing.cut_boards import cut_boards
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Label, Mark, Path, Scene
from oval_room.drawing.sheet import scene_of
from tests.core.fixing.test_along_strip import HUNG, ROOMS
from tests.core.fixing.test_holding import ARM
from tests.core.fixing.test_load_study import hung
from tests.core.survey.rooms import room, say


def drawn(plan: Plan, view: str) -> Scene:
    scene = scene_of(Look(plan, evaluate(plan, WHOLE), WHOLE, "p1", None), view)
    assert scene is not None
    return scene


def paths(scene: Scene, style: str) -> list[Path]:
    return [one for one in scene.shapes if isinstance(one, Path) and one.style == style]


class Fixings(unittest.TestCase):
    def test_the_strip_names_what_is_in_the_way_with_its_ends(self) -> None:
        base = room("made of ceiling joists", outline="room 4000 x 6000")
        scene = drawn(say(base, *HUNG, *ROOMS["a lamp in beam and body"], gear=WHOLE), "strip")
        labels = [one.text for one in scene.shapes if isinstance(one, Label)]
        self.assertTrue(any(text.startswith("pendant lamp ") and "–" in text for text in labels), labels)

    def test_the_drill_window_holds_where_it_is_drawn(self) -> None:
        plan = hung("Ember 77", "Flat 800", "along 2110", "socket w1 at 2030 up 1200")
        scene, here = drawn(plan, "plate"), evaluate(plan, WHOLE).of(DrillResult).windows["p1"]
        found = paths(scene, "plate-window")
        self.assertGreaterEqual(len(found), 1)
        for one in found:
            us, vs = [p.u for p in one.points], [p.v for p in one.points]
            self.assertTrue(here.window.holds((min(us) + max(us)) / 2, (min(vs) + max(vs)) / 2))
        self.assertGreater(len(paths(scene, "zone")), 0)
        holes = [one.ref for one in scene.shapes if isinstance(one, Mark) and one.ref.startswith("hole.p1.")]
        self.assertEqual(holes, [f"hole.p1.{n}" for n in range(1, 5)])

    def test_an_arm_s_sweep_in_the_plan(self) -> None:
        found = [one for one in paths(drawn(ARM, "plan"), "sweep") if one.ref == "p1"]
        self.assertEqual(len(found), 4)
        outline = evaluate(ARM, WHOLE).of(SwingResult).sweeps["p1"].corners(50.0)
        self.assertEqual(
            {(round(x, 3), round(y, 3)) for x, y in outline}, {(round(p.v, 3), round(p.u, 3)) for p in found[1].points}
        )

    def test_every_bolt_with_what_it_bears(self) -> None:
        report, scene = evaluate(ARM, WHOLE), drawn(ARM, "bolts")
        held = report.of(LoadResult).held["p1"]
        marks = {one.ref: one for one in scene.shapes if isinstance(one, Mark)}
        labels = [one.text for one in scene.shapes if isinstance(one, Label)]
        for n, load in enumerate(held.worst.bolts, 1):
            self.assertIn(f"{n}: {load.use:.0f} %", labels)
            style = "bolt-stop" if load.use > 100 else "bolt-mind" if load.use > 70 else "bolt-good"
            self.assertEqual(marks[f"hole.p1.{n}"].style, style)
        self.assertTrue(any("out, pulled by a hand" in text and "folded" in text for text in labels))
        self.assertIsNone(scene_of(Look(ARM, report, WHOLE, "p9", None), "bolts"))

    def test_a_light_strip_is_as_long_as_it_is_told(self) -> None:
        plan = say(ARM, "strip 3 sides, 24 V, 14.4 W/m", gear=WHOLE)
        (found,) = paths(drawn(plan, "elevation"), "light-strip")
        length = sum(math.dist(a, b) for a, b in zip(found.points, found.points[1:], strict=False))
        self.assertAlmostEqual(length, evaluate(plan, WHOLE).of(StripResult).strips["p1"].run.run)

    def test_an_outlet_that_clashes_to_scale_and_brackets_of_a_frame(self) -> None:
        plan = hung("Ember 77", "Flat 800", "along 2110", "socket w1 at 2110 up 1300")
        (found,) = paths(drawn(plan, "plate"), "outlet-clash")
        self.assertAlmostEqual(max(p.u for p in found.points) - min(p.u for p in found.points), 86.0)
        framed = say(
            room("seat 3000", "made of w1 brick", outline="room 4000 x 5000"), "screen Frame 100 grey", gear=WHOLE
        )
        marks = [one.at for one in drawn(framed, "elevation").shapes if isinstance(one, Mark) and one.style == "hole"]
        self.assertEqual(marks, list(evaluate(framed, WHOLE).of(FrameResult).frames["p1"].places))

    def test_boards_show_every_piece_as_long_as_it_is(self) -> None:
        lengths = [860.0, 860.0, 1560.0, 400.0, 2399.0]
        (kind,) = boards_of([Piece("board", one, "x") for one in lengths], 2400.0, 3.0)
        found = [one for one in cut_boards(kind, 2400.0, 3.0, Ruler()).shapes if isinstance(one, Path)]
        ends = [
            (min(p.u for p in one.points), max(p.u for p in one.points)) for one in found if one.style == "strip-edge"
        ]
        self.assertEqual(sorted(round(b - a, 6) for a, b in ends), sorted(lengths))
        self.assertTrue(all(0 <= a < b <= 2400 for a, b in ends))


if __name__ == "__main__":
    unittest.main()
