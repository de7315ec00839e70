"""What differs between two plans, path by path, and putting such differences back.

A path is its keys in their order (`survey`, `seats`, `s1`, `y`), never joined: a key may hold any letter. A change
keeps the value before and after as JSON; None means the place was not there. Whole nodes that come or go are one
change, and so is a leaf (`Frozen.leaf`). Unchanged parts are found by identity, so a diff is quick.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import Any, Final, NamedTuple, TypeVar, cast, get_args, get_origin

from pydantic import BaseModel

from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.keyed import below, is_node, plain_type
from oval_room.core.plan.measure import Frozen, Reading

_T = TypeVar("_T")
GROWS_ONLY: Final = "readings"

Path = tuple[str, ...]
"""A place in a plan: the keys that lead to it."""


class Change(NamedTuple):
    """One place that differs."""

    path: Path
    before: object
    after: object


def path_of(kept: object) -> Path:
    """A path as it is kept: its keys, or the dotted text of earlier versions, cut by what the document is made of, for
    the keys of figures hold dots themselves.

    Raises:
        ValueError: it is neither.
    """
    if isinstance(kept, str):
        return _cut(kept)
    if isinstance(kept, Sequence) and all(isinstance(key, str) for key in kept):
        return tuple(kept)
    raise ValueError("is no path of a plan")


def change_of(kept: object) -> Change:
    """A change as it is kept.

    Raises:
        ValueError: it is none.
    """
    if not isinstance(kept, Sequence) or len(kept) != 3:
        raise ValueError("is no change of a plan")
    return Change(path_of(kept[0]), kept[1], kept[2])


@lru_cache(4096)
def _cut(text: str) -> Path:
    node: object = Plan
    keys: list[str] = []
    while text:
        if get_origin(node) is dict and not is_node(entry := get_args(node)[1]) and get_origin(entry) is not dict:
            return (*keys, text)
        key, _, text = text.partition(".")
        keys.append(key)
        node = plain_type(below(node, key))
    return tuple(keys)


def said(path: Path) -> str:
    """A path to be read."""
    return ".".join(path)


def _json(value: object) -> object:
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    if isinstance(value, tuple):
        return [_json(item) for item in value]
    if isinstance(value, dict):
        return {key: _json(item) for key, item in value.items()}
    return value


def changes(before: object, after: object, path: Path = ()) -> list[Change]:
    """Every place that differs between two plans or two nodes of one kind."""
    if before is after:
        return []
    if isinstance(before, dict) and isinstance(after, dict):
        keys: Iterable[str] = [*before, *(key for key in after if key not in before)]
        pairs = [(key, one, other) for key in keys if (one := before.get(key)) is not (other := after.get(key))]
    elif isinstance(before, Frozen) and type(before) is type(after) and not before.leaf:
        pairs = [(key, getattr(before, key), getattr(after, key)) for key in type(before).model_fields]
    else:
        return [] if before == after else [Change(path, _json(before), _json(after))]
    found: list[Change] = []
    for key, one, other in pairs:
        found += changes(one, other, (*path, key))
    return found


def grows_only(path: Path) -> bool:
    """Whether a path is of the log of readings, which is never taken back."""
    return path[:1] == (GROWS_ONLY,)


def overlap(mine: Iterable[Path], theirs: Iterable[Path]) -> list[Path]:
    """My paths that touch a place theirs touch: the same, above or below it. The reading log only grows: it never
    clashes."""
    other = [path for path in theirs if not grows_only(path)]
    return [
        path
        for path in mine
        if not grows_only(path) and any(path[: len(o)] == o or o[: len(path)] == path for o in other)
    ]


def restore(plan: Plan, wanted: Sequence[Change]) -> Plan:
    """The plan with every change's place set to its `before`.

    Raises:
        RefusedError: the result would not hold together.
    """
    logged = {change.path[-1]: change.before for change in wanted if grows_only(change.path)}
    document = plan.model_dump(mode="json", exclude={GROWS_ONLY})
    for change in wanted:
        if grows_only(change.path):
            continue
        *above, last = change.path
        at: Any = document
        for key in above:
            at = at.get(key) if isinstance(at, dict) else None
        if not isinstance(at, dict):
            raise RefusedError(f"can't be put back: {said(change.path)} is gone", field=said(change.path))
        if change.before is None and is_entry(change.path):
            at.pop(last, None)
        elif last in at or not is_entry(change.path):
            at[last] = change.before
        else:
            _put_in_place(at, last, change.before)
    try:
        restored = Plan.model_validate(document)
        more = {key: Reading.model_validate(reading) for key, reading in logged.items() if reading is not None}
    except ValueError as error:
        raise RefusedError("can't be put back: later changes stand on it") from error
    log = {**plan.readings, **more} if more else plan.readings
    restored = restored.model_copy(update={GROWS_ONLY: log})
    grafted: Plan = graft(plan, restored)
    return grafted


def _put_in_place(nodes: dict[str, object], key: str, value: object) -> None:
    """Put an entry back where it was: before those whose keys were given out after it."""
    mine = _given_out(key)
    after = [name for name in nodes if (theirs := _given_out(name))[0] == mine[0] and theirs > mine]
    nodes[key] = value
    for name in after:
        nodes[name] = nodes.pop(name)


def _given_out(key: str) -> tuple[str, int]:
    found = re.fullmatch(r"([a-z]+)(\d+)", key)
    return (found[1], int(found[2])) if found else (key, 0)


def node_at(plan: Plan, path: Path) -> object:
    """What stands at a path of a plan; None where nothing is."""
    node: object = plan
    for key in path:
        node = node.get(key) if isinstance(node, dict) else getattr(node, key, None)
    return node


@lru_cache(4096)
def is_entry(path: Path) -> bool:
    """Whether a path ends at an entry of a table, which may be absent."""
    node: object = Plan
    for key in path[:-1]:
        node = below(node, key)
    return get_origin(plain_type(node)) is dict


def is_table(path: Path) -> bool:
    """Whether a path is that of a table a node declares: in a plan written before that there is none."""
    node: object = Plan
    for key in path:
        node = below(node, key)
    return not is_entry(path) and get_origin(plain_type(node)) is dict


def graft(old: Any, new: Any) -> Any:
    """The new value with every part that equals the old one's replaced by that very object: unchanged parts stay
    known."""
    if old == new:
        return old
    if isinstance(old, dict) and isinstance(new, dict):
        return {key: graft(old[key], value) if key in old else value for key, value in new.items()}
    if isinstance(old, BaseModel) and type(old) is type(new):
        parts = {key: graft(getattr(old, key), getattr(new, key)) for key in type(new).model_fields}
        return new.model_copy(update=parts)
    return new


def graft_known(old: object, new: _T, base: object) -> _T:
    """The new value with what it does not share with its base, and equals the old one's, replaced by that very object:
    a plan that was tried is known again when it is made for good."""
    if old is None or new is base or old is new:
        return new
    if isinstance(new, BaseModel) and type(old) is type(new) is type(base):
        return _grafted_node(old, new, base)
    if isinstance(new, dict) and isinstance(old, dict) and isinstance(base, dict):
        table: object = _grafted_table(old, new, base)
        return cast(_T, table)
    return old if old == new else new


def _grafted_node(old: object, new: _T, base: object) -> _T:
    assert isinstance(new, BaseModel)
    pairs = {key: (getattr(old, key), getattr(new, key), getattr(base, key)) for key in type(new).model_fields}
    parts = {key: graft_known(*each) for key, each in pairs.items()}
    if all(parts[key] is was for key, (was, _, _) in pairs.items()):
        return cast(_T, old)
    return new.model_copy(update=parts)


def _grafted_table(old: dict[str, object], new: dict[str, object], base: dict[str, object]) -> dict[str, object]:
    made = {key: graft_known(old.get(key), value, base.get(key)) for key, value in new.items()}
    same = list(old) == list(made) and all(made[key] is value for key, value in old.items())
    return old if same else made


def value_at(plan: Plan, path: Path) -> object:
    """The JSON value at a path; None where nothing is."""
    return _json(node_at(plan, path))
