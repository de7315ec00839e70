"""Study of the chain: does every signal arrive as it should, with what sound, how late, over which cables, on what
power (rules 3.6, 10, 11, 12)."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping
from dataclasses import field, replace
from functools import partial
from typing import Final

from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Driving
from oval_room.core.brief.document import Brief
from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import next_id
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.lag import FINE, LATE, SLUGGISH, lag_level
from oval_room.core.signal.apps import own_sounds, own_ways
from oval_room.core.signal.box import BACK, Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.cable import END, LIGHT, SLACK, kind_for
from oval_room.core.signal.chain import Chain, Way, Wire, chain_of, rate_for
from oval_room.core.signal.commands import PutCable, PutSpare, SetInput
from oval_room.core.signal.document import Device, Routing
from oval_room.core.signal.figures import KINDS
from oval_room.core.signal.hearing import Heard, back_over, full_kind, hearing
from oval_room.core.signal.inputs import better_inputs
from oval_room.core.signal.power_study import power_figures, power_findings
from oval_room.core.signal.runs_study import Lengths
from oval_room.core.signal.says import SignalCode, SignalCure
from oval_room.core.signal.units import GBPS
from oval_room.core.signal.walls import wall_findings, wall_leads
from oval_room.core.sound.with_picture import EARLY, lip_sync_level
from oval_room.core.sound.with_picture import LATE as SOUND_LATE
from oval_room.core.words import some_of

IN_THE_WALL: Final = 1500.0
"""A cable to a display that runs farther than this is closed in [mm] (planning value)."""


@record
class RoutingResult(Result):
    """The chain as it is: its wires by cable, its ways and where each is heard."""

    wires: Mapping[str, Wire] = field(default_factory=dict)
    ways: Mapping[str, Way] = field(default_factory=dict)
    heard: Mapping[str, Heard] = field(default_factory=dict)
    boxes: Mapping[str, Box] = field(default_factory=dict)
    own: Mapping[str, Way] = field(default_factory=dict)
    """What displays play themselves, by the same keys as heard."""


def study_routing(
    scheme: Scheme, gear: GearShelf, runs: Lengths, brief: Brief, driving: Driving | None = None, keep: Keep = anew
) -> RoutingResult:
    """The whole chain of a scheme; nothing where it has no device yet.

    Args:
        driving: what drives its walls of displays. keep: keeps the boxes while only their places change.
    """
    routing, arrays = scheme.kept(Routing), scheme.kept(Arrays)
    if not routing.devices and not arrays.controllers:
        return RoutingResult({}, ())
    boxes = keep("boxes", (scheme, gear), partial(boxes_of, scheme, gear))
    leads = wall_leads(boxes, arrays, driving, routing.cables)
    chain = chain_of(boxes, routing.cables, dict(runs.of), leads)
    ways = _best(chain.ways)
    own = own_ways(chain)
    heard = {key: found for key, way in {**ways, **own}.items() if (found := hearing(chain, way)) is not None}
    book, out = FigureBook(KINDS), list[Finding]()
    _way_figures(book, ways, heard)
    _cable_figures(book, chain)
    alone = _without_walls(boxes, driving)
    power_figures(book, alone, routing, brief)
    out += _told_once([_carries(way) for way in ways.values()])
    out += _told_once(list(_sounds(chain, ways, heard)))
    out += own_sounds(chain, own, heard, routing.cables)
    out += [one for way in (*ways.values(), *own.values()) for one in _late(way, heard.get(way.key), brief)]
    out += _cables(chain, routing)
    out += _settings(chain, routing)
    out += better_inputs(chain)
    out += _ends(chain, {**ways, **own}, routing, _driven(arrays, driving))
    out += power_findings(alone, chain, routing)
    out += wall_findings(boxes, arrays, driving, routing.cables, leads)
    return RoutingResult(book.figures, tuple(out), chain.wires, ways, heard, boxes, own)


def _driven(arrays: Arrays, driving: Driving | None) -> set[str]:
    """Displays of walls that controllers drive: where one of them gets nothing, its wall says so."""
    return set(driving.displays) if driving is not None and arrays.controllers else set()


def _without_walls(boxes: Mapping[str, Box], driving: Driving | None) -> Mapping[str, Box]:
    """The boxes whose power hangs on the gear's circuit: walls of displays have circuits of their own (rules 12.2)."""
    hung = set(driving.displays) if driving is not None else set[str]()
    return {key: box for key, box in boxes.items() if key not in hung}


