"""The fuzzer's command line, and the kill loop: a server killed in mid-commit, again and again."""

from __future__ import annotations

import argparse
import random
import re
import subprocess
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path
from typing import Any

import httpx

from oval_room.cli import fill
from oval_room.formats.job_file import write_job
from oval_room.store.store import Store
from oval_room.web.attachments import pinned_of
from tests.browser_http import Browser, Served, answers, free_port, served_at
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


KINDS = ("commit", "settle", "import", "copy", "gear", "photo", "undo", "backup")


def kill(times: int, seed: int) -> int:
    """Serve, change, kill -9 at a random moment, look: whatever was answered is there, and nothing is half."""
    chance, answered, lost, wrong = random.Random(seed), Counter[str](), 0, 0
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "killed.db"
        store = Store(path)
        fill(store)
        row = next(row for row in store.list_jobs()[0] if row.name == "Boat-shed den")
        other = next(one.id for one in store.list_jobs()[0] if one.name == "Attic desk")  # copied: it stays small
        content = write_job(store.head(row.id).plan, store.gear(), pinned_of(store, row.id))
        held = len(store.attachments(row.id))
        server = served_at(path, free_port(), 2)
        for n in range(times):
            if n % 50 == 49:  # now and then all of it, else the processes that answer
                server.kill()
                server.wait()
                server = served_at(path, free_port(), 2)
            life = _Life(path, row.id, other, content, chance, n)
            life.live(server)
            missing = life.missing(store, held)
            answered.update(life.answered)
            lost += len(missing)
            bad = store.check() if n % 20 == 0 or n == times - 1 else []
            bad += life.half(store, held)
            wrong += len(bad)
            for line in (*missing, *bad):
                print(f"after kill {n}: {line}", flush=True)
        server.kill()
        server.wait()
        store.close()
    print(f"{times} kills, answered {dict(sorted(answered.items()))}, {lost} of them lost, {wrong} faults of the file")
    return 1 if lost or wrong else 0


class _Life:
    """One server's life: what it was asked for until it was killed, and what it said of that."""

    def __init__(self, path: Path, job: str, other: str, content: bytes, chance: random.Random, n: int) -> None:
        self.path, self.job, self.other, self.content, self.chance, self.n = path, job, other, content, chance, n
        self.answered = Counter[str]()
        self.done: list[tuple[str, str]] = []

    def live(self, server: Served) -> None:
        """Ask one thing after the other until one process or both are killed; then wait until others answer."""
        children = Path(f"/proc/{server.pid}/task/{server.pid}/children").read_text().split()
        with Browser(f"http://127.0.0.1:{server.port}") as client:
            page = client.get("/words").text
            self.token = re.search(r'name="token" content="([^"]+)"', page)[1]  # type: ignore[index]
            killed = " ".join(self.chance.sample(children, self.chance.randint(1, len(children))))
            killer = subprocess.Popen(["sh", "-c", f"sleep {self.chance.uniform(0.02, 0.8):.3f}; kill -9 {killed}"])
            for i in range(400):
                what = self.chance.choice(KINDS)
                try:
                    told = getattr(self, f"_{what}")(client, f"{self.n}-{i}")
                except (httpx.HTTPError, ValueError, KeyError, OSError):
                    break
                if told:
                    self.answered[what] += 1
                    self.done.append((what, told))
                if killer.poll() is not None and i > 2:
                    break
            killer.wait()
        while not answers(server.port):
            time.sleep(0.02)

    def _post(self, client: httpx.Client, what: str, **more: Any) -> dict[str, Any]:
        body = {"base": Store(self.path).row(self.job).head, "stage": "brief", "view": {}} | more
        answer = client.post(f"/jobs/{self.job}/{what}", json=body, headers={"x-oval-token": self.token})
        return dict(answer.json())

    def _form(self, client: httpx.Client, address: str, files: Any = None, **form: str) -> httpx.Response:
        return client.post(address, data={"token": self.token} | form, files=files)

    def _commit(self, client: httpx.Client, name: str) -> str:
        return name if self._post(client, "say", line=f"name Room {name}", key=f"kill-{name}")["kind"] == "done" else ""

    def _settle(self, client: httpx.Client, name: str) -> str:
        told = self._post(client, "settle", settle=self.chance.choice(("brief", "survey", "routing")))
        return str(told["revision"]) if told["kind"] == "done" else ""

    def _undo(self, client: httpx.Client, name: str) -> str:
        told = self._post(client, "step")
        return str(told["revision"]) if told["kind"] == "done" else ""

    def _import(self, client: httpx.Client, name: str) -> str:
        answer = self._form(client, "/import", {"file": (f"{name}.ovalroom", self.content)})
        return answer.headers["location"].split("/")[2]

    def _copy(self, client: httpx.Client, name: str) -> str:
        return self._form(client, f"/jobs/{self.other}/copy").headers["location"].split("/")[2]

    def _gear(self, client: httpx.Client, name: str) -> str:
        told = self._post(client, "say", line=f'gear tv Killed {name}: 55", 17 kg')
        return f"Killed {name}" if told["kind"] == "done" else ""

    def _photo(self, client: httpx.Client, name: str) -> str:
        answer = client.post(f"/jobs/{self.job}/attach", data={"about": "job", "text": f"note {name}"},
                             headers={"x-oval-token": self.token})  # fmt: skip
        return f"note {name}" if answer.json()["kind"] == "pinned" else ""

    def _backup(self, client: httpx.Client, name: str) -> str:
        """A copy made while it is served: whole, and with all that was answered until then."""
        Store(self.path).backup(self.path.with_name("copy.db"), over=True)
        copy = Store(self.path.with_name("copy.db"))
        missing = self.missing(copy, None)
        copy.close()
        return f"backup lacks {missing}" if missing else "whole"

    def missing(self, store: Store, held: int | None) -> list[str]:
        """What was answered and is not there."""
        rows = store.history(self.job, 100_000)
        labels, head = {row.label for row in rows}, rows[0].number
        jobs = {row.id for row in store.list_jobs(limit=100_000)[0]}
        notes = {one.text for one in store.attachments(self.job)}
        gear = {item.name for item in store.gear().values()}
        there: dict[str, Callable[[str], bool]] = {
            "commit": lambda told: any(told in label for label in labels),
            "settle": lambda told: int(told) <= head,
            "undo": lambda told: int(told) <= head,
            "import": jobs.__contains__,
            "copy": jobs.__contains__,
            "gear": lambda told: any(told in name for name in gear),
            "photo": notes.__contains__,
            "backup": "whole".__eq__,
        }
        return [f"{what} {told}" for what, told in self.done if not there[what](told)]

    def half(self, store: Store, held: int) -> list[str]:
        """Jobs that came in without all of their photos and notes; those that are whole are put aside, so that the file
        stays small."""
        wrong = []
        for row in store.list_jobs(limit=100_000)[0]:
            label = store.history(row.id, 1)[0].label
            if label.startswith("Imported") and len(store.attachments(row.id)) != held:
                wrong.append(f"job {row.id} came in with {len(store.attachments(row.id))} of {held}")
            if label.startswith(("Imported", "Copied")):
                store.archive(row.id, True)
        return wrong


if __name__ == "__main__":
    sys.exit(main())
