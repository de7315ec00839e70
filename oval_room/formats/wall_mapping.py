"""The mapping of walls of displays, as CSV and as JSON (rules 9.5).

CSV: one line a display, in the order of their numbers. Columns: number, name, wall, left mm, top mm, width mm,
height mm (its picture, from its wall's middle, down positive), turned (clockwise, degrees), canvas x, canvas y,
canvas w, canvas h (its part of its wall's canvas), pixels w, pixels h (its own, level), factor, controller, output,
cell x, cell y, cell w, cell h, cell turned (its part of the controller's picture; turned clockwise).

JSON: {"format": 1, "walls": [{"name", "canvas": [w, h], "px_per_mm", "closed", "displays": [{…the columns above…}]}],
"controllers": [{"name", "pixels": [w, h], "as_it_hangs", "origin": [x, y], "scale"}]}.
"""

from __future__ import annotations

import csv
import io
import json
from typing import Final

from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Mapped, Walls
from oval_room.core.plan.document import Plan
from oval_room.formats.readings_csv import plain_cell

COLUMNS: Final = (
    "number", "name", "wall", "left mm", "top mm", "width mm", "height mm", "turned", "canvas x", "canvas y",
    "canvas w", "canvas h", "pixels w", "pixels h", "factor", "controller", "output", "cell x", "cell y", "cell w",
    "cell h", "cell turned",
)  # fmt: skip


def _row(plan: Plan, walls: Walls, one: Mapped) -> dict[str, object]:
    """One display by column; None where it has no output."""
    seen, crop, cell = one.display.visible, one.crop, one.cell
    controllers = plan.chosen.kept(Arrays).controllers
    values: tuple[object, ...] = (
        one.display.number, one.display.name, walls.walls[one.wall].name, round(seen.left, 3), round(seen.top, 3),
        round(seen.width, 3), round(seen.height, 3), one.display.turned, crop.left, crop.top, crop.width, crop.height,
        *one.display.pixels, round(one.factor, 6),
        *((controllers[one.port[0]].name, one.port[1]) if one.port else (None, None)),
        *((cell.left, cell.top, cell.width, cell.height, cell.turned) if cell else (None,) * 5),
    )  # fmt: skip
    return dict(zip(COLUMNS, values, strict=True))


def write_mapping_csv(plan: Plan, walls: Walls) -> str:
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for one in walls.displays:
        cells = _row(plan, walls, one).values()
        writer.writerow([plain_cell(value) if isinstance(value, str) else value for value in cells])
    return out.getvalue()


def write_mapping_json(plan: Plan, walls: Walls) -> str:
    by_wall = [
        {
            "name": wall.name,
            "canvas": list(wall.size),
            "px_per_mm": wall.scale,
            "closed": wall.closed,
            "displays": [_row(plan, walls, one) for one in wall.displays],
        }
        for wall in walls.walls.values()
    ]
    controllers = [
        {
            "name": one.name,
            "pixels": list(one.pixels),
            "as_it_hangs": layout.as_it_hangs,
            "origin": list(layout.origin),
            "scale": layout.scale,
        }
        for key, one in plan.chosen.kept(Arrays).controllers.items()
        if (layout := walls.layouts.get(key)) is not None
    ]
    return json.dumps({"format": 1, "walls": by_wall, "controllers": controllers}, ensure_ascii=False, indent=1)
