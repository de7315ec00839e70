"""The demonstration jobs with screens round a seat and at a desk, as somebody says them: a garden room with three
screens and a wheel, an attic with one big panel on an arm."""

from __future__ import annotations

from typing import Final

from oval_room.core.apply import apply
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.eyes import eye_height
from oval_room.demo.shop import WHOLE
from oval_room.demo.surveyed import STAMP, said

GARDEN: Final = ("room 2900 x 3600 x 2350", "seat 1450 mm")
RIG: Final = ("rig three Draft 32 Play at 720 mm", "turn 45", "kit 115-135", "wheel base 640 mm", "knees 700 mm")
"""Sides turned in less than square: its cure stands ready."""


def garden_room() -> Plan:
    writing = Writing(unit="mm", style="mm", instrument="laser")
    plan = new_plan("Garden room", client="Tam Ellershaw", place="Orchard End, Low Dunmarrow", writing=writing)
    plan = said(plan, GARDEN)
    seat = next(iter(plan.survey.seats))
    eye = Typed(value=eye_height("rig", 1780), source="chosen")
    driver = PutSeat(id=seat, name="driver", kind="rig", eye=eye)
    return said(apply(plan, driver, WHOLE, STAMP), RIG, gear=WHOLE)


ATTIC: Final = (
    "room 3200 x 2800 x 2300",
    "made of w1 masonry",
    "seat 620 mm",
    "desk 7",
    "tv Draft 40",
    "stand-off 90",
    "desk top 730 x 800 mm",
    "desk arm 380 mm",
    "lower bottom to 760",
)
"""Nearer than its corners can be looked at with ease."""


def attic_desk() -> Plan:
    writing = Writing(unit="mm", style="mm", instrument="tape")
    plan = new_plan("Attic desk", client="Ottilie Brandreth", place="Weir Cottage, Low Dunmarrow", writing=writing)
    return said(plan, ATTIC, gear=WHOLE)


CABINET: Final = (
    "room 2600 x 3100 x 2400",
    "seat 1500 mm",
    "cabinet 1180 x 560 mm",
    "cabinet playfield Draft 40",
    "cabinet back Draft 32 Play",
    "cabinet strip 15 32:9",
)
"""Its playfield is slower than its back screen, and of another shape than tables are."""


def table_cabinet() -> Plan:
    writing = Writing(unit="mm", style="mm", instrument="tape")
    plan = new_plan("Table cabinet", client="Fenn Ashgrove", place="Mill Lane 4, Sallow Green", writing=writing)
    return said(plan, CABINET, gear=WHOLE)
