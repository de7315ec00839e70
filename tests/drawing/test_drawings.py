"""Drawings: true to scale, finite, with lettering that stands clear, for any plan a person can make."""

from __future__ import annotations

import math
import re
import unittest
from xml.etree import ElementTree as Tree

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.parts import STAGES
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.study import ThrowResult
from oval_room.core.projection.throw import throw_level
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.seat_map import seat_map, seats_tally
from oval_room.core.viewing.study import ViewResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.drawing.layout import TEXT, Margins, fit
from oval_room.drawing.lens_window import window_outline
from oval_room.drawing.look import Look
from oval_room.drawing.metrics import pieces, text_width
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.drawing.scene import LAYERS, Dim, Label, Path
from oval_room.drawing.sheet import draw, scene_of, views_of
from tests import long
from tests.core.making import COMMANDS
from tests.core.survey.rooms import room, say
from tests.core.test_figures import SHAPED

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()
STACKED = say(room(outline="room 4000 x 5000"), "seat 3000", "tv 55", "bottom 500", "another tv 43")
STACKED = say(STACKED, "on display wall", "bottom 1500", subject=Subject(picture="p2"))


def look_at(plan: Plan, picture: str | None = "p1", seat: str | None = "s2", ghost: Plan | None = None) -> Look:
    pictures, seats = plan.chosen.pictures, plan.survey.seats
    known = picture if picture in pictures else next(iter(pictures), None)
    return Look(plan, evaluate(plan, SHELF), SHELF, known, seat if seat in seats else plan.survey.main, "k1", ghost)


def text_boxes(svg: str) -> list[tuple[float, float, float, float, str]]:
    """Where the lettering of a drawing stands, worked out again from the SVG alone."""
    boxes = []
    for node in Tree.fromstring(svg).iter():
        if not node.tag.endswith("text"):
            continue
        style = (node.get("class") or "").removeprefix("t-")
        size = TEXT.get(style, TEXT["dim"] if style == "dim-text" else TEXT["label"])
        parts = [(node.text or "", 1.0)] + [
            (span.text or "", 0.68 if span.get("class") in ("f-over", "f-under") else 1.0) for span in node
        ]
        width = sum(text_width(text, size) * share for text, share in parts if text) - len(parts)
        x, y = float(node.get("x") or 0), float(node.get("y") or 0) - size * 0.35
        left = {"start": x, "middle": x - width / 2, "end": x - width}[node.get("text-anchor") or "start"]
        box = (left, y - size * 0.42, left + width, y + size * 0.42)
        if node.get("transform"):
            box = (x - size * 0.42, y - width / 2, x + size * 0.42, y + width / 2)
        boxes.append((*box, "".join(text for text, _ in parts)))
    return boxes


def overlaps(svg: str) -> list[tuple[str, str]]:
    boxes = text_boxes(svg)
    return [
        (a[4], b[4])
        for i, a in enumerate(boxes)
        for b in boxes[i + 1 :]
        if a[0] < b[2] - 0.5 and b[0] < a[2] - 0.5 and a[1] < b[3] - 0.5 and b[1] < a[3] - 0.5
    ]


