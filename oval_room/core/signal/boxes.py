"""The boxes of a chain with their ports in effect: devices, and displays by what shows them (rules 10.5).

What nobody has read off a label is assumed, and says so.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.array.document import Arrays
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.plan.gear import GearItem, GearShelf, Panel, Player, PortGroup, Soundbar
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.projection.document import Projector
from oval_room.core.sent_format import Format, Hdr
from oval_room.core.signal.box import SPEAKS, Box
from oval_room.core.signal.document import Device, Listed, Routing
from oval_room.core.signal.listed import as_read
from oval_room.core.signal.port import Port, ports_of
from oval_room.core.signal.typed import format_name, format_of
from oval_room.core.signal.wall_boxes import wall_boxes

LISTED: Final = ("420",)
PANEL_PORTS: Final = (
    PortGroup(way="in", gbps=18.0, features=(*LISTED, "arc")),
    PortGroup(count=2, way="in", gbps=18.0, features=LISTED),
    PortGroup(way="out", kind="optical"),
)
PROJECTOR_PORTS: Final = (PortGroup(count=2, way="in", gbps=18.0, features=LISTED),)
PLAYER_PORTS: Final = (PortGroup(way="out", gbps=18.0),)
BAR_PORTS: Final = (PortGroup(way="in", gbps=18.0, features=LISTED), PortGroup(way="out", gbps=18.0, features=("arc",)))
"""What a display, a player and a soundbar are taken to have while nobody has read their labels (planning values)."""


def lenses(scheme: Scheme) -> Mapping[str, Projector]:
    """What throws a picture in a scheme, by its id."""
    return scheme.projectors


def boxes_of(scheme: Scheme, gear: GearShelf) -> dict[str, Box]:
    """Every box of a scheme by its id: its devices, panels by their pictures, what throws a picture by its own id."""
    out: dict[str, Box] = {}
    fed, routing = scheme.feeds, scheme.kept(Routing)
    for key, picture in scheme.pictures.items():
        if picture.kind == "panel" and key not in fed:
            out[key] = _display(key, picture.name, gear.get(picture.gear or ""), key, routing.set_of(key))
    for key, projector in lenses(scheme).items():
        item = gear.get(projector.gear)
        out[key] = _display(key, projector.name, item, projector.shows, routing.set_of(key))
    for listed in sorted(routing.listed.values(), key=lambda one: bool(one.port)):
        if listed.of in out:
            out[listed.of] = as_listed(out[listed.of], listed)
    fed_by_cable = {one.end for one in routing.cables.values()}
    out |= wall_boxes(scheme.kept(Arrays), fed_by_cable)
    for key, device in routing.devices.items():
        out[key] = _device(key, device, gear.get(device.gear))
    return out


def _display(key: str, name: str, item: GearItem | None, shows: str, on: tuple[str, ...]) -> Box:
    panel = not isinstance(item, ProjectorGear)
    said = getattr(item, "ports", None)
    ports = ports_of(said or (PANEL_PORTS if panel else PROJECTOR_PORTS), on)
    lag = item.lag_ms if isinstance(item, (Panel, ProjectorGear)) else None
    sound = SPEAKS if panel else ()
    return Box(key, name, "display", ports, sound=sound, lag=lag, shows=shows, said=said is not None, item=item)


def as_listed(box: Box, listed: Listed) -> Box:
    """A display with the input that was read as its EDID has it."""
    ports = {name: as_read(port, listed) if _is_read(port, listed) else port for name, port in box.ports.items()}
    if not box.said:  # there is no sheet that it could differ from
        ports = {name: replace(port, differs=()) for name, port in ports.items()}
    read = all(port.read for port in ports.values() if port.way == "in" and port.kind == "hdmi")
    return replace(box, ports=ports, said=box.said or read)


def _is_read(port: Port, listed: Listed) -> bool:
    return port.way == "in" and port.kind == "hdmi" and listed.port in ("", port.name)


def _device(key: str, device: Device, item: GearItem | None) -> Box:
    if isinstance(item, DeviceGear):
        return Box(
            key,
            device.name,
            item.role,
            ports_of(item.ports, device.set_ports),
            frozenset(item.does),
            _with_less(format_of(one) for one in item.sends),
            item.sound,
            item.lag_ms,
            item.sound_ms or 0.0,
            item=item,
            device=device,
        )
    plain = Box(key, device.name, "player", {}, said=False, item=item, device=device)
    if isinstance(item, Player):
        hz = min(item.refresh_hz or 60.0, 60.0)
        sends = (f"{item.pixels[0]} x {item.pixels[1]} {hz:g} hz", "1080p60")
        ports = ports_of(item.ports or PLAYER_PORTS)
        formats = _with_less(format_of(one) for one in sends)
        return replace(plain, ports=ports, said=item.ports is not None, sends=formats, sound=SPEAKS)
    if isinstance(item, Soundbar):
        ports, does = ports_of(item.ports or BAR_PORTS), frozenset(("pass", "decode"))
        return replace(plain, role="soundbar", ports=ports, said=item.ports is not None, does=does, sound=SPEAKS)
    return plain


def _with_less(forms: Iterable[Format]) -> tuple[Format, ...]:
    """A source's list, each format followed by what it falls back to of itself: static HDR for dynamic, none for
    static; a fixed rate for a moving one."""
    out: dict[Format, None] = {}
    for form in forms:
        kinds: tuple[Hdr, ...] = ("dynamic", "static", "none")
        for vrr in (True, False) if form.vrr else (False,):
            for hdr in kinds[kinds.index(form.hdr) :]:
                less = replace(form, vrr=vrr, hdr=hdr)
                out.setdefault(replace(less, name=format_name(less)))
    return tuple(out)
