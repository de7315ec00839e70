"""What is built out from a wall is a face: pictures on it, inside it, over its edge; its flue; shelves over and under.

Places are worked out by hand beside each row: a breast 1500 wide from 1750 to 3250, 400 deep, in a room 5 m wide.
"""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.screens.faces import face_behind
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.subject import Subject
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room, say

BREAST = ("put breast chimney breast 1500 x 400 x 2400 at 1750 out 0",)
SEAT = ("seat 3500", "across 2500")
ON_BREAST = (*BREAST, *SEAT, "made of masonry", "tv Slate 55", "mount Flat 600")


def plan_of(*lines: str) -> Plan:
    return say(room(outline="room 5000 x 5000"), *lines)


def found(plan: Plan, key: str) -> Finding | None:
    return evaluate(plan, SHELF).find(key)


class OnAFace(unittest.TestCase):
    def test_a_new_picture_before_a_breast_hangs_on_it(self) -> None:
        """60 off the face: 460 out; the seat's distance, the section and the throw are measured from there."""
        plan = plan_of(*ON_BREAST)
        picture = plan.chosen.pictures["p1"]
        self.assertEqual((picture.pose.x, picture.pose.y), (2500, 460))
        self.assertEqual(evaluate(plan, SHELF).figures["picture.p1.distance.seat.s1"].value, 3040)

    def test_where_it_lies(self) -> None:
        """A Slate 55 is 1234 over all, so on the breast its middle goes from 2367 to 2633."""
        for line, lie, level in (
            ("along 2500", "on", None),
            ("along 2368", "on", None),
            ("along 2632", "on", None),
            ("along 2360", "over an edge", Level.STOP),
            ("along 1200", "over an edge", Level.STOP),
            ("along 1132", None, None),
        ):
            plan = plan_of(*ON_BREAST, line)
            picture = plan.chosen.pictures["p1"]
            face = face_behind(picture, plan.survey.things)
            with self.subTest(line):
                self.assertEqual(face.lie if face else None, lie)
                bridge = found(plan, "bridges/p1/t1")
                self.assertEqual(bridge.level if bridge else None, level)

    def test_its_stand_off_is_from_its_face_and_stays_along_the_wall(self) -> None:
        plan = say(plan_of(*ON_BREAST), "stand-off 80")
        self.assertEqual(plan.chosen.pictures["p1"].pose.y, 480)
        self.assertEqual(say(plan, "along 700").chosen.pictures["p1"].pose.y, 80)
        self.assertEqual(say(plan, "along 700", "along 2500").chosen.pictures["p1"].pose.y, 480)

    def test_on_breast_by_its_name_from_any_wall(self) -> None:
        plan = plan_of(*BREAST, "tv Slate 55", "on w3")
        for line in ("on breast", "on chimney breast", "on the chimney breast"):
            picture = say(plan, line).chosen.pictures["p1"]
            with self.subTest(line):
                self.assertEqual((picture.pose.x, picture.pose.yaw), (2500, 0))
                self.assertGreater(picture.pose.y, 400)
        self.assertIn("Give a wall", refused(plan_of("tv Slate 55"), "on breast"))

    def test_a_pier_on_another_wall(self) -> None:
        """On the right wall, 600 to 2400 from the room's front: 300 deep, so the TV's face is at 5000 − 360."""
        plan = plan_of("put pier 300 x 1800 x 2400 at 4700 out 600", "tv Slate 55", "on pier")
        picture = plan.chosen.pictures["p1"]
        self.assertAlmostEqual(picture.pose.x, 5000 - 300 - 60)
        self.assertAlmostEqual(picture.pose.y, 1500)
        self.assertFalse([f for f in evaluate(plan, SHELF).findings if f.key.startswith(("bridges", "in_masonry"))])

    def test_inside_the_masonry_is_a_stop_that_its_cure_lifts(self) -> None:
        plan = say(plan_of("tv Slate 55"), *BREAST, *SEAT)
        inside = found(plan, "in_masonry/p1/t1")
        assert inside is not None
        self.assertEqual((inside.level, inside.value), (Level.STOP, 340))
        self.assertIn("340 mm inside chimney breast", Words(plan).finding(inside))
        (tried,) = cures_that_cure(plan, SHELF, evaluate(plan, SHELF), inside)
        self.assertEqual(tried.plan.chosen.pictures["p1"].pose.y, 460)

    def test_over_an_edge_it_goes_onto_the_face_or_beside_it(self) -> None:
        """From 2900: on the face at 2633; beside, from 3250 + 617, is farther than a bought set is moved unasked."""
        plan = plan_of(*ON_BREAST, "along 2900")
        bridge = found(plan, "bridges/p1/t1")
        assert bridge is not None
        places = [
            (one.plan.chosen.pictures["p1"].pose.x, one.plan.chosen.pictures["p1"].pose.y)
            for one in cures_that_cure(plan, SHELF, evaluate(plan, SHELF), bridge)
        ]
        self.assertEqual([y for _, y in places][:2], [460])
        self.assertAlmostEqual(places[0][0], 2633, delta=1)

    def test_wider_than_its_face_with_the_plate_on_it_is_minded(self) -> None:
        plan = plan_of("put breast 1000 x 400 x 2400 at 2000 out 0", *SEAT, "tv Slate 55", "mount Flat 600")
        past = found(plan, "past_face/p1/t1")
        assert past is not None
        self.assertEqual(past.level, Level.MIND)
        narrow = plan_of("put breast 500 x 400 x 2400 at 2250 out 0", *SEAT, "tv Slate 55", "mount Flat 600")
        self.assertIsNotNone(found(narrow, "bridges/p1/t1"))

    def test_a_drop_down_cloth_hangs_free_before_it(self) -> None:
        plan = plan_of(*BREAST, *SEAT, "screen Drop 240 scope", "stand-off 600 mm")
        self.assertFalse([f for f in evaluate(plan, SHELF).findings if f.key.startswith(("bridges", "in_masonry"))])

    def test_its_holes_are_given_from_its_edge_too(self) -> None:
        plan = plan_of(*ON_BREAST)
        report = evaluate(plan, SHELF)
        holes = report.of(FixingResult).holes["p1"]
        edges = [report.figures[f"picture.p1.holes.edge.{n}"].value for n in range(1, len(holes.columns) + 1)]
        self.assertEqual(edges, [x - 1750 for x in holes.columns])


