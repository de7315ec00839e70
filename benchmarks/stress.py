"""How the whole stands up: .venv/bin/python -m benchmarks.stress [--commits N] [--workers N] [--hostile]

Prints, in one run on this machine: commits, pages and disk after many commits as a ratio to the first; a job with fifty
thousand readings beside the same with twenty; and, on a real server, a quiet job's previews while the worst job there may be
works, and twenty who preview beside one who commits, as ratios to its quiet time. With --hostile: the door under 200 wrong passphrases,
2,600 connections that never ask, pictures of absurd sizes, a full disk.
"""

from __future__ import annotations

import argparse
import contextlib
import io
import json
import os
import re
import resource
import socket
import statistics
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
import warnings
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import httpx
from PIL import Image

warnings.simplefilter("ignore")
from fastapi.testclient import TestClient  # noqa: E402

from oval_room.cli import fill  # noqa: E402
from oval_room.core import most  # noqa: E402
from oval_room.core.parts import STAGES  # noqa: E402
from oval_room.core.plan.document import Plan, Scheme, new_plan  # noqa: E402
from oval_room.core.plan.measure import Measure, Reading, Typed  # noqa: E402
from oval_room.core.plan.placed import Pose  # noqa: E402
from oval_room.core.screens.document import Picture  # noqa: E402
from oval_room.core.survey.commands import PutSeat  # noqa: E402
from oval_room.core.survey.document import Seat  # noqa: E402
from oval_room.store.store import Store  # noqa: E402
from oval_room.web.app import create_app  # noqa: E402
from tests.browser_http import Browser, Served, free_port, served_at  # noqa: E402


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


def hostile(folder: Path) -> None:
    """What should not wear a server out: passphrases at once, requests that never end, pictures of absurd sizes, a disk
    without room."""
    door(folder)
    half_open(folder)
    pictures(folder)
    full_disk(folder)


def peak_mb(server: Served) -> float:
    """The most memory that one of a server's processes ever held [MB]."""
    children = Path(f"/proc/{server.pid}/task/{server.pid}/children").read_text().split()
    told = [Path(f"/proc/{one}/status").read_text() for one in (str(server.pid), *children)]
    return max(int(found[1]) for text in told if (found := re.search(r"VmHWM:\s+(\d+)", text))) / 1024


def door(folder: Path) -> None:
    passphrase = {"OVAL_ROOM_PASSPHRASE": "four quiet herons"}
    server = served_at(folder / "door.db", free_port(), 2, env=os.environ | passphrase)
    try:
        with Browser(f"http://127.0.0.1:{server.port}") as client:
            token = re.search(r'name="token" content="([^"]+)"', client.get("/door").text)[1]  # type: ignore[index]
            cookies = dict(client.cookies)
        before = peak_mb(server)

        def wrong(n: int) -> int:
            with httpx.Client(base_url=f"http://127.0.0.1:{server.port}", cookies=cookies, timeout=120) as one:
                forged = {"x-forwarded-for": f"198.51.100.{n}"}
                return one.post("/door", data={"token": token, "passphrase": f"wrong {n}"}, headers=forged).status_code

        start = time.perf_counter()
        with ThreadPoolExecutor(200) as pool:
            answers = Counter(pool.map(wrong, range(200)))
        print(
            f"the door, 200 wrong passphrases at once: {answers[403]} looked at, {answers[429]} told to wait, in "
            f"{time.perf_counter() - start:.1f} s; a process grew by {peak_mb(server) - before:.0f} MB"
        )
    finally:
        server.kill()
        server.wait()


def half_open(folder: Path) -> None:
    log = folder / "half-open.log"
    with log.open("wb") as told:
        soft = min(1024, resource.getrlimit(resource.RLIMIT_NOFILE)[1])
        limits = {"preexec_fn": lambda: resource.setrlimit(resource.RLIMIT_NOFILE, (soft, soft))}
        server = served_at(folder / "half.db", free_port(), 2, stderr=told, **limits)
        held: list[socket.socket] = []
        try:
            resource.setrlimit(resource.RLIMIT_NOFILE, (4096, resource.getrlimit(resource.RLIMIT_NOFILE)[1]))
            with Browser(f"http://127.0.0.1:{server.port}") as client:
                quiet = spent(lambda: client.get("/words"), 10)
            for _ in range(2600):
                one = socket.create_connection(("127.0.0.1", server.port), timeout=30)
                one.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\n")
                held.append(one)
            times = []
            for _ in range(20):
                start = time.perf_counter()
                with Browser(f"http://127.0.0.1:{server.port}") as client:
                    assert client.get("/words").status_code == 200
                times.append((time.perf_counter() - start) * 1000)
            time.sleep(12)
            print(
                f"2,600 half-open connections, {soft} descriptors: a page {statistics.median(times) / quiet:.1f} x quiet, "
                f"slowest {max(times) / quiet:.1f} x; the log grew by {log.stat().st_size / 1000:.1f} kB"
            )
        finally:
            [one.close() for one in held]
            server.kill()
            server.wait()


