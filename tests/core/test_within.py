"""Searches that are cut short tell what they found until then, and never what they did not."""

from __future__ import annotations

import unittest
from collections.abc import Callable
from unittest import mock

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.size import check_size
from oval_room.core.screens.commands import PutPicture
from oval_room.core.solve import backwards, seek, within
from oval_room.core.solve.breaking import breaking_points
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.within import OutOfTimeError, Timed, Watch, one_watch, watch_now
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard, NotHeard
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.surveyed import loft_cinema

CHAPEL, LOFT = chapel_flat(), loft_cinema()


def ticking(looks: int) -> Watch:
    """A watch that is over after it was looked at so many times."""
    times = iter(range(10**9))
    return Watch(float(looks) / Watch.patience, lambda: float(next(times)))


def with_time(looks: int) -> mock._patch[Callable[[], Watch]]:
    return mock.patch.object(seek, "watch_now", lambda: ticking(looks))


def with_pictures(count: int, seats: int) -> Plan:
    plan = CHAPEL
    for n in range(3, count + 1):
        plan = apply(
            plan, PutPicture(id=f"p{n}", kind="panel", name=f"TV {n}", width=Typed(value=900), x=100.0 * n), SHELF
        )
    for n in range(6, seats + 1):
        plan = apply(plan, PutSeat(id=f"s{n}", x=Typed(value=90.0 * n), y=Typed(value=3000)), SHELF)
    return plan


class Cut(unittest.TestCase):
    def test_the_largest_found_in_time_fits_whatever_time_there_was(self) -> None:
        whole = seek.largest_picture(LOFT, SHELF, "p1").value
        found = []
        for looks in (1, 10, 20, 30, 40, 50, 60, 90, 400):
            with with_time(looks):
                try:
                    sought = seek.largest_picture(LOFT, SHELF, "p1")
                except OutOfTimeError:
                    continue
            found.append(sought.value)
            self.assertLessEqual(sought.value, whole + 0.1)
            self.assertEqual(evaluate(apply(LOFT, sought.command, SHELF), SHELF).stops(), set())
        self.assertGreaterEqual(len(found), 2)
        self.assertEqual(found, sorted(found))  # more time, never a smaller answer
        self.assertEqual(found[-1], whole)

    def test_stops_cleared_as_far_as_there_was_time(self) -> None:
        plan = apply(CHAPEL, PutPicture(id="p2", bottom=2700.0), SHELF)
        before, told = len(evaluate(plan, SHELF).stops()), []
        for looks in (2, 4, 8, 20, 400):
            with with_time(looks):
                try:
                    command, count, left = seek.clear_stops(plan, SHELF)
                except (OutOfTimeError, RefusedError):
                    continue
            after = evaluate(apply(plan, command, SHELF), SHELF)
            self.assertEqual(len(after.stops()), left)
            self.assertLess(left, before)
            told.append((count, left))
        self.assertTrue(told)

    def test_a_line_that_had_no_time_says_so(self) -> None:
        with with_time(1):
            answer = hear(LOFT, SHELF, "largest picture")
        assert isinstance(answer, NotHeard)
        self.assertIn("too large to search in a second", answer.say)
        self.assertIsInstance(hear(LOFT, SHELF, "largest picture"), Heard)
        said = hear(LOFT, SHELF, "largest picture please")
        assert isinstance(said, NotHeard)
        self.assertIn("takes nothing after it", said.say)

    def test_asked_backwards_in_no_time(self) -> None:
        report, subject = evaluate(CHAPEL, SHELF), Subject("p1", "s1", "k1", "j1")
        with (
            mock.patch.object(backwards, "watch_now", lambda: ticking(1)),
            self.assertRaisesRegex(RefusedError, "too large"),
        ):
            backwards.ask_backwards(CHAPEL, SHELF, report, "picture.p1.bottom", 900.0, subject)
        mover = movers_of(CHAPEL, subject)[0]
        with self.assertRaises(OutOfTimeError):
            breaking_points(CHAPEL, SHELF, report, mover, watch=ticking(2))

    def test_one_time_for_all_that_a_line_asks(self) -> None:
        with one_watch() as outer, one_watch() as inner:
            self.assertIs(inner, outer)
            self.assertIs(watch_now(), outer)
        self.assertIsNot(watch_now(), outer)
        late = Timed(ticking(0))
        late(CHAPEL, SHELF)  # the first always
        with self.assertRaises(OutOfTimeError):
            late(CHAPEL, SHELF)
        self.assertLessEqual(within.SECONDS, 1.0)


class Sizes(unittest.TestCase):
    def test_too_many_for_one_job(self) -> None:
        for pictures, seats, word in (
            (2, 5, ""),
            (100, 6, ""),
            (101, 5, "too many for one scheme"),
            (40, 20, "pairs at most"),
        ):
            plan = with_pictures(pictures, seats)
            with self.subTest(pictures=pictures, seats=seats):
                if not word:
                    check_size(plan)
                    continue
                with self.assertRaisesRegex(RefusedError, word):
                    check_size(plan)
                check_size(plan, plan)  # what is so large already may be changed
                check_size(with_pictures(pictures - 1, seats), plan)


if __name__ == "__main__":
    unittest.main()
