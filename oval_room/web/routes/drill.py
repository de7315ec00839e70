"""Drilling: a wall's holes as a table to tick off, as a card and as templates at true size (rules 7.3, 7.7)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Final, Literal, NamedTuple
from urllib.parse import urlencode

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from oval_room.core.errors import MissingError
from oval_room.core.fixing.drilling import (
    Drill,
    DrillPlan,
    boards_over,
    drill_for,
    drill_plan,
    nothing_to_drill,
    skin_over,
    stopped,
)
from oval_room.core.fixing.frame_study import FrameResult
from oval_room.core.fixing.hole_list import holes_of
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.zero import zero_of
from oval_room.core.hanging.document import Hanging
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Mount
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.plan.turn import wall_name
from oval_room.core.survey.datum import DATUM
from oval_room.core.words import Words
from oval_room.drawing.drill_card import Row, write_card
from oval_room.drawing.parts import Look
from oval_room.drawing.template import Plate, write_template
from oval_room.drawing.template_files import template_dxf, template_svg
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import page
from oval_room.web.routes.holes import hole_row
from oval_room.web.routes.prints import CAUTION, titles_of
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
Paper = Literal["A4", "A3", "Letter", "roll"]
Kind = Literal["pdf", "svg", "dxf"]
CAUTIONS: Final = (
    "Before any hole: sockets, switches, pipes and vents above, below and beside; scan for live wires, isolate when",
    "in doubt; a pilot hole in each stud. Tape round the bit at the depth. Mains work by licensed people.",
)


class Drilled(NamedTuple):
    """A wall to be drilled: the look turned to it, its name, its holes, how those of each picture are made."""

    parts: SheetParts
    look: Look
    wall: str
    plan: DrillPlan
    drills: dict[str, Drill]
    names: dict[str, str]
    """What each of it is called, pictures and what else hangs there."""
    stops: tuple[str, ...]
    """What stops the pictures whose holes these are, said on every sheet."""


def _drilled(request: Request, job: str) -> Drilled:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), "fixing", asked(request))
    look = bench.look(parts.plan, parts.report, parts.seen)
    walls, subject = parts.report.walls, parts.seen.subject.picture or ""
    room = parts.plan.survey.room
    number = min(parts.seen.wall if parts.query.get("wall") else walls.get(subject, 1), len(room.walls))
    wall, turned = room.walls[number - 1], look.turned(number)
    no_holes = stopped(parts.report.findings, parts.report.open_stops())
    planned = {key: one for key, one in parts.report.of(FixingResult).holes.items() if walls.get(key, 1) == number}
    maps = {key: one for key, one in planned.items() if key not in no_holes}
    pictures = turned.plan.chosen.pictures
    zero = zero_of([pictures[key] for key in planned], turned.plan.survey.things)
    hung = {key: one for key, one in turned.plan.chosen.kept(Hanging).things.items() if one.wall == "w1"}
    framed = {key: one for key, one in parts.report.of(FrameResult).frames.items() if walls.get(key, 1) == number}
    things = {key: one.places for key, one in framed.items()} | {key: one.holes for key, one in hung.items()}
    planned_too = {*planned, *things}
    things = {key: places for key, places in things.items() if key not in no_holes}
    found = drill_plan(maps, zero, wall.length, things) or (nothing_to_drill(zero) if planned_too else None)
    name = wall_name(room, wall)
    if found is None:
        raise MissingError(f"there is no hole on the {name} yet: choose a panel and its mount in Fixing", value=job)
    made, held = turned.plan.survey.made.get("w1"), parts.report.of(LoadResult).held
    depth = made.stud_depth if made is not None else None
    drills = {
        key: drill_for(held[key].fixing, board=boards_over(made), stud_depth=depth, skin=skin_over(made))
        for key in maps
        if key in held
    }
    others = {key: one.fixing for key, one in framed.items()} | {key: one.fixing for key, one in hung.items()}
    drills |= {
        key: drill_for(fixing, board=boards_over(made), stud_depth=depth, skin=skin_over(made))
        for key, fixing in others.items()
        if key in things
    }
    names = {key: turned.plan.chosen.pictures[key].name for key in (*planned, *framed)}
    names |= {key: one.name for key, one in hung.items()}
    words = Words(parts.plan)
    overridden = tuple(
        f"Overridden stop: {words.finding(one)} ({parts.report.accepted[one.key].why})"
        for one in parts.report.findings
        if one.level is Level.STOP and one.key in parts.report.accepted and one.about.get("picture") in planned_too
    )
    stops = tuple(
        f"{'STOP, no' if one.level is Level.STOP else 'No'} holes for {names[key]}: {words.finding(one)}"
        for key, found_stops in no_holes.items()
        if key in planned_too
        for one in found_stops
    )
    return Drilled(parts, turned, name, found, drills, names, (*stops, *overridden))


@router.get("/jobs/{job}/drill", name="drill")
def drill(request: Request, job: str) -> HTMLResponse:
    """The table of a wall's holes, each to be ticked off."""
    one = _drilled(request, job)
    show, names = one.parts.plan.writing.ruler.show, one.names
    plates = one.parts.report.of(FixingResult).holes
    context = {
        "head": one.parts.head,
        "plan": one.parts.plan,
        "wall": one.wall,
        "back": one.parts.link(stage="fixing"),
        "zero": one.plan.zero.name,
        "rows": _rows(one),
        "spots": {hole.number: f"{hole.of} {hole.along:.0f} {hole.up:.0f}" for hole in one.plan.holes},
        "many": len({hole.of for hole in one.plan.holes}) > 1,
        "names": {hole.number: names[hole.of] for hole in one.plan.holes},
        "drills": [(names[key], how, _depth(how, show)) for key, how in one.drills.items()],
        "pictures": [(key, names[key]) for key in dict.fromkeys(hole.of for hole in one.plan.holes) if key in plates],
        "to_left": show(one.plan.to_left),
        "to_right": show(one.plan.to_right),
        "stops": one.stops,
        "line": show(DATUM),
        "unit": " in mm" if show(DATUM).endswith(" mm") else "",
        "caution": CAUTION,
        "looked_at": one.parts.looked_at(),
        "others": _others(one),
    }
    return page(request, "drill.html", context)


