"""What a page tells of a plan and its report: large figures, the rail's marks, whether a stage can be settled."""

from __future__ import annotations

from oval_room.core.figures import Figure, show_value
from oval_room.core.findings import Finding
from oval_room.core.fixing.drilling import stopped
from oval_room.core.levels import Level
from oval_room.core.parts import KINDS, NOTES, STAGES, kind_of
from oval_room.core.plan.document import Plan
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.subject import SUBJECT_KINDS, Subject
from oval_room.core.words import Words
from oval_room.drawing.look import Look
from oval_room.drawing.parts import VIEWS
from oval_room.drawing.sheet import has, scene_of, views_of
from oval_room.web.seen import Seen


@record
class Headline:
    """A large figure: the subject's, and the worst seat's when seats differ."""

    figure: Figure
    worst: Figure | None
    note: str = ""


@record
class Mark:
    """A stage's mark on the rail: open, settled or upset, its stops and minds, and why it is upset."""

    stage: str
    name: str
    state: str
    stops: int
    minds: int
    why: str


def without_holes(report: Report, subject: Subject) -> bool:
    """Whether the picture that is looked at has a stop that leaves it without holes."""
    return subject.picture in stopped(report.findings, report.open_stops())


def headlines(plan: Plan, report: Report, stage: str, subject: Subject) -> list[Headline]:
    """The few figures that matter at a stage, for the subject; the worst seat's beside."""
    out, words, undrilled = [], Words(plan), without_holes(report, subject)
    for name in STAGES[stage].headlines:
        kind = KINDS[name]
        if undrilled and kind.is_hole:
            continue
        whole = report.seen_as.get(subject.picture or "")
        ids = dict.fromkeys(SUBJECT_KINDS) | subject.by_kind() | {"n": 1}
        group = plan.chosen.group_of(subject.picture or "")
        if "{thing}" in kind.pattern:
            figure = next((one for one in report.figures.values() if one.kind is kind), None)
        else:
            keys = (kind.key(**ids | {"picture": of}) for of in (subject.picture, whole, group))
            figure = next((report.figures[key] for key in keys if key in report.figures), None)
        if figure is None:
            continue
        worst = kind.worst_of(_same(report, figure)) if kind.by_seat else None
        note = NOTES[name](report, subject, words) if name in NOTES else ""
        out.append(Headline(figure, worst if worst is not None and worst.key != figure.key else None, note))
    return out[:4]


def _same(report: Report, figure: Figure) -> list[Figure]:
    """The figures of one kind of the same picture, from every seat."""
    return [
        one
        for one in report.figures.values()
        if one.kind is figure.kind and one.value is not None and one.about.get("picture") == figure.about.get("picture")
    ]


def worst_open(report: Report) -> Finding | None:
    """The worst finding that wants somebody: an overridden stop is still one, an accepted mind is not."""
    wanted = (
        f for f in report.findings if f.level is Level.STOP or (f.level is Level.MIND and f.key not in report.accepted)
    )
    return next(wanted, None)


def marks(plan: Plan, report: Report) -> list[Mark]:
    """The rail: every stage with its mark and words."""
    words = Words(plan)
    out = []
    for stage, spec in STAGES.items():
        if not spec.shown(plan):
            continue
        found = [finding for finding in report.findings if finding.code.stage == stage]
        stops = sum(1 for finding in found if finding.level is Level.STOP)
        minds = sum(1 for finding in found if finding.level is Level.MIND and finding.key not in report.accepted)
        upset = report.upset.get(stage)
        state = "upset" if upset else "settled" if stage in plan.choices.settled else "open"
        why = ""
        if upset:
            first = upset[0]
            figure = report.figures.get(first.figure)
            kind = figure.kind if figure else kind_of(first.figure)
            label, unit = (kind.label, kind.unit) if kind else (first.figure, "mm")
            was, is_now = show_value(first.was, unit, ruler=words.ruler), show_value(first.now, unit, ruler=words.ruler)
            why = f"{label} {was} → {is_now}"
        out.append(Mark(stage, STAGES[stage].title, state, stops, minds, why))
    return out


def can_settle(report: Report, stage: str, plan: Plan) -> str:
    """Why a stage can't be settled now; empty when it can. A projected picture waits for its throw."""
    stages = (stage, *STAGES[stage].waits_for(plan))
    open_stops = report.open_stops()
    if any(f.level is Level.STOP and f.code.stage in stages and f.key in open_stops for f in report.findings):
        titles = " and ".join(STAGES[one].title for one in stages)
        return "clear its stops first" if len(stages) == 1 else f"clear the stops of {titles} first"
    return ""


def shown_lead(look: Look, seen: Seen) -> str:
    """The view that leads, found without making those beside it."""
    views = (name for name in (seen.lead, *STAGES[seen.stage].views) if name in VIEWS)
    allowed = (name for name in views if VIEWS[name].anywhere or name in STAGES[seen.stage].views)
    return next((name for name in allowed if has(look, name)), shown_views(look, seen)[0])


def shown_views(look: Look, seen: Seen) -> tuple[str, ...]:
    """Views with the promoted one in front."""
    names = views_of(look, seen.stage)
    asked = VIEWS.get(seen.lead)
    if asked and asked.anywhere and seen.lead not in names and scene_of(look, seen.lead) is not None:
        return (seen.lead, *names[:3])
    if seen.lead in names:
        return (seen.lead, *(name for name in names if name != seen.lead))
    return names
