"""What each display takes: its inputs and their settings, an input's EDID asked of a stand-in or brought as a dump,
shown before it is taken (rules 10.5, 10.10)."""

from __future__ import annotations

from typing import Annotated, NamedTuple

from fastapi import APIRouter, Form, Query, Request, UploadFile
from fastapi.responses import HTMLResponse, Response

from oval_room.core.commands import Command
from oval_room.core.complaints import refusing
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import next_id
from oval_room.core.report import Report
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.commands import PutListed, SetInput, has_setting
from oval_room.core.signal.document import Routing
from oval_room.core.signal.edid import Edid
from oval_room.core.signal.listed import differences, edid_of
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.signal.port import FEATURES, Port
from oval_room.core.signal.study import RoutingResult
from oval_room.core.words import capital
from oval_room.standins.displays import StandIn
from oval_room.store.records import ClashError
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.person import Who
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
InputName = Annotated[str, Form(max_length=40)]


class ShownPort(NamedTuple):
    """A port as the page shows it. known: by whom. asks: whether it can be asked for an EDID. mode: its full-rate
    setting, empty where it has none; on: whether that is on."""

    name: str
    rate: str
    lists: str
    known: str
    asks: bool
    mode: str
    on: bool


class Shown(NamedTuple):
    """A display as the page shows it. says: of every EDID that was read there, its id, input and rows."""

    key: str
    name: str
    ports: tuple[ShownPort, ...]
    says: tuple[tuple[str, str, tuple[tuple[str, str], ...]], ...]


class Offered(NamedTuple):
    """An EDID that was read and not yet taken. changes: what the input would do otherwise; arrives: what then arrives
    otherwise."""

    of: str
    port: str
    by: str
    dump: str
    changes: tuple[str, ...]
    arrives: tuple[str, ...]
    says: tuple[tuple[str, str], ...]


def _shown(box: Box, plan: Plan) -> Shown:
    listed = {key: one for key, one in plan.chosen.kept(Routing).listed.items() if one.of == box.key}
    says = tuple((key, one.port or "all inputs", tuple(_says(edid_of(one.edid)))) for key, one in listed.items())
    return Shown(box.key, box.name, tuple(_port(box, port) for port in box.ports.values()), says)


def _port(box: Box, port: Port) -> ShownPort:
    known = f"read, {port.read}" if port.read else "off its sheet" if box.said else "assumed"
    rate = port.kind if not port.pictures else f"{port.gbps:g} Gbit/s" + (f" of {port.top:g}" if port.slow else "")
    asks = port.way == "in" and port.kind == "hdmi"
    mode = (port.mode or "full rate") if port.way == "in" and has_setting(port) else ""
    return ShownPort(port.name, rate, ", ".join(FEATURES[one] for one in port.features), known, asks, mode, port.on)


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
    context = {"shown": shown, "wrong": {}, "said": "", "typed": {}, "offer": None} | more
    return room(request, "displays.html", parts, "displays", context, status)


def _box(request: Request, job: str, of: str) -> Box:
    bench = bench_of(request)
    box = boxes_of(bench.store.head(job).plan.chosen, bench.store.gear()).get(of)
    if box is None or box.role != "display":
        raise MissingError(f"there is no display {of[:12]}", value=of)
    return box


def _input(box: Box, name: str) -> Port:
    """The HDMI input of a display that is meant; its only one where none is named.

    Raises:
        RefusedError: none is named of several. MissingError: it has none of that name.
    """
    inputs = [port for port in box.listed("in") if port.kind == "hdmi"]
    if not name and len(inputs) == 1:
        return inputs[0]
    found = next((port for port in inputs if port.name == name), None)
    if found is None:
        listed = ", ".join(port.name for port in inputs) or "none"
        told = f"choose the input that was read: {box.name} has {listed}"
        raise RefusedError(told, field="port", value=name) if not name else MissingError(told, value=name)
    return found


def _command(request: Request, job: str, box: Box, port: Port, dump: str, by: str) -> PutListed:
    key = next_id("li", set(bench_of(request).store.head(job).plan.chosen.kept(Routing).listed))
    with refusing():
        label = f"EDID of {box.name} {port.name}"
        return PutListed(id=key, of=box.key, port=port.name, edid=dump, by=by[:80], label=label)


def _offered(request: Request, job: str, box: Box, port: Port, dump: str, by: str) -> Offered:
    """What an EDID would change, tried and not kept.

    Raises:
        RefusedError, MissingError: it can't be taken.
    """
    bench = bench_of(request)
    head, command = bench.store.head(job), _command(request, job, box, port, dump, by)
    trial = bench.trial(job, head.plan, command)
    routing = trial.after.chosen.kept(Routing)
    taken = next(one for one in routing.listed.values() if (one.of, one.port) == (box.key, port.name))
    after = boxes_of(trial.after.chosen, bench.store.gear())[box.key].ports[port.name]
    arrives = tuple(_otherwise(bench.report(head), trial.report))
    says = tuple(_says(edid_of(taken.edid)))
    return Offered(box.key, port.name, by, taken.edid, tuple(differences(port, after)), arrives, says)


