"""A box of the chain: what it is, its ports, what it does between them (rules 10.5)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.plan.gear import GearItem
from oval_room.core.record import record
from oval_room.core.sent_format import Format
from oval_room.core.signal.document import Device
from oval_room.core.signal.port import Port
from oval_room.core.signal.typed import format_name, format_of

PASSES: Final = frozenset(("pass", "switch", "split", "split each", "matrix", "scale", "convert"))
"""What lets a picture through."""
SPEAKS: Final = ("5.1", "stereo")
BACK: Final = ("arc", "earc")


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
    walled: bool = False
    """Whether it drives a wall of displays, and is kept with that."""

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
