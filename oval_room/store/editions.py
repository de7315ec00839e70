"""Gear editions in the store: kept by the hash of what they say, on the shelf or only pinned by jobs."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar

import peewee

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.gear.kinds import kind_of
from oval_room.core.plan.gear import GEAR, GearItem, canonical, gear_hash, hash_of
from oval_room.core.plan.gear import Editions as Held
from oval_room.core.plan.measure import STORED
from oval_room.store.opened import Opened

LOG = logging.getLogger("oval_room")


def read_edition(key: str, document: str) -> GearItem | None:
    """An edition as it is kept under its hash; None where it can't be read, or what it says is not what it said."""
    try:
        raw = json.loads(document)
        item = GEAR.validate_python(raw, context=STORED)
    except (ValueError, TypeError, RecursionError):
        return None
    return item if key in (gear_hash(item), hash_of(raw)) else None


_look: ContextVar[dict[int, Held] | None] = ContextVar("look", default=None)


@contextmanager
def one_look_at_gear() -> Iterator[None]:
    """The gear of a database is looked for once within: all that one request does rests on the same shelf. What the
    request itself brings is seen."""
    token = _look.set({})
    try:
        yield
    finally:
        _look.reset(token)


class Editions:
    """Gear of one database."""

    def __init__(self, db: Opened) -> None:
        self._db = db
        self._gear: Held | None = None
        self._of: tuple[int, str] = (-1, "")
        self._told: set[str] = set()

    def gear(self) -> Held:
        """Every gear edition there is, by hash, shelf and pinned alike; it knows which are on the shelf."""
        look = _look.get()
        if look is not None and id(self) in look:
            return look[id(self)]
        held = self._gear_now()
        if look is not None:
            look[id(self)] = held
        return held

    def _changed(self) -> None:
        self._gear = None
        (_look.get() or {}).pop(id(self), None)

    def _gear_now(self) -> Held:
        table, known, of = self._db.tables["gear"], self._gear, self._of
        with self._db.connected():
            shelved = peewee.fn.GROUP_CONCAT(peewee.SQL("CASE WHEN on_shelf THEN rowid END"))
            counted = table.select(peewee.fn.COUNT(table.hash), shelved).tuples().get()
            now = int(counted[0]), str(counted[1] or "")
            if known is None or now != of:  # another process may have brought some, or taken some off
                rows = list(table.select().order_by(table.hash))
                read = ((row.hash, (known or {}).get(row.hash) or self._read(row.hash, row.document)) for row in rows)
                items = {key: item for key, item in read if item is not None}
                known = Held(items, {row.hash for row in rows if row.on_shelf})
                self._gear, self._of = known, now
        return known

    def _read(self, key: str, document: str) -> GearItem | None:
        """One edition; None where it can't be read or is not what it was: that costs it alone."""
        item = read_edition(key, document)
        if item is None and key not in self._told:
            self._told.add(key)
            LOG.warning("gear %s can't be read", str(key)[:20])
        return item

    def damaged(self) -> list[str]:
        """A line for each edition that can't be read."""
        table = self._db.tables["gear"]
        with self._db.connected():
            rows = [(row.hash, row.document) for row in table.select(table.hash, table.document)]
        return [f"gear {str(key)[:20]} is not as it was kept" for key, text in rows if read_edition(key, text) is None]

    def shelf(self, *, on: bool = True) -> dict[str, GearItem]:
        """The editions on the shelf, or those off it (taken off, replaced, or only brought by jobs), in the order of
        kind and name."""
        gear = self.gear()
        items = gear.offered if on else {key: item for key, item in gear.items() if key not in gear.offered}
        return dict(sorted(items.items(), key=lambda pair: (pair[1].kind, pair[1].name)))

    def shelve(self, *items: GearItem) -> int:
        """Put items on the shelf, all of them or none. One of an item's name there is its earlier edition: it leaves
        the shelf, and jobs keep it. Returns how many left."""
        table, new = self._db.tables["gear"], {gear_hash(item): item for item in items}
        called = {(kind_of(item).word, item.name): key for key, item in new.items()}
        with self._db.writing():
            shelf = self.gear().offered
            left = [old for old, one in shelf.items() if called.get((kind_of(one).word, one.name), old) != old]
            self.add_gear(new, on_shelf=True)
            table.update(on_shelf=False).where(table.hash.in_(left)).execute()
        return len(left)

    def set_on_shelf(self, key: str, on: bool) -> None:
        """Take an edition off the shelf, or put it back.

        Raises:
            MissingError: there is no such edition.
        """
        table = self._db.tables["gear"]
        with self._db.writing():
            if not table.update(on_shelf=on).where(table.hash == key).execute():
                raise MissingError(f"there is no gear {key[:40]} here", value=key)
        self._changed()

    def add_gear(self, items: Mapping[str, GearItem], *, on_shelf: bool, kept: Mapping[str, str] | None = None) -> None:
        """Keep editions; the content of one that is there already stays as it is.

        Args:
            kept: documents of another database, by hash, which are kept as they are.

        Raises:
            RefusedError: an edition's hash is not that of its content.
        """
        kept = kept or {}
        for key, item in items.items():
            if key not in kept and gear_hash(item) != key:
                raise RefusedError(f"gear {key} does not match its content", field=f"gear.{key}", value=key)
        table = self._db.tables["gear"]
        with self._db.writing():
            rows = [
                {
                    "hash": key,
                    "document": kept.get(key) or canonical(item.model_dump(mode="json")),
                    "on_shelf": on_shelf,
                }
                for key, item in items.items()
            ]
            for some in peewee.chunked(rows, 200):
                table.insert_many(some).on_conflict_ignore().execute()
            if on_shelf:  # what a job brought earlier comes onto the shelf too
                table.update(on_shelf=True).where(table.hash.in_(list(items))).execute()
        self._changed()
