"""How quick the hand is answered, over a socket by the server as users start it: .venv/bin/python -m benchmarks.served [WORKERS]

Starts `oval-room demo` on a fresh database and prints, in one run on this machine, what a bare answer takes and, as a
ratio to it, reading a line back, a preview of a drag, a page, and Enter; medians and 95th percentiles. One connection,
kept open, as a browser keeps it. Nothing else is measured here and nothing is asserted.
"""

from __future__ import annotations

import http.client
import json
import os
import re
import socket
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from typing import Any, Final

from benchmarks.timing import WARM, timed

JSON: Final = {"content-type": "application/json"}


class Served:
    """The server, started as users start it, and one connection to it."""

    def __init__(self, folder: Path, workers: int) -> None:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        command = [
            sys.executable,
            "-m",
            "oval_room.cli",
            "demo",
            "--port",
            str(self.port),
            "--data",
            str(folder / "b.db"),
        ]
        environment = os.environ | {"OVAL_ROOM_WORKERS": str(workers)}
        self.process = subprocess.Popen(command, stdout=subprocess.PIPE, text=True, env=environment)
        assert self.process.stdout is not None
        while "http://" not in self.process.stdout.readline():
            if self.process.poll() is not None:
                sys.exit("the server did not start")
        self.open = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
        self.cookie = ""
        page = self.ask("GET", "/")
        self.token = re.search(r'name="token" content="([^"]+)"', page)[1]  # type: ignore[index]
        self.jobs = {
            name: key for key, name in re.findall(r'href="/jobs/([0-9a-f]{8})[^"]*"[^>]*>\s*([^<]+?)\s*<', page)
        }

    def ask(self, how: str, address: str, body: Any = None) -> str:
        headers = {"accept": "text/html", "accept-encoding": "gzip", "cookie": self.cookie}
        if body is not None:
            headers |= JSON | {"x-oval-token": self.token, "accept": "application/json"}
        self.open.request(how, address, None if body is None else json.dumps(body), headers)
        answer = self.open.getresponse()
        content = answer.read()
        if answer.status >= 400:
            sys.exit(f"{how} {address}: {answer.status} {content[:300]!r}")
        for cookie in answer.headers.get_all("set-cookie") or ():
            self.cookie = cookie.split(";")[0]
        if answer.headers.get("content-encoding") == "gzip":
            import gzip

            content = gzip.decompress(content)
        self.size = len(content)
        return content.decode("utf-8", "replace")

    def end(self) -> None:
        self.process.terminate()
        self.process.wait(30)


def main() -> None:
    workers = int(sys.argv[1]) if len(sys.argv) > 1 else 1
    with tempfile.TemporaryDirectory() as name:
        served = Served(Path(name), workers)
        try:
            _measure(served, workers)
        finally:
            served.end()


def _measure(served: Served, workers: int) -> None:
    print(f"{workers} process{'es' if workers > 1 else ''}, over a socket")
    bare = timed(lambda i: served.ask("GET", "/static/oval.svg"))
    _tell("bare answer (a static file)", bare, bare, "")
    job = served.jobs["Chapel flat"]
    base = int(re.search(r'data-revision="(\d+)"', served.ask("GET", f"/jobs/{job}/throw"))[1])  # type: ignore[index]
    view = {"w": "708", "h": "714"}
    at = {"stage": "throw", "view": view}

    def heard(i: int) -> None:
        served.ask("POST", f"/jobs/{job}/heard", {"line": f"throw {3400 + i} mm", "base": base, **at})

    def pulled(i: int) -> None:
        body = {"grip": "lens.j1", "to": [3000.0 + 7 * i, 2100.0 + i], "lead": "section", "reach": 0, "free": True}
        served.ask("POST", f"/jobs/{job}/pull", body | {"base": base, "seq": i + 100, "drop": False, **at})

    _tell("read-back of a line", timed(heard), bare, "aim: ≤ 8")
    _tell("preview of a drag", timed(pulled), bare, "aim: ≤ 8")
    _tell("page of a stage", timed(lambda i: served.ask("GET", f"/jobs/{job}/throw")), bare, "aim: ≤ 10")
    head = [base]

    def enter(i: int) -> None:
        said = {"line": f"throw {3400 + 3 * i} mm", "base": head[0], "key": f"k{i + 50}", **at}
        head[0] = json.loads(served.ask("POST", f"/jobs/{job}/say", said))["revision"]

    _tell("Enter: said, kept, drawn", timed(enter), bare, "aim: ≤ 20")
    print(f"    {served.size / 1000:.0f} kB came with it")

    def read_and_entered(i: int) -> None:
        line = f"throw {3600 + 3 * i} mm"
        served.ask("POST", f"/jobs/{job}/heard", {"line": line, "base": head[0], **at})
        start = time.perf_counter()
        said = {"line": line, "base": head[0], "key": f"r{i + 50}", **at}
        head[0] = json.loads(served.ask("POST", f"/jobs/{job}/say", said))["revision"]
        after.append((time.perf_counter() - start) * 1000)

    after: list[float] = []
    timed(read_and_entered)
    kept = statistics.median(after[WARM:]), statistics.quantiles(after[WARM:], n=20)[18]
    _tell("Enter on a line just read back", kept, bare, "aim: ≤ 20")


def _tell(name: str, times: tuple[float, float], bare: tuple[float, float], note: str) -> None:
    print(f"{name:<34} {times[0]:8.2f} ms median {times[1]:8.2f} ms p95 {times[0] / bare[0]:7.1f} × bare  {note}")


if __name__ == "__main__":
    main()
