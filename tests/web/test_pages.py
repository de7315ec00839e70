"""Every page as a person and as a browser sees it: answers, policy, refusals in words, no 500."""

from __future__ import annotations

import gzip
import hashlib
import json
import posixpath
import re
import unittest
from html import unescape
from pathlib import Path

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.subject import Subject
from oval_room.core.sums.registry import SUMS
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import NotHeard
from oval_room.demo.gear import SHELF
from oval_room.drawing.sum_sketches import SKETCHES
from oval_room.formats.job_file import read_job, write_job
from oval_room.web.pages import lengths, moment
from oval_room.web.shipped import asset, sum_of_all
from tests.web.serving import HTML, WebCase, flat
from tests.worked import EXAMPLES, disagreements

WEB = Path(__file__).resolve().parents[2] / "oval_room/web"


class Pages(WebCase):
    def addresses(self) -> list[str]:
        stages = [
            f"/jobs/{job}/{stage}"
            for job in (self.chapel, self.bedroom)
            for stage in ("brief", "survey", "picture", "throw", "fixing")
        ]
        sums = [f"/sums/{name}" for name in SUMS]
        return [
            "/",
            "/?q=chapel",
            "/?archived=true",
            "/sums",
            "/gear",
            "/words",
            "/api",
            "/patterns",
            f"/jobs/{self.chapel}/history",
            *stages,
            *sums,
        ]

    def test_every_page_answers_with_the_strict_policy(self) -> None:
        for address in self.addresses():
            with self.subTest(address):
                answer = self.client.get(address, headers=HTML)
                self.assertEqual(answer.status_code, 200)
                policy = answer.headers["content-security-policy"]
                self.assertIn("default-src 'none'", policy)
                self.assertNotIn("unsafe", policy)
                self.assertIsNone(
                    re.search(r"\sstyle=|<script(?![^>]*\ssrc=)|\son[a-z]+=|https?://(?!www\.w3\.org)", answer.text)
                )
                self.assertIsNone(re.search(r"\bNaN\b|\bnan\b|\bNone\b|Undefined", answer.text))

    def test_what_is_not_there(self) -> None:
        for address in ("/nothing", "/jobs/ffffffff/throw", "/jobs/ffffffff", f"/jobs/{self.chapel}/attic", "/sums/no.sum", "/jobs/%00/throw",
                        f"/jobs/{self.chapel}/working?figure=nothing", "/jobs/ffffffff/export"):  # fmt: skip
            with self.subTest(address):
                page = self.client.get(address, headers=HTML)
                self.assertEqual(page.status_code, 404)
                self.assertIn("To the Desk", page.text)
                self.assertEqual(self.client.get(address).headers["content-type"], "application/json")

    def test_any_query_is_taken(self) -> None:
        for query in (
            "picture=p9&seat=zz&lead=moon",
            "w=1e9&h=-3",
            "w=nan&h=inf",
            "off=structure-picture",
            "picture=%00",
            "w=500&h=500&lead=plan",
        ):
            answer = self.client.get(f"/jobs/{self.chapel}/throw?{query}", headers=HTML)
            with self.subTest(query):
                self.assertEqual(answer.status_code, 200)
        self.assertEqual(self.client.get("/?at=-5&q=" + "x" * 500, headers=HTML).status_code, 200)
        self.assertEqual(self.client.get("/?at=abc", headers=HTML).status_code, 422)

    def test_a_job_opens_on_its_worst_finding(self) -> None:
        self.assertEqual(self.client.get(f"/jobs/{self.chapel}").headers["location"], f"/jobs/{self.chapel}/throw")

    def test_the_desk_opens_on_the_job_with_the_mistake(self) -> None:
        page = self.client.get("/", headers=HTML).text
        table = page[page.index("on-table") : page.index("jobs-head")]
        self.assertIn("Chapel flat", table)
        self.assertIn("level-stop", table)
        self.assertIn("drawing-section", table)

    def test_a_strange_host_is_not_served(self) -> None:
        self.assertEqual(self.client.get("/", headers={"host": "elsewhere.example"}).status_code, 400)

    def test_alpine_attributes_hold_names_only(self) -> None:
        """The CSP build takes a name, a call or a ternary; here they are all names that a script defines."""
        scripts = "".join(path.read_text() for path in (WEB / "static/js").glob("*.js"))
        for path in (WEB / "templates").rglob("*.html"):
            for name, expression in re.findall(r"\s(x-[a-z:.\-]+|@[a-z.]+|:[a-z\-]+)=\"([^\"]*)\"", path.read_text()):
                with self.subTest(path.name, name=name):
                    self.assertRegex(expression, r"^[a-z][A-Za-z]*$")
                    self.assertRegex(
                        scripts,
                        rf'(\n    (async )?{expression}\(|function {expression}\(|Alpine\.data\("{expression}")',
                    )

    def test_files_that_ship_are_packed_and_kept_for_good(self) -> None:
        """Whatever a page, a script or a style refers to: there, small on the line, under an address that changes with
        it. Addresses of earlier days still answer, and are asked about again."""
        sheet = self.client.get(f"/jobs/{self.chapel}/throw", headers=HTML).text
        found = set(re.findall(r'(?:src|href)="(/static/[^"]+)"', sheet))
        self.assertTrue({asset(f"js/{one}.js") for one in ("sheet", "grips", "api", "swap")} <= found)
        for style in sorted(one for one in found if one.endswith(".css")):
            fonts = re.findall(r'url\("?(\.\.[^")]+)', self.client.get(style).text)
            found |= {posixpath.normpath(posixpath.join(posixpath.dirname(style), one)) for one in fonts}
        self.assertTrue(any(one.endswith(".woff2") for one in found))
        for address in sorted(found):
            with self.subTest(address):
                answer = self.client.get(address)
                self.assertEqual(answer.status_code, 200)
                self.assertIn("immutable", answer.headers["cache-control"])
                if len(answer.content) > 1000 and not address.endswith(".woff2"):
                    self.assertEqual(answer.headers["content-encoding"], "gzip")
                old = self.client.get(address.replace(sum_of_all(), "0123456789ab"))
                self.assertEqual((old.content, old.headers["cache-control"]), (answer.content, "no-cache"))
        self.assertEqual(self.client.get(f"/static/{sum_of_all()}/../app.py").status_code, 404)

    def test_the_built_styles_are_those_of_their_sources(self) -> None:
        """Each built sheet says the sum of the sources it was built from; what ships is small (20 kB packed)."""
        together = b"".join(one.name.encode() + one.read_bytes() for one in sorted((WEB / "styles").glob("*.scss")))
        sheets = sorted((WEB / "static/css").glob("*.css"))
        self.assertTrue(sheets)
        for one in sheets:
            with self.subTest(one.name):
                self.assertIn(
                    hashlib.sha256(together).hexdigest()[:16], one.read_text().split("\n")[0], "scripts/styles"
                )
        self.assertLessEqual(sum(len(gzip.compress(one.read_bytes())) for one in sheets), 20_000)

    def test_templates_styles_and_scripts_are_laid_out_to_be_read(self) -> None:
        """Two spaces a step, no tab, no blank at a line's end, nothing over 120."""
        for folder, kind in (("templates", "*.html"), ("styles", "*.scss"), ("static/js", "*.js")):
            for path in (WEB / folder).rglob(kind):
                for n, line in enumerate(path.read_text(encoding="utf-8").split("\n"), 1):
                    with self.subTest(f"{path.name}:{n}"):
                        self.assertLessEqual(len(line), 120)
                        self.assertEqual(line, line.rstrip().expandtabs(2))

    def test_every_button_has_its_look(self) -> None:
        """A kind of button that no style knows is a word without an edge."""
        used = {
            kind for path in (WEB / "templates").rglob("*.html") for kind in re.findall(r"\bbtn-\w+", path.read_text())
        }
        known = set(re.findall(r"\.(btn-\w+)", (WEB / "static/css/oval.css").read_text()))
        self.assertGreater(len(used), 2)
        self.assertLessEqual(used, known)

    def test_templates_stay_small(self) -> None:
        for path in (WEB / "templates").rglob("*.html"):
            lines = len(path.read_text().splitlines())
            self.assertLessEqual(lines, 60 if path.name.startswith("_") else 120, path.name)


