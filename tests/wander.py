"""A busy user who wanders: two people, two processes on one database, random rooms and the demonstration's jobs.

They say lines, pull grips, take cures, accept, settle and settle again, undo, go back, name, copy, bring in and out, type
gear and retire it, pin photos, print. After each step *the other process* is asked: every page answers, what it says is what
a fresh one says of what is stored, what was answered is stored, a cure kept its promise, no hole is printed that a stop is
about; at the end undoing all of one's own gives the first document. On a fault it tells the shortest sequence that shows it.
"""

from __future__ import annotations

import argparse
import io
import json
import random
import re
import subprocess
import sys
import tempfile
import time
import warnings
from collections import Counter
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any, Final, NamedTuple

warnings.simplefilter("ignore")
from fastapi.testclient import TestClient  # noqa: E402
from PIL import Image  # noqa: E402

from oval_room.core.evaluate import evaluate  # noqa: E402
from oval_room.core.parts import STAGES  # noqa: E402
from oval_room.core.plan.document import Plan  # noqa: E402
from oval_room.core.report import Report  # noqa: E402
from oval_room.core.solve.cures import cures_that_cure  # noqa: E402
from oval_room.core.tape.phrases import PHRASES  # noqa: E402
from oval_room.store.store import Store  # noqa: E402
from oval_room.web.app import create_app  # noqa: E402
from oval_room.web.bench import Bench  # noqa: E402
from oval_room.web.settings import Settings  # noqa: E402
from tests.browser_http import Browser, free_port, served_at  # noqa: E402
from tests.seed import seed  # noqa: E402
from tests.web.holes_printed import holes_under_a_stop  # noqa: E402
from tests.web.serving import without_cures  # noqa: E402
from tests.web.two import PAGES  # noqa: E402

PEOPLE: Final = ("Ada", "Wil")
ROOMS: Final = 2
JOBS: Final = 6
"""Jobs they keep at: the rooms they made, and copies of the demonstration's."""
LOOKS: Final = 4
"""Pages asked for after a step, in turn; all of them now and then."""
ALL_EACH: Final = 25


class Step(NamedTuple):
    """Something one of them does: who, what, with which job by its number, with what. It can be done again from this
    alone."""

    who: int
    what: str
    job: int
    more: dict[str, Any]


class Fault(Exception):
    """What went wrong, in words."""