class Flues(unittest.TestCase):
    def test_nothing_is_fixed_until_flue_and_lining_are_known(self) -> None:
        """A heat reading answers the heat question only (rules 4.8)."""
        plan = say(plan_of(*ON_BREAST), "put fire 800 x 300 x 700 at 2100 out 400", "heat 38")
        self.assertEqual(found(plan, "flue/p1/t1").level, Level.STOP)  # type: ignore[union-attr]
        self.assertEqual(found(plan, "heat/p1").level, Level.GOOD)  # type: ignore[union-attr]
        known = say(plan, "flue lined, capped")
        self.assertEqual(found(known, "flue/p1/t1").level, Level.GOOD)  # type: ignore[union-attr]
        self.assertIn("lined, capped", Words(known).finding(found(known, "flue/p1/t1")))  # type: ignore[arg-type]
        self.assertEqual(found(say(known, "flue unknown"), "flue/p1/t1").level, Level.STOP)  # type: ignore[union-attr]

    def test_a_fire_without_a_breast_asks_too_and_a_dead_one(self) -> None:
        plan = plan_of(*SEAT, "made of masonry", "tv Slate 55", "put fire 800 x 300 x 700 at 2100 out 0", "heat dead")
        self.assertEqual(found(plan, "flue/p1/t1").level, Level.STOP)  # type: ignore[union-attr]

    def test_it_is_said_of_nothing_else(self) -> None:
        self.assertFalse([f for f in evaluate(plan_of(*SEAT, "tv Slate 55"), SHELF).findings if "flue" in f.key])
        self.assertIn("no breast or fire", refused(plan_of(), "flue lined"))


