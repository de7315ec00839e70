"""A room's outline as DXF, in and out, seen from above with the display wall at the top.

Out: one closed polyline on the layer OVAL-OUTLINE with openings as lines on OVAL-OPENINGS, millimetres, display wall
first. In: the largest closed shape made of polylines or lines (on OVAL-OUTLINE when there is one); the unit is the
file's own or must be said. Seen from above the room's x runs right and its y down, so y changes its sign.
"""

from __future__ import annotations

import io
import math
import re
from itertools import pairwise
from typing import Any, Final, NamedTuple

import ezdxf
from ezdxf.filemanagement import new as new_drawing

from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.outline import MOST_CORNERS, Corners, Place, check_outline
from oval_room.drawing.dxf import without_moment

LAYER: Final = "OVAL-OUTLINE"
UNITS: Final[dict[int, tuple[str, float]]] = {
    1: ("in", 25.4),
    2: ("ft", 304.8),
    4: ("mm", 1.0),
    5: ("cm", 10.0),
    6: ("m", 1000.0),
}
"""DXF unit codes that are taken: name and mm in one."""
BY_NAME: Final = dict(UNITS.values())
MOST_BYTES: Final = 8 * 1024 * 1024
MOST_SHAPES: Final = 8000
MOST_PARTS: Final = 16_000
"""Everything in the file, its layers, styles and corners too."""
SHAPES: Final = "LWPOLYLINE POLYLINE LINE ARC"
_SHAPES: Final = frozenset(SHAPES.split())
_PART: Final = re.compile(r"^ *0\n *([A-Z][A-Z0-9_]*)$", re.MULTILINE)
BULGE: Final = 1e-6
JOINS: Final = 2.0
"""Ends of lines this near to each other are one corner [mm]."""
STRAIGHT: Final = 0.5
"""A corner that bends less than this is left out [deg]."""


def write_outline(plan: Plan) -> str:
    """The outline and its openings as DXF R2010 text in millimetres."""
    document = new_drawing("R2010", setup=True, units=4)
    room = plan.survey.room
    space = document.modelspace()
    for layer in (LAYER, "OVAL-OPENINGS", "OVAL-SEATS"):
        document.layers.add(layer)
    space.add_lwpolyline([(x, -y) for x, y in room.corners], close=True, dxfattribs={"layer": LAYER})
    for opening in plan.survey.openings.values():
        wall = room.wall_named(opening.wall)
        if wall is not None:
            (ax, ay), (bx, by) = (wall.room(u, 0.0) for u in opening.ends)
            space.add_line((ax, -ay), (bx, -by), dxfattribs={"layer": "OVAL-OPENINGS"})
    for seat in plan.survey.seats.values():
        space.add_circle((seat.x.value, -seat.y.value), 110, dxfattribs={"layer": "OVAL-SEATS"})
    out = io.StringIO()
    document.write(out)
    return without_moment(out.getvalue())


class Outline(NamedTuple):
    """Corners read from a drawing, the display wall first [mm], and how many curved walls were taken as straight."""

    corners: Corners
    straightened: int


def _check_parts(text: str) -> None:
    """Nothing, for a drawing that is quickly read.

    Raises:
        RefusedError: it holds far more than a room's outline.
    """
    shapes = 0
    for parts, found in enumerate(_PART.finditer(text), 1):
        shapes += found[1] in _SHAPES
        if shapes > MOST_SHAPES or parts > MOST_PARTS:
            raise RefusedError(
                f"it holds far more lines than a room, over {MOST_SHAPES:,}; export only the room's outline",
                field="file",
            )


