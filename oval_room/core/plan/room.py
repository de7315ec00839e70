"""The room of a survey: its outline, levels of floor and ceiling, what its surfaces are made of (rules 0, 5.7, 7.1)."""

from __future__ import annotations

import math
from typing import Annotated, Final, Literal

from pydantic import Field, model_validator

from oval_room.core.plan.measure import Frozen, HeightMm, Measure, Mm, Words, default
from oval_room.core.plan.outline import (
    LONGEST_WALL,
    Corners,
    Wall,
    check_outline,
    extent,
    inside,
    reach,
    surfaces_m2,
    walls_by_key,
    walls_of,
)

WallKey = Annotated[str, Field(pattern=r"^w([1-9]|[1-3][0-9]|40)$")]
SurfaceKey = Annotated[str, Field(pattern=r"^(w([1-9]|[1-3][0-9]|40)|ceiling)$")]
WallKind = Literal[
    "unknown",
    "timber",
    "masonry",
    "board",
    "steel 20",
    "steel 25",
    "brick",
    "perforated",
    "hollow",
    "aerated",
    "concrete",
    "dabs",
    "lining",
    "double board",
    "resilient",
    "tiled",
    "lath",
]
CeilingKind = Literal["unknown", "joists", "trusses", "concrete", "grid", "board"]
RoomFinish = Literal["white", "furnished", "dark"]

LEAST_SIDE: Final = 100.0
"""No room is smaller [mm]; an outline's first wall may be as short as a wall is."""

WALL_WORDS: Final[dict[str, str]] = {
    "unknown": "not known",
    "timber": "timber studs",
    "masonry": "masonry",
    "board": "board, nothing known behind",
    "steel 20": "steel studs, 20 gauge",
    "steel 25": "steel studs, 25 gauge",
    "brick": "solid brick",
    "perforated": "perforated brick",
    "hollow": "hollow block",
    "aerated": "aerated block",
    "concrete": "concrete",
    "dabs": "board on dabs over masonry",
    "lining": "insulated lining",
    "double board": "two layers of board",
    "resilient": "board on resilient channel",
    "tiled": "tiled",
    "lath": "plaster and lath",
}
"""Kinds of wall (rules 7.1) as people say them."""
CEILING_WORDS: Final[dict[str, str]] = {
    "unknown": "not known",
    "joists": "joists",
    "trusses": "trusses",
    "concrete": "concrete",
    "grid": "suspended grid",
    "board": "board, nothing known above",
}
CARRIES_NOTHING: Final = ("grid", "board")
"""Kinds of ceiling that carry nothing: what is over them does, once somebody says what (rules 7.22)."""
Over = Literal["", "slab", "joists", "timber"]
OVER_WORDS: Final[dict[str, str]] = {"slab": "a slab", "joists": "joists", "timber": "a timber put in for it"}
"""What is over such a ceiling."""
STUDDED: Final = ("timber", "steel 20", "steel 25", "double board", "resilient", "lath", "board", "unknown")
"""Kinds behind which a rhythm of studs is looked for."""
NOTHING_BEHIND: Final = ("board", "lath", "double board")
"""Kinds that carry nothing until studs are found behind (rules 7.6)."""


class Slope(Frozen):
    """A pitch of the ceiling: it starts `low` above the floor at a wall and rises into the room by `pitch` [deg]."""

    wall: WallKey
    low: Measure
    pitch: Annotated[float, Field(ge=0.1, le=80)]


class Made(Frozen):
    """What a wall or the ceiling is made of (rules 7.1). None where nobody has looked."""

    kind: Words = "unknown"
    board: HeightMm | None = None
    layers: Annotated[int, Field(ge=0, le=4)] | None = None
    behind: Words = ""
    stud_depth: HeightMm | None = None
    module: HeightMm | None = None
    """A suspended grid's module [mm]."""
    joists: Literal["along", "out", "unknown"] = "unknown"
    """Which way joists run: along the display wall or out from it."""
    void: HeightMm | None = None
    """From a ceiling's face up to what carries, where the ceiling itself does not [mm]."""
    over: Over = ""
    """What that is (rules 7.22)."""

    @model_validator(mode="after")
    def _known(self) -> Made:
        if self.kind not in WALL_WORDS and self.kind not in CEILING_WORDS:
            raise ValueError(f"kind must be one of {', '.join((*WALL_WORDS, *CEILING_WORDS))}")
        return self


