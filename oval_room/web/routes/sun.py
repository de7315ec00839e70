"""The sun over a year: when it shines on a picture."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from oval_room.core.hints import in_unit
from oval_room.core.light.sun import HOURS, MONTHS, cure_of, sun_year
from oval_room.core.survey.part import PART as SURVEY
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/sun", name="sun")
def sun(request: Request, job: str) -> HTMLResponse:
    """The sun through the year: month × hour, window by window."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), SURVEY.at, asked(request))
    subject = parts.plan.chosen.pictures.get(parts.seen.subject.picture or "")
    survey = parts.plan.survey
    eyes = [seat.eye_point for seat in survey.seats.values()]
    year, openings = sun_year(survey, subject, eyes=eyes), survey.openings
    windows = [
        (openings[key].name, count, cure_of(openings[key]))
        for key, count in (year.windows if year else {}).items()
        if count
    ]
    struck = {(one.month, one.hour): one for one in year.struck} if year else {}
    names = {key: one.name for key, one in openings.items()}
    context = {
        "year": year,
        "months": MONTHS,
        "hours": HOURS,
        "struck": struck,
        "windows": windows,
        "names": names,
        "picture": subject,
        "typed": in_unit('window w2 at 3\', 48" x 44" sill 36"', parts.plan.writing.ruler),
    }
    return room(request, "sun.html", parts, "sun", context)
