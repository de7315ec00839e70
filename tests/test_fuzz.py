"""A short run of the fuzzer, always the same, and what earlier runs found."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from oval_room.core.solve.within import Watch
from tests.fuzz import FORBIDDEN, Asked, Fuzzer


class Short(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.addCleanup(setattr, Watch, "patience", Watch.patience)
        self.fuzzer = Fuzzer(7, Path(folder.name))

    def test_nothing_is_found(self) -> None:
        """Time is not judged here: the machine may be busy. The long run judges it."""
        found = [one for one in self.fuzzer.run(requests=320) if not one.what.startswith("took")]
        self.assertEqual([(one.what, one.asked.told) for one in found], [])
        taken = sum(count for status, count in self.fuzzer.answers.items() if status < 400)
        self.assertGreater(taken, 75)  # it gets somewhere
        self.assertGreater(self.fuzzer.answers[422], 50)

    def test_it_sees_what_is_wrong(self) -> None:
        """A fuzzer that finds nothing is to be doubted: faults put in on purpose are found, and made small."""

        @self.fuzzer.app.get("/spoiled-for-a-test")
        def spoiled(u: str = "", v: str = "") -> dict[str, str]:
            return {"x": str(1 / (u != "0"))}

        asked = Asked("GET", "/spoiled-for-a-test", {"u": "0", "v": "1", "w": "2"})
        what = self.fuzzer.wrong(asked)
        self.assertTrue(what.startswith("answered 500"), what)
        self.assertEqual(self.fuzzer.smaller(asked, what).query, {"u": "0"})
        self.assertEqual(self.fuzzer.wrong(Asked("GET", asked.address, {"u": "1"})), "")
        for text in ('{"a": NaN}', "<td>nan</td>", 'x="-inf"', "Undefined"):
            self.assertRegex(text, FORBIDDEN)
        self.assertNotRegex("<p>nankeen, infinite, information</p>", FORBIDDEN)


if __name__ == "__main__":
    unittest.main()
