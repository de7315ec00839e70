"""Plates: every picture's holes on a wall, each from one zero and one datum, the subject's upper row first."""

from __future__ import annotations

import unittest
from xml.etree import ElementTree as Tree

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.document import Plan
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Label, Mark, Scene
from oval_room.drawing.sheet import draw, scene_of
from oval_room.drawing.wall_parts import for_paper
from tests.core.survey.rooms import room, say

THREE = say(
    room(outline="room 7000 x 5000"), "made of brick", "seat 3500", "tv Slate 43", "mount Flat 600",
    "another tv Slate 43", "mount Flat 600", "another tv Slate 43", "mount Flat 600",
)  # fmt: skip


def hung(plan: Plan) -> Plan:
    """Every TV on a mount."""
    from oval_room.core.subject import Subject

    for key in plan.chosen.pictures:
        plan = say(plan, "mount Flat 600", subject=Subject(key, "s1", "k1", None))
    return plan


def look_at(plan: Plan, picture: str = "p1", wall: int = 1) -> Look:
    return Look(plan, evaluate(plan, SHELF), SHELF, picture, "s1", "k1", wall=wall)


def scene(plan: Plan, picture: str = "p1", wall: int = 1) -> Scene:
    found = scene_of(look_at(plan, picture, wall), "plate")
    assert found is not None
    return found


def strings(plate: Scene, axis: str) -> list[Dim]:
    return [one for one in plate.shapes if isinstance(one, Dim) and one.axis == axis and one.broken]


class Plates(unittest.TestCase):
    def test_every_hole_of_every_picture_is_given_from_one_zero(self) -> None:
        plan = hung(THREE)
        holes = evaluate(plan, SHELF).of(FixingResult).holes
        plate = scene(plan)
        ends = sorted(round(one.b, 1) for one in strings(plate, "u"))
        self.assertEqual(ends, sorted({round(x, 1) for one in holes.values() for x in one.columns}))
        marks = {(round(m.at.u, 1), round(m.at.v, 1)) for m in plate.shapes if isinstance(m, Mark) and m.sign == "hole"}
        wanted = {(round(x, 1), round(row, 1)) for one in holes.values() for row in one.rows for x in one.columns}
        self.assertEqual(marks, wanted)
        for one in strings(plate, "u"):
            self.assertTrue(one.text.endswith(f" {round(one.b)} mm"), one.text)
        self.assertIn("holes from left wall", [one.text for one in plate.shapes if isinstance(one, Label)])

    def test_rows_of_one_height_are_said_once_and_the_upper_first(self) -> None:
        plan = hung(THREE)
        rows = [one for one in strings(scene(plan), "v") if "row" in one.key]
        self.assertEqual(len(rows), 2)
        self.assertTrue(rows[0].text.startswith("upper row"))
        self.assertLess(rows[0].priority, rows[1].priority)

    def test_on_a_breast_they_are_from_its_edge(self) -> None:
        plan = say(room(outline="room 5000 x 5000"), "put breast 1500 x 400 x 2400 at 1750 out 0",
                   "flue breast swept, closed", "seat 3500",
                   "tv Slate 55", "mount Flat 600")  # fmt: skip
        (first, last) = strings(scene(plan), "u")
        columns = evaluate(plan, SHELF).of(FixingResult).holes["p1"].columns
        self.assertEqual(first.text, f"hole 1 {round(columns[0] - 1750)} mm")
        self.assertEqual(last.text, f"hole 2 {round(columns[1] - 1750)} mm")
        told = [one.text for one in scene(plan).shapes if isinstance(one, Label)]
        self.assertEqual([text for text in told if text.startswith("holes from")], ["holes from breast's left edge"])

    def test_what_has_a_stop_is_on_no_paper(self) -> None:
        """On the sheet its holes can be asked what they meet; they have no string, and on paper there are none."""
        plan = hung(say(THREE, "made of timber"))
        plate = scene(plan)
        self.assertEqual(strings(plate, "u"), [])
        self.assertIn("no holes yet", [one.text for one in plate.shapes if isinstance(one, Label)])
        marks = [one for one in plate.shapes if isinstance(one, Mark) and one.ref.startswith("hole.")]
        self.assertTrue(marks)
        paper = for_paper(plate)
        self.assertEqual([one for one in paper.shapes if isinstance(one, Mark) and one.ref.startswith("hole.")], [])
        whole = scene(hung(THREE))
        self.assertEqual(for_paper(whole), whole)

    def test_each_wall_has_its_own(self) -> None:
        plan = say(
            room("made of brick", "made of w3 brick", outline="room 5000 x 5000"),
            "seat 2500",
            "tv Slate 43",
            "mount Flat 600",
            "another tv Slate 43",
        )
        from oval_room.core.subject import Subject

        second = Subject("p2", "s1", "k1", None)
        plan = say(plan, "mount Flat 600", "on w3", subject=second)
        for wall, key in ((1, "p1"), (3, "p2")):
            self.assertEqual(len(strings(scene(plan, key, wall), "u")), 2)

    def test_on_the_phone_every_row_and_every_hole_is_told(self) -> None:
        """On sheets of any size down to a phone's: the upper row and each hole from the zero, and where that zero is."""
        for plan in (hung(THREE), bedroom_breast(), chapel_flat()):
            key, holes = next(iter(evaluate(plan, SHELF).of(FixingResult).holes.items()))
            for width, height in ((390, 300), (700, 394), (708, 475), (1100, 600)):
                part = draw(look_at(plan, key), "plate", width, height, ("fixings", "dimensions", "labels"))
                assert part is not None
                groups = [
                    one for one in Tree.fromstring(part.svg).iter() if one.get("data-key", "").startswith("holes.")
                ]
                told = {one.get("data-key"): "".join(one.itertext()) for one in groups}
                with self.subTest(plan.name, size=(width, height), told=told):
                    self.assertIn("upper row", told["holes.row.1"])
                    for n in range(1, len(holes.columns) + 1):
                        self.assertIn(f"hole {n} ", told[f"holes.x.{n}"])
                    self.assertIn("holes from ", "".join(Tree.fromstring(part.svg).itertext()))


if __name__ == "__main__":
    unittest.main()
