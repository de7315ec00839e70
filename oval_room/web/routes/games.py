"""What to type into games, what lies where on a rig's screens, and how other sizes would do (rules 8.4–8.6)."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from oval_room.core.rig.games import bearings, frame_mpx, sizes, typed
from oval_room.core.rig.study import shown_rig
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/games", name="games")
def games(request: Request, job: str) -> HTMLResponse:
    """The rig's numbers, each to be copied; empty while no rig has a driver."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), "rig", asked(request))
    scheme, pictures = parts.plan.chosen, parts.plan.chosen.pictures
    _, rig = shown_rig(scheme, parts.plan.survey.seats, parts.seen.subject.picture) or ("", None)
    if rig is None:
        return HTMLResponse(fragment("sheet/_games.html", {"rig": None}))
    show = parts.plan.writing.ruler.show
    rows = [(one, show(one.width), show(one.depth), show(one.same)) for one in sizes(rig, pictures)]
    context = {
        "rig": rig,
        "typed": typed(rig, pictures),
        "lies": bearings(rig, pictures),
        "sizes": rows,
        "mpx": frame_mpx(rig, pictures),
        "away": show(rig.away),
        "assumed": any(pictures[key].gear is None for key in rig.screens),
    }
    return HTMLResponse(fragment("sheet/_games.html", context))
