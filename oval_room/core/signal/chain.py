"""The chain: cables with what they carry, ways from every source to every display, and what arrives (rules 10.6)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from oval_room.core.levels import Level
from oval_room.core.record import record
from oval_room.core.sent_format import Format, dp_need, hdmi_rate, sdi_need, tmds_has, tmds_need
from oval_room.core.signal.box import Box
from oval_room.core.signal.cable import KINDS, kind_for, made_length, stock_length, top_rate
from oval_room.core.signal.document import Cable
from oval_room.core.signal.path import End, Link, Stopped, check_path, spare_of
from oval_room.core.signal.port import Port
from oval_room.core.signal.rates import tmds_frl

MOST_WAYS: Final = 1500
"""Ways that are looked at in one scheme; a board of more is no longer read by anybody."""


@record
class Wire:
    """A cable in its place. run: along its way [mm], None where nobody knows. length: of the cable itself [mm]; made:
    to length, as no stock is so long. kind: of cable; rate: what it carries over its length [Gbit/s]; wanted: what its
    ports and the pictures over it ask for."""

    key: str
    cable: Cable
    start: Box
    out: Port
    end: Box
    into: Port
    run: float | None
    length: float | None
    made: bool
    kind: str
    rate: float
    wanted: float
    link: Link
    planned: bool = False
    """Whether a wall's mapping stands for it and nobody has laid it."""

    @property
    def short(self) -> bool:
        """Whether it does not carry what is asked of it over its length."""
        return self.rate < self.wanted - 1e-9

    @property
    def name(self) -> str:
        return f"{self.start.name} to {self.end.name}"


def _link(name: str, number: str, out: Port, start: str, into: Port, end: str, rate: float) -> Link:
    """A cable between two ports as a link of a path."""
    cable = f"cable {number}"
    middle = End(cable, *tmds_frl(rate), gbps=rate) if out.kind == "hdmi" else End(cable, gbps=rate)
    return Link(name, _end(out, f"{start} {out.name}"), middle, _end(into, f"{end} {into.name}"), out.kind)


def _end(port: Port, name: str) -> End:
    tmds, frl = tmds_frl(port.gbps) if port.kind == "hdmi" else (0.0, 0.0)
    return End(name, tmds, frl, port.hdr, port.vrr, "420" in port.features, port.gbps)


@record
class Way:
    """From a source to a display: the wires in their order, and the format that arrives.

    wanted: what should. stopped: what stops that first. format: what goes instead, None where nothing does. beside: the
    display whose limits hold it back, of another branch of a splitter. spare: what its tightest link has left
    [Gbit/s].
    """

    source: Box
    display: Box
    wires: tuple[Wire, ...]
    wanted: Format
    format: Format | None
    stopped: Stopped | None
    beside: str = ""
    spare: float = 0.0
    tightest: Wire | None = None

    @property
    def key(self) -> str:
        return f"{self.source.key} {self.display.key}"

    @property
    def whole(self) -> bool:
        """Whether what is wanted arrives."""
        return self.format is not None and self.stopped is None and not self.beside

    @property
    def level(self) -> Level:
        """How good it is: what is wanted arrives, something else does, nothing."""
        return Level.GOOD if self.whole else Level.MIND if self.format is not None else Level.STOP

    @property
    def lag(self) -> float:
        """What boxes and display add to the picture [ms], as far as it is known."""
        return sum(box.lag or 0.0 for box in self.passed)

    @property
    def lag_known(self) -> bool:
        return all(box.lag is not None for box in self.passed)

    @property
    def passed(self) -> list[Box]:
        """What its picture comes through, the display last."""
        return [wire.end for wire in self.wires] or [self.display]

    @property
    def name(self) -> str:
        """The way as it is called."""
        return f"{self.source.name} on {self.display.name}" if self.wires else f"what {self.display.name} plays itself"


