"""Rigs in a room: set round an eye and seen from it, against the sums and by rays; findings with their cures; words."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.hand.grips import grips_of, pull
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.pose import Own, to_own, to_room
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.fan import curved_angle, equal_distance_turn, fan
from oval_room.core.rig.games import bearings, pixel_at, sizes, typed
from oval_room.core.rig.rig import Rig
from oval_room.core.rig.study import RigResult
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from tests.core.rig.example import BARE, BEFORE, BENT, KIT, NEAR, NOBODY, OVER, PAST, PLANS, SEAT, THROUGH, pushed
from tests.core.survey.rooms import refused as refused_of
from tests.core.survey.rooms import room, say

FINDS: tuple[tuple[Plan, str, Level, str, bool], ...] = (
    # plan, finding, level, a pattern of its sentence, whether a cure is offered
    (BARE, "rig_round/m1", Level.GOOD, r"163\.1° round seat 1; .*told 53\.7° across", False),
    (BARE, "rig_square/m1", Level.GOOD, r"turned in 54\.7°, as square", False),
    (BARE, "rig_one/m1", Level.MIND, r"46\.4 times as wide", False),
    (KIT, "rig_square/m1", Level.MIND, r"14\.2° from where", True),
    (KIT, "rig_kit/m1", Level.STOP, r"115 to 135°; 140\.0° between", True),
    (OVER, "rig_kit/m1", Level.GOOD, r"125\.8° between the screens", False),
    (NOBODY, "rig_eye/m1", Level.NOTE, r"Nobody sits before rig", False),
    (BENT, "rig_uneven/m1", Level.MIND, r"right side 20\.0°", True),
    (BENT, "rig_hides/m1/p1-p3", Level.MIND, r"hide 2\.4° of each other", False),
    (THROUGH, "rig_through/m1/p2-p1", Level.STOP, r"through each other", True),
    (BEFORE, "rig_hides/m1/p1-p3", Level.MIND, r"from seat 1", False),
    (NEAR, "rig_near/m1/p3", Level.STOP, r"for head and hands", True),
    (PAST, "rig_past/m1/p3", Level.STOP, r"turned 100\.0°", True),
    (PAST, "rig_gap/m1/p1-p3", Level.NOTE, r"279 mm apart, frame to frame: 1066 px", True),
    (say(SEAT, "rig three 48 at 900 mm"), "rig_one/m1", Level.MIND, r"184\.8° in all: no single projection", False),
    (say(SEAT, "rig three 32 at 1600 mm"), "rig_outside/m1/p1", Level.STOP, r"out of the room", False),
)  # fmt: skip
REFUSED = (
    ("rig 5 x 32 at 700 mm", "one to four screens"),
    ("rig three 320 at 700 mm", "15 to 75 inches"),
    ("rig three 32 at 7 m", "300 mm to 2500 mm from the eye (got 7000 mm)"),
    ("rig three 32", "how far is the centre from the eye"),
    ("rig three Nonesuch at 700 mm", "no panel on the shelf fits"),
    ("turn 50", "there is no rig yet"),
    ("kit 115-135", "there is no rig yet"),
)


def rig_of(plan: Plan) -> Rig:
    return evaluate(plan, SHELF).of(RigResult).rigs["m1"]


def found(plan: Plan) -> dict[str, Finding]:
    return {one.key: one for one in evaluate(plan, SHELF).findings}


class Stands(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.sampled_from([24, 27, 32, 40]), st.integers(500, 1000), st.integers(0, 85))
    def test_as_the_sum_says(self, inches: int, away: int, turn: int) -> None:
        """Set by words: seen from the eye it is the fan of rule 8.2, and symmetric."""
        plan = say(SEAT, f"rig three {inches} at {away} mm", f"turn {turn}")
        main = plan.chosen.pictures["p1"]
        sum_ = fan(main.across, bezel=main.frame_side, distance=away, turn=turn)
        rig = rig_of(plan)
        self.assertAlmostEqual(rig.away, away, places=6)
        self.assertAlmostEqual(rig.turn, turn, places=6)
        self.assertAlmostEqual(rig.whole, sum_.whole, places=6)
        self.assertAlmostEqual(rig.across, sum_.centre, places=6)
        self.assertAlmostEqual(rig.width, sum_.overall, places=6)
        self.assertAlmostEqual(rig.depth, sum_.depth, places=6)
        left, _, right = rig.row
        self.assertAlmostEqual(left.left, -right.right, places=6)
        self.assertAlmostEqual(left.angle, sum_.each, places=6)
        self.assertAlmostEqual(right.away, sum_.eye_to_side, places=6)

    def test_square_is_where_every_side_faces_the_eye_from_its_plane(self) -> None:
        """At the equal-distance turn the planes of all three are as far from the eye."""
        rig, pictures = rig_of(BARE), BARE.chosen.pictures
        for key in rig.screens:
            pose = pictures[key].pose
            out = sum(
                (e - p) * n
                for e, p, n in zip(
                    rig.eye,
                    pose.point,
                    (math.sin(math.radians(pose.yaw)), math.cos(math.radians(pose.yaw)), 0.0),
                    strict=True,
                )
            )
            self.assertAlmostEqual(out, 700.0, places=6)
        main = pictures["p1"]
        self.assertAlmostEqual(rig.turn, equal_distance_turn(main.across / 2 + main.frame_side, 700.0), places=9)

    def test_the_one_above_is_edge_to_edge_and_square(self) -> None:
        rig, pictures = rig_of(OVER), OVER.chosen.pictures
        self.assertEqual([one.key for one in rig.screens.values() if one.above], ["p4"])
        above, main = pictures["p4"], pictures["p1"]
        foot = to_room(above.pose.point, above.pose.turn, Own(0.0, -above.height / 2 - above.frame_bottom, 0.0))
        head = to_room(main.pose.point, main.pose.turn, Own(0.0, main.height / 2 + main.frame_top, 0.0))
        self.assertLess(math.dist(foot, head), 1e-6)
        own = to_own(above.pose.point, above.pose.turn, rig.eye)
        self.assertAlmostEqual(own.up, 0.0, places=6)  # square to the eye by its own middle

    def test_a_bent_centre_by_its_own_sum(self) -> None:
        plan = pushed(BARE, PutPicture(id="p1", curve=1000.0))
        main = plan.chosen.pictures["p1"]
        rig = rig_of(plan)
        self.assertAlmostEqual(rig.across, curved_angle(1000.0, main.width.value, 700.0), places=1)
        moved = say(plan, "turn 50")
        again = rig_of(moved)
        (_, centre, right) = again.row
        self.assertLess(math.dist(centre.rim[1], right.rim[0]), 1e-6)  # bent or not, the frames touch


class Found(unittest.TestCase):
    def test_what_is_found(self) -> None:
        for plan, key, level, said, cured in FINDS:
            with self.subTest(key, said=said):
                one = found(plan).get(key)
                assert one is not None, sorted(found(plan))
                self.assertIs(one.level, level)
                self.assertRegex(one.code.say(one, Words(plan)), said)
                self.assertEqual(bool(one.cures), cured)

    def test_every_cure_clears_what_it_is_offered_for_and_buys_nothing(self) -> None:
        for plan, (key, finding) in itertools.chain.from_iterable(
            ((p, one) for one in found(p).items()) for p in PLANS
        ):
            for cure in finding.cures if key.startswith("rig") else ():
                after = apply(plan, cure.command, SHELF)
                with self.subTest(key, cure=cure.form):
                    left = found(after).get(key)
                    self.assertTrue(left is None or left.level.rank > finding.level.rank)
                    for name, picture in plan.chosen.pictures.items():
                        now = after.chosen.pictures[name]
                        self.assertEqual((now.width, now.gear), (picture.width, picture.gear))
                    self.assertEqual(after.survey, plan.survey)

    def test_nothing_of_walls_is_said_of_a_rig(self) -> None:
        """Schools of size, heights, rows: they are for what hangs on a wall and is watched from afar."""
        codes = {one.code.name for plan in PLANS if plan.chosen.groups for one in evaluate(plan, SHELF).findings}
        self.assertFalse(codes & {"ANGLE", "NECK", "TOP_EDGE", "OFF_LADDER", "PICTURES_OVERLAP", "SEAT_BEHIND"})

    def test_what_cannot_be_is_refused_with_words(self) -> None:
        for line, said in REFUSED:
            with self.subTest(line):
                self.assertIn(said.lower(), refused_of(SEAT, line).lower())
        self.assertIn("no seat yet", refused_of(room(outline="room 3000 x 3600"), "rig three 32 at 700 mm"))
        self.assertIn("0 to 90", refused_of(BARE, "turn 95"))

    def test_what_is_typed_is_done(self) -> None:
        self.assertEqual(rig_of(say(BARE, "rig at 65 cm")).away, 650.0)
        self.assertAlmostEqual(rig_of(say(KIT, "turn square")).turn, rig_of(KIT).equal, places=9)
        self.assertEqual(say(KIT, "kit none").chosen.kept(Rigs).kits, {})
        again = say(BARE, "rig three 27 at 600 mm")
        self.assertEqual(len(again.chosen.pictures), 3)  # in place of the rig there
        self.assertEqual([group.kind for group in again.chosen.groups.values()], ["rig"])
        self.assertIn("700 mm from the eye", hear(SEAT, SHELF, "rig three 32 at 70").say)
        set_up = say(BARE, "wheel base 620 mm")
        anew = say(set_up, "rig three 27 at 600 mm").chosen.kept(Rigs)  # what was set of the old one goes on
        self.assertEqual([one.wheel for one in anew.setups.values()], [620.0])

    def test_what_is_turned_or_pulled_keeps_its_height_and_the_centre_its_place(self) -> None:
        """A centre that somebody hung lower and aside stays so: only what was said moves."""
        aside = pushed(BARE, PutPicture(id="p1", x=1550.0, bottom=700.0))
        was = aside.chosen.pictures["p1"].pose
        for line, y in (("turn 40", was.y), ("rig away 900 mm", was.y - 200.0)):
            pictures = say(aside, line).chosen.pictures
            pose = pictures["p1"].pose
            self.assertLess(math.dist(pose.point, (was.x, y, was.z)), 1e-6)
            self.assertEqual({round(one.pose.z, 6) for one in pictures.values()}, {round(was.z, 6)})

    def test_another_drivers_rig_is_left_alone(self) -> None:
        """A second seat behind gets its own; what is set anew is the rig of the seat that is spoken of, its kit kept."""
        wide = say(room(outline="room 6000 x 6000"), "seat 1500 mm", "rig three 27 at 600 mm", "kit 115-135")
        two = apply(wide, PutSeat(id="s9", name="second", x=chosen(1500.0), y=chosen(5000.0)), SHELF)
        answer = hear(two, SHELF, "rig three 32 at 700 mm", Subject(seat="s9"))
        assert isinstance(answer, Heard)
        self.assertNotIn("in place of", answer.say)
        self.assertIn("2560 × 1440 assumed", answer.say)
        both = apply(two, answer.command, SHELF)
        self.assertEqual(len(both.chosen.groups), 2)
        self.assertEqual({one.who for one in evaluate(both, SHELF).of(RigResult).rigs.values()}, {"seat 1", "second"})
        anew = say(wide, "rig three 32 at 700 mm")
        (key,) = anew.chosen.groups
        self.assertEqual([kit.of for kit in anew.chosen.kept(Rigs).kits.values()], [key])

    def test_a_kit_goes_with_its_rig(self) -> None:
        gone = say(KIT, "drop left screen", "drop right screen", "drop centre screen")
        self.assertEqual((gone.chosen.groups, gone.chosen.kept(Rigs).kits), ({}, {}))


class Games(unittest.TestCase):
    def test_in_every_form(self) -> None:
        rig, pictures = rig_of(BARE), BARE.chosen.pictures
        told = {one.what: one.copied for one in typed(rig, pictures)}
        width = 32 * 25.4 * 16 / math.hypot(16, 9)
        across = 2 * math.atan(width / 1400)
        up = 2 * math.atan(math.tan(across / 2) * 9 / 16)
        self.assertEqual(told["centre screen, across"], f"{math.degrees(across):.1f}")
        self.assertEqual(told["centre screen, up"], f"{math.degrees(up):.1f}")
        self.assertEqual(told["centre screen, up, in radians"], f"{up:.4f}")
        self.assertEqual(told["pixels hidden at a joint"], str(round(16 * 2560 / width)))
        self.assertEqual(told["joined picture"], "7680x1440")
        wide = rig_of(say(SEAT, "rig three 48 at 900 mm"))
        capped = {one.what: one.copied for one in typed(wide, pictures)}
        self.assertEqual(capped["all screens, across, capped"], "179.0")

    @settings(max_examples=60, deadline=None)
    @given(st.floats(-85, 85))
    def test_a_pixel_lies_where_it_is_looked_for(self, bearing: float) -> None:
        """From the pixel's middle back to its place in the room and its bearing from the eye."""
        rig, pictures = rig_of(KIT), KIT.chosen.pictures
        key, pixel = pixel_at(rig, pictures, bearing)
        if key is None or pixel is None:
            joints = [(a.right, b.left) for a, b in itertools.pairwise(rig.row)]
            past = not rig.row[0].left <= bearing <= rig.row[-1].right
            self.assertTrue(past or any(lo <= bearing <= hi for lo, hi in joints))
            return
        one = pictures[key]
        at = ((pixel + 0.5) / one.pixels[0] - 0.5) * one.across
        place = to_room(one.pose.point, one.pose.turn, Own(at, 0.0, 0.0))
        back = math.degrees(math.atan2(place.x - rig.eye.x, rig.eye.y - place.y))
        self.assertAlmostEqual(back, bearing, delta=0.1)

    def test_left_and_right_lie_alike(self) -> None:
        lies = {(one.what.split(" ", 1)[1], one.bearing > 0): one for one in bearings(rig_of(KIT), KIT.chosen.pictures)}
        across = KIT.chosen.pictures["p2"].pixels[0]
        for what, right in lies:
            if right and (pixel := lies[what, True].pixel) is not None:
                other = lies[what, False].pixel
                assert other is not None
                self.assertLessEqual(abs(across - 1 - other - pixel), 1)

    def test_other_sizes(self) -> None:
        rows = {row.inches: row for row in sizes(rig_of(BARE), BARE.chosen.pictures)}
        self.assertTrue(rows[32.0].now)
        self.assertAlmostEqual(rows[32.0].whole, rig_of(BARE).whole, places=6)
        self.assertAlmostEqual(rows[48.0].same, 1050.0, places=6)
        # 24 inch: 531.3 wide at 700: 1080 lines are 44.2 px a degree, 1440 are 58.9, 2160 are 88.3: 3 × 3840 × 2160
        self.assertEqual((rows[24.0].lines, round(rows[24.0].mpx, 2)), (2160, 24.88))
        self.assertEqual([row.lines for row in rows.values() if row.lines is None], [])
        self.assertEqual(sorted(rows), sorted(rows, key=lambda inches: rows[inches].whole))


