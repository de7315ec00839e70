"""A change that adds, made to be taken: what it adds gets ids of its own."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Several
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import next_id


def renewed(command: Command, plan: Plan, gear: GearShelf) -> Command:
    """The change with new ids for what it adds to a plan, the same wherever it names them.

    Raises:
        RefusedError, MissingError: it can't be made.
    """
    known, then = _keys(plan), _keys(apply(plan, command, gear))
    made: dict[str, str] = {}
    for step in _steps(command):
        key = getattr(step, "id", None)
        if isinstance(key, str) and key in then - known and key not in made:
            made[key] = next_id(key.rstrip("0123456789"), {*known, *made.values()})
    return _called(command, made) if made else command


def _keys(plan: Plan) -> set[str]:
    return {key for _, listed in plan.lists for key in listed} | set(plan.schemes)


def _steps(command: Command) -> Iterator[Command]:
    if isinstance(command, Several):
        for step in command.steps:
            yield from _steps(step)
    else:
        yield command


def _called(command: Command, made: Mapping[str, str]) -> Command:
    if isinstance(command, Several):
        return command.model_copy(update={"steps": tuple(_called(step, made) for step in command.steps)})
    given = {name: getattr(command, name) for name in command.model_fields_set}
    return command.model_copy(update={name: _named(value, made) for name, value in given.items()})


def _named(value: object, made: Mapping[str, str]) -> object:
    if isinstance(value, str):
        return made.get(value, value)
    if isinstance(value, Mapping):
        return {made.get(key, key): _named(one, made) for key, one in value.items()}
    return tuple(_named(one, made) for one in value) if isinstance(value, tuple) else value