@dataclass(slots=True)
class Chain:
    """All of a scheme's boxes, wires and ways. lost: cables whose ends are no longer there."""

    boxes: Mapping[str, Box]
    wires: dict[str, Wire] = field(default_factory=dict)
    ways: list[Way] = field(default_factory=list)
    lost: list[str] = field(default_factory=list)
    too_many: bool = False
    _leaving: dict[str, list[Wire]] = field(default_factory=dict)
    _coming: dict[str, list[Wire]] = field(default_factory=dict)
    _over: dict[str, list[Way]] = field(default_factory=dict)

    def indexed(self) -> Chain:
        """Itself, with what leaves and comes to each box, and what goes over each wire, at hand."""
        for wire in self.wires.values():
            self._leaving.setdefault(wire.start.key, []).append(wire)
            self._coming.setdefault(wire.end.key, []).append(wire)
        for way in self.ways:
            for wire in way.wires:
                self._over.setdefault(wire.key, []).append(way)
        return self

    def out_of(self, key: str) -> list[Wire]:
        return self._leaving.get(key, [])

    def into(self, key: str) -> list[Wire]:
        return self._coming.get(key, [])

    def over(self, key: str) -> list[Way]:
        """The ways that go over a wire."""
        return self._over.get(key, [])


def rate_for(port: str, form: Format) -> float | None:
    """The rate that a format asks of a cable between ports of a kind [Gbit/s]; None where such a link has none."""
    if port == "hdmi":
        return hdmi_rate(form)
    if port == "displayport":
        return dp_need(form)
    if port == "data":
        return tmds_need(form) if tmds_has(form) else None
    return sdi_need(form) if port == "sdi" else 0.0


def chain_of(
    boxes: Mapping[str, Box],
    cables: Mapping[str, Cable],
    runs: Mapping[str, float],
    leads: Sequence[tuple[str, str, str, str]] = (),
) -> Chain:
    """The chain of some boxes and cables. runs: each cable's way [mm], where it is known. leads: those that are planned
    and not laid, from box and port to box and port."""
    laid = frozenset(cables)
    cables = {**cables, **{f"{a} {out}": _planned(boxes, a, out, b, into) for a, out, b, into in leads}}
    chain = Chain(boxes)
    joined = dict[str, tuple[Cable, Box, Port, Box, Port]]()
    for key, cable in cables.items():
        start, end = boxes.get(cable.start), boxes.get(cable.end)
        out = start.ports.get(cable.start_port) if start else None
        into = end.ports.get(cable.end_port) if end else None
        if start is None or end is None or out is None or into is None:
            chain.lost.append(key)
        else:
            joined[key] = (cable, start, out, end, into)
    routes = list(_routes(boxes, joined))
    chain.too_many = len(routes) >= MOST_WAYS
    asked: dict[str, list[Format]] = {key: [] for key in joined}
    for source, route in routes:
        wants = boxes[source].wants
        for key in route:
            asked[key] += [wants] if wants else []
    for key, (cable, start, out, end, into) in joined.items():
        wire = _wire(key, cable, start, out, end, into, runs.get(key), asked[key])
        chain.wires[key] = wire if key in laid else replace(wire, planned=True)
    chain.ways = _ways(chain, routes)
    return chain.indexed()


def _planned(boxes: Mapping[str, Box], start: str, out: str, end: str, into: str) -> Cable:
    name = f"to {boxes[end].name}"[:60]
    return Cable(name=name, start=start, start_port=out, end=end, end_port=into)


def _wire(
    key: str, cable: Cable, start: Box, out: Port, end: Box, into: Port, run: float | None, asked: Sequence[Format]
) -> Wire:
    run = cable.run if cable.run is not None else run
    length, made = cable.length, False
    if length is None and run is not None:
        stock = stock_length(run)
        length, made = (stock * 1000, False) if stock is not None else (made_length(run), True)
    ports = min(out.gbps, into.gbps)
    needs = [rate for form in asked if (rate := rate_for(out.kind, form)) is not None]
    wanted = min(ports, max(needs)) if needs else ports if out.pictures else 0.0
    if length is None:
        free = max(ports, wanted)
        link = _link(f"{start.name} to {end.name}", cable.name, out, start.name, into, end.name, free)
        return Wire(key, cable, start, out, end, into, run, None, False, cable.kind, free, wanted, link)
    kinds = KINDS[out.kind]
    kind = cable.kind if cable.kind in kinds else kind_for(out.kind, wanted, length) or list(kinds)[-1]
    rate = top_rate(out.kind, kind, length)
    link = _link(f"{start.name} to {end.name}", cable.name, out, start.name, into, end.name, rate)
    return Wire(key, cable, start, out, end, into, run, length, made, kind, rate, wanted, link)


