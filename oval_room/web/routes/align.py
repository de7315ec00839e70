"""Alignment on site: what is moved first, whether the picture is square, and patterns to see it by (rules 6.11)."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.projection.aligning import MEASURED, checked, memories, pixels_of, planned, throw_of
from oval_room.core.projection.part import PART as PROJECTION
from oval_room.formats.pattern_png import LEAST, MOST, PATTERNS, make_pattern
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import page
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
Wide = Annotated[int, Query(ge=LEAST, le=MOST[0])]
High = Annotated[int, Query(ge=LEAST, le=MOST[1])]
Kind = Annotated[str, Query(pattern=f"^({'|'.join(PATTERNS)})$")]


@router.get("/jobs/{job}/align", name="align")
def align(request: Request, job: str) -> HTMLResponse:
    """The order of moves, the sizes that are planned, and the check of what was measured."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), PROJECTION.at, asked(request))
    plan, of = parts.plan, parts.seen.subject.picture
    picture, ruler = plan.chosen.pictures.get(of or ""), plan.writing.ruler
    typed = {name: request.query_params.get(name, "")[:30] for name in MEASURED}
    check, throw, sizes = checked(ruler, typed), throw_of(parts.report, of), planned(picture)
    pixels = pixels_of(throw)
    context = {
        "memories": memories(parts.report, throw, ruler),
        "show": ruler.show,
        "picture": picture,
        "projector": throw.projector if throw else None,
        "hung": throw.projector.hung if throw else False,
        "measured": [(name, typed[name], ruler.show(sizes[name]) if name in sizes else "") for name in MEASURED],
        "verdicts": check.told(ruler),
        "limit": ruler.show(check.found.limit, "greatest") if check.found else "",
        "cause": check.cause,
        "wrong": check.wrong,
        "patterns": [(kind, told) for kind, (told, _) in PATTERNS.items()],
        "pixels": (min(pixels[0], MOST[0]), min(pixels[1], MOST[1])),
    }
    return room(request, "align.html", parts, "align", context, 422 if check.wrong else 200)


@router.get("/pattern", name="pattern")
def pattern(request: Request, kind: Kind = "square", w: Wide = 3840, h: High = 2160) -> HTMLResponse:
    """A pattern that fills the screen."""
    kinds = list(PATTERNS)
    context = {
        "kind": kind,
        "told": PATTERNS[kind][0],
        "w": w,
        "h": h,
        "next": kinds[(kinds.index(kind) + 1) % len(kinds)],
        "kinds": kinds,
    }
    return page(request, "pattern.html", context)


@router.get("/pattern.png", name="pattern_png")
def pattern_png(kind: Kind = "square", w: Wide = 3840, h: High = 2160) -> Response:
    """A pattern as PNG, for a stick or a player."""
    named = {"content-disposition": f'inline; filename="{kind}-{w}x{h}.png"', "cache-control": "max-age=86400"}
    return Response(make_pattern(kind, w, h), media_type="image/png", headers=named)