def _depth(how: Drill, show: Callable[[float], str]) -> str:
    """How deep from the finished face, and what of that is what (rules 7.20): 75: 15 over it + 60 masonry."""
    if how.depth is None:
        return ""
    whole = show(how.depth)
    if not how.over:
        return whole
    return f"{whole}: {show(how.over)} over it + {show(how.depth - how.over)} {how.into}"


def _others(one: Drilled) -> list[tuple[str, str]]:
    """The other walls with holes: what an address says of one, and its name."""
    room, report = one.parts.plan.survey.room, one.parts.report
    numbers = sorted({report.walls.get(key, 1) for key in report.of(FixingResult).holes})
    named = [(f"w{n}", wall_name(room, room.walls[n - 1])) for n in numbers]
    return [(key, name) for key, name in named if name != one.wall]


def _rows(one: Drilled) -> list[Row]:
    ruler = one.parts.plan.writing.ruler
    show, wall = ruler.show, WALL_WORDS[one.look.plan.survey.kind_of("w1")]
    told = {
        (key, hole.x, hole.z): hole_row(hole, ruler, wall)
        for key in dict.fromkeys(hole.of for hole in one.plan.holes)
        for hole in holes_of(one.look.plan, one.look.gear, one.parts.report, key)
    }
    rows = []
    for hole in one.plan.holes:
        how, known = one.drills.get(hole.of), told.get((hole.of, hole.along + one.plan.zero.at, hole.up))
        off = f"{'+' if hole.off_line >= 0 else '−'}{show(abs(hole.off_line))}"
        depth = show(how.depth) if how is not None and how.depth else "–"
        half = f"{known.along}, {known.up}".replace(" mm", "") if known else ""
        into, first = (known.into, known.first) if known else ("", ())
        rows.append(Row(hole.number, show(hole.along), show(hole.up), off, depth, half, into, first))
    return rows


