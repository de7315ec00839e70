"""What hangs over heads and ways, and what stands where nobody has said how (rules 6.12)."""

from __future__ import annotations

import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.projection.head_room import over_floor, over_head
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say


def hung(*lines: str) -> Plan:
    """A projector 150 high hung over the room's middle: its lower side 75 under its lens."""
    return say(
        room("seat 4500", "made of ceiling concrete", outline="room 4000 x 6000"),
        "screen 90",
        "projector Heron",
        "goes hung",
        *lines,
        gear=WHOLE,
    )


def told(plan: Plan, *codes: str) -> list[Finding]:
    return [one for one in evaluate(plan, WHOLE).findings if one.code.name in (codes or ("OVER_HEAD", "OVER_WAY"))]


class HeadRoom(unittest.TestCase):
    def test_the_limits(self) -> None:
        for bottom, way, level in (
            (2000.0, True, Level.GOOD),
            (1999.0, True, Level.MIND),
            (1850.0, True, Level.MIND),
            (1849.0, True, Level.STOP),
            (1849.0, False, Level.MIND),
            (2000.0, False, Level.GOOD),
        ):
            with self.subTest(bottom, way=way):
                self.assertIs(over_floor(bottom, way=way), level)
        for gap, level in (
            (400.0, Level.GOOD),
            (399.0, Level.MIND),
            (150.0, Level.MIND),
            (149.0, Level.STOP),
            (-50.0, Level.STOP),
        ):
            with self.subTest(gap):
                self.assertIs(over_head(gap), level)

    def test_over_a_seat(self) -> None:
        """An eye at 1080 has its crown at 1210; the body's lower side is half its height under the lens."""
        plan = hung("lens 4500 mm", "lens up 1600 mm")
        throw = evaluate(plan, WHOLE)
        projector = plan.chosen.projectors["j1"]
        high = WHOLE[projector.gear].body_height  # type: ignore[union-attr]
        (one,) = told(plan)
        self.assertEqual(one.code.name, "OVER_HEAD")
        self.assertAlmostEqual(one.value or 0, 1600 - high / 2 - 1080 - 130)
        self.assertIs(one.level, over_head(one.value or 0))
        for tried in cures_that_cure(plan, WHOLE, throw, one):
            self.assertEqual(told(tried.plan, "OVER_HEAD"), [])
        stop = hung("lens 4500 mm", "lens up 1400 mm")
        self.assertIs(told(stop)[0].level, Level.STOP)
        self.assertIn("over the head of who sits in seat 1", Words(stop).finding(told(stop)[0]))

    def test_over_floor_a_way_and_a_table(self) -> None:
        for lines, want in (
            (("lens 3000 mm", "lens up 1900 mm"), [("OVER_WAY", Level.MIND)]),
            (("lens 3000 mm", "lens up 1900 mm", "put walkway 1000 x 1500 x 10 at 1500 out 2500"), [("OVER_WAY", Level.STOP)]),
            (("lens 3000 mm", "lens up 1900 mm", "door w2 at 2700, 900 x 2000"), []),
            (("lens 3000 mm", "lens up 1900 mm", "put furniture 2000 x 2000 x 450 at 1000 out 2000"), []),
            (("lens 3000 mm", "lens up 2200 mm"), []),
        ):  # fmt: skip
            plan = hung(*lines)
            if lines[-1].startswith("door"):  # it does not reach out to the middle
                want = [("OVER_WAY", Level.MIND)]
            with self.subTest(lines):
                self.assertEqual([(one.code.name, one.level) for one in told(plan)], want)


class Standing(unittest.TestCase):
    def test_one_without_its_figures_stands_and_asks(self) -> None:
        """No datum and no offset on its card: it stands all the same, with its lens on the furniture's top, and both are
        asked for."""
        base = room("seat 3000", "put furniture 1800 x 450 x 500 at 1100 out 0", outline="room 4000 x 5000")
        item = next(one for one in WHOLE.values() if one.kind == "projector" and one.stands)  # type: ignore[union-attr]
        key = next(key for key, one in WHOLE.items() if one is item)
        bare = item.model_copy(update={"datum_to_back": None, "shift_offset": 0.0, "lens": (0.25, 0.25)})  # type: ignore[union-attr]
        shelf = {**WHOLE, key: bare}
        plan = say(base, "screen 100", f"projector {item.model}", gear=shelf)
        projector = plan.chosen.projectors["j1"]
        self.assertFalse(projector.hung)
        found = {one.code.name: one for one in evaluate(plan, shelf).findings}
        self.assertIs(found["FIGURES"].level, Level.MIND)
        self.assertEqual(found["FIGURES"].more["wanted"], ("datum", "offset"))
        self.assertNotIn("BODY_IN", found)
        high = bare.body_height  # type: ignore[union-attr]
        out = projector.pose.y <= 450
        self.assertEqual(projector.pose.z, 500 + high if out else max(plan.chosen.pictures["p1"].bottom, high))
        for up, code in ((780.0 + high, "STANDS"), (500.0 + high, "")):
            raised = say(plan, f"lens up {up:.0f} mm", gear=shelf)
            names = {one.code.name for one in evaluate(raised, shelf).findings}
            self.assertEqual("STANDS" in names, bool(code), up)

    def test_nothing_under_it_is_said(self) -> None:
        item = next(one for one in WHOLE.values() if one.kind == "projector" and one.stands)  # type: ignore[union-attr]
        plan = say(room("seat 3000", outline="room 4000 x 5000"), "screen 100", f"projector {item.model}", gear=WHOLE)
        self.assertEqual([one.level for one in told(plan, "CARRIER")], [Level.MIND])
        held = say(plan, "put furniture 1800 x 600 x 300 at 1100 out 0", gear=WHOLE)
        self.assertEqual(told(held, "CARRIER"), [])


