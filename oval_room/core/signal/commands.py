"""Changes of the chain: where gear stands, devices, cables, the circuit it hangs on (rules 10, 12).

What can't be joined is refused with words: two sources into one input, output to output, connectors that don't fit, a
loop.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from oval_room.core.applying import carried, gear_of, scheme_id, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.plan.gear import GearShelf, Player, Soundbar
from oval_room.core.plan.measure import Count, Id, Number, Words
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import Turn
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.cable import KINDS
from oval_room.core.signal.document import (
    MOST_STEPS,
    SYMPTOMS,
    Button,
    Cable,
    Cured,
    Device,
    InputSet,
    Listed,
    Reach,
    Routing,
    Spare,
    Spot,
    SpotKind,
    Step,
    Via,
    Way,
    turned_via,
)
from oval_room.core.signal.listed import read_dump
from oval_room.core.signal.port import Port
from oval_room.core.signal.typed import format_of


def with_routing(plan: Plan, key: str, **parts: object) -> Plan:
    """The plan with some of a scheme's signals changed."""
    scheme = plan.schemes[key]
    routing = with_values(scheme.kept(Routing), parts)
    return plan.model_copy(update={"schemes": {**plan.schemes, key: scheme.keeping(routing)}})


class PutSpot(Command):
    """Say where gear stands: along the display wall, out from it, above the floor [mm]; without a place, in another
    room."""

    do: Literal["put spot"] = "put spot"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    kind: SpotKind | None = None
    x: Number | None = None
    y: Number | None = None
    z: Number | None = None

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        if self.x is None and self.y is None:
            return self
        spot = plan.schemes[scheme_id(plan, self)].kept(Routing).spots.get(self.id)
        pose = spot.pose if spot is not None and spot.pose is not None else Pose(x=0.0, y=300.0, z=400.0)
        x, y = turn.place_back(pose.point, self.x, self.y)
        return self.model_copy(update={"x": x, "y": y})

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        spots = plan.schemes[key].kept(Routing).spots
        old = spots.get(self.id, Spot(name="rack"))
        values = carried(self, "x", "y", "z")
        given = {name: value for name in "xyz" if (value := getattr(self, name)) is not None}
        if given:
            was = old.pose or Pose(x=0.0, y=300.0, z=400.0)
            values["pose"] = with_values(was, given)
            if not plan.survey.room.holds(values["pose"].x, values["pose"].y):
                raise RefusedError("that lies outside the room: give along and out, or say elsewhere", field="x")
        elif self.kind == "elsewhere":
            values["pose"] = None
        return with_routing(plan, key, spots={**spots, self.id: with_values(old, values)})


class PutDevice(Command):
    """Put a device into the chain, or change it."""

    do: Literal["put device"] = "put device"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    gear: Words | None = None
    spot: Id | Literal[""] | None = None
    wants: Words | None = None
    set_ports: Annotated[tuple[Words, ...], Field(max_length=200)] | None = None
    theirs: bool | None = None
    reach: Reach | None = None
    reset: bool | None = None
    post: Annotated[int, Field(ge=-100_000, le=100_000)] | None = None
    feed: Number | None = None
    awg: Count | None = None
    converter: bool | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        devices, values = scheme.kept(Routing).devices, carried(self)
        if self.gear is not None and not isinstance(gear.get(self.gear), (Player, Soundbar)):
            gear_of(gear, self.gear, DeviceGear, "gear")
        if values.get("feed") == 0:
            values["feed"] = None  # beside its supply
        if self.spot == "":
            values["spot"] = None
        elif self.spot is not None and self.spot not in scheme.kept(Routing).spots:
            raise MissingError(f"there is no place {self.spot} for it", value=self.spot)
        if self.wants:
            format_of(self.wants)
        if self.id in devices:
            device = with_values(devices[self.id], values)
        elif self.gear is None:
            raise RefusedError("say which device it is, as it stands on the shelf", field="gear")
        else:
            device = Device(**{"name": gear[self.gear].model} | values)
        after = with_routing(plan, key, devices={**devices, self.id: device})
        return after if self.id in devices else _under_its_name(after, key, self.id)


def _under_its_name(plan: Plan, key: str, device: str) -> Plan:
    """A new device under a name that nothing else has."""
    devices = plan.schemes[key].kept(Routing).devices
    taken = {one.name for of, one in devices.items() if of != device}
    name = devices[device].name
    if name not in taken:
        return plan
    fresh = next(f"{name} {n}" for n in range(2, 999) if f"{name} {n}" not in taken)
    return with_routing(plan, key, devices={**devices, device: with_values(devices[device], {"name": fresh})})


