"""From a symptom to its causes: what ranks first in chains made for it, what cured ranks higher, made-up faults."""

from __future__ import annotations

import math
import unittest
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.array.study import ArrayResult
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.signal.commands import KeepCure
from oval_room.core.signal.document import SYMPTOMS, Routing
from oval_room.core.signal.faults.cause import Cause
from oval_room.core.signal.faults.rank import causes, next_test, renewed
from oval_room.core.signal.study import RoutingResult
from oval_room.demo.gear import SHELF
from oval_room.demo.shop import WHOLE
from oval_room.standins.broken import break_it
from tests.core.array.example import HALL
from tests.core.signal.example import ALONE, BY_LIGHT, CINEMA, FAST, PLANS, SHED, SHIPPED, chain
from tests.core.survey.rooms import say

FIRST: tuple[tuple[str, Plan, str, str, str], ...] = (
    # of what, plan, way, symptom, what ranks first
    ("a setting never put on", FAST, "dv1 p1", "snow or wrong colour", "setting/dv2 in 5"),
    ("a cable too long", chain("sends Kestrel 2160p60 8 bit", "lead c1 14 m", "lead c1 passive", on=ALONE), "dv1 p1", "snow or wrong colour", "cable/cb1"),
    ("ARC that ships off", SHED, "dv1 p1", "no sound", "arc/p1"),
    ("no way for the sound", SHED, "dv1 j1", "no sound", "path/dv1"),
    ("a splitter that tells less", chain("device Desk 3", "device Fork 2", "link Desk 3 > Fork 2", "link Fork 2 out 1 > Ember in 1", "device In 3", "device Out 3", "link Fork 2 out 2 > In 3", "link In 3 > Out 3", "link Out 3 > Heron", on=CINEMA), "dv1 p1", "low resolution only", "edid/dv2"),
    ("a game mode", ALONE, "dv1 p1", "lag", "mode/p1"),
    ("5 V over a long way", chain("device Wisp", "link Wisp > Ember"), "dv1 p1", "low-voltage sign", "feed/dv1"),
    ("apps over a switched off ARC", chain("device Bar 3", "link Bar 3 > Ember in 1"), "p1 p1", "no sound from apps", "arc/p1"),
    ("apps by light", BY_LIGHT, "p1 p1", "no sound", "cable/cb3"),
    ("a fast picture that goes black", ALONE, "dv1 p1", "black flashes", "rate/dv1"),
    ("edges that are cut off", ALONE, "dv1 p1", "picture cut off", "overscan/p1"),
    ("boxes that greet each other", SHIPPED, "dv1 p1", "connects again and again", "order/p1"),
    ("sound format", SHED, "dv1 p1", "no surround", "arc/p1"),
)  # fmt: skip


