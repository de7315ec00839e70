"""Gear editions in the store: kept by the hash of what they say, on the shelf or only pinned by jobs."""

from __future__ import annotations

from collections.abc import Mapping

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import GEAR, GearItem, canonical, gear_hash
from oval_room.store.opened import Opened


class Editions(Opened):
    """Gear of one database."""

    def gear(self) -> dict[str, GearItem]:
        """Every gear edition there is, by hash, shelf and pinned alike."""
        with self._connected():
            if self._gear is None or self._t["gear"].select().count() != len(
                self._gear
            ):  # another process may have brought some
                rows = self._t["gear"].select().order_by(self._t["gear"].hash)
                self._gear = {row.hash: GEAR.validate_json(row.document) for row in rows}
        return self._gear

    def shelf(self) -> dict[str, GearItem]:
        """The editions on the shelf, in the order of kind and name."""
        with self._connected():
            on = {row.hash for row in self._t["gear"].select(self._t["gear"].hash).where(self._t["gear"].on_shelf)}
        items = {key: item for key, item in self.gear().items() if key in on}
        return dict(sorted(items.items(), key=lambda pair: (pair[1].kind, pair[1].name)))

    def add_gear(self, items: Mapping[str, GearItem], *, on_shelf: bool) -> None:
        """Keep editions; one that is there already stays as it is.

        Raises:
            RefusedError: an edition's hash is not that of its content.
        """
        for key, item in items.items():
            if gear_hash(item) != key:
                raise RefusedError(f"gear {key} does not match its content", field=f"gear.{key}", value=key)
        with self._writing():
            for key, item in items.items():
                row = {"hash": key, "document": canonical(item.model_dump(mode="json")), "on_shelf": on_shelf}
                self._t["gear"].insert(row).on_conflict_ignore().execute()
        self._gear = None
