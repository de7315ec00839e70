"""Newer editions on the shelf: said, what differs, taken by one change; the job keeps its own until then."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import Evaluator, evaluate
from oval_room.core.gear.editions_study import differences
from oval_room.core.gear.sheet import read_line
from oval_room.core.light.says import LightCode
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Editions, GearItem, followed, gear_hash
from oval_room.core.screens.commands import TakeGear
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF, edition
from tests.core.survey.rooms import room

PLAN = room(
    "made of w1 timber", "seat 3000", "tv Slate 65", "mount Flat 600", "another tv Ember 55", outline="room 6000 x 5000"
)
SLATE, FLAT = edition("Tarnbeck Slate 65"), edition("Ironlark Flat 600")
HEAVIER = SHELF[SLATE].model_copy(update={"mass_kg": 23.0, "top_to_vesa": 312.0})
DEEPER = SHELF[FLAT].model_copy(update={"profile": 55.0})


def shelf(*items: GearItem, without: tuple[str, ...] = ()) -> Editions:
    new = {gear_hash(item): item for item in items}
    return Editions({**SHELF, **new}, [key for key in (*SHELF, *new) if key not in without])


def said(plan: Plan, gear: Editions) -> list[str]:
    return [Words(plan).finding(one) for one in evaluate(plan, gear).findings if "newer" in one.key]


class NewerEditions(unittest.TestCase):
    def test_it_is_said_what_differs(self) -> None:
        gear = shelf(HEAVIER, DEEPER, without=(SLATE, FLAT))
        told = said(PLAN, gear)
        self.assertEqual(len(told), 2)
        self.assertTrue(any("bolts 308 mm → 312 mm" in one and "weight 21 kg → 23 kg" in one for one in told), told)
        self.assertTrue(any("profile 32 mm → 55 mm" in one for one in told), told)

    def test_nothing_is_said_while_its_own_edition_stands_there_or_none_does(self) -> None:
        for gear in (shelf(), shelf(without=(SLATE,)), shelf(HEAVIER)):
            self.assertEqual(said(PLAN, gear), [])
        self.assertEqual(followed(SHELF, PLAN.gear_used()), {})

    def test_it_changes_nothing_until_it_is_taken(self) -> None:
        gear = shelf(HEAVIER, without=(SLATE,))
        before, now = evaluate(PLAN, SHELF), evaluate(PLAN, gear)
        self.assertEqual({k: f.value for k, f in before.figures.items()}, {k: f.value for k, f in now.figures.items()})
        finding = now.find("picture_newer/p1/gear")
        assert finding is not None
        (tried,) = cures_that_cure(PLAN, gear, now, finding)
        after = apply(PLAN, tried.cure.command, gear)
        self.assertEqual(after.chosen.pictures["p1"].gear, gear_hash(HEAVIER))
        self.assertEqual(after.chosen.pictures["p1"].mount, FLAT)
        key = "picture.p1.holes.upper_row"
        self.assertAlmostEqual(tried.report.figures[key].value or 0, (now.figures[key].value or 0) - 4.0)
        self.assertEqual(said(after, gear), [])

    def test_a_kept_evaluator_hears_of_it(self) -> None:
        evaluator = Evaluator()
        self.assertIsNone(evaluator(PLAN, shelf()).find("picture_newer/p1/gear"))
        self.assertIsNotNone(evaluator(PLAN, shelf(HEAVIER, without=(SLATE,))).find("picture_newer/p1/gear"))
        self.assertIsNone(evaluator(PLAN, shelf()).find("picture_newer/p1/gear"))

    def test_a_mount_of_a_projector_and_the_projector(self) -> None:
        plan = room(
            "seat 3000", "screen 90", "projector Heron", "goes hung", "stem Stem long", outline="room 4000 x 6000"
        )
        node = plan.chosen.projectors["j1"]
        news = [SHELF[key or ""].model_copy(update={"price": 1.0}) for key in (node.gear, node.mount)]
        gear = shelf(*news, without=(node.gear, node.mount or ""))
        keys = {one.key for one in evaluate(plan, gear).findings if "newer" in one.key}
        self.assertEqual(keys, {"throw_newer/j1/p1/gear", "mount_newer/j1/p1/mount"})

    def test_a_sheet_without_white_says_what_is_not_judged(self) -> None:
        bare = read_line('tv Plain Glass: 55", vesa 400 x 300').item
        gear = {**SHELF, gear_hash(bare): bare}
        found = [
            one for one in evaluate(room("seat 3000", "tv Slate 55"), gear).findings if one.code is LightCode.NO_WHITE
        ]
        self.assertEqual(found, [])
        plan = apply(room("seat 3000", "tv Slate 55"), TakeGear(id="p1", gear=gear_hash(bare)), gear)
        (one,) = [one for one in evaluate(plan, gear).findings if one.code is LightCode.NO_WHITE]
        self.assertIn("Plain Glass: its sheet gives no white", Words(plan).finding(one))

    def test_differences_are_read_off_the_sheet(self) -> None:
        other = SHELF[SLATE].model_copy(update={"white_cd_m2": None, "note": "new feet"})
        self.assertEqual(differences(SHELF[SLATE], SHELF[SLATE]), [])
        told = differences(SHELF[SLATE], other)
        self.assertTrue(any(one.endswith("→ not given") and one.startswith("white") for one in told))
        self.assertIn("note not given → new feet", told)


if __name__ == "__main__":
    unittest.main()
