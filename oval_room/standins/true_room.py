"""The room as it really is, which instruments read and the plan only guesses at: for any job, and for practice.

A practice room is a hidden plan; the survey is scored against it. For other jobs the truth is grown from the plan:
what was read is right within its half-width, what is only assumed is off by a few parts in a hundred.
"""

from __future__ import annotations

import math
import random
import re
from typing import Final, NamedTuple

from oval_room.core.applying import measure_at
from oval_room.core.errors import MissingError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.room import Corner
from oval_room.core.record import record
from oval_room.core.survey.missing import Wanted
from oval_room.core.survey.observed import wall_measure
from oval_room.standins.instruments import Found, Instrument, Laser, LightMeter, StudFinder, Tape

GUESS_OFF: Final = 0.03
"""How far an assumed value may be from the truth, as a share of it."""


@record
class TrueRoom:
    """What is true. hidden: the practice room's plan, when there is one. seed: of every chance in this job."""

    seed: int
    hidden: Plan | None = None
    pitch: float = 400.0
    first: float = 210.0

    def chance(self, what: str, count: int = 0) -> random.Random:
        return random.Random(f"{self.seed}/{what}/{count}")

    def length(self, plan: Plan, key: str) -> float:
        """The true value of a dimension (w3, c1c3, h2) or of a measure at a path [mm or lux].

        Raises:
            MissingError: nothing of the kind is there.
        """
        if self.hidden is not None:
            found = in_plan(self.hidden, key)
            if found is not None:
                return found
        found = in_plan(self._grown(plan), key)
        if found is None:
            raise MissingError(f"there is nothing to measure at {key[:40]}", value=key)
        if not key.startswith("survey."):
            return found
        measure = measure_at(plan, path_of(plan, key))
        unsure = measure is None or measure.unsure
        share = self.chance(key).uniform(-1, 1)
        return found * (1 + GUESS_OFF * share) if unsure else found + share * (measure.half_width if measure else 0.0)

    def _grown(self, plan: Plan) -> Plan:
        """The plan as the room might be: an outline nobody has read is stretched a little each way, and stays one
        room."""
        room = plan.survey.room
        read = [
            measure
            for wall in room.walls
            if (measure := wall_measure(plan.survey, wall.key)) is not None and not measure.unsure
        ]
        if read:
            return plan
        across, out = (1 + GUESS_OFF * self.chance(f"grown {axis}").uniform(-1, 1) for axis in "xy")
        values: dict[str, object] = {"outline": tuple(Corner(x=c.x * across, y=c.y * out) for c in room.outline)}
        if room.is_box:
            values = {
                name: getattr(room, name).model_copy(update={"value": getattr(room, name).value * by})
                for name, by in (("width", across), ("depth", out))
            }
        survey = plan.survey.model_copy(update={"room": room.model_copy(update=values)})
        return plan.model_copy(update={"survey": survey})

    def studs(self, plan: Plan, surface: str) -> list[float]:
        """Where the studs of a wall truly are: an odd first bay, then a pitch [mm]."""
        wall = plan.survey.room.wall_named(surface)
        length = wall.length if wall else plan.survey.room.width.value
        start = self.first + self.chance(surface).uniform(-120, 120)
        return [start + k * self.pitch for k in range(math.ceil(max(length - start, 0) / self.pitch))]


def path_of(plan: Plan, key: str) -> str:
    """Where the plan keeps what a dimension's key names."""
    if key == "w1":
        return "survey.room.width"
    if key == "w4" and plan.survey.room.is_box:
        return "survey.room.depth"
    return key if key.startswith("survey.") else f"survey.dims.{key}"


def in_plan(plan: Plan, key: str) -> float | None:
    """A dimension as a plan has it: walls and diagonals by its outline, the rest by its measures."""
    room = plan.survey.room
    wall = room.wall_named(key)
    if wall is not None:
        return wall.length
    if diagonal := re.fullmatch(r"c(\d+)c(\d+)", key):
        a, b = (int(part) - 1 for part in diagonal.groups())
        return math.dist(room.corners[a], room.corners[b]) if max(a, b) < len(room.corners) else None
    if level := re.fullmatch(r"h(\d+)", key):
        n = int(level[1]) - 1
        return room.ceiling_at(*room.corners[n]) if n < len(room.corners) else None
    measure = measure_at(plan, key) if key.startswith("survey.") else None
    return measure.value if measure is not None else None


class Read(NamedTuple):
    """What an instrument showed, and with what it counts as read."""

    value: float
    instrument: str
    name: str


def take(plan: Plan, true: TrueRoom, wanted: Wanted, count: int, slips: float = 0.0) -> Read:
    """One reading of a wanted dimension: the count-th, so that repeats differ."""
    by_tape = plan.writing.instrument == "tape"
    tool: Instrument = LightMeter() if wanted.tool == "meter" else Tape() if by_tape else Laser(slips)
    value = tool.read(true.length(plan, wanted.key), true.chance(wanted.key, count + 1))
    return Read(value, tool.logged_as, tool.name)


def scan(plan: Plan, true: TrueRoom, surface: str, count: int) -> list[Found]:
    """A pass of the stud finder along a wall."""
    wall = plan.survey.room.wall_named(surface)
    length = wall.length if wall else plan.survey.room.width.value
    return StudFinder().scan(true.studs(plan, surface), length, true.chance(f"scan {surface}", count))
