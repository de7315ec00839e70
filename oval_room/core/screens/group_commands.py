"""Changes of groups of pictures."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from oval_room.core.applying import in_scheme, scheme_id, with_values
from oval_room.core.commands import Command, Stamp, several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.group import Group, GroupKind, least_of
from oval_room.core.plan.measure import MOST, Id, Name, Number
from oval_room.core.plan.turn import Turn
from oval_room.core.pose import to_own, to_room
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.groups import middle_of, stands_for


class PutGroup(Command):
    """Bring pictures together, or move and turn a group: its pictures go with it. bottom: the lowest one's lower
    edge."""

    do: Literal["put group"] = "put group"
    id: Id
    scheme: Id | None = None
    name: Name | None = None
    kind: GroupKind | None = None
    members: Annotated[tuple[Id, ...], Field(max_length=MOST)] | None = None
    x: Number | None = None
    y: Number | None = None
    z: Number | None = None
    bottom: Number | None = None
    yaw: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        group = self._group(scheme.groups.get(self.id), scheme.pictures)
        pictures = {name: scheme.pictures[name] for name in group.members}
        rise = 0.0 if self.bottom is None else self.bottom - min(one.bottom for one in pictures.values())
        now = group.pose
        then = now.model_copy(
            update={name: value for name in ("x", "y", "z", "yaw") if (value := getattr(self, name)) is not None}
        )
        then = then.model_copy(update={"z": then.z + rise})
        if then != now:
            then = with_values(now, then.model_dump())
            turned = then.yaw - now.yaw
            for name, picture in pictures.items():
                place = to_room(then.point, then.turn, to_own(now.point, now.turn, picture.pose.point))
                yaw = (picture.pose.yaw + turned + 180) % 360 - 180
                pose = with_values(picture.pose, {"x": place.x, "y": place.y, "z": place.z, "yaw": yaw})
                pictures[name] = with_values(picture, {"pose": pose})
        groups = {**scheme.groups, self.id: with_values(group, {"pose": then})}
        return in_scheme(plan, key, pictures={**scheme.pictures, **pictures}, groups=groups)

    def _group(self, old: Group | None, pictures: dict[str, Picture]) -> Group:
        members = self.members if self.members is not None else old.members if old else ()
        if missing := [name for name in members if name not in pictures]:
            raise RefusedError(f"there is no picture {missing[0]} to bring in", field="members", value=missing[0])
        kind = self.kind or (old.kind if old else "row")
        if len(set(members)) < least_of(kind):
            raise RefusedError("a group is of two pictures or more", field="members", value=len(members))
        named = {
            "name": self.name or (old.name if old else kind),
            "kind": kind,
            "members": tuple(dict.fromkeys(members)),
        }
        if old is not None and self.members is None:
            return with_values(old, named)
        return Group(**named, pose=middle_of([pictures[name] for name in members]))

    def turned_back(self, turn: Turn, plan: Plan) -> PutGroup:
        group, values = plan.chosen.groups.get(self.id), {}
        if group is None:
            return self
        if self.x is not None or self.y is not None:
            x, y = turn.place_back(group.pose.point, self.x, self.y)
            values = {"x": x, "y": y}
        if self.yaw is not None:
            values["yaw"] = turn.yaw_back(self.yaw)
        return self.model_copy(update=values) if values else self


def of_group(command: Command, keys: frozenset[str]) -> Command | None:
    """A change of the one picture that a group is looked at as, as one of the group; None where there is no such
    change (what was bought keeps its size)."""
    steps = getattr(command, "steps", None)
    if steps is not None:
        turned = [of_group(step, keys) for step in steps]
        return None if None in turned else several(*(step for step in turned if step is not None))
    if not isinstance(command, PutPicture) or command.id not in keys:
        return command
    carried = command.model_fields_set - {"do", "id", "label", "scheme"}
    if not carried - {"off_told"} <= {"x", "y", "z", "bottom", "yaw"}:
        return None
    carried -= {"off_told"}
    values = {name: value for name in carried if (value := getattr(command, name)) is not None}
    return PutGroup.model_validate({"id": command.id, "scheme": command.scheme} | values)


def with_its_wall(command: Command, plan: Plan) -> Command:
    """A display of a wall that is moved, as the whole wall moved by as much; anything else as it is."""
    if not isinstance(command, PutPicture):
        return command
    key = stands_for(plan.chosen).get(command.id)
    carried = command.model_fields_set - {"do", "id", "label", "scheme"}
    if key is None or not carried - {"off_told"} <= {"x", "y", "z", "bottom"}:
        return command
    picture, pose = plan.chosen.pictures[command.id], plan.chosen.groups[key].pose
    z = command.bottom + picture.height / 2 if command.bottom is not None else command.z
    moved = {
        name: getattr(pose, name) + value - getattr(picture.pose, name)
        for name, value in (("x", command.x), ("y", command.y), ("z", z))
        if value is not None
    }
    return PutGroup.model_validate({"id": key, "scheme": command.scheme, "label": command.label, **moved})
