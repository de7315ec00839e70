"""All that is told of the reference plans, line by line against the table that was looked through."""

from __future__ import annotations

import unittest

from tests.core.told import TABLE, table
from tests.tables import differing


class Told(unittest.TestCase):
    def test_as_it_was_looked_through(self) -> None:
        self.assertEqual(differing(TABLE, table()), [], "look at each line; then python -m tests.core.told")


if __name__ == "__main__":
    unittest.main()
