"""Read on the bench (rules 6.5, 7.3): it goes before the sheet, stands in for one, and counts only for what it was read of."""

from __future__ import annotations

import math
import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.commands import PutBench
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.gear.sheet import read_line
from oval_room.core.job.commands import Drop
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.gear import GearShelf, gear_hash
from oval_room.core.plan.measure import Typed
from oval_room.core.report import Report
from oval_room.core.solve.doubt import doubts
from oval_room.core.subject import Subject
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.fixing.example import BOX, READ, TV
from tests.core.survey.rooms import refused, room, say

ROW = "picture.p1.holes.upper_row"
TYPED = room(*TV, *READ, outline=BOX)
SLATE = room("made of w1 timber", "seat 3000", "tv Slate 65", "mount Flat 600", outline=BOX)
READ_OF_MOUNT = apply(SLATE, PutBench(id="p1", row=Typed(value=244)), SHELF)
HUNG = room("made of ceiling joists", "seat 3000", "screen 90", "projector Heron", outline="room 4000 x 6000")


def report(plan: Plan) -> Report:
    return evaluate(plan, SHELF)


def fixing(plan: Plan) -> list[str]:
    return [Words(plan).finding(one) for one in report(plan).findings if one.code.stage == "fixing"]


def told(plan: Plan, gear: GearShelf) -> list[str]:
    return [Words(plan).finding(one) for one in evaluate(plan, gear).findings]


