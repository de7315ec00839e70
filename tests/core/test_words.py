"""What findings and cures say: every code has its sentence, with the numbers, the names and the unit of the job."""

from __future__ import annotations

import re
import unittest

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.evaluate import evaluate
from oval_room.core.job.commands import PutWriting
from oval_room.core.levels import Level
from oval_room.core.parts import CODES
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF, edition
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.demo.shop import WHOLE
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from tests.core.examples import EXAMPLE_PLANS
from tests.core.screens.test_pictures import GEAR, noted_plans
from tests.core.survey.rooms import room
from tests.core.survey.test_room import SPOILED

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()


def mm(value: float) -> Typed:
    return Typed(value=value)


SAID: tuple[tuple[str, list[Command], str, str], ...] = (
    # finding, changes to the chapel flat, pattern of its sentence in feet, in mm
    ("throw/j1/p1", [], r"^Throw 9' 2 11/16\" is 1' 2 1/16\" too short for this width: the lens wants 10' 4 3/4\" to 16' 6 3/8\"\.$",
     r"^Throw 2812 mm is 357 mm too short for this width: the lens wants 3168 mm to 5040 mm\.$"),
    ("throw/j1/p1", [PutProjector(id="j1", y=160 + 5200)], r"too long for this width", r"is 160 mm too long"),
    ("throw/j1/p1", [PutProjector(id="j1", y=160 + 3200)], r"1 1/4\" to spare at the near end: makers' throw figures", r"^32 mm to spare"),
    ("throw/j1/p1", [PutProjector(id="j1", y=160 + 4000)], r"fits with", r"Throw 4000 mm fits with 832 mm to spare: 3168 mm to 5040 mm"),
    ("body/j1/p1", [PutProjector(id="j1", y=5700)], r"runs .* into the back wall, air behind it included", r"runs 469 mm into the back wall"),
    ("body/j1/p1", [], r"of room left behind the projector", r"^2259 mm of room left"),
    ("shift/j1/p1", [PutProjector(id="j1", x=1000)], r"^Lens shift runs out\. The lens is at \d+ % of what it has\. Lens .* to the right\.$", r"mm to the right"),
    ("shift/j1/p1", [PutProjector(id="j1", y=160 + 4600, z=2900)], r"Tilted 2\.7° nose down and corrected digitally, 97 % of the pixels are left: the last resort\.$", r"^Lens shift runs out\. The lens is at 120 % of what it has\. Lens 216 mm down, or the picture 216 mm up\. Tilted"),
    ("angle/p1", [], r"^Scope cloth is small from seat 2a and 1 more: 30\.9°, cinema is 36–46°\.$", r"^Scope cloth is small"),
    ("seat_behind/p1/s1", [PutSeat(id="s1", y=mm(100))], r"^Seat 1a is behind scope cloth\.$", r"^Seat 1a is behind"),
    ("seat_outside/s1", [PutSeat(id="s1", y=mm(9000))], r"^Seat 1a is 10' 6 5/16\" outside the room, past the back wall\.$", r"is 3209 mm outside the room"),
    ("head_at_ceiling/s1", [PutRoom(height=mm(1150))], r"crown at 3' 11 1/8\" meets the ceiling", r"1197 mm meets the ceiling at 1150 mm"),
    ("thing_outside/t1/x", [PutThing(id="t1", x_to=9000)], r"^Oak sideboard reaches past the room", r"9000 mm of 4166 mm"),
    ("too_wide/p1", [PutPicture(id="p1", width=mm(4500))], r"does not fit on a wall of 13' 8\"", r"4580 mm over all, does not fit on a wall of 4166 mm"),
    ("coarse/p1", [PutPicture(id="p1", pixels=(640, 360))], r"sees the pixels of scope cloth: 1\d a degree, under 40 is coarse", r"coarse"),
    ("ladder_conflict/p2", [PutThing(id="t1", z_to=2300)], r"No height works for wall TV: furniture and ceiling miss each other by", r"by \d+ mm\.$"),
    ("off_ladder/p2", [PutPicture(id="p2", bottom=400)], r"^Bottom edge of wall TV at 1' 3 3/4\" is too low: furniture wants", r"^Bottom edge of wall TV at 400 mm is too low: furniture wants 594 mm or more"),
    ("row_in_front/p1", [PutPicture(id="p1", bottom=500), PutSeat(id="s4", floor=mm(0))], r"2 3/8\" is wanted over the eyes", r"60 mm is wanted over the eyes"),
    ("neck/p1", [PutPicture(id="p1", bottom=1600)], r"looks \d+° up to scope cloth: (tiring in time|too far for long viewing)", r"looks \d+° up"),
    ("top_edge/p1", [PutPicture(id="p1", bottom=1700), PutSeat(id="s4", y=mm(1500))], r"up to the top edge of scope cloth; \d+° is the most from that seat", r"top edge"),
    ("contrast/p1/k3", [], r"^Scope cloth in day, blinds drawn: contrast 10:1, only just legible; 15:1 is wanted", r"10:1"),
    ("dim/p1", [PutProjector(id="j1", mode=0.05)], r"is only 13 cd/m²; even a dark room wants 35", r"13 cd/m²"),
    ("pole/j1/p1", [PutProjector(id="j1", z=2800)], r"never shorter than 5 9/16\"", r"^The pole would be -51 mm; this mount is never shorter than 140 mm"),
    ("pole/j1/p1", [PutProjector(id="j1", z=1900)], r"this mount reaches 1' 0 9/16\"", r"this mount reaches 320 mm"),
    ("holes/p2", [], r"^Upper hole row at 4' 0 9/16\"\. Into masonry: find sockets, switches and pipes .* scan for live wires, drill a pilot first\.$", r"1233 mm"),
    ("holes/p2", [PutRoom(wall="board")], r"Board alone carries nothing", r"Board alone carries nothing"),
    ("no_holes/p1", [PutPicture(id="p1", kind="panel")], r"choose the panel from the shelf", r"choose the panel"),
    ("plate/j1/p1", [PutProjector(id="j1", gear=edition("Quillmark Wren"))], r"3 1/4\" right of the lens", r"82 mm right of the lens"),
    ("lens_behind/j1/p1", [PutProjector(id="j1", y=20)], r"^The lens is behind the screen\.$", r"behind"),
    ("lens_in_room/j1/p1", [PutProjector(id="j1", x=-300)], r"past a side wall", r"past a side wall"),
    ("pictures_overlap/p3/p2", [PutPicture(id="p3", kind="panel", width=mm(1000), x=2083, y=60, bottom=700, name="side TV")], r"^Side TV hangs over wall TV by", r"^Side TV hangs over wall TV by \d+ mm\.$"),
    ("not_level/p3/p2", [PutPicture(id="p3", kind="panel", width=mm(500), x=400, y=60, bottom=29 * 25.4 + 40, name="side TV")], r"^Side TV and wall TV are 1 9/16\" from level", r"are 40 mm from level; 5 mm shows"),
    ("drop_clear/p1", [PutPicture(id="p1", y=100)], r"^Scope cloth passes wall TV with 9/16\" behind its bottom bar", r"with 15 mm behind its bottom bar; 40 mm is wanted"),
    ("surface/p1", [PutPicture(id="p1", surface="lenticular")], r"has a lenticular surface, which throws this projector's beam away", r"lens from below"),
    ("no_projector/p3", [PutPicture(id="p3", kind="screen", width=mm(1500), name="loft cloth")], r"^Loft cloth has no projector yet", r"no projector yet"),
)  # fmt: skip


