"""What may be moved to reach a wanted figure: one number of the plan, with its range and the command that sets it."""

from __future__ import annotations

from collections.abc import Callable

from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan
from oval_room.core.record import record
from oval_room.core.subject import Subject


@record
class Mover:
    """key, what it is called, its value now and the ends it may be moved to [mm], and how to set it."""

    key: str
    label: str
    now: float
    lo: float
    hi: float
    set_to: Callable[[float], Command]
    toward: tuple[str, str] = ("less", "more")


Movers = Callable[[Plan, Subject], list[Mover]]
"""Makes a part's movers for a subject, in the frame of the subject picture's own wall."""
