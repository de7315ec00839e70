"""Applying commands: one function takes a plan and a command to the next plan, by path-copying.

Only the node a command changes is checked again; everything else stays the same object, so that studies know it.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, TypeVar

from pydantic import ValidationError

from oval_room.core.commands import (
    Accept,
    Choose,
    Command,
    Drop,
    PutBrief,
    PutJob,
    PutPicture,
    PutProjector,
    PutRoom,
    PutScene,
    PutScheme,
    PutSeat,
    PutThing,
    PutWriting,
    Restore,
    Settle,
    Several,
    Stamp,
    TakeGear,
    refused_by,
)
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.plan.changes import Change, restore
from oval_room.core.plan.document import (
    Accepted,
    LightScene,
    Picture,
    Plan,
    Pose,
    Projector,
    Scheme,
    Seat,
    Settled,
    Thing,
    next_id,
)
from oval_room.core.plan.gear import GearShelf, Mount, Panel, Screen
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import Frozen, Measure, Reading, Typed

MEANT = 8  # characters a reason has at least
_Node = TypeVar("_Node", bound=Frozen)
_Gear = TypeVar("_Gear", bound=Frozen)


def apply(plan: Plan, command: Command, gear: GearShelf, stamp: Stamp = Stamp()) -> Plan:
    """The plan after a command; the one given stays as it is.

    Raises:
        RefusedError: a value can't be used; `field` says which.
        MissingError: the command names something that is not there.
    """
    try:
        after: Plan = _APPLY[type(command)](plan, command, gear, stamp)
    except ValidationError as error:
        raise refused_by(error) from error
    return after


def _carried(command: Frozen, *without: str) -> dict[str, Any]:
    skip = {"do", "id", "label", "scheme", *without}
    fields = type(command).model_fields
    carried = {name: getattr(command, name) for name in fields if name in command.model_fields_set and name not in skip}
    return {name: value for name, value in carried.items() if value is not None or name in ("budget", "mount")}


def _measured(plan: Plan, path: str, values: dict[str, Any], stamp: Stamp) -> tuple[Plan, dict[str, Any]]:
    """Turn Typed values into Measures, logging a reading for each that was read."""
    out: dict[str, Any] = {}
    for name, value in values.items():
        if not isinstance(value, Typed):
            out[name] = value
            continue
        rests_on: tuple[str, ...] = ()
        if value.source in ("read", "as-built"):
            key = next_id("r", set(plan.readings))
            reading = Reading(of=f"{path}.{name}", value=value.value, instrument=value.instrument, by=stamp.by, at=stamp.at)
            plan = plan.model_copy(update={"readings": {**plan.readings, key: reading}})
            rests_on = (key,)
        out[name] = Measure(value=value.value, half_width=value.half_width, source=value.source, readings=rests_on)
    return plan, out


def _with(node: _Node, values: Mapping[str, Any]) -> _Node:
    """A node with some fields replaced and all checked again; untouched parts stay the same objects."""
    old = {name: getattr(node, name) for name in type(node).model_fields}
    fresh = type(node)(**old | dict(values))
    return fresh.model_copy(update={name: value for name, value in old.items() if name not in values})


def _survey(plan: Plan, **parts: Any) -> Plan:
    return plan.model_copy(update={"survey": _with(plan.survey, parts)})


def _scheme_id(plan: Plan, command: Any) -> str:
    key = command.scheme or plan.scheme
    if key not in plan.schemes:
        raise MissingError(f"there is no scheme {key}", value=key)
    return str(key)


def _in_scheme(plan: Plan, key: str, **parts: Any) -> Plan:
    schemes = {**plan.schemes, key: _with(plan.schemes[key], parts)}
    return plan.model_copy(update={"schemes": schemes})


def _put_job(plan: Plan, command: PutJob, gear: GearShelf, stamp: Stamp) -> Plan:
    return _with(plan, _carried(command))


def _put_writing(plan: Plan, command: PutWriting, gear: GearShelf, stamp: Stamp) -> Plan:
    return plan.model_copy(update={"writing": _with(plan.writing, _carried(command))})


def _put_brief(plan: Plan, command: PutBrief, gear: GearShelf, stamp: Stamp) -> Plan:
    return plan.model_copy(update={"brief": _with(plan.brief, _carried(command))})


def _put_room(plan: Plan, command: PutRoom, gear: GearShelf, stamp: Stamp) -> Plan:
    plan, values = _measured(plan, "survey.room", _carried(command), stamp)
    for name in ("width", "depth", "height"):
        if name in values and not 300 <= values[name].value <= 100_000:
            raise RefusedError("give a room between 300 mm and 100 m", field=name, value=values[name].value)
    return _survey(plan, room=_with(plan.survey.room, values))


def _chosen(value: float) -> Measure:
    return Measure(value=value, source="chosen")


def _put_seat(plan: Plan, command: PutSeat, gear: GearShelf, stamp: Stamp) -> Plan:
    seats, room = plan.survey.seats, plan.survey.room
    plan, values = _measured(plan, f"survey.seats.{command.id}", _carried(command), stamp)
    if command.id in seats:
        seat = _with(seats[command.id], values)
    else:
        middle = Measure(value=room.width.value / 2, source="assumed")
        back = Measure(value=room.depth.value * 0.6, source="assumed")
        seat = Seat(**{"name": f"seat {command.id[1:]}", "x": middle, "y": back} | values)
    return _survey(plan, seats={**seats, command.id: seat})


def _put_thing(plan: Plan, command: PutThing, gear: GearShelf, stamp: Stamp) -> Plan:
    things = plan.survey.things
    values = _carried(command)
    if command.id in things:
        thing = _with(things[command.id], values)
    else:
        middle = plan.survey.room.width.value / 2
        start = {"x_from": middle - 800, "x_to": middle + 800, "y_from": 0.0, "y_to": 450.0, "z_to": 500.0}
        thing = Thing(**{"name": values.get("kind", "furniture"), **start} | values)
    return _survey(plan, things={**things, command.id: thing})


def _put_scene(plan: Plan, command: PutScene, gear: GearShelf, stamp: Stamp) -> Plan:
    plan, values = _measured(plan, f"survey.scenes.{command.id}", _carried(command), stamp)
    scenes = plan.survey.scenes
    scene = _with(scenes[command.id], values) if command.id in scenes else LightScene(**{"name": command.id} | values)
    return _survey(plan, scenes={**scenes, command.id: scene})


def _put_picture(plan: Plan, command: PutPicture, gear: GearShelf, stamp: Stamp) -> Plan:
    key = _scheme_id(plan, command)
    pictures = plan.schemes[key].pictures
    plan, values = _measured(
        plan, f"schemes.{key}.pictures.{command.id}", _carried(command, "x", "y", "z", "bottom", "yaw", "pitch"), stamp
    )
    old = pictures.get(command.id)
    if old is None:
        room = plan.survey.room
        start = Pose(x=room.width.value / 2, y=50.0, z=1200.0)
        named = {"name": "picture", "kind": "panel", "width": _chosen(1439.0), "pose": start}
        picture = Picture(**named | values)
    else:
        picture = _with(old, values)
        if values.keys() & {"width", "aspect"} and old.gear and not (values.keys() & {"frame_side"}):
            picture = _with(picture, {"gear": None})
    pose = {axis: getattr(command, axis) for axis in ("x", "y", "z", "yaw", "pitch") if getattr(command, axis) is not None}
    if command.bottom is not None:
        pose["z"] = command.bottom + picture.height / 2
    elif old is not None and "z" not in pose and picture.height != old.height:
        pose["z"] = old.bottom + picture.height / 2  # a new size keeps the bottom edge
    if pose:
        picture = _with(picture, {"pose": _with(picture.pose, pose)})
    if picture.mount:
        _gear_of(gear, picture.mount, Mount, "mount")
    return _in_scheme(plan, key, pictures={**pictures, command.id: picture})


def _put_projector(plan: Plan, command: PutProjector, gear: GearShelf, stamp: Stamp) -> Plan:
    key = _scheme_id(plan, command)
    scheme = plan.schemes[key]
    values = _carried(command, "x", "y", "z")
    old = scheme.projectors.get(command.id)
    if values.get("gear"):
        _gear_of(gear, values["gear"], ProjectorGear, "gear")
    if values.get("mount"):
        _gear_of(gear, values["mount"], Mount, "mount")
    pose = {axis: getattr(command, axis) for axis in "xyz" if getattr(command, axis) is not None}
    if old is None:
        if "gear" not in values:
            raise RefusedError("choose a projector from the shelf first", field="gear")
        shows = values.get("shows") or next(iter(scheme.pictures), None)
        if shows not in scheme.pictures:
            raise RefusedError("place the picture it shows first", field="shows")
        lens = _first_lens(plan, scheme.pictures[shows], _gear_of(gear, values["gear"], ProjectorGear, "gear"))
        named = {"name": gear[values["gear"]].name, "shows": shows, "pose": _with(lens, pose)}
        projector = Projector(**named | values)
    else:
        projector = _with(old, values | ({"pose": _with(old.pose, pose)} if pose else {}))
    return _in_scheme(plan, key, projectors={**scheme.projectors, command.id: projector})


def _first_lens(plan: Plan, picture: Picture, item: ProjectorGear) -> Pose:
    """Where a projector starts: on the picture's centre line, a third up its throw range, level with the shift it has."""
    width = max(picture.width.value, picture.height * item.own_aspect)
    throw = width * (item.lens[0] + (item.lens[1] - item.lens[0]) / 3)
    top = plan.survey.room.height.value - item.plate_to_axis - 150
    raster = width / item.own_aspect
    reach = picture.pose.z + raster * (item.shift_offset + 0.9 * item.shift_up)
    return Pose(x=picture.pose.x, y=picture.pose.y + throw, z=max(min(top, reach), 0.0))


