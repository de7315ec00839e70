"""Drilling: what is marked on a wall or the ceiling, as a table to tick off, as cards and as templates at true size
(rules 7.3, 7.7, 7.21)."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal, NamedTuple
from urllib.parse import urlencode

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.errors import MissingError
from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.fixing.study import FixingResult
from oval_room.core.hanging.mark_out import MarkOut, surface_marks, surfaces
from oval_room.core.hanging.marked_words import OVER_CAUTIONS, WALL_CAUTIONS, HangsTold, tell
from oval_room.core.levels import Level
from oval_room.core.plan.turn import wall_name
from oval_room.core.survey.datum import DATUM
from oval_room.core.words import Words
from oval_room.drawing.drill_card import write_cards
from oval_room.drawing.look import Look
from oval_room.drawing.template import Plate, write_template
from oval_room.drawing.template_files import template_dxf, template_svg
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.room import room
from oval_room.web.routes.prints import CAUTION, titles_of
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
Paper = Literal["A4", "A3", "Letter", "roll"]
Kind = Literal["pdf", "svg", "dxf"]


class Drilled(NamedTuple):
    """A surface that is marked out: its key (w1 …, ceiling), its name, the look turned to it, what hangs there."""

    parts: SheetParts
    look: Look
    surface: str
    name: str
    marks: MarkOut
    told: tuple[HangsTold, ...]
    overridden: tuple[str, ...]
    """Stops that somebody overrode, with the reason: said on every sheet."""

    @property
    def stops(self) -> tuple[str, ...]:
        """What stands in the place of holes, thing by thing."""
        return tuple(stop for one in self.told for stop in one.stops)


def _drilled(request: Request, job: str) -> Drilled:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), FIXING.at, asked(request))
    look = bench.look(parts.plan, parts.report, parts.seen)
    surface = _surface(parts, look)
    marks = surface_marks(parts.report, parts.plan, look.gear, surface)
    name = _name(parts, surface)
    if not marks.hangs:
        raise MissingError(
            f"there is no hole on the {name} yet: choose a panel and its mount, or a screen, in Fixing", value=job
        )
    turned = look if surface == "ceiling" else look.turned(int(surface[1:]))
    told = tell(marks, turned.plan, turned.gear, parts.report)
    return Drilled(parts, turned, surface, name, marks, told, _overridden(parts, {one.of for one in marks.hangs}))


def _surface(parts: SheetParts, look: Look) -> str:
    """The surface that is asked for; else that of the subject, else the first where anything hangs."""
    walls, subject = parts.report.walls, parts.seen.subject.picture or ""
    if parts.query.get("wall") == "ceiling":
        return "ceiling"
    if parts.query.get("wall"):
        return f"w{min(parts.seen.wall, len(parts.plan.survey.room.walls))}"
    there, first = surfaces(parts.report, parts.plan, look.gear), f"w{walls.get(subject, 1)}"
    return first if first in there or not there else there[0]


def _name(parts: SheetParts, surface: str) -> str:
    room = parts.plan.survey.room
    return surface if surface == "ceiling" else wall_name(room, room.walls[int(surface[1:]) - 1])


def _overridden(parts: SheetParts, of: set[str]) -> tuple[str, ...]:
    words, report = Words(parts.plan), parts.report
    return tuple(
        f"Overridden stop: {words.finding(one)} ({report.accepted[one.key].why})"
        for one in report.findings
        if one.level is Level.STOP and one.key in report.accepted and of & set(one.about.values())
    )


@router.get("/jobs/{job}/drill", name="drill")
def drill(request: Request, job: str) -> HTMLResponse:
    """What is marked on a surface, thing by thing, each mark to be ticked off."""
    one = _drilled(request, job)
    show = one.parts.plan.writing.ruler.show
    spots = {mark.number: f"{mark.of} {mark.along:.0f} {mark.up:.0f}" for mark in one.marks.marks}
    context = {
        "wall": one.name,
        "ceiling": one.surface == "ceiling",
        "zero": one.marks.zero.name,
        "told": one.told,
        "spots": spots,
        "plates": {told.hangs.of for told in one.told if told.hangs.kind == "plate" and told.rows},
        "overridden": one.overridden,
        "line": show(DATUM),
        "unit": " in mm" if show(DATUM).endswith(" mm") else "",
        "caution": CAUTION,
        "cautions": OVER_CAUTIONS if one.surface == "ceiling" else WALL_CAUTIONS,
        "looked_at": one.parts.looked_at() | {"wall": one.surface},
        "others": [
            (key, _name(one.parts, key))
            for key in surfaces(one.parts.report, one.parts.plan, one.look.gear)
            if key != one.surface
        ],
    }
    return room(request, "drill.html", one.parts, "drill", context)


@router.get("/jobs/{job}/drill/card.pdf", name="drill_card")
def drill_card(request: Request, job: str) -> Response:
    """The mark-out cards, A5: one of each thing that hangs."""
    one = _drilled(request, job)
    show = one.parts.plan.writing.ruler.show
    ceiling = one.surface == "ceiling"
    ways = (
        "along from the left wall, out from the display wall"
        if ceiling
        else (f"along from the {one.marks.zero.name}, up from the floor, off the laser line at {show(DATUM)}")
    )
    cautions = OVER_CAUTIONS if ceiling else WALL_CAUTIONS
    place = one.name[:1].upper() + one.name[1:]
    content = write_cards(
        place,
        one.marks,
        one.told,
        titles_of(one.parts),
        (*one.overridden, *cautions),
        ways,
        show,
        _back(request, job, one),
    )
    return Response(content, media_type="application/pdf", headers=_named(one, "card"))


@router.get("/jobs/{job}/drill/template.{kind}", name="drill_template")
def drill_template(request: Request, job: str, kind: Kind, of: str = "", paper: Paper = "A4") -> Response:
    """A picture's template at true size: a PDF of sheets or in one piece, SVG or DXF for a cutter."""
    one = _drilled(request, job)
    plate, titles = _plate(one, of), replace(titles_of(one.parts), notes=(*one.stops, *one.overridden, CAUTION))
    if kind == "svg":
        return Response(template_svg(plate, titles), media_type="image/svg+xml", headers=_named(one, "template", kind))
    if kind == "dxf":
        return Response(template_dxf(plate, titles), media_type="image/vnd.dxf", headers=_named(one, "template", kind))
    content = write_template(plate, titles, paper, _back(request, job, one))
    return Response(content, media_type="application/pdf", headers=_named(one, "template", kind))


