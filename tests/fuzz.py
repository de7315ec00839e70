"""A fuzzer of our own: routes from the application's own description, lines from the grammar's table, commands from the
command union, files made from exports, all with what nobody means in them. Judged are faults, what no page may hold, and
time; a finding is made as small as it stays one.

scripts/fuzz [--minutes N] [--seed S] [--requests N] [--processes N]; scripts/fuzz --kill N kills a serving process in
mid-commit so often and looks whether what was answered is kept.
"""

from __future__ import annotations

import io
import json
import logging
import random
import re
import tempfile
import time
import traceback
import warnings
import zipfile
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any, Final

from fastapi.routing import APIRoute
from pydantic import BaseModel
from pydantic_core import PydanticUndefined

from oval_room.cli import fill
from oval_room.core.commands import Command
from oval_room.core.parts import COMMANDS, STAGES
from oval_room.core.solve.within import Watch
from oval_room.core.sums.registry import SUMS
from oval_room.core.tape.phrases import PHRASES
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.store.store import Store
from oval_room.web.app import create_app
from oval_room.web.settings import Settings
from tests.web.serving import without_cures

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from fastapi.testclient import TestClient

SLOW_S: Final = 1.0
NASTY: Final[tuple[Any, ...]] = (
    0, -1, 1, 2, 16, 255, 1e-6, 0.5, -0.0, 3.7, 1e5, -1e5, 2e5, 1e6, 1e12, 1e15, 10**31, float("nan"), float("inf"), 1e308,
    "", " ", "0", "x", "p1", "p2", "s1", "s9", "w1", "w41", "t1", "k1", "o1", "j1", "r1", "r10000", "v1", "r" + "9" * 30, "1e309",
    "w" * 500, "0,0,1,1", "-1e9,0,1e9,1", "\x00", "a\r\nb", "\ud800", "💡", "½", "'; drop table job;--", "<script>1</script>",
    "=1+1", "../../etc/passwd", "%00", "2026-13-99T99:99x", None, True, False, [], {}, [0, 0], [1e308], {"value": 1}, {"value": "x", "source": "read"},
)  # fmt: skip
"""Cures are tried out as there is time, in each process by itself."""
UNSEEN: Final = ("\u202e", "\u200b", "\u200d", "\x00", "\u2028", "\ufeff\u2066", "\u3164", "\u0301")
"""Names that nobody would see anything of."""
LONG: Final = ("x" * 450, "1 " * 220, "9" * 450, "a, " * 150, "like " + "y" * 440)
AFTER: Final = (
    "", "0", "-1", "3", "12", "65", "300", "99999", "1e9", "∞", "0x0", "3x2", "16:9", "0:0", "4 m", "12' 5\"", "12 5/0\"", "screen",
    "w9", "c9", "left", "right 3", "5 at 3 up 2", "at 3 m", "1/0", "½", "woven", "💡", "'; drop table", "<b>x</b>", "\t", "10 m 10 m",
)  # fmt: skip
FORBIDDEN: Final = re.compile(
    r"\bNaN\b|\bnan\b|\bInfinity\b|[\s\"(,:]-?inf\b|\bUndefined\b|Traceback \(most|object at 0x"
)
TEXTS: Final = ("text/html", "application/json", "image/svg+xml")


@dataclass(frozen=True)
class Asked:
    """One request, as a test can hold it."""

    method: str
    address: str
    query: dict[str, str] = field(default_factory=dict)
    body: Any = None
    form: dict[str, str] | None = None
    files: dict[str, tuple[str, bytes]] | None = None

    @property
    def told(self) -> str:
        parts = [f"{self.method} {self.address}"]
        parts += [f"?{self.query}"] if self.query else []
        parts += [repr(self.body)[:300]] if self.body is not None else []
        parts += [repr(self.form)[:200]] if self.form else []
        parts += [f"{name}: {file[0]}, {len(file[1])} bytes" for name, file in (self.files or {}).items()]
        return " ".join(parts)


@dataclass(frozen=True)
class Finding:
    """What was wrong with an answer."""

    what: str
    asked: Asked


