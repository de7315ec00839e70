"""What to type into games, what lies where on a rig's screens, and how other sizes would do (rules 8.4–8.6)."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.rig.part import PART as RIG
from oval_room.core.rig.told import PASS, told_of
from oval_room.core.rig.tubes import STOCK
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/games", name="games")
def games(request: Request, job: str) -> HTMLResponse:
    """The rig's numbers, each to be copied; empty while no rig has a driver."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), RIG.at, asked(request))
    told = told_of(parts.plan, bench.store.gear(), parts.seen.subject.picture)
    if told is None:
        return HTMLResponse(fragment("sheet/_games.html", {"rig": None}))
    show, tubes, measured = parts.plan.writing.ruler.show, told.tubes, told.measured
    context = {
        "rig": told.rig,
        "typed": told.typed,
        "projections": told.projections,
        "lies": told.lies,
        "mpx": told.mpx,
        "assumed": told.assumed,
        "needs": told.needs,
        "tubes": tubes,
        "holes": parts.link(stage=FIXING.at, lead=None),
        "pass_by": show(PASS),
        "uprights": [show(one) for one in tubes.uprights],
        "between": [show(one) for one in tubes.between],
        "stock": show(STOCK),
        "too_long": [show(one) for one in tubes.too_long],
        "spare": show(tubes.left),
        "bolts": [
            (one.name, [show(row) for row in one.rows or ()], show(one.across or 0.0), one.aside) for one in told.bolts
        ],
        "drivers": [(show(one.stature), show(one.eye), one.down) for one in told.drivers],
        "measured": (measured.frames, measured.at) if measured else None,
        "frames": measured.here if measured else None,
        "sizes": [
            (one, show(one.width), show(one.depth), show(one.same), told.floor(one), one.watts) for one in told.sizes
        ],
        "away": show(told.rig.away),
    }
    return HTMLResponse(fragment("sheet/_games.html", context))