class Ranked(unittest.TestCase):
    def listed(self, plan: Plan, way: str, symptom: str) -> list[Cause]:
        found = evaluate(plan, SHELF).of(RoutingResult)
        return causes(found, {**found.ways, **found.own}[way], symptom, plan.chosen.kept(Routing).cured)

    def test_what_ranks_first(self) -> None:
        for name, plan, way, symptom, first in FIRST:
            with self.subTest(name):
                self.assertEqual(self.listed(plan, way, symptom)[0].key, first)

    def test_every_symptom_of_every_chain_has_shares_and_tests(self) -> None:
        for plan in PLANS:
            found = evaluate(plan, SHELF).of(RoutingResult)
            for way in found.ways.values():
                for symptom in SYMPTOMS:
                    listed = causes(found, way, symptom)
                    keys = [one.key for one in listed]
                    self.assertEqual(len(keys), len(set(keys)))
                    if listed:
                        self.assertAlmostEqual(math.fsum(one.weight for one in listed), 1.0)
                        self.assertTrue(all(one.test and one.minutes > 0 for one in listed))

    def test_a_proven_cable_is_doubted_less(self) -> None:
        plan = chain("lead c1 14 m", "lead c1 active", on=ALONE)
        before = {one.key: one.weight for one in self.listed(plan, "dv1 p1", "snow or wrong colour")}
        after = {
            one.key: one.weight for one in self.listed(chain("proven c1", on=plan), "dv1 p1", "snow or wrong colour")
        }
        self.assertLess(after["cable/cb1"], before["cable/cb1"])

    def test_what_cured_it_ranks_higher_next_time(self) -> None:
        plan, shares = FAST, []
        for _ in range(4):
            shares.append(
                next(
                    one.weight for one in self.listed(plan, "dv1 p1", "snow or wrong colour") if one.kind == "firmware"
                )
            )
            plan = apply(plan, KeepCure(symptom="snow or wrong colour", kind="firmware", at="dv2"), SHELF)
        self.assertEqual(shares, sorted(shares))
        self.assertGreater(shares[-1], 2 * shares[0])
        self.assertEqual(self.listed(plan, "dv1 p1", "no HDR"), self.listed(FAST, "dv1 p1", "no HDR"))

    def test_only_what_is_offered_is_wrong(self) -> None:
        """A symptom that nobody offers would be told on every page of the job: `nan`, `inf`, a novel."""
        for symptom in ("nan", "inf", "", "no Picture"):
            with self.subTest(symptom), self.assertRaisesRegex(RefusedError, "choose what is wrong"):
                apply(FAST, KeepCure(symptom=symptom, kind="firmware", at="dv2"), SHELF)

    def test_the_next_test_is_the_one_that_tells_most_a_minute(self) -> None:
        listed, tried = self.listed(FAST, "dv1 p1", "snow or wrong colour"), list[str]()
        worths, before = [], {one.key: one.worth for one in listed}
        while (then := next_test(listed, tried)) is not None:
            worths.append(before[then.key])
            self.assertGreaterEqual(then.weight, {one.key: one.weight for one in listed}[then.key])
            tried.append(then.key)
        self.assertEqual(worths, sorted(worths, reverse=True))
        self.assertEqual(len(tried), len(listed))

    def test_shares_are_reckoned_anew_after_each_test(self) -> None:
        """By hand: 0.5, 0.3, 0.2 and a test of the first that misses one time in ten leave 0.05, 0.3, 0.2 of 0.55."""
        made = [
            Cause("a", "", "a", "", "t", 1.0, 0.5),
            Cause("b", "", "b", "", "t", 1.0, 0.3),
            Cause("c", "", "c", "", "t", 1.0, 0.2),
        ]
        after = {one.kind: one.weight for one in renewed(made, ["a/"])}
        self.assertAlmostEqual(after["a"], 0.05 / 0.55)
        self.assertAlmostEqual(after["b"], 0.3 / 0.55)
        self.assertAlmostEqual(after["c"], 0.2 / 0.55)
        for plan in PLANS:
            found = evaluate(plan, SHELF).of(RoutingResult)
            for way in (*found.ways.values(), *found.own.values()):
                for symptom in SYMPTOMS:
                    listed = causes(found, way, symptom)
                    keys = [one.key for one in listed]
                    for n in range(len(keys)):
                        now = renewed(listed, keys[:n])
                        self.assertAlmostEqual(math.fsum(one.weight for one in now), 1.0)
                        self.assertTrue(all(one.weight < 1.0 for one in now) or len(now) == 1)

    def test_what_is_told_to_be_left_is_what_is_left(self) -> None:
        """2160p60 10 bit 4:2:0 asks 11.14 of the 18 that a TV's input has: 38 % are left, on the board 6.9 Gbit/s; of a
        cable that carries 48 over its length more."""
        rate = next(one for one in self.listed(ALONE, "dv1 p1", "black flashes") if one.kind == "rate")
        self.assertIn("38 % of its rate left", rate.why)
        cable = next(one for one in self.listed(ALONE, "dv1 p1", "black flashes") if one.kind == "cable")
        self.assertNotIn("is left", cable.why)
        tight = chain("sends Kestrel 2160p60 8 bit", "lead c1 4 m", "lead c1 passive", on=ALONE)
        cable = next(one for one in self.listed(tight, "dv1 p1", "black flashes") if one.kind == "cable")
        self.assertIn("only 1 % of its rate is left", cable.why)

    def test_a_cure_counts_at_its_own_display(self) -> None:
        """ARC that was off at one TV says nothing of the screen beside it."""
        plan = apply(SHED, KeepCure(symptom="no sound", kind="decoder", at="dv3", picture="p1"), SHELF)
        for way, same in (("dv1 p1", False), ("dv1 j1", True)):
            before, after = self.listed(SHED, way, "no sound"), self.listed(plan, way, "no sound")
            self.assertEqual(before == after, same, way)
        with self.assertRaises(MissingError):
            apply(SHED, KeepCure(symptom="no sound", kind="arc", picture="p9"), SHELF)


