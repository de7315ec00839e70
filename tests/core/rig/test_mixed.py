"""Unlike screens in one rig, open joints, upright ones, what reaches before and under them, positions kept."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Own, Turn, axes, to_own, to_room
from oval_room.core.rig.card import card_needs, frames_at
from oval_room.core.rig.commands import PutSetup
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.games import drivers, projections
from oval_room.core.rig.outlines import gap_over
from oval_room.core.rig.place import bearing_of
from oval_room.core.rig.rig import Rig
from oval_room.core.rig.study import RigResult
from oval_room.core.rig.uprights import bolts_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.rig.example import BARE, KEPT, KIT, LAPPED, LEANT, MIXED, ONE, OVER, REACHED, SEAT, TWO, pushed
from tests.core.survey.rooms import refused, say


def rig_of(plan: Plan) -> Rig:
    return evaluate(plan, SHELF).of(RigResult).rigs["m1"]


def level(plan: Plan, code: str) -> Level | None:
    return next((one.level for one in evaluate(plan, SHELF).findings if one.code.name == code), None)


class Mixed(unittest.TestCase):
    def test_an_ultrawide_with_two_flat_sides(self) -> None:
        """Bent centre of 1195.7 on 1800: its chord 2·1800·sin(1195.7/3600) = 1173.9; joints stand 12 mm open."""
        pictures, rig = MIXED.chosen.pictures, rig_of(MIXED)
        self.assertEqual([pictures[one.key].pixels[0] for one in rig.row], [2560, 5120, 2560])
        self.assertAlmostEqual(pictures[rig.centre].across, 1173.9, delta=0.1)
        for a, b in zip(rig.row, rig.row[1:], strict=False):
            self.assertAlmostEqual(math.dist(a.rim[1], b.rim[0]), 12.0, places=6)
        self.assertEqual({round(one.pose.z, 6) for one in pictures.values()}, {round(rig.eye.z, 6)})
        self.assertIs(level(MIXED, "RIG_LEVEL"), Level.GOOD)  # 336.3 beside 336.2 high

    def test_upright_ones(self) -> None:
        plan = say(SEAT, "rig Draft 27 and two Draft 27 upright at 700 mm")
        left, centre, right = (plan.chosen.pictures[key] for key in ("p2", "p1", "p3"))
        self.assertEqual([one.turned for one in (left, centre, right)], [90, 0, 90])
        self.assertAlmostEqual(left.width.value, centre.height, places=1)
        self.assertAlmostEqual(left.height, centre.width.value, places=1)
        self.assertIs(level(plan, "RIG_LEVEL"), Level.NOTE)

    @settings(max_examples=20, deadline=None)
    @given(st.integers(0, 60), st.integers(20, 80), st.integers(450, 1200))
    def test_an_open_joint_stays_open(self, gap: int, turn: int, away: int) -> None:
        """However it is turned or moved afterwards."""
        plan = say(BARE, f"rig gap {gap} mm", f"turn {turn}", f"rig away {away} mm")
        rig = rig_of(plan)
        for a, b in zip(rig.row, rig.row[1:], strict=False):
            self.assertAlmostEqual(math.dist(a.rim[1], b.rim[0]), gap, places=2)


class Lapped(unittest.TestCase):
    """A side's frame stands before the centre's: one bezel where there were two."""

    def test_one_bezel_is_seen(self) -> None:
        """Draft 27: bezel 8, pitch 597.7/2560 mm: 8 mm are 34 px, two touching ones 69; the side's frame begins where the
        centre's picture ends for the eye, and is the nearer one there."""
        touching, lapped = rig_of(KIT), rig_of(LAPPED)
        self.assertEqual([round(px) for px in touching.behind], [69, 69])
        self.assertEqual([round(px) for px in lapped.behind], [34, 34])
        self.assertEqual(lapped.lapped, ("p2", "p3"))
        main = lapped.screens[lapped.centre]
        for side, end, edge in ((lapped.row[0], 1, main.left), (lapped.row[2], 0, main.right)):
            self.assertAlmostEqual(bearing_of(lapped.eye_own, side.rim[end]), edge, places=6)
        self.assertIs(level(LAPPED, "RIG_LAP"), Level.NOTE)
        self.assertIsNone(level(LAPPED, "RIG_GAP"))
        self.assertAlmostEqual(lapped.equal, main.angle)

    @settings(max_examples=12, deadline=None)
    @given(st.integers(0, 90), st.integers(450, 1500))
    def test_frames_never_go_through_each_other(self, turn: int, away: int) -> None:
        """A side's frame, 20 mm thick behind its face, stays out of the centre's; neither hides any of a picture."""
        plan = say(LAPPED, f"rig away {away} mm", f"turn {turn}")
        pictures, found = plan.chosen.pictures, evaluate(plan, SHELF).findings
        self.assertFalse({"RIG_THROUGH", "RIG_HIDES"} & {one.code.name for one in found})
        main, side = pictures["p1"], pictures["p3"]
        corner = to_room(side.pose.point, side.pose.turn, Own(-side.across / 2 - side.frame_side, 0.0, -20.0))
        face = to_room(side.pose.point, side.pose.turn, Own(-side.across / 2 - side.frame_side, 0.0, 0.0))
        edge = main.pose.x + main.across / 2 + main.frame_side
        for share in range(101):  # along the side's inner edge, front to back
            x, y = (a + (b - a) * share / 100 for a, b in zip(face[:2], corner[:2], strict=True))
            self.assertTrue(x > edge - 1e-6 or y > main.pose.y + 1e-6, (share, x - edge, y - main.pose.y))

    def test_an_eye_on_the_screens(self) -> None:
        """A seat moved up to the centre's own plane, and through it: words, and what is said there changes nothing."""
        for seat in (900, 905, 850, 400):
            for plan in (LAPPED, LEANT, TWO, ONE):
                there = say(plan, f"seat {seat} mm")
                found = evaluate(there, SHELF).findings
                self.assertTrue(all(Words(there).finding(one) for one in found))
                for cure in (cure for one in found for cure in one.cures):
                    apply(there, cure.command, SHELF)

    def test_said_and_said_again(self) -> None:
        self.assertEqual(LAPPED.chosen.kept(Rigs).setup_of("m1").lapped, True)
        again = say(LAPPED, "rig gap none")
        for key, picture in again.chosen.pictures.items():
            self.assertLess(math.dist(picture.pose.point, KIT.chosen.pictures[key].pose.point), 1e-6)
        made = say(SEAT, "rig three Draft 27 overlapped at 600 mm")
        self.assertTrue(rig_of(made).lapped[0])
        bare = apply(LAPPED, PutSetup(of="m1", lapped=False), SHELF)
        cure = next(one.cures[0] for one in evaluate(bare, SHELF).findings if one.code.name == "RIG_LAP")
        self.assertIsNone(level(apply(bare, cure.command, SHELF), "RIG_LAP"))


