"""What a picture's holes meet and bear: the panel that a click on a hole opens (rules 7.2, 7.5–7.7)."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse

from oval_room.core.figures import show_value
from oval_room.core.fixing.capacity import CAPACITIES, SUITS
from oval_room.core.fixing.hole_list import holes_of
from oval_room.core.fixing.hole_words import hole_row
from oval_room.core.fixing.load_cases import in_plain_words
from oval_room.core.fixing.load_study import Held, LoadResult
from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.units import Ruler
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/holes", name="holes")
def holes(
    request: Request,
    job: str,
    of: Annotated[str, Query(max_length=40)] = "",
    number: Annotated[int, Query(ge=0, le=1000)] = 0,
) -> HTMLResponse:
    """Every hole of a picture with what it goes into, how sure, what it bears, what to confirm first."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), FIXING.at, asked(request))
    look = bench.look(parts.plan, parts.report, parts.seen)
    key = of if of in parts.plan.chosen.pictures else parts.seen.subject.picture or ""
    turned = look.turned(parts.report.walls.get(key, 1))
    picture = turned.plan.chosen.pictures.get(key)
    held = parts.report.of(LoadResult).held.get(key)
    kind = turned.plan.survey.kind_of("w1")
    show = parts.plan.writing.ruler.show
    told = holes_of(turned.plan, turned.gear, parts.report, key)
    context = {
        "name": picture.name if picture is not None else "",
        "rows": [hole_row(one, parts.plan.writing.ruler, WALL_WORDS[kind]) for one in told],
        "places": [(show(one.x), show(one.z)) for one in told],
        "number": number,
        "cases": _cases(held, parts.plan.writing.ruler) if held is not None else [],
        "plainly": in_plain_words(held.worst) if held is not None else "",
        "fixings": _fixings(kind, held),
    }
    return HTMLResponse(fragment("sheet/_holes.html", context))


def _cases(held: Held, ruler: Ruler) -> list[tuple[str, str, str, str]]:
    """Each way the load acts: its name, the worst fixing's tension, shear and use."""
    out = []
    for one in held.cases:
        tension, shear = (show_value(value, "n", ruler=ruler) for value in (one.worst.tension, one.worst.shear))
        out.append((one.case.name, tension, shear, f"{one.worst.use:.0f} %"))
    return out


def _fixings(kind: str, held: Held | None) -> list[dict[str, object]]:
    """What may fix it: what each bears, who says so, whether it suits the wall; the one in use first where it is of its
    maker's."""
    out = []
    if held is not None and held.fixing not in CAPACITIES:
        own = {"name": held.fixing, "suits": True, "source": held.source, "now": True}
        out.append(own | {"tension": held.capacity.tension, "shear": held.capacity.shear})
    suits = SUITS.get(kind, ())
    for name, bears in sorted(CAPACITIES.items(), key=lambda one: (one[0] not in suits, one[0])):
        one = {"name": name, "suits": name in suits, "tension": bears.tension, "shear": bears.shear}
        source = "planning value" if bears.carries else "planning value; board alone never carries"
        out.append(one | {"source": source, "now": held is not None and held.fixing == name})
    return out
