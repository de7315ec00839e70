"""What went wrong on a first working day, each said as it was and looked at as it should be."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.solve.seek import clear_stops
from oval_room.core.solve.which_display import rank_displays
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutScene
from oval_room.core.survey.stray import NAMED, START_LUX, kind_by_name
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked, Heard
from oval_room.core.viewing.school_of import school_of
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room, say

BIG = "room 6000 x 6000"


def plan_of(*lines: str, outline: str = BIG) -> Plan:
    return say(room(outline=outline), *lines)


def levels(plan: Plan, *starts: str) -> list[Finding]:
    found = evaluate(plan, SHELF).findings
    return [one for one in found if one.level.rank <= Level.MIND.rank and one.key.startswith(starts or ("",))]


class Schools(unittest.TestCase):
    def test_follow_brief_and_seats_until_chosen(self) -> None:
        for lines, school, why in (
            ((), "cinema", "until"),
            (("seat 3000",), "lounge", "sofa"),
            (("seat 3000", "seating bed"), "lounge", "bed"),
            (("seat 3000", "seating upright"), "cinema", "until"),
            (("seat 3000", "row 2 4200"), "cinema", "2 rows"),
            (("film 2", "finish dark", "seat 3000"), "cinema", "dark room"),
            (("film 2", "seat 3000"), "lounge", "sofa"),
            (("desk 6", "seat 700"), "desk", "6 hours"),
            (("seat 700", "seating stool"), "desk", "stool"),
            (("desk 6", "seat 3000"), "lounge", "sofa"),
            (("desk 1", "film 3", "seat 900"), "lounge", "sofa"),
            (("seat 3000", "school front row"), "front row", ""),
        ):
            plan = plan_of(*lines)
            with self.subTest(lines):
                follows = school_of(plan)
                self.assertEqual(follows.school, school)
                self.assertIn(why, follows.why)
                self.assertEqual(bool(follows.why), bool(why))

    def test_the_finding_says_which_and_why(self) -> None:
        plan = plan_of("seat 5000", "tv 43")
        told = Words(plan).finding(evaluate(plan, SHELF).find("angle/p1"))  # type: ignore[arg-type]
        self.assertIn("lounge (for a sofa) is 26–36°", told)
        chosen = say(plan, "school lounge")
        self.assertNotIn("(", Words(chosen).finding(evaluate(chosen, SHELF).find("angle/p1")))  # type: ignore[arg-type]

    def test_which_kind_asks_for_no_desk_where_there_is_one(self) -> None:
        monitors = next(one for one in rank_displays(plan_of("desk 6", "seat 700")) if one.kind == "monitors")
        self.assertFalse([one for one in monitors.reasons if "desk" in one.turns])
        self.assertEqual(rank_displays(plan_of("desk 6", "seat 700"))[0].kind, "monitors")

    def test_eyes_at_a_school_moves_what_hangs(self) -> None:
        plan = plan_of("seat 3000", "tv 65", "bottom 1200")
        for word, share in (("third", 1 / 3), ("centre", 1 / 2)):
            heard = hear(plan, SHELF, f"eyes at {word}")
            assert isinstance(heard, Heard)
            self.assertIn("bottom edge to", heard.say)
            picture = say(plan, f"eyes at {word}").chosen.pictures["p1"]
            self.assertAlmostEqual(picture.bottom, 1080 - picture.height * share, delta=0.6)
        low = say(plan, "furniture 400", "eyes at low").chosen.pictures["p1"]
        self.assertAlmostEqual(low.bottom, 450, delta=0.6)


class Defaults(unittest.TestCase):
    def test_where_the_program_places_a_picture_nothing_is_minded(self) -> None:
        """Heights and faces: what the user chose himself (size, seats) may be minded, the placing may not."""
        placing = ("neck", "top_edge", "off_ladder", "ladder_conflict", "pictures_overlap", "in_masonry", "drop_clear",
                   "bridges", "row_in_front")  # fmt: skip
        for lines in (
            ("seat 3000", "tv 65"),
            ("seat 3000", "seating bed", "tv 65"),
            ("seat 3000", "seating stool", "riser 300", "tv 65"),
            ("seat 2500", "row 2 4500", "row 2 riser 400", "tv 65"),
            ("seat 3000", "furniture 700", "soundbar 800", "tv 65"),
            ("seat 3000", "tv 65", "screen 100"),
            ("seat 3000", "tv Slate 55", "screen Drop 240 scope"),
            ("seat 3000", "put shelf mantel 1600 x 200 x 60 at 2200 out 0 up 1250", "tv 55"),
            ("put breast 1600 x 350 x 2400 at 2200 out 0", "seat 3200", "tv 55"),
        ):
            plan = say(plan_of(), lines[0])
            for line in lines[1:]:
                plan = say(plan, line, subject=Subject(seat="s2" if "s2" in plan.survey.seats else "s1"))
            with self.subTest(lines):
                self.assertEqual([one.key for one in levels(plan, *placing)], [])

    def test_up_and_down_are_told_rightly(self) -> None:
        for lines, told in (
            (("seating upright", "bottom 1500"), r"^Seat 1 looks \d+° up: "),
            (("seating bed", "bottom 100 mm"), r"^Seat 1 looks \d+° down, \d+° under where it looks at ease"),
            (("seating bed", "eye 600", "bottom 300"), r"looks \d+° up, \d+° under where it looks at ease"),
        ):
            plan = plan_of("seat 2500", "tv 65", *lines)
            with self.subTest(lines):
                self.assertRegex(Words(plan).finding(evaluate(plan, SHELF).find("neck/p1")), told)  # type: ignore[arg-type]


class Lined(unittest.TestCase):
    PLAN = plan_of("seat 3000", "tv Slate 65", "another tv Slate 43", outline="room 7000 x 6000")

    def test_top_level_and_over_end_where_they_say(self) -> None:
        two = Subject("p2", "s1", "k1", None)
        for line in ("top with Tarnbeck Slate 65", "level with Tarnbeck Slate 65", "over Tarnbeck Slate 65"):
            plan = say(self.PLAN, line, subject=two)
            one, other = plan.chosen.pictures["p1"], plan.chosen.pictures["p2"]
            with self.subTest(line):
                if line.startswith("top"):
                    self.assertAlmostEqual(one.top, other.top)
                elif line.startswith("level"):
                    self.assertAlmostEqual(one.bottom, other.bottom)
                else:
                    self.assertAlmostEqual(one.pose.x, other.pose.x)
                    self.assertTrue(other.bottom > one.top or other.top < one.bottom)
                self.assertEqual([f.key for f in levels(plan, "not_level", "pictures_overlap")], [])

    def test_a_row_that_is_nearly_level_is_still_called_so(self) -> None:
        plan = say(self.PLAN, "bottom 900", subject=Subject("p1", "s1", "k1", None))
        plan = say(plan, "bottom 930", subject=Subject("p2", "s1", "k1", None))
        self.assertTrue(levels(plan, "not_level"))


class Scenes(unittest.TestCase):
    def test_a_scene_takes_a_start_value_by_its_name_or_asks(self) -> None:
        for name, kind in (("morning", "bright day"), ("film night", "blackout"), ("evening", "evening ceiling light")):
            plan = say(room(), f"scene {name}")
            scene = next(one for one in plan.survey.scenes.values() if one.name == name)
            lux, origin = START_LUX[kind]
            self.assertEqual((getattr(scene, origin).value, getattr(scene, origin).source), (lux, "assumed"))
        asked = hear(room(), SHELF, "scene party")
        assert isinstance(asked, Asked)
        self.assertEqual(len(asked.options), len(START_LUX))
        self.assertTrue(all(isinstance(hear(room(), SHELF, option), Heard) for option in asked.options))
        self.assertTrue(set(NAMED.values()) <= set(START_LUX))
        self.assertEqual(kind_by_name("party"), "")

    def test_what_was_assumed_is_not_logged_and_has_no_half_width(self) -> None:
        for source in ("assumed", "default", "chosen"):
            plan = apply(room(), PutScene(id="k1", side=Typed(value=40, source=source)), SHELF)  # type: ignore[arg-type]
            self.assertEqual(
                (plan.survey.scenes["k1"].side.half_width, plan.survey.scenes["k1"].side.readings), (0, ())
            )
        plan = say(room(), "scene morning")
        self.assertFalse([one for one in plan.readings.values() if "scenes" in one.of])


class Mounts(unittest.TestCase):
    def test_choosing_a_mount_checks_what_is_tilted_already_and_another_mount_cures(self) -> None:
        plan = plan_of("made of timber", "stud w1 3000 pilot", "seat 3000", "tv Slate 55", "tilt 8", "stand-off 110")
        self.assertEqual(levels(plan, "mount_range"), [])
        flat = say(plan, "mount Flat 600")
        (found,) = levels(flat, "mount_range")
        self.assertEqual(found.level, Level.STOP)
        tried = cures_that_cure(flat, SHELF, evaluate(flat, SHELF), found)
        self.assertEqual([one.cure.kind.value for one in tried], ["within the mount", "another mount"])
        self.assertEqual(SHELF[tried[1].plan.chosen.pictures["p1"].mount or ""].name, "Ironlark Tilt 600")
        self.assertEqual(levels(say(plan, "mount Tilt 600"), "mount_range"), [])

    def test_clearing_every_stop_may_change_a_mount(self) -> None:
        """A pole longer than its stem: the lens can't rise (its shift runs out), so the stem is changed."""
        plan = plan_of("made of ceiling joists", "seat 4000", "screen 100", "projector Heron", "goes hung",
                       "stem Stem short", "throw 3400", "lens up 1700")  # fmt: skip
        pole = [one for one in levels(plan, "pole") if one.level is Level.STOP]
        self.assertTrue(pole)
        kinds = {one.cure.kind.value for one in cures_that_cure(plan, SHELF, evaluate(plan, SHELF), pole[0])}
        self.assertIn("another mount", kinds)
        command, _, left = clear_stops(plan, SHELF)
        self.assertEqual(left, 0)
        self.assertFalse([one for one in levels(apply(plan, command, SHELF)) if one.level is Level.STOP])


