"""Wide films: the ways to show them and 16:9 with this projector, compared by area and light (rules 6.9)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final, NamedTuple

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from oval_room.core.aspect import NAMED, show_aspect
from oval_room.core.light.study import LightResult
from oval_room.core.projection.memories import light_share
from oval_room.core.projection.part import PART as PROJECTION
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.wide_films import Way, largest, ways
from oval_room.core.projection.wide_study import WIDE
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
NOTES: Final = {
    "by zoom": "a wide cloth; two lens memories, black round what overshoots",
    "by an anamorphic lens": "a wide cloth; one more lens, its cost and its own mount",
    "at one width": "a 16:9 cloth; bars above and below the wide film",
    "at one area": "a 16:9 cloth with as much picture as the wide one",
}


class Shown(NamedTuple):
    """One picture of a way: its size, area and light, as they are read."""

    size: str
    area: str
    light: str


@router.get("/jobs/{job}/wide", name="wide")
def wide(request: Request, job: str) -> HTMLResponse:
    """The ways compared for the subject picture's width, from where its lens is."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), PROJECTION.at, asked(request))
    key, show = parts.seen.subject.picture or "", parts.plan.writing.ruler.show
    throws = parts.report.of(ThrowResult).throws.values()
    throw = next((one for one in throws if one.picture == key), None)
    context: dict[str, object] = {"rows": []}
    if throw is not None and not throw.tilted:
        picture = parts.plan.chosen.pictures[key]
        scope = picture.aspect if picture.aspect >= WIDE else NAMED["scope"]
        lit = parts.report.of(LightResult).pictures.get(key)
        white, own = lit.white if lit else 0.0, throw.item.own_aspect
        most = largest(throw.throw, throw.item.lens[0], scope)
        rows = [
            (way.name, NOTES[way.name], *_both(way, throw, white, show))
            for way in ways(picture.width.value, scope=scope, own=own)
        ]
        context = {
            "rows": rows,
            "scope": show_aspect(scope),
            "most": show(most[0], "greatest") if most[0] < picture.width.value else "",
        }
    return HTMLResponse(fragment("sheet/_wide.html", context))


def _both(way: Way, throw: ProjectorThrow, white: float, show: Callable[[float], str]) -> list[Shown]:
    shown = []
    for n, (wide, high) in enumerate((way.film, way.wide)):
        rasters = way.rasters[n], throw.raster[0]
        share = light_share(rasters, (throw.throw, throw.throw), throw.item.lens, throw.item.tele_factor)
        light = "not from here"
        if share is not None:
            light = f"{white * share / (way.stretch if n else 1.0):.0f} cd/m²"
        shown.append(Shown(f"{show(wide)} × {show(high)}", f"{wide * high / 1e6:.2f} m²", light))
    return shown
