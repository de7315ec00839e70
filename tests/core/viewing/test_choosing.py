"""Choosing: seat map against the studies, size table, which display, grey scale, solve-for, schemes chosen, sound."""

from __future__ import annotations

import itertools
import unittest

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.light.grey_scale import grey_steps, shown_grey
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed, chosen
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.taking import take
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.solve.seek import WIDEST_PANEL, clear_stops, largest_picture, lowest_picture, nearest_row
from oval_room.core.solve.shelf import sizes_like
from oval_room.core.solve.size_table import size_table
from oval_room.core.solve.which_display import KINDS, rank_displays
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutOpening, PutScene, PutSeat
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.core.viewing.neck import NECK_GOOD
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SIZE_SCHOOLS
from oval_room.core.viewing.seat_map import RULES, runs, seat_map, seats_tally
from oval_room.core.viewing.sharpness import pixels_per_degree
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from tests.core.survey.rooms import refused, room, say

DEN, CHAPEL = boat_shed_den(), chapel_flat()
UNLIT = say(DEN, "drop reading lamp")


class Map(unittest.TestCase):
    def test_every_cell_says_what_the_studies_say_of_a_seat_there(self) -> None:
        """Seats put at a sample of cells: angle, sharpness, off axis, neck as the studies judge them; glare within its sampling."""
        bare = apply(UNLIT, several(PutOpening(id="o1", covering="none"), PutOpening(id="o2", covering="none")), SHELF)
        picture = bare.chosen.pictures["p1"]
        found = seat_map(bare.survey, picture, item=SHELF[picture.gear or ""], school=school_of(bare).school)
        dark = apply(
            UNLIT, several(PutOpening(id="o1", covering="blackout"), PutOpening(id="o2", covering="blackout")), SHELF
        )
        self.assertTrue(
            seat_map(dark.survey, picture, item=SHELF[picture.gear or ""], school=school_of(dark).school)
            .passes[RULES.index("glare"), 20:]
            .all()
        )
        band, eye = SIZE_SCHOOLS[DEN.choices.size_school], DEN.survey.seats["s1"].eye.value
        checked = 0
        for i, j in itertools.product(range(2, len(found.ys), 9), range(2, len(found.xs), 9)):
            if not found.floor[i, j]:
                continue
            x, y = float(found.xs[j]), float(found.ys[i])
            plan = apply(bare, PutSeat(id="s1", x=chosen(x), y=chosen(y), eye=Typed(value=eye)), SHELF)
            report = evaluate(plan, SHELF)
            view, glare = (
                report.of(ViewResult).pictures["p1"].seats["s1"],
                report.of(GlareResult).pictures["p1"]["s1"].total,
            )
            tally = dict(zip(RULES, found.passes[:, i, j].tolist(), strict=True))
            self.assertEqual(tally["angle"], band.lo <= (view.angle or 0) <= band.hi, (x, y))
            self.assertEqual(tally["sharpness"], (view.per_degree or 0) >= 40)
            self.assertEqual(tally["off axis"], (view.off_axis or 0) <= 60)
            self.assertEqual(tally["neck"], NECK_GOOD[0] <= view.neck <= NECK_GOOD[1])
            if glare == 0 or glare > 12:
                self.assertEqual(tally["glare"], glare == 0, (x, y, glare))
            checked += 1
        self.assertGreater(checked, 15)

    def test_a_lamp_counts_as_the_glare_study_says(self) -> None:
        plan = say(
            room(outline="room 4000 x 5000"),
            "tv Ember 65",
            "seat 3000",
            "across 2000",
            "put lamp lamp 400 x 400 x 500 at 2600 out 4400 up 900",
        )
        picture = plan.chosen.pictures["p1"]
        eye = plan.survey.seats["s1"].eye.value
        found = seat_map(plan.survey, picture, item=SHELF[picture.gear or ""], school=school_of(plan).school)
        seen = set()
        for i, j in itertools.product(range(4, len(found.ys), 5), range(2, len(found.xs), 4)):
            x, y = float(found.xs[j]), float(found.ys[i])
            there = apply(plan, PutSeat(id="s1", x=chosen(x), y=chosen(y), eye=Typed(value=eye)), SHELF)
            total = evaluate(there, SHELF).of(GlareResult).pictures["p1"]["s1"].total
            if total == 0 or total > 1.3:
                self.assertEqual(bool(found.passes[RULES.index("glare"), i, j]), total == 0, (x, y, total))
                seen.add(total == 0)
        self.assertEqual(seen, {True, False})

    def test_nothing_off_the_floor_and_boxes_cover_what_counts(self) -> None:
        picture = DEN.chosen.pictures["p1"]
        found = seat_map(DEN.survey, picture, item=None, school=school_of(DEN).school)
        self.assertIsNone(found.tally(6000, 1000))  # in the notch of the L
        for x0, x1, y0, y1, count in runs(found):
            self.assertTrue(x0 < x1 and y0 < y1 and 1 <= count <= len(RULES))
        covered = sum((x1 - x0) * (y1 - y0) for x0, x1, y0, y1, _ in runs(found))
        self.assertAlmostEqual(covered, float((found.floor & (found.count > 0)).sum()) * 100 * 100, delta=1)
        self.assertEqual(set(seats_tally(found, DEN.survey)), {"s1", "s2"})


