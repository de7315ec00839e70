"""What was written is read back by another process: names nobody sees, stages settled twice, damaged rows and the way
back from them, what is brought in whole or not at all."""

from __future__ import annotations

import contextlib
import io
import json
import re
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any
from unittest import mock
from urllib.parse import quote

from oval_room.cli import main
from oval_room.core.apply import apply
from oval_room.core.commands import Several, several
from oval_room.core.parts import STAGES
from oval_room.core.plan.gear import hash_of
from oval_room.core.plan.measure import NAMELESS, chosen, fresh_ids, plain, shown
from oval_room.core.renewed import renewed
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.tape.phrase import Heard
from oval_room.core.words import names_of
from oval_room.demo.gear import SHELF
from oval_room.store.attachments import Attachments
from oval_room.store.records import Pin, StoreError
from oval_room.store.seals import REVISION, seal
from oval_room.store.store import Store
from oval_room.web.app import create_app
from oval_room.web.bench import Bench
from oval_room.web.settings import Settings
from tests.web.serving import HTML, TestClient
from tests.web.test_unbroken import job_file
from tests.web.two import PAGES, TwoCase

UNSEEN = (
    "\u202e",
    "\u202e\u202d \u2066",
    "\x00",
    "\x07\x1b",
    "\u200b",
    "\u200d\u200c",
    "\ufeff",
    "\u2028",
    "\u3164",
    "\u0301",
    " ",
    "\u00ad\u2060",
)
"""Names that nobody would see anything of."""


class Adding(TwoCase):
    def test_two_who_add_at_once_both_have_what_they_added(self) -> None:
        """Both on the revision they saw, in two processes; what each added is there, under an id of its own."""
        job, benches = self.copy_of(self.chapel), [Bench(self.store), Bench(Store(self.store.path))]
        said = {
            "seat": ("row 3 18 ft", "row 4 19 ft"),
            "opening": ("window w2 at 3 ft, 4 ft x 3 ft sill 2 ft", "window w4 at 3 ft, 4 ft x 3 ft sill 2 ft"),
            "outlet": ("outlet w2 at 3 ft up 1 ft", "outlet w2 at 5 ft up 1 ft"),
            "picture": ("another tv 43", "another tv 50"),
            "cable": ("device Kestrel", "device Nine"),
        }
        for kind, lines in said.items():
            with self.subTest(kind):
                head = self.store.head(job)
                before = {key for _, listed in head.plan.lists for key in listed}
                with fresh_ids():  # each process hears its own line before the other has done anything
                    heard = [
                        bench.hear(head, line, Subject("p1"), "tester")
                        for bench, line in zip(benches, lines, strict=True)
                    ]
                for one in heard:
                    assert isinstance(one, Heard), one
                    sent = {"command": one.command.model_dump(mode="json", exclude_none=True), "base": head.revision}
                    answer = self.post(f"/jobs/{job}/commits", sent)
                    self.assertEqual(answer.status_code, 200, (one.say, answer.text[:200]))
                plan = Store(self.store.path).head(job).plan
                added = {key for _, listed in plan.lists for key in listed} - before
                self.assertGreaterEqual(len(added), 2, kind)

    def test_an_id_is_a_name_to_nobody(self) -> None:
        """What is added through the server is numbered as people count: no page tells its id."""
        job = self.copy_of(self.bedroom)
        for line in (
            "another tv 43",
            "another tv 50",
            "stud w2 600 mm pilot",
            "stud w2 1000 mm pilot",
            "hang shelf w3 at 300, 800 x 200 x 250 up 1400",
            "hang shelf w4 at 300, 800 x 200 x 250 up 1400",
            "window w2 at 2000, 600 x 900 sill 900",
            "device Kestrel",
            "row 2 3 m",
        ):
            self.assertEqual(self.say(job, line, stage="picture").status_code, 200, line)
        plan = self.store.head(job).plan
        self.assertLessEqual({"TV 2", "TV 3", "shelf", "shelf 2"}, {str(name) for name in names_of(plan).values()})
        added = {key[-6:] for _, listed in plan.lists for key in listed if len(key) > 6}
        self.assertGreater(len(added), 8)
        for page in (*STAGES, *PAGES):
            answer = self.client.get(f"/jobs/{job}/{page}", headers=HTML)
            if "html" in answer.headers["content-type"]:
                seen = re.sub(r"<[^>]+>", " ", answer.text)
                self.assertEqual([one for one in added if one in seen], [], page)
        base = self.store.row(job).head
        asked = self.post(f"/jobs/{job}/heard", {"line": "drop find", "base": base, "stage": "survey", "view": {}})
        told = asked.json()["options"]
        self.assertIn("drop find 2", told)
        self.assertEqual(self.say(job, "drop find 2", stage="survey").status_code, 200)

    def test_two_who_say_the_same_add_two_things(self) -> None:
        head, bench = self.store.head(self.chapel), Bench(self.store)
        with fresh_ids():
            heard = [bench.hear(head, "another tv 43", Subject("p1"), who) for who in ("Ada", "Ben", "Ada")]
        commands = [one.command for one in heard if isinstance(one, Heard)]
        self.assertEqual(len(commands), 3)
        self.assertNotEqual(commands[0], commands[1])

    def test_a_cure_that_adds_takes_ids_of_its_own(self) -> None:
        """What a report offers to add is called alike in every process; taken, it is nobody else's."""
        plan = apply(self.store.head(self.chapel).plan, PutThing(id="t77", x_from=0, y_from=0, x_to=9, y_to=9), SHELF)
        command = several(PutSeat(id="s99", x=chosen(900.0), y=chosen(2000.0)), PutThing(id="t77", z_to=700.0))
        with fresh_ids():
            made = [renewed(command, plan, SHELF) for _ in range(2)]
        seats = [step.id for one in made if isinstance(one, Several) for step in one.steps if isinstance(step, PutSeat)]
        self.assertEqual(len({"s99", *seats}), 3)
        for one in made:
            self.assertEqual(apply(plan, one, SHELF).survey.things["t77"].z_to, 700.0)


