"""Keeping results: what was worked out from the very same objects is not worked out again."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol, TypeVar, cast

_T = TypeVar("_T")
MOST = 3
_BY_VALUE: dict[type, bool] = {}
"""Kinds that were looked at, for asking one what it has not takes long."""


class Keep(Protocol):
    """Gives the result kept under a name when it was made from these very objects, else makes and keeps a new one."""

    def __call__(self, name: str, reads: tuple[object, ...], make: Callable[[], _T]) -> _T: ...


def anew(name: str, reads: tuple[object, ...], make: Callable[[], _T]) -> _T:
    """Keeps nothing."""
    return make()


class Kept:
    """The last few results of each name, with the objects they were made from: the plan as it is, and what was tried
    on it."""

    def __init__(self, most: int = MOST) -> None:
        self._most = most
        self._kept: dict[str, list[tuple[tuple[object, ...], object]]] = {}

    def __call__(self, name: str, reads: tuple[object, ...], make: Callable[[], _T]) -> _T:
        kept = self._kept.setdefault(name, [])
        for n, (was, result) in enumerate(kept):
            if _same(was, reads):
                if n:
                    kept.insert(0, kept.pop(n))
                return cast(_T, result)
        result = make()
        kept.insert(0, (reads, result))
        del kept[self._most :]
        return result


def _same(was: tuple[object, ...], reads: tuple[object, ...]) -> bool:
    """Whether all that is read is what was read."""
    for a, b in zip(was, reads, strict=False):
        if a is not b and not (_by_value(b) and a == b):
            return False
    return len(was) == len(reads)


def _by_value(read: object) -> bool:
    """Whether it is of a kind that is often made anew with the same content, so that it is compared by it."""
    kind = type(read)
    if kind not in _BY_VALUE:
        _BY_VALUE[kind] = issubclass(kind, (str, float)) or bool(getattr(kind, "by_value", False))
    return _BY_VALUE[kind]
