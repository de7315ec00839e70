"""Near misses: what of the shelf does this room with its least slack, the rest with what it misses by."""

from __future__ import annotations

from typing import Annotated, Final

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse

from oval_room.core.errors import RefusedError
from oval_room.core.gear.kinds import KINDS
from oval_room.core.solve.near_misses import kinds_here
from oval_room.core.solve.near_told import ORDERS, dearest_of, told, wanted
from oval_room.core.words import capital
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
SHOWN: Final = 24
"""Items listed at once."""


@router.get("/jobs/{job}/near", name="near")
def near(
    request: Request,
    job: str,
    kind: Annotated[str, Query(max_length=20)] = "",
    order: Annotated[str, Query(max_length=20)] = "room",
    most: Annotated[str, Query(max_length=20)] = "",
    find: Annotated[str, Query(max_length=60)] = "",
    stage: Annotated[str, Query(max_length=20)] = "picture",
) -> HTMLResponse:
    """The items of a kind for the subject picture; each can be tried as a ghost and taken by one press."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, asked(request))
    plan, gear, picture = parts.plan, bench.store.gear(), parts.seen.subject.picture or ""
    kinds = kinds_here(plan, gear, picture)
    kind = kind if kind in kinds else next(iter(kinds), "")
    search = bench.near(job, parts.report, plan, picture, kind) if kind else None
    found = search.found() if search else []
    dearest, wrong = None, ""
    try:
        dearest = dearest_of(most)
    except RefusedError as refused:
        wrong = f"{capital(refused.text)}."
    fits = wanted(found, find.lower().split(), dearest, order)
    context = {
        "kind": kind,
        "kinds": [(word, KINDS[word]) for word in kinds],
        "rows": [told(plan, search.told(one), picture) for one in fits[:SHOWN]] if search else [],
        "count": len(fits),
        "whole": search.whole if search else 0,
        "left": search.left if search else 0,
        "do": sum(not one.misses and not one.minds for one in fits),
        "cost": sum(not one.misses and bool(one.minds) for one in fits),
        "order": order,
        "orders": ORDERS,
        "most": most,
        "find": find,
        "wrong": wrong,
        "picture": plan.chosen.pictures.get(picture),
    }
    return HTMLResponse(fragment("sheet/_near.html", context))