def _best(ways: list[Way]) -> dict[str, Way]:
    """The best way of every source to every display."""
    out: dict[str, Way] = {}
    for way in ways:
        was = out.get(way.key)
        if was is None or (way.whole, way.format is not None, way.spare) > (
            was.whole,
            was.format is not None,
            was.spare,
        ):
            out[way.key] = way
    return out


def _about(way: Way) -> dict[str, str]:
    return {"picture": way.display.shows or "", "thing": way.source.key}


def _told_once(found: list[Finding]) -> list[Finding]:
    """Findings that say the same of a source on several displays as one, with the least that is left."""
    alike: dict[tuple[object, ...], list[Finding]] = {}
    for one in found:
        said = tuple(sorted((key, value) for key, value in one.more.items() if key != "display"))
        alike.setdefault((one.code, one.level, one.about["thing"], str(said)), []).append(one)
    out = []
    for first, *others in alike.values():
        if others:
            names = [one.more["display"] for one in (first, *others)]
            least = min((one.value for one in (first, *others) if one.value is not None), default=None)
            first = replace(first, value=least, more={**first.more, "display": some_of(names)})
        out.append(first)
    return out


def _carries(way: Way) -> Finding:
    """What arrives at a display."""
    stopped, wanted = way.stopped, way.wanted.name
    level, more = (
        way.level,
        {
            "source": way.source.name,
            "display": way.display.name,
            "wanted": wanted,
            "goes": way.format.name if way.format else "",
            "beside": "" if stopped else way.beside,
            "why": stopped.why if stopped else "",
            "weakest": stopped.weakest if stopped else "",
            "need": stopped.need if stopped else None,
            "have": stopped.have if stopped else None,
        },
    )
    value, limit = (way.spare, 0.0) if way.whole else (None, None)
    cures = () if way.whole or way.stopped is None else _cable_cure(way)
    return Finding(SignalCode.ROUTE_CARRIES, level, "10.6", _about(way), value, limit, GBPS, cures, more)


def _cable_cure(way: Way) -> tuple[Cure, ...]:
    """A kind of cable that carries it, where the cable alone stops it."""
    stopped = way.stopped
    wire = next((one for one in way.wires if stopped and stopped.weakest == f"cable {one.cable.name}"), None)
    if wire is None or wire.length is None:
        return ()
    need = rate_for(wire.out.kind, way.wanted)
    kind = kind_for(wire.out.kind, need, wire.length) if need is not None else None
    if kind is None or kind == wire.kind:
        return ()
    return (Cure(SignalCure.KIND, 0.0, PutCable(id=wire.key, kind=kind), "n", name=kind, of=wire.key),)


def _sounds(chain: Chain, ways: Mapping[str, Way], heard: Mapping[str, Heard]) -> Iterator[Finding]:
    """Where every source is heard on every display, and where that hangs on another display."""
    speaks = any(box.decodes or box.sound for box in chain.boxes.values() if box.role != "player")
    for key, way in ways.items():
        found, best = heard.get(key), full_kind(way.source.sound)
        if not way.source.sound:
            continue
        gives = best or "nothing"
        more = {"source": way.source.name, "display": way.display.name, "gives": gives}
        if found is None:
            level = Level.STOP if speaks else Level.MIND
            said = {**more, "decoder": None, "by": "", "arrives": None}
            yield Finding(SignalCode.ROUTE_SOUND, level, "10.11", _about(way), more=said)
            other = _elsewhere(way, ways, heard)
            if other is not None:
                dies = {**more, "through": other.name, "part": "dies"}
                yield Finding(SignalCode.ROUTE_SOUND_DIES, Level.MIND, "10.11", _about(way), more=dies)
            continue
        level = Level.GOOD if found.arrives == gives else Level.STOP if found.arrives is None else Level.MIND
        said = {**more, "decoder": found.decoder.name, "by": found.by, "arrives": found.arrives}
        yield Finding(SignalCode.ROUTE_SOUND, level, "10.11", _about(way), more=said)


