"""Rooms as they are said at the tape line: shapes, what is wrong with a survey in words, what is refused, and what the rules make
of rooms that are not boxes."""

from __future__ import annotations

import math
import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.light.sun import sun_at, sun_year
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Point
from oval_room.core.projection.study import ThrowResult
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.solve.doubt import doubts
from oval_room.core.subject import Subject
from oval_room.core.survey.eyes import eye_height
from oval_room.core.survey.missing import missing_readings
from oval_room.core.survey.way_in import CASE, Boxed, boxes_of, longest_round_turn, spare
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import BREAST, ELL, refused, room, say

BOX = "room 4000 x 5000"
TV = ("tv Slate 55", "mount Flat 600")
SPOILED = (
    # name, outline, what is said, the finding's key, its level, a piece of its sentence
    ("a seat in the notch of an L", ELL, ("seat 1000", "across 5000"), "seat_outside/s1", Level.STOP, r"Seat 1 is 1000 mm outside the room, past (wall [23]|the display wall)"),
    ("an eye in the back wall", BOX, ("seat 4950",), "seat_at_wall/s1", Level.STOP, r"eye is 50 mm from the wall: 180 mm leaves room"),
    ("a sofa against the wall", BOX, ("seat 4880",), "seat_at_wall/s1", Level.MIND, r"eye is 120 mm from the wall"),
    ("a seat in a cupboard", BOX, ("put cabinet 800 x 600 x 1800 at 1600 out 2800", "seat 3000", "across 2000"), "seat_hits/s1 t1", Level.STOP, r"^Seat 1 and cabinet are in one place: 240 mm of the person lies inside\.$"),
    ("two in one place", BOX, ("seat 3000", "row 2 3200"), "seat_hits/s2 s1", Level.STOP, r"are in one place: 200 mm apart, 350 mm is the least\.$"),
    ("a seat in the way", BOX, ("put walkway 1000 x 2000 x 10 at 1500 out 2500", "seat 3000", "across 2000"), "seat_in_way/s1 t1", Level.MIND, r"^Seat 1 sits in walkway\.$"),
    ("a seat inside the breast", BOX, ("put breast 1500 x 360 x 2400 at 1200 out 0", "seat 200 mm", "across 2000"), "seat_in_wall/s1", Level.STOP, "sits inside breast"),
    ("a head at a slope", BOX, ("slope w3 900 at 40", "seat 4700"), "head_at_ceiling/s1", Level.STOP, "crown at 1210 mm meets the ceiling at 1152 mm"),
    ("a floor that is not the platform's", BOX, ("put platform 4000 x 1500 x 200 at 0 out 3500", "seat 4200"), "floor_differs/s1", Level.MIND, "planned on a floor at 0 mm, but stands on one at 200 mm"),
    ("a window past its wall", BOX, ("window w2 at 4500, 900 x 1100 sill 900",), "opening_outside/o1", Level.STOP, "reaches past the right wall: 5400 mm of 5000 mm"),
    ("a door over the ceiling", BOX, ("door w2 at 500, 900 x 2500",), "opening_outside/o1", Level.STOP, "reaches past the ceiling: 2500 mm of 2400 mm"),
    ("a door in a window", BOX, ("window w2 at 500, 1200 x 1100 sill 900", "door w2 at 1400, 800 x 2000"), "openings_overlap/o2", Level.STOP, "Door lies over window by 300 mm"),
    ("repeats that differ", BOX, ("again depth 5012",), "readings_apart/room depth", Level.MIND, "2 readings of left wall differ by 12 mm; 3 mm would be chance"),
    ("a diagonal that is off", BOX, ("w2 5001", "w3 4001", "diagonal 6440"), "closure", Level.MIND, r"diagonal is 3\d mm longer than √\(a² \+ b²\), 4 mm would be chance\. A wrong reading, or corners"),
    ("opposite walls that differ", BOX, ("w2 5300", "w3 4001", "diagonal 6404"), "closure", Level.MIND, "left and right wall differ by 300 mm.* Without the right wall it does"),
    ("a room that leans", BOX, ("w2 5000", "w3 4000", "diagonal c1 c3 6409", "diagonal c2 c4 6397"), "closure", Level.GOOD, "two diagonals differ by 12 mm: the room leans"),
    ("parts that miss the whole", BOX, ("window w2 at 1000, 1400 x 1100 sill 900", "again opens window 1490", "rest window 2600", "w2 5000"), "chain/o1", Level.MIND, "Without reading 2 of its width it closes"),
    ("a ceiling that falls", BOX, ("height c1 2400", "height c2 2380", "height c3 2380", "height c4 2400"), "fall/ceiling", Level.NOTE, "ceiling falls 5.0 mm a metre to the right"),
    ("a level floor", BOX, ("line c1 1000", "line c2 1001", "line c3 1000"), "fall/floor", Level.GOOD, "floor is level within"),
    ("a floor that falls", BOX, ("line c1 1000", "line c2 1020", "line c3 1020", "line c4 1000"), "fall/floor", Level.NOTE, "floor falls 5.0 mm a metre to the right"),
    ("a wall that leans", BOX, ("plumb w1 6",), "lean/p1", Level.NOTE, "display wall leans 6.0 mm a metre away"),
    ("studs that may be either", BOX, ("made of timber", "stud 200 magnet", "stud 602 magnet", "stud 1004 magnet"), "stud_rivals/w1", Level.MIND, r"may be 40\d mm or 40\d mm.* apart: the finds fit both\. One more find near \d+ mm would tell"),
    ("a pilot that missed a stud", BOX, ("made of timber", "stud 200 magnet", "stud 800 pilot", "stud 1400 magnet", "stud 2600 magnet", "stud 3200 magnet", "miss 2000 pilot"), "stud_strangers/w1", Level.NOTE, "pilot hole missed where a stud should be, at 2000 mm"),
    ("a box too long for the turn", BOX, (*TV, "way turn 560 x 2000 x 560"), "way_in/p1", Level.STOP, "does not go through turn: .* mm short"),
    ("a box that just goes", BOX, (*TV, "way door 1000 x 850"), "way_in/p1", Level.MIND, "to spare. Measure box and passage"),
    ("a wall nobody has looked at", BOX, TV, "wall_kind/p1", Level.STOP, "not known: drill a pilot hole"),
    ("board alone", BOX, ("made of board", *TV), "wall_kind/p1", Level.STOP, "Board, nothing known behind carries nothing"),
    ("aerated block", BOX, ("made of aerated", *TV), "wall_kind/p1", Level.STOP, "fixing maker's own figure"),
    ("a socket in line with the holes", BOX, ("made of masonry", *TV, "socket w1 at 1810 up 300"), "near_service/p1/u1", Level.MIND, "from the line through socket: its cable may run there"),
    ("a pipe under a hole", BOX, ("made of masonry", *TV, "pipe w1 at 1800 up 0 to 1800 up 2400"), "near_service/p1/u1", Level.STOP, "mm from pipe: move the plate or the run"),
    ("a fire nobody measured", BOX, (*TV, "put fire 700 x 400 x 700 at 1650 out 0"), "heat/p1", Level.STOP, "nobody has measured the heat"),
    ("a fire too hot", BOX, (*TV, "put fire stove 700 x 400 x 700 at 1650 out 0", "heat 55"), "heat/p1", Level.STOP, "55 °C at the bottom edge of .* over stove: above 50 °C is too hot"),
    ("a dead fire", BOX, (*TV, "put fire 700 x 400 x 700 at 1650 out 0", "heat dead"), "heat/p1", Level.GOOD, "the fire is dead"),
    ("left and right too near", BOX, ("seat 3500", "across 2000", "put speaker left 200 x 200 x 400 at 1300 out 0 up 900", "put speaker right 200 x 200 x 400 at 2500 out 0 up 900"), "speakers", Level.MIND, "under 45° the sound draws together"),
    ("a speaker behind matte cloth", BOX, ("screen 120", "stand-off 300", "put speaker 200 x 200 x 400 at 1900 out 0 up 900"), "speaker_covered/p1/t1", Level.MIND, "its matte surface lets no sound through"),
    ("a bar wider than its panel", BOX, ("tv Slate 43", "put soundbar 1300 x 90 x 70 at 1350 out 0 up 400"), "bar_wide/p1/t1", Level.MIND, "Soundbar is 1300 mm wide"),
    ("light nobody measured", BOX, ("seat 3000",), "light_assumed", Level.NOTE, "Light not measured in dark, lamps, day"),
    ("a foot too much on wall 5", "outline 4000 right 2000 out 2000 right 3000 out 6305 left 5000 back anyway", ("diagonal c1 c4 6325", "diagonal c2 c6 6403"), "reading_lies/w5", Level.MIND, "Wall 5 reads 305 mm too long, about one foot"),
)  # fmt: skip
REFUSALS = (
    # outline, line, a word of what to do instead
    (BOX, "outline 4000 right 2000 out 4000 left 2500 back", "does not close: it ends 500 mm too far back"),
    (BOX, "outline 4000 right 2000 out 4305 left 2000 back", r"ends 305 mm too far left of where it began \(about one foot\)"),
    (BOX, "outline 4000 right 2000 back 4000 left 2000 out", "Walk the other way round"),
    (BOX, "outline 4000 right 3000 out 2000 left 4000 back 1000 left 5000 out 1000 left 4000 back", "cross"),
    (BOX, "outline 4000 right", "all the way round"), (BOX, "outline 4000 sideways 300", "length and a way"), (BOX, "outline right", "length and a way"),
    (BOX, "w9 3000", "w1 to w4"), (ELL, "depth 5000", "not a box"), (ELL, "diagonal 6000", "both corners"), (BOX, "diagonal c1 c1 6000", "two corners"),
    (BOX, "slope w2 2500 at 30", "over the ceiling"), (BOX, "slope 30", "wall it starts at"), (BOX, "made of cheese", "timber"), (BOX, "made of ceiling timber", "joists"),
    (BOX, "window w7 at 300, 900 x 900", "w1 to w4"), (BOX, "window w2 at 300", "width x height"), (BOX, "window w2 at 300 x 900", "comma after the place"), (BOX, "window w2 at 3 4 5 x 6", "comma after the place"), (BOX, "stud w9 300", "w1 to w4"), (BOX, "socket w1 300", "place and height"),
    (BOX, "put sofa 1 x 2 x 3", "kind, width"), (BOX, "way hole 3 x 4", "door"), (BOX, "strike 99", "no reading 99"), (BOX, "again finish white", "takes no reading"), (BOX, "heat 40", "no fire"),
    (BOX, "covering window blind", "no opening"), (BOX, "latitude 80", "0 to 66"), (BOX, "plumb w1", "plumb w1 4 mm"), (BOX, "person 3 m", "no seat yet"),
)  # fmt: skip

