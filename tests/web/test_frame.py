"""The job's frame: each page one press from the sheet and back at the same subject, findings by the stage they are of."""

from __future__ import annotations

import html
import re

from oval_room.core.parts import STAGES
from tests.web.serving import HTML, WebCase, flat

SAY = {"base": 1, "stage": "routing"}


class Frame(WebCase):
    def get(self, address: str) -> str:
        answer = self.client.get(address, headers=HTML)
        self.assertEqual(answer.status_code, 200, f"{address}: {answer.text[:300]}")
        return flat(answer.text)

    def tabs(self, page: str) -> dict[str, str]:
        nav = page.partition('id="tabs"')[2].partition("</nav>")[0].partition("tabs-pages")[2]
        return {says: html.unescape(to) for to, says in re.findall(r'class="tab" href="([^"]+)"[^>]*>([^<]+)</a>', nav)}

    def test_each_page_is_one_press_from_the_sheet_and_back_at_the_same_subject(self) -> None:
        """The presses of every stage of three jobs: in the frame, at its stage, this tab marked, and home again."""
        seen = set()
        for job, subject in ((self.chapel, "picture=p2&seat=s3"), (self.library, "picture=p2"), (self.bedroom, "")):
            for stage in STAGES:
                sheet = f"/jobs/{job}/{stage}?{subject}".rstrip("?")
                page = self.client.get(sheet, headers=HTML)
                if "stage-here" not in page.text:
                    continue  # a stage that this job has nothing of
                tabs = self.tabs(flat(page.text))
                home = tabs.pop("Sheet")
                for says, address in tabs.items():
                    with self.subTest(sheet, tab=says):
                        there = self.get(address)
                        seen.add(says)
                        self.assertEqual(self.tabs(there)["Sheet"], home)
                        self.assertRegex(there, rf'aria-current="page">{re.escape(says.replace("?", ""))}')
                        self.assertIn('id="tape"', there)
                        self.assertIn(f'data-stage="{stage}"', there)
                        at = there.partition('class="stage stage-here"')[2][:200]
                        self.assertIn(f"/jobs/{job}/{stage}", at)
        self.assertGreaterEqual(len(seen), 14)

    def test_a_line_said_in_a_room_is_heard_without_a_drawing_and_answered_without_regions(self) -> None:
        job = self.copy_of(self.chapel)
        body = SAY | {"line": "cable c1 3 m", "view": {"room": "1"}}
        heard = self.post(f"/jobs/{job}/heard", body).json()
        self.assertEqual((heard["kind"], heard["lead"]), ("heard", ""))
        said = self.post(f"/jobs/{job}/say", body | {"key": "frame-1"}).json()
        self.assertEqual((said["kind"], said["regions"], said["revision"]), ("done", {}, 2))
        self.assertIn("3 m", self.get(f"/jobs/{job}/cables"))

    def test_cautions_stand_before_the_step_on_the_page_itself(self) -> None:
        for place, caution, step in (
            ("align", "Never look into the lens", "Warm the projector up"),
            ("buttons", "Watch the room the first time", "Play it"),
            ("faults", "Pull no plug behind", "Where to look"),
            ("cables", "Test every cable at its full rate", "drill-table"),
            ("drill?picture=p2", "Find cables and pipes before any hole", "drill-table"),
        ):
            page = self.get(f"/jobs/{self.chapel}/{place}").partition('id="room"')[2].partition("</main>")[0]
            with self.subTest(place):
                self.assertIn(caution, page)
                self.assertLess(page.index(caution), page.index(step))

    def test_two_revisions_beside_each_other_belong_to_what_was_done(self) -> None:
        page = self.get(f"/jobs/{self.chapel}/compare?a=1&b=1")
        self.assertIn('aria-current="page">What was done', page)

    def test_a_panels_own_address_leads_to_the_sheet_with_it_open(self) -> None:
        navigate = HTML | {"sec-fetch-mode": "navigate"}
        for panel, stage in (
            ("near", ""),
            ("games", "rig"),
            ("wide", "throw"),
            ("sizes", "picture"),
            ("kinds", "picture"),
        ):
            answer = self.client.get(f"/jobs/{self.chapel}/{panel}?kind=tv", headers=navigate)
            with self.subTest(panel):
                self.assertEqual(answer.status_code, 303)
                to = answer.headers["location"]
                self.assertIn(f"open={panel}", to)
                self.assertIn(f"/jobs/{self.chapel}/{stage}", to)
                self.assertNotIn("<html", self.client.get(f"/jobs/{self.chapel}/{panel}?kind=tv").text)

    def test_findings_of_other_stages_stand_under_a_line_each(self) -> None:
        page = self.get(f"/jobs/{self.chapel}/routing")
        own = page.partition('aria-label="Findings"')[2].partition("</ul>")[0]
        self.assertNotIn("finding-stop", own)  # the lens is too near, which is none of Routing's
        self.assertIn("Wisp Plus reaches no display", own)
        throw = page.partition('id="elsewhere-throw"')[2].partition("</details>")[0]
        self.assertRegex(throw, r"<b>Throw</b>: 1 stop, 1 mind")
        self.assertIn("too short for this width", throw)
        at_throw = self.get(f"/jobs/{self.chapel}/throw").partition('aria-label="Findings"')[2].partition("</ul>")[0]
        self.assertIn("too short for this width", at_throw)

    def test_what_is_new_elsewhere_is_opened(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2")
        shown = flat(self.say(job, "throw 8 ft", stage="picture").json()["regions"]["reckoning"])
        self.assertIn('id="elsewhere-throw" open', shown)
        self.assertNotIn('id="elsewhere-fixing" open', shown)

    def test_an_accepted_mind_is_folded_with_its_reason(self) -> None:
        job = self.copy_of(self.chapel)
        mind = next(
            one.key
            for one in self.app.state.bench.report(self.store.head(job)).findings
            if one.level.value == "mind" and one.code.stage == "picture"
        )
        body = {"finding": mind, "why": "he likes it <so>", "base": 1, "stage": "picture"}
        self.assertEqual(self.post(f"/jobs/{job}/accept", body).json()["kind"], "done")
        page = self.get(f"/jobs/{job}/picture")
        own = page.partition('aria-label="Findings"')[2].partition("</ul>")[0]
        self.assertNotIn(mind, own)
        elsewhere = self.get(f"/jobs/{job}/throw").partition('id="elsewhere-picture"')[2].partition("</summary>")[0]
        self.assertIn("2 minds, 1 accepted", elsewhere)  # as the rail counts them
        self.assertIn("he likes it &lt;so&gt;", page.partition('id="accepted"')[2].partition("</details>")[0])
