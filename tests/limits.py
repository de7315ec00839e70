"""Every limit and planning value of core and drawing, and every bound of a sum, as a table: a number that changes is a decision, so it is looked at.

`python -m tests.limits` writes the table anew. Numbers, and the numbers in tables of them; what is made of classes is left out.
"""

from __future__ import annotations

import ast
import inspect
import pkgutil
from collections.abc import Iterator, Mapping
from importlib import import_module
from pathlib import Path

import oval_room.core
import oval_room.drawing
from oval_room.core.sums.registry import SUMS

TABLE = Path(__file__).resolve().parent / "data/limits.txt"


def _plain(value: object) -> bool:
    if isinstance(value, Mapping):
        return all(isinstance(key, str | int | float) and _plain(one) for key, one in value.items())
    if isinstance(value, tuple | list | set | frozenset):
        return all(_plain(one) for one in value)
    if hasattr(value, "__dataclass_fields__"):
        return all(_plain(getattr(value, name)) for name in value.__dataclass_fields__)
    return value is None or isinstance(value, bool | int | float | str)


def _numbers(value: object) -> bool:
    return any(char.isdigit() for char in repr(value))


def _told(value: object) -> str:
    return repr(sorted(value, key=repr) if isinstance(value, set | frozenset) else value)


def _own(source: str) -> set[str]:
    """Names that a module assigns itself, not those it has from another."""
    out = set[str]()
    for node in ast.parse(source).body:
        targets = (
            node.targets if isinstance(node, ast.Assign) else [node.target] if isinstance(node, ast.AnnAssign) else []
        )
        out |= {one.id for one in targets if isinstance(one, ast.Name)}
    return out


def _lines() -> Iterator[str]:
    for package in (oval_room.core, oval_room.drawing):
        for found in sorted(one.name for one in pkgutil.walk_packages(package.__path__, f"{package.__name__}.")):
            module, where = import_module(found), found.removeprefix("oval_room.")
            own = _own(inspect.getsource(module)) if module.__file__ and Path(module.__file__).stat().st_size else set()
            for name in sorted(one for one in own if one.upper() == one):
                value = getattr(module, name)
                if not _plain(value) or not _numbers(value):
                    continue
                if isinstance(value, Mapping):
                    yield from (f"{where}.{name}.{key} = {_told(one)}" for key, one in value.items())
                else:
                    yield f"{where}.{name} = {_told(value)}"


def _asked() -> Iterator[str]:
    """What every sum takes: bounds, what stands when nothing is given."""
    for name, found in sorted(SUMS.items()):
        for one in found.given:
            bounds = [f"{field} {getattr(one, field)}" for field in ("lo", "hi", "default") if hasattr(one, field)]
            yield f"sum {name}.{one.key} = {', '.join(bounds)}"


def table() -> str:
    return "\n".join([*_lines(), *_asked()]) + "\n"


if __name__ == "__main__":
    TABLE.write_text(table(), encoding="utf-8")
    print(f"{TABLE.name}: {len(table().splitlines())} lines")
