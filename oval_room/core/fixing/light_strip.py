"""A light strip behind a panel: its run, watts, feeds and groups (rules 13)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM
from oval_room.core.record import record

INSET: Final = 50.0
"""From the panel's edge to the strip [mm]."""
FEEDS: Final[dict[float, float]] = {5.0: 2.5, 12.0: 5.0, 24.0: 10.0}
"""A strip is fed again after so many metres, by its volts (rules 13)."""


@record
class StripRun:
    """A strip's run [mm], its watts, points at which it is fed and groups of lights that are driven apart; None where
    nobody has said what they come from."""

    run: float
    watts: float | None
    feeds: int | None
    groups: int | None


def strip_run(
    width: float,
    height: float,
    *,
    sides: int,
    watts_per_metre: float | None = None,
    volts: float | None = None,
    inset: float = INSET,
    cut: float | None = None,
    leds_per_metre: float | None = None,
    leds_per_group: float = 1.0,
    corners: bool = True,
) -> StripRun:
    """2(W+H) − 8·inset round four sides, W + 2H − 6·inset round three; each run cut down to whole pitches (13).

    Args:
        width, height: of the panel [mm]. sides: 3 or 4. volts: 5, 12 or 24. inset: from its edge [mm].
        cut: the pitch it can be cut at [mm]; None where nobody has said.
        corners: whether it goes round corners in one run, else each side is its own and cut by itself.

    Raises:
        RefusedError: other sides or volts, or a panel smaller than its insets.
    """
    if sides not in (3, 4):
        raise RefusedError("a strip runs along 3 or 4 sides", field="sides", value=sides)
    if volts is not None and volts not in FEEDS:
        raise RefusedError("strips are of 5, 12 or 24 volts", field="supply_v", value=volts)
    across, up = width - 2 * inset, height - 2 * inset
    if across <= 0 or up <= 0:
        raise RefusedError("the panel is smaller than the strip's inset", field="inset", value=inset)
    runs = [across, up, up] + ([across] if sides == 4 else [])
    runs = [sum(runs)] if corners else runs
    if cut is not None:
        runs = [math.floor(run / cut + SLIM) * cut for run in runs]
    run = sum(runs)
    watts = None if watts_per_metre is None else run / 1000 * watts_per_metre
    feeds = None if volts is None else max(math.ceil(run / 1000 / FEEDS[volts] - SLIM), 1)
    groups = None if leds_per_metre is None else math.floor(run / 1000 * leds_per_metre / leds_per_group + SLIM)
    return StripRun(run, watts, feeds, groups)
