"""Plans of revisions as they are kept: in full every so often, between these as what each revision touched.

A revision's `touched` says every place with its value before and after, so a plan follows from the last full one before
it. `document` of such a revision holds no more than the order of tables whose entries did not simply come last; `base`
is the revision it stands on, and empty where the document is whole. So a commit costs what it changes, however long a
job's log of readings has grown.
"""

from __future__ import annotations

import json
import threading
import zlib
from collections.abc import Iterable, Sequence
from typing import Any, Final

from pydantic import ValidationError

from oval_room.core.complaints import refused_by
from oval_room.core.errors import MissingError
from oval_room.core.parts import PLAN
from oval_room.core.plan.changes import GROWS_ONLY, Change, Path, change_of, is_entry, is_table, path_of
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import STORED, Frozen
from oval_room.store.opened import Opened
from oval_room.store.records import BrokenError, StoreError
from oval_room.store.seals import Row, unbroken

KEPT_PLANS: Final = 64
MOST_STEPS: Final = 400
"""Revisions that stand on one full document at most, so that any is quickly put together."""
WORTH: Final = 2.0
"""A full document is kept anew when what stands on the last one has grown to this many times its size."""

MOST_UNPACKED: Final = 512 * 2**20
"""A plan's JSON is never near this [bytes]: what unpacks to more is damaged."""

Orders = list[tuple[Path, list[str]]]


class Documents:
    """The plans of one database's revisions."""

    def __init__(self, db: Opened) -> None:
        self._db = db
        self._plans: dict[tuple[str, int], Plan] = {}
        self._lock = threading.Lock()

    def at(self, job: str, revision: int) -> Plan:
        """A job's plan at a revision.

        Raises:
            MissingError: there is no such revision, or it was thinned out. BrokenError: it can't be read.
        """
        with self._lock:
            kept = self._plans.get((job, revision))
        if kept is not None:
            return kept
        raw = self._raw(job, revision)
        try:
            plan = PLAN.validate_python(raw, context=STORED)
        except ValidationError as error:
            wrong = refused_by(error)
            raise BrokenError(job, f"revision {revision}: {wrong.field} {wrong.text}", revision) from error
        self.keep(job, revision, plan)
        return plan

    def keep(self, job: str, revision: int, plan: Plan) -> None:
        with self._lock:
            self._plans[job, revision] = plan
            while len(self._plans) > KEPT_PLANS:
                self._plans.pop(next(iter(self._plans)))

    def forget(self, job: str) -> None:
        """After revisions were thinned out."""
        with self._lock:
            self._plans = {key: plan for key, plan in self._plans.items() if key[0] != job}

    def written(self, job: str, before: Plan | None, number: int, after: Plan) -> tuple[bytes, int | None]:
        """How a new revision is kept: its document, and the revision it stands on, None where it is whole."""
        if before is None or self._full_is_due(job, number):
            return whole(after), None
        orders = _orders(before, after)
        return (zlib.compress(json.dumps(orders).encode(), 6) if orders else b""), number - 1

    def _full_is_due(self, job: str, number: int) -> bool:
        """Whether so much stands on the last full document that a new one is worth its room."""
        table = self._db.tables["revision"]
        row = (
            table.select(table.number, table.document)
            .where((table.job == job) & (table.number < number) & table.base.is_null())
            .order_by(table.number.desc())
            .first()
        )
        if row is None:
            return True
        if number - row.number > MOST_STEPS:
            return True
        since = self._db.total_of_touched(job, row.number)
        return since > WORTH * max(len(bytes(row.document)), 4000) * 4  # touched is kept as it is, a document packed

    def _raw(self, job: str, revision: int) -> Any:
        """A plan as JSON, put together from the last full document."""
        table = self._db.tables["revision"]
        mine = (table.job == job) & (table.number <= revision)
        full = table.select(table.number).where(mine & table.base.is_null()).order_by(table.number.desc()).first()
        first = full.number if full is not None else revision
        rows = list(table.select().where(mine & (table.number >= first)).order_by(table.number).dicts())
        if not rows or rows[-1]["number"] != revision:
            raise MissingError(f"job {str(job)[:20]} has no revision {revision}", value=revision)
        try:
            return put_together([row | {"job_id": row["job"]} for row in rows])
        except (zlib.error, ValueError, LookupError, TypeError, RecursionError) as error:
            raise BrokenError(job, f"revision {revision} is damaged", revision) from error

    def read_back(self, before: Plan | None, after: Plan, row: Row) -> None:
        """Prove that a row as it was read from the file gives the plan that it was written for.

        Raises:
            StoreError: it does not.
        """
        try:
            if not unbroken("revision", row):
                raise ValueError("its seal is another's")
            if row["base"] is None:
                raw = _unpacked(row["document"])
            else:
                raw = {} if before is None else before.model_dump(mode="json", exclude={GROWS_ONLY})
                raw[GROWS_ONLY] = {}
                _step(raw, row)
            plan = PLAN.validate_python(raw)
            grown = {key: reading for key, reading in after.readings.items() if key in plan.readings}
            logged = len(after.readings) - (len(before.readings) if before and row["base"] is not None else 0)
            if plan.readings != grown or len(grown) != logged or _rest(plan) != _rest(after):
                raise ValueError("it gives another plan")
        except (zlib.error, ValueError, LookupError, TypeError, RecursionError) as error:
            raise StoreError(
                f"what was written could not be read back as it was ({str(error)[:80]}), so nothing was changed; "
                "look at the disk, then run oval-room check"
            ) from error


