"""Displays' inputs, their own apps and walls of displays in one chain with sources and boxes (rules 9.3, 10.5, 10.6,
10.10, 10.11)."""

from __future__ import annotations

import unittest
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.sent_format import Format
from oval_room.core.signal.commands import PutListed, SetInput
from oval_room.core.signal.document import Routing
from oval_room.core.signal.edid_write import Display, write_edid
from oval_room.core.signal.path import End, Link, check_path
from oval_room.core.signal.study import RoutingResult
from oval_room.core.words import Words
from oval_room.demo.shop import WHOLE
from tests.core.array.example import HALL, NINE, ROUTED, TWO
from tests.core.signal.example import ALONE, BY_LIGHT, PLAY, READ, SHIPPED, TV, chain
from tests.core.survey.rooms import refused, say

MOVING: Final = Format((3840, 2160), 60.0, 8, "420", vrr=True, name="moving")
FAST: Final = {"tmds": 18.0, "frl": 48.0}


class Case(unittest.TestCase):
    def found(self, plan: Plan) -> dict[str, Finding]:
        return {
            one.key: one for one in evaluate(plan, WHOLE).findings if one.code.name.startswith(("ROUTE", "WALL_ONE"))
        }

    def told(self, plan: Plan, key: str) -> str:
        return Words(plan).finding(self.found(plan)[key])

    def result(self, plan: Plan) -> RoutingResult:
        return evaluate(plan, WHOLE).of(RoutingResult)

    def done(self, plan: Plan, *commands: Command) -> Plan:
        for command in commands:
            plan = apply(plan, command, WHOLE)
        return plan


class Inputs(Case):
    def test_a_display_that_ships_slow_is_set_like_a_receiver(self) -> None:
        """The same sentence, the same cure, the same line; dropped with the display."""
        finding = self.found(SHIPPED)["route_mode/p1/p1 in 2"]
        self.assertIn("in 2 ships at 18 Gbit/s: set it to “enhanced” for the 48", Words(SHIPPED).finding(finding))
        cured = self.done(SHIPPED, finding.cures[0].command)
        said = say(SHIPPED, "setting Ember in 2 on", gear=WHOLE)
        for plan in (cured, said):
            self.assertNotIn("route_mode/p1/p1 in 2", self.found(plan))
            self.assertIs(self.found(plan)["route_carries/p1/dv1"].level, Level.GOOD)
        off = say(cured, "setting Ember in 2 off", gear=WHOLE)
        self.assertEqual(off.chosen.kept(Routing).inputs, {})
        self.assertEqual(self.done(cured, Drop(id="p1")).chosen.kept(Routing).inputs, {})
        self.assertIn("has a setting for in 1, in 2", refused(PLAY, "setting Ember in 3 on"))

    def test_one_input_is_read_and_the_others_stay(self) -> None:
        rates = {name: port.gbps for name, port in self.result(READ).boxes["p1"].ports.items() if port.way == "in"}
        self.assertEqual(rates, {"in 1": 18.0, "in 2": 18.0, "in 3": 18.0, "in 4": 18.0})
        self.assertIn(
            "was read (me) and differs from its sheet: no moving rate", self.told(READ, "route_read/p1/p1 in 2 read")
        )
        on = self.done(READ, SetInput(id="si1", of="p1", port="in 2"))
        self.assertEqual(self.result(on).boxes["p1"].ports["in 2"].gbps, 48.0)  # it was read before that was on
        again = self.done(on, PutListed(id="li2", of="p1", port="in 2", edid=write_edid(Display(frl=40)).hex()))
        self.assertEqual(self.result(again).boxes["p1"].ports["in 2"].gbps, 40.0)
        self.assertEqual(list(again.chosen.kept(Routing).listed), ["li2"])  # the one that was read last
        other = self.done(again, PutListed(id="li3", of="p1", port="in 1", edid=write_edid(Display(frl=24)).hex()))
        self.assertEqual(set(other.chosen.kept(Routing).listed), {"li2", "li3"})

    def test_one_that_was_kept_of_all_inputs_still_counts_for_all(self) -> None:
        kept = self.done(ALONE, PutListed(id="li1", of="p1", edid=write_edid(Display(frl=40)).hex()))
        self.assertEqual({port.gbps for port in self.result(kept).boxes["p1"].listed("in")}, {40.0})


