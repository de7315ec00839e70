"""Changes of what is dusted with."""

from __future__ import annotations

from typing import Literal

from oval_room.core.dusting.document import Cloth, Dusting

from oval_room.core.applying import surface_of
from oval_room.core.commands import AtWall, Stamp
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Id, Name, Words


class PutCloth(AtWall):
    """Hang a cloth on a wall."""

    do: Literal["put cloth"] = "put cloth"
    id: Id
    name: Name
    wall: Words

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        cloth = Cloth(name=self.name, wall=surface_of(plan, self.wall))
        return plan.keeping(Dusting(cloths={**plan.kept(Dusting).cloths, self.id: cloth}))
