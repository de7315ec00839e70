"""The mapping of walls of displays: which part each shows, test cards, what sources draw, order and holes (rules 9)."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterator
from functools import partial
from typing import TYPE_CHECKING, Annotated, Final

from fastapi import APIRouter, Path, Request
from fastapi.responses import HTMLResponse, Response, StreamingResponse

from oval_room.core.array.desk import (
    cables_of,
    crosspoints,
    holes_of_wall,
    on_layout,
    plugs,
    rails_of,
    seen_from_seats,
    zero_of,
)
from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Walls
from oval_room.core.array.part import PART as ARRAY
from oval_room.core.array.study import ArrayResult
from oval_room.core.array.wall import Display, hanging_order
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.mains import BTU
from oval_room.drawing.run_sheet import write_run_sheet
from oval_room.formats.test_cards import canvas_card, controller_card, display_card, png, shrunk
from oval_room.formats.wall_mapping import write_mapping_csv, write_mapping_json
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.room import room
from oval_room.web.routes.prints import titles_of
from oval_room.web.sheet_parts import SheetParts

if TYPE_CHECKING:
    from typing_extensions import Buffer

router = APIRouter(route_class=Gated)
MOST_HOLES: Final = 120
"""Told on the page; more are in the drilling table."""
Key = Annotated[str, Path(pattern="^[a-z]{1,2}[0-9]{1,9}$")]


def _parts(request: Request, job: str) -> SheetParts:
    bench = bench_of(request)
    return SheetParts(bench, request, bench.store.head(job), ARRAY.at, asked(request))


def _walls(parts: SheetParts) -> Walls:
    """The mapping of a job's walls.

    Raises:
        MissingError: it has none.
    """
    found = parts.report.of(ArrayResult).walls
    if found is None:
        raise MissingError("no wall of displays hangs here yet: on the sheet, say displays 3 x 3 55", value="")
    return found


class _Sent(io.RawIOBase):
    """A file that is only written on and on: what was written is taken from it piece by piece."""

    def __init__(self) -> None:
        self._waiting = bytearray()

    def writable(self) -> bool:
        return True

    def write(self, content: Buffer) -> int:
        self._waiting += bytes(content)
        return len(bytes(content))

    def taken(self) -> bytes:
        content = bytes(self._waiting)
        self._waiting.clear()
        return content


def _card(content: bytes, name: str) -> Response:
    headers = {"content-disposition": f'inline; filename="{name}.png"'}
    return Response(content, media_type="image/png", headers=headers)


@router.get("/jobs/{job}/mapping", name="mapping")
def mapping(request: Request, job: str) -> HTMLResponse:
    """Every display with what it shows and where it is plugged in; what else the wall needs."""
    parts = _parts(request, job)
    walls, plan, result = parts.report.of(ArrayResult).walls, parts.plan, parts.report.of(ArrayResult)
    context: dict[str, object] = {"walls": walls}
    if walls is None or result.power is None:
        return room(request, "mapping.html", parts, "mapping", context)
    show, names = plan.writing.ruler.show, plugs(plan, walls)
    arrays, groups = plan.chosen.kept(Arrays), plan.chosen.groups
    hung = {key: tuple(one.display for one in wall.displays) for key, wall in walls.walls.items()}
    holes = {key: holes_of_wall(plan, parts.report, groups[key], displays) for key, displays in hung.items()}
    zeros = {key: zero_of(plan, groups[key], displays) for key, displays in hung.items()}
    context |= {
        "rows": [(one, names.get(one.display.key, "")) for one in walls.displays],
        "canvases": [(key, wall, shrunk(wall.size)) for key, wall in walls.walls.items()],
        "controllers": [(key, arrays.controllers[key], layout) for key, layout in walls.layouts.items()],
        "feeds": {key: arrays.sources[source].name for key, source in walls.feeds.items()},
        "cables": cables_of(plan, walls),
        "crosspoints": crosspoints(plan),
        "power": result.power,
        "heat": result.power.watts * BTU,
        "rails": [
            (groups[key].name, [(show(one.up), show(one.start), show(one.end), one) for one in rails_of(found)])
            for key, found in holes.items()
        ],
        "seen": [(groups[key].name, _from_seats(parts, key, displays)) for key, displays in hung.items()],
        "order": [[one.number for one in hanging_order(displays)] for displays in hung.values()],
        "holes": [
            (
                groups[key].name,
                show(zeros[key].along),
                show(zeros[key].height),
                [(one.display, one.number, show(one.right), show(one.up)) for one in found[:MOST_HOLES]],
                len(found) - MOST_HOLES,
            )
            for key, found in holes.items()
        ],
    }
    return room(request, "mapping.html", parts, "mapping", context)


def _from_seats(parts: SheetParts, key: str, displays: tuple[Display, ...]) -> tuple[str, str, str]:
    """The nearest and the farthest seat of a wall, and from where its pixels run together, as they are read."""
    seen, show = seen_from_seats(parts.plan, parts.plan.chosen.groups[key], displays), parts.plan.writing.ruler.show
    ends = tuple("" if one is None else show(one) for one in (seen.nearest, seen.farthest))
    return ends[0], ends[1], show(seen.blend)


@router.get("/jobs/{job}/mapping.pdf", name="run_sheet")
def run_sheet(request: Request, job: str) -> Response:
    """One page for the desk that runs the walls."""
    parts = _parts(request, job)
    walls, plan = _walls(parts), parts.plan
    names = plugs(plan, walls)
    rows = [
        (
            str(one.display.number),
            names.get(one.display.key, "nowhere yet"),
            f"{one.crop.width:,} × {one.crop.height:,}",
            f"{one.crop.left:,}, {one.crop.top:,}",
            "{:,} × {:,}".format(*one.display.pixels),
            f"{one.display.turned}°" if one.display.turned else "",
        )
        for one in walls.displays
    ]
    content = write_run_sheet(rows, _told(parts, walls), titles_of(parts), str(request.url_for("mapping", job=job)))
    headers = {"content-disposition": 'inline; filename="run-sheet.pdf"'}
    return Response(content, media_type="application/pdf", headers=headers)


def _told(parts: SheetParts, walls: Walls) -> list[str]:
    """Canvases, what feeds and fills each controller, the router's takes."""
    arrays = parts.plan.chosen.kept(Arrays)
    out = ["{}: canvas {:,} × {:,} px".format(wall.name, *wall.size) for wall in walls.walls.values()]
    for key, layout in walls.layouts.items():
        controller, source = arrays.controllers[key], arrays.sources.get(walls.feeds.get(key, ""))
        how = "the canvas as it hangs" if layout.as_it_hangs else "each display's picture set out, turned before"
        fed = f", fed by {source.name}" if source is not None else ""
        out.append("{}{}: {:,} × {:,} px, {}".format(controller.name, fed, *controller.pixels, how))
    inputs, outputs = crosspoints(parts.plan)
    for number, goes, taken in outputs:
        shows = f"input {taken}, {inputs[taken - 1]}" if taken else "nothing"
        out.append(f"router output {number} to {goes}: {shows}")
    return out