def _gear_of(gear: GearShelf, key: str, kind: type[_Gear], field: str) -> _Gear:
    item = gear.get(key)
    if item is None:
        raise MissingError(f"there is no gear {key[:40]} here", value=key)
    if not isinstance(item, kind):
        raise RefusedError(f"{item.name} is a {item.kind}, not what goes here", field=field, value=key)
    return item


def _take_gear(plan: Plan, command: TakeGear, gear: GearShelf, stamp: Stamp) -> Plan:
    key = _scheme_id(plan, command)
    item = gear.get(command.gear)
    if item is None:
        raise MissingError(f"there is no gear {command.gear[:40]} here", value=command.gear)
    if isinstance(item, ProjectorGear):
        return _put_projector(plan, PutProjector(id=command.id, scheme=key, gear=command.gear), gear, stamp)
    if isinstance(item, Mount):
        raise RefusedError("a mount goes under a picture or projector; choose it there", field="gear")
    values: dict[str, Any] = {
        "kind": item.kind, "name": item.name, "width": Typed(value=item.width, source="maker"),
        "aspect": item.width / item.height, "frame_side": item.frame_side, "frame_top": item.frame_top,
        "frame_bottom": item.frame_bottom,
    }  # fmt: skip
    if isinstance(item, Panel):
        values["pixels"] = item.pixels
    elif isinstance(item, Screen):
        values["surface"] = item.surface
    plan = _put_picture(plan, PutPicture(id=command.id, scheme=key, **values), gear, stamp)
    pictures = plan.schemes[key].pictures
    fitted = pictures[command.id].model_copy(update={"gear": command.gear})
    return _in_scheme(plan, key, pictures={**pictures, command.id: fitted})


