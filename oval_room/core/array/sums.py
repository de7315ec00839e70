"""Sums of rule 9: what each display of a wall shows of the canvas."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.array.canvas import MOST_DISPLAYS, Canvas, Placed, canvas_of, grid, placed
from oval_room.core.errors import RefusedError
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Custom, Flag, Length, Number, items_of, read_lengths
from oval_room.core.units import Unit

_PLACE: Final = (
    Length("outline_top_left", "outline's upper left corner", sign="any", count=2),
    Length("visible", "visible size, unturned", count=2),
    Length("bezel", "bezel", sign="zero"),
)
DISPLAY_EG: Final = "left 0 0 1209.6 680.4 8 90"
_DISPLAY: Final = re.compile(r"(?P<name>.+?)" + r"\s+(-?\d+(?:\.\d+)?)" * 5 + r"\s+(\d+)°?\s*")


def _grid(
    columns: int,
    rows: int,
    visible_width: float,
    visible_height: float,
    bezel: float,
    compensated: bool,
    px_per_mm: float | None,
    finest_px_across: int | None,
    finest_visible_width: float | None,
) -> Result:
    scale = px_per_mm
    if scale is None:
        if finest_px_across is None or finest_visible_width is None:
            raise RefusedError(
                "is missing: give it, or the finest display's pixels and visible width", field="px_per_mm"
            )
        scale = finest_px_across / finest_visible_width
    if columns * rows > MOST_DISPLAYS:
        raise RefusedError(f"a wall has at most {MOST_DISPLAYS} displays", field="columns", value=columns * rows)
    places = grid(columns, rows, visible=(visible_width, visible_height), bezel=bezel, compensated=compensated)
    return _told(canvas_of(places, scale))


def _free(px_per_mm: float, displays: tuple[Placed, ...]) -> Result:
    return _told(canvas_of(displays, px_per_mm))


def _told(found: Canvas) -> Result:
    return {
        "canvas_px": list(found.size),
        "crops_px": [[one.left, one.top, one.width, one.height] for one in found.crops],
        "rounding_error_px": found.error,
    }


def _displays(raw: object, unit: Unit) -> tuple[Placed, ...]:
    out = []
    for n, item in enumerate(items_of(raw, "displays")):
        where = f"displays[{n}]"
        if not isinstance(item, Mapping):
            raise RefusedError("give each display's corner, visible size, bezel and rotation", field=where, value=item)
        known = {"name", "rotation_deg", *(key for one in _PLACE for key in one.keys)}
        for key in item:
            if key not in known:
                raise RefusedError(f"“{str(key)[:30]}” is no part of a display", field=where, value=key)
        found: dict[str, object] = dict(read_lengths(item, _PLACE, unit, where))
        corner, visible, bezel = found["outline_top_left"], found["visible"], found["bezel"]
        turn = item.get("rotation_deg", 0)
        if not isinstance(corner, tuple) or not isinstance(visible, tuple) or not isinstance(bezel, (int, float)):
            raise RefusedError("give outline_top_left, visible and bezel", field=where, value=item)
        if isinstance(turn, bool) or not isinstance(turn, (int, float)):
            raise RefusedError("a display is turned by 0, 90, 180 or 270°", field=f"{where}.rotation_deg", value=turn)
        try:
            out.append(placed((corner[0], corner[1]), (visible[0], visible[1]), float(bezel), int(turn)))
        except RefusedError as refused:
            raise refused.at(f"{where}.{refused.field}") from None
    return tuple(out)


def _displays_text(text: str) -> object:
    """`left 0 0 1209.6 680.4 8 90; …`: name, corner, visible size and bezel in mm, rotation."""
    out = []
    for part in filter(None, (piece.strip() for piece in text.split(";"))):
        found = _DISPLAY.fullmatch(part)
        if not found:
            raise RefusedError(f"give each display as in {DISPLAY_EG} (got {part[:30]})", field="displays", value=text)
        x, y, wide, high, bezel, turn = (float(one) for one in found.groups()[1:])
        out.append(
            {
                "name": found["name"],
                "outline_top_left_mm": [x, y],
                "visible_mm": [wide, high],
                "bezel_mm": bezel,
                "rotation_deg": int(turn),
            }
        )
    return out


_SHOWN: Final = (
    Shown("canvas_px", "canvas"),
    Shown("rounding_error_px", "worst edge off by"),
    Shown("crops_px", "each: left, top, width, height"),
)
SUMS: Final = (
    Sum(
        "wall.grid",
        "9.2",
        "A grid of displays",
        "The canvas, and what each display shows of it, row by row.",
        "edges × px a mm, rounded; gaps skipped or closed up",
        (
            Number("columns", "columns", "3", lo=1, hi=100, whole=True),
            Number("rows", "rows", "2", lo=1, hi=100, whole=True),
            Length("visible_width", "a display's visible width", "1209.6 mm"),
            Length("visible_height", "its visible height", "680.4 mm"),
            Length("bezel", "bezel", "6.5 mm", sign="zero"),
            Flag("compensated", "gaps skipped behind the bezels", "yes"),
            Number("px_per_mm", "pixels a mm", "1.5873", "of the finest display", lo=0, hi=100, over=True),
            Number(
                "finest_px_across",
                "the finest display's pixels across",
                "",
                "or pixels a mm",
                lo=16,
                hi=32_768,
                whole=True,
            ),
            Length("finest_visible_width", "its visible width", "", "or pixels a mm"),
        ),
        _SHOWN,
        _grid,
    ),
    Sum(
        "wall.free",
        "9.2",
        "Displays placed freely",
        "The canvas of displays hung anyhow, turned by quarters; gaps are skipped.",
        "visible edges × px a mm, rounded, from the upper left one",
        (
            Number("px_per_mm", "pixels a mm", "1.5", lo=0, hi=100, over=True),
            Custom(
                "displays",
                "displays: name, corner, visible size, bezel in mm, rotation; …",
                "left 0 0 1209.6 680.4 8 90; right 720 250 1209.6 680.4 8 0",
                shape="list of {name, outline_top_left, visible, bezel (lengths), rotation_deg}",
                reader=_displays,
                from_text=_displays_text,
            ),
        ),
        _SHOWN,
        _free,
    ),
)
