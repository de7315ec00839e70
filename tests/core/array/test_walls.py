"""Walls of displays: numbered, cut, fitted to outputs, set out for controllers that can't turn or cut freely."""

from __future__ import annotations

import itertools
import math
import unittest
from typing import Final

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.array.canvas import Placed, closed_up, grid
from oval_room.core.array.commands import PutPatch
from oval_room.core.array.desk import holes_of_wall, plugs, rails_of, seen_from_seats
from oval_room.core.array.fit import fit
from oval_room.core.array.mapping import WallMap, mapping_of
from oval_room.core.array.part import PART
from oval_room.core.array.study import ArrayResult
from oval_room.core.array.wall import displays_of, hanging_order, shut_in
from oval_room.core.commands import several
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.core.hand.grips import grips_of, pull
from oval_room.core.levels import Level
from oval_room.core.parts import entries_of
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Panel, gear_hash
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrases import PHRASES
from oval_room.demo.shop import WHOLE
from oval_room.demo.walled import library_wall
from tests import long
from tests.core.array.example import HALL, NINE, ROUTED, SPLIT, TWO
from tests.core.survey.rooms import refused, room, say

SIZES = st.lists(st.integers(1, 5), min_size=1, max_size=4)
OUTPUTS = st.lists(st.integers(1, 6), min_size=1, max_size=4)