class OneToFour(unittest.TestCase):
    def test_one_and_two(self) -> None:
        """A bent one stands square at its distance; two of 597.7 with frames of 8 at 2·atan(306.85/700) = 47.3°, their
        planes 700 from the eye whatever the gap."""
        rig = rig_of(ONE)
        self.assertEqual((len(rig.row), round(rig.away, 6), round(rig.turn, 6)), (1, 750.0, 0.0))
        rig = rig_of(TWO)
        self.assertAlmostEqual(rig.turn, math.degrees(2 * math.atan(306.85 / 700)), places=3)
        for one in TWO.chosen.pictures.values():
            self.assertAlmostEqual(to_own(one.pose.point, one.pose.turn, rig.eye).out, 700.0, places=6)
        self.assertAlmostEqual(math.dist(rig.row[0].rim[1], rig.row[1].rim[0]), 20.0, places=6)
        self.assertAlmostEqual(rig.row[0].left, -rig.row[1].right, places=6)
        words = refused(SEAT, "rig five 27 at 700 mm")
        self.assertIn("one to four", words)
        self.assertIn("three screens", refused(SEAT, "rig two Sweep 49 and Draft 27 at 700 mm"))

    def test_a_wheel_base_between_two(self) -> None:
        """They meet 20 mm apart; 250 aside of straight ahead each is nearer by (250 − 10)·tan of half its turn."""
        rig = rig_of(TWO)
        half = math.radians(rig.turn / 2)
        meets = (700 - 10 * math.sin(half)) / math.cos(half)
        self.assertAlmostEqual(rig.ahead(250.0), meets - 240 * math.tan(half), places=6)
        self.assertAlmostEqual(rig_of(BARE).ahead(250.0), 700.0, places=6)

    @settings(max_examples=15, deadline=None)
    @given(st.integers(10, 85), st.integers(0, 40), st.integers(450, 1200))
    def test_two_set_again(self, turn: int, gap: int, away: int) -> None:
        plan = say(TWO, f"turn {turn}", f"rig gap {gap} mm", f"rig away {away} mm")
        rig = rig_of(plan)
        self.assertAlmostEqual(rig.away, away, places=2)
        self.assertAlmostEqual(rig.turn, turn, places=4)
        self.assertAlmostEqual(math.dist(rig.row[0].rim[1], rig.row[1].rim[0]), gap, places=2)
        self.assertAlmostEqual(rig.row[0].left, -rig.row[1].right, places=4)

    @settings(max_examples=15, deadline=None)
    @given(st.integers(-15, 15), st.integers(10, 85), st.sampled_from(["three", "four", "two"]))
    def test_edges_meet_however_they_lean(self, lean: int, turn: int, count: str) -> None:
        """Each screen has its own tilt and roll then: corners of touching frames stay on each other, in the room."""
        way = "back" if lean >= 0 else "forward"
        plan = say(SEAT, f"rig {count} Draft 27 at 600 mm", f"turn {turn}", f"rig lean {abs(lean)} {way}")
        rig = rig_of(plan)
        self.assertAlmostEqual(rig.turn, turn, places=4)
        for a, b in zip(rig.row, rig.row[1:], strict=False):
            one, other = plan.chosen.pictures[a.key], plan.chosen.pictures[b.key]
            for up in (-1, 1):
                ends = [
                    to_room(p.pose.point, p.pose.turn, Own(s * (p.across / 2 + p.frame_side), up * p.height / 2, 0.0))
                    for p, s in ((one, 1), (other, -1))
                ]
                self.assertLess(math.dist(*ends), 1e-3)
        for cure in (c for f in evaluate(plan, SHELF).findings if f.code.name == "RIG_LEAN" for c in f.cures):
            self.assertIsNone(level(apply(plan, cure.command, SHELF), "RIG_LEAN"))

    def test_two_over_each_other_are_one_with_one_above(self) -> None:
        """However they came to be called a rig."""
        stacked = pushed(TWO, PutPicture(id="p2", z=1700.0, x=1500.0, yaw=0.0), PutPicture(id="p1", x=1500.0, yaw=0.0))
        rig = rig_of(stacked)
        self.assertEqual([(one.key, one.above) for one in rig.screens.values()], [("p1", False), ("p2", True)])

    def test_said_in_other_ways(self) -> None:
        for line, lean in (
            ("rig lean 6", 6.0),
            ("rig lean 6° back", 6.0),
            ("rig lean -4", -4.0),
            ("rig lean 4 deg forward", -4.0),
        ):
            with self.subTest(line):
                self.assertAlmostEqual(say(KIT, line).chosen.pictures["p1"].pose.pitch, lean, places=6)
        self.assertIn("0 to 15", refused(KIT, "rig lean 20"))
        self.assertTrue(say(KIT, "rig overlapped").chosen.kept(Rigs).setup_of("m1").lapped)

    def test_dropped_to_one_it_is_a_rig_still(self) -> None:
        left = say(TWO, "drop right screen")
        self.assertEqual([group.members for group in left.chosen.groups.values()], [("p1",)])
        self.assertEqual(say(left, "drop left screen").chosen.groups, {})