class Corner(Frozen):
    """A corner of the outline from above [mm]."""

    x: Mm
    y: Mm


class Room(Frozen):
    """A room: along the display wall, out from it, floor to ceiling [mm]; a box unless it has an outline.

    outline: corners from the display wall's left end round (see `outline`); width is then the display wall's length
    and depth the farthest the room reaches. slopes: pitches that cut the ceiling down. faces: compass bearing in
    which a viewer looks at the display wall [deg]; latitude [deg], north positive; None when nobody has taken it.
    """

    width: Measure = default(4500.0)
    depth: Measure = default(5500.0)
    height: Measure = default(2400.0)
    finish: RoomFinish = "furnished"
    wall: WallKind = "unknown"
    faces: Annotated[float, Field(ge=0, lt=360)] | None = None
    latitude: Annotated[float, Field(ge=-66, le=66)] | None = None
    outline: Annotated[tuple[Corner, ...], Field(max_length=40)] = ()
    slopes: Annotated[tuple[Slope, ...], Field(max_length=2)] = ()

    @model_validator(mode="after")
    def _shape(self) -> Room:
        if self.outline:
            check_outline(self.corners)
        for name, side in (("width", self.width), ("depth", self.depth), ("height", self.height)):
            if not LEAST_SIDE <= side.value <= LONGEST_WALL:
                raise ValueError(f"the room's {name} must be from {LEAST_SIDE:.0f} mm to 100 m")
        for slope in self.slopes:
            if slope.wall not in {wall.key for wall in self.walls}:
                raise ValueError(f"the ceiling can't slope from {slope.wall}, which is not there")
        return self

    @property
    def corners(self) -> Corners:
        if self.outline:
            return tuple((corner.x, corner.y) for corner in self.outline)
        w, d = self.width.value, self.depth.value
        return ((0.0, 0.0), (w, 0.0), (w, d), (0.0, d))

    @property
    def walls(self) -> tuple[Wall, ...]:
        return walls_of(self.corners)

    def wall_named(self, key: str) -> Wall | None:
        return walls_by_key(self.corners).get(key)

    @property
    def is_box(self) -> bool:
        return not self.outline

    @property
    def extent(self) -> tuple[float, float, float, float]:
        """Least x and y, greatest x and y [mm]."""
        return extent(self.corners)

    @property
    def surface_m2(self) -> float:
        """All surfaces [m²] (rules 5.7); slopes counted as if the ceiling were flat."""
        return surfaces_m2(self.corners, self.height.value)

    def holds(self, x: float, y: float) -> bool:
        """Whether a place is in the room, walls' faces included."""
        return inside(self.corners, x, y)

    def ceiling_at(self, x: float, y: float) -> float:
        """The ceiling above a place [mm]: flat height or the lowest slope."""
        height, walls = self.height.value, walls_by_key(self.corners)
        for slope in self.slopes:
            wall = walls.get(slope.wall)
            if wall is not None:
                off = max(wall.own(x, y)[1], 0.0)
                height = min(height, slope.low.value + off * math.tan(math.radians(slope.pitch)))
        return height

    def ceiling_over(self, x_from: float, x_to: float, y: float) -> float:
        """The lowest ceiling over a stretch along the display wall's axis at one depth [mm]."""
        return min(self.ceiling_at(x_from, y), self.ceiling_at((x_from + x_to) / 2, y), self.ceiling_at(x_to, y))

    def behind(self, x: float, y: float) -> float:
        """Where the next wall lies, straight out from a place [mm from the display wall]."""
        far = reach(self.corners, x, y, 0.0, 1.0)
        return self.depth.value if math.isinf(far) else y + far