class _Log(logging.Handler):
    """Faults that were caught and told: they count all the same."""

    def __init__(self) -> None:
        super().__init__(logging.ERROR)
        self.heard: list[str] = []

    def emit(self, record: logging.LogRecord) -> None:
        error = record.exc_info[1] if record.exc_info else None
        at = traceback.extract_tb(error.__traceback__)[-1] if error else None
        self.heard.append(f"{record.getMessage()}: {error!r} {f'{at.filename}:{at.lineno}' if at else ''}"[:400])


class Fuzzer:
    """One application on the demonstration's jobs, and what is thrown at it."""

    def __init__(self, seed: int, folder: Path) -> None:
        self.chance = random.Random(seed)
        Watch.patience = 1.0
        self.store = Store(folder / f"fuzz{seed}.db")
        fill(self.store)
        self.app = create_app(self.store, Settings(body_limit=2_000_000))
        self.client = TestClient(
            self.app, base_url="http://127.0.0.1", raise_server_exceptions=False, follow_redirects=False
        )
        self.elsewhere = TestClient(  # another process, with a store and caches of its own
            create_app(Store(folder / f"fuzz{seed}.db"), Settings(body_limit=2_000_000)),
            base_url="http://127.0.0.1",
            raise_server_exceptions=False,
            follow_redirects=False,
        )
        self.routes = list(_routes(list(self.app.routes)))
        self.firsts = [row.id for row in self.store.list_jobs()[0]]
        self.exports = [self.client.get(f"/jobs/{job}/export").content for job in self.firsts]
        self.csvs = [self.client.get(f"/jobs/{job}/readings.csv").content for job in self.firsts]
        self.dxf = self.client.get(f"/jobs/{self.firsts[0]}/outline.dxf").content
        self.token = re.search(
            r'name="token" content="([^"]+)"', self.client.get("/", headers={"accept": "text/html"}).text
        )[1]  # type: ignore[index]
        self.count, self.answers, self.slowest = 0, Counter[int](), (0.0, "")
        self.log = _Log()
        logger = logging.getLogger("oval_room")
        logger.addHandler(self.log)
        logger.propagate = False
        self.kinds: tuple[Callable[[], Asked], ...] = (
            *[self.any_route] * 6, *[self.line] * 3, *[self.command] * 3, *[self.page] * 2, self.file, *[self.sum] * 4,
            self.name, self.long, *[self.again] * 2,
        )  # fmt: skip
        self.renew()

    def renew(self) -> None:
        """Fresh copies of the jobs, as what was done to the old ones piles up."""
        self.jobs = [self.store.copy(job, "fuzz") for job in self.firsts]

    # ── what is asked ──

    def pick(self, *choices: Any) -> Any:
        return self.chance.choice(choices)

    def nasty(self) -> Any:
        return self.chance.choice(NASTY)

    def value_for(self, name: str) -> Any:
        """A value for a field of a name: a good one as often as not, so that it gets somewhere."""
        if name in ("line", "command") and self.chance.random() < 0.8:
            return self.any_line() if name == "line" else self.any_command()
        good: dict[str, tuple[Any, ...]] = {
            "job": tuple(self.jobs), "stage": tuple(STAGES), "base": (1, 2, self.head()),
            "view": ({}, {"zoom": "0,0,900,900"}, {"picture": "p1", "seat": "s1"}), "lead": tuple(VIEW_NAMES), "picture": ("p1", "p2"),
            "id": ("p1", "s1", "t1", "o1", "k1", "j1", "v1", "v2", "u1", "f1"), "number": (0, 1, 2), "figure": ("picture.p1.bottom", "room.volume"),
            "wanted": ("900 mm", "12"), "finding": ("throw/j1/p1", "look_up/p1"), "wall": ("w1", "w2", "3"), "scene": ("k1",), "paper": ("A4", "A3"), "scale": ("fit", "20"),
            "name": ("Den", "throw.range", "size.from_diagonal"), "key": (f"k{self.chance.random()}"[:20].replace(".", "-"),), "grip": ("lens", "seat.s1", "picture.p1.bottom"), "to": ([1000.0, 900.0],),
            "a": ("1",), "b": ("1", "2"), "u": ("1000",), "v": ("2000",), "units": ("mm", "feet"), "size": ("65",), "settle": tuple(STAGES),
        }  # fmt: skip
        if name in good and self.chance.random() < 0.8:
            return self.chance.choice(good[name])
        return self.nasty()

    def head(self) -> int:
        return self.store.row(self.chance.choice(self.jobs)).head

    def any_route(self) -> Asked:
        route = self.chance.choice(self.routes)
        method = "POST" if "POST" in route.methods else "GET"
        address = re.sub(r"\{(\w+)\}", lambda found: _in_path(self.value_for(found[1])), route.path)
        names = [one.name for one in route.dependant.query_params]
        names += self.chance.sample(
            ["picture", "seat", "scene", "zoom", "lead", "wall", "w", "h", "off", "size", "q", "at", "part"], 3
        )
        query = {name: _in_query(self.value_for(name)) for name in names if self.chance.random() < 0.6}
        asked = Asked(method, address, query)
        if method == "GET":
            return asked
        fields = list(route.dependant.body_params)
        model = next((one.field_info.annotation for one in fields if _is_model(one.field_info.annotation)), None)
        if model is not None:
            return replace(asked, body=self.body(model))
        form = {one.name: _in_query(self.value_for(one.name)) for one in fields if self.chance.random() < 0.8}
        for name in {"text", "name", "client", "why", "about", "passphrase"} & set(form):
            form[name] = re.sub(
                "nan|inf", "one", form[name], flags=re.IGNORECASE
            )  # it will stand on pages as it was typed
        return replace(asked, form=form)

    def body(self, model: type[BaseModel]) -> Any:
        """A body of a model, a field or two of it spoiled."""
        out = {
            name: self.value_for(name)
            for name, info in model.model_fields.items()
            if info.default is PydanticUndefined or self.chance.random() < 0.5
        }
        if self.chance.random() < 0.2:
            out[self.pick(*model.model_fields, "more")] = self.nasty()
        return self.pick(out, out, out, out, [out], self.nasty())

    def any_line(self) -> str:
        pieces = []
        for _ in range(self.chance.randint(1, 3)):
            phrase = self.chance.choice(PHRASES)
            pieces.append(
                phrase.example if self.chance.random() < 0.5 else f"{phrase.word} {self.chance.choice(AFTER)}"
            )
        return self.pick("; ", ", ", " ").join(pieces)[: self.pick(60, 200, 1200)]

    def line(self) -> Asked:
        job, address = self.chance.choice(self.jobs), self.pick("say", "say", "heard")
        body = {"line": self.any_line(), "base": self.store.row(job).head, "stage": self.pick(*STAGES), "view": {}}
        return Asked("POST", f"/jobs/{job}/{address}", body=body)

    def long(self) -> Asked:
        """A word with far more after it than it takes."""
        phrase = self.chance.choice(PHRASES)
        said = self.pick(phrase.word, phrase.example.rpartition(" ")[0] or phrase.word)
        body = {"line": f"{said} {self.chance.choice(LONG)}", "base": self.head(), "stage": "survey", "view": {}}
        return Asked("POST", f"/jobs/{self.chance.choice(self.jobs)}/{self.pick('say', 'heard')}", body=body)

    def name(self) -> Asked:
        """A name that nobody sees, through one of the ways in."""
        job, name = self.chance.choice(self.jobs), self.chance.choice(UNSEEN) * self.pick(1, 1, 3)
        form = {"token": self.token, "name": name}
        body = {"base": self.store.row(job).head, "stage": "brief", "view": {}}
        lines = ("name", "scheme", "client", "gear tv", 'gear tv A 55", 1228 x 708 x 45 mm, note', "who", "thing")
        return self.pick(
            Asked("POST", "/jobs", form=form | {"units": "mm"}),
            Asked("POST", f"/jobs/{job}/history/1/name", form=form),
            Asked("POST", f"/jobs/{job}/attach", form={"token": self.token, "about": "job", "text": name}),
            Asked("POST", "/author", form=form),
            Asked("POST", f"/jobs/{job}/say", body=body | {"line": f"{self.chance.choice(lines)} {name}"}),
            Asked("POST", "/import", form={"token": self.token}, files={"file": ("a.ovalroom", self.renamed(name))}),
        )

    def renamed(self, name: str) -> bytes:
        with zipfile.ZipFile(io.BytesIO(self.chance.choice(self.exports))) as archive:
            parts = {one: archive.read(one) for one in archive.namelist()}
        document = json.loads(parts["plan.json"])
        places = [(node, key) for node, key in _places(document) if key in ("name", "by", "why", "text", "client")]
        node, key = self.chance.choice(places)
        node[key] = name
        parts["plan.json"] = json.dumps(document).encode()
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            for one, part in parts.items():
                archive.writestr(one, part)
        return out.getvalue()

    def again(self) -> Asked:
        """Settle what is settled, open it, undo it, do it again, go back: what is done twice."""
        job = self.chance.choice(self.jobs)
        body = {"base": self.store.row(job).head, "stage": "picture", "view": {}}
        if self.chance.random() < 0.2:
            number = self.chance.randint(1, self.store.row(job).head)
            return Asked("POST", f"/jobs/{job}/history/{number}/back", form={"token": self.token})
        if self.chance.random() < 0.5:
            return Asked("POST", f"/jobs/{job}/step", body=body | {"redo": self.pick(True, False)})
        stage = self.pick("survey", "picture", "fixing", "routing", *STAGES)
        return Asked("POST", f"/jobs/{job}/settle", body=body | {"settle": stage, "open": self.chance.random() < 0.2})

    def disagreement(self, asked: Asked) -> str:
        """What two processes say differently of the job that a request was about; empty where they agree. What was not
        worked out in time is asked for once more."""
        found = re.match(r"/jobs/([0-9a-f]{8})(/|$)", asked.address)
        if found is None or found[1] not in self.jobs:
            return ""
        address = f"/jobs/{found[1]}/{self.chance.choice(list(STAGES))}/parts"
        told = self._told_by_both(address)
        if told[0] != told[1]:
            told = self._told_by_both(address)
        if told[0] == told[1]:
            return ""
        one, other = (one[2] for one in told)
        at = next((n for n, (a, b) in enumerate(zip(one, other, strict=False)) if a != b), min(len(one), len(other)))
        parts = f"{one[max(at - 90, 0) : at + 90]!r}, {other[max(at - 90, 0) : at + 90]!r}"
        return f"two processes disagree of {address}: {told[0][:2]} and {told[1][:2]}, {parts}"

    def _told_by_both(self, address: str) -> list[tuple[int, int | None, str]]:
        """What each process says of a stage of a job: status, revision, the reckoning without its cures."""
        told = []
        for client in (self.client, self.elsewhere):
            answer = client.get(address)
            json_told = answer.json() if answer.status_code == 200 else {}
            said = without_cures(json_told.get("regions", {}).get("reckoning", ""))
            told.append((answer.status_code, json_told.get("revision"), said))
        return told

    def any_command(self) -> dict[str, Any]:
        kind: type[Command] = self.chance.choice(COMMANDS)
        out: dict[str, Any] = {"do": kind.model_fields["do"].default}
        for name, info in kind.model_fields.items():
            if name in ("do", "label") or self.chance.random() < 0.45:
                continue
            out[name] = self.typed(name, str(info.annotation))
        return out

    def typed(self, name: str, kind: str) -> Any:
        chance = self.chance
        if "Typed" in kind and chance.random() < 0.8:
            return {
                "value": chance.choice((0, 1, 50, 900, 2400, 4000, 99_999, 200_000, -5)),
                "source": self.pick("read", "chosen", "x"),
            }
        if "float" in kind and chance.random() < 0.7:
            return chance.choice((0, 0.001, 1, 5, 30, 45, 90, 900, 2400, 20_000, 99_999, -900))
        if name == "corners":
            return [{"x": chance.uniform(0, 9000), "y": chance.uniform(0, 9000)} for _ in range(chance.randint(0, 6))]
        if name == "steps":
            return [self.any_command() for _ in range(chance.randint(0, 3))]
        if "Literal" in kind:
            return chance.choice([*re.findall(r"'([^']+)'", kind), self.nasty()])
        return self.value_for(name)

    def command(self) -> Asked:
        job = self.chance.choice(self.jobs)
        body = {
            "command": self.any_command(),
            "base": self.store.row(job).head,
            "stage": self.pick(*STAGES),
            "view": {},
        }
        return Asked("POST", f"/jobs/{job}/{self.pick('commits', 'commits', 'try')}", body=body)

    def page(self) -> Asked:
        job, stage = self.chance.choice(self.jobs), self.chance.choice(list(STAGES))
        tail = self.pick("", "", "", "/parts", "/print", "/print.pdf", "/print.svg", "/print.dxf")
        query = {
            name: _in_query(self.value_for(name))
            for name in ("lead", "zoom", "picture", "seat", "wall")
            if self.chance.random() < 0.4
        }
        return Asked("GET", f"/jobs/{job}/{stage}{tail}", query)

    def sum(self) -> Asked:
        one = self.chance.choice(list(SUMS.values()))
        given = {name.key: self.pick(name.example, self.nasty()) for name in one.given}
        if self.chance.random() < 0.5:
            return Asked("GET", f"/sums/{one.name}", {key: _in_query(value) for key, value in given.items()})
        return Asked("POST", f"/api/sums/{one.name}", body={"given": given})

    def file(self) -> Asked:
        job, which = self.chance.choice(self.jobs), self.chance.random()
        form = {"token": self.token}
        if which < 0.5:
            content = self.spoiled_job(self.chance.choice(self.exports))
            return Asked("POST", "/import", form=form, files={"file": ("a.ovalroom", content)})
        if which < 0.7:
            content = self.spoiled(self.chance.choice(self.csvs))
            return Asked("POST", f"/jobs/{job}/files/readings", form=form, files={"file": ("a.csv", content)})
        if which < 0.85:
            files = {"file": ("a.dxf", self.spoiled(self.dxf))}
            return Asked(
                "POST", f"/jobs/{job}/files/outline", form=form | {"unit": self.pick("", "mm", "m")}, files=files
            )
        photo = self.pick(
            b"<svg onload='alert(1)'/>",
            b"\x89PNG\r\n\x1a\n" + self.chance.randbytes(200),
            b"\xff\xd8" + self.chance.randbytes(90),
            b"GIF89a",
        )
        return Asked(
            "POST",
            f"/jobs/{job}/attach",
            form={"about": self.pick("job", "w1", "x")},
            files={"photo": ("a.jpg", photo)},
        )

    def spoiled(self, content: bytes) -> bytes:
        """Bytes with some of them cut, doubled or made something else."""
        out = bytearray(content)
        for _ in range(self.chance.randint(0, 4)):
            at = self.chance.randrange(len(out) or 1)
            act = self.chance.random()
            if act < 0.4:
                out[at : at + 1] = self.chance.randbytes(1)
            elif act < 0.6:
                del out[at : at + self.chance.randint(1, 60)]
            elif act < 0.8:
                out[at:at] = re.sub("nan|inf", "one", str(self.nasty())).encode("utf-8", "replace")[:40]
            else:
                out[at:at] = out[at : at + 200]
        return bytes(out)

    def spoiled_job(self, content: bytes) -> bytes:
        """A job file with a few places of its document made what nobody means."""
        if self.chance.random() < 0.2:
            return self.spoiled(content)
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            parts = {name: archive.read(name) for name in archive.namelist()}
        document = json.loads(parts["plan.json"])
        for _ in range(self.chance.randint(1, 3)):
            node, key = self.chance.choice(list(_places(document)))
            if isinstance(node, dict) and self.chance.random() < 0.15:
                node.pop(key, None)
            else:
                node[key] = self.pick(
                    self.nasty(), self.nasty(), self.chance.choice((0, 1, -1, 50.0, 1500.0, 99_000.0))
                )
        parts["plan.json"] = json.dumps(document).encode("utf-8", "replace")
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            for name, part in parts.items():
                archive.writestr(name, part)
        return out.getvalue()

    # ── how it is judged ──

    def send(self, asked: Asked) -> tuple[Any, float]:
        """The answer, and the processor's time that it took [s]."""
        headers = {"x-oval-token": self.token, "accept": self.pick("text/html", "*/*")}
        form = None if asked.form is None else {"token": self.token} | asked.form
        content = None if asked.body is None else json.dumps(asked.body).encode()
        if content is not None:
            headers["content-type"] = "application/json"
        began = time.process_time()
        answer = self.client.request(
            asked.method,
            asked.address,
            params=asked.query,
            content=content,
            data=form,
            files=asked.files,
            headers=headers,
        )
        return answer, time.process_time() - began

    def wrong(self, asked: Asked) -> str:
        """What is wrong with the answer to a request; empty when nothing is."""
        self.log.heard.clear()
        answer, took = self.send(asked)
        self.count += 1
        self.answers[answer.status_code] += 1
        if took > self.slowest[0]:
            self.slowest = took, asked.told
        kind = answer.headers.get("content-type", "").split(";")[0]
        if answer.status_code >= 500:
            return f"answered {answer.status_code}: {answer.text[:120]} {self.log.heard[:1]}"
        if self.log.heard:
            return f"a fault was caught: {self.log.heard[0]}"
        if took > SLOW_S:
            return f"took {took:.1f} s"
        if "content-security-policy" not in answer.headers:
            return "no policy"
        if (
            kind in TEXTS
            and (found := FORBIDDEN.search(answer.text))
            and found[0].strip('" (,:') not in json.dumps(asked.body or "") + asked.told
        ):
            return f"holds {answer.text[max(found.start() - 40, 0) : found.end() + 20]!r}"
        return ""

    def smaller(self, asked: Asked, what: str) -> Asked:
        """The request with all left out that it does not need to be wrong in the same way."""
        same = what.split(":")[0][:12]
        for name in list(asked.query):
            less = replace(asked, query={key: value for key, value in asked.query.items() if key != name})
            asked = less if self.wrong(less).startswith(same) else asked
        if isinstance(asked.body, dict):
            for name in list(asked.body):
                body = {key: value for key, value in asked.body.items() if key != name}
                asked = replace(asked, body=body) if self.wrong(replace(asked, body=body)).startswith(same) else asked
        return asked

    def run(
        self, *, seconds: float = 1e9, requests: int = 10**9, tell: Callable[[str], None] | None = None
    ) -> list[Finding]:
        """Ask until the time or the number is up; what was found, once each."""
        found: dict[str, Finding] = {}
        until = time.monotonic() + seconds
        while time.monotonic() < until and self.count < requests:
            if self.count % 400 == 399:
                self.renew()
            asked = self.chance.choice(self.kinds)()
            what = self.wrong(asked)
            if not what and asked.method == "POST" and self.chance.random() < 0.3:
                what = self.disagreement(asked)
            if what and (key := re.sub(r"[0-9a-f]{6,}|[0-9.]+", "#", what)[:70]) not in found:
                found[key] = Finding(what, self.smaller(asked, what))
                if tell:
                    tell(f"FOUND {what}\n   {found[key].asked.told}")
        return list(found.values())


