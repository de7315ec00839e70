"""A row's seal: a hash over all that it says, put on when it is written and looked at when it is read, so that a digit
that changed on the disk is found before somebody drills by it."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from typing import Any, Final

Row = Mapping[str, Any]
"""A row of a table by its columns' names."""
REVISION: Final = (
    "job_id",
    "number",
    "document",
    "command",
    "label",
    "author",
    "touched",
    "kind",
    "undoes",
    "base",
    "key",
    "group_key",
    "at",
)
"""What of a revision never changes once it is kept; its name may be given later."""
ATTACHMENT: Final = ("id", "job_id", "about", "text", "content", "width", "height", "author", "at")
TRUTH: Final = ("job_id", "seed", "hidden", "pitch", "first", "slips")
SEALED: Final[Mapping[str, tuple[str, ...]]] = {"revision": REVISION, "attachment": ATTACHMENT, "truth": TRUTH}
"""Tables whose rows bear a seal, each with the columns that it is over."""


def seal(table: str, row: Row) -> str:
    """The seal that belongs to what a row of a table says."""
    digest = hashlib.sha256()
    for column in SEALED[table]:
        value = row[column]
        if value is None:
            digest.update(f"{column} - ".encode())
            continue
        raw = isinstance(value, (bytes, bytearray, memoryview))
        content = bytes(value) if raw else str(value).encode("utf-8", "surrogatepass")
        digest.update(f"{column} {len(content)} ".encode())
        digest.update(content)
    return digest.hexdigest()[:32]


def unbroken(table: str, row: Row) -> bool:
    """Whether a row says what it said when it was sealed; one from before there were seals is taken at its word."""
    kept = row.get("seal")
    return kept is None or kept == seal(table, row)
