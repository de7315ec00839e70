"""Two processes on one database, as users start it: what one of them did, the other is asked for."""

from __future__ import annotations

import re
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from oval_room.core.parts import STAGES
from oval_room.store.store import Store
from oval_room.web.app import create_app
from oval_room.web.bench import Bench
from oval_room.web.settings import Settings
from tests.web.serving import HTML, TestClient, WebCase

PAGES = ("history", "drill", "cuts", "cables", "displays", "buttons", "faults", "layouts", "align", "games", "mapping", "holes",
         "schemes", "sizes", "kinds", "sun", "wide", "files", "near", "doubt", "breaking", "readings.csv", "export")  # fmt: skip
"""Of a job, beside its stages; some are there only for some jobs."""


class TwoCase(WebCase):
    """The application twice, with stores, caches and sessions of their own."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        app = create_app(Store(Path(cls.store.path)), Settings(body_limit=200_000))
        cls.other = TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False, follow_redirects=False)

    @classmethod
    def process_on(cls, store: Store) -> Any:
        """A process that has seen nothing yet, on a store; the one before it is gone."""
        if "_app" not in cls.__dict__:
            cls._app = create_app(Store(Path(cls.store.path)), Settings(body_limit=200_000))
        cls._app.state.store, cls._app.state.bench = store, Bench(store)
        return TestClient(cls._app, base_url="http://127.0.0.1", raise_server_exceptions=False, follow_redirects=False)

    @classmethod
    def another(cls) -> Any:
        """One more process, as it is just after its start."""
        return cls.process_on(Store(Path(cls.store.path)))

    def other_post(self, address: str, **form: Any) -> Any:
        """A form sent to the other process."""
        page = self.other.get("/words", headers=HTML).text
        found = re.search(r'name="token" content="([^"]+)"', page)
        assert found
        return self.other.post(address, data={"token": found[1]} | form, headers=HTML)

    def answers(self, job: str, client: Any = None, pages: Sequence[str] = (*STAGES, *PAGES)) -> dict[str, int]:
        """What each page of a job is answered with."""
        client = client or self.other
        return {page: client.get(f"/jobs/{job}/{page}", headers=HTML).status_code for page in pages}

    def assert_opens(self, job: str, client: Any = None) -> None:
        found = self.answers(job, client)
        self.assertEqual({page: code for page, code in found.items() if code not in (200, 303, 404)}, {})
        self.assertEqual({page: code for page, code in found.items() if page in STAGES and code != 200}, {})
