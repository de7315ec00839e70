"""Other things on the wall: shelves, cabinets and boxes on a cleat, soundbars, speakers and holders on a bracket (rules
7.11)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar, Final, Literal

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, HeightMm, Id, LengthMm, Mm, Name, Source
from oval_room.core.plan.nodes import Carrier, PartNodes
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.room import WallKey

HangingKind = Literal["shelf", "cabinet", "box", "soundbar", "speaker", "holder"]
INSET: Final = 60.0
"""From a thing's end to its first screw [mm] (planning value)."""
EDGE: Final = 20.0
"""A screw lies at least this far from a thing's end, or the cleat splits [mm] (planning value)."""
CARRYING: Final = ("cabinet", "shelf", "box")
MOST_SCREWS: Final = 12
ASSUMED_KG: Final[dict[str, float]] = {
    "shelf": 15.0,
    "cabinet": 40.0,
    "box": 15.0,
    "soundbar": 6.0,
    "speaker": 8.0,
    "holder": 3.0,
}
"""What one is taken to weigh with what is on it until somebody says [kg] (planning values)."""


class WallThing(Frozen):
    """Something that hangs on a wall: its left end along the wall, its bottom above the floor, its size [mm]; with what
    is on it, its mass [kg], None until somebody says. Its cleat's one row of screws lies `cleat` under its top: at
    given places along the wall
    (`at`, say where the studs are), or evenly.
    """

    name: Name
    kind: HangingKind = "shelf"
    wall: WallKey
    along: Mm
    bottom: HeightMm
    width: LengthMm
    height: LengthMm
    depth: LengthMm
    mass: Annotated[float, Field(gt=0, le=500)] | None = None
    cleat: HeightMm = 0.0
    screws: Annotated[int, Field(ge=2, le=MOST_SCREWS)] = 2
    fixing: Annotated[str, Field(max_length=40)] = "coach 8x50 timber"
    at: Annotated[tuple[Mm, ...], Field(max_length=MOST_SCREWS)] = ()
    tray: HeightMm = 0.0
    """How far its tray comes out before it [mm]."""

    @property
    def weighs(self) -> tuple[float, Source]:
        """What it is taken to weigh [kg], and where that comes from."""
        return (ASSUMED_KG[self.kind], "assumed") if self.mass is None else (self.mass, "chosen")

    @property
    def top(self) -> float:
        return self.bottom + self.height

    @property
    def row(self) -> float:
        """The row of screws above the floor [mm]."""
        return self.top - self.cleat

    @property
    def end(self) -> float:
        """Its right end along the wall [mm]."""
        return self.along + self.width

    @property
    def holes(self) -> tuple[tuple[float, float], ...]:
        """Each screw's place: along the wall, above the floor [mm]. Given places that no longer lie behind it are left
        out; with fewer than two, they are spread evenly, an inset from both ends."""
        given = [x for x in sorted(set(self.at)) if self.along + EDGE <= x <= self.end - EDGE]
        if len(given) >= 2:
            return tuple((x, self.row) for x in given)
        inset = min(INSET, self.width / 4)
        step = (self.width - 2 * inset) / (self.screws - 1)
        return tuple((self.along + inset + n * step, self.row) for n in range(self.screws))


class Hanging(PartNodes):
    """What hangs on the walls of a scheme beside its pictures."""

    part: ClassVar[str] = "hanging"
    things: Annotated[dict[Id, WallThing], Field(max_length=MOST)] = {}

    def carriers(self, walls: Mapping[str, Wall]) -> Mapping[str, Carrier]:
        """Cabinets and shelves on a cleat: furniture for the projector that stands on one (rules 6.8)."""
        out = {}
        for key, one in self.things.items():
            if one.kind in CARRYING and (wall := walls.get(one.wall)) is not None:
                a, b = wall.room(one.along, 0.0), wall.room(one.end, one.depth)
                xs, ys = sorted((a[0], b[0])), sorted((a[1], b[1]))
                out[key] = Carrier(one.name, xs[0], xs[1], ys[0], ys[1], one.top, one.tray)
        return out
