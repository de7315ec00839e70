"""Lists keyed by id, told by the document's own types: what can be named, dropped, turned and put back."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import cache
from types import UnionType
from typing import Annotated, TypeVar, Union, get_args, get_origin, get_type_hints

from pydantic import BaseModel

from oval_room.core.plan.measure import Frozen, Hash, Id
from oval_room.core.plan.nodes import PartNodes

_Node = TypeVar("_Node", bound=Frozen)


@cache
def keyed_fields(model: type[BaseModel]) -> tuple[str, ...]:
    """Names of the fields of a node that list other nodes by id, in their order."""
    return tuple(
        name
        for name, field in model.model_fields.items()
        if get_origin(field.annotation) is dict and get_args(field.annotation)[0] == Id
    )


@cache
def edition_fields(model: type[BaseModel]) -> tuple[str, ...]:
    """Names of the fields of a node that name an edition of gear by its hash; other words for gear are none."""
    types = get_type_hints(model, include_extras=True)
    return tuple(name for name in model.model_fields if Hash in (types[name], *get_args(types[name])))


@cache
def _part_fields(model: type[BaseModel]) -> tuple[str, ...]:
    """Names of the fields that hold the trades' own nodes."""
    return tuple(
        name for name, field in model.model_fields.items() if PartNodes in _plain(get_args(field.annotation)[1:])
    )


def _plain(types: tuple[object, ...]) -> list[object]:
    return [get_args(one)[0] if get_origin(one) is Annotated else one for one in types]


def keyed_nodes(node: Frozen) -> Iterator[tuple[str, dict[str, Frozen]]]:
    """The keyed lists of a node, each with its field's name; those that trades keep in it too."""
    for name in keyed_fields(type(node)):
        yield name, getattr(node, name)
    for name in _part_fields(type(node)):
        for kept in getattr(node, name).values():
            yield from keyed_nodes(kept)


def mapped_lists(node: _Node, change: Callable[[dict[str, Frozen]], dict[str, Frozen]]) -> _Node:
    """A node with every keyed list of it changed; lists that come out equal stay the same objects."""
    values: dict[str, object] = {}
    for name in keyed_fields(type(node)):
        was = getattr(node, name)
        now = change(was)
        values[name] = was if now == was else now
    for name in _part_fields(type(node)):
        values[name] = mapped_parts(getattr(node, name), change)
    return node.model_copy(update=values)


def mapped_parts(more: dict[str, _Node], change: Callable[[dict[str, Frozen]], dict[str, Frozen]]) -> dict[str, _Node]:
    """What trades keep with every keyed list of it changed; the same object where there is nothing."""
    return {part: mapped_lists(kept, change) for part, kept in more.items()} if more else more


def without_key(listed: dict[str, Frozen], gone: str) -> dict[str, Frozen]:
    """A list without one of its entries; the same object where it has none of that id."""
    return {key: node for key, node in listed.items() if key != gone} if gone in listed else listed


def holder_of(node: Frozen, key: str) -> str | None:
    """The field of a node whose list has an id; None when none has."""
    return next((name for name, listed in keyed_nodes(node) if key in listed), None)


def plain_type(node: object) -> object:
    """A type without what is annotated to it, and without the None that may stand in its place."""
    while get_origin(node) is Annotated or get_origin(node) in (Union, UnionType):
        node = next((one for one in get_args(node) if one is not type(None)), None)
    return node


def is_node(kind: object) -> bool:
    """Whether a type is of nodes, which hold others under their fields' names."""
    kind = plain_type(kind)
    return isinstance(kind, type) and issubclass(kind, BaseModel)


def below(node: object, key: str) -> object:
    """The type of what a type of node holds under a key: a field of a model, an entry of a table; None where it holds
    none."""
    node = plain_type(node)
    if isinstance(node, type) and issubclass(node, BaseModel):
        field = node.model_fields.get(key)
        return field.annotation if field else None
    if get_origin(node) is not dict:
        return None
    held = get_args(node)[1]
    return PartNodes.known.get(key) if PartNodes in _plain((held,)) else held
