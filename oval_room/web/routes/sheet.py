"""The sheet of one job: the page, its parts, what is said to it, cures, undo, workings."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, JSONResponse, RedirectResponse, Response
from pydantic import AfterValidator, Field

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import stage_figures
from oval_room.core.figures import put_in, show_figure, show_value
from oval_room.core.gear.field import SheetError
from oval_room.core.gear.sheet import in_short, read_line
from oval_room.core.hand.grips import pull
from oval_room.core.job.commands import Accept, Settle
from oval_room.core.levels import Level
from oval_room.core.parts import STAGES, START, AnyCommand
from oval_room.core.renewed import renewed
from oval_room.core.solve.backwards import ask_backwards
from oval_room.core.solve.breaking import breaking_points, too_many
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.within import SECONDS_OF_ONE_LOOK, SECONDS_OF_THE_FIRST, OutOfTimeError, Watch
from oval_room.core.tape.grammar import complete, what_if
from oval_room.core.tape.phrase import Asked, Heard, NotHeard
from oval_room.core.words import Words, capital
from oval_room.store.records import Committed
from oval_room.web.answers import Body, Key, answer, bench_of, told_done
from oval_room.web.answers import refused as refused_with
from oval_room.web.bench import Bench
from oval_room.web.gate import Gated, asked
from oval_room.web.going import goes_to
from oval_room.web.pages import fragment, lengths, page
from oval_room.web.person import Who, person_of
from oval_room.web.routes.gear import shelve
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.told import can_settle, worst_open

router = APIRouter(route_class=Gated)


class Said(Body):
    """A line. shown: a field of a drawer says it, of what the drawer shows."""

    line: str = Field(max_length=1000)
    shown: bool = False


class Cured(Body):
    finding: str = Field(max_length=120)
    number: int = Field(ge=0, le=9)


class Accepting(Body):
    finding: str = Field(max_length=160)
    why: str = Field(default="", max_length=300)
    back: bool = False


class Pulling(Body):
    grip: str = Field(max_length=40)
    to: tuple[
        Annotated[float, Field(ge=-1e5, le=1e5, allow_inf_nan=False)],
        Annotated[float, Field(ge=-1e5, le=1e5, allow_inf_nan=False)],
    ]
    lead: str = Field(max_length=20)
    reach: float = Field(default=40.0, ge=0, le=2000, allow_inf_nan=False)
    free: bool = False
    seq: int = Field(default=0, ge=0, le=10**9)
    drop: bool = False
    group: Key = None


def _known_stage(name: str) -> str:
    if name not in STAGES:
        raise ValueError(f"there is no stage {name[:30]}; the stages are {', '.join(STAGES)}")
    return name


StageName = Annotated[str, Field(max_length=20), AfterValidator(_known_stage)]


class Settling(Body):
    settle: StageName
    open: bool = False


class Committing(Body):
    command: AnyCommand


class Stepping(Body):
    redo: bool = False


@router.get("/jobs/{job}", name="job")
def job_page(request: Request, job: str) -> Response:
    """A job opens on the stage of its worst finding."""
    head = bench_of(request).store.head(job)
    worst = worst_open(bench_of(request).report(head))
    stage = worst.code.stage if worst else START
    return RedirectResponse(f"/jobs/{job}/{stage}", status_code=303)


@router.get("/jobs/{job}/working", name="working")
def working(request: Request, job: str, figure: str) -> Response:
    """The working of one figure: formula, numbers put in, where each came from, the rule."""
    bench = bench_of(request)
    head = bench.store.head(job)
    found = bench.report(head).figures.get(figure)
    if found is None:
        raise MissingError(f"there is no figure {figure[:60]} here", value=figure)
    ruler = head.plan.writing.ruler
    context = {
        "figure": found,
        "shown": show_figure(found, ruler),
        "put_in": put_in(found, ruler),
        "inputs": [(item, show_value(item.value, item.unit, ruler=ruler)) for item in found.inputs],
    }
    return HTMLResponse(fragment("sheet/_working.html", context))


@router.get("/jobs/{job}/backwards", name="backwards")
def backwards(request: Request, job: str, figure: str, wanted: str) -> Response:
    """Up to three ways to bring a figure to a wanted value, each with its cost."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), "picture", asked(request))
    found = parts.report.figures.get(figure)
    if found is None:
        raise MissingError(f"there is no figure {figure[:60]} here", value=figure)
    ruler = parts.plan.writing.ruler
    try:
        value = ruler.parse(wanted[:80], negative_ok=True) if found.kind.unit == "mm" else _plain(wanted)
        ways = ask_backwards(parts.plan, bench.store.gear(), parts.report, figure, value, parts.seen.subject)
    except RefusedError as refused:
        return HTMLResponse(
            fragment("sheet/_ways.html", {"ways": [], "refused": refused.text[:1].upper() + refused.text[1:]})
        )
    told = [
        (
            way,
            f"{way.mover.label} {ruler.show(way.mover.now)} → {ruler.show(way.value)}",
            way.command.model_copy(update={"label": f"{way.mover.label} to {ruler.show(way.value)}"}),
        )
        for way in ways
    ]
    return HTMLResponse(fragment("sheet/_ways.html", {"ways": told, "refused": ""}))


