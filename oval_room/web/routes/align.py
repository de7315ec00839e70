"""Alignment on site: what is moved first, whether the picture is square, and patterns to see it by (rules 6.11)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Final

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.projection.memory_study import MemoryResult, Setting
from oval_room.core.projection.part import PART as PROJECTION
from oval_room.core.projection.square import Squareness, cause, squareness
from oval_room.core.projection.study import ThrowResult
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span, read_lengths
from oval_room.formats.pattern_png import LEAST, MOST, PATTERNS, make_pattern
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import cap, page
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
MEASURED: Final = ("diagonal 1", "diagonal 2", "top", "bottom", "left", "right")
EDGE: Final = Span("an edge of the picture", 100, 15_000, (400, 9000))
Wide = Annotated[int, Query(ge=LEAST, le=MOST[0])]
High = Annotated[int, Query(ge=LEAST, le=MOST[1])]
Kind = Annotated[str, Query(pattern=f"^({'|'.join(PATTERNS)})$")]


@router.get("/jobs/{job}/align", name="align")
def align(request: Request, job: str) -> HTMLResponse:
    """The order of moves, the sizes that are planned, and the check of what was measured."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), PROJECTION.at, asked(request))
    plan, picture = parts.plan, parts.plan.chosen.pictures.get(parts.seen.subject.picture or "")
    typed = {name: request.query_params.get(name, "")[:30] for name in MEASURED}
    found, wrong = _checked(plan, typed)
    throws = parts.report.of(ThrowResult).throws.values()
    throw = next((one for one in throws if one.picture == parts.seen.subject.picture), None)
    pixels = throw.item.pixels if throw else (3840, 2160)
    show = plan.writing.ruler.show
    planned = {}
    if picture is not None:
        size = picture_size(width=picture.width.value, height=picture.height)
        planned = {"diagonal 1": size.diagonal, "diagonal 2": size.diagonal, "top": size.width, "bottom": size.width}
        planned |= {"left": size.height, "right": size.height}
    told = ("diagonals", "top and bottom", "left and right")
    check = found[0] if found else None
    verdicts = [
        (level.value, f"{what} differ by {show(by)}")
        for what, by, level in (zip(told, check.differences, check.levels, strict=True) if check else ())
    ]
    memories = [
        (one.memory.name, show(one.picture.width), show(one.picture.height), show(one.bottom), _set_by(one, show))
        for one in parts.report.of(MemoryResult).settings.values()
        if throw is not None and one.memory.shows == throw.picture
    ]
    context = {
        "head": parts.head,
        "memories": memories,
        "plan": plan,
        "picture": picture,
        "projector": throw.projector if throw else None,
        "hung": throw.projector.hung if throw else False,
        "measured": [(name, typed[name], show(planned[name]) if name in planned else "") for name in MEASURED],
        "verdicts": verdicts,
        "limit": show(check.limit, "greatest") if check else "",
        "cause": cap(found[1]) if found else "",
        "wrong": wrong,
        "patterns": [(kind, told) for kind, (told, _) in PATTERNS.items()],
        "pixels": (min(pixels[0], MOST[0]), min(pixels[1], MOST[1])),
        "back": parts.link(),
        "subject": parts.seen.subject,
    }
    return page(request, "align.html", context, 422 if wrong else 200)


def _set_by(one: Setting, show: Callable[[float], str]) -> str:
    """What a memory is set by: its tray stop, or where its shift comes to."""
    if one.cabinet is not None:
        return f"cabinet's back {show(one.cabinet)} off the wall"
    way = "up" if one.need.v >= 0 else "down"
    return f"shift {abs(one.need.v):.2f} heights {way}"


def _checked(plan: Plan, typed: dict[str, str]) -> tuple[tuple[Squareness, str] | None, str]:
    """The check of six measured lengths, with what it looks like it comes from; nothing until all are there."""
    if not all(text.strip() for text in typed.values()):
        given = [name for name, text in typed.items() if text.strip()]
        lacking = [name for name, text in typed.items() if not text.strip()]
        return None, f"Measure {', '.join(lacking)} too." if given else ""
    try:
        lengths = read_lengths(plan.writing.ruler, [(text, EDGE) for text in typed.values()])
    except RefusedError as refused:
        return None, f"{cap(refused.text)}."
    first, second, top, bottom, left, right = lengths
    found = squareness((first, second), top=top, bottom=bottom, left=left, right=right)
    return (found, cause(found, top=top, bottom=bottom, left=left, right=right)), ""


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
