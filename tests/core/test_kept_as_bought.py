"""What a cure, a solve or a typed size never does: change what was bought, other pictures, or push somebody into
something."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Cure, Finding
from oval_room.core.hand.grips import grips_of
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Measure, chosen
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.says import PictureCure
from oval_room.core.solve.cures import PUSHES, cures_that_cure, resized, try_cure
from oval_room.core.solve.seek import clear_stops, largest_picture
from oval_room.core.survey.commands import PutSeat
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked
from oval_room.core.viewing.says import ViewingCode, ViewingCure
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import demo_jobs
from tests.core.survey.rooms import hall, refused, room, say

SMALL = ("seat 4200", "tv Slate 43", "school lounge")  # 951.9 wide at 4.14 m: 13.1°, and 26 is wanted
NARROW = say(room(outline="room 1600 x 4000"), "seat 2500", "tv Slate 75")


def measured(value: float) -> Measure:
    return Measure(value=value, source="read")


def sizes(plan: Plan) -> dict[str, tuple[float, str | None]]:
    return {key: (round(one.width.value, 3), one.gear) for key, one in plan.chosen.pictures.items()}


class Cures(unittest.TestCase):
    def test_in_place_of_a_width_the_next_size_on_the_shelf_that_works(self) -> None:
        """26° at 2940 wants 1358 wide: nothing narrower will do, a Slate 65 or a row 880 nearer would."""
        plan = say(room(outline="room 5000 x 5000"), "seat 3000", *SMALL[1:])
        report = evaluate(plan, SHELF)
        finding = report.find("angle/p1")
        assert finding is not None
        tried = cures_that_cure(plan, SHELF, report, finding)
        self.assertNotIn(PictureCure.PICTURE_WIDTH, [one.cure.kind for one in tried])
        for one in tried:
            after = one.plan.chosen.pictures["p1"]
            if one.cure.kind is PictureCure.SHELF:
                self.assertAlmostEqual(SHELF[after.gear or ""].width, after.width.value)  # type: ignore[union-attr]
        self.assertTrue({PictureCure.SHELF, ViewingCure.ROW_OUT} & {one.cure.kind for one in tried})

    def test_rows_a_hair_apart_ask_for_nothing_beyond_the_room(self) -> None:
        """Over the front row's heads from just behind them (4.4): bottoms of tens of metres, or of kilometres."""
        plan = say(room(outline="room 5000 x 8000"), "seat 3000", "tv Slate 43")
        first = plan.survey.seats["s1"]
        said = 0
        for gap in (0.001, 0.1, 1.0, 20.0, 300.0, 900.0):
            behind = first.model_copy(update={"name": "seat 2a", "row": 2, "y": measured(first.y.value + gap)})
            survey = plan.survey.model_copy(update={"seats": {"s1": first, "s2": behind}})
            report = evaluate(plan.model_copy(update={"survey": survey}), SHELF)
            finding = report.find("row_in_front/p1")
            for cure in finding.cures if finding else ():
                said += 1
                self.assertLess(cure.value, survey.room.height.value, gap)
        self.assertGreater(said, 2)

    def test_what_is_wider_than_its_wall_gets_a_smaller_one(self) -> None:
        report = evaluate(NARROW, SHELF)
        finding = report.find("too_wide/p1")
        assert finding is not None and finding.level is Level.STOP
        (tried,) = cures_that_cure(NARROW, SHELF, report, finding)
        self.assertEqual(tried.cure.kind, PictureCure.SHELF)
        self.assertLess(tried.plan.chosen.pictures["p1"].width.value, 1600)
        command, _, left = clear_stops(NARROW, SHELF)
        self.assertEqual(left, 0)
        self.assertIsNotNone(apply(NARROW, command, SHELF).chosen.pictures["p1"].gear)

    def test_no_cure_of_any_demonstration_changes_what_was_bought_or_other_pictures(self) -> None:
        for plan in (*demo_jobs(), hall(), say(room(outline="room 5000 x 5000"), *SMALL, "another tv Slate 55")):
            report = evaluate(plan, SHELF)
            before = sizes(plan)
            for finding in report.findings:
                for one in cures_that_cure(plan, SHELF, report, finding):
                    with self.subTest(f"{plan.name}: {finding.key} {one.cure.kind}"):
                        group = plan.chosen.groups.get(plan.chosen.group_of(finding.about.get("picture", "")) or "")
                        mine = {finding.about.get("picture"), *(group.members if group else ())}
                        for key, (width, gear) in sizes(one.plan).items():
                            if (gear == before[key][1] and gear is not None) or key not in mine:
                                self.assertEqual(width, before[key][0])
                        was = {f.key for f in report.findings if f.code.name in PUSHES}
                        self.assertFalse({f.key for f in one.report.findings if f.code.name in PUSHES} - was)

    def test_a_cure_that_pushes_somebody_is_none(self) -> None:
        """A row moved back into the wall, or into a cupboard that stands behind it."""
        plan = say(
            room(outline="room 5000 x 5000"), "seat 2500", "tv 85", "put cabinet 900 x 500 x 1900 at 2000 out 3400"
        )
        report = evaluate(plan, SHELF)
        finding = Finding(ViewingCode.ANGLE, Level.MIND, "3.2", {"picture": "p1", "seat": "s1"})
        for y, fine in ((4900.0, False), (3600.0, False), (3000.0, True)):
            cure = Cure(ViewingCure.ROW_OUT, y, PutSeat(id="s1", y=chosen(y)))
            finding = report.find("angle/p1") or finding
            tried = try_cure(plan, SHELF, report, finding, cure)
            with self.subTest(y):
                self.assertEqual(tried is not None, fine)

    def test_resized_knows_groups_shelf_and_others(self) -> None:
        plan = say(room(outline="room 9000 x 5000"), "tv Slate 43", "another tv 43", "another tv 43")
        wider = {key: PutPicture(id=key, width=chosen(1100.0)) for key in ("p1", "p2", "p3")}

        def after(*keys: str) -> Plan:
            return apply(plan, several(*(wider[key] for key in keys)), SHELF)

        for keys, about, bad in ((("p1",), "p1", True), (("p2",), "p2", False), (("p3",), "p2", True)):
            self.assertEqual(resized(plan, after(*keys), about, plan.scheme), bad)
        rowed = apply(plan, hear(plan, SHELF, "together as a row").command, SHELF)  # type: ignore[union-attr]
        both = apply(rowed, several(wider["p2"], wider["p3"]), SHELF)
        self.assertFalse(resized(rowed, both, "p2", plan.scheme))


