"""Routing as it is worked: two fast consoles on a receiver, a boat-shed whose sound must not die, a cable drawn by hand,
a display asked, a button played."""

from __future__ import annotations

import re
from typing import Any

from tests.browser.driving import PHONE, REVISION, BrowserCase

CUT_OFF = """[...document.querySelectorAll("main button, main select, main a.btn")].filter(
  (one) => one.offsetParent && one.getBoundingClientRect().right > window.innerWidth - 8).map((one) => one.innerText)"""
"""What reaches past the screen's right edge."""


class Routing(BrowserCase):
    def take(self, page: Any, finding: str, cure: str) -> None:
        """Take a finding's cure by the keyboard, as one step."""
        revision = self.revision(page)
        button = page.locator(".finding", has_text=finding).locator(".cure", has_text=cure).first
        button.focus()
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)

    def wires(self, page: Any) -> dict[str, str]:
        """How every cable is drawn on the board."""
        found = page.locator("#lead-svg path[class^='s-wire'][data-ref]").all()
        out: dict[str, str] = {}
        for one in found:  # its line comes before its arrow
            out.setdefault(one.get_attribute("data-ref"), one.get_attribute("class"))
        return out

    def test_two_fast_consoles_on_a_receiver_with_two_fast_inputs(self) -> None:
        """The chapel: by the cures both stand in fast inputs, their setting is on, and the first link that can't is the
        display's."""
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Chapel')}/routing")
        page.wait_for_load_state("networkidle")
        self.assertIn("s-wire-mind", set(self.wires(page).values()))
        self.take(page, "fast inputs to what asks for them", "Kestrel into in 6")
        self.take(page, "ships at 18 Gbit/s", "Set in 6")
        told = page.locator(".finding", has_text="Kestrel Slim to wall TV").inner_text()
        self.assertIn("wall TV in 1 carries 18.0 of the 44.5 Gbit/s", told)
        for console in ("Kestrel", "Kestrel Slim"):
            self.assertEqual(page.locator(".finding", has_text=f"{console} to wall TV: no 2160p120").count(), 1)
        self.assertEqual(page.locator(".finding", has_text="ships at 18").count(), 0)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_the_boat_sheds_sound_does_not_die_when_the_screen_is_down(self) -> None:
        """A player on TV and screen by a splitter, the bar on the TV: it is told, and another way to link it cures it."""
        page = self.open("/")
        job = self.job(page, "Boat-shed")
        page.goto(f"{self.address()}/jobs/{job}/routing")
        page.wait_for_load_state("networkidle")
        for line in (
            "another screen Drop 220", "projector Heron 2", "drop c2", "drop Broadcast Box", "device Fork 2",
            "Wisp Plus > Fork 2", "Fork 2 > Ember in 2", "Fork 2 > Heron",
        ):  # fmt: skip
            self.say(page, line)
        dies = page.locator(".finding", has_text="it dies when Tarnbeck Ember 77 is off")
        dies.wait_for()
        page.locator("#tabs a", has_text="Ways to link it").click()
        page.locator("section", has_text="sound taken before").locator("button", has_text="Link it so").click()
        page.locator("#lead-svg svg[data-view=signals]").wait_for()
        self.assertEqual(page.locator(".finding", has_text="it dies when").count(), 0)
        self.assertEqual(page.locator(".finding-stop", has_text="nothing sounds").count(), 0)
        self.assertGreater(page.locator(".finding", has_text="taken out by cable").count(), 0)
        page.locator("[data-step=undo]").click()
        dies.wait_for()
        self.assertEqual(self.complaints, [])

    def test_a_cable_is_drawn_from_post_to_post(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Bedroom')}/routing")
        page.wait_for_load_state("networkidle")
        self.say(page, "device Kestrel Slim")
        before, revision = self.wires(page), self.revision(page)
        posts = "[...document.querySelectorAll('#lead-svg .s-post-hold')].map(one => one.dataset.ref)"
        added = next(ref for ref in page.evaluate(posts) if re.fullmatch(r"dv\d{6}", ref))
        a, b = (page.locator(f"#lead-svg .s-post-hold[data-ref={ref}]").bounding_box() for ref in (added, "p1"))
        middle = a["y"] + a["height"] / 2
        page.mouse.move(a["x"] + a["width"] / 2, middle)
        page.mouse.down()
        page.mouse.move(b["x"] + b["width"] / 2, middle, steps=6)
        self.assertEqual(page.locator("#lead-svg .s-ghost").count(), 1)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(len(self.wires(page)), len(before) + 1)
        self.assertIn("Kestrel Slim out > bedroom TV in", page.locator("#tape-say").inner_text())
        revision = self.revision(page)
        page.mouse.move(b["x"] + b["width"] / 2, middle)
        page.mouse.down()
        page.mouse.move(a["x"] + a["width"] / 2, middle, steps=6)
        page.mouse.up()
        page.locator("#tape-say.tape-wrong", has_text="has no input").wait_for()
        self.assertEqual(self.revision(page), revision)
        self.assertEqual(len(self.complaints), 1)  # the refusal itself
        self.assertIn("422", self.complaints[0])

    def test_schedule_displays_buttons_and_faults_on_a_phone(self) -> None:
        page = self.open("/", self.context(PHONE, has_touch=True))
        job = self.job(page, "Chapel")
        for name, said in (
            ("cables", "Cable schedule"), ("displays", "What each display takes"), ("buttons", "Scenes, a button each"),
            ("faults?way=dv1+p2&symptom=snow+or+wrong+colour", "Test this next"), ("layouts", "Ways to link it"),
        ):  # fmt: skip
            page.goto(f"{self.address()}/jobs/{job}/{name}")
            page.wait_for_load_state("networkidle")
            self.assertIn(said, page.locator("body").inner_text())
            wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
            self.assertLessEqual(wide, 0, name)
            self.assertEqual(page.evaluate(CUT_OFF), [], name)
            self.assertEqual(self.axe(page), [], name)
        page.goto(f"{self.address()}/jobs/{job}/displays")
        page.locator("section", has_text="wall TV").locator("button", has_text="Ask in 2").click()
        page.locator("#offered p", has_text="in 2: a stand-in for wall TV answered").wait_for()
        page.locator("#offered button", has_text="Take it for in 2").click()
        page.locator("[role=status]", has_text="EDID of wall TV in 2").wait_for()
        page.locator("section", has_text="wall TV").locator("tr", has_text="read, a stand-in for wall TV").wait_for()
        bedroom = self.job(page, "Bedroom")
        page.goto(f"{self.address()}/jobs/{bedroom}/routing")
        page.fill("#tape", "tv Ember 65 Play")
        page.press("#tape", "Enter")
        page.locator(".entry", has_text="full rate, in 2").first.wait_for(state="attached")
        page.goto(f"{self.address()}/jobs/{bedroom}/displays")
        page.locator("button", has_text="Set enhanced").last.click()
        page.locator("button[aria-pressed=true]", has_text="✓ enhanced").wait_for()
        self.assertEqual(page.evaluate(CUT_OFF), [])  # two buttons a row, beside all that an input lists
        page.goto(f"{self.address()}/jobs/{job}/buttons")
        film = page.locator("#bn1")
        film.locator("select[name=fault]").select_option("silent")
        film.locator("select[name=of]").select_option("Quillmark Heron 2")
        film.locator("button").click()
        page.locator("#bn1 .wrong", has_text="Nine 3 in 6 was not told").wait_for()
        self.assertTrue(re.search(r"play=bn1", page.url))
        self.assertEqual(self.complaints, [])
