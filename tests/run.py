"""Run every test module, two processes at a time, and close with `N passed, N failed, N skipped`.

The program and what the tests share are read once; each module runs in a process forked from that one. Modules of the
browser that follow each other in one process share its Chromium. python -m tests.run [--deep] [--times]
[MODULE …] [--also-failed N]: N checks that failed before count as failed; --deep: the long property tests too;
--times: which tests take long.
"""

from __future__ import annotations

import gc
import importlib
import io
import os
import re
import signal
import sys
import tempfile
import time
import traceback
import unittest
import warnings
from collections.abc import Iterator
from pathlib import Path
from typing import IO, Final, NamedTuple

from tests.seed import seeded_for_all

ROOT: Final = Path(__file__).resolve().parent
LONGEST_S: Final = 600
SLOW_S: Final = 3.0
TIMES: Final = "OVAL_ROOM_TEST_TIMES"
LANES: Final = max(2, os.cpu_count() or 2)
SHARED: Final = (
    "oval_room.cli",
    "oval_room.web.app",
    "oval_room.demo.jobs",
    "tests.browser.driving",
    "tests.core.examples",
    "tests.core.making",
    "tests.web.serving",
    "tests.web.two",
)
"""What most modules read, read once for all of them."""
LONG: Final = (
    "tests.browser.test_ten_rooms",
    "tests.web.test_two_processes",
    "tests.browser.test_survey",
    "tests.browser.test_journey",
    "tests.browser.",
    "tests.web.test_any_state",
    "tests.web.test_unbroken",
    "tests.web.test_hurried",
    "tests.test_",
    "tests.store.test_damages",
    "tests.web.",
    "tests.core.test_",
)
"""Beginnings of the names of modules that take long, the longest first: the last ones to end are short."""


def modules() -> list[str]:
    """Test modules, those that take long first."""
    names = [".".join(("tests", *path.relative_to(ROOT).with_suffix("").parts)) for path in ROOT.rglob("test_*.py")]
    return sorted(names, key=lambda name: (_rank(name), name))


def _rank(name: str) -> int:
    return next((n for n, begins in enumerate(LONG) if name.startswith(begins)), len(LONG))


class Counted(NamedTuple):
    """What a module came to: tests that passed, failed, were skipped, what is to be read of it, how long it took [s]."""

    module: str
    passed: int
    failed: int
    skipped: int
    text: str
    took: float


class Timed(unittest.TextTestResult):
    """A result that says which tests took long."""

    def startTest(self, test: unittest.TestCase) -> None:
        self._began = time.process_time(), time.monotonic()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        super().stopTest(test)
        used, took = time.process_time() - self._began[0], time.monotonic() - self._began[1]
        if os.environ.get(TIMES) and took > SLOW_S:
            print(f"SLOW {test.id()} {took:.1f} s, {used:.1f} of them its own")


def run_here(name: str) -> Counted:
    """Run a module in this process."""
    out, began = io.StringIO(), time.monotonic()
    suite = unittest.defaultTestLoader.loadTestsFromName(name)
    result = unittest.TextTestRunner(out, warnings="error", verbosity=1, resultclass=Timed).run(suite)
    broken = [test for test, _ in (*result.failures, *result.errors)] + list(result.unexpectedSuccesses)
    # a test with three bad rows is one failed test
    bad = len({getattr(test, "test_case", test).id() for test in broken})
    skipped = len(result.skipped)
    passed = result.testsRun - min(bad, result.testsRun) - skipped
    return Counted(name, passed, bad, skipped, out.getvalue() if bad else "", time.monotonic() - began)


class Forked:
    """A module in a process of its own: what it says and what it came to lie in a file until it ends."""

    def __init__(self, name: str) -> None:
        self.name, self.began = name, time.monotonic()
        self.said: IO[bytes] = tempfile.TemporaryFile()  # noqa: SIM115 (read once the process has ended)
        sys.stdout.flush()
        self.process = os.fork()
        if self.process == 0:
            self._be_one()

    def _be_one(self) -> None:
        """The module's whole life; never returns."""
        code = 1
        try:
            os.setpgid(0, 0)
            for stream in (1, 2):
                os.dup2(self.said.fileno(), stream)
            warnings.simplefilter("error")
            told = run_here(self.name)
            print(told.text)
            print(f"COUNTS {told.passed} {told.failed} {told.skipped} {told.took:.1f}", flush=True)
            code = 0
        except BaseException:
            traceback.print_exc()
        finally:
            sys.stdout.flush()
            sys.stderr.flush()
            os._exit(code)

    @property
    def late(self) -> bool:
        return time.monotonic() - self.began > LONGEST_S

    def end(self) -> None:
        os.killpg(self.process, signal.SIGKILL)

    def counted(self) -> Counted:
        """What it came to, once it has ended."""
        self.said.seek(0)
        text = self.said.read().decode(errors="replace")
        found = re.search(r"^COUNTS (\d+) (\d+) (\d+) (\S+)$", text, re.MULTILINE)
        if found is None:
            late = f"\ntook over {LONGEST_S} s" if self.late else ""
            return Counted(self.name, 0, 1, 0, text + late, time.monotonic() - self.began)
        passed, failed, skipped = (int(found[n]) for n in (1, 2, 3))
        return Counted(
            self.name,
            passed,
            failed,
            skipped,
            text[: found.start()] if failed or os.environ.get(TIMES) else "",
            float(found[4]),
        )


def run_all(names: list[str]) -> Iterator[Counted]:
    """Run modules, as many at a time as there are lanes, each as one ends."""
    waiting, running = list(names), dict[int, Forked]()
    while waiting or running:
        while waiting and len(running) < LANES:
            one = Forked(waiting.pop(0))
            running[one.process] = one
        process, _ = os.waitpid(-1, os.WNOHANG)
        if process in running:
            yield running.pop(process).counted()
            continue
        for one in running.values():
            if one.late:
                one.end()
        time.sleep(0.02)


def read_what_is_shared() -> None:
    """Read what most modules read, and leave it be."""
    os.environ["PYTHONWARNINGS"] = "error"  # of processes that tests start
    for name in SHARED:
        importlib.import_module(name)
    gc.collect()
    gc.freeze()


def main(arguments: list[str]) -> int:
    before = int(arguments[arguments.index("--also-failed") + 1]) if "--also-failed" in arguments else 0
    if "--times" in arguments:
        os.environ[TIMES] = "1"
    if "--deep" in arguments:
        os.environ["OVAL_ROOM_DEEP"] = "1"
    named = [argument for argument in arguments if argument.startswith("tests.")]
    passed = skipped = 0
    failed = before
    with seeded_for_all():
        read_what_is_shared()
        for told in run_all(named or modules()):
            bad = f", {told.failed} failed" if told.failed else ""
            print(f"{told.module}: {told.passed} passed{bad} ({told.took:.0f} s)", flush=True)
            if told.text:
                print(told.text, flush=True)
            passed, failed, skipped = passed + told.passed, failed + told.failed, skipped + told.skipped
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
