"""A port of a box as it is now: its rate by its setting, what it lists (rules 10.5)."""

from __future__ import annotations

from collections import Counter
from typing import Final

from oval_room.core.plan.gear import PortGroup
from oval_room.core.record import record
from oval_room.core.signal.rates import PICTURES, PLANNED

FEATURES: Final = {
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
"""What a port lists, in words."""


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
    on: bool = False
    """Whether its full-rate setting was put on."""
    read: str = ""
    """Who answered when its EDID was read; empty where none was."""
    differs: tuple[str, ...] = ()
    """What its EDID says otherwise than its sheet."""

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
            port = Port(name, group.way, group.kind, now, top, group.features, group.mode, group.firmware, name in on)
            out[name] = port
    return out
