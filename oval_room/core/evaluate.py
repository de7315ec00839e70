"""Evaluate: a plan and its gear to a report of figures and findings. A pure function; studies run in order.

Each study reads a few sub-trees of the plan. An `Evaluator` keeps the last result of every study with the very objects
it read; where those are the same objects again, the result is used again.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Any, TypeVar

from oval_room.core.figures import Figure
from oval_room.core.findings import Finding
from oval_room.core.fixing.study import FixingResult, study_fixing
from oval_room.core.keeping import Kept
from oval_room.core.levels import Level
from oval_room.core.light.study import LightResult, study_light
from oval_room.core.plan.document import STAGES, Accepted, Plan, Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.room import Room
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.projection.study import ThrowResult, study_throw
from oval_room.core.screens.study import ScreensResult, study_screens
from oval_room.core.screens.use_study import study_use
from oval_room.core.sound.study import SoundResult, study_sound
from oval_room.core.survey.closure_study import ClosureResult, study_closure
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult, study_studs
from oval_room.core.survey.study import SurveyResult, study_survey
from oval_room.core.survey.way_in import study_way_in
from oval_room.core.units import Ruler
from oval_room.core.viewing.glare_study import GlareResult, study_glare
from oval_room.core.viewing.sharpness import Use
from oval_room.core.viewing.study import ViewResult, study_viewing

_T = TypeVar("_T")


@dataclass(frozen=True, slots=True)
class Upset:
    """A settled stage's figure that has since moved past its step; now None where it is gone."""

    stage: str
    figure: str
    was: float
    now: float | None


@dataclass(frozen=True, slots=True)
class Report:
    """What the rules say of one scheme of a plan. Findings come worst first."""

    scheme: str
    figures: dict[str, Figure]
    findings: tuple[Finding, ...]
    survey: SurveyResult
    closure: ClosureResult
    studs: StudResult
    walls: dict[str, int]
    """Number of the wall each picture belongs to."""
    viewing: ViewResult
    throw: ThrowResult
    light: LightResult
    fixing: FixingResult
    glare: GlareResult
    upset: dict[str, tuple[Upset, ...]] = field(default_factory=dict)
    accepted: dict[str, Accepted] = field(default_factory=dict)

    def stops(self) -> set[str]:
        return {finding.key for finding in self.findings if finding.level is Level.STOP}

    def open_stops(self) -> set[str]:
        """Stops that nobody has overridden."""
        return self.stops() - set(self.accepted)

    def find(self, key: str) -> Finding | None:
        return next((finding for finding in self.findings if finding.key == key), None)


