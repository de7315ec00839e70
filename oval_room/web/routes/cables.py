"""The cable schedule: on a page, as CSV out and in, as labels with a code back to each line (rules 10.8, 10.9)."""

from __future__ import annotations

import secrets
from typing import Annotated

from fastapi import APIRouter, Form, Query, Request, UploadFile
from fastapi.responses import HTMLResponse, Response
from pydantic import ValidationError

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.parts import COMMAND
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.signal.schedule import NEVER, Line, schedule, spare_leads, to_buy, totals
from oval_room.core.signal.study import RoutingResult
from oval_room.core.units import Ruler
from oval_room.core.words import Words
from oval_room.drawing.cable_labels import write_labels
from oval_room.formats.cables_csv import read_cables, write_cables
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.person import Who
from oval_room.web.room import room
from oval_room.web.routes.prints import titles_of
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)


def _parts(request: Request, job: str) -> SheetParts:
    bench = bench_of(request)
    return SheetParts(bench, request, bench.store.head(job), SIGNAL.at, asked(request))


def _page(request: Request, job: str, status: int = 200, **more: object) -> HTMLResponse:
    parts = _parts(request, job)
    lines, ruler = schedule(parts.plan, parts.report), parts.plan.writing.ruler
    context = {
        "lines": [(line, _run(line, ruler)) for line in lines],
        "buy": totals(lines, spare_leads(parts.plan, parts.report)),
        "unknown": [line.number for line in lines if line.length is None and not line.theirs],
        "boxes": to_buy(parts.plan, parts.report.of(RoutingResult)),
        "never": NEVER,
        "asked": "",
        "wrong": "",
        "said": "",
        "found": None,
    } | more
    return room(request, "cables.html", parts, "cables", context, status)


def _run(line: Line, ruler: Ruler) -> str:
    """How far a cable runs, as it is read."""
    if line.run is None:
        return ""
    return f"runs {ruler.show(line.run, 'least')}" if line.run >= 1.0 else "in one place"


@router.get("/jobs/{job}/cables", name="cables")
def cables(request: Request, job: str, cable: Annotated[str, Query(max_length=40)] = "") -> HTMLResponse:
    """Every cable; the one that a label's code names is marked."""
    return _page(request, job, asked=cable)


@router.get("/jobs/{job}/cables.csv", name="cables_csv")
def cables_csv(request: Request, job: str) -> Response:
    parts = _parts(request, job)
    text = write_cables(schedule(parts.plan, parts.report))
    headers = {"content-disposition": 'attachment; filename="cables.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/jobs/{job}/cables/labels.pdf", name="cable_labels")
def cable_labels(request: Request, job: str) -> Response:
    """Labels for both ends of every cable, A4."""
    parts = _parts(request, job)
    address = str(request.url_for("cables", job=job))
    content = write_labels(schedule(parts.plan, parts.report), titles_of(parts), address)
    headers = {"content-disposition": 'inline; filename="cable-labels.pdf"'}
    return Response(content, media_type="application/pdf", headers=headers)


@router.post("/jobs/{job}/cables", name="bring_cables")
def bring_cables(request: Request, job: str, file: UploadFile | None = None) -> Response:
    """What a CSV file says otherwise than the schedule, and what would follow. Writes nothing."""
    if file is None or not file.filename:
        return _page(request, job, 422, wrong="Choose a CSV file first.")
    name, parts = file.filename[:60], _parts(request, job)
    try:
        brought = read_cables(file.file.read(), parts.plan, schedule(parts.plan, parts.report))
        if brought.command is None:
            return _page(request, job, said=f"{name} says nothing new. Nothing was changed.")
        after = apply(parts.plan, brought.command, parts.bench.store.gear())
        then = parts.bench.try_out(job, after)
        delta, words = parts.bench.delta(parts.report, then, after, parts.seen.subject), Words(after)
        new = [words.finding(one) for key in delta.new if (one := then.find(key)) is not None]
    except (RefusedError, MissingError) as wrong:
        return _page(request, job, 422, wrong=f"{name} was not taken in: {wrong.text}.")
    found = {
        "name": name,
        "numbers": ", ".join(brought.numbers),
        "follows": delta.text or "no verdict moves",
        "new": new,
        "command": brought.command.model_dump_json(exclude_none=True),
        "key": secrets.token_hex(8),
    }
    return _page(request, job, found=found)


@router.post("/jobs/{job}/cables/take", name="take_cables")
def take_cables(
    request: Request,
    who: Who,
    job: str,
    command: Annotated[str, Form(max_length=200_000)],
    base: Annotated[int, Form(ge=1)],
    key: Annotated[str, Form(max_length=64)],
) -> Response:
    """Take in what was looked at, as one step."""
    try:
        step = COMMAND.validate_json(command)
        done = bench_of(request).commit(job, base, step, who.name, key)
    except ValidationError:
        return _page(request, job, 422, wrong="That was not taken in: choose the file again.")
    except (RefusedError, MissingError) as wrong:
        return _page(request, job, 422, wrong=f"That was not taken in: {wrong.text}.")
    except ClashError as clash:
        return _page(request, job, 409, wrong=f"That was not taken in: {clash}. Choose the file again.")
    return _page(request, job, said=f"{done.label}: taken in as revision {done.head.revision}.")