class World:
    """Two processes on one database, two people, and a third process that reads what is stored."""

    def __init__(self, folder: Path, apart: bool) -> None:
        """apart: real serving processes, over sockets; else two applications in this process."""
        self.path = folder / "wander.db"
        seed(self.path)
        self.served: list[subprocess.Popen[bytes]] = []
        if apart:
            for _ in PEOPLE:
                port = free_port()
                self.served.append(served_at(self.path, port))
            self.clients: list[Any] = [Browser(f"http://127.0.0.1:{process.port}") for process in self.served]  # type: ignore[attr-defined]
        else:
            self.clients = [
                TestClient(create_app(Store(self.path), Settings()), base_url="http://127.0.0.1", follow_redirects=False,
                           raise_server_exceptions=False)
                for _ in PEOPLE
            ]  # fmt: skip
        self.tokens = []
        for client, name in zip(self.clients, PEOPLE, strict=True):
            client.cookies.set("author", name)
            page = client.get("/words", headers={"accept": "text/html"}).text
            self.tokens.append(re.search(r'name="token" content="([^"]+)"', page)[1])  # type: ignore[index]
        self.cold = Store(self.path)
        self._fresh: Any = TestClient(
            create_app(self.cold, Settings()), base_url="http://127.0.0.1", raise_server_exceptions=False
        )
        self.jobs: list[str] = []
        self.first: list[Plan] = []
        self.dirty: set[int] = set()
        """Jobs that were gone back in, where undoing does not lead to the first document."""
        self.done = Counter[str]()

    def close(self) -> None:
        self.cold.close()
        for process in self.served:
            process.kill()
            process.wait()

    # ── what they do ──

    def post(self, who: int, address: str, body: dict[str, Any]) -> Any:
        return self.clients[who].post(address, json=body, headers={"x-oval-token": self.tokens[who]})

    def form(self, who: int, address: str, form: dict[str, Any], files: Any = None) -> Any:
        data = {"token": self.tokens[who]} | form
        return self.clients[who].post(address, data=data, files=files, headers={"accept": "text/html"})

    def plan(self, job: int) -> Plan:
        return Store(self.path).head(self.jobs[job]).plan

    def report(self, job: int) -> tuple[Plan, Report, Any]:
        store = Store(self.path)
        plan, gear = store.head(self.jobs[job]).plan, store.gear()
        return plan, evaluate(plan, gear), gear

    def do(self, step: Step) -> Any:
        """Do a step; the answer, checked for what holds of any.

        Raises:
            Fault: it was answered by a fault, or what was answered is not stored.
        """
        act: Callable[[int, int, dict[str, Any]], Any] = getattr(self, f"_{step.what}")
        answer = act(step.who, step.job, step.more)
        if answer is None:
            return None
        if answer.status_code >= 500:
            raise Fault(f"answered {answer.status_code}: {answer.text[:200]}")
        told = answer.json() if "json" in answer.headers.get("content-type", "") else {}
        if told.get("kind") == "done" and step.what != "gear":
            self.done[step.what] += 1
            head = Store(self.path).head(self.jobs[step.job])
            if head.revision != told["revision"]:
                raise Fault(f"answered revision {told['revision']}, {head.revision} is stored")
        elif answer.status_code < 400:
            self.done[step.what] += 1
        return told

    def _body(self, job: int, more: dict[str, Any]) -> dict[str, Any]:
        base = Store(self.path).row(self.jobs[job]).head
        return {"base": base, "stage": "picture", "view": {}} | more

    def _make(self, who: int, job: int, more: dict[str, Any]) -> Any:
        answer = self.form(who, "/jobs", {"name": more["name"], "units": more["units"]})
        if answer.status_code == 303:
            self._keep(answer)
        return answer

    def _keep(self, answer: Any) -> None:
        self.jobs.append(answer.headers["location"].split("/")[2])
        self.first.append(Store(self.path).plan_at(self.jobs[-1], 1))

    def _take(self, who: int, job: int, more: dict[str, Any]) -> Any:
        rows = sorted(self.cold.list_jobs()[0], key=lambda row: row.name)
        answer = self.form(who, f"/jobs/{rows[more['n'] % len(rows)].id}/copy", {})
        if answer.status_code == 303:
            self._keep(answer)
        return answer

    def _say(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self.post(who, f"/jobs/{self.jobs[job]}/say", self._body(job, more))

    def _heard(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self.post(who, f"/jobs/{self.jobs[job]}/heard", self._body(job, more))

    def _gear(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self._say(who, job, more)

    def _settle(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self.post(who, f"/jobs/{self.jobs[job]}/settle", self._body(job, more))

    def _step(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self.post(who, f"/jobs/{self.jobs[job]}/step", self._body(job, more))

    def _pull(self, who: int, job: int, more: dict[str, Any]) -> Any:
        parts = self.clients[who].get(f"/jobs/{self.jobs[job]}/{more['stage']}/parts").json()
        if not parts["grips"]:
            return None
        grip = parts["grips"][more["n"] % len(parts["grips"])]
        lead = re.search(r'data-view="(\w+)"', parts["regions"].get("board", "") or json.dumps(parts["regions"]))
        to = [grip["u"] + more["by"][0], grip["v"] + more["by"][1]]
        body = {
            "stage": more["stage"],
            "grip": grip["key"],
            "to": to,
            "lead": lead[1] if lead else "section",
            "drop": True,
        }
        return self.post(who, f"/jobs/{self.jobs[job]}/pull", self._body(job, body))

    def _accept(self, who: int, job: int, more: dict[str, Any]) -> Any:
        _, report, _ = self.report(job)
        open_now = [one for one in report.findings if one.level.rank <= 1]
        if not open_now:
            return None
        finding = open_now[more["n"] % len(open_now)]
        body = {"finding": finding.key, "why": "it is right here", "back": more["back"]}
        return self.post(who, f"/jobs/{self.jobs[job]}/accept", self._body(job, body))

    def _cure(self, who: int, job: int, more: dict[str, Any]) -> Any:
        """Take a cure, and see that it kept its promise: its finding is gone or better, and there is no new stop."""
        plan, report, gear = self.report(job)
        wrong = [one for one in report.findings if one.cures]
        if not wrong:
            return None
        finding = wrong[more["n"] % len(wrong)]
        offered = cures_that_cure(plan, gear, report, finding)
        if not offered:
            return None
        number = more["of"] % len(offered)
        answer = self.post(
            who, f"/jobs/{self.jobs[job]}/cure", self._body(job, {"finding": finding.key, "number": number})
        )
        if answer.status_code == 200 and answer.json()["kind"] == "done":
            _, after, _ = self.report(job)
            still = after.find(finding.key)
            if still is not None and still.level.rank <= finding.level.rank and still.value == finding.value:
                raise Fault(f"the cure “{answer.json()['label']}” left {finding.key} as it was")
            if new := after.stops() - report.stops():
                raise Fault(f"the cure “{answer.json()['label']}” of {finding.key} made stops: {sorted(new)}")
        return answer

    def _back(self, who: int, job: int, more: dict[str, Any]) -> Any:
        head = Store(self.path).row(self.jobs[job]).head
        number = 1 + more["n"] % head
        self.dirty.add(job)
        wanted = Store(self.path).plan_at(self.jobs[job], number)
        answer = self.form(who, f"/jobs/{self.jobs[job]}/history/{number}/back", {"base": str(head)})
        if answer.status_code == 303:
            now = self.plan(job)
            if now.model_copy(update={"readings": {}}) != wanted.model_copy(update={"readings": {}}):
                raise Fault(f"back to revision {number} is not that revision")
        return answer

    def _name(self, who: int, job: int, more: dict[str, Any]) -> Any:
        number = 1 + more["n"] % Store(self.path).row(self.jobs[job]).head
        return self.form(who, f"/jobs/{self.jobs[job]}/history/{number}/name", {"name": more["name"]})

    def _photo(self, who: int, job: int, more: dict[str, Any]) -> Any:
        out = io.BytesIO()
        Image.new("RGB", (60, 40), more["colour"]).save(out, "JPEG")
        files = {"photo": ("a.jpg", out.getvalue(), "image/jpeg")}
        return self.clients[who].post(f"/jobs/{self.jobs[job]}/attach", data={"about": "job", "text": more["text"]},
                                      files=files, headers={"x-oval-token": self.tokens[who]})  # fmt: skip

    def _carry(self, who: int, job: int, more: dict[str, Any]) -> Any:
        """Out as a file, and in again by the other: the same plan, photos and notes."""
        file = self.clients[who].get(f"/jobs/{self.jobs[job]}/export")
        if file.status_code != 200:
            return file
        answer = self.form(1 - who, "/import", {}, {"file": ("a.ovalroom", file.content)})
        if answer.status_code == 303:
            store, brought = Store(self.path), answer.headers["location"].split("/")[2]
            if store.head(brought).plan != store.head(self.jobs[job]).plan:
                raise Fault("what was brought in again is another plan")
            if len(store.attachments(brought)) != len(store.attachments(self.jobs[job])):
                raise Fault("photos or notes were lost on the way")
        return answer

    def _retire(self, who: int, job: int, more: dict[str, Any]) -> Any:
        shelf = sorted(Store(self.path).shelf(on=not more["again"]))
        if not shelf:
            return None
        form = {"again": "true"} if more["again"] else {}
        return self.form(who, f"/gear/{shelf[more['n'] % len(shelf)]}/retire", form)

    def _print(self, who: int, job: int, more: dict[str, Any]) -> Any:
        return self.clients[who].get(f"/jobs/{self.jobs[job]}/{more['stage']}/{more['kind']}")

    # ── what must hold ──

    def look(self, who: int, job: int, pages: Sequence[str]) -> None:
        """Ask the other process, and a fresh one.

        Raises:
            Fault: a page is a fault, says another thing than a fresh process says, or prints a hole under a stop.
        """
        key, other = self.jobs[job], self.clients[1 - who]
        for page in pages:
            answer = other.get(f"/jobs/{key}/{page}", headers={"accept": "text/html"})
            if answer.status_code >= 500 or answer.status_code == 409:
                raise Fault(f"the other process answers {answer.status_code} for {page}: {answer.text[-300:]}")
            if found := re.search(
                r"\bNaN\b|\bnan\b|Undefined|Traceback", answer.text if "html" in answer.headers["content-type"] else ""
            ):
                raise Fault(f"{page} says {found[0]}")
        fresh = self.fresh()
        stage = next((page for page in pages if page in STAGES), "survey")
        asked = (client.get(f"/jobs/{key}/{stage}/parts").json()["regions"] for client in (other, fresh))
        told = [{region: without_cures(html) for region, html in regions.items()} for regions in asked]
        for region, was in told[1].items():
            if region not in ("head", "tape") and told[0].get(region) != was:
                raise Fault(
                    f"{region} of {stage} differs from what a fresh process says: {_first_difference(told[0].get(region, ''), was)}"
                )
        _, report, _ = self.report(job)
        if wrong := holes_under_a_stop(fresh, key, report):
            raise Fault(f"holes are printed that a stop is about: {wrong}")

    def fresh(self) -> Any:
        """A client of a process that has seen nothing yet."""
        store = Store(self.path)
        self._fresh.app.state.store, self._fresh.app.state.bench = store, Bench(store)
        return self._fresh

    def undo_all(self, job: int) -> None:
        """Whatever both did, undone by each, is the first document, where nobody went back.

        Raises:
            Fault: it is not.
        """
        refused = 0
        while refused < len(PEOPLE):
            refused = 0
            for who in range(len(PEOPLE)):
                answer = self._step(who, job, {"redo": False})
                refused += answer.status_code != 200
        said = [self._step(who, job, {"redo": False}).json().get("say", "") for who in range(len(PEOPLE))]
        now, first = self.plan(job), self.first[job]
        if (
            all("nothing of yours" in one for one in said)
            and job not in self.dirty
            and now.model_copy(update={"readings": {}}) != first.model_copy(update={"readings": {}})
        ):
            raise Fault("all of it undone is not the first document")


def _first_difference(one: str, other: str) -> str:
    at = next((n for n, (a, b) in enumerate(zip(one, other, strict=False)) if a != b), min(len(one), len(other)))
    return f"{one[max(at - 40, 0) : at + 60]!r} and {other[max(at - 40, 0) : at + 60]!r}"


# ── how they choose ──

LINES: Final = [phrase.example for phrase in PHRASES if phrase.follows or phrase.word]
NUMBER: Final = re.compile(r"(?<![\w.])\d+(?:\.\d+)?(?![\w.])")
NAMES: Final = ("as sold", "as built", "Frau Ødegård", "第一", "the ½″ one", "x" * 30, "a, b; c", "", "«den»")


def line_of(chance: random.Random) -> str:
    """A line of the words page, with other numbers now and then."""
    line = chance.choice(LINES)
    if chance.random() < 0.6:
        line = NUMBER.sub(lambda found: _near(chance, found[0]), line)
    return f"{line}; {chance.choice(LINES)}" if chance.random() < 0.1 else line


def _near(chance: random.Random, number: str) -> str:
    value = float(number) * chance.choice((0.5, 0.8, 0.95, 1.0, 1.05, 1.3, 2.0))
    return f"{value:.0f}" if "." not in number else f"{value:.2f}"


def opening(chance: random.Random) -> list[Step]:
    """How a session begins: rooms of their own, untidy ones, and copies of the demonstration's."""
    steps = []
    for n in range(ROOMS):
        steps.append(
            Step(n % 2, "make", n, {"name": f"Room {n + 1}", "units": chance.choice(("mm", "feet", "cm", "m"))})
        )
        wide, deep, high = chance.randint(2300, 6400), chance.randint(2800, 8000), chance.randint(2050, 3100)
        lines = [f"room {wide} x {deep} x {high} mm", f"seat {chance.randint(1600, deep - 600)} mm",
                 chance.choice(("tv 55", "tv 65", "screen 100", "screen 110; projector", "tv 43 on w2", "displays 2 x 2 46")),
                 f"made of {chance.choice(('timber', 'brick', 'board', 'steel 25', 'plaster and lath'))}",
                 *(f"stud {chance.randint(100, wide)} mm" for _ in range(chance.randint(0, 4))),
                 f"door on w{chance.randint(1, 4)} 900 mm wide 2 m high {chance.randint(0, 900)} mm from the left",
                 chance.choice(("mount flat", "mount", "arm mount", "sideboard 1600 x 450 x 500 mm"))]  # fmt: skip
        steps += [Step(chance.randrange(2), "say", n, {"line": line}) for line in lines]
    steps += [Step(n % 2, "take", n, {"n": chance.randrange(99)}) for n in range(ROOMS, JOBS)]
    return steps


def next_step(chance: random.Random, jobs: int) -> Step:
    who, job, n = chance.randrange(2), chance.randrange(jobs), chance.randrange(10_000)
    stage = chance.choice(list(STAGES))
    what = chance.choices(*zip(*WEIGHTS, strict=True))[0]
    mores: dict[str, Callable[[], dict[str, Any]]] = {
        "say": lambda: {"line": line_of(chance)},
        "heard": lambda: {"line": line_of(chance)},
        "gear": lambda: {"line": f'gear tv Wander {chance.randint(1, 5)}: {chance.choice((43, 55, 65, 77))}", {chance.randint(9, 40)} kg, vesa 400 x 300'},
        "settle": lambda: {"settle": stage, "open": chance.random() < 0.2},
        "step": lambda: {"redo": chance.random() < 0.35},
        "pull": lambda: {"stage": stage, "n": n, "by": [chance.uniform(-600, 600), chance.uniform(-400, 400)]},
        "accept": lambda: {"n": n, "back": chance.random() < 0.2},
        "cure": lambda: {"n": n, "of": chance.randrange(9)},
        "name": lambda: {"n": n, "name": chance.choice(NAMES)},
        "photo": lambda: {"colour": chance.choice(("red", "navy")), "text": chance.choice(NAMES)},
        "retire": lambda: {"n": n, "again": chance.random() < 0.6},
        "print": lambda: {"stage": stage, "kind": chance.choice(("print", "print.pdf", "print.svg?view=elevation", "print.dxf?view=plan"))},
    }  # fmt: skip
    return Step(who, what, job, mores.get(what, lambda: {"n": n})())


WEIGHTS: Final = (("say", 30), ("heard", 4), ("cure", 16), ("pull", 10), ("settle", 9), ("step", 10), ("accept", 5), ("back", 3),
                  ("name", 2), ("photo", 2), ("carry", 2), ("gear", 3), ("retire", 2), ("print", 4))  # fmt: skip


# ── a session, and the shortest one that shows a fault ──


def follow(world: World, steps: Sequence[Step], chance: random.Random | None, until: float, told: list[Step]) -> None:
    """Do steps, then as many more as there is time for, looking after each.

    Raises:
        Fault: something does not hold; `told` are the steps that were done.
    """
    pages, n = (*STAGES, *PAGES), 0
    left = list(steps)
    while left or (chance is not None and time.monotonic() < until):
        step = left.pop(0) if left or chance is None else next_step(chance, len(world.jobs))
        told.append(step)
        if step.what not in ("make", "take") and step.job >= len(world.jobs):
            continue
        world.do(step)
        n += 1
        whole = n % ALL_EACH == 0
        some = pages if whole else [pages[(n * LOOKS + i) % len(pages)] for i in range(LOOKS)]
        world.look(step.who, min(step.job, len(world.jobs) - 1), some)
    if chance is not None:
        for job in range(len(world.jobs)):
            world.undo_all(job)
            world.look(0, job, ("survey",))


def shows(steps: Sequence[Step], same: str) -> bool:
    """Whether steps show the same fault, in a world of their own."""
    with tempfile.TemporaryDirectory() as folder:
        world = World(Path(folder), apart=False)
        try:
            follow(world, steps, None, 0.0, [])
            return False
        except Fault as fault:
            return str(fault)[:40] == same[:40]
        finally:
            world.close()


def shortest(steps: list[Step], same: str, seconds: float) -> list[Step]:
    """The steps without all that the fault does not need, as far as there is time."""
    until, size = time.monotonic() + seconds, max(len(steps) // 2, 1)
    while size:
        at = 0
        while at < len(steps) and time.monotonic() < until:
            less = steps[:at] + steps[at + size :]
            if less and shows(less, same):
                steps = less
            else:
                at += size
        size //= 2
    return steps


def wander(seconds: float, number: int, apart: bool, patience: float = 60.0) -> tuple[Counter[str], str]:
    """One session; how often each thing was done, and what went wrong in words, empty when nothing did."""
    chance, told = random.Random(number), list[Step]()
    with tempfile.TemporaryDirectory() as folder:
        world = World(Path(folder), apart)
        try:
            follow(world, opening(chance), chance, time.monotonic() + seconds, told)
            if wrong := Store(world.path).check():
                raise Fault(f"check says: {wrong[:3]}")
            return world.done, ""
        except Fault as fault:
            same = str(fault)
        finally:
            world.close()
    less = shortest(told, same, patience) if patience and shows(told, same) else told[-12:]
    lines = [
        f"  {PEOPLE[one.who]}: {one.what} job {one.job} {json.dumps(one.more, ensure_ascii=False)}" for one in less
    ]
    return world.done, "\n".join((f"FAULT {same}", f"{len(less)} of {len(told)} steps show it:", *lines))


def main() -> int:
    asked = argparse.ArgumentParser(prog="scripts/wander")
    asked.add_argument("--seconds", type=float, default=60.0)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--here", action="store_true", help="two applications in this process in place of two servers")
    said = asked.parse_args()
    began = time.monotonic()
    done, fault = wander(said.seconds, said.seed, not said.here, 60.0 if said.seconds > 30 else 8.0)
    print(
        f"seed {said.seed}, {sum(done.values())} steps in {time.monotonic() - began:.0f} s: {dict(sorted(done.items()))}"
    )
    print(fault or "nothing went wrong")
    return 1 if fault else 0


if __name__ == "__main__":
    sys.exit(main())