def spoiled_rooms() -> list[Plan]:
    """Rooms surveyed with one thing wrong each: what test_room tells one by one."""
    return [room(*lines, outline=outline) for _, outline, lines, *_ in SPOILED]


class Sentences(unittest.TestCase):
    def test_in_feet_and_in_millimetres(self) -> None:
        for key, steps, feet, metric in SAID:
            plan = CHAPEL
            for step in steps:
                plan = apply(plan, step, SHELF)
            for pattern, style in (
                (feet, PutWriting(unit="in", style="feet")),
                (metric, PutWriting(unit="mm", style="mm")),
            ):
                told = apply(plan, style, SHELF)
                report = evaluate(told, SHELF)
                found = report.find(key)
                with self.subTest(key, pattern=pattern):
                    self.assertIsNotNone(found, sorted(f.key for f in report.findings))
                    assert found is not None
                    self.assertRegex(Words(told).finding(found), pattern)

    def test_every_code_has_a_sentence_and_most_are_seen_here(self) -> None:
        seen = {key.split("/")[0] for key, *_ in SAID}
        for plan in (
            BEDROOM,
            new_plan("x"),
            boat_shed_den(),
            loft_cinema(),
            *spoiled_rooms(),
            *noted_plans(),
            *EXAMPLE_PLANS,
        ):
            for gear in (GEAR, WHOLE):
                seen |= {f.key.split("/")[0] for f in evaluate(plan, gear).findings}
        shelved = {
            "cabinet",
            "tray",
            "stands",
            "life",
            "screws",
            "no_white",
            "on_ladder",
            "picture_newer",
            "throw_newer",
            "mount_newer",
            "device_newer",
            "route_many",
        }  # seen where a shelf is, in test_editions; a board of more ways than anybody reads, in test_routing
        self.assertEqual({name.lower() for name in CODES} - seen - shelved, set())

    def test_how_they_are_written(self) -> None:
        """Sentences start large, end with a stop, never shout, and never carry a number with no unit of length."""
        plans = (CHAPEL, boat_shed_den(), loft_cinema(), *spoiled_rooms(), *noted_plans(), *EXAMPLE_PLANS)
        for told, finding in [(plan, finding) for plan in plans for finding in evaluate(plan, GEAR).findings]:
            text = Words(told).finding(finding)
            with self.subTest(finding.key):
                self.assertRegex(text, r"^[A-Z0-9].*(\.|Type: .+)$")
                self.assertNotRegex(text, r"!|please|None|nan|\d\.\d{3}")

    def test_cures_are_short_orders(self) -> None:
        for plan in (CHAPEL, BEDROOM, *EXAMPLE_PLANS):
            words = Words(plan)
            for finding in evaluate(plan, SHELF).findings:
                for cure in finding.cures:
                    self.assertRegex(words.cure(cure), r"^[A-Z].{4,60}$")

    def test_levels_rank_from_the_worst(self) -> None:
        self.assertEqual(sorted(Level, key=lambda level: level.rank), [Level.STOP, Level.MIND, Level.NOTE, Level.GOOD])
        order = [f.level.rank for f in evaluate(CHAPEL, SHELF).findings]
        self.assertEqual(order, sorted(order))

    def test_what_flips_is_said(self) -> None:
        words = Words(CHAPEL)
        self.assertEqual(words.flip("distance and width", Level.STOP), "then distance and width stops")
        self.assertEqual(words.flip("", None), "nothing flips")
        self.assertTrue(re.match("then it can't", words.flip("", Level.STOP)))
