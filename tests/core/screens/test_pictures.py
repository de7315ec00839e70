"""Pictures as things: curves, corners, splits, cloth, what they ask of games, light, sound; each finding by what a person would say."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, Projector, gear_hash
from oval_room.core.pose import Point
from oval_room.core.report import Report
from oval_room.core.screens.cloth import GRIP, WEAVE_TURN
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.lag import chain_lag, lag_level, lag_words, refresh_level, slowest
from oval_room.core.screens.placing import turned_corners
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.sound.with_picture import bearing, between
from oval_room.core.subject import Subject
from oval_room.core.viewing.angles import curved_angle, horizontal_angle
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.core.viewing.study import ViewResult
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room, say

SHORT = Projector(maker="Quillmark", model="Hob", lens=(0.25, 0.25), rated_lm=2600, shift_offset=0.6)
GEAR: dict[str, GearItem] = {**SHELF, gear_hash(SHORT): SHORT}
STEEP = "room 5000 x 6000"
SEAT = ("seat 3000", "across 2500", "eye 1000")
FRONTS = ("speaker left at 1000 out 200", "speaker right at 4000 out 200")
NOTED: tuple[tuple[str, tuple[str, ...], str, Level, str], ...] = (
    # what, lines said in a room 5 m wide, finding, level, its sentence
    ("two alike", ("tv Slate 43", "another tv Slate 43"), "beside/p2/p1", Level.GOOD, r"are of one height; a window keeps its size across them\.$"),
    ("two unlike", ("tv Slate 43", "another tv Slate 55"), "beside/p2/p1", Level.NOTE, r"differ by 149 mm in picture height, 149 mm over all; a window moved across grows or shrinks by 28 %\.$"),
    ("inside a breast", ("tv Slate 55", "put breast 1500 x 400 x 2400 at 1750 out 0"), "in_masonry/p1/t1", Level.STOP, r"^Tarnbeck Slate 55 lies 340 mm inside breast: it hangs on its face\.$"),
    ("over a breast's edge", ("put breast 1500 x 400 x 2400 at 1750 out 0", "tv Slate 55", "along 3000"), "bridges/p1/t1", Level.STOP, r"bridges the edge of breast: 867 mm of its 1234 mm lie on it, the rest on nothing\.$"),
    ("wider than a breast", ("put breast 1000 x 400 x 2400 at 2000 out 0", "tv Slate 55"), "past_face/p1/t1", Level.MIND, r"is 234 mm wider than breast: its sides stand free on both edges\.$"),
    ("tilted on a flat mount", ("made of timber", "tv Slate 55", "mount Flat 600", "tilt 5"), "mount_range/p1/tilt", Level.STOP, r"^Tarnbeck Slate 55 is tilted 5\.0° down; Ironlark Flat 600 does not tilt\.$"),
    ("swivelled beyond its arm", ("made of timber", "tv Slate 55", "mount Reach 600", "stand-off 700", "swivel 48"), "mount_range/p1/swivel", Level.STOP, r"is swivelled 48\.0° right; Ironlark Reach 600 goes from 45° left to 45° right\.$"),
    ("farther out than its mount", ("made of timber", "tv Slate 55", "mount Flat 600", "stand-off 300"), "mount_range/p1/reach", Level.STOP, r"stands 300 mm off its wall; Ironlark Flat 600 brings it out to \d+ mm\.$"),
    ("a ceiling nobody knows", ("screen 100", "projector Longreach Play", "goes hung"), "ceiling_kind/j1/p1", Level.STOP, r"^What the ceiling over .+ is made of is not known"),
    ("a plate on a slope", ("slope w3 1500 at 30", "made of ceiling joists", "screen 100", "projector Longreach Play", "goes hung", "throw 5200"), "sloped/j1/p1", Level.MIND, r"slopes 30°, up from the back wall: it needs an adapter for 30°"),
    ("the sun on it", (*SEAT, "faces 90", "latitude 51", "tv Slate 55", "window w3 at 1000, 3000 x 1200 sill 900"), "sun/p1", Level.MIND, r"^The sun strikes Tarnbeck Slate 55 through window from \w{3} to \w{3}, at some time between \d+ and \d+ by the sun"),
    ("gaps unlike", ("tv Slate 43", "another tv Slate 43", "another tv Slate 43", "along 2520"), "gaps/p3/p2", Level.NOTE, r"gaps between 3 pictures in a row run from 40 mm to 80 mm"),
    ("swivelled into its wall", ("tv Slate 55", "swivel 15"), "in_wall/p1", Level.STOP, r"^Tarnbeck Slate 55 is turned \d+ mm into the wall"),
    ("no lag known", ("games 2", "tv Slate 55"), "lag/p1", Level.NOTE, r"the lag of Tarnbeck Slate 55 is not known"),
    ("quick", ("games 2", "tv Ember 65 Play"), "lag/p1", Level.GOOD, r"lags 9 ms in its game mode: fit for contests\. Receiver"),
    ("sluggish", ("games 2", "screen 100", "projector Longreach Play"), "lag/p1", Level.MIND, r"lags 58 ms in its standard mode: sluggish"),
    ("too few a second", ("games 2", "plays racing", "screen 100", "projector Longreach Play"), "refresh/p1", Level.NOTE, r"changes 60 times a second; racing, shooters, table sims games want 120"),
    ("text coarse", ("desk 6", "seat 600", "tv Slate 55"), "text/p1", Level.MIND, r"^Text on Tarnbeck Slate 55 is coarse from seat 1: 3\d pixels a degree, and 45 is the least for desk work; from \d+ mm on it is clean\.$"),
    ("text so-so", ("desk 6", "seat 1000", "tv Slate 55"), "text/p1", Level.NOTE, r"shows its pixels from seat 1: 5\d pixels a degree; from \d+ mm on it is clean\.$"),
    ("text clean", ("desk 6", "seat 2500", "tv Slate 55"), "text/p1", Level.GOOD, r"is clean from every seat: 13\d pixels a degree or more, least from seat 1\.$"),
    ("still desktops", ("desk 4", "tv Ember 55"), "burn_in/p1", Level.MIND, r"shows 4 hours of desk a day"),
    ("scoreboards", ("sport 5", "tv Ember 55"), "burn_in/p1", Level.MIND, r"shows 5 hours of sport a day"),
    ("dimmer than the wall", ("light day side 3000", "tv Slate 55"), "dull/p1/k3", Level.MIND, r"averages 160 cd/m² in day, blinds drawn, the wall beside it 764: it looks grey"),
    ("lamps on", ("light lamps side 40", "screen 180", "projector Steady 30"), "lamps_white/p1/k2", Level.NOTE, r"White on screen is \d\d cd/m²; lamps, and HDR, want 100 or more"),
    ("fan at the ear", (*SEAT, "screen 100", "projector Longreach Play", "throw 3300", "lens up 1500"), "fan/j1", Level.MIND, r"runs at 31 dB, \d+ mm from the head of seat 1: over 28 dB"),
    ("bar before the foot", ("tv Slate 55", "bottom 700", "soundbar 720"), "bar_covers/p1/t1", Level.MIND, r"^Soundbar stands 34 mm up before Tarnbeck Slate 55"),
    ("loudspeakers together", (*SEAT, "tv 55", "speaker left at 1700 out 200", "speaker right at 3300 out 200"), "speakers", Level.MIND, r"only 33\.5° apart from seat 1: under 45°"),
    ("tweeter too high", (*SEAT, "tv 55", *FRONTS, "speaker left at 1000 out 200 up 1500"), "speaker_place/t1 tweeter", Level.MIND, r"^Left speaker's tweeter is 21\.8° over the ear of seat 1; within 10°"),
    ("centre under the picture", (*SEAT, "tv 55", "bottom 900", *FRONTS, "speaker centre at 2500 out 120 up 600"), "speaker_place/p1/t3 centre", Level.GOOD, r"voices come from the picture\.$"),
    ("centre far below", (*SEAT, "tv 55", "bottom 1500", *FRONTS, "speaker centre at 2500 out 120 up 0"), "speaker_place/p1/t3 centre", Level.MIND, r"over 15° voices come from beside it\.$"),
    ("surround beside", (*SEAT, "tv 55", *FRONTS, "speaker surround left at 100 out 3400"), "speaker_place/t3 surround", Level.GOOD, r"stands 99\.\d° round from the picture"),
    ("rear too far round", (*SEAT, "tv 55", *FRONTS, "speaker rear at 2500 out 5800"), "speaker_place/t3 rear", Level.MIND, r"stands 180\.0° round .* rears belong at 135 to 150°, move it\.$"),
    ("sub without a socket", (*SEAT, "tv 55", *FRONTS, "speaker sub at 400 out 400", "socket w3 at 400 up 300"), "speaker_place/t3 sub", Level.NOTE, r"^Subwoofer stands \d+ mm from the nearest socket"),
    ("contrast surface, light from below", ("screen Frame 92 contrast", "projector Hob"), "surface/p1", Level.MIND, r"an ultra-short throw from below looks uneven"),
    ("no furniture yet", ("screen 100", "projector Hob"), "furniture_first/p1", Level.MIND, r"Choose the furniture before the screen goes up\.$"),
    ("furniture known", ("furniture 500", "screen 100", "projector Hob"), "furniture_first/p1", Level.GOOD, r""),
    ("rising past a chest", ("put furniture chest 1600 x 400 x 700 at 1700 out 0", "screen Rise 200", "stand-off 440"), "drop_clear/p1", Level.STOP, r"passes chest with 15 mm behind its top bar; 40 mm is wanted"),
    ("cloth before a door", ("door w1 at 1800, 900 x 2040", "screen Drop 240 scope"), "drop_opening/p1/o1", Level.MIND, r"^.* hangs before .*, all 900 mm of it, while it is out: nobody comes through\. .* aside\.$"),
    ("cloth in a door's sweep", ("door w1 at 1800, 900 x 2040", "swing door in, hinge left", "screen Drop 240 scope"), "drop_opening/p1/o1", Level.MIND, r"opens into the cloth and tears it: make it open out\.$"),
    ("cloth before half a window", ("window w1 at 3000, 1500 x 1000, sill 900", "screen Drop 240 scope", "along 2500"), "drop_opening/p1/o1", Level.NOTE, r"lights the cloth from behind, so give it a blind\.$"),
    ("cloth beside a door", ("door w1 at 100, 900 x 2040", "screen Drop 240 scope", "along 2800"), "drop_opening/p1/o1", Level.GOOD, r""),
    ("door of another wall", ("door w2 at 1800, 900 x 2040", "screen Drop 240 scope"), "drop_opening/p1/o1", Level.GOOD, r""),
    ("rising clear of it", ("put furniture chest 1600 x 400 x 700 at 1700 out 0", "screen Rise 200", "stand-off 480"), "drop_clear/p1", Level.GOOD, r"with 55 mm behind its top bar\.$"),
)  # fmt: skip


def told(*lines: str) -> Plan:
    return say(room(outline=STEEP), *lines, gear=GEAR)


def noted_plans() -> list[Plan]:
    """Every plan of the table: each says one of the findings of displays."""
    return [told(*lines) for _, lines, *_ in NOTED]


def found(plan: Plan, key: str) -> Finding:
    report = evaluate(plan, GEAR)
    finding = report.find(key)
    if finding is None:
        raise AssertionError(f"no {key}; there are {sorted(f.key for f in report.findings)}")
    return finding


def view(plan: Plan, report: Report) -> float:
    return report.figures["picture.p1.angle.seat.s1"].value or 0.0


class Noted(unittest.TestCase):
    def test_by_what_was_said(self) -> None:
        for name, lines, key, level, sentence in NOTED:
            with self.subTest(name):
                plan = told(*lines)
                if not sentence:
                    self.assertIsNone(evaluate(plan, GEAR).find(key))
                    continue
                finding = found(plan, key)
                self.assertEqual(finding.level, level)
                self.assertRegex(Words(plan).finding(finding), sentence)

    def test_every_cure_offered_cures(self) -> None:
        cured = 0
        for name, lines, key, level, sentence in NOTED:
            if level is Level.GOOD or not sentence:
                continue
            plan = told(*lines)
            report, finding = evaluate(plan, GEAR), found(plan, key)
            for one in cures_that_cure(plan, GEAR, report, finding):
                with self.subTest(name, cure=Words(plan).cure(one.cure)):
                    after = one.report.find(key)
                    self.assertTrue(after is None or after.level.rank > level.rank)
                    self.assertFalse(one.report.stops() - report.stops())
                    cured += 1
        self.assertGreaterEqual(cured, 4)


class Curves(unittest.TestCase):
    def test_on_axis_it_is_the_chord_brought_forward(self) -> None:
        """Independent: 2·atan(c/2 / (d − s)) with chord c and depth s from a circle's own geometry."""
        plan = told("tv Sweep 49", *SEAT)
        picture, report = plan.chosen.pictures["p1"], evaluate(plan, SHELF)
        half = 1195.7 / 2 / 1800
        c, s = 2 * 1800 * math.sin(half), 1800 * (1 - math.cos(half))
        self.assertAlmostEqual(report.figures["picture.p1.chord"].value or 0, c, delta=1e-6)
        self.assertAlmostEqual(report.figures["picture.p1.bow"].value or 0, s, delta=1e-6)
        d = 3000 - picture.pose.y
        self.assertAlmostEqual(view(plan, report), 2 * math.degrees(math.atan(c / 2 / (d - s))), delta=1e-9)
        self.assertGreater(view(plan, report), horizontal_angle(picture.across, 0, out=d))

    @given(st.floats(-3000, 3000), st.floats(300, 6000), st.floats(300, 2500))
    def test_a_very_large_radius_is_flat(self, right: float, out: float, width: float) -> None:
        self.assertAlmostEqual(
            curved_angle(1e8, width, right=right, out=out), horizontal_angle(width, right, out=out), delta=0.01
        )

    def test_flat_again_and_what_is_no_curve(self) -> None:
        plan = told("tv 65", "curve 1800")
        self.assertEqual(plan.chosen.pictures["p1"].curve, 1800)
        self.assertIsNone(say(plan, "curve flat").chosen.pictures["p1"].curve)
        self.assertIn("ive a radius over", refused(plan, "curve 200 mm"))
        self.assertIn("nly panels", refused(told("screen 100"), "curve 1800"))

    def test_a_new_size_past_half_a_circle_is_refused(self) -> None:
        self.assertIn("half a circle", refused(told("tv 65", "curve 500"), "wide 2000"))


