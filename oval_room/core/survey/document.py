"""What was found in the room: seats, things, light, and the survey that holds them."""

from __future__ import annotations

from typing import Annotated, Literal, TypeVar

from pydantic import Field, model_validator

from oval_room.core.plan.fittings import Opening, Passage, Service, StudFind
from oval_room.core.plan.keyed import holder_of, mapped_lists, without_key
from oval_room.core.plan.measure import MOST, Frozen, HeightMm, Id, Measure, Mm, Name, Words, default
from oval_room.core.plan.nodes import KeptOnSurvey, PartNodes, kept_of
from oval_room.core.plan.room import Made, Room, SurfaceKey
from oval_room.core.pose import Point
from oval_room.core.survey.eyes import GAZE_PITCH

_Kept = TypeVar("_Kept", bound=PartNodes)
SeatKind = Literal["upright", "sofa", "recliner", "bed", "stool", "rig"]


ThingKind = Literal[
    "furniture",
    "soundbar",
    "breast",
    "shelf",
    "pendant",
    "other",
    "radiator",
    "fan",
    "beam",
    "bulkhead",
    "cabinet",
    "lamp",
    "platform",
    "walkway",
    "speaker",
    "fire",
    "pier",
]


SpeakerPart = Literal["left", "right", "centre", "surround", "rear", "sub"]


DimKey = Annotated[str, Field(pattern=r"^(w[0-9]{1,2}|c[0-9]{1,2}c[0-9]{1,2}|[hfp][0-9]{1,2})$")]


Lux = Annotated[float, Field(ge=0, le=200_000)]


class Seat(Frozen):
    """Someone's eye: along the wall, out from it, its floor (riser) and its height over that floor [mm]."""

    name: Name
    row: Annotated[int, Field(ge=1, le=20)] = 1
    x: Measure
    y: Measure
    floor: Measure = Measure(value=0.0, source="chosen")
    eye: Measure = default(1080.0)
    kind: SeatKind = "sofa"
    person: Annotated[float, Field(ge=600, le=2400)] | None = None
    """How tall who sits there is [mm], when asked."""

    @property
    def eye_point(self) -> Point:
        return Point(self.x.value, self.y.value, self.floor.value + self.eye.value)

    @property
    def gaze_pitch(self) -> float:
        return GAZE_PITCH[self.kind]


class Thing(Frozen):
    """Something in the room, as a box between two corners [mm]."""

    name: Name
    kind: ThingKind = "furniture"
    x_from: Mm
    x_to: Mm
    y_from: Mm
    y_to: Mm
    z_from: HeightMm = 0.0
    z_to: HeightMm
    source: Literal["default", "assumed", "chosen", "read", "maker", "as-built"] = "read"
    works: bool = True
    """Of a fire: whether it is ever lit."""
    heat_c: Annotated[float, Field(ge=-40, le=400)] | None = None
    """Of a fire: at the panel's bottom edge after an hour [°C]."""
    flue: Words = ""
    """Of a chimney breast or a fire: what is known of its flue and lining; empty while nothing is."""
    part: SpeakerPart | None = None
    """Of a loudspeaker: what it plays."""
    tray: HeightMm = 0.0
    """Of furniture: how far its tray comes out before it [mm]."""

    @model_validator(mode="after")
    def _corners(self) -> Thing:
        for axis in "xyz":
            if not getattr(self, f"{axis}_from") < getattr(self, f"{axis}_to"):
                raise ValueError(f"{axis}_from must be under {axis}_to")
        return self


class LightScene(Frozen):
    """Stray light at the picture in one state of the room [lux], by where it comes from, and the contrast wanted in
    it."""

    name: Name
    ceiling: Measure = default(0.0)
    side: Measure = default(0.0)
    front: Measure = default(0.0)
    wants: Annotated[float, Field(gt=0, le=10_000)] = 15.0


class Survey(Frozen):
    """What was found. dims: readings beyond the box's own: walls (w3), diagonals (c1c3), at corner n the ceiling's
    height (h2) and the floor's distance below the laser line (f2), a wall's lean in mm per m (p1)."""

    room: Room = Room()
    dims: Annotated[dict[DimKey, Measure], Field(max_length=MOST)] = {}
    made: Annotated[dict[SurfaceKey, Made], Field(max_length=MOST)] = {}
    openings: Annotated[dict[Id, Opening], Field(max_length=MOST)] = {}
    services: Annotated[dict[Id, Service], Field(max_length=MOST)] = {}
    finds: Annotated[dict[Id, StudFind], Field(max_length=MOST)] = {}
    passages: Annotated[dict[Id, Passage], Field(max_length=MOST)] = {}
    seats: Annotated[dict[Id, Seat], Field(max_length=MOST)] = {}
    main_seat: Id | None = None
    things: Annotated[dict[Id, Thing], Field(max_length=MOST)] = {}
    scenes: Annotated[dict[Id, LightScene], Field(max_length=MOST)] = {}
    more: KeptOnSurvey = {}
    """What other trades keep of what was found, by name."""

    @model_validator(mode="after")
    def _main(self) -> Survey:
        if self.main_seat is not None and self.main_seat not in self.seats:
            raise ValueError(f"main_seat {self.main_seat} is not a seat")
        return self

    def kind_of(self, surface: str) -> str:
        """What a wall or the ceiling is made of; `unknown` until somebody has said."""
        if surface == "w1" and "w1" not in self.made:
            return self.room.wall
        return self.made[surface].kind if surface in self.made else "unknown"

    def floor_at(self, x: float, y: float) -> float:
        """The floor at a place [mm]: the highest platform there, else nought."""
        on = (
            t.z_to
            for t in self.things.values()
            if t.kind == "platform" and t.x_from <= x <= t.x_to and t.y_from <= y <= t.y_to
        )
        return max(on, default=0.0)

    @property
    def main(self) -> str | None:
        """The main seat's id: the named one, else the first of the first row."""
        if self.main_seat is not None or not self.seats:
            return self.main_seat
        return min(self.seats, key=lambda key: self.seats[key].row)

    def without(self, gone: str) -> Survey:
        """The survey with one of its things taken away."""
        if holder_of(self, gone) is None:
            return self
        left = mapped_lists(self, lambda listed: without_key(listed, gone))
        return left.model_copy(update={"main_seat": None}) if self.main_seat == gone else left

    def kept(self, kind: type[_Kept]) -> _Kept:
        """What a trade keeps on the survey."""
        return kept_of(self.more, kind)

    def keeping(self, nodes: PartNodes) -> Survey:
        """The survey with what a trade keeps on it changed."""
        return self.model_copy(update={"more": {**self.more, nodes.part: nodes}})