def _plain(text: str) -> float:
    plain = text.strip().rstrip("°%").replace(",", ".").replace("−", "-").strip()
    if not re.fullmatch(r"-?[0-9]{1,7}(\.[0-9]{1,6})?", plain):
        raise RefusedError(f"type a number for the wanted value (got {text.strip()[:20] or 'nothing'})", field="wanted")
    return float(plain)


@router.get("/jobs/{job}/breaking", name="breaking")
def breaking(request: Request, job: str, start: Annotated[int, Query(alias="from", ge=0, le=99)] = 0) -> HTMLResponse:
    """How far each thing of the subject may move before a verdict flips, as tolerance bars; where that takes longer
    than a look, those first that were looked at, and from which on the rest is asked for."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), "picture", asked(request))
    words, gear = Words(parts.plan), bench.store.gear()
    rows = []
    only, rest = parts.seen.subject.picture if too_many(parts.plan) else None, 0
    first, watch = Watch(SECONDS_OF_THE_FIRST), Watch(SECONDS_OF_ONE_LOOK)
    movers = movers_of(parts.plan, parts.seen.subject)[start:]
    for n, mover in enumerate(movers):
        try:
            ends = breaking_points(parts.plan, gear, parts.report, mover, only, watch if n else first)
        except OutOfTimeError:
            rest = start + n if n else -1  # one alone takes longer than a look: this job is too large
            break
        widest = max([1.0, *(end.far for end in ends)])
        sides = [
            (
                way,
                end,
                words.length(end.far, "greatest"),
                words.flip(end.what, end.becomes),
                round(100 * end.far / widest),
            )
            for way, end in zip(mover.toward, ends, strict=True)
        ]
        rows.append((mover, words.length(mover.now), sides))
    return HTMLResponse(
        fragment(
            "sheet/_breaking.html",
            {"rows": rows, "only": words.names.get(only or "", ""), "rest": rest, "start": start},
        )
    )


@router.get("/jobs/{job}/cures", name="cures")
def cures(request: Request, job: str, finding: str, stage: str = "picture") -> HTMLResponse:
    """The cures of one finding, where there were too many to try with the page."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, asked(request))
    found = parts.report.find(finding)
    return HTMLResponse(
        fragment("sheet/_cures.html", {"key": finding, "cures": parts.cures(found) if found else [], "asked": True})
    )


