"""From this seat: tones follow the scene's light and the contrast worked out; who stands in the beam throws a shadow."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.survey.commands import PutScene
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import boat_shed_den, chapel_flat
from oval_room.drawing.from_seat import STILL
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Label, Path, Scene
from oval_room.drawing.seat_light import TONES, SeatLight
from oval_room.drawing.sheet import scene_of
from tests.core.survey.rooms import room, say

CHAPEL, DEN = chapel_flat(), boat_shed_den()
BEAM = say(
    room(outline="room 5000 x 7000"), "seat 3000", "row 2 4400", "screen 100", "bottom 700", "projector Heron",
    "goes upright", "throw 5000", "lens up 1500",
)  # fmt: skip


def look_at(plan: Plan, seat: str = "s1", lux: str = "k1") -> Look:
    return Look(plan, evaluate(plan, SHELF), SHELF, "p1", seat, lux)


def view(look: Look) -> Scene:
    found = scene_of(look, "seat")
    assert found is not None
    return found


def tones(scene: Scene, layer: str) -> list[int]:
    return [
        int(s.style[5:])
        for s in scene.shapes
        if isinstance(s, Path) and s.style.startswith("tone-") and s.layer == layer
    ]


class Tones(unittest.TestCase):
    def test_more_light_on_the_room_is_a_lighter_room(self) -> None:
        means = []
        for lux in (0, 20, 200, 2000):
            plan = apply(CHAPEL, PutScene(id="k1", side=Typed(value=lux, source="chosen")), SHELF)
            walls = tones(view(look_at(plan, "s2")), "structure")
            means.append(sum(walls) / len(walls))
        self.assertEqual(means, sorted(means))
        self.assertGreater(means[-1], means[0] + 10)

    def test_blacks_of_the_still_rise_with_stray_light_and_its_white_is_white(self) -> None:
        """What is asked to be black is as light as native contrast and stray light leave it."""
        blacks = []
        for lux in (0, 50, 500):
            plan = apply(CHAPEL, PutScene(id="k1", front=Typed(value=lux, source="chosen")), SHELF)
            light = SeatLight(look_at(plan, "s2"), "p1")
            self.assertEqual(light.shade(1.0), f"tone-{TONES}")
            blacks.append(int(light.shade(0.0)[5:]))
            wanted = ((light.black + light.stray) / light.brightest) ** (1 / 2.2) * TONES
            self.assertAlmostEqual(blacks[-1], wanted, delta=0.51)
        self.assertEqual(blacks, sorted(set(blacks)))

    def test_every_part_of_the_still_lies_on_the_picture(self) -> None:
        scene = view(look_at(CHAPEL, "s2"))
        seen = next(s for s in scene.shapes if isinstance(s, Path) and s.style == "seen")
        left, right = min(p.u for p in seen.points), max(p.u for p in seen.points)
        low, high = min(p.v for p in seen.points), max(p.v for p in seen.points)
        parts = [
            s for s in scene.shapes if isinstance(s, Path) and s.layer == "picture" and s.ref == "p1" and s is not seen
        ]
        self.assertEqual(len(parts), len(STILL) + 1)
        for part in parts:
            for p in part.points:
                self.assertTrue(left - 1e-6 <= p.u <= right + 1e-6 and low - 1e-6 <= p.v <= high + 1e-6)

    def test_floor_walls_and_ceiling_are_there_and_nothing_is_without_a_tone(self) -> None:
        for plan, seat in ((CHAPEL, "s4"), (DEN, "s1"), (BEAM, "s2")):
            scene = view(look_at(plan, seat))
            self.assertGreaterEqual(len(tones(scene, "structure")), len(plan.survey.room.walls) // 2 + 2)
            self.assertTrue(
                all(0 <= tone <= TONES for layer in ("structure", "room", "picture") for tone in tones(scene, layer))
            )

    def test_what_is_mirrored_is_drawn_over_the_picture(self) -> None:
        told = [s.ref for s in view(look_at(DEN)).shapes if isinstance(s, Path) and s.style == "reflection"]
        self.assertTrue(told)


class Shadows(unittest.TestCase):
    def shadow(self, plan: Plan, seat: str = "s2") -> tuple[list[Path], list[str]]:
        scene = view(look_at(plan, seat))
        shapes = [s for s in scene.shapes if isinstance(s, Path) and s.style == "shadow"]
        return shapes, [s.text for s in scene.shapes if isinstance(s, Label) and "standing" in s.text]

    def test_who_stands_up_before_the_lens_is_seen_on_the_picture(self) -> None:
        shapes, told = self.shadow(BEAM)
        self.assertEqual((len(shapes), told), (1, ["seat 1 standing up"]))

    def test_a_lens_over_everybody_throws_none(self) -> None:
        high = say(BEAM, "goes hung", "lens up 2250", "bottom 1500")
        self.assertEqual(self.shadow(high), ([], []))
        self.assertEqual(self.shadow(CHAPEL), ([], []))  # its lens hangs before the row


class ThingsInTheBeam(unittest.TestCase):
    def test_what_hangs_in_the_beam_throws_its_shadow_on_the_picture(self) -> None:
        """A lamp half-way between lens and screen: its shadow is twice as wide, and only while it is in the beam."""
        lines = (
            "seat 3000",
            "screen 100",
            "bottom 700",
            "projector Longreach",
            "throw 5000",
            "goes upright",
            "lens up 1400",
        )
        plan = say(room(*lines, outline="room 5000 x 7000"), "put pendant lamp 200 x 20 x 200 at 2400 out 2590 up 1250")
        picture = plan.chosen.pictures["p1"]
        lens = plan.chosen.projectors["j1"].pose
        look = look_at(plan)
        (shadow,) = [
            one for one in view(look).shapes if isinstance(one, Path) and one.style == "shadow" and one.ref == "t1"
        ]
        wide = max(p.u for p in shadow.points) - min(p.u for p in shadow.points)
        (seen,) = [
            one for one in view(look).shapes if isinstance(one, Path) and one.style == "seen" and one.ref == "p1"
        ]
        whole = max(p.u for p in seen.points) - min(p.u for p in seen.points)
        near = (lens.y - picture.pose.y) / (lens.y - 2610)  # the face nearer to the lens throws the larger
        self.assertAlmostEqual(wide / whole, 200 * near / picture.width.value, delta=0.01)
        away = say(plan, "put pendant other 200 x 20 x 200 at 300 out 2590 up 100")
        names = {one.ref for one in view(look_at(away)).shapes if isinstance(one, Path) and one.style == "shadow"}
        self.assertNotIn("t2", names)


if __name__ == "__main__":
    unittest.main()
