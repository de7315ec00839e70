"""What a rig keeps beside its group of pictures: the range of its joint kit (rules 8.2)."""

from __future__ import annotations

from typing import Annotated, ClassVar

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, HeightMm, Id, Name
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.plan.placed import Pose

Between = Annotated[float, Field(ge=0, le=180)]


class Kit(Frozen):
    """A joint kit of a rig: between the planes of its screens [deg]."""

    of: Id
    least: Between
    most: Between

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Reach(Frozen):
    """What a driver needs before and under a rig's screens: how far ahead of the eye the wheel base reaches, how high
    above the floor knees and wheel come [mm]; 0: not minded."""

    of: Id
    wheel: HeightMm = 0.0
    knees: HeightMm = 0.0

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Stand(Frozen):
    """A position that a rig is often brought back to: where each of its screens is then."""

    of: Id
    name: Name
    poses: Annotated[dict[Id, Pose], Field(min_length=2, max_length=8)]

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of, *self.poses)


class Rigs(PartNodes):
    """The joint kits, the reaches and the positions of a scheme's rigs."""

    part: ClassVar[str] = "rig"
    kits: Annotated[dict[Id, Kit], Field(max_length=MOST)] = {}
    reaches: Annotated[dict[Id, Reach], Field(max_length=MOST)] = {}
    stands: Annotated[dict[Id, Stand], Field(max_length=MOST)] = {}
