"""The wall of displays through the routes: stage, mapping, cards and files; jobs without a wall say what to do."""

from __future__ import annotations

import csv
import io
import re
import warnings
import zipfile

from PIL import Image

from oval_room.core.array.document import Arrays
from tests.web.codes import codes_of
from tests.web.serving import HTML, WebCase, flat

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader


class Mapping(WebCase):
    def get(self, address: str, status: int = 200) -> str:
        answer = self.client.get(address, headers=HTML)
        self.assertEqual(answer.status_code, status, answer.text[:400])
        return flat(answer.text)

    def png(self, address: str) -> Image.Image:
        answer = self.client.get(address)
        self.assertEqual((answer.status_code, answer.headers["content-type"]), (200, "image/png"))
        return Image.open(io.BytesIO(answer.content))

    def test_the_stage_is_there_once_a_job_has_a_wall(self) -> None:
        self.assertNotIn("/array", self.get(f"/jobs/{self.bedroom}/picture"))
        text = self.get(f"/jobs/{self.library}/array")
        for told in ("5763 px", "South can't turn", "9 displays on 10 outputs", "Mapping"):
            self.assertIn(told, text.replace("’", "'").replace("&#39;", "'"))

    def test_the_page_tells_plugs_layouts_order_and_holes(self) -> None:
        text = self.get(f"/jobs/{self.library}/mapping")
        for told in (
            "North out 6", "1,080 × 1,920", "at 2,163, 0", "turned 90°", "turned before where it hangs turned",
            "output 3: 1,920 × 1,080 at 0, 1,080, turned 270° clockwise", "<b>5, 4, 6, 2, 1, 3</b>", "1,485 W",
            "9 cables to displays, 2 from sources", "Holes of wall from one zero", "Rails of wall", "6 holes, displays 4, 5, 6", "pixels are told apart nearer than",
        ):  # fmt: skip
            self.assertIn(told, text)

    def test_the_routers_takes(self) -> None:
        job = self.copy_of(self.library)
        for line in ("router 4 x 3 SDI", "take 2 on 1"):
            self.assertEqual(self.say(job, line, stage="array").json()["kind"], "done", line)
        text = self.get(f"/jobs/{job}/mapping")
        for told in ("input 2, Shelf player 2", "monitor 1", "4 converters", "nothing"):
            self.assertIn(told, text)
        stage = self.get(f"/jobs/{job}/array")
        self.assertIn("South has no source", stage)

    def test_cards_are_of_the_size_that_each_wants(self) -> None:
        at = f"/jobs/{self.library}/cards"
        for name, size in (
            ("canvas/m1", (5763, 2162)),
            ("canvas/m2", (3243, 1920)),
            ("display/7", (1920, 1080)),
            ("controller/ac2", (3840, 2160)),
        ):
            with self.subTest(name):
                self.assertEqual(self.png(f"{at}/{name}.png").size, size)
        answer = self.client.get(f"{at}.zip")
        packed = zipfile.ZipFile(io.BytesIO(answer.content))
        self.assertIsNone(packed.testzip())
        self.assertEqual(packed.namelist(), [f"display-{n:03d}.png" for n in range(1, 10)])
        first = Image.open(io.BytesIO(packed.read("display-007.png")))
        self.assertEqual(first.tobytes(), self.png(f"{at}/display/7.png").tobytes())
        for name in ("canvas/m9", "display/99", "controller/ac7"):
            self.get(f"{at}/{name}.png", 404)

    def test_files(self) -> None:
        text = self.client.get(f"/jobs/{self.library}/mapping.csv").text
        rows = list(csv.DictReader(io.StringIO(text)))
        self.assertEqual([row["output"] for row in rows], ["1", "2", "3", "4", "5", "6", "1", "2", "3"])
        told = self.client.get(f"/jobs/{self.library}/mapping.json").json()
        self.assertEqual([wall["canvas"] for wall in told["walls"]], [[5763, 2162], [3243, 1920]])

    def test_the_run_sheet_has_every_display_and_a_way_back(self) -> None:
        job = self.copy_of(self.library)
        for line in ("router 4 x 3", "take 2 on 1"):
            self.say(job, line, stage="array")
        answer = self.client.get(f"/jobs/{job}/mapping.pdf")
        self.assertEqual(answer.headers["content-type"], "application/pdf")
        pages = PdfReader(io.BytesIO(answer.content)).pages
        self.assertEqual(len(pages), 1)
        text = pages[0].extract_text()
        for told in (
            "South out 3",
            "1,922, 1,082",
            "wall 2: canvas 3,243 × 1,920 px",
            "input 2, Shelf player 2",
            "90°",
        ):
            self.assertIn(told, text)
        self.assertEqual(codes_of(answer.content), [f"http://127.0.0.1/jobs/{job}/mapping"])

    def test_a_job_without_a_wall(self) -> None:
        self.assertIn("say displays 3 x 3 55", self.get(f"/jobs/{self.bedroom}/mapping"))
        for name in (
            "mapping.csv",
            "mapping.json",
            "mapping.pdf",
            "cards.zip",
            "cards/canvas/m1.png",
            "cards/display/1.png",
        ):
            self.assertEqual(self.client.get(f"/jobs/{self.bedroom}/{name}").status_code, 404, name)

    def test_what_the_drawer_shows_can_be_said_again(self) -> None:
        """Each entry of a controller and a source, typed as it stands, changes nothing."""
        job = self.copy_of(self.library)
        before = self.store.head(job).plan.chosen.kept(Arrays)
        for line in (
            "wall controller South: 4 outputs, can't turn, 3840 x 2160, from Shelf player",
            "wall source Shelf player: 2 outputs, 3840 x 2160, loose",
            "joints skipped",
            "canvas finest",
        ):
            self.say(job, line, stage="array")
        after = self.store.head(job).plan.chosen.kept(Arrays)
        self.assertEqual((after.controllers, after.sources), (before.controllers, before.sources))

    def test_an_absurd_panel_is_no_card(self) -> None:
        """Displays of a thousand million pixels: each card is refused in words, and all in one tells so in its place."""
        job = self.copy_of(self.library)
        typed = self.say(job, 'gear tv Absurd 55: 55", 32768 x 32768 px, 1228 x 1228 x 45 mm')
        self.assertEqual(typed.json()["kind"], "done", typed.text)
        hung = self.say(job, "displays 2 x 1 Absurd 55", stage="array")
        self.assertEqual(hung.json()["kind"], "done", hung.text[:300])
        numbers = sorted(
            int(n)
            for n in re.findall(r"cards/display/(\d+)\.png", self.client.get(f"/jobs/{job}/mapping", headers=HTML).text)
        )
        told = {n: self.client.get(f"/jobs/{job}/cards/display/{n}.png") for n in numbers}
        refused = [n for n, answer in told.items() if answer.status_code == 422]
        self.assertEqual(len(refused), 2)
        self.assertIn("32768 × 32768 pixels", told[refused[0]].json()["say"])
        with zipfile.ZipFile(io.BytesIO(self.client.get(f"/jobs/{job}/cards.zip").content)) as cards:
            names = cards.namelist()
            self.assertEqual(
                [name for name in names if name.endswith(".txt")], [f"display-{n:03d}.txt" for n in refused]
            )
            self.assertEqual(len(names), len(numbers))
