"""Changes of a rig that no picture knows of: its joint kit."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import scheme_id, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Id, Number, next_id
from oval_room.core.rig.document import Kit, Rigs


class PutKit(Command):
    """What a rig's joint kit allows between the planes of its screens [deg]; least and most alike nought: none."""

    do: Literal["put kit"] = "put kit"
    of: Id
    scheme: Id | None = None
    least: Number
    most: Number

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        group = scheme.groups.get(self.of)
        if group is None or group.kind != "rig":
            raise MissingError(f"there is no rig {self.of}", value=self.of)
        if not 0 <= self.least <= self.most <= 180:
            raise RefusedError(
                "a joint kit goes from the smaller to the larger angle between the screens, 0 to 180°", field="least"
            )
        kits = {name: kit for name, kit in scheme.kept(Rigs).kits.items() if kit.of != self.of}
        if self.most > 0:
            kits[next_id("jk", set(kits))] = Kit(of=self.of, least=self.least, most=self.most)
        rigs = with_values(scheme.kept(Rigs), {"kits": kits})
        return plan.model_copy(update={"schemes": {**plan.schemes, key: scheme.keeping(rigs)}})