class Fan(unittest.TestCase):
    def test_pulled(self) -> None:
        report = evaluate(KIT, SHELF)
        self.assertEqual([one.key for one in grips_of(KIT, "fan", "p1")], ["fan.m1-turn", "fan.m1-away", "fan.m1-eye"])
        main = KIT.chosen.pictures["p1"]
        eye = rig_of(KIT).eye
        hinge = main.pose.x + main.across / 2 + main.frame_side
        for turn, free, wanted, why in ((30.0, False, 30.0, ()), (53.9, False, rig_of(KIT).equal, ("square to the eye",)),
                                        (53.9, True, 54.0, ()), (45.6, False, 45.0, ("as far as the joints go",)), (120.0, False, 90.0, ())):  # fmt: skip
            to = (hinge + 500 * math.cos(math.radians(turn)), -main.pose.y - 500 * math.sin(math.radians(turn)))
            pulled = pull(KIT, report, "fan", "fan.m1-turn", to, reach=20.0, free=free, picture="p1")
            self.assertEqual(pulled.snapped, why)
            after = rig_of(apply(KIT, pulled.command, SHELF))
            self.assertAlmostEqual(after.turn, wanted, places=6)
            right = after.above(after.row[2].rim[1])
            self.assertLess(math.dist((pulled.u, pulled.v), right), 1e-6)  # the grip is where it was let go
        pulled = pull(KIT, report, "fan", "fan.m1-away", (0.0, 750.0 - eye.y), reach=20.0, free=True, picture="p1")
        self.assertAlmostEqual(rig_of(apply(KIT, pulled.command, SHELF)).away, 750.0)

    def test_the_eye_is_pulled_and_the_screens_stay(self) -> None:
        """On a rig that faces 30° aside too: the eye goes where it is let go, no screen moves."""
        for yaw in (0.0, 30.0):
            moved = [PutPicture(id=key, yaw=one.pose.yaw + yaw) for key, one in KIT.chosen.pictures.items()]
            plan = apply(KIT, several(*moved), SHELF) if yaw else KIT
            rig = rig_of(plan)
            u, v = rig.eye_above
            pulled = pull(
                plan, evaluate(plan, SHELF), "fan", "fan.m1-eye", (u + 90, v - 55), reach=20.0, free=True, picture="p1"
            )
            after = apply(plan, pulled.command, SHELF)
            seat = after.survey.seats["s1"]
            step = 0.5 / math.cos(math.radians(yaw)) + 0.5
            self.assertAlmostEqual(
                math.hypot(seat.x.value - rig.eye.x, seat.y.value - rig.eye.y), math.hypot(90, 55), delta=step
            )
            self.assertAlmostEqual(rig_of(after).away, rig.away + 55, delta=0.51)
            self.assertLess(math.dist((pulled.u, pulled.v), rig_of(after).eye_above), 1e-6)
            self.assertEqual(after.chosen.pictures, plan.chosen.pictures)
        near = pull(
            KIT,
            evaluate(KIT, SHELF),
            "fan",
            "fan.m1-eye",
            (rig_of(KIT).eye.x + 9, -1500.0),
            reach=20.0,
            free=False,
            picture="p1",
        )
        self.assertIn("the centre screen's middle", near.snapped)

    def test_a_bearing_from_an_eye_aside(self) -> None:
        """Independent: the pixel under a bearing, by the plane it meets in the room."""
        plan = apply(KIT, PutSeat(id="s1", x=chosen(1640.0)), SHELF)
        rig, main = rig_of(plan), plan.chosen.pictures["p1"]
        self.assertAlmostEqual(rig.eye_own.right, 140.0, places=6)
        for bearing in (-20.0, 0.0, 8.0):
            along = rig.eye.x + rig.away * math.tan(math.radians(bearing)) - main.pose.x
            wanted = int((along / main.across + 0.5) * main.pixels[0])
            self.assertEqual(pixel_at(rig, plan.chosen.pictures, bearing), ("p1", wanted))

    def test_a_seat_that_moves_tells_it(self) -> None:
        moved = say(BARE, "seat 1600 mm")
        rig = rig_of(moved)
        self.assertAlmostEqual(rig.away, 800.0)
        self.assertIn("rig_square/m1", found(moved))
        self.assertNotEqual(chosen(rig.turn), chosen(rig.equal))


if __name__ == "__main__":
    unittest.main()
