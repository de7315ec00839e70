"""A lens tilted in the place of its shift (rules 6.4): kept in the plan, told, cured, in light and beam."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.light.study import LightResult
from oval_room.core.plan.document import Plan
from oval_room.core.projection.beam import Beam, meets_trapezoid, struck
from oval_room.core.projection.keystone import keystone
from oval_room.core.projection.study import ThrowResult
from oval_room.core.projection.throw import Span
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room, say

BARE = say(
    room("made of ceiling joists", "seat 3500", "screen 90", outline="room 4000 x 6000"),
    *("projector Steady", "goes upright", "lens up 500"),
)
"""A fixed lens with no shift, 117 mm too low for its picture."""


def found(plan: Plan, code: str) -> Finding | None:
    return next((one for one in evaluate(plan, SHELF).findings if one.code.name == code), None)


class Tilted(unittest.TestCase):
    def test_a_nose_is_tilted_last_and_levelled_first(self) -> None:
        report, short = evaluate(BARE, SHELF), found(BARE, "SHIFT")
        assert short is not None
        tried = cures_that_cure(BARE, SHELF, report, short)
        self.assertEqual([one.cure.kind.name for one in tried], ["LENS_UP", "BOTTOM_AT", "NOSE"])
        tilted = tried[-1].plan
        costs = found(tilted, "KEYSTONE")
        assert costs is not None
        self.assertEqual(costs.level, Level.NOTE)
        self.assertIn("of the pixels and of the light", Words(tilted).finding(costs))
        (level,) = cures_that_cure(tilted, SHELF, tried[-1].report, costs)
        self.assertEqual(level.plan.chosen.projectors["j1"].pose.pitch, 0.0)
        self.assertEqual(level.plan.chosen.projectors["j1"].pose.z, 617.0)  # where its offset needs no tilt

    def test_what_lands_is_the_picture(self) -> None:
        """Its own raster pitched again, by the plain formula: as wide as the screen, and as high up."""
        for line in ("nose up 2.3", "nose up 5", "nose down 7"):
            plan = say(BARE, line)
            throw = evaluate(plan, SHELF).of(ThrowResult).throws["j1"]
            picture, lens = plan.chosen.pictures["p1"], plan.chosen.projectors["j1"].pose
            assert throw.pitched is not None
            lands = keystone(
                throw_ratio=throw.ratio, aspect=16 / 9, throw=throw.throw, pitch=lens.pitch, offset=throw.need.v
            )
            self.assertAlmostEqual(lands.width, picture.width.value, delta=0.5)
            self.assertAlmostEqual((lands.bottom + lands.top) / 2 + lens.z, picture.pose.z, delta=0.5)
            self.assertEqual(round(lands.pixels, 3), round(throw.pitched.lands.pixels, 3))

    def test_how_far_the_lens_must_move_as_it_is_tilted(self) -> None:
        for line in ("nose up 3", "nose down 4"):
            plan = say(BARE, line)
            short = found(plan, "SHIFT")
            assert short is not None
            self.assertEqual(short.level, Level.STOP)
            (up, *_) = cures_that_cure(plan, SHELF, evaluate(plan, SHELF), short)
            again = found(up.plan, "SHIFT")
            self.assertEqual(again and again.level, Level.GOOD)

    def test_too_far_is_a_stop_and_what_the_light_is(self) -> None:
        steep = say(BARE, "nose up 28")
        costs = found(steep, "KEYSTONE")
        assert costs is not None
        self.assertEqual(costs.level, Level.STOP)
        level, tilted = (evaluate(one, SHELF) for one in (BARE, say(BARE, "nose up 8")))
        throw = tilted.of(ThrowResult).throws["j1"]
        ratio = tilted.of(LightResult).pictures["p1"].white / level.of(LightResult).pictures["p1"].white
        self.assertAlmostEqual(ratio, throw.raster[0] * throw.raster[1] / throw.lit, places=6)  # one lens, no zoom

    def test_what_is_not_said_of_a_tilted_one(self) -> None:
        plan = say(BARE, "goes hung", "nose down 5", "memory film 2.40")
        told = {one.code.name: one for one in evaluate(plan, SHELF).findings}
        self.assertNotIn("WINDOW", told)
        self.assertIn("not worked out", Words(plan).finding(told["MEMORY"]))
        self.assertIn("say which way", refused(BARE, "nose sideways").lower())
        self.assertIn("0 to 45", refused(BARE, "nose up 60"))
        self.assertEqual(say(plan, "nose level").chosen.projectors["j1"].pose.pitch, 0.0)


PLACE = st.integers(0, 4000)


class TiltedBeam(unittest.TestCase):
    BEAM = Beam((2000.0, 3600.0, 2000.0), (2000.0, 1200.0), 2600.0, 1400.0, 100.0)
    HALVES = (1000.0, 1300.0)

    @given(PLACE, PLACE, PLACE, st.integers(20, 900), st.integers(20, 900), st.integers(20, 900))
    def test_a_box_is_in_the_trapezoid_where_a_ray_meets_it(
        self, x: int, y: int, z: int, w: int, d: int, h: int
    ) -> None:
        """Brute force: rays from the lens to places all over the trapezoid on the screen."""
        box = Span(x, x + w), Span(y, y + d), Span(z, z + h)
        met = struck(self.BEAM, *box)
        told = met is not None and meets_trapezoid(self.BEAM, self.HALVES, box[0], box[2], met)
        lens, low = self.BEAM.lens, self.BEAM.centre[1] - self.BEAM.height / 2
        hit = False
        for i in range(13):
            up = low + self.BEAM.height * i / 12
            half = self.HALVES[0] + (self.HALVES[1] - self.HALVES[0]) * i / 12
            for j in range(-6, 7):
                across = self.BEAM.centre[0] + half * j / 6
                for n in range(9):
                    depth = y + d * n / 8
                    if not self.BEAM.screen_y <= depth <= lens[1]:
                        continue
                    t = (lens[1] - depth) / (lens[1] - self.BEAM.screen_y)
                    at = lens[0] + (across - lens[0]) * t, lens[2] + (up - lens[2]) * t
                    hit |= box[0].least <= at[0] <= box[0].greatest and box[2].least <= at[1] <= box[2].greatest
        if hit:
            self.assertTrue(told)
        if told:
            self.assertIsNotNone(met)  # what is in the trapezoid is in its bounds


if __name__ == "__main__":
    unittest.main()
