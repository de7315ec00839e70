"""Applying commands: one function takes a plan and a command to the next plan, by path-copying.

Only the node a command changes is checked again; everything else stays the same object, so that studies know it.
"""

from __future__ import annotations

import math
from typing import Any, TypeVar

from pydantic import ValidationError

from oval_room.core import apply_survey
from oval_room.core.apply_common import carried, decided, measured, with_survey, with_values
from oval_room.core.commands import (
    Accept,
    Choose,
    Command,
    Decide,
    Drop,
    PutBrief,
    PutJob,
    PutPicture,
    PutProjector,
    PutScheme,
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
from oval_room.core.plan.document import Accepted, Decided, Plan, Scheme, Settled
from oval_room.core.plan.gear import GearShelf, Mount, Panel, Screen
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import Frozen, Typed
from oval_room.core.plan.placed import Pose
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import LEAST_DIAGONAL, MOST_DIAGONAL

MEANT = 8  # characters a reason has at least
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


def _scheme_id(plan: Plan, command: Any) -> str:
    key = command.scheme or plan.scheme
    if key not in plan.schemes:
        raise MissingError(f"there is no scheme {key}", value=key)
    return str(key)


def _in_scheme(plan: Plan, key: str, **parts: Any) -> Plan:
    schemes = {**plan.schemes, key: with_values(plan.schemes[key], parts)}
    return plan.model_copy(update={"schemes": schemes})


def _put_job(plan: Plan, command: PutJob, gear: GearShelf, stamp: Stamp) -> Plan:
    return with_values(plan, carried(command))


def _put_writing(plan: Plan, command: PutWriting, gear: GearShelf, stamp: Stamp) -> Plan:
    return plan.model_copy(update={"writing": with_values(plan.writing, carried(command))})


def _put_brief(plan: Plan, command: PutBrief, gear: GearShelf, stamp: Stamp) -> Plan:
    return plan.model_copy(update={"brief": with_values(plan.brief, carried(command))})


def _put_picture(plan: Plan, command: PutPicture, gear: GearShelf, stamp: Stamp) -> Plan:
    key = _scheme_id(plan, command)
    pictures = plan.schemes[key].pictures
    plan, values = measured(
        plan, f"schemes.{key}.pictures.{command.id}", carried(command, "x", "y", "z", "bottom", "yaw", "pitch"), stamp
    )
    if "curve" in values:
        values["curve"] = values["curve"] or None
    old = pictures.get(command.id)
    if old is None:
        room = plan.survey.room
        start = Pose(x=room.width.value / 2, y=50.0, z=1200.0)
        named = {"name": "picture", "kind": "panel", "width": decided(1439.0), "pose": start}
        picture = Picture(**named | values)
    else:
        picture = with_values(old, values)
        if values.keys() & {"width", "aspect", "curve"} and old.gear and not (values.keys() & {"frame_side"}):
            picture = with_values(picture, {"gear": None})
    if values.keys() & {"width", "aspect"}:
        _sized(picture)
    pose = {axis: getattr(command, axis) for axis in ("x", "y", "z", "yaw", "pitch") if getattr(command, axis) is not None}
    if command.bottom is not None:
        pose["z"] = command.bottom + picture.height / 2
    elif old is not None and "z" not in pose and picture.height != old.height:
        pose["z"] = old.bottom + picture.height / 2  # a new size keeps the bottom edge
    if pose:
        picture = with_values(picture, {"pose": with_values(picture.pose, pose)})
    if picture.mount:
        _gear_of(gear, picture.mount, Mount, "mount")
    return _in_scheme(plan, key, pictures={**pictures, command.id: picture})


def _sized(picture: Picture) -> None:
    """Refuse a size nobody looks at (rules 2.1)."""
    diagonal = math.hypot(picture.width.value, picture.height)
    if not LEAST_DIAGONAL <= diagonal <= MOST_DIAGONAL:
        raise RefusedError(
            f"give a size from 8 to 787 inches corner to corner (this would be {diagonal / 25.4:.2f})", field="width"
        )


def _put_projector(plan: Plan, command: PutProjector, gear: GearShelf, stamp: Stamp) -> Plan:
    key = _scheme_id(plan, command)
    scheme = plan.schemes[key]
    values = carried(command, "x", "y", "z")
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
        named = {"name": gear[values["gear"]].name, "shows": shows, "pose": with_values(lens, pose)}
        projector = Projector(**named | values)
    else:
        projector = with_values(old, values | ({"pose": with_values(old.pose, pose)} if pose else {}))
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
    fitted = with_values(pictures[command.id], {"gear": command.gear, "curve": getattr(item, "curve", None)})
    return _in_scheme(plan, key, pictures={**pictures, command.id: fitted})


def _drop(plan: Plan, command: Drop, gear: GearShelf, stamp: Stamp) -> Plan:
    gone = command.id
    for name in ("seats", "things", "scenes", "openings", "services", "finds", "passages"):
        nodes = getattr(plan.survey, name)
        if gone in nodes:
            main = {"main_seat": None} if plan.survey.main_seat == gone else {}
            return with_survey(plan, **{name: {key: node for key, node in nodes.items() if key != gone}}, **main)
    if gone in plan.schemes:
        left = {key: scheme for key, scheme in plan.schemes.items() if key != gone}
        if not left:
            raise RefusedError("the last scheme stays: a job has at least one", field="id", value=gone)
        decided = plan.choices.decided
        if decided is not None and decided.scheme == gone:
            plan = plan.model_copy(update={"choices": with_values(plan.choices, {"decided": None})})
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
    fresh = with_values(plan.schemes[command.like], {"name": command.name}) if command.like else Scheme(name=command.name)
    return with_values(plan, {"schemes": {**plan.schemes, command.id: fresh}, "scheme": command.id})


def _choose(plan: Plan, command: Choose, gear: GearShelf, stamp: Stamp) -> Plan:
    values = carried(command, "main_seat")
    if values:
        plan = plan.model_copy(update={"choices": with_values(plan.choices, values)})
    if command.main_seat:
        plan = with_survey(plan, main_seat=command.main_seat)
    if command.scheme:
        _scheme_id(plan, command)
        plan = plan.model_copy(update={"scheme": command.scheme})
    return plan


def _decide(plan: Plan, command: Decide, gear: GearShelf, stamp: Stamp) -> Plan:
    decided = None
    if command.scheme is not None:
        if command.scheme not in plan.schemes:
            raise MissingError(f"there is no scheme {command.scheme}", value=command.scheme)
        decided = Decided(scheme=command.scheme, by=stamp.by, why=command.why.strip(), at=stamp.at)
        plan = plan.model_copy(update={"scheme": command.scheme})
    return plan.model_copy(update={"choices": with_values(plan.choices, {"decided": decided})})


def _settle(plan: Plan, command: Settle, gear: GearShelf, stamp: Stamp) -> Plan:
    settled = {key: value for key, value in plan.choices.settled.items() if key != command.stage}
    if command.figures is not None:
        settled[command.stage] = Settled(figures=command.figures, by=stamp.by)
    return plan.model_copy(update={"choices": with_values(plan.choices, {"settled": settled})})


def _accept(plan: Plan, command: Accept, gear: GearShelf, stamp: Stamp) -> Plan:
    accepted = {key: value for key, value in plan.choices.accepted.items() if key != command.finding}
    if command.level is not None:
        if command.level is Level.STOP and len(command.why.strip()) < MEANT:
            raise RefusedError("a stop can only be overridden with a reason in words: type why it is right here", field="why")
        accepted[command.finding] = Accepted(level=command.level, off_by=command.off_by, by=stamp.by, why=command.why.strip())
    return plan.model_copy(update={"choices": with_values(plan.choices, {"accepted": accepted})})


def _restore(plan: Plan, command: Restore, gear: GearShelf, stamp: Stamp) -> Plan:
    return restore(plan, [Change(*item) for item in command.wanted])


def _several(plan: Plan, command: Several, gear: GearShelf, stamp: Stamp) -> Plan:
    for step in command.steps:
        plan = apply(plan, step, gear, stamp)
    return plan


_APPLY: dict[type, Any] = {
    **apply_survey.APPLY,
    PutJob: _put_job,
    PutWriting: _put_writing,
    PutBrief: _put_brief,
    PutPicture: _put_picture,
    PutProjector: _put_projector,
    TakeGear: _take_gear,
    Drop: _drop,
    PutScheme: _put_scheme,
    Choose: _choose,
    Decide: _decide,
    Settle: _settle,
    Accept: _accept,
    Restore: _restore,
    Several: _several,
}
