"""The plan: one job as one frozen document (brief, survey, schemes, choices, readings)."""

from __future__ import annotations

import math
from typing import Annotated, Final, Literal

from pydantic import Field, model_validator

from oval_room.core.levels import Level
from oval_room.core.plan.fittings import Opening, Passage, Service, StudFind
from oval_room.core.plan.measure import Degrees, Frozen, HeightMm, Id, LengthMm, Measure, Mm, Name, Reading, Words, default
from oval_room.core.plan.room import Made, Room, SurfaceKey
from oval_room.core.pose import Point, Turn
from oval_room.core.screens.shapes import bow, chord
from oval_room.core.screens.surfaces import SurfaceKind
from oval_room.core.survey.readings import Instrument
from oval_room.core.units import Ruler, Style, Unit
from oval_room.core.viewing.ladder import HeightSchool
from oval_room.core.viewing.neck import GAZE_PITCH
from oval_room.core.viewing.schools import SizeSchool

FORMAT: Final = 1
MOST: Final = 200  # things of one kind in one job

Stage = Literal["brief", "survey", "picture", "throw", "fixing"]
STAGES: Final[tuple[Stage, ...]] = ("brief", "survey", "picture", "throw", "fixing")
SeatKind = Literal["upright", "sofa", "recliner", "bed", "stool", "rig"]
ThingKind = Literal[
    "furniture", "soundbar", "breast", "shelf", "pendant", "other", "radiator", "fan", "beam", "bulkhead", "cabinet", "lamp", "platform",
    "walkway", "speaker", "fire",
]  # fmt: skip
SpeakerPart = Literal["left", "right", "centre", "surround", "rear", "sub"]
Plays = Literal["any", "platform and rhythm", "racing, shooters, table sims"]
DimKey = Annotated[str, Field(pattern=r"^(w[0-9]{1,2}|c[0-9]{1,2}c[0-9]{1,2}|[hfp][0-9]{1,2})$")]
FindingKey = Annotated[str, Field(pattern=r"^[a-z_]+(/[a-zA-Z0-9 ]+)*$", max_length=80)]
Hours = Annotated[float, Field(ge=0, le=24)]
Lux = Annotated[float, Field(ge=0, le=200_000)]


class Writing(Frozen):
    """How this job writes and reads lengths."""

    unit: Unit = "mm"
    style: Style = "mm"
    steps_per_inch: Literal[8, 16, 32] = 16
    instrument: Instrument = "tape"

    @property
    def ruler(self) -> Ruler:
        return Ruler(self.unit, self.style, self.steps_per_inch)


class Brief(Frozen):
    """What was asked first; every answer may be missing."""

    who: Words = ""
    film: Hours = 0.0
    sport: Hours = 0.0
    games: Hours = 0.0
    desk: Hours = 0.0
    budget: Annotated[float, Field(ge=0, le=1e8)] | None = None
    must_stay: Words = ""
    landlord: Words = ""
    cables: Words = ""
    plays: Plays = "any"
    """What kind of games: it decides how much lag is too much (rules 3.6)."""


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
    part: SpeakerPart | None = None
    """Of a loudspeaker: what it plays."""

    @model_validator(mode="after")
    def _corners(self) -> Thing:
        for axis in "xyz":
            if not getattr(self, f"{axis}_from") < getattr(self, f"{axis}_to"):
                raise ValueError(f"{axis}_from must be under {axis}_to")
        return self


class LightScene(Frozen):
    """Stray light at the picture in one state of the room [lux], by where it comes from, and the contrast wanted in it."""

    name: Name
    ceiling: Measure = default(0.0)
    side: Measure = default(0.0)
    front: Measure = default(0.0)
    wants: Annotated[float, Field(gt=0, le=10_000)] = 15.0


class Survey(Frozen):
    """What was found. dims: readings beyond the box's own: walls (w3), diagonals (c1c3), at corner n the ceiling's height (h2)
    and the floor's distance below the laser line (f2), a wall's lean in mm per m (p1)."""

    room: Room = Room()
    dims: Annotated[dict[DimKey, Measure], Field(max_length=MOST)] = {}
    made: dict[SurfaceKey, Made] = {}
    openings: Annotated[dict[Id, Opening], Field(max_length=MOST)] = {}
    services: Annotated[dict[Id, Service], Field(max_length=MOST)] = {}
    finds: Annotated[dict[Id, StudFind], Field(max_length=MOST)] = {}
    passages: Annotated[dict[Id, Passage], Field(max_length=MOST)] = {}
    seats: Annotated[dict[Id, Seat], Field(max_length=MOST)] = {}
    main_seat: Id | None = None
    things: Annotated[dict[Id, Thing], Field(max_length=MOST)] = {}
    scenes: Annotated[dict[Id, LightScene], Field(max_length=MOST)] = {}

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
            t.z_to for t in self.things.values() if t.kind == "platform" and t.x_from <= x <= t.x_to and t.y_from <= y <= t.y_to
        )
        return max(on, default=0.0)

    @property
    def main(self) -> str | None:
        """The main seat's id: the named one, else the first of the first row."""
        if self.main_seat is not None or not self.seats:
            return self.main_seat
        return min(self.seats, key=lambda key: self.seats[key].row)


class Pose(Frozen):
    """Centre and turns (rules 0)."""

    x: Mm
    y: Mm
    z: Mm
    yaw: Degrees = 0.0
    pitch: Degrees = 0.0
    roll: Degrees = 0.0

    @property
    def point(self) -> Point:
        return Point(self.x, self.y, self.z)

    @property
    def turn(self) -> Turn:
        return Turn(self.yaw, self.pitch, self.roll)


