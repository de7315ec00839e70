"""Shelves, cabinets and boxes on cleats: said on the tape line, worked out by hand."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.hanging.commands import PutHanging
from oval_room.core.hanging.document import Hanging, WallThing
from oval_room.core.hanging.holding import in_studs, studs_behind, worst_use
from oval_room.core.job.commands import Drop, Restore
from oval_room.core.levels import Level
from oval_room.core.plan.changes import changes
from oval_room.core.plan.document import Plan
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.hanging.example import PLANS, hung
from tests.core.survey.rooms import refused, room, say

SHELVED = PLANS[0]
FINDS: tuple[tuple[str, Plan, str, Level, str, str], ...] = (
    # of what, plan, finding, level, a pattern of its sentence, its cure ("" for none)
    ("a light shelf", SHELVED, "hangs_load/h1", Level.GOOD, r"uses 17 % of what its worst screw carries", ""),
    ("a speaker on its bracket", say(PLANS[3], "drop shelf", "hang speaker w2 at 600, 200 x 300 x 250 up 1500, 6 kg"), "hangs_load/h1", Level.GOOD, r"carries", ""),
    ("70 %, to its right", say(SHELVED, "weighs shelf 61.2 kg"), "hangs_load/h1", Level.MIND, r"over 70 %", "3 screws"),
    ("70 %, to its left", say(SHELVED, "weighs shelf 61 kg"), "hangs_load/h1", Level.GOOD, r"70 %", ""),
    ("100 %, to its right", say(SHELVED, "weighs shelf 87.4 kg"), "hangs_load/h1", Level.STOP, r"comes down", "3 screws"),
    ("100 %, to its left", say(SHELVED, "weighs shelf 87 kg"), "hangs_load/h1", Level.MIND, r"over 70 %", "3 screws"),
    ("beside the studs", PLANS[1], "hangs_studs/h1", Level.STOP, r"2 of 2 screws of box meet no stud", "Its 3 screws into the studs"),
    ("beside two studs", hung("hang box w1 at 960, 480 x 300 x 120 up 1400, 10 kg"), "hangs_studs/h1", Level.STOP, r"2 of 2 screws", "Its 2 screws into the studs"),
    ("beside one stud", hung("hang box w1 at 930, 300 x 300 x 120 up 1400, 10 kg"), "hangs_studs/h1", Level.STOP, r"1 of 2 screws", ""),
    ("board alone", PLANS[2], "hangs_board/h1", Level.STOP, r"board alone never carries it", ""),
    ("past the wall", PLANS[2], "hangs_off/h1", Level.STOP, r"500 mm past its wall's end", "Its left end to 3400 mm"),
    ("past the ceiling", PLANS[2], "hangs_off/h1/up", Level.STOP, r"300 mm past the ceiling", ""),
    ("another wall's fixing", PLANS[3], "hangs_fixing/h1", Level.STOP, r"not for the right wall, which is solid brick", "Each screw a plug 10 brick"),
    ("studs not found", PLANS[4], "hangs_studs/h1", Level.MIND, r"not found yet: log them", ""),
    ("an unknown wall", PLANS[5], "hangs_wall/h1", Level.STOP, r"is not known: drill a pilot hole", ""),
    ("two in one place", PLANS[6], "hangs_across/h1/h2", Level.STOP, r"^Shelf and box take the same place by 100 mm\.$", ""),
    ("over the TV", PLANS[6], "hangs_across/h1/p1", Level.STOP, r"^Shelf and TV take the same place by 142 mm\.$", ""),
    ("a door", PLANS[7], "hangs_opening/h1/o1", Level.STOP, r"hangs over door", ""),
    ("over a socket", PLANS[7], "hangs_service/h1/u1", Level.MIND, r"40 mm from the line through socket", ""),
    ("on a cable", say(SHELVED, "cable w2 at 1700 up 0 to 1700 up 2400"), "hangs_service/h1/u1", Level.STOP, r"40 mm from cable: move it", ""),
)  # fmt: skip
REFUSED = (
    ("hang shelf", "hang shelf w2 at"),
    ("hang sofa w2 at 100, 800 x 200 x 250 up 1400", "cabinet"),
    ("hang shelf ceiling at 100, 800 x 200 x 250 up 1400", "hang shelf w2 at"),
    (
        "hang shelf w2 at 100, 800 x 20 x 250 up 1400",
        "20 mm high leaves no room for screws 30 mm under its top: give more",
    ),
    ("hang shelf w2 at 100, 5200 x 200 x 250 up 1400", "5200 mm wide is more than the right wall (5000 mm)"),
    ("hang shelf w2 at 100, 800 x 200 x 250 up 1400, 900 kg", "500"),
    ("hang shelf w2 at 5000, 800 x 200 x 250 up 1400", "past the end of the right wall (5000 mm)"),
    ("hang shelf w2 at 100, 800 x 200 x 250 up 1400 in", "over the ceiling (2400 mm): write the unit"),
    ("screws shelf 1", "2 to 12"),
    ("screwed with shelf string", "plug 10 brick"),
    ("weighs shelf none", "kg"),
)


def things(plan: Plan) -> dict[str, WallThing]:
    return plan.chosen.kept(Hanging).things


class Hung(unittest.TestCase):
    def test_by_hand(self) -> None:
        """15 kg on a shelf 250 deep, 200 high, its two screws 30 under its top in brick: W = 147.15 N acts 125 out;
        each screw is 170 over the bottom, bears 147.15·125/(2·170) = 54.1 N of 600 and 73.575 N of 900."""
        figures = {key: figure.value for key, figure in evaluate(SHELVED, SHELF).figures.items()}
        worked = {
            "hanging.h1.row": 1570.0,
            "hanging.h1.hole.1": 1060.0,
            "hanging.h1.hole.2": 1740.0,
            "hanging.h1.load": 147.15,
            "hanging.h1.use": 100 * (54.0993 / 600 + 73.575 / 900),
        }
        for key, value in worked.items():
            with self.subTest(key):
                self.assertAlmostEqual(figures[key], value, places=3)

    def test_what_is_found_and_cured(self) -> None:
        for name, plan, key, level, pattern, cure in FINDS:
            words, found = Words(plan), evaluate(plan, SHELF).find(key)
            with self.subTest(name):
                assert found is not None
                self.assertIs(found.level, level)
                self.assertRegex(words.finding(found), pattern)
                self.assertEqual([words.cure(one) for one in found.cures], [cure] if cure else [])
                for one in found.cures:
                    cured = apply(plan, one.command, SHELF)
                    after = evaluate(cured, SHELF).find(key)
                    self.assertTrue(after is None or after.level is Level.GOOD)

    def test_nothing_is_said_of_the_load_where_nothing_holds(self) -> None:
        for plan in (PLANS[1], PLANS[2], PLANS[3], PLANS[5]):
            self.assertIsNone(evaluate(plan, SHELF).find("hangs_load/h1"))

    def test_nothing_is_in_the_way_beside_above_or_behind(self) -> None:
        """A 55-inch TV on the middle of the wall, 1218 mm wide, its bottom at 800 or so: just beside it, over it, and a
        shelf no deeper than the TV stands off."""
        beside = hung("tv 55", "bottom 800", "hang shelf w1 at 700, 800 x 200 x 250 up 800")
        self.assertIsNotNone(evaluate(beside, SHELF).find("hangs_across/h1/p1"))
        picture = beside.chosen.pictures["p1"]
        edge = picture.pose.x - picture.across / 2 - picture.frame_side - 800
        top = picture.top + picture.frame_top
        radiator = say(
            beside, "put radiator 1000 x 100 x 600 at 2400 out 0 up 150", "hang box w1 at 2500, 300 x 300 x 120 up 500"
        )
        self.assertIsNotNone(evaluate(radiator, SHELF).find("hangs_across/h2/t1"))
        for values in ({"bottom": 750.0}, {"along": 3400.0}, {"wall": "w2"}):
            moved = apply(radiator, PutHanging.model_validate({"id": "h2", **values}), SHELF)
            with self.subTest(values):
                self.assertIsNone(evaluate(moved, SHELF).find("hangs_across/h2/t1"))
        for values in ({"along": edge}, {"bottom": top}, {"depth": picture.pose.y}, {"wall": "w3"}):
            moved = apply(beside, PutHanging.model_validate({"id": "h1", **values}), SHELF)
            with self.subTest(values):
                self.assertIsNone(evaluate(moved, SHELF).find("hangs_across/h1/p1"))

    def test_screws_and_studs(self) -> None:
        studs = {600.0: 1.0, 1000.0: 0.8, 1400.0: 0.5, 1800.0: 0.0}
        box = WallThing(name="box", wall="w1", along=585.0, bottom=1400.0, width=900.0, height=300.0, depth=100.0)
        self.assertEqual(studs_behind(box, studs), (1000.0,))  # 600 is too near its end, the others are not sure
        holes = ((585.0, 0.0), (584.0, 0.0), (1015.0, 0.0), (1016.0, 0.0), (1400.0, 0.0))
        self.assertEqual(in_studs(holes, studs), ((585.0, 0.0), (1015.0, 0.0)))
        given = box.model_copy(update={"at": (1000.0, 700.0)})
        self.assertEqual([x for x, _ in given.holes], [700.0, 1000.0])
        moved = given.model_copy(update={"along": 800.0})
        self.assertEqual([x for x, _ in moved.holes], [860.0, 1640.0])  # one left: evenly again
        narrow = box.model_copy(update={"width": 200.0})
        self.assertEqual([x for x, _ in narrow.holes], [635.0, 735.0])  # no nearer its ends than a quarter
        with self.assertRaises(RefusedError):
            worst_use(box, ())

    def test_a_second_one_has_a_name_of_its_own_and_the_walls_fixing(self) -> None:
        plan = say(SHELVED, "hang shelf w1 at 500, 900 x 200 x 250 up 1400", "screws shelf 2 4", "weighs shelf 12")
        first, second = things(plan).values()
        self.assertEqual((first.name, first.mass, first.screws, first.fixing), ("shelf", 12.0, 2, "plug 10 brick"))
        self.assertEqual((second.name, second.screws, second.fixing), ("shelf 2", 4, "coach 8x50 timber"))
        about = say(
            room("put shelf 900 x 200 x 30 at 300 out 0 up 700"), "hang shelf w2 at 100, 800 x 200 x 250 up 1400"
        )
        self.assertEqual([one.name for one in things(about).values()], ["shelf 2"])  # each is dropped by its own name
        self.assertEqual(things(say(about, "drop shelf 2")), {})

    def test_what_nobody_weighed_is_assumed_and_says_so(self) -> None:
        plan = say(hung(), "hang cabinet w2 at 1000, 1000 x 400 x 350 up 300")
        report = evaluate(plan, SHELF)
        finding = report.find("hangs_load/h1")
        assert finding is not None
        self.assertIn("with what is on it, 40 kg, assumed, uses", Words(plan).finding(finding))
        self.assertTrue(report.figures["hanging.h1.use"].unsure and report.figures["hanging.h1.load"].unsure)
        weighed = evaluate(say(plan, "weighs 40 kg"), SHELF)
        self.assertFalse(weighed.figures["hanging.h1.use"].unsure)
        self.assertEqual(weighed.figures["hanging.h1.use"].value, report.figures["hanging.h1.use"].value)

    def test_refusals(self) -> None:
        for line, word in REFUSED:
            with self.subTest(line):
                self.assertIn(word, refused(SHELVED, line))
        self.assertIn("Nothing hangs yet", refused(hung(), "screws shelf 4"))

    def test_a_wall_that_is_gone(self) -> None:
        plan = say(
            room("hang shelf w5 at 100, 800 x 200 x 250 up 1400"), "outline 4000 right 4000 out 4000 left 4000 back"
        )
        found = evaluate(plan, SHELF).find("hangs_off/h1")
        assert found is not None
        self.assertIn("past the walls there are", Words(plan).finding(found))

    def test_dropped_put_back_and_read_again(self) -> None:
        gone = apply(SHELVED, Drop(id="h1"), SHELF)
        self.assertEqual(things(gone), {})
        wanted = tuple(tuple(one) for one in changes(SHELVED, gone))
        self.assertEqual(things(apply(gone, Restore(wanted=wanted), SHELF)), things(SHELVED))
        moved = apply(SHELVED, PutHanging(id="h1", along=1200.0, screws=3), SHELF)
        self.assertEqual([x for x, _ in things(moved)["h1"].holes], [1260.0, 1600.0, 1940.0])
        self.assertEqual(things(Plan.model_validate(moved.model_dump(mode="json"))), things(moved))


if __name__ == "__main__":
    unittest.main()
