"""What a rig keeps beside its group of pictures: the range of its joint kit (rules 8.2)."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from oval_room.core.plan.measure import MOST, FrameMm, Frozen, Hash, HeightMm, Id, LengthMm, Name, Pixels
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.plan.placed import Pose
from oval_room.core.rig.cabinet import TABLE
from oval_room.core.rig.place import Joint

Between = Annotated[float, Field(ge=0, le=180)]


class Kit(Frozen):
    """A joint kit of a rig: between the planes of its screens [deg]."""

    of: Id
    least: Between
    most: Between

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Setup(Frozen):
    """How a rig is set up beside its screens: how far ahead of the eye its wheel base reaches, how high above the floor
    knees and wheel come, 0: not minded; how far its frames stand apart [mm], or whether they overlap. frames: that its
    card was seen to reach a second, at so many pixels; 0: nobody has said."""

    of: Id
    wheel: HeightMm = 0.0
    knees: HeightMm = 0.0
    gap: FrameMm = 0.0
    lapped: bool = False
    frames: Annotated[float, Field(ge=0, le=2000)] = 0.0
    frames_at: Pixels = (1920, 1080)

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)

    @property
    def joint(self) -> Joint:
        """How its sides meet its centre; frames that overlap have no gap."""
        return Joint(0.0 if self.lapped else self.gap, self.lapped)


class Stand(Frozen):
    """A position that a rig is often brought back to: where each of its screens is then."""

    of: Id
    name: Name
    poses: Annotated[dict[Id, Pose], Field(min_length=1, max_length=8)]

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of, *self.poses)


class Body(Frozen):
    """What a screen has outside its frame [mm]. bump: below it, of sensors or a stick. behind: an adapter's. feet: how
    wide and how deep they stand, 0 without any."""

    shows: Id
    bump: FrameMm = 0.0
    behind: FrameMm = 0.0
    feet_wide: HeightMm = 0.0
    feet_deep: HeightMm = 0.0


class Desk(Frozen):
    """A desk that a panel stands on, or is held before by an arm. top: its height, deep: front to back, arm: how far
    the arm holds the panel's middle off its clamp, 0 without one [mm]."""

    shows: Id
    top: HeightMm = 730.0
    deep: HeightMm = 800.0
    arm: HeightMm = 0.0


class Cabinet(Frozen):
    """A table-sim cabinet. length, width: of the playfield's opening [mm]. table: a game's own field, length over
    width."""

    name: Name = "cabinet"
    length: LengthMm = 1180.0
    width: LengthMm = 560.0
    table: Annotated[float, Field(ge=1, le=4)] = TABLE


Role = Literal["playfield", "back", "strip"]


class CabinetScreen(Frozen):
    """A screen of a cabinet: an edition of the shelf, or a bare width and height with a frame all round [mm]."""

    of: Id
    role: Role
    gear: Hash | None = None
    width: LengthMm = 700.0
    height: LengthMm = 394.0
    frame: FrameMm = 8.0

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Rigs(PartNodes):
    """The joint kits, the setups and the positions of a scheme's rigs."""

    part: ClassVar[str] = "rig"
    kits: Annotated[dict[Id, Kit], Field(max_length=MOST)] = {}
    setups: Annotated[dict[Id, Setup], Field(max_length=MOST)] = {}
    stands: Annotated[dict[Id, Stand], Field(max_length=MOST)] = {}
    bodies: Annotated[dict[Id, Body], Field(max_length=MOST)] = {}
    desks: Annotated[dict[Id, Desk], Field(max_length=MOST)] = {}
    cabinets: Annotated[dict[Id, Cabinet], Field(max_length=8)] = {}
    insides: Annotated[dict[Id, CabinetScreen], Field(max_length=24)] = {}

    def body_of(self, picture: str) -> Body:
        """What a screen has outside its frame; nothing where nobody has said."""
        return next((one for one in self.bodies.values() if one.shows == picture), Body(shows=picture))

    def setup_of(self, group: str) -> Setup:
        """What is asked of a rig; nothing where nobody has said."""
        return next((one for one in self.setups.values() if one.of == group), Setup(of=group))