class Corners(unittest.TestCase):
    def test_across_each_corner_with_a_hand_to_both_walls(self) -> None:
        """The frame's ends lie 25 mm along the picture's own line from the two walls; nothing goes through one."""
        for n, outline in itertools.product((1, 2, 3, 4), (STEEP, "room 4000 x 4000")):
            plan = say(room(outline=outline), "tv Slate 55", f"corner c{n}")
            picture = plan.chosen.pictures["p1"]
            with self.subTest(n, outline=outline):
                self.assertAlmostEqual(abs(picture.pose.yaw) % 90, 45, delta=0.01)
                self.assertIsNone(evaluate(plan, SHELF).find("in_wall/p1"))
                for corner in turned_corners(picture):
                    gaps = [wall.own(corner.x, corner.y)[1] for wall in plan.survey.room.walls]
                    self.assertAlmostEqual(min(gaps), 25 / math.sqrt(2), delta=0.2)

    def test_no_corner_to_stand_in(self) -> None:
        plan = say(room(), "tv Slate 55")
        self.assertIn("no inside corner", refused(plan, "corner c3"))
        self.assertIn("from c1 to c6", refused(plan, "corner c9"))


class Parts(unittest.TestCase):
    def test_two_beside_each_other(self) -> None:
        plan = told("tv Slate 65", "split 2 x 1")
        figures, picture = evaluate(plan, SHELF).figures, plan.chosen.pictures["p1"]
        self.assertAlmostEqual(figures["picture.p1.part.width"].value or 0, picture.width.value / 2)
        whole = math.hypot(picture.width.value / 2, picture.height)
        self.assertAlmostEqual(figures["picture.p1.part.diagonal"].value or 0, whole)
        self.assertNotIn("picture.p1.part.width", evaluate(say(plan, "split 1 x 1"), SHELF).figures)
        self.assertIn("columns x rows", refused(plan, "split 9 x 1"))

    def test_the_piece_of_cloth_holds_the_image_turned(self) -> None:
        """Independent: the corners of image and grip, turned by the weave's angle, just fill the piece."""
        plan = told("screen Frame 100 woven")
        figures, picture = evaluate(plan, SHELF).figures, plan.chosen.pictures["p1"]
        w, h, phi = picture.width.value / 2 + GRIP, picture.height / 2 + GRIP, math.radians(WEAVE_TURN)
        turned = [
            (x * math.cos(phi) - y * math.sin(phi), x * math.sin(phi) + y * math.cos(phi))
            for x in (-w, w)
            for y in (-h, h)
        ]
        for axis, name in enumerate(("w", "h")):
            reach = [place[axis] for place in turned]
            self.assertAlmostEqual(figures[f"picture.p1.cloth.{name}"].value or 0, max(reach) - min(reach), delta=1e-6)


