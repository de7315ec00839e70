"""Rooms surveyed by the tape line, for tests: what a person would say, line by line."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.core.apply import apply
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.demo.gear import SHELF

METRIC = Writing(unit="mm", style="mm", instrument="laser")
ELL = "outline 4000 right 2000 out 2000 right 3000 out 6000 left 5000 back"
"""An L: the display wall 4 m, an alcove 2 m wide on its right from 2 m out."""
BREAST = "outline 1200 right 360 out 1500 right 360 back 1300 right 4500 out 4000 left 4500 back"


def say(plan: Plan, *lines: str, subject: Subject = Subject(), gear: GearShelf = SHELF) -> Plan:
    """The plan after lines that must be heard."""
    for line in lines:
        answer = hear(plan, gear, line, subject)
        if not isinstance(answer, Heard):
            raise AssertionError(f"{line}: {answer.say}")
        plan = apply(plan, answer.command, gear)
    return plan


def refused(plan: Plan, line: str) -> str:
    """What a line that can't be done is answered with."""
    answer = hear(plan, SHELF, line)
    if isinstance(answer, Heard):
        raise AssertionError(f"{line} was heard: {answer.say}")
    return answer.say


def room(*lines: str, outline: str = ELL, also: Sequence[str] = ("ceiling 2400",)) -> Plan:
    return say(new_plan("room", writing=METRIC), outline, *also, *lines)


def hall() -> Plan:
    """A hall's wall of nine displays, three by three with equal gaps, before three rows of eight seats and a lamp."""
    plan = say(
        room(outline="room 12000 x 9000", also=("ceiling 3200",)),
        "seat 4000",
        "seats 8",
        "row 2 5000",
        "row 3 6000",
        "tv Ember 55",
    )
    for _ in range(8):
        plan = say(plan, "another tv Ember 55")
    for n, key in enumerate(plan.chosen.pictures):
        of = Subject(key, "s1", "k1", None)
        plan = say(plan, f"along {4600 + 1300 * (n % 3)}", f"bottom {600 + 780 * (n // 3)}", subject=of)
    return say(plan, "put lamp lamp 400 x 400 x 500 at 6000 out 7000 up 900")
