"""The demonstration job with a wall of displays, as somebody says it: a village library's study wall, nine displays in
two groups, a controller that can't turn."""

from __future__ import annotations

from typing import Final

from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.demo.shop import WHOLE
from oval_room.demo.surveyed import said

LIBRARY: Final = ("room 7600 x 6200 x 3300", "made of w1 masonry", "seat 3200 mm", "row 2 5000 mm")
WALL: Final = (
    "displays 3 x 2 Join 46",
    "displays 3 x 1 Join 46 upright",
    "displays on Flat 400",
    "wall source Shelf player: 2 outputs, 3840 x 2160",
    "wall controller North: 6 outputs, 3840 x 2160, from Shelf player",
    "wall controller South: 4 outputs, can't turn, 3840 x 2160, from Shelf player",
)


def library_wall() -> Plan:
    writing = Writing(unit="mm", style="mm", instrument="laser")
    plan = new_plan(
        "Library study wall", client="Sallow Green readers", place="The Old Dairy, Sallow Green", writing=writing
    )
    return said(plan, (*LIBRARY, *WALL), gear=WHOLE)
