"""Choosing a picture: the size table, which kind of display, grey scale by scene, the seat map's tally, schemes side
by side."""

from __future__ import annotations

from typing import Annotated, Any, Final
from urllib.parse import urlencode

from fastapi import APIRouter, Form, Query, Request
from fastapi.responses import HTMLResponse, JSONResponse, RedirectResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.figures import show_figure, show_value
from oval_room.core.job.commands import Decide
from oval_room.core.levels import Level
from oval_room.core.light.grey_scale import grey_steps, shown_grey
from oval_room.core.light.study import LightResult
from oval_room.core.money import bill
from oval_room.core.parts import KINDS
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.keyed import edition_fields, keyed_nodes
from oval_room.core.report import Report
from oval_room.core.screens.size import parse_diagonal
from oval_room.core.solve.size_table import SIZES, SizeRow, size_table
from oval_room.core.solve.which_display import rank_displays
from oval_room.core.viewing.part import PART as VIEWING
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.seat_map import RULES, seat_map
from oval_room.core.viewing.units import PX_DEG
from oval_room.core.words import Words, capital
from oval_room.drawing.look import Look
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, Place, asked
from oval_room.web.pages import fragment
from oval_room.web.person import Who
from oval_room.web.room import at_stage, room
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.side_by_side import VIEWS, drawn_beside

router = APIRouter(route_class=Gated)
COMPARED: Final = (
    "width",
    "diagonal",
    "bottom",
    "angle",
    "off_axis",
    "sharpness",
    "neck",
    "white",
    "throw",
    "shift_use",
)
"""Figures of a scheme's subject picture that the page of schemes sets side by side."""
SIZES_DRAWN: Final = {1: (860.0, 500.0), 2: (460.0, 300.0), 3: (320.0, 240.0)}
"""How large a scheme is drawn, by how many there are: alone it has the page [px]."""
SHORT: Final = {
    "full-motion film": "film",
    "detail work": "detail",
    "casual viewing or presenting": "casual",
    "just legible": "legible",
    "washed out": "washed out",
    "": "–",
}


def _parts(request: Request, job: str) -> SheetParts:
    bench = bench_of(request)
    return SheetParts(bench, request, bench.store.head(job), "picture", asked(request))


@router.get("/jobs/{job}/sizes", name="sizes")
def sizes(request: Request, job: str, size: Annotated[str, Query(max_length=20)] = "") -> HTMLResponse:
    """The size table for the subject seat, with one more size where it is typed."""
    parts = _parts(request, job)
    subject, rows, wrong, shown = parts.seen.subject, list[SizeRow](), "", list(SIZES)
    if size.strip():
        try:
            shown.append(round(parse_diagonal(size) / 25.4, 1))
        except RefusedError as error:
            wrong = f"{capital(str(error))}."
    if subject.picture:
        rows = size_table(parts.plan, parts.bench.store.gear(), subject.picture, subject.seat, subject.scene, shown)
    ruler = parts.plan.writing.ruler
    node = parts.plan.chosen.pictures.get(subject.picture or "")
    context = {
        "rows": rows,
        "show": ruler.show,
        "per_degree": PX_DEG,
        "value": lambda v, unit: show_value(v, unit, ruler=ruler),
        "seat": parts.plan.survey.seats.get(subject.seat or ""),
        "typed": size,
        "wrong": wrong,
        "off_axis": show_value(next((row.off_axis for row in rows), None), "deg", ruler=ruler)
        if rows and subject.seat
        else "",
        "short": SHORT,
        "priced": any(row.prices for row in rows),
        "word": "screen" if node and node.kind == "screen" else "tv",
        "school": school_of(parts.plan).school,
    }
    return HTMLResponse(fragment("sheet/_sizes.html", context))


@router.get("/jobs/{job}/kinds", name="kinds")
def kinds(request: Request, job: str) -> HTMLResponse:
    """Which kind of display, with reasons and what would turn the answer."""
    return HTMLResponse(fragment("sheet/_kinds.html", {"ranked": rank_displays(_parts(request, job).plan)}))


@router.get("/jobs/{job}/greys", name="greys")
def greys(request: Request, job: str) -> HTMLResponse:
    """The grey scale as it would look in every scene."""
    parts = _parts(request, job)
    lit = parts.report.of(LightResult).pictures.get(parts.seen.subject.picture or "")
    strips = []
    for key, (stray, contrast, klass) in lit.scenes.items() if lit else ():
        steps = grey_steps(lit.white, lit.native, stray) if lit else []
        told = "beyond measure" if contrast is None else f"{contrast:.0f}:1"
        strips.append(
            (
                parts.plan.survey.scenes[key].name,
                told,
                klass,
                [f"#{shown_grey(s):02x}{shown_grey(s):02x}{shown_grey(s):02x}" for s in steps],
            )
        )
    return HTMLResponse(fragment("sheet/_greys.html", {"strips": strips}))


