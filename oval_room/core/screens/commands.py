"""Changes of pictures."""

from __future__ import annotations

import math
from typing import Final, Literal

from oval_room.core.applying import carried, decided, gear_of, measured, scheme_id, with_picture, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount, Panel, Screen
from oval_room.core.plan.measure import Count, Hash, Id, Measure, Number, Pixels, Typed, Values, Words
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import Turn
from oval_room.core.screens.document import Picture
from oval_room.core.screens.hung import hung_values, turn_of
from oval_room.core.screens.size import LEAST_DIAGONAL, MOST_DIAGONAL

AXES: Final = ("x", "y", "z", "yaw", "pitch", "roll")
_OF_SIZE: Final = ("width", "aspect", "frame_side", "frame_top", "frame_bottom")


class PutPicture(Command):
    """Place or change a picture. x, y, z are its centre; `bottom` sets z from the lower edge after any new size."""

    do: Literal["put picture"] = "put picture"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    kind: Words | None = None
    width: Typed | None = None
    aspect: Number | None = None
    frame_side: Number | None = None
    frame_top: Number | None = None
    frame_bottom: Number | None = None
    x: Number | None = None
    y: Number | None = None
    z: Number | None = None
    bottom: Number | None = None
    yaw: Number | None = None
    pitch: Number | None = None
    roll: Number | None = None
    pixels: Pixels | None = None
    surface: Words | None = None
    mount: Words | None = None
    curve: Number | None = None
    """Radius of a curved panel [mm]; 0 makes it flat."""
    case_below: Number | None = None
    split: tuple[Count, Count] | None = None
    turned: Count | None = None
    """Of a panel, clockwise as the viewer sees it: 0, 90, 180, 270; it turns about its middle."""
    cloth_roll: Number | None = None
    """How wide the roll is that its cloth is cut from [mm]; 0 where nobody knows."""
    off_told: bool | None = None
    """Somebody says how far off its wall it stands: that is assumed no longer."""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        values = carried(self, *AXES, "bottom", "turned")
        plan, values = measured(plan, f"schemes.{key}.pictures.{self.id}", values, stamp)
        for name in ("curve", "cloth_roll"):
            if name in values:
                values[name] = values[name] or None
        pose = {axis: value for axis in AXES if (value := getattr(self, axis)) is not None}
        picture = _placed(plan, key, self.id, values, pose, self.bottom)
        if self.turned is not None and self.turned != picture.turned:
            picture = with_values(picture, hung_values(picture, turn_of(self.turned)))
        if picture.mount:
            gear_of(gear, picture.mount, Mount, "mount")
        return with_picture(plan, key, self.id, picture)

    def turned_back(self, turn: Turn, plan: Plan) -> PutPicture:
        node, values = plan.chosen.pictures.get(self.id), {}
        if node is None:
            return self
        if self.x is not None or self.y is not None:
            x, y = turn.place_back(node.pose.point, self.x, self.y)
            values = {"x": x, "y": y}
        if self.yaw is not None:
            values["yaw"] = turn.yaw_back(self.yaw)
        return self.model_copy(update=values) if values else self


class TakeGear(Command):
    """Give a picture or projector a gear edition: sizes and frames come from it, and a picture's name where none is
    given."""

    do: Literal["take gear"] = "take gear"
    id: Id
    gear: Hash
    scheme: Id | None = None
    name: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        item = gear.get(self.gear)
        if item is None:
            raise MissingError(f"there is no gear {self.gear[:40]} here", value=self.gear)
        if not isinstance(item, (Panel, Screen)):
            put = Command.known.get(item.placed_by)
            if put is None:
                raise RefusedError(f"a {item.kind} is chosen where it goes, not for a picture", field="gear")
            return put.model_validate({"id": self.id, "scheme": key, "gear": self.gear}).applied(plan, gear, stamp)
        if (was := plan.schemes[key].pictures.get(self.id)) is not None and was.turned and isinstance(item, Panel):
            level = PutPicture(id=self.id, scheme=key, turned=0).applied(plan, gear, stamp)
            taken = self.applied(level, gear, stamp)
            return PutPicture(id=self.id, scheme=key, turned=was.turned, z=was.pose.z).applied(taken, gear, stamp)
        values: Values = {
            "kind": item.kind,
            "name": self.name or item.name,
            "width": Measure(value=item.width, source="maker"),
            "aspect": item.width / item.height,
            "frame_side": item.frame_side,
            "frame_top": item.frame_top,
            "frame_bottom": item.frame_bottom,
            "gear": self.gear,
        }
        if isinstance(item, Panel):
            values |= {"curve": item.curve, "pixels": item.pixels}
        else:
            values |= {"curve": None, "surface": item.surface}
        held = {} if was is None or not isinstance(item, Panel) else _on_its_arm(was, item, gear)
        return with_picture(plan, key, self.id, _placed(plan, key, self.id, values, held, None))


def _on_its_arm(was: Picture, item: Panel, gear: GearShelf) -> dict[str, float]:
    """Where another panel hangs on the arm that holds one: the arm's holes stay where they are, so its upper bolts hang
    as high as those of the last one; its middle, where either sheet does not say. Nothing without an arm."""
    mount, last = gear.get(was.mount or ""), gear.get(was.gear or "")
    if not isinstance(mount, Mount) or not mount.is_arm:
        return {}
    if not isinstance(last, Panel) or last.top_to_vesa is None or item.top_to_vesa is None:
        return {"z": was.pose.z}
    bolts = was.top + was.frame_top - last.top_to_vesa
    return {"z": bolts + item.top_to_vesa - item.frame_top - item.height / 2}


def _placed(plan: Plan, key: str, name: str, values: Values, pose: dict[str, float], bottom: float | None) -> Picture:
    """A picture of a scheme with some of its values and its place changed; a new one where there is none.

    Args:
        bottom: the lower edge, after any new size [mm]; without one a new size keeps it.
    """
    if not values.keys().isdisjoint(_OF_SIZE):
        values["built"] = None
    old = plan.schemes[key].pictures.get(name)
    if old is None:
        room = plan.survey.room
        start = Pose(x=room.width.value / 2, y=50.0, z=1200.0)
        named = {"name": "picture", "kind": "panel", "width": decided(1439.0), "pose": start}
        picture = Picture(**named | values)
    else:
        picture = with_values(old, values) if values else old
        if old.gear and "frame_side" not in values and _resized(old, picture):
            picture = picture.model_copy(update={"gear": None})
    if "width" in values or "aspect" in values:
        _sized(picture)
    if bottom is not None:
        pose["z"] = bottom + picture.height / 2
    elif old is not None and "z" not in pose and picture.height != old.height:
        pose["z"] = old.bottom + picture.height / 2
    return picture.model_copy(update={"pose": with_values(picture.pose, pose)}) if pose else picture


def _resized(old: Picture, new: Picture) -> bool:
    """Whether a picture has another size or curve than before."""
    same = abs(new.width.value - old.width.value) < 1e-6 and abs(new.aspect - old.aspect) < 1e-9
    return not (same and new.curve == old.curve)


def _sized(picture: Picture) -> None:
    """Refuse a size nobody looks at (rules 2.1)."""
    diagonal = math.hypot(picture.width.value, picture.height)
    if not LEAST_DIAGONAL <= diagonal <= MOST_DIAGONAL:
        raise RefusedError(
            f"give a size from 8 to 787 inches corner to corner (this would be {diagonal / 25.4:.2f})", field="width"
        )
