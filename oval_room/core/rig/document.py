"""What a rig keeps beside its group of pictures: the range of its joint kit (rules 8.2)."""

from __future__ import annotations

from typing import Annotated, ClassVar

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, Id
from oval_room.core.plan.nodes import PartNodes

Between = Annotated[float, Field(ge=0, le=180)]


class Kit(Frozen):
    """A joint kit of a rig: between the planes of its screens [deg]."""

    of: Id
    least: Between
    most: Between

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Rigs(PartNodes):
    """The joint kits of a scheme's rigs, one each."""

    part: ClassVar[str] = "rig"
    kits: Annotated[dict[Id, Kit], Field(max_length=MOST)] = {}
