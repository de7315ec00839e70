"""Revisions of a job: commit, undo, redo, going back, and who changed what since.

Commit: a command against a base revision. When the head has moved on and the paths touched are apart, the command is
applied to the head; else `ClashError` carries both values of each place. Undo is a new revision that puts back what my
last command touched.
"""

from __future__ import annotations

import json
import threading
import zlib
from typing import Any

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.job.commands import Restore
from oval_room.core.parts import PLAN
from oval_room.core.plan.changes import Change, changes, overlap, value_at
from oval_room.core.plan.document import Plan
from oval_room.store.editions import Editions
from oval_room.store.opened import Opened, now
from oval_room.store.records import ClashError, Committed, Head, HistoryRow, Step

KEPT_PLANS = 64


class Revisions:
    """Jobs' revisions of one database."""

    def __init__(self, db: Opened, editions: Editions) -> None:
        self._db, self._editions = db, editions
        self._plans: dict[tuple[str, int], Plan] = {}
        self._lock = threading.Lock()

    def commit(
        self, job: str, base: int, command: Command, author: str, key: str | None = None, group: str | None = None
    ) -> Committed:
        """Apply a command to a job.

        Args:
            base: the revision the person saw.
            key: the same for a commit that is sent again; it is then applied once.
            group: commits of one group that follow each other are undone as one step.

        Raises:
            ClashError: others changed the same places since the base.
            RefusedError, MissingError: the command can't be applied.
        """
        gear = self._editions.gear()
        stamp = Stamp(author, now())
        with self._db.writing():
            row = self._db.job(job)
            again = self._sent_before(job, key)
            if again is not None:
                return again
            if not 1 <= base <= row.head:
                raise RefusedError(
                    f"revision {base} is not one of this job's (1 to {row.head})", field="base", value=base
                )
            head_plan = self.plan_at(job, row.head)
            meanwhile: tuple[str, ...] = ()
            if base < row.head:
                meanwhile = self._check_apart(
                    job, base, row.head, head_plan, apply(self.plan_at(job, base), command, gear, stamp)
                )
            after = apply(head_plan, command, gear, stamp)
            touched = changes(head_plan, after)
            if not touched:
                return Committed(Head(job, row.head, head_plan), command.label, (), meanwhile)
            label = command.label or _label(touched)
            self._advance(row, after)
            self.add(
                job, row.head, after, command.model_dump_json(), label, author, touched, "do", key=key, group=group
            )
        self.keep(job, row.head, after)
        return Committed(Head(job, row.head, after), label, tuple(change.path for change in touched), meanwhile)

    def undo(self, job: str, author: str) -> Committed:
        """Put back what my last command touched.

        Raises:
            RefusedError: there is none, or those places were changed since (it says which and by whom).
        """
        return self._step_back(job, author, redo=False)

    def redo(self, job: str, author: str) -> Committed:
        """Do again what I undid last."""
        return self._step_back(job, author, redo=True)

    def jump(self, job: str, number: int, author: str) -> Committed:
        """Go back to an earlier revision, as a new one that can itself be undone. The reading log stays as it is."""
        with self._db.writing():
            row = self._db.job(job)
            plan, target = self.plan_at(job, row.head), self.plan_at(job, number)
            wanted = [change for change in changes(target, plan) if not change.path.startswith("readings")]
            if not wanted:
                return Committed(Head(job, row.head, plan), "", ())
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(plan, command, self._editions.gear())
            label = f"Back to revision {number}"
            self._advance(row, after)
            done = changes(plan, after)
            self.add(job, row.head, after, command.model_dump_json(), label, author, done, "do")
        self.keep(job, row.head, after)
        return Committed(Head(job, row.head, after), label, tuple(change.path for change in done))

    def name_revision(self, job: str, number: int, name: str) -> None:
        """Give a revision a name of its own in the list; an empty one takes it away.

        Raises:
            MissingError: there is no such revision.
        """
        table = self._db.tables["revision"]
        with self._db.writing():
            done = (
                table.update(name=name.strip()[:80] or None)
                .where((table.job == job) & (table.number == number))
                .execute()
            )
        if not done:
            raise MissingError(f"job {job[:20]} has no revision {number}", value=number)

    def undoable(self, job: str, author: str) -> tuple[str | None, str | None]:
        """Labels of what undo and redo would take back or do again; None where nothing is."""
        with self._db.connected():
            undo, redo = self._stacks(job, author)
            return (undo[-1].label if undo else None), (redo[-1].label if redo else None)

    def history(self, job: str, limit: int = 100) -> list[HistoryRow]:
        """Revisions, newest first."""
        table = self._db.tables["revision"]
        with self._db.connected():
            rows = (
                table.select(table.number, table.label, table.author, table.at, table.kind, table.name)
                .where(table.job == job)
                .order_by(table.number.desc())
                .limit(limit)
            )
            return [HistoryRow(row.number, row.label, row.author, row.at, row.kind, row.name or "") for row in rows]

    # ── inside ──

    def plan_at(self, job: str, revision: int) -> Plan:
        with self._lock:
            kept = self._plans.get((job, revision))
        if kept is not None:
            return kept
        table = self._db.tables["revision"]
        row = table.get_or_none((table.job == job) & (table.number == revision))
        if row is None:
            raise MissingError(f"job {job[:20]} has no revision {revision}", value=revision)
        plan = PLAN.validate_json(zlib.decompress(bytes(row.document)))
        self.keep(job, revision, plan)
        return plan

    def keep(self, job: str, revision: int, plan: Plan) -> None:
        with self._lock:
            self._plans[job, revision] = plan
            while len(self._plans) > KEPT_PLANS:
                self._plans.pop(next(iter(self._plans)))

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
    ) -> None:
        document = zlib.compress(plan.model_dump_json().encode(), 6)
        self._db.tables["revision"].create(
            job=job,
            number=number,
            document=document,
            command=command,
            label=label[:200],
            author=author,
            touched=json.dumps(touched, ensure_ascii=False),
            kind=kind,
            undoes=undoes,
            key=key,
            group_key=group,
            at=now(),
        )

    def _sent_before(self, job: str, key: str | None) -> Committed | None:
        if key is None:
            return None
        table = self._db.tables["revision"]
        row = table.get_or_none((table.job == job) & (table.key == key))
        if row is None:
            return None
        touched = tuple(item[0] for item in json.loads(row.touched))
        return Committed(Head(job, row.number, self.plan_at(job, row.number)), row.label, touched)

    def _check_apart(self, job: str, base: int, head: int, head_plan: Plan, mine: Plan) -> tuple[str, ...]:
        """Who changed other places since the base; a clash when they are the same places."""
        table = self._db.tables["revision"]
        base_plan = self.plan_at(job, base)
        rows = list(table.select().where((table.job == job) & (table.number > base) & (table.number <= head)))
        theirs = [item[0] for row in rows for item in json.loads(row.touched)]
        touched = changes(base_plan, mine)
        same = overlap([change.path for change in touched], theirs)
        if same:
            by = ", ".join(sorted({row.author for row in rows}))
            wanted = {change.path: change for change in touched}
            clashes = [(path, wanted[path].before, value_at(head_plan, path), wanted[path].after) for path in same]
            raise ClashError(head, clashes, by)
        return tuple(f"{row.author}: {row.label}" for row in rows)

    def _stacks(self, job: str, author: str) -> tuple[list[Step], list[Step]]:
        """My steps that undo and redo would go through, the next one last; a group's revisions are one step."""
        table = self._db.tables["revision"]
        rows = table.select(table.number, table.kind, table.label, table.group_key).where(
            (table.job == job) & (table.author == author) & (table.kind != "start")
        )
        undo: list[Step] = []
        redo: list[Step] = []
        for row in rows.order_by(table.number):
            if row.kind == "do":
                if undo and row.group_key and undo[-1].group == row.group_key:
                    undo[-1] = Step((*undo[-1].numbers, row.number), row.label, row.group_key)
                else:
                    undo.append(Step((row.number,), row.label, row.group_key))
                redo.clear()
            elif row.kind == "undo" and undo:
                redo.append(undo.pop())
            elif row.kind == "redo" and redo:
                undo.append(redo.pop())
        return undo, redo

    def _touched_by(self, job: str, numbers: tuple[int, ...]) -> list[Change]:
        """What revisions that follow each other touched together: first value before, last value after."""
        table = self._db.tables["revision"]
        together: dict[str, Change] = {}
        for row in table.select().where((table.job == job) & table.number.in_(numbers)).order_by(table.number):
            for path, before, after in json.loads(row.touched):
                first = together[path].before if path in together else before
                together[path] = Change(path, first, after)
        return list(together.values())

    def _step_back(self, job: str, author: str, *, redo: bool) -> Committed:
        with self._db.writing():
            row = self._db.job(job)
            stacks = self._stacks(job, author)
            stack = stacks[1] if redo else stacks[0]
            if not stack:
                raise RefusedError(f"there is nothing of yours to {'do again' if redo else 'undo'} here")
            step = stack[-1]
            touched = self._touched_by(job, step.numbers)
            wanted = [Change(path, after, before) for path, before, after in touched] if redo else touched
            plan = self.plan_at(job, row.head)
            moved = [change.path for change in wanted if value_at(plan, change.path) != change.after]
            if moved:
                raise RefusedError(self._changed_since(job, step.numbers[-1], moved, step.label))
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(plan, command, self._editions.gear())
            label = f"{'Again' if redo else 'Undone'}: {step.label}"
            self._advance(row, after)
            done = changes(plan, after)
            self.add(
                job,
                row.head,
                after,
                command.model_dump_json(),
                label,
                author,
                done,
                "redo" if redo else "undo",
                undoes=step.numbers[-1],
            )
        self.keep(job, row.head, after)
        return Committed(Head(job, row.head, after), label, tuple(change.path for change in done))

    def _changed_since(self, job: str, number: int, moved: list[str], label: str) -> str:
        table = self._db.tables["revision"]
        rows = table.select().where((table.job == job) & (table.number > number))
        by = sorted({row.author for row in rows if overlap(moved, [item[0] for item in json.loads(row.touched)])})
        return f"“{label}” can't be taken back: {', '.join(by) or 'someone'} changed {', '.join(moved[:3])} since"


def search_text(plan: Plan) -> str:
    """What the Desk's search looks through."""
    return " ".join((plan.name, plan.client, plan.place, plan.state)).lower()


def _label(touched: list[Change]) -> str:
    paths = [change.path for change in touched if not change.path.startswith("readings")]
    return "Changed " + ", ".join(paths[:3]) if paths else "Changed"
