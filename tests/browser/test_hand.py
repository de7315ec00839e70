"""The hand in the real browser: a drag previews as it goes, ends in one step, keeps its grip on a slow server."""

from __future__ import annotations

import json
from typing import Any

from tests.browser.driving import PHONE, REVISION, BrowserCase


class Hand(BrowserCase):
    def sheet(self, stage: str = "throw", name: str = "Chapel flat", **context: Any) -> Any:
        page = self.open("/", self.context(**context))
        job = self.job(page, name)
        page.goto(f"{self.address()}/jobs/{job}/{stage}")
        page.wait_for_load_state("networkidle")
        return page

    def middle(self, page: Any, key: str) -> tuple[float, float]:
        box = page.locator(f'.grip[data-grip="{key}"]').bounding_box()
        assert box
        return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2

    def at(self, page: Any, key: str) -> tuple[float, float]:
        """Where a grip's thing is, in its view [mm]."""
        u, v = json.loads(page.locator(f'.grip[data-grip="{key}"]').get_attribute("data-at"))
        return u, v

    def test_a_drag_is_previewed_and_is_one_step(self) -> None:
        page = self.sheet()
        revision = self.revision(page)
        x, y = self.middle(page, "lens.j1")
        page.mouse.move(x, y)
        page.mouse.down()
        for i in range(1, 61):
            page.mouse.move(x + i * 1.5, y)
        page.wait_for_timeout(1)
        self.until(page, "document.querySelector('#delta').innerText.includes('stop cleared')")
        self.assertGreater(page.evaluate("window.ovalPreviews"), 1)
        self.assertEqual(self.revision(page), revision)  # nothing is written while it moves
        for _ in range(50):  # the last preview may still be on its way
            gx, _gy = self.middle(page, "lens.j1")
            if abs(gx - x - 90) < 9:
                break
            page.wait_for_timeout(100)
        self.assertAlmostEqual(gx, x + 90, delta=9)  # the grip is under the hand, to its snap
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding-stop").count(), 0)
        page.click("[data-step=undo]")
        self.until(page, REVISION, revision + 2)
        self.assertEqual(page.locator(".finding-stop").count(), 1)

    def test_the_lens_is_pulled_along_the_throw_strip(self) -> None:
        page = self.sheet("throw?lead=strip")
        revision, (x, y) = self.revision(page), self.middle(page, "throw.j1")
        stops = page.locator(".finding-stop").count()
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 160, y + 30, steps=20)
        self.until(page, "document.querySelector('#delta').innerText.includes('stop cleared')")
        for _ in range(50):  # the last preview may still be on its way
            gx, gy = self.middle(page, "throw.j1")
            if abs(gx - x - 160) < 9:
                break
            page.wait_for_timeout(100)
        self.assertAlmostEqual(gx, x + 160, delta=9)  # the strip stands still under the hand
        self.assertAlmostEqual(gy, y, delta=1)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertLess(page.locator(".finding-stop").count(), stops)
        page.click("[data-step=undo]")
        self.until(page, REVISION, revision + 2)

    def test_escape_puts_it_back(self) -> None:
        page = self.sheet()
        revision, x, y = self.revision(page), *self.middle(page, "lens.j1")
        before = page.locator("#lead-svg").inner_html()
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 80, y + 40, steps=5)
        self.until(page, "document.querySelector('#delta').innerText !== ''")
        page.keyboard.press("Escape")
        self.assertEqual(page.locator("#lead-svg").inner_html(), before)
        page.mouse.up()
        page.wait_for_timeout(200)
        self.assertEqual(self.revision(page), revision)
        self.assertEqual(self.middle(page, "lens.j1"), (x, y))

    def test_a_slow_server_keeps_the_grip_and_the_last_place_wins(self) -> None:
        page = self.sheet("survey")
        flights: list[str] = []
        page.on("request", lambda request: flights.append(request.url) if request.url.endswith("/pull") else None)
        network = page.context.new_cdp_session(page)
        network.send("Network.enable")
        network.send(
            "Network.emulateNetworkConditions",
            {"offline": False, "latency": 300, "downloadThroughput": -1, "uploadThroughput": -1},
        )
        revision, x, y = self.revision(page), *self.middle(page, "seat.s4")
        before, scale = (
            self.at(page, "seat.s4")[0],
            page.evaluate("Number(document.querySelector('#lead-svg svg').dataset.scale)"),
        )
        page.mouse.move(x, y)
        page.mouse.down()
        for i in range(1, 21):
            page.mouse.move(x - i * 2, y)
            page.wait_for_timeout(20)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        self.assertLess(len(flights), 12)  # one in flight at a time, the rest are skipped
        self.assertAlmostEqual(
            (self.at(page, "seat.s4")[0] - before) * scale, -40, delta=9
        )  # its last place, to its snap

    def test_arrow_keys_do_what_a_drag_does_and_count_as_one_step(self) -> None:
        page = self.sheet()
        revision = self.revision(page)
        page.locator('.grip[data-grip="lens.j1"]').focus()
        for i in range(3):
            page.keyboard.press("ArrowRight")
            self.until(page, REVISION, revision + 1 + i)
        page.keyboard.press("Shift+ArrowRight")
        self.until(page, REVISION, revision + 4)
        self.assertEqual(page.locator("input[data-say=throw]").input_value(), "9' 3 1/2\"")  # 2 11/16 + 13/16
        page.click("[data-step=undo]")
        self.until(page, REVISION, revision + 5)
        self.assertEqual(page.locator("input[data-say=throw]").input_value(), "9' 2 11/16\"")  # all four at once

    def test_no_nudge_is_lost_on_a_slow_server(self) -> None:
        """Five presses at once, each answer half a second late: all of them arrive, as one step of undo."""
        page = self.sheet()
        before, revision = self.at(page, "lens.j1")[0], self.revision(page)
        network = page.context.new_cdp_session(page)
        network.send("Network.enable")
        slow = {"offline": False, "latency": 500, "downloadThroughput": -1, "uploadThroughput": -1}
        network.send("Network.emulateNetworkConditions", slow)
        page.locator('.grip[data-grip="lens.j1"]').focus()
        for key in ("ArrowRight", "ArrowRight", "Shift+ArrowRight", "ArrowLeft", "ArrowRight"):
            page.keyboard.press(key)
        moved = "JSON.parse(document.querySelector('[data-grip=\"lens.j1\"]').dataset.at)[0]"
        self.until(page, f"Math.round({moved} * 100) / 100", round(before + 12 * 25.4 / 16, 2))
        self.assertGreater(self.revision(page), revision)
        page.click("[data-step=undo]")
        self.until(page, f"Math.round({moved} * 100) / 100", round(before, 2))

    def test_the_keyboard_alone_nudges_undoes_and_skips(self) -> None:
        page = self.sheet("picture")
        bottom = "input[data-say=bottom]"
        before, revision = page.locator(bottom).input_value(), self.revision(page)
        page.focus("#tape")
        page.keyboard.press("Escape")  # from the tape line to the sheet
        page.keyboard.press("ArrowUp")
        self.until(page, REVISION, revision + 1)
        page.keyboard.press("Shift+ArrowUp")
        self.until(page, REVISION, revision + 2)
        self.assertNotEqual(page.locator(bottom).input_value(), before)
        page.keyboard.press("Control+z")  # both nudges are one step
        self.until(page, REVISION, revision + 3)
        self.assertEqual(page.locator(bottom).input_value(), before)
        page.keyboard.press("Control+Shift+z")
        self.until(page, REVISION, revision + 4)
        self.assertNotEqual(page.locator(bottom).input_value(), before)
        page.focus("#tape")
        page.keyboard.type("top 60")
        page.keyboard.press("Control+z")  # in a field that holds something it is the field's own
        page.wait_for_timeout(300)
        self.assertEqual(self.revision(page), revision + 4)
        page.goto(self.address() + "/")
        page.keyboard.press("Tab")
        page.keyboard.press("Tab")
        self.assertEqual(page.evaluate("document.activeElement.textContent"), "New job")
        page.keyboard.press("Enter")
        self.until(page, "document.activeElement.id || document.querySelector(':target').id", "new-name")
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_a_finger_drags_with_a_loupe(self) -> None:
        page = self.sheet("survey", size=PHONE, has_touch=True)
        box = page.locator('.grip[data-grip="seat.s4"]').bounding_box()
        assert box
        self.assertGreaterEqual(box["width"], 44)
        touch = page.context.new_cdp_session(page)
        x, y = box["x"] + 22, box["y"] + 22
        revision = self.revision(page)
        touch.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
        for i in range(1, 9):
            touch.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [{"x": x - i * 4, "y": y}]})
            page.wait_for_timeout(30)
        self.assertEqual(page.locator("#loupe svg").count(), 1)
        touch.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator("#loupe").count(), 0)

    def test_asked_backwards_and_accepted_by_hand(self) -> None:
        page = self.sheet("picture")
        page.locator(".headline", has_text="angle across").click()
        page.fill("#wanted", "45")
        page.press("#wanted", "Enter")
        page.locator(".ways .cure").first.focus()
        page.locator("#lead-svg .s-ghost").first.wait_for()
        page.keyboard.press("Escape")
        page.locator("[data-breaking]").click()
        page.locator(".breaking meter").first.wait_for()
        revision = self.revision(page)
        page.locator('.finding-mind [data-reason="angle/p2"]').click()
        page.locator(".reason").fill("the wall TV is for the news")
        page.locator(".reason").press("Enter")
        self.until(page, REVISION, revision + 1)
        page.locator("#accepted summary").click()
        self.assertIn("accepted by tester: the wall TV is for the news", page.locator("#accepted").inner_text())
        page.click("text=take back")
        self.until(page, REVISION, revision + 2)
        page.click("text=from this seat")
        page.locator("#lead .drawing-seat").wait_for()
        self.assertEqual(self.complaints, [])

    def test_the_keypad_of_the_phone(self) -> None:
        page = self.sheet("throw", size=PHONE, has_touch=True)
        revision = self.revision(page)
        page.fill("#tape", "lens up 7")
        for key in ("'", "back", "'"):
            page.locator(f'[data-pad="{key}"]').tap()
        self.assertEqual(page.locator("#tape").input_value(), "lens up 7'")
        page.fill("#tape", "lens up 7'8")
        page.locator('[data-pad="⅛"]').tap()
        self.assertEqual(page.locator("#tape").input_value(), "lens up 7'8 ⅛")
        box = page.locator(".pad").first.bounding_box()
        assert box
        self.assertGreaterEqual(box["height"], 44)
        page.locator("#tape-say.tape-heard").wait_for()
        page.locator('[data-pad="next"]').tap()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator("input[data-say='lens up']").input_value(), "7' 8 1/8\"")

    def test_an_unclear_length_is_chosen_by_digit_arrow_or_press(self) -> None:
        page = self.sheet("survey")
        y = "input[data-say='seat']"
        for act, value in (
            (lambda: (page.press("#tape", "Enter"), page.keyboard.press("2")), "12' 0\""),
            (lambda: (page.press("#tape", "ArrowUp"), page.press("#tape", "Enter")), "12' 0\""),
        ):
            revision = self.revision(page)
            page.fill("#tape", "seat 12")
            page.locator(".tape-asks [data-digit='2']").wait_for()
            act()
            self.until(page, REVISION, revision + 1)
            self.assertEqual(page.locator(y).input_value(), value)
            self.say(page, "seat 11 ft")
        revision = self.revision(page)
        page.fill(y, "12")
        page.locator(y).press("Enter")
        page.locator(".entry [data-take='seat 12 ft']").click()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(y).input_value(), "12' 0\"")

    def test_the_phones_keys_and_choices_in_a_metric_job(self) -> None:
        page = self.sheet("survey", size=PHONE, has_touch=True)
        self.say(page, "units mm")
        page.fill("#tape", "seat 3")
        for key in (".", " m"):
            page.locator(f'[data-pad="{key}"]').tap()
        self.assertEqual(page.locator("#tape").input_value(), "seat 3. m")
        page.fill("#tape", "seat 3.5")
        choice = page.locator("#tape-options [data-option='seat 3.5 m']")
        choice.wait_for()
        box = choice.bounding_box()
        assert box
        self.assertGreaterEqual(box["height"], 44)
        choice.tap()
        page.locator("#tape-say.tape-heard").wait_for()
        revision = self.revision(page)
        page.locator('[data-pad="next"]').tap()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator("input[data-say='seat']").input_value(), "3500 mm")

    def test_zoom_by_wheel_and_keys_keeps_scale_and_ink(self) -> None:
        page = self.sheet()
        scale = "Number(document.querySelector('#lead-svg svg').dataset.scale)"
        before = page.evaluate(scale)
        x, y = self.middle(page, "lens.j1")
        page.mouse.move(x + 40, y + 60)
        page.mouse.wheel(0, -100)
        page.mouse.wheel(0, -100)
        self.until(page, f"{scale} > {before} * 1.4")
        grip = self.middle(page, "lens.j1")
        dot = page.locator("#lead-svg circle.s-lens").first.bounding_box()
        assert dot
        self.assertAlmostEqual(grip[0], dot["x"] + dot["width"] / 2, delta=1.5)  # the grip stays on its lens
        widths = page.evaluate(
            "[...document.querySelectorAll('#lead-svg .s-outline')].map(n => getComputedStyle(n).strokeWidth)"
        )
        self.assertEqual(set(widths), {"2.2px"})
        page.reload()
        self.assertGreater(page.evaluate(scale), before * 1.4)  # the address holds it
        page.locator("#board").focus()
        page.keyboard.press("0")
        self.until(page, f"Math.abs({scale} - {before}) < 1e-4")
        self.assertEqual(self.complaints, [])

    def test_a_finding_lights_up_what_it_is_about(self) -> None:
        page = self.sheet()
        page.locator(".finding-stop .cure").first.focus()
        self.until(page, "[...document.querySelectorAll('.lit')].some(n => n.dataset.ref === 'j1')")
        page.locator("#board").focus()
        self.until(page, "document.querySelectorAll('.lit').length", 0)

    def test_a_string_is_clicked_and_typed_and_its_held_end_moved(self) -> None:
        page = self.sheet()
        page.locator('#lead-svg .dim[data-key="projector.throw"] text').click()
        self.assertEqual(page.locator("#tape").input_value(), "throw ")
        page.locator('#lead-svg .dim[data-key="projector.throw"] .dim-held').click()
        self.assertEqual(page.locator("#tape").input_value(), "screen to lens ")
        self.say(page, "screen to lens 9'2")
        self.assertEqual(page.locator("input[data-say=throw]").input_value(), "9' 2\"")
        revision = self.revision(page)
        page.click("[data-step=undo]")
        self.until(page, REVISION, revision + 1)

    def test_lines_join_what_two_views_share(self) -> None:
        page = self.sheet()
        self.until(page, "document.querySelectorAll('.projection-line').length", 3)
        lens = page.locator("#companions .drawing-plan circle.s-lens").bounding_box()
        ends = page.evaluate(
            "[...document.querySelectorAll('.projection-line')].map(n => n.getPointAtLength(n.getTotalLength()).x + document.getElementById('projection').getBoundingClientRect().left)"
        )
        assert lens
        self.assertTrue(any(abs(end - lens["x"] - lens["width"] / 2) < 1 for end in ends))
        page.locator("#companions [data-promote=window]").click()
        self.until(page, "document.querySelectorAll('.projection-line').length", 0)