PLACES = (
    # what is typed of a window: place, width [mm]; one space parts them where only one can
    ("1 m, 1 m x 1 m", 1000, 1000), ("at 1000 900 x 1200", 1000, 900), ("at 1 m 900 x 1200", 1000, 900), ("1,500 900 x 800", 1500, 900),
    ("3' 32\" x 78\"", 914.4, 812.8), ("at 3' 6\" 4' 2\" x 3'", 1066.8, 1270), ("2000 wide 400 x 500", 2000, 400), ("1.2 m wide 40 cm x 1 m", 1200, 400),
)  # fmt: skip


def found_in(plan: Plan, key: str) -> Finding:
    report = evaluate(plan, SHELF)
    finding = report.find(key)
    if finding is None:
        raise AssertionError(f"no {key} among {sorted(f.key for f in report.findings)}")
    return finding


def eyes_of(plan: Plan) -> list[Point]:
    return [seat.eye_point for seat in plan.survey.seats.values()]


class Findings(unittest.TestCase):
    def test_what_is_wrong_is_found_in_words_and_cured_by_its_cures(self) -> None:
        for name, outline, lines, key, level, words in SPOILED:
            with self.subTest(name):
                plan = room(*lines, outline=outline)
                finding = found_in(plan, key)
                self.assertEqual(finding.level, level)
                self.assertRegex(Words(plan).finding(finding), words)
                report = evaluate(plan, SHELF)
                for tried in cures_that_cure(plan, SHELF, report, finding):
                    after = tried.report.find(key)
                    self.assertTrue(after is None or after.level.rank > level.rank)

    def test_cures_are_there_where_one_is_plain(self) -> None:
        for name in (
            "a seat in the notch of an L",
            "a window past its wall",
            "a floor that is not the platform's",
            "repeats that differ",
            "a foot too much on wall 5",
        ):
            _, outline, lines, key, *_ = next(row for row in SPOILED if row[0] == name)
            plan = room(*lines, outline=outline)
            report = evaluate(plan, SHELF)
            with self.subTest(name):
                self.assertTrue(cures_that_cure(plan, SHELF, report, found_in(plan, key)))

    def test_place_and_width_are_told_apart(self) -> None:
        for text, along, width in PLACES:
            with self.subTest(text):
                opening = next(iter(say(room(outline=BOX), f"window w2 {text}").survey.openings.values()))
                self.assertAlmostEqual(opening.along.value, along, places=6)
                self.assertAlmostEqual(opening.width.value, width, places=6)

    def test_refusals_say_what_to_type(self) -> None:
        for outline, line, words in REFUSALS:
            with self.subTest(line):
                self.assertRegex(refused(room(outline=outline), line), words)