def _drop(plan: Plan, command: Drop, gear: GearShelf, stamp: Stamp) -> Plan:
    gone = command.id
    for name in ("seats", "things", "scenes"):
        nodes = getattr(plan.survey, name)
        if gone in nodes:
            main = {"main_seat": None} if plan.survey.main_seat == gone else {}
            return _survey(plan, **{name: {key: node for key, node in nodes.items() if key != gone}}, **main)
    if gone in plan.schemes:
        left = {key: scheme for key, scheme in plan.schemes.items() if key != gone}
        if not left:
            raise RefusedError("the last scheme stays: a job has at least one", field="id", value=gone)
        return plan.model_copy(update={"schemes": left, "scheme": plan.scheme if plan.scheme in left else next(iter(left))})
    key = _scheme_id(plan, command)
    scheme = plan.schemes[key]
    if gone not in scheme.pictures and gone not in scheme.projectors:
        raise MissingError(f"there is no {gone} to take away", value=gone)
    pictures = {k: v for k, v in scheme.pictures.items() if k != gone}
    projectors = {k: v for k, v in scheme.projectors.items() if k != gone and v.shows != gone}
    return _in_scheme(plan, key, pictures=pictures, projectors=projectors)


def _put_scheme(plan: Plan, command: PutScheme, gear: GearShelf, stamp: Stamp) -> Plan:
    if command.id in plan.schemes:
        return _in_scheme(plan, command.id, name=command.name)
    if command.like is not None and command.like not in plan.schemes:
        raise MissingError(f"there is no scheme {command.like} to copy", value=command.like)
    fresh = _with(plan.schemes[command.like], {"name": command.name}) if command.like else Scheme(name=command.name)
    return _with(plan, {"schemes": {**plan.schemes, command.id: fresh}, "scheme": command.id})


