"""Breaking points: how far a thing may move each way before a verdict flips, and which."""

from __future__ import annotations

from typing import Final

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import Evaluator
from oval_room.core.levels import Level
from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.solve.within import Timed, Watch

STRIDES: Final = 8
MANY: Final = 48  # pictures times seats that are judged together


@record
class Break:
    """One way: how far it may go [mm] with every verdict as it is, and what flips just beyond; none: to its range's
    end."""

    far: float
    finding: str | None
    was: Level | None
    becomes: Level | None
    what: str = ""
    """What the finding is about, in a few words; nothing where the thing just can't go there."""


def too_many(plan: Plan) -> bool:
    """Whether a scheme has so many pictures and seats that one picture's verdicts must do."""
    return len(plan.chosen.pictures) > 1 and len(plan.chosen.pictures) * len(plan.survey.seats) > MANY


def breaking_points(
    plan: Plan, gear: GearShelf, report: Report, mover: Mover, only: str | None = None, watch: Watch | None = None
) -> tuple[Break, Break]:
    """Toward less and toward more. Only changes for the worse or the better across stop, mind and good count as flips.

    Args:
        only: the picture whose verdicts of viewing and glare count; None for all.
        watch: the time there is, for all that is asked together.

    Raises:
        OutOfTimeError: it is over.
    """
    if only is not None:
        report = Evaluator(only)(plan, gear)
    search = _Search(plan, gear, report, mover, Timed(watch or Watch(60.0), only))
    return search.side(mover.lo), search.side(mover.hi)


def _verdicts(report: Report) -> dict[str, Level]:
    """Stops and minds by finding; whatever is not named is in order."""
    return {f.key: f.level for f in report.findings if f.level.rank <= Level.MIND.rank}


class _Search:
    def __init__(self, plan: Plan, gear: GearShelf, report: Report, mover: Mover, evaluate: Timed) -> None:
        self.plan, self.gear, self.mover = plan, gear, mover
        self.report, self.before = report, _verdicts(report)
        self.evaluate = evaluate

    def flipped(self, value: float) -> str | None:
        """The worst finding whose verdict differs from now at a place; its key."""
        try:
            after = _verdicts(self.evaluate(apply(self.plan, self.mover.set_to(value), self.gear), self.gear))
        except (RefusedError, MissingError):
            return ""
        keys = [key for key in {*self.before, *after} if self.before.get(key) is not after.get(key)]
        if not keys:
            return None
        return min(
            keys, key=lambda key: (min(self.before.get(key, Level.GOOD).rank, after.get(key, Level.GOOD).rank), key)
        )

    def side(self, end: float) -> Break:
        start, step = self.mover.now, self.plan.writing.ruler.step
        last, flip = start, None
        for i in range(1, STRIDES + 1):
            place = start + (end - start) * (2.0 ** (i - STRIDES))
            flip = self.flipped(place)
            if flip is not None:
                break
            last = place
        if flip is None:
            return Break(abs(end - start), None, None, None)
        bad = place
        while abs(bad - last) > step:
            middle = (bad + last) / 2
            found = self.flipped(middle)
            last, bad, flip = (middle, bad, flip) if found is None else (last, middle, found)
        far = self.plan.writing.ruler.safe(abs(last - start), "greatest")
        becomes, what = self._flip_at(bad, flip)
        return Break(far, flip or None, self.before.get(flip, Level.GOOD), becomes, what)

    def _flip_at(self, value: float, key: str) -> tuple[Level, str]:
        """What a finding's level becomes at a place, and what it is about."""
        try:
            after = self.evaluate(apply(self.plan, self.mover.set_to(value), self.gear), self.gear)
        except (RefusedError, MissingError):
            return Level.STOP, ""
        found = after.find(key) or self.report.find(key)
        return _verdicts(after).get(key, Level.GOOD), found.code.what if found else ""