def _routes(
    boxes: Mapping[str, Box], joined: Mapping[str, tuple[Cable, Box, Port, Box, Port]]
) -> Iterator[tuple[str, tuple[str, ...]]]:
    """Every way of a picture from a source to a display, as cables in their order."""
    leaving: dict[str, list[str]] = {}
    for key, (_, start, out, _, _) in joined.items():
        if out.pictures:
            leaving.setdefault(start.key, []).append(key)
    count = 0
    for source in boxes.values():
        if not source.sends:
            continue
        open_ways: list[tuple[str, ...]] = [(key,) for key in reversed(leaving.get(source.key, []))]
        while open_ways and count < MOST_WAYS:
            way = open_ways.pop()
            end = joined[way[-1]][3]
            if end.role == "display":
                count += 1
                yield source.key, way
                continue
            been = {joined[key][1].key for key in way}
            if end.passes and end.key not in been:
                open_ways += [(*way, key) for key in reversed(leaving.get(end.key, []))]


def _ways(chain: Chain, routes: Iterable[tuple[str, tuple[str, ...]]]) -> list[Way]:
    """What arrives on every way: on its own, then held back by the weakest display of a common splitter."""
    alone = [_alone(chain, source, [chain.wires[key] for key in route]) for source, route in routes]
    return [_together(way, alone) for way in alone]


def _candidates(source: Box, wanted: Format) -> list[Format]:
    """What a source may send: what is wanted first, then its list, none that asks for more."""
    return [wanted, *(one for one in source.sends if one != wanted)]


def _alone(chain: Chain, key: str, wires: Sequence[Wire]) -> Way:
    source, display = chain.boxes[key], wires[-1].end
    wanted = source.wants
    assert wanted is not None
    stopped = _first_stop(wires, wanted)
    found = next((one for one in _candidates(source, wanted) if _first_stop(wires, one) is None), None)
    spares = [(spare_of(wire.link, found), n) for n, wire in enumerate(wires)] if found else []
    spare, tightest = min(spares, default=(0.0, 0))
    return Way(source, display, tuple(wires), wanted, found, stopped, "", spare, wires[tightest] if found else None)


def _first_stop(wires: Sequence[Wire], form: Format) -> Stopped | None:
    """The first link that can't carry a format; after a box that scales, any lower format of the link's own will do."""
    links = [wire.link for wire in wires]
    scaled = next((n for n, wire in enumerate(wires[:-1]) if "scale" in wire.end.does), None)
    if scaled is None:
        return check_path(links, form).stopped
    stopped = check_path([*links[: scaled + 1]], form).stopped
    if stopped is not None:
        return stopped
    rest = check_path(links[scaled + 1 :], form).stopped
    return None if rest is None or check_path(links[scaled + 1 :], PLAIN).stopped is None else rest


PLAIN: Final = Format((1920, 1080), 60.0, 8, name="1080p60")
"""What a scaler gives a display that takes no more."""


def _together(way: Way, ways: Sequence[Way]) -> Way:
    """A way as its source is held to one format by a common splitter on it (rules 10.6)."""
    splits = [n for n, wire in enumerate(way.wires[:-1]) if wire.end.common]
    if not splits or way.format is None:
        return way
    stem = way.wires[: splits[0] + 1]
    beside = [one for one in ways if one.source is way.source and one is not way and one.wires[: splits[0] + 1] == stem]
    common = next(
        (one for one in _candidates(way.source, way.wanted)
         if all(_first_stop(other.wires, one) is None for other in (way, *beside))), None
    )  # fmt: skip
    if common == way.format:
        return way
    weakest = next((one for one in beside if one.format != way.format), beside[0])
    spare = min((spare_of(wire.link, common) for wire in way.wires), default=0.0) if common else 0.0
    return Way(
        way.source,
        way.display,
        way.wires,
        way.wanted,
        common,
        way.stopped,
        weakest.display.name,
        spare,
        way.tightest if common else None,
    )