class Filters(unittest.TestCase):
    def test_lengths(self) -> None:
        shown = str(lengths("13' 4 7/8\" <b> and 7' 0\""))
        self.assertIn('<span class="fr-n" aria-hidden="true">7</span>', shown)
        self.assertIn("&lt;b&gt;", shown)
        self.assertIn("7′\u200a0″", shown)
        self.assertEqual(str(lengths("3413 mm")), "3413 mm")
        self.assertEqual(moment("2026-09-14T16:20:00"), "14 Sep, 16:20")
        self.assertEqual(moment("once"), "once")


class Sums(WebCase):
    def test_every_worked_example_through_the_endpoint(self) -> None:
        for example in EXAMPLES:
            answer = self.client.post(f"/api/sums/{example['sum']}", json={"given": example["given"]})
            with self.subTest(example["sum"], name=example["name"]):
                self.assertEqual(answer.status_code, 200)
                self.assertEqual(disagreements(answer.json(), example), [])

    def test_wrong_input_is_422_with_key_and_words(self) -> None:
        table = (
            (b"{", "body"), (b"[]", "given"), (b"{}", "given"), (b'{"given": 3}', "given"), (b'{"given": {}, "more": 1}', "more"),
            (b'{"given": {"width_mm": NaN, "lens_range": [1, 2]}}', "width_mm"), (b'{"given": {"width_mm": 1e999, "lens_range": [1, 2]}}', "width_mm"),
            (b'{"given": {"width_mm": -5, "lens_range": [1, 2]}}', "width_mm"), (b'{"given": {"width_mm": 5}}', "lens_range"), (b"\xff", "body"),
            (b"[" * 30_000, "body"), (b'{"given": {"width_mm": ' + b"9" * 5000 + b', "lens_range": [1, 2]}}', "width_mm"),
        )  # fmt: skip
        for content, key in table:
            answer = self.client.post(
                "/api/sums/throw.range", content=content, headers={"content-type": "application/json"}
            )
            with self.subTest(content[:40]):
                self.assertEqual(answer.status_code, 422, answer.text)
                self.assertIn(key, [error["key"] for error in answer.json()["errors"]] + ["body"] * (key == "width_mm"))
                self.assertTrue(all(error["message"] for error in answer.json()["errors"]))

    def test_an_unknown_name_is_404(self) -> None:
        self.assertEqual(self.client.post("/api/sums/no.sum", json={"given": {}}).status_code, 404)

    def test_a_page_shows_its_example_and_says_what_is_wrong(self) -> None:
        page = self.client.get("/sums/throw.range", headers=HTML).text
        self.assertIn("nearest, safe", page)
        wrong = self.client.get("/sums/throw.range?width=3%20m%204%22&lens_range=1;2&units=mm&part=true")
        self.assertIn("add up", wrong.text)
        self.assertNotIn("<html", wrong.text)
        full = self.client.get("/sums/throw.range?width=3%20m%204%22&lens_range=1;2", headers=HTML).text
        self.assertIn('value="3 m 4&#34;"', full)  # nothing typed is lost

    @settings(max_examples=80, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.sampled_from(sorted(SUMS)), st.text(max_size=20))
    def test_no_typed_text_fails_a_page(self, name: str, text: str) -> None:
        key = SUMS[name].given[0].key
        self.assertEqual(self.client.get(f"/sums/{name}", params={key: text, "part": "true"}).status_code, 200)


