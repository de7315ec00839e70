"""Every change of a plan is a small typed command, which knows how it is applied and how it turns back from another
wall.

A `put ...` command creates the thing it names or changes only the fields it carries. Measured values come in as
`Typed` (value, source, instrument); applying one logs a reading and leaves a `Measure` that rests on it. A trade
declares its own commands; `COMMANDS` in `parts` is all of them.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar, Final, Literal, NamedTuple

from pydantic import BeforeValidator, Field, SerializeAsAny, ValidationError

from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Frozen
from oval_room.core.plan.turn import Turn


class Stamp(NamedTuple):
    """Who makes a change, and when; the core has no clock of its own."""

    by: str = ""
    at: str = ""


class Command(Frozen):
    """One change. do: its name, a promise to those who send it. label: what it is called in the history."""

    known: ClassVar[dict[str, type[Command]]] = {}
    """Every kind of command by its `do`; a kind is known once its module is read."""

    do: str = ""
    label: Annotated[str, Field(max_length=200)] = ""

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: object) -> None:
        Command.known[cls.model_fields["do"].default] = cls

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        """The plan after this change.

        Raises:
            RefusedError, MissingError, ValidationError: it can't be made.
        """
        raise NotImplementedError

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        """This change, found in the plan as another wall sees it, as one for the plan itself."""
        return self


MOST_STEPS: Final = 60


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
        for step in self.steps:
            plan = step.applied(plan, gear, stamp)
        return plan

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        return self.model_copy(update={"steps": tuple(step.turned_back(turn, plan) for step in self.steps)})


def several(*steps: Command, label: str = "") -> Command:
    """One step of one or more commands; more than one holds are put in groups."""
    if len(steps) == 1:
        return steps[0].model_copy(update={"label": label}) if label else steps[0]
    if len(steps) > MOST_STEPS:
        steps = tuple(Several(steps=steps[i : i + MOST_STEPS]) for i in range(0, len(steps), MOST_STEPS))
    return Several(steps=steps, label=label)


def refused_by(error: ValidationError) -> RefusedError:
    """A document's complaint as one sentence with its place."""
    first = error.errors(include_url=False)[0]
    place = ".".join(str(part) for part in first["loc"])
    value = first.get("input")
    got = f" (got {str(value)[:40]})" if isinstance(value, (str, int, float)) and not isinstance(value, bool) else ""
    say = first["msg"].removeprefix("Value error, ").replace("Input should be", "must be")
    return RefusedError(f"{say}{got}", field=place, value=value)
