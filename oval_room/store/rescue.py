"""What can still be read of a damaged database, brought over into a new one: gear, each job at its newest readable
point, its photos and notes."""

from __future__ import annotations

import contextlib
import json
import sqlite3
import zlib
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from oval_room.core.errors import RefusedError
from oval_room.core.parts import PLAN
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GEAR, GearItem
from oval_room.store.documents import put_together
from oval_room.store.records import StoreError
from oval_room.store.store import Store

Row = dict[str, Any]


def rescue(damaged: Path, target: Path) -> list[str]:
    """Bring over what can be read; a line for each job: what came, or why not.

    Raises:
        StoreError: the file can't be opened at all, or there is one at the target already.
    """
    if target.exists():
        raise StoreError(f"{target} is there already; name a new file")
    if not damaged.exists():
        raise StoreError(f"there is no file {damaged}")
    told = []
    with contextlib.closing(sqlite3.connect(f"file:{damaged}?mode=ro", uri=True)) as old:
        old.row_factory = sqlite3.Row
        gear, shelf = _gear(old)
        store = Store(target)
        store.add_gear(gear, on_shelf=False)
        store.add_gear(shelf, on_shelf=True)
        jobs = {str(row["id"]): row for row in _rows(old, "job")}
        revisions: dict[str, dict[int, Row]] = {}
        for row in _rows(old, "revision"):
            revisions.setdefault(str(row["job_id"]), {})[int(row["number"])] = row
        pinned: dict[str, list[Row]] = {}
        for row in _rows(old, "attachment"):
            pinned.setdefault(str(row["job_id"]), []).append(row)
        known = {**gear, **shelf}
        for job in dict.fromkeys([*jobs, *revisions]):
            told.append(_bring(store, job, jobs.get(job), revisions.get(job, {}), pinned.get(job, []), known))
    store.close()
    return told


def _bring(
    store: Store, job: str, row: Row | None, kept: dict[int, Row], pinned: list[Row], gear: dict[str, GearItem]
) -> str:
    name = str(row["name"]) if row else f"job {job}"
    for number in sorted(kept, reverse=True):
        plan = _plan(kept, number)
        if plan is None:
            continue
        lost = plan.gear_used() - set(gear)
        schemes = {key: scheme.without_gear(lost) for key, scheme in plan.schemes.items()}
        plan = plan.model_copy(update={"schemes": schemes}) if lost else plan
        made = store.create(plan, str(kept[number].get("author") or "rescue"), f"Rescued from revision {number}")
        brought = sum(_pin(store, made, one) for one in pinned)
        newest = max(kept) if row is None else max(int(row["head"]), max(kept))
        tail = "" if number == newest else f" of {newest}"
        choose = f"; {len(lost)} items of its gear can't be read: choose them again" if lost else ""
        return f"{name}: revision {number}{tail}, {brought} of {len(pinned)} photos and notes{choose}"
    return f"{name}: nothing of it can be read"


def _plan(kept: dict[int, Row], number: int) -> Plan | None:
    """The plan at a revision, where every row that it stands on can be read."""
    chain, at = [], number
    while at in kept and kept[at].get("base") is not None:
        chain.append(kept[at])
        at = int(kept[at]["base"])
    if at not in kept:
        return None
    try:
        return PLAN.validate_python(
            put_together(kept[at]["document"], [(r["touched"], r["document"]) for r in reversed(chain)])
        )
    except (ValidationError, ValueError, LookupError, TypeError, zlib.error):
        return None


def _pin(store: Store, job: str, row: Row) -> bool:
    photo = (bytes(row["content"]), int(row["width"]), int(row["height"])) if row["content"] else None
    try:
        store.attach(job, str(row["about"]), str(row["text"]), str(row["author"]), photo, at=str(row["at"]))
    except (RefusedError, StoreError):
        return False
    return True


def _gear(old: sqlite3.Connection) -> tuple[dict[str, GearItem], dict[str, GearItem]]:
    """Editions that can be read: those only pinned by jobs, and those on the shelf."""
    pinned: dict[str, GearItem] = {}
    shelf: dict[str, GearItem] = {}
    for row in _rows(old, "gear"):
        try:
            (shelf if row["on_shelf"] else pinned)[str(row["hash"])] = GEAR.validate_python(json.loads(row["document"]))
        except (ValidationError, ValueError, TypeError):
            continue
    return pinned, shelf


def _rows(old: sqlite3.Connection, table: str) -> Iterator[Row]:
    """The rows of a table that can be read, whatever lies between them."""
    try:
        last = int(old.execute(f"SELECT MAX(rowid) FROM {table}").fetchone()[0] or 0)
    except sqlite3.DatabaseError:
        last = MOST_ROWS
    missed = 0
    for rowid in range(1, last + 1):
        try:
            row = old.execute(f"SELECT * FROM {table} WHERE rowid = ?", (rowid,)).fetchone()
        except sqlite3.DatabaseError:
            row = None
        missed = 0 if row is not None else missed + 1
        if row is not None:
            yield dict(row)
        elif last == MOST_ROWS and missed > GIVE_UP:
            return


MOST_ROWS = 200_000
GIVE_UP = 5000
