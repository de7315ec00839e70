"""A database damaged at random, by pages, bits and rows: whatever can still be read is brought over, what is lost is named,
and nothing ends in a trace.

What can still be read is found here in a second way: a job's revision whose rows, down to its last whole document, stand in
the damaged file as they stood in the sound one.
"""

from __future__ import annotations

import contextlib
import io
import os
import random
import sqlite3
import tempfile
import unittest
from collections.abc import Iterator
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Any, Final

from oval_room.cli import main
from oval_room.core.screens.commands import PutPicture
from oval_room.demo.jobs import attic_desk, boat_shed_den, chapel_flat
from oval_room.demo.shop import WHOLE
from oval_room.standins.practice import SLIPS, new_practice
from oval_room.store.records import Pin, StoreError, TruthRow
from oval_room.store.rescue import rescue
from oval_room.store.store import Store

MANY: Final = 200 if os.environ.get("OVAL_ROOM_EXPLORE") else 60
Rows = dict[str, dict[int, tuple[Any, ...]]]


def rows_of(path: Path) -> Rows:
    """Every row that can be read, by table and row number."""
    out: Rows = {}
    with contextlib.closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as raw:
        raw.text_factory = bytes
        for table in ("job", "revision", "gear"):
            out[table] = {}
            for rowid in range(1, 400):
                with contextlib.suppress(sqlite3.DatabaseError):
                    found = raw.execute(f"SELECT * FROM {table} WHERE rowid = ?", (rowid,)).fetchone()
                    if found is not None:
                        out[table][rowid] = found
    return out


