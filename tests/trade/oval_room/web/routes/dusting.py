"""The page of dusting."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse
from oval_room.core.dusting.document import Dusting
from oval_room.core.dusting.part import PART as DUSTING

from oval_room.web.answers import bench_of
from oval_room.web.gate import asked
from oval_room.web.pages import page
from oval_room.web.sheet_parts import SheetParts

router = APIRouter()


@router.get("/jobs/{job}/cloths", name="cloths")
def cloths(request: Request, job: str) -> HTMLResponse:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), DUSTING.at, asked(request))
    context = {"plan": parts.plan, "back": parts.link(), "cloths": parts.plan.kept(Dusting).cloths}
    return page(request, "dusting.html", context)
