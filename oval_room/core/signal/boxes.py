"""The boxes of a chain with their ports in effect: devices, and displays by what shows them (rules 10.5).

What nobody has read off a label is assumed, and says so.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.plan.gear import GearItem, GearShelf, Panel, Player, PortGroup, Soundbar
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.projection.document import Projector
from oval_room.core.record import record
from oval_room.core.sent_format import Format, Hdr
from oval_room.core.signal.document import Device, Routing
from oval_room.core.signal.listed import edid_of, features_of, rate_of
from oval_room.core.signal.rates import PICTURES, PLANNED
from oval_room.core.signal.typed import format_name, format_of

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
PASSES: Final = frozenset(("pass", "switch", "split", "split each", "matrix", "scale", "convert"))
"""What lets a picture through."""
SPEAKS: Final = ("5.1", "stereo")
BACK: Final = ("arc", "earc")


@record
class Port:
    """A port as it is now. gbps: its rate in effect, top: with its setting on, ships: as it comes [Gbit/s]."""

    name: str
    way: str
    kind: str
    gbps: float
    top: float
    features: tuple[str, ...]
    mode: str = ""
    firmware: str = ""

    @property
    def pictures(self) -> bool:
        return self.kind in PICTURES

    @property
    def slow(self) -> bool:
        """Whether its shipped setting holds it back."""
        return self.gbps < self.top

    @property
    def hdr(self) -> tuple[str, ...] | None:
        """The kinds of HDR it lists; None where nobody has said."""
        known = [one for one in self.features if one in ("static", "dynamic")]
        if not known and "sdr" not in self.features:
            return None
        return (*known, "static") if "dynamic" in known else tuple(known)

    @property
    def vrr(self) -> bool | None:
        """Whether it lists a moving frame rate; None where nobody has said what it lists."""
        if "vrr" in self.features:
            return True
        return False if set(self.features) & {"static", "dynamic", "sdr", "allm"} else None


@record
class Box:
    """One box of the chain. role: `display` of a display. shows: its picture. said: whether its ports are known."""

    key: str
    name: str
    role: str
    ports: Mapping[str, Port]
    does: frozenset[str] = frozenset()
    sends: tuple[Format, ...] = ()
    sound: tuple[str, ...] = ()
    lag: float | None = None
    sound_lag: float = 0.0
    shows: str | None = None
    said: bool = True
    item: GearItem | None = None
    device: Device | None = None

    @property
    def passes(self) -> bool:
        return bool(self.does & PASSES)

    @property
    def decodes(self) -> bool:
        """Whether loudspeakers hang on it."""
        return "decode" in self.does

    @property
    def common(self) -> bool:
        """Whether all its outputs fall to the weakest display (rules 10.6)."""
        return self.passes and not self.does & {"split each", "scale"}

    def listed(self, way: str) -> list[Port]:
        return [port for port in self.ports.values() if port.way == way]

    @property
    def wants(self) -> Format | None:
        """The format that has to arrive of it: what somebody has said, else the best it sends."""
        if self.device is not None and self.device.wants:
            form = format_of(self.device.wants)
            return replace(form, name=format_name(form))
        return self.sends[0] if self.sends else None

    @property
    def watts(self) -> float | None:
        return getattr(self.item, "watts", None)

    @property
    def peak(self) -> float | None:
        found = getattr(self.item, "peak_watts", None)
        return found if found is not None else self.watts


def ports_of(groups: tuple[PortGroup, ...], on: tuple[str, ...] = ()) -> dict[str, Port]:
    """The ports of some groups by name: `in 2`, `out`, `optical out`. on: those whose full-rate setting is on."""
    count = Counter({(group.way, group.kind): 0 for group in groups})
    for group in groups:
        count[group.way, group.kind] += group.count
    at = Counter[tuple[str, str]]()
    out = {}
    for group in groups:
        top = group.gbps or PLANNED.get(group.kind, 0.0)
        for _ in range(group.count):
            at[group.way, group.kind] += 1
            kind = "" if group.kind == "hdmi" else f"{group.kind} "
            number = f" {at[group.way, group.kind]}" if count[group.way, group.kind] > 1 else ""
            name = f"{kind}{group.way}{number}"
            now = group.ships if group.ships is not None and name not in on else top
            out[name] = Port(name, group.way, group.kind, now, top, group.features, group.mode, group.firmware)
    return out


def lenses(scheme: Scheme) -> Mapping[str, Projector]:
    """What throws a picture in a scheme, by its id."""
    return scheme.projectors


def boxes_of(scheme: Scheme, gear: GearShelf) -> dict[str, Box]:
    """Every box of a scheme by its id: its devices, panels by their pictures, what throws a picture by its own id."""
    out: dict[str, Box] = {}
    fed = scheme.feeds
    for key, picture in scheme.pictures.items():
        if picture.kind == "panel" and key not in fed:
            out[key] = _display(key, picture.name, gear.get(picture.gear or ""), key)
    for key, projector in lenses(scheme).items():
        out[key] = _display(key, projector.name, gear.get(projector.gear), projector.shows)
    for listed in scheme.kept(Routing).listed.values():
        if listed.of in out:
            out[listed.of] = _as_listed(out[listed.of], listed.edid)
    for key, device in scheme.kept(Routing).devices.items():
        out[key] = _device(key, device, gear.get(device.gear))
    return out


def _display(key: str, name: str, item: GearItem | None, shows: str) -> Box:
    panel = not isinstance(item, ProjectorGear)
    said = getattr(item, "ports", None)
    ports = ports_of(said or (PANEL_PORTS if panel else PROJECTOR_PORTS))
    lag = item.lag_ms if isinstance(item, (Panel, ProjectorGear)) else None
    sound = SPEAKS if panel else ()
    return Box(key, name, "display", ports, sound=sound, lag=lag, shows=shows, said=said is not None, item=item)


def _as_listed(box: Box, text: str) -> Box:
    """A display with its HDMI inputs as its EDID has them; ARC and its like stay as they are known (rules 10.10)."""
    edid, ports = edid_of(text), dict(box.ports)
    rate, features = rate_of(edid), features_of(edid)
    for name, port in box.ports.items():
        if port.way == "in" and port.kind == "hdmi":
            kept = tuple(one for one in port.features if one in ("dynamic", "arc", "earc", "cec"))
            ports[name] = replace(port, gbps=rate, top=rate, features=(*features, *kept))
    return replace(box, ports=ports, said=True)


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
