"""What dusting keeps of a job: its cloths, each in its place on a wall."""

from __future__ import annotations

from typing import Annotated, ClassVar

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, Id, Name
from oval_room.core.plan.nodes import KeptOn, PartNodes
from oval_room.core.plan.room import WallKey


class Cloth(Frozen):
    name: Name
    wall: WallKey = "w1"


class Dusting(PartNodes):
    part: ClassVar[str] = "dusting"
    on: ClassVar[KeptOn] = "job"
    cloths: Annotated[dict[Id, Cloth], Field(max_length=MOST)] = {}
