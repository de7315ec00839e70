"""The cut list: what is sawn for the plan, from stock of a length (rules 7.12)."""

from __future__ import annotations

from typing import Annotated, Final

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.cut_list import KERF
from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.hanging.cutting import boards_of, pieces_of
from oval_room.core.span import Span, read_lengths
from oval_room.core.units import Ruler
from oval_room.core.words import capital
from oval_room.drawing.cut_boards import cut_boards
from oval_room.drawing.layout import Margins
from oval_room.drawing.scene import LAYERS
from oval_room.drawing.svg import write_svg
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
USUAL: Final = 2400.0
"""Stock as it is usually sold [mm]."""
WIDE: Final = 720.0
STOCK: Final = Span("a length of stock", 300, 13_000, (900, 6500))
LINE: Final = 56.0
"""How large boards are drawn [px]: across, and each up."""


@router.get("/jobs/{job}/cuts", name="cuts")
def cuts(request: Request, job: str, stock: Annotated[str, Query(max_length=40)] = "") -> HTMLResponse:
    """Every piece and every board it is sawn from."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), FIXING.at, asked(request))
    ruler = parts.plan.writing.ruler
    length, wrong = _stock(stock, ruler)
    pieces = pieces_of(parts.plan, bench.look(parts.plan, parts.report, parts.seen).gear, parts.report)
    boards = boards_of(pieces, length, KERF)
    drawn = []
    for one in boards:
        if one.lengths:
            scene = cut_boards(one, length, KERF, ruler)
            high = LINE * len(one.lengths) + 24
            svg = write_svg(scene, WIDE, high, layers=LAYERS, margins=Margins(4, 4, 4, 4), named=scene.title)
            drawn.append((scene.title, svg))
    context = {
        "pieces": [(one.of, ruler.show(one.length), one.for_) for one in pieces],
        "drawn": drawn,
        "too_long": [(one.of, ruler.show(one.length), one.for_) for kind in boards for one in kind.too_long],
        "stock": stock or ruler.show(length),
        "wrong": wrong,
        "kerf": ruler.show(KERF),
        "looked_at": parts.looked_at(),
    }
    return room(request, "cuts.html", parts, "cuts", context)


def _stock(said: str, ruler: Ruler) -> tuple[float, str]:
    """The stock's length as it was said; the usual one, and why, where it can't be meant."""
    if not said.strip():
        return USUAL, ""
    try:
        return read_lengths(ruler, [(said, STOCK)])[0], ""
    except RefusedError as error:
        return USUAL, f"{capital(str(error))}."
