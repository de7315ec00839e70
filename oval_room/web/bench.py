"""The bench: one store, and for each job an evaluator that remembers its last studies. What routes work with."""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable, Mapping, Sequence
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.delta import Delta, compare
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import Evaluator
from oval_room.core.figures import Figure, show_value
from oval_room.core.findings import Finding
from oval_room.core.fixing.drilling import stopped
from oval_room.core.levels import Level
from oval_room.core.parts import KINDS, NOTES, STAGES, START, SUBJECTS, kind_of
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import Editions, GearItem, GearShelf, followed
from oval_room.core.plan.size import check_size
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.solve.cures import Tried, cures_that_cure
from oval_room.core.solve.near_misses import Search
from oval_room.core.solve.within import Watch
from oval_room.core.subject import SUBJECT_KINDS, Subject
from oval_room.core.words import Words, counted
from oval_room.drawing.layers import LAYER_NAMES
from oval_room.drawing.look import Look
from oval_room.drawing.parts import VIEWS
from oval_room.drawing.sheet import Window, draw, scene_of, views_of
from oval_room.drawing.svg import write_svg
from oval_room.store.records import BrokenError, Committed, Head, Pin, StoreError, Summary
from oval_room.store.store import Store

LOG: Final = logging.getLogger("oval_room")
KEPT: Final = 32
NEAR_S: Final = 0.4
"""How long a shelf is tried at a time [s]."""
PROVEN: Final = tuple(name for name, view in VIEWS.items() if view.proven)
"""Views that a plan is drawn in before it is kept."""
ADDED_KINDS: Final = tuple(kind for kind in SUBJECTS if kind not in (*SUBJECT_KINDS, "wall"))
"""Kinds of what is looked at that trades have added."""


@record
class Seen:
    """What a person looks at: stage, subject, lead view, layers."""

    stage: str
    subject: Subject
    lead: str
    layers: tuple[str, ...]
    zoom: Window | None = None
    wall: int = 1

    @classmethod
    def of(cls, plan: Plan, stage: str, query: Mapping[str, str], cookies: Mapping[str, str]) -> Seen:
        """From an address's query, with what is sensible here for all that is missing or gone."""
        chosen, survey = plan.chosen, plan.survey
        stage = stage if stage in STAGES else START
        asked = getattr(chosen.node(query.get("projector", "")), "shows", None)  # what is clicked on brings its picture
        picture = _known(asked or query.get("picture"), chosen, stage)
        seat = query.get("seat") if query.get("seat") in survey.seats else survey.main
        scene = query.get("scene") if query.get("scene") in survey.scenes else next(iter(survey.scenes), None)
        fed = chosen.fed_by(picture)
        hidden = query.get("off", cookies.get(f"off.{stage}"))
        off = STAGES[stage].hidden if hidden is None else hidden.split("-")
        layers = tuple(layer for layer in LAYER_NAMES if layer not in off)
        more = tuple((kind, query[kind]) for kind in ADDED_KINDS if query.get(kind) in SUBJECTS[kind].among(plan))
        subject = Subject(picture, seat, scene, fed[0] if fed else None, more)
        wall = _wall(plan, query.get("wall", ""), picture)
        return cls(stage, subject, query.get("lead", ""), layers, _window(query.get("zoom", "")), wall)


def _wall(plan: Plan, asked: str, picture: str | None) -> int:
    """The wall looked at: the one asked for, else the subject picture's own."""
    room = plan.survey.room
    if asked.removeprefix("w").isdecimal() and 1 <= int(asked.removeprefix("w")[:3]) <= len(room.walls):
        return int(asked.removeprefix("w"))
    node = plan.chosen.pictures.get(picture or "")
    return wall_of(room, node) if node else 1


def _window(text: str) -> Window | None:
    """A zoomed window from an address (`u0,v0,u1,v1` in mm); None when it is none, or between 20 mm and 200 m."""
    try:
        u0, v0, u1, v1 = (float(part) for part in text.split(","))
    except ValueError:
        return None
    sane = all(abs(value) < 200_000 for value in (u0, v0, u1, v1))  # also false for what is not a number
    return (u0, v0, u1, v1) if sane and u1 - u0 >= 20 and v1 - v0 >= 20 else None


def _known(wanted: str | None, scheme: Scheme, stage: str) -> str | None:
    """The picture asked for, else one the stage is about: a projected one, or one that is not, when there is one."""
    pictures, fed = scheme.pictures, scheme.feeds
    if wanted in pictures:
        return wanted
    if wanted in scheme.groups:
        return scheme.groups[wanted].members[0]
    first = next(iter(pictures), None)
    if not STAGES[stage].thrown:
        return next((key for key in pictures if key not in fed), first)
    return next((key for key in pictures if key in fed), first)


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


