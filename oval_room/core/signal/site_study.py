"""Study of where signals meet the room: a box in the wall behind every panel, sockets where gear stands, feeds over
their length (rules 7.17, 10.12, 12.2)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import next_id
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.commands import PutCable, PutDevice
from oval_room.core.signal.document import Cable, Device, Routing, Spot
from oval_room.core.signal.feed import OHMS, SHARES, at_converter, at_load, drop, five_volt_level, share_level
from oval_room.core.signal.runs_study import ON_THE_WALL, RunsResult, mouth_behind
from oval_room.core.signal.says import SignalCode, SignalCure
from oval_room.core.survey.commands import PutService
from oval_room.core.survey.document import Survey

CLOSED_IN: Final = 1500.0
"""A cable to a panel that runs farther than this comes out of the wall [mm] (planning value)."""
REACHED: Final = 1500.0
"""From gear to its sockets [mm]: a plug's own lead (planning value)."""
ASIDE: Final = 0.25
LOW: Final = 0.2
"""Where a box in the wall is offered: shares of the panel beside its middle and over its bottom, clear of most
plates."""
STEP: Final = 100.0
"""A nearer supply is offered by so much [mm]."""
FIVE: Final = 5.0
PLANNED_W: Final = 5.0
"""What 5 V gear takes until somebody reads its label [W] (planning value)."""
GOOD_5V: Final = 4.75
OVER: Final = 2.0
"""A converter at the end of a feed wants so much more than it gives [V] (planning value)."""
MOST_STEPS: Final = 600
OUTLETS: Final = 2
"""A socket plate has so many (planning value)."""


@record
class SiteResult(Result):
    """Where signals meet the room."""


def study_site(survey: Survey, scheme: Scheme, gear: GearShelf, runs: RunsResult) -> SiteResult:
    """Boxes in the wall, sockets, feeds; nothing where there is no device."""
    routing = scheme.kept(Routing)
    if not routing.devices:
        return SiteResult({}, ())
    out = [*_mouths(survey, scheme, routing, runs), *_sockets(survey, routing, gear), *_feeds(scheme, routing, gear)]
    return SiteResult({}, tuple(out))


def _mouths(survey: Survey, scheme: Scheme, routing: Routing, runs: RunsResult) -> Iterator[Finding]:
    """A panel to which a cable comes in the wall, and no box behind it."""
    for key, picture in scheme.pictures.items():
        hidden = [
            cable.name
            for name, cable in routing.cables.items()
            if key in (cable.start, cable.end) and (route := runs.routes.get(name)) and route.length > CLOSED_IN
        ]
        found = mouth_behind(survey, picture)
        if not hidden or picture.kind != "panel":
            continue
        more = {"cables": ", ".join(hidden), "count": len(hidden)}
        if found is not None:
            more["box"] = survey.services[found[0]].name
            yield Finding(SignalCode.ROUTE_MOUTH, Level.GOOD, "7.17", {"picture": key}, more=more)
            continue
        cure = _box_behind(survey, picture)
        yield Finding(SignalCode.ROUTE_MOUTH, Level.MIND, "7.17", {"picture": key}, cures=cure, more=more | {"box": ""})


def _box_behind(survey: Survey, picture: Picture) -> tuple[Cure, ...]:
    """A wall box behind a panel, beside where its plate goes."""
    wall = survey.room.walls[wall_of(survey.room, picture) - 1]
    middle, off = wall.own(picture.pose.x, picture.pose.y)
    if abs(off) > ON_THE_WALL:
        return ()
    along = round(min(max(middle + ASIDE * picture.across, 0.0), wall.length))
    up = round(picture.bottom + LOW * picture.height)
    number = next_id("u", set(survey.services))
    same = sum(one.kind == "wall box" for one in survey.services.values())
    name = "wall box" if not same else f"wall box {same + 1}"
    put = PutService(id=number, name=name, kind="wall box", wall=wall.key, along=along, z=up)
    return (Cure(SignalCure.MOUTH, up, put, name=picture.name),)


def _sockets(survey: Survey, routing: Routing, gear: GearShelf) -> Iterator[Finding]:
    """Sockets within reach of where gear stands, against what it wants."""
    for key, spot in routing.spots.items():
        devices = [device for device in routing.devices.values() if device.spot == key]
        wanted = sum(_plugged(gear, device.gear) for device in devices)
        if spot.pose is None or not wanted:
            continue
        near = list(_near(survey, spot))
        there = OUTLETS * len(near)
        level = Level.GOOD if there >= wanted else Level.NOTE
        more = {"spot": spot.name, "sockets": ", ".join(near), "part": "sockets", "ceiling": spot.kind == "ceiling"}
        about, code = {"thing": key}, SignalCode.ROUTE_SOCKETS
        yield Finding(code, level, "12.2", about, float(wanted), float(there), "n", more=more)


def _plugged(gear: GearShelf, edition: str) -> bool:
    """Whether a device wants a socket of its own: what is fed over the network does not."""
    item = gear.get(edition)
    return item is not None and not (isinstance(item, DeviceGear) and item.poe_w)


def _near(survey: Survey, spot: Spot) -> Iterator[str]:
    assert spot.pose is not None
    for service in survey.services.values():
        wall = survey.room.wall_named(service.wall)
        if service.kind != "socket" or (wall is None and service.wall != "ceiling"):
            continue
        x, y, z = (*wall.room(service.along, 0.0), service.z) if wall else (service.along, service.z, spot.pose.z)
        if math.dist((x, y, z), (spot.pose.x, spot.pose.y, spot.pose.z)) <= REACHED:
            yield service.name


