"""Choosing through the routes: sizes, kinds, grey scale, the map's tally, schemes side by side and one chosen."""

from __future__ import annotations

import html
import json
import re

from oval_room.core.evaluate import evaluate
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.subject import Subject
from tests.core.survey.rooms import hall, room, say
from tests.web.serving import HTML, WebCase, flat


class Choosing(WebCase):
    def test_panels_answer_for_every_job_and_for_an_empty_one(self) -> None:
        made = self.client.post("/jobs", data={"token": self.token, "name": "Bare", "units": "mm"}, headers=HTML)
        empty = made.headers["location"].split("/")[2]
        for job in (self.chapel, self.den, self.loft, self.bedroom, empty):
            for panel in ("sizes", "kinds", "greys", "schemes", "wide"):
                answer = self.client.get(f"/jobs/{job}/{panel}", headers=HTML)
                with self.subTest(panel, job=job):
                    self.assertEqual(answer.status_code, 200, answer.text[:200])
                    self.assertIsNone(re.search(r"\bnan\b|NaN|\bNone\b|Undefined", answer.text))

    def test_a_size_is_one_press_from_the_tape_line(self) -> None:
        text = self.client.get(f"/jobs/{self.den}/sizes", params={"seat": "s1"}).text
        self.assertIn('data-option="tv 85"', text)
        self.assertIn("size-now", text)
        self.assertIn(
            'data-option="screen 100"', self.client.get(f"/jobs/{self.chapel}/sizes", params={"picture": "p1"}).text
        )

    def test_what_fits_from_the_shelf(self) -> None:
        """Every kind at every job's picture; filtered, ordered, and what is typed wrong said so."""
        for job in (self.chapel, self.den, self.loft, self.bedroom):
            for kind in ("", "tv", "screen", "projector", "mount", "stem", "nothing"):
                answer = self.client.get(f"/jobs/{job}/near", params={"kind": kind})
                with self.subTest(kind, job=job):
                    self.assertEqual(answer.status_code, 200, answer.text[:200])
                    self.assertIsNone(re.search(r"\bnan\b|NaN|\bNone\b(?! on| of)|Undefined|∞", answer.text))
        ask = {"kind": "projector", "order": "price", "most": "2 000"}
        text = self.client.get(f"/jobs/{self.loft}/near", params=ask).text
        prices = [int(price.replace(",", "")) for price in re.findall(r'near-price">([\d,]+)<', text)]
        self.assertTrue(prices and max(prices) <= 2000)
        self.assertIn("14 on the shelf", text)
        self.assertIn(
            "Give the highest price", self.client.get(f"/jobs/{self.loft}/near", params={"most": "cheap"}).text
        )
        none = self.client.get(f"/jobs/{self.loft}/near", params={"kind": "projector", "find": "zzz"}).text
        self.assertIn("None of 14", none)

    def test_what_fits_is_taken_by_one_step(self) -> None:
        job = self.copy_of(self.loft)
        text = self.client.get(f"/jobs/{job}/near", params={"kind": "projector", "find": "Curlew"}).text
        self.assertRegex(text, r"170 mm short: over where people pass")  # its body is higher: 1830 over the floor
        command = json.loads(html.unescape(re.search(r'data-command="([^"]+)"', text)[1]))  # type: ignore[index]
        done = self.post(f"/jobs/{job}/commits", {"base": 1, "command": command, "stage": "throw", "view": {}}).json()
        self.assertEqual((done["kind"], done["label"]), ("done", "Quillmark Curlew 3 from the shelf"))
        again = self.client.get(f"/jobs/{job}/near", params={"kind": "projector", "find": "Curlew"}).text
        self.assertIn("chosen now", again)

    def test_alignment_tells_what_it_looks_like(self) -> None:
        lengths = {
            "diagonal 1": "2250",
            "diagonal 2": "2250",
            "top": "1956",
            "bottom": "1966",
            "left": "1104",
            "right": "1104",
        }
        page = self.client.get(f"/jobs/{self.loft}/align", params=lengths, headers=HTML).text
        self.assertIn("Top and bottom differ by 10 mm", page)
        self.assertIn("Pitched down: level the body", page)
        self.assertIn("5 mm", page)  # 0.25 % of 2250, down to the ruler's step
        square = self.client.get(f"/jobs/{self.loft}/align", params=lengths | {"bottom": "1957"}, headers=HTML).text
        self.assertIn("It is square: leave it", square)
        for changed, told in (({"top": ""}, "Measure top too"), ({"top": "wide"}, "wide"), ({"top": "19"}, "19")):
            answer = self.client.get(f"/jobs/{self.loft}/align", params=lengths | changed, headers=HTML)
            self.assertEqual(answer.status_code, 422)
            self.assertIn(told, answer.text)
            self.assertIn('value="1966"', answer.text)  # nothing typed is lost
        for job in (self.chapel, self.den):
            self.assertEqual(self.client.get(f"/jobs/{job}/align", headers=HTML).status_code, 200)

    def test_patterns_are_given_at_any_sensible_size(self) -> None:
        answer = self.client.get("/pattern.png", params={"kind": "focus", "w": 1920, "h": 1080})
        self.assertEqual((answer.headers["content-type"], answer.content[:4]), ("image/png", b"\x89PNG"))
        self.assertIn("kind=focus", self.client.get("/pattern", headers=HTML).text)
        for wrong in ({"w": 9}, {"w": 99_999}, {"kind": "cat"}, {"h": "tall"}):
            self.assertEqual(self.client.get("/pattern.png", params=wrong).status_code, 422)

    def test_the_tally_names_what_fails(self) -> None:
        ask = {"picture": "p1", "u": "3300", "v": "2400"}
        self.assertRegex(
            self.client.get(f"/jobs/{self.den}/tally", params=ask).json()["say"],
            r"^3300 mm out, 2400 mm along: \d of 5",
        )
        self.assertIn("not angle", self.client.get(f"/jobs/{self.den}/tally", params=ask | {"u": "900"}).json()["say"])
        self.assertEqual(self.client.get(f"/jobs/{self.den}/tally", params=ask | {"u": "-900"}).json()["say"], "")
        self.assertEqual(self.client.get(f"/jobs/{self.den}/tally", params={"u": "x", "v": "1"}).status_code, 422)

    def test_the_seat_map_is_drawn_when_it_is_asked_for(self) -> None:
        quiet = self.client.get(f"/jobs/{self.den}/picture", params={"lead": "plan"}, headers=HTML).text
        self.assertNotIn("s-map-", quiet)
        shown = self.client.get(f"/jobs/{self.den}/picture", params={"lead": "plan", "off": "none"}, headers=HTML).text
        self.assertIn("s-map-5", shown)
        self.assertIn("best row", shown)

    def test_the_seat_map_and_the_cloth_are_sheets_of_their_own(self) -> None:
        page = self.client.get(f"/jobs/{self.loft}/picture/print", headers=HTML).text
        self.assertIn("seat map", page)
        self.assertNotIn("cloth to cut", page)
        job = self.copy_of(self.loft)
        self.say(job, "scheme Woven frame")
        self.assertIn("cloth to cut", self.client.get(f"/jobs/{job}/picture/print", headers=HTML).text)
        for view, told in (("map", "rules pass"), ("cloth", "turned 12")):
            sheet = self.client.get(f"/jobs/{job}/picture", params={"lead": view}, headers=HTML).text
            self.assertIn(told, sheet)
            for kind in ("pdf", "svg", "dxf"):
                self.assertEqual(
                    self.client.get(f"/jobs/{job}/picture/print.{kind}", params={"view": view}).status_code, 200
                )

    def test_shapes_are_entries_too(self) -> None:
        job = self.copy_of(self.bedroom)
        for line, told in (
            ("tv 56 as a bare size", "56"),
            ("curve 1800", "1800 mm"),
            ("split 2 x 1", "2 x 1"),
            ("corner c2", "-45"),
            ("eyes at low", 'selected value="low"'),
        ):
            self.assertEqual(self.say(job, line, stage="picture").json()["kind"], "done", line)
            with self.subTest(line):
                self.assertIn(told, flat(self.client.get(f"/jobs/{job}/picture", headers=HTML).text))
        for line in (
            "curve 3 bananas",
            "split 0 x 2",
            "corner c7",
            "speaker at the back",
            "main nobody",
            "plays chess",
        ):
            answer = self.say(job, line, stage="picture").json()
            self.assertEqual(answer["kind"], "refused", line)
            self.assertGreater(len(answer["say"]), 20)

    def test_two_schemes_are_compared_and_one_chosen_with_why(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "scheme Larger TV", picture="p2")
        self.say(job, "tv Ember 77", picture="p2", stage="picture")
        text = self.client.get(f"/jobs/{job}/schemes", params={"picture": "p2"}, headers=HTML).text
        text = flat(text)
        self.assertIn("Larger TV", text)
        self.assertRegex(text, r'class="differs"><th scope="row">Angle across')
        self.assertEqual(len(re.findall(r'data-scale="([0-9.]+)"', text)), 2)
        self.assertEqual(len(set(re.findall(r'data-scale="([0-9.]+)"', text))), 1)  # the same scale
        answer = self.client.post(
            f"/jobs/{job}/decide",
            data={"token": self.token, "scheme": "v1", "why": "the smaller one <b>fits</b>"},
            headers=HTML,
        )
        self.assertEqual(answer.status_code, 303)
        after = self.client.get(f"/jobs/{job}/schemes", headers=HTML).text
        self.assertIn("chosen-mark", after)
        self.assertIn("the smaller one &lt;b&gt;fits&lt;/b&gt;", after)
        self.assertEqual(self.store.head(job).plan.scheme, "v1")
        gone = self.client.post(f"/jobs/{job}/decide", data={"token": self.token, "scheme": "v9"}, headers=HTML)
        self.assertEqual(gone.status_code, 404)

    def test_one_scheme_has_the_page_and_a_second_is_a_press_away(self) -> None:
        page = self.client.get(f"/jobs/{self.bedroom}/schemes", headers=HTML).text
        (width,) = re.findall(r'<svg[^>]* viewBox="0 0 (\d{3,})', page)
        self.assertGreater(int(width), 800)
        (line,) = re.findall(r'href="/jobs/\w+(/picture\?say=[^"]*)"', page)
        sheet = self.client.get(f"/jobs/{self.bedroom}{line}", headers=HTML).text
        self.assertIn('value="scheme Second way"', sheet)  # on the tape line, read back before it is done

    def test_schemes_on_walls_of_different_length_stand_at_one_scale(self) -> None:
        start = say(room(outline="room 4000 x 7000"), "seat 3000", "tv Slate 55", "scheme Long wall", "on w2")
        job = self.store.create(start, "tester")
        for view in ("section", "elevation", "plan"):
            page = self.client.get(f"/jobs/{job}/schemes", params={"view": view}, headers=HTML).text
            scales = re.findall(r'data-scale="([\d.]+)"', page)
            self.assertEqual((len(scales), len(set(scales))), (2, 1), (view, scales))

    def test_another_view_of_the_schemes_keeps_picture_seat_and_scene(self) -> None:
        asked = {"picture": "p1", "seat": "s4", "scene": "k2"}
        page = self.client.get(f"/jobs/{self.loft}/schemes", params=asked, headers=HTML).text
        self.assertIn("from seat 2a, in lamps", page)
        (plan,) = re.findall(r'href="\?([^"]*view=plan)"', page)
        other = self.client.get(f"/jobs/{self.loft}/schemes?{plan.replace('&amp;', '&')}", headers=HTML).text
        self.assertIn("from seat 2a, in lamps", other)
        self.assertIn('data-view="plan"', other)

    def test_a_hall_of_displays_answers_and_tries_cures_when_asked(self) -> None:
        """Nine displays, two dozen seats: the worst findings come with their cures, the others' are a press away, and hold."""
        job = self.store.create(say(hall(), "bottom 700", subject=Subject("p5", "s1", "k1", None)), "tester")
        page = self.client.get(f"/jobs/{job}/picture", headers=HTML).text
        waiting = re.findall(r'data-try="([^"]+)"', page)
        self.assertTrue(waiting)
        self.assertTrue("data-cure=" in page)
        report = evaluate(self.store.head(job).plan, self.store.gear())
        for key in waiting[:3]:
            finding = report.find(key)
            assert finding
            tried = cures_that_cure(self.store.head(job).plan, self.store.gear(), report, finding)
            told = self.client.get(f"/jobs/{job}/cures", params={"finding": key, "stage": "picture"}).text
            self.assertEqual(told.count("data-cure="), len(tried), key)
            self.assertEqual("No one change" in told, not tried)
        self.assertIn("No one change", self.client.get(f"/jobs/{job}/cures", params={"finding": "nothing"}).text)
        again = re.findall(r'data-try="([^"]+)"', self.client.get(f"/jobs/{job}/picture", headers=HTML).text)
        self.assertLess(len(again), len(waiting))
        self.assertIn(
            "and not what the others give",
            flat(self.client.get(f"/jobs/{job}/breaking", params={"picture": "p5"}).text),
        )

    def test_checks_that_pass_elsewhere_or_are_many_are_folded_and_nothing_else_is(self) -> None:
        few, many = self.copy_of(self.bedroom), self.store.create(hall(), "tester")
        for job in (few, many):
            page = self.client.get(f"/jobs/{job}/picture", headers=HTML).text
            report = evaluate(self.store.head(job).plan, self.store.gear())
            listed = re.findall(r'class="finding finding-(\w+)', page)
            self.assertEqual(len(listed), len(report.findings))
            before, folded, after = page.partition('id="passing"')
            self.assertTrue(folded)
            self.assertEqual(set(re.findall(r'class="finding finding-(\w+)', after)), {"good"})
            self.assertLessEqual(re.findall(r'class="finding finding-(\w+)', before).count("good"), 8)
            own = [one for one in report.findings if one.code.stage == "picture" and one.level.value == "good"]
            self.assertEqual(re.findall(r'class="finding finding-(\w+)', before).count("good"), min(len(own), 8))

    def test_solved_for_at_the_tape_line_is_one_step(self) -> None:
        job = self.copy_of(self.chapel)
        answer = self.say(job, "clear stops").json()
        self.assertEqual(answer["kind"], "done")
        self.assertNotIn("finding-stop", answer["regions"]["reckoning"])
        self.assertEqual(self.store.head(job).revision, 2)
        self.assertIn("no stop to clear", self.say(job, "clear stops").json()["say"])