@router.get("/jobs/{job}/{stage}/cures", name="sheet_cures")
def sheet_cures(request: Request, job: str, stage: str) -> JSONResponse:
    """The cures of a page's findings, asked for once the page is there: those found in time, by finding."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, asked(request))
    found = {
        one.finding.key: fragment("sheet/_cures_of.html", {"one": one.written})
        for one in parts.findings(try_cures=True)
    }
    return JSONResponse({"revision": parts.head.revision, "cures": found})


@router.post("/jobs/{job}/try", name="try")
def try_command(request: Request, job: str, body: Committing) -> JSONResponse:
    """Show what a command would come to, as a ghost. Writes nothing."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    return _ghost(parts, body.command, body.command.label)


def _in_a_browser(request: Request) -> bool:
    """Whether a browser opens the page, which asks for the cures once it is there; a script has it whole."""
    return request.headers.get("sec-fetch-mode") == "navigate"


@router.get("/jobs/{job}/{stage}", name="sheet")
def sheet(request: Request, job: str, stage: str) -> HTMLResponse:
    if stage not in STAGES:
        raise MissingError(f"there is no stage “{stage[:30]}”; the stages are {', '.join(STAGES)}", value=stage)
    parts = SheetParts(bench_of(request), request, bench_of(request).store.head(job), stage, asked(request))
    said = request.query_params.get("say", "")[:600]  # put there by a sum, read back before it is done
    return page(request, "sheet.html", parts.context(try_cures=not _in_a_browser(request)) | {"said": said})


@router.get("/jobs/{job}/{stage}/parts", name="sheet_parts")
def sheet_parts(request: Request, job: str, stage: str, only: str = "") -> JSONResponse:
    """The regions of the page for what a person looks at now; `only=lead` gives the lead view alone."""
    parts = SheetParts(bench_of(request), request, bench_of(request).store.head(job), stage, asked(request))
    answer: dict[str, object] = {"revision": parts.head.revision, "address": parts.link(), "grips": parts.grips()}
    if only == "lead":
        drawn = parts.drawings(only_lead=True)
        return JSONResponse(answer | {"lead": drawn[0].svg if drawn else ""})
    return JSONResponse(answer | {"regions": parts.swap()})


