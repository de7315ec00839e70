"""Prints of a job's views: PDF true to scale with a title block, SVG and DXF of one view."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Final, Literal, get_args

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.parts import STAGES
from oval_room.core.words import Words
from oval_room.drawing.dxf import write_dxf
from oval_room.drawing.layers import ALWAYS
from oval_room.drawing.look import Look
from oval_room.drawing.paper import SCALES, Titles, fits
from oval_room.drawing.parts import VIEW_NAMES, VIEWS
from oval_room.drawing.pdf import write_pages, write_pdf
from oval_room.drawing.scene import LAYERS, Scene
from oval_room.drawing.sheet import scene_of
from oval_room.drawing.wall_parts import for_paper
from oval_room.web.bench import Bench
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.told import shown_views

router = APIRouter(route_class=Gated)
PLATES: Final = "plate"
Paper = Literal["A4", "A3", "Letter"]
CAUTION: Final = (
    "Planning values: makers' instructions and local codes rule. Find cables and pipes before any "
    "hole; mains work by licensed people."
)


def _parts(request: Request, job: str, stage: str) -> SheetParts:
    if stage not in STAGES:
        raise MissingError(f"there is no stage “{stage[:30]}”; the stages are {', '.join(STAGES)}", value=stage)
    bench: Bench = request.app.state.bench
    return SheetParts(bench, request, bench.store.head(job), stage, asked(request))


def _scenes(parts: SheetParts, view: str) -> list[Scene]:
    look = parts.bench.look(parts.plan, parts.report, parts.seen)
    names: Sequence[str] = shown_views(look, parts.seen) if view == "all" else (view,)
    if view == "all" and PLATES in STAGES[parts.seen.stage].views and PLATES not in names:
        names = (*names, PLATES)  # holes of other walls than the one in view
    found = [scene for name in names if name in VIEW_NAMES for scene in _of_every_wall(look, name, view)]
    scenes = [for_paper(scene) for scene in found]
    if not scenes:
        raise MissingError(f"there is nothing to print in “{view[:30]}” here", value=view)
    return scenes


def _of_every_wall(look: Look, name: str, view: str) -> list[Scene]:
    """A view as it is looked at; where all is printed, the plates of every wall, that in view first."""
    walls = [look.wall]
    if name == PLATES:
        held = {look.report.walls.get(key, 1) for key in look.report.of(FixingResult).holes}
        walls = sorted(held, key=lambda n: (n != look.wall, n)) if view == "all" else walls
    return [scene for n in walls if (scene := scene_of(look._replace(wall=n), name)) is not None]


def titles_of(parts: SheetParts) -> Titles:
    """The title block, and what is printed wherever it is: stops, also overridden ones, and the caution."""
    words, notes = Words(parts.plan), [CAUTION]
    for finding in parts.report.findings:
        if finding.level is Level.STOP:
            held = parts.report.accepted.get(finding.key)
            tail = f" Overridden by {held.by}: {held.why}" if held else ""
            notes.append(f"STOP: {words.finding(finding)}{tail}")
    today = datetime.now(UTC).strftime("%d.%m.%Y")
    place = ", ".join(filter(None, (parts.plan.client, parts.plan.place)))
    return Titles(parts.plan.name, place, parts.head.revision, today, "Oval Room", notes)


@router.get("/jobs/{job}/{stage}/print", name="print_page")
def print_page(
    request: Request, job: str, stage: str, view: str = "all", paper: Paper = "A4", scale: str = "fit"
) -> HTMLResponse:
    """The pages as they will come out, with paper and scale beside them."""
    parts = _parts(request, job, stage)
    scenes = _scenes(parts, "all")
    look = parts.bench.look(parts.plan, parts.report, parts.seen)
    names = [(scene.name, scene.title if scene.name == "elevation" else VIEW_NAMES[scene.name]) for scene in scenes]
    names += [
        (name, VIEW_NAMES[name])
        for name in STAGES[stage].extra
        if VIEWS[name].there(look) and (name, VIEW_NAMES[name]) not in names
    ]
    context = {
        "names": list(dict.fromkeys(names)),
        "scales": SCALES,
        "looked_at": parts.looked_at(),
        "papers": get_args(Paper),
        "asked": {"view": view, "paper": paper, "scale": scale},
        **_previewed(parts, view, paper, scale),
    }
    return room(request, "print.html", parts, "print_page", context)


@router.get("/jobs/{job}/{stage}/print/pages", name="print_pages")
def print_pages(
    request: Request, job: str, stage: str, view: str = "all", paper: Paper = "A4", scale: str = "fit"
) -> HTMLResponse:
    """The pages alone, for another paper or scale."""
    return HTMLResponse(fragment("print/_pages.html", _previewed(_parts(request, job, stage), view, paper, scale)))


def _previewed(parts: SheetParts, view: str, paper: Paper, scale: str) -> dict[str, object]:
    """The pages, or why there are none at this scale."""
    try:
        wanted = _scale(parts, view, paper, scale)
        pages = write_pages(_scenes(parts, view), titles_of(parts), paper, wanted, _layers(parts, view))
    except RefusedError as refused:
        return {"pages": [], "refused": refused.text[:1].upper() + refused.text[1:]}
    return {"pages": pages, "refused": ""}


def _layers(parts: SheetParts, view: str) -> Sequence[str]:
    return (*ALWAYS, *parts.seen.layers) if view == "all" else LAYERS


def _scale(parts: SheetParts, view: str, paper: Paper, scale: str) -> int | None:
    """The scale asked for; None for the largest that fits.

    Raises:
        RefusedError: it is no scale, or something does not fit at it.
    """
    if scale == "fit":
        return None
    if not scale.isdigit() or not 1 <= int(scale) <= 1000:
        raise RefusedError(f"give a scale from 1 to 1000, as in 20 for 1:20, or fit (got {scale[:20]})", field="scale")
    large = [VIEW_NAMES[scene.name] for scene in _scenes(parts, view) if not fits(scene, paper, int(scale))]
    if large:
        named = ", ".join(dict.fromkeys(large))
        raise RefusedError(
            f"{named} does not fit {paper} at 1:{scale}; choose a smaller scale or larger paper", field="scale"
        )
    return int(scale)


@router.get("/jobs/{job}/{stage}/print.pdf", name="print_pdf")
def print_pdf(
    request: Request, job: str, stage: str, view: str = "all", paper: Paper = "A4", scale: str = "fit"
) -> Response:
    parts = _parts(request, job, stage)
    wanted = _scale(parts, view, paper, scale)
    content = write_pdf(_scenes(parts, view), titles_of(parts), paper, wanted, _layers(parts, view))
    return Response(content, media_type="application/pdf", headers=_named(parts, "pdf"))


@router.get("/jobs/{job}/{stage}/print.svg", name="print_svg")
def print_svg(
    request: Request, job: str, stage: str, view: str = "section", paper: Paper = "A4", scale: str = "fit"
) -> Response:
    """The page as it is printed, its ink in presentation attributes: it looks the same in any program."""
    parts = _parts(request, job, stage)
    page = write_pages(_scenes(parts, view)[:1], titles_of(parts), paper, _scale(parts, view, paper, scale), LAYERS)[0]
    return Response(page, media_type="image/svg+xml", headers=_named(parts, "svg"))


@router.get("/jobs/{job}/{stage}/print.dxf", name="print_dxf")
def print_dxf(request: Request, job: str, stage: str, view: str = "plan") -> Response:
    parts = _parts(request, job, stage)
    return Response(write_dxf(_scenes(parts, view)[0]), media_type="application/dxf", headers=_named(parts, "dxf"))


def _named(parts: SheetParts, ending: str) -> dict[str, str]:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in parts.plan.name).strip("-")[:60] or "job"
    return {"content-disposition": f'inline; filename="{name}-{parts.seen.stage}-r{parts.head.revision}.{ending}"'}
