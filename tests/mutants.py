"""How many small faults the tests see: puts one at a time into the running program and runs the tests that should notice.

python -m tests.mutants [--count N] [--seed S] [--only PATH …] [--write]: N faults over core, drawing, store, web and
templates. The program is read once; each fault lives in a process forked from that one, where the functions it touches
get other code, so that nothing is written anywhere. Kinds: another comparison, sum, sign or number, the other branch,
another field of the same thing, two arguments the other way round, a guard that lets everything through, a template's
value that is not written. Tables and the tests of the same folder run first; browser tests and those that start servers of their
own don't run: what only they see counts as alive, and so does what is not seen in time.
"""

from __future__ import annotations

import argparse
import ast
import functools
import gc
import importlib
import os
import random
import re
import resource
import sys
import time
import types
import unittest
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Final, NamedTuple

from tests.run import modules, read_what_is_shared
from tests.seed import seeded_for_all

ROOT: Final = Path(__file__).resolve().parent.parent
SHARES: Final = {"core": 50, "drawing": 15, "store": 10, "web": 25, "templates": 20}
"""Of 120 faults, how many go where."""
LANES: Final = int(os.environ.get("OVAL_ROOM_LANES", "2"))
LONGEST_S: Final = 150
"""Of processor, for the tests of one fault [s]."""
TABLES: Final = (
    "tests.core.test_told",
    "tests.drawing.test_scenes",
    "tests.drawing.test_ink",
    "tests.core.test_whole_plans",
)
OUTSIDE: Final = ("tests.browser.", "tests.web.test_two_processes", "tests.test_", "tests.store.test_faults")
COMPARED: Final[dict[type, type]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
}
REACHED: Final[dict[type, type]] = {ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult}
WRITTEN: Final = re.compile(r"\{\{-?\s*([^{}\n]+?)\s*-?\}\}")


class Change(NamedTuple):
    """How a node of a file becomes a fault: its place in the walk of the tree, its kind, its line, what it says."""

    place: int
    kind: str
    line: int
    told: str


@dataclass(frozen=True)
class Fault:
    """A fault of one file."""

    path: str
    change: Change

    @property
    def where(self) -> str:
        return f"{self.path}:{self.change.line}"


def _compare(node: ast.AST) -> bool:
    return isinstance(node, ast.Compare) and type(node.ops[0]) in COMPARED


def _sum(node: ast.AST) -> bool:
    plain = isinstance(node, ast.BinOp) and type(node.op) in REACHED
    return plain and not isinstance(node.left, ast.Constant | ast.JoinedStr)  # type: ignore[attr-defined]


def _sign(node: ast.AST) -> bool:
    turned = isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not | ast.USub)
    return turned and not isinstance(node.operand, ast.Constant)  # type: ignore[attr-defined]


def _number(node: ast.AST) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) in (int, float) and node.value not in (0, 1)


def _guard(node: ast.AST) -> bool:
    return (
        isinstance(node, ast.If)
        and not node.orelse
        and isinstance(node.body[-1], ast.Return | ast.Raise | ast.Continue)
    )


def _order(node: ast.AST) -> bool:
    if not isinstance(node, ast.Call) or len(node.args) < 2:
        return False
    first, second = node.args[:2]
    named = all(isinstance(one, ast.Name | ast.Attribute) for one in (first, second))
    return named and ast.unparse(first) != ast.unparse(second)


KINDS: Final[dict[str, Callable[[ast.AST], bool]]] = {
    "compare": _compare,
    "sum": _sum,
    "and-or": lambda node: isinstance(node, ast.BoolOp),
    "sign": _sign,
    "number": _number,
    "either": lambda node: isinstance(node, ast.IfExp),
    "guard": _guard,
    "order": _order,
}


def _siblings(function: ast.AST) -> dict[str, set[str]]:
    """Fields read of each thing in a function, by what the thing is called there; methods left out."""
    called = {id(node.func) for node in ast.walk(function) if isinstance(node, ast.Call)}
    fields = dict[str, set[str]]()
    for node in ast.walk(function):
        if isinstance(node, ast.Attribute) and isinstance(node.ctx, ast.Load) and id(node) not in called:
            fields.setdefault(ast.unparse(node.value), set()).add(node.attr)
    return fields


def _other_field(node: ast.AST, fields: dict[str, set[str]]) -> str:
    if not isinstance(node, ast.Attribute) or not isinstance(node.ctx, ast.Load):
        return ""
    others = fields.get(ast.unparse(node.value), set())
    return min(others - {node.attr}, default="") if node.attr in others else ""


def _left_alone(function: ast.AST) -> set[int]:
    """Nodes of a function that are no place for a fault: declarations, types, decorators, places in a list."""
    parts: list[ast.AST] = []
    for node in ast.walk(function):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            parts += [node.args, *([node.returns] if node.returns else []), *node.decorator_list]
        if isinstance(node, ast.AnnAssign):
            parts.append(node.annotation)
        if isinstance(node, ast.Subscript):
            parts.append(node.slice)
        if isinstance(node, ast.JoinedStr):
            parts += [
                one.format_spec for one in ast.walk(node) if isinstance(one, ast.FormattedValue) and one.format_spec
            ]
    return {id(node) for part in parts for node in ast.walk(part)}