class Sizes(unittest.TestCase):
    def test_rows_are_what_the_plan_would_be(self) -> None:
        rows = size_table(CHAPEL, SHELF, "p2", "s2", "k1")
        for row in rows:
            self.assertEqual(row.fits_wall, row.width + 16 <= CHAPEL.survey.room.width.value)
        for a, b in itertools.pairwise(rows):
            self.assertLess(a.angle or 0, b.angle or 0)
            self.assertGreater(a.per_degree or 0, b.per_degree or 0)
        (now,) = [row for row in rows if row.now]
        self.assertAlmostEqual(
            now.angle or 0, evaluate(CHAPEL, SHELF).figures["picture.p2.angle.seat.s2"].value or 0, delta=0.01
        )
        self.assertEqual(now.prices, (740, 1840))

    def test_a_door_too_low_is_told(self) -> None:
        plan = say(room(outline="room 5000 x 6000"), "tv 65", "seat 3000", "way door 800 x 1200")
        doors = {row.inches: row.through_door for row in size_table(plan, SHELF, "p1", "s1", "k1")}
        self.assertTrue(doors[65.0])
        self.assertFalse(doors[98.0])

    def test_what_fits_the_door_is_what_the_way_in_says(self) -> None:
        """A panel chosen by its size in inches, frame and all, goes through the van as the table says of that size."""
        fits = {
            row.inches: row.through_door
            for row in size_table(say(DEN, "tv 55 as a bare size"), SHELF, "p1", "s1", "k1")
        }
        for name, inches in (("Ember 55", 55.0), ("Ember 65", 65.0), ("Ember 77", 77.0)):
            levels = {f.level for f in evaluate(say(DEN, f"tv {name}"), SHELF).findings if f.code.name == "WAY_IN"}
            self.assertEqual(fits[inches], Level.STOP not in levels, name)

    def test_no_seat_and_no_light_are_borne(self) -> None:
        rows = size_table(say(room(), "tv 65"), SHELF, "p1", None, None)
        self.assertTrue(rows)
        self.assertTrue(all(row.angle is None and row.contrast_class == "" for row in rows))


class Which(unittest.TestCase):
    def best(self, *lines: str, bright: float = 0.0, outline: str = "room 4000 x 6000") -> str:
        plan = say(room(outline=outline), "seat 3000", *lines)
        if bright:
            plan = apply(plan, PutScene(id="k3", side=Typed(value=bright, instrument="eye")), SHELF)
        return rank_displays(plan)[0].kind

    def test_light_size_use_and_money_turn_it(self) -> None:
        self.assertIn(self.best("school lounge", bright=1500), ("OLED panel", "bright LCD panel"))
        self.assertIn("projector", self.best("seat 5000", "light day side 2", "light lamps side 2"))
        self.assertNotEqual(self.best("desk 6", "school lounge"), "OLED panel")
        self.assertNotIn("long-throw", self.best("seat 2200", "school front row", outline="room 4000 x 2600"))
        dear = rank_displays(say(room(), "seat 3000", "budget 300"))
        self.assertTrue(
            all(any("budget" in reason.text and reason.points < 0 for reason in one.reasons) for one in dear)
        )

    def test_every_kind_is_ranked_with_reasons_for_any_plan(self) -> None:
        for plan in (CHAPEL, DEN, room()):
            ranked = rank_displays(plan)
            self.assertEqual({one.kind for one in ranked}, set(KINDS))
            self.assertEqual([one.points for one in ranked], sorted((one.points for one in ranked), reverse=True))
            self.assertTrue(all(one.reasons for one in ranked))


class Greys(unittest.TestCase):
    def test_light_lifts_the_dark_steps_and_white_stays_white(self) -> None:
        dark, lit = grey_steps(100, 400, 0.1), grey_steps(100, 400, 20)
        self.assertEqual((dark[-1], lit[-1]), (1.0, 1.0))
        self.assertTrue(all(a < b for a, b in zip(dark[:-1], lit[:-1], strict=True)))
        self.assertTrue(all(a < b for a, b in itertools.pairwise(lit)))
        self.assertAlmostEqual(1 / lit[0], 120 / (0.25 + 20))  # the contrast of rules 5.4
        self.assertEqual([shown_grey(value) for value in (0, 1, 2)], [0, 255, 255])


