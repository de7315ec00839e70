"""Files in and out: readings, outline, survey form."""

from __future__ import annotations

import secrets
from typing import Annotated, NamedTuple

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, Response
from pydantic import ValidationError

from oval_room.core.apply import apply
from oval_room.core.applying import measure_at
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.parts import COMMAND, START
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.outline import walls_of
from oval_room.core.plan.room import Corner
from oval_room.core.subject import Subject
from oval_room.core.survey.missing import missing_readings
from oval_room.core.survey.part import PART as SURVEY
from oval_room.core.survey.reading_keys import is_light, key_of
from oval_room.core.survey.room_commands import PutOutline
from oval_room.core.words import Words, dim_name
from oval_room.formats.outline_dxf import BY_NAME, read_outline, write_outline
from oval_room.formats.readings_csv import read_readings, write_readings
from oval_room.formats.survey_form import write_form
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.person import Who
from oval_room.web.room import at_stage, room
from oval_room.web.seen import Seen
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.side_by_side import drawn_beside, look_of, outline_drawn

router = APIRouter(route_class=Gated)
NEWEST = 5
"""Readings of the log shown before it is taken out."""
DRAWN = (430.0, 300.0)


class Found(NamedTuple):
    """What a file brings, before it is taken in: its step, what it says, and what would follow."""

    name: str
    command: Command
    said: str
    rows: tuple[tuple[str, str, str, str], ...]
    """Of each dimension: what, so far, what the file says, what would then count."""
    follows: str
    new: tuple[tuple[str, str], ...]
    """Findings that are new with it, each with its level."""
    drawn: tuple[str, ...]
    key: str
    """Taken in twice by a second press, it counts once."""


def _files(request: Request, job: str, status: int = 200, **more: object) -> HTMLResponse:
    bench = bench_of(request)
    head, store = bench.store.head(job), bench.store
    parts = SheetParts(bench, request, head, at_stage(request, SURVEY.at), asked(request))
    plan, ruler = head.plan, head.plan.writing.ruler
    newest = list(plan.readings.values())[: -NEWEST - 1 : -1]
    shown = [
        (dim_name(plan, one.of), f"{one.value:g} lux", "", one.at)
        if is_light(key_of(one.of))
        else (dim_name(plan, one.of), ruler.show(one.value), f"{one.instrument}, ", one.at)
        for one in newest
    ]
    pinned = store.attachments(job)
    context = {
        "units": tuple(BY_NAME),
        "wrong": {},
        "said": "",
        "unit": "",
        "newest": shown,
        "thumb": outline_drawn(plan, store.gear()),
        "photos": sum(1 for one in pinned if one.width),
        "notes": sum(1 for one in pinned if not one.width),
        "open": len(missing_readings(plan)),
    } | more
    return room(request, "files.html", parts, "files", context, status)


@router.get("/jobs/{job}/files", name="files")
def files(request: Request, job: str) -> HTMLResponse:
    return _files(request, job)


@router.post("/jobs/{job}/files/readings", name="bring_readings")
def bring_readings(request: Request, job: str, file: UploadFile | None = None) -> Response:
    """What a CSV file of readings holds and what would follow. Writes nothing."""
    if file is None or not file.filename:
        return _files(request, job, 422, wrong={"readings": "Choose a CSV file first."})
    name, plan = file.filename[:60], bench_of(request).store.head(job).plan
    try:
        brought = read_readings(file.file.read(), plan)
        known = f", {brought.known} were there already" if brought.known else ""
        if brought.command is None:
            return _files(request, job, said=f"{name} holds no new readings{known}. Nothing was changed.")
        found = _found(request, job, name, brought.command, f"{brought.new} new readings{known}")
    except (RefusedError, MissingError) as wrong:
        return _files(request, job, 422, wrong={"readings": f"{name} was not taken in: {wrong.text}."})
    return _files(request, job, found=found)


