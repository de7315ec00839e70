"""The signal board and the runs of cables as drawn: every cable a line between its own posts, marked as it is judged."""

from __future__ import annotations

import re
import unittest
from xml.etree import ElementTree as Tree

from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.signal.runs_study import RunsResult
from oval_room.core.signal.study import RoutingResult
from oval_room.demo.gear import SHELF
from oval_room.drawing.button_lanes import Span, button_lanes
from oval_room.drawing.elevation import elevation
from oval_room.drawing.floor_plan import floor_plan
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Label, Mark, Path, Scene
from oval_room.drawing.signal_board import signal_board, state_of
from oval_room.drawing.svg import write_svg
from tests.core.signal.boards import large_board
from tests.core.signal.example import ALONE, PLANS, RECEIVER, SHED, TV, chain

NAMES = {"good": "wire", "mind": "wire-mind", "stop": "wire-stop"}


def look_at(plan: Plan, wall: int = 1) -> Look:
    return Look(plan, evaluate(plan, SHELF), SHELF, next(iter(plan.chosen.pictures)), None, wall=wall)


def board(plan: Plan) -> tuple[Scene, RoutingResult]:
    look = look_at(plan)
    scene = signal_board(look)
    assert scene is not None
    return scene, look.report.of(RoutingResult)


class Board(unittest.TestCase):
    def test_every_cable_runs_from_its_own_post_to_its_own(self) -> None:
        for plan in (*PLANS, large_board()):
            look = look_at(plan)
            scene, found = signal_board(look), look.report.of(RoutingResult)
            if scene is None:
                self.assertFalse(found.boxes)
                continue
            posts = {
                one.ref: one.points[0].u for one in scene.shapes if isinstance(one, Path) and one.ref in found.boxes
            }
            self.assertEqual(set(posts), set(found.boxes))
            for key, wire in found.wires.items():
                line = next(
                    one
                    for one in scene.shapes
                    if isinstance(one, Path) and one.ref == key and one.style.startswith("wire")
                )
                self.assertEqual((line.points[0].u, line.points[-1].u), (posts[wire.start.key], posts[wire.end.key]))
                self.assertEqual(line.style, NAMES[state_of(wire, found.ways).level])

    def test_what_stops_is_crossed_and_told(self) -> None:
        plan = chain("sends Kestrel 2160p60 8 bit", "lead c1 14 m", "lead c1 passive", on=ALONE)
        scene, _ = board(plan)
        self.assertEqual([one.ref for one in scene.shapes if isinstance(one, Mark) and one.sign == "cross"], ["cb1"])
        told = [one.text for one in scene.shapes if isinstance(one, Label)]
        self.assertIn("carries 0 of 18.0 Gbit/s", told)
        clean, _ = board(chain("sends Kestrel 2160p60 8 bit", on=ALONE))
        self.assertFalse([one for one in clean.shapes if isinstance(one, Mark) and one.sign == "cross"])

    def test_places_stand_under_the_posts_that_belong_to_them(self) -> None:
        plan = chain("spot loft on the ceiling, 2 m along, 3 m out", "stands Disc 4 loft", on=RECEIVER)
        scene, _ = board(plan)
        told = [one.text for one in scene.shapes if isinstance(one, Label)]
        self.assertTrue({"rack", "loft", "displays"} <= set(told))

    def test_lettering_never_overlaps_and_no_number_is_missing(self) -> None:
        """At the size of the sheet, of a phone, of an A3: boxes round what is lettered, and the numbers that stand."""
        for plan, size, least in (
            (RECEIVER, (690, 394), 1.0),
            (SHED, (390, 300), 1.0),
            (large_board(), (1500, 1060), 1.0),
        ):
            scene, found = board(plan)
            svg = write_svg(scene, *size)
            self.assertNotIn("nan", svg.lower())
            texts = [node.text or "" for node in Tree.fromstring(svg).iter() if node.tag.endswith("text")]
            numbers = {one for one in texts if re.fullmatch(r"c\d+", one)}
            self.assertGreaterEqual(len(numbers), least * len(found.wires))

    def test_a_post_stands_where_it_was_put(self) -> None:
        plan = chain("post Disc 4 after Kestrel Slim", "post Kestrel Slim before Kestrel", on=RECEIVER)
        look = Look(plan, evaluate(plan, SHELF), SHELF, "p1", None)
        scene = signal_board(look)
        assert scene is not None
        at = {one.ref: one.points[0].u for one in scene.shapes if isinstance(one, Path) and one.ref.startswith("dv")}
        self.assertLess(at["dv2"], at["dv1"])
        self.assertLess(at["dv2"], at["dv3"])

    def test_no_board_without_a_device(self) -> None:
        self.assertIsNone(signal_board(look_at(TV)))


class Runs(unittest.TestCase):
    def test_on_the_plan_and_on_its_own_wall(self) -> None:
        look = look_at(RECEIVER)
        routes = look.report.of(RunsResult).routes
        drawn = {one.ref for one in floor_plan(look).shapes if isinstance(one, Path) and one.style == "run"}
        self.assertEqual(drawn, {key for key, route in routes.items() if route.length > 1})
        front = [one for one in elevation(look).shapes if isinstance(one, Path) and one.style == "run"]
        self.assertEqual(
            next([tuple(p) for p in one.points] for one in front if one.ref == "cb4"), [(600.0, 400.0), (600.0, 1274.5)]
        )
        side = [one for one in elevation(look._replace(wall=3)).shapes if isinstance(one, Path) and one.style == "run"]
        self.assertEqual(side, [])

    def test_on_another_wall_it_stands_where_that_wall_has_it(self) -> None:
        """A rack at the back wall: seen from inside, its left end is the room's right."""
        plan = chain("rack 600 mm along, 5300 mm out, 400 mm up", on=RECEIVER)
        look = look_at(plan, wall=3)
        lines = [
            one for one in elevation(look).shapes if isinstance(one, Path) and one.style == "run" and one.ref == "cb4"
        ]
        self.assertTrue(lines)
        self.assertAlmostEqual(lines[0].points[0].u, 4500 - 600, delta=1)


class Lanes(unittest.TestCase):
    def test_bars_are_as_long_as_acts_take(self) -> None:
        spans = [
            Span("lamps", "on", 0, 10),
            Span("cloth", "down", 10, 35, "late"),
            Span("box", "off", 35, 35, "not told"),
        ]
        scene = button_lanes("Film", spans)
        bars = [one for one in scene.shapes if isinstance(one, Path) and one.style in ("strip-good", "strip-passed")]
        wide = [one.points[1].u - one.points[0].u for one in bars]
        self.assertAlmostEqual(wide[1] / wide[0], 2.5)
        self.assertEqual(len([one for one in scene.shapes if isinstance(one, Mark) and one.sign == "cross"]), 1)


if __name__ == "__main__":
    unittest.main()