def changes_of(path: Path) -> Iterator[Change]:
    """Every place of a module's functions where a fault can be put."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    places = {id(node): n for n, node in enumerate(ast.walk(tree))}
    seen = set[int]()
    for function in ast.walk(tree):
        if not isinstance(function, ast.FunctionDef | ast.AsyncFunctionDef):
            continue
        fields, alone = _siblings(function), _left_alone(function)
        for node in ast.walk(function):
            if id(node) in alone or id(node) in seen:
                continue
            seen.add(id(node))
            kinds = [kind for kind, fits in KINDS.items() if fits(node)]
            kinds += ["field"] if _other_field(node, fields) else []
            for kind in kinds:
                text = node.test if isinstance(node, ast.If) else node
                yield Change(places[id(node)], kind, node.lineno, ast.unparse(text)[:70])  # type: ignore[attr-defined]


def changed(source: str, change: Change) -> tuple[ast.Module, str]:
    """The tree of a module with a fault in it, and what stands there now."""
    tree = ast.parse(source)
    nodes = list(ast.walk(tree))
    node: Any = nodes[change.place]
    if change.kind == "compare":
        node.ops[0] = COMPARED[type(node.ops[0])]()
    elif change.kind == "sum":
        node.op = REACHED[type(node.op)]()
    elif change.kind == "and-or":
        node.op = ast.Or() if isinstance(node.op, ast.And) else ast.And()
    elif change.kind == "sign":
        node.op = ast.UAdd() if isinstance(node.op, ast.USub) else ast.Not()
        if isinstance(node.op, ast.Not):
            node.operand = ast.UnaryOp(ast.Not(), node.operand)
    elif change.kind == "number":
        node.value = node.value * 1.1 if isinstance(node.value, float) else node.value + 1
    elif change.kind == "either":
        node.body, node.orelse = node.orelse, node.body
    elif change.kind == "guard":
        node.test = ast.Constant(False)
    elif change.kind == "order":
        node.args[0], node.args[1] = node.args[1], node.args[0]
    elif change.kind == "field":
        around = next(
            f for f in reversed(nodes) if isinstance(f, ast.FunctionDef | ast.AsyncFunctionDef) and node in ast.walk(f)
        )
        node.attr = _other_field(node, _siblings(around))
    ast.fix_missing_locations(tree)
    return tree, ast.unparse(node.test if isinstance(node, ast.If) else node)[:70]


def _codes(code: types.CodeType) -> Iterator[types.CodeType]:
    yield code
    for one in code.co_consts:
        if isinstance(one, types.CodeType):
            yield from _codes(one)


def put(fault: Fault) -> str:
    """Put a fault into this process. Returns what stands there now; LookupError when no function takes it."""
    path = ROOT / fault.path
    if path.suffix == ".html":
        return _put_in_template(path, fault.change)
    importlib.import_module(fault.path.removesuffix(".py").replace("/", "."))
    tree, now = changed(path.read_text(encoding="utf-8"), fault.change)
    codes = {(code.co_qualname, code.co_firstlineno): code for code in _codes(compile(tree, str(path), "exec"))}
    gc.unfreeze()
    taken = 0
    for one in gc.get_objects():
        if type(one) is types.FunctionType and one.__code__.co_filename == str(path):
            code = codes.get((one.__code__.co_qualname, one.__code__.co_firstlineno))
            if code is not None and code != one.__code__ and code.co_freevars == one.__code__.co_freevars:
                one.__code__ = code
                taken += 1
        elif isinstance(one, functools._lru_cache_wrapper):
            one.cache_clear()
    if not taken:
        raise LookupError(fault.where)
    return now


def values_of(path: Path) -> Iterator[Change]:
    """Every place of a template where a value is written."""
    for n, line in enumerate(path.read_text(encoding="utf-8").splitlines(), 1):
        for found in WRITTEN.finditer(line):
            yield Change(found.start(), "value", n, found[1][:70])


def _put_in_template(path: Path, change: Change) -> str:
    import jinja2

    before = jinja2.FileSystemLoader.get_source

    def source(self: Any, environment: Any, name: str) -> Any:
        text, file, fresh = before(self, environment, name)
        if Path(str(file)).resolve() == path:
            lines = text.split("\n")
            line = lines[change.line - 1]
            end = line.index("}}", change.place) + 2
            lines[change.line - 1] = line[: change.place] + line[end:]
            text = "\n".join(lines)
        return text, file, fresh

    jinja2.FileSystemLoader.get_source = source  # type: ignore[method-assign]
    for one in gc.get_objects():
        if isinstance(one, jinja2.Environment) and one.cache is not None:
            one.cache.clear()
    return "nothing"


def tests_for(path: str) -> list[str]:
    """Test modules in the order they run: the tables, those of the same folder, all others that need no other process."""
    every = [name for name in reversed(modules()) if not name.startswith(OUTSIDE)]  # those that take long come last
    folder = ".".join(Path(path).parent.relative_to("oval_room").parts)
    near = f"tests.{folder}." if "templates" not in path else "tests.web."
    trade = folder.split(".")[1] if folder.startswith("core.") else "web"
    quick = TABLES if folder.startswith(("core", "drawing")) else ()
    order = (lambda name: name in quick, lambda name: name.startswith(near), lambda name: f".{trade}" in name)
    return sorted(every, key=lambda name: next((n for n, fits in enumerate(order) if fits(name)), len(order)))


def notices(names: list[str]) -> str:
    """The first test that fails; nothing when all pass."""
    with open(os.devnull, "w") as nowhere:
        for name in names:
            suite = unittest.defaultTestLoader.loadTestsFromName(name)
            result = unittest.TextTestRunner(nowhere, warnings="error", failfast=True).run(suite)
            if result.failures or result.errors:
                return str((result.failures or result.errors)[0][0])
    return ""


def in_a_fork(work: Callable[[], str]) -> tuple[int, int]:
    """Start work in a process of its own that writes what it returns. The process and where to read it."""
    read, write = os.pipe()
    process = os.fork()
    if process:
        os.close(write)
        return process, read
    resource.setrlimit(resource.RLIMIT_CPU, (LONGEST_S, LONGEST_S))
    nothing = os.open(os.devnull, os.O_WRONLY)
    os.dup2(nothing, 1)
    os.dup2(nothing, 2)
    try:
        told = work()
    except LookupError as why:
        told = f"NO {why}"
    except BaseException as why:
        told = f"seen\t?\tit breaks: {why!r}"[:200]
    os.write(write, told.encode())
    os._exit(0)


def judged(fault: Fault) -> str:
    """In a process of its own: the fault put in and the tests run."""
    now = put(fault)
    by = notices(tests_for(fault.path))
    return f"{'seen' if by else 'LIVED'}\t{now}\t{by}"


def choose(asked: argparse.Namespace) -> list[Fault]:
    """Faults with a fixed seed: kinds alike often, places at random."""
    pick = random.Random(asked.seed)
    chosen: list[Fault] = []
    for part, share in SHARES.items():
        folder = ROOT / "oval_room" / ("web/templates" if part == "templates" else part)
        files = sorted(folder.rglob("*.html" if part == "templates" else "*.py"))
        by = dict[str, list[Fault]]()
        for path in files:
            name = str(path.relative_to(ROOT))
            if asked.only and not any(one in name for one in asked.only):
                continue
            for change in (values_of if part == "templates" else changes_of)(path):
                by.setdefault(change.kind, []).append(Fault(name, change))
        for n in range(round(asked.count * share / sum(SHARES.values())) if by else 0):
            chosen.append(pick.choice(by[sorted(by)[n % len(by)]]))
    return chosen


def run(chosen: list[Fault]) -> Iterator[tuple[Fault, list[str]]]:
    """Judge faults, as many at a time as there are lanes: (fault, [seen or LIVED, what it became, by which test])."""
    waiting, running = list(chosen), dict[int, tuple[int, Fault]]()
    while waiting or running:
        while waiting and len(running) < LANES:
            fault = waiting.pop(0)
            process, read = in_a_fork(lambda fault=fault: judged(fault))  # type: ignore[misc]
            running[process] = (read, fault)
        process, _ = os.waitpid(-1, os.WNOHANG)
        if process in running:
            read, fault = running.pop(process)
            told = os.read(read, 10_000).decode(errors="replace") or "LIVED\t?\tnot seen in time"
            os.close(read)
            yield fault, told.split("\t")
        time.sleep(0.02)


def main() -> None:
    parser = argparse.ArgumentParser(description=(__doc__ or "").splitlines()[0])
    parser.add_argument("--count", type=int, default=120)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--only", nargs="*", default=[])
    parser.add_argument("--write", action="store_true")
    asked = parser.parse_args()
    with seeded_for_all():
        read_what_is_shared()
        lived: list[tuple[Fault, str]] = []
        tried = 0
        for fault, told in run(choose(asked)):
            if told[0].startswith("NO"):
                continue  # a function that nobody holds: no fault could be put
            tried += 1
            told += ["", ""]
            print(
                f"{tried} {told[0]} {fault.where} {fault.change.kind}: {fault.change.told} → {told[1]} [{told[2]}]",
                flush=True,
            )
            if told[0] == "LIVED":
                lived.append((fault, told[1]))
    said = f"{len(lived)} of {tried} faults lived ({100 * len(lived) / max(tried, 1):.0f} %)"
    print(said)
    if asked.write:
        rows = "".join(
            f"| `{one.where}` | {one.change.kind} | `{one.change.told} → {now}` |\n".replace(" || ", " ¦¦ ")
            for one, now in lived
        )
        (ROOT / "docs/mutants.md").write_text(
            f"# Faults that no test notices\n\nLast run of `scripts/mutate --count {asked.count} --seed {asked.seed}`: {said}, over "
            "core, drawing, store, web and templates, without browser tests.\n\n"
            f"| where | kind | what |\n| --- | --- | --- |\n{rows}",
            encoding="utf-8",
        )


if __name__ == "__main__":
    sys.exit(main())