class ListedSums(WebCase):
    def test_found_by_their_words_and_the_last_few_remembered(self) -> None:
        page = self.client.get("/sums?q=neck", headers=HTML).text
        self.assertIn("/sums/height.neck", page)
        self.assertNotIn("/sums/throw.range", page)
        self.assertIn("No sum has these words", self.client.get("/sums?q=zebra", headers=HTML).text)
        for name in ("throw.range", "height.neck", "nothing.known", "throw.range"):
            self.client.get(f"/sums/{name}")
        lately = self.client.get("/sums", headers=HTML).text.split("Lately:")[1].split("</p>")[0]
        self.assertLess(lately.index("throw.range"), lately.index("height.neck"))
        self.assertEqual(lately.count("/sums/"), 2)

    def test_geometry_has_its_sketch(self) -> None:
        for name, sum in SUMS.items():
            page = self.client.get(f"/sums/{name}", headers=HTML).text
            with self.subTest(name):
                self.assertEqual("sum-sketch" in page, name in SKETCHES)
                self.assertEqual("data-into" in page, sum.into is not None)
        self.assertLess(set(SKETCHES), set(SUMS))

    def test_an_answer_goes_onto_a_jobs_tape_line_read_back_and_not_done(self) -> None:
        for name, sum in SUMS.items():
            if sum.into is None:
                continue
            query = {given.key: given.example for given in sum.given} | {"job": self.chapel}
            went = self.client.get(f"/sums/{name}/into", params=query)
            with self.subTest(name):
                self.assertEqual(went.status_code, 303, went.text[:200])
                page = self.client.get(went.headers["location"], headers=HTML).text
                said = re.search(r'<input id="tape"[^>]*value="([^"]+)"', page)
                assert said is not None
                self.assertTrue(unescape(said[1]).startswith(sum.into[0]))
                plan = self.store.head(self.chapel).plan
                answer = hear(plan, SHELF, unescape(said[1]), Subject("p2", "s2", "k1", "j1"))
                self.assertNotIsInstance(answer, NotHeard, answer)
        self.assertEqual(self.store.head(self.chapel).revision, 1)
        wrong = self.client.get("/sums/throw.range/into", params={"job": self.chapel, "width": "x"}, headers=HTML)
        self.assertEqual(wrong.status_code, 422)