WALL: Final = say(
    HALL, "displays 3 x 3 46", "wall source Shelf: 1 output", "wall controller 9 outputs, from Shelf", gear=WHOLE
)
SPLIT_WALL: Final = say(HALL, "displays 3 x 2 46 upright", "wall controller North: 3 outputs, can't turn", "wall controller South: 3 outputs, can't turn", gear=WHOLE)  # fmt: skip


class OnAWall(unittest.TestCase):
    """Faults of one display follow the mapping: its output, its piece, its turn."""

    def listed(self, plan: Plan, display: str, symptom: str) -> dict[str, Cause]:
        report = evaluate(plan, WHOLE)
        found = report.of(RoutingResult)
        way = next(one for one in found.ways.values() if one.display.key == display)
        return {one.kind: one for one in causes(found, way, symptom, shown=report.of(ArrayResult).shown)}

    def test_one_of_nine(self) -> None:
        found = evaluate(WALL, WHOLE).of(RoutingResult)
        self.assertEqual(len(found.ways), 9)  # none of them says that nothing reaches it
        shown = evaluate(WALL, WHOLE).of(ArrayResult).shown["p5"]
        assert shown.cell is not None
        black = self.listed(WALL, "p5", "one display black")
        self.assertLessEqual({"off", "input", "cable", "output"}, set(black))
        self.assertIn("controller 1 out 5", black["cable"].what)
        cropped = self.listed(WALL, "p5", "one display cropped")
        self.assertIn(
            f"x {shown.cell.left}, y {shown.cell.top}, {shown.cell.width} × {shown.cell.height} px",
            cropped["cell"].test,
        )
        self.assertNotIn("lock", self.listed(WALL, "p5", "out of step"))
        self.assertIn(
            "controller 1 out 5 is display 5's", self.listed(WALL, "p5", "wrong order on a wall")["mapping"].test
        )
        self.assertEqual(self.listed(ALONE, "p1", "one display turned"), {})  # no wall, no such fault

    def test_turned_and_split(self) -> None:
        turned = self.listed(SPLIT_WALL, "p2", "one display turned")
        self.assertIn("the source draws it unturned", turned["drawn"].what)
        self.assertIn("hangs turned by 90°", turned["turn"].test)
        self.assertIn("North and South", self.listed(SPLIT_WALL, "p2", "out of step")["lock"].what)


class Practice(unittest.TestCase):
    def test_a_made_up_fault_is_found_by_its_own_test_and_by_no_other(self) -> None:
        found = evaluate(SHED, SHELF).of(RoutingResult)
        seen = set()
        for seed in range(60):
            broken = break_it(found, seed)
            assert broken is not None
            self.assertEqual([one.key for one in broken.listed if broken.tell(one.key)], [broken.true.key])
            self.assertGreaterEqual(broken.spent(tuple(one.key for one in broken.listed)), broken.par - 1e-9)
            again = break_it(found, seed)
            assert again is not None
            self.assertEqual((again.true, again.symptom), (broken.true, broken.symptom))
            seen.add((broken.symptom, broken.true.kind))
        self.assertGreater(len(seen), 12)

    def test_nothing_to_break_without_a_way(self) -> None:
        self.assertIsNone(break_it(evaluate(CINEMA, SHELF).of(RoutingResult), 1))


if __name__ == "__main__":
    unittest.main()
