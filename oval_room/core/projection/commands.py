"""Changes of projectors and of what their lenses remember."""

from __future__ import annotations

from typing import Final, Literal

from oval_room.core.applying import carried, gear_of, in_scheme, scheme_id, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf, Mount
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import Id, Number, Words
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.projection.document import MOST_MEMORIES, Memories, Memory, Projector
from oval_room.core.projection.keystone import MOST_TILT
from oval_room.core.screens.document import Picture

POSE: Final = ("x", "y", "z", "pitch")


class PutProjector(Command):
    """Place or change a projector; x, y, z are the front of its lens, pitch how far its nose points up [deg]."""

    do: Literal["put projector"] = "put projector"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    shows: Id | None = None
    gear: Words | None = None
    mount: Words | None = None
    hung: bool | None = None
    x: Number | None = None
    y: Number | None = None
    z: Number | None = None
    pitch: Number | None = None
    mode: Number | None = None
    age: Words | None = None
    boxed: Words | None = None
    passes: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        values = carried(self, *POSE)
        if self.pitch is not None and abs(self.pitch) > MOST_TILT:
            raise RefusedError(f"nobody tilts a projector more than {MOST_TILT:.0f}°", field="pitch", value=self.pitch)
        old = scheme.projectors.get(self.id)
        if values.get("gear"):
            gear_of(gear, values["gear"], ProjectorGear, "gear")
        if values.get("mount"):
            gear_of(gear, values["mount"], Mount, "mount")
        pose = {axis: getattr(self, axis) for axis in POSE if getattr(self, axis) is not None}
        if old is None:
            if "gear" not in values:
                raise RefusedError("choose a projector from the shelf first", field="gear")
            shows = values.get("shows") or next(iter(scheme.pictures), None)
            if shows not in scheme.pictures:
                raise RefusedError("place the picture it shows first", field="shows")
            item = gear_of(gear, values["gear"], ProjectorGear, "gear")
            hung = values.get("hung", hangs(item))
            lens = _first_lens(plan, scheme.pictures[shows], item, hung)
            named = {"name": item.name, "shows": shows, "hung": hung, "pose": with_values(lens, pose)}
            projector = Projector(**named | values)
        else:
            projector = with_values(old, values | ({"pose": with_values(old.pose, pose)} if pose else {}))
        projectors = {**scheme.projectors, self.id: projector}
        if old is None or projector.shows != old.shows:
            return in_scheme(plan, key, projectors=projectors)
        changed = scheme.model_copy(update={"projectors": projectors})
        return plan.model_copy(update={"schemes": {**plan.schemes, key: changed}})

    def turned_back(self, turn: Turn, plan: Plan) -> PutProjector:
        node, values = plan.chosen.projectors.get(self.id), {}
        if node is None:
            return self
        if self.x is not None or self.y is not None:
            x, y = turn.place_back(node.pose.point, self.x, self.y)
            values = {"x": x, "y": y}
        return self.model_copy(update=values) if values else self


LEAST_MEMORY: Final = 10.0
"""A picture narrower than this is none [mm]."""


class PutMemory(Command):
    """Keep a setting of a lens by name, or change one; a width of 0 is as large as its screen lets it."""

    do: Literal["put memory"] = "put memory"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    shows: Id | None = None
    by: Id | None = None
    aspect: Number | None = None
    width: Number | None = None
    sits: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key, values = scheme_id(plan, self), carried(self)
        scheme = plan.schemes[key]
        memories = scheme.kept(Memories).memories
        if self.width == 0:
            values["width"] = None
        elif self.width is not None and self.width < LEAST_MEMORY:
            raise RefusedError(f"a memory's picture is {LEAST_MEMORY:g} mm wide or more, or 0 for all", field="width")
        if values.get("shows", next(iter(scheme.pictures), None)) not in scheme.pictures:
            raise RefusedError("place the screen it fills first", field="shows")
        if self.id in memories:
            memory = with_values(memories[self.id], values)
        elif len(memories) >= MOST_MEMORIES:
            raise RefusedError(f"a scheme keeps {MOST_MEMORIES} memories; drop one first")
        elif self.aspect is None:
            raise RefusedError("give the aspect of what it shows, such as 16:9 or 2.40", field="aspect")
        else:
            memory = Memory(**{"name": "memory", "shows": next(iter(scheme.pictures))} | values)
        after = scheme.keeping(Memories(memories={**memories, self.id: memory}))
        return plan.model_copy(update={"schemes": {**plan.schemes, key: after}})


def hangs(item: ProjectorGear, now: Projector | None = None, before: GearItem | None = None) -> bool:
    """Whether a projector hangs where nobody has said so: as the one in its place does, but for a cabinet that stands
    under its picture (rules 6.8).

    before: the item of the one in its place.
    """
    if item.stands:
        return False
    stood = isinstance(before, ProjectorGear) and before.stands
    return now.hung if now is not None and not stood else True


CARRIES: Final = ("furniture", "cabinet", "shelf")
"""Things that a cabinet stands on."""


def _first_lens(plan: Plan, picture: Picture, item: ProjectorGear, hung: bool) -> Pose:
    """Where a projector starts: on the picture's centre line out from its own wall, a third up its throw range, level
    with the shift it has; a cabinet as high as its picture wants it."""
    wall = plan.survey.room.walls[wall_of(plan.survey.room, picture) - 1]
    along, off = wall.own(picture.pose.x, picture.pose.y)
    width = max(picture.width.value, picture.height * item.own_aspect)
    throw = width * (item.lens[0] + (item.lens[1] - item.lens[0]) / 3)
    top = plan.survey.room.height.value - item.lens_on_plate[2] - 150
    raster = width / item.own_aspect
    reach = picture.pose.z + raster * (item.shift_offset + 0.9 * item.shift_up)
    x, y = wall.room(along, off + throw)
    if not hung and item.stands:
        under = picture.pose.z - raster * item.shift_offset if item.shift_offset else picture.bottom
        on = _furniture_at(plan, x, y) if not item.shift_offset else None
        return Pose(x=x, y=y, z=max(under if on is None else on + item.body_height, item.body_height))
    return Pose(x=x, y=y, z=max(min(top, reach), 0.0))


def _furniture_at(plan: Plan, x: float, y: float) -> float | None:
    """How high the furniture at a place is [mm]; None where none stands there."""
    tops = [
        one.z_to
        for one in plan.survey.things.values()
        if one.kind in CARRIES and one.x_from <= x <= one.x_to and one.y_from <= y <= one.y_to
    ]
    return max(tops, default=None)