def read_outline(content: bytes, unit: str = "") -> Outline:
    """The corners of a room from a DXF file, the display wall first [mm]; curved walls as straight ones from end to
    end, counted.

    Args:
        unit: mm, cm, m, in or ft; needed when the file does not say its own, and then it wins.

    Raises:
        RefusedError: it is no DXF, has no closed outline, or its unit must be said (`field` is then `unit`).
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(
            f"the file is over {MOST_BYTES // 1024 // 1024} MB; export only the room's outline", field="file"
        )
    try:
        text = content.decode("utf-8", errors="surrogateescape").replace("\r\n", "\n").replace("\r", "\n")
        _check_parts(text)
        document = ezdxf.read(io.StringIO(text))  # type: ignore[attr-defined]
    except RefusedError:
        raise
    except (ezdxf.DXFError, OSError, ValueError, LookupError, TypeError, AttributeError, ArithmeticError) as error:  # type: ignore[attr-defined]
        raise RefusedError(
            "that is no DXF drawing that can be read; save it as ASCII DXF R2010", field="file"
        ) from error
    none = RefusedError(
        "there is no closed outline in it: draw the room as one closed polyline, or as lines that meet", field="file"
    )
    space = document.modelspace()
    if not list(space.query(SHAPES)):
        if list(space.query("INSERT SPLINE ELLIPSE REGION 3DFACE MESH")):
            raise RefusedError(
                "it holds only blocks, free curves or solids: explode them to lines or one closed polyline",
                field="file",
            )
        raise none
    try:
        loops = _loops(space, _unit(int(document.header.get("$INSUNITS", 0)), unit))
    except (ezdxf.DXFError, ValueError, LookupError, TypeError, AttributeError, ArithmeticError) as error:  # type: ignore[attr-defined]
        if isinstance(error, RefusedError):
            raise
        raise none from error
    if not loops:
        raise none
    best = max(loops, key=lambda loop: abs(_area(loop)))
    corners = _simple(best)
    if len(corners) < 3:
        raise none
    if len(corners) > MOST_CORNERS:
        raise RefusedError(
            f"the outline has {len(corners)} corners; a room has at most {MOST_CORNERS} here", field="file"
        )
    room = _room(corners)
    widest = max(math.dist(a, b) for a in room for b in room)
    if not 500 <= widest <= 100_000:
        raise RefusedError(
            f"the outline would be {widest / 1000:.2f} m across: say the right unit", field="unit", value=widest
        )
    try:
        return Outline(check_outline(room), _curves(space))
    except RefusedError as refused:
        raise RefusedError(refused.text, field="file", value=refused.value) from refused


def _unit(code: int, said: str) -> float:
    if said:
        if said not in BY_NAME:
            raise RefusedError(f"give the unit as {', '.join(BY_NAME)} (got {said[:10]})", field="unit")
        return BY_NAME[said]
    if code not in UNITS:
        raise RefusedError("the file does not say its unit: choose mm, cm, m, in or ft", field="unit")
    return UNITS[code][1]


def _loops(space: Any, size: float) -> list[list[Place]]:
    """Closed shapes in mm: of the outline's own layer when it has any, else of the whole drawing."""
    shapes = list(space.query(SHAPES))
    if len(shapes) > MOST_SHAPES:
        raise RefusedError("the drawing has far more lines than a room; export only its outline", field="file")
    own = [shape for shape in shapes if shape.dxf.layer.upper() == LAYER]
    loops: list[list[Place]] = []
    lines: list[tuple[Place, Place]] = []
    for shape in own or shapes:
        points = [(x * size, y * size) for x, y in _points(shape)]
        if shape.dxftype() in ("LINE", "ARC"):
            lines.append((points[0], points[1]))
        elif len(points) >= 3 and (shape.is_closed or math.dist(points[0], points[-1]) <= JOINS):
            loops.append(points[:-1] if math.dist(points[0], points[-1]) <= JOINS else points)
        else:
            lines += pairwise(points)
    return [
        loop
        for loop in (*loops, *_chains(lines))
        if len(loop) >= 3 and all(math.isfinite(v) for place in loop for v in place)
    ]


def _curves(space: Any) -> int:
    """Curved walls of a drawing: arcs, and bulged pieces of polylines."""
    bulges = [point[2] for line in space.query("LWPOLYLINE") for point in line.get_points("xyb")]
    bulges += [vertex.dxf.bulge for line in space.query("POLYLINE") for vertex in line.vertices]
    return len(list(space.query("ARC"))) + sum(abs(float(bulge)) > BULGE for bulge in bulges)


def _points(shape: Any) -> list[Place]:
    if shape.dxftype() == "ARC":
        return [(shape.start_point.x, shape.start_point.y), (shape.end_point.x, shape.end_point.y)]
    if shape.dxftype() == "LINE":
        return [(shape.dxf.start.x, shape.dxf.start.y), (shape.dxf.end.x, shape.dxf.end.y)]
    if shape.dxftype() == "LWPOLYLINE":
        return [(point[0], point[1]) for point in shape.get_points("xy")]
    return [(vertex.dxf.location.x, vertex.dxf.location.y) for vertex in shape.vertices]


def _chains(lines: list[tuple[Place, Place]]) -> list[list[Place]]:
    """Lines joined end to end into closed rounds."""
    left, loops = list(lines[:500]), []
    while left:
        first, at = left.pop(0)
        chain = [first]
        while left and math.dist(at, first) > JOINS:
            near = min(range(len(left)), key=lambda i: min(math.dist(at, left[i][0]), math.dist(at, left[i][1])))
            a, b = left[near]
            if min(math.dist(at, a), math.dist(at, b)) > JOINS:
                break
            left.pop(near)
            chain.append(at)
            at = b if math.dist(at, a) <= math.dist(at, b) else a
        if len(chain) >= 3 and math.dist(at, first) <= JOINS:
            loops.append(chain)
    return loops


def _area(loop: list[Place]) -> float:
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(loop, [*loop[1:], loop[0]], strict=True)) / 2


def _simple(loop: list[Place]) -> list[Place]:
    """Without doubled corners and corners that don't bend."""
    places = [place for i, place in enumerate(loop) if math.dist(place, loop[i - 1]) > JOINS]
    out = []
    for i, place in enumerate(places):
        before, after = places[i - 1], places[(i + 1) % len(places)]
        turn = math.degrees(
            math.atan2(after[1] - place[1], after[0] - place[0])
            - math.atan2(place[1] - before[1], place[0] - before[0])
        )
        if abs((turn + 180) % 360 - 180) > STRAIGHT:
            out.append(place)
    return out


def _room(loop: list[Place]) -> Corners:
    """Corners in room axes: walked clockwise from above, the first edge as the display wall from (0, 0) along +x."""
    if _area(loop) > 0:
        loop = [loop[1], loop[0], *reversed(loop[2:])]  # the first edge stays the first
    (x0, y0), (x1, y1) = loop[0], loop[1]
    length = math.dist(loop[0], loop[1])
    ux, uy = (x1 - x0) / length, (y1 - y0) / length
    out = []
    for x, y in loop:
        dx, dy = x - x0, y - y0
        out.append((_round(dx * ux + dy * uy), _round(dx * uy - dy * ux)))
    return tuple(out)


def _round(value: float) -> float:
    rounded = round(value, 3)
    return 0.0 if rounded == 0 else rounded
