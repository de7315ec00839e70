"""Displays' inputs, their own apps and walls of displays in one chain with sources and boxes (rules 9.3, 10.5, 10.6,
10.10, 10.11)."""

from __future__ import annotations

import unittest
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.array.study import ArrayResult
from oval_room.core.commands import Command
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Editions, Panel, gear_hash
from oval_room.core.sent_format import Format
from oval_room.core.signal.commands import PutListed, SetInput
from oval_room.core.signal.compared import compared
from oval_room.core.signal.document import Routing
from oval_room.core.signal.edid_write import Display, write_edid
from oval_room.core.signal.faults.rank import causes, next_test
from oval_room.core.signal.path import End, Link, check_path
from oval_room.core.signal.schedule import schedule, spare_leads, totals
from oval_room.core.signal.study import RoutingResult
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked, Heard
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.demo.shop import WHOLE
from tests.core.array.example import HALL, NINE, ROUTED, TWO
from tests.core.signal.example import ALONE, BY_LIGHT, PLAY, READ, SHIPPED, TV, chain
from tests.core.survey.rooms import refused, room, say

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

    def test_a_set_with_sound_in_many_channels_and_no_object(self) -> None:
        """What it gives is what its sheet says: multichannel is lost over light, and eARC brings it."""
        item = next(one for one in SHELF.values() if one.model == "Ember 65 Play")
        assert isinstance(item, Panel)
        other = item.model_copy(update={"model": "Ember 65 Many", "sound": ("multichannel", "stereo")})
        plan = say(room(outline="room 4500 x 5500"), "tv Ember 65 Many", gear={**WHOLE, gear_hash(other): other})
        shelf = {**WHOLE, gear_hash(other): other}
        plan = say(plan, "device Nine 3", "Ember optical > Nine 3 optical", gear=shelf)
        finding = next(one for one in evaluate(plan, shelf).findings if one.code.name == "ROUTE_APPS")
        self.assertIn(
            "stereo at Nine 3, over the optical lead, where it gives multichannel. A second lead",
            Words(plan).finding(finding),
        )
        after = apply(plan, finding.cures[0].command, shelf)
        self.assertIn(
            "back over eARC: multichannel",
            Words(after).finding(next(one for one in evaluate(after, shelf).findings if one.code.name == "ROUTE_APPS")),
        )

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
        self.assertIn("drives a wall of displays and is changed at that stage", refused(plan, "theirs controller 1"))


FOURTEEN: Final = say(
    HALL, "displays 3 x 2 46", "displays 2 x 2 46", "displays 4 x 1 24", "wall source Shelf: 3 outputs, locked",
    "wall controller North: 6 outputs, from Shelf", "wall controller South: 4 outputs, from Shelf",
    "wall controller East: 4 outputs, from Shelf", gear=WHOLE,
)  # fmt: skip


