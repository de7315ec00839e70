"""The survey through the routes: stand-in readings, the log, photos and notes, files, how sure, practice; and hostile uploads."""

from __future__ import annotations

import io
import re
from html import unescape
from typing import Any

from PIL import Image

from oval_room.core.evaluate import evaluate
from oval_room.core.survey.stud_study import StudResult
from oval_room.demo.gear import SHELF
from oval_room.formats.outline_dxf import write_outline
from tests.web.serving import HTML, WebCase, flat


def a_photo(kind: str = "PNG") -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (640, 400), (40, 60, 80)).save(out, kind)
    return out.getvalue()


class Survey(WebCase):
    def measure(self, job: str, wanted: str = "") -> Any:
        base = self.store.head(job).revision
        return self.post(f"/jobs/{job}/measure", {"wanted": wanted, "base": base, "stage": "survey"})

    def practise(self, shape: str = "ell", seed: str = "4") -> str:
        made = self.client.post(
            "/practice", data={"token": self.token, "shape": shape, "seed": seed, "units": "mm"}, headers=HTML
        )
        return str(made.headers["location"]).split("/")[2]

    def test_measuring_walks_every_open_reading_and_is_logged(self) -> None:
        job = self.practise()
        said = []
        for _ in range(30):
            answer = self.measure(job)
            if answer.status_code == 422:
                self.assertIn("has been measured", answer.json()["say"])
                break
            said.append(answer.json()["label"])
        self.assertGreater(len(said), 8)
        self.assertRegex(said[0], r"^Laser measure: display wall \d+ mm$")
        plan = self.store.head(job).plan
        self.assertEqual(len(plan.readings), len(said))
        page = self.client.get(f"/jobs/{job}/score", headers=HTML).text
        self.assertRegex(page, r"<h1>\d+ of \d+ right</h1>")

    def test_a_repeat_joins_and_a_strike_is_said_at_the_tape_line(self) -> None:
        job = self.copy_of(self.chapel)
        answer = self.measure(job, "w1")
        self.assertEqual(answer.json()["kind"], "done", answer.text)
        width = self.store.head(job).plan.survey.room.width
        self.assertEqual(len(width.readings), 2)
        self.assertEqual(self.say(job, f"strike {width.readings[0]}", stage="survey").json()["kind"], "done")
        self.assertEqual(self.store.head(job).plan.survey.room.width.readings, width.readings[1:])

    def test_a_stud_finder_logs_a_pass_along_the_wall(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "made of timber", stage="survey")
        answer = self.measure(job, "finds.w1")
        self.assertIn("Stud finder", answer.json()["label"])
        self.assertGreater(len(self.store.head(job).plan.survey.finds), 5)
        self.assertIn("w1", evaluate(self.store.head(job).plan, SHELF).of(StudResult).surfaces)

    def test_nothing_to_measure_there_is_said(self) -> None:
        for wanted in ("survey.seats.s99.x", "w40", "nonsense", "c1c1"):
            answer = self.measure(self.chapel, wanted)
            with self.subTest(wanted):
                self.assertIn(answer.status_code, (404, 422), answer.text)
                self.assertTrue(answer.json()["say"])

    def attach(self, job: str, **fields: Any) -> Any:
        files = {"photo": ("a.png", fields.pop("photo"), "image/png")} if "photo" in fields else None
        return self.client.post(f"/jobs/{job}/attach", data=fields, files=files, headers={"x-oval-token": self.token})

    def test_photos_and_notes_are_pinned_shown_copied_exported_and_taken_off(self) -> None:
        job = self.copy_of(self.chapel)
        self.assertEqual(self.attach(job, about="w1", text="cracks <b>here</b>").json()["kind"], "pinned")
        answer = self.attach(job, about="t1", text="the sideboard", photo=a_photo())
        self.assertIn("cracks &lt;b&gt;here", answer.json()["html"])
        photo = next(one for one in self.store.attachments(job) if one.is_photo)
        got = self.client.get(f"/jobs/{job}/photos/{photo.id}.jpg")
        self.assertEqual((got.headers["content-type"], got.content[:2]), ("image/jpeg", b"\xff\xd8"))
        self.assertEqual(
            self.client.get(f"/jobs/{self.bedroom}/photos/{photo.id}.jpg").status_code, 404
        )  # another job's
        self.assertEqual(len(self.store.attachments(self.copy_of(job))), 2)
        content = self.client.get(f"/jobs/{job}/export").content
        brought = self.client.post(
            "/import", data={"token": self.token}, files={"file": ("x.ovalroom", content)}, headers=HTML
        )
        again = str(brought.headers["location"]).split("/")[2]
        self.assertEqual(
            [one.text for one in self.store.attachments(again)], [one.text for one in self.store.attachments(job)]
        )
        gone = self.client.post(f"/jobs/{job}/detach", data={"key": photo.id}, headers={"x-oval-token": self.token})
        self.assertEqual((gone.json()["kind"], len(self.store.attachments(job))), ("pinned", 1))

    def test_hostile_uploads_are_refused_in_words(self) -> None:
        table = (
            ("fake", {"photo": b"<script>alert(1)</script>"}, "JPEG, PNG or WebP"), ("empty", {"text": "  "}, "Write a note or choose a photo"),
            ("cut", {"photo": a_photo()[:90]}, "can be read"),
        )  # fmt: skip
        before = len(self.store.attachments(self.chapel))
        for name, fields, words in table:
            with self.subTest(name):
                answer = self.attach(self.chapel, about="w1", **fields)
                self.assertEqual((answer.status_code, answer.json()["kind"]), (422, "refused"))
                self.assertIn(words, answer.json()["say"])
        self.assertEqual(self.attach(self.chapel, about="w1", photo=b"0" * 300_000).status_code, 413)
        forged = self.client.post(f"/jobs/{self.chapel}/attach", data={"text": "x"}, headers={"x-oval-token": "no"})
        self.assertEqual(forged.status_code, 403)
        self.assertEqual(len(self.store.attachments(self.chapel)), before)

    def bring(self, job: str, what: str, content: bytes, **fields: str) -> Any:
        return self.client.post(
            f"/jobs/{job}/files/{what}",
            data={"token": self.token} | fields,
            files={"file": ("f.txt", content)},
            headers=HTML,
        )

    def take(self, job: str, looked: Any) -> Any:
        """Take in what was looked at, with the fields of the page's own form."""
        form = looked.text.split('<section class="files-found"', 1)[1]
        fields = {name: unescape(value) for name, value in re.findall(r'name="(\w+)" value="([^"]*)"', form)}
        return self.client.post(f"/jobs/{job}/files/take", data=fields, headers=HTML)

    def test_files_show_what_they_hold_before_they_are_taken_and_what_changed_after(self) -> None:
        job = self.copy_of(self.chapel)
        before = self.store.head(job)
        content = b"of,value,unit,instrument\nceiling,2650,mm,tape\nw1,4310,mm,laser\nw1,4312,mm,laser\n"
        looked = self.bring(job, "readings", content)
        told = flat(unescape(looked.text))
        self.assertIn("f.txt holds 3 new readings", told)
        (wall,) = re.findall(r'<th scope="row">Display wall</th>(.*?)</tr>', told)
        self.assertIn(" 11/16″, 14′ 1", re.sub(r"<[^>]+>", "", wall))  # both readings of it, as the job writes them
        self.assertEqual(len(set(re.findall(r'data-scale="([\d.]+)"', told.split("Take out")[0]))), 1)
        self.assertEqual(self.store.head(job), before)  # looked at, not taken
        taken = self.take(job, looked)
        self.assertIn("3 readings brought in: taken in as revision 2", flat(taken.text))
        self.assertIn(f"/jobs/{job}/compare?a=1&amp;b=2&amp;view=plan", taken.text)
        self.assertEqual(len(self.store.head(job).plan.readings), len(before.plan.readings) + 3)
        again = self.bring(job, "readings", self.client.get(f"/jobs/{job}/readings.csv").content)
        self.assertIn("holds no new readings", again.text)
        twice = self.take(job, looked)  # a second press of the same button
        self.assertIn("taken in as revision 2", flat(twice.text))
        self.assertEqual(len(self.store.head(job).plan.readings), len(before.plan.readings) + 3)
        for wrong in ("", "{}", "[1]", '{"do": "drop", "id": "s99"}'):
            fields = {"token": self.token, "base": "1", "command": wrong, "name": "f.csv", "key": "k"}
            answer = self.client.post(f"/jobs/{job}/files/take", data=fields, headers=HTML)
            self.assertEqual(answer.status_code, 422, wrong)

    def test_files_go_out_and_come_in(self) -> None:
        job = self.copy_of(self.chapel)
        text = self.client.get(f"/jobs/{self.den}/readings.csv").text
        self.assertIn("w5,", text)
        self.assertEqual(
            self.client.get(f"/jobs/{self.den}/outline.dxf").text, write_outline(self.store.head(self.den).plan)
        )
        looked = self.bring(job, "outline", self.client.get(f"/jobs/{self.den}/outline.dxf").content)
        self.assertIn("an outline of", looked.text)
        self.assertEqual(self.take(job, looked).status_code, 200)
        room = self.store.head(job).plan.survey.room
        for (x, y), (tx, ty) in zip(room.corners, self.store.head(self.den).plan.survey.room.corners, strict=True):
            self.assertLess(abs(x - tx) + abs(y - ty), 0.1)
        self.assertEqual(self.store.head(job).plan.survey.dims["w3"].half_width, 25)  # read off a drawing
        answer = self.bring(job, "readings", b"of,value,unit,instrument\nw3,1903,mm,laser\nceiling,2650,mm,tape\n")
        self.assertIn("2 readings brought in", self.take(job, answer).text)
        self.assertEqual(self.store.head(job).plan.survey.room.height.value, 2650)
        for blank in ("true", "false"):
            form = self.client.get(f"/jobs/{job}/survey-form.pdf", params={"blank": blank})
            self.assertEqual(form.content[:5], b"%PDF-")

    def test_a_wrong_file_says_why_and_changes_nothing(self) -> None:
        job = self.copy_of(self.chapel)
        table = (
            ("readings", b"of,value,unit\nw1,4200,mm\nceiling,94,in\n", "line 3: this is in in, line 2 in mm"), ("readings", b"", "missing"),
            ("outline", b"hello", "no DXF drawing"), ("outline", b"\x00\x01\x02" * 50, "no DXF drawing"),
        )  # fmt: skip
        for what, content, words in table:
            answer = self.bring(job, what, content)
            with self.subTest(words):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(words, answer.text)
        self.assertEqual(self.store.head(job).revision, 1)
        self.assertIn(
            "Choose a DXF file first",
            self.client.post(f"/jobs/{job}/files/outline", data={"token": self.token}, headers=HTML).text,
        )

    def test_a_drawing_that_does_not_say_its_unit_is_asked_about(self) -> None:
        job = self.copy_of(self.chapel)
        content = re.sub(
            rb"(\$INSUNITS\s+70\s+)4", rb"\g<1>0", self.client.get(f"/jobs/{self.den}/outline.dxf").content
        )
        answer = self.bring(job, "outline", content)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("which the file does not say", answer.text)
        self.assertIn("an outline of", self.bring(job, "outline", content, unit="mm").text)

    def test_how_sure_names_what_carries_the_doubt(self) -> None:
        job = self.copy_of(self.den)
        found = self.client.get(f"/jobs/{job}/doubt", params={"stage": "survey", "seat": "s1"}).json()["figures"]
        angle = found["picture.p1.angle.seat.s1"]
        self.assertRegex(angle["spread"], r"± 0\.\d°")
        self.assertRegex(angle["carries"], r"^seat 1a, along carries \d+ % of the doubt$")

    def test_sun_asks_for_what_it_needs_and_then_shows_hours(self) -> None:
        self.assertIn("faces 265", self.client.get(f"/jobs/{self.chapel}/sun", headers=HTML).text)
        page = self.client.get(f"/jobs/{self.den}/sun", headers=HTML).text
        self.assertIn("draw its curtain", page)
        self.assertIn('class="sun-eyes"', page)

    def test_practice_refuses_a_wrong_number_and_unhidden_jobs_have_no_score(self) -> None:
        for data in ({"seed": "many"}, {"shape": "round"}, {"seed": "9" * 30}):
            answer = self.client.post("/practice", data={"token": self.token} | data, headers=HTML)
            self.assertEqual(answer.status_code, 422)
        self.assertEqual(self.client.get(f"/jobs/{self.chapel}/score", headers=HTML).status_code, 404)

    def test_the_chosen_wall_and_its_entries_go_with_the_address(self) -> None:
        page = self.client.get(
            f"/jobs/{self.den}/survey", params={"wall": "w4", "lead": "elevation"}, headers=HTML
        ).text
        self.assertIn('data-say="opens window"', page)
        self.assertIn('<option value="w4" selected>wall 4</option>', page)
        for wall in ("w99", "x", "0", "w-1"):
            self.assertEqual(self.client.get(f"/jobs/{self.den}/survey", params={"wall": wall}).status_code, 200)

    def test_a_wall_is_pulled_by_its_corner(self) -> None:
        """Corner 4 of the den 300 out: walls keep their direction, what changed is assumed, one commit; corner 1 stays."""
        job = self.copy_of(self.den)
        x, y = self.store.head(job).plan.survey.room.corners[3]
        body = {"grip": "corner.4", "to": [y + 300, x], "lead": "plan", "stage": "survey", "base": 1, "free": True}
        shown = self.post(f"/jobs/{job}/pull", body).json()
        self.assertEqual((shown["kind"], self.store.head(job).revision), ("pulled", 1))
        self.assertEqual(self.post(f"/jobs/{job}/pull", body | {"drop": True}).json()["kind"], "done")
        room = self.store.head(job).plan.survey.room
        self.assertAlmostEqual(room.corners[3][1], y + 300, delta=1)
        self.assertEqual(self.store.head(job).plan.survey.dims["w4"].source, "assumed")
        self.assertEqual(room.corners[1], self.store.head(self.den).plan.survey.room.corners[1])  # what was read stays
        bad = self.post(f"/jobs/{job}/pull", body | {"base": 2, "grip": "corner.2", "to": [0, -900]})
        self.assertEqual(bad.status_code, 422, bad.text[:200])
        self.assertEqual(self.post(f"/jobs/{job}/pull", body | {"base": 2, "grip": "corner.1"}).status_code, 422)
