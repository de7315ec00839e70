"""Sums of rule 7.3: the hole map."""

from __future__ import annotations

from typing import Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.hole_map import PlacedBy, hole_map
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Length, Word


def _holes(
    placed_by: str,
    placed_at: float,
    panel_height: float,
    top_to_vesa: float,
    row_below_vesa: float,
    vesa: tuple[float, float],
    rows_below_upper: tuple[float, ...] | None,
    centre_x: float | None,
    columns_from_centre: tuple[float, ...] | None,
) -> Result:
    if (centre_x is None) != (columns_from_centre is None):
        field = "centre_x" if centre_x is None else "columns_from_centre"
        raise RefusedError("give centre_x and columns_from_centre together", field=field)
    holes = hole_map(
        placed_by=placed_by,
        placed_at=placed_at,
        panel_height=panel_height,
        top_to_vesa=top_to_vesa,
        row_below_vesa=row_below_vesa,
        vesa_height=vesa[1],
        rows_below_upper=rows_below_upper or (),
        centre_x=centre_x or 0.0,
        columns_from_centre=columns_from_centre or (),
    )
    return {
        "top_mm": holes.top,
        "centre_mm": holes.centre,
        "bottom_mm": holes.bottom,
        "vesa_upper_mm": holes.vesa_upper,
        "vesa_lower_mm": holes.vesa_lower,
        "upper_row_mm": holes.upper_row,
        "rows_mm": list(holes.rows) or None,
        "holes_x_mm": list(holes.columns) or None,
        "check_diagonal_mm": holes.check_diagonal,
    }


SUMS: Final = (
    Sum(
        "holes.map",
        "7.3",
        "Hole rows of a wall mount",
        "Heights of the panel, its pattern and every hole from one given height.",
        "upper row = top − t − r",
        (
            Word("placed_by", "which line is given", "top", words=get_args(PlacedBy)),
            Length("placed_at", "its height above the floor", '66 1/2"', sign="any"),
            Length("panel_height", "panel's overall height", '38 1/2"'),
            Length("top_to_vesa", "panel top to the upper VESA holes (t)", '15 3/4"', sign="zero"),
            Length(
                "row_below_vesa", "upper hole row below those once hung (r), under 0 when above", '1/2"', sign="any"
            ),
            Length("vesa", "VESA pattern: across, down", "400 mm; 300 mm", count=2),
            Length("rows_below_upper", "the plate's rows below its upper one", "", "none", sign="zero", many=True),
            Length("centre_x", "plate's middle along the wall", "", "with columns_from_centre", sign="any"),
            Length(
                "columns_from_centre", "columns from the plate's middle", "", "with centre_x", sign="any", many=True
            ),
        ),
        (
            Shown("upper_row_mm", "upper hole row"),
            Shown("top_mm", "panel top"),
            Shown("centre_mm", "panel middle"),
            Shown("bottom_mm", "panel bottom"),
            Shown("vesa_upper_mm", "upper VESA holes"),
            Shown("vesa_lower_mm", "lower VESA holes"),
            Shown("rows_mm", "hole rows"),
            Shown("holes_x_mm", "hole columns"),
            Shown("check_diagonal_mm", "check diagonal"),
        ),
        _holes,
        into=("upper row", "upper_row_mm"),
    ),
)