class Typed(unittest.TestCase):
    PLAN = say(room(outline="room 5000 x 5000"), "seat 3000", "tv Slate 65", "screen 100")

    def test_a_size_for_what_was_bought_asks(self) -> None:
        for line, first in (
            ("wide 1600", "tv Tarnbeck Slate 75"),
            ("tv 75", "tv Tarnbeck Slate 75"),
            ("75 inch tv", "tv Tarnbeck Slate 75"),
            ("aspect 2.4", "tv "),
            ("stretch to 2100", "tv "),
        ):
            answer = hear(self.PLAN, SHELF, line)
            with self.subTest(line):
                assert isinstance(answer, Asked), answer
                self.assertTrue(answer.options[0].startswith(first), answer.options)
                self.assertIn("as a bare size", answer.options[-1])
                bare = say(self.PLAN, answer.options[-1]).chosen.pictures["p1"]
                self.assertIsNone(bare.gear)

    def test_its_curve_is_the_makers(self) -> None:
        self.assertIn("bought as it is", refused(self.PLAN, "curve 1800"))

    def test_no_grip_sizes_it(self) -> None:
        for picture, names in (("p1", {"body"}), ("p2", {"body", "top", "side"})):
            grips = {grip.key.split(".")[0] for grip in grips_of(self.PLAN, "elevation", picture, 1)}
            self.assertEqual(grips & {"body", "top", "side"}, names)

    def test_nothing_on_the_shelf_is_said(self) -> None:
        large = {key: item for key, item in SHELF.items() if item.name == "Tarnbeck Slate 75"}
        with self.assertRaisesRegex(RefusedError, "nothing on the shelf hangs here"):
            largest_picture(NARROW, large, "p1")


if __name__ == "__main__":
    unittest.main()
