"""How long something takes, as the benchmarks tell it."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from typing import Final

ROUNDS: Final = 60
WARM: Final = 5


def timed(act: Callable[[int], object], rounds: int = ROUNDS) -> tuple[float, float]:
    """Median and 95th percentile in ms, after a warm-up."""
    for i in range(WARM):
        act(-1 - i)
    spent = []
    for i in range(rounds):
        start = time.perf_counter()
        act(i)
        spent.append((time.perf_counter() - start) * 1000)
    return statistics.median(spent), statistics.quantiles(spent, n=20)[18]