class OnTheBench(unittest.TestCase):
    def test_a_panel_without_a_sheet_is_drilled_for_in_six_entries(self) -> None:
        """7.3's own example: top edge 66 1/2, t 15 3/4, r 1/2: upper row at 50 1/4 (1276.35 mm)."""
        lines = ("room 17'4 x 12'9 x 8'", "seat 11'2", "tv 77", 'vesa 400 x 300', 'bolts 15 3/4" below the top',
                 'mount row 1/2" below the bolts', 'panel top 66 1/2"')  # fmt: skip
        self.assertLessEqual(len(lines), 8)
        plan = new_plan("a new room")
        plan = say(plan, "units inches", *lines)
        found = report(plan).figures[ROW]
        self.assertAlmostEqual(found.value or 0, 1276.35, 6)
        sources = {one.symbol: one.source for one in found.inputs}
        self.assertEqual((sources["t"], sources["r"]), ("read", "read"))
        self.assertEqual(sum(one.of.endswith((".bolts", ".row")) for one in plan.readings.values()), 2)

    def test_it_names_no_editions_of_its_own(self) -> None:
        """What a bench figure was read of is told by its name: nothing that a job file must hold."""
        self.assertLessEqual(READ_OF_MOUNT.gear_used(), set(SHELF))
        self.assertEqual(READ_OF_MOUNT.gear_used(), SLATE.gear_used())

    def test_ways_it_is_said(self) -> None:
        for line, figure in (
            ("bolts 310", 310.0),
            ("bolts 310 mm below the top", 310.0),
            ("upper bolts 31 cm from top", 310.0),
            ("bolts 310 down from the top of the panel", 310.0),
            ("mount row 12", 12.0),
            ("mount row 12 mm below the upper bolts", 12.0),
            ("mount row 12 mm above the bolts", -12.0),
            ("mount row -12", -12.0),
            ("mount depth 48", 48.0),
            ("bolt pattern 300x200", (300.0, 200.0)),
        ):
            with self.subTest(line):
                _, bench = say(TYPED, line).chosen.kept(FixingNodes).of("p1") or self.fail()
                said = [getattr(one, "value", one) for one in (bench.bolts, bench.row, bench.folded, bench.vesa)]
                self.assertIn(figure, said)

    def test_what_can_not_be_meant(self) -> None:
        for line, told in (
            ("bolts 700", "is below"),
            ("bolts 400", "lower ones would lie 700 mm below"),
            ("bolts 12", 'mm|"'),
            ("vesa 400", "across x up"),
            ("vesa 1200 x 300", "larger than"),
            ("mount row 2000", "from the upper bolts"),
            ("bench on", "bench off"),
        ):
            with self.subTest(line):
                self.assertRegex(refused(TYPED, line), told)
        self.assertRegex(refused(room(*TV, outline=BOX), "bench off"), "Nothing was read")
        self.assertRegex(refused(HUNG, "bolts 300"), "hangs on no bolts")

    def test_what_was_read_goes_before_the_sheet_and_says_by_how_much(self) -> None:
        sheet = report(SLATE).figures[ROW].value or 0.0
        panel = next(item for item in SHELF.values() if item.name == "Tarnbeck Slate 65")
        read = say(SLATE, "bolts 350")
        self.assertAlmostEqual(report(read).figures[ROW].value or 0, sheet + panel.top_to_vesa - 350, 6)  # type: ignore[union-attr, operator]
        self.assertTrue(
            any("read as 350 mm, the sheet says 308 mm; what was read counts" in one for one in fixing(read))
        )
        self.assertFalse(any("read as" in one for one in fixing(say(SLATE, "bolts 309"))))  # inside its half-width
        back = apply(read, Drop(id="b1"), SHELF)
        self.assertEqual(report(back).figures[ROW].value, sheet)
        self.assertEqual(say(read, "bench off").chosen, back.chosen)

    def test_it_counts_only_for_what_it_was_read_of(self) -> None:
        other = say(TYPED, "tv 65")
        self.assertNotIn(ROW, report(other).figures)
        self.assertTrue(any("was read of 1107 × 623 mm" in one for one in fixing(other)))
        self.assertIn(ROW, report(say(other, "tv 50")).figures)  # back again
        again = say(other, "bolts 400")  # another panel's: the first one's pattern goes with it
        _, bench = again.chosen.kept(FixingNodes).of("p1") or self.fail()
        self.assertIsNone(bench.vesa)
        self.assertIsNotNone(bench.row)  # of the mount, which still hangs
        moved = say(SLATE, "mount row 30", "mount Tilt 600")
        self.assertEqual(report(moved).figures[ROW].value, report(say(SLATE, "mount Tilt 600")).figures[ROW].value)

    def test_a_picture_taken_away_takes_it_along(self) -> None:
        self.assertEqual(apply(TYPED, Drop(id="p1"), SHELF).chosen.kept(FixingNodes).panels, {})

    def test_the_lens_where_it_was_read_to_be(self) -> None:
        """6.5: hung, plate x = lens x + dx, plate y = lens y + dy, pole = ceiling − dz − lens z."""
        plan = say(HUNG, "goes hung", "lens right of plate 90", "lens forward of plate 150", "lens below plate 84")
        pose = next(iter(plan.chosen.projectors.values())).pose
        plate = next(iter(report(plan).of(FixingResult).plates.values()))
        self.assertAlmostEqual(plate.x, pose.x + 90)
        self.assertAlmostEqual(plate.y, pose.y + 150)
        self.assertAlmostEqual(plate.pole or 0, plan.survey.room.height.value - 84 - pose.z)
        left = next(iter(report(say(plan, "lens right of plate 90 left")).of(FixingResult).plates.values()))
        self.assertAlmostEqual(left.x, pose.x - 90)

    def test_what_nobody_has_said_is_assumed_and_asked_for(self) -> None:
        """A mount and a projector off a bare sheet: planning values, said as such, until they are read."""
        mount = read_line("mount Plain Plate: rated 40 kg, profile 40 mm").item
        projector = read_line("projector Plain Light: throw 1.2-1.6, 2200 lm, 400 x 330 x 140").item
        gear = {**SHELF, gear_hash(mount): mount, gear_hash(projector): projector}
        plan = say(SLATE, "mount Plain", gear=gear)
        report = evaluate(plan, gear)
        self.assertEqual({one.source for one in report.figures[ROW].inputs if one.symbol == "r"}, {"assumed"})
        self.assertIn("Nobody has measured of Plain Plate: mount's upper holes", " ".join(told(plan, gear)))
        self.assertNotIn("Nobody has measured", " ".join(told(say(plan, "mount row 12", gear=gear), gear)))
        hung = say(HUNG, "projector Plain", "goes hung", gear=gear)
        (finding,) = [one for one in evaluate(hung, gear).findings if one.code is FixingCode.BENCH_WANTED]
        self.assertEqual(len(finding.more["words"]), 3)
        read = say(hung, "lens right of plate 90", "lens forward of plate 150", "lens below plate 84", gear=gear)
        self.assertNotIn("Nobody has measured", " ".join(told(read, gear)))

    def test_how_sure(self) -> None:
        """Two laser readings of ±1.5 mm, squared and added: ±2.12, half of it each."""
        doubt = doubts(TYPED, SHELF, [ROW], Subject("p1", "s1"))[ROW]
        self.assertAlmostEqual(doubt.spread, math.hypot(1.5, 1.5), 6)
        self.assertEqual({path.rsplit(".", 1)[1] for path, _ in doubt.carried}, {"bolts", "row"})
        self.assertEqual(Words(TYPED).dim(doubt.carried[0][0])[:4], "TV, ")

    def test_a_repeat_joins_it(self) -> None:
        _, bench = say(TYPED, "again bolts 312").chosen.kept(FixingNodes).of("p1") or self.fail()
        self.assertEqual((bench.bolts.value, len(bench.bolts.readings)), (311.0, 2))  # type: ignore[union-attr]

    def test_no_shelf_is_asked_for_a_picture_that_is_not_there(self) -> None:
        with self.assertRaises((RefusedError, LookupError)):
            apply(TYPED, PutBench(id="p9"), SHELF)


if __name__ == "__main__":
    unittest.main()
