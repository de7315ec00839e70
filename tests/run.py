"""Run every test module, two processes at a time, and close with `N passed, N failed, N skipped`.

Modules of one folder share a process in small batches, so that the program is not read anew for each; those that take
long run by themselves. python -m tests.run [MODULE …] [--also-failed N]: N checks that failed before count as failed.
"""

from __future__ import annotations

import io
import os
import re
import subprocess
import sys
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from tests.seed import seeded_for_all

ROOT = Path(__file__).resolve().parent
LONGEST_S = 600


BATCH = 6
"""Modules that share a process at most."""
ALONE = (".browser.", "tests.web.test_unbroken", "tests.web.test_any_state", "tests.web.test_hurried", "tests.test_")


def modules() -> list[str]:
    """Test modules, those that take long first: the last ones to end are short, and no process waits for another."""
    names = [".".join(("tests", *path.relative_to(ROOT).with_suffix("").parts)) for path in ROOT.rglob("test_*.py")]
    return sorted(names, key=lambda name: (not _alone(name), ".browser." not in name, name))


def _alone(name: str) -> bool:
    return any(word in name for word in ALONE)


def batches(names: list[str]) -> list[list[str]]:
    """Modules that run in one process: neighbours of one folder."""
    out: list[list[str]] = []
    for name in names:
        alone = _alone(name)
        last = out[-1] if out else []
        joins = last and not alone and not _alone(last[0]) and len(last) < BATCH
        if joins and last[0].rpartition(".")[0] == name.rpartition(".")[0]:
            last.append(name)
        else:
            out.append([name])
    return out


def run_here(names: list[str]) -> int:
    """Run modules in this process; prints the counts of each for the parent."""
    worst = 0
    for name in names:
        out, began = io.StringIO(), time.monotonic()
        suite = unittest.defaultTestLoader.loadTestsFromName(name)
        result = unittest.TextTestRunner(out, warnings="error", verbosity=1).run(suite)
        broken = [test for test, _ in (*result.failures, *result.errors)] + list(result.unexpectedSuccesses)
        # a test with three bad rows is one failed test
        bad = len({getattr(test, "test_case", test).id() for test in broken})
        if bad:
            print(out.getvalue())
        skipped = len(result.skipped)
        passed = result.testsRun - min(bad, result.testsRun) - skipped
        print(f"COUNTS {name} {passed} {bad} {skipped} {time.monotonic() - began:.1f}", flush=True)
        worst = max(worst, 1 if bad else 0)
    return worst


Told = tuple[str, int, int, int, str, float]
"""A module, how many tests passed, failed, were skipped, what is to be read of it, how long it took [s]."""


def run_apart(names: list[str]) -> list[Told]:
    """Run modules in a process of their own."""
    environment = os.environ | {"PYTHONWARNINGS": "error"}
    command = [sys.executable, "-m", "tests.run", "--here", *names]
    try:
        done = subprocess.run(command, capture_output=True, text=True, timeout=LONGEST_S, env=environment)
        said, errors = done.stdout, done.stderr
    except subprocess.TimeoutExpired as late:
        said, errors = _text(late.stdout), f"took over {LONGEST_S} s"
    told, text = list[Told](), list[str]()
    for line in said.splitlines():
        found = re.fullmatch(r"COUNTS (\S+) (\d+) (\d+) (\d+) (\S+)", line)
        if found is None:
            text.append(line)
            continue
        passed, failed, skipped = int(found[2]), int(found[3]), int(found[4])
        told.append((found[1], passed, failed, skipped, "\n".join(text) + errors if failed else "", float(found[5])))
        text = []
    ran = {one[0] for one in told}
    told += [(name, 0, 1, 0, "\n".join(text) + errors, 0.0) for name in names if name not in ran]
    return told


def _text(said: bytes | str | None) -> str:
    return said.decode(errors="replace") if isinstance(said, bytes) else said or ""


def main(arguments: list[str]) -> int:
    if arguments[:1] == ["--here"]:
        return run_here(arguments[1:])
    before = int(arguments[arguments.index("--also-failed") + 1]) if "--also-failed" in arguments else 0
    named = [argument for argument in arguments if argument.startswith("tests.")]
    passed = skipped = 0
    failed = before
    with seeded_for_all(), ThreadPoolExecutor(max(2, os.cpu_count() or 2)) as pool:
        for told in pool.map(run_apart, batches(named or modules())):
            for module, good, bad, left, text, took in told:
                print(f"{module}: {good} passed" + (f", {bad} failed" if bad else "") + f" ({took:.0f} s)", flush=True)
                if text:
                    print(text, flush=True)
                passed, failed, skipped = passed + good, failed + bad, skipped + left
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
