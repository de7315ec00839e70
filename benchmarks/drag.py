"""How a drag feels in the real browser: .venv/bin/python -m benchmarks.drag

Pulls the chapel flat's lens about for three seconds in headless Chromium and prints previews a second, how long one takes from
request to drawing, and whether the hand's last place is the one that was kept.
"""

from __future__ import annotations

import json
import time
import unittest

from tests.browser.driving import REVISION, BrowserCase

SECONDS = 3.0


class Drag(BrowserCase):
    def runTest(self) -> None:
        page = self.open("/")
        page.goto(f"{self.address()}/jobs/{self.job(page, 'Chapel flat')}/throw")
        page.wait_for_load_state("networkidle")
        box = page.locator('.grip[data-grip="lens.j1"]').bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        revision = self.revision(page)
        page.mouse.move(x, y)
        page.mouse.down()
        start, i = time.monotonic(), 0
        while time.monotonic() - start < SECONDS:
            i += 1
            page.mouse.move(x + 20 + (i * 3) % 160, y + (i % 20))
        spent = time.monotonic() - start
        previews = page.evaluate("window.ovalPreviews")
        page.mouse.move(x + 120, y + 10)
        page.mouse.up()
        self.until(page, REVISION, revision + 1)
        waits = page.evaluate(
            "performance.getEntriesByType('resource').filter(e => e.name.endsWith('/pull')).map(e => e.duration)"
        )
        waits.sort()
        u, _ = json.loads(str(page.locator('.grip[data-grip="lens.j1"]').get_attribute("data-at")))
        scale = page.evaluate("Number(document.querySelector('#lead-svg svg').dataset.scale)")
        off = abs((u - 117 * 25.4) * scale - 120)
        print(
            f"drag in Chromium: {i} moves, {previews} previews in {spent:.1f} s = {previews / spent:.0f} a second (aim ≥ 20)"
        )
        if waits:
            print(
                f"one preview, request to answer: {waits[len(waits) // 2]:.0f} ms median, {waits[int(len(waits) * 0.95)]:.0f} ms p95"
            )
        print(f"the last place was kept to {off:.1f} px (a snap may draw it by 8)")


if __name__ == "__main__":
    unittest.TextTestRunner().run(unittest.TestSuite([Drag()]))