class Rows(unittest.TestCase):
    ROW = ("tv Slate 43", "another tv Slate 55", "another tv Slate 43")

    def test_equal_gaps_about_the_middle(self) -> None:
        plan = told(*self.ROW)
        before = sorted(plan.chosen.pictures.values(), key=lambda p: p.pose.x)
        after = sorted(say(plan, "gap 25").chosen.pictures.values(), key=lambda p: p.pose.x)
        ends = [(p.pose.x - p.across / 2 - p.frame_side, p.pose.x + p.across / 2 + p.frame_side) for p in after]
        for a, b in itertools.pairwise(ends):
            self.assertAlmostEqual(b[0] - a[1], 25, places=6)
        middle = (before[0].pose.x - before[0].across / 2 + before[-1].pose.x + before[-1].across / 2) / 2
        self.assertAlmostEqual((ends[0][0] + ends[-1][1]) / 2, middle, places=6)
        self.assertIn("nothing beside it", refused(told("tv 55"), "gap 25"))

    def test_in_line_with_another(self) -> None:
        plan = say(told(*self.ROW), "top with p2", subject=Subject(picture="p1"))
        self.assertAlmostEqual(plan.chosen.pictures["p1"].top, plan.chosen.pictures["p2"].top)
        plan = say(plan, "over p2", subject=Subject(picture="p3"))
        self.assertAlmostEqual(plan.chosen.pictures["p3"].pose.x, plan.chosen.pictures["p2"].pose.x)
        self.assertIn("another picture's name", refused(plan, "over p9"))
        turned = say(plan, "on back wall", subject=Subject(picture="p1"))
        self.assertIn("another wall", refused(turned, "over p2"))


