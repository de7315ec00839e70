"""What hangs on the walls, drawn in millimetres, with the screws where its holes are."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.measure import chosen
from oval_room.core.survey.room_commands import PutRoom
from oval_room.demo.gear import SHELF
from oval_room.drawing.elevation import elevation
from oval_room.drawing.floor_plan import floor_plan
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Label, Mark, Path
from oval_room.drawing.section import section
from oval_room.formats.job_file import read_job, write_job
from tests.core.hanging.example import PLANS

SHELVED = PLANS[0]


class Drawn(unittest.TestCase):
    def test_it_is_kept_in_a_job_file(self) -> None:
        self.assertEqual(read_job(write_job(SHELVED, SHELF))[0].chosen.more, SHELVED.chosen.more)

    def test_drawn_where_its_holes_are(self) -> None:
        plan = apply(SHELVED, PutRoom(depth=chosen(5000.0)), SHELF)
        look = Look(plan, evaluate(plan, SHELF), SHELF, None, None, wall=2)
        front = [one for one in elevation(look).shapes if getattr(one, "ref", "") == "h1"]
        self.assertEqual([tuple(one.at) for one in front if isinstance(one, Mark)], [(1060, 1570), (1740, 1570)])
        (outline,) = (one for one in front if isinstance(one, Path))
        self.assertEqual([tuple(p) for p in outline.points], [(1000, 1400), (1800, 1400), (1800, 1600), (1000, 1600)])
        said = [one.text for one in elevation(look).shapes if isinstance(one, Label) and one.layer == "fixings"]
        self.assertEqual(said[-2:], ["1060 mm along, 1570 mm up", "1740 mm"])
        (side,) = (one for one in section(look.turned(2)).shapes if getattr(one, "ref", "") == "h1")
        assert isinstance(side, Path)
        self.assertEqual([tuple(p) for p in side.points], [(0, 1400), (250, 1400), (250, 1600), (0, 1600)])
        (above,) = (one for one in floor_plan(look._replace(wall=1)).shapes if getattr(one, "ref", "") == "h1")
        assert isinstance(above, Path)  # the right wall runs out from the display wall at x = 4000
        self.assertEqual([tuple(p) for p in above.points], [(1000, 4000), (1800, 4000), (1800, 3750), (1000, 3750)])
        self.assertEqual(
            [one for one in elevation(look._replace(wall=1)).shapes if getattr(one, "ref", "") == "h1"], []
        )


if __name__ == "__main__":
    unittest.main()
