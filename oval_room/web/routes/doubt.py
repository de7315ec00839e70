"""How sure the figures on the sheet are."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import JSONResponse

from oval_room.core.figures import show_value
from oval_room.core.parts import START
from oval_room.core.solve.doubt import doubts
from oval_room.core.solve.within import OutOfTimeError
from oval_room.core.words import dim_name
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import lengths
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.told import headlines

router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/doubt", name="doubt")
def doubt(request: Request, job: str, stage: str = START) -> JSONResponse:
    """How sure the large figures of a stage are, and which reading carries most of the doubt."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, asked(request))
    ruler, gear = parts.plan.writing.ruler, bench.store.gear()
    shown = headlines(parts.plan, parts.report, parts.seen.stage, parts.seen.subject)
    try:
        found = doubts(parts.plan, gear, [one.figure.key for one in shown], parts.seen.subject)
    except OutOfTimeError:  # too large a job to say how sure a figure is while its page is looked at
        return JSONResponse({"revision": parts.head.revision, "figures": {}})
    out = {}
    for one in shown:
        mine, unit = found[one.figure.key], one.figure.kind.unit
        spread = show_value(mine.spread, unit, ruler=ruler, side="least" if unit == "mm" else "nearest")
        if mine.spread <= 0 or spread == show_value(0.0, unit, ruler=ruler):
            continue
        path, share = mine.worst or ("", 0.0)
        carries = f"{dim_name(parts.plan, path)} carries {share * 100:.0f} % of the doubt"
        out[one.figure.key] = {"spread": str(lengths(f"± {spread}")), "carries": carries}
    return JSONResponse({"revision": parts.head.revision, "figures": out})
