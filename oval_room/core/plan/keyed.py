"""Lists keyed by id, told by the document's own types: what can be named, dropped and put back."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from types import UnionType
from typing import Annotated, Union, get_args, get_origin

from pydantic import BaseModel

from oval_room.core.plan.measure import Frozen, Id


@cache
def keyed_fields(model: type[BaseModel]) -> tuple[str, ...]:
    """Names of the fields of a node that list other nodes by id, in their order."""
    return tuple(
        name
        for name, field in model.model_fields.items()
        if get_origin(field.annotation) is dict and get_args(field.annotation)[0] == Id
    )


def keyed_nodes(node: Frozen) -> Iterator[tuple[str, dict[str, Frozen]]]:
    """The keyed lists of a node, each with its field's name."""
    for name in keyed_fields(type(node)):
        yield name, getattr(node, name)


def holder_of(node: Frozen, key: str) -> str | None:
    """The field of a node whose list has an id; None when none has."""
    return next((name for name, listed in keyed_nodes(node) if key in listed), None)


def below(node: object, key: str) -> object:
    """The type of what a type of node holds under a key: a field of a model, an entry of a table; None where it holds
    none."""
    while get_origin(node) is Annotated or get_origin(node) in (Union, UnionType):
        node = next((one for one in get_args(node) if one is not type(None)), None)
    if isinstance(node, type) and issubclass(node, BaseModel):
        field = node.model_fields.get(key)
        return field.annotation if field else None
    return get_args(node)[1] if get_origin(node) is dict else None