@router.get("/jobs/{job}/drill/card.pdf", name="drill_card")
def drill_card(request: Request, job: str) -> Response:
    """The mark-out card, A5."""
    one = _drilled(request, job)
    show = one.parts.plan.writing.ruler.show
    told = [
        *one.stops,
        f"Along from the {one.plan.zero.name}, up from the floor, off the laser line at {show(DATUM)}.",
        f"Hole 1 to the lower corners: {show(one.plan.to_left)} left, {show(one.plan.to_right)} right.",
        *(
            f"{how.screw}; bit {how.bit}" + (f", {_depth(how, show)}" if how.over else "")
            for how in dict.fromkeys(one.drills.values())
        ),
    ]
    if not one.plan.holes:
        told = list(one.stops)
    cautions, back = CAUTIONS, _back(request, job)
    content = write_card(one.wall, _rows(one), told, titles_of(one.parts), cautions, back)
    return Response(content, media_type="application/pdf", headers=_named(one, "card"))


@router.get("/jobs/{job}/drill/template.{kind}", name="drill_template")
def drill_template(request: Request, job: str, kind: Kind, of: str = "", paper: Paper = "A4") -> Response:
    """A picture's template at true size: a PDF of sheets or in one piece, SVG or DXF for a cutter."""
    one = _drilled(request, job)
    plate, titles = _plate(one, of), replace(titles_of(one.parts), notes=(*one.stops, CAUTION))
    if kind == "svg":
        return Response(template_svg(plate, titles), media_type="image/svg+xml", headers=_named(one, "template", kind))
    if kind == "dxf":
        return Response(template_dxf(plate, titles), media_type="image/vnd.dxf", headers=_named(one, "template", kind))
    content = write_template(plate, titles, paper, _back(request, job))
    return Response(content, media_type="application/pdf", headers=_named(one, "template", kind))


def _back(request: Request, job: str) -> str:
    """Where a print's QR code leads: the step it belongs to, as this page was reached."""
    wall = request.query_params.get("wall") or ""
    address = str(request.url_for("drill", job=job))
    return f"{address}?{urlencode({'wall': wall})}" if wall else address


def _plate(one: Drilled, of: str) -> Plate:
    """What is drilled for a picture, the first where none is named."""
    plates = one.parts.report.of(FixingResult).holes
    mine = [hole for hole in one.plan.holes if hole.of in plates]
    if one.stops and not [hole for hole in mine if hole.of == of or not of]:
        raise MissingError(one.stops[0], value=of)
    if not mine:
        raise MissingError(f"nothing on the {one.wall} has a plate to make a template of", value=of)
    holes = [hole for hole in mine if hole.of == of] or [hole for hole in mine if hole.of == mine[0].of]
    key, zero = holes[0].of, one.plan.zero.at
    picture, found = one.look.plan.chosen.pictures[key], one.parts.report.of(FixingResult)
    mount, place = one.look.item(picture.mount), found.places.get(key)
    middle = place.plate if place else picture.pose.x
    show, map_ = one.parts.plan.writing.ruler.show, found.holes[key]
    half_w, half_h = (mount.plate_width / 2, mount.plate_height / 2) if isinstance(mount, Mount) else (100.0, 100.0)
    up = (map_.rows[0] + map_.rows[-1]) / 2
    return Plate(
        picture.name,
        [(hole.number, hole.along + zero, hole.up) for hole in holes],
        (middle - half_w, up - half_h, middle + half_w, up + half_h),
        middle,
        picture.pose.x,
        [(row, f"level, {show(row)} above the floor, {show(row - DATUM)} off the line") for row in map_.rows],
        8.0,
    )


def _named(one: Drilled, what: str, kind: str = "pdf") -> dict[str, str]:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in one.parts.plan.name).strip("-")[:60] or "job"
    return {"content-disposition": f'inline; filename="{name}-{what}-r{one.parts.head.revision}.{kind}"'}