MANTEL = "put shelf mantel 1600 x 200 x 60 at 1700 out 0 up 1200"


class OverOrUnder(unittest.TestCase):
    """A shelf 1200 to 1260 up; a Slate 55 is 698 over all (frame 8 above, 14 below)."""

    def ladder(self, *lines: str):  # type: ignore[no-untyped-def]
        plan = plan_of(*SEAT, "tv Slate 55", *lines)
        return plan, evaluate(plan, SHELF).of(ViewResult).pictures["p1"].rungs

    def test_it_bounds_from_the_side_the_picture_is_on(self) -> None:
        for bottom, side, limit in (("bottom 1400", "lo", 1260 + 50 + 14), ("bottom 200", "hi", 1200 - 50)):
            plan, rungs = self.ladder(MANTEL, bottom)
            picture = plan.chosen.pictures["p1"]
            limit = limit if side == "lo" else limit - picture.height - picture.frame_top
            with self.subTest(bottom):
                self.assertEqual(getattr(rungs.hard, f"{side}_name"), "mantel")
                self.assertAlmostEqual(getattr(rungs.hard, side), limit)

    def test_the_other_side_is_told_where_there_is_room(self) -> None:
        plan, rungs = self.ladder(MANTEL, "bottom 1400")
        (under,) = rungs.others
        self.assertEqual(under.hi_name, "mantel")
        self.assertIn("there is room also at", Words(plan).finding(found(plan, "on_ladder/p1")))  # type: ignore[arg-type]
        _, low = self.ladder("put shelf mantel 1600 x 200 x 60 at 1700 out 0 up 500", "bottom 900")
        self.assertEqual(low.others, ())

    def test_across_it_the_wider_side_is_taken(self) -> None:
        _, rungs = self.ladder(MANTEL, "bottom 900")
        self.assertEqual((rungs.hard.lo_name, rungs.others[0].hi_name), ("floor", "ceiling"))
        _, rungs = self.ladder("put shelf mantel 1600 x 200 x 60 at 1700 out 0 up 900", "bottom 600")
        self.assertEqual(rungs.hard.lo_name, "mantel")

    def test_no_cure_takes_a_picture_from_over_a_mantel_to_before_the_fire(self) -> None:
        """Over a mantel so high that necks stop: every cure leaves the picture over it."""
        high = "put shelf mantel 1600 x 200 x 60 at 1700 out 0 up 1500"
        for fire in ((), ("put fire 800 x 300 x 700 at 2100 out 0", "heat dead")):
            plan, _ = self.ladder(high, "bottom 1600", "seat 1500", *fire)
            report = evaluate(plan, SHELF)
            for finding in report.findings:
                for cure in finding.cures:
                    after = apply(plan, cure.command, SHELF).chosen.pictures["p1"]
                    with self.subTest(finding.key):
                        self.assertGreater(after.bottom, 1500)

    def test_a_fire_bounds_from_below(self) -> None:
        _, rungs = self.ladder("put fire 800 x 300 x 700 at 2100 out 0", "bottom 1000")
        self.assertEqual((rungs.hard.lo_name, rungs.hard.lo), ("fire", 700 + 50 + 14))

    def test_new_pictures_go_where_eyes_and_room_agree(self) -> None:
        """Under a wall cabinet at 1900, not over it."""
        plan = plan_of(*SEAT, "put cabinet 2000 x 300 x 400 at 1500 out 0 up 1900", "tv Slate 55")
        self.assertLess(plan.chosen.pictures["p1"].top, 1850)
        self.assertFalse([f for f in evaluate(plan, SHELF).findings if f.level is Level.STOP and "ladder" in f.key])

    def test_solving_keeps_its_side(self) -> None:
        plan = say(self.ladder(MANTEL, "bottom 1400")[0], "lowest picture", subject=Subject("p1", "s1", "k1", None))
        self.assertAlmostEqual(plan.chosen.pictures["p1"].bottom, 1324, delta=1)


if __name__ == "__main__":
    unittest.main()
