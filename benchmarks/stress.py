"""How the whole stands up: .venv/bin/python -m benchmarks.stress [--commits N] [--workers N]

Prints, in one run on this machine: commits, pages and disk after many commits as a ratio to the first; a job with fifty
thousand readings beside the same with twenty; and, on a real server, a quiet job's previews while the worst job there may be
works, and twenty who preview beside one who commits, as ratios to its quiet time.
"""

from __future__ import annotations

import argparse
import json
import os
import re
import socket
import statistics
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
import warnings
from collections.abc import Callable
from pathlib import Path
from typing import Any

warnings.simplefilter("ignore")
from fastapi.testclient import TestClient  # noqa: E402

from oval_room.cli import fill  # noqa: E402
from oval_room.core import most  # noqa: E402
from oval_room.core.plan.document import Plan, Scheme, new_plan  # noqa: E402
from oval_room.core.plan.measure import Measure, Reading, Typed  # noqa: E402
from oval_room.core.plan.placed import Pose  # noqa: E402
from oval_room.core.screens.document import Picture  # noqa: E402
from oval_room.core.survey.commands import PutSeat  # noqa: E402
from oval_room.core.survey.document import Seat  # noqa: E402
from oval_room.store.store import Store  # noqa: E402
from oval_room.web.app import create_app  # noqa: E402


