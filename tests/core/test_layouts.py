"""The four classic ways to link a room, laid out with what a job has; what must change for the next format."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.signal.document import Routing
from oval_room.core.signal.headroom import must_change
from oval_room.core.signal.study import RoutingResult
from oval_room.core.solve.layouts import layouts
from oval_room.demo.gear import SHELF
from tests.core.signal.example import ALONE, CINEMA, FAST, PLANS, RECEIVER, SHED, TV, chain


class Ways(unittest.TestCase):
    def test_each_is_what_its_change_makes_of_the_plan(self) -> None:
        """Taken, each gives the pictures, the sound and the cable that were told of it."""
        for plan in (RECEIVER, SHED, ALONE, FAST):
            for one in layouts(plan, SHELF):
                if one.command is None:
                    self.assertTrue(one.why_not)
                    continue
                after = apply(plan, one.command, SHELF)
                found = evaluate(after, SHELF).of(RoutingResult)
                with self.subTest(one.name):
                    self.assertEqual(sum(way.whole for way in found.ways.values()), one.whole)
                    metres = sum((wire.length or 0.0) / 1000 for wire in found.wires.values())
                    self.assertAlmostEqual(metres, one.metres)
                    before = set(plan.chosen.kept(Routing).devices)
                    self.assertLessEqual(before, set(after.chosen.kept(Routing).devices))  # what was bought stays
                    new = set(after.chosen.kept(Routing).devices) - before
                    self.assertEqual(len(new), len(one.added))

    def test_the_boat_sheds_sound_does_not_die_when_the_screen_is_down(self) -> None:
        """A player on TV and projector: back over ARC it dies with the TV; taken out before it does not."""
        dies = {one.code.name for one in evaluate(SHED, SHELF).findings}
        self.assertIn("ROUTE_SOUND_DIES", dies)
        way = next(one for one in layouts(SHED, SHELF) if "taken before" in one.name)
        assert way.command is not None
        after = evaluate(apply(SHED, way.command, SHELF), SHELF)
        self.assertNotIn("ROUTE_SOUND_DIES", {one.code.name for one in after.findings})
        heard = after.of(RoutingResult).heard
        self.assertEqual({one.by for one in heard.values()}, {"taken out"})
        self.assertEqual({one.through for one in heard.values()}, {None})

    def test_the_best_comes_first_and_one_that_cannot_be_made_last(self) -> None:
        for plan in (RECEIVER, SHED, ALONE):
            found = layouts(plan, SHELF)
            self.assertEqual(found, sorted(found, key=lambda one: (one.command is None, *one.order)))
        bare = layouts(ALONE, {key: SHELF[key] for key in ALONE.gear_used()})
        self.assertTrue(all(one.command is None and one.why_not for one in bare))

    def test_none_without_source_or_display(self) -> None:
        self.assertEqual(layouts(TV, SHELF), [])
        self.assertEqual(layouts(chain("drop TV", on=ALONE), SHELF), [])


class Room(unittest.TestCase):
    def told(self, plan: object, form: str) -> list[str]:
        found = evaluate(plan, SHELF).of(RoutingResult)  # type: ignore[arg-type]
        return must_change(found.ways["dv1 p1"], form)

    def test_what_must_change(self) -> None:
        for name, plan, form, said in (
            ("it goes", ALONE, "2160p60 10 bit 4:2:0 static", []),
            ("the display", ALONE, "2160p120 10 bit", ["Tarnbeck Ember 77 in 1 has 18 of 40 Gbit/s: another display"]),
            (
                "a setting first",
                FAST,
                "2160p120 10 bit",
                ["Nine 3 in 5: set it to “enhanced”", "Tarnbeck Ember 77 in 1 has 18 of 40 Gbit/s: another display"],
            ),
            ("the source", ALONE, "4320p60 10 bit 4:2:0", ["Kestrel does not send it"]),
        ):
            with self.subTest(name):
                told = self.told(plan, form)
                self.assertEqual([one for one in told if one in said], said)
                self.assertEqual(bool(told), bool(said))

    def test_nothing_must_change_for_what_goes_whole(self) -> None:
        for plan in (*PLANS, CINEMA):
            for way in evaluate(plan, SHELF).of(RoutingResult).ways.values():
                if way.whole:
                    self.assertEqual(must_change(way, way.wanted.name), [], way.key)

    def test_what_is_no_format_is_refused(self) -> None:
        with self.assertRaises(RefusedError):
            self.told(ALONE, "as fast as it goes")


if __name__ == "__main__":
    unittest.main()