@router.post("/jobs/{job}/heard", name="heard")
def heard(request: Request, who: Who, job: str, body: Said) -> JSONResponse:
    """What a line would mean: read-back, ghost on the lead view, delta line. Writes nothing."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    if (redo := _steps(body.line)) is not None:
        told = _would_step(bench, job, who.name, redo)
        return JSONResponse({"kind": "told", "say": told, "html": str(lengths(told)), "options": []})
    if (typed := GEAR_LINE.match(body.line)) is not None:
        return _gear_read(body.line[typed.end() :])
    if not body.line.strip():  # nothing said yet: what this stage is told by
        return JSONResponse({"kind": "refused", "say": "", "html": "", "options": complete("", body.stage)})
    line, only_asked = what_if(body.line)
    heard_as = bench.hear(parts.head, line, parts.seen.subject if body.shown else parts.seen.spoken_of, who.name)
    if isinstance(heard_as, Heard):
        told = f"What if: {heard_as.say}" if only_asked else heard_as.say
        return _ghost(parts, heard_as.command, told, heard_as.offers)
    if (going := goes_to(parts, line, heard_as)) is not None:
        told, others = going.beside(heard_as), heard_as.options if isinstance(heard_as, NotHeard) else ()
        return JSONResponse({"kind": "told", "say": told, "html": str(lengths(told)), "options": list(others)})
    options = heard_as.options or complete(body.line, body.stage)
    typed_so_far = body.line.strip().lower()
    if typed_so_far and "gear".startswith(typed_so_far):
        options = (*options[:7], "gear")
    return JSONResponse(
        {
            "kind": "asked" if isinstance(heard_as, Asked) else "refused",
            "say": heard_as.say,
            "html": str(lengths(heard_as.say)),
            "options": list(options),
        }
    )


GEAR_LINE = re.compile(r"\s*gear(?:\s+|$)", re.IGNORECASE)
"""What begins a line that puts an item on the shelf: no change of the job."""


def _gear_read(text: str) -> JSONResponse:
    """What a line about gear would put on the shelf, with the working of what was converted."""
    try:
        sheet = read_line(text)
    except SheetError as wrong:
        say = capital(wrong.text)
        return JSONResponse({"kind": "refused", "say": say, "html": str(lengths(say)), "options": []})
    say = in_short(sheet)
    return JSONResponse({"kind": "told", "say": say, "html": str(lengths(say)), "options": []})


def _gear_taken(parts: SheetParts, text: str) -> JSONResponse:
    """Put an item on the shelf, usable at once; the job stays as it is."""
    try:
        sheet = read_line(text)
    except SheetError as wrong:
        return refused_with(capital(wrong.text))
    say = shelve(parts.bench.store, sheet)
    return told_done(parts, say, parts.swap(say), say)


def _ghost(parts: SheetParts, command: Command, say: str, offers: Sequence[str] = ()) -> JSONResponse:
    bench = parts.bench
    trial = bench.trial(parts.head.job, parts.plan, command)
    delta = bench.delta(parts.report, trial.report, trial.after, parts.seen.subject)
    drawn = [] if parts.in_room else parts.drawings(ghost=trial.after, only_lead=True)
    lead = drawn[0].svg if drawn else ""
    return JSONResponse(
        {
            "kind": "heard",
            "say": say,
            "html": str(lengths(say)),
            "delta": str(lengths(delta.text)),
            "lead": lead,
            "options": list(offers),
        }
    )


@router.post("/jobs/{job}/say", name="say")
def say(request: Request, who: Who, job: str, body: Said) -> JSONResponse:
    """Do what a line says."""
    bench = bench_of(request)
    head = bench.store.head(job)
    parts = SheetParts(bench, request, head, body.stage, body.view)
    if (redo := _steps(body.line)) is not None:
        return answer(request, parts, lambda: _step(parts, redo))
    if (typed := GEAR_LINE.match(body.line)) is not None:
        return _gear_taken(parts, body.line[typed.end() :])
    line, only_asked = what_if(body.line)
    heard_as = bench.hear(parts.head, line, parts.seen.subject if body.shown else parts.seen.spoken_of, who.name)
    if only_asked and isinstance(heard_as, Heard):
        return _ghost(parts, heard_as.command, f"What if: {heard_as.say}")
    if (going := goes_to(parts, line, heard_as)) is not None:
        return JSONResponse({"kind": "goes", "say": going.say, "html": str(lengths(going.say)), **going.told()})
    if isinstance(heard_as, (Asked, NotHeard)):
        return refused_with(heard_as.say, options=heard_as.options, asked=isinstance(heard_as, Asked))
    return answer(request, parts, lambda: parts.commit(body.base, heard_as.command, body.key))


@router.post("/jobs/{job}/commits", name="commit")
def commit(request: Request, who: Who, job: str, body: Committing) -> JSONResponse:
    """Apply a typed command."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    return answer(request, parts, lambda: parts.commit(body.base, body.command, body.key))


