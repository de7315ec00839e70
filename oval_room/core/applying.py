"""What every command's applying stands on: path-copying, and readings that become measures (rules 1.3)."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import count
from typing import Any, Final, Protocol, TypeVar

from oval_room.core.commands import Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import MOST, MOST_READINGS, Draft, Frozen, Measure, Reading, Typed, Values
from oval_room.core.plan.readings import METER_LEAST, METER_SHARE, combine_readings
from oval_room.core.screens.document import Picture

Node = TypeVar("Node", bound=Frozen)
Item = TypeVar("Item", bound=Frozen)


_NO_VALUES: Final = ("do", "id", "label", "scheme")


def carried(command: Frozen, *without: str) -> Values:
    """What a command was given, by field, without what says where it goes."""
    given = command.model_fields_set.difference(_NO_VALUES, without)
    return {
        name: value
        for name, value in command.__dict__.items()
        if name in given and (value is not None or name in ("budget", "mount"))
    }


def measured(
    plan: Plan, path: str, values: Mapping[str, object], stamp: Stamp, old: object = None
) -> tuple[Plan, Values]:
    """Turn Typed values into Measures, logging a reading for each that was read; a repeat joins those of the old
    node."""
    out: Values = {}
    for name, value in values.items():
        if not isinstance(value, Typed):
            out[name] = value
            continue
        before = old.get(name) if isinstance(old, Mapping) else getattr(old, name, None)
        plan, out[name] = _one_measure(plan, f"{path}.{name}", value, stamp, before)
    return plan, out


def _one_measure(plan: Plan, path: str, value: Typed, stamp: Stamp, before: object) -> tuple[Plan, Measure]:
    if value.source not in ("read", "as-built"):
        return plan, Measure(value=value.value, half_width=value.half_width, source=value.source)
    key = _next_reading(plan.readings)
    reading = Reading(of=path, value=value.value, instrument=value.instrument, by=stamp.by, at=stamp.at)
    if isinstance(plan.readings, Draft):
        plan.readings[key] = reading
    else:
        plan = plan.model_copy(update={"readings": {**plan.readings, key: reading}})
    if value.again and isinstance(before, Measure):
        return plan, resting_on(plan, path, (*before.readings, key), before)
    half = _lux_half_width(value.value) if _is_light(path) else value.half_width
    return plan, Measure(value=value.value, half_width=half, source=value.source, readings=(key,))


def _next_reading(log: Mapping[str, Reading]) -> str:
    """The number of the next reading: the log only grows, so it is nearly always the one after its length.

    Raises:
        RefusedError: the log is full.
    """
    if len(log) >= MOST_READINGS:
        raise RefusedError(f"the log of readings is full: a job holds {MOST_READINGS:,}; start a copy of the job")
    return next(key for n in count(len(log) + 1) if (key := f"r{n}") not in log)


def _is_light(path: str) -> bool:
    return path.startswith("survey.scenes.") or path.endswith(".luminance")


def _lux_half_width(value: float) -> float:
    return max(METER_SHARE * abs(value), METER_LEAST)


def resting_on(plan: Plan, path: str, keys: tuple[str, ...], before: Measure) -> Measure:
    """A measure from several readings (rules 1.3); from none it is what it was, assumed."""
    if not keys:
        return before.model_copy(update={"source": "assumed", "readings": (), "half_width": 0.0})
    logged = [plan.readings[key] for key in keys]
    used = combine_readings([one.value for one in logged], [one.instrument for one in logged])
    half = _lux_half_width(used.used) if _is_light(path) else used.half_width
    source = before.source if before.source == "as-built" else "read"
    return Measure(value=used.used, half_width=half, source=source, readings=keys)


def with_values(node: Node, values: Mapping[str, object]) -> Node:
    """A node with some fields replaced and all checked again; untouched parts stay the same objects."""
    old = node.__dict__
    fresh = type(node)(**{**old, **values})
    fresh.__dict__.update({name: value for name, value in old.items() if name not in values})
    return fresh


def with_survey(plan: Plan, **parts: object) -> Plan:
    return plan.model_copy(update={"survey": with_values(plan.survey, parts)})


def decided(value: float) -> Measure:
    return Measure(value=value, source="chosen")


class _InScheme(Protocol):
    @property
    def scheme(self) -> str | None: ...


def scheme_id(plan: Plan, command: _InScheme) -> str:
    key = command.scheme or plan.scheme
    if key not in plan.schemes:
        raise MissingError(f"there is no scheme {key}", value=key)
    return str(key)


def in_scheme(plan: Plan, key: str, **parts: object) -> Plan:
    schemes = {**plan.schemes, key: with_values(plan.schemes[key], parts)}
    return plan.model_copy(update={"schemes": schemes})


def with_picture(plan: Plan, key: str, name: str, picture: Picture) -> Plan:
    """The plan with one picture of a scheme put or replaced. It is checked already, the others are as they were: only a
    new one may be one too many, which the scheme says itself."""
    scheme = plan.schemes[key]
    pictures = {**scheme.pictures, name: picture}
    if name not in scheme.pictures and len(pictures) > MOST:
        return in_scheme(plan, key, pictures=pictures)
    schemes = {**plan.schemes, key: scheme.model_copy(update={"pictures": pictures})}
    return plan.model_copy(update={"schemes": schemes})


def gear_of(gear: GearShelf, key: str, kind: type[Item], field: str) -> Item:
    item = gear.get(key)
    if item is None:
        raise MissingError(f"there is no gear {key[:40]} here", value=key)
    if not isinstance(item, kind):
        raise RefusedError(f"{item.name} is a {item.kind}, not what goes here", field=field, value=key)
    return item


def measure_at(plan: Plan, path: str) -> Measure | None:
    """The measure at a path of the document; None where there is none."""
    node: object = plan
    for key in path.split("."):
        node = node.get(key) if isinstance(node, Mapping) else getattr(node, key, None)
        if node is None:
            return None
    return node if isinstance(node, Measure) else None


def set_measure(plan: Plan, path: str, measure: Measure) -> Plan:
    """The plan with the measure at a path replaced, nothing else touched or checked."""

    def put(node: Any, keys: list[str]) -> Any:
        if not keys:
            return measure
        head, rest = keys[0], keys[1:]
        if isinstance(node, Mapping):
            return {**node, head: put(node[head], rest)}
        return node.model_copy(update={head: put(getattr(node, head), rest)})

    changed: Plan = put(plan, path.split("."))
    return changed


def surface_of(plan: Plan, key: str) -> str:
    """A surface's key when the room has it.

    Raises:
        RefusedError: it has not.
    """
    walls = [wall.key for wall in plan.survey.room.walls]
    if key != "ceiling" and key not in walls:
        raise RefusedError(f"this room has walls {walls[0]} to {walls[-1]} (got {key[:20]})", field="wall", value=key)
    return key