class Canvases(unittest.TestCase):
    def test_a_wall_comes_to_what_the_rule_says(self) -> None:
        """46 inch, 16:9: 1018.36 wide, frame 4: gaps of 8 mm at 1920/1018.36 px a mm are 15.08 px; two of them and three
        displays are 5790.2 px across, two and three of 1080 3270.2 down."""
        found = mapping_of(NINE.chosen).walls["m1"]
        self.assertEqual(found.size, (5790, 3270))
        self.assertEqual([one.crop.left for one in found.displays[:3]], [0, 1935, 3870])
        closed = mapping_of(say(NINE, "joints closed").chosen).walls["m1"]
        self.assertEqual((closed.size, closed.error < 1e-6), ((5760, 3240), True))

    def test_a_canvas_of_a_width_wanted(self) -> None:
        found = mapping_of(say(NINE, "canvas 2895").chosen).walls["m1"]
        self.assertEqual(found.size[0], 2895)
        for one in found.displays:
            self.assertAlmostEqual(one.factor, 2.0, delta=0.01)

    @settings(max_examples=60, deadline=None)
    @given(
        st.integers(1, 5),
        st.integers(1, 4),
        st.sets(st.integers(0, 19), max_size=6),
        st.floats(0, 30),
        st.floats(300, 1500),
    )
    def test_closed_up_every_cell_keeps_its_place(
        self, columns: int, rows: int, gone: set[int], bezel: float, wide: float
    ) -> None:
        """Independent: the same grid made without gaps; cells may be missing as long as every column and row has one."""
        apart = grid(columns, rows, visible=(wide, wide * 0.5), bezel=bezel, compensated=True)
        shut = grid(columns, rows, visible=(wide, wide * 0.5), bezel=bezel, compensated=False)
        keep = [n for n in range(columns * rows) if n not in gone]
        full = {n % columns for n in keep} == set(range(columns)) and {n // columns for n in keep} == set(range(rows))
        found = closed_up([apart[n] for n in keep])
        if full:
            assert found is not None
            for one, wanted in zip(found, [shut[n] for n in keep], strict=True):
                self.assertAlmostEqual(one.left, wanted.left, places=6)
                self.assertAlmostEqual(one.top, wanted.top, places=6)

    def test_what_hangs_freely_is_not_closed_up(self) -> None:
        for name, places in (
            ("half over", (Placed(0, 0, 100, 50), Placed(60, 60, 100, 50))),
            ("another width", (Placed(0, 0, 100, 50), Placed(0, 60, 90, 50))),
        ):
            with self.subTest(name):
                self.assertIsNone(closed_up(places))

    def test_numbers_go_through_all_walls_and_stay(self) -> None:
        hung = displays_of(TWO.chosen)
        self.assertEqual([[one.number for one in listed] for listed in hung.values()], [[1, 2, 3, 4, 5, 6], [7, 8, 9]])
        left = displays_of(say(TWO, "drop display 2", gear=WHOLE).chosen)
        self.assertEqual([one.number for one in left["m1"]], [1, 3, 4, 5, 6])

    @given(st.lists(st.sampled_from([0, 90, 180, 270]), min_size=1, max_size=5))
    def test_four_quarter_turns_change_nothing(self, turns: list[int]) -> None:
        plan = apply(NINE, several(*(PutPicture(id="p5", turned=turn) for turn in (*turns, 0))), WHOLE)
        self.assertEqual(mapping_of(plan.chosen), mapping_of(NINE.chosen))


def _by_hand(sizes: list[int], outputs: list[int]) -> int:
    """The most walls that can be whole, by trying every controller for every wall."""
    best = 0
    for homes in itertools.product([None, *range(len(outputs))], repeat=len(sizes)):
        used = [sum(size for size, home in zip(sizes, homes, strict=True) if home == n) for n in range(len(outputs))]
        if all(a <= b for a, b in zip(used, outputs, strict=True)):
            best = max(best, sum(home is not None for home in homes))
    return best


class Fitted(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(SIZES, OUTPUTS)
    def test_as_many_walls_whole_as_can_be(self, sizes: list[int], outputs: list[int]) -> None:
        walls = [[f"d{n}.{i}" for i in range(size)] for n, size in enumerate(sizes)]
        found = fit(
            walls,
            {f"c{n}": count for n, count in enumerate(outputs)},
            chosen={},
            step=dict.fromkeys([f"c{n}" for n in range(len(outputs))], "x"),
        )
        whole = sum(
            all(one in found.ports for one in wall) and len({found.ports[one][0] for one in wall}) == 1
            for wall in walls
        )
        self.assertGreaterEqual(whole, _by_hand(sizes, outputs))
        self.assertEqual(len(found.ports), min(sum(sizes), sum(outputs)))
        self.assertEqual(len(set(found.ports.values())), len(found.ports))
        for key, port in found.ports.values():
            self.assertTrue(1 <= port <= outputs[int(key[1:])])

    def test_what_was_chosen_stays(self) -> None:
        plan = say(NINE, "wall display 5 on controller 1 output 1", gear=WHOLE)
        ports = mapping_of(plan.chosen).fitted.ports
        self.assertEqual(ports["p5"], ("ac1", 1))
        before = mapping_of(NINE.chosen).fitted.ports
        self.assertEqual([key for key in ports if ports[key] != before[key]], ["p1", "p5"])  # one swap, no reshuffle

    def test_a_wall_whole_before_one_in_step(self) -> None:
        found = fit([["a", "b", "c"]], {"x": 2, "y": 3, "z": 2}, chosen={}, step={"x": "in", "y": "", "z": "in"})
        self.assertEqual({on for on, _ in found.ports.values()}, {"y"})
        found = fit(
            [["a", "b", "c", "d"]], {"x": 2, "y": 3, "z": 2}, chosen={}, step={"x": "in", "y": "alone", "z": "in"}
        )
        self.assertEqual({on for on, _ in found.ports.values()}, {"x", "z"})


class Layouts(unittest.TestCase):
    def test_a_controller_that_can_not_turn(self) -> None:
        """Its three are set out in a picture of 2 × 2 cells, each its own pixels, turned the other way round."""
        layout = mapping_of(TWO.chosen).layouts["ac2"]
        self.assertFalse(layout.as_it_hangs)
        cells = [(cell.left, cell.top, cell.width, cell.height, cell.turned) for cell in layout.cells]
        self.assertEqual(cells, [(0, 0, 1920, 1080, 270), (1920, 0, 1920, 1080, 270), (0, 1080, 1920, 1080, 270)])
        turning = mapping_of(say(TWO, "wall controller South: turns", gear=WHOLE).chosen).layouts["ac2"]
        self.assertTrue(turning.as_it_hangs)

    def test_an_even_grid(self) -> None:
        """Four closed up fill it as they hang; with gaps they are set out."""
        plan = say(HALL, "displays 2 x 2 46", "wall controller 4 outputs, even grid")
        self.assertFalse(mapping_of(plan.chosen).layouts["ac1"].as_it_hangs)
        self.assertTrue(mapping_of(say(plan, "joints closed").chosen).layouts["ac1"].as_it_hangs)

    def test_cells_lie_in_the_picture_and_apart(self) -> None:
        for plan in (NINE, TWO, SPLIT, say(NINE, "joints closed")):
            for key, layout in mapping_of(plan.chosen).layouts.items():
                wide, high = (3840, 2160)
                taken: list[tuple[int, int, int, int]] = []
                for cell in layout.cells:
                    box = cell.left, cell.top, cell.left + cell.width, cell.top + cell.height
                    self.assertTrue(0 <= box[0] < box[2] <= wide and 0 <= box[1] < box[3] <= high, (key, box))
                    for one in taken:
                        apart = box[0] >= one[2] or one[0] >= box[2] or box[1] >= one[3] or one[1] >= box[3]
                        self.assertTrue(apart, (key, box, one))
                    taken.append(box)


class Found(unittest.TestCase):
    def test_the_librarys_wall(self) -> None:
        report = evaluate(library_wall(), WHOLE)
        codes = {one.code.name: one.level for one in report.findings if one.code.stage == "array"}
        self.assertEqual(codes["WALL_TURNS"], Level.MIND)
        self.assertEqual(codes["WALL_OUTPUTS"], Level.GOOD)
        self.assertNotIn(Level.STOP, codes.values())
        self.assertAlmostEqual(report.figures["walls_watts"].value or 0, 9 * 165.0)
        self.assertAlmostEqual(report.figures["walls_mass"].value or 0, 9 * (19.0 + 1.9))

    def test_circuits(self) -> None:
        """165 W each, 2,944 W a circuit of 16 A at 230 V: 17 on one, 20 want two, 35 three."""
        for grid_, count in (("17 x 1", 1), ("10 x 2", 2), ("7 x 5", 3)):
            with self.subTest(grid_):
                report = evaluate(say(HALL, f"displays {grid_} Join 46", gear=WHOLE), WHOLE)
                self.assertEqual(report.figures["walls_circuits"].value, count)

    def test_split_over_two_that_are_not_in_step(self) -> None:
        stops = [one.code.name for one in evaluate(SPLIT, WHOLE).findings if one.level is Level.STOP]
        self.assertIn("WALL_SPLIT", stops)
        locked = say(
            SPLIT, "wall source One: 1 output, locked", "wall source Two: 1 output, locked",
            "wall controller 1: from One", "wall controller 2: from Two",
        )  # fmt: skip
        stops = [one.code.name for one in evaluate(locked, WHOLE).findings if one.level is Level.STOP]
        self.assertNotIn("WALL_SPLIT", stops)

    def test_one_input_of_the_router_on_both_is_in_step(self) -> None:
        routed = say(SPLIT, "wall source One: 2 outputs", "router 4 x 4")
        for line, split in (("take 2 on 2", True), ("take 1 on 2", False)):
            plan = say(routed, "take 1 on 1", line)
            stops = [one.code.name for one in evaluate(plan, WHOLE).findings if one.level is Level.STOP]
            self.assertEqual("WALL_SPLIT" in stops, split, line)

    def test_shut_in_and_the_order_of_hanging(self) -> None:
        listed = displays_of(NINE.chosen)["m1"]
        self.assertEqual([one.number for one in shut_in(listed)], [5])
        self.assertEqual([one.number for one in hanging_order(listed)], [8, 7, 9, 5, 4, 6, 2, 1, 3])

    def test_holes_from_one_zero(self) -> None:
        """Independent: each hole against the room's own corner, through the wall's zero, for level and turned ones."""
        plan = library_wall()
        report, hung = evaluate(plan, WHOLE), displays_of(plan.chosen)
        for key, listed in hung.items():
            group = plan.chosen.groups[key]
            found = holes_of_wall(plan, report, group, listed)
            self.assertEqual(len(found), 4 * len(listed))
            left = min(
                plan.chosen.pictures[one.key].pose.x
                - plan.chosen.pictures[one.key].across / 2
                - plan.chosen.pictures[one.key].frame_side
                for one in listed
            )
            low = min(
                plan.chosen.pictures[one.key].bottom - plan.chosen.pictures[one.key].frame_bottom for one in listed
            )
            numbers = {one.key: one.number for one in listed}
            maps = report.of(FixingResult).holes
            wanted = {
                (numbers[one.key], round(x - left, 3), round(z - low, 3))
                for one in listed for z in maps[one.key].rows for x in maps[one.key].columns
            }  # fmt: skip
            self.assertEqual({(one.display, round(one.right, 3), round(one.up, 3)) for one in found}, wanted)
            self.assertTrue(all(one.right > 0 and one.up > 0 for one in found))

    def test_rails_carry_what_hangs_level(self) -> None:
        """Two rows of displays with two rows of holes each: four rails, the upper displays' 573.7 over the lower ones'."""
        plan = library_wall()
        report, listed = evaluate(plan, WHOLE), displays_of(plan.chosen)["m1"]
        holes = holes_of_wall(plan, report, plan.chosen.groups["m1"], listed)
        rails = rails_of(holes)
        self.assertEqual([one.displays for one in rails], [(4, 5, 6), (4, 5, 6), (1, 2, 3), (1, 2, 3)])
        self.assertAlmostEqual(rails[2].up - rails[0].up, 573.7, places=3)
        self.assertEqual([one.holes for one in rails], [6, 6, 6, 6])
        self.assertEqual(rails_of([hole for hole in holes if hole.display == 5]), [])

    def test_from_where_pixels_run_together(self) -> None:
        """1018.4 mm of 1920 px: 0.5304 mm a pixel, half a minute of arc each way at 0.5304/(2·tan(1/120°)) = 1823 mm."""
        plan = library_wall()
        seen = seen_from_seats(plan, plan.chosen.groups["m1"], displays_of(plan.chosen)["m1"])
        self.assertAlmostEqual(seen.blend, 0.530417 / (2 * math.tan(math.radians(1 / 120))), delta=0.5)
        assert seen.nearest is not None and seen.farthest is not None
        self.assertLess(seen.nearest, seen.farthest)

    def test_plugs_are_told_by_name(self) -> None:
        self.assertEqual(plugs(TWO, mapping_of(TWO.chosen))["p8"], "South out 2")


BIG: Final = say(room(outline="room 12000 x 9000", also=("ceiling 3200",)), "seat 4000")
_mm = st.integers(0, 200).map(lambda tenth: tenth / 10)


class Exact(unittest.TestCase):
    """Canvases to the pixel from the sheet's own millimetres, whichever way the displays hang."""

    @settings(max_examples=long(40), deadline=None)
    @given(
        wide=st.integers(5000, 14000).map(lambda tenth: tenth / 10),
        high=st.integers(3000, 4900).map(lambda tenth: tenth / 10),
        side=_mm, over=_mm, under=_mm, gap=_mm,
        grid=st.tuples(st.integers(1, 5), st.integers(1, 3)).filter(lambda one: one[0] * one[1] > 1),
        turn=st.sampled_from(["", " upright", " upright left", " upside down"]),
    )  # fmt: skip
    def test_a_grid_by_hand(
        self,
        wide: float,
        high: float,
        side: float,
        over: float,
        under: float,
        gap: float,
        grid: tuple[int, int],
        turn: str,
    ) -> None:
        panel = Panel(
            maker="Own", model="Sheet", width=wide, height=high, frame_side=side, frame_top=over, frame_bottom=under,
            pixels=(3840, 2160),
        )  # fmt: skip
        shelf = {**WHOLE, gear_hash(panel): panel}
        plan = say(BIG, f"displays {grid[0]} x {grid[1]} Own Sheet gap {gap} mm{turn}", gear=shelf)
        found = evaluate(plan, shelf).of(ArrayResult).walls
        assert found is not None
        wall = next(iter(found.walls.values()))
        shown, frames = ((wide, high), (2 * side, over + under))
        pixels = (3840, 2160)
        if "upright" in turn:
            shown, frames, pixels = shown[::-1], frames[::-1], pixels[::-1]
        scale = pixels[0] / shown[0]
        for n in (0, 1):
            across = grid[n] * shown[n] + (grid[n] - 1) * (frames[n] + gap)
            self.assertAlmostEqual(wall.size[n], across * scale, delta=0.501 + across * scale * 1e-5)
        displays = [one.display for one in wall.displays]
        for a, b in itertools.pairwise(displays[: grid[0]]):
            self.assertAlmostEqual(b.outline.left - a.outline.left - a.outline.width, gap, places=2)
        first = displays[0]
        left = {" upright": under, " upright left": over}.get(turn, side)
        self.assertAlmostEqual(first.visible.left - first.outline.left, left, places=6)

    def test_five_in_a_row_of_2160(self) -> None:
        """19,200 px and their frames: five outputs draw them, one alone does not."""
        five = say(BIG, "displays 5 x 1 Slate 43")
        self.assertEqual(self.canvas(five).large, None)
        self.assertGreater(self.canvas(five).size[0], 19_200)
        self.assertEqual(self.canvas(say(five, "wall controller 5 outputs")).large, None)
        short = self.canvas(say(five, "wall controller 1 output"))
        self.assertEqual(short.most, 16_384)
        self.assertIsNotNone(short.large)

    def canvas(self, plan: Plan) -> WallMap:
        found = evaluate(plan, WHOLE).of(ArrayResult).walls
        assert found is not None
        return next(iter(found.walls.values()))

    def test_a_wall_is_moved_by_word(self) -> None:
        def at(plan: Plan, group: str) -> list[tuple[float, float]]:
            pictures = plan.chosen.pictures
            return [(pictures[key].pose.x, pictures[key].pose.z) for key in plan.chosen.groups[group].members]

        for line, group, by in (
            ("wall 2 up 300", "m2", (0.0, 300.0)), ("wall 2 left by 20 cm", "m2", (-200.0, 0.0)),
            ("raise wall 2 by 100", "m2", (0.0, 100.0)), ("lower wall 1 40", "m1", (0.0, -40.0)),
            ("move wall 1 right 50", "m1", (50.0, 0.0)), ("wall group 2 down 60", "m2", (0.0, -60.0)),
        ):  # fmt: skip
            with self.subTest(line):
                after, other = say(TWO, line, gear=WHOLE), "m1" if group == "m2" else "m2"
                self.assertEqual(at(after, other), at(TWO, other))
                for (x, z), (was_x, was_z) in zip(at(after, group), at(TWO, group), strict=True):
                    self.assertAlmostEqual(x - was_x, by[0])
                    self.assertAlmostEqual(z - was_z, by[1])
        for line in ("wall 2 down 3 m", "wall display 3 down 3 m"):
            self.assertIn("goes down no farther", refused(TWO, line))
        bottom = say(TWO, "wall 2 bottom 900", gear=WHOLE)
        self.assertAlmostEqual(
            min(bottom.chosen.pictures[key].bottom for key in bottom.chosen.groups["m2"].members), 900.0
        )


class Said(unittest.TestCase):
    def test_what_can_not_be_says_what_to_type(self) -> None:
        table = (
            (HALL, "displays 1 x 1 46", "a wall is of 2 displays"), (HALL, "displays 20 x 11 46", "got 20 x 11 = 220"),
            (HALL, "displays 3 x 3 400", "15 to 110 inches"), (HALL, "displays three", "columns x rows"),
            (HALL, "joints closed", "no wall of displays yet"), (NINE, "joints maybe", "joints skipped, or joints closed"),
            (NINE, "canvas 2000000", "16 to 1,048,576"), (NINE, "wall controller Odd: 4 outputs, purple", "“purple”"),
            (NINE, "wall controller Odd: even grid", "how many outputs"), (NINE, "wall controller 0 outputs", "1 to 64"),
            (NINE, "wall display 12 upright", "numbered 1 to 9"), (NINE, "wall display 3 on controller 7 output 1", "no controller"),
            (NINE, "wall display 3 on controller 1 output 12", "1 to 9"), (NINE, "take 1 on 1", "no router yet"),
            (say(NINE, "router 4 x 4"), "take 9 on 1", "1 to 4"), (NINE, "router 99 x 4", "1 to 64"),
            (NINE, "wall controller 4 outputs, from Nobody", "no source Nobody"),
        )  # fmt: skip
        for plan, line, told in table:
            with self.subTest(line):
                self.assertIn(told.lower(), refused(plan, line).lower())

    def test_two_walls_hang_beside_each_other_in_the_room(self) -> None:
        frames = [
            (one.outline.left + plan_.pose.x, one.outline.left + one.outline.width + plan_.pose.x)
            for key, listed in displays_of(TWO.chosen).items()
            for one in listed
            if (plan_ := TWO.chosen.groups[key])
        ]
        first, second = max(end for _, end in frames[:6]), min(start for start, _ in frames[6:])
        self.assertGreater(second, first)

    def test_a_place_is_said_of_the_whole_wall(self) -> None:
        """As of one picture: its lower edge, its middle, another wall; one display alone by its number."""
        before, subject = mapping_of(TWO.chosen), Subject("p5", "s1")
        for line in ("bottom 1200", "top 2600", "along 2600", "stand-off 200", "on w2"):
            plan = say(TWO, line, subject=subject, gear=WHOLE)
            moved = [key for key, one in plan.chosen.pictures.items() if one.pose != TWO.chosen.pictures[key].pose]
            self.assertEqual(moved, ["p1", "p2", "p3", "p4", "p5", "p6"], line)
            after = mapping_of(plan.chosen)
            self.assertEqual([one.crop for one in after.displays], [one.crop for one in before.displays], line)
        low = say(TWO, "bottom 1200", subject=subject, gear=WHOLE).chosen.pictures
        self.assertAlmostEqual(min(low[f"p{n}"].bottom for n in range(1, 7)), 1200.0, places=6)
        self.assertEqual(
            say(TWO, "wall display 5 up 30 mm", gear=WHOLE).chosen.pictures["p1"], TWO.chosen.pictures["p1"]
        )

    def test_what_the_drawers_show_said_again_moves_nothing(self) -> None:
        """Of every display of both walls, each place that an entry of Picture and Fixing shows."""
        places = {"bottom", "top", "along", "stand-off", "panel top", "swivel"}
        for key in ("p1", "p5", "p8"):
            subject = Subject(key, "s1")
            for stage in ("picture", "fixing"):
                for entry in entries_of(TWO, WHOLE, stage, subject):
                    if entry.say in places:
                        plan = say(TWO, f"{entry.say} {entry.value}", subject=subject, gear=WHOLE)
                        for name, one in plan.chosen.pictures.items():
                            off = math.dist(one.pose.point, TWO.chosen.pictures[name].pose.point)
                            self.assertLess(off, 0.6, (key, stage, entry.say, entry.value))

    def test_every_word_is_answered_while_a_display_is_looked_at(self) -> None:
        """Words that ask the report, or what hangs on single displays, are no place of the wall: they are heard as before."""
        for phrase in PHRASES:
            answer = hear(ROUTED, WHOLE, phrase.example, Subject("p2", "s1"))
            self.assertTrue(answer.say, phrase.word)
        self.assertTrue(hear(ROUTED, WHOLE, "clear stops; top 2600 mm", Subject("p2", "s1")).say)

    def test_a_gap_is_between_the_displays_of_the_wall_alone(self) -> None:
        plan = say(TWO, "gap 12 mm", subject=Subject("p2", "s1"), gear=WHOLE)
        listed = displays_of(plan.chosen)
        first, second, _, fourth = (one.outline for one in listed["m1"][:4])
        self.assertAlmostEqual(second.left - first.left - first.width, 12.0, places=6)
        self.assertAlmostEqual(fourth.top - first.top - first.height, 12.0, places=6)
        self.assertEqual(listed["m2"], displays_of(TWO.chosen)["m2"])
        self.assertEqual(plan.chosen.groups["m1"].pose, TWO.chosen.groups["m1"].pose)
        closed = say(plan, "gap 0 mm", subject=Subject("p2", "s1"), gear=WHOLE)
        for key, one in closed.chosen.pictures.items():
            self.assertLess(math.dist(one.pose.point, TWO.chosen.pictures[key].pose.point), 1e-6)
        free = say(TWO, "wall display 2 up 30 mm", gear=WHOLE)
        answer = hear(free, WHOLE, "gap 12 mm", Subject("p2", "s1"))
        self.assertIn("hangs freely", answer.say)

    def test_the_hand_takes_the_wall_but_on_its_canvas(self) -> None:
        report = evaluate(TWO, WHOLE)
        before = TWO.chosen.pictures
        to = (before["p1"].pose.x, before["p1"].pose.z + 100.0)
        pulled = pull(TWO, report, "elevation", "body.p1", to, reach=5.0, free=True, picture="p1")
        after = apply(TWO, pulled.command, WHOLE).chosen.pictures
        rises = {key: round(one.pose.z - before[key].pose.z, 6) for key, one in after.items()}
        self.assertEqual(set(rises.values()), {0.0, rises["p1"]})
        self.assertEqual(rises["p6"], rises["p1"])
        self.assertGreater(rises["p1"], 50.0)
        grip = grips_of(TWO, "canvas", "p1")[0]
        pulled = pull(TWO, report, "canvas", grip.key, (grip.u - 40.0, grip.v), reach=5.0, free=True, picture="p1")
        alone = apply(TWO, pulled.command, WHOLE).chosen.pictures
        self.assertEqual([key for key, one in alone.items() if one.pose != before[key].pose], ["p1"])

    def test_a_display_pulled_on_the_canvas_snaps_to_its_neighbours(self) -> None:
        report, grip = evaluate(TWO, WHOLE), grips_of(TWO, "canvas", "p2")[0]
        pulled = pull(
            TWO, report, "canvas", grip.key, (grip.u + 7.0, grip.v - 6.0), reach=20.0, free=False, picture="p2"
        )
        after = apply(TWO, pulled.command, WHOLE).chosen.pictures["p2"]
        self.assertLess(math.dist(after.pose.point, TWO.chosen.pictures["p2"].pose.point), 1e-6)
        self.assertTrue(any("display" in reason for reason in pulled.snapped))

    def test_a_patch_of_a_dropped_controller_goes_with_it(self) -> None:
        plan = apply(NINE, PutPatch(of="p5", on="ac1", port=1), WHOLE)
        left = say(plan, "drop controller 1")
        self.assertEqual(left.chosen.more["array"].model_dump()["patches"], {})

    def test_every_phrase_has_a_wall_to_stand_on(self) -> None:
        self.assertEqual(len({phrase.word for phrase in PART.phrases}), len(PART.phrases))


if __name__ == "__main__":
    unittest.main()
