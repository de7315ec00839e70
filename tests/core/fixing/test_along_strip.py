"""The throw strip's stretches against the findings of a lens that is put there: each is one found by both (rules 6.2, 6.6,
7.8)."""

from __future__ import annotations

import unittest
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.along_strip import Stretch, stretches
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Mount
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.says import ThrowCode
from oval_room.core.projection.study import ThrowResult
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

HUNG: Final = ("seat 4800", "screen 90", "projector Heron", "goes hung", "lens up 2100", "stem Stem short")
FOUND: Final = {
    "thing": (ThrowCode.BEAM_THING, ThrowCode.BODY_IN, ThrowCode.BEAM_WALK),
    "seat": (ThrowCode.BEAM_HEAD,),
    "opening": (ThrowCode.BEAM_WALK,),
    "pole": (FixingCode.POLE,),
}
"""What is found where a stretch of a kind is."""
ROOMS: Final = {
    "a lamp in beam and body": ("put pendant pendant lamp 300 x 300 x 900 at 2200 out 3300 up 1500",),
    "a door by the screen": ("door w2 at 1500, 2200 x 2340", "swing door in, hinge left", "lens up 1700"),
    "a way through": ("put walkway aisle 900 x 800 x 2000 at 1600 out 1800 up 0", "lens up 1700"),
    "a ceiling that falls": ("slope w3 1500 at 30", "throw 2700"),
    "a head": ("lens up 1300", "seat 2000"),
}


def _strip(plan: Plan) -> tuple[Stretch, ...]:
    report = evaluate(plan, WHOLE)
    throw = report.of(ThrowResult).throws["j1"]
    mount = WHOLE[plan.chosen.projectors["j1"].mount or ""]
    assert isinstance(mount, Mount)
    plate = report.of(FixingResult).plates["j1"]
    return stretches(plan.survey, throw, plan.chosen.pictures["p1"], plate, mount, (1500.0, 4600.0))


class AlongStrip(unittest.TestCase):
    def test_every_stretch_is_where_a_lens_put_there_has_the_finding_and_none_is_missed(self) -> None:
        for name, lines in ROOMS.items():
            base = room("made of ceiling joists", outline="room 4000 x 6000")
            plan = say(base, *HUNG, *lines, gear=WHOLE)
            found = _strip(plan)
            self.assertTrue(found, name)
            screen = plan.chosen.pictures["p1"].pose.y
            for throw in range(1600, 4600, 100):
                near = [one for one in found if min(abs(throw - one.near), abs(throw - one.far)) < 10]
                if near:
                    continue  # at a border either may be right to a hair
                moved = apply(plan, PutProjector(id="j1", y=screen + throw), WHOLE)
                told = {
                    (kind, one.about.get(kind, ""), one.level)
                    for one in evaluate(moved, WHOLE).findings
                    for kind, codes in FOUND.items()
                    if one.code in codes
                    and one.level in (Level.STOP, Level.MIND)
                    and (kind == "pole" or kind in one.about)
                }
                drawn = {(one.kind, one.key, one.level) for one in found if one.near <= throw <= one.far}
                with self.subTest(name, throw=throw):
                    self.assertEqual(drawn, told)
