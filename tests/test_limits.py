"""No limit or planning value changes unseen."""

from __future__ import annotations

import unittest

from tests.limits import TABLE, table
from tests.tables import differing


class Limits(unittest.TestCase):
    def test_as_they_were_looked_through(self) -> None:
        self.assertEqual(differing(TABLE, table()), [], "is the new number meant? then python -m tests.limits")


if __name__ == "__main__":
    unittest.main()
