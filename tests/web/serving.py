"""An application on a fresh store with the demonstration, and a client that behaves like a page."""

from __future__ import annotations

import re
import tempfile
import unittest
import warnings
from pathlib import Path
from typing import Any, ClassVar, Final
from unittest import mock

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from fastapi.testclient import TestClient

from oval_room.core.solve.within import Watch
from oval_room.store.store import Store
from oval_room.web.app import create_app
from oval_room.web.door import SESSION
from oval_room.web.settings import Settings
from tests.seed import seed

HTML = {"accept": "text/html"}


def flat(html: str) -> str:
    """A page's text on one line, so that where its template breaks lines does not matter."""
    return re.sub(r"> <", "><", re.sub(r"\s+", " ", html))


CURES: Final = re.compile(r'\s*<p class="cures"[^>]*>.*?</p>\s*', re.DOTALL)


def without_cures(html: str) -> str:
    """A reckoning without its cures, which one process may have tried and another not yet; where they were left out,
    blanks of the page's source stay, so those before a tag go too."""
    return re.sub(r"\s+(?=<)", "", re.sub(CURES, "", html))


QUICKLY: Final = mock.patch.object(Watch, "patience", 0.2)
"""Searches broken off early: where it counts that a page answers, and not what is found."""


class WebCase(unittest.TestCase):
    """One application for the whole class; tests that change a job make their own copy of it."""

    _tokens: ClassVar[dict[str, str]] = {}
    """By session."""

    @classmethod
    def setUpClass(cls) -> None:
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        seed(Path(folder.name) / "web.db")
        cls.store = Store(Path(folder.name) / "web.db")
        cls.app = create_app(cls.store, Settings(body_limit=200_000))
        cls.client = TestClient(
            cls.app, base_url="http://127.0.0.1", raise_server_exceptions=False, follow_redirects=False
        )
        jobs = {row.name: row.id for row in cls.store.list_jobs()[0]}
        cls.chapel, cls.bedroom = jobs["Chapel flat"], jobs["Bedroom over the breast"]
        cls.loft, cls.den, cls.library = jobs["Loft cinema"], jobs["Boat-shed den"], jobs["Library study wall"]

    @property
    def token(self) -> str:
        """What this client's changes carry: asked for once a session."""
        session = self.client.cookies.get(SESSION)
        if session is None or session not in self._tokens:
            found = re.search(r'name="token" content="([^"]+)"', self.client.get("/words", headers=HTML).text)
            assert found
            session = str(self.client.cookies.get(SESSION))
            self._tokens[session] = found[1]
        return self._tokens[session]

    def post(self, address: str, body: Any, token: str | None = None) -> Any:
        return self.client.post(address, json=body, headers={"x-oval-token": self.token if token is None else token})

    def copy_of(self, job: str) -> str:
        return self.store.copy(job, "tester")

    def say(self, job: str, line: str, base: int | None = None, stage: str = "throw", **view: str) -> Any:
        base = self.store.head(job).revision if base is None else base
        return self.post(f"/jobs/{job}/say", {"line": line, "base": base, "stage": stage, "view": view})
