"""From a symptom to its causes: what ranks first in chains made for it, what cured ranks higher, made-up faults."""

from __future__ import annotations

import math
import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.signal.commands import KeepCure
from oval_room.core.signal.document import SYMPTOMS, Routing
from oval_room.core.signal.faults import Cause, causes, next_test
from oval_room.core.signal.study import RoutingResult
from oval_room.demo.gear import SHELF
from oval_room.standins.broken import break_it
from tests.core.signal.example import ALONE, CINEMA, FAST, PLANS, SHED, chain

FIRST: tuple[tuple[str, Plan, str, str, str], ...] = (
    # of what, plan, way, symptom, what ranks first
    ("a setting never put on", FAST, "dv1 p1", "snow or wrong colour", "setting/dv2 in 5"),
    ("a cable too long", chain("sends Kestrel 2160p60 8 bit", "lead c1 14 m", "lead c1 passive", on=ALONE), "dv1 p1", "snow or wrong colour", "cable/cb1"),
    ("ARC that ships off", SHED, "dv1 p1", "no sound", "arc/p1"),
    ("no way for the sound", SHED, "dv1 j1", "no sound", "path/dv1"),
    ("a splitter that tells less", chain("device Desk 3", "device Fork 2", "link Desk 3 > Fork 2", "link Fork 2 out 1 > Ember in 1", "device In 3", "device Out 3", "link Fork 2 out 2 > In 3", "link In 3 > Out 3", "link Out 3 > Heron", on=CINEMA), "dv1 p1", "low resolution only", "edid/dv2"),
    ("a game mode", ALONE, "dv1 p1", "lag", "mode/p1"),
    ("5 V over a long way", chain("device Wisp", "link Wisp > Ember"), "dv1 p1", "low-voltage sign", "feed/dv1"),
    ("sound format", SHED, "dv1 p1", "no surround", "arc/p1"),
)  # fmt: skip


class Ranked(unittest.TestCase):
    def listed(self, plan: Plan, way: str, symptom: str) -> list[Cause]:
        found = evaluate(plan, SHELF).of(RoutingResult)
        return causes(found, found.ways[way], symptom, plan.chosen.kept(Routing).cured)

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
        worths = []
        while (then := next_test(listed, tried)) is not None:
            worths.append(then.worth)
            tried.append(then.key)
        self.assertEqual(worths, sorted(worths, reverse=True))
        self.assertEqual(len(tried), len(listed))


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
