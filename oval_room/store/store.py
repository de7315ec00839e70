"""The store: jobs as whole-document revisions in SQLite. Takes and gives core values; peewee stays in this package.

Commit: a command against a base revision. When the head has moved on and the paths touched are apart, the command is
applied to the head; else `ClashError` carries both values of each place. Undo is a new revision that puts back what my
last command touched.
"""

from __future__ import annotations

import json
import secrets
import threading
import zlib
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import peewee

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Restore, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.changes import Change, changes, overlap, value_at
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GEAR, GearItem, canonical, gear_hash
from oval_room.store.migrations import MIGRATIONS, copy_database, migrate, version_of
from oval_room.store.records import (
    Attachment,
    ClashError,
    Committed,
    Head,
    HistoryRow,
    JobRow,
    Step,
    StoreError,
    Summary,
    TruthRow,
)
from oval_room.store.tables import make_tables

BUSY_MS = 5000
KEPT_PLANS = 64


def now() -> str:
    return datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%S")


class Store:
    """One database file."""

    def __init__(self, path: str | Path) -> None:
        """Open or make a database, and bring it up to date.

        Raises:
            StoreError: it is not one, is newer than this program, or can't be written.
        """
        self.path = str(path)
        Path(self.path).parent.mkdir(parents=True, exist_ok=True)
        pragmas = {"journal_mode": "wal", "foreign_keys": 1, "busy_timeout": BUSY_MS, "synchronous": "normal"}
        self._db = peewee.SqliteDatabase(self.path, pragmas=pragmas, timeout=BUSY_MS / 1000)
        self._t = make_tables(self._db)
        self._plans: dict[tuple[str, int], Plan] = {}
        self._lock = threading.Lock()
        self._gear: dict[str, GearItem] | None = None
        try:
            with self._db.connection_context():
                newer = version_of(self._db) > len(MIGRATIONS)
                if not newer:
                    migrate(self._db, self.path)
        except peewee.DatabaseError as error:
            raise StoreError(f"{self.path} can't be opened as a database: {error}") from error
        if newer:
            raise StoreError(f"{self.path} was made by a newer Oval Room; use that one")

    @contextmanager
    def _connected(self) -> Iterator[None]:
        """A connection for the length of a call, the thread's own when it has one open."""
        if not self._db.is_closed():
            yield
            return
        with self._db.connection_context():
            yield

    @contextmanager
    def _writing(self) -> Iterator[None]:
        with self._connected():
            try:
                with self._db.atomic("IMMEDIATE"):
                    yield
            except peewee.OperationalError as error:
                raise StoreError("the database is busy or can't be written; try again in a moment") from error

    def close(self) -> None:
        if not self._db.is_closed():
            self._db.close()

    # ── gear ──

    def gear(self) -> dict[str, GearItem]:
        """Every gear edition there is, by hash, shelf and pinned alike."""
        with self._connected():
            if self._gear is None or self._t["gear"].select().count() != len(self._gear):  # another process may have brought some
                rows = self._t["gear"].select().order_by(self._t["gear"].hash)
                self._gear = {row.hash: GEAR.validate_json(row.document) for row in rows}
        return self._gear

    def shelf(self) -> dict[str, GearItem]:
        """The editions on the shelf, in the order of kind and name."""
        with self._connected():
            on = {row.hash for row in self._t["gear"].select(self._t["gear"].hash).where(self._t["gear"].on_shelf)}
        items = {key: item for key, item in self.gear().items() if key in on}
        return dict(sorted(items.items(), key=lambda pair: (pair[1].kind, pair[1].name)))

    def add_gear(self, items: Mapping[str, GearItem], *, on_shelf: bool) -> None:
        """Keep editions; one that is there already stays as it is.

        Raises:
            RefusedError: an edition's hash is not that of its content.
        """
        for key, item in items.items():
            if gear_hash(item) != key:
                raise RefusedError(f"gear {key} does not match its content", field=f"gear.{key}", value=key)
        with self._writing():
            for key, item in items.items():
                row = {"hash": key, "document": canonical(item.model_dump(mode="json")), "on_shelf": on_shelf}
                self._t["gear"].insert(row).on_conflict_ignore().execute()
        self._gear = None

    # ── jobs ──

    def create(self, plan: Plan, author: str, label: str = "New job") -> str:
        """Store a plan as a new job; returns its id."""
        job = secrets.token_hex(4)
        with self._writing():
            self._t["job"].create(
                id=job, name=plan.name, client=plan.client, place=plan.place, state=plan.state, head=1, changed_at=now(),
                search=_search_text(plan),
            )  # fmt: skip
            self._add_revision(job, 1, plan, "{}", label, author, [], "start")
        self._keep(job, 1, plan)
        return job

    def list_jobs(
        self, search: str = "", *, archived: bool = False, limit: int = 40, offset: int = 0
    ) -> tuple[list[JobRow], int]:
        """Jobs last changed first, and how many there are."""
        table = self._t["job"]
        wanted = table.archived == archived
        for word in search.lower().split()[:6]:
            like = word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
            wanted &= peewee.SQL("search LIKE ? ESCAPE '\\'", [f"%{like}%"])
        with self._connected():
            rows = table.select().where(wanted).order_by(table.changed_at.desc(), table.id).limit(limit).offset(offset)
            listed = [_row(row) for row in rows]
            total = len(listed) if len(listed) < limit and not offset else table.select().where(wanted).count()
        return listed, total

    def row(self, job: str) -> JobRow:
        with self._connected():
            return _row(self._job(job))

    def head(self, job: str) -> Head:
        """A job at its newest revision.

        Raises:
            MissingError: there is no such job.
        """
        with self._connected():
            row = self._job(job)
            return Head(job, row.head, self._plan(job, row.head))

    def plan_at(self, job: str, revision: int) -> Plan:
        with self._connected():
            return self._plan(job, revision)

    def archive(self, job: str, archived: bool) -> None:
        with self._writing():
            row = self._job(job)
            row.archived = archived
            row.save()

    def copy(self, job: str, author: str) -> str:
        """A new job that starts as a copy of one."""
        plan = self.head(job).plan
        named = plan.model_copy(update={"name": f"{plan.name[:70]}, copy", "state": "planning"})
        copied = self.create(named, author, f"Copied from {plan.name}")
        t = self._t["attachment"]
        with self._writing():
            for row in list(t.select().where(t.job == job).order_by(t.at, peewee.SQL("rowid"))):
                t.create(
                    id=secrets.token_hex(6), job=copied, about=row.about, text=row.text, content=row.content, width=row.width,
                    height=row.height, author=row.author, at=row.at,
                )  # fmt: skip
        return copied

    def put_summary(self, job: str, revision: int, summary: Summary) -> None:
        """Keep what the Desk shows, if the job is still at that revision."""
        table = self._t["job"]
        with self._writing():
            table.update(
                worst_level=summary.worst_level, worst_text=summary.worst_text, upset_text=summary.upset_text, summary_of=revision
            ).where((table.id == job) & (table.head == revision)).execute()  # fmt: skip

    # ── photos and notes ──

    def attach(
        self, job: str, about: str, text: str, author: str, photo: tuple[bytes, int, int] | None = None, at: str = ""
    ) -> str:
        """Pin a note, or a photo (JPEG, width, height) with its caption, to something of a job; returns its id."""
        content, width, height = photo or (None, 0, 0)
        key = secrets.token_hex(6)
        with self._writing():
            self._job(job)
            self._t["attachment"].create(
                id=key,
                job=job,
                about=about[:40],
                text=text[:400],
                content=content,
                width=width,
                height=height,
                author=author,
                at=at or now(),
            )
        return key

    def attachments(self, job: str) -> list[Attachment]:
        """Photos and notes of a job, oldest first, without the photos' content."""
        t = self._t["attachment"]
        with self._connected():
            rows = (
                t.select(t.id, t.about, t.text, t.author, t.at, t.width, t.height)
                .where(t.job == job)
                .order_by(t.at, peewee.SQL("rowid"))
            )
            return [Attachment(r.id, r.about, r.text, r.author, r.at, r.width, r.height) for r in rows]

    def photo(self, job: str, key: str) -> bytes:
        """A photo's JPEG.

        Raises:
            MissingError: there is none.
        """
        t = self._t["attachment"]
        with self._connected():
            row = t.get_or_none((t.job == job) & (t.id == key))
        if row is None or row.content is None:
            raise MissingError("there is no such photo", value=key)
        return bytes(row.content)

    def detach(self, job: str, key: str) -> None:
        t = self._t["attachment"]
        with self._writing():
            if not t.delete().where((t.job == job) & (t.id == key)).execute():
                raise MissingError("there is no such photo or note", value=key)

    # ── rooms as they really are ──

    def truth(self, job: str) -> TruthRow | None:
        with self._connected():
            row = self._t["truth"].get_or_none(self._t["truth"].job == job)
        if row is None:
            return None
        hidden = None if row.hidden is None else Plan.model_validate_json(zlib.decompress(bytes(row.hidden)))
        return TruthRow(row.seed, hidden, row.pitch, row.first, row.slips)

    def put_truth(self, job: str, truth: TruthRow) -> None:
        hidden = None if truth.hidden is None else zlib.compress(truth.hidden.model_dump_json().encode(), 6)
        row = {"job": job, "seed": truth.seed, "hidden": hidden, "pitch": truth.pitch, "first": truth.first, "slips": truth.slips}
        with self._writing():
            self._t["truth"].insert(row).on_conflict_replace().execute()

    # ── revisions ──

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
        gear = self.gear()
        stamp = Stamp(author, now())
        with self._writing():
            row = self._job(job)
            again = self._sent_before(job, key)
            if again is not None:
                return again
            if not 1 <= base <= row.head:
                raise RefusedError(f"revision {base} is not one of this job's (1 to {row.head})", field="base", value=base)
            head_plan = self._plan(job, row.head)
            meanwhile: tuple[str, ...] = ()
            if base < row.head:
                meanwhile = self._check_apart(job, base, row.head, head_plan, apply(self._plan(job, base), command, gear, stamp))
            after = apply(head_plan, command, gear, stamp)
            touched = changes(head_plan, after)
            if not touched:
                return Committed(Head(job, row.head, head_plan), command.label, (), meanwhile)
            label = command.label or _label(touched)
            self._advance(row, after)
            self._add_revision(
                job, row.head, after, command.model_dump_json(), label, author, touched, "do", key=key, group=group
            )
        self._keep(job, row.head, after)
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
        with self._writing():
            row = self._job(job)
            plan, target = self._plan(job, row.head), self._plan(job, number)
            wanted = [change for change in changes(target, plan) if not change.path.startswith("readings")]
            if not wanted:
                return Committed(Head(job, row.head, plan), "", ())
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(plan, command, self.gear())
            label = f"Back to revision {number}"
            self._advance(row, after)
            done = changes(plan, after)
            self._add_revision(job, row.head, after, command.model_dump_json(), label, author, done, "do")
        self._keep(job, row.head, after)
        return Committed(Head(job, row.head, after), label, tuple(change.path for change in done))

    def name_revision(self, job: str, number: int, name: str) -> None:
        """Give a revision a name of its own in the list; an empty one takes it away.

        Raises:
            MissingError: there is no such revision.
        """
        table = self._t["revision"]
        with self._writing():
            done = table.update(name=name.strip()[:80] or None).where((table.job == job) & (table.number == number)).execute()
        if not done:
            raise MissingError(f"job {job[:20]} has no revision {number}", value=number)

    def undoable(self, job: str, author: str) -> tuple[str | None, str | None]:
        """Labels of what undo and redo would take back or do again; None where nothing is."""
        with self._connected():
            undo, redo = self._stacks(job, author)
            return (undo[-1].label if undo else None), (redo[-1].label if redo else None)

    def history(self, job: str, limit: int = 100) -> list[HistoryRow]:
        """Revisions, newest first."""
        table = self._t["revision"]
        with self._connected():
            rows = (
                table.select(table.number, table.label, table.author, table.at, table.kind, table.name)
                .where(table.job == job).order_by(table.number.desc()).limit(limit)
            )  # fmt: skip
            return [HistoryRow(row.number, row.label, row.author, row.at, row.kind, row.name or "") for row in rows]

    # ── care ──

    def backup(self, target: str | Path) -> None:
        """A consistent copy while in use."""
        copy_database(self.path, str(target))

    def check(self) -> list[str]:
        """What is wrong with the database; empty when nothing is."""
        wrong = []
        with self._connected():
            rows = self._db.execute_sql("PRAGMA integrity_check")  # type: ignore[no-untyped-call]
            told = rows.fetchone()[0]
            if told != "ok":
                wrong.append(f"SQLite says: {told}")
            gear = self.gear()
            for row in self._t["job"].select():
                try:
                    plan = self._plan(row.id, row.head)
                except (MissingError, ValueError) as error:
                    wrong.append(f"job {row.id} ({row.name}): {error}")
                    continue
                missing = plan.gear_used() - set(gear)
                if missing:
                    wrong.append(f"job {row.id} ({row.name}): gear is missing: {', '.join(sorted(missing))}")
        return wrong

    # ── inside ──

    def _job(self, job: str) -> Any:
        row = self._t["job"].get_or_none(self._t["job"].id == job)
        if row is None:
            raise MissingError(f"there is no job {job[:20]}", value=job)
        return row

    def _plan(self, job: str, revision: int) -> Plan:
        with self._lock:
            kept = self._plans.get((job, revision))
        if kept is not None:
            return kept
        table = self._t["revision"]
        row = table.get_or_none((table.job == job) & (table.number == revision))
        if row is None:
            raise MissingError(f"job {job[:20]} has no revision {revision}", value=revision)
        plan = Plan.model_validate_json(zlib.decompress(bytes(row.document)))
        self._keep(job, revision, plan)
        return plan

    def _keep(self, job: str, revision: int, plan: Plan) -> None:
        with self._lock:
            self._plans[job, revision] = plan
            while len(self._plans) > KEPT_PLANS:
                self._plans.pop(next(iter(self._plans)))

    def _advance(self, row: Any, after: Plan) -> None:
        row.head += 1
        row.name, row.client, row.place, row.state = after.name, after.client, after.place, after.state
        row.search, row.changed_at = _search_text(after), now()
        row.save()

    def _add_revision(
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
        self._t["revision"].create(
            job=job, number=number, document=document, command=command, label=label[:200], author=author,
            touched=json.dumps(touched, ensure_ascii=False), kind=kind, undoes=undoes, key=key, group_key=group, at=now(),
        )  # fmt: skip

    def _sent_before(self, job: str, key: str | None) -> Committed | None:
        if key is None:
            return None
        table = self._t["revision"]
        row = table.get_or_none((table.job == job) & (table.key == key))
        if row is None:
            return None
        touched = tuple(item[0] for item in json.loads(row.touched))
        return Committed(Head(job, row.number, self._plan(job, row.number)), row.label, touched)

    def _check_apart(self, job: str, base: int, head: int, head_plan: Plan, mine: Plan) -> tuple[str, ...]:
        """Who changed other places since the base; a clash when they are the same places."""
        table = self._t["revision"]
        base_plan = self._plan(job, base)
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
        table = self._t["revision"]
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
        table = self._t["revision"]
        together: dict[str, Change] = {}
        for row in table.select().where((table.job == job) & table.number.in_(numbers)).order_by(table.number):
            for path, before, after in json.loads(row.touched):
                first = together[path].before if path in together else before
                together[path] = Change(path, first, after)
        return list(together.values())

    def _step_back(self, job: str, author: str, *, redo: bool) -> Committed:
        with self._writing():
            row = self._job(job)
            stacks = self._stacks(job, author)
            stack = stacks[1] if redo else stacks[0]
            if not stack:
                raise RefusedError(f"there is nothing of yours to {'do again' if redo else 'undo'} here")
            step = stack[-1]
            touched = self._touched_by(job, step.numbers)
            wanted = [Change(path, after, before) for path, before, after in touched] if redo else touched
            plan = self._plan(job, row.head)
            moved = [change.path for change in wanted if value_at(plan, change.path) != change.after]
            if moved:
                raise RefusedError(self._changed_since(job, step.numbers[-1], moved, step.label))
            command = Restore(wanted=tuple((c.path, c.before, c.after) for c in wanted))
            after = apply(plan, command, self.gear())
            label = f"{'Again' if redo else 'Undone'}: {step.label}"
            self._advance(row, after)
            done = changes(plan, after)
            self._add_revision(
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
        self._keep(job, row.head, after)
        return Committed(Head(job, row.head, after), label, tuple(change.path for change in done))

    def _changed_since(self, job: str, number: int, moved: list[str], label: str) -> str:
        table = self._t["revision"]
        rows = table.select().where((table.job == job) & (table.number > number))
        by = sorted({row.author for row in rows if overlap(moved, [item[0] for item in json.loads(row.touched)])})
        return f"“{label}” can't be taken back: {', '.join(by) or 'someone'} changed {', '.join(moved[:3])} since"


def _search_text(plan: Plan) -> str:
    return " ".join((plan.name, plan.client, plan.place, plan.state)).lower()


def _row(row: Any) -> JobRow:
    return JobRow(
        row.id, row.name, row.client, row.place, row.state, bool(row.archived), row.changed_at, row.worst_level,
        row.worst_text, row.upset_text, row.head,
    )  # fmt: skip


def _label(touched: list[Change]) -> str:
    paths = [change.path for change in touched if not change.path.startswith("readings")]
    return "Changed " + ", ".join(paths[:3]) if paths else "Changed"
