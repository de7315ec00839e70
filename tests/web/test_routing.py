"""Routing through the routes: board, schedule, labels read back, displays asked, buttons played, faults found."""

from __future__ import annotations

import io
import re
import warnings

from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.document import Routing
from oval_room.core.signal.edid import read_edid
from oval_room.core.signal.edid_write import Display, write_edid
from tests.web.codes import codes_of
from tests.web.serving import HTML, WebCase, flat

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader


class Stage(WebCase):
    def get(self, address: str, **query: str) -> str:
        answer = self.client.get(address, params=query, headers=HTML)
        self.assertEqual(answer.status_code, 200, answer.text[:400])
        return flat(answer.text)

    def form(
        self, address: str, data: dict[str, str], file: bytes | None = None, name: str = "cables.csv"
    ) -> tuple[int, str]:
        files = {"file": (name, file)} if file is not None else None
        answer = self.client.post(address, data={"token": self.token, **data}, files=files, headers=HTML)
        return answer.status_code, flat(answer.text)

    def routing(self, job: str) -> Routing:
        return self.store.head(job).plan.chosen.kept(Routing)

    def test_the_chapels_board_names_what_arrives(self) -> None:
        text = self.get(f"/jobs/{self.chapel}/routing")
        self.assertIn("signal board", text)
        self.assertIn("Nine 3 in 1 carries 18.0 of the 44.5 Gbit/s", text)
        self.assertIn("2160p24 12 bit 4:2:2 dynamic, 9.1 to spare", text)
        for link in ("Cable schedule", "Displays", "Scenes", "What is wrong?"):
            self.assertIn(link, text)

    def test_a_cable_is_dropped_by_its_number_and_laid_by_a_sign(self) -> None:
        job = self.copy_of(self.chapel)
        for line in ("drop c1", "Kestrel > Nine 3 in 3"):
            self.assertEqual(self.say(job, line, stage="routing").json()["kind"], "done", line)
        ends = [(one.start, one.end_port) for one in self.routing(job).cables.values() if one.end == "dv4"]
        self.assertEqual(sorted(ends), [("dv1", "in 3"), ("dv2", "in 5"), ("dv3", "in 6")])

    def test_schedule_out_and_in(self) -> None:
        job = self.copy_of(self.chapel)
        text = self.get(f"/jobs/{job}/cables", cable="c4")
        self.assertEqual(text.count("this label"), 1)
        self.assertIn("never goes into a wall", text)
        content = self.client.get(f"/jobs/{job}/cables.csv").content.decode()
        changed = re.sub(r"(?m)^(c4,.*?),copper passive,", r"\1,copper active,", content)
        self.assertNotEqual(content, changed)
        status, page = self.form(f"/jobs/{job}/cables", {}, changed.encode())
        self.assertEqual(status, 200)
        self.assertIn("changes c4", page)
        self.assertEqual(self.routing(job).cables["cb4"].kind, "")  # looked at, not taken
        found = {name: re.search(rf'name="{name}" value="([^"]*)"', page) for name in ("command", "base", "key")}
        data = {name: one[1].replace("&#34;", '"').replace("&quot;", '"') for name, one in found.items() if one}
        status, page = self.form(f"/jobs/{job}/cables/take", data)
        self.assertEqual(status, 200)
        self.assertEqual(self.routing(job).cables["cb4"].kind, "copper active")
        for bad, said in ((b"nonsense", "must name the columns"), (b"", "Choose a CSV")):
            status, page = self.form(f"/jobs/{job}/cables", {}, bad if bad else None)
            self.assertEqual((status, said in page), (422, True))

    def test_its_pages_are_gone_to_by_their_names(self) -> None:
        for line, page in (
            ("ways to link it", "layouts"), ("what is wrong", "faults"), ("one press", "buttons"), ("displays", "displays"),
            ("cable schedule", "cables"),
        ):  # fmt: skip
            with self.subTest(line):
                said = self.say(self.chapel, line, stage="routing").json()
                self.assertEqual((said["kind"], said.get("address", "").split("?")[0].split("/")[-1]), ("goes", page))

    def test_labels_are_read_back(self) -> None:
        answer = self.client.get(f"/jobs/{self.chapel}/cables/labels.pdf")
        self.assertEqual(answer.headers["content-type"], "application/pdf")
        count = len(self.routing(self.chapel).cables)
        words = PdfReader(io.BytesIO(answer.content)).pages[0].extract_text()
        for cable in self.routing(self.chapel).cables.values():
            self.assertEqual(len(re.findall(rf"^{cable.name}$", words, re.MULTILINE)), 2)
        texts = codes_of(answer.content)
        self.assertEqual(len(texts), 2 * count)
        self.assertEqual(len(set(texts)), count)
        self.assertTrue(all(f"/jobs/{self.chapel}/cables?cable=c" in text for text in texts))

    def test_a_display_is_asked_and_a_dump_is_brought(self) -> None:
        job = self.copy_of(self.chapel)
        one = {"port": "in 2"}
        status, page = self.form(f"/jobs/{job}/displays/p2/ask", {})
        self.assertEqual((status, "hoose the input that was read" in page), (422, True))
        status, page = self.form(f"/jobs/{job}/displays/p2/ask", one)
        self.assertEqual((status, "in 2: a stand-in for wall TV answered" in flat(page)), (200, True))
        self.assertEqual(self.routing(job).listed, {})  # looked at, not taken
        fast = write_edid(Display(name="fast", frl=48, vrr=(48, 120)))
        status, page = self.form(f"/jobs/{job}/displays/p2/bring", one | {"dump": fast.hex(" ")})
        self.assertEqual((status, "48 Gbit/s, not 18" in flat(page)), (200, True))
        self.assertEqual(self.routing(job).listed, {})
        found = {
            name: re.search(rf'name="{name}" value="([^"]*)">', page[page.index("offered") :])
            for name in ("dump", "by")
        }
        status, page = self.form(
            f"/jobs/{job}/displays/p2/take", one | {name: hit[1] for name, hit in found.items() if hit}
        )
        self.assertEqual((status, "EDID of wall TV in 2" in page), (200, True))
        kept = next(iter(self.routing(job).listed.values()))
        self.assertEqual((kept.of, kept.port, kept.by), ("p2", "in 2", "a dump that was pasted"))
        boxes = boxes_of(self.store.head(job).plan.chosen, self.store.gear())
        self.assertEqual([boxes["p2"].ports[name].gbps for name in ("in 1", "in 2", "in 3")], [18.0, 48.0, 18.0])
        dump = self.client.get(f"/jobs/{job}/displays/p2.bin", params=one).content
        self.assertEqual(read_edid(dump).name, "fast")
        broken = bytearray(fast)
        broken[200] ^= 1
        at = {"port": "in 1", "dump": ""}
        status, page = self.form(f"/jobs/{job}/displays/j1/bring", at, bytes(broken), "edid.bin")
        self.assertEqual((status, "Block 1 of it does not add up" in page), (422, True))
        for strange, told in (
            (bytes(256), "does not begin as an EDID does"),
            (bytes(1_000_000), ""),
            (fast + bytes(1_000_000), ""),
            (fast[:128], "256 bytes; 128 came"),
            (b"", ""),
        ):
            with self.subTest(len(strange)):
                status, page = self.form(f"/jobs/{job}/displays/j1/bring", at, strange, "edid.bin")
                self.assertIn(status, (413, 422))
                self.assertIn(told, page)
        status, page = self.form(f"/jobs/{job}/displays/p2/bring", one | {"dump": "zz zz"})
        self.assertEqual((status, "zz zz" in page), (422, True))  # nothing typed is lost
        self.assertEqual([one.of for one in self.routing(job).listed.values()], ["p2"])

    def test_a_button_is_played_with_a_fault(self) -> None:
        address = f"/jobs/{self.chapel}/buttons"
        self.assertNotIn("played against", self.get(address))
        late = self.get(address, play="bn1", fault="late", of="Quillmark Heron 2")
        self.assertIn("123 s, played against stand-ins", late)
        self.assertIn("was late: all after it waits", late)
        silent = self.get(address, play="bn1", fault="silent", of="Quillmark Heron 2")
        self.assertIn("did not answer", silent)
        self.assertIn("Nine 3 in 6 was not told", silent)
        rows = self.client.get(f"{address}.json").json()
        self.assertEqual([row["button"] for row in rows], ["Film", "Games", "All off"])
        self.assertEqual(rows[0]["seconds"], max(step["end_s"] for step in rows[0]["steps"]))

    def test_a_fault_is_found_and_its_cure_kept(self) -> None:
        job = self.copy_of(self.chapel)
        address, asked = f"/jobs/{job}/faults", {"way": "dv1 p2", "symptom": "snow or wrong colour"}
        before = self.get(address, **asked)
        self.assertIn("Test this next", before)
        status, page = self.form(address, asked | {"kind": "firmware", "at": "dv4"})
        self.assertEqual((status, "ranks higher at this display next time" in page), (200, True))
        self.assertEqual([one.picture for one in self.routing(job).cured], ["p2"])
        then = self.get(address, **asked, tested="cable/cb4")
        self.assertIn("Shares are reckoned anew after each test", then)
        self.assertRegex(flat(then), r"was \d+")
        share = re.compile(r'drill-place">(\d+)\u202f%</th><td class="cut-for">Firmware of Nine 3')
        old, new = share.search(before), share.search(self.get(address, **asked))
        if old and new:
            self.assertGreater(int(new[1]), int(old[1]))
        practice = f"{address}/practice"
        text = self.get(practice, seed="5")
        keys = re.findall(r'name="tested" value="([^"]+)"', text)
        answer = self.client.get(practice, params={"seed": "5", "tested": keys}, headers=HTML)
        self.assertEqual((answer.status_code, "Found. By what tells most" in flat(answer.text)), (200, True))

    def test_what_nobody_means_is_answered_with_words(self) -> None:
        for address in (
            "faults?way=zz&symptom=rain",
            "faults/practice?seed=-1",
            "buttons?play=bn77&fault=fire&of=x",
            "displays/dv1.bin",
            "cables?cable=%00",
            "displays/zz.bin",
        ):
            with self.subTest(address):
                self.assertLess(self.client.get(f"/jobs/{self.chapel}/{address}", headers=HTML).status_code, 500)
        for address in (
            "displays/dv1/ask",
            "displays/p2/take",
            "displays/p2/set",
            "displays/zz/ask",
            "faults",
            "cables/take",
        ):
            status, _ = self.form(f"/jobs/{self.chapel}/{address}", {"command": "{}", "base": "1", "key": "k"})
            self.assertEqual(status, 422, address)
