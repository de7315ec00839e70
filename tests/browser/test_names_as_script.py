"""Every text that can be typed freely, tried as script in a real browser, without the policy that would stop it."""

from __future__ import annotations

import json
from itertools import count
from pathlib import Path
from typing import Any

from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import gear_hash
from oval_room.demo.jobs import demo_jobs
from oval_room.demo.shop import WHOLE
from oval_room.formats.job_file import Pinned, write_job
from tests.browser.driving import BrowserCase

MARK = "zqz"
SCRIPT = f"""'"><img src=x class={MARK} onerror=ran=1></svg></script><script>ran=2</script>"""
FREE = (
    "name",
    "client",
    "place",
    "by",
    "who",
    "must_stay",
    "landlord",
    "cables",
    "flue",
    "circuit",
    "note",
    "reason",
    "why",
    "text",
    "label",
)
RAN = f"[typeof ran, document.getElementsByClassName('{MARK}').length, document.getElementsByTagName('parsererror').length]"
"""Whether a script ran, how many elements a name made, and whether the drawing can't be read for one."""
STAGES = ("brief", "survey", "picture", "throw", "fixing")


def as_script(node: Any, numbers: count[int]) -> Any:
    """A document with a script in place of every text that was typed freely."""
    if isinstance(node, dict):
        return {
            key: f"{SCRIPT}{next(numbers)}" if key in FREE and isinstance(value, str) else as_script(value, numbers)
            for key, value in node.items()
        }
    return [as_script(value, numbers) for value in node] if isinstance(node, list) else node


def hostile_file() -> bytes:
    """A demonstration job, its gear, its notes: all called by scripts."""
    numbers, plan = count(), next(plan for plan in demo_jobs() if "Chapel" in plan.name)
    said, gear = json.dumps(as_script(plan.model_dump(mode="json"), numbers)), {}
    for old, item in WHOLE.items():
        if old in said:
            called = item.model_copy(update={"maker": SCRIPT, "model": f"{SCRIPT}{next(numbers)}", "note": SCRIPT})
            gear[gear_hash(called)] = called
            said = said.replace(old, gear_hash(called))
    assert next(numbers) > 12 and len(gear) > 1
    notes = [Pinned(about, SCRIPT, SCRIPT[:40], "2026-10-05T09:40:00") for about in ("job", "s1")]
    return write_job(Plan.model_validate_json(said), gear, notes)


class NamesAsScript(BrowserCase):
    def test_no_name_runs_as_script(self) -> None:
        context = self.context(bypass_csp=True, author="tester", accept_downloads=True)
        page = self.open("/", context)
        file = Path(self.data).with_name("hostile.ovalroom")
        file.write_bytes(hostile_file())
        page.set_input_files("#import-file", file)
        page.locator("form[action$='/import'] button").click()
        page.wait_for_url("**/jobs/**")
        job = page.url.split("/jobs/")[1].split("/")[0]
        for about, line in (("picture", f"call s1 {SCRIPT[:60]}"), ("brief", f"name {SCRIPT}")):
            page.goto(f"{self.address()}/jobs/{job}/{about}")
            page.fill("#tape", line)
            page.wait_for_timeout(600)
            self.assertEqual(page.evaluate(RAN), ["undefined", 0, 0], line)
        sheets = [f"/jobs/{job}/{stage}" for stage in STAGES]
        views = [f"/jobs/{job}/picture?lead={lead}" for lead in ("section", "plan", "elevation", "ladder", "seat")]
        prints = [f"{sheet}/print{kind}" for sheet in sheets[1:] for kind in ("", ".svg")]
        beside = [
            f"/jobs/{job}/{name}"
            for name in (
                "history",
                "compare?a=1&b=1",
                "schemes",
                "files",
                "sun",
                "sizes",
                "kinds",
                "greys",
                "wide",
                "drill",
            )
        ]
        seen = 0
        for address in ("/", "/gear", "/?q=zqz", *sheets, *views, *prints, *beside):
            answer = page.goto(self.address() + address)
            page.wait_for_timeout(80)  # what the page does of itself once it is loaded
            seen += MARK in (answer.text() if answer else "")
            with self.subTest(address):
                self.assertEqual(answer.status if answer else 0, 200)
                self.assertEqual(page.evaluate(RAN), ["undefined", 0, 0])
        self.assertGreater(seen, 20)  # the names were there to run
        for address in (f"/jobs/{job}/readings.csv", f"/jobs/{job}/throw/print.dxf", f"/jobs/{job}/throw/print.pdf"):
            got = context.request.get(self.address() + address)
            with self.subTest(address):
                self.assertTrue(got.ok)
                self.assertNotIn("html", got.headers["content-type"])
                self.assertEqual(got.headers["x-content-type-options"], "nosniff")
                self.assertNotIn(b"/JavaScript", got.body())
