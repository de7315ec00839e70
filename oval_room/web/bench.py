"""The bench: one store, and for each job an evaluator that remembers its last studies. What routes work with."""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable, Mapping, Sequence
from typing import Final, TypeVar

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.delta import Delta, compare
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import Evaluator
from oval_room.core.findings import Finding
from oval_room.core.parts import STAGES, START
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Editions, GearItem, GearShelf, followed
from oval_room.core.plan.size import check_size
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.solve.cures import Tried, cures_that_cure
from oval_room.core.solve.near_misses import Search
from oval_room.core.solve.within import Watch
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Answer
from oval_room.core.words import Words, counted
from oval_room.drawing.look import Look
from oval_room.drawing.parts import VIEWS
from oval_room.drawing.sheet import draw, scene_of
from oval_room.drawing.svg import write_svg
from oval_room.store.records import BrokenError, Committed, Head, Pin, StoreError, Summary
from oval_room.store.store import Store
from oval_room.web.seen import Seen
from oval_room.web.told import worst_open

LOG: Final = logging.getLogger("oval_room")
KEPT: Final = 32
NEAR_S: Final = 0.4
"""How long a shelf is tried at a time [s]."""
SeenOf = Callable[[Plan], Seen]
"""What a person will look at of a plan."""
_Key = TypeVar("_Key")
_Held = TypeVar("_Held")
PROVEN: Final = tuple(name for name, view in VIEWS.items() if view.proven)
"""Views that a plan is drawn in before it is kept."""


@record
class Trial:
    """A change that was tried on a plan: what came of it."""

    base: Plan
    gear: GearShelf
    command: Command
    after: Plan
    report: Report


