"""What holds a plate, a pole or a case under a grid or a bare board (rules 7.22)."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.capacity import capacity_of
from oval_room.core.fixing.case_study import CaseResult
from oval_room.core.fixing.overhead import holder_of, void_over
from oval_room.core.fixing.overhead_load import bracket_load
from oval_room.core.fixing.overhead_study import OverheadResult
from oval_room.core.fixing.study import FixingResult
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.room import Made
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_case_study import hall
from tests.core.survey.rooms import room, say

HUNG = ("screen 90", "projector Heron", "goes hung", "lens up 2000")
OVERHEAD = ("HOLDER", "CEILING_KIND", "CASE", "JOIST")


def hung(*lines: str) -> Plan:
    return say(room("seat 3600", outline="room 4000 x 5000"), *HUNG, *lines, gear=WHOLE)


def told(plan: Plan, *codes: str) -> list[Finding]:
    return [one for one in evaluate(plan, WHOLE).findings if one.code.name in (codes or OVERHEAD)]


class Holders(unittest.TestCase):
    def test_what_holds_a_thing(self) -> None:
        for made, by, want in (
            (None, "", "unknown"),
            (Made(), "", "unknown"),
            (Made(joists="out"), "", "joists"),
            (Made(kind="joists"), "", "joists"),
            (Made(kind="trusses"), "", "joists"),
            (Made(kind="concrete"), "", "slab"),
            (Made(kind="grid"), "", "nothing"),
            (Made(kind="board"), "", "nothing"),
            (Made(kind="grid", over="slab"), "", "void"),
            (Made(kind="grid", over="slab", void=300.0), "", "slab"),
            (Made(kind="board", over="joists", void=80.0), "", "joists"),
            (Made(kind="grid", over="timber", void=80.0), "", "timber"),
            (Made(kind="grid"), "bracket", "bracket"),
            (None, "timber", "timber"),
        ):
            with self.subTest(made=made, by=by):
                self.assertEqual(holder_of(made, by), want)
        self.assertEqual(void_over(Made(kind="grid", void=300.0)), 300.0)
        self.assertEqual(void_over(Made(kind="joists", void=300.0)), 0.0)

    def test_brackets_by_hand(self) -> None:
        """20 kg on two brackets, 300 out: 98.1 N each; screws at 10 and 110 of 120: T = 98.1·300·110/(10² + 110²) =
        265.35 N, V = 49.05 N; a 10 mm plug bears 600 and 900: 44.225 + 5.45 %."""
        load = bracket_load(20.0, brackets=2, out=300.0, capacity=capacity_of("plug 10 brick"))
        self.assertAlmostEqual(load.tension, 265.352459, places=5)
        self.assertAlmostEqual(load.use, 44.225410 + 5.45, places=5)


class Projectors(unittest.TestCase):
    def test_nothing_until_somebody_says_what_is_over_it(self) -> None:
        for kind in ("grid", "board"):
            plan = hung(f"made of ceiling {kind}")
            (stop,) = told(plan)
            with self.subTest(kind):
                self.assertEqual((stop.code.name, stop.level, stop.rule), ("HOLDER", Level.STOP, "7.22"))
                self.assertIn("carries nothing", Words(plan).finding(stop))
                self.assertFalse(evaluate(plan, WHOLE).of(OverheadResult).fixed)

    def test_a_slab_joists_a_timber_a_bracket(self) -> None:
        """The drop is void and pole; lens at 2000 under a ceiling of 2400."""
        plan = hung("made of ceiling grid", "void 300 mm slab")
        (note,) = told(plan)
        pole = evaluate(plan, WHOLE).of(FixingResult).plates["j1"].pole or 0.0
        self.assertEqual(note.level, Level.NOTE)
        self.assertAlmostEqual(note.value or 0, 300 + pole)
        self.assertIn("300 mm of void", Words(plan).finding(note).replace("11 13/16″", "300 mm"))
        high = hung("made of ceiling grid", f"void {700 - round(pole)} mm slab")
        (sway,) = told(high, "SWAY")
        self.assertAlmostEqual(sway.value or 0, 700, delta=1.0)
        beams = hung("made of ceiling grid", "void 200 mm joists out", "joist 1950 pilot")
        self.assertIn("JOIST", [one.code.name for one in told(beams)])
        self.assertIn("JOIST", [one.code.name for one in told(hung("made of ceiling grid", "void 200 mm joists out"))])
        timber = hung("made of ceiling grid", "plate held by timber")
        self.assertEqual([(one.level, one.more["why"]) for one in told(timber)], [(Level.NOTE, "timber")])
        self.assertIn("coach", next(iter(evaluate(timber, WHOLE).of(OverheadResult).fixed.values())).fixing)
        bracket = hung("made of ceiling grid", "made of w3 brick", "plate held by wall bracket")
        (far,) = told(bracket)
        self.assertEqual(far.level, Level.STOP if (far.value or 0) > 900 else Level.NOTE)

    def test_the_choice_is_undone_and_goes_with_its_thing(self) -> None:
        plan = hung("made of ceiling grid", "plate held by timber")
        self.assertEqual([one.level for one in told(say(plan, "plate held by ceiling", gear=WHOLE))], [Level.STOP])
        self.assertFalse(told(apply(plan, Drop(id="j1"), WHOLE)))


class Cases(unittest.TestCase):
    def test_under_a_grid(self) -> None:
        slab = hall("made of ceiling grid", "void 300 mm slab")
        self.assertEqual({one.code.name: one.level for one in told(slab)}, {"HOLDER": Level.NOTE, "CASE": Level.NOTE})
        self.assertEqual([one.count for one in evaluate(slab, WHOLE).of(OverheadResult).fixed.values()], [2])

    def test_on_brackets(self) -> None:
        """Case from 1260 to 3740: hooks 40 in, 1300 and 3700; in a wall of studs, at the outermost behind it."""
        for wall, want in (
            (("made of w1 brick",), (1300.0, 3700.0)),
            (("made of w1 timber", *(f"stud w1 {at} pilot" for at in (1100, 1500, 1900, 3500))), (1500.0, 3500.0)),
        ):
            plan = hall("made of ceiling grid", *wall, "case held by wall brackets", "stand-off 150 mm")
            with self.subTest(wall):
                (places,) = evaluate(plan, WHOLE).of(CaseResult).brackets.values()
                self.assertEqual([round(x) for x, _ in places], [round(x) for x in want])
                self.assertEqual([one.level for one in told(plan)], [Level.NOTE])
        nothing = hall("made of ceiling grid", "case held by wall brackets")
        self.assertEqual([one.level for one in told(nothing)], [Level.STOP])
        few = hall("made of ceiling grid", "made of w1 timber", "case held by wall brackets")
        self.assertIn("fewer than two studs", Words(few).finding(told(few)[0]))


if __name__ == "__main__":
    unittest.main()
