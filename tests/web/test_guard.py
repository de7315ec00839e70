"""What stands at the door of every change: a token, a limit, one person; and one job's work holds up no other's."""

from __future__ import annotations

import re
import tempfile
import threading
import unittest
from collections.abc import Iterator

from fastapi.routing import APIRoute

from oval_room.core.evaluate import Evaluator
from oval_room.core.plan.gear import gear_hash
from oval_room.demo.gear import SHELF
from oval_room.store.store import Store
from oval_room.web.bench import Bench
from oval_room.web.guard import OPEN
from tests.web.serving import HTML, WebCase


def changes(routes: list[object]) -> Iterator[tuple[str, str]]:
    """Name and an address of every route that takes a change."""
    for route in routes:
        if isinstance(route, APIRoute):
            if "POST" in route.methods:
                yield route.name, re.sub(r"\{\w+\}", "1", route.path)
        else:  # a router that was put in whole
            yield from changes(list(getattr(getattr(route, "original_router", None), "routes", [])))


class Door(WebCase):
    def test_every_change_wants_this_browsers_token(self) -> None:
        posts = dict(changes(list(self.client.app.routes)))
        self.assertGreater(len(posts), 20)
        self.assertLess(OPEN, posts.keys())
        for name, address in posts.items():
            if name in OPEN:
                continue
            for sent in ({}, {"x-oval-token": "forged"}, {"x-oval-token": "x" * 43}):
                with self.subTest(name, sent=sent):
                    self.assertEqual(self.client.post(address, json={}, headers=sent).status_code, 403)
                    self.assertEqual(self.client.post(address, data={"token": "forged"}, headers=sent).status_code, 403)

    def test_every_change_is_of_a_bounded_size(self) -> None:
        """The length said and the length sent both count."""
        limit = self.client.app.state.settings.body_limit
        for name, address in changes(list(self.client.app.routes)):
            with self.subTest(name):
                said = self.client.post(address, content=b"x", headers={"content-length": str(limit + 1)})
                self.assertEqual(said.status_code, 413)
        mebibytes = (b"x" * 2**20 for _ in range(limit // 2**20 + 2))
        headers = {"x-oval-token": self.token, "content-type": "application/json"}
        sent = self.client.post(f"/jobs/{self.chapel}/say", content=mebibytes, headers=headers)
        self.assertEqual(sent.status_code, 413)

    def test_who_changes_is_who_signs(self) -> None:
        job = self.copy_of(self.chapel)
        self.client.post("/author", data={"token": self.token, "name": "Wil Ötzing"}, headers=HTML)
        self.say(job, "throw 12'")
        self.assertEqual(self.store.history(job)[0].author, "Wil Ötzing")
        self.client.cookies.delete("author")


class Shelf(unittest.TestCase):
    def test_gear_that_a_job_brought_comes_onto_the_shelf_when_it_is_put_there(self) -> None:
        store = Store(f"{self.enterContext(tempfile.TemporaryDirectory())}/shelf.db")
        some = dict(list(SHELF.items())[:3])
        store.add_gear(some, on_shelf=False)
        self.assertEqual((len(store.gear()), store.shelf()), (3, {}))
        store.add_gear(SHELF, on_shelf=True)
        self.assertEqual(set(store.shelf()), set(SHELF))
        changed = next(iter(SHELF.values())).model_copy(update={"note": "another edition"})
        store.add_gear({gear_hash(changed): changed}, on_shelf=False)
        self.assertNotIn(gear_hash(changed), store.shelf())
        store.close()


class Apart(WebCase):
    def test_a_job_that_takes_long_holds_up_no_other(self) -> None:
        bench, gate, inside = Bench(self.store), threading.Event(), threading.Event()
        slow, quick = self.store.head(self.chapel), self.store.head(self.den)
        real = Evaluator.__call__

        def waits(self: Evaluator, plan: object, *args: object) -> object:
            if plan is slow.plan:
                inside.set()
                assert gate.wait(20)
            return real(self, plan, *args)  # type: ignore[arg-type]

        Evaluator.__call__ = waits  # type: ignore[method-assign,assignment]
        self.addCleanup(setattr, Evaluator, "__call__", real)
        worker = threading.Thread(target=bench.report, args=(slow,))
        worker.start()
        self.assertTrue(inside.wait(20))
        self.assertTrue(bench.report(quick).figures)  # would wait for ever under one lock
        self.assertTrue(bench.try_out(self.den, quick.plan).figures)
        gate.set()
        worker.join(20)
        self.assertTrue(bench.report(slow).figures)


if __name__ == "__main__":
    unittest.main()
