"""The store: jobs as whole-document revisions in SQLite. Takes and gives core values; peewee stays in this package.

Jobs are here; their revisions in `revisions.py`, photos and notes in `attachments.py`, gear in `editions.py`, the file
in `opened.py`.
"""

from __future__ import annotations

import secrets
import time
from collections.abc import Collection, Iterable, Mapping
from contextlib import AbstractContextManager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any, Final

import peewee

from oval_room.core.errors import MissingError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem
from oval_room.store.attachments import Attachments
from oval_room.store.editions import Editions
from oval_room.store.entries import Entries
from oval_room.store.lock import replacing
from oval_room.store.migrations import copy_database
from oval_room.store.opened import Opened, now
from oval_room.store.records import BrokenError, Head, JobRow, Pin, StoreError, Summary, TruthRow
from oval_room.store.revisions import Revisions, search_text

SECRET_BYTES: Final = 32
LOOKS_THROUGH: Final = 0.4
"""How long jobs are looked through for the gear they use, before what is known is told [s]."""


class Store:
    """One database file: its jobs, and beside them gear, revisions, photos and notes, each with a keeper of its own."""

    def __init__(self, path: str | Path) -> None:
        """Open or make a database, and bring it up to date.

        Raises:
            StoreError: it is not one, is newer than this program, or can't be written.
        """
        self._db = Opened(path)
        self.path, self.close = self._db.path, self._db.close
        editions = self._editions = Editions(self._db)
        attachments = self._attachments = Attachments(self._db)
        self.gear, self.shelf, self.add_gear = editions.gear, editions.shelf, editions.add_gear
        self.shelve, self.set_on_shelf = editions.shelve, editions.set_on_shelf
        revisions = self._revisions = Revisions(self._db, editions)
        self.commit, self.undo, self.redo, self.jump = revisions.commit, revisions.undo, revisions.redo, revisions.jump
        self.name_revision, self.undoable, self.history = revisions.name_revision, revisions.undoable, revisions.history
        self.attach, self.attachments = attachments.attach, attachments.attachments
        self.nearly_full = attachments.nearly_full
        self.photo, self.detach = attachments.photo, attachments.detach
        self.entries = Entries(self._db)
        self.truth, self.put_truth, self.practised = attachments.truth, attachments.put_truth, attachments.practised

    def create(
        self,
        plan: Plan,
        author: str,
        label: str = "New job",
        *,
        gear: Mapping[str, GearItem] | None = None,
        pins: Iterable[Pin] = (),
        truth: TruthRow | None = None,
        archived: bool = False,
    ) -> str:
        """Store a plan as a new job, with the gear it brings, its photos and notes, the room as it really is: all of it
        or nothing; returns its id."""
        with self._db.writing():
            if gear:
                self.add_gear(gear, on_shelf=False)
            job = self._start(plan, author, label, archived=archived)
            for pin in pins:
                self.attach(job, pin)
            if truth is not None:
                self.put_truth(job, truth)
        self._revisions.keep(job, 1, plan)
        return job

    def _start(self, plan: Plan, author: str, label: str, *, archived: bool = False) -> str:
        job = secrets.token_hex(4)
        self._db.tables["job"].create(
            id=job,
            name=plan.name,
            client=plan.client,
            place=plan.place,
            state=plan.state,
            head=1,
            archived=archived,
            changed_at=now(),
            search=search_text(plan),
        )
        self._revisions.add(job, 1, plan, "{}", label, author, [], "start")
        return job

    def list_jobs(
        self, search: str = "", *, archived: bool = False, limit: int = 40, offset: int = 0
    ) -> tuple[list[JobRow], int]:
        """Jobs last changed first, and how many there are."""
        table = self._db.tables["job"]
        wanted = table.archived == archived
        for word in search.lower().split()[:6]:
            like = word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
            wanted &= peewee.SQL("search LIKE ? ESCAPE '\\'", [f"%{like}%"])
        with self._db.connected():
            rows = table.select().where(wanted).order_by(table.changed_at.desc(), table.id).limit(limit).offset(offset)
            listed = [_row(row) for row in rows]
            total = len(listed) if len(listed) < limit and not offset else table.select().where(wanted).count()
        return listed, total

    def row(self, job: str) -> JobRow:
        with self._db.connected():
            return _row(self._db.job(job))

    def at_hand(self) -> AbstractContextManager[None]:
        """One connection for all that a thread does within."""
        return self._db.connected()

    def head(self, job: str) -> Head:
        """A job at its newest revision.

        Raises:
            MissingError: there is no such job. BrokenError: it can't be read.
        """
        with self._db.connected():
            row = self._db.job(job)
            try:
                return Head(job, row.head, self._revisions.plan_at(job, row.head))
            except MissingError as error:
                raise BrokenError(job, f"its newest revision, {row.head}, is not there") from error

    def plan_at(self, job: str, revision: int) -> Plan:
        with self._db.connected():
            return self._revisions.plan_at(job, revision)

    def archive(self, job: str, archived: bool) -> None:
        with self._db.writing():
            row = self._db.job(job)
            row.archived = archived
            row.save()

    def copy(self, job: str, author: str) -> str:
        """A new job that starts as a copy of one."""
        plan = self.head(job).plan
        named = plan.model_copy(update={"name": f"{plan.name[:70]}, copy", "state": "planning"})
        with self._db.writing():
            copied = self._start(named, author, f"Copied from {plan.name}")
            self._attachments.copy_all(job, copied)
        self._revisions.keep(copied, 1, named)
        return copied

    def put_summary(self, job: str, revision: int, summary: Summary) -> None:
        """Keep what the Desk shows, if the job is still at that revision."""
        table = self._db.tables["job"]
        with self._db.writing():
            table.update(
                worst_level=summary.worst_level,
                worst_text=summary.worst_text,
                upset_text=summary.upset_text,
                summary_of=revision,
            ).where((table.id == job) & (table.head == revision)).execute()

    def used_in(self, keys: Collection[str], seconds: float = LOOKS_THROUGH) -> tuple[list[tuple[str, JobRow]], int]:
        """The jobs whose newest revision uses one of some editions, each with the edition, the last changed first; and
        how many jobs there was no time to look through."""
        left = self._look_through(seconds)
        jobs, held = self._db.tables["job"], self._db.tables["job_gear"]
        with self._db.connected():
            rows = list(
                held.select(held, jobs)
                .join(jobs)
                .where(held.hash.in_(list(keys)))
                .order_by(jobs.changed_at.desc(), jobs.id, held.hash)
            )
            return [(row.hash, _row(row.job)) for row in rows], left

    def _look_through(self, seconds: float) -> int:
        """Note what the jobs that were changed since use; returns how many are left when the time is over."""
        jobs, held, until = self._db.tables["job"], self._db.tables["job_gear"], time.monotonic() + seconds
        with self._db.connected():
            changed = [(row.id, row.head) for row in jobs.select(jobs.id, jobs.head).where(jobs.gear_of != jobs.head)]
        for n, (job, head) in enumerate(changed):
            if time.monotonic() > until:
                return len(changed) - n
            try:
                used = sorted(self.plan_at(job, head).gear_used())
            except (BrokenError, MissingError):  # one that can't be read any more is left as it was
                continue
            with self._db.writing():
                if jobs.update(gear_of=head).where((jobs.id == job) & (jobs.head == head)).execute():
                    held.delete().where(held.job == job).execute()
                    for key in used:
                        held.create(job=job, hash=key)
        return 0

    def secret(self) -> bytes:
        """What this database's server signs with: made once, the same for every process and after a restart."""
        table = self._db.tables["setting"]
        with self._db.connected():
            row = table.get_or_none(table.name == "secret")
        if row is None or len(row.value or b"") != SECRET_BYTES:
            with self._db.writing():
                made = {"name": "secret", "value": secrets.token_bytes(SECRET_BYTES)}
                if row is None:
                    table.insert(made).on_conflict_ignore().execute()
                else:  # it was damaged: who has come in gives the passphrase again
                    table.insert(made).on_conflict_replace().execute()
                row = table.get(table.name == "secret")
        return bytes(row.value)

    # ── care ──

    def backup(self, target: str | Path, *, over: bool = False) -> None:
        """A consistent copy while in use.

        Args:
            over: it may take the place of a file that is there.

        Raises:
            StoreError: there is one, and it may not, or somebody serves it; or it can't be written.
        """
        if Path(target).exists():
            if not over:
                raise StoreError(f"{target} is there already; name another file, or say --over to put it in its place")
            if Path(target).samefile(self.path):
                raise StoreError(f"{target} is the database itself; name another file")
        with replacing(target):
            copy_database(self.path, str(target))

    def tidy(self, days: int) -> int:
        """Thin out unnamed, unsettled revisions older than so many days, and give their room back; how many went."""
        before = (datetime.now(UTC) - timedelta(days=days)).strftime("%Y-%m-%dT%H:%M:%S")
        gone = self._revisions.tidy(before if days else "9999")
        if gone:
            self._db.shrink()
        return gone

    def check(self) -> list[str]:
        """What is wrong with the database; empty when nothing is."""
        wrong = []
        with self._db.connected():
            told = self._db.integrity()[0][0]
            if told != "ok":
                wrong.append(f"SQLite says: {told}; oval-room rescue brings over what can be read")
        try:
            wrong += self._check_jobs()
        except StoreError as error:
            wrong.append(f"the jobs can't be gone through: {error}")
        return wrong

    def _check_jobs(self) -> list[str]:
        wrong = self._editions.damaged()
        with self._db.connected():
            wrong += self._attachments.damaged()
            gear, table = self.gear(), self._db.tables["job"]
            for row in table.select():
                called = f"job {row.id} ({row.name})"
                for number in self._revisions.damaged(row.id):
                    wrong.append(f"{called}: revision {number} is not as it was kept")
                try:
                    plan = self._revisions.plan_at(row.id, row.head)
                except (MissingError, BrokenError) as error:
                    wrong.append(f"{called}: {error}")
                    continue
                if (row.name, row.client, row.place, row.state) != (plan.name, plan.client, plan.place, plan.state):
                    wrong.append(f"{called}: the Desk calls it other than its plan, {plan.name}")
                missing = plan.gear_used() - set(gear)
                if missing:
                    wrong.append(f"{called}: gear is missing: {', '.join(sorted(missing))}")
            lost = self._revisions.without_job()
            wrong += [f"revisions of job {job} are there, the job is not" for job in lost]
        return wrong


def _row(row: Any) -> JobRow:
    return JobRow(
        row.id or "",
        row.name or "",
        row.client or "",
        row.place or "",
        row.state or "",
        bool(row.archived),
        row.changed_at or "",
        row.worst_level or "",
        row.worst_text or "",
        row.upset_text or "",
        row.head or 0,
    )