def _level(volts: float, watts: float, awg: int, length: float) -> tuple[float, Level]:
    """What is left at the end of a feed [V], and how good that is: of 5 V by its own limits, of others by their share
    of the nominal volts (rules 10.12)."""
    if volts == FIVE:
        left = drop(length, watts / FIVE, awg, FIVE).left
        return left, five_volt_level(left)
    run = at_load(watts, length, awg, volts)
    return (0.0, Level.STOP) if run is None else (run.left, share_level(run.left, volts))


def _converted(volts: float, watts: float, awg: int, length: float) -> float | None:
    """What arrives before a converter at the end of a feed at the next higher volts [V]; None where that is too little
    for it to work."""
    run = at_converter(watts, length, awg, higher(volts))
    return run.left if run is not None and run.left >= volts + OVER else None


def higher(volts: float) -> float:
    """The volts that are sent where a converter at the far end makes these of them (planning values)."""
    return 12.0 if volts <= 6 else 24.0 if volts <= 14 else 48.0


def _fed(chain: _Fed, key: str, device: Device, item: DeviceGear, volts: float) -> Finding:
    """One low-voltage feed, with a thicker pair, a nearer supply, a converter at its end or the network in its place,
    each where it is enough."""
    watts, length = item.peak_watts or item.watts or PLANNED_W, device.feed or 0.0
    far = _converted(volts, watts, device.awg, length)
    if device.converter:
        left, level = (far, Level.GOOD) if far is not None else (0.0, Level.STOP)
    else:
        left, level = _level(volts, watts, device.awg, length)
    cures = () if level is Level.GOOD else tuple(_feed_cures(chain, key, device, item, volts))
    more = {
        "awg": device.awg, "length": length, "far": far, "part": "feed", "volts": volts, "watts": watts,
        "sent": higher(volts), "converter": device.converter,
    }  # fmt: skip
    limit = GOOD_5V if volts == FIVE else SHARES[0] * volts
    return Finding(SignalCode.ROUTE_FEED, level, "10.12", {"thing": key}, left, limit, "volts", cures, more=more)


def _feed_cures(chain: _Fed, key: str, device: Device, item: DeviceGear, volts: float) -> Iterator[Cure]:
    watts, length = item.peak_watts or item.watts or PLANNED_W, device.feed or 0.0

    def good(awg: int, far: float) -> bool:
        if device.converter:
            return _converted(volts, watts, awg, far) is not None
        return _level(volts, watts, awg, far)[1] is Level.GOOD

    thicker = next((awg for awg in sorted(OHMS, reverse=True) if awg < device.awg and good(awg, length)), None)
    if thicker is not None:
        put = PutDevice(id=key, awg=thicker)
        yield Cure(SignalCure.FEED_AWG, float(thicker), put, "awg", name=str(thicker))
    if not device.converter and _converted(volts, watts, device.awg, length) is not None:
        yield Cure(SignalCure.FEED_CONVERT, higher(volts), PutDevice(id=key, converter=True), "volts")
    link = chain.network(key) if item.poe_w else None
    if link is not None:
        yield Cure(SignalCure.FEED_POE, item.poe_w or 0.0, several(PutDevice(id=key, feed=0.0), link), "watts")
    near = next((far for far in _steps(length) if good(device.awg, far)), None)
    if near is not None:
        yield Cure(SignalCure.FEED_NEAR, near, PutDevice(id=key, feed=near))


def _steps(length: float) -> Iterator[float]:
    """Nearer and nearer, the farthest first [mm]: every step down to one."""
    count = math.ceil(length / STEP) - 1
    return (n * STEP for n in range(min(count, MOST_STEPS), 0, -1))


@record
class _Fed:
    """The boxes of a chain and its cables, for who could feed a device over the network."""

    boxes: Mapping[str, Box]
    cables: Mapping[str, Cable]

    def network(self, key: str) -> PutCable | None:
        """A data cable from a network switch with a free port and enough left to a device; None where there is none."""
        into = next((port for port in self.boxes[key].listed("in") if port.kind == "data"), None)
        if into is None or any((one.end, one.end_port) == (key, into.name) for one in self.cables.values()):
            return None
        for switch in self.boxes.values():
            free = self._free(switch, self._draws(key))
            if free is not None:
                fresh = next_id("cb", set(self.cables))
                return PutCable(id=fresh, start=switch.key, start_port=free, end=key, end_port=into.name)
        return None

    def _draws(self, key: str) -> float:
        """What a box takes over the network [W]."""
        box = self.boxes.get(key)
        return (box.item.poe_w or 0.0) if box is not None and isinstance(box.item, DeviceGear) else 0.0

    def _free(self, switch: Box, watts: float) -> str | None:
        """A free port of a network switch that gives so much more; None where it has none, or gives nothing."""
        gives = switch.item.gives_poe_w if isinstance(switch.item, DeviceGear) else None
        mine = [one for one in self.cables.values() if one.start == switch.key]
        if not gives or sum(self._draws(one.end) for one in mine) + watts > gives:
            return None
        taken = {one.start_port for one in mine}
        return next((p.name for p in switch.listed("out") if p.kind == "data" and p.name not in taken), None)


def _feeds(scheme: Scheme, routing: Routing, gear: GearShelf) -> Iterator[Finding]:
    """Gear at the end of a low-voltage run: what is left of its volts."""
    chain = _Fed(boxes_of(scheme, gear), routing.cables)
    for key, device in routing.devices.items():
        item = gear.get(device.gear)
        if device.feed is None or not isinstance(item, DeviceGear) or item.low_volts is None:
            continue
        yield _fed(chain, key, device, item, item.low_volts)