class Carried(unittest.TestCase):
    def test_a_cabinet_on_a_cleat_is_furniture_for_the_projector_on_it(self) -> None:
        """Its top 500 up and 350 deep; a tray of 300 makes that 650, from the wall out."""
        item = next(one for one in WHOLE.values() if one.kind == "projector" and one.datum_to_back)  # type: ignore[union-attr]
        plan = say(
            room("made of w1 brick", "seat 3000", outline="room 4000 x 5000"), "screen 100",
            "hang cabinet w1 at 1100 mm, 1800 x 400 x 350 mm up 100 mm, 40 kg", f"projector {item.model}", gear=WHOLE,
        )  # fmt: skip
        self.assertEqual(told(plan, "CARRIER"), [])
        (tray,) = told(plan, "TRAY")
        self.assertEqual(tray.value, 350.0)
        out = say(plan, "tray 300 mm", gear=WHOLE)
        (tray,) = told(out, "TRAY")
        self.assertEqual(tray.value, 650.0)
        self.assertEqual([one.tray for one in out.chosen.more["hanging"].things.values()], [300.0])  # type: ignore[attr-defined]
        stood = say(
            room("seat 3000", "put furniture 1800 x 400 x 500 at 1100 out 0", outline="room 4000 x 5000"),
            "screen 100",
            f"projector {item.model}",
            "tray 250 mm",
            gear=WHOLE,
        )
        self.assertEqual([one.value for one in told(stood, "TRAY")], [650.0])


class OnACleat(unittest.TestCase):
    def test_what_stands_on_it_weighs_and_wants_power(self) -> None:
        """40 kg are taken of a cabinet that nobody has weighed, and what stands on it comes on top; what was said counts
        as it was said."""
        item = next(one for one in WHOLE.values() if one.kind == "projector" and one.datum_to_back)  # type: ignore[union-attr]
        plan = say(
            room("made of w1 brick", "seat 3000", outline="room 4000 x 5000"), "screen 100",
            "hang cabinet w1 at 1100 mm, 1800 x 400 x 350 mm up 100 mm", f"projector {item.model}", gear=WHOLE,
        )  # fmt: skip
        self.assertEqual([one.more["mass"] for one in told(plan, "HANGS_LOAD")], [40 + (item.mass_kg or 0.0)])
        said = say(plan, "weighs cabinet 45 kg", gear=WHOLE)
        self.assertEqual([one.more["mass"] for one in told(said, "HANGS_LOAD")], [45.0])
        self.assertEqual(len(told(plan, "HANGS_UNSERVED")), 1)
        self.assertEqual(told(say(plan, "socket w1 at 1500 mm up 300 mm", gear=WHOLE), "HANGS_UNSERVED"), [])


class Assumed(unittest.TestCase):
    def test_how_far_a_screen_stands_off_its_wall_until_somebody_says(self) -> None:
        """A new screen's surface is taken to be 100 off: the throw, and an ultra-short throw's cabinet, rest on that."""
        plan = say(room("seat 3000", outline="room 4000 x 5000"), "screen 100", "projector Heron", gear=WHOLE)
        for lines, source in (((), "assumed"), (("stand-off 100 mm",), "chosen"), (("stand-off 60 mm",), "chosen")):
            told = say(plan, *lines, gear=WHOLE)
            inputs = evaluate(told, WHOLE).figures["projector.j1.throw"].inputs
            with self.subTest(lines):
                self.assertEqual([one.source for one in inputs if "surface" in one.label], [source])

    def test_a_riser_is_said_whole(self) -> None:
        """What is to be built, not what is added to what is there: 300 there and more wanted."""
        plan = say(
            room("seat 3000", "row 2 3900 mm", outline="room 4000 x 6000"), "tv Slate 65", "bottom 300 mm", gear=WHOLE
        )
        for there in (0, 150):
            lifted = say(plan, *((f"row 2 riser {there} mm",) if there else ()), gear=WHOLE)
            report = evaluate(lifted, WHOLE)
            risers = [
                (one, cure)
                for one in report.findings
                if one.code.name == "ROW_IN_FRONT"
                for cure in one.cures
                if cure.kind.name == "RISER"
            ]
            for finding, cure in risers:
                tried = next(
                    one for one in cures_that_cure(lifted, WHOLE, report, finding) if one.cure.kind is cure.kind
                )
                floors = {seat.floor.value for seat in tried.plan.survey.seats.values() if seat.row == 2}
                self.assertEqual(floors, {cure.value})
                self.assertEqual("in all" in Words(lifted).cure(cure), there > 0)
            self.assertTrue(risers, there)


if __name__ == "__main__":
    unittest.main()
