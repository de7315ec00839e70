"""Tables in `tests/data` that were looked through once, against what is made now."""

from __future__ import annotations

import difflib
from pathlib import Path


def differing(table: Path, now: str) -> list[str]:
    """The first lines in which what is made now differs from a table; none where it is the same."""
    kept = table.read_text(encoding="utf-8")
    if kept == now:
        return []
    return list(difflib.unified_diff(kept.splitlines(), now.splitlines(), lineterm="", n=0))[:24]
