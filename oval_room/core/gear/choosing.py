"""Choosing from a shelf by figures: from and to of what an item's kind says as a number; and what differs between
items."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import GearKind
from oval_room.core.gear.field import GearField, plain_number
from oval_room.core.gear.kinds import kind_of
from oval_room.core.gear.sheet import as_texts
from oval_room.core.plan.gear import GearItem
from oval_room.core.record import record

MOST_BESIDE: Final = 4
"""Items that can be set beside each other."""


@record
class Between:
    """A figure that must lie between two numbers; None is no end. What reaches into the span counts."""

    field: GearField
    lo: float | None
    hi: float | None

    def holds(self, item: GearItem) -> bool | None:
        """Whether an item does; None where it does not say the figure."""
        found = self.field.amount.of(item) if self.field.amount else None
        if found is None:
            return None
        return (self.lo is None or found[1] >= self.lo) and (self.hi is None or found[0] <= self.hi)


def amounts(kind: GearKind) -> list[GearField]:
    """The figures that items of a kind are chosen by."""
    return [field for field in kind.fields if field.amount is not None]


def wanted(kind: GearKind, given: Mapping[str, str]) -> tuple[list[Between], dict[str, str]]:
    """What is wanted, from `WORD from` and `WORD to`, and what of it can't be read, by the same names."""
    out, wrong = [], dict[str, str]()
    for field in amounts(kind):
        ends: list[float | None] = []
        for end in ("from", "to"):
            name = f"{field.word} {end}"
            text = given.get(name, "").strip()
            try:
                ends.append(plain_number(text, f"a number for {field.word}", 0, 1e6) if text else None)
            except RefusedError as refused:
                wrong[name] = refused.text
                ends.append(None)
        lo, hi = ends
        if lo is not None and hi is not None and lo > hi:
            wrong[f"{field.word} to"] = f"give {field.word} with the less first ({lo:g} to {hi:g})"
        elif lo is not None or hi is not None:
            out.append(Between(field, lo, hi))
    return out, wrong


def sorted_out(items: Iterable[tuple[str, GearItem]], asked: list[Between]) -> tuple[dict[str, GearItem], int]:
    """The items that hold to all that is asked, and how many were left out only because they don't say a figure."""
    kept, silent = {}, 0
    for key, item in items:
        held = [one.holds(item) for one in asked]
        if all(held):
            kept[key] = item
        elif False not in held:
            silent += 1
    return kept, silent


def side_by_side(items: list[GearItem]) -> list[tuple[str, list[str], bool]]:
    """Items of one kind beside each other: each figure that any of them says, as each says it, and whether they differ.

    Raises:
        RefusedError: they are of several kinds, or fewer than two.
    """
    kinds = {kind_of(item).word for item in items}
    if len(kinds) != 1 or not 2 <= len(items) <= MOST_BESIDE:
        raise RefusedError("choose two to four of one kind", field="of")
    kind = kind_of(items[0])
    texts = [as_texts(item, kind) for item in items]
    rows = []
    for field in kind.fields:
        told = [one.get(field.word, "") for one in texts]
        if any(told):
            rows.append((field.word, told, len(set(told)) > 1))
    return rows
