"""Gear editions in the store: kept by the hash of what they say, on the shelf or only pinned by jobs."""

from __future__ import annotations

from collections.abc import Mapping

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import GEAR, GearItem, canonical, gear_hash
from oval_room.store.opened import Opened


class Editions:
    """Gear of one database."""

    def __init__(self, db: Opened) -> None:
        self._db = db
        self._gear: dict[str, GearItem] | None = None

    def gear(self) -> dict[str, GearItem]:
        """Every gear edition there is, by hash, shelf and pinned alike."""
        table, known = self._db.tables["gear"], self._gear
        with self._db.connected():
            if known is None or table.select().count() != len(known):  # another process may have brought some
                rows = table.select().order_by(table.hash)
                known = {row.hash: GEAR.validate_json(row.document) for row in rows}
                self._gear = known
        return known

    def shelf(self) -> dict[str, GearItem]:
        """The editions on the shelf, in the order of kind and name."""
        with self._db.connected():
            on = {
                row.hash
                for row in self._db.tables["gear"]
                .select(self._db.tables["gear"].hash)
                .where(self._db.tables["gear"].on_shelf)
            }
        items = {key: item for key, item in self.gear().items() if key in on}
        return dict(sorted(items.items(), key=lambda pair: (pair[1].kind, pair[1].name)))

    def add_gear(self, items: Mapping[str, GearItem], *, on_shelf: bool) -> None:
        """Keep editions; the content of one that is there already stays as it is.

        Raises:
            RefusedError: an edition's hash is not that of its content.
        """
        for key, item in items.items():
            if gear_hash(item) != key:
                raise RefusedError(f"gear {key} does not match its content", field=f"gear.{key}", value=key)
        table = self._db.tables["gear"]
        with self._db.writing():
            for key, item in items.items():
                row = {"hash": key, "document": canonical(item.model_dump(mode="json")), "on_shelf": on_shelf}
                table.insert(row).on_conflict_ignore().execute()
            if on_shelf:  # what a job brought earlier comes onto the shelf too
                table.update(on_shelf=True).where(table.hash.in_(list(items))).execute()
        self._gear = None