class OneOver(unittest.TestCase):
    """A screen over the centre of another model, and what games with a projection for each screen are given."""

    def test_it_is_square_by_its_own_middle(self) -> None:
        for line, over, sides in (
            ("rig three 32 and 27 above at 700 mm", 597.7, 708.4),
            ("rig Sweep 49 and two Draft 27 and Draft 32 above at 750 mm", 708.4, 597.7),
            ("rig three Draft 27 with a Draft 32 over it, gap 10 mm at 700 mm", 708.4, 597.7),
        ):
            with self.subTest(line):
                plan = say(SEAT, line)
                rig, pictures = rig_of(plan), plan.chosen.pictures
                above = [one for one in rig.screens.values() if one.above]
                self.assertEqual(len(above), 1)
                self.assertAlmostEqual(pictures[above[0].key].across, over, delta=0.1)
                self.assertAlmostEqual(pictures[rig.row[0].key].across, sides, delta=0.1)
                own = to_own(pictures[above[0].key].pose.point, pictures[above[0].key].pose.turn, rig.eye)
                self.assertAlmostEqual(own.up, 0.0, places=6)
                self.assertAlmostEqual(own.right, 0.0, places=6)
                self.assertAlmostEqual(gap_over(pictures[rig.centre], pictures[above[0].key]), 0.0, places=6)

    def test_two_have_none_over_them(self) -> None:
        self.assertIn("goes over three", refused(SEAT, "rig two 32 and 27 above at 700 mm"))

    def test_a_projection_for_each_screen_meets_its_corners(self) -> None:
        """By another way: a ray from the eye through a corner, turned into the camera of that screen, has the tangents
        that its edges are told by."""
        for plan in (BARE, MIXED, OVER, LEANT, ONE, TWO):
            rig, pictures = rig_of(plan), plan.chosen.pictures
            told = {one.key: one for one in projections(rig, pictures)}
            self.assertEqual(set(told), set(rig.screens))
            for key, one in told.items():
                picture = pictures[key]
                looks = axes(Turn(rig.yaw - one.yaw, -one.pitch))[2]  # back at the eye
                for a, b in zip(looks, axes(picture.pose.turn)[2], strict=True):
                    self.assertAlmostEqual(a, b, places=6)
                for side, up, across, along in ((-1, 1, one.left, one.up), (1, -1, one.right, one.down)):
                    corner = Own(side * picture.across / 2, up * picture.height / 2, picture.bow)
                    place = to_room(picture.pose.point, picture.pose.turn, corner)
                    seen = to_own(rig.eye, picture.pose.turn, place)
                    self.assertAlmostEqual(math.degrees(math.atan2(seen.right, -seen.out)), across, places=6)
                    self.assertAlmostEqual(math.degrees(math.atan2(seen.up, -seen.out)), along, places=6)
        centre = {one.key: one for one in projections(rig_of(BARE), BARE.chosen.pictures)}["p1"]
        self.assertAlmostEqual(centre.right - centre.left, rig_of(BARE).across, places=6)
        turns = [round(one.yaw, 1) for one in projections(rig_of(BARE), BARE.chosen.pictures)]
        self.assertEqual(turns, [-round(rig_of(BARE).turn, 1), 0.0, round(rig_of(BARE).turn, 1)])
        up = next(one for one in projections(rig_of(OVER), OVER.chosen.pictures) if one.name == "screen above")
        self.assertGreater(up.pitch, 20.0)


