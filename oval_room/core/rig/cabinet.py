"""A table-sim cabinet (rules 8.8): the playfield screen that lies in an opening, a back screen, a score strip.

from above, the player at the lower end:   ┌────────┐  back screen stands here
                                           │┌──────┐│
                                           ││      ││  playfield, its long side along the table
                                           │└──────┘│
                                           └────────┘
"""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import positive
from oval_room.core.record import record

TABLE: Final = 2.08
"""How many times as long as wide a real table's field is (planning value of ours)."""
QUICK: Final = (20.0, 100.0)
"""A playfield lags no more [ms] and draws as often [Hz] (rules 3.6)."""
BLACKS: Final = ("oled", "va")
"""What shows a dark table dark."""
SHARE: Final = 0.5
"""Less of the money than this in the playfield is spent in the wrong place (planning value of ours)."""
LEAST: Final = 3.0
"""Left round a panel in its opening so that it goes in at all [mm] (planning value of ours)."""


@record
class Sized:
    """A screen's visible picture and how far its frame reaches round it, at the sides and above and below [mm]."""

    width: float
    height: float
    side: float
    over_and_under: float

    @property
    def overall(self) -> tuple[float, float]:
        return self.width + 2 * self.side, self.height + self.over_and_under


@record
class InOpening:
    """What is left round a screen in its opening.

    sides, ends: of its frame, on each side and at each end; under nought where it does not go in. bare_sides,
    bare_ends: of its picture, dark frame or wood that is seen [mm]. long: its picture's length over its width.
    """

    sides: float
    ends: float
    bare_sides: float
    bare_ends: float
    long: float


def in_opening(panel: Sized, length: float, width: float) -> InOpening:
    """A level panel laid with its long side along the table, in its middle. length, width: of the opening [mm]."""
    positive(length, "length")
    positive(width, "width")
    across, up = panel.overall
    return InOpening(
        sides=(width - up) / 2,
        ends=(length - across) / 2,
        bare_sides=(width - panel.height) / 2,
        bare_ends=(length - panel.width) / 2,
        long=panel.width / panel.height,
    )


def unfilled(long: float, table: float) -> float:
    """The share of a table's own field that a screen of another shape can't show at full width, 0 to 1."""
    return max(0.0, 1 - long / positive(table, "table"))