class Journeys(Case):
    """Whole jobs, cure by cure, as an installer goes."""

    def cured(self, plan: Plan, *wanted: str, most: int = 12) -> Plan:
        """The plan after the first cures of findings that begin so, as long as there are any."""
        for _ in range(most):
            found = [one for key, one in self.found(plan).items() if key.startswith(wanted) and one.cures]
            if not found:
                return plan
            plan = self.done(plan, found[0].cures[0].command)
        raise AssertionError(f"{wanted} don't end")

    def test_consoles_with_a_receiver_on_a_television_that_ships_slow(self) -> None:
        plan = chain(
            "device Kestrel", "device Kestrel Slim", "device Nine 3", "Kestrel > Nine 3 in 1", "Slim > Nine 3 in 2",
            "Nine 3 out 1 > Ember in 1", on=PLAY,
        )  # fmt: skip
        done = self.cured(plan, "route_ports", "route_mode")
        self.assertEqual({one.port for one in done.chosen.kept(Routing).inputs.values()}, {"in 1"})
        ways = self.result(done).ways.values()
        self.assertTrue(all(way.format is not None and way.format.hz == 120.0 for way in ways))
        self.assertIs(self.found(done)["route_apps/p1/apps"].level, Level.GOOD)  # and its apps come back over eARC

    def test_a_wall_of_fourteen_in_three_groups_from_source_to_card_to_fault(self) -> None:
        found = self.result(FOURTEEN)
        self.assertEqual(len(found.ways), 14)
        self.assertEqual({way.source.name for way in found.ways.values()}, {"Shelf"})
        laid = self.cured(FOURTEEN, "route_leads")
        lines = schedule(laid, evaluate(laid, WHOLE))
        self.assertEqual(len(lines), 17)  # three into controllers, fourteen out of them
        self.assertEqual(len({line.end for line in lines}), 17)
        after = self.result(laid)
        way = next(one for one in after.ways.values() if one.display.name == "display 9")
        everything = evaluate(laid, WHOLE).of(ArrayResult).shown
        shown = everything[way.display.key]
        assert shown.port is not None
        self.assertEqual((way.wires[-1].start.name, way.wires[-1].out.name), ("South", f"out {shown.port[1]}"))
        black = causes(after, way, "one display black", shown=everything)
        self.assertIn(f"the lead from South out {shown.port[1]}", [one.what for one in black])
        then = next_test(black, [black[0].key])
        assert then is not None
        self.assertNotEqual(then.key, black[0].key)

    def test_a_player_in_a_roof_at_12_volts(self) -> None:
        plan = chain(
            "spot roof elsewhere",
            "device Eave at roof",
            "device Net 8 at roof",
            "feed Eave 30 m 22 AWG",
            "Eave > Ember",
        )
        ways = {cure.kind.name: cure for cure in self.found(plan)["route_feed/dv1/feed"].cures}
        self.assertEqual(set(ways), {"FEED_CONVERT", "FEED_POE", "FEED_NEAR"})
        for name in ("FEED_CONVERT", "FEED_NEAR"):
            after = self.found(self.done(plan, ways[name].command))
            self.assertIs(after["route_feed/dv1/feed"].level, Level.GOOD, name)
        after = self.found(self.done(plan, ways["FEED_POE"].command))
        self.assertNotIn("route_feed/dv1/feed", after)
        self.assertIs(after["route_poe/dv2"].level, Level.GOOD)
        self.assertNotIn("route_unfed/dv1", after)

    def test_two_boxes_in_a_far_cupboard_have_a_lead_of_a_metre(self) -> None:
        plan = chain(
            "spot cellar elsewhere", "device Nine 3 at cellar", "device Kestrel at cellar", "Kestrel > Nine 3 in 1"
        )
        line = schedule(plan, evaluate(plan, WHOLE))[0]
        self.assertEqual((line.length, line.run), (1.0, 0.0))
        self.assertNotIn("route_unknown/cb1/run", self.found(plan))

    def test_what_falls_short_is_on_the_schedule_and_spares_are_bought(self) -> None:
        plan = chain("sends Kestrel 2160p60 8 bit", "lead c1 14 m", "lead c1 passive", on=ALONE)
        line = schedule(plan, evaluate(plan, WHOLE))[0]
        self.assertEqual((line.what, line.length), ("HDMI, copper passive", 14.0))
        self.assertIn("copper passive of 14 m falls short of 18.0 Gbit/s: copper active does", line.notes)
        spared = say(plan, "spare Ember", gear=WHOLE)
        report = evaluate(spared, WHOLE)
        bought = totals(schedule(spared, report), spare_leads(spared, report))
        self.assertEqual(bought, [("HDMI, copper passive", 14.0, 2, 28.0), ("data", 14.0, 1, 14.0)])

    def test_rows_side_by_side(self) -> None:
        rows = compared(SHIPPED, evaluate(SHIPPED, WHOLE))
        self.assertEqual(rows["cable in all"], "3.0 m")
        self.assertIn("to spare, Kestrel on", rows["tightest link"])
        self.assertRegex(rows["Tarnbeck Ember 65 Play, in 2"], "Kestrel 2160p60 .*, not 2160p120")
        self.assertEqual(compared(TV, evaluate(TV, WHOLE)), {})


class Corrected(Case):
    """A device whose sheet was corrected after it came into the job."""

    def test_it_is_offered_and_not_added_twice(self) -> None:
        key = next(key for key, item in SHELF.items() if item.name == "Marrowby Kestrel")
        newer = SHELF[key].model_copy(update={"mass_kg": 4.9})
        shelf = Editions(
            {**SHELF, gear_hash(newer): newer}, {k: i for k, i in SHELF.items() if k != key} | {gear_hash(newer): newer}
        )
        finding = next(one for one in evaluate(ALONE, shelf).findings if one.code.name == "DEVICE_NEWER")
        self.assertEqual(finding.code.stage, "routing")
        self.assertIn("has newer data on the shelf: weight", Words(ALONE).finding(finding))
        taken = apply(ALONE, finding.cures[0].command, shelf)
        self.assertEqual(taken.chosen.kept(Routing).devices["dv1"].gear, gear_hash(newer))
        asked = hear(ALONE, shelf, "device Kestrel")
        assert isinstance(asked, Asked)
        self.assertEqual(asked.options, ("device newer Kestrel", "device another Kestrel"))
        for line, count in zip(asked.options, (1, 2), strict=True):
            heard = hear(ALONE, shelf, line)
            assert isinstance(heard, Heard), line
            self.assertEqual(len(apply(ALONE, heard.command, shelf).chosen.kept(Routing).devices), count)
        self.assertIn("no newer sheet", refused(ALONE, "device newer Kestrel"))


if __name__ == "__main__":
    unittest.main()
