"""Solve for: the largest picture, the nearest row, the lowest picture, the smallest change that clears every stop.

Each is a bounded search with the very rules that judge the plan; the answer is one command, or a sentence why there is
none.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import chosen
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.taking import take
from oval_room.core.solve.breaking import too_many
from oval_room.core.solve.cures import Tried, try_cure
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.shelf import from_shelf, sizes_like
from oval_room.core.solve.within import OutOfTimeError, Timed, watch_now
from oval_room.core.subject import Subject
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SIZE_SCHOOLS
from oval_room.core.viewing.study import ViewResult

FINER: Final = 8  # than the ruler's step
COARSE_STEPS: Final = 24
WIDEST_PANEL: Final = 2660.0
"""No TV is wider, whatever the wall: 120 inches [mm]."""
MOST_CURES: Final = 5


@record
class Sought:
    """An answer: its command, the value it comes to [mm], and the item where it is one from the shelf."""

    command: Command
    value: float
    item: str = ""


class _Judge:
    def __init__(self, plan: Plan, gear: GearShelf, picture: str = "", one: str = "") -> None:
        """Judge changes of a plan.

        Args:
            picture: whose own stops must go. one: whose views are looked at first where there are many pictures.
        """
        watch = watch_now()
        self.plan, self.gear, self.evaluate = plan, gear, Timed(watch)
        self.one = Timed(watch, picture or one) if too_many(plan) else None
        before = self.evaluate(plan, gear).stops()
        self.also: list[Callable[[Report], bool]] = []
        self.borne = {key for key in before if picture not in key.split("/")}

    def report(self, command: Command, evaluate: Timed | None = None) -> Report | None:
        try:
            return (evaluate or self.evaluate)(apply(self.plan, command, self.gear), self.gear)
        except (RefusedError, MissingError):
            return None

    def fits(self, command: Command) -> bool:
        """Whether a change leaves no stop of the subject picture's, and no other that is not there now."""
        return self._bears(self.report(command))

    def fits_one(self, command: Command) -> bool:
        """The same by the views of the subject picture alone: quick where there are many."""
        return self._bears(self.report(command, self.one))

    def _bears(self, report: Report | None) -> bool:
        return report is not None and report.stops() <= self.borne and all(bears(report) for bears in self.also)


def _extreme(
    judge: _Judge,
    lo: float,
    hi: float,
    command: Callable[[float], Command],
    *,
    greatest: bool,
    also: Iterable[float] = (),
) -> Sought | None:
    """The greatest (or least) value between lo and hi whose command fits.

    Args:
        also: values worth trying that steps may miss, such as the present one and the ends of a narrow range.
    """
    step = (hi - lo) / COARSE_STEPS
    steps = {lo + i * step for i in range(COARSE_STEPS + 1)} | {place for place in also if lo <= place <= hi}
    places = sorted(steps, reverse=greatest)
    if judge.one is not None:
        found = _search(judge.plan, judge.fits_one, places, command, greatest)
        if found is None or judge.fits(found.command):
            return found
        value = found.value  # what all bear lies no nearer to the far end than what one bears
        places = [value, *(place for place in places if (place < value if greatest else place > value))]
    return _search(judge.plan, judge.fits, places, command, greatest)


def _search(
    plan: Plan,
    fits: Callable[[Command], bool],
    places: list[float],
    command: Callable[[float], Command],
    greatest: bool,
) -> Sought | None:
    """The first of the places that fits, then halving towards the one before it."""
    bad = None
    for good in places:
        if fits(command(good)):
            break
        bad = good
    else:
        return None
    if bad is None:
        return Sought(command(good), good)
    try:
        while abs(good - bad) > plan.writing.ruler.step / FINER:
            middle = (good + bad) / 2
            good, bad = (middle, bad) if fits(command(middle)) else (good, middle)
        rounded = plan.writing.ruler.safe(good, "greatest" if greatest else "least")
        return Sought(command(rounded), rounded) if fits(command(rounded)) else Sought(command(good), good)
    except OutOfTimeError:  # it fits; it may go a little farther
        return Sought(command(good), good)


def largest_picture(plan: Plan, gear: GearShelf, picture: str) -> Sought:
    """The widest picture, its height taken where its ladder allows, that makes no stop: a TV, and whatever was bought,
    from the shelf; a bare size of a TV only where the shelf has none.

    Raises:
        RefusedError: none does.
    """
    node, judge = plan.chosen.pictures[picture], _Judge(plan, gear, picture)
    if node.kind == "panel" or node.gear is not None:
        shelved = _from_the_shelf(judge, picture)
        if shelved is not None:
            return shelved
        if node.gear is not None:
            raise RefusedError(f"nothing on the shelf hangs here without a stop in place of {node.name}")

    def command(width: float) -> Command:
        return placed(PutPicture(id=picture, width=chosen(width)))

    def placed(size: Command) -> Command:
        report = judge.report(size, judge.one)
        if report is None:
            return size
        views = report.of(ViewResult).pictures[picture]
        inside = views.rungs.soft or (views.rungs.hard if views.rungs.hard.feasible else None)
        if inside is None:
            return size
        bottom = inside.nearest(views.school_bottom if views.school_bottom is not None else node.bottom)
        return several(size, PutPicture(id=picture, bottom=plan.writing.ruler.safe(bottom, "least")))

    widest = max(wall.length for wall in plan.survey.room.walls)
    if node.kind == "panel":
        widest = min(widest, WIDEST_PANEL)
    found = _extreme(judge, 300.0, widest, command, greatest=True, also=(node.width.value,))
    if found is None:
        raise RefusedError("no size of this picture is without a stop here; clear its other stops first")
    return found


