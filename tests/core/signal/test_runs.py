"""Ways of cables over a room's surfaces: by hand, and as properties of any room with doors and sockets."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.evaluate import evaluate
from oval_room.core.plan.fittings import Opening, Service
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.room import Corner, Room
from oval_room.core.pose import Point
from oval_room.core.signal.document import Routing
from oval_room.core.signal.runs import BESIDE, LOW, MAINS, UNDER, End, Net, Route
from oval_room.core.signal.runs_study import RunsResult
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say


def measure(value: float) -> Measure:
    return Measure(value=value, source="chosen")


BOX = Room(width=measure(4500), depth=measure(5500), height=measure(2400))
ELL = Room(
    width=measure(4000), depth=measure(5000), height=measure(2400),
    outline=tuple(Corner(x=x, y=y) for x, y in ((0, 0), (4000, 0), (4000, 2000), (6000, 2000), (6000, 5000), (0, 5000))),
)  # fmt: skip
RACK, TV = End(Point(600, 300, 400)), End(Point(2250, 60, 1200))
LENS = End(Point(2250, 3500, 2100), over=True)


def opening(along: float, width: float, sill: float, head: float, wall: str = "w1") -> Opening:
    return Opening(
        name="door", wall=wall, along=measure(along), width=measure(width), sill=measure(sill), head=measure(head)
    )


def only(
    room: Room,
    start: End,
    goal: End,
    openings: tuple[Opening, ...] = (),
    services: tuple[Service, ...] = (),
    level: str = "shortest",
) -> Route:
    return Net(room, openings, services, (start, goal)).routes(start, [goal], level)[goal]  # type: ignore[arg-type]


class ByHand(unittest.TestCase):
    def test_lengths(self) -> None:
        """Rack 300 off the wall, TV 60 off it: to the wall, up 800, along 1650, out again; low goes down to 60 first."""
        door = opening(1200, 800, 0, 2040)
        round_it = (
            300
            + (1140 - 600)
            + (2040 + BESIDE - 400)
            + (2000 + BESIDE - 1140)
            + (2040 + BESIDE - 1200)
            + (2250 - 2000 - BESIDE)
            + 60
        )
        over = 300 + (2360 - 400) + math.dist((600, 0, 2360), (2250, 3500, 2400)) + 300
        for name, found, length in (
            ("along the wall", only(BOX, RACK, TV), 300 + 800 + 1650 + 60),
            ("low", only(BOX, RACK, TV, level="low"), 300 + (400 - LOW) + 1650 + (1200 - LOW) + 60),
            ("high", only(BOX, RACK, TV, level="high"), 300 + (2400 - UNDER - 400) + 1650 + (2400 - UNDER - 1200) + 60),
            ("over the ceiling", only(BOX, RACK, LENS), over),
            ("round a door", only(BOX, RACK, TV, (door,)), round_it),
        ):
            with self.subTest(name):
                self.assertAlmostEqual(found.length, length, delta=0.01)

    def test_an_end_at_a_walls_end(self) -> None:
        """A wall of 4165.58 is told to the tenth as 4165.6, past its own end: a cable that ends there finds its way."""
        for wide in (4165.58, 4165.63, 4165.6):
            room = Room(width=measure(wide), depth=measure(5000), height=measure(2400))
            start, goal = End(Point(wide + 20, 5, 300)), End(Point(wide / 2, 60, 300))
            self.assertGreater(only(room, start, goal).length, wide / 2, wide)

    def test_never_up_a_wall_beside_mains(self) -> None:
        """A socket under the TV: the cable comes to it from the side, 200 mm off the socket's line."""
        socket = Service(name="socket", wall="w1", along=2250, z=300)
        found = only(BOX, End(Point(600, 300, 60)), End(Point(2250, 60, 1200)), (), (socket,))
        for a, b in itertools.pairwise(found.corners):
            if abs(a.y) < 1 and abs(b.y) < 1 and abs(a.z - b.z) > 1:
                self.assertGreaterEqual(abs(a.x - 2250), MAINS - 1e-6)

    def test_round_a_corner_that_bends_in(self) -> None:
        """Over the ceiling of an L the straight way would leave the room: every leg stays in it."""
        start, goal = End(Point(3900, 300, 300)), End(Point(5900, 2300, 300))
        found = only(ELL, start, goal)
        for a, b in itertools.pairwise(found.corners):
            for t in (0.25, 0.5, 0.75):
                x, y = a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)
                self.assertTrue(
                    ELL.holds(min(max(x, 0.01), 5999.99), y) or ELL.holds(x - 0.01, y) or ELL.holds(x, y + 0.01)
                )