class Bench:
    """What every route shares."""

    def __init__(self, store: Store) -> None:
        self.store = store
        self._evaluators: dict[str, Evaluator] = {}
        self._reports: dict[tuple[str, int, str, tuple[str, ...]], Report] = {}
        self._proven: dict[str, tuple[Plan, GearShelf, Report]] = {}
        self._trials: dict[str, Trial] = {}
        self._heard: dict[str, tuple[tuple[Plan, GearShelf], str, Subject, str, Answer]] = {}
        self._commits: dict[str, int] = {}
        """How often a job was changed here: a search begun before is unwanted."""
        self._tried: dict[str, tuple[Report | None, dict[str, list[Tried]]]] = {}
        self._near: dict[tuple[str, str, str], tuple[Report | None, GearShelf | None, Search | None]] = {}
        self._guard = threading.Lock()
        self._locks: dict[str, threading.RLock] = {}

    def _hold(self, among: dict[_Key, _Held], key: _Key, held: _Held) -> None:
        """Keep something for a while: of the last few that were used."""
        with self._guard:
            among.pop(key, None)
            among[key] = held
            while len(among) > KEPT:
                among.pop(next(iter(among)))

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
            plan, shelf, report = self._proven.get(head.job, (None, None, None))
            try:
                if report is None or plan is not head.plan or shelf is not gear:
                    report = self._evaluator(head.job)(head.plan, gear)
            except Exception as error:
                LOG.exception("job %s can't be worked out", head.job)
                raise BrokenError(head.job, "its rules can't be worked out", head.revision) from error
        self._hold(self._reports, key, report)
        return report

    def commit(
        self,
        job: str,
        base: int,
        command: Command,
        author: str,
        key: str | None = None,
        group: str | None = None,
        seen: SeenOf | None = None,
    ) -> Committed:
        """Apply a command to a job, once it is proven that what comes of it can be shown.

        Args:
            seen: what the person will look at then, whose drawings are the proof.

        Raises:
            RefusedError, MissingError, ClashError: as the store says, or it can't be shown.
        """
        trial = self._trials.get(job)
        like = trial.after if trial is not None else None
        return self.store.commit(job, base, command, author, key, group, self._prover(job, seen), like)

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

    def undo(self, job: str, author: str, *, redo: bool = False, seen: SeenOf | None = None) -> Committed:
        """Undo or redo, proven like any change."""
        step = self.store.redo if redo else self.store.undo
        return step(job, author, self._prover(job, seen))

    def jump(self, job: str, number: int, author: str, base: int | None) -> Committed:
        """Go back to an earlier revision, proven like any change."""
        return self.store.jump(job, number, author, base, self._prover(job))

    def _prover(self, job: str, seen: SeenOf | None = None) -> Callable[[Plan], None]:
        with self._guard:
            self._commits[job] = self._commits.get(job, 0) + 1

        def prove(plan: Plan) -> None:
            self.prove(plan, job, seen=seen)

        return prove

    def prove(
        self, plan: Plan, job: str = "", brings: Mapping[str, GearItem] | None = None, seen: SeenOf | None = None
    ) -> Report:
        """Work a plan out and draw it, before it is kept; its report.

        Args:
            seen: what the person will look at: those very drawings are kept for the page. Without it every view is
            written out as well.

        Raises:
            RefusedError: it is too much for one job, or can't be shown.
        """
        check_size(plan, self._before(job) if job else None)
        gear: GearShelf = self.store.gear()
        if brings:
            gear = Editions({**gear, **brings}, self.store.gear().offered)
        try:
            report = self._worked_out(job, plan, gear)
            look = self.look(plan, report, (seen or _anybody)(plan), gear=gear)
            for view in PROVEN:
                scene = scene_of(look, view)
                if scene is not None and seen is None:
                    write_svg(scene, 690, 390)
        except RefusedError:
            raise
        except Exception as error:
            LOG.exception("a plan of job %s can't be shown", job or "that is new")
            raise RefusedError(
                "the drawing or a rule fails on that, so nothing was changed; please tell us what you typed"
            ) from error
        if job:
            self._hold(self._proven, job, (plan, gear, report))
        return report

    def _worked_out(self, job: str, plan: Plan, gear: GearShelf) -> Report:
        """The report of a plan that is about to be kept: the one it was tried with, where it was."""
        trial = self._trials.get(job)
        if trial is not None and trial.after is plan and trial.gear is gear:
            return trial.report
        with self._of(job):
            return (self._evaluator(job) if job else Evaluator())(plan, gear)

    def _before(self, job: str) -> Plan | None:
        """A job's plan as it is; None where it can't be read, and an earlier one is put over it."""
        try:
            return self.store.head(job).plan
        except BrokenError:
            return None

    def try_out(self, job: str, plan: Plan) -> Report:
        """The report of a plan that is not stored, quick where little differs from the last one."""
        with self._of(job):
            return self._evaluator(job)(plan, self.store.gear())

    def trial(self, job: str, plan: Plan, command: Command) -> Trial:
        """What a change of a plan would come to, worked out once for all that asks in a row: to read it back, to keep
        it.

        Raises:
            RefusedError, MissingError: it can't be made.
        """
        gear, known = self.store.gear(), self._trials.get(job)
        if known is not None and known.base is plan and known.gear is gear and known.command == command:
            return known
        after = apply(plan, command, gear)
        trial = Trial(plan, gear, command, after, self.try_out(job, after))
        self._hold(self._trials, job, trial)
        return trial

    def hear(self, head: Head, line: str, subject: Subject, by: str) -> Answer:
        """What a line means to a job as it is, heard once for all that somebody asks in a row: two who say the same add
        two things.

        Args:
            by: who says it.
        """
        plan, gear = head.plan, self.store.gear()
        known = self._heard.get(head.job)
        if known is not None and known[0][0] is plan and known[0][1] is gear and known[1:4] == (line, subject, by):
            return known[4]

        def evaluate(one: Plan, shelf: GearShelf) -> Report:
            return self.report(head) if one is plan else self.try_out(head.job, one)

        answer = hear(plan, gear, line, subject, evaluate)
        self._hold(self._heard, head.job, ((plan, gear), line, subject, by, answer))
        return answer

    def look(
        self, plan: Plan, report: Report, seen: Seen, ghost: Plan | None = None, gear: GearShelf | None = None
    ) -> Look:
        s = seen.subject
        gear = gear if gear is not None else self.store.gear()
        return Look(plan, report, gear, s.picture, s.seat, s.scene, ghost, seen.wall, "map" in seen.layers)

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
                self._hold(self._near, (job, picture, kind), (report, gear, search))
            search.look(Watch(NEAR_S))
            return search

    def cures(self, job: str, plan: Plan, report: Report, finding: Finding, watch: Watch | None = None) -> list[Tried]:
        """A finding's cures, each tried out once for a report; those found in time, where time is given."""
        watch = watch or Watch()
        gear: GearShelf = self.store.gear()
        with self._of(f"{job}!"):
            of, tried = self._tried.get(job, (None, {}))
            if of is not report:
                tried = {}
            self._hold(self._tried, job, (report, tried))
            if finding.key in tried:
                return tried[finding.key]
            evaluate = self._evaluator(f"{job}!")
            found = cures_that_cure(plan, gear, report, finding, evaluate=evaluate, watch=watch)
            if not watch.over:
                tried[finding.key] = found
            return found

    def looking(self, job: str, seconds: float) -> Watch:
        """The time of a search that nobody waits for once the job is changed [s]."""
        begun = self._commits.get(job, 0)
        return Watch(seconds, unwanted=lambda: self._commits.get(job, 0) != begun)


def _anybody(plan: Plan) -> Seen:
    """What somebody would look at who has chosen nothing."""
    return Seen.of(plan, START, {}, {})


def lost_gear(plan: Plan, gear: GearShelf) -> tuple[str, ...]:
    """Editions that a plan names and nobody can read any more."""
    return tuple(sorted(plan.gear_used() - set(gear)))


def newer_of(plan: Plan, gear: GearShelf) -> tuple[str, ...]:
    """The editions on the shelf that have followed those a plan uses."""
    return tuple(key for key, _ in followed(gear, plan.gear_used()).values())
