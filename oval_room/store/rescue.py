"""What can still be read of a damaged database, brought over into a new one: gear, each job at its newest readable
point, its photos and notes, its hidden room; what is lost is named."""

from __future__ import annotations

import contextlib
import json
import sqlite3
import zlib
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.parts import PLAN
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem
from oval_room.core.plan.measure import STORED
from oval_room.core.record import record
from oval_room.store.documents import put_together
from oval_room.store.editions import read_edition
from oval_room.store.migrations import copy_database
from oval_room.store.records import Pin, StoreError, TruthRow
from oval_room.store.seals import Row, unbroken
from oval_room.store.store import Store

MOST_ROWS: Final = 200_000
BEYOND: Final = 1000
GIVE_UP: Final = 5000
"""Rows in a row that are not there, where nobody knows how many there were."""


@record
class Rescued:
    """What came of a rescue: a line for each job, and for each loss beside them."""

    jobs: tuple[str, ...]
    lost: tuple[str, ...]


def rescue(damaged: Path, target: Path) -> Rescued:
    """Bring over what can be read into a new file, which is there when all of it is.

    Raises:
        StoreError: the file is no database of ours, or can't be opened at all, or there is one at the target already.
    """
    if target.exists():
        raise StoreError(f"{target} is there already; name a new file")
    if not damaged.exists():
        raise StoreError(f"there is no file {damaged}")
    half = target.with_name(f"{target.name}.rescued")
    tails = ("", "-wal", "-shm", ".half")
    try:
        with contextlib.closing(_opened(damaged)) as old:
            store = Store(_cleared(half, tails))
            try:
                told = _brought(old, store)
            finally:
                store.close()
        copy_database(str(half), str(target))
    except sqlite3.DatabaseError as error:
        raise StoreError(f"{damaged} can't be gone through: {error}") from error
    finally:
        _cleared(half, tails)
    return told


def _cleared(path: Path, tails: tuple[str, ...]) -> Path:
    for tail in tails:
        Path(f"{path}{tail}").unlink(missing_ok=True)
    return path


