"""Holes by doors, windows and hatches (rules 7.19), worked out by hand, both sides of each limit."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.fixing.drilling import stopped
from oval_room.core.fixing.opening_zones import by_opening
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_load_study import hung
from tests.core.survey.rooms import room, say

DOOR = {"ends": (1500.0, 2326.0), "sill": 0.0, "head": 1981.0}
WINDOW = {"ends": (820.0, 2020.0), "sill": 900.0, "head": 1800.0}


def told(
    at: tuple[float, float], of: dict[str, object], *, known: bool = False, masonry: bool = True
) -> tuple[str, str] | None:
    hole = by_opening(*at, **of, lintel_known=known, masonry=masonry)  # type: ignore[arg-type]
    return (hole.level.value, hole.why) if hole else None


class ByHand(unittest.TestCase):
    def test_limits(self) -> None:
        """A door of 1500 to 2326, 1981 high: its lintel reaches to 2206 up, from 1350 to 2476 along."""
        table = (
            ("in the door", (1900, 1000), DOOR, {}, ("stop", "opening")),
            ("on its head", (1900, 1981), DOOR, {}, ("stop", "lintel")),
            ("69 over it", (1900, 2050), DOOR, {}, ("stop", "lintel")),
            ("224 over it", (1900, 2205), DOOR, {}, ("stop", "lintel")),
            ("225 is far enough", (1900, 2206), DOOR, {}, None),
            ("149 past its side, over it", (2475, 2100), DOOR, {}, ("stop", "lintel")),
            ("150 past its side", (2476, 2100), DOOR, {}, None),
            ("known: 69 over it may break out", (1900, 2050), DOOR, {"known": True}, ("stop", "reveal")),
            ("known: 75 over it", (1900, 2056), DOOR, {"known": True}, None),
            ("60 beside a window in brick", (2080, 1400), WINDOW, {}, ("stop", "reveal")),
            ("60 beside it in board", (2080, 1400), WINDOW, {"masonry": False}, ("mind", "reveal")),
            ("75 beside it", (2095, 1400), WINDOW, {}, None),
            ("50 under its sill", (1400, 850), WINDOW, {}, ("stop", "reveal")),
            ("75 under its sill", (1400, 825), WINDOW, {}, None),
            ("off its lower corner by 50 and 60, that is 78", (2070, 840), WINDOW, {}, None),
            ("off its lower corner by 50 and 50, that is 71", (2070, 850), WINDOW, {}, ("stop", "reveal")),
        )  # fmt: skip
        for name, at, of, more, wanted in table:
            with self.subTest(name):
                self.assertEqual(told(at, of, **more), wanted)

    @given(st.floats(-500, 4000), st.floats(0, 2600), st.booleans(), st.booleans())
    def test_mirrored_it_is_the_same(self, x: float, z: float, known: bool, masonry: bool) -> None:
        left, right = WINDOW["ends"]  # type: ignore[misc]
        self.assertEqual(
            told((x, z), WINDOW, known=known, masonry=masonry),
            told((left + right - x, z), WINDOW, known=known, masonry=masonry),
        )


class InThePlan(unittest.TestCase):
    def found(self, plan: Plan, code: str) -> list[Finding]:
        return [one for one in evaluate(plan, WHOLE).findings if one.code.name == code]

    def test_a_plate_over_a_door(self) -> None:
        """Its holes are in the lintel's zone: a stop, and none is given until somebody says what carries the wall."""
        door = ("door w1 at 1600, 900 x 1750",)
        plan = hung("Slate 55", "Tilt 600", "along 2050", "top 2360 mm", *door, wall=("made of w1 brick",))
        (finding,) = self.found(plan, "BY_OPENING")
        self.assertIs(finding.level, Level.STOP)
        self.assertIn("in what carries the wall there", Words(plan).finding(finding))
        report = evaluate(plan, WHOLE)
        self.assertIn("p1", stopped(report.findings, report.open_stops()))
        known = say(plan, "lintel door concrete, 65 deep", gear=WHOLE)
        self.assertFalse([one for one in self.found(known, "BY_OPENING") if one.more["why"] == "lintel"])
        self.assertEqual(known.survey.openings["o1"].lintel, "concrete, 65 deep")

    def test_before_glass(self) -> None:
        """A set whose plate stands across a window; one that hangs beside it with an edge before the glass."""
        across = hung(
            "Slate 55", "Tilt 600", "along 2050", "window w1 at 1500, 1100 x 1400 sill 700", wall=("made of w1 brick",)
        )
        (finding,) = self.found(across, "BEFORE_OPENING")
        self.assertEqual((finding.level, finding.more["what"]), (Level.STOP, "plate"))
        beside = hung(
            "Slate 55", "Tilt 600", "along 2050", "window w1 at 2560, 900 x 1400 sill 700", wall=("made of w1 brick",)
        )
        (finding,) = self.found(beside, "BEFORE_OPENING")
        self.assertEqual((finding.level, finding.more["what"]), (Level.MIND, "picture"))
        self.assertIn("takes its light and view", Words(beside).finding(finding))

    def test_no_cure_drills_into_a_lintel(self) -> None:
        """Whatever the drill window offers near a door: its holes are clear of the zone."""
        for along in range(900, 2700, 150):
            plan = hung(
                "Slate 55",
                "Tilt 600",
                f"along {along}",
                "top 2360 mm",
                "door w1 at 1600, 900 x 1750",
                wall=("made of w1 brick",),
            )
            report = evaluate(plan, WHOLE)
            for one in report.findings:
                for cure in one.cures if one.code.name == "DRILL" else ():
                    after = say_command(plan, cure.command)
                    self.assertEqual(
                        [f.more["why"] for f in self.found(after, "BY_OPENING")], [], (along, Words(plan).cure(cure))
                    )

    def test_frames_cases_and_brackets_too(self) -> None:
        """A frame's screws 100 over a door's head; a cloth and its case before a window; a projector's bracket over a
        door in the wall behind it."""
        brick = room("made of w1 brick", "made of w3 brick", "seat 3500", outline="room 5000 x 5000")
        frame = say(brick, "screen Frame 100 woven", "along 2500", "bottom 1000", gear=WHOLE)
        picture = next(iter(frame.chosen.pictures.values()))
        row = picture.top + picture.frame_top - 30
        over = say(frame, f"door w1 at 1200, 900 x {row - 100:.0f}", gear=WHOLE)
        self.assertEqual(
            [(one.level, one.more["why"]) for one in self.found(over, "BY_OPENING")], [(Level.STOP, "lintel")]
        )
        self.assertEqual([one.level for one in self.found(over, "BEFORE_OPENING")], [Level.MIND])
        cloth = say(brick, "screen Drop 220", "along 2500", "window w1 at 2000, 900 x 1200 sill 900", gear=WHOLE)
        self.assertEqual([one.level for one in self.found(cloth, "DROP_OPENING")], [Level.NOTE])
        bracket = say(
            brick, "made of ceiling grid", "screen 90", "projector Heron", "goes hung", "lens 4300 mm", "lens up 2100",
            "plate held by wall bracket", "door w3 at 2050, 900 x 2000", gear=WHOLE,
        )  # fmt: skip
        self.assertEqual([one.level for one in self.found(bracket, "BY_OPENING")], [Level.STOP])
        self.assertIn("A hole of Quillmark Heron 2", Words(bracket).finding(self.found(bracket, "BY_OPENING")[0]))


def say_command(plan: Plan, command: object) -> Plan:
    from oval_room.core.apply import apply

    return apply(plan, command, WHOLE)  # type: ignore[arg-type]


if __name__ == "__main__":
    unittest.main()