def pictures(folder: Path) -> None:
    """Eight large photos at once and the test cards of absurd panels, on one process."""
    path = folder / "pictures.db"
    store = Store(path)
    fill(store)
    job = next(row.id for row in store.list_jobs()[0] if row.name == "Library study wall")
    store.close()
    server = served_at(path, free_port(), 1)
    try:
        with Browser(f"http://127.0.0.1:{server.port}") as client:
            token = re.search(r'name="token" content="([^"]+)"', client.get("/words").text)[1]  # type: ignore[index]
            cookies, before = dict(client.cookies), peak_mb(server)
            sizes = {
                "59 megapixels as PNG": (9216, 6400, "PNG"),
                "39 as PNG": (7800, 5000, "PNG"),
                "59 as JPEG": (9216, 6400, "JPEG"),
            }
            for name, (wide, high, kind) in sizes.items():
                out = io.BytesIO()
                Image.new("RGB", (wide, high), "navy").save(out, kind, compress_level=9)

                def send(_: int, content: bytes = out.getvalue()) -> int:
                    with httpx.Client(base_url=f"http://127.0.0.1:{server.port}", cookies=cookies, timeout=120) as one:
                        files = {"photo": ("a", content)}
                        return one.post(
                            f"/jobs/{job}/attach", data={"about": "job"}, files=files, headers={"x-oval-token": token}
                        ).status_code

                start = time.perf_counter()
                with ThreadPoolExecutor(8) as pool:
                    told = Counter(pool.map(send, range(8)))
                print(f"eight photos of {name} at once: {dict(told)} in {time.perf_counter() - start:.1f} s", end="; ")
                print(f"peak {peak_mb(server):.0f} MB ({before:.0f} before)")
            body = {"base": 1, "stage": "array", "view": {}}
            line = 'gear tv Absurd 55: 55", 32768 x 32768 px, 1228 x 1228 x 45 mm'
            client.post(f"/jobs/{job}/say", json=body | {"line": line}, headers={"x-oval-token": token})
            client.post(
                f"/jobs/{job}/say", json=body | {"line": "displays 3 x 3 Absurd 55"}, headers={"x-oval-token": token}
            )
            start = time.perf_counter()
            told = Counter(client.get(f"/jobs/{job}/cards/display/{n}.png").status_code for n in (1, 2, 3))
            whole = client.get(f"/jobs/{job}/cards.zip")
            print(
                f"test cards: {dict(told)}, all in one {whole.status_code} of {len(whole.content) / 1e6:.1f} MB, in "
                f"{time.perf_counter() - start:.1f} s; peak {peak_mb(server):.0f} MB"
            )
    finally:
        server.kill()
        server.wait()


def full_disk(folder: Path) -> None:
    """A disk of 8 MB that is filled while it is served; only where a small disk can be made (as root)."""
    small = folder / "small"
    small.mkdir()
    made = subprocess.run(["mount", "-t", "tmpfs", "-o", "size=8m", "tmpfs", str(small)], capture_output=True)
    if made.returncode:
        print("a full disk: not tried, no small disk can be made here")
        return
    store = Store(small / "full.db")
    fill(store)
    jobs = [row.id for row in store.list_jobs()[0]]
    store.close()
    server = served_at(small / "full.db", free_port(), 2)
    try:
        with Browser(f"http://127.0.0.1:{server.port}") as client:
            token = re.search(r'name="token" content="([^"]+)"', client.get("/words").text)[1]  # type: ignore[index]
            with contextlib.suppress(OSError), (small / "filler").open("wb", buffering=0) as filler:
                while filler.write(bytes(4096)):
                    pass
            pages = Counter(
                client.get(f"/jobs/{job}/{page}").status_code for job in jobs for page in (*STAGES, "history", "export")
            )
            body = {"base": 1, "stage": "survey", "view": {}}

            def change(name: str) -> Any:
                return client.post(
                    f"/jobs/{jobs[0]}/say", json=body | {"line": f"client {name}"}, headers={"x-oval-token": token}
                )

            refused = change("while it is full")
            (small / "filler").unlink()
            print(
                f"a full disk: pages {dict(pages)}, a change {refused.status_code} “{refused.json()['say'][:60]}…”, with room "
                f"again {change('with room').status_code}"
            )
    finally:
        server.terminate()
        server.wait()
        subprocess.run(["umount", "--lazy", str(small)], check=False)


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
    asked.add_argument("--hostile", action="store_true", help="only what should not wear a server out")
    said = asked.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        if said.hostile:
            hostile(Path(folder))
            return
        growing(Path(folder), said.commits)
        beside(Path(folder), said.workers)


if __name__ == "__main__":
    main()