class Shapes(unittest.TestCase):
    def test_a_walk_in_any_of_its_ways_is_the_same_room(self) -> None:
        walks = (
            "outline 4000 right 2000 out 2000 right 3000 out 6000 left 5000 back",
            "outline right 4000, out 2000, right 2000, out 3000, left 6000, back 5000",
            "outline 4000 right 2000 up 2000 right 3000 up 6000 left 5000 down",
            "outline 4 m right 200cm out 2 m right 3 m out 6 m left close",
            "outline 13'1 1/2 right 6'6 3/4 out 6'6 3/4 right 9'10 1/8 out 19'8 1/4 left 16'4 7/8 back",
        )
        for walk in walks:
            with self.subTest(walk):
                corners = room(outline=walk).survey.room.corners
                for (x, y), (tx, ty) in zip(
                    corners, ((0, 0), (4000, 0), (4000, 2000), (6000, 2000), (6000, 5000), (0, 5000)), strict=True
                ):
                    self.assertLess(math.hypot(x - tx, y - ty), 6)

    def test_a_small_misclosure_goes_where_the_doubt_is(self) -> None:
        """3 mm over walls read by laser within ±1.5: shared by the squares of their doubts, right angles kept."""
        plan = room(outline="outline 4000 right 2000 out 2000 right 3000 out 6003 left 5000 back")
        lengths = [wall.length for wall in plan.survey.room.walls]
        self.assertAlmostEqual(lengths[0] + lengths[2], lengths[4])
        self.assertEqual([round(length) for length in lengths], [4001, 2000, 2001, 3000, 6002, 5000])
        self.assertEqual(plan.survey.dims["w5"].value, 6003)  # what was read stays read

    def test_a_bay_has_slanting_walls(self) -> None:
        plan = room(outline="outline 3000 right 3000 out 600 left & 500 out 1800 left 600 left & 500 back 3000 back")
        self.assertEqual(len(plan.survey.room.walls), 6)
        self.assertAlmostEqual(plan.survey.room.walls[2].length, math.hypot(600, 500))
        self.assertNotIn("w3", plan.survey.dims)  # its legs were read, not itself
        wider = say(plan, "w2 3200")
        self.assertAlmostEqual(wider.survey.room.walls[1].length, 3200)

    def test_a_whole_room_said_again_is_a_box_and_takes_nothing_of_lost_walls_along(self) -> None:
        plan = say(room("window w6 at 500, 900 x 900 sill 900", "diagonal c2 c5 7211"), "room 4000 x 5000")
        self.assertTrue(plan.survey.room.is_box)
        self.assertEqual((plan.survey.openings, plan.survey.dims), ({}, {}))

    def test_pictures_hang_on_the_face_of_a_breast(self) -> None:
        plan = say(
            room(outline=BREAST),
            "made of w3 masonry",
            "tv Slate 43",
            "mount Flat 600",
            "on w3",
            "seat 3400",
            "across 1950",
        )
        picture = plan.chosen.pictures["p1"]
        self.assertAlmostEqual(picture.pose.y, 360 + 60)
        report = evaluate(plan, SHELF)
        self.assertEqual(report.walls, {"p1": 3})
        self.assertAlmostEqual(report.of(ViewResult).pictures["p1"].seats["s1"].own.out, 3400 - 420)
        self.assertAlmostEqual(
            sum(report.of(FixingResult).holes["p1"].columns) / 2, 750
        )  # from the breast's own left edge

    def test_slopes_hold_the_ladder_down_and_a_lens_under_them(self) -> None:
        flat = say(room(outline=BOX), "seat 3000", "screen 100", "projector Heron", "lens up 2300")
        self.assertIsNone(evaluate(flat, SHELF).find("lens_in_room/j1/p1"))
        sloped = say(flat, "slope w2 1000 at 40", "slope w4 1000 at 40")
        self.assertLess(
            evaluate(sloped, SHELF).of(ViewResult).pictures["p1"].rungs.hard.hi or 0,
            evaluate(flat, SHELF).of(ViewResult).pictures["p1"].rungs.hard.hi or 0,
        )
        aside = say(sloped, "lens along 600")
        self.assertEqual(found_in(aside, "lens_in_room/j1/p1").level, Level.STOP)

    def test_the_wall_behind_an_alcove_stops_the_projector(self) -> None:
        """In the L the wall behind a lens at x = 5 m is 5 m out; in the box of the same extent it would be so too; at a notch it is nearer."""
        deep = say(
            room(outline="outline 6000 right 3000 out 2000 left 2000 out 4000 left 5000 back"),
            "seat 2500",
            "screen 90",
            "projector Wren",
            "throw 2500",
        )
        shallow = say(deep, "along 5000", "lens along 5000")
        behind = [evaluate(plan, SHELF).of(ThrowResult).throws["j1"].behind for plan in (deep, shallow)]
        self.assertAlmostEqual(behind[0] - behind[1], 2000)

    def test_what_is_still_missing_is_walked_in_order(self) -> None:
        plan = say(room(outline=BOX), "strike 2", "seat 3000", "window w2 at 300, 900 x 900")
        listed = [one.label for one in missing_readings(plan)]
        self.assertEqual(listed[:5], ["right wall", "back wall", "left wall", "diagonal c1 to c3", "window, sill"])
        self.assertIn("seat 1, eye above its floor", listed)
        self.assertIn("light from the ceiling, lamps", listed)
        self.assertNotIn("ceiling", listed)

    def test_eyes_by_seat_and_person(self) -> None:
        self.assertLess(eye_height("recliner"), eye_height("sofa"))
        self.assertGreater(eye_height("stool", 1900), eye_height("stool", 1600))
        plan = say(room(outline=BOX), "seat 3000", "seating stool", "person 1850")
        self.assertEqual(plan.survey.seats["s1"].eye.value, eye_height("stool", 1850))
        read = say(plan, "eye 1290", "seating bed")
        self.assertEqual(read.survey.seats["s1"].eye.value, 1290)


