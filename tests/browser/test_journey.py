"""The main job as a user does it, from an empty Desk to holes, a file, and an undo after the server was restarted."""

from __future__ import annotations

import json
import re
from pathlib import Path

from tests.browser.driving import REVISION, BrowserCase


class Journey(BrowserCase):
    def test_one_room_from_end_to_end(self) -> None:
        page = self.open("/")
        page.fill("#new-name", "Loft over the bakery")
        page.click("text=Open the sheet")
        page.locator("#tape").wait_for()
        self.assertIn("s-outline-assumed", page.locator("#lead-svg").inner_html())
        for line in ("room 13'8 x 19' x 9'4", "seat 10'8", "eye 42", "screen 98"):
            self.say(page, line)
        first = page.locator(".headline-value").first.inner_text()
        self.assertRegex(first, r"\d")  # a first answer after five entries
        page.click(".stage-label >> text=Throw")
        page.wait_for_url("**/throw*")
        self.say(page, "made of ceiling joists")
        self.say(page, "projector Heron")
        self.say(page, "throw 8'6")
        stop = page.locator(".finding-stop").first
        self.assertIn("too short", stop.inner_text())

        cure = stop.locator(".cure").first
        cure.focus()
        page.locator("#lead-svg .s-ghost").first.wait_for()
        self.assertIn("would be", page.locator("#delta").inner_text())
        revision = self.revision(page)
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding-stop").count(), 0)
        self.assertIn("stop cleared", page.locator("#delta").inner_text())

        page.click(".stage-label >> text=Picture")
        page.wait_for_url("**/picture*")
        allowed = page.locator(".headline-label", has_text="ladder allows").inner_text()
        self.assertRegex(allowed, r"ladder allows .+ to .+")
        self.assertIn("All agree from", str(page.locator(".drawing-ladder").get_attribute("aria-label")))
        self.say(page, "bottom 44")
        self.say(page, "tv Slate 65")
        page.click(".stage-label >> text=Fixing")
        page.wait_for_url("**/fixing*")
        page.select_option("select[data-say=mount]", label="Ironlark Flat 600")
        page.locator(".drawing-plate").wait_for()
        holes = page.locator(".headline", has_text="upper hole row").locator(".headline-value").inner_text()
        self.assertRegex(holes.replace("\n", " "), r"\d+′")
        page.locator(".headline", has_text="upper hole row").click()
        page.locator("#working .put-in").wait_for()
        self.assertIn("rules 7.3", page.locator("#working").inner_text())

        with page.expect_download() as download:
            page.click("#tabs >> text=Files")
            page.click("text=The whole job")
        file = Path(str(download.value.path()))
        page.goto(self.address() + "/")
        page.set_input_files(
            "#import-file", {"name": "bakery.ovalroom", "mimeType": "application/zip", "buffer": file.read_bytes()}
        )
        page.click("text=Take it in")
        page.wait_for_url(re.compile(r"/jobs/[0-9a-f]{8}/picture"))
        self.assertIn("Loft over the bakery", page.locator("#head").inner_text())

        self.say(page, "top 90")
        changed = page.locator("input[data-say=top]").input_value()
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(700)  # nothing of the page is still on its way
        self.restart()
        page.reload()
        page.wait_for_load_state("networkidle")
        self.assertEqual(page.locator("input[data-say=top]").input_value(), changed)
        page.click("[data-step=undo]")
        self.until(page, f"document.querySelector('input[data-say=top]').value !== {json.dumps(changed)}")
        self.assertEqual(self.complaints, [])

    def test_a_wrong_entry_keeps_what_was_typed(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Chapel flat')}/throw")
        page.wait_for_load_state("networkidle")
        field = page.locator("input[data-say=throw]")
        field.fill('3 m 4"')
        field.press("Enter")
        wrong = page.locator(".entry .wrong:not([hidden])")
        wrong.wait_for()
        self.assertIn("add up", wrong.inner_text())
        self.assertEqual(field.input_value(), '3 m 4"')
        page.fill("#tape", 'throw 3 m 4"')
        page.press("#tape", "Enter")
        page.locator("#tape-say.tape-wrong").wait_for()
        self.assertEqual(page.locator("#tape").input_value(), 'throw 3 m 4"')
        page.fill("#tape", "lens 7'8")
        self.until(page, "document.querySelectorAll('#tape-options button').length", 2)  # it asks: height or throw

    def test_what_is_typed_while_a_change_is_on_its_way_is_not_lost(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Bedroom')}/picture")
        page.wait_for_load_state("networkidle")
        network = page.context.new_cdp_session(page)
        network.send("Network.enable")
        network.send(
            "Network.emulateNetworkConditions",
            {"offline": False, "latency": 400, "downloadThroughput": -1, "uploadThroughput": -1},
        )
        revision = self.revision(page)
        page.fill("input[data-say=along]", "1900 mm")
        page.press("input[data-say=along]", "Tab")
        page.fill("input[data-say=stand-off]", "43")  # half typed when the first answer comes
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.input_value("input[data-say=stand-off]"), "43")
        page.fill("input[data-say=stand-off]", "430 mm")
        page.press("input[data-say=stand-off]", "Enter")
        page.fill("input[data-say=bottom]", "1200 mm")
        page.press("input[data-say=bottom]", "Enter")  # while the one before is on its way
        self.until(page, REVISION, revision + 3)
        page.wait_for_timeout(600)
        self.assertEqual(self.revision(page), revision + 3)  # three changes; nothing half typed was taken
        self.assertEqual(
            [page.input_value(f"input[data-say={word}]") for word in ("along", "stand-off", "bottom")],
            ["1900 mm", "430 mm", "1200 mm"],
        )

    def test_keys_subject_views_and_units(self) -> None:
        page = self.open("/")
        job = self.job(page, "Chapel flat")
        page.goto(f"{self.address()}/jobs/{job}/throw")
        page.wait_for_load_state("networkidle")
        page.keyboard.press("Escape")
        page.keyboard.press("p")
        page.locator("#lead .drawing-plan").wait_for()
        page.locator('.grip[data-grip="seat.s4"]').click()
        self.until(page, "document.querySelector('[data-subject=seat]').value === 's4'")
        page.locator("#board").focus()
        page.keyboard.press("n")
        page.locator(".finding-stop .cure:focus").first.wait_for()
        page.keyboard.press("Escape")
        page.keyboard.press("u")
        page.locator("[data-flip]", has_text="mm").wait_for()
        self.assertIn("mm", page.locator(".headline-value").first.inner_text())
        page.locator("#board").focus()
        page.keyboard.press("z")
        page.locator("[data-flip]", has_text="feet").wait_for()
        page.click("#layers summary")
        page.click("[data-layer=people]")
        self.until(page, "!document.querySelector('#lead-svg .s-head')")
        page.reload()
        self.assertEqual(page.locator("#lead-svg .s-head").count(), 0)  # layers are remembered
        page.locator("#board").focus()
        page.keyboard.press("2")
        page.wait_for_url("**/survey*")
        self.assertEqual(self.complaints, [])

    def test_two_people_on_one_job(self) -> None:
        one = self.open("/", self.context(author="wil"))
        job = self.job(one, "Bedroom")
        other = self.open(f"/jobs/{job}/picture", self.context(author="ada"))
        one.goto(f"{self.address()}/jobs/{job}/picture")
        one.wait_for_load_state("networkidle")
        self.say(one, "bottom 1200 mm")
        other.fill("#tape", "bottom 1250 mm")
        other.press("#tape", "Enter")
        other.locator("#clash:not([hidden])").wait_for()
        text = other.locator("#clash").inner_text()
        self.assertIn("wil", text)
        self.assertIn("put mine", text)
        other.click("text=put mine")
        self.until(other, "document.querySelector('input[data-say=bottom]').value === '1250 mm'")
