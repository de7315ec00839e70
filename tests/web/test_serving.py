"""Real servers, started as users start them: who looks after the processes, what is sent at once, who may replace what."""

from __future__ import annotations

import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

from oval_room.store.lock import Served, replacing
from oval_room.store.records import StoreError
from oval_room.web.seldom import ALIKE, Seldom
from oval_room.web.serving import listen
from tests.browser_http import Browser, answers, free_port, served_at
from tests.seed import seed


class Real(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = Path(tempfile.mkdtemp())
        cls.addClassCleanup(shutil.rmtree, cls.folder)
        cls.path = cls.folder / "real.db"
        seed(cls.path)
        cls.port = free_port()
        cls.server = served_at(cls.path, cls.port, 2)
        cls.addClassCleanup(cls.end)

    @classmethod
    def end(cls) -> None:
        cls.server.terminate()
        cls.server.wait(60)

    def run_it(self, *words: str) -> subprocess.CompletedProcess[str]:
        command = [sys.executable, "-W", "ignore", "-m", "oval_room.cli", *words]
        return subprocess.run(command, capture_output=True, text=True, timeout=300)

    def workers(self) -> list[int]:
        told = Path(f"/proc/{self.server.pid}/task/{self.server.pid}/children").read_text()
        return [int(one) for one in told.split()]

    def until(self, what: Any) -> None:
        for _ in range(1200):
            if what():
                return
            time.sleep(0.05)
        self.fail("it did not come about in a minute")

    def test_killed_processes_are_followed_by_others(self) -> None:
        for signals in ((signal.SIGKILL,), (signal.SIGKILL, signal.SIGKILL), (signal.SIGTERM,)):
            before = self.workers()
            for process, kind in zip(before, signals, strict=False):
                os.kill(process, kind)
            self.until(lambda before=before: len(self.workers()) == 2 and set(self.workers()) != set(before))
            for process in set(self.workers()) - set(before):  # and one more that has only just begun
                os.kill(process, signal.SIGKILL)
            self.until(lambda: len(self.workers()) == 2 and answers(self.port))
        self.assertIsNone(self.server.poll())

    def test_an_answer_is_sent_at_once(self) -> None:
        """Header and body leave without waiting for the header's receipt: forty answers of two processes on one kept
        connection take far less than forty such waits of 40 ms, even where each takes long by itself."""
        with listen("127.0.0.1", free_port()) as listening:
            self.assertEqual(listening.proto, socket.IPPROTO_TCP)
        with Browser(f"http://127.0.0.1:{self.port}") as client:
            style = re.search(r'href="(/static/[^"]+oval\.css)"', client.get("/door").text)
            assert style
            times = []
            for _ in range(40):
                start = time.perf_counter()
                self.assertEqual(client.get(style[1]).status_code, 200)
                times.append(time.perf_counter() - start)
        self.assertLess(min(times), 0.03)  # none of them could be, where each waits

    def test_who_serves_it_is_told_and_nothing_replaces_it(self) -> None:
        other = str(self.folder / "other.db")
        for words in (["demo", "--fresh", "--data", str(self.path), "--port", str(free_port())],
                      ["backup", str(self.path), "--over", "--data", other]):  # fmt: skip
            with self.subTest(words[0]):
                done = self.run_it(*words)
                self.assertEqual(done.returncode, 2)
                self.assertIn(f"process {self.server.pid} serves it at http://127.0.0.1:{self.port}/", done.stderr)
        taken = self.run_it("demo", "--fresh", "--data", other, "--port", str(self.port))
        self.assertEqual(taken.returncode, 2)
        self.assertIn("can't be listened on", taken.stderr)
        self.assertTrue(Path(other).exists())  # its file was not touched
        self.assertEqual(self.run_it("backup", other, "--data", str(self.path)).returncode, 2)
        self.assertEqual(self.run_it("backup", other, "--over", "--data", str(self.path)).returncode, 0)

    def test_requests_that_never_end_make_room(self) -> None:
        """More connections than a process keeps, none of which says what it wants: others are answered all the same."""
        held = []
        try:
            for _ in range(900):
                one = socket.create_connection(("127.0.0.1", self.port), timeout=30)
                one.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\n")
                held.append(one)
            for _ in range(5):
                self.assertTrue(answers(self.port))
        finally:
            for one in held:
                one.close()


class Alone(unittest.TestCase):
    def test_a_lock_goes_with_its_holder(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "a.db"
            path.touch()
            one, other = Served(path, "http://127.0.0.1:1/"), Served(path, "http://127.0.0.1:2/")
            for held in (one, other):
                with self.assertRaisesRegex(StoreError, "serves it at http://127.0.0.1:2/"), replacing(path):
                    pass
                held.let_go()
            with replacing(path), self.assertRaisesRegex(StoreError, "being replaced"):
                Served(path, "")
            Served(path, "").let_go()

    def test_a_log_is_not_flooded(self) -> None:
        import logging

        at = [0.0]
        seldom = Seldom(lambda: at[0])

        def said(text: str) -> str | None:
            record = logging.LogRecord("x", logging.WARNING, "", 0, text, (), None)
            return str(record.msg) if seldom.filter(record) else None

        self.assertEqual([said("one") for _ in range(500)].count(None), 500 - ALIKE)
        self.assertEqual(said("another"), "another")
        at[0] = 61.0
        self.assertEqual(said("one"), f"({500 - ALIKE} more like this were left out) one")
        self.assertEqual(said("one"), "one")


if __name__ == "__main__":
    unittest.main()