class Picture(Frozen):
    """Something people look at; its pose is the centre of the visible picture."""

    name: Name
    kind: Literal["panel", "screen"]
    width: Measure
    aspect: Annotated[float, Field(ge=0.05, le=20)] = 16 / 9
    frame_side: HeightMm = 0.0
    frame_top: HeightMm = 0.0
    frame_bottom: HeightMm = 0.0
    pose: Pose
    pixels: tuple[int, int] = (3840, 2160)
    surface: SurfaceKind = "matte"
    gear: str | None = None
    mount: str | None = None
    curve: LengthMm | None = None
    """Radius of a curved panel [mm]; its width is then that of the arc (rules 2.2)."""
    split: tuple[Annotated[int, Field(ge=1, le=8)], Annotated[int, Field(ge=1, le=8)]] = (1, 1)
    """Columns and rows that the picture is shared into (rules 2.4)."""

    @model_validator(mode="after")
    def _arc(self) -> Picture:
        if self.curve is not None and self.width.value > math.pi * self.curve:
            raise ValueError(f"a picture this wide is more than half a circle of radius {self.curve:g} mm")
        return self

    @property
    def across(self) -> float:
        """How wide it stands in the room [mm]: the chord of a curved one."""
        return chord(self.curve, self.width.value)

    @property
    def bow(self) -> float:
        """How far its side edges come forward of its middle [mm]; 0 when flat."""
        return bow(self.curve, self.width.value)

    @property
    def height(self) -> float:
        return self.width.value / self.aspect

    @property
    def bottom(self) -> float:
        return self.pose.z - self.height / 2

    @property
    def top(self) -> float:
        return self.pose.z + self.height / 2


class Projector(Frozen):
    """A projector placed; its pose is the front of its lens."""

    name: Name
    shows: Id
    gear: str
    mount: str | None = None
    hung: bool = True
    pose: Pose
    mode: Annotated[float, Field(gt=0, le=1)] = 0.65
    age: Literal["new", "lamp", "led", "laser"] = "new"


class Scheme(Frozen):
    """One way to do the room."""

    name: Name
    pictures: Annotated[dict[Id, Picture], Field(max_length=MOST)] = {}
    projectors: Annotated[dict[Id, Projector], Field(max_length=MOST)] = {}

    @model_validator(mode="after")
    def _shows(self) -> Scheme:
        for key, projector in self.projectors.items():
            if projector.shows not in self.pictures:
                raise ValueError(f"projector {key} shows picture {projector.shows}, which is not there")
        return self


class Settled(Frozen):
    """A stage somebody called done, with the figures it rested on."""

    figures: dict[str, float]
    by: Words = ""


class Accepted(Frozen):
    """A mind somebody accepted or a stop somebody overrode: level and how far off it was then, who, why."""

    level: Level
    off_by: Annotated[float, Field(ge=0, le=1e9)] | None = None
    by: Words = ""
    why: Words = ""


class Decided(Frozen):
    """The scheme that was chosen, by whom and why."""

    scheme: Id
    by: Words = ""
    why: Words = ""
    at: Words = ""


class Choices(Frozen):
    size_school: SizeSchool = "cinema"
    height_school: HeightSchool = "third"
    settled: dict[Stage, Settled] = {}
    accepted: Annotated[dict[FindingKey, Accepted], Field(max_length=MOST)] = {}
    decided: Decided | None = None


class Plan(Frozen):
    """One job."""

    format: Literal[1] = FORMAT
    name: Name
    client: Words = ""
    place: Words = ""
    state: Literal["planning", "agreed", "on site", "done"] = "planning"
    writing: Writing = Writing()
    brief: Brief = Brief()
    survey: Survey = Survey()
    schemes: Annotated[dict[Id, Scheme], Field(min_length=1, max_length=12)]
    scheme: Id
    choices: Choices = Choices()
    readings: Annotated[dict[Id, Reading], Field(max_length=9999)] = {}

    @model_validator(mode="after")
    def _chosen(self) -> Plan:
        if self.scheme not in self.schemes:
            raise ValueError(f"scheme {self.scheme} is not one of the schemes")
        return self

    @property
    def chosen(self) -> Scheme:
        return self.schemes[self.scheme]

    def gear_used(self) -> set[str]:
        """Hashes of every gear edition any scheme names."""
        used: set[str] = set()
        for scheme in self.schemes.values():
            for picture in scheme.pictures.values():
                used.update(key for key in (picture.gear, picture.mount) if key)
            for projector in scheme.projectors.values():
                used.update(key for key in (projector.gear, projector.mount) if key)
        return used


SCENES: Final[dict[str, LightScene]] = {
    "k1": LightScene(name="dark", ceiling=default(0.5), wants=50.0),
    "k2": LightScene(name="lamps", ceiling=default(20.0), side=default(20.0), wants=15.0),
    "k3": LightScene(name="day, blinds drawn", side=default(60.0), wants=15.0),
}
"""Scenes a new job starts with; the lux are the start values of rules 5.6."""


def new_plan(name: str, *, client: str = "", place: str = "", writing: Writing | None = None) -> Plan:
    """A job with an assumed room and nothing in it yet."""
    return Plan(
        name=name,
        client=client,
        place=place,
        writing=writing or Writing(),
        survey=Survey(scenes=SCENES),
        schemes={"v1": Scheme(name="First scheme")},
        scheme="v1",
    )


def next_id(prefix: str, taken: dict[str, object] | set[str]) -> str:
    """The first free id of a kind: s1, s2 …"""
    return prefix + str(next(n for n in range(1, len(taken) + 2) if f"{prefix}{n}" not in taken))
