"""Practice rooms: made, measured by stand-ins, and scored."""

from __future__ import annotations

import secrets
from typing import Annotated, Final, NamedTuple

from fastapi import APIRouter, Form, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.plan.document import Writing
from oval_room.core.words import dim_name
from oval_room.standins.practice import SHAPES, SLIPS, as_read, new_practice
from oval_room.standins.score import Score, lesson, score
from oval_room.store.records import JobRow, TruthRow
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated
from oval_room.web.pages import page
from oval_room.web.person import Who
from oval_room.web.side_by_side import drawn_beside, look_of, thumb
from oval_room.web.survey_parts import true_room

router = APIRouter(route_class=Gated)
SHAPE_WORDS: Final = {
    "box": "four walls",
    "ell": "an L",
    "breast": "with a chimney breast",
    "ell breast": "an L with a chimney breast",
}
DRAWN: Final = (560.0, 400.0)
SKETCHED: Final = 8
"""Tries that are drawn, the newest ones."""


class Try(NamedTuple):
    """A practice survey: its job, the sketch it began with, how it went so far."""

    row: JobRow
    sketch: str
    score: Score


def _practice(request: Request, status: int = 200, **more: object) -> HTMLResponse:
    bench, tries = bench_of(request), list[Try]()
    store = bench.store
    for job in store.practised():
        true, _ = true_room(bench, job)
        sketch = thumb(store.plan_at(job, 1), store.gear(), f"p{job}-") if len(tries) < SKETCHED else ""
        tries.append(Try(store.row(job), sketch, score(store.head(job).plan, true)))
    context: dict[str, object] = {
        "shapes": [(key, told, _polygon(key)) for key, told in SHAPE_WORDS.items()],
        "tries": tries,
        "lesson": lesson([one.score for one in tries]),
    }
    start = {"shape": "ell", "seed": "", "units": "mm", "wrong": ""}
    return page(request, "practice.html", context | start | more, status)


def _polygon(shape: str) -> str:
    """A shape as the points of a polygon, the display wall to the left and its left end below as in every plan."""
    top = max(x for x, _ in SHAPES[shape])
    return " ".join(f"{y / 50:.0f},{(top - x) / 50:.0f}" for x, y in SHAPES[shape])


@router.get("/practice", name="practice")
def practice(request: Request) -> HTMLResponse:
    return _practice(request)


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
        return _practice(request, 422, wrong=said, seed=seed, shape=shape, units=units)
    number = int(seed) if seed.strip() else secrets.randbelow(10**6)
    writing = (
        Writing(unit="in", style="feet", instrument="laser")
        if units == "feet"
        else Writing(unit="mm", style="mm", instrument="laser")
    )
    made = new_practice(number, shape, writing)
    store = bench_of(request).store
    plan = made.sketch.model_copy(update={"name": f"Practice survey {number}, {shape}"})
    true = TruthRow(made.true.seed, made.true.hidden, made.true.pitch, made.true.first, SLIPS)
    job = store.create(plan, who.name, "Practice room, sketched", truth=true)
    return RedirectResponse(f"/jobs/{job}/survey", status_code=303)


@router.get("/jobs/{job}/score", name="practice_score")
def practice_score(request: Request, job: str) -> HTMLResponse:
    """A practice survey against its hidden room."""
    bench = bench_of(request)
    head = bench.store.head(job)
    true, _ = true_room(bench, job)
    found, plan, ruler = score(head.plan, true), head.plan, head.plan.writing.ruler
    off = [(dim_name(plan, key), ruler.show(abs(by)), "long" if by > 0 else "short") for key, by in found.wrong]
    lies = [
        (dim_name(plan, one.of), ruler.show(abs(one.off)), "long" if one.off > 0 else "short", one.struck, one.number)
        for one in found.lies
    ]
    ended = not found.missing
    shown = [("as sketched", bench.store.plan_at(job, 1)), ("as you measured it", plan)]
    if ended and true.hidden is not None:
        shown.append(("as it is", as_read(true.hidden)))
    drawn = drawn_beside([look_of(one, {}) for _, one in shown], "plan", DRAWN)
    context = {
        "head": head,
        "plan": plan,
        "score": found,
        "wrong": off,
        "missing": [dim_name(plan, key) for key in found.missing],
        "lies": lies,
        "struck_true": [dim_name(plan, plan.readings[number].of) for number in found.struck_true],
        "drawn": [(told, svg) for (told, _), svg in zip(shown, drawn, strict=True)],
        "ended": ended,
    }
    return page(request, "score.html", context)
