"""Evaluate: a plan and its gear to a report of figures and findings. A pure function; the parts' studies run in order.

Each study is handed what it declares to read. An `Evaluator` keeps the last result of every study with the very
objects it read; where those are the same objects again, the result is used again.
"""

from __future__ import annotations

from collections.abc import Collection
from functools import partial
from typing import TypeVar

from oval_room.core.figures import Figure
from oval_room.core.findings import Finding
from oval_room.core.keeping import Kept
from oval_room.core.levels import Level
from oval_room.core.parts import STAGES, STUDIES
from oval_room.core.plan.document import Accepted, Plan, Scheme
from oval_room.core.plan.gear import GearShelf, followed
from oval_room.core.plan.measure import fresh_ids
from oval_room.core.plan.room import Room
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.report import Report, Result, Upset
from oval_room.core.screens.groups import looked_at, stands_for
from oval_room.core.screens.speaking import for_group, together
from oval_room.core.studies import Case, Study
from oval_room.core.units import Ruler

_R = TypeVar("_R", bound=Result)


class Evaluator:
    """Evaluates plans, using again what has not changed since the last one."""

    def __init__(self, only: str | None = None, *, without: Collection[type[Result]] = ()) -> None:
        """Make one.

        Args:
            only: the picture whose views and glare are wanted, where there are many and the others' do not matter;
            None for all.
            without: results that are not wanted.
        """
        self._keep, self._only, self._without = Kept(), only, without

    def __call__(self, plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
        with fresh_ids(fresh=False):  # what a cure would add is called alike in every process
            return self._report(plan, gear, scheme or plan.scheme)

    def _report(self, plan: Plan, gear: GearShelf, key: str) -> Report:
        chosen, survey = plan.schemes[key], plan.survey
        pinned = {name: gear[name] for name in sorted(plan.gear_used()) if name in gear}
        pinned = self._keep("gear", tuple(pinned.values()), lambda: pinned)
        newer = followed(gear, plan.gear_used())
        newer = self._keep("newer", tuple(f"{was} {key}" for was, (key, _) in newer.items()), lambda: newer)
        by_wall = self._keep("walls", (survey.room, chosen), lambda: _by_wall(survey.room, chosen))
        results: dict[type[Result], Result] = {}
        looked = self._keep("looked at", (chosen,), lambda: looked_at(chosen))
        only = stands_for(chosen).get(self._only or "", self._only)
        case = Case(plan, survey, chosen, pinned, self._keep, only, 1, looked, results, newer)
        walls = {n: (self._turned(case, n, part), self._turn(survey.room, n)) for n, part in by_wall.items()}
        for study in STUDIES:
            if study.gives in self._without:
                continue
            found = self._walls(study, walls, plan) if study.by_wall else self._run(study, study.name, case)
            results[study.gives] = self._of_groups(study.name, found, chosen) if chosen.groups else found
        figures = {key: figure for result in results.values() for key, figure in result.figures.items()}
        findings = together([one for result in results.values() for one in result.findings], chosen)
        findings.sort(key=lambda finding: finding.weight)
        return Report(
            key,
            figures,
            tuple(findings),
            {name: n for n, part in by_wall.items() for name in part.pictures},
            results,
            stands_for(chosen),
            _upset(plan, figures, case.ruler),
            _accepted(plan, findings, case.ruler),
        )

    def _turn(self, room: Room, n: int) -> Turn | None:
        return self._keep(f"turn {n}", (room,), lambda: Turn(room, n)) if n != 1 else None

    def _turned(self, case: Case, n: int, part: Scheme) -> Case:
        """The case of one wall's pictures, as if it were the display wall."""
        survey, turn = case.survey, self._turn(case.survey.room, n)
        if turn is None:
            return case.on_wall(n, survey, part, self._looked(n, part))
        scheme = self._keep(f"scheme {n}", (survey.room, part), lambda: turn.scheme(part))
        seen = self._keep(f"survey {n}", (survey,), lambda: turn.survey(survey))
        return case.on_wall(n, seen, scheme, self._looked(n, scheme))

    def _looked(self, n: int, scheme: Scheme) -> Scheme:
        return self._keep(f"looked at {n}", (scheme,), lambda: looked_at(scheme))

    def _walls(self, study: Study[_R], walls: dict[int, tuple[Case, Turn | None]], plan: Plan) -> _R:
        """A study of every wall, joined."""
        parts = []
        for n, (case, turn) in walls.items():
            found = self._run(study, f"{study.name} {n}", case)
            parts.append(found if turn is None else found.turned_back(turn, plan))
        if len(parts) == 1:
            return parts[0]
        return self._keep(f"{study.name} joined", tuple(parts), lambda: study.gives.joined(parts))

    def _of_groups(self, name: str, found: _R, chosen: Scheme) -> _R:
        """A result whose cures of a wall of displays are changes of the group."""
        walls = frozenset(key for key, group in chosen.groups.items() if group.kind == "wall")
        reads = (found, *sorted(walls))
        return self._keep(f"{name} of groups", reads, lambda: found.mapped(partial(for_group, keys=walls)))

    def _run(self, study: Study[_R], name: str, case: Case) -> _R:
        asked = study.asks(case)
        return self._keep(name, asked.given, asked)


def _by_wall(room: Room, scheme: Scheme) -> dict[int, Scheme]:
    """The scheme in parts, one for each wall that has pictures; whole where no other wall has any."""
    of = {member: wall_of(room, group) for group in scheme.groups.values() for member in group.members}
    of = {key: of[key] if key in of else wall_of(room, picture) for key, picture in scheme.pictures.items()}
    if all(n == 1 for n in of.values()):
        return {1: scheme}
    return {n: scheme.with_pictures({key for key in of if of[key] == n}) for n in sorted(set(of.values()))}


def evaluate(plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
    """The report of one scheme of a plan (the chosen one when none is named)."""
    return Evaluator()(plan, gear, scheme)


def stage_figures(report: Report, stage: str) -> dict[str, float]:
    """The figures a stage rests on, as settling it keeps them."""
    return {
        key: figure.value
        for key, figure in report.figures.items()
        if figure.kind.stage == stage and figure.value is not None
    }


def moved(unit: str, was: float, now: float, ruler: Ruler) -> bool:
    """Whether a figure has moved past its step: the ruler's, a tenth of a degree, else one in a hundred."""
    step = {"mm": ruler.step, "deg": 0.1}.get(unit, max(abs(was) * 0.01, 1e-6))
    return abs(now - was) > step * (1 + 1e-6)


def _accepted(plan: Plan, findings: list[Finding], ruler: Ruler) -> dict[str, Accepted]:
    """What was accepted and still holds: the same level or better, and no farther off than then by more than a step."""
    held = {}
    for finding in findings:
        was = plan.choices.accepted.get(finding.key)
        if was is None or finding.level.rank < was.level.rank or finding.level.rank > Level.MIND.rank:
            continue
        now = finding.off_by
        if was.off_by is None or now is None or now <= was.off_by or not moved(finding.unit, was.off_by, now, ruler):
            held[finding.key] = was
    return held


def _upset(plan: Plan, figures: dict[str, Figure], ruler: Ruler) -> dict[str, tuple[Upset, ...]]:
    out: dict[str, tuple[Upset, ...]] = {}
    for stage in STAGES:
        settled = plan.choices.settled.get(stage)
        if settled is None:
            continue
        found = []
        for key, was in settled.figures.items():
            figure = figures.get(key)
            now = figure.value if figure else None
            if figure is None or now is None or moved(figure.kind.unit, was, now, ruler):
                found.append(Upset(stage, key, was, now))
        if found:
            out[stage] = tuple(found)
    return out
