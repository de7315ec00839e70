"""Records: values that belong together and that nobody changes."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TypeVar, dataclass_transform

_T = TypeVar("_T")


@dataclass_transform(frozen_default=True, field_specifiers=(field,))
def record(kind: type[_T]) -> type[_T]:
    """Make a class a slotted dataclass that the type checker keeps from being changed, as `frozen=True` does.

    At run time nothing checks it: each field of a frozen dataclass is set by way of a call, so that making one takes
    several times as long (`benchmarks/interactive.py records`), and a report makes them by the thousand.
    """
    return dataclass(slots=True, unsafe_hash=True)(kind)
