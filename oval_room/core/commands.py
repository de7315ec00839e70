"""Every change of a plan is a small typed command, which knows how it is applied and how it turns back from another
wall.

A `put ...` command creates the thing it names or changes only the fields it carries. Measured values come in as
`Typed` (value, source, instrument); applying one logs a reading and leaves a `Measure` that rests on it. A trade
declares its own commands; `COMMANDS` in `parts` is all of them.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar, Final, Literal, NamedTuple

from pydantic import BeforeValidator, Field, SerializeAsAny

from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Draft, Frozen, Words
from oval_room.core.plan.turn import Turn


class Stamp(NamedTuple):
    """Who makes a change, and when; the core has no clock of its own."""

    by: str = ""
    at: str = ""


WALLS: Final = ("wall", "surface")
"""Fields that name a wall by its key."""
PLACED: Final = frozenset({*WALLS, "x", "y", "yaw", "x_from", "x_to", "y_from", "y_to", "corners", "pose", "poses"})
"""Fields that are another thing as another wall sees it."""


class Command(Frozen):
    """One change. do: its name, a promise to those who send it. label: what it is called in the history."""

    ours: ClassVar[bool] = False
    """Whether it is the server's own: made from what it worked out or keeps, never taken from outside."""
    known: ClassVar[dict[str, type[Command]]] = {}
    """Every kind of command by its `do`; a kind is known once its module is read."""

    do: Words = ""
    label: Annotated[str, Field(max_length=200)] = ""

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: object) -> None:
        if PLACED & set(cls.model_fields) and cls.turned_back is Command.turned_back:
            raise TypeError(f"{cls.__name__} says a place or a wall: it must say how that is turned back")
        if named := cls.model_fields["do"].default:  # what several kinds of changes share has no name
            Command.known[named] = cls

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        """The plan after this change.

        Raises:
            RefusedError, MissingError, ValidationError: it can't be made.
        """
        raise NotImplementedError

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        """This change, found in the plan as another wall sees it, as one for the plan itself."""
        return self


class AtWall(Command):
    """A change of what is at a wall, which it names by its key."""

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        named = {name: key for name in WALLS if isinstance(key := getattr(self, name, None), str)}
        return self.model_copy(update={name: turn.key_back(key) for name, key in named.items()})


MOST_STEPS: Final = 60
FEW: Final = 4
"""Steps for which the log is copied each time."""


def _known(raw: object) -> object:
    """A step from JSON as the command it names."""
    if not isinstance(raw, Mapping):
        return raw
    kind = Command.known.get(str(raw.get("do")))
    if kind is None:
        raise ValueError(f"do must name a command (got {str(raw.get('do'))[:30]})")
    return kind.model_validate(raw)


class Several(Command):
    """Commands that count as one step."""

    do: Literal["several"] = "several"
    steps: Annotated[
        tuple[Annotated[SerializeAsAny[Command], BeforeValidator(_known)], ...],
        Field(min_length=1, max_length=MOST_STEPS),
    ]

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        log = plan.readings
        if len(self.steps) > FEW and not isinstance(log, Draft):
            plan = plan.model_copy(update={"readings": Draft(log)})
        for step in self.steps:
            plan = step.applied(plan, gear, stamp)
        if isinstance(log, Draft) or not isinstance(plan.readings, Draft):
            return plan
        return plan.model_copy(update={"readings": dict(plan.readings) if len(plan.readings) > len(log) else log})

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        return self.model_copy(update={"steps": tuple(step.turned_back(turn, plan) for step in self.steps)})


def from_outside(command: Command) -> Command:
    """A command back, when anybody may send it.

    Raises:
        ValueError: it is the server's own, or holds one that is.
    """
    if command.ours:
        raise ValueError(f"“{command.do}” is not taken from outside")
    for step in command.steps if isinstance(command, Several) else ():
        from_outside(step)
    return command


def several(*steps: Command, label: str = "") -> Command:
    """One step of one or more commands; more than one holds are put in groups."""
    if len(steps) == 1:
        return steps[0].model_copy(update={"label": label}) if label else steps[0]
    if len(steps) > MOST_STEPS:
        steps = tuple(Several(steps=steps[i : i + MOST_STEPS]) for i in range(0, len(steps), MOST_STEPS))
    return Several(steps=steps, label=label)