class Seek(unittest.TestCase):
    PLAN = say(room(outline="room 3600 x 5000"), "tv 65", "furniture 500", "seat 3000")

    def stops(self, plan: Plan) -> set[str]:
        return evaluate(plan, SHELF).stops()

    def test_the_largest_fits_and_a_step_more_does_not(self) -> None:
        plan = say(room(outline="room 3600 x 5000"), "screen 90", "furniture 500", "seat 3000")
        found = largest_picture(plan, SHELF, "p1")
        self.assertEqual(self.stops(apply(plan, found.command, SHELF)), set())
        wider = apply(apply(plan, found.command, SHELF), PutPicture(id="p1", width=chosen(found.value + 4)), SHELF)
        self.assertTrue(self.stops(wider))

    def test_the_largest_tv_is_one_from_the_shelf(self) -> None:
        """And no wider one on the shelf hangs there; without a shelf it is a bare size, never wider than a TV is."""
        found = largest_picture(self.PLAN, SHELF, "p1")
        picture = apply(self.PLAN, found.command, SHELF).chosen.pictures["p1"]
        self.assertEqual((SHELF[picture.gear or ""].name, picture.width.value), (found.item, found.value))
        self.assertEqual(self.stops(apply(self.PLAN, found.command, SHELF)), set())
        for hash_, item in sizes_like(SHELF, picture):
            if item.width > found.value:
                self.assertTrue(self.stops(apply(self.PLAN, take("p1", picture, hash_, SHELF), SHELF)), item.name)
        hall = say(room(outline="room 9000 x 9000", also=("ceiling 6000",)), "tv 65", "seat 6000")
        bare = largest_picture(hall, {}, "p1")
        self.assertEqual((bare.item, bare.value), ("", WIDEST_PANEL))

    def test_the_lowest_stands_on_the_ladder(self) -> None:
        found = lowest_picture(self.PLAN, SHELF, "p1")
        self.assertAlmostEqual(found.value, 550, delta=1)
        self.assertTrue(self.stops(apply(self.PLAN, PutPicture(id="p1", bottom=found.value - 2), SHELF)))

    def test_a_range_narrower_than_any_step_is_found(self) -> None:
        """The loft's screen at its widest leaves one height only: it stands there, and so it is the lowest and the widest."""
        loft = loft_cinema()
        widest = apply(loft, largest_picture(loft, SHELF, "p1").command, SHELF)
        span = evaluate(widest, SHELF).of(ViewResult).pictures["p1"].rungs.hard
        self.assertLess((span.hi or 0) - (span.lo or 0), 60)
        self.assertAlmostEqual(lowest_picture(widest, SHELF, "p1").value, span.lo or 0, delta=1)
        again = largest_picture(widest, SHELF, "p1").value
        self.assertGreaterEqual(again, widest.chosen.pictures["p1"].width.value)

    def test_the_nearest_row_is_at_the_schools_upper_end(self) -> None:
        found = nearest_row(self.PLAN, SHELF, Subject("p1", "s1", "k1"))
        angle = evaluate(apply(self.PLAN, found.command, SHELF), SHELF).figures["picture.p1.angle.seat.s1"].value or 0
        self.assertLessEqual(angle, SIZE_SCHOOLS["lounge"].hi)
        self.assertAlmostEqual(angle, SIZE_SCHOOLS["lounge"].hi, delta=0.1)

    def test_clearing_every_stop(self) -> None:
        command, count, left = clear_stops(CHAPEL, SHELF)
        self.assertEqual((self.stops(apply(CHAPEL, command, SHELF)), count, left), (set(), 1, 0))
        with self.assertRaisesRegex(RefusedError, "no stop to clear"):
            clear_stops(self.PLAN, SHELF)

    def test_where_there_is_no_answer_it_is_said(self) -> None:
        for line in ("largest picture", "lowest picture", "nearest row"):
            self.assertIn("no picture yet", refused(room(), line))
        low = apply(self.PLAN, PutRoom(height=Typed(value=400)), SHELF)
        with self.assertRaises(RefusedError):
            lowest_picture(low, SHELF, "p1")


