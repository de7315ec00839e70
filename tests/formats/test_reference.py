"""Generated files in docs/ are what the program makes now, and files that newcomers need are there."""

from __future__ import annotations

import re
import unittest
from pathlib import Path

from oval_room.formats.reference import MADE

ROOT = Path(__file__).resolve().parents[2]


class Docs(unittest.TestCase):
    def test_generated_files_are_current(self) -> None:
        for name, make in MADE.items():
            with self.subTest(name):
                self.assertEqual((ROOT / "docs" / name).read_text(encoding="utf-8"), make(), "run scripts/docs")

    def test_links_of_the_readme_and_docs_lead_somewhere(self) -> None:
        for page in (ROOT / "README.md", ROOT / "CONTRIBUTING.md", *(ROOT / "docs").glob("*.md")):
            for target in re.findall(r"\]\(([^)#]+)[^)]*\)", page.read_text(encoding="utf-8")):
                if "://" not in target:
                    with self.subTest(page.name, target=target):
                        self.assertTrue((page.parent / target).exists())

    def test_lock_files_name_no_host_and_pin_everything(self) -> None:
        for name in ("requirements.lock", "requirements-dev.lock"):
            for line in (ROOT / name).read_text().splitlines():
                if line and not line.startswith("#"):
                    self.assertRegex(
                        line, r"^([A-Za-z0-9_.\-]+==[A-Za-z0-9.+\-]+ \\|    --hash=sha256:[0-9a-f]{64}( \\)?)$"
                    )

    def test_every_rule_named_in_code_stands_in_docs(self) -> None:
        """A rule cited by a sum, figure or finding has a heading or line of its number in docs/rules.md."""
        from oval_room.core.evaluate import evaluate
        from oval_room.core.parts import KINDS
        from oval_room.core.sums.registry import SUMS
        from oval_room.demo.gear import SHELF
        from oval_room.demo.jobs import demo_jobs

        cited = {kind.rule for kind in KINDS.values()} | {one.rule for one in SUMS.values()}
        cited |= {finding.rule for plan in demo_jobs() for finding in evaluate(plan, SHELF).findings}
        text = (ROOT / "docs/rules.md").read_text(encoding="utf-8")
        missing = [rule for rule in cited if not re.search(rf"^(## |\*\*){re.escape(rule)}\b", text, re.MULTILINE)]
        self.assertEqual(missing, [])
