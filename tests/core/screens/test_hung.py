"""Panels on their side and on their head: sizes, frames and bolts go with the turn; worked by hand beside each row."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Panel
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.hung import as_hung, bolts_aside, read_turn
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import refused, room, say

ROOM = room("made of w1 masonry", "seat 3000", outline="room 5000 x 4000")
NOTICE = say(ROOM, "tv Notice 55", "bottom 700", "along 2000", gear=WHOLE)
"""1217.6 × 684.9, frame 8.7 at sides and top, 15.4 at the bottom, bolts 300 × 300, the upper ones 210 below its top."""
TURNS = st.lists(st.sampled_from([0, 90, 180, 270]), min_size=1, max_size=6)


class Hung(unittest.TestCase):
    def test_sizes_and_frames(self) -> None:
        """At 90 its top is at the right: 12.05 is the middle of top and bottom, told for both sides."""
        table = (
            (0, 1217.6, 684.9, (8.7, 8.7, 15.4), (3840, 2160)),
            (90, 684.9, 1217.6, (12.05, 8.7, 8.7), (2160, 3840)),
            (180, 1217.6, 684.9, (8.7, 15.4, 8.7), (3840, 2160)),
            (270, 684.9, 1217.6, (12.05, 8.7, 8.7), (2160, 3840)),
        )
        middle = NOTICE.chosen.pictures["p1"].pose
        for turned, wide, high, frames, pixels in table:
            with self.subTest(turned):
                one = apply(NOTICE, PutPicture(id="p1", turned=turned), WHOLE).chosen.pictures["p1"]
                self.assertAlmostEqual(one.width.value, wide, places=6)
                self.assertAlmostEqual(one.height, high, places=6)
                for got, wanted in zip((one.frame_side, one.frame_top, one.frame_bottom), frames, strict=True):
                    self.assertAlmostEqual(got, wanted, places=6)
                self.assertEqual((one.pixels, one.pose), (pixels, middle))

    @given(TURNS)
    def test_back_to_level_it_is_what_it_was(self, turns: list[int]) -> None:
        done = apply(NOTICE, several(*(PutPicture(id="p1", turned=turn) for turn in (*turns, 0))), WHOLE)
        self.assertEqual(done, NOTICE)

    def test_where_the_bolts_come(self) -> None:
        """Level: 210 below the top. On its side: (1217.6 + 2 × 8.7 − 300)/2 = 467.5 below it, and sideways: the bolts'
        middle is 360 below its top, the picture's 8.7 + 342.45 = 351.15, so 8.85 towards its own foot. On its head:
        709 − 210 − 300 = 199."""
        item = next(one for one in WHOLE.values() if one.model == "Notice 55")
        assert isinstance(item, Panel)
        for turned, down, aside in ((0, 210.0, 0.0), (90, 467.5, -8.85), (180, 199.0, 0.0), (270, 467.5, 8.85)):
            with self.subTest(turned):
                hung = as_hung(item, turned)
                self.assertAlmostEqual(hung.top_to_vesa or 0.0, down, places=6)
                self.assertAlmostEqual(bolts_aside(item, turned), aside, places=6)

    def test_the_holes_go_with_it(self) -> None:
        """On masonry the plate's middle is the bolts' middle: 8.85 to the left; its row lies 467.5 + 20 below the top."""
        for turned, middle, below in ((0, 2000.0, 210.0), (90, 1991.15, 467.5), (270, 2008.85, 467.5)):
            with self.subTest(turned):
                plan = apply(NOTICE, PutPicture(id="p1", turned=turned), WHOLE)
                plan = say(plan, "mount Flat 400", gear=WHOLE)
                picture, holes = plan.chosen.pictures["p1"], evaluate(plan, WHOLE).of(FixingResult).holes["p1"]
                self.assertAlmostEqual(sum(holes.columns) / len(holes.columns), middle, places=6)
                top = picture.top + picture.frame_top
                self.assertAlmostEqual(holes.upper_row, top - below - 20.0, places=6)

    def test_without_the_sheets_top_nothing_is_made_up(self) -> None:
        plan = apply(NOTICE, PutPicture(id="p1", turned=90), WHOLE)
        item = next(one for one in WHOLE.values() if one.model == "Notice 55")
        bare = item.model_copy(update={"top_to_vesa": None})
        self.assertIsNone(as_hung(bare, 90).top_to_vesa if isinstance(bare, Panel) else 0)
        read = say(plan, "bolts 300 mm", gear=WHOLE)
        holes = evaluate(say(read, "mount Flat 400", gear=WHOLE), WHOLE).of(FixingResult).holes["p1"]
        self.assertAlmostEqual(holes.top - holes.vesa_upper, 300.0)
        level = evaluate(say(read, "mount Flat 400", "turned level", gear=WHOLE), WHOLE).of(FixingResult).holes["p1"]
        self.assertAlmostEqual(level.top - level.vesa_upper, 210.0)  # what was read of it upright counts no more

    def test_another_panel_hangs_as_the_one_before(self) -> None:
        gear = next(key for key, one in WHOLE.items() if one.model == "Slate 65")
        plan = apply(NOTICE, several(PutPicture(id="p1", turned=270), TakeGear(id="p1", gear=gear)), WHOLE)
        one = plan.chosen.pictures["p1"]
        self.assertEqual((one.turned, one.gear, one.pixels), (270, gear, (2160, 3840)))
        self.assertAlmostEqual(one.height, 1439.0, places=3)
        self.assertEqual(one.pose.z, NOTICE.chosen.pictures["p1"].pose.z)

    def test_what_can_not_hang_so(self) -> None:
        with self.assertRaisesRegex(RefusedError, "a panel hangs turned by 0, 90, 180 or 270°"):
            apply(NOTICE, PutPicture(id="p1", turned=45), WHOLE)
        self.assertIn("Only panels are turned", refused(say(ROOM, "screen 100"), "turned upright"))
        self.assertIn("A curved panel", refused(say(ROOM, "tv Sweep 49"), "turned upright"))
        self.assertIn("by quarter turns", refused(NOTICE, "turned 30"))
        for said, turn in (
            ("upright", 90),
            ("Portrait", 90),
            ("level", 0),
            ("upright left", 270),
            ("upside down", 180),
        ):
            with self.subTest(said):
                self.assertEqual(read_turn(said), turn)


class Cut(unittest.TestCase):
    def test_a_cloth_and_its_roll(self) -> None:
        """2214 × 1245 with 100 all round, turned 12°: 2414·sin + 1445·cos = 1915.3 across, 2661.7 along; by hand."""
        plan = say(room("seat 3000", outline="room 4000 x 5000"), "screen 100", "surface woven", gear=WHOLE)
        picture = plan.chosen.pictures["p1"]
        w, h, phi = picture.width.value + 200, picture.height + 200, math.radians(12)
        needed = min(w * math.cos(phi) + h * math.sin(phi), w * math.sin(phi) + h * math.cos(phi))
        for roll, level in ((3000, Level.GOOD), (1800, Level.MIND)):
            cut = say(plan, f"roll {roll} mm", gear=WHOLE)
            (found,) = [one for one in evaluate(cut, WHOLE).findings if one.code.name == "ROLL"]
            with self.subTest(roll):
                self.assertIs(found.level, level)
                self.assertAlmostEqual(found.value or 0, needed)
        self.assertIn("only a woven cloth", refused(say(plan, "surface matte", gear=WHOLE), "roll 3 m"))


class OnItsArm(unittest.TestCase):
    def test_another_panel_on_the_same_arm_keeps_hole_and_middle(self) -> None:
        """The holes are drilled: its upper row stays, and so does its middle along the wall; on a flat plate the bottom
        edge stays, as before."""
        for mount, keeps in (("Swing 600", "row"), ("Flat 600", "bottom")):
            plan = say(
                room("made of w1 brick", "seat 3000", outline="room 5000 x 5000"),
                "tv Ember 77",
                f"mount {mount}",
                "along 2300",
                gear=WHOLE,
            )
            after = say(plan, "tv Slate 65", gear=WHOLE)
            was, now = (one.chosen.pictures["p1"] for one in (plan, after))
            rows = [evaluate(one, WHOLE).of(FixingResult).holes["p1"].upper_row for one in (plan, after)]
            with self.subTest(mount):
                self.assertEqual(now.pose.x, was.pose.x)
                self.assertEqual(abs(rows[0] - rows[1]) < 0.01, keeps == "row")
                self.assertEqual(abs(now.bottom - was.bottom) < 0.01, keeps == "bottom")


if __name__ == "__main__":
    unittest.main()
