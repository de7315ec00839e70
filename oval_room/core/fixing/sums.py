"""Sums of rules 7.3 and 7.19: the hole map, a hole by an opening."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.hole_map import PlacedBy, hole_map
from oval_room.core.fixing.opening_zones import by_opening
from oval_room.core.levels import Level
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Custom, Length, Word, items_of, read_lengths
from oval_room.core.units import Unit


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


_SIDES: Final = (
    Length("left", "its left edge", "1500 mm", sign="any"),
    Length("right", "its right edge", "2326 mm", sign="any"),
    Length("sill", "its sill", "0", sign="zero"),
    Length("head", "its head", "1981 mm"),
)
_OPENING: Final = re.compile(r"(?:(?P<name>known)\s+)?" + r"\s+".join([r"(-?[0-9.]+)"] * 4))
OPENING_EG: Final = "1500 2326 0 1981"


def _openings(raw: object, unit: Unit) -> tuple[tuple[float, float, float, float, bool], ...]:
    out = []
    for n, item in enumerate(items_of(raw, "openings")):
        where = f"openings[{n}]"
        if not isinstance(item, Mapping):
            raise RefusedError("give each opening's left, right, sill and head", field=where, value=item)
        known = {"name", "lintel_known", *(key for one in _SIDES for key in one.keys)}
        for key in item:
            if key not in known:
                raise RefusedError(f"“{str(key)[:30]}” is no part of an opening", field=where, value=key)
        found = read_lengths(item, _SIDES, unit, where)
        left, right, sill, head = (found[name] for name in ("left", "right", "sill", "head"))
        said = item.get("lintel_known", False)
        if not all(isinstance(one, (int, float)) for one in (left, right, sill, head)) or not isinstance(said, bool):
            raise RefusedError(
                "give left, right, sill and head, and whether its lintel is known", field=where, value=item
            )
        if not float(left) < float(right) or not float(sill) < float(head):  # type: ignore[arg-type]
            raise RefusedError("an opening's right lies past its left, its head over its sill", field=where, value=item)
        out.append((float(left), float(right), float(sill), float(head), said))  # type: ignore[arg-type]
    return tuple(out)


def _openings_text(text: str) -> object:
    """`1500 2326 0 1981; known 3000 …`: left, right, sill and head in mm; known where the lintel is."""
    out = []
    for part in filter(None, (piece.strip() for piece in text.split(";"))):
        found = _OPENING.fullmatch(part)
        if not found:
            raise RefusedError(f"give each opening as in {OPENING_EG} (got {part[:30]})", field="openings", value=text)
        sides = dict(zip(("left_mm", "right_mm", "sill_mm", "head_mm"), map(float, found.groups()[1:]), strict=True))
        out.append(sides | {"lintel_known": found["name"] is not None})
    return out


def _by_openings(
    hole: tuple[float, float], openings: tuple[tuple[float, float, float, float, bool], ...], wall: str
) -> Result:
    told = [
        by_opening(*hole, (left, right), sill, head, lintel_known=known, masonry=wall == "masonry")
        for left, right, sill, head, known in openings
    ]
    order = ("opening", "lintel", "reveal")
    found = sorted((one for one in told if one is not None), key=lambda one: (one.level.rank, order.index(one.why)))
    return {"level": found[0].level.value if found else Level.GOOD.value, "why": found[0].why if found else None}


SUMS: Final = (
    Sum(
        "holes.opening",
        "7.19",
        "A hole by a door or window",
        "Whether it lies in an opening, in what carries the wall over one, or too near to its edge.",
        "lintel: 225 over the head, 150 past the sides; edge: 75",
        (
            Length("hole", "the hole: along the wall, up", "1900 mm; 2050 mm", count=2, sign="any"),
            Custom(
                "openings",
                "openings: left, right, sill, head in mm; known before them where the lintel is",
                OPENING_EG,
                shape="openings",
                reader=_openings,
                from_text=_openings_text,
            ),
            Word("wall", "what the wall is of", "masonry", words=("masonry", "board")),
        ),
        (Shown("level", "level"), Shown("why", "why")),
        _by_openings,
    ),
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