def _from_the_shelf(judge: _Judge, picture: str) -> Sought | None:
    """The widest item on the shelf that hangs in a picture's place without a stop."""
    node = judge.plan.chosen.pictures[picture]
    for hash_, item in reversed(sizes_like(judge.gear, node)):
        for bottom in (None, *_heights(judge, picture, take(picture, node, hash_, judge.gear))):
            command = take(picture, node, hash_, judge.gear, bottom)
            if judge.fits(command):
                return Sought(command, item.width, item.name)
    return None


def _heights(judge: _Judge, picture: str, command: Command) -> list[float]:
    """Bottom edges worth trying for a picture after a change: the school's, brought into its ladder."""
    report = judge.report(command, judge.one)
    if report is None:
        return []
    views = report.of(ViewResult).pictures[picture]
    wanted = views.school_bottom
    ranges = [
        one for one in (views.rungs.soft, views.rungs.hard, *views.rungs.others) if one is not None and one.feasible
    ]
    ruler = judge.plan.writing.ruler
    return [ruler.safe(one.nearest(wanted if wanted is not None else one.lo or 0.0), "least") for one in ranges]


def lowest_picture(plan: Plan, gear: GearShelf, picture: str) -> Sought:
    """The lowest bottom edge that makes no stop, on its side of what hangs on the wall.

    Raises:
        RefusedError: none does.
    """
    judge = _Judge(plan, gear, picture)
    rungs = judge.evaluate(plan, gear).of(ViewResult).pictures[picture].rungs
    ends = [
        end for span in (rungs.hard, rungs.soft) if span is not None for end in (span.lo, span.hi) if end is not None
    ]
    room = rungs.hard if rungs.hard.feasible else None
    found = _extreme(
        judge,
        max(room.lo or 0.0, 0.0) if room else 0.0,
        room.hi if room and room.hi is not None else plan.survey.room.height.value,
        lambda mm: PutPicture(id=picture, bottom=mm),
        greatest=False,
        also=(plan.chosen.pictures[picture].bottom, *ends),
    )
    if found is None:
        raise RefusedError("no height of this picture is without a stop here")
    return found


def nearest_row(plan: Plan, gear: GearShelf, subject: Subject) -> Sought:
    """The nearest place of the subject's row at which nobody's picture is too large for the school or makes a stop.

    Raises:
        RefusedError: there is no row, or no place.
    """
    mover = next((one for one in movers_of(plan, subject) if one.key.startswith("row.")), None)
    if mover is None or subject.picture is None:
        raise RefusedError("seat somebody and place a picture first")
    judge = _Judge(plan, gear, one=subject.picture)
    found = _nearest(judge, mover, subject)
    if found is None:
        raise RefusedError("no place of this row is without a stop here")
    return found


def _nearest(judge: _Judge, mover: Mover, subject: Subject) -> Sought | None:
    hi_angle = SIZE_SCHOOLS[school_of(judge.plan).school].hi
    key = f"picture.{subject.picture}.angle.seat.{subject.seat}"

    def not_too_near(report: Report) -> bool:
        figure = report.figures.get(key)
        return figure is None or figure.value is None or figure.value <= hi_angle + 1e-6

    judge.also.append(not_too_near)
    return _extreme(judge, mover.lo, mover.hi, mover.set_to, greatest=False, also=(mover.now,))


def clear_stops(plan: Plan, gear: GearShelf) -> tuple[Command, int, int]:
    """The cures that, taken one after the other, leave no stop: fewest first, at most five; how many there are, and how
    many stops are left where there was no time to look on.

    Raises:
        RefusedError: there is no stop, or its cures do not clear them all. OutOfTimeError: none was found in time.
    """
    evaluate = Timed(watch_now())
    now, report = plan, evaluate(plan, gear)
    if not report.stops():
        raise RefusedError("there is no stop to clear")
    taken: list[Command] = []
    while report.stops() and len(taken) < MOST_CURES:
        best = _best_cure(now, gear, report, evaluate)
        if best is None:
            break
        taken.append(best.cure.command)
        now, report = best.plan, best.report
    if report.stops() and taken and evaluate.watch.over:
        return several(*taken), len(taken), len(report.stops())
    if report.stops():
        raise RefusedError(
            "no few changes clear every stop here; take their cures one by one, or override with a reason"
        )
    return several(*taken), len(taken), 0


def _best_cure(plan: Plan, gear: GearShelf, report: Report, evaluate: Timed) -> Tried | None:
    """Of all cures of all stops, as far as there is time to try them, the one that leaves fewest stops, then fewest
    minds.

    Raises:
        OutOfTimeError: none was tried in time.
    """
    tried: list[Tried] = []
    try:
        for finding in report.findings:
            if finding.level is Level.STOP:
                for cure in (*finding.cures, *from_shelf(plan, gear, finding)):
                    if (found := try_cure(plan, gear, report, finding, cure, evaluate)) is not None:
                        tried.append(found)
    except OutOfTimeError:
        if not tried and not evaluate.found:
            raise
    evaluate.found = evaluate.found or bool(tried)
    return min(
        tried,
        key=lambda one: (len(one.report.stops()), sum(finding.level is Level.MIND for finding in one.report.findings)),
        default=None,
    )
