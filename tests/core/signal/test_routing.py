"""The chain of a plan: said on the tape line, what arrives worked out by hand and by brute force."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Finding
from oval_room.core.gear.sheet import SheetError, read_line
from oval_room.core.hand.grips import grips_of, pull
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.plan.changes import changes, restore
from oval_room.core.plan.document import Plan
from oval_room.core.signal.chain import Way, rate_for
from oval_room.core.signal.commands import MoveCables, PutCable, PutDevice, PutSpot
from oval_room.core.signal.document import Cable, Device, Routing
from oval_room.core.signal.path import check_path
from oval_room.core.signal.runs import LOW
from oval_room.core.signal.runs_study import RunsResult
from oval_room.core.signal.study import RoutingResult
from oval_room.core.tape.grammar import hear
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF as WHOLE
from oval_room.demo.gear import edition
from tests.core.signal.example import ALONE as SEVEN
from tests.core.signal.example import CINEMA, EXTENDED, FAST, RECEIVER, SHED, SHORT, SITED, TV, chain
from tests.core.survey.rooms import refused as refused_of

FINDS: tuple[tuple[str, Plan, str, Level, str, str], ...] = (
    # of what, plan, finding, level, a pattern of its sentence, its cure ("" for none)
    ("assumed ports", SEVEN, "route_assumed/p1/ports", Level.NOTE, r"assumed \(3 × 18 Gbit/s\)", ""),
    ("too fast for it", SEVEN, "route_carries/p1/dv1", Level.MIND, r"no 2160p120.*Ember 77 in 1 carries 18.0 of the 44.5 Gbit/s; 2160p60 10 bit 4:2:0 static goes instead", ""),
    ("what it can", chain("sends Kestrel 2160p60 8 bit", on=SEVEN), "route_carries/p1/dv1", Level.GOOD, r"2160p60 8 bit arrives whole, 0.2 Gbit/s to spare", ""),
    ("fast inputs", RECEIVER, "route_ports/dv4", Level.MIND, r"1 of 3 needs are met now", "Kestrel into in 5, Kestrel Slim into in 6, Disc 4 into in 1"),
    ("shipped setting", FAST, "route_mode/dv2/in 5", Level.MIND, r"ships at 18 Gbit/s: set it to “enhanced” for the 40", "Set in 5 to “enhanced”"),
    ("its firmware", chain("setting Nine 3 in 5 on", on=FAST), "route_firmware/dv2/in 5", Level.NOTE, r"needs firmware 2.1", ""),
    ("too long", chain("sends Kestrel 2160p60 8 bit", "run c1 14 m", "cable c1 passive", on=SEVEN), "route_reach/cb1/reach", Level.STOP, r"copper passive of 20000 mm does not carry 18 Gbit/s; active optical does", "Make it active optical"),
    ("light goes one way", chain("cable c1 optical", on=SEVEN), "route_one_way/cb1/light", Level.MIND, r"loses eARC and CEC", ""),
    ("light, proven", chain("cable c1 optical", "proven c1", on=SEVEN), "route_one_way/cb1/light", Level.NOTE, r"one way", ""),
    ("no sound back through it", chain(*EXTENDED), "route_back/p1/in 1", Level.MIND, r"Ember 77 and Nine 3 know ARC, Reach R between them", ""),
    ("sound with the picture", RECEIVER, "route_sound/p1/dv1", Level.GOOD, r"sounds from Nine 3, with the picture: object", ""),
    ("by itself", SEVEN, "route_sound/p1/dv1", Level.MIND, r"5.1 at Tarnbeck Ember 77, its own loudspeakers, where it gives object", ""),
    ("sound that dies", SHED, "route_sound_dies/p2/dv1/dies", Level.MIND, r"on Quillmark Heron 2 it dies when Tarnbeck Ember 77 is off", ""),
    ("silent on the screen", SHED, "route_sound/p2/dv1", Level.STOP, r"nothing sounds", ""),
    ("AAC that nobody knows", chain("device Broadcast", "device Bar 5", "link Broadcast optical > Bar 5 optical", "link Broadcast > Ember in 2"), "route_sound/p1/dv1", Level.MIND, r"stereo at .* where it gives aac, which has to be converted to 5.1", ""),
    ("no source", chain("device Nine 3"), "route_blind/p1/p1", Level.MIND, r"Nothing reaches Tarnbeck Ember 77 yet", ""),
    ("no display", chain("device Kestrel"), "route_loose/dv1", Level.MIND, r"Kestrel reaches no display", ""),
    ("theirs, unused", chain("device Disc 4 theirs"), "route_theirs/dv1", Level.NOTE, r"left over", ""),
    ("in a roof", chain("device Wisp", "reach Wisp in a roof"), "route_hidden/dv1/reach", Level.MIND, r"a reset from afar", ""),
    ("nothing feeds it", chain("device Leaf Quad"), "route_unfed/dv1", Level.MIND, r"draws 30 W over the network", ""),
    ("fed", chain("device Leaf Quad", "device Net 8", "link Net 8 > Leaf Quad"), "route_poe/dv2", Level.GOOD, r"30.0 of 60 W", ""),
    ("fed too much", chain("device Leaf Quad", "device Leaf Quad", "device Net 8", "link Net 8 > Leaf Quad", "device Leaf", "link Net 8 > Leaf Quad 2", "stands Leaf rack"), "route_poe/dv3", Level.MIND, r"60.0 of 60 W", ""),
    ("no spare", chain("rack 300 mm along, 300 mm out, 200 mm up", on=SEVEN), "route_spare", Level.MIND, r"a wall is opened once", "Pull a spare pair to Tarnbeck Ember 77"),
    ("a circuit too small", chain("circuit 1 A 230 V", on=SEVEN), "route_circuit", Level.STOP, r"a second circuit, by a licensed electrician", ""),
    ("a box behind it", SITED, "route_mouth/p1", Level.GOOD, r"Behind Tarnbeck Ember 77 cable c4 comes out at wall box", ""),
    ("no box behind it", RECEIVER, "route_mouth/p1", Level.MIND, r"no box is planned", "A wall box behind Tarnbeck Ember 77, 987 mm up"),
    ("too few sockets", SITED, "route_sockets/sr1/sockets", Level.NOTE, r"wants 5 socket outlets; 2 within reach \(socket\)", ""),
    ("enough sockets", chain("socket w1 at 700 up 300", "device Wisp"), "route_sockets/sr1/sockets", Level.NOTE, r"wants one socket outlet; none is within reach", ""),
    ("a thin feed", SITED, "route_feed/dv5/feed", Level.STOP, r"12000 mm of 24 AWG has 2.58 V: 5 V gear wants 4.75.*12 V and a converter at its end, before which 10.7 are left", "Send 12 V, a converter at its end / Its supply within 1200 mm"),
    ("a converter at its end", chain("feed Wisp 12 m 24 AWG with a converter", on=SITED), "route_feed/dv5/feed", Level.GOOD, r"12 V over 12000 mm of 24 AWG leave 10.7 V before the converter", ""),
    ("fourteen watts in the roof", chain("device Eave", "device Net 8", "feed Eave 30 m 22 AWG"), "route_feed/dv1/feed", Level.STOP, r"30000 mm of 22 AWG can't carry the 14 W that Eave takes", "Send 24 V, a converter at its end / Feed it over the network / Its supply within 4600 mm"),
    ("both in one far cupboard", chain("spot cellar elsewhere", "device Nine 3 at cellar", "device Kestrel at cellar", "link Kestrel > Nine 3 in 1"), "route_loose/dv2", Level.MIND, r"reaches no display", ""),
    ("a thick feed", chain("feed Wisp 3 m 16 AWG", on=SITED), "route_feed/dv5/feed", Level.GOOD, r"has 4.90 V", ""),
    ("three for two fast inputs", SHORT, "route_short/dv1/inputs", Level.MIND, r"Kestrel 3 ask for more than any input left has. Give one of them up", ""),
    ("another room", chain("spot cellar elsewhere", "stands Kestrel cellar", on=SEVEN), "route_unknown/cb1/run", Level.NOTE, r"measure it: run c1 12 m", ""),
)  # fmt: skip
REFUSED = (
    # plan, line, what is said
    (SEVEN, "link Kestrel > Kestrel", "can't feed itself"),
    (RECEIVER, "link Disc 4 out 2 > Nine 3 in 1", "has Kestrel in it already"),
    (RECEIVER, "link Kestrel out > Ember in 2", "a splitter gives two"),
    (RECEIVER, "link Nine 3 in 3 > Ember in 2", "is an input"),
    (RECEIVER, "link Disc 4 optical > Ember in 2", "put a converter between"),
    (RECEIVER, "link Nine 3 > Disc 4", "has no input"),
    (RECEIVER, "link Kestrel in 9 > Ember", "has no in 9"),
    (RECEIVER, "link Zither > Ember", "there is no “Zither”"),
    (RECEIVER, "cable c9 12 m", "there is no cable c9"),
    (RECEIVER, "cable c1 bell wire", "give one of copper passive"),
    (RECEIVER, "run c1 -3 m", ""),
    (RECEIVER, "sends Kestrel 2160p12000", "give the format"),
    (RECEIVER, "sends Nine 3 2160p60", "sends no picture"),
    (RECEIVER, "setting Nine 3 in 1 on", "has a setting for in 5, in 6"),
    (RECEIVER, "stands Ember rack", "is a display"),
    (RECEIVER, "stands Kestrel attic", "there is no place"),
    (TV, "device Zither", "no device on the shelf fits"),
    (TV, "spot loft", "say where"),
    (TV, "circuit lots", "give amps"),
    (TV, "link Ember", "say from and to"),
)


class Board(unittest.TestCase):
    def findings(self, plan: Plan) -> dict[str, Finding]:
        return {one.key: one for one in evaluate(plan, WHOLE).findings if one.code.stage == "routing"}

    def way(self, plan: Plan, key: str) -> Way:
        return evaluate(plan, WHOLE).of(RoutingResult).ways[key]

    def test_what_brings_sound_back(self) -> None:
        """Over copper the bar hears what the television plays; over light, which goes one way, it does not; an optical
        lead brings it back where an extender does not."""
        bar = ("device Kestrel", "device Bar 3", "link Kestrel > Ember in 2", "link Bar 3 > Ember in 1")
        for lines, heard in ((bar, True), ((*bar, "cable c2 optical"), False), ((*bar, "cable c1 optical"), True)):
            with self.subTest(lines):
                found = evaluate(chain(*lines), WHOLE).of(RoutingResult).findings
                told = " ".join(Words(TV).finding(one) for one in found if one.code.name == "ROUTE_SOUND")
                self.assertEqual("Bar 3, back over" in told, heard, told)
        led = evaluate(chain(*EXTENDED, "link Ember optical > Nine 3 optical"), WHOLE).findings
        self.assertNotIn("ROUTE_BACK", {one.code.name for one in led})

    def test_what_is_found(self) -> None:
        for name, plan, key, level, pattern, cure in FINDS:
            with self.subTest(name):
                found, words = self.findings(plan), Words(plan)
                self.assertIn(key, found)
                self.assertEqual(found[key].level, level)
                self.assertRegex(words.finding(found[key]), pattern)
                said = [words.cure(one) for one in found[key].cures]
                self.assertEqual(said, cure.split(" / ") if cure else [])

    def test_every_cure_clears_what_it_is_offered_for(self) -> None:
        for name, plan, key, _, _, cure in FINDS:
            if cure:
                with self.subTest(name):
                    before = self.findings(plan)
                    after = self.findings(apply(plan, before[key].cures[0].command, WHOLE))
                    left = after.get(key)
                    self.assertTrue(left is None or left.level.rank > before[key].level.rank)
                    stops = {one for one, found in after.items() if found.level is Level.STOP}
                    self.assertLessEqual(stops, {one for one, found in before.items() if found.level is Level.STOP})

    def test_what_cannot_be_joined_is_refused_with_words(self) -> None:
        for plan, line, said in REFUSED:
            with self.subTest(line):
                self.assertIn(said.lower(), refused_of(plan, line).lower())

    def test_a_box_of_too_many_ports_is_refused(self) -> None:
        for said in ("matrix, ports 200 in hdmi 18G + 200 out hdmi 18G", "switch, ports 65 in hdmi 18G"):
            with self.assertRaisesRegex(SheetError, "1 to 64 ports of a kind"):
                read_line(f"device Monster: {said}, does switch")
        read_line("device Large: matrix, ports 64 in hdmi 18G + 64 out hdmi 18G, does switch")

    def test_what_hands_type_is_understood(self) -> None:
        """The board's example (RECEIVER): words, and what they are read back as."""
        for line, told in (
            ("drop cable 1", "Take away c1"),
            ("drop device kestrel slim", "Take away Kestrel Slim"),
            ("unplug nine 3", "Take away c1, c2, c3, c4, at Nine 3"),
            ("unplug kestrel > nine 3", "Take away c1, at Kestrel and Nine 3"),
            ("lead 1 is 12 m", "Cable c1: 12000 mm long"),
            ("sends kestrel 4k60 10 bit hdr", "Kestrel must arrive at 2160p60 10 bit static"),
            ("reach slim in the roof", "Kestrel Slim is in a roof"),
            ("reach slim behind the tv", "Kestrel Slim is behind a panel"),
            ("disc 4 → nine 3 in 4", "Cable c5: Disc 4 out 2 > Nine 3 in 4"),
            ("connect disc 4 to nine 3 in 4", "Cable c5: Disc 4 out 2 > Nine 3 in 4"),
            ("tv > receiver", "Cable c5: Tarnbeck Ember 77 optical out > Nine 3 optical in"),
        ):
            with self.subTest(line):
                self.assertEqual(hear(RECEIVER, WHOLE, line).say, told)

    def test_a_ring_is_refused(self) -> None:
        plan = chain("device Turn 4", "device Fork 2", "link Turn 4 > Fork 2", "link Fork 2 out 1 > Ember")
        self.assertIn("round in a ring", refused_of(plan, "link Fork 2 out 2 > Turn 4 in 1"))

    def test_two_fast_consoles_on_two_fast_inputs(self) -> None:
        """The chapel's receiver: by the cure and both settings 40 Gbit/s reach its output; the TV holds them at 18."""
        plan = RECEIVER
        for _ in range(4):
            cures = [f.cures[0] for f in self.findings(plan).values() if f.code.name in ("ROUTE_PORTS", "ROUTE_MODE")]
            if not cures:
                break
            plan = apply(plan, cures[0].command, WHOLE)
        wires = evaluate(plan, WHOLE).of(RoutingResult).wires
        into = {wire.start.name: (wire.into.name, wire.into.gbps) for wire in wires.values() if wire.end.key == "dv4"}
        self.assertEqual({into["Kestrel"], into["Kestrel Slim"]}, {("in 5", 40.0), ("in 6", 40.0)})
        self.assertEqual(into["Disc 4"][1], 18.0)
        stopped = self.way(plan, "dv1 p1").stopped
        assert stopped is not None
        self.assertEqual(stopped.weakest, "Tarnbeck Ember 77 in 1")

    def test_a_splitter_holds_all_to_the_weakest(self) -> None:
        """A source that sends 2160p60 at 8 bit, 17.8 Gbit/s: a 10.2G branch has it fall to 1080p60 on both."""
        lines = ("device Desk 3", "device Fork 2", "link Desk 3 > Fork 2", "link Fork 2 out 1 > Ember in 1")
        alone = chain(*lines, on=CINEMA)
        self.assertEqual(self.way(alone, "dv1 p1").format, self.way(alone, "dv1 p1").wanted)
        both = chain(
            "device In 3",
            "device Out 3",
            "link Fork 2 out 2 > In 3",
            "link In 3 > Out 3",
            "link Out 3 > Heron",
            on=alone,
        )
        held = self.way(both, "dv1 p1")
        assert held.format is not None
        self.assertEqual((held.format.name, held.beside), ("1080p60 8 bit", "Quillmark Heron 2"))
        each = chain(
            "drop Fork 2",
            "device Fork 2 Scaling",
            "link Desk 3 > Fork",
            "link Fork > Ember in 1",
            "link Fork > In 3",
            on=both,
        )
        self.assertTrue(self.way(each, "dv1 p1").whole)

    def test_what_is_dropped_takes_its_cables_with_it_and_comes_back(self) -> None:
        for gone in ("dv4", "p1", "dv1"):
            after = apply(RECEIVER, Drop(id=gone), WHOLE)
            cables = after.chosen.kept(Routing).cables.values()
            self.assertFalse([one for one in cables if gone in (one.start, one.end)])
            self.assertEqual(restore(after, changes(RECEIVER, after)), RECEIVER)

    def test_a_wider_receiver_never_breaks_a_way(self) -> None:
        """Property by hand of every pair on the shelf: a box with ports at least as fast lets at least as much by."""
        for slow, fast in (("Turn 4", "Turn 3 Fast"), ("Fork 2", "Lift 2"), ("Nine 3", "Nine 5")):
            ways = []
            for box in (slow, fast):
                plan = chain("device Kestrel", f"device {box}", f"link Kestrel > {box}", f"link {box} > Ember")
                every = tuple(
                    port.name
                    for port in evaluate(plan, WHOLE).of(RoutingResult).boxes["dv2"].ports.values()
                    if port.mode
                )
                for port in every:
                    plan = chain(f"setting {box} {port} on", on=plan)
                ways.append(self.way(plan, "dv1 p1"))
            assert ways[0].format is not None and ways[1].format is not None
            sent = [form.name for form in ways[0].source.sends]
            self.assertLessEqual(sent.index(ways[1].format.name), sent.index(ways[0].format.name))