class WayIn(unittest.TestCase):
    def test_round_a_turn(self) -> None:
        """With no thickness the longest round a square turn is (a^⅔ + b^⅔)^1.5, the known result; thickness takes from it."""
        for a, b in ((900, 900), (800, 1200)):
            self.assertAlmostEqual(longest_round_turn(a, b, 0), (a ** (2 / 3) + b ** (2 / 3)) ** 1.5, delta=1)
            self.assertLess(longest_round_turn(a, b, 160), longest_round_turn(a, b, 100))

    def test_a_case_may_go_on_end_but_a_panel_may_not(self) -> None:
        from oval_room.core.plan.fittings import Passage

        door = Passage(name="door", kind="lift", width=900, height=2600, length=1100)
        case, panel = Boxed("case", 2500, 160, 160, False), Boxed("panel", 2500, 160, 160, True)
        self.assertGreater(spare(case, door), 0)
        self.assertLess(spare(panel, door), 0)

    def test_a_fixed_frame_travels_in_halves_and_a_roller_whole(self) -> None:
        for name, long in (("Frame 110", 1370.0), ("Drop 220", 2200.0), ("Rise 200", 2000.0)):
            plan = say(room(), "seat 3000", f"screen {name}")
            (picture,) = plan.chosen.pictures.values()
            (box,) = boxes_of(plan.chosen, SHELF).values()
            frame = picture.frame_top + picture.frame_bottom if name == "Frame 110" else 2 * picture.frame_side
            with self.subTest(name):  # half of the 16:9 frame is shorter than its height, which then counts
                self.assertAlmostEqual(box.long, long + frame + 2 * CASE, delta=0.5)


