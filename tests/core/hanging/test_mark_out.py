"""What is marked out on walls and ceilings: whose each mark is, in places worked out by hand (rules 7.3, 7.21, 7.22)."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.drilling import stopped
from oval_room.core.fixing.study import FixingResult
from oval_room.core.hanging.mark_out import MarkOut, surface_marks, surfaces
from oval_room.core.hanging.marked_words import HangsTold, tell
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import Turn
from oval_room.core.subject import Subject
from oval_room.demo.shop import WHOLE
from tests.core.fixing.test_case_study import hall
from tests.core.survey.rooms import room, say


def marks(plan: Plan, surface: str = "w1") -> MarkOut:
    return surface_marks(evaluate(plan, WHOLE), plan, WHOLE, surface)


def told(plan: Plan, surface: str = "w1") -> tuple[HangsTold, ...]:
    number = int(surface[1:]) if surface != "ceiling" else 1
    turned = plan if number == 1 else Turn(plan.survey.room, number).plan(plan)
    return tell(marks(plan, surface), turned, WHOLE, evaluate(plan, WHOLE))


def spots(plan: Plan, surface: str = "w1") -> list[tuple[int, str, float, float]]:
    return [(one.number, one.kind, round(one.along, 1), round(one.up, 1)) for one in marks(plan, surface).marks]


class Walls(unittest.TestCase):
    def test_each_hole_says_whose_it_is(self) -> None:
        """Two sets and a shelf on brick: four and four holes, then the cleat’s two, 60 inside either end, 30 under its top."""
        plan = say(
            room("made of w1 brick", "seat 3500", outline="room 7000 x 5000"), "tv Slate 43", "mount Tilt 400", "along 1500",
            "another tv Slate 43", "hang shelf w1 at 4500 mm, 900 x 200 x 250 mm up 1400 mm, 8 kg", gear=WHOLE,
        )  # fmt: skip
        plan = say(plan, "mount Tilt 400", gear=WHOLE, subject=Subject("p2", "s1", "k1", None))
        found = marks(plan)
        self.assertEqual(
            [(one.kind, len(found.of(one))) for one in found.hangs], [("plate", 4), ("plate", 4), ("cleat", 2)]
        )
        self.assertEqual([one.number for one in found.marks], list(range(1, 11)))
        self.assertEqual(spots(plan)[-2:], [(9, "cleat", 4560.0, 1570.0), (10, "cleat", 5340.0, 1570.0)])
        first, second, shelf = told(plan)
        self.assertEqual([one.title[:4] for one in (first, second)], ["1–4 ", "5–8 "])
        self.assertTrue(shelf.title.startswith("9–10 · shelf"))
        self.assertIn("10 mm plug", first.fixing)
        self.assertIn("8 kg · one lifts", shelf.lifts)

    def test_screws_of_a_cleat_that_hold_nothing_are_not_marked(self) -> None:
        """Screws at 660 and 1440; a stud at 660 alone: the other holds nothing, and nor may the shelf."""
        plan = room(
            "made of w1 timber", "stud w1 660 pilot", "hang shelf w1 at 600 mm, 900 x 200 x 250 mm up 1400 mm, 8 kg", outline="room 5000 x 5000",
        )  # fmt: skip
        self.assertEqual(spots(plan), [])
        (shelf,) = told(plan)
        self.assertTrue(shelf.stops[0].startswith("STOP, no holes for shelf"))

    def test_what_is_missing_is_said_of_what_is_chosen(self) -> None:
        """Panel and mount are chosen and only the slots are not known: that is said, not that either is wanted."""
        plan = say(
            room("made of w1 timber", *(f"stud w1 {x} pilot" for x in range(400, 4500, 400)), "seat 3500", outline="room 5000 x 5000"),
            "tv Slate 65", "mount Flat 600", gear=WHOLE,
        )  # fmt: skip
        (one,) = told(plan)
        self.assertEqual(one.rows, ())
        self.assertIn("slots", " ".join(one.stops))
        self.assertNotIn("choose", " ".join(one.stops))

    def test_a_frame_and_the_brackets_of_a_case(self) -> None:
        """Frame 100 fixed on brick: brackets 100 inside its ends, 30 under its upper edge. A case on brackets on brick:
        hooks at 1300 and 3700, two screws each, 100 apart about the case's middle."""
        framed = say(
            room("made of w1 brick", "seat 3500", outline="room 5000 x 5000"),
            "screen Frame 100 woven",
            "along 2500",
            gear=WHOLE,
        )
        picture = next(iter(framed.chosen.pictures.values()))
        half, top = picture.across / 2 + picture.frame_side, picture.top + picture.frame_top
        self.assertEqual(
            [(along, up) for _, _, along, up in spots(framed)],
            [(round(2500 - half + 100, 1), round(top - 30, 1)), (round(2500 + half - 100, 1), round(top - 30, 1))],
        )
        cased = hall("made of ceiling grid", "made of w1 brick", "case held by wall brackets", "stand-off 150 mm")
        up = 2400 - 60
        self.assertEqual(told(cased)[0].rows[0].first, ("what runs by the band under the ceiling",))
        self.assertEqual(
            [one[2:] for one in spots(cased)], [(1300, up + 50), (1300, up - 50), (3700, up + 50), (3700, up - 50)]
        )


