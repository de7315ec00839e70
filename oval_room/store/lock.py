"""Who serves a database: a file beside it that every serving process holds a share of for as long as it lives, and the
system takes back however it ends. Whatever would put another file in a database's place asks for all of it first."""

from __future__ import annotations

import fcntl
import json
import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import IO

from oval_room.store.records import StoreError


def _beside(path: str | Path) -> Path:
    return Path(f"{path}.served")


class Served:
    """A share of a database's lock; kept until it is let go, or its process ends."""

    def __init__(self, path: str | Path, at: str) -> None:
        """Say that a database is served.

        Args:
            at: the address, for whoever asks who serves it.

        Raises:
            StoreError: somebody is putting another file in its place, or the lock can't be made.
        """
        self._file = _opened(path)
        try:
            fcntl.flock(self._file, fcntl.LOCK_SH | fcntl.LOCK_NB)
        except OSError as error:
            self._file.close()
            raise StoreError(f"{path} is being replaced or brought over; start again when that is done") from error
        with suppress(OSError):  # a full disk: it is held all the same, only who holds it is not told
            self._file.seek(0)
            self._file.truncate()
            self._file.write(json.dumps({"process": os.getpid(), "at": at}))
            self._file.flush()

    def let_go(self) -> None:
        self._file.close()


@contextmanager
def replacing(path: str | Path) -> Iterator[None]:
    """Nobody serves a database, and nobody can begin to, for as long as another file is put in its place.

    Raises:
        StoreError: it is being served; the sentence says by whom.
    """
    if not Path(path).exists() and not _beside(path).exists():
        yield
        return
    with _opened(path) as held:
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            raise StoreError(f"{path} is in use: {_by(held)}. End that first; nothing was changed") from error
        yield


def _by(held: IO[str]) -> str:
    try:
        said = dict(json.loads(held.read()))
        return f"process {int(said['process'])} serves it at {str(said['at'])[:80]}"
    except (ValueError, KeyError, TypeError, OSError):
        return "another process serves it"


def _opened(path: str | Path) -> IO[str]:
    beside = _beside(path)
    try:
        beside.parent.mkdir(parents=True, exist_ok=True)
        return open(os.open(beside, os.O_RDWR | os.O_CREAT, 0o644), "r+", encoding="utf-8")
    except OSError as error:
        raise StoreError(f"{beside} can't be written: {error.strerror}") from error
