"""Study of where signals meet the room: a box in the wall behind every panel, sockets where gear stands, feeds over
their length (rules 7.17, 10.12, 12.2)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

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
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.commands import PutDevice
from oval_room.core.signal.document import Device, Routing, Spot
from oval_room.core.signal.feed import OHMS, SHARES, at_load, drop, far_converter, five_volt_level, share_level
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


def _fed(key: str, device: Device, item: DeviceGear, volts: float) -> Finding:
    """One that is fed at other volts than 5: judged by the share of them that is left; a thicker pair, or a supply
    that stands nearer, where either is enough."""
    watts, length = item.peak_watts or item.watts or PLANNED_W, device.feed or 0.0

    def level_at(awg: int, far: float) -> Level:
        run = at_load(watts, far, awg, volts)
        return Level.STOP if run is None else share_level(run.left, volts)

    run, level = at_load(watts, length, device.awg, volts), level_at(device.awg, length)
    cures = list[Cure]()
    if level is not Level.GOOD:
        thicker = next((awg for awg in sorted(OHMS, reverse=True) if level_at(awg, length) is Level.GOOD), None)
        if thicker is not None:
            put = PutDevice(id=key, awg=thicker)
            cures.append(Cure(SignalCure.FEED_AWG, float(thicker), put, "awg", name=str(thicker)))
        nearer = (1 - SHARES[0]) * SHARES[0] * volts**2 / (2 * OHMS[device.awg] * watts) * 1000
        near = math.floor(nearer / STEP) * STEP
        if near >= STEP:
            cures.append(Cure(SignalCure.FEED_NEAR, near, PutDevice(id=key, feed=near)))
    more = {"awg": device.awg, "length": length, "far": None, "part": "feed", "volts": volts, "watts": watts}
    left = run.left if run is not None else 0.0
    return Finding(
        SignalCode.ROUTE_FEED, level, "10.12", {"thing": key}, left, SHARES[0] * volts, "volts", tuple(cures), more=more
    )


def _feeds(scheme: Scheme, routing: Routing, gear: GearShelf) -> Iterator[Finding]:
    """Gear at the end of a low-voltage run: what is left of its volts. Of 5 V also what a converter at the far end
    leaves."""
    boxes: Mapping[str, object] = boxes_of(scheme, gear)
    for key, device in routing.devices.items():
        item = gear.get(device.gear)
        if device.feed is None or key not in boxes or not isinstance(item, DeviceGear) or item.low_volts is None:
            continue
        if item.low_volts != FIVE:
            yield _fed(key, device, item, item.low_volts)
            continue
        watts = item.peak_watts or item.watts or PLANNED_W
        direct = drop(device.feed, watts / FIVE, device.awg, FIVE)
        far = far_converter(watts, device.feed, device.awg)
        more = {"awg": device.awg, "length": device.feed, "far": far.left if far else None, "part": "feed"}
        level = five_volt_level(direct.left)
        yield Finding(SignalCode.ROUTE_FEED, level, "10.12", {"thing": key}, direct.left, GOOD_5V, "volts", more=more)
