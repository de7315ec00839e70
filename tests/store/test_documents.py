"""How plans are kept: whatever was done to a job, a store that is opened anew reads every revision as it was."""

from __future__ import annotations

import contextlib
import itertools
import sqlite3
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.store.records import BrokenError, ClashError
from oval_room.store.store import Store
from tests.core.making import COMMANDS

CHAPEL = chapel_flat()


class Kept(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "kept.db"
        self.store = Store(self.path)
        self.store.add_gear(SHELF, on_shelf=True)

    def cold(self, job: str) -> list[str]:
        """Every revision as a store reads it that has kept none of them, as text: order counts."""
        store = Store(self.path)
        return [store.plan_at(job, n).model_dump_json() for n in range(1, store.row(job).head + 1)]

    @settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(st.one_of(COMMANDS, st.sampled_from(("undo", "redo", "back"))), min_size=1, max_size=9))
    @example([PutPicture(id="p1", yaw=-0.0)])
    def test_read_back_as_it_was(self, moves: list[Command | str]) -> None:
        job = self.store.create(CHAPEL, "wil")
        plans: list[Plan] = [CHAPEL]
        for move in moves:
            with contextlib.suppress(RefusedError, MissingError, ClashError):
                if isinstance(move, Command):
                    done = self.store.commit(job, len(plans), move, "wil")
                elif move == "back":
                    done = self.store.jump(job, 1, "wil")
                else:
                    done = self.store.redo(job, "wil") if move == "redo" else self.store.undo(job, "wil")
                plans += [done.head.plan] * (done.head.revision - len(plans))
        self.assertEqual(self.cold(job), [plan.model_dump_json() for plan in plans])
        for before, after in itertools.pairwise(plans):
            self.assertTrue(before.readings.items() <= after.readings.items())  # the log only grows

    def test_a_long_history_costs_what_it_changes(self) -> None:
        job = self.store.create(CHAPEL, "wil")
        for n in range(120):
            self.store.commit(job, n + 1, PutSeat(id="s1", x=Typed(value=1000 + n)), "wil")
        with contextlib.closing(sqlite3.connect(self.path)) as raw:
            rows = raw.execute("SELECT base IS NULL, LENGTH(document) FROM revision").fetchall()
        self.assertLess(sum(full for full, _ in rows), 12)
        self.assertLess(sum(size for _, size in rows) / len(rows), 400)
        self.assertEqual(self.cold(job)[-1], self.store.head(job).plan.model_dump_json())

    def test_tidy_leaves_a_damaged_job_and_goes_on(self) -> None:
        jobs = [self.store.create(CHAPEL, "wil") for _ in range(3)]
        for job in jobs:
            for n in range(12):
                self.store.commit(job, n + 1, PutPicture(id="p1", bottom=500.0 + n), "wil")
        with contextlib.closing(sqlite3.connect(self.path)) as raw, raw:
            raw.execute("UPDATE revision SET touched = 'x' WHERE job_id = ? AND number > 2", (jobs[1],))
        again = Store(self.path)
        self.assertEqual(again.tidy(days=0), 2 * 11)
        self.assertEqual(
            [again.head(job).plan.chosen.pictures["p1"].bottom for job in (jobs[0], jobs[2])], [511.0, 511.0]
        )

    def test_the_order_of_a_table_that_is_laid_down_anew_is_kept(self) -> None:
        """Nothing comes or goes and its entries stand in another order: a process that reads it has that order too."""
        scheme = CHAPEL.chosen
        turned = scheme.model_copy(update={"pictures": dict(reversed(scheme.pictures.items()))})
        other = CHAPEL.model_copy(update={"schemes": {"v1": turned}, "client": "another"})
        job = self.store.create(CHAPEL, "wil")
        with mock.patch("oval_room.store.revisions.apply", lambda *_: other):
            self.store.commit(job, 1, PutPicture(id="p1"), "wil")
        self.assertEqual(self.cold(job)[-1], other.model_dump_json())
        self.assertEqual(list(Store(self.path).head(job).plan.chosen.pictures), ["p2", "p1"])

    def test_undo_goes_back_through_a_long_history(self) -> None:
        job = self.store.create(CHAPEL, "wil")
        for n in range(60):
            self.store.commit(job, n + 1, PutPicture(id="p1", bottom=500.0 + n), "wil")
        for _ in range(60):
            self.store.undo(job, "wil")
        self.assertEqual(self.store.head(job).plan, CHAPEL)
        for _ in range(60):
            self.store.redo(job, "wil")
        self.assertEqual(self.store.head(job).plan.chosen.pictures["p1"].bottom, 559.0)
        self.assertEqual(self.store.undoable(job, "wil")[1], None)

    def test_going_back_over_what_another_changed_is_asked(self) -> None:
        job = self.store.create(CHAPEL, "wil")
        self.store.commit(job, 1, PutPicture(id="p1", bottom=500.0), "wil")
        self.store.commit(job, 2, PutPicture(id="p1", bottom=700.0), "ada")
        with self.assertRaises(ClashError) as caught:
            self.store.jump(job, 1, "wil", base=2)
        self.assertEqual(caught.exception.by, "ada")
        self.assertEqual(self.store.head(job).plan.chosen.pictures["p1"].bottom, 700.0)
        self.store.jump(job, 1, "wil", base=3)
        self.assertEqual(self.store.head(job).plan, CHAPEL)

    def test_what_does_not_prove_is_not_kept(self) -> None:
        job = self.store.create(CHAPEL, "wil")

        def prove(plan: Plan) -> None:
            raise RefusedError("can't be drawn")

        with self.assertRaises(RefusedError):
            self.store.commit(job, 1, PutPicture(id="p1", bottom=500.0), "wil", prove=prove)
        self.assertEqual(self.store.row(job).head, 1)

    def test_a_head_that_can_not_be_read_has_a_way_back(self) -> None:
        job = self.store.create(CHAPEL, "wil")
        other = self.store.create(CHAPEL, "wil")
        self.store.commit(job, 1, PutPicture(id="p1", bottom=500.0), "wil")
        with contextlib.closing(sqlite3.connect(self.path)) as raw, raw:
            worse = '[["survey.room.width.value", 0, -900000]]'
            raw.execute("UPDATE revision SET touched = ? WHERE number = 2", (worse,))
        again = Store(self.path)
        with self.assertRaises(BrokenError):
            again.head(job)
        self.assertTrue(any(job in line and "can't be shown" in line for line in again.check()))
        self.assertFalse(any(other in line for line in again.check()))
        self.assertEqual(again.jump(job, 1, "wil").head.plan, CHAPEL)
        self.assertEqual(Store(self.path).head(job).plan, CHAPEL)
        (told,) = again.check()  # the revision between is still damaged, and it is all that is
        self.assertIn("revision 2 is not as it was kept", told)

    def test_tidy_thins_what_nobody_named(self) -> None:
        job = self.store.create(CHAPEL, "wil")
        for n in range(30):
            self.store.commit(job, n + 1, PutPicture(id="p1", bottom=500.0 + n), "wil")
        self.store.name_revision(job, 11, "as sold")
        whole = self.cold(job)
        self.assertEqual(self.store.tidy(days=1), 0)  # nothing is that old
        self.assertEqual(self.store.tidy(days=0), 28)
        again = Store(self.path)
        left = [row.number for row in again.history(job)]
        self.assertEqual(left, [31, 11, 1])
        self.assertEqual([again.plan_at(job, n).model_dump_json() for n in left], [whole[n - 1] for n in left])
        self.assertEqual(again.check(), [])
        again.commit(job, 31, several(PutPicture(id="p1", bottom=900.0)), "wil")
        again.undo(job, "wil")
        self.assertEqual(again.head(job).plan.chosen.pictures["p1"].bottom, 529.0)
        with self.assertRaises(RefusedError):
            again.commit(job, 5, PutPicture(id="p1", bottom=1.0), "wil")  # that page is older than what is kept


if __name__ == "__main__":
    unittest.main()
