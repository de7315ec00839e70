"""Cures that cure: each is tried out before it is offered (rules 0)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.solve.harm import Harm, harm_of
from oval_room.core.solve.shelf import from_shelf
from oval_room.core.solve.within import Watch
from oval_room.core.survey.says import SurveyCode

EvaluateScheme = Callable[[Plan, GearShelf, str], Report]


@record
class Tried:
    """A cure with the plan and report it leads to, and what it costs."""

    cure: Cure
    plan: Plan
    report: Report
    harm: Harm


def try_cure(
    plan: Plan, gear: GearShelf, report: Report, finding: Finding, cure: Cure, evaluate: EvaluateScheme = evaluate
) -> Tried | None:
    """The cure's outcome when it clears its finding, adds no stop and does no harm that a careful colleague would not
    take for it; else None.

    Args:
        evaluate: an `Evaluator` that has seen the plan, where many cures of one are tried.
    """
    try:
        after = apply(plan, cure.command, gear)
        if not _buildable(plan, after, report.scheme):
            return None
        if resized(plan, after, finding.about.get("picture", ""), report.scheme):
            return None
        outcome = evaluate(after, gear, report.scheme)
    except (RefusedError, MissingError):
        return None
    if _pushes(report, outcome):
        return None
    now = outcome.find(finding.key)
    better = now is None or (
        now.level.rank > finding.level.rank and (now.level is not Level.MIND or finding.level is Level.STOP)
    )
    if finding.level in (Level.NOTE, Level.GOOD):
        better = now is None or (finding.level is Level.NOTE and now.level is Level.GOOD)
    if not better or not outcome.stops() <= report.stops() - {finding.key}:
        return None
    harm = harm_of(plan, after, gear, report, outcome, finding)
    return None if harm.too_much else Tried(cure, after, outcome, harm)


def _buildable(before: Plan, after: Plan, scheme: str) -> bool:
    """Whether no picture was put through the floor, where its ladder's conflict stops already and says no more."""
    was, pictures = before.schemes[scheme].pictures, after.schemes[scheme].pictures
    return all(picture == was.get(key) or picture.bottom >= 0 for key, picture in pictures.items())


PUSHES: Final = {code.name for code in (SurveyCode.SEAT_AT_WALL, SurveyCode.SEAT_HITS, SurveyCode.SEAT_IN_WAY)}
"""Findings that no cure may bring about: somebody pushed into a wall, a thing, a walkway or another person."""


def _pushes(before: Report, after: Report) -> bool:
    """Whether somebody sits in something now who did not, or worse than before."""
    was = {f.key: f.level for f in before.findings if f.code.name in PUSHES}
    return any(f.code.name in PUSHES and f.level.rank < was.get(f.key, Level.GOOD).rank for f in after.findings)


def resized(before: Plan, after: Plan, picture: str, scheme: str) -> bool:
    """Whether a change gives a size to what was bought as it is, or to another picture than the one it is about.

    Another item from the shelf for that picture is no such change; nor is what a group does together.
    """
    was, now = before.schemes[scheme], after.schemes[scheme]
    group = was.groups.get(was.group_of(picture) or picture)
    mine = {picture, *(group.members if group else ())}
    for key, old in was.pictures.items():
        new = now.pictures.get(key, old)
        same = abs(new.width.value - old.width.value) < 1e-6 and abs(new.height - old.height) < 1e-6
        if not same and (key not in mine or (old.gear is not None and new.gear in (None, old.gear))):
            return True
    return False


def cures_that_cure(
    plan: Plan,
    gear: GearShelf,
    report: Report,
    finding: Finding,
    most: int = 3,
    evaluate: EvaluateScheme = evaluate,
    watch: Watch | None = None,
) -> list[Tried]:
    """Outcomes of a finding's cures, at most a few, the least harmful first; none that fails or makes a new stop.
    watch: the time there is; those found in it are what is told.
    """
    out: list[Tried] = []
    for cure in (*finding.cures, *from_shelf(plan, gear, finding)):
        if any(cure.form.startswith(taken.cure.form) for taken in out):
            continue  # a fuller form of a cure that is offered already
        if watch is not None and watch.over:
            break
        tried = try_cure(plan, gear, report, finding, cure, evaluate)
        if tried and all(tried.plan != other.plan for other in out):
            out.append(tried)
        if len(out) == most:
            break
    return sorted(out, key=lambda one: one.harm.weight)  # of equal harm, as they are offered