class Names(TwoCase):
    def test_what_nobody_sees_is_no_name(self) -> None:
        """Through every way that a name comes in: it is refused in words or cleaned, never kept so that it can't be
        read again."""
        job = self.copy_of(self.chapel)
        file = self.client.get(f"/jobs/{job}/export").content
        before = {row.id for row in self.store.list_jobs(limit=200)[0]}
        for name in UNSEEN:
            with self.subTest(name=name.encode("unicode_escape").decode()):
                made = self.client.post("/jobs", data={"token": self.token, "name": name, "units": "mm"}, headers=HTML)
                self.assertEqual(made.status_code, 422)
                self.assertIn("Type a name for the job", made.text)
                for line in (f"name {name}", f"scheme {name}", f"gear tv A {name}: 55\", 1228 x 708 x 45 mm",
                             f"gear tv {name}: 55\", 1228 x 708 x 45 mm", f"thing {name} 400 x 300 at 2 m", f"note {name}"):  # fmt: skip
                    self.assertIn(self.say(job, line).status_code, (200, 422), line)
                brought = {"file": ("a.ovalroom", job_file(file, name=name))}
                self.assertEqual(
                    self.client.post("/import", data={"token": self.token}, files=brought, headers=HTML).status_code,
                    422,
                )
                self.client.post(f"/jobs/{job}/history/1/name", data={"token": self.token, "name": f"a{name}b"})
                self.client.cookies.set("author", quote(f"W{name}il"))
                self.assertEqual(self.say(job, f"client: B{name}C").status_code, 200)
                noted = {"about": "job", "text": f"x{name}y"}
                self.client.post(f"/jobs/{job}/attach", data=noted, headers={"x-oval-token": self.token})
                self.assertEqual(
                    self.client.post(
                        f"/jobs/{job}/attach", data={"text": name}, headers={"x-oval-token": self.token}
                    ).status_code,
                    422,
                )
        self.client.cookies.delete("author")
        self.assertEqual({row.id for row in self.store.list_jobs(limit=200)[0]}, before)
        fresh = Store(Path(self.store.path))
        kept = [*(row.name for row in fresh.history(job)), *(row.author for row in fresh.history(job)),
                *(row.label for row in fresh.history(job)), *(one.text for one in fresh.attachments(job))]  # fmt: skip
        for text in kept:
            self.assertTrue(text == "" or (shown(text) and plain(text) == text), repr(text))
        self.assert_opens(job)
        self.assertEqual(fresh.check(), [])

    def test_gear_files_too(self) -> None:
        """The shelf's own files with a model that nobody sees: refused as files, and nothing of them is on the shelf."""
        before = set(Store(Path(self.store.path)).gear())
        for name in ("gear.csv", "gear.json"):
            whole = self.client.get(f"/{name}").text
            for unseen in UNSEEN[3:8]:
                if name == "gear.csv":
                    content = whole.replace(",Ember 55,", f",{unseen},")
                else:
                    content = whole.replace('"Ember 55"', json.dumps(unseen))
                self.assertNotEqual(content, whole)
                files = {"file": (name, content.encode())}
                answer = self.client.post("/gear/files", data={"token": self.token}, files=files, headers=HTML)
                self.assertEqual(answer.status_code, 422, (name, unseen))
                self.assertIn("was not taken in", answer.text)
        self.assertEqual(self.other.get("/gear", headers=HTML).status_code, 200)
        self.assertEqual(set(Store(Path(self.store.path)).gear()), before)

    def test_a_database_that_one_name_had_killed_opens(self) -> None:
        """A file as an earlier version left it, with a nameless item on the shelf and one cut short: the rest is there."""
        path = Path(tempfile.mkdtemp()) / "killed.db"
        self.addCleanup(shutil.rmtree, path.parent)
        self.store.backup(path)
        with contextlib.closing(sqlite3.connect(path)) as raw, raw:
            raw.execute("PRAGMA foreign_keys = OFF")
            key, document = raw.execute(
                'SELECT hash, document FROM gear WHERE document LIKE \'%"kind":"panel"%\''
            ).fetchone()
            nameless = json.loads(document) | {"model": ""}
            raw.execute("INSERT INTO gear VALUES (?, ?, 1)", (hash_of(nameless), json.dumps(nameless)))
            raw.execute("INSERT INTO gear VALUES ('g0123456789abcdef', '{\"kind\": \"pa', 1)")
        store = Store(path)
        self.assertIn(key, store.gear())
        self.assertEqual(store.gear()[hash_of(nameless)].model, NAMELESS)
        told = store.check()
        self.assertEqual([line for line in told if "g0123456789abcdef" not in line], [])
        client = TestClient(create_app(store, Settings()), base_url="http://127.0.0.1", raise_server_exceptions=False)
        for address in ("/", "/gear", f"/jobs/{self.chapel}/throw"):
            self.assertEqual(client.get(address, headers=HTML).status_code, 200, address)