class Lengths(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.floats(500, 60_000), st.floats(1.0, 3.0))
    def test_a_longer_cable_never_helps(self, run: float, times: float) -> None:
        """Of one kind: what goes over the longer goes over the shorter."""
        plan = chain("device Kestrel", "link Kestrel > Ember", "cable c1 active")
        names = []
        for length in (run, min(run * times, 90_000)):
            way = evaluate(chain(f"cable c1 {length:.0f} mm", on=plan), WHOLE).of(RoutingResult).ways["dv1 p1"]
            sent = [form.name for form in way.source.sends]
            names.append(sent.index(way.format.name) if way.format else len(sent))
        self.assertLessEqual(names[0], names[1])

    def test_inputs_against_every_way_to_put_them(self) -> None:
        """Three sources into six inputs, all 120 ways: none meets more needs than the cure."""
        found = evaluate(RECEIVER, WHOLE).of(RoutingResult)
        into = [wire for wire in found.wires.values() if wire.end.key == "dv4"]
        needs = {wire.key: rate_for("hdmi", wire.start.sends[0]) or 0.0 for wire in into}
        inputs = {
            port.name: port.top
            for port in found.boxes["dv4"].ports.values()
            if port.way == "in" and port.kind == "hdmi"
        }
        best = max(
            sum(inputs[name] >= need for name, need in zip(names, needs.values(), strict=True))
            for names in itertools.permutations(inputs, len(needs))
        )
        cure = next(f.cures[0] for f in evaluate(RECEIVER, WHOLE).findings if f.code.name == "ROUTE_PORTS")
        after = evaluate(apply(RECEIVER, cure.command, WHOLE), WHOLE).of(RoutingResult)
        met = sum(wire.into.top >= needs[key] for key, wire in after.wires.items() if key in needs)
        self.assertEqual(met, best)

    def test_what_is_told_to_go_goes_link_by_link(self) -> None:
        for plan in (RECEIVER, SHED, SEVEN):
            for way in evaluate(plan, WHOLE).of(RoutingResult).ways.values():
                assert way.format is not None
                self.assertTrue(check_path([wire.link for wire in way.wires], way.format).goes)
                better = list(way.source.sends[: [f.name for f in way.source.sends].index(way.format.name)])
                if not way.beside:
                    self.assertFalse([one.name for one in better if check_path([w.link for w in way.wires], one).goes])

    def test_a_cable_pulled_over_a_place_goes_there(self) -> None:
        """By its grip on the plan: near a wall along the skirting, farther in over the ceiling; `route` puts it back."""
        report = evaluate(RECEIVER, WHOLE)
        before = report.of(RunsResult).routes["cb4"].length
        for to, z in (((5300.0, 2000.0), LOW), ((2500.0, 2000.0), 2400.0)):
            pulled = pull(RECEIVER, report, "plan", "bend.cb4-0", to, reach=50.0, free=True)
            plan = apply(RECEIVER, pulled.command, WHOLE)
            (via,) = plan.chosen.kept(Routing).cables["cb4"].via
            self.assertEqual((via.x, via.z), (2000.0, z))
            route = evaluate(plan, WHOLE).of(RunsResult).routes["cb4"]
            self.assertGreater(route.length, before + 1000)
            self.assertTrue(any(math.dist(corner, (via.x, via.y, via.z)) < 1 for corner in route.corners))
            back = evaluate(chain("route c4 shortest", on=plan), WHOLE).of(RunsResult).routes["cb4"]
            self.assertAlmostEqual(back.length, before)

    def test_a_cable_pulled_over_the_wall_in_view_goes_there(self) -> None:
        """On the display wall and on another: the place is the wall's own, as far along and up as the hand was."""
        report, walls = evaluate(RECEIVER, WHOLE), RECEIVER.survey.room.walls
        self.assertIn("hang.cb4-0", [grip.key for grip in grips_of(RECEIVER, "elevation", "p1")])
        for wall in (1, 2, 3):
            pulled = pull(
                RECEIVER, report, "elevation", "hang.cb4-0", (1200.0, 1800.0), reach=50.0, free=True, wall=wall
            )
            plan = apply(RECEIVER, pulled.command, WHOLE)
            (via,) = plan.chosen.kept(Routing).cables["cb4"].via
            x, y = walls[wall - 1].room(1200.0, 0.0)
            self.assertLess(math.dist((via.x, via.y, via.z), (x, y, 1800.0)), 1e-6)
            corners = evaluate(plan, WHOLE).of(RunsResult).routes["cb4"].corners
            self.assertTrue(any(math.dist(corner, (x, y, 1800.0)) < 1 for corner in corners))
            (grip,) = [g for g in grips_of(plan, "elevation", "p1", wall) if g.key == "hang.cb4-0"]
            self.assertLess(math.dist((grip.u, grip.v), (1200.0, 1800.0)), 1e-6)

    def test_nothing_is_said_of_a_job_without_a_device(self) -> None:
        self.assertEqual(evaluate(TV, WHOLE).of(RoutingResult).findings, ())

    def test_a_board_of_many_ways_is_followed_so_far_and_says_so(self) -> None:
        """Four matrices in a row, eight cables between each two: 8 × 8 × 8 × 8 ways from each source."""
        grids = {f"dv{n}": Device(name=f"Grid {n}", gear=edition("Sallowfield Grid 8")) for n in range(1, 5)}
        source = {"dv9": Device(name="Kestrel", gear=edition("Marrowby Kestrel"))}
        between = {
            f"cb{10 * n + m}": Cable(
                name=f"c{10 * n + m}", start=f"dv{n}", start_port=f"out {m}", end=f"dv{n + 1}", end_port=f"in {m}"
            )
            for n in range(1, 4)
            for m in range(1, 9)
        }
        ends = {
            "cb1": Cable(name="c1", start="dv9", start_port="out", end="dv1", end_port="in 1"),
            **{
                f"cb{90 + m}": Cable(
                    name=f"c{90 + m}", start="dv4", start_port=f"out {m}", end="p1", end_port=f"in {m}"
                )
                for m in (1, 2, 3)
            },
        }
        routing = Routing(devices=grids | source, cables=between | ends)
        plan = TV.model_copy(update={"schemes": {"v1": TV.chosen.keeping(routing)}})
        found = {one.code.name for one in evaluate(plan, WHOLE).findings}
        self.assertIn("ROUTE_MANY", found)
        self.assertIn("ROUTE_CARRIES", found)

    def test_a_command_from_outside_is_refused_not_broken(self) -> None:
        for command in (
            PutCable(id="cb9"),
            PutCable(id="cb1", start="dv77"),
            PutDevice(id="dv9"),
            PutDevice(id="dv1", gear="g0000000000000000"),
            PutDevice(id="dv1", spot="sr9"),
            PutSpot(id="sr1", x=-90_000.0),
            MoveCables(ports={"cb1": "in 2"}),
            MoveCables(ports={"cb1": "optical in"}),
            MoveCables(ports={"cb77": "in 2"}),
        ):
            with self.subTest(command.do), self.assertRaises((RefusedError, LookupError, ValueError)):
                apply(RECEIVER, command, WHOLE)


if __name__ == "__main__":
    unittest.main()
