"""An opened database: its file brought up to date, its tables, and how they are read and written."""

from __future__ import annotations

import logging
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, nullcontext, suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Final

import peewee

from oval_room.core.errors import MissingError
from oval_room.store.migrations import MIGRATIONS, migrate, version_of
from oval_room.store.records import StoreError
from oval_room.store.tables import make_tables

BUSY_MS = 5000


LOG = logging.getLogger("oval_room")
_FAULTS = (
    ("full", "the disk is full. Make room, then do it again: nothing was changed, and what you typed is still here"),
    ("readonly", "the database can't be written: its file or disk is read-only. Nothing was changed"),
    ("read-only", "the database can't be written: its file or disk is read-only. Nothing was changed"),
    ("locked", "another program holds the database. Nothing was changed; try again in a moment"),
    ("busy", "another program holds the database. Nothing was changed; try again in a moment"),
    ("unable to open", "the database file can't be opened: look at its folder and its rights"),
    ("not a database", "that file is no database of Oval Room"),
    ("malformed", "the database is damaged. Stop the server, run oval-room check, then oval-room rescue"),
    ("corrupt", "the database is damaged. Stop the server, run oval-room check, then oval-room rescue"),
    ("disk i/o", "the disk could not be read or written. Look at the disk; then oval-room check"),
)


FULL_BYTES: Final = 64 * 1024
"""A disk with less is full: a database asks for its pages a few at a time."""


def said_of_fault(error: Exception, *, full: bool = False) -> str:
    """What went wrong outside of the program, and the nearest thing to do; full: whether its disk has no room left."""
    told = "full" if full else ""
    at: BaseException | None = error
    while isinstance(at, Exception):  # the first cause: rolling back fails too when SQLite has done so already
        told, at = f"{at} {told}".lower(), at.__context__
    known = next((say for word, say in _FAULTS if word in told), None)
    return known or "the database failed. Nothing was changed; run oval-room check"


def now() -> str:
    return datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%S")


class _Database(peewee.SqliteDatabase):
    """A database whose damaged texts are read as far as they can be."""

    def _add_conn_hooks(self, conn: sqlite3.Connection) -> None:
        super()._add_conn_hooks(conn)  # type: ignore[misc]
        conn.text_factory = lambda content: content.decode("utf-8", "replace")


class Opened:
    """One database file."""

    def __init__(self, path: str | Path) -> None:
        """Open or make a database, and bring it up to date.

        Raises:
            StoreError: it is not one, is newer than this program, or can't be written.
        """
        self.path = str(path)
        try:
            Path(self.path).parent.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise StoreError(f"{Path(self.path).parent} can't be made: {error.strerror}") from error
        pragmas = {"journal_mode": "wal", "foreign_keys": 1, "busy_timeout": BUSY_MS, "synchronous": "normal"}
        self._db = _Database(self.path, pragmas=pragmas, timeout=BUSY_MS / 1000)
        self.tables = make_tables(self._db)
        try:
            with self._db.connection_context():
                newer = version_of(self._db) > len(MIGRATIONS)
                if not newer:
                    migrate(self._db, self.path)
        except (peewee.DatabaseError, sqlite3.Error) as error:
            raise StoreError(f"{self.path} can't be opened: {said_of_fault(error)}") from error
        if newer:
            raise StoreError(f"{self.path} was made by a newer Oval Room; use that one")
        self._held = self._holding()

    def _holding(self) -> sqlite3.Connection | None:
        """A connection that stays open and does nothing: what others need beside the file to read it is there then, so
        that a full disk keeps nobody from reading."""
        held = sqlite3.connect(self.path, check_same_thread=False)
        with suppress(sqlite3.Error):
            held.execute("SELECT COUNT(*) FROM sqlite_master").fetchone()
        return held

    @contextmanager
    def connected(self) -> Iterator[None]:
        """A connection for the length of a call, the thread's own when it has one open."""
        try:
            with nullcontext() if not self._db.is_closed() else self._db.connection_context():
                yield
        except (peewee.DatabaseError, sqlite3.Error) as error:
            LOG.warning("the database: %s", error)
            raise StoreError(said_of_fault(error, full=self._is_full())) from error

    @contextmanager
    def writing(self) -> Iterator[None]:
        """A transaction that writes: all of it or nothing."""
        with self.connected(), self._db.atomic("IMMEDIATE"):
            yield

    def _is_full(self) -> bool:
        """Whether the database's disk has no room left."""
        with suppress(OSError):
            return shutil.disk_usage(Path(self.path).parent).free < FULL_BYTES
        return False

    def close(self) -> None:
        if self._held is not None:
            self._held.close()
            self._held = None
        if not self._db.is_closed():
            self._db.close()

    def job(self, job: str) -> Any:
        rows = self.tables["job"].raw("SELECT * FROM job WHERE id = ?", job)  # asked for often: its words are ready
        row = next(iter(rows), None)
        if row is None:
            raise MissingError(f"there is no job {job[:20]}", value=job)
        return row

    def total_of_touched(self, job: str, after: int) -> int:
        """How much a job's revisions after one touched, in characters."""
        query = "SELECT COALESCE(SUM(LENGTH(touched)), 0) FROM revision WHERE job_id = ? AND number > ?"
        return int(self._db.execute_sql(query, (job, after)).fetchone()[0])  # type: ignore[no-untyped-call]

    def shrink(self) -> None:
        """Give back to the disk what is no longer used."""
        with self.connected():
            self._db.execute_sql("VACUUM")  # type: ignore[no-untyped-call]
            self._db.execute_sql("PRAGMA wal_checkpoint(TRUNCATE)")  # type: ignore[no-untyped-call]

    def integrity(self) -> list[tuple[str]]:
        """What SQLite itself says of the file."""
        try:
            return list(self._db.execute_sql("PRAGMA integrity_check"))  # type: ignore[no-untyped-call]
        except peewee.DatabaseError as error:
            return [(str(error),)]
