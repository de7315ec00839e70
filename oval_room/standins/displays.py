"""A stand-in for a display's data channel: asked, it gives its EDID (rules 10.10).

A real one can be put in behind `DataChannel`: it needs a name and `edid`.
"""

from __future__ import annotations

from typing import Protocol

from oval_room.core.plan.gear import Panel
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.record import record
from oval_room.core.signal.box import Box
from oval_room.core.signal.edid_write import VICS, Display, write_edid

CM = 10.0


class DataChannel(Protocol):
    """What gives a display's EDID."""

    @property
    def name(self) -> str: ...

    def edid(self) -> bytes:
        """The whole dump."""
        ...


@record
class StandIn:
    """A made-up display asked at one of its inputs, which is as its box says; where nobody has read its label, a plain
    18G one with static HDR. port: which input, its fastest where none is named."""

    box: Box
    size: tuple[float, float]
    """Of its picture [mm]."""
    port: str = ""

    @property
    def name(self) -> str:
        return f"a stand-in for {self.box.name}"

    def edid(self) -> bytes:
        item, ports = self.box.item, [port for port in self.box.listed("in") if port.kind == "hdmi"]
        asked = [port for port in ports if port.name == self.port]
        best = max(asked or ports, key=lambda port: port.gbps, default=None)
        top = best.gbps if best else 18.0
        features = set(best.features) if best and self.box.said else {"static", "420"}
        pixels = item.pixels if isinstance(item, (Panel, ProjectorGear)) else (3840, 2160)
        hz = getattr(item, "refresh_hz", None) or 60.0
        formats = tuple(one for one in VICS if one[0] <= pixels[1] and one[1] <= hz)
        display = Display(
            name=self.box.name[:13],
            size=(min(round(self.size[0] / CM), 255), min(round(self.size[1] / CM), 255)),
            pixels=pixels,
            hz=min(hz, 60.0),
            formats=formats,
            takes_420="420" in features,
            hdr=("SDR", "PQ", "HLG") if {"static", "dynamic"} & features else ("SDR",),
            deep=(10, 12) if {"static", "dynamic"} & features else (),
            tmds=600 if top >= 18.0 else 340,
            frl=int(top) if top > 18.0 else 0,
            vrr=(48, int(hz)) if "vrr" in features else None,
            low_lag="allm" in features,
            audio=(("LPCM", 2), ("AC-3", 6), ("E-AC-3", 8)) if self.box.sound else (("LPCM", 2),),
        )
        return write_edid(display)
