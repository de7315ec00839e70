"""Files in and out: readings, outline, survey form."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.outline import walls_of
from oval_room.core.plan.room import Corner
from oval_room.core.survey.room_commands import PutOutline
from oval_room.formats.outline_dxf import BY_NAME, read_outline, write_outline
from oval_room.formats.readings_csv import read_readings, write_readings
from oval_room.formats.survey_form import write_form
from oval_room.web.answers import bench_of
from oval_room.web.pages import page
from oval_room.web.person import Who

router = APIRouter()


def _files(request: Request, job: str, status: int = 200, **more: object) -> HTMLResponse:
    head = bench_of(request).store.head(job)
    context = {"head": head, "plan": head.plan, "units": tuple(BY_NAME), "wrong": {}, "said": "", "unit": ""} | more
    return page(request, "files.html", context, status)


@router.get("/jobs/{job}/files", name="files")
def files(request: Request, job: str) -> HTMLResponse:
    return _files(request, job)


@router.post("/jobs/{job}/files/readings", name="bring_readings")
def bring_readings(request: Request, who: Who, job: str, file: UploadFile | None = None) -> Response:
    """Readings from a CSV file, as one step."""
    store = bench_of(request).store
    head = store.head(job)
    if file is None or not file.filename:
        return _files(request, job, 422, wrong={"readings": "Choose a CSV file first."})
    try:
        brought = read_readings(file.file.read(), head.plan)
        if brought.command is not None:
            store.commit(job, head.revision, brought.command, who.name)
    except (RefusedError, MissingError) as wrong:
        return _files(request, job, 422, wrong={"readings": f"{file.filename[:60]} was not taken in: {wrong.text}."})
    known = f", {brought.known} were there already" if brought.known else ""
    return _files(request, job, said=f"{brought.new} readings brought in{known}.")


@router.post("/jobs/{job}/files/outline", name="bring_outline")
def bring_outline(
    request: Request, who: Who, job: str, file: UploadFile | None = None, unit: Annotated[str, Form()] = ""
) -> Response:
    """The room's outline from a DXF drawing; its lengths count as read off a drawing."""
    store = bench_of(request).store
    head = store.head(job)
    if file is None or not file.filename:
        return _files(request, job, 422, wrong={"outline": "Choose a DXF file first."})
    try:
        corners = read_outline(file.file.read(), unit)
        lengths_read = [Typed(value=wall, instrument="drawing") for wall in _lengths(corners)]
        command = PutOutline(
            corners=tuple(Corner(x=x, y=y) for x, y in corners),
            walls=tuple(lengths_read),
            label=f"Outline from {file.filename[:60]}",
        )
        store.commit(job, head.revision, command, who.name)
    except (RefusedError, MissingError) as wrong:
        more = {"unit": unit, "ask_unit": wrong.field == "unit"} if isinstance(wrong, RefusedError) else {}
        return _files(
            request, job, 422, wrong={"outline": f"{file.filename[:60]} was not taken in: {wrong.text}."}, **more
        )
    return RedirectResponse(f"/jobs/{job}/survey", status_code=303)


def _lengths(corners: tuple[tuple[float, float], ...]) -> list[float]:
    return [wall.length for wall in walls_of(corners)]


def _named(plan: Plan, what: str) -> dict[str, str]:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in plan.name).strip("-")[:60] or "job"
    return {"content-disposition": f'attachment; filename="{name}-{what}"'}


@router.get("/jobs/{job}/readings.csv", name="readings_csv")
def readings_csv(request: Request, job: str) -> Response:
    plan = bench_of(request).store.head(job).plan
    return Response(write_readings(plan), media_type="text/csv; charset=utf-8", headers=_named(plan, "readings.csv"))


@router.get("/jobs/{job}/outline.dxf", name="outline_dxf")
def outline_dxf(request: Request, job: str) -> Response:
    plan = bench_of(request).store.head(job).plan
    return Response(write_outline(plan), media_type="application/dxf", headers=_named(plan, "outline.dxf"))


@router.get("/jobs/{job}/survey-form.pdf", name="survey_form")
def survey_form(request: Request, job: str, blank: bool = False) -> Response:
    head = bench_of(request).store.head(job)
    content = write_form(head.plan, blank=blank, revision=0 if blank else head.revision)
    return Response(
        content, media_type="application/pdf", headers={"content-disposition": 'inline; filename="survey-form.pdf"'}
    )
