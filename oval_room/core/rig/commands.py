"""Changes of a rig that no picture knows of: its joint kit, how it is set up, positions it is brought
back to; the desk of a panel; cabinets."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, gear_of, scheme_id, with_values
from oval_room.core.commands import Command, Stamp, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.plan.group import Group
from oval_room.core.plan.measure import Id, Name, Number, Pixels, Values, Words, next_id
from oval_room.core.rig.document import Body, Cabinet, CabinetScreen, Desk, Kit, Rigs, Role, Setup, Stand
from oval_room.core.rig.rig import put_at


def _keeping(plan: Plan, key: str, lists: Values) -> Plan:
    """A plan with some of the lists changed that a scheme keeps of its rigs."""
    scheme = plan.schemes[key]
    rigs = with_values(scheme.kept(Rigs), lists)
    return plan.model_copy(update={"schemes": {**plan.schemes, key: scheme.keeping(rigs)}})


def _rig(scheme: Scheme, key: str) -> Group:
    group = scheme.groups.get(key)
    if group is None or group.kind != "rig":
        raise MissingError(f"there is no rig {key}", value=key)
    return group


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
        _rig(scheme, self.of)
        if not 0 <= self.least <= self.most <= 180:
            raise RefusedError(
                "a joint kit goes from the smaller to the larger angle between the screens, 0 to 180°", field="least"
            )
        kits = {name: kit for name, kit in scheme.kept(Rigs).kits.items() if kit.of != self.of}
        if self.most > 0:
            kits[next_id("jk", set(kits))] = Kit(of=self.of, least=self.least, most=self.most)
        return _keeping(plan, key, {"kits": kits})


class PutSetup(Command):
    """How far ahead of the eye a rig's wheel base reaches, how high knees and wheel come, 0: not minded; how far its
    frames stand apart when it is set again [mm], or whether they overlap; the frames a second that its card was seen to
    reach, and at which pixels."""

    do: Literal["put setup"] = "put setup"
    of: Id
    scheme: Id | None = None
    wheel: Number | None = None
    knees: Number | None = None
    gap: Number | None = None
    lapped: bool | None = None
    frames: Number | None = None
    frames_at: Pixels | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        _rig(scheme, self.of)
        setups = scheme.kept(Rigs).setups
        known = next((name for name, one in setups.items() if one.of == self.of), None)
        known = known or next_id("jr", set(setups))
        put = with_values(setups.get(known, Setup(of=self.of)), carried(self, "of"))
        return _keeping(plan, key, {"setups": {**setups, known: put}})


class PutStand(Command):
    """Keep a rig as it stands under a name; one of that name is replaced."""

    do: Literal["put stand"] = "put stand"
    of: Id
    name: Name
    scheme: Id | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        group = _rig(scheme, self.of)
        if len(group.members) > 8:
            raise RefusedError("a position is kept of up to eight screens", field="of")
        stands = {
            name: one
            for name, one in scheme.kept(Rigs).stands.items()
            if one.of != self.of or one.name.lower() != self.name.lower()
        }
        poses = {member: scheme.pictures[member].pose for member in group.members}
        stands[next_id("jp", set(scheme.kept(Rigs).stands))] = Stand(of=self.of, name=self.name, poses=poses)
        return _keeping(plan, key, {"stands": stands})


class PutBody(Command):
    """What a screen has outside its frame: a bump below it, an adapter behind, feet, wide and deep [mm]."""

    do: Literal["put body"] = "put body"
    of: Id
    scheme: Id | None = None
    bump: Number | None = None
    behind: Number | None = None
    feet_wide: Number | None = None
    feet_deep: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        picture = scheme.pictures.get(self.of)
        if picture is None or picture.kind != "panel":
            raise MissingError(f"there is no panel {self.of} for feet or an adapter", value=self.of)
        bodies = scheme.kept(Rigs).bodies
        known = next((name for name, one in bodies.items() if one.shows == self.of), None) or next_id("jb", set(bodies))
        put = with_values(bodies.get(known, Body(shows=self.of)), carried(self, "of"))
        return _keeping(plan, key, {"bodies": {**bodies, known: put}})


class PutDesk(Command):
    """The desk of a panel: its height, how deep it is, how far an arm holds the panel off its clamp [mm]."""

    do: Literal["put desk"] = "put desk"
    of: Id
    scheme: Id | None = None
    top: Number | None = None
    deep: Number | None = None
    arm: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        picture = scheme.pictures.get(self.of)
        if picture is None or picture.kind != "panel":
            raise MissingError(f"there is no panel {self.of} for a desk", value=self.of)
        desks = scheme.kept(Rigs).desks
        known = next((name for name, one in desks.items() if one.shows == self.of), None) or next_id("jd", set(desks))
        put = with_values(desks.get(known, Desk(shows=self.of)), carried(self, "of"))
        return _keeping(plan, key, {"desks": {**desks, known: put}})


class PutCabinet(Command):
    """A table-sim cabinet: its playfield's opening [mm], how long a game's own field is over its width."""

    do: Literal["put cabinet"] = "put cabinet"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    length: Number | None = None
    width: Number | None = None
    table: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        cabinets = scheme.kept(Rigs).cabinets
        put = with_values(cabinets.get(self.id, Cabinet()), carried(self))
        if put.width > put.length:
            raise RefusedError("a cabinet's opening is longer than wide", field="width", value=put.width)
        return _keeping(plan, key, {"cabinets": {**cabinets, self.id: put}})


class PutInside(Command):
    """A screen of a cabinet by its role: an edition of the shelf (an empty word: none), or a bare size [mm]."""

    do: Literal["put inside"] = "put inside"
    id: Id
    of: Id
    role: Role
    scheme: Id | None = None
    gear: Words | None = None
    width: Number | None = None
    height: Number | None = None
    frame: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        rigs = scheme.kept(Rigs)
        if self.of not in rigs.cabinets:
            raise MissingError(f"there is no cabinet {self.of}", value=self.of)
        values = carried(self, "of", "role")
        if "gear" in values:
            values["gear"] = values["gear"] or None
            if values["gear"] is not None:
                gear_of(gear, values["gear"], Panel, "gear")
        old = rigs.insides.get(self.id)
        if old is not None and (old.of != self.of or old.role != self.role):
            raise RefusedError("a cabinet's screen keeps its role; drop it and put another", field="role")
        others = {name: one for name, one in rigs.insides.items() if (one.of, one.role) != (self.of, self.role)}
        put = with_values(old or CabinetScreen(of=self.of, role=self.role), values)
        return _keeping(plan, key, {"insides": {**others, self.id: put}})


def back_at(stand: Stand) -> Command:
    """The change that brings a rig back to a position."""
    return several(*(put_at(key, pose) for key, pose in stand.poses.items()))
