"""The survey: readings by stand-in instruments, photos and notes, how sure, the sun, files in and out, practice
rooms."""

from __future__ import annotations

import secrets
from typing import Annotated

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, JSONResponse, RedirectResponse, Response
from pydantic import Field

from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.figures import show_value
from oval_room.core.light.sun import HOURS, MONTHS, cure_of, sun_year
from oval_room.core.plan.document import Plan, Writing
from oval_room.core.plan.measure import Typed, next_id
from oval_room.core.plan.room import Corner
from oval_room.core.solve.doubt import doubts
from oval_room.core.survey.commands import PutFind
from oval_room.core.survey.missing import Wanted
from oval_room.core.survey.reading_keys import key_of, taking
from oval_room.core.survey.room_commands import PutOutline
from oval_room.core.words import dim_name
from oval_room.formats.outline_dxf import BY_NAME, read_outline, write_outline
from oval_room.formats.photos import clean_photo
from oval_room.formats.readings_csv import read_readings, write_readings
from oval_room.formats.survey_form import write_form
from oval_room.standins.practice import SHAPES, SLIPS, new_practice
from oval_room.standins.true_room import scan, score, take
from oval_room.store.records import TruthRow
from oval_room.web.answers import Body, answer, bench_of, refused
from oval_room.web.bench import Bench, headlines
from oval_room.web.pages import lengths, page
from oval_room.web.person import Who
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.survey_parts import open_readings, true_room

router = APIRouter()


class Measuring(Body):
    """Which open reading to take; the next one when none is named."""

    wanted: str = Field(default="", max_length=80)


@router.post("/jobs/{job}/measure", name="measure")
def measure(request: Request, who: Who, job: str, body: Measuring) -> JSONResponse:
    """Take one reading with its stand-in instrument and commit it."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    open_now = open_readings(parts.plan, parts.report)
    wanted = (
        next((one for one in open_now if one.key == body.wanted), None) if body.wanted else next(iter(open_now), None)
    )
    if wanted is None and body.wanted:
        wanted = Wanted(
            body.wanted, dim_name(parts.plan, body.wanted), "", "meter" if body.wanted.startswith("k") else "laser"
        )
    if wanted is None:
        return refused("Everything there is to measure has been measured. Say again and a reading to take one twice.")
    try:
        command, said = _by_stand_in(bench, job, parts.plan, wanted)
    except (RefusedError, MissingError) as wrong:
        return refused(wrong.text[:1].upper() + wrong.text[1:])
    command = command.model_copy(update={"label": said})
    return answer(request, parts, lambda: bench.store.commit(job, body.base, command, who.name, body.key))


def _by_stand_in(bench: Bench, job: str, plan: Plan, wanted: Wanted) -> tuple[Command, str]:
    true, slips = true_room(bench, job)
    ruler = plan.writing.ruler
    if wanted.tool == "finder":
        surface = wanted.key.removeprefix("finds.")
        found = scan(plan, true, surface, len(plan.survey.finds))
        taken, steps = set(plan.survey.finds), []
        for one in found[:40]:
            key = next_id("f", taken)
            taken.add(key)
            steps.append(PutFind(id=key, wall=surface, at=one.at, how=one.how, hit=one.hit))
        if not steps:
            raise RefusedError("the stud finder found nothing here; knock, or drill a pilot hole")
        return several(*steps), f"Stud finder: {len(steps)} signals"
    before = sum(1 for reading in plan.readings.values() if key_of(reading.of) == key_of(wanted.key))
    read = take(plan, true, wanted, before, slips)
    typed = Typed.model_validate({"value": read.value, "instrument": read.instrument, "again": before > 0})
    shown = show_value(read.value, "lux" if wanted.tool == "meter" else "mm", ruler)
    return taking(plan, wanted.key, typed), f"{read.name.capitalize()}: {wanted.label} {shown}"


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
    if not content and not text.strip():
        return refused("Write a note or choose a photo first.", "text")
    try:
        kept = clean_photo(content) if content else None
        bench.store.attach(
            job, about, text.strip(), who.name, (kept.content, kept.width, kept.height) if kept else None
        )
    except RefusedError as wrong:
        return refused(wrong.text[:1].upper() + wrong.text[1:], "photo")
    parts = SheetParts(bench, request, bench.store.head(job), "survey", {})
    return JSONResponse({"kind": "pinned", "html": parts.pinned_html()})


@router.post("/jobs/{job}/detach", name="detach")
def detach(request: Request, job: str, key: Annotated[str, Form(max_length=20)]) -> JSONResponse:
    bench = bench_of(request)
    bench.store.detach(job, key)
    parts = SheetParts(bench, request, bench.store.head(job), "survey", {})
    return JSONResponse({"kind": "pinned", "html": parts.pinned_html()})


@router.get("/jobs/{job}/photos/{key}.jpg", name="photo")
def photo(request: Request, job: str, key: str) -> Response:
    content = bench_of(request).store.photo(job, key)
    return Response(content, media_type="image/jpeg", headers={"cache-control": "private, max-age=86400"})


@router.get("/jobs/{job}/doubt", name="doubt")
def doubt(request: Request, job: str, stage: str = "survey") -> JSONResponse:
    """How sure the large figures of a stage are, and which reading carries most of the doubt."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, dict(request.query_params))
    ruler, gear = parts.plan.writing.ruler, bench.store.gear()
    shown = headlines(parts.plan, parts.report, parts.seen.stage, parts.seen.subject)
    found = doubts(parts.plan, gear, [one.figure.key for one in shown], parts.seen.subject)
    out = {}
    for one in shown:
        mine, unit = found[one.figure.key], one.figure.kind.unit
        spread = show_value(mine.spread, unit, ruler, "least" if unit == "mm" else "nearest")
        if mine.spread <= 0 or spread == show_value(0.0, unit, ruler):
            continue
        path, share = mine.worst or ("", 0.0)
        carries = (
            f"{dim_name(parts.plan, path) if not path.startswith('schemes') else 'its width'} carries "
            f"{share * 100:.0f} % of the doubt"
        )
        out[one.figure.key] = {"spread": str(lengths(f"± {spread}")), "carries": carries}
    return JSONResponse({"revision": parts.head.revision, "figures": out})


