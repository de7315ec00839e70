"""The store: jobs as whole-document revisions in SQLite. Takes and gives core values; peewee stays in this package.

Jobs are here; their revisions in `revisions.py`, photos and notes in `attachments.py`, gear in `editions.py`, the file
in `opened.py`.
"""

from __future__ import annotations

import secrets
from pathlib import Path
from typing import Any

import peewee

from oval_room.core.errors import MissingError
from oval_room.core.plan.document import Plan
from oval_room.store.attachments import Attachments
from oval_room.store.migrations import copy_database
from oval_room.store.opened import now
from oval_room.store.records import Head, JobRow, Summary
from oval_room.store.revisions import Revisions, search_text


class Store(Revisions, Attachments):
    """One database file."""

    def create(self, plan: Plan, author: str, label: str = "New job") -> str:
        """Store a plan as a new job; returns its id."""
        job = secrets.token_hex(4)
        with self._writing():
            self._t["job"].create(
                id=job,
                name=plan.name,
                client=plan.client,
                place=plan.place,
                state=plan.state,
                head=1,
                changed_at=now(),
                search=search_text(plan),
            )
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
        table = self._t["job"]
        with self._writing():
            table.update(
                worst_level=summary.worst_level,
                worst_text=summary.worst_text,
                upset_text=summary.upset_text,
                summary_of=revision,
            ).where((table.id == job) & (table.head == revision)).execute()

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