def _elsewhere(way: Way, ways: Mapping[str, Way], heard: Mapping[str, Heard]) -> Box | None:
    """The display through which a source is heard while its picture is on that."""
    for key, other in ways.items():
        found = heard.get(key)
        if other.source is way.source and found is not None and found.through is not None:
            return found.through
    return None


def _late(way: Way, heard: Heard | None, brief: Brief) -> Iterator[Finding]:
    """Lag of what is played, and lips against sound."""
    more = {"source": way.source.name, "display": way.display.name, "known": way.lag_known}
    if way.source.role in ("console", "computer") and brief.games > 0:
        level = lag_level(way.lag, brief.plays)
        if level is not Level.GOOD or way.lag_known:
            limit = {Level.STOP: LATE, Level.MIND: SLUGGISH}.get(level, FINE)
            yield Finding(SignalCode.ROUTE_LAG, level, "3.6", _about(way), way.lag, limit, "ms", more=more)
    if heard is not None and way.lag_known:
        late = heard.lag - way.lag
        if lip_sync_level(late) is not Level.GOOD:
            limit = SOUND_LATE if late > 0 else -EARLY
            said = {**more, "way": way.name, "decoder": heard.decoder.name}
            about = _about(way) if way.wires else {"picture": way.display.shows or ""}
            yield Finding(SignalCode.ROUTE_LIPS, Level.MIND, "11", about, late, limit, "ms", more=said)


def _way_figures(book: FigureBook, ways: Mapping[str, Way], heard: Mapping[str, Heard]) -> None:
    """Of every display: its tightest way, its latest."""
    by: dict[str, list[Way]] = {}
    for way in ways.values():
        by.setdefault(way.display.shows or "", []).append(way)
    for picture, mine in by.items():
        carried = [way for way in mine if way.format is not None and way.tightest is not None]
        if carried:
            way = min(carried, key=lambda one: one.spare)
            assert way.format is not None and way.tightest is not None
            said = "assumed" if not (way.tightest.start.said and way.tightest.end.said) else "maker"
            book.add(
                "route_spare",
                way.spare,
                Input("R", f"what {way.tightest.name} carries", way.spare + _need(way), GBPS, said),
                Input("N", f"what {way.format.name} asks of it", _need(way), GBPS, "rule"),
                subject=f"{way.source.name}, {way.format.name}",
                picture=picture,
            )
        slow = max(mine, key=lambda one: one.lag)
        if slow.lag_known:
            display = slow.display.lag or 0.0
            book.add(
                "route_lag",
                slow.lag,
                Input("t_d", slow.display.name, display, "ms", "maker"),
                Input("t_b", "boxes before it", slow.lag - display, "ms", "maker"),
                subject=slow.source.name,
                picture=picture,
            )
            found = heard.get(slow.key)
            if found is not None:
                book.add(
                    "route_lips",
                    found.lag - slow.lag,
                    Input("t_s", f"sound, {found.decoder.name}", found.lag, "ms", "maker"),
                    Input("t_p", "picture", slow.lag, "ms", "maker"),
                    subject=slow.source.name,
                    picture=picture,
                )


def _need(way: Way) -> float:
    """What the format that goes asks of its tightest link [Gbit/s]."""
    assert way.tightest is not None and way.format is not None
    return max(rate_for(way.tightest.out.kind, way.format) or 0.0, 0.0)


def _cable_figures(book: FigureBook, chain: Chain) -> None:
    whole = 0.0
    for key, wire in chain.wires.items():
        if wire.run is not None:
            said = "read" if wire.cable.run is not None else "worked out"
            book.add(
                "cable_run", wire.run, Input("s", wire.name, wire.run, "mm", said), subject=wire.cable.name, cable=key
            )
        if wire.length is not None:
            whole += wire.length / 1000
            book.add(
                "cable_length", wire.length / 1000, _bought(wire), subject=f"{wire.cable.name}, {wire.name}", cable=key
            )
    if whole:
        book.add("route_cables", whole, Input("l", "all of them, added up", whole, "m"))