class Ceilings(unittest.TestCase):
    HUNG = ("screen 90", "projector Heron", "goes hung", "lens up 2000")

    def hung(self, *lines: str) -> Plan:
        return say(room("seat 3600", outline="room 4000 x 5000"), *self.HUNG, *lines, gear=WHOLE)

    def test_a_plate_on_a_timber_that_bridges_two_joists(self) -> None:
        """Joists that run along, found at 400, 1200, 2000 … 4400: the timber's two bolts cross those on both sides of the
        plate, in line with it; the plate's own mark comes before."""
        found = tuple(f"joist {at} pilot" for at in range(400, 4401, 800))
        plan = self.hung("made of ceiling joists", "joists along", *found)
        plate = evaluate(plan, WHOLE).of(FixingResult).plates["j1"]
        near = max(at for at in range(400, 4401, 800) if at <= plate.y)
        got = spots(plan, "ceiling")
        if abs(plate.y - near) > 12 and abs(plate.y - near - 800) > 12:
            self.assertEqual(
                got,
                [
                    (1, "projector", round(plate.x, 1), round(plate.y, 1)),
                    (2, "timber", round(plate.x, 1), float(near)),
                    (3, "timber", round(plate.x, 1), float(near + 800)),
                ],
            )
        self.assertTrue(told(plan, "ceiling")[1].fixing.startswith("2 × bolt m8"))

    def test_a_case_and_its_joists(self) -> None:
        plan = hall("joists out", "joist 1500 pilot", "joist 3500 pilot", *(f"joist {at} pilot" for at in (1900, 2300)))
        y = next(iter(plan.chosen.pictures.values())).pose.y
        self.assertEqual(
            [one[1:] for one in spots(plan, "ceiling")], [("case", 1500.0, round(y, 1)), ("case", 3500.0, round(y, 1))]
        )
        self.assertIn("proved by a pilot hole", told(plan, "ceiling")[0].rows[0].into)

    def test_rods_and_nothing_to_hang_from(self) -> None:
        slab = self.hung("made of ceiling grid", "void 300 mm slab")
        (one,) = told(slab, "ceiling")
        self.assertEqual(len(one.rows), 1)
        self.assertTrue(one.fixing.startswith("4 × anchor m8"))
        self.assertIn("up through the ceiling to a slab", one.drilling)
        (none,) = told(self.hung("made of ceiling grid"), "ceiling")
        self.assertEqual(none.rows, ())
        self.assertTrue(none.stops[0].startswith("STOP, no holes for"))

    def test_a_projectors_bracket_is_marked_on_the_wall_it_is_on(self) -> None:
        """Held by the wall behind it: the bracket's middle, at the plate's place along that wall as seen from the room."""
        plan = self.hung("made of w3 brick", "made of ceiling grid", "plate held by wall bracket", "lens 4200 mm")
        plate = evaluate(plan, WHOLE).of(FixingResult).plates["j1"]
        self.assertEqual(surfaces(evaluate(plan, WHOLE), plan, WHOLE)[-1], "w3")
        out = [one for one in marks(plan, "w3").hangs if one.kind == "projector"]
        if not out[0].stops:
            self.assertEqual(
                spots(plan, "w3"), [(1, "projector", round(4000 - plate.x, 1), round(2400 - (plate.pole or 0), 1))]
            )

    def test_a_plate_before_another_wall_under_joists_is_not_marked(self) -> None:
        """Joists are told from the display wall: what holds a plate before another is not known, and nothing is marked."""
        plan = say(
            room("seat 2000", "made of ceiling joists", "joists out", "joist 1500 pilot", "joist 2300 pilot", outline="room 4000 x 5000"),
            "screen 80", "on w2", "along 2500", "projector Wren", "goes hung", gear=WHOLE,
        )  # fmt: skip
        self.assertEqual(spots(plan, "ceiling"), [])
        self.assertIn("Which joist holds", " ".join(told(plan, "ceiling")[0].stops))

    def test_what_hangs_before_another_wall_is_in_the_rooms_own_frame(self) -> None:
        """On the right wall of 4000 × 5000: along that wall u and out v are y = u, x = 4000 − v of the room."""
        plan = say(
            room("seat 2000", "made of ceiling concrete", outline="room 4000 x 5000"),
            "screen Drop 220",
            "on w2",
            "along 2500",
            gear=WHOLE,
        )
        picture = next(iter(plan.chosen.pictures.values()))
        for _, _, along, out in spots(plan, "ceiling"):
            self.assertAlmostEqual(along, picture.pose.x, delta=0.1)
            self.assertTrue(0 < out < 5000)


