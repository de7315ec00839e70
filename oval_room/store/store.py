"""The store: jobs as whole-document revisions in SQLite. Takes and gives core values; peewee stays in this package.

Jobs are here; their revisions in `revisions.py`, photos and notes in `attachments.py`, gear in `editions.py`, the file
in `opened.py`.
"""

from __future__ import annotations

import secrets
import time
from collections.abc import Collection
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any, Final

import peewee

from oval_room.core.errors import MissingError
from oval_room.core.plan.document import Plan
from oval_room.store.attachments import Attachments
from oval_room.store.editions import Editions
from oval_room.store.migrations import copy_database
from oval_room.store.opened import Opened, now
from oval_room.store.records import BrokenError, Head, JobRow, StoreError, Summary
from oval_room.store.revisions import Revisions, search_text

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
        editions, attachments = Editions(self._db), Attachments(self._db)
        self.gear, self.shelf, self.add_gear = editions.gear, editions.shelf, editions.add_gear
        self.shelve, self.set_on_shelf = editions.shelve, editions.set_on_shelf
        revisions = self._revisions = Revisions(self._db, editions)
        self.commit, self.undo, self.redo, self.jump = revisions.commit, revisions.undo, revisions.redo, revisions.jump
        self.name_revision, self.undoable, self.history = revisions.name_revision, revisions.undoable, revisions.history
        self.attach, self.attachments = attachments.attach, attachments.attachments
        self.nearly_full = attachments.nearly_full
        self.photo, self.detach = attachments.photo, attachments.detach
        self.truth, self.put_truth, self.practised = attachments.truth, attachments.put_truth, attachments.practised

    def create(self, plan: Plan, author: str, label: str = "New job") -> str:
        """Store a plan as a new job; returns its id."""
        job = secrets.token_hex(4)
        with self._db.writing():
            self._db.tables["job"].create(
                id=job,
                name=plan.name,
                client=plan.client,
                place=plan.place,
                state=plan.state,
                head=1,
                changed_at=now(),
                search=search_text(plan),
            )
            self._revisions.add(job, 1, plan, "{}", label, author, [], "start")
        self._revisions.keep(job, 1, plan)
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

    def head(self, job: str) -> Head:
        """A job at its newest revision.

        Raises:
            MissingError: there is no such job.
        """
        with self._db.connected():
            row = self._db.job(job)
            return Head(job, row.head, self._revisions.plan_at(job, row.head))

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
        copied = self.create(named, author, f"Copied from {plan.name}")
        t = self._db.tables["attachment"]
        with self._db.writing():
            for row in list(t.select().where(t.job == job).order_by(t.at, peewee.SQL("rowid"))):
                t.create(
                    id=secrets.token_hex(6),
                    job=copied,
                    about=row.about,
                    text=row.text,
                    content=row.content,
                    width=row.width,
                    height=row.height,
                    author=row.author,
                    at=row.at,
                )
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
        if row is None:
            with self._db.writing():
                table.insert({"name": "secret", "value": secrets.token_bytes(32)}).on_conflict_ignore().execute()
                row = table.get(table.name == "secret")
        return bytes(row.value)

    # ── care ──

    def backup(self, target: str | Path) -> None:
        """A consistent copy while in use."""
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
        wrong = []
        with self._db.connected():
            gear = self.gear()
            for row in self._db.tables["job"].select():
                try:
                    plan = self._revisions.plan_at(row.id, row.head)
                except (MissingError, BrokenError) as error:
                    wrong.append(f"job {row.id} ({row.name}): {error}")
                    continue
                missing = plan.gear_used() - set(gear)
                if missing:
                    wrong.append(f"job {row.id} ({row.name}): gear is missing: {', '.join(sorted(missing))}")
        return wrong


def _row(row: Any) -> JobRow:
    return JobRow(
        row.id,
        row.name,
        row.client,
        row.place,
        row.state,
        bool(row.archived),
        row.changed_at,
        row.worst_level,
        row.worst_text,
        row.upset_text,
        row.head,
    )