class Far(unittest.TestCase):
    def test_pixels_vanish_where_it_is_said_and_the_least_lines_are_least(self) -> None:
        plan = say(room(outline="room 4000 x 6000"), "tv Slate 55", "seat 2000", "across 2000")
        figures = evaluate(plan, SHELF).figures
        vanish = figures["picture.p1.at_sixty"].value or 0
        there = say(plan, f"seat {60 + vanish:.3f}")  # the face stands 60 mm off the wall
        self.assertAlmostEqual(evaluate(there, SHELF).figures["picture.p1.sharpness.seat.s1"].value or 0, 60, places=3)
        width, lines = plan.chosen.pictures["p1"].width.value, figures["picture.p1.least_lines.seat.s1"].value
        per = {n: pixels_per_degree(width / (n * 16 / 9), 1940) for n in (720, 1080, 1440, 2160, 4320)}
        self.assertEqual(lines, min(n for n, value in per.items() if value >= 60))

    def test_a_high_picture_is_cured_by_sitting_farther_back(self) -> None:
        """The upper of two screens: down it can't come, so the row goes back to where it is looked at with ease."""
        plan = say(
            room(outline="room 4000 x 7000", also=("ceiling 2700",)),
            "tv Slate 55",
            "seat 2400",
            "across 2000",
            "eye 1100",
        )
        plan = say(plan, "another tv Slate 43")
        plan = say(plan, "over Tarnbeck Slate 55", "bottom 1750", subject=Subject("p2", "s1", "k1"))
        report = evaluate(plan, SHELF)
        finding = report.find("neck/p2")
        assert finding
        cure = next(one for one in finding.cures if one.kind == "row out")
        after = evaluate(apply(plan, cure.command, SHELF), SHELF)
        angle = after.figures["picture.p2.neck.seat.s1"].value or 0
        self.assertLessEqual(angle, 5)
        self.assertAlmostEqual(angle, 5, delta=0.02)
        offered = [tried.cure for tried in cures_that_cure(plan, SHELF, report, finding)]
        self.assertNotIn(cure, offered)  # both would be small from there, and the upper may come down a little


class Standing(unittest.TestCase):
    def test_a_centre_speaker_bounds_as_a_soundbar_does(self) -> None:
        """25 mm over a soundbar or a centre loudspeaker, 50 mm over furniture and other loudspeakers (rules 4.3)."""
        for line, over, name in (
            ("soundbar 600", 25, "soundbar"),
            ("speaker centre at 2000 out 120 up 400", 25, "centre speaker"),
            ("speaker left at 2000 out 120 up 400", 50, "furniture"),
            ("furniture 600", 50, "furniture"),
        ):
            plan = say(room(outline="room 4000 x 5000"), "seat 3000", "tv Slate 55", "bottom 900", line)
            picture = plan.chosen.pictures["p1"]
            top = max(thing.z_to for thing in plan.survey.things.values())
            hard = evaluate(plan, SHELF).of(ViewResult).pictures["p1"].rungs.hard
            with self.subTest(line):
                self.assertEqual(hard.lo_name, name)
                self.assertAlmostEqual(hard.lo or 0, top + over + picture.frame_bottom, places=6)


class Chosen(unittest.TestCase):
    def test_a_scheme_is_decided_with_its_reason_and_undone_when_it_goes(self) -> None:
        plan = say(room(), "tv 65", "scheme Second", "tv 75", "decide Second because the sofa stays")
        decided = plan.choices.decided
        assert decided
        self.assertEqual((decided.scheme, decided.why, plan.scheme), ("v2", "the sofa stays", "v2"))
        self.assertIsNone(apply(plan, Drop(id="v2"), SHELF).choices.decided)
        self.assertIn("there are", refused(plan, "decide Third"))


class Sound(unittest.TestCase):
    def test_left_and_right_behind_and_under(self) -> None:
        plan = say(room(outline="room 5000 x 6000"), "seat 3500", "across 2500")
        near = say(
            plan,
            "put speaker left 200 x 200 x 400 at 1800 out 0 up 900",
            "put speaker right 200 x 200 x 400 at 3000 out 0 up 900",
        )
        wide = say(
            plan,
            "put speaker left 200 x 200 x 400 at 700 out 0 up 900",
            "put speaker right 200 x 200 x 400 at 4100 out 0 up 900",
        )
        self.assertEqual([evaluate(p, SHELF).find("speakers").level for p in (near, wide)], [Level.MIND, Level.GOOD])  # type: ignore[union-attr]
        cloth = say(near, "screen 120", "stand-off 240")
        finding = evaluate(cloth, SHELF).find("speaker_covered/p1/t1")
        assert finding
        self.assertIn("lets no sound through", Words(cloth).finding(finding))
        woven = say(cloth, "surface woven")
        self.assertIn("wants 50 mm", Words(woven).finding(evaluate(woven, SHELF).find("speaker_covered/p1/t1")))  # type: ignore[arg-type]
        self.assertIsNone(evaluate(say(woven, "stand-off 250"), SHELF).find("speaker_covered/p1/t1"))
        bar = say(plan, "tv Slate 43", "put soundbar 1300 x 90 x 70 at 1850 out 0 up 500")
        self.assertEqual(evaluate(bar, SHELF).find("bar_wide/p1/t1").level, Level.MIND)  # type: ignore[union-attr]