class Damages(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)
        store = Store(cls.folder / "made.db")
        made = new_practice(7, "ell", chapel_flat().writing)
        true = TruthRow(made.true.seed, made.true.hidden, made.true.pitch, made.true.first, SLIPS)
        used = chapel_flat().gear_used() | boat_shed_den().gear_used() | attic_desk().gear_used()
        store.add_gear({key: WHOLE[key] for key in sorted(used)}, on_shelf=True)
        plans = (chapel_flat(), boat_shed_den(), attic_desk(), made.sketch)
        cls.names = {}
        for plan in plans:
            job = store.create(plan, "wil", truth=true if plan is made.sketch else None, archived=plan is plans[2])
            cls.names[job] = plan.name
            for n in range(6):
                if plan.chosen.pictures:
                    store.commit(job, n + 1, PutPicture(id="p1", bottom=500.0 + n), "wil")
            store.attach(job, Pin("job", "a note", "wil", photo=(b"\xff\xd8" + bytes(9000), 40, 30)))
        store.backup(cls.folder / "sound.db")
        store.close()
        cls.sound = (cls.folder / "sound.db").read_bytes()
        cls.rows = rows_of(cls.folder / "sound.db")
        with contextlib.closing(sqlite3.connect(cls.folder / "sound.db")) as raw:
            cls.columns = [(table, row[1]) for table in ("job", "revision", "gear", "attachment", "truth")
                           for row in raw.execute(f"PRAGMA table_info({table})")]  # fmt: skip

    def damaged(self, chance: random.Random, path: Path) -> str:
        """Damage a copy, and say how."""
        content, pages = bytearray(self.sound), len(self.sound) // 4096
        kind = chance.choice(("bits", "page", "pages", "swapped", "noise", "short", "row", "row", "gone"))
        path.write_bytes(content)
        if kind in ("row", "gone"):
            table, column = chance.choice(self.columns)
            with contextlib.closing(sqlite3.connect(path)) as raw, raw:
                rowid = chance.choice([row[0] for row in raw.execute(f"SELECT rowid FROM {table}")])
                value = chance.choice((b"\xff\xfe", "x", -3, 2**40, "", "[[1]]"))
                with contextlib.suppress(sqlite3.IntegrityError):
                    if kind == "gone":
                        raw.execute(f"DELETE FROM {table} WHERE rowid = ?", (rowid,))
                    else:
                        raw.execute(f"UPDATE {table} SET {column} = ? WHERE rowid = ?", (value, rowid))
            return f"{kind} {table}.{column} {value!r}"
        if kind == "bits":
            for _ in range(chance.randint(1, 6)):
                content[chance.randrange(100, len(content))] ^= 1 << chance.randrange(8)
        elif kind in ("page", "pages"):
            for _ in range(1 if kind == "page" else 4):
                at = chance.randrange(1, pages) * 4096
                content[at : at + 4096] = bytes((chance.choice((0, 165)),)) * 4096
        elif kind == "swapped":
            one, other = (chance.randrange(1, pages) * 4096 for _ in range(2))
            content[one : one + 4096], content[other : other + 4096] = (
                content[other : other + 4096],
                content[one : one + 4096],
            )
        elif kind == "noise":
            at = chance.randrange(100, len(content) - 600)
            content[at : at + 500] = chance.randbytes(500)
        else:
            del content[chance.randrange(4096, len(content)) :]
        path.write_bytes(content)
        return kind

    def readable(self, path: Path) -> Iterator[tuple[str, int, bool]]:
        """Jobs with the newest revision that stands in the damaged file as it stood, and whether all gear does too."""
        try:
            now = rows_of(path)
        except sqlite3.DatabaseError:
            return
        gear = now["gear"] == self.rows["gear"]
        for job in self.names:
            mine = {row[2]: (rowid, row) for rowid, row in self.rows["revision"].items() if row[1] == job.encode()}
            for number in sorted(mine, reverse=True):
                if all(now["revision"].get(mine[n][0]) == mine[n][1] for n in range(1, number + 1)):
                    yield job, number, gear
                    break

    def test_what_can_be_read_is_brought_over_and_what_is_lost_is_named(self) -> None:
        brought = whole = 0
        for number in range(MANY):
            chance, path = random.Random(number), self.folder / f"{number}.db"
            how = self.damaged(chance, path)
            with self.subTest(number=number, how=how):
                target = self.folder / f"{number}-new.db"
                wanted = {job: (n, gear) for job, n, gear in self.readable(path)}
                try:
                    told = rescue(path, target)
                except StoreError as error:
                    self.assertEqual(wanted, {}, str(error))
                    self.assertFalse(target.exists())
                    continue
                store = Store(target)
                self.assertEqual(store.check(), [])
                rows = [row for old in (False, True) for row in store.list_jobs(archived=old)[0]]
                plans = [store.head(row.id).plan for row in rows]
                sound = Store(self.folder / "sound.db")
                for job, (n, gear) in wanted.items():
                    newer = [sound.plan_at(job, m) for m in range(n, sound.row(job).head + 1)]
                    plan = newer[0]
                    if gear:
                        self.assertTrue(any(one in plans for one in newer), plan.name)
                    self.assertTrue(any(plan.name in line or job in line for line in told.jobs), told)
                    brought += 1
                said = " ".join((*told.jobs, *told.lost))
                lost = len(self.names) - len(rows)
                if lost or set(store.gear()) != set(sound.gear()):
                    self.assertRegex(
                        said, "can't be|nobody knows|choose them again| of 7|" + "|".join(sorted(self.names.values()))
                    )
                whole += len(rows) == len(self.names)
                store.close()
                self.assertEqual([one.name for one in self.folder.glob(f"{number}-new.db.*")], [])
            self.by_command(path, f"{number}-again.db")
        self.assertGreater(brought, MANY * 2)  # it is no test where nothing can be read
        self.assertGreater(whole, MANY // 3)

    def by_command(self, path: Path, name: str) -> None:
        """check and rescue say what is wrong in sentences."""
        for command in (["check", "--data", str(path)], ["rescue", str(path), "--to", str(self.folder / name)]):
            said = io.StringIO()
            with redirect_stderr(said), redirect_stdout(said), contextlib.suppress(SystemExit):
                main(command)
            self.assertNotIn("Traceback", said.getvalue())
            self.assertTrue(said.getvalue().strip())

    def test_what_is_no_database_is_no_rescue(self) -> None:
        for name, content in (("a.db", b""), ("b.db", b"a shopping list " * 400), ("c.db", None)):
            path = self.folder / name
            if content is None:
                with contextlib.closing(sqlite3.connect(path)) as raw:
                    raw.execute("CREATE TABLE shopping (item TEXT)")
            else:
                path.write_bytes(content)
            with self.subTest(name), self.assertRaises(SystemExit) as ended, redirect_stderr(io.StringIO()) as said:
                main(["rescue", str(path), "--to", str(self.folder / f"new-{name}")])
            self.assertEqual(ended.exception.code, 2)
            self.assertIn("database", said.getvalue())
            self.assertFalse((self.folder / f"new-{name}").exists())

    def test_the_archive_and_practice_come_along(self) -> None:
        rescue(self.folder / "sound.db", self.folder / "all.db")
        store = Store(self.folder / "all.db")
        (old,) = store.list_jobs(archived=True)[0]
        self.assertEqual(old.name, attic_desk().name)
        (practised,) = store.practised()
        truth = store.truth(practised)
        assert truth is not None and truth.hidden is not None
        self.assertEqual(len(store.attachments(practised)), 1)


if __name__ == "__main__":
    unittest.main()
