"""Choosing in the real browser: a wall of three TVs, a two-row cinema whose conflict a riser resolves, two schemes and one chosen."""

from __future__ import annotations

from typing import Any

from tests.browser.driving import DESKTOP, PHONE, REVISION, BrowserCase


class Choosing(BrowserCase):
    def new_job(self, page: Any, name: str, *lines: str) -> None:
        page.goto(self.address() + "/")
        page.fill("#new-name", name)
        page.click(".slip summary")
        page.select_option("#new-units", "mm")
        page.locator("form[action='/jobs'] button[type=submit]").click()
        page.wait_for_url("**/survey")
        for line in lines:
            self.say(page, line)

    def stage(self, page: Any, name: str) -> None:
        page.locator(".stage-label", has_text=name).click()
        page.wait_for_url(f"**/{name.lower()}*")
        page.wait_for_load_state("networkidle")

    def test_what_fits_is_seen_as_a_ghost_and_taken(self) -> None:
        """From the drawer: the projectors by how much room they leave, one looked at, filtered, taken, undone."""
        page = self.open("/")
        lines = ("room 4200 x 6300 x 2600", "seat 3050", "screen 88", "bottom 1150", "projector Wren", "throw 2450")
        self.new_job(page, "A loft to choose for", *lines)
        self.stage(page, "Throw")
        page.locator("[data-panel=near]").first.click()
        first = page.locator(".near .cure").first
        first.wait_for()
        self.assertGreater(page.locator(".near li", has_text="to spare: ").count(), 0)
        self.assertIn("short: ", page.locator(".near").inner_text())
        self.assertEqual(self.axe(page), [])
        first.focus()
        page.locator("#lead-svg .s-ghost, #lead-svg .s-ghost-line").first.wait_for()
        page.locator(".near-ask [name=most]").fill("1000")
        page.locator(".near-ask [name=most]").press("Tab")
        self.until(page, "document.querySelectorAll('.near .cure').length < 12")
        page.locator(".near-ask [name=most]").fill("")
        page.locator(".near-ask [name=most]").press("Tab")
        self.until(page, "document.querySelectorAll('.near .cure').length >= 12")
        revision, name = self.revision(page), page.locator(".near .cure").first.inner_text()
        page.locator(".near .cure").first.focus()
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.until(page, f"document.querySelector('select[data-say=projector]').value === {name!r}")
        self.until(page, "document.querySelector('.near').innerText.includes('chosen now')")
        page.click("text=undo")
        self.until(page, REVISION, revision + 2)
        self.assertEqual(page.locator("select[data-say=projector]").input_value(), "Quillmark Wren")
        self.assertEqual(self.complaints, [])

    def test_a_wall_of_three_tvs(self) -> None:
        page = self.open("/")
        self.new_job(page, "Three in a row", "room 5000 x 5000 x 2600", "seat 3400", "across 2500")
        self.stage(page, "Picture")
        for line in ("tv Slate 43", "another tv Slate 43", "another tv Slate 43"):
            self.say(page, line)
        page.locator("[data-promote=elevation]").click()
        self.until(
            page,
            "document.querySelectorAll('#lead-svg .ink-picture .s-picture, #lead-svg .ink-picture .s-picture-other').length",
            3,
        )
        self.assertEqual(
            page.locator(".finding", has_text="from level").count()
            + page.locator(".finding", has_text="hangs over").count(),
            0,
        )
        bottom = page.locator('#lead-svg .dim[data-key="picture.bottom"]').text_content()
        self.say(page, "bottom 860")
        off = page.locator(".finding", has_text="from level").first
        off.wait_for()
        revision = self.revision(page)
        off.locator(".cure").first.click()
        self.until(page, REVISION, revision + 1)
        self.assertTrue(bottom)
        self.assertEqual(self.complaints, [])

    def test_a_two_row_cinema_is_resolved_by_a_riser(self) -> None:
        page = self.open("/")
        self.new_job(page, "Two rows", "room 4000 x 6500 x 2500", "seat 3000", "across 2000", "eye 1080", "row 2 4300")
        self.stage(page, "Picture")
        self.say(page, "screen 100")
        self.say(page, "bottom 500")
        finding = page.locator(".finding", has_text="is wanted over the eyes")
        finding.wait_for()
        cure = finding.locator(".cure", has_text="Riser")
        cure.focus()
        self.until(page, "document.querySelectorAll('#lead-svg .s-ghost').length > 0")
        revision = self.revision(page)
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding", has_text="is wanted over the eyes").count(), 0)
        self.assertGreater(page.locator("#lead-svg .s-riser").count(), 0)
        self.assertEqual(self.complaints, [])

    def test_sizes_kinds_greys_and_the_tally_at_the_pointer(self) -> None:
        page = self.open("/")
        job = self.job(page, "Boat-shed den")
        page.goto(f"{self.address()}/jobs/{job}/picture?lead=plan")
        page.wait_for_load_state("networkidle")
        page.locator("#layers summary").click()
        page.locator("[data-layer=map]").click()
        self.until(page, "document.querySelectorAll('#lead-svg .s-map-5').length > 0")
        self.assertGreater(page.locator("#lead-svg .s-map-5").count(), 0)
        box = page.locator('.grip[data-grip="seat.s1"]').bounding_box()
        page.mouse.move(box["x"] + 40, box["y"] + 60)
        self.until(page, "/: \\d of 5/.test(document.querySelector('#tally').textContent)")
        page.locator("[data-panel=greys]").click()
        self.until(page, "document.querySelectorAll('.greys').length", 3)
        page.locator("[data-panel=kinds]").click()
        page.locator(".kinds li").first.wait_for()
        page.locator("[data-panel=sizes]").click()
        page.locator('[data-option="tv 85"]').click()
        self.assertEqual(page.input_value("#tape"), "tv 85")
        page.locator(".tape-asks [data-option='tv 85 as a bare size']").wait_for()  # the TV there was bought as it is
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_a_stack_across_a_corner_and_a_woven_cloth(self) -> None:
        page = self.open("/")
        self.new_job(page, "Shapes", "room 5000 x 5000 x 2600", "seat 3400", "across 2500", "seats 2 x 700")
        self.stage(page, "Picture")
        for line in ("tv Sweep 49", "corner c1", "split 2 x 1"):
            self.say(page, line)
        page.locator("#companions [data-promote=plan]").click()
        self.until(page, "document.querySelector('#lead-svg .s-picture-edge').getAttribute('d').split('L').length > 10")
        self.say(page, "screen Frame 100 woven")
        self.say(page, "speaker left at 1000 out 200")
        self.say(page, "speaker right at 4000 out 200")
        page.locator(".finding", has_text="apart from seat").wait_for()
        page.select_option("[data-subject=picture]", index=1)
        page.wait_for_load_state("networkidle")
        page.locator(".ask-row [data-promote=cloth]").click()
        self.until(page, "document.querySelectorAll('#lead-svg svg[data-view=cloth]').length", 1)
        page.locator(".view-bar [data-promote=section]").click()
        self.until(page, "document.querySelectorAll('#lead-svg svg[data-view=section]').length", 1)
        page.locator(".ask-row [data-promote=map]").click()
        self.until(page, "document.querySelectorAll('#lead-svg svg[data-view=map] .s-key').length", 5)
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])

    def test_two_schemes_compared_and_one_chosen(self) -> None:
        page = self.open("/")
        job = self.job(page, "Chapel flat")
        page.goto(f"{self.address()}/jobs/{job}/picture?picture=p2")
        page.wait_for_load_state("networkidle")
        self.say(page, "scheme Larger TV")
        self.say(page, "tv Ember 77")
        page.locator("#tabs a", has_text="Schemes").click()
        page.wait_for_url("**/schemes*")
        self.assertEqual(page.locator(".scheme-drawing svg").count(), 2)
        self.assertGreater(page.locator("tr.differs").count(), 2)
        self.assertEqual(self.axe(page), [])
        page.set_viewport_size(PHONE)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        page.set_viewport_size(DESKTOP)
        page.fill("[id^=why-v]:not(#why-v1)", "they sit farther back than they think")
        page.locator("form", has=page.locator("[id^=why-v]:not(#why-v1)")).locator("button").click()
        page.locator(".decided").wait_for()
        self.assertIn("they sit farther back", page.locator(".decided").inner_text())
        self.assertEqual(self.complaints, [])

    def test_a_lamp_in_the_glass_is_cleared_by_its_cure(self) -> None:
        """Seen on the wall, shown as a ghost, taken by the keyboard, gone from wall and words; one undo brings it back."""
        page = self.open("/")
        job = self.job(page, "Boat-shed den")
        page.goto(f"{self.address()}/jobs/{job}/picture?lead=elevation")
        page.wait_for_load_state("networkidle")
        self.assertEqual(page.locator("#lead-svg .s-mirrored").count(), 1)
        self.assertIn("reading lamp mirrored", page.locator("#lead-svg").text_content() or "")
        finding = page.locator(".finding", has_text="Reading lamp mirrors")
        revision = self.revision(page)
        finding.locator(".cure", has_text="Tilt").focus()
        self.until(page, "document.querySelectorAll('#lead-svg .s-ghost').length > 0")
        page.keyboard.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.locator(".finding", has_text="Reading lamp mirrors").count(), 0)
        self.until(page, "document.querySelectorAll('#lead-svg .s-mirrored').length", 0)
        page.locator("[data-step=undo]").click()
        page.locator(".finding", has_text="Reading lamp mirrors").wait_for()
        self.assertEqual(self.complaints, [])

    def test_solved_for_and_asked_of_many(self) -> None:
        """A wall of displays: one answer is one step; a cure that was not tried with the page is tried when asked for."""
        page = self.open("/")
        self.new_job(page, "Hall", "room 9000 x 9000 x 3200", "seat 4000", "seats 8", "row 2 5200", "row 3 6400")
        self.stage(page, "Picture")
        self.say(page, "tv Slate 55")
        self.say(page, "largest picture")
        width = page.locator(".entry input[data-say=wide]").input_value()
        page.locator("[data-step=undo]").click()
        self.until(page, "document.querySelector('.entry input[data-say=wide]').value !== " + repr(width))
        for _ in range(8):
            self.say(page, "another tv Slate 55")
        self.say(page, "bottom 500")
        waiting = page.locator("[data-try]")
        waiting.first.wait_for()
        key = waiting.first.get_attribute("data-try")
        finding = page.locator(f'.finding[data-finding="{key}"]')
        finding.locator("[data-try]").click()
        self.until(page, f"""document.querySelectorAll('.finding[data-finding="{key}"] [data-try]').length""", 0)
        self.assertEqual(finding.locator(".cure").count() > 0, finding.locator("text=No one change").count() == 0)
        page.locator("[data-breaking]").click()
        page.locator(".breaking meter").first.wait_for()
        self.assertIn("is watched", page.locator("#working").inner_text())
        self.assertEqual(self.complaints, [])

    def test_chosen_on_the_phone(self) -> None:
        """Sizes, kinds and the grey scale stand in the page, nothing runs past its edge, a size lands on the tape line."""
        page = self.open("/", self.context(PHONE, has_touch=True))
        job = self.job(page, "Loft cinema")
        page.goto(f"{self.address()}/jobs/{job}/picture")
        page.wait_for_load_state("networkidle")
        for panel, part in (("kinds", ".kinds li"), ("greys", ".greys"), ("sizes", "[data-option]")):
            page.locator(f"[data-panel={panel}]").tap()
            page.locator(f"#working {part}").first.wait_for()
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390, panel)
        page.locator('#working [data-option="screen 100"]').tap()
        self.assertEqual(page.input_value("#tape"), "screen 100")
        page.locator("#tape-say.tape-heard").wait_for()
        revision = self.revision(page)
        page.locator(".pad-next").tap()
        self.until(page, REVISION, revision + 1)
        self.assertIn("2214 mm", page.locator(".entry input[data-say=wide]").first.input_value())
        self.assertEqual(self.axe(page), [])
        self.assertEqual(self.complaints, [])