class Settled(TwoCase):
    def post_body(self, client: Any, job: str, what: str, **more: Any) -> Any:
        page = client.get(f"/jobs/{job}/picture", headers=HTML).text
        token = page.split('name="token" content="')[1].split('"')[0]
        body = {"base": Store(Path(self.store.path)).row(job).head, "stage": "picture", "view": {}} | more
        return client.post(f"/jobs/{job}/{what}", json=body, headers={"x-oval-token": token})

    def test_settled_again_undone_and_done_again(self) -> None:
        """Each step by one process, read by the other; at last everything undone is the first document."""
        job = self.copy_of(self.bedroom)
        first = self.store.head(job).plan
        steps: tuple[tuple[str, dict[str, Any]], ...] = (
            ("settle", {"settle": "picture"}), ("settle", {"settle": "picture"}), ("say", {"line": "seat 2.9 m"}),
            ("settle", {"settle": "picture"}), ("settle", {"settle": "picture", "open": True}), ("step", {}),
            ("step", {}), ("step", {"redo": True}), ("settle", {"settle": "brief"}), ("settle", {"settle": "picture"}),
        )  # fmt: skip
        for n, (what, more) in enumerate(steps):
            client = (self.client, self.other)[n % 2]
            answer = self.post_body(client, job, what, **more)
            self.assertEqual(answer.status_code, 200, (n, what, answer.text[:200]))
            cold = Store(Path(self.store.path))
            self.assertEqual(cold.head(job).plan, client.app.state.store.head(job).plan, (n, what))
            for number in range(1, cold.row(job).head + 1):
                cold.plan_at(job, number)
        self.assert_opens(job)
        while self.post_body(self.other, job, "step").status_code == 200:
            pass
        last = Store(Path(self.store.path)).head(job).plan
        self.assertEqual(last.model_copy(update={"readings": first.readings}), first)
        self.assertEqual(Store(Path(self.store.path)).check(), [])

    def test_a_job_that_an_earlier_version_settled_twice_is_read(self) -> None:
        """Its row has dotted text for paths, with dots in the last key; it carries no seal."""
        job = self.copy_of(self.bedroom)
        self.post_body(self.client, job, "settle", settle="picture")
        figures = dict(self.store.head(job).plan.choices.settled["picture"].figures)
        key = next(iter(figures))
        changed = [
            [f"choices.settled.picture.figures.{key}", figures[key], 7.5],
            ["choices.settled.picture.figures.a.b.c", None, 1.0],
        ]
        with contextlib.closing(sqlite3.connect(self.store.path)) as raw, raw:
            raw.row_factory = sqlite3.Row
            row = dict(raw.execute("SELECT * FROM revision WHERE job_id = ? AND number = 2", (job,)).fetchone())
            row |= {
                "number": 3,
                "base": 2,
                "document": b"",
                "touched": json.dumps(changed),
                "seal": None,
                "key": None,
                "id": None,
            }
            raw.execute(
                f"INSERT INTO revision ({', '.join(row)}) VALUES ({', '.join('?' * len(row))})", tuple(row.values())
            )
            raw.execute("UPDATE job SET head = 3 WHERE id = ?", (job,))
        plan = Store(Path(self.store.path)).head(job).plan
        self.assertEqual(plan.choices.settled["picture"].figures, figures | {key: 7.5, "a.b.c": 1.0})
        self.assert_opens(job)

    def test_what_does_not_read_back_is_not_kept(self) -> None:
        """A disk that keeps something else than it was given is found before the answer."""
        job = self.copy_of(self.bedroom)
        create = self.store._db.tables["revision"].create

        def spoilt(**row: Any) -> Any:
            return create(**row | {"touched": row["touched"].replace("2.9", "3.9").replace("2900", "3900")})

        with mock.patch.object(self.store._db.tables["revision"], "create", spoilt):
            answer = self.post_body(self.client, job, "say", line="seat 2.9 m")
        self.assertEqual(answer.status_code, 503)
        self.assertIn("could not be read back", answer.json()["say"])
        self.assertEqual(Store(Path(self.store.path)).row(job).head, 1)
        self.assertEqual(self.post_body(self.client, job, "say", line="seat 2.9 m").status_code, 200)


