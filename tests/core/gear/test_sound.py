"""Soundbars and loudspeakers of the shelf in the room: as large as their sheets say."""

from __future__ import annotations

import unittest

from oval_room.core.plan.document import Plan
from oval_room.core.survey.document import Thing
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

PLAN = room("seat 3000", "tv 55", "furniture 450", outline="room 4000 x 5000")


def told(plan: Plan, *lines: str) -> dict[str, Thing]:
    return say(plan, *lines, gear=WHOLE).survey.things


def size(thing: Thing) -> tuple[float, float, float]:
    return thing.x_to - thing.x_from, thing.y_to - thing.y_from, thing.z_to - thing.z_from


class Sound(unittest.TestCase):
    def test_a_soundbar_by_its_name_stands_on_the_furniture_under_the_picture(self) -> None:
        thing = next(one for one in told(PLAN, "soundbar Sill 900").values() if one.kind == "soundbar")
        self.assertEqual(size(thing), (900.0, 105.0, 62.0))
        self.assertEqual((thing.z_from, thing.source), (450.0, "maker"))
        self.assertAlmostEqual((thing.x_from + thing.x_to) / 2, PLAN.chosen.pictures["p1"].pose.x)

    def test_another_takes_its_place_and_a_length_is_still_one(self) -> None:
        things = told(PLAN, "soundbar 560", "soundbar Sill 1200")
        (bar,) = [one for one in things.values() if one.kind == "soundbar"]
        self.assertEqual(size(bar)[0], 1200.0)
        (bar,) = [one for one in told(PLAN, "soundbar 560").values() if one.kind == "soundbar"]
        self.assertEqual(bar.z_to, 560.0)
        self.assertIsInstance(hear(PLAN, WHOLE, "soundbar Sill"), Asked)

    def test_a_loudspeaker_by_its_name(self) -> None:
        things = told(
            PLAN,
            "speaker left at 400 out 300",
            "speaker left Post at 400 out 300",
            "speaker right Brick at 3600 out 300 up 900",
        )
        left, right = (next(one for one in things.values() if one.part == part) for part in ("left", "right"))
        self.assertEqual((size(left), left.source, left.name), ((210.0, 290.0, 960.0), "maker", "left Merriden Post"))
        self.assertEqual((size(right), right.z_from), ((160.0, 200.0, 260.0), 900.0))
        self.assertEqual(sum(one.part == "left" for one in things.values()), 1)
        (named,) = [one for one in told(PLAN, "speaker left garden at 400 out 300").values() if one.part == "left"]
        self.assertEqual((named.name, named.source), ("left garden speaker", "read"))


if __name__ == "__main__":
    unittest.main()
