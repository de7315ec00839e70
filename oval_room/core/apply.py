"""Applying a command: the one way from a plan to the next, by path-copying.

Only the node a command changes is checked again; everything else stays the same object, so that studies know it.
"""

from __future__ import annotations

from pydantic import ValidationError

from oval_room.core.commands import Command, Stamp
from oval_room.core.complaints import refused_by
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf


def apply(plan: Plan, command: Command, gear: GearShelf, stamp: Stamp = Stamp()) -> Plan:
    """The plan after a command; the one given stays as it is.

    Raises:
        RefusedError: a value can't be used; `field` says which.
        MissingError: the command names something that is not there.
    """
    try:
        return command.applied(plan, gear, stamp)
    except ValidationError as error:
        raise refused_by(error) from error