class Reached(unittest.TestCase):
    def test_the_wheel_base_flips_at_the_centre_screen(self) -> None:
        for reach, wanted in ((699.0, Level.GOOD), (700.0, Level.GOOD), (701.0, Level.STOP)):
            with self.subTest(reach):
                self.assertIs(level(apply(BARE, PutSetup(of="m1", wheel=reach), SHELF), "RIG_WHEEL"), wanted)

    def test_knees_flip_at_the_lowest_frame(self) -> None:
        low = min(one.bottom - one.frame_bottom for one in BARE.chosen.pictures.values())
        for reach, wanted in ((low - 1, Level.GOOD), (low, Level.GOOD), (low + 1, Level.MIND)):
            with self.subTest(reach):
                self.assertIs(level(apply(BARE, PutSetup(of="m1", knees=reach), SHELF), "RIG_KNEES"), wanted)

    def test_cures_clear_them_and_buy_nothing(self) -> None:
        found = [one for one in evaluate(REACHED, SHELF).findings if one.code.name in ("RIG_WHEEL", "RIG_KNEES")]
        self.assertEqual(len([cure for one in found for cure in one.cures]), 2)
        for one in found:
            after = apply(REACHED, one.cures[0].command, SHELF)
            self.assertIs(level(after, one.code.name), Level.GOOD)
            for key, picture in after.chosen.pictures.items():
                was = REACHED.chosen.pictures[key]
                self.assertEqual((picture.width, picture.gear), (was.width, was.gear))