def _opened(damaged: Path) -> sqlite3.Connection:
    """A connection that reads what there is, texts as far as they can be.

    Raises:
        StoreError: it is no database of ours.
    """
    old = sqlite3.connect(f"{damaged.resolve().as_uri()}?mode=ro", uri=True)
    old.row_factory = sqlite3.Row
    old.text_factory = lambda content: content.decode("utf-8", "replace")
    try:
        tables = {row[0] for row in old.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    except sqlite3.DatabaseError as error:
        old.close()
        raise StoreError(f"{damaged} is no database, or its first page is damaged: {error}") from error
    if not {"job", "revision"} & tables:
        old.close()
        raise StoreError(f"{damaged} is no database of Oval Room: it holds neither jobs nor revisions")
    return old


def _brought(old: sqlite3.Connection, store: Store) -> Rescued:
    lost: list[str] = []
    gear, documents, shelf = _gear(old, lost.append)
    store.add_gear({k: item for k, item in gear.items() if k not in shelf}, on_shelf=False, kept=documents)
    store.add_gear({k: item for k, item in gear.items() if k in shelf}, on_shelf=True, kept=documents)
    jobs = {str(row["id"]): row for row in _rows(old, "job", lost.append)}
    revisions: dict[str, dict[int, Row]] = {}
    for row in _rows(old, "revision", lost.append):
        if isinstance(row["number"], int):
            mine = revisions.setdefault(str(row["job_id"]), {})
            if row["number"] not in mine or unbroken("revision", row):  # a damaged tree may show a row twice
                mine[row["number"]] = row
    pinned: dict[str, list[Row]] = {}
    for row in _rows(old, "attachment", lost.append):
        pinned.setdefault(str(row["job_id"]), []).append(row)
    truths = {str(row["job_id"]): row for row in _rows(old, "truth", lost.append)}
    told = []
    for job in dict.fromkeys([*jobs, *revisions]):
        one = _Job(job, jobs.get(job), revisions.get(job, {}), pinned.get(job, []), truths.get(job))
        told.append(_bring(store, one, gear))
    known = {*jobs, *revisions}
    lost += [
        f"{len(rows)} photos and notes of job {job}, which is gone" for job, rows in pinned.items() if job not in known
    ]
    return Rescued(tuple(told), tuple(lost))


@record
class _Job:
    """All that there is of a job: its row, its revisions by number, what is pinned to it, its hidden room."""

    id: str
    row: Row | None
    kept: dict[int, Row]
    pinned: list[Row]
    truth: Row | None


def _bring(store: Store, job: _Job, gear: dict[str, GearItem]) -> str:
    """Bring a job over at the newest point that can be read; a line that says what came and what did not."""
    row_name = job.row["name"] if job.row else None
    name = row_name if isinstance(row_name, str) and row_name else f"job {job.id}"
    for number in sorted(job.kept, reverse=True):
        plan = _plan(job.kept, number)
        if plan is None:
            continue
        name, lost = plan.name, plan.gear_used() - set(gear)
        schemes = {key: scheme.without_gear(lost) for key, scheme in plan.schemes.items()}
        plan = plan.model_copy(update={"schemes": schemes}) if lost else plan
        pins = [pin for row in job.pinned if (pin := _pin(row)) is not None]
        truth = _truth(job.truth)
        try:
            store.create(
                plan,
                str(job.kept[number].get("author") or "rescue"),
                f"Rescued from revision {number}",
                pins=pins,
                truth=truth,
                archived=bool(job.row and job.row["archived"] in (1, True)),
            )
        except (RefusedError, StoreError, ValueError) as error:
            return f"{name}: revision {number} was read and could not be kept: {error}"
        head = job.row["head"] if job.row and isinstance(job.row["head"], int) else 0
        newest = max(head, *job.kept)
        tail = "" if number == newest else f" of {newest}"
        choose = f"; {len(lost)} items of its gear can't be read: choose them again" if lost else ""
        room = "; its hidden room can't be read" if job.truth is not None and truth is None else ""
        return f"{name}: revision {number}{tail}, {len(pins)} of {len(job.pinned)} photos and notes{choose}{room}"
    return f"{name}: nothing of it can be read"


def _plan(kept: dict[int, Row], number: int) -> Plan | None:
    """The plan at a revision, where every row that it stands on can be read."""
    chain, at = list[Row](), number
    while at in kept and kept[at].get("base") is not None and len(chain) <= len(kept):
        chain.append(kept[at])
        at = kept[at]["base"]
    if at not in kept:
        return None
    rows = [kept[at], *reversed(chain)]
    try:
        return PLAN.validate_python(put_together([{"base": None, **row} for row in rows]), context=STORED)
    except (ValueError, LookupError, TypeError, RecursionError, zlib.error):
        return None


def _pin(row: Row) -> Pin | None:
    if not unbroken("attachment", row):
        return None
    try:
        photo = (bytes(row["content"]), int(row["width"]), int(row["height"])) if row["content"] else None
    except (TypeError, ValueError):
        return None
    return Pin(str(row["about"]), str(row["text"]), str(row["author"]), str(row["at"]), photo)


def _truth(row: Row | None) -> TruthRow | None:
    if row is None or not unbroken("truth", row):
        return None
    try:
        packed = row["hidden"]
        hidden = None if packed is None else PLAN.validate_json(zlib.decompress(packed), context=STORED)
        return TruthRow(int(row["seed"]), hidden, float(row["pitch"]), float(row["first"]), float(row["slips"]))
    except (ValueError, TypeError, zlib.error):
        return None


def _gear(old: sqlite3.Connection, tell: Callable[[str], None]) -> tuple[dict[str, GearItem], dict[str, str], set[str]]:
    """Editions that can be read with their documents, and which of them stand on the shelf."""
    gear, documents, shelf = dict[str, GearItem](), dict[str, str](), set[str]()
    for row in _rows(old, "gear", tell):
        key, document = str(row["hash"]), str(row["document"])
        item = read_edition(key, document)
        if item is None:
            tell(f"gear {key[:20]} ({_called(document)}) can't be read")
            continue
        gear[key], documents[key] = item, document
        if row["on_shelf"]:
            shelf.add(key)
    return gear, documents, shelf


def _called(document: str) -> str:
    try:
        raw = json.loads(document)
        return f"{raw['maker']} {raw['model']}"[:60]
    except (ValueError, TypeError, LookupError, RecursionError):
        return "its name neither"


def _rows(old: sqlite3.Connection, table: str, tell: Callable[[str], None]) -> Iterator[Row]:
    """The rows of a table that can be read, whatever lies between them; tell: how many can not be reached."""
    if not old.execute("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?", (table,)).fetchone():
        return
    try:
        size = old.execute("PRAGMA page_count").fetchone()[0] * old.execute("PRAGMA page_size").fetchone()[0]
        last = min(int(old.execute(f"SELECT MAX(rowid) FROM {table}").fetchone()[0] or 0), size)
        sure = True
    except (sqlite3.DatabaseError, OverflowError):
        last, sure = MOST_ROWS, False
    missed = unreached = 0
    for rowid in range(1, last + BEYOND + 1):  # a damaged tree's greatest number need not be the greatest
        try:
            row = old.execute(f"SELECT * FROM {table} WHERE rowid = ?", (rowid,)).fetchone()
        except (sqlite3.DatabaseError, OverflowError):
            row, unreached = None, unreached + 1
        missed = 0 if row is not None else missed + 1
        if row is not None:
            yield dict(row)
        elif not sure and missed > GIVE_UP:
            break
    if not sure:
        tell(f"part of the table of {table}s: nobody knows how many rows it held")
    elif unreached:
        tell(f"{unreached} rows of the table of {table}s can't be reached")
