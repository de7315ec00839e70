"""The fuzzer's command line, and the kill loop: a server killed in mid-commit, again and again."""

from __future__ import annotations

import argparse
import json
import random
import re
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path

from oval_room.cli import fill
from oval_room.store.store import Store
from tests.fuzz import fuzz


def main() -> int:
    """Fuzz or kill, and tell what came of it; 1 when something was found."""
    asked = argparse.ArgumentParser(prog="scripts/fuzz")
    asked.add_argument("--minutes", type=float, default=1.0)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--requests", type=int, default=10**9, help="of all processes together")
    asked.add_argument("--processes", type=int, default=2)
    asked.add_argument("--kill", type=int, default=0, help="kill a serving process so often in place of fuzzing")
    said = asked.parse_args()
    if said.kill:
        return kill(said.kill, said.seed)
    seeds = range(said.seed, said.seed + said.processes)
    with ProcessPoolExecutor(said.processes) as pool:
        shares = list(pool.map(fuzz, seeds, [said.minutes] * len(seeds), [said.requests // len(seeds)] * len(seeds)))
    answers = sum((Counter(share[1]) for share in shares), Counter[int]())
    slowest = max(share[2] for share in shares)
    found = [line for share in shares for line in share[3]]
    print(
        f"{sum(share[0] for share in shares)} requests, seeds {seeds[0]} to {seeds[-1]}; answers {dict(sorted(answers.items()))}"
    )
    print(f"slowest {slowest[0]:.2f} s of processor: {slowest[1][:160]}")
    print(f"{len(found)} findings")
    print("\n".join(found))
    return 1 if found else 0


def kill(times: int, seed: int) -> int:
    """Serve, change, kill -9 at a random moment, look: every change that was answered is there, and nothing is half."""
    chance, answered, lost, wrong = random.Random(seed), 0, 0, 0
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "killed.db"
        store = Store(path)
        fill(store)
        job = store.list_jobs()[0][0].id
        store.close()
        for n in range(times):
            done = _one_life(path, job, chance, n)
            store = Store(path)
            names = {row.label for row in store.history(job, 10_000)}
            answered += len(done)
            missing = [name for name in done if not any(name in label for label in names)]
            lost += len(missing)
            bad = store.check() if n % 20 == 0 or n == times - 1 else []
            wrong += len(bad)
            for line in (*missing, *bad):
                print(f"after kill {n}: {line}")
            store.close()
    print(f"{times} kills, {answered} changes answered, {lost} of them lost, {wrong} faults of the file")
    return 1 if lost or wrong else 0


def _one_life(path: Path, job: str, chance: random.Random, n: int) -> list[str]:
    """Start a server, send changes until it is killed; the names that it said were kept."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    command = [sys.executable, "-W", "ignore", "-m", "oval_room.cli", "serve", "--data", str(path), "--port", str(port)]
    server = subprocess.Popen([*command, "--workers", "1"], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    try:
        base, token, cookie = f"http://127.0.0.1:{port}", "", ""
        for _ in range(200):
            try:
                with urllib.request.urlopen(f"{base}/words", timeout=5) as page:
                    token = re.search(rb'name="token" content="([^"]+)"', page.read())[1].decode()  # type: ignore[index]
                    cookie = page.headers["set-cookie"].split(";")[0]
                break
            except (urllib.error.URLError, ConnectionError):
                time.sleep(0.05)
        until, done, i = time.monotonic() + chance.uniform(0.05, 0.7), [], 0
        killer = subprocess.Popen(["sh", "-c", f"sleep {until - time.monotonic():.3f}; kill -9 {server.pid}"])
        store_head = _head(base, job)
        while server.poll() is None and i < 200:
            i += 1
            name = f"Room {n}-{i}"
            body = {"line": f"name {name}", "base": store_head, "stage": "brief", "view": {}, "key": f"kill-{n}-{i}"}
            headers = {"content-type": "application/json", "x-oval-token": token, "cookie": cookie}
            request = urllib.request.Request(f"{base}/jobs/{job}/say", json.dumps(body).encode(), headers)
            try:
                with urllib.request.urlopen(request, timeout=5) as answer:
                    told = json.loads(answer.read())
                store_head = told["revision"]
                done.append(name)
            except (urllib.error.URLError, ConnectionError, OSError, ValueError, KeyError):
                break
        killer.wait()
        return done
    finally:
        server.send_signal(signal.SIGKILL)
        server.wait()


def _head(base: str, job: str) -> int:
    """The newest revision, from the sheet's own parts."""
    try:
        with urllib.request.urlopen(f"{base}/jobs/{job}/brief/parts?only=lead", timeout=5) as answer:
            return int(json.loads(answer.read())["revision"])
    except (urllib.error.URLError, ConnectionError, OSError, ValueError):
        return 1


if __name__ == "__main__":
    sys.exit(main())