class Damaged(TwoCase):
    def spoil(self, statement: str, *values: object) -> None:
        with contextlib.closing(sqlite3.connect(self.store.path)) as raw, raw:
            raw.execute("PRAGMA foreign_keys = OFF")
            self.assertGreater(raw.execute(statement, values).rowcount, 0, statement)

    def test_the_way_back_from_the_page_for_every_earlier_revision(self) -> None:
        for damage in (
            "touched = '[[\"survey\", 1]]'",
            "document = x'00ff'",
            "touched = 'x'",
            "base = 77",
            "touched = replace(touched, '5', '6')",
        ):
            job = self.copy_of(self.den)
            for n in range(4):
                self.say(job, f"seat {3000 + 500 * n} mm", stage="survey")
            plans = {n: self.store.plan_at(job, n) for n in (1, 2, 3, 4)}
            self.spoil(f"UPDATE revision SET {damage} WHERE job_id = ? AND number = 5", job)
            for number in (4, 3, 2, 1):
                with self.subTest(damage=damage, number=number):
                    fresh = self.another()
                    opened = fresh.get(f"/jobs/{job}", headers=HTML)
                    self.assertIn(
                        "This job can’t be shown as it is now".replace("’", "'"), opened.text.replace("&#39;", "'")
                    )
                    self.assertIn(f"history/{number}/back", opened.text)
                    token = opened.text.split('name="token" content="')[1].split('"')[0]
                    form = {"token": token, "base": "5"}
                    back = fresh.post(f"/jobs/{job}/history/{number}/back", data=form, headers=HTML)
                    self.assertEqual(back.status_code, 303, back.text[-900:])
                    self.assertEqual(Store(Path(self.store.path)).head(job).plan, plans[number])
                    self.assertEqual(self.another().get(f"/jobs/{job}/survey", headers=HTML).status_code, 200)
                    self.spoil("UPDATE job SET head = 5 WHERE id = ?", job)  # and once more, from the damaged point
                    self.spoil("DELETE FROM revision WHERE job_id = ? AND number > 5", job)
            back = self.other_post(f"/jobs/{job}/history/3/back", base="5")
            self.assertEqual(back.status_code, 303)
            self.assert_opens(job)

    def test_a_damaged_row_costs_one_item_or_one_job(self) -> None:
        """Every column of every table spoilt in turn, in the rows of one job or one item: every page of the others is
        as it was, none of its own is a fault, and check names what is wrong."""
        job = self.copy_of(self.loft)
        self.say(job, "seat 3500 mm", stage="survey")
        self.store.attach(job, Pin("job", "a note", "wil"))
        mine = {
            "job": ("id", job),
            "revision": ("job_id", job),
            "attachment": ("job_id", job),
            "job_gear": ("job_id", job),
        }
        clean = Path(tempfile.mkdtemp()) / "clean.db"
        self.addCleanup(shutil.rmtree, clean.parent)
        self.store.backup(clean)
        with contextlib.closing(sqlite3.connect(clean)) as raw:
            columns = [(table, row[1]) for (table,) in raw.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
                       for row in raw.execute(f"PRAGMA table_info({table})") if (table, row[1]) != ("revision", "id")]  # fmt: skip
            unused = raw.execute(
                "SELECT hash FROM gear WHERE document LIKE '%Tarnbeck Wren%' OR 1 ORDER BY hash DESC"
            ).fetchone()[0]
        for n, (table, column) in enumerate(columns):
            where, value = mine.get(table, ("hash", unused) if table == "gear" else ("rowid", 1))
            spoilt = (b"\xff\xfe\x00", "no such thing", -7)[n % 3]
            path = clean.with_name(f"{n}.db")
            shutil.copyfile(clean, path)
            with contextlib.closing(sqlite3.connect(path)) as raw, raw:
                raw.execute("PRAGMA foreign_keys = OFF")
                try:
                    changed = raw.execute(
                        f"UPDATE {table} SET {column} = ? WHERE {where} = ?", (spoilt, value)
                    ).rowcount
                except sqlite3.IntegrityError:
                    continue
            if not changed:
                continue
            with self.subTest(table=table, column=column, spoilt=spoilt):
                store = Store(path)
                client = self.process_on(store)
                if table in ("setting", "entry", "attempt"):  # what a server reads as it starts
                    client = TestClient(
                        create_app(store, Settings()), base_url="http://127.0.0.1", raise_server_exceptions=False
                    )
                for address in (
                    "/",
                    "/?archived=true",
                    "/gear",
                    "/practice",
                    f"/jobs/{self.chapel}/throw",
                    f"/jobs/{self.chapel}/history",
                ):
                    self.assertEqual(client.get(address, headers=HTML).status_code, 200, address)
                own = self.answers(job, client, ("survey", "fixing", "history", "export"))
                self.assertEqual({page: code for page, code in own.items() if code >= 500}, {})
                if table in ("revision", "gear") or (table, column) in (("job", "name"), ("attachment", "text")):
                    told = store.check()
                    self.assertTrue(
                        told or (table, column) in (("revision", "name"), ("gear", "on_shelf")), (table, column)
                    )
                with self.assertRaises(SystemExit) if store.check() else contextlib.nullcontext():
                    main(["check", "--data", str(path)]) if store.check() else None
                store.close()

    def test_a_digit_that_changed_on_the_disk_is_found(self) -> None:
        job = self.copy_of(self.den)
        self.say(job, "seat 3500 mm", stage="survey")
        self.spoil(
            "UPDATE revision SET touched = replace(touched, '3500', '3600') WHERE job_id = ? AND number = 2", job
        )
        told = Store(Path(self.store.path)).check()
        self.assertTrue(any(job in line and "revision 2" in line for line in told), told)
        answer = self.another().get(f"/jobs/{job}/survey", headers=HTML)
        self.assertIn("can't be shown", answer.text.replace("&#39;", "'"))  # and nobody measures by it

    def test_gear_that_is_lost_is_gone_on_without(self) -> None:
        job = self.copy_of(self.den)
        plan = self.store.head(job).plan
        lost = sorted(plan.gear_used())[0]
        with contextlib.closing(sqlite3.connect(self.store.path)) as raw:
            document = raw.execute("SELECT document FROM gear WHERE hash = ?", (lost,)).fetchone()[0]
        self.addCleanup(self.spoil, "UPDATE gear SET document = ? WHERE hash = ?", document, lost)
        self.spoil("UPDATE gear SET document = replace(document, '\"kind\"', '\"kond\"') WHERE hash = ?", lost)
        fresh = self.another()
        opened = fresh.get(f"/jobs/{job}", headers=HTML)
        self.assertIn("Go on without it", opened.text)
        token = opened.text.split('name="token" content="')[1].split('"')[0]
        self.assertEqual(
            fresh.post(f"/jobs/{job}/history/without-gear", data={"token": token}, headers=HTML).status_code, 303
        )
        after = Store(Path(self.store.path)).head(job).plan
        self.assertNotIn(lost, after.gear_used())
        self.assertEqual(
            {k: p.width for k, p in after.chosen.pictures.items()},
            {k: p.width for k, p in plan.chosen.pictures.items()},
        )
        self.assert_opens(job, self.another())
        self.assertEqual(self.client.get("/gear", headers=HTML).status_code, 200)