@router.get("/jobs/{job}/mapping.csv", name="mapping_csv")
def mapping_csv(request: Request, job: str) -> Response:
    parts = _parts(request, job)
    headers = {"content-disposition": 'attachment; filename="mapping.csv"'}
    text = write_mapping_csv(parts.plan, _walls(parts))
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/jobs/{job}/mapping.json", name="mapping_json")
def mapping_json(request: Request, job: str) -> Response:
    parts = _parts(request, job)
    return Response(write_mapping_json(parts.plan, _walls(parts)), media_type="application/json")


@router.get("/jobs/{job}/cards/canvas/{key}.png", name="canvas_card")
def card_of_canvas(request: Request, job: str, key: Key) -> Response:
    parts = _parts(request, job)
    walls = _walls(parts)
    wall = walls.walls.get(key)
    if wall is None:
        raise MissingError(f"there is no wall {key}", value=key)
    return _card(png(lambda: canvas_card(wall, plugs(parts.plan, walls))), f"canvas-{key}")


@router.get("/jobs/{job}/cards/display/{number}.png", name="display_card")
def card_of_display(request: Request, job: str, number: Annotated[int, Path(ge=0, le=9999)]) -> Response:
    parts = _parts(request, job)
    walls = _walls(parts)
    one = next((one for one in walls.displays if one.display.number == number), None)
    if one is None:
        raise MissingError(f"there is no display {number}", value=str(number))
    names = plugs(parts.plan, walls)
    return _card(png(lambda: display_card(walls.walls[one.wall], one, names)), f"display-{number}")


@router.get("/jobs/{job}/cards/controller/{key}.png", name="controller_card")
def card_of_controller(request: Request, job: str, key: Key) -> Response:
    """What a controller's source draws."""
    parts = _parts(request, job)
    walls = _walls(parts)
    layout = walls.layouts.get(key)
    if layout is None:
        raise MissingError(f"nothing hangs on a controller {key}", value=key)
    on_it = [(walls.walls[one.wall], one) for one in on_layout(walls, key)]
    pixels = parts.plan.chosen.kept(Arrays).controllers[key].pixels
    names = plugs(parts.plan, walls)
    return _card(png(lambda: controller_card(layout, pixels, on_it, names)), f"controller-{key}")


@router.get("/jobs/{job}/cards.zip", name="cards")
def cards(request: Request, job: str) -> Response:
    """Every display's card in one file, made while it is sent."""
    parts = _parts(request, job)
    walls = _walls(parts)
    names = plugs(parts.plan, walls)

    def made() -> Iterator[bytes]:
        out = _Sent()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:
            for one in walls.displays:
                name, wall = f"display-{one.display.number:03d}", walls.walls[one.wall]
                try:
                    packed.writestr(f"{name}.png", png(partial(display_card, wall, one, names)))
                except RefusedError as refused:  # it is told in its place, and the others come
                    packed.writestr(f"{name}.txt", refused.text)
                yield out.taken()
        yield out.taken()

    headers = {"content-disposition": 'attachment; filename="cards.zip"'}
    return StreamingResponse(made(), media_type="application/zip", headers=headers)
