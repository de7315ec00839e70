"""A trade is a folder and a line in each list, as CONTRIBUTING promises: one is added to a copy for real, and used."""

import os
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from typing import Final

ROOT: Final = Path(__file__).resolve().parents[1]
LINES: Final = {
    "oval_room/core/parts.py": ("oval_room.core.dusting.part import PART", "    GEAR,\n", "    DUSTING,\n    GEAR,\n"),
    "oval_room/drawing/parts/__init__.py": (
        "oval_room.drawing.parts.dusting import VIEWS",
        "ARRAY, SIGNAL)",
        "ARRAY, SIGNAL, DUSTING)",
    ),
    "oval_room/web/parts/__init__.py": (
        "oval_room.web.parts.dusting import PART",
        "ARRAY, SIGNAL)",
        "ARRAY, SIGNAL, DUSTING)",
    ),
}
"""The lists: what is imported, and its name among the others."""


class AddATrade(unittest.TestCase):
    def test_a_folder_and_a_line_in_each_list(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            copy = Path(name)
            for tree in ("oval_room", "tests"):
                shutil.copytree(ROOT / tree, copy / tree, ignore=shutil.ignore_patterns("__pycache__"))
            shutil.copytree(ROOT / "tests/trade/oval_room", copy / "oval_room", dirs_exist_ok=True)
            for path, (brought, old, new) in LINES.items():
                text = (copy / path).read_text()
                self.assertEqual(text.count(old), 1, path)
                text = text.replace(old, new).replace(
                    "\nfrom oval_room.", f"\nfrom {brought} as DUSTING\nfrom oval_room.", 1
                )
                (copy / path).write_text(text)
            told = subprocess.run(
                [
                    sys.executable,
                    "-m",
                    "unittest",
                    "tests.trade.journey",
                    "tests.test_layers.Layers",
                    "tests.test_layers.Names",
                ],
                cwd=copy,
                env=os.environ | {"PYTHONPATH": ""},
                capture_output=True,
                text=True,
                check=False,
            )
            self.assertEqual(told.returncode, 0, told.stderr)

    def test_no_other_file_names_it(self) -> None:
        named = [
            str(path.relative_to(ROOT))
            for path in (ROOT / "oval_room").rglob("*.py")
            if "dusting" in path.read_text().lower()
        ]
        self.assertEqual(named, [])
