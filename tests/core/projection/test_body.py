"""A projector's body and pole against what stands and hangs in the room (rules 6.2, 6.7)."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.projection.body import body_of, overlaps, put_at, ways_out
from oval_room.core.projection.throw import Span
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

HERON = next(item for item in WHOLE.values() if item.name == "Quillmark Heron 2")
LEDGE = next(item for item in WHOLE.values() if item.name == "Pellowe Ledge 25")
SIDE = st.tuples(st.integers(0, 900), st.integers(1, 600)).map(lambda one: Span(one[0], one[0] + one[1]))


class Bodies(unittest.TestCase):
    def test_where_it_is_about_its_lens(self) -> None:
        """Heron 2 by its sheet: 460 wide, 190 high, 410 behind the lens; hung, its plate is over its own dx and dy."""
        right, forward, _ = HERON.lens_on_plate  # type: ignore[union-attr]
        hung = body_of(HERON, hung=True, ceiling=500)  # type: ignore[arg-type]
        self.assertEqual(hung.body[1:], (Span(0, 410), Span(-95, 95)))
        self.assertEqual(hung.body[0], Span(right - 230, right + 230))
        assert hung.pole is not None
        self.assertEqual(hung.pole[2], Span(95, 500))
        self.assertEqual((hung.pole[1].least + hung.pole[1].greatest) / 2, forward)
        self.assertIsNone(body_of(HERON, hung=False, ceiling=500).pole)  # type: ignore[arg-type]
        cabinet = body_of(LEDGE, hung=False, ceiling=500)  # type: ignore[arg-type]
        self.assertEqual(cabinet.body[1:], (Span(-318, 22), Span(-125, 0)))

    @given(st.tuples(SIDE, SIDE, SIDE), st.tuples(SIDE, SIDE, SIDE))
    def test_every_way_out_is_the_least_that_clears(
        self, one: tuple[Span, Span, Span], other: tuple[Span, Span, Span]
    ) -> None:
        if not overlaps(one, other):
            return
        for axis, by in ways_out(one, other):
            move = (by, 0.0, 0.0) if axis == 0 else (0.0, by, 0.0)
            self.assertFalse(overlaps(put_at(one, move), other))
            short = by - 2.5 if by > 0 else by + 2.5
            if abs(by) > 3:
                self.assertTrue(overlaps(put_at(one, (short, 0.0, 0.0) if axis == 0 else (0.0, short, 0.0)), other))

    def test_a_ceiling_beam_where_it_hangs_is_a_stop_with_a_ways_out(self) -> None:
        plan = say(
            room("made of ceiling joists", "seat 4200", "screen 90", "projector Heron", outline="room 4000 x 5200"),
            *("throw 3200", "put beam 4000 x 150 x 400 at 0 out 3400 up 2000"),
        )
        report = evaluate(plan, WHOLE)
        (finding,) = [one for one in report.findings if one.code.name == "BODY_IN"]
        self.assertEqual(finding.level, Level.STOP)
        self.assertIn("its body or its pole", Words(plan).finding(finding))
        tried = cures_that_cure(plan, WHOLE, report, finding)
        self.assertTrue(tried)
        for one in tried:
            self.assertFalse([left for left in one.report.findings if left.code.name == "BODY_IN"])

    def test_what_it_stands_on_is_not_in_its_way(self) -> None:
        plan = say(
            room("seat 4200", "screen 90", "projector Heron", outline="room 4000 x 5200"),
            *(
                "goes upright",
                "throw 3200",
                "lens up 904",
                "put furniture sideboard 600 x 500 x 808 at 1700 out 3150 up 0",
            ),
        )
        below = plan.chosen.projectors["j1"].pose.z - HERON.lens_on_plate[2]  # type: ignore[union-attr]
        self.assertGreaterEqual(below, 807)
        self.assertFalse([one for one in evaluate(plan, WHOLE).findings if one.code.name == "BODY_IN"])
        deep = say(plan, "lens up 700")
        self.assertTrue([one for one in evaluate(deep, WHOLE).findings if one.code.name == "BODY_IN"])


if __name__ == "__main__":
    unittest.main()