def _rest(plan: Plan) -> str:
    """A plan without its log of readings, as text: order counts."""
    return plan.model_dump_json(exclude={GROWS_ONLY})


def put_together(rows: Sequence[Row]) -> Any:
    """A plan's JSON from the rows of a whole document and of the revisions after it, in their order.

    Raises:
        zlib.error, ValueError, LookupError, TypeError: something of it is damaged.
    """
    full, *steps = rows
    if full["base"] is not None or not all(unbroken("revision", row) for row in rows):
        raise ValueError("a revision is not as it was written")
    document, number = _unpacked(full["document"]), full["number"]
    for row in steps:
        if row["base"] != number:
            raise LookupError(f"revision {number + 1} is missing")
        _step(document, row)
        number = row["number"]
    return document


def _unpacked(document: bytes) -> Any:
    """A packed document; not more of it than a plan can be."""
    unpacker = zlib.decompressobj()
    content = unpacker.decompress(bytes(document), MOST_UNPACKED)
    if not unpacker.eof:
        raise ValueError("is cut short, or larger than any plan")
    return json.loads(content)


def _step(document: Any, row: Row) -> None:
    """What a revision touched, done to a plan's JSON."""
    orders = [(path_of(path), keys) for path, keys in _unpacked(row["document"])] if row["document"] else []
    _apply(document, [change_of(kept) for kept in json.loads(row["touched"])], orders)


def whole(plan: Plan) -> bytes:
    """A plan in full, packed."""
    return zlib.compress(plan.model_dump_json().encode(), 6)


def _orders(before: object, after: object, path: Path = ()) -> Orders:
    """Tables whose entries do not stand as they would with what went taken out and what came put last: also those of
    which nothing came or went, where a command laid them down anew."""
    if before is after or path == (GROWS_ONLY,):
        return []
    out: Orders = []
    if isinstance(before, dict) and isinstance(after, dict):
        plain = [key for key in before if key in after] + [key for key in after if key not in before]
        out += [(path, list(after))] if plain != list(after) else []
        pairs: Iterable[tuple[str, object, object]] = ((key, before[key], after[key]) for key in after if key in before)
    elif isinstance(before, Frozen) and type(before) is type(after) and not before.leaf:
        pairs = ((key, getattr(before, key), getattr(after, key)) for key in type(before).model_fields)
    else:
        return []
    for key, one, other in pairs:
        out += _orders(one, other, (*path, key))
    return out


def _apply(document: Any, touched: Iterable[Change], orders: Orders) -> None:
    for path, _, after in touched:
        node = _into(document, path[:-1])
        if after is None and is_entry(path):
            node.pop(path[-1], None)
        else:
            node[path[-1]] = after
    for path, keys in orders:
        table = _into(document, path)
        entries = {key: table[key] for key in keys}
        table.clear()
        table.update(entries)


def _into(document: Any, path: Path) -> Any:
    """What lies at a path of a plan's JSON. A table that was declared after that was written is made, empty."""
    for n, key in enumerate(path, 1):
        if key not in document and is_table(path[:n]):
            document[key] = {}
        document = document[key]
    return document