class PutCable(Command):
    """Lay a cable from an output to an input, or change it; a port that is not named is the first free one."""

    do: Literal["put cable"] = "put cable"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    start: Id | None = None
    start_port: Words | None = None
    end: Id | None = None
    end_port: Words | None = None
    kind: Words | None = None
    length: Number | None = None
    run: Number | None = None
    way: Way | None = None
    via: Annotated[tuple[Via, ...], Field(max_length=200)] | None = None
    theirs: bool | None = None
    fixed: bool | None = None
    proven: bool | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme, values = plan.schemes[key], carried(self)
        cables = scheme.kept(Routing).cables
        old = cables.get(self.id)
        for name in ("length", "run"):
            if values.get(name) == 0:
                values[name] = None  # as it is worked out
        if old is None or {"start", "end", "start_port", "end_port"} & values.keys():
            ports = joined(scheme, gear, {k: v for k, v in cables.items() if k != self.id}, self, old)
            values |= {"start": ports.start, "start_port": ports.out.name}
            values |= {"end": ports.end, "end_port": ports.into.name}
            kinds = KINDS[ports.out.kind]
        else:
            box = boxes_of(scheme, gear).get(old.start)
            port = box.ports.get(old.start_port) if box else None
            kinds = KINDS[port.kind] if port else KINDS["hdmi"]
        if self.kind and self.kind not in kinds:
            raise RefusedError(f"such a cable is {', '.join(kinds)} (got {self.kind[:30]})", field="kind")
        if old is None:
            values.setdefault("name", next(f"c{n}" for n in range(1, 9999) if f"c{n}" not in _numbers(cables)))
        cable = Cable(**values) if old is None else with_values(old, values)
        return with_routing(plan, key, cables={**cables, self.id: cable})

    def turned_back(self, turn: Turn, plan: Plan) -> PutCable:
        return self.model_copy(update={"via": turned_via(self.via, turn.wall.room)}) if self.via else self


def _numbers(cables: Mapping[str, Cable]) -> set[str]:
    return {one.name for one in cables.values()}


class Joined:
    """The two ends of a cable."""

    def __init__(self, start: str, out: Port, end: str, into: Port) -> None:
        self.start, self.out, self.end, self.into = start, out, end, into


def joined(scheme: Scheme, gear: GearShelf, others: Mapping[str, Cable], wanted: PutCable, old: Cable | None) -> Joined:
    """The ports that a cable joins.

    Raises:
        RefusedError, MissingError: they can't be joined; says why and what to do.
    """
    boxes = boxes_of(scheme, gear)
    start = _box(boxes, wanted.start or (old.start if old else ""), "start")
    end = _box(boxes, wanted.end or (old.end if old else ""), "end")
    if start.key == end.key:
        raise RefusedError(f"{start.name} can't feed itself", field="end", value=end.key)
    out, into = _pair(boxes, others, start, end, wanted, old)
    if out.pictures:
        _no_loop(boxes, others, start, end)
    return Joined(start.key, out, end.key, into)


def _pair(
    boxes: Mapping[str, Box], others: Mapping[str, Cable], start: Box, end: Box, wanted: PutCable, old: Cable | None
) -> tuple[Port, Port]:
    """The two ports that are named, or that fit best of those that are free.

    Raises:
        RefusedError: one is taken, or none fits.
    """
    taken_out = {cable.start_port for cable in others.values() if cable.start == start.key}
    taken_in = {cable.end_port: cable for cable in others.values() if cable.end == end.key}
    said_out = wanted.start_port or (old.start_port if old and wanted.start is None else "")
    said_in = wanted.end_port or (old.end_port if old and wanted.end is None else "")
    outs = _ports(start, said_out, "out", "start_port")
    ins = _ports(end, said_in, "in", "end_port")
    if said_in and ins[0].name in taken_in:
        by = boxes.get(taken_in[ins[0].name].start)
        told = f"{end.name} {ins[0].name} has {by.name if by else 'a cable'} in it already: drop that, or take another"
        raise RefusedError(told, field="end_port", value=ins[0].name)
    if said_out and outs[0].name in taken_out:
        raise RefusedError(f"{start.name} {outs[0].name} has a cable already: a splitter gives two", field="start_port")
    open_outs = [out for out in outs if out.name not in taken_out]
    open_ins = [into for into in ins if into.name not in taken_in]
    free = [(out, into) for out in open_outs for into in open_ins if out.kind == into.kind]
    if not free:
        raise RefusedError(_why_not(start, end, outs, ins), field="end_port")
    return min(free, key=lambda pair: _fit(start, end, *pair))