def _back(request: Request, job: str, one: Drilled) -> str:
    """Where a print's QR code leads: the step it belongs to, as this page was reached."""
    return f"{request.url_for('drill', job=job)}?{urlencode({'wall': one.surface})}"


def _plate(one: Drilled, of: str) -> Plate:
    """What is drilled for a picture, the first where none is named."""
    plates = [told for told in one.told if told.hangs.kind == "plate"]
    mine = [told for told in plates if told.rows]
    wanted = [told for told in plates if told.hangs.of == of] or mine or plates
    if wanted and not wanted[0].rows:
        raise MissingError(wanted[0].stops[0], value=of)
    if not mine:
        raise MissingError(f"nothing on the {one.name} has a plate to make a template of", value=of)
    hangs, zero = wanted[0].hangs, one.marks.zero.at
    picture, found = one.look.plan.chosen.pictures[hangs.of], one.parts.report.of(FixingResult)
    assert hangs.plate is not None
    middle = (hangs.plate[0] + hangs.plate[2]) / 2
    show, map_ = one.parts.plan.writing.ruler.show, found.holes[hangs.of]
    return Plate(
        picture.name,
        [(mark.number, mark.along + zero, mark.up) for mark in one.marks.of(hangs)],
        hangs.plate,
        middle,
        picture.pose.x,
        [(row, f"level, {show(row)} above the floor, {show(row - DATUM)} off the line") for row in map_.rows],
        8.0,
    )


def _named(one: Drilled, what: str, kind: str = "pdf") -> dict[str, str]:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in one.parts.plan.name).strip("-")[:60] or "job"
    return {"content-disposition": f'inline; filename="{name}-{what}-r{one.parts.head.revision}.{kind}"'}