def _is_model(kind: Any) -> bool:
    return isinstance(kind, type) and issubclass(kind, BaseModel)


def _in_path(value: Any) -> str:
    return re.sub(r"[/?#\x00-\x20\ud800-\udfff]", "_", str(value))[:80] or "_"


def _in_query(value: Any) -> str:
    return str(value).encode("utf-8", "replace").decode()


def _routes(routes: list[Any]) -> Iterator[APIRoute]:
    for route in routes:
        if isinstance(route, APIRoute):
            yield route
        else:
            yield from _routes(list(getattr(getattr(route, "original_router", None), "routes", [])))


def _places(node: Any) -> Iterator[tuple[Any, Any]]:
    """Every place of a JSON document, as its holder and its key."""
    for key, value in list(node.items() if isinstance(node, dict) else enumerate(node)):
        yield node, key
        if isinstance(value, (dict, list)):
            yield from _places(value)


def fuzz(seed: int, minutes: float, requests: int) -> tuple[int, dict[int, int], tuple[float, str], list[str]]:
    """One process's share: requests, answers by status, the slowest, findings."""
    with tempfile.TemporaryDirectory() as folder:
        one = Fuzzer(seed, Path(folder))
        found = one.run(seconds=minutes * 60, requests=requests, tell=lambda text: print(text, flush=True))
        return one.count, dict(one.answers), one.slowest, [f"{item.what}: {item.asked.told}" for item in found]
