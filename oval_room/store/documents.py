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
from collections.abc import Iterable
from typing import Any, Final

from pydantic import ValidationError

from oval_room.core.complaints import refused_by
from oval_room.core.errors import MissingError
from oval_room.core.parts import PLAN
from oval_room.core.plan.changes import Change, entry_of, is_entry, node_at
from oval_room.core.plan.document import Plan
from oval_room.store.opened import Opened
from oval_room.store.records import BrokenError

KEPT_PLANS: Final = 64
MOST_STEPS: Final = 400
"""Revisions that stand on one full document at most, so that any is quickly put together."""
WORTH: Final = 2.0
"""A full document is kept anew when what stands on the last one has grown to this many times its size."""

Orders = list[tuple[str, list[str]]]


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
            plan = PLAN.validate_python(raw)
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

    def written(
        self, job: str, before: Plan | None, number: int, after: Plan, touched: Iterable[Change]
    ) -> tuple[bytes, int | None]:
        """How a new revision is kept: its document, and the revision it stands on, None where it is whole."""
        if before is None or self._full_is_due(job, number):
            return whole(after), None
        orders = _orders(before, after, touched)
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
        full = table.select().where(mine & table.base.is_null()).order_by(table.number.desc()).first()
        steps = (
            []
            if full is None
            else list(
                table.select(table.number, table.touched, table.document)
                .where(mine & (table.number > full.number))
                .order_by(table.number)
            )
        )
        if full is None or (steps[-1] if steps else full).number != revision:
            raise MissingError(f"job {job[:20]} has no revision {revision}", value=revision)
        try:
            return put_together(full.document, [(step.touched, step.document) for step in steps])
        except (zlib.error, ValueError, LookupError, TypeError) as error:
            raise BrokenError(job, f"revision {revision} is damaged", revision) from error


def put_together(full: bytes, steps: Iterable[tuple[str, bytes]]) -> Any:
    """A plan's JSON from a whole document and what the revisions after it touched, each with its table orders.

    Raises:
        zlib.error, ValueError, LookupError, TypeError: something of it is damaged.
    """
    document = json.loads(zlib.decompress(bytes(full)))
    for touched, packed in steps:
        orders = json.loads(zlib.decompress(bytes(packed))) if packed else []
        _apply(document, json.loads(touched), orders)
    return document


def whole(plan: Plan) -> bytes:
    """A plan in full, packed."""
    return zlib.compress(plan.model_dump_json().encode(), 6)


def _orders(before: Plan, after: Plan, touched: Iterable[Change]) -> Orders:
    """Tables whose entries do not stand as they would with what went taken out and what came put last."""
    out: Orders = []
    for path in dict.fromkeys(entry_of(change.path)[0] for change in touched if is_entry(change.path)):
        was, now = node_at(before, path), node_at(after, path)
        if isinstance(was, dict) and isinstance(now, dict):
            plain = [key for key in was if key in now] + [key for key in now if key not in was]
            if plain != list(now):
                out.append((path, list(now)))
    return out


def _apply(document: Any, touched: Iterable[Any], orders: Orders) -> None:
    """What a revision touched, done to a plan's JSON."""
    for path, _, after in touched:
        table, key = entry_of(path)
        node = _into(document, table)
        if after is None and is_entry(path):
            node.pop(key, None)
        else:
            node[key] = after
    for path, keys in orders:
        table = _into(document, path)
        entries = {key: table[key] for key in keys}
        table.clear()
        table.update(entries)


def _into(document: Any, path: str) -> Any:
    for key in path.split(".") if path else ():
        document = document[key]
    return document
