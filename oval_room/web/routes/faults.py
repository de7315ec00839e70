"""The fault finder: from a symptom to causes and the next test; what cured it is kept; made-up faults to practise on
(rules 10.14)."""

from __future__ import annotations

import random
from typing import Annotated

from fastapi import APIRouter, Form, Query, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.array.study import ArrayResult
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.signal.commands import KeepCure
from oval_room.core.signal.document import SYMPTOMS, Routing
from oval_room.core.signal.faults.cause import SEES, Cause
from oval_room.core.signal.faults.rank import causes, next_test, renewed
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.signal.study import RoutingResult
from oval_room.core.words import capital
from oval_room.standins.broken import break_it
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.person import Who
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
SEEDS = 100_000
Tested = Annotated[list[str], Query(max_length=60)]


def _page(request: Request, job: str, status: int = 200, **more: object) -> HTMLResponse:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), SIGNAL.at, asked(request))
    found = parts.report.of(RoutingResult)
    routing = parts.plan.chosen.kept(Routing)
    named = {key: picture.name for key, picture in parts.plan.chosen.pictures.items()}
    context = {
        "ways": [(key, capital(way.name)) for key, way in {**found.ways, **found.own}.items()],
        "symptoms": SYMPTOMS,
        "way": "",
        "symptom": "",
        "listed": [],
        "tried_before": [],
        "certain": SEES,
        "then": None,
        "practice": None,
        "another": random.randrange(SEEDS),
        "said": "",
        "wrong": "",
        "kept": [
            (one.symptom, one.kind, named.get(one.picture, ""), one.by, one.when)
            for one in reversed(routing.cured[-8:])
        ],
    }
    return room(request, "faults.html", parts, "faults", context | more, status)


def _rows(listed: list[Cause], tried: list[str]) -> list[tuple[Cause, str, str, bool]]:
    """The causes by their shares as they are now, each with the share it had before any test."""
    before = {cause.key: share(cause.weight) for cause in listed}
    return [
        (cause, share(cause.weight), before[cause.key] if tried else "", cause.key in tried)
        for cause in renewed(listed, tried)
    ]


def share(part: float) -> str:
    """A share in percent; none is certain while others stand."""
    return "over 99\u202f%" if 0.99 < part < 1 else f"{100 * part:.0f}\u202f%"


@router.get("/jobs/{job}/faults", name="faults")
def faults(
    request: Request,
    job: str,
    way: Annotated[str, Query(max_length=60)] = "",
    symptom: Annotated[str, Query(max_length=40)] = "",
    tested: Tested = [],  # noqa: B006
) -> HTMLResponse:
    """Causes of a symptom on one way, and the next test."""
    bench = bench_of(request)
    head = bench.store.head(job)
    found = bench.report(head).of(RoutingResult)
    ways = {**found.ways, **found.own}
    if way not in ways or symptom not in SYMPTOMS:
        return _page(request, job, way=way, symptom=symptom)
    shown = bench.report(head).of(ArrayResult).shown
    listed = causes(found, ways[way], symptom, head.plan.chosen.kept(Routing).cured, shown)
    then = next_test(listed, tested)
    return _page(request, job, way=way, symptom=symptom, listed=_rows(listed, tested), tried_before=tested, then=then)


@router.post("/jobs/{job}/faults", name="keep_cure")
def keep_cure(
    request: Request,
    who: Who,
    job: str,
    symptom: Annotated[str, Form(max_length=40)],
    kind: Annotated[str, Form(max_length=20)],
    at: Annotated[str, Form(max_length=40)] = "",
    way: Annotated[str, Form(max_length=60)] = "",
) -> Response:
    """Keep what cured it."""
    bench = bench_of(request)
    try:
        head = bench.store.head(job)
        found = bench.report(head).of(RoutingResult)
        on = {**found.ways, **found.own}.get(way)
        picture = (on.display.shows or "") if on is not None else ""
        command = KeepCure(symptom=symptom, kind=kind, at=at, picture=picture, label=f"Cured: {symptom} by {kind}")
        done = bench.commit(job, head.revision, command, who.name)
        bench.summarise(done.head)
    except (RefusedError, MissingError) as wrong:
        return _page(request, job, 422, wrong=f"{capital(wrong.text)}.")
    except ClashError as clash:
        return _page(request, job, 409, wrong=f"{clash}. Once more.")
    return _page(request, job, said=f"Kept: {symptom}, cured by its {kind}. It ranks higher at this display next time.")


@router.get("/jobs/{job}/faults/practice", name="practise_fault")
def practise_fault(
    request: Request,
    job: str,
    seed: Annotated[int, Query(ge=0, le=SEEDS)] = 1,
    tested: Tested = [],  # noqa: B006
) -> HTMLResponse:
    """A made-up fault in the stand-ins: tests tell whether they find it."""
    bench = bench_of(request)
    report = bench.report(bench.store.head(job))
    broken = break_it(report.of(RoutingResult), seed, report.of(ArrayResult).shown)
    if broken is None:
        return _page(request, job, 422, wrong="Link a source to a display first: there is nothing to break yet.")
    tried = [key for key in dict.fromkeys(tested) if any(cause.key == key for cause in broken.listed)]
    solved = any(broken.tell(key) for key in tried)
    said = f"{broken.way.source.name} on {broken.way.display.name}: {broken.symptom}"
    rows = [
        (cause, "found" if broken.tell(cause.key) else "not it" if cause.key in tried else "")
        for cause in broken.listed
    ]
    rows = [(cause, told if cause.key in tried else "") for cause, told in rows]
    practice = {
        "seed": seed,
        "said": said,
        "rows": rows,
        "tried": tried,
        "spent": f"{broken.spent(tuple(tried)):g} min",
        "solved": solved,
        "par": f"{broken.par:g} min",
    }
    return _page(request, job, practice=practice)
