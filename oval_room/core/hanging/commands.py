"""Changes of what hangs on the walls."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from oval_room.core.applying import carried, scheme_id, surface_of, with_values
from oval_room.core.commands import AtWall, Stamp
from oval_room.core.errors import RefusedError
from oval_room.core.fixing.capacity import SUITS, capacity_of
from oval_room.core.hanging.document import Hanging, HangingKind, WallThing
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Id, Number, Words

STARTS: Final[dict[str, dict[str, float]]] = {
    "shelf": {"height": 200.0, "depth": 250.0, "cleat": 30.0},
    "cabinet": {"height": 400.0, "depth": 350.0, "cleat": 60.0},
    "box": {"height": 300.0, "depth": 120.0, "cleat": 60.0},
    "soundbar": {"height": 80.0, "depth": 110.0, "cleat": 40.0},
    "speaker": {"height": 300.0, "depth": 250.0, "cleat": 100.0},
    "holder": {"height": 120.0, "depth": 100.0, "cleat": 30.0},
}
"""What nobody has said of one [mm]: a shelf's height is that of its bracket or back board (planning values)."""


class PutHanging(AtWall):
    """Hang something on a wall, or change it."""

    do: Literal["put hanging"] = "put hanging"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    kind: HangingKind | None = None
    wall: Words | None = None
    along: Number | None = None
    bottom: Number | None = None
    width: Number | None = None
    height: Number | None = None
    depth: Number | None = None
    mass: Number | None = None
    cleat: Number | None = None
    screws: Count | None = None
    fixing: Words | None = None
    at: Annotated[tuple[Number, ...], Field(max_length=200)] | None = None
    tray: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key, values = scheme_id(plan, self), carried(self)
        if self.wall is not None and surface_of(plan, self.wall) == "ceiling":
            raise RefusedError("a cleat hangs on a wall: give w1, w2 …", field="wall", value=self.wall)
        if self.fixing is not None:
            capacity_of(self.fixing)
        scheme = plan.schemes[key]
        things = scheme.kept(Hanging).things
        if self.screws is not None:
            values.setdefault("at", ())
        if self.id in things:
            thing = with_values(things[self.id], values)
        else:
            missing = [name for name in ("wall", "along", "bottom", "width") if name not in values]
            if missing:
                raise RefusedError("give the wall, its left end along it, its bottom and its width", field=missing[0])
            kind = self.kind or "shelf"
            suits = SUITS.get(plan.survey.kind_of(str(self.wall)), ("coach 8x50 timber",))[0]
            thing = WallThing(**{"name": kind, "kind": kind, "fixing": suits, **STARTS[kind]} | values)
        if thing.cleat >= thing.height:
            show = plan.writing.ruler.show
            raise RefusedError(
                f"{show(thing.height)} high leaves no room for screws {show(thing.cleat)} under its top: give more, or "
                "write the unit if it is another",
                field="height",
                value=thing.height,
            )
        after = scheme.keeping(Hanging(things={**things, self.id: thing}))
        return plan.model_copy(update={"schemes": {**plan.schemes, key: after}})
