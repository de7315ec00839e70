"""The hole map of a wall mount (rules 7.3).

top of panel ──┬──────────
               t
upper VESA ────┼── ○    ○
               r          upper hole row: z_top − t − r
hole row ──────┴── ⌀    ⌀
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from oval_room.core.record import record

PlacedBy = Literal["top", "centre", "bottom", "vesa"]


@record
class HoleMap:
    """Heights above the floor [mm]; rows from the upper one down; x of each column; the check diagonal."""

    top: float
    centre: float
    bottom: float
    vesa_upper: float
    vesa_lower: float
    upper_row: float
    rows: tuple[float, ...]
    columns: tuple[float, ...]
    vesa_width: float = 0.0
    """Across the panel's bolts, where it is known."""

    @property
    def check_diagonal(self) -> float | None:
        """First hole of the upper row to the last of the last row [mm]; None without rows and columns."""
        if not self.rows or not self.columns:
            return None
        return math.hypot(self.columns[-1] - self.columns[0], self.rows[0] - self.rows[-1])


def hole_map(
    *,
    placed_by: str,
    placed_at: float,
    panel_height: float,
    top_to_vesa: float,
    row_below_vesa: float,
    vesa_height: float,
    rows_below_upper: Sequence[float] = (),
    centre_x: float = 0.0,
    columns_from_centre: Sequence[float] = (),
    vesa_width: float = 0.0,
) -> HoleMap:
    """Every hole's height and place from one given height (rules 7.3).

    Args:
        placed_by: which line is given: top, centre or bottom of the panel, or centre of its VESA pattern.
        placed_at: that line's height [mm].
        panel_height: overall [mm], over 0.
        top_to_vesa: panel top to its upper VESA holes [mm].
        row_below_vesa: the plate's upper hole row below those once hung [mm]; under 0 when above.
        vesa_height, vesa_width: of the pattern [mm]; 0 where nobody knows it.
        rows_below_upper: the plate's rows below its upper one [mm].
        centre_x, columns_from_centre: the plate's columns [mm].
    """
    to_top = {"top": 0.0, "centre": panel_height / 2, "bottom": panel_height, "vesa": top_to_vesa + vesa_height / 2}[
        placed_by
    ]
    top = placed_at + to_top
    upper = top - top_to_vesa - row_below_vesa
    return HoleMap(
        top=top,
        centre=top - panel_height / 2,
        bottom=top - panel_height,
        vesa_upper=top - top_to_vesa,
        vesa_lower=top - top_to_vesa - vesa_height,
        upper_row=upper,
        rows=tuple(upper - below for below in rows_below_upper),
        columns=tuple(centre_x + column for column in columns_from_centre),
        vesa_width=vesa_width,
    )