class FirstThatCannot(unittest.TestCase):
    def test_source_lead_input_in_order(self) -> None:
        """A moving frame rate, or its HDR, stops at the first part on the way that does not pass it."""
        passes, not_moving = End("x", **FAST, lists_420=True), {"vrr": False}
        for name, links, first in (
            ("the source", (("a", "out", {}), ("b", "", {})), ("a", "a out")),
            ("the lead", (("a", "cable", {}), ("b", "in", {})), ("a", "a cable")),
            ("an input before the last", (("a", "in", {}), ("b", "in", {})), ("a", "a in")),
            ("the last input alone", (("a", "", {}), ("b", "in", {})), ("b", "b in")),
        ):
            made = [
                Link(link, *(End(f"{link} {part}", **FAST, lists_420=True, **(not_moving if part == blamed else {})) for part in ("out", "cable", "in")))
                for link, blamed, _ in links
            ]  # fmt: skip
            with self.subTest(name):
                stopped = check_path(made, MOVING).stopped
                assert stopped is not None
                self.assertEqual((stopped.link, stopped.weakest, stopped.why), (*first, "vrr"))
        self.assertTrue(check_path([Link("a", passes, passes, passes)], MOVING).goes)


APPS: Final[tuple[tuple[str, Plan, Level, str], ...]] = (
    ("by light, object lost", BY_LIGHT, Level.MIND, "5.1 at Nine 3, over the optical lead, where it gives object. A second lead"),
    ("over eARC", chain("device Nine 3", "link Nine 3 out 1 > Ember in 1", on=PLAY), Level.GOOD, "sounds from Nine 3, back over eARC: object"),
    ("another input", chain("device Nine 3", "link Nine 3 out 2 > Ember in 3", on=PLAY), Level.MIND, "its own loudspeakers alone"),
    ("a bar over ARC, no sheet", chain("device Bar 3", "link Bar 3 > Ember in 1"), Level.GOOD, "back over ARC: 5.1"),
)  # fmt: skip


class Apps(Case):
    def test_what_a_television_plays_itself_is_followed_back(self) -> None:
        for name, plan, level, said in APPS:
            with self.subTest(name):
                self.assertIs(self.found(plan)["route_apps/p1/apps"].level, level)
                self.assertIn(said, self.told(plan, "route_apps/p1/apps"))
                self.assertNotIn("route_blind/p1/p1", self.found(plan))

    def test_the_lead_that_is_offered_brings_it_whole(self) -> None:
        for _, plan, level, _ in APPS:
            for cure in self.found(plan)["route_apps/p1/apps"].cures:
                after = self.done(plan, cure.command)
                self.assertIs(self.found(after)["route_apps/p1/apps"].level, Level.GOOD)
                self.assertEqual(level, Level.MIND)

    def test_a_screen_without_apps_is_no_source(self) -> None:
        self.assertEqual(self.result(chain("device Kestrel", "link Kestrel > Ember in 1")).own, {})
        self.assertEqual(dict(self.result(TV).own), {})


class Walls(Case):
    def test_displays_that_are_driven_are_reached(self) -> None:
        for plan, count in ((NINE, 9), (TWO, 9)):
            self.assertEqual(len(self.result(plan).ways), count)
            self.assertFalse([key for key in self.found(plan) if key.startswith("route_blind")])
        # behind a router that takes nothing to South, three are not; their wall says so
        self.assertEqual(len(self.result(ROUTED).ways), 6)

    def test_every_lead_is_laid_by_its_cure_and_then_is_on_the_schedule(self) -> None:
        cure = self.found(TWO)["route_leads/leads"].cures[0]
        laid = self.done(TWO, cure.command)
        self.assertEqual(len(laid.chosen.kept(Routing).cables), 11)
        self.assertNotIn("route_leads/leads", self.found(laid))
        self.assertEqual(set(self.result(laid).ways), set(self.result(TWO).ways))
        self.assertFalse([key for key in self.found(laid) if key.startswith(("route_crossed", "route_lost"))])

    def test_a_cable_that_says_otherwise_than_the_mapping(self) -> None:
        crossed = say(NINE, "link controller 1 out 3 > display 5", gear=WHOLE)
        finding = self.found(crossed)["route_crossed/p5/crossed cb1"]
        self.assertIn("the mapping cuts that output for display 3", Words(crossed).finding(finding))
        self.assertNotIn("route_crossed/p5/crossed cb1", self.found(self.done(crossed, finding.cures[0].command)))

    def test_one_picture_is_not_laid_out_for_two(self) -> None:
        one = say(ROUTED, "take 1 on 1", "take 1 on 2", gear=WHOLE)
        finding = self.found(one)["wall_one_picture/ac2"]
        self.assertIs(finding.level, Level.STOP)
        self.assertNotIn("wall_one_picture/ac2", self.found(self.done(one, finding.cures[0].command)))

    def test_a_player_plays_to_a_wall(self) -> None:
        wall = say(HALL, "displays 2 x 2 46", "wall controller 4 outputs", gear=WHOLE)
        plan = say(wall, "device Leaf", "link Leaf > controller 1", gear=WHOLE)
        self.assertEqual({way.source.name for way in self.result(plan).ways.values()}, {"Leaf"})
        self.assertIn("drives a wall of displays: change it there", refused(plan, "theirs controller 1"))


if __name__ == "__main__":
    unittest.main()
