"""Faults outside of the program: a full disk, a file that can't be written, is held by another or is damaged."""

from __future__ import annotations

import contextlib
import sqlite3
import tempfile
import unittest
from pathlib import Path

from oval_room.cli import main
from oval_room.core.screens.commands import PutPicture
from oval_room.demo.jobs import demo_jobs
from oval_room.demo.shop import WHOLE
from oval_room.store.records import Pin, StoreError
from oval_room.store.rescue import rescue
from oval_room.store.store import Store
from tests.web.serving import HTML, WebCase

MOVE = PutPicture(id="p1", bottom=612.0)


class Files(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.path = self.folder / "jobs.db"
        self.store = Store(self.path)
        self.store.add_gear(WHOLE, on_shelf=True)
        self.jobs = {plan.name: self.store.create(plan, "wil") for plan in demo_jobs()}
        for job in self.jobs.values():
            self.store.commit(job, 1, MOVE, "wil")
            self.store.attach(job, Pin("job", "a note", "wil"))

    def whole(self) -> None:
        """Everything in one file, as after a clean end."""
        with contextlib.closing(sqlite3.connect(self.path)) as raw:
            raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")

    def spoil(self, share: float, pages: int = 1) -> None:
        self.store.close()
        self.whole()
        content = bytearray(self.path.read_bytes())
        with contextlib.closing(sqlite3.connect(self.path)) as raw:
            roots = {
                row[0] for row in raw.execute("SELECT rootpage FROM sqlite_master WHERE name IN ('revision', 'job')")
            }
        page = int(len(content) * share) // 4096
        while page + 1 in roots:  # with the root of its tree every row of a table is out of reach
            page += 1
        start = page * 4096
        content[start : start + 4096 * pages] = b"\xa5" * 4096 * pages
        self.path.write_bytes(content)
        for tail in ("-wal", "-shm"):
            Path(f"{self.path}{tail}").unlink(missing_ok=True)

    def test_what_is_no_database_is_said(self) -> None:
        for name, content, word in (
            ("list.db", b"a shopping list " * 400, "no database"),
            ("", None, "can't be opened"),
        ):
            path = self.folder / name
            if content:
                path.write_bytes(content)
            with self.assertRaises(StoreError) as caught:
                Store(path)
            self.assertIn(word, str(caught.exception))
        with self.assertRaises(StoreError):
            Store(self.path / "under" / "a.db")  # a file where a folder should be

    def test_damaged_pages_are_found_and_the_rest_is_rescued(self) -> None:
        """Wherever a page is damaged: check says so without a trace, and rescue brings over what does not lie on it."""
        self.store.close()
        self.whole()
        sound = self.path.read_bytes()
        brought_whole = 0
        for share in (0.15, 0.35, 0.55, 0.75, 0.95):
            with self.subTest(share):
                self.path.write_bytes(sound)
                self.spoil(share)
                with contextlib.suppress(StoreError):
                    self.assertNotEqual(Store(self.path).check(), [])
                with self.assertRaises(SystemExit):
                    main(["check", "--data", str(self.path)])
                told = rescue(self.path, self.folder / f"new{share}.db").jobs
                again = Store(self.folder / f"new{share}.db")
                self.assertEqual(again.check(), [])
                names = {row.name for row in again.list_jobs()[0]}
                self.assertLessEqual(names, set(self.jobs))
                self.assertGreaterEqual(len(names), 2)
                self.assertGreaterEqual(len(told), len(names))
                brought_whole += sum(": revision 2," in line for line in told)
        self.assertGreaterEqual(brought_whole, 12)  # of twenty

    def test_a_job_whose_gear_is_lost_is_brought_with_its_sizes(self) -> None:
        self.store.close()
        self.whole()
        with contextlib.closing(sqlite3.connect(self.path)) as raw:
            raw.execute("DELETE FROM gear")
            raw.commit()
        told = rescue(self.path, self.folder / "new.db").jobs
        self.assertTrue(all("choose them again" in line for line in told), told)
        again = Store(self.folder / "new.db")
        self.assertEqual(again.check(), [])
        plans = {row.name: again.head(row.id).plan for row in again.list_jobs()[0]}
        self.assertEqual(set(plans), set(self.jobs))
        for name, job in self.jobs.items():
            was = Store(self.path).head(job).plan.chosen.pictures
            now = plans[name].chosen.pictures
            self.assertEqual({k: one.width for k, one in was.items()}, {k: one.width for k, one in now.items()})

    def test_rescue_of_a_sound_file_brings_everything(self) -> None:
        self.store.close()
        told = rescue(self.path, self.folder / "new.db").jobs
        self.assertEqual(sorted(told), sorted(f"{name}: revision 2, 1 of 1 photos and notes" for name in self.jobs))
        again = Store(self.folder / "new.db")
        plans = {row.name: again.head(row.id).plan for row in again.list_jobs()[0]}
        self.assertEqual(plans, {name: Store(self.path).head(job).plan for name, job in self.jobs.items()})
        self.assertEqual(set(again.shelf()), set(WHOLE))
        with self.assertRaises(StoreError):
            rescue(self.path, self.folder / "new.db")  # it is there already


class Pages(WebCase):
    """What a person sees of it: our words, the policy, and nothing half done."""

    @contextlib.contextmanager
    def pragma(self, text: str, back: str) -> object:
        """A setting of every connection of the store, for a while."""
        database = self.store._db._db
        name, _, value = text.partition("=")
        database.pragma(name, value, permanent=True)
        try:
            yield
        finally:
            database.pragma(name, back, permanent=True)

    def change(self, job: str) -> object:
        body = {"line": "bottom 612 mm", "base": 1, "stage": "picture", "view": {}, "key": "k-1"}
        return self.post(f"/jobs/{job}/say", body)

    def test_read_only_full_and_held(self) -> None:
        token = self.token
        held = sqlite3.connect(self.store.path, timeout=0, isolation_level=None)
        self.addCleanup(held.close)
        for text, back, word in (
            ("query_only=1", "0", "read-only"),
            ("max_page_count=1", "1073741823", "disk is full"),
        ):
            job = self.copy_of(self.chapel)
            with self.subTest(text), self.pragma(text, back):
                body = {"line": "bottom 612 mm; note x", "base": 1, "stage": "picture", "view": {}, "key": "k-1"}
                body["line"] = "; ".join(f"name {'long ' * 14}{n}; bottom {600 + n} mm" for n in range(5))
                answer = self.post(f"/jobs/{job}/say", body, token)
                if answer.status_code == 200:  # a page was left to write on
                    continue
                self.assertEqual(answer.status_code, 503, answer.text)
                self.assertIn(word, answer.json()["say"])
                self.assertIn("content-security-policy", answer.headers)
                self.assertEqual(self.client.get(f"/jobs/{job}/picture", headers=HTML).status_code, 200)  # it reads on
            self.assertEqual(self.store.row(job).head, 1)
            self.assertEqual(self.post(f"/jobs/{job}/say", body, token).json()["revision"], 2)
        with self.pragma("busy_timeout=50", "5000"):
            held.execute("BEGIN EXCLUSIVE")
            answer = self.change(self.copy_of_later)
            held.execute("ROLLBACK")
        self.assertEqual(answer.status_code, 503)
        self.assertIn("another program holds", answer.json()["say"])

    @property
    def copy_of_later(self) -> str:
        return self.den

    def test_a_fault_of_ours_is_a_page_with_a_number(self) -> None:
        @self.app.get("/fault-for-a-test")
        def fault() -> None:
            raise ZeroDivisionError

        with self.assertLogs("oval_room", "ERROR") as logged:
            page = self.client.get("/fault-for-a-test", headers=HTML)
            told = self.client.get("/fault-for-a-test")
        for answer in (page, told):
            self.assertEqual(answer.status_code, 500)
            self.assertIn("content-security-policy", answer.headers)
            self.assertRegex(answer.text, r"fault [0-9a-f]{6}\b")
            self.assertNotIn("ZeroDivision", answer.text)
        self.assertIn("stylesheet", page.text)
        self.assertIn("fault", logged.output[0])


if __name__ == "__main__":
    unittest.main()
