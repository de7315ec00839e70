"""An opened database: its file brought up to date, its tables, and how they are read and written."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import peewee

from oval_room.core.errors import MissingError
from oval_room.store.migrations import MIGRATIONS, migrate, version_of
from oval_room.store.records import StoreError
from oval_room.store.tables import make_tables

BUSY_MS = 5000


def now() -> str:
    return datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%S")


class Opened:
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
        self.tables = make_tables(self._db)
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
    def connected(self) -> Iterator[None]:
        """A connection for the length of a call, the thread's own when it has one open."""
        if not self._db.is_closed():
            yield
            return
        with self._db.connection_context():
            yield

    @contextmanager
    def writing(self) -> Iterator[None]:
        with self.connected():
            try:
                with self._db.atomic("IMMEDIATE"):
                    yield
            except peewee.OperationalError as error:
                raise StoreError("the database is busy or can't be written; try again in a moment") from error

    def close(self) -> None:
        if not self._db.is_closed():
            self._db.close()

    def job(self, job: str) -> Any:
        row = self.tables["job"].get_or_none(self.tables["job"].id == job)
        if row is None:
            raise MissingError(f"there is no job {job[:20]}", value=job)
        return row

    def integrity(self) -> list[tuple[str]]:
        """What SQLite itself says of the file."""
        return list(self._db.execute_sql("PRAGMA integrity_check"))  # type: ignore[no-untyped-call]
