"""The store: commits that meet, undo that lasts, interruption, migration with a copy first."""

from __future__ import annotations

import os
import signal
import sqlite3
import subprocess
import sys
import tempfile
import textwrap
import unittest
from pathlib import Path

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.job.commands import PutJob
from oval_room.core.plan.gear import gear_hash
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.room_commands import PutRoom
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.store.migrations import MIGRATIONS
from oval_room.store.records import ClashError, StoreError, Summary
from oval_room.store.store import Store
from tests.core.making import COMMANDS

CHAPEL = chapel_flat()


class StoreCase(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = tempfile.TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)
        self.path = Path(self.folder.name) / "test.db"
        self.store = Store(self.path)
        self.store.add_gear(SHELF, on_shelf=True)
        self.job = self.store.create(CHAPEL, "wil")

    def lens(self, y: float) -> Command:
        return PutProjector(id="j1", y=y)


class Commits(StoreCase):
    def test_one_after_another(self) -> None:
        done = self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.assertEqual((done.head.revision, done.touched), (2, (("schemes", "v1", "projectors", "j1", "pose", "y"),)))
        self.assertEqual(self.store.head(self.job).plan.chosen.projectors["j1"].pose.y, 3700)
        self.assertEqual(self.store.plan_at(self.job, 1), CHAPEL)

    def test_apart_changes_meet_and_both_stay(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        done = self.store.commit(self.job, 1, PutSeat(id="s1", x=Typed(value=900)), "ada")
        self.assertEqual(len(done.meanwhile), 1)
        self.assertTrue(done.meanwhile[0].startswith("wil: "))
        plan = self.store.head(self.job).plan
        self.assertEqual((plan.chosen.projectors["j1"].pose.y, plan.survey.seats["s1"].x.value), (3700, 900))

    def test_two_who_measure_at_once_both_keep_their_reading(self) -> None:
        self.store.commit(self.job, 1, PutRoom(width=Typed(value=4100)), "wil")
        self.store.commit(self.job, 1, PutRoom(depth=Typed(value=5800)), "ada")
        values = {reading.value for reading in self.store.head(self.job).plan.readings.values()}
        self.assertLessEqual({4100.0, 5800.0}, values)

    def test_the_same_place_clashes_with_both_values(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        with self.assertRaises(ClashError) as caught:
            self.store.commit(self.job, 1, self.lens(3900), "ada")
        path, was, theirs, mine = caught.exception.clashes[0]
        self.assertEqual(
            (path, was, theirs, mine), (("schemes", "v1", "projectors", "j1", "pose", "y"), 117 * 25.4, 3700, 3900)
        )
        self.assertEqual((caught.exception.by, self.store.head(self.job).revision), ("wil", 2))

    def test_sent_twice_is_done_once(self) -> None:
        for _ in range(2):
            done = self.store.commit(self.job, 1, self.lens(3700), "wil", "key-1")
        self.assertEqual((done.head.revision, self.store.head(self.job).revision), (2, 2))

    def test_no_change_makes_no_revision(self) -> None:
        self.assertEqual(self.store.commit(self.job, 1, self.lens(117 * 25.4), "wil").head.revision, 1)

    def test_what_can_not_be_applied_leaves_nothing(self) -> None:
        for base, command, error in (
            (1, PutSeat(id="s1", kind="hammock"), RefusedError),
            (9, self.lens(1), RefusedError),
        ):
            with self.assertRaises(error):
                self.store.commit(self.job, base, command, "wil")
        with self.assertRaises(MissingError):
            self.store.commit("nothing", 1, self.lens(1), "wil")
        self.assertEqual(self.store.head(self.job).revision, 1)

    @settings(max_examples=15, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(st.tuples(st.booleans(), COMMANDS), max_size=6))
    def test_two_people_interleaved_lose_nothing(self, moves: list[tuple[bool, Command]]) -> None:
        """Whatever is accepted is in the head's history; the head is what its last revision holds."""
        job = self.store.create(CHAPEL, "wil")
        seen = {True: 1, False: 1}
        accepted = 0
        for who, command in moves:
            before = self.store.head(job).revision
            try:
                done = self.store.commit(job, seen[who], command, "wil" if who else "ada")
            except (RefusedError, MissingError):
                continue
            except ClashError:
                seen[who] = before
                continue
            accepted += done.head.revision > before
            seen[who] = done.head.revision
        self.assertEqual(self.store.head(job).revision, 1 + accepted)
        self.assertEqual(Store(self.path).head(job).plan, self.store.head(job).plan)


class Undoing(StoreCase):
    def test_undo_and_redo_outlive_a_restart(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.store.commit(self.job, 2, self.lens(3800), "wil")
        again = Store(self.path)
        again.undo(self.job, "wil")
        again.undo(self.job, "wil")
        self.assertEqual(again.head(self.job).plan, CHAPEL)
        third = Store(self.path)
        self.assertEqual(third.undoable(self.job, "wil")[0], None)
        third.redo(self.job, "wil")
        self.assertEqual(third.head(self.job).plan.chosen.projectors["j1"].pose.y, 3700)

    def test_mine_is_undone_not_theirs(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.store.commit(self.job, 2, PutSeat(id="s1", x=Typed(value=900)), "ada")
        self.store.undo(self.job, "wil")
        plan = self.store.head(self.job).plan
        self.assertEqual((plan.chosen.projectors["j1"].pose.y, plan.survey.seats["s1"].x.value), (117 * 25.4, 900))
        self.assertEqual(self.store.undoable(self.job, "ada")[0], self.store.history(self.job)[1].label)

    def test_refused_with_names_when_the_place_was_changed_since(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.store.commit(self.job, 2, self.lens(3900), "ada")
        with self.assertRaises(RefusedError) as caught:
            self.store.undo(self.job, "wil")
        self.assertIn("ada", caught.exception.text)
        self.assertEqual(self.store.head(self.job).plan.chosen.projectors["j1"].pose.y, 3900)

    def test_a_new_change_ends_redo(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.store.undo(self.job, "wil")
        self.store.commit(self.job, 3, self.lens(4000), "wil")
        self.assertIsNone(self.store.undoable(self.job, "wil")[1])
        with self.assertRaises(RefusedError):
            self.store.redo(self.job, "wil")

    def test_nothing_to_undo(self) -> None:
        with self.assertRaises(RefusedError):
            self.store.undo(self.job, "nobody")


class Desk(StoreCase):
    def test_search_archive_copy(self) -> None:
        copied = self.store.copy(self.job, "wil")
        self.assertEqual(self.store.row(copied).name, "Chapel flat, copy")
        self.assertEqual(self.store.list_jobs("penhallick sexton")[1], 2)
        self.assertEqual(self.store.list_jobs("100%_")[1], 0)
        self.store.archive(copied, True)
        self.assertEqual((self.store.list_jobs()[1], self.store.list_jobs(archived=True)[1]), (1, 1))
        self.store.commit(self.job, 1, PutJob(name="Old vestry"), "wil")
        self.assertEqual(self.store.list_jobs("vestry")[0][0].name, "Old vestry")

    def test_a_summary_of_an_older_revision_is_not_kept(self) -> None:
        self.store.commit(self.job, 1, self.lens(3700), "wil")
        self.store.put_summary(self.job, 1, Summary("stop", "old", ""))
        self.assertEqual(self.store.row(self.job).worst_text, "")
        self.store.put_summary(self.job, 2, Summary("mind", "new", ""))
        self.assertEqual(self.store.row(self.job).worst_text, "new")

    def test_backup_and_check(self) -> None:
        copy = Path(self.folder.name) / "copy.db"
        self.store.backup(copy)
        self.assertEqual(Store(copy).head(self.job).plan, CHAPEL)
        self.assertEqual(self.store.check(), [])
        with sqlite3.connect(self.path) as raw:
            raw.execute("DELETE FROM gear")
        self.assertIn("gear is missing", Store(self.path).check()[0])

    def test_gear_that_another_process_brings_is_seen(self) -> None:
        item = next(iter(SHELF.values())).model_copy(update={"note": "a later edition"})
        self.store.gear()
        Store(self.path).add_gear({gear_hash(item): item}, on_shelf=False)
        self.assertIn(gear_hash(item), self.store.gear())

    def test_gear_that_is_not_what_it_is_named(self) -> None:
        with self.assertRaises(RefusedError):
            self.store.add_gear({"g0000000000000000": next(iter(SHELF.values()))}, on_shelf=True)


class Care(unittest.TestCase):
    def test_killed_in_the_middle_of_a_commit(self) -> None:
        """A process is killed after writing its revision and before it commits: the job is as it was, and goes on."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "kill.db"
            store = Store(path)
            store.add_gear(SHELF, on_shelf=True)
            job = store.create(CHAPEL, "wil")
            script = f"""
                import os, signal
                from oval_room.store import store as module
                from oval_room.core.projection.commands import PutProjector
                store = module.Store({str(path)!r})
                real = module.Revisions.add
                def dying(self, *args, **kwargs):
                    real(self, *args, **kwargs)
                    os.kill(os.getpid(), signal.SIGKILL)
                module.Revisions.add = dying
                store.commit({job!r}, 1, PutProjector(id="j1", y=3700.0), "wil")
            """
            done = subprocess.run(
                [sys.executable, "-c", textwrap.dedent(script)], capture_output=True, env=dict(os.environ)
            )
            self.assertEqual(done.returncode, -signal.SIGKILL, done.stderr)
            again = Store(path)
            self.assertEqual((again.head(job).revision, again.head(job).plan, again.check()), (1, CHAPEL, []))
            self.assertEqual(again.commit(job, 1, PutProjector(id="j1", y=3700.0), "wil").head.revision, 2)

    def test_an_older_database_is_copied_then_brought_up_to_date(self) -> None:
        from unittest import mock

        from oval_room.store import migrations
        from oval_room.store import opened as module

        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "old.db"
            store = Store(path)
            store.add_gear(SHELF, on_shelf=True)
            job = store.create(CHAPEL, "wil")
            store.close()
            more = (*MIGRATIONS, lambda database: database.execute_sql("CREATE TABLE later (id INTEGER)"))
            with mock.patch.object(migrations, "MIGRATIONS", more), mock.patch.object(module, "MIGRATIONS", more):
                newer = Store(path)
                self.assertEqual(newer.head(job).plan, CHAPEL)
            copy = Path(f"{path}.before-{len(more)}")
            self.assertTrue(copy.exists())
            with self.assertRaises(StoreError) as caught:
                Store(path)  # this program is older than the file now
            self.assertIn("newer", str(caught.exception))
            self.assertEqual(Store(copy).head(job).plan, CHAPEL)

    def test_a_file_that_is_no_database(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "not.db"
            path.write_text("this is a shopping list, not a database, and long enough to be looked at" * 20)
            with self.assertRaises(StoreError):
                Store(path)
