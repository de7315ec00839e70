"""Cures that cure: each is tried out before it is offered (rules 0)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.report import Report

EvaluateScheme = Callable[[Plan, GearShelf, str], Report]


@dataclass(frozen=True, slots=True)
class Tried:
    """A cure with the plan and report it leads to."""

    cure: Cure
    plan: Plan
    report: Report


def try_cure(
    plan: Plan, gear: GearShelf, report: Report, finding: Finding, cure: Cure, evaluate: EvaluateScheme = evaluate
) -> Tried | None:
    """The cure's outcome when it clears its finding and adds no stop; else None.

    Args:
        evaluate: an `Evaluator` that has seen the plan, where many cures of one are tried.
    """
    try:
        after = apply(plan, cure.command, gear)
        outcome = evaluate(after, gear, report.scheme)
    except (RefusedError, MissingError):
        return None
    if not _buildable(plan, after, report.scheme):
        return None
    now = outcome.find(finding.key)
    better = now is None or (
        now.level.rank > finding.level.rank and (now.level is not Level.MIND or finding.level is Level.STOP)
    )
    if finding.level in (Level.NOTE, Level.GOOD):
        better = now is None
    return Tried(cure, after, outcome) if better and outcome.stops() <= report.stops() - {finding.key} else None


def _buildable(before: Plan, after: Plan, scheme: str) -> bool:
    """Whether no picture was put through the floor, where its ladder's conflict stops already and says no more."""
    was, pictures = before.schemes[scheme].pictures, after.schemes[scheme].pictures
    return all(picture == was.get(key) or picture.bottom >= 0 for key, picture in pictures.items())


def cures_that_cure(
    plan: Plan, gear: GearShelf, report: Report, finding: Finding, most: int = 3, evaluate: EvaluateScheme = evaluate
) -> list[Tried]:
    """Outcomes of a finding's cures, at most a few, in the order offered; none that fails or makes a new stop."""
    out: list[Tried] = []
    for cure in finding.cures:
        if any(cure.form.startswith(taken.cure.form) for taken in out):
            continue  # a fuller form of a cure that is offered already
        tried = try_cure(plan, gear, report, finding, cure, evaluate)
        if tried and all(tried.plan != other.plan for other in out):
            out.append(tried)
        if len(out) == most:
            break
    return out