class Sun(unittest.TestCase):
    def test_where_the_sun_stands(self) -> None:
        """Noon altitude is 90 − latitude + declination; at the equinox it rises due east at six."""
        self.assertAlmostEqual(sun_at(51, 172, 12).altitude, 90 - 51 + 23.44, delta=0.1)
        self.assertAlmostEqual(sun_at(51, 355, 12).altitude, 90 - 51 - 23.44, delta=0.1)
        self.assertAlmostEqual(sun_at(51, 81, 6).bearing, 90, delta=1)
        self.assertAlmostEqual(sun_at(-34, 355, 12).bearing, 0, delta=1)  # in the south it stands north at noon
        self.assertAlmostEqual(sun_at(51, 172, 12).bearing, 180, delta=0.1)

    def test_a_south_window_behind_the_sofa_strikes_the_picture_at_noon_in_winter(self) -> None:
        """Looking north at the display wall; the back wall faces south. A high summer sun stays near the window."""
        plan = say(
            room(outline=BOX), "faces 0", "latitude 51", "tv 65", "seat 3000", "window w3 at 1200, 1600 x 1400 sill 800"
        )
        year = sun_year(plan.survey, plan.chosen.pictures["p1"], eyes=eyes_of(plan))
        assert year
        self.assertTrue(year.at(11, 11) and year.at(11, 11).picture)  # type: ignore[union-attr]
        self.assertIsNone(year.at(5, 12))
        north = sun_year(say(plan, "faces 180").survey, plan.chosen.pictures["p1"], eyes=eyes_of(plan))
        self.assertEqual([one for one in north.struck if 9 <= one.hour <= 14] if north else None, [])
        self.assertIsNone(sun_year(room(outline=BOX).survey, None))


