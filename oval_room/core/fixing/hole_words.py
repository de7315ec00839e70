"""A hole in words: into what, how far off it may come out, what it bears, what comes first (rules 7.2, 7.5–7.7)."""

from __future__ import annotations

from typing import Final, NamedTuple

from oval_room.core.fixing.hole_list import HoleTold
from oval_room.core.units import Ruler

FOUND: Final = {
    "pilot": "stud, proved by a pilot hole",
    "magnet": "stud, found by magnet",
    "scanner": "stud, found by scanner",
    "knock": "stud, by knocking",
    "counted": "stud counted on, not found",
}
FIRST: Final = {
    "pilot": "",
    "magnet": "both edges of the stud",
    "scanner": "both edges of the stud, or a pilot hole",
    "knock": "a pilot hole",
    "counted": "a pilot hole",
}
"""What is to be confirmed before the hole is drilled, by how its stud was found."""


class HoleRow(NamedTuple):
    """A hole in words."""

    number: int
    into: str
    along: str
    up: str
    bears: str
    first: tuple[str, ...]


def hole_row(one: HoleTold, ruler: Ruler, wall: str) -> HoleRow:
    """A hole in words. wall: what a hole that goes into no stud goes into."""
    sure = one.sure
    first = [FIRST.get(sure.found, "a pilot hole")] if sure.found else []
    first += [f"what runs by {name}" for name in one.near]
    if not sure.enough:
        first.append(f"{sure.again} measured again: it may be off by more than slot or plate forgive")
    bears = f"{one.load.use:.0f} %" if one.load is not None else ""
    into, told = FOUND.get(sure.found, wall), tuple(words for words in first if words)
    if sure.fitted is not None:
        into += f" at {ruler.show(sure.fitted)}, fitted to the rhythm of the others"
    return HoleRow(one.number, into, ruler.show(sure.along), ruler.show(sure.up), bears, told)
