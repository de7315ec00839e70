"""Where a plate goes: where somebody put it, else with studs in its slots and the panel as little off as can be, clear
of what is behind the wall where that is to be had by sliding (rules 7.4, 7.7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from oval_room.core.fixing.document import Hold
from oval_room.core.fixing.drill_window import KeepOut, PlateRules, drill_window
from oval_room.core.fixing.plate_studs import PlatePlace, place_on_studs
from oval_room.core.levels import SLIM
from oval_room.core.plan.gear import Mount

SINGLE = 150.0
"""An arm whose plate is no wider stands on one stud (planning value of ours) [mm]."""


def studs_wanted(mount: Mount) -> int:
    """Two, or one for an arm on a single tall column (rules 7.4)."""
    return 1 if mount.reach is not None and mount.plate_width <= SINGLE else 2


def plate_rules(
    middle: float, row: float, mount: Mount, keep_out: Sequence[KeepOut], studs: Sequence[float] | None
) -> PlateRules:
    """What a plate must meet at the height it has.

    Args:
        middle: the panel's, along the wall. row: the upper row's height [mm].
        studs: their middles; None where a wall holds anywhere, the mount then with the columns of its holes.
    """
    return PlateRules(
        wanted=middle,
        slide=mount.slide or 0.0,
        heights=(row, row),
        rows=tuple(-below for below in mount.rows_below_upper),
        keep_out=tuple(keep_out),
        slots=tuple(mount.slots or ()),
        studs=tuple(studs or ()),
        least=studs_wanted(mount),
        columns=() if studs is not None else mount.columns_from_centre or (0.0,),
    )


def place_of(rules: PlateRules, hold: Hold | None) -> PlatePlace | None:
    """The plate's place; None where a wall holds anywhere and nobody chose one, or where too few studs lie in its
    slots."""
    wanted, row = rules.wanted, rules.heights[0]
    if hold is not None and hold.plate is not None:
        place = _at(rules, wanted + hold.plate)
        return place if rules.columns or len(place.studs) >= rules.least else None
    if rules.columns:
        if not rules.slide or not rules.fails(wanted, row):
            return None
        clear = drill_window(rules).nearest(wanted, row)
        return None if clear is None else _at(rules, clear[0])
    found = place_on_studs(wanted, rules.slots, rules.studs, slide=rules.slide, least=rules.least)
    if found is None or not found.centred or not rules.fails(found.plate, row):
        return found
    clear = drill_window(replace(rules, heights=(row, row))).nearest(found.plate, row)
    return found if clear is None else _at(rules, clear[0])


def _at(rules: PlateRules, plate: float) -> PlatePlace:
    """A plate at a place, the panel slid on it to where it is wanted as far as it slides."""
    short = rules.wanted - plate
    slid = min(max(short, -rules.slide), rules.slide)
    off = slid - short
    return PlatePlace(plate, 0.0 if abs(off) <= SLIM else off, slid, () if rules.columns else rules.holes(plate))
