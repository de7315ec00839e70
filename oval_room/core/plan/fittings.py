"""What is in and behind a room's walls: openings, services, finds of studs, ways in (rules 4.6, 7.1, 7.2, 7.7,
7.16)."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from oval_room.core.plan.measure import Frozen, HeightMm, Measure, Mm, Name, Words, default
from oval_room.core.plan.room import SurfaceKey, WallKey

How = Literal["scanner", "magnet", "knock", "pilot"]
OpeningKind = Literal["door", "window", "opening"]
Swing = Literal["none", "in, hinge left", "in, hinge right", "out, hinge left", "out, hinge right", "slides"]
Covering = Literal["none", "blind", "blackout", "curtain", "shutter", "net"]
ServiceKind = Literal[
    "socket",
    "switch",
    "data",
    "thermostat",
    "vent",
    "cable",
    "pipe",
    "aerial",
    "light",
    "radiator",
    "wall box",
    "brush plate",
    "conduit",
]
PassageKind = Literal["door", "turn", "stair", "lift", "van"]

COVERING_LETS: Final[dict[str, float]] = {
    "none": 1.0,
    "net": 0.6,
    "curtain": 0.15,
    "blind": 0.15,
    "shutter": 0.05,
    "blackout": 0.02,
}
"""Share of direct sun that a drawn covering lets through (planning values)."""
MOUTHS: Final = ("wall box", "brush plate", "conduit", "data", "aerial")
"""Services that signal cables come out of the wall by."""
ZONED: Final = ("socket", "switch", "thermostat", "light", "data", "aerial")
"""Services whose cables are to be expected above, below and beside (rules 7.7)."""


class Opening(Frozen):
    """A hole in a wall: from its wall's left end, how wide, sill and head above the floor [mm].

    after: from the opening to the wall's right end, when somebody has measured that too. luminance: seen from inside by
    day [cd/m²] (rules 4.6).
    """

    name: Name
    kind: OpeningKind = "window"
    wall: WallKey
    along: Measure
    width: Measure
    sill: Measure = default(0.0)
    head: Measure = default(2040.0)
    after: Measure | None = None
    swing: Swing = "none"
    covering: Covering = "none"
    luminance: Measure = default(2000.0)
    lintel: Words = ""
    """What carries the wall over it, once somebody has said so (rules 7.19)."""

    @property
    def ends(self) -> tuple[float, float]:
        """From and to along its wall [mm]."""
        return self.along.value, self.along.value + self.width.value


class Service(Frozen):
    """A socket, switch, pipe …: on a wall (or the ceiling) at a place along it and above the floor [mm].

    to_along, to_z: the other end of a cable or pipe. On the ceiling `along` is x and `z` is y.
    """

    name: Name
    kind: ServiceKind = "socket"
    wall: SurfaceKey
    along: Mm
    z: HeightMm
    to_along: Mm | None = None
    to_z: HeightMm | None = None
    circuit: Words = ""


class StudFind(Frozen):
    """One entry of the stud log: which surface, where along it, how it was found, hit or miss (rules 7.2)."""

    wall: SurfaceKey
    at: Mm
    how: How = "scanner"
    hit: bool = True
    by: Words = ""
    when: Words = ""


class Passage(Frozen):
    """Something the boxes must pass: clear width and height, for turns the width after the turn, for lift and van the
    length inside [mm] (rules 7.16)."""

    name: Name
    kind: PassageKind = "door"
    width: Annotated[float, Field(gt=0, le=20_000)]
    height: Annotated[float, Field(gt=0, le=20_000)]
    after: Annotated[float, Field(gt=0, le=20_000)] | None = None
    length: Annotated[float, Field(gt=0, le=20_000)] | None = None