def _fit(start: Box, end: Box, out: Port, into: Port) -> tuple[bool, bool, bool, float, str]:
    """Which of several free pairs is taken: pictures first; one that carries what is wanted; sound back where a
    receiver feeds a display; then the one that leaves least unused."""
    back = start.decodes and end.role == "display" and not {"arc", "earc"} & set(into.features)
    back = back or (start.decodes and end.role == "display" and not {"arc", "earc"} & set(out.features))
    needs = max((form.hz * form.pixels[0] * form.pixels[1] for form in start.sends[:1]), default=0.0)
    fast = needs > 3840 * 2160 * 60
    short = fast and into.top <= 18.0 and into.kind == "hdmi"
    return not out.pictures, back, short, abs(into.top - out.top), f"{into.name} {out.name}"


def _box(boxes: Mapping[str, Box], key: str, field: str) -> Box:
    if key not in boxes:
        raise MissingError(f"there is no {key or 'device'} here to put a cable to", value=key)
    return boxes[key]


def _ports(box: Box, said: str, way: str, field: str) -> list[Port]:
    """The ports of a box that are meant: the one named, else all of that way."""
    if said:
        port = box.ports.get(said)
        if port is None:
            listed = ", ".join(one.name for one in box.listed(way)) or "none"
            raise RefusedError(f"{box.name} has no {said[:30]}; it has {listed}", field=field, value=said)
        if port.way != way:
            other = "an output" if port.way == "out" else "an input"
            raise RefusedError(
                f"{box.name} {port.name} is {other}: a cable goes from an output to an input", field=field, value=said
            )
        return [port]
    found = box.listed(way)
    if not found:
        what = "output" if way == "out" else "input"
        raise RefusedError(f"{box.name} has no {what}", field=field, value=box.key)
    return found


def _why_not(start: Box, end: Box, outs: list[Port], ins: list[Port]) -> str:
    kinds = {one.kind for one in outs} & {one.kind for one in ins}
    if not kinds:
        given, taken = (", ".join(dict.fromkeys(one.kind for one in ports)) for ports in (outs, ins))
        return f"{start.name} gives {given}, {end.name} takes {taken}: put a converter between"
    return f"no port is free from {start.name} to {end.name}: drop a cable, or put a switch between"


def _no_loop(boxes: Mapping[str, Box], others: Mapping[str, Cable], start: Box, end: Box) -> None:
    """Raises RefusedError where a picture would come back to where it left."""
    leaving: dict[str, list[str]] = {}
    for cable in others.values():
        port = boxes[cable.start].ports.get(cable.start_port) if cable.start in boxes else None
        if port is not None and port.pictures:
            leaving.setdefault(cable.start, []).append(cable.end)
    open_boxes, been = [end.key], {end.key}
    while open_boxes:
        key = open_boxes.pop()
        if key == start.key:
            raise RefusedError(f"that goes round in a ring: {end.name} feeds {start.name} already", field="end")
        fresh = [one for one in leaving.get(key, []) if one not in been and one in boxes]
        been.update(fresh)
        open_boxes += fresh


class MoveCables(Command):
    """Put cables into other inputs of the boxes that they end at, all at once: two may change places. ports: the input
    of each cable."""

    do: Literal["move cables"] = "move cables"
    scheme: Id | None = None
    ports: Annotated[dict[Id, Words], Field(max_length=200)]

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        cables, boxes = dict(scheme.kept(Routing).cables), boxes_of(scheme, gear)
        for name, wanted in self.ports.items():
            cable = cables.get(name)
            if cable is None:
                raise MissingError(f"there is no cable {name}", value=name)
            box = _box(boxes, cable.end, "end")
            into, was = _ports(box, wanted, "in", "end_port")[0], box.ports.get(cable.end_port)
            if was is not None and into.kind != was.kind:
                raise RefusedError(f"{box.name} {into.name} is {into.kind}, the cable {was.kind}", field="end_port")
            cables[name] = cable.model_copy(update={"end_port": into.name})
        ends = [(cable.end, cable.end_port) for cable in cables.values()]
        twice = next((one for one in ends if ends.count(one) > 1), None)
        if twice is not None:
            raise RefusedError(f"two cables would end in {boxes[twice[0]].name} {twice[1]}", field="end_port")
        return with_routing(plan, key, cables=cables)


class PutSpare(Command):
    """Pull one HDMI and one data cable more than needed to a box."""

    do: Literal["put spare"] = "put spare"
    id: Id
    scheme: Id | None = None
    to: Id

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        _box(boxes_of(scheme, gear), self.to, "to")
        return with_routing(plan, key, spares={**scheme.kept(Routing).spares, self.id: Spare(to=self.to)})