def _otherwise(before: Report, after: Report) -> list[str]:
    """What arrives otherwise after a change than before, in words."""
    old, new = before.of(RoutingResult).ways, after.of(RoutingResult).ways
    told = []
    for key, way in new.items():
        was = old.get(key)
        names = [one.format.name if one is not None and one.format is not None else "nothing" for one in (was, way)]
        if names[0] != names[1]:
            told.append(f"{way.source.name} on {way.display.name}: {names[1]}, not {names[0]}")
    return told


def _wrong(request: Request, job: str, of: str, wrong: Exception, typed: str = "") -> HTMLResponse:
    if isinstance(wrong, ClashError):
        return _page(request, job, 409, wrong={of: f"{wrong}. Once more."}, typed={of: typed})
    assert isinstance(wrong, (RefusedError, MissingError))
    return _page(request, job, 422, wrong={of: f"{capital(wrong.text)}."}, typed={of: typed})


def _kept(request: Request, who: str, job: str, of: str, command: Command, told: str) -> HTMLResponse:
    bench = bench_of(request)
    try:
        done = bench.commit(job, bench.store.head(job).revision, command, who)
        bench.summarise(done.head)
    except (RefusedError, MissingError, ClashError) as wrong:
        return _wrong(request, job, of, wrong)
    return _page(request, job, said=told)


@router.get("/jobs/{job}/displays", name="displays")
def displays(request: Request, job: str) -> HTMLResponse:
    return _page(request, job)


@router.post("/jobs/{job}/displays/{of}/ask", name="ask_display")
def ask_display(request: Request, job: str, of: str, port: InputName = "") -> HTMLResponse:
    """Ask the stand-in at one input for its EDID, and show what it would change."""
    try:
        box = _box(request, job, of)
        one, plan = _input(box, port), bench_of(request).store.head(job).plan
        picture = plan.chosen.pictures.get(box.shows or "")
        size = (picture.width.value, picture.height) if picture else (0.0, 0.0)
        standin = StandIn(box, size, one.name)
        offer = _offered(request, job, box, one, standin.edid().hex(), standin.name)
    except (RefusedError, MissingError) as wrong:
        return _wrong(request, job, of, wrong)
    return _page(request, job, offer=offer)


@router.post("/jobs/{job}/displays/{of}/bring", name="bring_edid")
def bring_edid(
    request: Request,
    job: str,
    of: str,
    port: InputName = "",
    dump: Annotated[str, Form(max_length=4000)] = "",
    file: UploadFile | None = None,
) -> HTMLResponse:
    """Look at a dump that was brought, hex pasted or a binary file, and show what it would change."""
    text, by = dump, "a dump that was pasted"
    if file is not None and file.filename:
        text, by = file.file.read(4097).hex(), f"the file {file.filename[-40:]}"
    try:
        box = _box(request, job, of)
        offer = _offered(request, job, box, _input(box, port), text, by)
    except (RefusedError, MissingError) as wrong:
        return _wrong(request, job, of, wrong, text[:600])
    return _page(request, job, offer=offer)


@router.post("/jobs/{job}/displays/{of}/take", name="take_edid")
def take_edid(
    request: Request,
    who: Who,
    job: str,
    of: str,
    port: InputName = "",
    dump: Annotated[str, Form(max_length=4000)] = "",
    by: Annotated[str, Form(max_length=120)] = "",
) -> HTMLResponse:
    """Take an EDID that was looked at: a change like any other."""
    try:
        box = _box(request, job, of)
        command = _command(request, job, box, _input(box, port), dump, by)
    except (RefusedError, MissingError) as wrong:
        return _wrong(request, job, of, wrong, dump[:600])
    told = f"{command.label}: that input is as it says now. It can be undone on the sheet."
    return _kept(request, who.name, job, of, command, told)


@router.post("/jobs/{job}/displays/{of}/set", name="set_input")
def set_input(
    request: Request, who: Who, job: str, of: str, port: InputName = "", on: Annotated[bool, Form()] = False
) -> HTMLResponse:
    """Say that an input's full-rate setting is on, or off."""
    try:
        box = _box(request, job, of)
        key = next_id("si", set(bench_of(request).store.head(job).plan.chosen.kept(Routing).inputs))
        with refusing():
            label = f"{box.name} {port}: its setting is {'on' if on else 'off'}"
            command = SetInput(id=key, of=of, port=port, on=on, label=label)
    except (RefusedError, MissingError) as wrong:
        return _wrong(request, job, of, wrong)
    return _kept(request, who.name, job, of, command, f"{label}.")


@router.get("/jobs/{job}/displays/{of}.bin", name="edid_dump")
def edid_dump(request: Request, job: str, of: str, port: Annotated[str, Query(max_length=40)] = "") -> Response:
    """An EDID as it was taken, binary: of the input named, else the first that was read."""
    listed = bench_of(request).store.head(job).plan.chosen.kept(Routing).listed.values()
    mine = [one for one in listed if one.of == of and (not port or one.port == port)]
    if not mine:
        raise MissingError(f"no EDID of {of[:12]} was taken yet", value=of)
    name = "-".join(filter(None, ("edid", of, mine[0].port.replace(" ", "-"))))
    headers = {"content-disposition": f'attachment; filename="{name}.bin"'}
    return Response(bytes.fromhex(mine[0].edid), media_type="application/octet-stream", headers=headers)
