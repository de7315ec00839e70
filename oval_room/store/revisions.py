"""Revisions of a job: commit, undo, redo, going back, and who changed what since.

Commit: a command against a base revision. When the head has moved on and the paths touched are apart, the command is
applied to the head; else `ClashError` carries both values of each place. Undo is a new revision that puts back what my
last command touched.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from contextlib import suppress
from typing import Any, NamedTuple

import peewee

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.job.commands import Restore
from oval_room.core.plan.changes import (
    Change,
    Path,
    change_of,
    changes,
    graft_known,
    grows_only,
    overlap,
    path_of,
    said,
    value_at,
)
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import called, plain
from oval_room.store.documents import Documents, whole
from oval_room.store.editions import Editions
from oval_room.store.opened import Opened, now
from oval_room.store.records import BrokenError, ClashError, Committed, Head, HistoryRow, Step
from oval_room.store.seals import seal, unbroken

TRIES = 5
"""How often a commit is made out anew, because the head moved while it was."""


Prove = Callable[[Plan], None]


class _Made(NamedTuple):
    """A revision made out, not kept yet."""

    after: Plan
    command: Command
    label: str
    touched: list[Change]
    kind: str
    meanwhile: tuple[str, ...]
    undoes: int | None = None


def _touched(row: Any) -> list[Change]:
    """What a revision touched.

    Raises:
        BrokenError: it can't be read.
    """
    try:
        return [change_of(kept) for kept in json.loads(row.touched)]
    except (ValueError, TypeError, RecursionError) as error:
        raise BrokenError(str(row.job_id), f"what revision {row.number} changed is damaged", row.number) from error


def _stays_logged(head: Plan, change: Change) -> bool:
    """Whether a change is of the log of readings, which only grows, and asks for nothing more there."""
    return grows_only(change.path) and (change.before is None or value_at(head, change.path) == change.before)


class Revisions:
    """Jobs' revisions of one database."""

    def __init__(self, db: Opened, editions: Editions) -> None:
        self._db, self._editions, self._documents = db, editions, Documents(db)
        self.forget = self._documents.forget

    def commit(
        self,
        job: str,
        base: int,
        command: Command,
        author: str,
        key: str | None = None,
        group: str | None = None,
        prove: Prove | None = None,
        like: Plan | None = None,
    ) -> Committed:
        """Apply a command to a job.

        Args:
            base: the revision the person saw.
            key: the same for a commit that is sent again; it is then applied once.
            group: commits of one group that follow each other are undone as one step.
            prove: is given the plan before it is kept, outside of any transaction; raises when it can't be shown.
            like: a plan that was tried: what comes out equal to a part of it is that very object.

        Raises:
            ClashError: others changed the same places since the base.
            RefusedError, MissingError: the command can't be applied, or what comes of it can't be shown.
        """
        gear, stamp = self._editions.gear(), Stamp(author, now())

        def made(row: Any, head: Plan) -> _Made:
            if not 1 <= base <= row.head:
                raise RefusedError(
                    f"revision {base} is not one of this job's (1 to {row.head})", field="base", value=base
                )
            meanwhile: tuple[str, ...] = ()
            if base < row.head:
                self._all_kept(job, base, row.head)
                mine = apply(self.plan_at(job, base), command, gear, stamp)
                meanwhile = self._check_apart(job, base, row.head, head, mine)
            after = graft_known(like, apply(head, command, gear, stamp), head)
            touched = changes(head, after)
            return _Made(after, command, command.label or _label(touched), touched, "do", meanwhile)

        return self._advanced(job, author, made, key=key, group=group, prove=prove)

    def _advanced(
        self,
        job: str,
        author: str,
        make: Callable[[Any, Plan], _Made],
        *,
        key: str | None = None,
        group: str | None = None,
        prove: Prove | None = None,
    ) -> Committed:
        """A new revision, made out and proven on the head as it is read, and kept if that is still the head."""
        for _ in range(TRIES):
            with self._db.connected():
                row = self._db.job(job)
                again = self._sent_before(job, key)
                if again is not None:
                    return again
                head = self.plan_at(job, row.head)
                made = make(row, head)
            if not made.touched:
                return Committed(Head(job, row.head, head), made.label, (), made.meanwhile)
            if prove is not None:
                prove(made.after)
            with self._db.writing():
                newest = self._db.job(job)
                if newest.head != row.head or self._sent_before(job, key) is not None:
                    continue
                self._advance(newest, made.after)
                self.add(
                    job,
                    newest.head,
                    made.after,
                    made.command.model_dump_json(),
                    made.label,
                    author,
                    made.touched,
                    made.kind,
                    undoes=made.undoes,
                    key=key,
                    group=group,
                    before=head,
                )
            self.keep(job, newest.head, made.after)
            touched = tuple(change.path for change in made.touched)
            return Committed(Head(job, newest.head, made.after), made.label, touched, made.meanwhile)
        raise RefusedError("others change this job all the time; look at what they did, then do it again")

    def undo(self, job: str, author: str, prove: Prove | None = None) -> Committed:
        """Put back what my last command touched; the log of readings stays as it is.

        Raises:
            RefusedError: there is none, or those places were changed since (it says which and by whom).
        """
        return self._step_back(job, author, redo=False, prove=prove)

    def redo(self, job: str, author: str, prove: Prove | None = None) -> Committed:
        """Do again what I undid last."""
        return self._step_back(job, author, redo=True, prove=prove)

    def jump(
        self, job: str, number: int, author: str, base: int | None = None, prove: Prove | None = None
    ) -> Committed:
        """Go back to an earlier revision, as a new one that can itself be undone. The log of readings stays as it is.

        Args:
            base: the revision the person saw; None for the newest.

        Raises:
            ClashError: others changed since the base what this would put back.
            MissingError: there is no such revision.
        """

        if (done := self._over_broken(job, number, author, prove)) is not None:
            return done

        def made(row: Any, head: Plan) -> _Made:
            target = self.plan_at(job, number)
            if base is not None and not 1 <= base <= row.head:
                raise RefusedError(f"revision {base} is not one of this job's (1 to {row.head})", field="base")
            meanwhile: tuple[str, ...] = ()
            if base is not None and base < row.head:
                self._all_kept(job, base, row.head)
                meanwhile = self._check_apart(job, base, row.head, head, target)
            wanted = [change for change in changes(target, head) if not grows_only(change.path)]
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(head, command, self._editions.gear()) if wanted else head
            label = f"Back to revision {number}" if wanted else ""
            return _Made(after, command, label, changes(head, after), "do", meanwhile)

        return self._advanced(job, author, made, prove=prove)

    def _over_broken(self, job: str, number: int, author: str, prove: Prove | None) -> Committed | None:
        """Where the head can't be read, put an earlier revision over it as it was; None where it can."""
        with self._db.connected():
            row = self._db.job(job)
            if self.can_be_read(job, row.head):
                return None
            target = self.plan_at(job, number)
        if prove is not None:
            prove(target)
        label = f"Back to revision {number}"
        with self._db.writing():
            row = self._db.job(job)
            row.head = max(row.head, self._newest(job))  # a damaged row may name any number
            self._advance(row, target)
            self.add(job, row.head, target, "{}", label, author, [], "start")
        self.keep(job, row.head, target)
        return Committed(Head(job, row.head, target), label, ())

    def can_be_read(self, job: str, revision: int) -> bool:
        try:
            self.plan_at(job, revision)
        except (BrokenError, MissingError):
            return False
        return True

    def _newest(self, job: str) -> int:
        table = self._db.tables["revision"]
        return int(table.select(peewee.fn.MAX(table.number)).where(table.job == job).scalar() or 0)

    def name_revision(self, job: str, number: int, name: str) -> None:
        """Give a revision a name of its own in the list; an empty one takes it away.

        Raises:
            MissingError: there is no such revision.
        """
        table = self._db.tables["revision"]
        with self._db.writing():
            done = (
                table.update(name=called(name)[:80] or None)
                .where((table.job == job) & (table.number == number))
                .execute()
            )
        if not done:
            raise MissingError(f"job {str(job)[:20]} has no revision {number}", value=number)

    def undoable(self, job: str, author: str) -> tuple[str | None, str | None]:
        """Labels of what undo and redo would take back or do again; None where nothing is."""
        with self._db.connected():
            undo, redo = (self._next_step(job, author, redo=way) for way in (False, True))
            return (undo.label if undo else None), (redo.label if redo else None)

    def history(self, job: str, limit: int = 100, before: int | None = None) -> list[HistoryRow]:
        """Revisions, newest first; those before one."""
        table = self._db.tables["revision"]
        with self._db.connected():
            rows = (
                table.select(table.number, table.label, table.author, table.at, table.kind, table.name)
                .where((table.job == job) & ((table.number < before) if before else (table.number > 0)))
                .order_by(table.number.desc())
                .limit(limit)
            )
            return [HistoryRow(row.number, row.label, row.author, row.at, row.kind, row.name or "") for row in rows]

    # ── care ──

    def damaged(self, job: str) -> list[int]:
        """The numbers of a job's revisions that are not as they were kept."""
        table = self._db.tables["revision"]
        rows = table.select().where(table.job == job).order_by(table.number).dicts().iterator()
        return [row["number"] for row in rows if not unbroken("revision", row | {"job_id": row["job"]})]

    def without_job(self) -> list[str]:
        """Jobs that have revisions and are no jobs."""
        table, jobs = self._db.tables["revision"], self._db.tables["job"]
        rows = table.select(table.job).distinct().where(table.job.not_in(jobs.select(jobs.id))).tuples()
        return [str(row[0])[:20] for row in rows]

    # ── inside ──

    def plan_at(self, job: str, revision: int) -> Plan:
        return self._documents.at(job, revision)

    def keep(self, job: str, revision: int, plan: Plan) -> None:
        self._documents.keep(job, revision, plan)

    def _all_kept(self, job: str, base: int, head: int) -> None:
        """Nothing, while every revision from a base on is kept: only then is it known what others changed.

        Raises:
            RefusedError: some were thinned out.
        """
        table = self._db.tables["revision"]
        kept = table.select().where((table.job == job) & (table.number >= base) & (table.number <= head)).count()
        if kept != head - base + 1:
            raise RefusedError(f"this page shows revision {base}, which is too long ago; load it again", field="base")

    def tidy(self, before: str) -> int:
        """Thin out revisions older than a moment that nobody named and in which nothing was settled or decided: never
        a job's first or newest. Returns how many went.
        """
        table, jobs = self._db.tables["revision"], self._db.tables["job"]
        gone = 0
        with self._db.connected():
            heads = {row.id: row.head for row in jobs.select(jobs.id, jobs.head)}
        for job, head in heads.items():
            with suppress(BrokenError, MissingError), self._db.writing():  # a damaged job stays as it is
                rows = table.select(table.number, table.name, table.kind, table.at, table.base, table.touched)
                old = list(rows.where(table.job == job).order_by(table.number))
                out = {row.number for row in old if row.at < before and row.number != head and not _stays(row)}
                for row in old:
                    if row.number not in out and row.base in out:
                        mine = (table.job == job) & (table.number == row.number)
                        document = whole(self.plan_at(job, row.number))
                        table.update(document=document, base=None).where(mine).execute()
                        (kept,) = table.select().where(mine).dicts()
                        table.update(seal=seal("revision", kept | {"job_id": job})).where(mine).execute()
                for number in out:
                    gone += table.delete().where((table.job == job) & (table.number == number)).execute()
            self._documents.forget(job)
        return gone

    def _advance(self, row: Any, after: Plan) -> None:
        row.head += 1
        row.name, row.client, row.place, row.state = after.name, after.client, after.place, after.state
        row.search, row.changed_at = search_text(after), now()
        row.save()

    def add(
        self,
        job: str,
        number: int,
        plan: Plan,
        command: str,
        label: str,
        author: str,
        touched: list[Change],
        kind: str,
        *,
        undoes: int | None = None,
        key: str | None = None,
        group: str | None = None,
        before: Plan | None = None,
    ) -> None:
        document, base = self._documents.written(job, before, number, plan)
        row = {
            "job_id": job,
            "number": number,
            "document": document,
            "base": base,
            "command": command,
            "label": plain(label)[:200],
            "author": called(author)[:80],
            "touched": json.dumps(touched, ensure_ascii=False),
            "kind": kind,
            "undoes": undoes,
            "key": key,
            "group_key": group,
            "at": now(),
        }
        table = self._db.tables["revision"]
        table.create(**row, seal=seal("revision", row))
        (kept,) = table.select().where((table.job == job) & (table.number == number)).dicts()
        self._documents.read_back(before, plan, kept | {"job_id": kept["job"]})

    def _sent_before(self, job: str, key: str | None) -> Committed | None:
        if key is None:
            return None
        table = self._db.tables["revision"]
        row = next(iter(table.raw("SELECT * FROM revision WHERE job_id = ? AND key = ?", job, key)), None)
        if row is None:
            return None
        touched = tuple(change.path for change in _touched(row))
        return Committed(Head(job, row.number, self.plan_at(job, row.number)), row.label, touched)

    def _check_apart(self, job: str, base: int, head: int, head_plan: Plan, mine: Plan) -> tuple[str, ...]:
        """Who changed other places since the base; a clash when they are the same places."""
        table = self._db.tables["revision"]
        base_plan = self.plan_at(job, base)
        rows = list(table.select().where((table.job == job) & (table.number > base) & (table.number <= head)))
        theirs = [change.path for row in rows for change in _touched(row)]
        touched = changes(base_plan, mine)
        same = overlap([change.path for change in touched], theirs)
        if same:
            by = ", ".join(sorted({row.author for row in rows}))
            wanted = {change.path: change for change in touched}
            clashes = [(path, wanted[path].before, value_at(head_plan, path), wanted[path].after) for path in same]
            raise ClashError(head, clashes, by)
        return tuple(f"{row.author}: {row.label}" for row in rows)

    def _next_step(self, job: str, author: str, *, redo: bool) -> Step | None:
        """My step that undo or redo would go through next; a group's revisions are one step.

        Read from the newest revision back, and no farther than it takes: an undo stands for the step before it, a redo
        for what it did again.
        """
        table = self._db.tables["revision"]
        rows = (
            table.select(table.number, table.kind, table.label, table.group_key, table.undoes)
            .where((table.job == job) & (table.author == author) & (table.kind != "start"))
            .order_by(table.number.desc())
        )
        back, passed = ("redo", "undo") if redo else ("undo", "redo")
        skip, found, group = 0, list[Any](), None
        for row in rows.iterator():
            if found:
                if row.kind != "do" or not group or row.group_key != group:
                    break
                found.append(row)
            elif row.kind == back:
                skip += 1
            elif row.kind == passed and skip:
                skip -= 1
            elif row.kind == passed:
                return self._step_of(job, author, row.undoes)
            elif redo:
                return None  # a new change ends what could be done again
            elif group is not None and row.group_key == group:
                continue  # the rest of a step that was undone
            elif skip:
                skip, group = skip - 1, row.group_key or None
            else:
                found, group = [row], row.group_key
        return Step(tuple(row.number for row in reversed(found)), found[0].label, group) if found else None

    def _step_of(self, job: str, author: str, last: int) -> Step | None:
        """The step whose last revision has a number."""
        table = self._db.tables["revision"]
        mine = (table.job == job) & (table.author == author) & (table.kind != "start")
        rows = (
            table.select(table.number, table.kind, table.label, table.group_key)
            .where(mine & (table.number <= last))
            .order_by(table.number.desc())
        )
        numbers: list[int] = []
        label, group = "", None
        for row in rows.iterator():
            if not numbers:
                if row.number != last:
                    return None  # it was thinned out
                numbers, label, group = [row.number], row.label, row.group_key
            elif group and row.kind == "do" and row.group_key == group:
                numbers.append(row.number)
            else:
                break
        return Step(tuple(reversed(numbers)), label, group) if numbers else None

    def _touched_by(self, job: str, numbers: tuple[int, ...]) -> list[Change]:
        """What revisions that follow each other touched together: first value before, last value after."""
        table = self._db.tables["revision"]
        together: dict[Path, Change] = {}
        for row in table.select().where((table.job == job) & table.number.in_(numbers)).order_by(table.number):
            for path, before, after in _touched(row):
                first = together[path].before if path in together else before
                together[path] = Change(path, first, after)
        return list(together.values())

    def _step_back(self, job: str, author: str, *, redo: bool, prove: Prove | None) -> Committed:
        def made(row: Any, head: Plan) -> _Made:
            step = self._next_step(job, author, redo=redo)
            if step is None:
                raise RefusedError(f"there is nothing of yours to {'do again' if redo else 'undo'} here")
            touched = self._touched_by(job, step.numbers)
            wanted = [Change(path, after, before) for path, before, after in touched] if redo else touched
            wanted = [change for change in wanted if not _stays_logged(head, change)]
            moved = [change.path for change in wanted if value_at(head, change.path) != change.after]
            if moved:
                raise RefusedError(self._changed_since(job, step.numbers[-1], moved, step.label))
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(head, command, self._editions.gear())
            label, kind = f"{'Again' if redo else 'Undone'}: {step.label}", "redo" if redo else "undo"
            return _Made(after, command, label, changes(head, after), kind, (), step.numbers[-1])

        return self._advanced(job, author, made, prove=prove)

    def _changed_since(self, job: str, number: int, moved: list[Path], label: str) -> str:
        table = self._db.tables["revision"]
        rows = table.select().where((table.job == job) & (table.number > number))
        by = sorted({row.author for row in rows if overlap(moved, [change.path for change in _touched(row)])})
        places = ", ".join(said(path) for path in moved[:3])
        return f"“{label}” can't be taken back: {', '.join(by) or 'someone'} changed {places} since"


def _stays(row: Any) -> bool:
    """Whether a revision is never thinned out."""
    try:
        paths = [path_of(item[0]) for item in json.loads(row.touched)]
    except (ValueError, TypeError, LookupError):
        return True  # nobody can say what was in it
    told = any(path[:2] in (("choices", "settled"), ("choices", "decided")) for path in paths)
    return bool(row.name) or row.kind == "start" or told


def search_text(plan: Plan) -> str:
    """What the Desk's search looks through."""
    return " ".join((plan.name, plan.client, plan.place, plan.state)).lower()


def _label(touched: list[Change]) -> str:
    paths = [said(change.path) for change in touched if not grows_only(change.path)]
    return "Changed " + ", ".join(paths[:3]) if paths else "Changed"
