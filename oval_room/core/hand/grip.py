"""A grip: something on a view that can be grabbed, the hand that holds it, and what it may snap to."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Literal, NamedTuple

from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan
from oval_room.core.record import record
from oval_room.core.report import Report

Axis = Literal["u", "v", "uv"]


class Snap(NamedTuple):
    """Where it goes [mm], and why there; no reason means the ruler's step."""

    value: float
    reason: str = ""


@record
class Grip:
    """A handle: key, place in its view [mm], which way it moves, what it is called, the id of what it holds."""

    key: str
    u: float
    v: float
    moves: Axis
    label: str
    of: str = ""


@record
class Pulled:
    """What a pull comes to: command, read-back, what it snapped to, and where the grip then is [mm]."""

    command: Command
    say: str
    snapped: tuple[str, ...]
    u: float
    v: float


class Hand:
    def __init__(self, plan: Plan, report: Report, view: str, name: str, reach: float, free: bool) -> None:
        self.plan, self.report, self.view, self.name = plan, report, view, name
        self.reach, self.free, self.ruler = reach, free, plan.writing.ruler
        self.reasons: list[str] = []

    def near(self, value: float, places: Iterable[Snap] = ()) -> float:
        """The value snapped to a place within reach, or to the ruler's step."""
        step = self.ruler.safe(value, "nearest")
        within = [] if self.free else [place for place in places if abs(place.value - value) <= self.reach]
        found = min(within, key=lambda place: abs(place.value - value), default=Snap(step))
        if found.reason:
            self.reasons.append(found.reason)
        return found.value

    def show(self, mm: float) -> str:
        return self.ruler.show(mm)

    def done(self, command: Command, say: str, u: float, v: float) -> Pulled:
        return Pulled(command.model_copy(update={"label": say}), say, tuple(self.reasons), u, v)


@record
class GripKind:
    """A kind of grip: its name, the views it lies in, which there are for a subject picture, and what pulling one
    means. alone: whether a display of a wall is pulled by itself; else its whole wall goes with the hand."""

    name: str
    views: tuple[str, ...]
    there: Callable[[Plan, str, str | None], list[Grip]]
    pulled: Callable[[Hand, tuple[float, float]], Pulled]
    alone: bool = False