@router.post("/jobs/{job}/files/outline", name="bring_outline")
def bring_outline(
    request: Request, job: str, file: UploadFile | None = None, unit: Annotated[str, Form()] = ""
) -> Response:
    """What a DXF drawing's outline is and what would follow; its lengths count as read off a drawing. Writes
    nothing."""
    if file is None or not file.filename:
        return _files(request, job, 422, wrong={"outline": "Choose a DXF file first."})
    name = file.filename[:60]
    try:
        corners, straightened = read_outline(file.file.read(), unit)
        walls = walls_of(corners)
        command = PutOutline(
            corners=tuple(Corner(x=x, y=y) for x, y in corners),
            walls=tuple(Typed(value=wall.length, instrument="drawing") for wall in walls),
            label=f"Outline from {name}",
        )
        curved = f", {straightened} of them curved in the drawing and taken as straight from end to end"
        said = f"an outline of {len(walls)} walls{curved if straightened else ''}"
        found = _found(request, job, name, command, said)
    except (RefusedError, MissingError) as wrong:
        more = {"unit": unit, "ask_unit": wrong.field == "unit"} if isinstance(wrong, RefusedError) else {}
        return _files(request, job, 422, wrong={"outline": f"{name} was not taken in: {wrong.text}."}, **more)
    return _files(request, job, found=found)


@router.post("/jobs/{job}/files/take", name="take_file")
def take_file(
    request: Request,
    who: Who,
    job: str,
    command: Annotated[str, Form(max_length=600_000)],
    base: Annotated[int, Form(ge=1)],
    key: Annotated[str, Form(max_length=64)],
    name: Annotated[str, Form(max_length=60)] = "the file",
) -> Response:
    """Take in what was looked at, as one step, and say what changed."""
    bench = bench_of(request)
    before = bench.report(bench.store.head(job))
    refused = f"{name} was not taken in"
    try:
        step = COMMAND.validate_json(command)
    except ValidationError:
        return _files(request, job, 422, said=f"{refused}: choose the file again.")
    try:
        done = bench.commit(job, base, step, who.name, key)
    except (RefusedError, MissingError) as wrong:
        return _files(request, job, 422, said=f"{refused}: {wrong.text}.")
    except ClashError as clash:
        return _files(request, job, 409, said=f"{refused}: {clash}. Choose the file again.")
    head = bench.store.head(job)
    changed = bench.delta(before, bench.summarise(head), head.plan, _subject(head.plan)).text
    said = f"{done.label}: taken in as revision {done.head.revision}."
    changed = changed or "No verdict and no main figure moved."
    return _files(request, job, said=said, changed=changed, taken=done.head.revision)


def _subject(plan: Plan) -> Subject:
    return Seen.of(plan, START, {}, {}).subject


def _found(request: Request, job: str, name: str, command: Command, said: str) -> Found:
    """What a step from a file would do.

    Raises:
        RefusedError: the plan can't take it.
    """
    bench = bench_of(request)
    head, gear = bench.store.head(job), bench.store.gear()
    plan, ruler = head.plan, head.plan.writing.ruler
    after = apply(plan, command, gear)
    rows = []
    for key in dict.fromkeys(one.of for name, one in after.readings.items() if name not in plan.readings):
        read = [one.value for number, one in after.readings.items() if number not in plan.readings and one.of == key]
        show = (lambda v: f"{v:g} lux") if is_light(key_of(key)) else ruler.show
        was, now = measure_at(plan, key), measure_at(after, key)
        rows.append(
            (
                dim_name(after, key),
                f"{show(was.value)}{', assumed' if was.unsure else ''}" if was else "nothing",
                ", ".join(map(show, read)),
                show(now.value) if now else "",
            )
        )
    present, then, words = bench.report(head), bench.try_out(job, after), Words(after)
    delta = bench.delta(present, then, after, _subject(after))
    new = [(one.level.value, words.finding(one)) for key in delta.new if (one := then.find(key)) and one.level.rank < 2]
    drawn = drawn_beside([look_of(plan, gear, present), look_of(after, gear, then)], "plan", DRAWN)
    key = secrets.token_hex(8)
    return Found(name, command, said, tuple(rows), delta.text, tuple(new), tuple(drawn), key)


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