places = st.builds(
    Point, st.integers(50, 4450).map(float), st.integers(50, 5450).map(float), st.integers(60, 2300).map(float)
)
ends = st.builds(End, places, st.booleans())
openings = st.lists(
    st.builds(opening, st.integers(100, 3000).map(float), st.integers(300, 1200).map(float), st.sampled_from([0.0, 800.0]),
              st.sampled_from([2040.0, 1800.0]), st.sampled_from(["w1", "w2", "w3", "w4"])), max_size=4,
)  # fmt: skip


class Always(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(ends, ends, openings)
    def test_no_way_crosses_an_opening_and_none_is_shorter_than_straight(
        self, one: End, other: End, holes: list[Opening]
    ) -> None:
        found = Net(BOX, holes, (), (one, other)).routes(one, [other]).get(other)
        if found is None or one == other:
            return
        self.assertGreaterEqual(found.length + 1.0, math.dist(one.at, other.at))
        self.assertAlmostEqual(
            found.length, sum(math.dist(a, b) for a, b in itertools.pairwise(found.corners)), delta=2.0
        )
        for a, b in itertools.pairwise(found.corners):
            for hole in holes:
                wall = BOX.wall_named(hole.wall)
                assert wall is not None
                (u0, off0), (u1, off1) = wall.own(a.x, a.y), wall.own(b.x, b.y)
                if max(abs(off0), abs(off1)) > 1:
                    continue
                for t in (0.1, 0.3, 0.5, 0.7, 0.9):
                    u, z = u0 + t * (u1 - u0), a.z + t * (b.z - a.z)
                    left, right = hole.ends
                    self.assertFalse(
                        left + 1 < u < right - 1 and hole.sill.value + 1 < z < hole.head.value - 1, (a, b, hole)
                    )

    @settings(max_examples=60, deadline=None)
    @given(ends, ends, openings)
    def test_there_is_as_far_as_back(self, one: End, other: End, holes: list[Opening]) -> None:
        net = Net(BOX, holes, (), (one, other))
        there, back = net.routes(one, [other]).get(other), net.routes(other, [one]).get(one)
        self.assertEqual(there is None, back is None)
        if there is not None and back is not None:
            self.assertAlmostEqual(there.length, back.length, delta=0.01)

    @settings(max_examples=40, deadline=None)
    @given(ends, ends, openings)
    def test_one_hole_more_never_shortens_it(self, one: End, other: End, holes: list[Opening]) -> None:
        """Lines beside an opening may give a shorter way only where the net was coarser: never by more than those."""
        without = Net(BOX, (), (), (one, other)).routes(one, [other]).get(other)
        within = Net(BOX, holes, (), (one, other)).routes(one, [other]).get(other)
        if without is not None and within is not None:
            self.assertGreaterEqual(within.length + 0.01, without.length)


class Worded(unittest.TestCase):
    def test_the_words_do_what_they_read_back(self) -> None:
        """By hand: from (600, 300, 400) to a TV at (2500, 60, z), 2360 the line under the ceiling, 60 the skirting."""
        plan = say(
            room("seat 3000", outline="room 5000 x 5000"), "tv Slate 65", "rack 600 mm along, 300 mm out", "device Kestrel",
            "stands Kestrel rack", "link Kestrel > Tarnbeck Slate 65", "run c1 4056 mm", gear=WHOLE,
        )  # fmt: skip
        z = round(plan.chosen.pictures["p1"].pose.z, 1)
        for word, line in (("low", 60.0), ("high", 2360.0)):
            after = say(plan, f"route c1 {word}", gear=WHOLE)
            (route,) = evaluate(after, WHOLE).of(RunsResult).routes.values()
            with self.subTest(word):
                self.assertAlmostEqual(route.length, 300 + abs(400 - line) + 1900 + abs(z - line) + 60, delta=1.0)
                (cable,) = after.chosen.kept(Routing).cables.values()
                self.assertIsNone(cable.run)  # what a string said was another way
        hung = say(
            room("seat 3000", outline="room 5000 x 5000"), "screen 90", "projector Heron", "goes hung", "rack 600 mm along, 300 mm out",
            "device Kestrel", "stands Kestrel rack", "link Kestrel > Quillmark Heron 2", gear=WHOLE,
        )  # fmt: skip
        with self.assertRaisesRegex(AssertionError, "No way along the skirting joins"):
            say(hung, "route c1 low", gear=WHOLE)


if __name__ == "__main__":
    unittest.main()