@router.post("/jobs/{job}/cure", name="cure")
def cure(request: Request, who: Who, job: str, body: Cured, try_only: bool = False) -> JSONResponse:
    """Take a finding's cure, or only show it as a ghost."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    finding = parts.report.find(body.finding)
    tried = bench.cures(job, parts.plan, parts.report, finding) if finding else []
    if body.number >= len(tried):
        if try_only:  # the sheet has moved on while it was asked for: nothing to show
            return JSONResponse({"kind": "gone"})
        return refused_with("That cure is no longer needed here; the sheet has changed.", "cure", 409)
    label = Words(parts.plan).cure(tried[body.number].cure)
    command = tried[body.number].cure.command.model_copy(update={"label": label})
    if try_only:
        return _ghost(parts, command, label)
    return answer(
        request, parts, lambda: parts.commit(body.base, renewed(command, parts.plan, bench.store.gear()), body.key)
    )


@router.post("/jobs/{job}/pull", name="pull")
def pull_grip(request: Request, who: Who, job: str, body: Pulling) -> JSONResponse:
    """While a grip moves: what it would come to, written nowhere. When it is dropped: one commit."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    try:
        seen = parts.seen
        pulled = pull(
            parts.plan,
            parts.report,
            body.lead,
            body.grip,
            body.to,
            reach=body.reach,
            free=body.free,
            picture=seen.subject.picture,
            wall=seen.wall,
        )
        trial = bench.trial(job, parts.plan, pulled.command)
    except (RefusedError, MissingError) as refused:
        return refused_with(refused.text[:1].upper() + refused.text[1:], "grip")
    if body.drop:
        return answer(request, parts, lambda: parts.commit(body.base, pulled.command, body.key, body.group))
    after, report = trial.after, trial.report
    delta = bench.delta(parts.report, report, after, parts.seen.subject)
    drawn = bench.draw_lead(after, report, parts.seen, body.lead, parts.lead_size())
    said = ": ".join((pulled.say, *pulled.snapped))
    return JSONResponse(
        {
            "kind": "pulled",
            "seq": body.seq,
            "revision": parts.head.revision,
            "say": said,
            "html": str(lengths(said)),
            "lead": drawn,
            "at": [pulled.u, pulled.v],
            "delta": str(lengths(delta.text)),
            "headlines": parts.headlines_html(report, after),
        }
    )


@router.post("/jobs/{job}/settle", name="settle")
def settle(request: Request, who: Who, job: str, body: Settling) -> JSONResponse:
    """Call a stage settled, or open it again."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    why = can_settle(parts.report, body.settle, parts.plan)
    if why and not body.open:
        return refused_with(f"{body.settle.capitalize()} can't be settled yet: {why}.", "settle")
    figures = None if body.open else stage_figures(parts.report, body.settle)
    command = Settle(
        stage=body.settle, figures=figures, label=f"{body.settle.capitalize()} {'opened' if body.open else 'settled'}"
    )
    return answer(request, parts, lambda: parts.commit(body.base, command, body.key))


@router.post("/jobs/{job}/accept", name="accept")
def accept(request: Request, who: Who, job: str, body: Accepting) -> JSONResponse:
    """Accept a mind, override a stop with a reason, or take either back."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    finding = parts.report.find(body.finding)
    if finding is None or finding.level.rank > Level.MIND.rank:
        return refused_with("There is nothing to accept here any more; the sheet has changed.", "why", 409)
    word = "Overridden" if finding.level is Level.STOP else "Accepted"
    said = f"{'Taken back' if body.back else word}: {finding.code.value.split(': ')[1]}"
    level, off_by = (None, None) if body.back else (finding.level, finding.off_by)
    command = Accept(finding=finding.key, level=level, off_by=off_by, why=body.why, label=said)
    return answer(request, parts, lambda: parts.commit(body.base, command, body.key))


@router.post("/jobs/{job}/step", name="step")
def step(request: Request, who: Who, job: str, body: Stepping) -> JSONResponse:
    """Undo or redo."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), body.stage, body.view)
    return answer(request, parts, lambda: _step(parts, body.redo))


def _steps(line: str) -> bool | None:
    """Whether a line says redo (True) or undo (False)."""
    return {"undo": False, "undo that": False, "redo": True, "do again": True}.get(line.strip().lower())


def _would_step(bench: Bench, job: str, author: str, redo: bool) -> str:
    """What undo or redo would do, in words."""
    label = bench.store.undoable(job, author)[int(redo)]
    if label is None:
        return f"There is nothing of yours to {'do again' if redo else 'undo'} here"
    return f"{'Do again' if redo else 'Undo'}: {label}"


def _step(parts: SheetParts, redo: bool) -> Committed:
    author = person_of(parts.request).name
    return parts.bench.undo(parts.head.job, author, redo=redo, seen=parts.seen_then)
