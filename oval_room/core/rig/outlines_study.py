"""What of the screens of a rig is found with all that stands out of their frames (rules 8.6)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import field
from itertools import pairwise

from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.room import Room
from oval_room.core.pose import Own, to_room
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.rig.commands import PutBody
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.outlines import Outline, gap_over, meet, outlines, reach_before
from oval_room.core.rig.outlines_says import BodyCode
from oval_room.core.rig.rig import Rig
from oval_room.core.rig.says import RigCure
from oval_room.core.rig.study import RigResult
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture


@record
class OutlinesResult(Result):
    """What every screen of a rig's row takes from above, by the picture's id."""

    outlines: Mapping[str, Outline] = field(default_factory=dict)


def study_outlines(room: Room, scheme: Scheme, gear: GearShelf, found: RigResult) -> OutlinesResult:
    """Every rig with a driver: backs in the wall, feet through each other or before the wheel base, bumps."""
    out, shapes = list[Finding](), dict[str, Outline]()
    for key, rig in found.rigs.items():
        mine = outlines(rig, scheme.pictures, scheme.kept(Rigs), gear)
        shapes |= mine
        out += [*_backs(key, mine, room, scheme), *_feet(key, rig, scheme, mine), *_over(key, rig, scheme)]
    return OutlinesResult({}, tuple(out), shapes)


def _backs(key: str, shapes: Mapping[str, Outline], room: Room, scheme: Scheme) -> Iterator[Finding]:
    """Faces in the room whose backs, or the adapter behind them, are not."""
    pictures = scheme.pictures
    for name, one in shapes.items():
        faces, backs = one.body[:2], (*one.body[2:], *one.adapter)
        if any(not room.holds(x, y) for x, y in backs) and all(room.holds(x, y) for x, y in faces):
            more: dict[str, object] = {"one": pictures[name].name, "part": name, "adapter": bool(one.adapter)}
            yield Finding(BodyCode.BODY_WALL, Level.STOP, "8.6", {"picture": key}, more=more)


def _feet(key: str, rig: Rig, scheme: Scheme, shapes: Mapping[str, Outline]) -> Iterator[Finding]:
    """Feet through each other, and before the wheel base."""
    pictures, kept = scheme.pictures, scheme.kept(Rigs)
    about = {"picture": key}
    wheel = kept.setup_of(key).wheel
    off = _off(kept, tuple(one.key for one in rig.row))
    for a, b in pairwise(rig.row):
        if meet(shapes[a.key].feet, shapes[b.key].feet):
            more: dict[str, object] = {"one": pictures[a.key].name, "other": pictures[b.key].name}
            more["part"] = f"{a.key}-{b.key}"
            yield Finding(BodyCode.BODY_FEET, Level.MIND, "8.6", about, cures=off, more=more)
    if wheel and (feet := shapes[rig.centre].feet):
        near = reach_before(rig, feet)
        if beyond(wheel, near):
            more = {"one": pictures[rig.centre].name, "part": rig.centre}
            yield Finding(BodyCode.BODY_WHEEL, Level.MIND, "8.6", about, near, wheel, "mm", off, more)


def _off(kept: Rigs, keys: tuple[str, ...]) -> tuple[Cure, ...]:
    """Feet taken off all screens of a row: arms or uprights hold them."""
    puts = [PutBody(of=key, feet_wide=0.0, feet_deep=0.0) for key in keys if kept.body_of(key).feet_deep]
    return (Cure(RigCure.FEET, 0.0, several(*puts), "mm"),) if puts else ()


def _over(key: str, rig: Rig, scheme: Scheme) -> Iterator[Finding]:
    """The bump of a screen over the centre against the centre's frame."""
    pictures, kept = scheme.pictures, scheme.kept(Rigs)
    for one in rig.screens.values():
        bump = kept.body_of(one.key).bump if one.above else 0.0
        gap = gap_over(pictures[rig.centre], pictures[one.key])
        if bump and beyond(bump, max(gap, 0.0)):
            more: dict[str, object] = {"one": pictures[one.key].name, "other": pictures[rig.centre].name}
            lift = Cure(RigCure.LIFT, bump - gap, _lifted(one.key, pictures[one.key], bump - gap))
            about = {"picture": key}
            yield Finding(BodyCode.BODY_BUMP, Level.STOP, "8.6", about, max(gap, 0.0), bump, "mm", (lift,), more)


def _lifted(key: str, picture: Picture, up: float) -> PutPicture:
    """Along its own plane."""
    place = to_room(picture.pose.point, picture.pose.turn, Own(0.0, up, 0.0))
    return PutPicture(id=key, x=place.x, y=place.y, z=place.z)
