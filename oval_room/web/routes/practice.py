"""Practice rooms: made, measured by stand-ins, and scored."""

from __future__ import annotations

import secrets
from typing import Annotated

from fastapi import APIRouter, Form, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.plan.document import Writing
from oval_room.core.words import dim_name
from oval_room.standins.practice import SHAPES, SLIPS, new_practice
from oval_room.standins.true_room import score
from oval_room.store.records import TruthRow
from oval_room.web.answers import bench_of
from oval_room.web.pages import page
from oval_room.web.person import Who
from oval_room.web.survey_parts import true_room

router = APIRouter()


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
