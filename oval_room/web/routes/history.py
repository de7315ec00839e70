"""What was done to a job: the list, going back to any point, naming one, two points side by side."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.evaluate import Evaluator, moved
from oval_room.core.figures import show_figure
from oval_room.core.job.commands import LeaveGear
from oval_room.core.levels import Level
from oval_room.core.parts import START
from oval_room.core.plan.changes import changes, grows_only
from oval_room.core.plan.document import Plan
from oval_room.core.report import Report
from oval_room.core.words import Words, counted
from oval_room.store.records import BrokenError, ClashError
from oval_room.store.store import Store
from oval_room.web.answers import bench_of, told_clashes
from oval_room.web.bench import Bench, lost_gear
from oval_room.web.gate import Gated, RevisionNumber, asked
from oval_room.web.pages import page
from oval_room.web.person import Who
from oval_room.web.room import at_stage, room
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.side_by_side import VIEWS, drawn_beside, look_of, thumb

router = APIRouter(route_class=Gated)
MOST = 300
DRAWN = 9
"""Named revisions that are drawn, the newest ones."""
BESIDE = (620.0, 400.0)


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


@router.get("/jobs/{job}/history", name="history")
def history(request: Request, job: str, before: RevisionNumber | None = None) -> HTMLResponse:
    return history_page(request, job, before)


def history_page(
    request: Request, job: str, before: int | None = None, broken: str = "", status: int = 200, *, lost: bool = False
) -> HTMLResponse:
    """What was done to a job; broken: why its newest point can't be shown; lost: for want of gear, without which it can
    go on."""
    store = _store(request)
    row, rows = store.row(job), store.history(job, MOST, before)
    gear, evaluate = store.gear(), Evaluator()  # what revisions share is worked out once
    named = []
    for one in [] if broken else [one for one in rows if one.name][:DRAWN]:
        try:
            plan = store.plan_at(job, one.number)
        except BrokenError:  # it stands in the list below, where going back to it says why not
            continue
        if not lost_gear(plan, gear):
            named.append((one, thumb(plan, gear, f"r{one.number}-", evaluate(plan, gear))))
    older = rows[-1].number if rows and rows[-1].number > 1 else None
    context: dict[str, object] = {
        "job": row,
        "rows": rows,
        "named": named,
        "older": older,
        "before": before,
        "broken": broken,
        "lost": lost,
    }
    try:
        parts = _framed(request, job)
    except BrokenError:  # the list stands alone: nothing of the job can be shown round it
        return page(request, "history.html", context, status)
    return room(request, "history.html", parts, "history", context, status)


def _framed(request: Request, job: str) -> SheetParts:
    bench = bench_of(request)
    return SheetParts(bench, request, bench.store.head(job), at_stage(request, START), asked(request))


@router.post("/jobs/{job}/history/without-gear", name="leave_gear")
def leave_gear(request: Request, who: Who, job: str) -> Response:
    """Go on without the gear that can't be read any more, as a new revision."""
    bench: Bench = request.app.state.bench
    head = bench.store.head(job)
    if lost := lost_gear(head.plan, bench.store.gear()):
        label = f"Without {counted(len(lost), 'item')} of gear that can't be read"
        bench.commit(job, head.revision, LeaveGear(gear=lost, label=label), who.name)
    return RedirectResponse(f"/jobs/{job}", status_code=303)


@router.post("/jobs/{job}/history/{number}/back", name="go_back")
def go_back(
    request: Request,
    who: Who,
    job: str,
    number: RevisionNumber,
    base: Annotated[int | None, Form(ge=1, le=10**9)] = None,
) -> Response:
    """Back to an earlier point, as a new revision; what others changed since the list was read is not put back
    unasked."""
    bench: Bench = request.app.state.bench
    try:
        done = bench.jump(job, number, who.name, base)
    except ClashError as clash:
        told = "; ".join(
            f"{c['path'].replace('.', ' › ')}: theirs {c['theirs']}" for c in told_clashes(clash, bench, job)[:4]
        )
        return history_page(
            request,
            job,
            broken=f"{clash.by} changed this since you read the list ({told}). Nothing of either is lost: "
            "press again to go back all the same.",
            status=409,
        )
    bench.summarise(done.head)
    return RedirectResponse(f"/jobs/{job}", status_code=303)


@router.post("/jobs/{job}/history/{number}/name", name="name_revision")
def name_revision(
    request: Request, job: str, number: RevisionNumber, name: Annotated[str, Form(max_length=80)] = ""
) -> Response:
    _store(request).name_revision(job, number, name)
    return RedirectResponse(f"/jobs/{job}/history", status_code=303)


@router.get("/jobs/{job}/compare", name="compare")
def compare(request: Request, job: str, a: RevisionNumber, b: RevisionNumber, view: str = "section") -> HTMLResponse:
    """Two points side by side: drawn at one scale, what was entered, the figures that moved, verdicts that differ."""
    store = _store(request)
    one, other = store.plan_at(job, a), store.plan_at(job, b)
    gear, view = store.gear(), view if view in VIEWS else "section"
    looks = [look_of(one, gear), look_of(other, gear)._replace(ghost=one)]  # in the second, what was is dashed
    names = {row.number: row.name for row in store.history(job, MOST)}
    context = {
        "drawn": [(n, names.get(n, ""), svg) for n, svg in zip((a, b), drawn_beside(looks, view, BESIDE), strict=True)],
        "view": view,
        "views": VIEWS,
        "a": a,
        "b": b,
        "entered": _entered(one, other),
        **_worked_out(looks[0].report, looks[1].report, one, other),
    }
    return room(request, "compare.html", _framed(request, job), "history", context)


def _entered(one: Plan, other: Plan) -> list[tuple[str, str, str]]:
    ruler = other.writing.ruler

    def show(value: object) -> str:
        if isinstance(value, dict):
            value = value.get("value", value.get("name", "there"))
        if value is None:
            return "nothing"
        return ruler.show(value) if isinstance(value, float) else str(value)[:80]

    found = [change for change in changes(one, other) if not grows_only(change.path)]
    return [(" › ".join(change.path), show(change.before), show(change.after)) for change in found[:200]]


def _worked_out(before: Report, after: Report, one: Plan, other: Plan) -> dict[str, object]:
    ruler = other.writing.ruler
    figures = []
    for key, figure in after.figures.items():
        old = before.figures.get(key)
        if old is None or old.value is None or figure.value is None:
            continue
        if moved(figure.kind.unit, old.value, figure.value, ruler):
            who = f", {figure.subject}" if figure.subject else ""
            figures.append((figure.kind.label + who, show_figure(old, ruler), show_figure(figure, ruler)))
    rows = []
    levels = [{f.key: f for f in report.findings} for report in (before, after)]
    words = [Words(one), Words(other)]
    for key in dict.fromkeys([*levels[1], *levels[0]]):
        pair = [side.get(key) for side in levels]
        shown = [f.level if f else Level.GOOD for f in pair]
        if shown[0] is not shown[1]:
            texts = [w.finding(f) if f else "in order" for w, f in zip(words, pair, strict=True)]
            rows.append((shown[0].value, texts[0], shown[1].value, texts[1]))
    return {"figures": figures[:120], "verdicts": rows}