class Heights(unittest.TestCase):
    def test_low_is_as_low_as_what_stands_below_allows(self) -> None:
        plan = told(*SEAT, "furniture 560", "soundbar 640", "tv Slate 65", "eyes at low")
        views = evaluate(plan, SHELF).of(ViewResult).pictures["p1"]
        self.assertEqual(views.school_bottom, 640 + 25 + 14)
        self.assertEqual(set(views.schools), {"third", "centre", "low"})

    def test_a_mount_that_lowers_keeps_clear_of_the_furniture(self) -> None:
        plan = told(*SEAT, "furniture 600", "tv Slate 65", "mount Lower 600")
        bounds = {bound.name: bound for bound in evaluate(plan, SHELF).of(ViewResult).pictures["p1"].rungs.bounds}
        self.assertEqual(bounds["furniture, mount's travel"].lo, 600 + 50 + 14 + 500)

    def test_a_cloth_before_the_chest_may_hang_lower(self) -> None:
        chest = "put furniture chest 1600 x 400 x 700 at 1700 out 0"
        for off, lowest in ((430, 60), (410, 700 + 50 + 60)):
            plan = told(*SEAT, chest, "screen Drop 220", f"stand-off {off}")
            self.assertEqual(evaluate(plan, SHELF).figures["picture.p1.ladder.lo"].value, lowest, off)

    def test_a_turned_picture_is_brought_off_its_wall(self) -> None:
        plan = told("tv Slate 55", "swivel 15")
        (cure, *_) = found(plan, "in_wall/p1").cures
        after = apply(plan, cure.command, SHELF)
        self.assertGreaterEqual(min(corner.y for corner in turned_corners(after.chosen.pictures["p1"])), 0)
        self.assertIsNone(evaluate(after, SHELF).find("in_wall/p1"))
        turned = say(plan, "stand-off 120")
        (less,) = [one for one in found(turned, "in_wall/p1").cures if one.unit == "deg"]
        self.assertIsNone(evaluate(apply(turned, less.command, SHELF), SHELF).find("in_wall/p1"))
        more = less.command.model_copy(update={"yaw": less.value + math.copysign(1.5, less.value)})
        self.assertIsNotNone(evaluate(apply(turned, more, SHELF), SHELF).find("in_wall/p1"))  # the greatest there is

    def test_a_swivel_clears_a_window_where_the_mount_swivels(self) -> None:
        lines = ("tv Ember 65", "seat 2600", "across 2500", "window w3 at 1700, 1400 x 1200 sill 900")
        for mount, ways in (("Flat 600", set()), ("Reach 600", {"tilt", "swivel"})):
            plan = told(*lines, f"mount {mount}")
            cures = {cure.kind: cure for cure in found(plan, "glare/p1").cures}
            self.assertEqual(set(cures) & {"tilt", "swivel"}, ways)
            for way in ways:
                after = apply(plan, cures[way].command, SHELF)
                self.assertEqual(found(after, "glare/p1").level, Level.GOOD)
                self.assertIsNone(evaluate(after, SHELF).find("in_wall/p1"))

    def test_a_lamp_is_mirrored_as_its_outline(self) -> None:
        """Independent: the share by a grid of rays through the mirrored eye against the lamp's box."""
        plan = told("tv Ember 65", "seat 3000", "across 2500", "put lamp lamp 300 x 300 x 400 at 3000 out 4400 up 900")
        picture, (box,) = plan.chosen.pictures["p1"], plan.survey.things.values()
        eye = plan.survey.seats["s1"].eye_point
        mirrored = Point(eye.x, 2 * picture.pose.y - eye.y, eye.z)
        n, hits = 90, 0
        for i, j in itertools.product(range(n), range(n)):
            at = Point(
                picture.pose.x + ((i + 0.5) / n - 0.5) * picture.across,
                picture.pose.y,
                picture.pose.z + ((j + 0.5) / n - 0.5) * picture.height,
            )
            spans = []
            for axis, lo, hi in (("x", box.x_from, box.x_to), ("y", box.y_from, box.y_to), ("z", box.z_from, box.z_to)):
                start, step = getattr(mirrored, axis), getattr(at, axis) - getattr(mirrored, axis)
                ends = (
                    sorted(((lo - start) / step, (hi - start) / step))
                    if step
                    else ([-math.inf, math.inf] if lo <= start <= hi else [1, 0])
                )
                spans.append(ends)
            hits += max(lo for lo, _ in spans) <= min(hi for _, hi in spans)
        seen = evaluate(plan, SHELF).of(GlareResult).pictures["p1"]["s1"]
        self.assertGreater(seen.total, 1)
        self.assertAlmostEqual(seen.total, 100 * hits / n / n, delta=0.3)
        self.assertIn("Lamp mirrors in", Words(plan).finding(found(plan, "glare/p1")))

    def test_a_size_given_again_keeps_the_mirror_picture(self) -> None:
        """A mirrored room: a picture swivelled the other way in a mirrored place gives the same angle."""
        angles = [
            view(plan, evaluate(plan, SHELF))
            for plan in (
                told("tv Sweep 49", "stand-off 400", "along 1800", "swivel 20", "seat 2500", "across 2100"),
                told("tv Sweep 49", "stand-off 400", "along 3200", "swivel -20", "seat 2500", "across 2900"),
            )
        ]
        self.assertAlmostEqual(*angles, delta=1e-9)


