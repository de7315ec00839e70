"""Numbered migrations, run at start after a copy of the file. Add a function to MIGRATIONS; never change an old one."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from pathlib import Path
from typing import Any, Final


def _first_tables(database: Any) -> None:
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


def _steps_that_go_together(database: Any) -> None:
    """Revisions of one nudge or drag share a group and are undone as one."""
    database.execute_sql("ALTER TABLE revision ADD COLUMN group_key TEXT")


def _named_revisions(database: Any) -> None:
    database.execute_sql("ALTER TABLE revision ADD COLUMN name TEXT")


def _photos_and_truths(database: Any) -> None:
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


MIGRATIONS: Final[tuple[Callable[[Any], None], ...]] = (
    _first_tables,
    _steps_that_go_together,
    _named_revisions,
    _photos_and_truths,
)


def version_of(database: Any) -> int:
    return int(database.execute_sql("PRAGMA user_version").fetchone()[0])


def migrate(database: Any, path: str) -> int:
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
    """A consistent copy of a database in use, by SQLite's own online backup."""
    Path(target).parent.mkdir(parents=True, exist_ok=True)
    with sqlite3.connect(source) as one, sqlite3.connect(target) as other:
        one.backup(other)
    one.close()
    other.close()
