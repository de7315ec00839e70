"""Ways to link the gear, side by side, and what must change for the next format (rules 10.6)."""

from __future__ import annotations

import secrets
from typing import Annotated

from fastapi import APIRouter, Form, Query, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response
from pydantic import ValidationError

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.parts import COMMAND
from oval_room.core.signal.headroom import must_change
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.signal.study import RoutingResult
from oval_room.core.solve.layouts import Layout, layouts
from oval_room.core.words import Words, capital
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.person import Who
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
NEXT = "2160p120 10 bit"
"""What is asked of head-room until somebody types another format."""


def _column(one: Layout, words: Words) -> dict[str, object]:
    return {
        "name": one.name,
        "about": one.about,
        "why_not": one.why_not,
        "whole": f"{one.whole} of {one.of}",
        "sound": one.sound,
        "lag": f"{one.lag:.0f} ms",
        "metres": f"{one.metres:.0f} m",
        "added": ", ".join(item.name for item in one.added),
        "price": one.bill.show() if one.added else "",
        "loses": [(found.level.value, words.finding(found)) for found in one.loses],
        "command": one.command.model_dump_json(exclude_none=True) if one.command else "",
    }


def _page(request: Request, job: str, status: int = 200, wanted: str = "", **more: object) -> HTMLResponse:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), SIGNAL.at, asked(request))
    plan, gear, words, wrong = parts.plan, bench.store.gear(), Words(parts.plan), ""
    found = parts.report.of(RoutingResult)
    try:
        rooms = [
            (f"{way.source.name} on {way.display.name}", must_change(way, wanted or NEXT))
            for way in found.ways.values()
        ]
    except RefusedError as refused:
        rooms, wrong = [], f"{capital(refused.text)}."
    context = {
        "ways": [_column(one, words) for one in layouts(plan, gear)],
        "wanted": wanted or NEXT,
        "rooms": rooms,
        "wrong_format": wrong,
        "key": secrets.token_hex(8),
        "wrong": "",
    }
    return room(request, "layouts.html", parts, "layouts", context | more, status)


@router.get("/jobs/{job}/layouts", name="layouts")
def compare_layouts(request: Request, job: str, wanted: Annotated[str, Query(max_length=60)] = "") -> HTMLResponse:
    """The classic ways for this job's gear, and its head-room."""
    return _page(request, job, wanted=wanted)


@router.post("/jobs/{job}/layouts", name="take_layout")
def take_layout(
    request: Request,
    who: Who,
    job: str,
    command: Annotated[str, Form(max_length=100_000)],
    base: Annotated[int, Form(ge=1)],
    key: Annotated[str, Form(max_length=64)],
) -> Response:
    """Link it that way, as one step that can be undone."""
    bench = bench_of(request)
    try:
        done = bench.commit(job, base, COMMAND.validate_json(command), who.name, key)
    except ValidationError:
        return _page(request, job, 422, wrong="That was not taken: look at the ways again.")
    except (RefusedError, MissingError) as wrong:
        return _page(request, job, 422, wrong=f"That was not taken: {wrong.text}.")
    except ClashError as clash:
        return _page(request, job, 409, wrong=f"That was not taken: {clash}. Look at the ways again.")
    bench.summarise(done.head)
    return RedirectResponse(f"/jobs/{job}/routing", 303)