class Saying(WebCase):
    def test_a_line_is_done_and_told(self) -> None:
        job = self.copy_of(self.chapel)
        answer = self.say(job, "throw 12'2").json()
        self.assertEqual((answer["kind"], answer["revision"]), ("done", 2))
        self.assertIn("one stop cleared", answer["delta"])
        self.assertEqual(set(answer["regions"]), {"head", "tabs", "rail", "lead", "companions", "reckoning", "keys"})
        self.assertEqual(self.store.row(job).worst_level, "mind")

    def test_hearing_writes_nothing(self) -> None:
        body = {"line": "throw 12'2", "base": 1, "stage": "throw"}
        answer = self.post(f"/jobs/{self.chapel}/heard", body).json()
        self.assertEqual(answer["kind"], "heard")
        self.assertIn("s-ghost", answer["lead"])
        self.assertIn("stop cleared", answer["delta"])
        self.assertEqual(self.store.head(self.chapel).revision, 1)

    def test_what_is_unclear_or_wrong_changes_nothing(self) -> None:
        for line, word in (
            ("lens 7'8 7/8", "height or its throw"),
            ('throw 3 m 4"', "add up"),
            ("frob", "not a word"),
            ("redo", "nothing of yours"),
        ):
            answer = self.say(self.chapel, line)
            with self.subTest(line):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(word, answer.json()["say"])
        self.assertEqual(self.store.head(self.chapel).revision, 1)

    def test_undo_is_a_word_too(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2")
        self.assertEqual(self.say(job, "undo").json()["revision"], 3)
        self.assertEqual(self.store.head(job).plan, self.store.plan_at(job, 1))
        redone = self.post(f"/jobs/{job}/step", {"base": 3, "stage": "throw", "redo": True}).json()
        self.assertEqual(redone["kind"], "done")

    def test_undo_and_redo_say_what_they_would_do(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2")
        for line, say in (("undo", "Undo: Throw 12' 2\", lens to screen"), ("redo", "nothing of yours to do again")):
            heard = self.post(f"/jobs/{job}/heard", {"line": line, "base": 2, "stage": "throw"}).json()
            self.assertIn(say, heard["say"])
        self.assertEqual(self.store.head(job).revision, 2)

    def test_a_number_in_another_unit_is_asked_everywhere(self) -> None:
        """On the tape line, and in a drawer, which says the same line: the choices come with the question."""
        job = self.copy_of(self.chapel)
        answer = self.say(job, "seat 12").json()
        self.assertTrue(answer["asked"])
        self.assertEqual(answer["options"], ['seat 12"', "seat 12 ft"])
        self.assertFalse(self.say(job, 'seat 3 m 4"').json()["asked"])
        self.assertEqual(self.say(job, answer["options"][1]).json()["kind"], "done")

    def test_hints_and_keys_follow_the_jobs_unit(self) -> None:
        job = self.copy_of(self.chapel)
        for line, keys, hint in (
            ("units feet", ("′", "⅛"), "throw 13'4"),
            ("units mm", ("mm", "cm"), "throw 4060"),
            ("units m", ("mm", "cm"), "throw 4.06"),
        ):
            self.say(job, line)
            told = flat(self.client.get(f"/jobs/{job}/throw").text)
            with self.subTest(line):
                self.assertIn(f'placeholder="{hint}"'.replace("'", "&#39;"), told)
                for key in keys:
                    self.assertIn(f">{key}</button>", told)

    def test_a_cure_is_tried_and_taken(self) -> None:
        job = self.copy_of(self.chapel)
        body = {"finding": "throw/j1/p1", "number": 0, "base": 1, "stage": "throw"}
        ghost = self.post(f"/jobs/{job}/cure?try_only=true", body).json()
        self.assertIn("s-ghost", ghost["lead"])
        self.assertEqual(self.store.head(job).revision, 1)
        taken = self.post(f"/jobs/{job}/cure", body).json()
        self.assertEqual(taken["kind"], "done")
        self.assertNotIn("finding-stop", taken["regions"]["reckoning"])
        gone = self.post(f"/jobs/{job}/cure", body | {"base": 2})
        self.assertEqual(gone.status_code, 409)

    def test_two_people_at_once(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2", base=1)
        apart = self.say(job, "across 6'", base=1, stage="survey").json()
        self.assertEqual((apart["kind"], len(apart["meanwhile"])), ("done", 1))
        clash = self.say(job, "throw 13'", base=1)
        self.assertEqual(clash.status_code, 409)
        self.assertIn("12' 8 5/16\"", clash.json()["clashes"][0]["theirs"])
        self.assertIn("13' 6 5/16\"", clash.json()["clashes"][0]["mine"])

    def test_settling(self) -> None:
        job = self.copy_of(self.chapel)
        refused = self.post(f"/jobs/{job}/settle", {"settle": "throw", "base": 1, "stage": "throw"})
        self.assertEqual(refused.status_code, 422)
        self.assertIn("stops", refused.json()["say"])
        self.say(job, "throw 12'2")
        done = self.post(f"/jobs/{job}/settle", {"settle": "throw", "base": 2, "stage": "throw"}).json()
        self.assertIn("stage-settled", done["regions"]["rail"])
        moved = self.say(job, "throw 12'6").json()
        self.assertIn("upset", moved["regions"]["rail"])
        opened = self.post(f"/jobs/{job}/settle", {"settle": "throw", "open": True, "base": 4, "stage": "throw"}).json()
        self.assertEqual(opened["kind"], "done")

    def test_a_typed_command(self) -> None:
        job = self.copy_of(self.chapel)
        good = {"command": {"do": "put projector", "id": "j1", "y": 3700}, "base": 1, "key": "abc"}
        self.assertEqual(self.post(f"/jobs/{job}/commits", good).json()["revision"], 2)
        self.assertEqual(self.post(f"/jobs/{job}/commits", good).json()["revision"], 2)
        for name, command in (("unknown", {"do": "fly"}), ("wrong type", {"do": "put projector", "id": "j1", "y": "far"}), ("absurd", {"do": "put projector", "id": "j1", "y": 1e9}),
                              ("nan", {"do": "put projector", "id": "j1", "y": "NaN"}), ("extra", {"do": "put projector", "id": "j1", "up": 1})):  # fmt: skip
            with self.subTest(name):
                answer = self.post(f"/jobs/{job}/commits", {"command": command, "base": 2})
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json()["say"])

    def test_a_working_shows_formula_numbers_and_sources(self) -> None:
        answer = self.client.get(f"/jobs/{self.chapel}/working", params={"figure": "projector.j1.nearest"})
        for word in ("TR", "1.32", "maker", "rules 6.1", "rounded up"):
            self.assertIn(word, answer.text)

    def test_changes_without_the_token_are_turned_away(self) -> None:
        for address, body in (
            (f"/jobs/{self.chapel}/say", {"line": "throw 12'", "base": 1}),
            (f"/jobs/{self.chapel}/step", {"base": 1}),
        ):
            self.assertEqual(self.post(address, body, token="forged").status_code, 403)
        self.assertEqual(self.client.post("/jobs", data={"name": "x"}).status_code, 403)
        self.assertEqual(self.client.post(f"/jobs/{self.chapel}/archive", data={"token": "x"}).status_code, 403)

    @settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.dictionaries(
            st.sampled_from(["line", "base", "stage", "view", "key", "x"]),
            st.one_of(st.none(), st.integers(), st.text(max_size=8), st.just({"w": "9", "seat": "s1"})),
        )
    )
    def test_no_body_makes_a_500(self, body: dict[str, object]) -> None:
        for what in ("say", "heard", "cure", "settle", "step", "commits"):
            answer = self.client.post(f"/jobs/{self.chapel}/{what}", json=body, headers={"x-oval-token": self.token})
            self.assertLess(answer.status_code, 500)


class DeskWork(WebCase):
    def form(self, address: str, **fields: str) -> object:
        return self.client.post(address, data={"token": self.token} | fields, headers=HTML)

    def test_a_new_job(self) -> None:
        answer = self.form("/jobs", name="Attic", client="N. Carrowmoor", units="mm")
        self.assertEqual(answer.status_code, 303)  # type: ignore[attr-defined]
        job = answer.headers["location"].split("/")[2]  # type: ignore[attr-defined]
        self.assertEqual(self.store.head(job).plan.writing.unit, "mm")
        page = self.client.get(f"/jobs/{job}/survey", headers=HTML).text
        self.assertIn("s-outline-assumed", page)

    def test_a_form_that_is_wrong_keeps_what_was_typed(self) -> None:
        for fields, word in (
            ({"name": "", "client": "Ned"}, "Type a name"),
            ({"name": "x" * 99, "client": "Ned"}, "under 80"),
            ({"name": "a", "client": "Ned", "units": "cubits"}, "Choose one of"),
        ):
            answer = self.form("/jobs", **fields)
            with self.subTest(word):
                self.assertEqual(answer.status_code, 422)  # type: ignore[attr-defined]
                self.assertIn(word, answer.text)  # type: ignore[attr-defined]
                self.assertIn('value="Ned"', answer.text)  # type: ignore[attr-defined]

    def test_export_and_import(self) -> None:
        content = self.client.get(f"/jobs/{self.chapel}/export").content
        self.assertEqual(read_job(content)[0], self.store.head(self.chapel).plan)
        answer = self.client.post(
            "/import", data={"token": self.token}, files={"file": ("a.ovalroom", content)}, headers=HTML
        )
        self.assertEqual(answer.status_code, 303)
        before = self.store.list_jobs()[1]
        for name, bad, word in (
            ("cut", content[:500], "damaged"),
            ("newer", b'{"format": 9}', "newer"),
            ("nothing", b"", "Choose a job file"),
            ("text", b"hello", "not whole JSON"),
        ):
            answer = self.client.post(
                "/import", data={"token": self.token}, files={"file": (name if bad else "", bad)}, headers=HTML
            )
            with self.subTest(name):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(word, answer.text)
        self.assertEqual(self.store.list_jobs()[1], before)  # nothing was stored

    def test_a_body_over_the_limit(self) -> None:
        answer = self.client.post(
            "/import", data={"token": self.token}, files={"file": ("a", b"x" * 300_000)}, headers=HTML
        )
        self.assertEqual(answer.status_code, 413)

        def endless() -> object:
            for _ in range(60):
                yield b"x" * 10_000

        streamed = self.client.post("/api/sums/throw.range", content=endless())  # type: ignore[arg-type]
        self.assertEqual(streamed.status_code, 413)

    def test_archive_and_copy(self) -> None:
        job = self.copy_of(self.bedroom)
        self.form(f"/jobs/{job}/archive")
        self.assertTrue(self.store.row(job).archived)
        self.form(f"/jobs/{job}/archive", back="true")
        self.assertFalse(self.store.row(job).archived)
        self.assertEqual(self.form(f"/jobs/{job}/copy").status_code, 303)  # type: ignore[attr-defined]

    def test_the_theme_is_kept_by_the_browser(self) -> None:
        answer = self.client.post("/theme", data={"token": self.token}, headers={"referer": "http://127.0.0.1/sums"})
        self.assertEqual((answer.status_code, answer.headers["location"]), (303, "/sums"))
        self.assertIn('data-theme="dim"', self.client.get("/sums", headers=HTML).text)
        self.client.cookies.delete("theme")

    def test_changes_are_signed_with_who_is_here(self) -> None:
        self.assertEqual(self.form("/author", name="Ada Ö.").status_code, 303)  # type: ignore[attr-defined]
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'")
        self.assertEqual(self.store.history(job)[0].author, "Ada Ö.")
        self.client.cookies.delete("author")

    def test_openapi_describes_the_endpoints(self) -> None:
        paths = json.loads(self.client.get("/api/openapi.json").text)["paths"]
        self.assertIn("/api/sums/{name}", paths)

    def test_the_file_of_every_demonstration_job_opens_again(self) -> None:
        for job in (self.chapel, self.bedroom):
            plan = self.store.head(job).plan
            self.assertEqual(read_job(write_job(plan, self.store.gear()))[0], plan)