class Lag(unittest.TestCase):
    def test_levels_by_their_ends(self) -> None:
        rows = (
            (0, "any", Level.GOOD), (34.9, "any", Level.GOOD), (35, "any", Level.NOTE), (49.9, "any", Level.NOTE), (50, "any", Level.MIND),
            (80, "any", Level.MIND), (79.9, "platform and rhythm", Level.MIND), (80, "platform and rhythm", Level.STOP),
        )  # fmt: skip
        for lag, plays, level in rows:
            with self.subTest(lag=lag, plays=plays):
                self.assertEqual(lag_level(lag, plays), level)
        self.assertEqual(
            [lag_words(ms) for ms in (5, 20, 40, 60, 90)],
            ["fit for contests", "fine for most", "felt by some", "sluggish", "late"],
        )
        self.assertEqual([refresh_level(hz, "any") for hz in (59, 60, 100)], [Level.MIND, Level.GOOD, Level.GOOD])
        self.assertEqual(
            [refresh_level(hz, "racing, shooters, table sims") for hz in (100, 120)], [Level.NOTE, Level.GOOD]
        )
        self.assertEqual(chain_lag(18, 12, 0, 9), 39)
        self.assertEqual((slowest([None, 12, 9]), slowest([None])), (12, None))


class Sound(unittest.TestCase):
    def test_round_from_the_picture(self) -> None:
        eye, ahead = (2000.0, 3000.0), (2000.0, 0.0)
        for at, angle in (
            ((2000, 0), 0),
            ((0, 3000), 90),
            ((4000, 3000), 90),
            ((2000, 6000), 180),
            ((3000, 4000), 135),
        ):
            self.assertAlmostEqual(bearing(eye, ahead, at), angle, places=6)
        self.assertAlmostEqual(between(Point(0, 0, 0), Point(0, 1, 0), Point(0, 1, 1)), 45)
        self.assertEqual(between(Point(0, 0, 0), Point(0, 0, 0), Point(0, 1, 1)), 0)

    def test_left_and_right_put_out_by_the_cure(self) -> None:
        plan = told(*SEAT, "tv 55", "speaker left at 1700 out 200", "speaker right at 3300 out 200")
        (cure,) = found(plan, "speakers").cures
        self.assertEqual(found(apply(plan, cure.command, SHELF), "speakers").level, Level.GOOD)

    def test_said_again_it_moves(self) -> None:
        plan = told("speaker left at 800 out 200", "speaker left at 900 out 220")
        (one,) = plan.survey.things.values()
        self.assertEqual((one.part, one.x_from, one.x_to, one.y_to), ("left", 800, 1000, 360))
        self.assertIn("what it plays", refused(plan, "speaker loud at 800 out 200"))


class OldGear(unittest.TestCase):
    def test_editions_keep_their_names_while_later_fields_are_empty(self) -> None:
        """Names worked out before the later fields existed: the shelf's first panel and projector."""
        names = {item.name: key for key, item in SHELF.items()}
        self.assertEqual(names["Tarnbeck Slate 43"], "g1b8ec9c8e97ded02")
        self.assertEqual(names["Quillmark Heron 2"], "gce86f462dac2142d")
        self.assertNotEqual(gear_hash(SHORT), gear_hash(SHORT.model_copy(update={"lag_ms": 20.0})))

    def test_a_curve_survives_a_new_place(self) -> None:
        plan = apply(told("tv Sweep 49"), PutPicture(id="p1", x=1500), SHELF)
        self.assertEqual((plan.chosen.pictures["p1"].curve, bool(plan.chosen.pictures["p1"].gear)), (1800, True))
