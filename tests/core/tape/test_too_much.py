"""Lines of so many beginnings that no reading of them ends: answered in words, soon."""

from __future__ import annotations

import time
import unittest
from unittest import mock

from oval_room.core.solve.within import Watch
from oval_room.core.tape.grammar import READING, hear
from oval_room.core.tape.phrase import Heard, Here, NotHeard
from oval_room.core.tape.phrases import PHRASES
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat

CHAPEL = chapel_flat()
MANY = (
    "1 1 1 1, raise, feed Wisp 12 m 22 AWG, name Chapel flat, height c2 7'11, 1 1 1 1, board 659, xxxxxxxxxxxxxx, top 66 1/2\"",
    "1 1 1 1 and hang at and depth 981 and 1 1 1 1 and reach 22 and 1 1 1 1 and w and room 17'4 x 12'9 x 8' and stands 464",
)


class TooMuch(unittest.TestCase):
    @mock.patch.object(Watch, "patience", 1.0)
    def test_it_is_said_and_soon(self) -> None:
        """Of this thread's own time, so that a busy machine changes nothing."""
        for line in MANY:
            began = time.thread_time()
            answer = hear(CHAPEL, SHELF, line)
            self.assertIsInstance(answer, NotHeard)
            self.assertTrue(answer.say)
            self.assertLess(time.thread_time() - began, 5 * READING)

    @mock.patch.object(Watch, "patience", 1.0)
    def test_what_searches_takes_no_time_from_the_others(self) -> None:
        """A search of a second in a line of three facts: all three are heard."""
        at = [0.0]
        seat = next(one for one in PHRASES if one.word == "seat")
        make = seat.make

        def slow(here: Here, rest: str) -> Heard:
            at[0] += 1.0
            return make(here, rest)

        object.__setattr__(seat, "make", slow)
        self.addCleanup(object.__setattr__, seat, "make", make)
        defaults = (0.55, lambda: at[0], lambda: False)
        clock = mock.patch.object(Watch.__init__, "__defaults__", defaults)
        with mock.patch("oval_room.core.tape.grammar.thread_time", lambda: at[0]), clock:
            self.assertIsInstance(hear(CHAPEL, SHELF, "seat 11'2; eye 41; throw 12'2"), Heard)
        self.assertGreater(at[0], 0.9)


if __name__ == "__main__":
    unittest.main()
