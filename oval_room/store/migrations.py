"""Numbered migrations, run at start after a copy of the file. Add a function to MIGRATIONS; never change an old one."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from contextlib import AbstractContextManager, closing
from pathlib import Path
from typing import Final, Protocol

from oval_room.store.seals import SEALED, seal


class Runs(Protocol):
    """A database that statements can be run on."""

    def execute_sql(self, sql: str, /) -> sqlite3.Cursor: ...

    def atomic(self, kind: str, /) -> AbstractContextManager[object]: ...


def _first_tables(database: Runs) -> None:
    for statement in (
        """CREATE TABLE job (id TEXT PRIMARY KEY, name TEXT NOT NULL, client TEXT NOT NULL, place TEXT NOT NULL,
           state TEXT NOT NULL, head INTEGER NOT NULL, archived INTEGER NOT NULL, changed_at TEXT NOT NULL,
           search TEXT NOT NULL, worst_level TEXT NOT NULL, worst_text TEXT NOT NULL, upset_text TEXT NOT NULL,
           summary_of INTEGER NOT NULL)""",
        "CREATE INDEX job_archived_changed_at ON job (archived, changed_at)",
        """CREATE TABLE revision (id INTEGER PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
           number INTEGER NOT NULL, document BLOB NOT NULL, command TEXT NOT NULL, label TEXT NOT NULL,
           author TEXT NOT NULL, touched TEXT NOT NULL, kind TEXT NOT NULL, undoes INTEGER, key TEXT, at TEXT NOT NULL,
           UNIQUE (job_id, number), UNIQUE (job_id, key))""",
        "CREATE TABLE gear (hash TEXT PRIMARY KEY, document TEXT NOT NULL, on_shelf INTEGER NOT NULL)",
    ):
        database.execute_sql(statement)


def _steps_that_go_together(database: Runs) -> None:
    """Revisions of one nudge or drag share a group and are undone as one."""
    database.execute_sql("ALTER TABLE revision ADD COLUMN group_key TEXT")


def _named_revisions(database: Runs) -> None:
    database.execute_sql("ALTER TABLE revision ADD COLUMN name TEXT")


def _photos_and_truths(database: Runs) -> None:
    """Photos and notes pinned to what they are of; rooms as they really are, for stand-ins and practice."""
    for statement in (
        """CREATE TABLE attachment (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
           about TEXT NOT NULL, text TEXT NOT NULL, content BLOB, width INTEGER NOT NULL, height INTEGER NOT NULL,
           author TEXT NOT NULL, at TEXT NOT NULL)""",
        "CREATE INDEX attachment_job_id ON attachment (job_id)",
        """CREATE TABLE truth (job_id TEXT PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE, seed INTEGER NOT NULL,
           hidden BLOB, pitch REAL NOT NULL, first REAL NOT NULL, slips REAL NOT NULL)""",
    ):
        database.execute_sql(statement)


def _plans_by_steps(database: Runs) -> None:
    """A revision may stand on an earlier one, and keep no more than what it touched."""
    database.execute_sql("ALTER TABLE revision ADD COLUMN base INTEGER")
    database.execute_sql("CREATE INDEX revision_whole ON revision (job_id, number) WHERE base IS NULL")


def _settings(database: Runs) -> None:
    """What a database keeps of itself, such as the secret its server signs with."""
    database.execute_sql("CREATE TABLE setting (name TEXT PRIMARY KEY, value BLOB NOT NULL)")


def _gear_of_jobs(database: Runs) -> None:
    """Which editions a job's newest revision uses, and the revision it was looked through at."""
    database.execute_sql("ALTER TABLE job ADD COLUMN gear_of INTEGER NOT NULL DEFAULT 0")
    database.execute_sql(
        """CREATE TABLE job_gear (id INTEGER PRIMARY KEY, hash TEXT NOT NULL,
           job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE)"""
    )
    database.execute_sql("CREATE INDEX job_gear_hash ON job_gear (hash)")
    database.execute_sql("CREATE INDEX job_gear_job ON job_gear (job_id)")


def _seals(database: Runs) -> None:
    """A hash over what a row says, put on what is there as it is."""
    for table, columns in SEALED.items():
        database.execute_sql(f"ALTER TABLE {table} ADD COLUMN seal TEXT")
        rowids = [row[0] for row in database.execute_sql(f"SELECT rowid FROM {table}").fetchall()]
        for rowid in rowids:
            found = database.execute_sql(f"SELECT {', '.join(columns)} FROM {table} WHERE rowid = {rowid}").fetchone()
            mark = seal(table, dict(zip(columns, found, strict=True)))
            database.execute_sql(f"UPDATE {table} SET seal = '{mark}' WHERE rowid = {rowid}")


def _the_door(database: Runs) -> None:
    """Passphrases that were tried, by who tried; who has come in and has not gone out."""
    database.execute_sql("CREATE TABLE attempt (id INTEGER PRIMARY KEY, of TEXT NOT NULL, at REAL NOT NULL)")
    database.execute_sql("CREATE INDEX attempt_of_at ON attempt (of, at)")
    database.execute_sql("CREATE TABLE entry (id TEXT PRIMARY KEY, until INTEGER NOT NULL)")


MIGRATIONS: Final[tuple[Callable[[Runs], None], ...]] = (
    _first_tables,
    _steps_that_go_together,
    _named_revisions,
    _photos_and_truths,
    _plans_by_steps,
    _settings,
    _gear_of_jobs,
    _seals,
    _the_door,
)


def version_of(database: Runs) -> int:
    return int(database.execute_sql("PRAGMA user_version").fetchone()[0])


def migrate(database: Runs, path: str) -> int:
    """Bring a database up to date; an old one is copied to NAME.before-VERSION first. Returns how many steps ran."""
    have, want = version_of(database), len(MIGRATIONS)
    if have >= want:
        return 0
    if have > 0 and path != ":memory:":
        copy_database(path, f"{path}.before-{want}")
    with database.atomic("IMMEDIATE"):
        have = version_of(database)
        for step in MIGRATIONS[have:]:
            step(database)
        database.execute_sql(f"PRAGMA user_version = {want}")
    return want - have


def copy_database(source: str, target: str) -> None:
    """A consistent copy of a database in use, by SQLite's own online backup; whole at its place, or not there."""
    Path(target).parent.mkdir(parents=True, exist_ok=True)
    half = Path(f"{target}.half")
    half.unlink(missing_ok=True)
    try:
        with closing(sqlite3.connect(source)) as one, closing(sqlite3.connect(half)) as other:
            one.backup(other)
        for tail in ("-wal", "-shm"):  # of the file whose place it takes
            Path(f"{target}{tail}").unlink(missing_ok=True)
        half.replace(target)
    finally:
        half.unlink(missing_ok=True)