class Evaluator:
    """Evaluates plans, using again what has not changed since the last one."""

    def __init__(self, only: str | None = None, *, closing: bool = True) -> None:
        """Make one.

        Args:
            only: the picture whose views and glare are wanted, where there are many and the others' do not matter; None for all.
            closing: whether the survey's closures and studs are wanted too.
        """
        self._keep, self._only, self._closing = Kept(), only, closing

    def __call__(self, plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
        key = scheme or plan.scheme
        chosen, survey, ruler = plan.schemes[key], plan.survey, plan.writing.ruler
        pinned = {name: gear[name] for name in sorted(plan.gear_used()) if name in gear}
        items = tuple(pinned.values())
        surveyed = self._run("survey", study_survey, (survey, ruler), survey, ruler)
        closed, walls = ClosureResult({}, (), None, None), StudResult((), {})
        if self._closing:
            closed = self._run("closure", study_closure, _readings(survey, plan), survey, plan.readings, ruler)
            walls = self._run("studs", study_studs, (survey.finds, survey.room, survey.made), survey)
        ways_in = self._run("way in", study_way_in, (survey.passages, chosen, *items), survey, chosen, pinned)
        by_wall = self._run("walls", _by_wall, (survey.room, chosen), survey.room, chosen)
        parts = [self._wall(plan, survey, n, part, pinned, items, ruler) for n, part in by_wall.items()]
        views, throws, fixing, glare, screens, sound = (_merged([part[i] for part in parts]) for i in range(6))
        use = self._run("use", study_use, (plan.brief, chosen, *items), plan.brief, chosen, pinned)
        light = self._run("light", study_light, (survey, chosen, throws, ruler, *items), survey, chosen, throws, pinned, ruler)
        figures = {
            **closed.figures,
            **views.figures,
            **glare.figures,
            **screens.figures,
            **throws.figures,
            **light.figures,
            **fixing.figures,
        }
        studies = (surveyed, closed, walls, ways_in, use, views, glare, screens, sound, throws, light, fixing)
        findings = [finding for study in studies for finding in study.findings]
        findings.sort(key=lambda finding: finding.weight)
        return Report(
            key,
            figures,
            tuple(findings),
            surveyed,
            closed,
            walls,
            {name: n for n, part in by_wall.items() for name in part.pictures},
            views,
            throws,
            light,
            fixing,
            glare,
            _upset(plan, figures, ruler),
            _accepted(plan, findings, ruler),
        )

    def _wall(
        self, plan: Plan, survey: Survey, n: int, part: Scheme, pinned: GearShelf, items: tuple[Any, ...], ruler: Ruler
    ) -> tuple[ViewResult, ThrowResult, FixingResult, GlareResult, ScreensResult, SoundResult]:
        """The studies of the pictures on one wall, worked as if it were the display wall."""
        turn = None
        if n != 1:
            turn = self._run(f"turn {n}", Turn, (survey.room,), survey.room, n)
            survey = self._run(f"survey {n}", turn.survey, (survey,), survey)
            part = self._run(f"scheme {n}", turn.scheme, (survey.room, part), part)
        common = (survey, part, ruler, *items)
        by = plan.writing.instrument
        use: Use = "desk" if plan.brief.desk else "film"
        views = self._run(
            f"viewing {n}",
            study_viewing,
            (*common, plan.choices, use),
            survey,
            part,
            plan.choices,
            pinned,
            ruler,
            self._keep,
            self._only,
            use,
        )
        throws = self._run(f"throw {n}", study_throw, (*common, by), survey, part, pinned, ruler, by)
        fixing = self._run(f"fixing {n}", study_fixing, common, survey, part, pinned, ruler)
        glare = self._run(f"glare {n}", study_glare, (survey, part, *items), survey, part, pinned, self._keep, self._only)
        screens = self._run(f"screens {n}", study_screens, common, survey, part, pinned, ruler)
        sound = self._run(f"sound {n}", study_sound, (survey, part, *items), survey, part, pinned)
        found = (views, throws, fixing, glare, screens, sound)
        if turn is None:
            return found
        return tuple(_turned_back(study, turn, plan) for study in found)

    def _run(self, name: str, study: Callable[..., _T], reads: tuple[Any, ...], *args: Any) -> _T:
        """The study's last result when it read these very objects (and equal settings), else a new one."""
        return self._keep(name, reads, lambda: study(*args))


def _readings(survey: Survey, plan: Plan) -> tuple[Any, ...]:
    return survey.room, survey.dims, survey.openings, plan.readings, plan.writing.ruler


def _by_wall(room: Room, scheme: Scheme) -> dict[int, Scheme]:
    """The scheme in parts, one for each wall that has pictures; the display wall's always."""
    of = {key: wall_of(room, picture) for key, picture in scheme.pictures.items()}
    if all(n == 1 for n in of.values()):
        return {1: scheme}
    out = {}
    for n in sorted({1, *of.values()}):
        pictures = {key: picture for key, picture in scheme.pictures.items() if of[key] == n}
        projectors = {key: projector for key, projector in scheme.projectors.items() if projector.shows in pictures}
        if pictures:
            out[n] = scheme.model_copy(update={"pictures": pictures, "projectors": projectors})
    return out


def _turned_back(study: Any, turn: Turn, plan: Plan) -> Any:
    """A study of a turned plan with its cures as commands for the plan itself."""
    findings = tuple(
        replace(finding, cures=tuple(replace(cure, command=cure.command.turned_back(turn, plan)) for cure in finding.cures))
        for finding in study.findings
    )
    return replace(study, findings=findings)


def _merged(parts: list[Any]) -> Any:
    """The results of several walls as one."""
    if len(parts) == 1:
        return parts[0]
    values: dict[str, Any] = {}
    for name in parts[0].__dataclass_fields__:
        each = [getattr(part, name) for part in parts]
        values[name] = (
            tuple(x for one in each for x in one)
            if isinstance(each[0], tuple)
            else {k: v for one in each for k, v in one.items()}
        )
    return type(parts[0])(**values)


def evaluate(plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
    """The report of one scheme of a plan (the chosen one when none is named)."""
    return Evaluator()(plan, gear, scheme)


def stage_figures(report: Report, stage: str) -> dict[str, float]:
    """The figures a stage rests on, as settling it keeps them."""
    return {
        key: figure.value for key, figure in report.figures.items() if figure.kind.stage == stage and figure.value is not None
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