class Doubts(unittest.TestCase):
    def test_spread_of_an_angle_is_what_its_derivative_says(self) -> None:
        """On axis A = 2·atan(w/2d): dA/dd = −w/(d² + w²/4). A laser reading of d is good to ±1.5."""
        plan = say(room(outline=BOX), "tv 65", "seat 3060", "across 2000", "eye 1080")
        (found,) = doubts(plan, SHELF, ["picture.p1.angle.seat.s1"], Subject("p1", "s1", "k1")).values()
        w, d = plan.chosen.pictures["p1"].width.value, 3000
        self.assertAlmostEqual(found.spread, math.degrees(1.5 * w / (d * d + w * w / 4)), delta=0.002)
        self.assertEqual(found.carried[0][0], "survey.seats.s1.y")

    def test_walls_of_an_outlined_room_carry_what_rests_on_them(self) -> None:
        """The room left behind a projector hangs on the walls that run out: w2 and w4 of the L, each read within ±1.5."""
        plan = say(
            room(),
            "seat 2500",
            "across 1500",
            "screen 90",
            "projector Wren",
            "throw 2300",
            "along 5000",
            "lens along 5000",
        )
        key = "projector.j1.behind"
        found = doubts(plan, SHELF, [key], Subject("p1", "s1", "k1", "j1"))[key]
        self.assertTrue({"survey.dims.w2", "survey.dims.w4"} & {path for path, _ in found.carried}, found)
        self.assertTrue(1.4 <= found.spread <= 3.1, found.spread)

    def test_what_nobody_measured_carries_the_doubt(self) -> None:
        plan = say(room(outline=BOX), "tv 65", "seat 3060")
        found = doubts(plan, SHELF, ["picture.p1.neck.seat.s1"], Subject("p1", "s1", "k1"))["picture.p1.neck.seat.s1"]
        self.assertEqual(found.worst and found.worst[0], "survey.seats.s1.eye")
        self.assertGreater(found.worst[1] if found.worst else 0, 0.9)
        self.assertEqual(doubts(plan, SHELF, ["no.such.figure"], Subject())["no.such.figure"].spread, 0)
