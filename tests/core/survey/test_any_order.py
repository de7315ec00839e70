"""What is in the walls and stands at them, said in any order: taken as it is meant, or asked; nothing is taken twice."""

from __future__ import annotations

import math
import unittest
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.survey.commands import PutOpening, PutService, PutThing
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.labelled import take_apart
from oval_room.core.tape.phrase import Asked, Heard
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import refused, room

BOX = room("seat 3000", "tv 55", "window w2 at 1000, 1200 x 1000 sill 900", outline="room 4000 x 5000")
ELL = room("seat 3000", "tv 55")
OPENINGS = (
    # line, wall, along, width, sill, head
    ("door on w3 900 wide 2000 high 400 from left", "w3", 400, 900, 0, 2000),
    ("door 900 x 2 m on the back wall at 300", "w3", 300, 900, 0, 2000),
    ("door w3 in the middle 900 x 2000", "w3", 1550, 900, 0, 2000),
    ("door in the right corner of the back wall, 80 cm by 2 m", "w3", 3200, 800, 0, 2000),
    ("door left wall 2000 high x 900 wide at 1.2 m", "w4", 1200, 900, 0, 2000),
    ("window w4 1200 wide 900 high sill 1100 at 300", "w4", 300, 1200, 1100, 2000),
    ("window on the right wall 1200 x 1000 300 from the right, 900 off the floor", "w2", 3500, 1200, 900, 1900),
    ("window w4 width 1200 top 2100 sill 900 at 500", "w4", 500, 1200, 900, 2100),
    (
        'window 48" wide by 44 1/2" high, 36" off the floor, 3\' 2" from the left corner on w3',
        "w3",
        965.2,
        1219.2,
        914.4,
        2044.7,
    ),
    ('window w2 at 3\', 48" x 44" sill 36"', "w2", 914.4, 1219.2, 914.4, 2032),
    ("window w4 900 1200 x 1000", "w4", 900, 1200, None, 1900),
)
SERVICES = (
    # line, surface, along, up
    ("socket 300 from left, 450 up", "w1", 300, 450),
    ("socket 400 from the right 300 up", "w1", 3600, 300),
    ("light switch on the back wall 1400 from left 200 below ceiling", "w3", 1400, 2200),
    ("socket 400 in from the left up 300", "w1", 400, 300),  # no inches
    ('socket 16" in from the left up 300', "w1", 406.4, 300),
    ("socket behind tv 1100 up", "w1", 2000, 1100),
    ("socket 1100 above the floor in the middle of w2", "w2", 2500, 1100),
    ("socket 30 cm up at 1.2 m", "w1", 1200, 300),
    ("data ceiling at 2 m out 3 m", "ceiling", 2000, 3000),
)
THINGS = (
    # line, kind, name, x, y, z from and to
    ("put speaker centre 400 x 240 x 170 at 1800 out 0 up 500", "speaker", "centre", 1800, 2200, 0, 240, 500, 670),
    ("radiator 1000 x 100 x 600 under the window up 150", "radiator", "radiator", 3900, 4000, 1100, 2100, 150, 750),
    ("radiator 600 high, 100 deep, 1000 wide, 150 up, at 300", "radiator", "radiator", 300, 1300, 0, 100, 150, 750),
    ("chimney breast 1400 wide 400 deep 2400 high 500 from right", "breast", "breast", 2100, 3500, 0, 400, 0, 2400),
    ("put chimney breast 1400 x 400 x 2400 at 1000 out 0", "breast", "chimney breast", 1000, 2400, 0, 400, 0, 2400),
    ("bookcase 900 x 300 x 2000 in the left corner of w4", "cabinet", "bookcase", 0, 300, 4100, 5000, 0, 2000),
    ("mantelpiece 1.2 m x 20 cm x 50 mm in the middle 1300 up", "shelf", "shelf", 1400, 2600, 0, 200, 1300, 1350),
    (
        "put pendant “big lamp” 400 x 400 x 600 at 1800 out 2 m up 1.8 m",
        "pendant",
        "big lamp",
        1800,
        2200,
        2000,
        2400,
        1800,
        2400,
    ),
    (
        "put furniture oak sideboard 1600 x 450 x 500 on w3 at 200",
        "furniture",
        "oak sideboard",
        2200,
        3800,
        4550,
        5000,
        0,
        500,
    ),
    ("sideboard 1600 x 450 x 500", "furniture", "furniture", 1200, 2800, 0, 450, 0, 500),
    ("tv stand 1.6m by 45cm by 50cm high at 30 cm", "furniture", "furniture", 300, 1900, 0, 450, 0, 500),
)
ASKED = (
    # line, the first choice
    (
        "pendant 400 x 400 x 600 at 1800 out 2 m",
        "put pendant 400 mm x 400 mm x 600 mm on w1 at 1800 mm out 2000 mm up 1800 mm, assumed",
    ),
    ("shelf 900 x 200 x 40 at 300", "put shelf 900 mm x 200 mm x 40 mm on w1 at 300 mm out 0 mm up 1300 mm, assumed"),
    ("socket left 300 up 450", "socket left wall 300 up 450"),
    ("door on w3 900 wide 400 from left", "door w3 at 400 mm, 900 mm x 2000 mm"),
    ("window on the left wall 1500 x 1200 sill 1100", "window w4 at 1750 mm, 1500 mm x 1200 mm sill 1100 mm"),
    ("window right 1.2 x 1.0 sill 0.9", "window right wall 1.2 x 1.0 sill 0.9"),
    (
        "radiator 1000 wide under window",
        "put radiator 1000 mm x 100 mm x 600 mm on w2 at 1100 mm out 0 mm up 150 mm, assumed",
    ),
    ("fireplace under tv", "put fire 900 mm x 100 mm x 700 mm on w1 at 1550 mm out 0 mm up 0 mm, assumed"),
    ("shelf in the middle of w3", "put shelf 1200 mm x 200 mm x 40 mm on w3 at 1400 mm out 0 mm up 1300 mm, assumed"),
    ("mantel 1.3 m high", "put shelf 1200 mm x 200 mm x 40 mm on w1 at 1400 mm out 0 mm up 1300 mm, assumed"),
    ("fireplace 900 wide", "put fire 900 mm x 100 mm x 700 mm on w1 at 1550 mm out 0 mm up 0 mm, assumed"),
    ("tv stand 1800 wide", "put furniture 1800 mm x 450 mm x 500 mm on w1 at 1100 mm out 0 mm up 0 mm, assumed"),
)
REFUSED = (
    ("socket w2 6 m from left 300 up", "past the wall's end"),
    ("socket behind the piano 1100 up", "Behind what"),
    ("window w2 at 300 x 900", "comma after the place"),
    ("socket 5 m from left 300 up", "past the wall's end"),
    ("radiator 1000 x 100 x 600 under the piano", "Under what"),
    ("put other 2.0 m from wall", "width x depth x height"),
    ("radiator 1000 x 100 at 300 and 200 from right", "width x depth x height"),
    ("hang shelf w2 at 100, 5600 x 200 x 250 up 1400", "wide is more than"),  # no shelf of the survey either
    ("radiator 1000 x 100 x 600 at 300 up 1400 in", "over the ceiling"),
    ("bookcase 9 m x 300 x 2000 at 0", "more than the room"),
    ("door w3 900 wide 900 wide 2000 high at 300", "place"),
)


