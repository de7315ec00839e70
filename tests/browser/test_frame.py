"""The job's frame in the real browser: the tape line in every room, by keyboard alone and by thumb alone."""

from __future__ import annotations

from tests.browser.driving import PHONE, REVISION, BrowserCase

SMALL = """[...document.querySelectorAll('a, button, select, input, summary, textarea')].filter((one) => {
    const box = one.getBoundingClientRect();
    const hidden = !box.width || one.type === 'hidden' || one.closest('.skips, svg, [hidden]');
    const inText = one.tagName === 'A' && getComputedStyle(one).display === 'inline';
    return !hidden && !inText && box.height < 43.5;
}).map((one) => `${one.tagName} ${one.className} ${one.innerText}`)"""
"""What of the page is too small for a thumb; links within a sentence are as high as its line."""

CUT = """[...document.querySelectorAll('.entry input, .entry textarea')].filter((one) => one.scrollWidth > one.clientWidth + 1
    || one.scrollHeight > one.clientHeight + 6).map((one) => one.value)"""


class Frame(BrowserCase):
    def at(self, name: str, path: str, **more: object) -> object:
        page = self.open("/", self.context(**more))  # type: ignore[arg-type]
        page.goto(f"{self.address()}/jobs/{self.job(page, name)}/{path}")
        page.wait_for_load_state("networkidle")
        return page

    def test_a_room_shows_at_once_what_its_tape_line_changes(self) -> None:
        page = self.at("Chapel flat", "cables")
        revision = self.revision(page)
        page.fill("#tape", "cable c1 3 m")
        self.until(page, "document.querySelector('#tape-say').className", "tape-say tape-heard")
        page.press("#tape", "Enter")
        self.until(page, REVISION, revision + 1)
        self.until(page, "document.querySelector('#c1').innerText.includes(', 3 m')")
        page.keyboard.press("Control+z")
        self.until(page, "document.querySelector('#c1').innerText.includes(', 3 m')", False)
        self.assertEqual(self.complaints, [])
        page.fill("#tape", "cable c99 3 m")
        page.press("#tape", "Enter")
        page.locator("#tape-say.tape-wrong").wait_for()  # nothing typed is lost
        self.assertEqual(page.input_value("#tape"), "cable c99 3 m")

    def test_a_page_that_says_what_is_wrong_follows_the_tape_line_too(self) -> None:
        page = self.at("Chapel flat", "align?left=a+lot")
        self.complaints.clear()  # the browser's own note that something was wrong
        page.locator("#room .wrong").wait_for()
        page.locator("#reckoning .finding-stop").wait_for()
        page.fill("#tape", "throw 12'2")
        page.press("#tape", "Enter")
        page.locator("#reckoning .finding-stop").wait_for(state="detached")
        self.assertNotIn("did not answer", page.locator("#tape-say").inner_text())
        self.assertTrue(page.locator("#room .wrong").is_visible())
        page.keyboard.press("Control+z")
        page.locator("#reckoning .finding-stop").wait_for()

    def test_by_keyboard_alone_through_the_pages_of_a_stage(self) -> None:
        """Single keys act in a room too; a page is said by its name, the sheet is one press back at the same picture."""
        page = self.at("Chapel flat", "routing?picture=p2")
        page.fill("#tape", "displays")
        page.press("#tape", "Enter")
        page.wait_for_url("**/displays?picture=p2*")
        page.keyboard.press("Escape")
        self.assertEqual(page.evaluate("document.activeElement.id"), "room")
        page.keyboard.press("u")
        self.until(page, "document.querySelector('[data-flip]').innerText", "mm")
        page.keyboard.press("u")
        page.keyboard.press("/")
        page.keyboard.type("print")
        page.keyboard.press("Enter")
        page.wait_for_url("**/routing/print*picture=p2*")
        page.locator("#tabs a", has_text="Sheet").press("Enter")
        page.wait_for_url("**/routing?picture=p2*")
        page.locator("#lead-svg svg").wait_for()
        self.assertEqual(self.complaints, [])

    def test_no_value_of_a_drawer_is_cut_off(self) -> None:
        """Values stand beside their label, under it, or on two lines; what is set seldom waits behind “more”."""
        for name, stage in (("Library", "array"), ("Chapel", "brief"), ("Boat-shed", "fixing"), ("Attic", "rig")):
            page = self.at(name, stage)
            page.evaluate("document.querySelectorAll('.entries-more').forEach((one) => { one.open = true })")
            with self.subTest(name):
                self.assertEqual(page.evaluate(CUT), [])
            page.close()

    def test_what_is_set_seldom_is_said_like_the_rest(self) -> None:
        page = self.at("Library", "array")
        long = page.locator("textarea[data-say^='wall controller North']")
        was, revision = long.input_value(), self.revision(page)
        long.fill(was.replace("6 outputs", "7 outputs"))
        long.press("Enter")
        self.until(page, REVISION, revision + 1)
        self.assertEqual(long.input_value(), was.replace("6 outputs", "7 outputs"))
        page.click(".stage-label >> text=Picture")
        page.wait_for_url("**/picture*")
        page.locator(".entries-more summary").click()
        page.fill("input[data-say=split]", "2 x 2")
        page.press("input[data-say=split]", "Enter")
        self.until(page, REVISION, revision + 2)
        self.assertTrue(page.locator("input[data-say=split]").is_visible())  # it stays open
        self.assertEqual(self.complaints, [])

    def test_a_panel_said_in_a_room_opens_on_the_sheet(self) -> None:
        page = self.at("Chapel flat", "align")
        page.fill("#tape", "wide films")
        page.press("#tape", "Enter")
        page.wait_for_url("**/throw*")
        page.locator("#working .wide-way").first.wait_for()
        self.assertEqual(self.complaints, [])

    def test_by_thumb_alone(self) -> None:
        """Stage and page by strips, words by keys, a length by its keys; nothing smaller than a thumb on the way."""
        page = self.at("Bedroom", "fixing", size=PHONE, has_touch=True)
        for tab, place in (("Drilling", "drill"), ("Cut list", "cuts"), ("Files", "files"), ("Sheet", "fixing")):
            page.locator("#tabs a", has_text=tab).tap()
            page.wait_for_url(f"**/{place}?*")
            page.wait_for_load_state("networkidle")
            with self.subTest(tab):
                self.assertEqual(page.evaluate(SMALL), [])
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        page.locator(".tabs-stages a", has_text="Survey").tap()
        page.wait_for_url("**/survey*")
        self.assertFalse(page.locator(".keypad").is_visible())
        page.locator("#tape").tap()
        word = page.locator("#tape-options [data-option='ceiling ']")
        word.tap()
        self.assertEqual(page.input_value("#tape"), "ceiling ")
        self.assertFalse(page.locator(".pad-length").first.is_visible())
        page.locator("#tape").press_sequentially("2500")
        page.locator('[data-pad=" mm"]').tap()
        revision = self.revision(page)
        page.locator('[data-pad="next"]').tap()
        self.until(page, REVISION, revision + 1)
        self.assertEqual(page.evaluate(SMALL), [])
        self.assertEqual(self.complaints, [])

    def test_a_new_job_is_a_name_and_enter_and_a_file_is_dropped_anywhere(self) -> None:
        page = self.open("/")
        page.fill("#new-name", "Corner house")
        page.press("#new-name", "Enter")
        page.wait_for_url("**/survey")
        self.assertEqual(page.locator("[data-flip]").inner_text(), "feet & inches")  # as the job on the table has it
        page.goto(self.address() + "/")
        page.evaluate("""() => {
            const dataTransfer = new DataTransfer();
            dataTransfer.items.add(new File(["no job at all"], "hall.ovalroom"));
            const dropped = new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true });
            document.querySelector(".drawers").dispatchEvent(dropped);
        }""")
        page.locator(".wrong", has_text="hall.ovalroom was not taken in").wait_for()