class Rows(unittest.TestCase):
    TWO = plan_of("seat 3000", "seats 3", "row 2 4300")

    def test_row_words_work_for_any_row(self) -> None:
        self.assertEqual(say(plan_of(), "row 1 3200").survey.seats["s1"].y.value, 3200)
        four = say(self.TWO, "seats 2 4")
        self.assertEqual(sum(seat.row == 2 for seat in four.survey.seats.values()), 4)
        self.assertEqual(sum(seat.row == 1 for seat in four.survey.seats.values()), 3)
        one = say(self.TWO, "drop row 2")
        self.assertEqual({seat.row for seat in one.survey.seats.values()}, {1})
        self.assertIn("no row 5 yet", refused(self.TWO, "seats 5 3"))

    def test_a_row_moves_as_one(self) -> None:
        moved = say(self.TWO, "seat 3400", subject=Subject(seat="s2"))
        self.assertEqual({s.y.value for s in moved.survey.seats.values() if s.row == 1}, {3400})
        self.assertEqual({s.y.value for s in moved.survey.seats.values() if s.row == 2}, {4300})

    def test_things_are_dropped_by_what_they_are(self) -> None:
        plan = plan_of("tv Slate 55", "screen 100", "projector Heron")
        self.assertEqual(set(say(plan, "drop tv").chosen.pictures), {"p2"})
        self.assertEqual(set(say(plan, "remove projector").chosen.projectors), set())


if __name__ == "__main__":
    unittest.main()
