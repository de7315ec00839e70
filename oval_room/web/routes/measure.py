"""Readings taken by the stand-in instruments."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import JSONResponse
from pydantic import Field

from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.figures import show_value
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed, next_id
from oval_room.core.survey.commands import PutFind
from oval_room.core.survey.missing import Wanted
from oval_room.core.survey.reading_keys import key_of, taking
from oval_room.core.words import dim_name
from oval_room.standins.true_room import scan, take
from oval_room.web.answers import Body, answer, bench_of, refused
from oval_room.web.bench import Bench
from oval_room.web.gate import Gated
from oval_room.web.person import Who
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.survey_parts import open_readings, true_room

router = APIRouter(route_class=Gated)


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
    return answer(request, parts, lambda: bench.commit(job, body.base, command, who.name, body.key))


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
    shown = show_value(read.value, "lux" if wanted.tool == "meter" else "mm", ruler=ruler)
    return taking(plan, wanted.key, typed), f"{read.name.capitalize()}: {wanted.label} {shown}"