class Bench:
    """What every route shares."""

    def __init__(self, store: Store) -> None:
        self.store = store
        self._evaluators: dict[str, Evaluator] = {}
        self._reports: dict[tuple[str, int, str, tuple[str, ...]], Report] = {}
        self._tried: dict[str, tuple[Report | None, dict[str, list[Tried]]]] = {}
        self._near: dict[tuple[str, str, str], tuple[Report | None, GearShelf | None, Search | None]] = {}
        self._guard = threading.Lock()
        self._locks: dict[str, threading.RLock] = {}

    def _of(self, job: str) -> threading.RLock:
        """The lock of one job's evaluators: work on one job holds up no other."""
        with self._guard:
            return self._locks.setdefault(job, threading.RLock())

    def _evaluator(self, name: str) -> Evaluator:
        with self._guard:
            evaluator = self._evaluators.pop(name, None) or Evaluator()
            self._evaluators[name] = evaluator  # the last used is the last to go
            while len(self._evaluators) > KEPT:
                self._evaluators.pop(next(iter(self._evaluators)))
        return evaluator

    def report(self, head: Head) -> Report:
        """The report of a job's newest revision, worked out once."""
        gear = self.store.gear()
        key = (head.job, head.revision, head.plan.scheme, newer_of(head.plan, gear))
        with self._of(head.job):
            known = self._reports.get(key)
            if known is not None:
                return known
            if lost := lost_gear(head.plan, gear):
                raise BrokenError(
                    head.job, f"{counted(len(lost), 'item')} of its gear can't be read", head.revision, lost
                )
            try:
                report = self._evaluator(head.job)(head.plan, gear)
            except Exception as error:
                LOG.exception("job %s can't be worked out", head.job)
                raise BrokenError(head.job, "its rules can't be worked out", head.revision) from error
        with self._guard:
            self._reports[key] = report
            while len(self._reports) > KEPT:
                self._reports.pop(next(iter(self._reports)))
        return report

    def commit(
        self, job: str, base: int, command: Command, author: str, key: str | None = None, group: str | None = None
    ) -> Committed:
        """Apply a command to a job, once it is proven that what comes of it can be shown.

        Raises:
            RefusedError, MissingError, ClashError: as the store says, or it can't be shown.
        """
        return self.store.commit(job, base, command, author, key, group, self._prover(job))

    def create(
        self,
        plan: Plan,
        author: str,
        label: str,
        brings: Mapping[str, GearItem] | None = None,
        pins: Sequence[Pin] = (),
    ) -> str:
        """Store a plan as a new job with the gear it brings and what is pinned to it, once it is proven that it can be
        shown; its id.

        Raises:
            RefusedError: it can't be.
        """
        self.prove(plan, brings=brings)
        return self.store.create(plan, author, label, gear=brings, pins=pins)

    def check(self) -> list[str]:
        """Jobs that can't be worked out or drawn, each with its name."""
        wrong, at = [], 0
        while True:
            rows = [row for old in (False, True) for row in self.store.list_jobs(archived=old, limit=200, offset=at)[0]]
            for row in rows:
                try:
                    self.prove(self.store.head(row.id).plan)
                except (RefusedError, BrokenError) as error:
                    wrong.append(f"job {row.id} ({row.name}): {error}")
            if not rows:
                return wrong
            at += 200

    def undo(self, job: str, author: str, *, redo: bool = False) -> Committed:
        """Undo or redo, proven like any change."""
        step = self.store.redo if redo else self.store.undo
        return step(job, author, self._prover(job))

    def jump(self, job: str, number: int, author: str, base: int | None) -> Committed:
        """Go back to an earlier revision, proven like any change."""
        return self.store.jump(job, number, author, base, self._prover(job))

    def _prover(self, job: str) -> Callable[[Plan], None]:
        def prove(plan: Plan) -> None:
            self.prove(plan, job)

        return prove

    def prove(self, plan: Plan, job: str = "", brings: Mapping[str, GearItem] | None = None) -> Report:
        """Work a plan out and draw it, before it is kept; its report.

        Raises:
            RefusedError: it is too much for one job, or can't be shown.
        """
        check_size(plan, self._before(job) if job else None)
        gear = self.store.gear()
        if brings:
            gear = Editions({**gear, **brings}, gear.offered)
        try:
            with self._of(job):
                report = (self._evaluator(job) if job else Evaluator())(plan, gear)
            subject = Seen.of(plan, "picture", {}, {}).subject
            look = Look(plan, report, gear, subject.picture, subject.seat, subject.scene, None, 1, False)
            for view in PROVEN:
                scene = scene_of(look, view)
                if scene is not None:
                    write_svg(scene, 690, 390)
            return report
        except RefusedError:
            raise
        except Exception as error:
            LOG.exception("a plan of job %s can't be shown", job or "that is new")
            raise RefusedError(
                "the drawing or a rule fails on that, so nothing was changed; please tell us what you typed"
            ) from error

    def _before(self, job: str) -> Plan | None:
        """A job's plan as it is; None where it can't be read, and an earlier one is put over it."""
        try:
            return self.store.head(job).plan
        except BrokenError:
            return None

    def try_out(self, job: str, plan: Plan) -> Report:
        """The report of a plan that is not stored, quick where little differs from the last one."""
        with self._of(f"{job}?"):
            return self._evaluator(f"{job}?")(plan, self.store.gear())

    def look(self, plan: Plan, report: Report, seen: Seen, ghost: Plan | None = None) -> Look:
        s = seen.subject
        return Look(plan, report, self.store.gear(), s.picture, s.seat, s.scene, ghost, seen.wall, "map" in seen.layers)

    def summarise(self, head: Head) -> Report:
        """Work out a report and keep what the Desk shows of it."""
        report = self.report(head)
        words = Words(head.plan)
        worst = worst_open(report)
        upset = ", ".join(STAGES[stage].title for stage in report.upset)
        summary = Summary(worst.level.value if worst else "", words.finding(worst) if worst else "", upset)
        try:
            self.store.put_summary(head.job, head.revision, summary)
        except StoreError as error:  # the change itself is kept: the Desk's line for it comes with the next
            LOG.warning("the Desk's summary of %s was not kept: %s", head.job, error)
        return report

    def draw_lead(self, plan: Plan, report: Report, seen: Seen, view: str, size: tuple[float, float]) -> str:
        """One view of a plan that is only tried; empty when it has none."""
        part = draw(self.look(plan, report, seen), view, *size, seen.layers, "lead-", seen.zoom)
        return part.svg if part else ""

    def delta(self, before: Report, after: Report, plan: Plan, subject: Subject) -> Delta:
        return compare(before, after, plan.writing.ruler, subject.ids())

    def tried(self, job: str, report: Report, finding: Finding) -> bool:
        """Whether a finding's cures have been tried out for a report."""
        of, tried = self._tried.get(job, (None, {}))
        return of is report and finding.key in tried

    def near(self, job: str, report: Report, plan: Plan, picture: str, kind: str) -> Search:
        """What of the shelf fits a picture, taken up where the last look at the same broke off."""
        gear = self.store.gear()
        with self._of(f"{job}?"):
            of, shelf, search = self._near.get((job, picture, kind), (None, None, None))
            if search is None or of is not report or shelf is not gear:
                search = Search(plan, gear, picture, kind)
                with self._guard:
                    self._near[job, picture, kind] = (report, gear, search)
                    while len(self._near) > KEPT:
                        self._near.pop(next(iter(self._near)))
            search.look(Watch(NEAR_S))
            return search

    def cures(self, job: str, plan: Plan, report: Report, finding: Finding, watch: Watch | None = None) -> list[Tried]:
        """A finding's cures, each tried out once for a report; those found in time, where time is given."""
        watch = watch or Watch()
        gear: GearShelf = self.store.gear()
        with self._of(job):
            of, tried = self._tried.get(job, (None, {}))
            evaluate = self._evaluator(job)
            if of is not report:
                tried = {}
            with self._guard:
                self._tried.pop(job, None)
                self._tried[job] = (report, tried)
                while len(self._tried) > KEPT:
                    self._tried.pop(next(iter(self._tried)))
            if finding.key in tried:
                return tried[finding.key]
            found = cures_that_cure(plan, gear, report, finding, evaluate=evaluate, watch=watch)
            if not watch.over:
                tried[finding.key] = found
            return found


def lost_gear(plan: Plan, gear: GearShelf) -> tuple[str, ...]:
    """Editions that a plan names and nobody can read any more."""
    return tuple(sorted(plan.gear_used() - set(gear)))


def newer_of(plan: Plan, gear: GearShelf) -> tuple[str, ...]:
    """The editions on the shelf that have followed those a plan uses."""
    return tuple(key for key, _ in followed(gear, plan.gear_used()).values())


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


def shown_views(look: Look, seen: Seen) -> tuple[str, ...]:
    """Views with the promoted one in front."""
    names = views_of(look, seen.stage)
    asked = VIEWS.get(seen.lead)
    if asked and asked.anywhere and seen.lead not in names and scene_of(look, seen.lead) is not None:
        return (seen.lead, *names[:3])
    if seen.lead in names:
        return (seen.lead, *(name for name in names if name != seen.lead))
    return names