def _bought(wire: Wire) -> Input:
    """A cable's length and how it comes about."""
    assert wire.length is not None
    length, spare = wire.length / 1000, f"2 × {END / 1000:g} m) × {SLACK:g}"
    if wire.cable.length is not None:
        return Input("l", "as it is, or was bought", length, "m", "chosen")
    run = 0.0 if wire.run is None else wire.run / 1000
    told = f"({run:.2f} m along its way + {spare}"
    said = "read" if wire.cable.run is not None else "worked out"
    return Input("l", f"{told}, made to length" if wire.made else f"next stock length over {told}", length, "m", said)


def _cables(chain: Chain, routing: Routing) -> Iterator[Finding]:
    """Reach, direction, what is not known."""
    for key in chain.lost:
        more = {"cable": routing.cables[key].name, "part": key}
        yield Finding(SignalCode.ROUTE_LOST, Level.STOP, "10.5", {}, more=more)
    for key, wire in chain.wires.items():
        about, more = {"thing": key}, {"cable": wire.cable.name, "ends": wire.name, "part": "run"}
        if wire.planned:
            continue
        if wire.length is None:
            yield Finding(SignalCode.ROUTE_UNKNOWN, Level.NOTE, "10.9", about, more=more)
            continue
        if wire.short:
            kind = kind_for(wire.out.kind, wire.wanted, wire.length)
            said = {**more, "kind": wire.kind, "gbps": wire.wanted, "next": kind, "part": "reach"}
            fits = kind is not None and kind != wire.kind
            cures = (Cure(SignalCure.KIND, 0.0, PutCable(id=key, kind=kind), "n", kind or "", key),) if fits else ()
            yield Finding(SignalCode.ROUTE_REACH, Level.STOP, "10.8", about, wire.length, None, "mm", cures, said)
        if wire.kind == LIGHT and wire.out.kind == "hdmi":
            back = wire.start.decodes and wire.end.role == "display"
            said = {**more, "back": back, "part": "light"}
            level = Level.MIND if back or not wire.cable.proven else Level.NOTE
            yield Finding(SignalCode.ROUTE_ONE_WAY, level, "10.8", about, more=said)
    yield from _lost_back(chain)
    yield from _spares(chain, routing)


def _lost_back(chain: Chain) -> Iterator[Finding]:
    """Displays whose own sound a box between keeps from what decodes it: both know ARC, the extender does not (rules
    10.8)."""
    for key, box in chain.boxes.items():
        if box.role != "display" or any(wire.end.decodes for wire in chain.out_of(key)):
            continue
        for wire in chain.into(key):
            if not set(BACK) & set(wire.into.features):
                continue
            between, start, been = list[Box](), wire, {key}
            whole = back_over(wire) is not None
            while not start.start.decodes and start.start.key not in been:
                been.add(start.start.key)
                between.append(start.start)
                before = [one for one in chain.into(start.start.key) if one.out.pictures]
                if len(before) != 1:
                    break
                start = before[0]
                whole = whole and back_over(start) is not None
            if between and start.start.decodes and set(BACK) & set(start.out.features) and not whole:
                more = {"box": between[0].name, "to": start.start.name, "part": wire.into.name, "at": box.name}
                yield Finding(SignalCode.ROUTE_BACK, Level.MIND, "10.8", {"picture": box.shows or ""}, more=more)


def _spares(chain: Chain, routing: Routing) -> Iterator[Finding]:
    """Displays that a cable in the wall goes to and no spare one (rules 10.8)."""
    have = {spare.to for spare in routing.spares.values()}
    far = {
        wire.end.key: wire.end.name
        for wire in chain.wires.values()
        if wire.end.role == "display" and wire.run is not None and wire.run > IN_THE_WALL and wire.end.key not in have
    }
    if not far:
        return
    names, taken = list(far.values()), set(routing.spares)
    told = some_of(names)
    steps = []
    for key in far:
        steps.append(PutSpare(id=next_id("sp", taken), to=key))
        taken.add(steps[-1].id)
    cure = Cure(SignalCure.SPARE, float(len(steps)), several(*steps), "n", told)
    yield Finding(SignalCode.ROUTE_SPARE, Level.MIND, "10.8", {}, cures=(cure,), more={"ends": told})