LINES = st.sampled_from(
    ["made of ceiling grid", "made of ceiling board", "made of ceiling joists", "made of ceiling concrete", "void 250 mm slab",
     "void 90 mm joists out", "joists along", "joist 1500 pilot", "joist 2300 pilot", "plate held by timber", "plate held by wall bracket",
     "case held by wall bracket", "made of w1 brick", "made of w1 timber", "made of w1 aerated", "lens up 2100", "lens up 1500", "goes hung"]
)  # fmt: skip


class Properties(unittest.TestCase):
    @given(st.lists(LINES, max_size=7))
    def test_nothing_that_has_a_stop_is_marked(self, lines: list[str]) -> None:
        plan = say(
            room("seat 3600", outline="room 5000 x 5000"), "screen Drop 240 scope", "projector Heron", gear=WHOLE
        )
        for line in lines:
            try:
                plan = say(plan, line, gear=WHOLE)
            except AssertionError:  # it can't be said of this
                continue
        report = evaluate(plan, WHOLE)
        no_holes = stopped(report.findings, report.open_stops())
        projectors = {
            one.about["projector"]
            for one in report.findings
            if one.key in report.open_stops() and "projector" in one.about and one.code.stage in ("fixing", "throw")
        }
        for surface in surfaces(report, plan, WHOLE):
            for mark in surface_marks(report, plan, WHOLE, surface).marks:
                self.assertNotIn(mark.of, no_holes)
                self.assertNotIn(mark.of, projectors)
        if plan.survey.kind_of("ceiling") in ("grid", "board") and not plan.survey.made["ceiling"].over:
            self.assertEqual(
                {one.kind for one in surface_marks(report, plan, WHOLE, "ceiling").marks} - {"projector", "timber"},
                set(),
            )


if __name__ == "__main__":
    unittest.main()