def _command(line: str) -> Command:
    answer = hear(BOX, SHELF, line)
    assert isinstance(answer, Heard), answer
    return answer.command


class AnyOrder(unittest.TestCase):
    def test_openings(self) -> None:
        for line, wall, along, width, sill, head in OPENINGS:
            with self.subTest(line):
                put = _command(line)
                assert isinstance(put, PutOpening) and put.along and put.width and put.head
                got = (put.wall, put.along.value, put.width.value, put.sill.value if put.sill else None, put.head.value)
                for mine, wanted in zip(got, (wall, along, width, sill, head), strict=True):
                    self.assertAlmostEqual(mine, wanted) if isinstance(mine, float) else self.assertEqual(mine, wanted)

    def test_services(self) -> None:
        for line, wall, along, up in SERVICES:
            with self.subTest(line):
                put = _command(line)
                assert isinstance(put, PutService)
                self.assertEqual((put.wall, put.along, put.z), (wall, along, up))

    def test_things_stand_at_their_walls(self) -> None:
        """Places worked out by hand: w2 runs from the right front corner out, w3 from the right back one to the left,
        w4 from the left back one to the front."""
        for line, kind, name, *box in THINGS:
            with self.subTest(line):
                put = _command(line)
                assert isinstance(put, PutThing)
                self.assertEqual((put.kind, put.name, put.source), (kind, name, "read"))
                got = (put.x_from, put.x_to, put.y_from, put.y_to, put.z_from, put.z_to)
                for mine, wanted in zip(got, box, strict=True):
                    self.assertAlmostEqual(mine or 0.0, wanted)

    def test_what_is_missing_is_asked_with_a_line_that_is_heard(self) -> None:
        for line, option in ASKED:
            with self.subTest(line):
                answer = hear(BOX, SHELF, line)
                assert isinstance(answer, Asked), answer
                self.assertEqual(answer.options[0], option)
                then = hear(BOX, SHELF, option)
                while isinstance(then, Asked):  # which wall, then how far along it
                    then = hear(BOX, SHELF, then.options[0])
                self.assertIsInstance(then, Heard, then.say)
                if option.endswith("assumed") and isinstance(then, Heard):
                    assert isinstance(then.command, PutThing)
                    self.assertEqual(then.command.source, "assumed")

    def test_what_is_not_clear_is_refused_in_words(self) -> None:
        for line, words in REFUSED:
            with self.subTest(line):
                self.assertIn(words, refused(BOX, line))

    def test_a_side_is_a_wall_where_one_alone_is_there(self) -> None:
        """In an L: the sides with one wall that looks in from there, and the one with two."""
        looks = {"left": (1.0, 0.0), "right": (-1.0, 0.0), "back": (0.0, -1.0)}
        several = 0
        for side, way in looks.items():
            there = [wall.key for wall in ELL.survey.room.walls if math.dist(wall.out, way) < 1e-6]
            answer = hear(ELL, SHELF, f"door on the {side} wall 500 x 2000 at 300")
            with self.subTest(side, walls=there):
                if len(there) == 1:
                    assert isinstance(answer, Heard) and isinstance(answer.command, PutOpening)
                    self.assertEqual(answer.command.wall, there[0])
                else:
                    several += 1
                    self.assertIn(" and ".join(there), answer.say)
        self.assertEqual(several, 1)

    def test_again_with_sizes_it_is_the_same_furniture(self) -> None:
        plan = room("seat 3000", "tv 55", "sideboard 500", outline="room 4000 x 5000")
        answer = hear(plan, SHELF, "sideboard 1200 x 400 x 450")
        assert isinstance(answer, Heard) and isinstance(answer.command, PutThing)
        (key,) = plan.survey.things
        self.assertEqual((answer.command.id, answer.command.x_from, answer.command.x_to), (key, 1400, 2600))

    def test_furniture_stands_under_its_picture_on_any_wall(self) -> None:
        """On the right wall, 5 m long, a TV hangs in its middle; what stands there lies along it, 450 mm out of x 4000."""
        plan = room("seat 3000", "tv 55", "on w2", outline="room 4000 x 5000")
        answer = hear(plan, SHELF, "sideboard 1600 x 450 x 500")
        assert isinstance(answer, Heard) and isinstance(answer.command, PutThing)
        put = answer.command
        for mine, wanted in zip((put.x_from, put.x_to, put.y_from, put.y_to), (3550, 4000, 1700, 3300), strict=True):
            self.assertAlmostEqual(mine or 0.0, wanted)
        again = hear(apply(plan, put, SHELF), SHELF, "sideboard 1200 x 400 x 450")
        assert isinstance(again, Heard) and isinstance(again.command, PutThing)
        self.assertEqual(again.command.id, put.id)
        self.assertAlmostEqual(again.command.y_from or 0.0, 1900)

    def test_below_a_ceiling_that_slopes(self) -> None:
        """200 mm under it at the low wall, 1.2 m high there, and not under its height elsewhere."""
        plan = room("slope w2 1.2 m at 35", outline="room 4000 x 5000")
        answer = hear(plan, SHELF, "socket w2 1 m from left 200 below ceiling")
        assert isinstance(answer, Heard) and isinstance(answer.command, PutService)
        self.assertAlmostEqual(answer.command.z or 0.0, 1000)

    def test_a_door_swings_as_it_is_said(self) -> None:
        plan = room("door w3 at 300, 900 x 2000", outline="room 4000 x 5000")
        answer = hear(plan, SHELF, "door swings in")
        assert isinstance(answer, Asked)
        self.assertTrue(answer.options and all(one.startswith("swing door in") for one in answer.options))

    @settings(max_examples=150, deadline=None)
    @given(
        st.permutations(("wall", "along", "wide", "high", "sill")),
        st.sampled_from((" ", ", ", " and ")),
        st.sampled_from((("mm", 1), (" cm", 10), (" m", 1000), ('"', 25.4))),
        st.booleans(),
        st.integers(3, 12),
    )
    def test_every_order_is_one_window(
        self, order: list[str], mark: str, unit: tuple[str, float], right: bool, at: int
    ) -> None:
        """Five facts in any order and unit, from either end of the wall: the same window."""
        written = lambda mm: f"{mm / unit[1]:.4f}".rstrip("0").rstrip(".") + unit[0]  # noqa: E731
        along = at * 100.0
        facts = {
            "wall": "on w4",
            "along": f"{written(5000 - 1200 - along)} from the right" if right else f"{written(along)} from the left",
            "wide": f"{written(1200)} wide",
            "high": f"{written(900)} high",
            "sill": f"sill {written(1000)}",
        }
        answer = hear(BOX, SHELF, "window " + mark.join(facts[name] for name in order))
        assert isinstance(answer, Heard) and isinstance(answer.command, PutOpening), answer
        put = answer.command
        assert put.along and put.width and put.sill and put.head
        got = (put.along.value, put.width.value, put.sill.value, put.head.value)
        for mine, wanted in zip(got, (along, 1200, 1000, 1900), strict=True):
            self.assertAlmostEqual(mine, wanted, delta=0.02)

    @given(st.text("0123456789 x.,'\"/-½abmwide hgfromltupat", max_size=60))
    def test_taken_apart_once(self, text: str) -> None:
        """Every length is a stretch of the line, none is taken twice, and what is left was there before."""
        line, at = take_apart(text), 0
        for length in (length for piece in line.pieces for length in piece.lengths):
            at = text.index(length, at) + len(length)
        self.assertTrue(all(word in text for word in line.words.split()))
        self.assertTrue(all(a.lengths for a, _ in pairwise(line.pieces)))


if __name__ == "__main__":
    unittest.main()
