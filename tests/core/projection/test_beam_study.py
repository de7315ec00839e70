"""What stands in the beam of a plan (rules 6.6): said by how much and which way; moved that far it is clear, 2 mm less it is not."""

from __future__ import annotations

import unittest

from hypothesis import assume, given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.survey.commands import PutThing
from oval_room.demo.gear import SHELF
from tests.core.projection.example import BOX, LIT
from tests.core.survey.rooms import room, say

ROOM = room(*LIT, outline=BOX)


def struck(plan: Plan) -> Finding | None:
    return next((one for one in evaluate(plan, SHELF).findings if one.code.name == "BEAM_THING"), None)


def with_lamp(x: float, y: float, z: float) -> Plan:
    put = PutThing(
        id="t9", kind="pendant", name="lamp", x_from=x, x_to=x + 300, y_from=y, y_to=y + 300, z_from=z, z_to=z + 400
    )
    return apply(ROOM, put, SHELF)


class InTheBeam(unittest.TestCase):
    @given(st.floats(700, 3000), st.floats(100, 2600), st.floats(300, 1900))
    def test_moved_as_far_as_is_said_it_is_clear(self, x: float, y: float, z: float) -> None:
        found = struck(with_lamp(x, y, z))
        assume(found is not None and found.value is not None)
        assert found is not None and found.value is not None
        turn = {"up": (0, 1), "down": (0, -1), "right": (1, 0), "left": (-1, 0)}[found.more["way"]]
        for by, clear in ((found.value + 1, True), (found.value - 2, False)):
            if by < 0 or z + turn[1] * by < 0:
                continue
            moved = struck(with_lamp(x + turn[0] * by, y, z + turn[1] * by))
            self.assertEqual(moved is None, clear, (found.more, found.value))

    def test_the_lens_goes_before_what_is_in_its_way_where_it_can(self) -> None:
        plan = say(ROOM, "throw 3000", "put pendant lamp 300 x 300 x 400 at 1850 out 2700 up 1700")
        report = evaluate(plan, SHELF)
        finding = report.find("beam_thing/j1/p1/t1")
        assert finding is not None and finding.level is Level.STOP
        for tried in cures_that_cure(plan, SHELF, report, finding):
            self.assertNotIn(finding.key, tried.report.stops())

    def test_what_stands_behind_the_screen_or_under_the_projector_is_not_in_its_way(self) -> None:
        self.assertIsNone(struck(say(ROOM, "stand-off 300", "speaker centre at 2000 out 120 up 900")))
        lens = next(iter(ROOM.chosen.projectors.values())).pose
        shelf = f"put shelf ledge 600 x 500 x 30 at {lens.x - 300:.0f} out {lens.y - 100:.0f} up {lens.z - 200:.0f}"
        self.assertIsNone(struck(say(ROOM, shelf)))

    def test_on_another_wall_as_on_this_one(self) -> None:
        """The same room turned: a screen on the right wall, the lamp before it."""
        plan = room(
            "made of ceiling joists",
            "seat 3000",
            "screen 60",
            "on w2",
            "projector Wren",
            "goes hung",
            outline="room 5200 x 4000",
        )
        found = struck(say(plan, "put pendant lamp 300 x 300 x 900 at 4300 out 1850 up 1200"))
        self.assertIsNotNone(found)


if __name__ == "__main__":
    unittest.main()