class SetInput(Command):
    """Put an input's full-rate setting on, or off: of a display as of a box (rules 10.5)."""

    do: Literal["set input"] = "set input"
    id: Id
    scheme: Id | None = None
    of: Id
    port: Words
    on: bool = True

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        routing = scheme.kept(Routing)
        box = _box(boxes_of(scheme, gear), self.of, "of")
        port = _ports(box, self.port, "in", "port")[0]
        if not has_setting(port):
            slow = ", ".join(one.name for one in box.ports.values() if has_setting(one)) or "none of its inputs"
            raise RefusedError(f"{box.name} has a setting for {slow}", field="port", value=self.port)
        if box.device is not None:
            now = tuple(one for one in box.device.set_ports if one != port.name) + ((port.name,) if self.on else ())
            return with_routing(
                plan, key, devices={**routing.devices, self.of: with_values(box.device, {"set_ports": now})}
            )
        others = {k: one for k, one in routing.inputs.items() if (one.of, one.port) != (self.of, port.name)}
        fresh = {self.id: InputSet(of=self.of, port=port.name)} if self.on else {}
        return with_routing(plan, key, inputs={**others, **fresh})


def has_setting(port: Port) -> bool:
    """Whether an input has a setting that gives it its full rate."""
    return bool(port.mode) or port.slow or port.on


class PutListed(Command):
    """Take an EDID that was read at one input of a display as that input's limits; without an input, as all its
    HDMI inputs'. by: who answered."""

    do: Literal["put listed"] = "put listed"
    id: Id
    scheme: Id | None = None
    of: Id
    port: Words = ""
    edid: Annotated[str, Field(max_length=2100)]
    by: Words = ""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        box = _box(boxes_of(scheme, gear), self.of, "of")
        if box.role != "display":
            raise RefusedError(f"{box.name} is no display: an EDID is a display's", field="of", value=self.of)
        plain = re.sub(r"[\s,:]|0x", "", self.edid.lower())
        if not plain or len(plain) % 2 or not re.fullmatch(r"[0-9a-f]+", plain):
            raise RefusedError("give the dump as pairs of hex digits, 128 bytes or more", field="edid")
        read_dump(bytes.fromhex(plain))
        on = False
        if self.port:
            port = _ports(box, self.port, "in", "port")[0]
            if port.kind != "hdmi":
                raise RefusedError(f"{box.name} {port.name} gives no EDID that is read here: choose an HDMI input")
            on = port.on
        listed = scheme.kept(Routing).listed
        others = {k: one for k, one in listed.items() if one.of != self.of or (self.port and one.port != self.port)}
        fresh = Listed(of=self.of, port=self.port, edid=plain, by=self.by[:80], on=on)
        return with_routing(plan, key, listed={**others, self.id: fresh})


class PutButton(Command):
    """Write what one press does, whole."""

    do: Literal["put button"] = "put button"
    id: Id
    scheme: Id | None = None
    name: Words
    steps: Annotated[tuple[Step, ...], Field(min_length=1, max_length=MOST_STEPS)]

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        buttons = plan.schemes[key].kept(Routing).buttons
        taken = next((one for of, one in buttons.items() if of != self.id and one.name == self.name), None)
        if taken is not None:
            raise RefusedError(f"there is a button {self.name} already", field="name", value=self.name)
        return with_routing(plan, key, buttons={**buttons, self.id: Button(name=self.name, steps=self.steps)})


class KeepCure(Command):
    """Keep what cured a fault: it ranks higher next time."""

    do: Literal["keep cure"] = "keep cure"
    scheme: Id | None = None
    symptom: Annotated[str, Field(max_length=40)]
    kind: Annotated[str, Field(max_length=20)]
    at: Annotated[str, Field(max_length=40)] = ""
    picture: Annotated[str, Field(max_length=40)] = ""
    """What it was seen or heard at."""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        if self.symptom not in SYMPTOMS:
            told = ", ".join(SYMPTOMS)
            raise RefusedError(f"choose what is wrong: {told}", field="symptom", value=self.symptom)
        key = scheme_id(plan, self)
        cured = plan.schemes[key].kept(Routing).cured
        if self.picture and self.picture not in plan.schemes[key].pictures:
            raise MissingError(f"there is no picture {self.picture[:12]}", value=self.picture)
        said = {"symptom": self.symptom, "kind": self.kind, "at": self.at, "picture": self.picture}
        one = Cured(**said, by=stamp.by[:80], when=stamp.at[:40])
        return with_routing(plan, key, cured=(*cured[-199:], one))


class PutPower(Command):
    """Say what circuit the gear hangs on, what a kWh costs, how long it runs a day."""

    do: Literal["put power"] = "put power"
    scheme: Id | None = None
    volts: Number | None = None
    amps: Number | None = None
    tariff: Number | None = None
    hours: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return with_routing(plan, scheme_id(plan, self), **carried(self))
