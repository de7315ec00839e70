"""The demonstration's database for the tests: made once for a whole run, and copied by whoever wants one."""

from __future__ import annotations

import os
import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Final

from oval_room.cli import fill
from oval_room.store.store import Store

MADE: Final = "OVAL_ROOM_TESTS_SEED"
"""Where a whole run has its own."""


@contextmanager
def seeded_for_all() -> Iterator[None]:
    """Makes the database that every process of a run copies."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "seed.db"
        process = os.fork()  # so that the process the tests are forked from has no database open
        if process == 0:
            try:
                filled = Store(Path(folder) / "filled.db")
                fill(filled)
                filled.backup(copy)
            finally:
                os._exit(0 if copy.exists() else 1)
        if os.waitpid(process, 0)[1]:
            raise RuntimeError("the demonstration's database could not be made")
        os.environ[MADE] = str(copy)
        try:
            yield
        finally:
            del os.environ[MADE]


def seed(path: Path) -> None:
    """A database with the demonstration at a path."""
    made = os.environ.get(MADE)
    if made:
        shutil.copyfile(made, path)
    else:
        fill(Store(path))
