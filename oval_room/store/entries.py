"""Who tries to come in, and who has: counted in the database, so that all processes of a server count together, and by
a clock that nobody can set."""

from __future__ import annotations

import secrets
import time
from collections.abc import Callable

from oval_room.store.opened import Opened


class Entries:
    """Attempts and entries of one database."""

    clock: Callable[[], float] = staticmethod(time.monotonic)
    """Seconds since the machine was started, the same for every process."""

    def __init__(self, db: Opened) -> None:
        self._db = db

    def tries(self, of: str, most: int, within: float) -> float:
        """Count another attempt of somebody, before it is looked at.

        Args:
            most: attempts allowed in a time. within: that time [s].

        Returns:
            How long they have to wait until the next one counts [s]; 0 where this one does.
        """
        table = self._db.tables["attempt"]
        with self._db.writing():
            now = self.clock()  # asked in here: whoever waited for the others is later than they
            # what is later than now is from before the machine was started anew
            table.delete().where((table.at <= now - within) | (table.at > now)).execute()
            ats = sorted(row.at for row in table.select(table.at).where(table.of == of))
            if len(ats) >= most:
                return float(max(within - (now - ats[-most]), 1.0))
            table.create(of=of, at=now)
        return 0.0

    def forget(self, of: str) -> None:
        """Somebody came in: what they tried before no longer counts."""
        table = self._db.tables["attempt"]
        with self._db.writing():
            table.delete().where(table.of == of).execute()

    def come_in(self, until: int) -> str:
        """Somebody came in, until a moment at most [s since 1970]; the entry's id."""
        table, made = self._db.tables["entry"], secrets.token_urlsafe(18)
        with self._db.writing():
            table.delete().where(table.until < int(time.time())).execute()
            table.create(id=made, until=until)
        return made

    def is_in(self, entry: str) -> bool:
        table = self._db.tables["entry"]
        with self._db.connected():
            return bool(table.select().where((table.id == entry) & (table.until >= int(time.time()))).exists())

    def go_out(self, entry: str) -> None:
        table = self._db.tables["entry"]
        with self._db.writing():
            table.delete().where(table.id == entry).execute()