class Card(unittest.TestCase):
    def test_what_the_card_must_send(self) -> None:
        """Three of 2560 × 1440 at 165 Hz: 1824.8 Mpx a second; each over 14.6 Gbit/s, HBR2 carries 17.28."""
        needs = card_needs(rig_of(KIT), KIT.chosen.pictures, SHELF)
        self.assertEqual((needs.hz, needs.told), (165.0, True))
        self.assertAlmostEqual(needs.second, 3 * 2560 * 1440 * 165 / 1e6, places=6)
        self.assertGreater(needs.links[0].need, 2560 * 1440 * 165 * 24 / 1e9)  # blanking comes on top
        self.assertEqual({one.port for one in needs.links}, {"HBR2"})

    def test_the_slowest_screen_sets_the_rate(self) -> None:
        """Sweep 49 does 144 Hz, Draft 27 165; without a sheet 60 is taken, and it says so."""
        self.assertEqual(card_needs(rig_of(MIXED), MIXED.chosen.pictures, SHELF).hz, 144.0)
        bare = card_needs(rig_of(BARE), BARE.chosen.pictures, SHELF)
        self.assertEqual((bare.hz, bare.told), (60.0, False))

    def test_frames_go_with_the_pixels(self) -> None:
        """90 at 2560 × 1440 are 30 at three times the pixels; at its own size they are what was measured."""
        self.assertAlmostEqual(frames_at(90.0, (2560, 1440), 3 * 2560 * 1440), 30.0)
        self.assertAlmostEqual(frames_at(90.0, (2560, 1440), 2560 * 1440), 90.0)

    def test_short_and_tall_drivers(self) -> None:
        """Independent: eye = seat + 0.45 × stature − slump, so 400 mm of stature are 180 mm of eye."""
        rows = drivers(rig_of(KIT), KIT.chosen.pictures, "rig")
        self.assertAlmostEqual(rows[-1].eye - rows[0].eye, 0.45 * 400.0, delta=10.0)
        middle = KIT.chosen.pictures["p1"].pose.z
        for row in rows:
            self.assertAlmostEqual(math.tan(math.radians(row.down)), (row.eye - middle) / 600.0, places=6)


class Uprights(unittest.TestCase):
    def test_bolts_above_the_floor(self) -> None:
        """Draft 27: 336.2 high, frame 8, bolts 100 × 100, the upper ones 128 below its top: 168.1 + 8 − 128 = 48.1 over
        its middle and 51.9 under; upright, by the same sheet, (597.7 + 16 − 100)/2 = 256.85 below its top."""
        eye = rig_of(KIT).eye.z
        for one in bolts_of(rig_of(KIT), KIT.chosen.pictures, SHELF):
            assert one.rows is not None
            self.assertAlmostEqual(one.rows[0], eye + 48.1, places=6)
            self.assertAlmostEqual(one.rows[1], eye - 51.9, places=6)
            self.assertEqual((one.across, one.aside), (100.0, 0.0))
        plan = say(SEAT, "rig three Draft 27 upright at 700 mm")
        one = bolts_of(rig_of(plan), plan.chosen.pictures, SHELF)[0]
        assert one.rows is not None
        self.assertAlmostEqual(one.rows[0], rig_of(plan).eye.z + 298.85 + 8.0 - 256.85, places=6)
        self.assertIsNone(bolts_of(rig_of(BARE), BARE.chosen.pictures, SHELF)[0].rows)

    def test_one_that_hangs_over_leans(self) -> None:
        over = next(key for key, one in OVER.chosen.pictures.items() if one.pose.pitch)
        name, pose = OVER.chosen.pictures[over].name, OVER.chosen.pictures[over].pose
        one = next(one for one in bolts_of(rig_of(OVER), OVER.chosen.pictures, SHELF) if one.name == name)
        assert one.rows is not None
        lean = math.cos(math.radians(pose.pitch))
        self.assertAlmostEqual(one.rows[0] - one.rows[1], 100.0 * lean, places=6)


class Positions(unittest.TestCase):
    def test_kept_left_and_taken_again(self) -> None:
        plan = say(KEPT, "turn 62", "position racing")
        racing = next(one for one in KEPT.chosen.kept(Rigs).stands.values() if one.name == "racing")
        self.assertEqual({key: one.pose for key, one in plan.chosen.pictures.items()}, dict(racing.poses))
        again = say(plan, "turn 20", "keep position Racing")
        names = [one.name for one in again.chosen.kept(Rigs).stands.values()]
        self.assertEqual(sorted(names), ["Racing", "desk"])

    def test_each_is_checked_where_it_is_not(self) -> None:
        """The rig stands as it fits; the wide position would stand in the wall of a narrower room."""
        plan = say(BARE, "turn 5", "keep position wide", "turn 60", "along 1600 mm")
        narrow = say(plan, "wall 1900 mm")
        told = [one for one in evaluate(narrow, SHELF).findings if one.code.name == "RIG_STAND"]
        self.assertEqual([one.level for one in told], [Level.MIND])
        self.assertGreater(told[0].more["stops"], 0)

    def test_they_go_with_the_rig(self) -> None:
        left = say(KEPT, "drop rig")
        self.assertEqual(left.chosen.kept(Rigs).stands, {})
        self.assertEqual(left.chosen.kept(Rigs).setups, {})

    def test_what_is_not_there(self) -> None:
        self.assertIn("there are: racing, desk", refused(KEPT, "position film"))
        self.assertIn("keep position racing", refused(BARE, "position film"))


if __name__ == "__main__":
    unittest.main()
