"""What may be moved to reach a wanted figure: one number of the plan each, with its range and the command that sets
it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from oval_room.core.commands import Command
from oval_room.core.mover import Mover
from oval_room.core.parts import MOVERS
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import Turn, turned_for
from oval_room.core.subject import Subject


def movers_of(plan: Plan, subject: Subject) -> list[Mover]:
    """What may be moved for a subject: its picture's size and height, its seat's row, eyes and riser, its projector's
    lens."""
    turn = turned_for(plan, subject.picture)
    if turn is not None:
        found = _movers(turn.plan(plan), subject)
        return [replace(mover, set_to=_back(turn, plan, mover.set_to)) for mover in found]
    return _movers(plan, subject)


def _back(turn: Turn, plan: Plan, set_to: Callable[[float], Command]) -> Callable[[float], Command]:
    return lambda mm: set_to(mm).turned_back(turn, plan)


def _movers(plan: Plan, subject: Subject) -> list[Mover]:
    return [mover for movers in MOVERS for mover in movers(plan, subject) if mover.lo < mover.hi]