def _settings(chain: Chain, routing: Routing) -> Iterator[Finding]:
    """Inputs whose shipped setting holds back what is asked of them; what firmware it wants; what was read at an input
    and is less than its sheet says."""
    taken = set(routing.inputs)
    for key, wire in chain.wires.items():
        into, box = wire.into, wire.end
        asked = sorted(chain.over(key), key=lambda one: -(rate_for(into.kind, one.wanted) or 0.0))
        for way in asked[:1]:
            need = rate_for(into.kind, way.wanted)
            if need is None:
                continue
            more = {"box": box.name, "port": into.name, "mode": into.mode or "full rate", "source": way.source.name}
            more |= {"part": into.name if box.device is not None else f"{box.key} {into.name}"}
            about = {"thing": box.key} if box.device is not None else {"picture": box.shows or ""}
            if into.slow and beyond(need, into.gbps) and not beyond(need, into.top):
                put = SetInput(id=next_id("si", taken), of=box.key, port=into.name)
                taken.add(put.id)
                cures = (Cure(SignalCure.MODE, into.top, put, GBPS, into.mode or "full rate", into.name),)
                code = SignalCode.ROUTE_MODE
                yield Finding(code, Level.MIND, "10.5", about, into.gbps, into.top, GBPS, cures, more)
            elif into.firmware and into.on:
                said = {**more, "firmware": into.firmware}
                yield Finding(SignalCode.ROUTE_FIRMWARE, Level.NOTE, "10.5", about, more=said)
    for key, box in chain.boxes.items():
        for port in box.ports.values():
            if port.differs:
                said = {"box": box.name, "port": port.name, "differs": ", ".join(port.differs), "by": port.read}
                about, said["part"] = {"picture": box.shows or key}, f"{key} {port.name} read"
                yield Finding(SignalCode.ROUTE_READ, Level.NOTE, "10.10", about, more=said)


def _assumed(boxes: list[Box]) -> Iterator[Finding]:
    """Boxes whose labels nobody has read: those alike as one."""
    alike: dict[tuple[str, str], list[Box]] = {}
    for box in boxes:
        count = sum(port.pictures for port in box.ports.values())
        top = max((port.top for port in box.ports.values()), default=0.0)
        ports = f"{count} × {top:g} Gbit/s" if count else "none"
        alike.setdefault((ports, box.item.name if box.item is not None else box.role), []).append(box)
    for (ports, _), (first, *others) in alike.items():
        name = f"{first.name} and {len(others)} more like it" if others else first.name
        said = {"box": name, "display": name, "ports": ports, "part": "ports"}
        yield Finding(SignalCode.ROUTE_ASSUMED, Level.NOTE, "10.5", {"thing": first.key}, more=said)


def _of_theirs(box: Box, device: Device, *, used: bool) -> Iterator[Finding]:
    """A device of the client's that nothing is linked to; one that nobody gets at."""
    about, more = {"thing": box.key}, {"box": box.name, "display": box.name}
    if device.theirs and not used:
        yield Finding(SignalCode.ROUTE_THEIRS, Level.NOTE, "10.7", about, more=more)
    if device.reach != "at hand" and not device.reset:
        said = {**more, "reach": device.reach, "part": "reach"}
        yield Finding(SignalCode.ROUTE_HIDDEN, Level.MIND, "10.5", about, more=said)


def _ends(chain: Chain, ways: Mapping[str, Way], routing: Routing, driven: Collection[str]) -> Iterator[Finding]:
    """Displays without a source, sources without a display, what is assumed, what is the client's, out of reach."""
    fed, feeding = {way.display.key for way in ways.values()}, {way.source.key for way in ways.values()}
    used = {box.key for wire in chain.wires.values() for box in (wire.start, wire.end)}
    for key, box in chain.boxes.items():
        about, more = {"thing": key}, {"box": box.name, "display": box.name}
        if box.role == "display" and key not in fed and key not in driven:
            about = {"picture": box.shows or key}
            yield Finding(SignalCode.ROUTE_BLIND, Level.MIND, "10.1", about, more={**more, "part": key})
        if box.sends and key not in feeding:
            yield Finding(SignalCode.ROUTE_LOOSE, Level.MIND, "10.1", about, more=more)
        if box.device is not None:
            yield from _of_theirs(box, box.device, used=key in used)
    yield from _assumed([box for key, box in chain.boxes.items() if not box.said and key in used])
    if chain.too_many:
        yield Finding(SignalCode.ROUTE_MANY, Level.NOTE, "10.6", {})
