"""The real interface: a server in a process of its own on a fresh database, and Debian's Chromium."""

from __future__ import annotations

import os
import shutil
import signal
import socket
import tempfile
import time
import unittest
import urllib.request
import warnings
from pathlib import Path
from typing import Any

from oval_room.cli import main
from tests.seed import seed

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from playwright.sync_api import Browser, BrowserContext, Page, Playwright, sync_playwright

FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--renderer-process-limit=1",
]
AXE = next((Path(__file__).parent / "vendor").glob("axe-core-*/axe.min.js"))
REVISION = "Number(document.querySelector('#head [href$=history]').innerText.split(' ')[1])"
ROOT = Path(__file__).resolve().parents[2]
MOST_FILES = 4096
PATIENCE_S = 30
"""How long a test waits for what must come: ample, as machines differ; whoever waits for nothing waits no longer [s]."""
DESKTOP, PHONE = {"width": 1280, "height": 680}, {"width": 390, "height": 844}


def _serve(data: Path, port: int) -> None:
    """Serve the demonstration as users start it, in a process that was just forked; never returns."""
    try:
        os.closerange(3, MOST_FILES)  # what drives the browser is none of the server's
        nothing = os.open(os.devnull, os.O_RDWR)
        for stream in (0, 1, 2):
            os.dup2(nothing, stream)
        warnings.simplefilter("ignore")
        main(["demo", "--data", str(data), "--port", str(port)])
    finally:
        os._exit(0)


class BrowserCase(unittest.TestCase):
    """One browser and one server for the class; `restart` ends the server and starts it again on the same database."""

    playwright: Playwright
    browser: Browser
    server: int
    """Number of the process that looks after those that serve."""

    @classmethod
    def setUpClass(cls) -> None:
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.data = Path(folder.name) / "browser.db"
        seed(cls.data)
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            cls.port = free.getsockname()[1]
        cls.addClassCleanup(cls.stop)
        cls.start()
        cls.playwright = sync_playwright().start()
        cls.addClassCleanup(cls.playwright.stop)
        cls.browser = cls.playwright.chromium.launch(executable_path=shutil.which("chromium"), args=FLAGS)
        cls.addClassCleanup(cls.browser.close)

    @classmethod
    def start(cls) -> None:
        cls.server = os.fork()  # the program is read already: it serves in a blink
        if cls.server == 0:
            _serve(cls.data, cls.port)
        for _ in range(900):
            try:
                urllib.request.urlopen(f"{cls.address()}/sums", timeout=1).close()
                return
            except OSError:
                time.sleep(0.1)
        raise RuntimeError("the server did not start")

    @classmethod
    def stop(cls) -> None:
        os.kill(cls.server, signal.SIGTERM)
        os.waitpid(cls.server, 0)

    @classmethod
    def restart(cls) -> None:
        cls.stop()
        cls.start()

    @classmethod
    def address(cls) -> str:
        return f"http://127.0.0.1:{cls.port}"

    def context(
        self, size: dict[str, int] = DESKTOP, theme: str = "paper", author: str = "tester", **more: Any
    ) -> BrowserContext:
        context = self.browser.new_context(viewport=size, **more)  # type: ignore[arg-type]
        context.add_cookies(
            [
                {"name": name, "value": value, "url": self.address()}
                for name, value in (("theme", theme), ("author", author))
            ]
        )
        context.set_default_timeout(1000 * PATIENCE_S)
        self.addCleanup(context.close)
        return context

    def open(self, path: str, context: BrowserContext | None = None) -> Page:
        """A page that fails the test when the console complains or a script breaks."""
        page = (context or self.context()).new_page()
        self.complaints: list[str] = []
        page.on(
            "console",
            lambda message: self.complaints.append(message.text) if message.type in ("error", "warning") else None,
        )
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.goto(self.address() + path)
        page.wait_for_load_state("load")
        return page

    def until(self, page: Page, script: str, wanted: Any = True, seconds: float = PATIENCE_S) -> None:
        """Wait until a script's value is the wanted one (the page's policy forbids the driver's own waiting scripts)."""
        end = time.monotonic() + seconds
        while (got := page.evaluate(script)) != wanted:
            if time.monotonic() > end:
                self.fail(f"{script} stayed {got!r}, wanted {wanted!r}")
            page.wait_for_timeout(40)

    def job(self, page: Page, name: str) -> str:
        """The id of a job by its name, read off the Desk."""
        page.goto(self.address() + "/")
        return str(page.locator(".drawer-name a", has_text=name).first.get_attribute("href")).rsplit("/", 1)[1]

    def say(self, page: Page, line: str) -> None:
        """Type a line, wait for its read-back, press Enter, wait until it is done."""
        revision = self.revision(page)
        page.fill("#tape", line)
        page.locator("#tape-say.tape-heard").wait_for()
        page.press("#tape", "Enter")
        self.until(page, REVISION, revision + 1)

    def revision(self, page: Page) -> int:
        return int(page.evaluate(REVISION))

    def axe(self, page: Page, rule: str = "") -> list[str]:
        """What axe finds wrong on a page at rest (what is new fades in) by WCAG 2 A and AA, or by one rule of theirs."""
        found = page.evaluate(
            "async ([source, only]) => { (0, Function)(source)();"
            " await Promise.allSettled(document.getAnimations().map((one) => one.finished));"
            " return (await axe.run(document, {runOnly: only})).violations; }",
            [AXE.read_text(), [rule] if rule else ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]],
        )
        return [f"{one['id']}: {[node['target'] for node in one['nodes']][:3]}" for one in found]
