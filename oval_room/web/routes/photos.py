"""Photos and notes pinned to a place."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import JSONResponse, Response

from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import shown
from oval_room.core.survey.part import PART as SURVEY
from oval_room.formats.photos import clean_photo
from oval_room.store.records import Pin
from oval_room.web.answers import bench_of, refused
from oval_room.web.gate import Gated
from oval_room.web.pages import fragment
from oval_room.web.person import Who
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.survey_parts import survey_shown

router = APIRouter(route_class=Gated)


def _pinned(parts: SheetParts) -> str:
    """Photos and notes alone, after one was pinned or taken off."""
    shown = survey_shown(parts.bench, parts.head.job, parts.plan, parts.report)
    return fragment("sheet/_pinned.html", {"survey": shown, "head": parts.head, "opened": True})


@router.post("/jobs/{job}/attach", name="attach")
def attach(
    request: Request,
    who: Who,
    job: str,
    about: Annotated[str, Form(max_length=40)] = "job",
    text: Annotated[str, Form(max_length=400)] = "",
    photo: UploadFile | None = None,
) -> JSONResponse:
    """Pin a note or a photo to something."""
    bench = bench_of(request)
    content = photo.file.read() if photo is not None and photo.filename else b""
    if not content and not shown(text):
        return refused("Write a note or choose a photo first.", "text")
    try:
        kept = clean_photo(content) if content else None
        photographed = (kept.content, kept.width, kept.height) if kept else None
        bench.store.attach(job, Pin(about, text, who.name, photo=photographed))
    except RefusedError as wrong:
        return refused(wrong.text[:1].upper() + wrong.text[1:], "photo")
    parts = SheetParts(bench, request, bench.store.head(job), SURVEY.at, {})
    return JSONResponse({"kind": "pinned", "html": _pinned(parts)})


@router.post("/jobs/{job}/detach", name="detach")
def detach(request: Request, job: str, key: Annotated[str, Form(max_length=20)]) -> JSONResponse:
    bench = bench_of(request)
    bench.store.detach(job, key)
    parts = SheetParts(bench, request, bench.store.head(job), SURVEY.at, {})
    return JSONResponse({"kind": "pinned", "html": _pinned(parts)})


@router.get("/jobs/{job}/photos/{key}.jpg", name="photo")
def photo(request: Request, job: str, key: str) -> Response:
    content = bench_of(request).store.photo(job, key)
    return Response(content, media_type="image/jpeg", headers={"cache-control": "private, max-age=86400"})
