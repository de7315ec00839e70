"""Run every test module, two at a time, each in a process of its own, and close with `N passed, N failed, N skipped`.

python -m tests.run [MODULE …] [--also-failed N]: N checks that failed before count as failed.
"""

from __future__ import annotations

import io
import os
import subprocess
import sys
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parent
LONGEST_S = 600


def modules() -> list[str]:
    """Test modules, the slow browser ones first."""
    names = [".".join(("tests", *path.relative_to(ROOT).with_suffix("").parts)) for path in ROOT.rglob("test_*.py")]
    return sorted(names, key=lambda name: (".browser." not in name, name))


def run_here(module: str) -> int:
    """Run one module in this process; prints its counts for the parent."""
    out = io.StringIO()
    suite = unittest.defaultTestLoader.loadTestsFromName(module)
    result = unittest.TextTestRunner(out, warnings="error", verbosity=1).run(suite)
    broken = [test for test, _ in (*result.failures, *result.errors)] + list(result.unexpectedSuccesses)
    bad = len(
        {getattr(test, "test_case", test).id() for test in broken}
    )  # a test with three bad rows is one failed test
    if bad:
        print(out.getvalue())
    skipped = len(result.skipped)
    print(f"COUNTS {result.testsRun - min(bad, result.testsRun) - skipped} {bad} {skipped}")
    return 1 if bad else 0


def run_apart(module: str) -> tuple[str, int, int, int, str, float]:
    environment, began = os.environ | {"PYTHONWARNINGS": "error"}, time.monotonic()
    try:
        done = subprocess.run(
            [sys.executable, "-m", "tests.run", "--here", module],
            capture_output=True,
            text=True,
            timeout=LONGEST_S,
            env=environment,
        )
    except subprocess.TimeoutExpired:
        return module, 0, 1, 0, f"took over {LONGEST_S} s", LONGEST_S
    took, lines = time.monotonic() - began, done.stdout.splitlines()
    counts = next((line.split()[1:] for line in reversed(lines) if line.startswith("COUNTS ")), None)
    if counts is None:
        return module, 0, 1, 0, done.stdout + done.stderr, took
    passed, failed, skipped = (int(count) for count in counts)
    return module, passed, failed, skipped, "" if not failed else done.stdout + done.stderr, took


def main(arguments: list[str]) -> int:
    if arguments[:1] == ["--here"]:
        return run_here(arguments[1])
    before = int(arguments[arguments.index("--also-failed") + 1]) if "--also-failed" in arguments else 0
    named = [argument for argument in arguments if argument.startswith("tests.")]
    passed = skipped = 0
    failed = before
    with ThreadPoolExecutor(max(2, os.cpu_count() or 2)) as pool:
        for module, good, bad, left, told, took in pool.map(run_apart, named or modules()):
            print(f"{module}: {good} passed" + (f", {bad} failed" if bad else "") + f" ({took:.0f} s)", flush=True)
            if told:
                print(told, flush=True)
            passed, failed, skipped = passed + good, failed + bad, skipped + left
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
