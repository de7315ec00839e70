"""The gear shelf: typed on a line and on a card, brought as files, taken off and put back, jobs keeping their editions."""

from __future__ import annotations

import html
import json
import math
import random
import re
from collections import Counter
from typing import Any, get_args
from unittest.mock import patch

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.gear.choosing import side_by_side
from oval_room.core.gear.kinds import kind_of
from oval_room.core.gear.sheet import read_line
from oval_room.core.plan.gear import Panel, Screen, gear_hash
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import demo_jobs
from oval_room.demo.shop import BESIDE, WHOLE
from oval_room.formats.gear_files import COLUMNS, read_gear_file, write_csv, write_json
from oval_room.store.editions import Editions
from oval_room.store.store import Store
from tests.web.serving import HTML, WebCase

FINCH = "gear projector Quillmark Finch: throw 1.2-1.56, shift 50% 20%, 2200 lm, 400 x 330 x 140, 3.8 kg"


class Shelf(WebCase):
    def page(self, address: str = "/gear") -> str:
        answer = self.client.get(address, headers=HTML)
        self.assertEqual(answer.status_code, 200)
        return str(answer.text)

    def card(self, **fields: str) -> Any:
        data = {"token": self.token, **{name.replace("_", " "): value for name, value in fields.items()}}
        return self.client.post("/gear/items", data=data, headers=HTML)

    def test_chosen_by_figures_and_plotted(self) -> None:
        page = self.page("/gear?kind=projector&lumens+from=3000&price+to=6000")
        names = re.findall(r'<a href="/gear/g[0-9a-f]{16}">([^<]+)</a>', page)
        wanted = {
            item.name
            for item in WHOLE.values()
            if item.kind == "projector" and item.rated_lm >= 3000 and (item.price or 9e9) <= 6000
        }
        self.assertEqual({html.unescape(name) for name in names}, wanted)
        self.assertIn("drawing-throws", page)
        self.assertIn("drawing-whites", page)
        self.assertIn("drawing-price-size", self.page("/gear?kind=tv"))
        wrong = self.page("/gear?kind=tv&size+from=big&size+to=70")
        self.assertIn("Give a number for size", wrong)
        self.assertIn('value="big"', wrong)  # nothing typed is lost
        self.assertIn("with the less first", self.page("/gear?kind=tv&size+from=80&size+to=70"))

    def test_what_does_not_say_a_figure_is_left_out_and_counted(self) -> None:
        self.post_line(f"{FINCH}")
        self.assertIn("1 more do not say", self.page("/gear?kind=projector&price+to=99999"))

    def test_side_by_side(self) -> None:
        keys = [key for key, item in WHOLE.items() if item.kind == "panel"][:3]
        page = self.page("/gear/beside?" + "&".join(f"of={key}" for key in keys))
        for key in keys:
            self.assertIn(WHOLE[key].name, page)
        self.assertIn("figures differ", page)
        told = {row[0]: row for row in side_by_side([WHOLE[key] for key in keys])}
        self.assertEqual(page.count('class="differs"'), sum(row[2] for row in told.values()))
        mixed = [keys[0], next(key for key, item in WHOLE.items() if item.kind == "mount")]
        for chosen in (keys[:1], mixed, [], ["g" + "0" * 16, keys[0]], list(WHOLE)[:5]):
            answer = self.client.get("/gear/beside?" + "&".join(f"of={key}" for key in chosen), headers=HTML)
            self.assertEqual(answer.status_code, 422)
            self.assertIn("hoose two to four", answer.text)

    def test_an_items_page_its_editions_and_where_it_is_used(self) -> None:
        slate = next(key for key, item in WHOLE.items() if item.name == "Tarnbeck Slate 65")
        page = self.page(f"/gear/{slate}")
        while "open this page again" in page:  # looking through every job takes as long as it takes
            page = self.page(f"/gear/{slate}")
        self.assertIn(">Chapel flat</a>", page)
        self.assertNotIn(">Loft cinema</a>", page)
        self.post_line('gear tv Tarnbeck Slate 65: 65", vesa 400 x 300, bolts 312, 23 kg')
        page = self.page(f"/gear/{slate}")
        self.assertIn("taken off the shelf", page)
        self.assertIn("bolts 308 mm → 312 mm", page)
        newest = next(key for key, item in self.store.gear().offered.items() if item.name == "Tarnbeck Slate 65")
        self.assertIn("in another edition", self.page(f"/gear/{newest}"))
        self.assertIn("newer data on the shelf", self.page(f"/jobs/{self.chapel}/picture"))
        job = self.copy_of(self.chapel)
        self.assertIn("Chapel flat, copy", self.page(f"/gear/{slate}"))
        self.say(job, "tv Tarnbeck Slate 75")
        self.assertEqual(self.client.get("/gear/g" + "0" * 16, headers=HTML).status_code, 404)
        self.assertIn('value="Tarnbeck Slate 65 copy"', self.page(f"/gear?like={newest}&copy=1"))

    def post_line(self, line: str) -> None:
        """What a line of the tape puts on the shelf."""
        self.assertEqual(self.say(self.copy_of(self.den), line).json()["kind"], "done")

    def test_typed_on_the_line_and_used_at_once(self) -> None:
        job = self.copy_of(self.loft)
        heard = self.post(f"/jobs/{job}/heard", {"line": FINCH, "base": 1, "stage": "throw", "view": {}}).json()
        self.assertEqual(heard["kind"], "told")
        self.assertIn("throw 1.2-1.56", heard["say"])
        self.assertNotIn("Quillmark Finch", self.page())  # read back, not taken
        self.assertEqual(self.say(job, FINCH).json()["kind"], "done")
        self.assertEqual(self.store.row(job).head, 1)  # the job is as it was
        self.assertIn("Quillmark Finch", self.page())
        self.assertEqual(self.say(job, "projector Finch").json()["kind"], "done")
        self.assertIn("Quillmark Finch", self.client.get(f"/jobs/{job}/throw", headers=HTML).text)
        plan = self.store.head(job).plan
        self.assertEqual(self.client.get(f"/jobs/{job}/fixing", headers=HTML).status_code, 200)
        old = plan.chosen.projectors["j1"].gear if plan.chosen.projectors else ""
        again = self.say(job, FINCH.replace("2200 lm", "2600 lm")).json()
        self.assertIn("edition before it leaves the shelf, jobs keep it", again["label"])
        self.assertEqual(self.store.head(job).plan.chosen.projectors["j1"].gear, old)
        self.assertIn(old, self.store.gear())
        self.assertNotIn(old, self.store.shelf())
        self.assertEqual(self.say(job, "projector Finch").json()["kind"], "done")  # the shelf's own, not one of two
        newer = self.store.head(job).plan.chosen.projectors["j1"].gear
        self.assertNotEqual(newer, old)
        self.assertIn(newer, self.store.shelf())
        refused = self.say(job, "gear projector Bad: throw 1.56-1.2, 2200 lm")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("wide end comes first", refused.json()["say"])

    def test_as_it_stands_on_the_box(self) -> None:
        """Without colon, commas or words it is on the shelf and hangs; what is not on the shelf says how it is typed."""
        job = self.copy_of(self.den)
        self.say(job, 'gear tv Tarnbeck Moss 58 58" oled 4k 120hz vesa 300x300 17kg 1290x745x45')
        self.assertEqual(self.say(job, "another tv Moss 58").json()["kind"], "done")
        hung = next(one for one in self.store.head(job).plan.chosen.pictures.values() if "Moss 58" in one.name)
        self.assertEqual((round(hung.width.value), hung.frame_side), (1284, 3.0))
        refused = self.say(job, 'another tv Fern 43: 43", vesa 200 x 200').json()["say"]
        typed = refused.partition("typed with its figures: ")[2].rstrip(".")
        self.assertEqual(typed, 'gear tv Fern 43: 43", vesa 200 x 200')
        self.assertEqual(self.say(job, typed).json()["kind"], "done")
        self.assertEqual(self.say(job, "another tv Fern 43").json()["kind"], "done")
        asked = self.say(job, "gear bracket Hark: max vesa 400x400, 35 kg, 25 mm deep")
        self.assertEqual(asked.status_code, 422)
        self.assertIn("Say rated 35 kg where it bears so much", asked.json()["say"])

    def test_typed_on_a_card(self) -> None:
        self.assertIn("the rest of the sheet", self.page("/gear?new=tv"))
        wrong = self.card(kind="tv", name="Tarnbeck Moss 65", size="sixty", weight="21", bolts="310", note="kept <b>")
        self.assertEqual(wrong.status_code, 422)
        for told in ("Give the diagonal", "with its unit", 'value="310"', "kept &lt;b&gt;", 'value="Tarnbeck Moss 65"'):
            self.assertIn(told, wrong.text)  # what is wrong by its figure, and nothing typed is lost
        taken = self.card(kind="tv", name="Tarnbeck Moss 65", size='65"', weight="21 kg", bolts="310", vesa="400 x 300")
        self.assertEqual(taken.status_code, 200)
        self.assertIn("TV or monitor Tarnbeck Moss 65", taken.text)
        self.assertIn("not given: outer, white", taken.text)
        job = self.copy_of(self.bedroom)
        self.assertEqual(self.say(job, "tv Moss 65", stage="picture", picture="p1").json()["kind"], "done")
        back = self.card(kind="stem", name="Ironlark Pole", pole="500-900 mm", back=f"/jobs/{job}/fixing")
        self.assertEqual((back.status_code, back.headers["location"]), (303, f"/jobs/{job}/fixing"))
        for address in ("//elsewhere.example", "https://elsewhere.example", "/jobs//x"):
            self.assertEqual(
                self.card(kind="stem", name="Ironlark Pole", pole="500-900 mm", back=address).status_code, 200
            )
        self.assertEqual(self.card(kind="fridge", name="x").status_code, 422)
        self.assertEqual(self.card(kind="tv", name="").status_code, 422)

    def test_looked_for_taken_off_and_put_back(self) -> None:
        self.assertIn("Ember 65", self.page("/gear?q=oled+65"))
        self.assertNotIn("Slate 65", self.page("/gear?q=oled+65"))
        self.assertIn("Nothing on the shelf is like", self.page("/gear?q=zzz"))
        key = next(key for key, item in self.store.shelf().items() if item.name == "Tarnbeck Draft 27")
        self.client.post(f"/gear/{key}/retire", data={"token": self.token})
        self.assertNotIn("Tarnbeck Draft 27", self.page())
        self.assertIn("Tarnbeck Draft 27", self.page("/gear?retired"))
        self.client.post(f"/gear/{key}/retire", data={"token": self.token, "again": "true"})
        self.assertIn("Tarnbeck Draft 27", self.page())
        self.assertEqual(self.client.post("/gear/g00/retire", data={"token": self.token}).status_code, 404)
        self.assertIn('value="Tarnbeck Draft 27"', self.page(f"/gear?like={key}"))

    def test_out_and_in_again(self) -> None:
        """The whole shelf as CSV and as JSON, taken in again: the same editions, none new."""
        before = self.store.shelf()
        for address, name in (("/gear.csv", "gear.csv"), ("/gear.json", "gear.json")):
            content = self.client.get(address).content
            looked = self.client.post(
                "/gear/files", data={"token": self.token}, files={"file": (name, content)}, headers=HTML
            )
            self.assertEqual(looked.status_code, 200)
            self.assertEqual(looked.text.count("there already"), len(before))
            self.assertIn("Nothing is taken in yet", looked.text)
        changed = json.loads(self.client.get("/gear.json").content)
        changed[0]["price"] = 4321.0
        content = json.dumps(changed)
        looked = self.client.post(
            "/gear/files", data={"token": self.token}, files={"file": ("a.json", content)}, headers=HTML
        )
        self.assertEqual(looked.text.count("a new edition"), 1)
        self.assertEqual(self.store.shelf(), before)
        taken = self.client.post("/gear/files/take", data={"token": self.token, "content": content}, headers=HTML)
        self.assertIn(f"{len(before)} items taken in, 1 of them as new editions", taken.text)
        self.assertEqual(len(self.store.shelf()), len(before))

    def test_every_fault_of_a_file_with_its_place(self) -> None:
        lines = write_csv(SHELF.values()).splitlines()
        broken = [lines[0], *lines[1:4], "panel,Tarnbeck,Bad,-4", "fridge,A,B", lines[5]]
        looked = self.client.post(
            "/gear/files", data={"token": self.token}, files={"file": ("a.csv", "\r\n".join(broken))}, headers=HTML
        )
        self.assertEqual(looked.status_code, 422)
        for told in (
            "nothing of it",
            '<td class="num">5</td><td>price</td><td>Give 0 or more (got -4)',
            '<td class="num">6</td><td>kind</td>',
        ):
            self.assertIn(told, " ".join(looked.text.split()).replace("</td> <td", "</td><td"))
        for content, word in ((b"", "first line|no item"), (b"\xff\xfe", "UTF-8"), (b"PK\x03\x04", "first line"), (b"[]", "no item"), (b'[{"kind": 1}]', "nothing of it"), (b"{", "whole JSON"),
                              (b"kind,maker,model\n" + b"panel,a,b\n" * 1100, "at most 1,000"), (b"kind,maker,model,wings\n", "not known: wings"), (b"maker,model\n", "missing: kind")):  # fmt: skip
            answer = self.client.post(
                "/gear/files", data={"token": self.token}, files={"file": ("a.csv", content)}, headers=HTML
            )
            with self.subTest(content[:20]):
                self.assertEqual(answer.status_code, 422)
                self.assertRegex(answer.text, word)

    def test_a_file_is_held_to_what_a_card_is(self) -> None:
        head = "kind,maker,model,lens,rated_lm,mass_kg,body_width,body_height,body_behind_lens\n"
        for row, column, text in (
            ('projector,A,b,1.2 x 1.5,"2,200",4,400,140,330', "rated_lm", "got 2,200"),
            ("projector,A,b,1.2 x 1.5,2.200,4,400,140,330", "rated_lm", "from 50 to 100000"),
            ("projector,A,b,1.5 x 1.2,2200,4,400,140,330", "lens", "wide end comes first"),
            ("projector,A,b,1.2 x 1.5,2200,90,400,140,330", "kind", "kg or lb"),
            ("projector,A,b,1.2 x 1.5,2200,4,16,5.5,13", "body_width", "that is 16 mm"),
        ):
            with self.subTest(row):
                (fault,) = read_gear_file((head + row).encode()).faults
                self.assertEqual((fault.line, fault.column), (2, column))
                self.assertIn(text, fault.text)

    def test_one_of_a_name_leaves_when_its_next_comes_and_none_of_another_kind(self) -> None:
        """Whatever another process has in mind of the shelf, it sees that one left and one came."""
        old, new = (read_line(f"mount Ironlark Twin: rated 40 kg, profile {n}").item for n in (30, 40))
        stem = read_line("stem Ironlark Twin: pole 500-900").item
        other = Store(self.store.path)
        self.addCleanup(other.close)
        self.assertEqual(self.store.shelve(old, stem), 0)
        self.assertIn(gear_hash(old), other.gear().offered)
        self.assertEqual(self.store.shelve(new), 1)
        self.assertIn(gear_hash(new), other.gear().offered)
        self.store.set_on_shelf(gear_hash(new), False)
        self.store.set_on_shelf(gear_hash(old), True)  # as many there, as many on the shelf
        self.assertIn(gear_hash(old), other.gear().offered)
        self.assertEqual(self.store.shelve(new), 1)
        for store in (self.store, other):
            self.assertEqual(set(store.gear().offered) & {gear_hash(old), gear_hash(new), gear_hash(stem)}, {gear_hash(new), gear_hash(stem)})  # fmt: skip
            self.assertIn(gear_hash(old), store.shelf(on=False))
        with patch.object(Editions, "add_gear", side_effect=RefusedError("no")), self.assertRaises(RefusedError):
            self.store.shelve(old)
        self.assertNotIn(gear_hash(old), self.store.shelf())
        for item in (new, stem):
            self.store.set_on_shelf(gear_hash(item), False)

    def test_names_are_no_formulas_and_no_script(self) -> None:
        item = next(iter(SHELF.values())).model_copy(update={"model": "=1+1", "note": "<script>window.hit=1</script>"})
        text = write_csv([item])
        self.assertIn("'=1+1", text)
        self.assertEqual([gear_hash(one) for one in read_gear_file(text.encode()).items], [gear_hash(item)])
        self.store.add_gear({gear_hash(item): item}, on_shelf=True)
        self.assertNotIn("<script>window.hit", self.page())
        self.store.set_on_shelf(gear_hash(item), False)

    def test_the_demonstrations_shelf_is_one_that_a_shop_could_have(self) -> None:
        counted = Counter(kind_of(item).word for item in WHOLE.values())
        for word, least in (("projector", 14), ("screen", 12), ("tv", 24)):
            self.assertGreaterEqual(counted[word], least)
        self.assertGreaterEqual(counted["mount"] + counted["stem"], 16)
        panels = [item for item in WHOLE.values() if isinstance(item, Panel)]
        self.assertEqual({item.technology for item in panels}, {"oled", "va", "ips", "tn"})
        inches = [math.hypot(item.width, item.height) / 25.4 for item in panels]
        self.assertLess(min(inches), 23)
        self.assertGreater(max(inches), 97)
        self.assertEqual(
            {item.way for item in WHOLE.values() if isinstance(item, Screen)},
            set(get_args(Screen.model_fields["way"].annotation)),
        )
        self.assertEqual(BESIDE.read_bytes().decode(), write_csv(WHOLE.values()), "python -m oval_room.demo.shop")
        self.assertEqual({gear_hash(item) for item in read_gear_file(BESIDE.read_bytes()).items}, set(WHOLE))
        for plan in demo_jobs():
            self.assertLess(plan.gear_used(), set(WHOLE) | {""})

    @given(st.integers(0, 10**6))
    def test_files_made_otherwise_are_read_or_refused(self, seed: int) -> None:
        chance = random.Random(seed)
        content = bytearray((write_csv if seed % 2 else write_json)(SHELF.values()).encode())
        for _ in range(chance.randint(1, 6)):
            at = chance.randrange(len(content))
            content[at : at + chance.randint(0, 3)] = chance.choice(
                (b"", b"x", b",", b'"', b"\n", b"\0", b"9" * 40, b"\xff", b"nan", b"-", b"1e999")
            )
        try:
            found = read_gear_file(bytes(content))
        except RefusedError as refused:
            self.assertTrue(refused.text)
        else:
            self.assertTrue(found.items or found.faults)
            self.assertTrue(
                all(
                    fault.line > 0 and fault.text and (fault.column in COLUMNS or seed % 2 == 0)
                    for fault in found.faults
                )
            )
