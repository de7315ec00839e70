"""What is sawn for a plan, and from what (rules 7.4, 7.8, 7.11, 7.12)."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.hanging.cutting import Piece, boards_of, pieces_of
from oval_room.core.plan.document import Plan
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_load_study import hung
from tests.core.survey.rooms import room, say

JOISTS = ("made of ceiling joists", "joists out", *(f"joist {at} pilot" for at in (900, 1300, 1700)))


def pieces(plan: Plan) -> list[Piece]:
    return pieces_of(plan, WHOLE, evaluate(plan, WHOLE))


class Cutting(unittest.TestCase):
    def test_of_what_the_plan_wants(self) -> None:
        """Joists 400 apart and 75 past either; studs 600 apart and one whole face; a cleat 20 shorter at either end,
        twice."""
        plan = say(
            room(*JOISTS, "seat 3600", "hang shelf w2 at 600, 900 x 200 x 250 up 400", outline="room 4000 x 5000"),
            "screen 90",
            "projector Heron",
            "goes hung",
            "lens up 2100",
            "stem Stem short",
            gear=WHOLE,
        )
        timber, *cleats = pieces(plan)
        self.assertAlmostEqual(timber.length, 550, delta=1.0)
        self.assertEqual([one.length for one in cleats], [860.0, 860.0])
        wide = ("made of w1 timber", *(f"stud w1 {at} pilot" for at in (600, 1200, 1800, 2400)))
        (board,) = pieces(hung("Slate 55", "Tilt 400", "along 1500", wall=wide))
        self.assertAlmostEqual(board.length, 638, delta=1.0)
        self.assertRegex(board.of, r"plywood 18 mm, \d+ high")
        self.assertEqual(pieces(hung("Ember 77", "Flat 800", "along 2110")), [])
        spoken = say(plan, "hang speaker w2 at 2000, 200 x 300 x 250 up 1500", gear=WHOLE)
        self.assertEqual(len(pieces(spoken)), 3)  # on its maker's bracket

    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.integers(50, 3000), max_size=12), st.sampled_from([2400.0, 3000.0]))
    def test_every_piece_is_cut_once_and_fits(self, lengths: list[int], stock: float) -> None:
        found = boards_of([Piece("board", float(one), "x") for one in lengths], stock, 3.0)
        for kind in found:
            cut = sorted(length for board in kind.lengths for length in board)
            self.assertEqual(sorted([*cut, *(piece.length for piece in kind.too_long)]), sorted(map(float, lengths)))
            for board in kind.lengths:
                self.assertLessEqual(sum(board) + 3.0 * (len(board) - 1), stock + 1e-6)


if __name__ == "__main__":
    unittest.main()
