"""The demonstration job with screens round a seat, as somebody says it: a garden room, three screens, a wheel."""

from __future__ import annotations

from typing import Final

from oval_room.core.apply import apply
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.eyes import eye_height
from oval_room.demo.gear import SHELF
from oval_room.demo.surveyed import STAMP, said

GARDEN: Final = ("room 2900 x 3600 x 2350", "seat 1450 mm")
RIG: Final = ("rig three Draft 32 at 720 mm", "turn 45", "kit 115-135")
"""Sides turned in less than square: its cure stands ready."""


def garden_room() -> Plan:
    writing = Writing(unit="mm", style="mm", instrument="laser")
    plan = new_plan("Garden room", client="Tam Ellershaw", place="Orchard End, Low Dunmarrow", writing=writing)
    plan = said(plan, GARDEN)
    seat = next(iter(plan.survey.seats))
    eye = Typed(value=eye_height("rig", 1780), source="chosen")
    driver = PutSeat(id=seat, name="driver", kind="rig", eye=eye)
    return said(apply(plan, driver, SHELF, STAMP), RIG)
