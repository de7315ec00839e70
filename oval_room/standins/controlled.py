"""Stand-ins for what a button controls: a projector, cloths, receivers, lamps. Told an act they answer when it is done;
one may be late, or not answer at all (rules 10.13).

A real one can be put in behind `Controlled`: it needs a name and `tell`.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal, Protocol

from oval_room.core.record import record
from oval_room.core.signal.document import Button, Step

Fault = Literal["", "late", "silent"]
Outcome = Literal["done", "late", "no answer", "busy", "not told"]
FAULTS: Final[tuple[Fault, ...]] = ("late", "silent")
LATE: Final = 3.0
"""A late one takes so many times as long."""
PATIENCE: Final = 15.0
"""A controller waits so long for an answer past the time an act takes [s]."""


class Controlled(Protocol):
    """What can be told an act."""

    @property
    def name(self) -> str: ...

    def tell(self, step: Step, at: float) -> float | None:
        """When it says that the act is done [s]; None where it does not answer."""
        ...


@dataclass(slots=True)
class StandIn:
    """A made-up device. busy: until when it does what it was told before [s]."""

    name: str
    fault: Fault = ""
    busy: float = 0.0

    def tell(self, step: Step, at: float) -> float | None:
        if self.fault == "silent":
            return None
        self.busy = at + step.takes * (LATE if self.fault == "late" else 1.0)
        return self.busy


@record
class Event:
    """A step as it went [s]: told at, done at (or given up at), how."""

    step: Step
    start: float
    end: float
    outcome: Outcome


def play(button: Button, faults: Mapping[str, Fault] | None = None) -> list[Event]:
    """A button played: a group begins when every step of the one before has answered; where one does not answer the
    controller waits its time, and what comes after is not told. A device that is still busy refuses a second act."""
    faults = faults or {}
    names = dict.fromkeys(step.of.lower() for step in button.steps)
    devices = {name: StandIn(name, faults.get(name, "")) for name in names}
    out: list[Event] = []
    start, stopped = 0.0, False
    for group in sorted({step.group for step in button.steps}):
        ends = [start]
        for step in sorted((one for one in button.steps if one.group == group), key=lambda one: one.wait):
            event = _told(devices[step.of.lower()], step, start + step.wait, stopped)
            out.append(event)
            ends.append(event.end)
        start = max(ends)
        stopped = stopped or any(event.outcome == "no answer" for event in out)
    return out


def _told(device: StandIn, step: Step, at: float, stopped: bool) -> Event:
    if stopped:
        return Event(step, at, at, "not told")
    if at < device.busy - 1e-9:
        return Event(step, at, at, "busy")
    done = device.tell(step, at)
    if done is None:
        return Event(step, at, at + step.takes + PATIENCE, "no answer")
    late = done - at > step.takes + PATIENCE
    return Event(step, at, done, "late" if late or done - at > step.takes + 1e-9 else "done")