class Drawings(unittest.TestCase):
    def check(self, svg: str) -> None:
        self.assertNotRegex(svg.lower(), r"nan|inf(?!o)|style=")
        self.assertEqual(overlaps(svg), [])
        Tree.fromstring(svg)

    def test_the_throw_strip_is_good_where_the_verdict_is(self) -> None:
        """A short zoom and a long one: the good part ends where an end of the range begins to be minded (rules 6.2)."""
        plan = chapel_flat()
        (key,) = plan.chosen.projectors
        gear = plan.chosen.projectors[key].gear or ""
        for lens in ((1.40, 1.44), (1.32, 2.10)):
            shelf = SHELF | {gear: SHELF[gear].model_copy(update={"lens": lens})}
            report = evaluate(plan, shelf)
            throw = report.of(ThrowResult).throws[key]
            scene = scene_of(Look(plan, report, shelf, plan.chosen.projectors[key].shows, None), "strip")
            assert scene is not None
            (good,) = [one for one in scene.shapes if isinstance(one, Path) and one.style == "strip-good"]
            lo, hi = min(p.u for p in good.points), max(p.u for p in good.points)
            for at, level in ((lo - 1, Level.MIND), (lo + 1, Level.GOOD), (hi - 1, Level.GOOD), (hi + 1, Level.MIND)):
                with self.subTest(lens, at=at):
                    width = throw.span.least / lens[0]
                    self.assertIs(throw_level(at, width, lens, half_width=1.0, step=1.0), level)

    def test_every_view_of_the_demonstration_at_every_size(self) -> None:
        for plan in (CHAPEL, BEDROOM, *SHAPED, STACKED):
            for name in VIEW_NAMES:
                for width, height in ((690, 394), (344, 188), (390, 300), (1400, 800), (160, 120)):
                    part = draw(look_at(plan), name, width, height, LAYERS)
                    with self.subTest(plan.name, view=name, width=width):
                        if part:
                            self.check(part.svg)

    @settings(max_examples=long(50), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(COMMANDS, max_size=6), st.sampled_from(sorted(VIEW_NAMES)))
    def test_any_plan_can_be_drawn(self, commands: list[Command], name: str) -> None:
        plan = CHAPEL
        for command in commands:
            try:
                plan = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
        part = draw(look_at(plan, ghost=CHAPEL), name, 690, 394, LAYERS)
        if part:
            self.check(part.svg)

    def test_an_empty_job_shows_its_assumed_room_dashed(self) -> None:
        look = look_at(new_plan("x"))
        for stage in STAGES:
            self.assertTrue(views_of(look, stage))
        part = draw(look, "plan", 690, 394, LAYERS)
        assert part
        self.assertIn("s-outline-assumed", part.svg)
        self.assertIn("dim-assumed", part.svg)

    def test_true_to_scale(self) -> None:
        """On the section the picture's drawn height over its height is the drawing's scale; so is the room's depth."""
        look = look_at(CHAPEL)
        part = draw(look, "section", 690, 394, LAYERS)
        assert part
        root = Tree.fromstring(part.svg)
        scale = float(root.get("data-scale") or 0)
        edge = next(n for n in root.iter() if n.get("class") == "s-picture-edge" and n.get("data-ref") == "p1")
        (x0, y0), (x1, y1) = re.findall(r"[ML]([\d.]+) ([\d.]+)", edge.get("d") or "")
        self.assertAlmostEqual((float(y0) - float(y1)) / scale, 1000, delta=0.2 / scale)
        self.assertEqual(x0, x1)
        outline = next(n for n in root.iter() if n.get("class") == "s-outline")
        xs = [float(x) for x, _ in re.findall(r"[ML]([\d.]+) ([\d.]+)", outline.get("d") or "")]
        self.assertAlmostEqual((max(xs) - min(xs)) / scale, 228 * 25.4, delta=0.2 / scale)

    def test_it_says_the_truth_after_a_change(self) -> None:
        moved = apply(CHAPEL, PutProjector(id="j1", y=3810), SHELF)
        part = draw(look_at(moved), "section", 690, 394, LAYERS)
        assert part
        self.assertIn("throw 11′", part.svg.replace("\u200a", ""))
        scene = scene_of(look_at(moved), "section")
        assert scene
        throw = next(s for s in scene.shapes if isinstance(s, Dim) and s.key == "projector.throw")
        self.assertEqual((throw.a, throw.b), (160, 3810))

    def test_a_ghost_shows_where_things_would_go(self) -> None:
        after = apply(CHAPEL, PutSeat(id="s4", y=Typed(value=4000)), SHELF)
        for name in ("section", "plan"):
            part = draw(look_at(CHAPEL, ghost=after), name, 690, 394, LAYERS)
            assert part
            self.assertIn("s-ghost", part.svg)
            plain = draw(look_at(CHAPEL), name, 690, 394, LAYERS)
            assert plain
            self.assertNotIn("s-ghost", plain.svg)

    def test_a_stack_has_a_ladder_each(self) -> None:
        scene = scene_of(look_at(STACKED, "p2"), "ladder")
        assert scene
        rails = {p.u for s in scene.shapes if isinstance(s, Path) and s.style == "rail" for p in s.points}
        self.assertEqual(len(rails), 4)
        shown = {s.text for s in scene.shapes if isinstance(s, Label)}
        self.assertLessEqual({"low", "third", "centre", "1500 mm", "500 mm", "TV 2"}, shown)

    def test_a_curved_face_and_its_parts_are_drawn_to_scale(self) -> None:
        """The ends of the arc in the plan lie a chord apart; two parts share the picture in its middle."""
        picture = SHAPED[0].chosen.pictures["p1"]
        plan, wall = (scene_of(look_at(SHAPED[0]), name) for name in ("plan", "elevation"))
        assert plan and wall
        face = next(s for s in plan.shapes if isinstance(s, Path) and s.style == "picture-edge").points
        self.assertAlmostEqual(math.dist(face[0], face[-1]), picture.across, delta=1e-6)
        self.assertAlmostEqual(max(p.u for p in face) - min(p.u for p in face), picture.bow, delta=1e-6)
        (parted,) = [s.points for s in wall.shapes if isinstance(s, Path) and s.style == "split"]
        self.assertEqual([round(p.u - picture.pose.x, 6) for p in parted], [0, 0])

    def test_the_seat_map_sheet_tells_each_seat(self) -> None:
        look = look_at(CHAPEL)
        scene = scene_of(look, "map")
        assert scene and look.picture
        told = [s.text for s in scene.shapes if isinstance(s, Label) and s.text.startswith("seat")]
        tallies = seats_tally(
            seat_map(
                CHAPEL.survey,
                CHAPEL.chosen.pictures["p1"],
                item=SHELF[CHAPEL.chosen.pictures["p1"].gear or ""],
                school=school_of(CHAPEL).school,
            ),
            CHAPEL.survey,
        )
        for key, tally in tallies.items():
            assert tally
            self.assertTrue(
                any(text.startswith(f"{CHAPEL.survey.seats[key].name}: {sum(tally.values())}") for text in told), key
            )

    def test_only_a_woven_cloth_is_cut(self) -> None:
        self.assertIsNone(scene_of(look_at(CHAPEL), "cloth"))
        scene = scene_of(look_at(SHAPED[1]), "cloth")
        assert scene
        cut = sorted(s.b for s in scene.shapes if isinstance(s, Dim))
        figures = evaluate(SHAPED[1], SHELF).figures
        self.assertEqual(cut, sorted(figures[f"picture.p1.cloth.{side}"].value or 0 for side in "wh"))

    def test_layers_can_be_left_out(self) -> None:
        part = draw(look_at(CHAPEL), "section", 690, 394, ("people",))
        assert part
        self.assertNotIn("s-beam", part.svg)
        self.assertNotIn("dim-line", part.svg)
        self.assertIn("s-head", part.svg)

    def test_moved_and_held_ends(self) -> None:
        part = draw(look_at(CHAPEL), "section", 690, 394, LAYERS)
        assert part
        root = Tree.fromstring(part.svg)
        throw = next(n for n in root.iter() if n.get("data-key") == "projector.throw")
        dot = next(n for n in throw.iter() if n.get("class") == "dim-dot")
        lens = next(n for n in root.iter() if n.get("class") == "s-lens")
        self.assertAlmostEqual(float(dot.get("cx") or 0), float(lens.get("cx") or 1), delta=0.2)  # the lens's end moves

    def test_a_high_cabinet_empties_the_ladder(self) -> None:
        blocked = apply(CHAPEL, PutThing(id="t1", z_to=2300), SHELF)
        part = draw(look_at(blocked, "p2"), "ladder", 690, 394, LAYERS)
        assert part
        self.assertIn("s-range-none", part.svg)
        self.assertIn("No height works", part.svg)

    def test_a_swivelled_picture_is_drawn_turned(self) -> None:
        turned = apply(CHAPEL, PutPicture(id="p2", yaw=30), SHELF)
        scene = scene_of(look_at(turned, "p2"), "plan")
        assert scene
        edge = next(s for s in scene.shapes if isinstance(s, Path) and s.ref == "p2" and s.layer == "picture")
        (a, b) = edge.points
        self.assertGreater(abs(a.u - b.u), 100)

    def test_from_a_seat_the_picture_has_its_true_angle(self) -> None:
        """Square on from the middle seat, the drawn half-width over the unit is the tangent of half the angle."""
        scene = scene_of(look_at(CHAPEL), "seat")
        assert scene
        seen = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "seen")
        angle = evaluate(CHAPEL, SHELF).of(ViewResult).pictures["p1"].seats["s2"].angle
        assert angle
        half = max(p.u for p in seen.points)
        self.assertAlmostEqual(2 * math.degrees(math.atan(half / 1000)), angle, places=6)
        heads = [s for s in scene.shapes if getattr(s, "style", "") == "head-in-front"]
        self.assertEqual(heads, [])  # nobody sits before the first row
        behind = scene_of(look_at(CHAPEL, seat="s4"), "seat")
        assert behind
        self.assertEqual(len([s for s in behind.shapes if getattr(s, "style", "") == "head-in-front"]), 3)

    def test_north_lies_where_the_bearing_says(self) -> None:
        """Looking at the display wall is looking left on the plan. Looking south (180°), north is to the right; west (270°): up."""
        for bearing, (du, dv) in ((180, (1, 0)), (0, (-1, 0)), (270, (0, 1)), (90, (0, -1))):
            plan = apply(CHAPEL, PutRoom(faces=bearing), SHELF)
            scene = scene_of(look_at(plan), "plan")
            assert scene
            arrow = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "north")
            (tail, tip) = arrow.points
            size = math.dist(tail, tip)
            with self.subTest(bearing):
                self.assertAlmostEqual((tip.u - tail.u) / size, du)
                self.assertAlmostEqual((tip.v - tail.v) / size, dv)

    def test_no_view_from_behind_the_picture(self) -> None:
        plan = apply(CHAPEL, PutSeat(id="s1", y=Typed(value=60)), SHELF)
        self.assertIsNone(scene_of(look_at(plan, seat="s1"), "seat"))

    def test_the_window_hung_is_turned_half_round(self) -> None:
        window = evaluate(CHAPEL, SHELF).of(ThrowResult).throws["j1"].window
        upright, hung = window_outline(window, False), window_outline(window, True)
        self.assertEqual([(-s, -v) for s, v in upright], hung)


class Lettering(unittest.TestCase):
    def test_fractions_become_pieces(self) -> None:
        self.assertEqual([(p.text, p.role) for p in pieces("13' 4 7/8\"")],
                         [("13′\u200a4", "plain"), ("7", "over"), ("⁄", "stroke"), ("8", "under"), ("″", "plain")])  # fmt: skip
        self.assertEqual([p.text for p in pieces("3413 mm")], ["3413 mm"])

    def test_the_frame_keeps_the_window_inside(self) -> None:
        scene = scene_of(look_at(CHAPEL), "plan")
        assert scene
        frame = fit(scene, 500, 300, Margins(10, 20, 30, 40))
        u0, v0, u1, v1 = scene.window
        self.assertGreaterEqual(frame.x(u0), 10 - 1e-6)
        self.assertLessEqual(frame.x(u1), 470 + 1e-6)
        self.assertGreaterEqual(frame.y(v1), 20 - 1e-6)
        self.assertLessEqual(frame.y(v0), 260 + 1e-6)
