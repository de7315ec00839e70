"""Ask it backwards: a wanted value of a figure, and what could be moved to get it. A bounded search over each mover
alone."""

from __future__ import annotations

import re
from itertools import pairwise
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.delta import compare
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.within import TOO_LARGE, OutOfTimeError, Timed, watch_now
from oval_room.core.subject import Subject

SAMPLES: Final = 12
HALVINGS: Final = 16
MOST: Final = 3


@record
class Way:
    """One answer: what moves and to where [mm], the command, the figure it comes to, and what it costs."""

    mover: Mover
    value: float
    command: Command
    reaches: float
    delta: str
    new_stops: int
    new_minds: int


def ask_backwards(
    plan: Plan, gear: GearShelf, report: Report, figure: str, wanted: float, subject: Subject
) -> list[Way]:
    """Up to three ways to bring a figure to a value, fewest new stops first, then minds, then the smallest move.

    Raises:
        MissingError: there is no such figure. RefusedError: nothing that may move reaches the value.
    """
    now = report.figures.get(figure)
    if now is None or now.value is None:
        raise MissingError(f"there is no figure {figure[:60]} to ask for", value=figure)
    search = _Search(plan, gear, figure)
    ways = []
    late = False
    for mover in movers_of(plan, subject):
        try:
            value = search.solve(mover, wanted)
            way = search.way(mover, value, report, subject) if value is not None else None
        except OutOfTimeError:
            late = True
            break
        if way is not None:
            ways.append(way)
    if not ways and late:
        raise RefusedError(TOO_LARGE, field="wanted", value=wanted)
    if not ways:
        raise RefusedError(
            "nothing that may move here brings it there; try a value nearer to what it is now",
            field="wanted",
            value=wanted,
        )
    ways.sort(key=lambda w: (w.new_stops, w.new_minds, abs(w.value - w.mover.now) / (w.mover.hi - w.mover.lo)))
    return ways[:MOST]


class _Search:
    def __init__(self, plan: Plan, gear: GearShelf, figure: str) -> None:
        self.plan, self.gear, self.figure = plan, gear, figure
        of = re.match(r"picture\.([^.]+)\.", figure)
        watch = watch_now()
        self.every, self.one = Timed(watch), Timed(watch, of[1] if of else None)

    def report(self, mover: Mover, value: float, evaluate: Timed) -> Report | None:
        try:
            return evaluate(apply(self.plan, mover.set_to(value), self.gear), self.gear)
        except (RefusedError, MissingError):
            return None

    def figure_at(self, mover: Mover, value: float) -> float | None:
        report = self.report(mover, value, self.one)
        figure = report.figures.get(self.figure) if report else None
        return figure.value if figure else None

    def solve(self, mover: Mover, wanted: float) -> float | None:
        """Where the mover brings the figure to the value, nearest to where it is; None when nowhere in its range."""
        step = (mover.hi - mover.lo) / SAMPLES
        places = sorted({mover.lo, mover.hi, mover.now, *(mover.lo + i * step for i in range(SAMPLES + 1))})
        places = [place for place in places if mover.lo <= place <= mover.hi]
        values = [(place, self.figure_at(mover, place)) for place in places]
        known = [(place, value) for place, value in values if value is not None]
        if len(known) < 2 or max(v for _, v in known) - min(v for _, v in known) < 1e-6:
            return None  # it does not depend on this
        found = [
            self._halve(mover, wanted, a, b)
            for (a, at_a), (b, at_b) in pairwise(known)
            if (at_a - wanted) * (at_b - wanted) <= 0 and at_a != at_b
        ]
        return min(found, key=lambda value: abs(value - mover.now), default=None)

    def _halve(self, mover: Mover, wanted: float, a: float, b: float) -> float:
        at_a = self.figure_at(mover, a) or 0.0
        for _ in range(HALVINGS):
            middle = (a + b) / 2
            value = self.figure_at(mover, middle)
            if value is None:
                break
            if (value - wanted) * (at_a - wanted) > 0:
                a, at_a = middle, value
            else:
                b = middle
        return (a + b) / 2

    def way(self, mover: Mover, value: float, before: Report, subject: Subject) -> Way | None:
        rounded = self.plan.writing.ruler.safe(value, "nearest")
        report = self.report(mover, rounded, self.every)
        figure = report.figures.get(self.figure) if report else None
        if report is None or figure is None or figure.value is None:
            return None
        minds = {f.key for f in report.findings if f.level is Level.MIND} - {
            f.key for f in before.findings if f.level.rank <= 1
        }
        delta = compare(before, report, self.plan.writing.ruler, subject.ids()).text
        return Way(
            mover, rounded, mover.set_to(rounded), figure.value, delta, len(report.stops() - before.stops()), len(minds)
        )