class Whole(TwoCase):
    @contextlib.contextmanager
    def a_disk_that_fills(self, after: int) -> Iterator[None]:
        add, count = Attachments._add, [0]

        def full(mine: Attachments, job: str, pin: Pin) -> str:
            count[0] += 1
            if count[0] > after:
                raise StoreError("the disk is full. Make room, then do it again: nothing was changed")
            return add(mine, job, pin)

        with mock.patch.object(Attachments, "_add", full):
            yield

    def test_import_and_copy_are_all_or_nothing(self) -> None:
        job = self.copy_of(self.den)
        for n in range(6):
            self.store.attach(job, Pin("job", f"note {n}", "wil"))
        file = self.client.get(f"/jobs/{job}/export").content
        with zipfile.ZipFile(io.BytesIO(file)) as archive:
            gear = json.loads(archive.read("gear.json"))
        jobs, held = {row.id for row in self.store.list_jobs(limit=200)[0]}, len(self.store.attachments(job))
        fresh = Path(tempfile.mkdtemp()) / "fresh.db"
        self.addCleanup(shutil.rmtree, fresh.parent)
        empty = Store(fresh)
        client = TestClient(
            create_app(empty, Settings()),
            base_url="http://127.0.0.1",
            raise_server_exceptions=False,
            follow_redirects=False,
        )
        token = client.get("/", headers=HTML).text.split('name="token" content="')[1].split('"')[0]
        with self.a_disk_that_fills(3):
            answer = client.post("/import", data={"token": token}, files={"file": ("a.ovalroom", file)}, headers=HTML)
            copied = self.client.post(f"/jobs/{job}/copy", data={"token": self.token}, headers=HTML)
        self.assertEqual((answer.status_code, copied.status_code), (503, 503))
        self.assertIn("nothing was changed", answer.text)
        self.assertEqual((empty.list_jobs()[1], dict(Store(fresh).gear())), (0, {}))
        self.assertEqual({row.id for row in Store(Path(self.store.path)).list_jobs(limit=200)[0]}, jobs)
        answer = client.post("/import", data={"token": token}, files={"file": ("a.ovalroom", file)}, headers=HTML)
        self.assertEqual(answer.status_code, 303)
        (row,) = Store(fresh).list_jobs()[0]
        self.assertEqual(len(Store(fresh).attachments(row.id)), held)
        self.assertEqual(set(Store(fresh).gear()), set(gear))


class Seals(TwoCase):
    def test_every_column_of_a_row_is_under_its_seal(self) -> None:
        row = dict.fromkeys(REVISION, "x") | {"number": 3, "document": b"\x00", "undoes": None}
        marks = {seal("revision", row)}
        for column in REVISION:
            for value in ("y", "", None):
                with self.subTest(column=column, value=value):
                    same = row[column] == value
                    self.assertEqual(seal("revision", row | {column: value}) in marks, same)  # nothing is no empty text
                    marks.add(seal("revision", row | {column: value}))