@router.get("/jobs/{job}/tally", name="tally")
def tally(request: Request, job: str, u: Place, v: Place) -> JSONResponse:
    """What passes at a place of the plan (u out from the display wall, v along it) for the subject picture."""
    parts = _parts(request, job)
    picture = parts.plan.chosen.pictures.get(parts.seen.subject.picture or "")
    if picture is None:
        return JSONResponse({"say": ""})
    item, school = parts.bench.store.gear().get(picture.gear or ""), school_of(parts.plan).school
    found = seat_map(parts.plan.survey, picture, item=item, school=school).tally(v, u)
    if found is None:
        return JSONResponse({"say": ""})
    ruler = parts.plan.writing.ruler
    passed = [rule for rule in RULES if found[rule]]
    failed = [rule for rule in RULES if not found[rule]]
    say = f"{ruler.show(u)} out, {ruler.show(v)} along: {len(passed)} of {len(RULES)}" + (
        f", not {', '.join(failed)}" if failed else ""
    )
    return JSONResponse({"say": say})


# ── schemes side by side ──


@router.post("/jobs/{job}/decide", name="decide")
def decide(
    request: Request,
    who: Who,
    job: str,
    scheme: Annotated[str, Form(max_length=12)],
    why: Annotated[str, Form(max_length=300)] = "",
) -> Response:
    """Choose a scheme for good, with the reason."""
    bench = bench_of(request)
    head = bench.store.head(job)
    if scheme not in head.plan.schemes:
        raise MissingError(f"there is no scheme {scheme} here", value=scheme)
    told = f" because {why.strip()}" if why.strip() else ""
    command = Decide(scheme=scheme, why=why, label=f"Chosen: {head.plan.schemes[scheme].name}{told}"[:200])
    bench.commit(job, head.revision, command, who.name)
    return RedirectResponse(f"/jobs/{job}/schemes", status_code=303)


@router.get("/jobs/{job}/schemes", name="schemes")
def schemes(request: Request, job: str) -> HTMLResponse:
    """Every scheme over one survey: the same view at the same scale, figures of the same seat and scene, differences
    marked."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), at_stage(request, VIEWING.at), asked(request))
    plan, gear, s = parts.plan, parts.bench.store.gear(), parts.seen.subject
    view = request.query_params.get("view", "section")
    view = view if view in VIEWS else "section"
    looks: dict[str, Look] = {}
    for key, scheme in plan.schemes.items():
        switched = plan.model_copy(update={"scheme": key})
        picture = next(iter(scheme.feeds), next(iter(scheme.pictures), None))
        picture = s.picture if s.picture in scheme.pictures else picture
        looks[key] = Look(switched, evaluate(switched, gear), gear, picture, s.seat, s.scene)
    columns = []
    for (key, look), svg in zip(
        looks.items(), drawn_beside([*looks.values()], view, SIZES_DRAWN[min(len(looks), 3)]), strict=True
    ):
        column = _column(look.plan, look.report, gear, look.picture, parts)
        columns.append({"key": key, "scheme": plan.schemes[key], "svg": svg, **column})
    subject = {name: value for name, value in (("picture", s.picture), ("seat", s.seat), ("scene", s.scene)) if value}
    labels = list(dict.fromkeys(label for column in columns for label in column["figures"]))
    rows = [(label, [column["figures"].get(label, "–") for column in columns]) for label in labels]
    context = {
        "columns": columns,
        "rows": rows,
        "view": view,
        "views": [(name, told, urlencode({**subject, "view": name})) for name, told in VIEWS.items()],
        "seat": plan.survey.seats.get(s.seat or ""),
        "scene": plan.survey.scenes.get(s.scene or ""),
        "decided": plan.choices.decided,
    }
    return room(request, "schemes.html", parts, "schemes", context)


def _column(plan: Plan, report: Report, gear: GearShelf, picture: str | None, parts: SheetParts) -> dict[str, Any]:
    """One scheme's figures as shown, by label; its findings counted; what its gear costs."""
    s, ruler, words = parts.seen.subject, plan.writing.ruler, Words(plan)
    fed = plan.chosen.fed_by(picture)
    projector = fed[0] if fed else None
    figures: dict[str, str] = {}
    for name in COMPARED:
        kind = KINDS[name]
        figure = report.figures.get(
            kind.pattern.format(picture=picture, seat=s.seat, scene=s.scene, projector=projector, n=1)
        )
        if figure is not None:
            figures[kind.label] = show_figure(figure, ruler)
    lit = report.of(LightResult).pictures.get(picture or "")
    for key, (_, contrast, klass) in lit.scenes.items() if lit else ():
        told = "beyond measure" if contrast is None else f"{contrast:.0f}:1"
        figures[f"contrast, {plan.survey.scenes[key].name}"] = f"{told}, {klass}"
    for one in parts.request.app.state.parts:
        figures |= dict(one.compared(plan, report)) if one.compared is not None else {}
    used = [gear[key] for key in _gear_of(plan) if key in gear]
    figures["gear so far"] = bill(((item.name, item.price) for item in used), plan.writing.currency).show()
    counts = {level: sum(f.level is level for f in report.findings) for level in (Level.STOP, Level.MIND)}
    figures["stops, minds"] = f"{counts[Level.STOP]}, {counts[Level.MIND]}"
    worst = next((f for f in report.findings if f.level in (Level.STOP, Level.MIND)), None)
    return {
        "figures": figures,
        "worst": words.finding(worst) if worst else "",
        "level": worst.level.value if worst else "",
    }


def _gear_of(plan: Plan) -> list[str]:
    """The editions that a scheme has to buy; what the client has already is none."""
    nodes = [node for _, listed in keyed_nodes(plan.chosen) for node in listed.values()]
    bought = [node for node in nodes if not getattr(node, "theirs", False)]
    return [key for node in bought for name in edition_fields(type(node)) if (key := getattr(node, name))]