@router.get("/jobs/{job}/sun", name="sun")
def sun(request: Request, job: str) -> HTMLResponse:
    """The sun through the year: month × hour, window by window."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), "survey", dict(request.query_params))
    subject = parts.plan.chosen.pictures.get(parts.seen.subject.picture or "")
    year, openings = sun_year(parts.plan.survey, subject), parts.plan.survey.openings
    windows = [
        (openings[key].name, count, cure_of(openings[key]))
        for key, count in (year.windows if year else {}).items()
        if count
    ]
    struck = {(one.month, one.hour): one for one in year.struck} if year else {}
    names = {key: one.name for key, one in openings.items()}
    context = {
        "head": parts.head,
        "plan": parts.plan,
        "year": year,
        "months": MONTHS,
        "hours": HOURS,
        "struck": struck,
        "windows": windows,
        "names": names,
        "picture": subject,
        "back": parts.link(),
    }
    return page(request, "sun.html", context)


# ── files in and out ──


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
    from oval_room.core.plan.outline import walls_of

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


# ── practice ──


@router.get("/practice", name="practice")
def practice(request: Request) -> HTMLResponse:
    rooms = [
        row for row in bench_of(request).store.list_jobs("", limit=200)[0] if row.name.startswith("Practice survey")
    ]
    return page(request, "practice.html", {"shapes": tuple(SHAPES), "rooms": rooms, "wrong": "", "seed": ""})


@router.post("/practice", name="new_practice")
def start_practice(
    request: Request,
    who: Who,
    shape: Annotated[str, Form()] = "ell",
    seed: Annotated[str, Form()] = "",
    units: Annotated[str, Form()] = "mm",
) -> Response:
    """A job with a hidden room: a sketch to start from, every reading still to take."""
    if shape not in SHAPES or (seed.strip() and not (seed.strip().isdecimal() and len(seed.strip()) <= 9)):
        said = "Choose a shape, and for the room's number up to nine digits, or nothing for a new one."
        return page(request, "practice.html", {"shapes": tuple(SHAPES), "rooms": [], "wrong": said, "seed": seed}, 422)
    number = int(seed) if seed.strip() else secrets.randbelow(10**6)
    writing = (
        Writing(unit="in", style="feet", instrument="laser")
        if units == "feet"
        else Writing(unit="mm", style="mm", instrument="laser")
    )
    made = new_practice(number, shape, writing)
    store = bench_of(request).store
    plan = made.sketch.model_copy(update={"name": f"Practice survey {number}, {shape}"})
    job = store.create(plan, who.name, "Practice room, sketched")
    true = made.true
    store.put_truth(job, TruthRow(true.seed, true.hidden, true.pitch, true.first, SLIPS))
    return RedirectResponse(f"/jobs/{job}/survey", status_code=303)


@router.get("/jobs/{job}/score", name="practice_score")
def practice_score(request: Request, job: str) -> HTMLResponse:
    """A practice survey against its hidden room."""
    bench = bench_of(request)
    head = bench.store.head(job)
    true, _ = true_room(bench, job)
    found, ruler = score(head.plan, true), head.plan.writing.ruler
    wrong = [
        (dim_name(head.plan, key), ruler.show(abs(off)), "long" if off > 0 else "short") for key, off in found.wrong
    ]
    missing = [dim_name(head.plan, key) for key in found.missing]
    return page(
        request, "score.html", {"head": head, "plan": head.plan, "score": found, "wrong": wrong, "missing": missing}
    )