def spent(act: Callable[[], object], rounds: int) -> float:
    """Median time [ms]."""
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        act()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def worst_job() -> Plan:
    """As many pictures and seats as one job may have."""

    def read(value: float) -> Measure:
        return Measure(value=value, source="read")

    seats = 30
    pictures = {
        f"p{n}": Picture(
            name=f"TV {n}", kind="panel", width=read(1000 + n % 9 * 50), pose=Pose(x=700 + n * 700, y=60, z=1400)
        )
        for n in range(1, most.PAIRS // seats + 1)
    }
    rows = {f"s{n}": Seat(name=f"seat {n}", x=read(500 + n * 450), y=read(3000 + n * 100)) for n in range(1, seats + 1)}
    plan = new_plan("The worst job there may be")
    sides = {"width": read(16_000), "depth": read(12_000), "height": read(4000)}
    survey = plan.survey.model_copy(update={"room": plan.survey.room.model_copy(update=sides), "seats": rows})
    return plan.model_copy(update={"survey": survey, "schemes": {"v1": Scheme(name="a", pictures=pictures)}})


def growing(folder: Path, commits: int) -> None:
    store = Store(folder / "growing.db")
    fill(store)
    job = next(row.id for row in store.list_jobs()[0] if row.name == "Chapel flat")
    client = TestClient(create_app(store), base_url="http://127.0.0.1")
    put = iter(range(10**9))

    def commit() -> None:
        store.commit(job, store.row(job).head, PutSeat(id="s1", x=Typed(value=1400 + next(put) % 100)), "wil")

    def page() -> None:
        assert client.get(f"/jobs/{job}/picture").status_code == 200

    def size() -> int:
        return sum(os.path.getsize(folder / name) for name in os.listdir(folder) if name.startswith("growing.db"))

    page()
    first, first_page = spent(commit, 60), spent(page, 20)
    before = size()
    for _ in range(commits):
        commit()
    page()
    last, last_page = spent(commit, 60), spent(page, 20)
    print(
        f"after {commits} commits: a commit {last / first:.2f} x the first, a page {last_page / first_page:.2f} x,",
        end=" ",
    )
    print(f"{(size() - before) / commits / 1000:.2f} kB a commit on disk")
    cold = spent(lambda: Store(folder / "growing.db").head(job), 3)
    print(f"read anew by a fresh process: {cold:.0f} ms")

    plan = store.head(job).plan
    few = dict(list(plan.readings.items())[:20])
    of = next(iter(few.values())).of
    many = few | {f"r{n}": Reading(of=of, value=1000.0 + n % 700, instrument="tape") for n in range(5000, 55_000)}
    pages = []
    for log in (few, many):
        held = store.create(plan.model_copy(update={"readings": log}), "wil")

        def survey(held: str = held) -> None:
            assert client.get(f"/jobs/{held}/survey").status_code == 200

        survey()
        pages.append(spent(survey, 10))
    print(f"a survey page of {len(many):,} readings: {pages[1] / pages[0]:.2f} x that of 20")
    store.close()


class Server:
    """A real server on a file, with its processes."""

    def __init__(self, path: Path, workers: int) -> None:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.base = f"http://127.0.0.1:{free.getsockname()[1]}"
        port = self.base.rsplit(":", 1)[1]
        command = [sys.executable, "-W", "ignore", "-m", "oval_room.cli", "serve", "--data", str(path), "--port", port]
        self.process = subprocess.Popen([*command, "--workers", str(workers)], stdout=subprocess.DEVNULL)
        for _ in range(400):
            try:
                with urllib.request.urlopen(f"{self.base}/words", timeout=5) as page:
                    self.token = re.search(rb'name="token" content="([^"]+)"', page.read())[1].decode()  # type: ignore[index]
                    self.cookie = page.headers["set-cookie"].split(";")[0]
                return
            except OSError:
                time.sleep(0.05)
        raise SystemExit("the server did not start")

    def post(self, address: str, body: dict[str, Any]) -> Any:
        headers = {"content-type": "application/json", "x-oval-token": self.token, "cookie": self.cookie}
        request = urllib.request.Request(f"{self.base}{address}", json.dumps(body).encode(), headers)
        try:
            with urllib.request.urlopen(request, timeout=60) as answer:
                return json.loads(answer.read())
        except urllib.error.HTTPError as error:
            return {"kind": error.code}


def beside(folder: Path, workers: int) -> None:
    path = folder / "beside.db"
    store = Store(path)
    fill(store)
    quiet = next(row.id for row in store.list_jobs()[0] if row.name == "Chapel flat")
    heavy = store.create(worst_job(), "wil")
    store.close()
    server = Server(path, workers)
    try:
        n = iter(range(10**9))

        def preview() -> None:
            line = f"seat {3000 + next(n) % 90} mm"
            server.post(f"/jobs/{quiet}/heard", {"line": line, "base": 1, "stage": "picture", "view": {}})

        def load(act: Callable[[], object], many: int, done: threading.Event) -> list[threading.Thread]:
            def on() -> None:
                while not done.is_set():
                    act()

            threads = [threading.Thread(target=on) for _ in range(many)]
            for thread in threads:
                thread.start()
            return threads

        def measured(many: int) -> tuple[float, float]:
            times = []
            for _ in range(many):
                start = time.perf_counter()
                preview()
                times.append((time.perf_counter() - start) * 1000)
            return statistics.median(times), statistics.quantiles(times, n=20)[18]

        measured(10)
        alone = measured(40)
        print(f"a quiet job's preview: {alone[0]:.0f} ms, 95th percentile {alone[1]:.0f} ms, {workers} processes")
        done = threading.Event()
        worst = {"line": "clear stops", "base": 1, "stage": "picture", "view": {}}
        threads = load(lambda: server.post(f"/jobs/{heavy}/heard", worst), 1, done)
        time.sleep(1)
        with_worst = measured(40)
        done.set()
        [thread.join() for thread in threads]
        print(
            f"while the worst job is searched: {with_worst[0] / alone[0]:.2f} x, 95th percentile {with_worst[1] / alone[1]:.2f} x"
        )
        head = iter(range(10**9))

        def commit() -> None:
            line = f"bottom {600 + next(head) % 90} mm"
            server.post(f"/jobs/{quiet}/say", {"line": line, "base": 1, "stage": "picture", "view": {}})

        def paused() -> None:
            preview()
            time.sleep(0.5)

        for name, one in (("each as quickly as it can", preview), ("each twice a second", paused)):
            told = []
            for beside in ((), (commit,)):
                done = threading.Event()
                threads = load(one, 19, done) + [thread for act in beside for thread in load(act, 1, done)]
                time.sleep(1)
                told.append(measured(40))
                done.set()
                [thread.join() for thread in threads]
            print(
                f"twenty previewing, {name}: 95th percentile {told[0][1]:.0f} ms ({told[0][1] / alone[1]:.1f} x one alone); "
                f"beside one that commits all the time {told[1][1]:.0f} ms, {told[1][1] / told[0][1]:.2f} x that"
            )
    finally:
        server.process.terminate()
        server.process.wait()


def main() -> None:
    asked = argparse.ArgumentParser()
    asked.add_argument("--commits", type=int, default=2000)
    asked.add_argument("--workers", type=int, default=2)
    said = asked.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        growing(Path(folder), said.commits)
        beside(Path(folder), said.workers)


if __name__ == "__main__":
    main()
