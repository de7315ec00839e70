"""The Desk: every job, the newest one on the table; new, copy, archive, import, export."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Writing, new_plan
from oval_room.core.plan.measure import called, plain
from oval_room.core.words import Words
from oval_room.drawing.layers import ALWAYS
from oval_room.drawing.sheet import draw
from oval_room.formats.job_file import SUFFIX, read_job, read_pinned, write_job
from oval_room.store.records import BrokenError, JobRow
from oval_room.store.store import Store
from oval_room.web.attachments import pinned_of, pins_of
from oval_room.web.bench import Bench
from oval_room.web.gate import Gated
from oval_room.web.pages import page
from oval_room.web.person import Who
from oval_room.web.seen import Seen
from oval_room.web.told import worst_open

router = APIRouter(route_class=Gated)
PAGE = 40
WRITINGS = {"feet": ("in", "feet"), "mm": ("mm", "mm"), "inches": ("in", "inches"), "cm": ("cm", "cm"), "m": ("m", "m")}


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


def _desk(
    request: Request, q: str = "", archived: bool = False, at: int = 0, status: int = 200, **more: object
) -> HTMLResponse:
    rows, total = _store(request).list_jobs(q, archived=archived, limit=PAGE, offset=at)
    context = {"rows": rows, "total": total, "q": q, "archived": archived, "at": at, "page_size": PAGE, "table": None}
    if rows and not q and not archived and at == 0:
        context["table"] = _on_the_table(request, rows)
    return page(request, "desk.html", context | {"typed": {}, "wrong": {}} | more, status)


def _on_the_table(request: Request, rows: list[JobRow]) -> dict[str, object] | None:
    """The job that needs somebody most: the first with a stop, else the last changed; drawn, with its worst finding."""
    bench: Bench = request.app.state.bench
    row = next((one for one in rows if one.worst_level == "stop"), rows[0])
    try:
        head = bench.store.head(row.id)
        report = bench.report(head)
    except BrokenError:  # it is listed as such
        return None
    worst = worst_open(report)
    stage = worst.code.stage if worst else "picture"
    seen = Seen.of(head.plan, stage, {}, {})
    look = bench.look(head.plan, report, seen)
    part = draw(
        look, "section", 560, 300, (*ALWAYS, "room", "people", "sight", "beam", "fixings", "dimensions"), "desk-"
    )
    return {
        "row": row,
        "stage": stage,
        "units": head.plan.writing.style,
        "worst": worst,
        "text": Words(head.plan).finding(worst) if worst else "",
        "part": part,
    }


@router.get("/", name="desk")
def desk(request: Request, q: str = "", archived: bool = False, at: int = 0) -> HTMLResponse:
    return _desk(request, q[:80], archived, min(max(at, 0), 1_000_000))


@router.post("/jobs", name="new_job")
def new_job(
    request: Request,
    who: Who,
    name: Annotated[str, Form()] = "",
    client: Annotated[str, Form()] = "",
    units: Annotated[str, Form()] = "feet",
) -> Response:
    wrong = {}
    if not called(name):
        wrong["name"] = "Type a name for the job, such as the room or the client."
    if len(called(name)) > 80:
        wrong["name"] = f"Keep the name under 80 characters (it has {len(called(name))})."
    if len(client) > 200:
        wrong["client"] = "Keep the client under 200 characters."
    if units not in WRITINGS:
        wrong["units"] = f"Choose one of {', '.join(WRITINGS)}."
    if wrong:
        return _desk(request, status=422, typed={"name": name, "client": client, "units": units}, wrong=wrong)
    unit, style = WRITINGS[units]
    writing = Writing.model_validate({"unit": unit, "style": style, "instrument": "tape" if unit == "in" else "laser"})
    plan = new_plan(called(name), client=called(client), writing=writing)
    job = _store(request).create(plan, who.name)
    return RedirectResponse(f"/jobs/{job}/survey", status_code=303)


@router.post("/jobs/{job}/copy", name="copy_job")
def copy_job(request: Request, who: Who, job: str) -> Response:
    copied = _store(request).copy(job, who.name)
    bench: Bench = request.app.state.bench
    bench.summarise(bench.store.head(copied))
    return RedirectResponse(f"/jobs/{copied}/picture", status_code=303)


@router.post("/jobs/{job}/archive", name="archive_job")
def archive_job(request: Request, job: str, back: Annotated[bool, Form()] = False) -> Response:
    _store(request).archive(job, not back)
    return RedirectResponse("/", status_code=303)


@router.get("/jobs/{job}/export", name="export_job")
def export_job(request: Request, job: str) -> Response:
    head = _store(request).head(job)
    named = "".join(c if c.isascii() and c.isalnum() else "-" for c in head.plan.name).strip("-")[:60] or "job"
    disposition = {"content-disposition": f'attachment; filename="{named}{SUFFIX}"'}
    content = write_job(head.plan, _store(request).gear(), pinned_of(_store(request), job))
    return Response(content, media_type="application/zip", headers=disposition)


@router.post("/import", name="import_job")
def import_job(request: Request, who: Who, file: UploadFile | None = None) -> Response:
    if file is None or not file.filename:
        return _desk(request, status=422, wrong={"file": "Choose a job file first."})
    store = _store(request)
    content = file.file.read()
    try:
        plan, gear = read_job(content)
        pinned = read_pinned(content)
    except RefusedError as refused:
        said = f"{file.filename[:60]} was not taken in. {refused.field}: {refused.text}"
        return _desk(request, status=422, wrong={"file": said})
    bench: Bench = request.app.state.bench
    try:
        job = bench.create(plan, who.name, plain(f"Imported {file.filename[:80]}"), gear, pins_of(pinned))
    except RefusedError as refused:
        return _desk(request, status=422, wrong={"file": f"{file.filename[:60]} was not taken in: {refused.text}."})
    bench.summarise(store.head(job))
    return RedirectResponse(f"/jobs/{job}/picture", status_code=303)