def _choose(plan: Plan, command: Choose, gear: GearShelf, stamp: Stamp) -> Plan:
    values = _carried(command, "main_seat")
    if values:
        plan = plan.model_copy(update={"choices": _with(plan.choices, values)})
    if command.main_seat:
        plan = _survey(plan, main_seat=command.main_seat)
    if command.scheme:
        _scheme_id(plan, command)
        plan = plan.model_copy(update={"scheme": command.scheme})
    return plan


def _settle(plan: Plan, command: Settle, gear: GearShelf, stamp: Stamp) -> Plan:
    settled = {key: value for key, value in plan.choices.settled.items() if key != command.stage}
    if command.figures is not None:
        settled[command.stage] = Settled(figures=command.figures, by=stamp.by)
    return plan.model_copy(update={"choices": _with(plan.choices, {"settled": settled})})


def _accept(plan: Plan, command: Accept, gear: GearShelf, stamp: Stamp) -> Plan:
    accepted = {key: value for key, value in plan.choices.accepted.items() if key != command.finding}
    if command.level is not None:
        if command.level is Level.STOP and len(command.why.strip()) < MEANT:
            raise RefusedError("a stop can only be overridden with a reason in words: type why it is right here", field="why")
        accepted[command.finding] = Accepted(level=command.level, off_by=command.off_by, by=stamp.by, why=command.why.strip())
    return plan.model_copy(update={"choices": _with(plan.choices, {"accepted": accepted})})


def _restore(plan: Plan, command: Restore, gear: GearShelf, stamp: Stamp) -> Plan:
    return restore(plan, [Change(*item) for item in command.wanted])


def _several(plan: Plan, command: Several, gear: GearShelf, stamp: Stamp) -> Plan:
    for step in command.steps:
        plan = apply(plan, step, gear, stamp)
    return plan


_APPLY: dict[type, Any] = {
    PutJob: _put_job,
    PutWriting: _put_writing,
    PutBrief: _put_brief,
    PutRoom: _put_room,
    PutSeat: _put_seat,
    PutThing: _put_thing,
    PutScene: _put_scene,
    PutPicture: _put_picture,
    PutProjector: _put_projector,
    TakeGear: _take_gear,
    Drop: _drop,
    PutScheme: _put_scheme,
    Choose: _choose,
    Settle: _settle,
    Accept: _accept,
    Restore: _restore,
    Several: _several,
}
