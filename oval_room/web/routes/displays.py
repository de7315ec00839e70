"""What each display takes: ports, EDID asked of a stand-in, brought as a dump, taken out (rules 10.5, 10.10)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, NamedTuple

from fastapi import APIRouter, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, Response

from oval_room.core.complaints import refusing
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import next_id
from oval_room.core.signal.boxes import Box, Port, boxes_of
from oval_room.core.signal.commands import PutListed
from oval_room.core.signal.document import Routing
from oval_room.core.signal.edid import Edid
from oval_room.core.signal.listed import edid_of
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.words import capital
from oval_room.standins.displays import StandIn
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import page
from oval_room.web.person import Who
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
FEATURES = {
    "static": "HDR static",
    "dynamic": "HDR dynamic",
    "sdr": "no HDR",
    "vrr": "moving rate",
    "allm": "low lag",
    "arc": "ARC",
    "earc": "eARC",
    "cec": "CEC",
    "420": "4:2:0",
}


class Shown(NamedTuple):
    """A display as the page shows it."""

    key: str
    name: str
    known: str
    ports: tuple[tuple[str, str, str], ...]
    says: tuple[tuple[str, str], ...]


def _shown(box: Box, plan: Plan) -> Shown:
    listed = next((one for one in plan.chosen.kept(Routing).listed.values() if one.of == box.key), None)
    known = "by its EDID" if listed else "off its sheet" if box.said else "assumed"
    ports = tuple(
        (port.name, _rate(port), ", ".join(FEATURES[one] for one in port.features)) for port in box.ports.values()
    )
    return Shown(box.key, box.name, known, ports, tuple(_says(edid_of(listed.edid))) if listed else ())


def _rate(port: Port) -> str:
    if not port.pictures:
        return port.kind
    return f"{port.gbps:g} Gbit/s" + (f" of {port.top:g}" if port.slow else "")


def _says(edid: Edid) -> list[tuple[str, str]]:
    """What an EDID says, in words."""
    preferred = f"{edid.preferred[0]} × {edid.preferred[1]}" if edid.preferred else ""
    hz = f" at {edid.preferred_hz:.2f} Hz" if edid.preferred_hz else ""
    rows = (
        ("name", f"{edid.name} ({edid.maker} {edid.product}, {edid.year})"),
        ("size", f"{edid.size[0]} × {edid.size[1]} cm"),
        ("prefers", preferred + hz),
        ("links", f"TMDS {edid.tmds or 0} MHz" + (f", FRL {edid.frl} Gbit/s" if edid.frl else "")),
        ("HDR", ", ".join(edid.hdr)),
        ("deep colour", ", ".join(f"{bits} bit" for bits in edid.deep_444)),
        ("moving rate", f"{edid.vrr[0]} to {edid.vrr[1]} Hz" if edid.vrr else ""),
        ("sound", ", ".join(f"{kind} {channels} ch" for kind, channels in edid.audio)),
        ("formats", f"{len(edid.vics)} of CTA's, {len(edid.also_420)} of them also at 4:2:0" if edid.vics else ""),
    )
    return [(name, text) for name, text in rows if text]


def _page(request: Request, job: str, status: int = 200, **more: object) -> HTMLResponse:
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), SIGNAL.at, asked(request))
    boxes = boxes_of(parts.plan.chosen, bench.store.gear())
    shown = [_shown(box, parts.plan) for box in boxes.values() if box.role == "display"]
    context = {"head": parts.head, "plan": parts.plan, "back": parts.link(stage=SIGNAL.at), "shown": shown}
    return page(request, "displays.html", context | {"wrong": {}, "said": "", "typed": {}} | more, status)


def _box(request: Request, job: str, of: str) -> Box:
    bench = bench_of(request)
    box = boxes_of(bench.store.head(job).plan.chosen, bench.store.gear()).get(of)
    if box is None or box.role != "display":
        raise MissingError(f"there is no display {of[:12]}", value=of)
    return box


def _taken(request: Request, who: str, job: str, of: str, key: str, dump: Callable[[], str]) -> HTMLResponse:
    """Commit a display's EDID, or say why it can't be."""
    bench, said = bench_of(request), ""
    try:
        box, text = _box(request, job, of), dump()
        said = text[:600]
        head = bench.store.head(job)
        number = next_id("li", set(head.plan.chosen.kept(Routing).listed))
        with refusing():
            command = PutListed(id=number, of=of, edid=text, label=f"EDID of {box.name}")
        done = bench.commit(job, head.revision, command, who, key or None)
        bench.summarise(done.head)
    except (RefusedError, MissingError) as wrong:
        return _page(request, job, 422, wrong={of: f"{capital(wrong.text)}."}, typed={of: said})
    except ClashError as clash:
        return _page(request, job, 409, wrong={of: f"{clash}. Once more."}, typed={of: said})
    return _page(request, job, said=f"{done.label}: its ports are as it says now. It can be undone on the sheet.")


@router.get("/jobs/{job}/displays", name="displays")
def displays(request: Request, job: str) -> HTMLResponse:
    return _page(request, job)


@router.post("/jobs/{job}/displays/{of}/ask", name="ask_display")
def ask_display(request: Request, who: Who, job: str, of: str) -> HTMLResponse:
    """Ask the stand-in for a display's EDID, and take it."""

    def dump() -> str:
        plan = bench_of(request).store.head(job).plan
        box = _box(request, job, of)
        picture = plan.chosen.pictures.get(box.shows or "")
        size = (picture.width.value, picture.height) if picture else (0.0, 0.0)
        return StandIn(box, size).edid().hex()

    return _taken(request, who.name, job, of, "", dump)


@router.post("/jobs/{job}/displays/{of}/bring", name="bring_edid")
def bring_edid(
    request: Request,
    who: Who,
    job: str,
    of: str,
    dump: Annotated[str, Form(max_length=4000)] = "",
    file: UploadFile | None = None,
) -> HTMLResponse:
    """Take a dump that was brought: hex pasted, or a binary file."""

    def text() -> str:
        if file is not None and file.filename:
            return file.file.read(4097).hex()
        return dump

    return _taken(request, who.name, job, of, "", text)


@router.get("/jobs/{job}/displays/{of}.bin", name="edid_dump")
def edid_dump(request: Request, job: str, of: str) -> Response:
    """A display's EDID as it was taken, binary."""
    plan = bench_of(request).store.head(job).plan
    listed = next((one for one in plan.chosen.kept(Routing).listed.values() if one.of == of), None)
    if listed is None:
        raise MissingError(f"no EDID of {of[:12]} was taken yet", value=of)
    headers = {"content-disposition": f'attachment; filename="edid-{of}.bin"'}
    return Response(bytes.fromhex(listed.edid), media_type="application/octet-stream", headers=headers)
