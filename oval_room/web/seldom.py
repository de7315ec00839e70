"""A log that can't be flooded: of lines alike only the first few in a minute are written, and how many were not."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable
from typing import Final

MINUTE_S: Final = 60.0
ALIKE: Final = 10
"""Lines of one wording in a minute."""
KINDS: Final = 200
"""Wordings that are counted at once."""


class Seldom(logging.Filter):
    """Lets the first lines of a wording through, and says in the next minute how many there were."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        super().__init__()
        self._clock = clock
        self._since: dict[tuple[str, str], tuple[float, int]] = {}

    def filter(self, record: logging.LogRecord) -> bool:
        key, now = (record.name, str(record.msg)[:60]), self._clock()
        since, count = self._since.pop(key, (now, 0))
        left_out = 0
        if now - since >= MINUTE_S:
            since, count, left_out = now, 0, max(count - ALIKE, 0)
        self._since[key] = since, count + 1
        while len(self._since) > KINDS:
            self._since.pop(next(iter(self._since)))
        if left_out:
            record.msg = f"({left_out} more like this were left out) {record.msg}"
        return count < ALIKE


def log_seldom() -> None:
    """Warnings and worse of everything to the standard error, none of them without end."""
    to = logging.StreamHandler()
    to.addFilter(Seldom())
    to.setFormatter(logging.Formatter("%(asctime)s %(levelname)s %(name)s: %(message)s"))
    logging.basicConfig(level=logging.WARNING, handlers=[to], force=True)
