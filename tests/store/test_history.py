"""History: steps that go together, going back, names; what older databases bring along."""

from __future__ import annotations

import sqlite3
import tempfile
import unittest
from pathlib import Path

from oval_room.core.errors import MissingError
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.survey.room_commands import PutRoom
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.store.documents import whole
from oval_room.store.migrations import MIGRATIONS
from oval_room.store.store import Store

CHAPEL = chapel_flat()


class History(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "history.db"
        self.store = Store(self.path)
        self.store.add_gear(SHELF, on_shelf=True)
        self.job = self.store.create(CHAPEL, "wil")

    def nudge(self, y: float, group: str | None, author: str = "wil") -> None:
        head = self.store.head(self.job).revision
        self.store.commit(self.job, head, PutProjector(id="j1", y=y), author, None, group)

    def lens(self) -> float:
        return self.store.head(self.job).plan.chosen.projectors["j1"].pose.y

    def test_a_group_is_undone_and_done_again_as_one(self) -> None:
        for y in (3000, 3001, 3002):
            self.nudge(y, "a")
        self.nudge(3100, "b")
        self.store.undo(self.job, "wil")
        self.assertEqual(self.lens(), 3002)
        self.store.undo(self.job, "wil")
        self.assertEqual(self.lens(), 117 * 25.4)
        self.store.redo(self.job, "wil")
        self.assertEqual(self.lens(), 3002)
        self.store.redo(self.job, "wil")
        self.assertEqual(self.lens(), 3100)

    def test_ungrouped_steps_stay_apart(self) -> None:
        self.nudge(3000, None)
        self.nudge(3001, None)
        self.store.undo(self.job, "wil")
        self.assertEqual(self.lens(), 3000)

    def test_a_group_of_one_person_is_not_mixed_with_another(self) -> None:
        self.nudge(3000, "a")
        self.nudge(3001, "a", "ada")
        self.store.undo(self.job, "ada")
        self.assertEqual(self.lens(), 3000)

    def test_going_back_keeps_the_reading_log(self) -> None:
        self.store.commit(self.job, 1, PutRoom(depth=Typed(value=5000)), "wil")
        logged = len(self.store.head(self.job).plan.readings)
        done = self.store.jump(self.job, 1, "wil")
        self.assertEqual(done.head.plan.survey, CHAPEL.survey)
        self.assertEqual(len(done.head.plan.readings), logged)
        self.assertEqual(self.store.jump(self.job, 3, "wil").touched, ())  # it is there already
        with self.assertRaises(MissingError):
            self.store.jump(self.job, 99, "wil")

    def test_a_database_of_the_first_day_opens_with_its_jobs_and_undo(self) -> None:
        """A file with the first migration only, as an earlier commit left it, is brought up to date with nothing lost."""
        self.nudge(3000, None)
        self.store.close()
        with sqlite3.connect(self.path) as raw:
            for table in ("attachment", "truth", "setting", "attempt", "entry"):
                raw.execute(f"DROP TABLE {table}")
            for number in (1, 2):  # every plan was kept in full then
                document = whole(Store(self.path).plan_at(self.job, number))
                raw.execute("UPDATE revision SET seal = NULL, document = ? WHERE number = ?", (document, number))
            raw.execute("DROP TABLE job_gear")
            raw.execute("ALTER TABLE job DROP COLUMN gear_of")
            raw.execute("DROP INDEX revision_whole")
            raw.execute("ALTER TABLE revision DROP COLUMN base")
            raw.execute("ALTER TABLE revision DROP COLUMN seal")
            raw.execute("ALTER TABLE revision DROP COLUMN name")
            raw.execute("ALTER TABLE revision DROP COLUMN group_key")
            raw.execute("PRAGMA user_version = 1")
        raw.close()
        again = Store(self.path)
        self.assertEqual(again.head(self.job).revision, 2)
        again.undo(self.job, "wil")
        self.assertEqual(again.head(self.job).plan, CHAPEL)
        self.assertEqual(again.check(), [])
        self.assertTrue(Path(f"{self.path}.before-{len(MIGRATIONS)}").exists())
