"""Where a wall plate goes so that studs lie in its slots, and the panel as little off its place as can be (7.4)."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations, product

from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM
from oval_room.core.record import record

Slot = tuple[float, float]
"""From the plate's middle, left end and right end [mm]."""


@record
class PlatePlace:
    """A plate's place [mm]: its middle along the wall, the panel's off where it is wanted (right positive), how far the
    panel is slid on the plate (right positive), and the studs its slots catch."""

    plate: float
    off: float
    slide: float
    studs: tuple[float, ...]

    @property
    def centred(self) -> bool:
        return abs(self.off) <= SLIM


def place_on_studs(
    wanted: float, slots: Sequence[Slot], studs: Sequence[float], *, slide: float, least: int = 2
) -> PlatePlace | None:
    """The plate's place with the least panel shift, then the least slide (rules 7.4); None where no place catches
    enough studs.

    Args:
        wanted: the panel's middle along the wall [mm]. slots: of the plate, from its middle.
        studs: their middles [mm]. slide: how far the panel slides on the plate each way [mm], 0 or more.
        least: studs that must lie in slots; two may share one.

    Raises:
        RefusedError: a slot ends before it starts, or there is none.
    """
    if not slots or any(left > right for left, right in slots):
        raise RefusedError("give each slot from its left end to its right", field="slots_from_plate_centre_mm")
    best: PlatePlace | None = None
    for some in combinations(sorted(studs), least):
        for into in product(slots, repeat=least):
            low = max(stud - slot[1] for stud, slot in zip(some, into, strict=True))
            high = min(stud - slot[0] for stud, slot in zip(some, into, strict=True))
            if low > high + SLIM:
                continue
            place = _at(min(max(wanted, low), high), wanted, slots, studs, slide)
            if best is None or _rank(place) < _rank(best):
                best = place
    return best


def _at(plate: float, wanted: float, slots: Sequence[Slot], studs: Sequence[float], slide: float) -> PlatePlace:
    short = wanted - plate
    moved = min(max(short, -slide), slide)
    caught = tuple(stud for stud in sorted(studs) if any(a - SLIM <= stud - plate <= b + SLIM for a, b in slots))
    return PlatePlace(plate, moved - short, moved, caught)


def _rank(place: PlatePlace) -> tuple[float, float, float]:
    return round(abs(place.off), 6), round(abs(place.slide), 6), place.plate


def backing(studs: Sequence[float], left: float, right: float) -> tuple[float, float] | None:
    """Ends of a board across studs that backs a plate between two places [mm]: from the last stud before it to the
    first after; None where there is none on a side (rules 7.4)."""
    before, after = [one for one in studs if one <= left], [one for one in studs if one >= right]
    return (max(before), min(after)) if before and after else None
