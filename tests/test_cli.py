"""The command line as a user runs it: what is printed, and the exit it ends with."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from oval_room import cli
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.formats.job_file import read_job, write_job


class CommandLine(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        (self.folder / "chapel.ovalroom").write_bytes(write_job(chapel_flat(), SHELF))
        (self.folder / "bedroom.ovalroom").write_bytes(write_job(bedroom_breast(), SHELF))

    def run_it(self, *arguments: str) -> subprocess.CompletedProcess[bytes]:
        environment = os.environ | {"OVAL_ROOM_DATA": str(self.folder / "cli.db")}
        return subprocess.run(
            [sys.executable, "-m", "oval_room.cli", *arguments],
            capture_output=True,
            cwd=self.folder,
            env=environment,
            timeout=60,
        )

    def test_evaluate(self) -> None:
        table = (
            ("with a stop", ["evaluate", "chapel.ovalroom"], 3), ("without", ["evaluate", "bedroom.ovalroom"], 0),
            ("to be read", ["evaluate", "--text", "chapel.ovalroom"], 3), ("not there", ["evaluate", "nothing.json"], 2),
        )  # fmt: skip
        for name, arguments, code in table:
            with self.subTest(name):
                done = self.run_it(*arguments)
                self.assertEqual(done.returncode, code, done.stderr)
                self.assertNotIn(b"Traceback", done.stderr)
        document = json.loads(self.run_it("evaluate", "chapel.ovalroom").stdout)
        self.assertEqual((document["findings"][0]["code"], document["findings"][0]["level"]), ("throw", "stop"))
        self.assertAlmostEqual(document["figures"]["projector.j1.nearest"]["value"], 3168)

    def test_where_it_is_served(self) -> None:
        """The command line over the environment over what is usual; what can't be is said, not shown as a traceback."""
        table: tuple[tuple[str, dict[str, str], dict[str, object], tuple[str, int]], ...] = (
            ("neither", {}, {}, ("127.0.0.1", 8321)),
            ("the environment", {"PORT": "9000", "HOST": "localhost"}, {}, ("localhost", 9000)),
            ("both", {"PORT": "9000", "HOST": "localhost"}, {"port": 9001, "host": None}, ("localhost", 9001)),
        )
        for name, environment, said, wanted in table:
            with self.subTest(name), mock.patch.dict(os.environ, {f"OVAL_ROOM_{k}": v for k, v in environment.items()}):
                found = cli.settings_of(**said)
                self.assertEqual((found.host, found.port), wanted)
        with mock.patch.dict(os.environ, {"OVAL_ROOM_PORT": "ninety"}):
            done = self.run_it("serve")
        self.assertEqual(done.returncode, 2)
        self.assertIn(b"OVAL_ROOM_PORT", done.stderr)
        self.assertNotIn(b"Traceback", done.stderr)

    def test_evaluate_names_the_place_in_a_bad_file(self) -> None:
        bad = self.folder / "bad.json"
        bad.write_text('{"format": 1, "name": "x", "schemes": {}, "scheme": "v1"}')
        done = self.run_it("evaluate", str(bad))
        self.assertEqual(done.returncode, 2)
        self.assertIn(b"plan.schemes", done.stderr)

    def test_sums(self) -> None:
        done = self.run_it("sum", "throw.range", 'width=88 1/2"', "lens_range=1.36,1.71", 'step=1/16"')
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertAlmostEqual(json.loads(done.stdout)["nearest_safe_mm"], 3057.525)
        negative = self.run_it("sum", "holes.map", "placed_by=vesa", "placed_at_mm=1180", "panel_height_mm=946", "top_to_vesa_mm=310",
                               "row_below_vesa_mm=-14", "vesa_mm=400,400")  # fmt: skip
        self.assertAlmostEqual(json.loads(negative.stdout)["upper_row_mm"], 1394)
        for name, arguments, word in (
            ("unknown", ["sum", "nothing.here"], b"the sums are"), ("wrong", ["sum", "throw.range", "width=wide", "lens_range=1;2"], b"width_text"),
            ("no value", ["sum", "throw.range", "width"], b"key=value"),
        ):  # fmt: skip
            with self.subTest(name):
                done = self.run_it(*arguments)
                self.assertEqual(done.returncode, 2)
                self.assertIn(word, done.stderr)
                self.assertNotIn(b"Traceback", done.stderr)

    def test_import_export_backup_check(self) -> None:
        job = self.run_it("import", "chapel.ovalroom").stdout.decode().strip()
        self.assertRegex(job, r"^[0-9a-f]{8}$")
        self.assertEqual(self.run_it("export", job, "--to", "out.ovalroom").returncode, 0)
        self.assertEqual(read_job((self.folder / "out.ovalroom").read_bytes())[0], chapel_flat())
        self.assertEqual(read_job(self.run_it("export", job).stdout)[0], chapel_flat())
        self.assertEqual(self.run_it("backup", "copy.db").returncode, 0)
        self.assertEqual(self.run_it("check", "--data", "copy.db").returncode, 0)
        self.assertEqual(self.run_it("export", "nothing").returncode, 2)
        (self.folder / "junk.db").write_text("no database at all, but long enough to be looked at by SQLite" * 30)
        done = self.run_it("check", "--data", "junk.db")
        self.assertEqual(done.returncode, 2)
        self.assertNotIn(b"Traceback", done.stderr)
