"""Study of every panel that has a desk: the head's turn, heights, the arm at the desk's edge, warmth (rules 8.7)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import field

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearItem, GearShelf, Panel
from oval_room.core.plan.room import Room
from oval_room.core.pose import Own, Point, to_own, to_room
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.rig.desk import EDGE, NEAR, TURN, UP, WARM, AtDesk, at_desk, distance_at_ease, edge_moment
from oval_room.core.rig.desk_says import DeskCode
from oval_room.core.rig.document import Desk, Rigs
from oval_room.core.rig.figures import KINDS
from oval_room.core.rig.rig import driver_of
from oval_room.core.rig.says import RigCure
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.hung import as_hung
from oval_room.core.survey.document import Seat

ONE_POLE = 200.0
"""Panels whose middles stand nearer to each other from above hang on one pole [mm] (planning value of ours)."""
BEHIND = 60.0
"""Left behind a panel that a cure moves away [mm] (planning value of ours)."""


@record
class DeskResult(Result):
    """Every panel at a desk as somebody sits at it, by the picture's id; whose seat."""

    desks: Mapping[str, AtDesk] = field(default_factory=dict)
    who: Mapping[str, str] = field(default_factory=dict)


def study_desks(room: Room, seats: Mapping[str, Seat], scheme: Scheme, gear: GearShelf) -> DeskResult:
    """Every desk of a scheme."""
    desks = scheme.kept(Rigs).desks
    if not desks:
        return DeskResult({}, ())
    book, out = FigureBook(KINDS), list[Finding]()
    found, who = dict[str, AtDesk](), dict[str, str]()
    sits = {one.shows: driver_of(seats, {one.shows: scheme.pictures[one.shows]}) for one in desks.values()}
    for desk in desks.values():
        key, picture, seat = desk.shows, scheme.pictures[desk.shows], sits[desk.shows]
        mates = [scheme.pictures[one] for one, of in sits.items() if of == seat]
        ahead = _ahead(mates) if len(mates) > 1 else None
        there = at_desk(picture, seats[seat].eye_point, ahead) if seat is not None else None
        if seat is None or there is None:
            out.append(Finding(DeskCode.DESK_EYE, Level.NOTE, "8.7", {"picture": key}))
            continue
        found[key], who[key] = there, seat
        item = gear.get(picture.gear or "")
        _figures(book, key, picture, there, desk, item)
        over = any(_on_one_pole(one, picture) and one.pose.z < picture.pose.z for one in mates)
        out += _looked(key, picture, there, seats[seat], room, alone=ahead is None, over=over)
        out += _stands(key, picture, desk, item)
        out += _armed(key, desk, scheme, gear)
    return DeskResult(book.figures, tuple(out), found, who)


def _ahead(panels: Sequence[Picture]) -> Point:
    """Where somebody looks who sits straight before several panels: the middle of them all."""
    n = len(panels)
    return Point(sum(one.pose.x for one in panels) / n, sum(one.pose.y for one in panels) / n, panels[0].pose.z)


def _on_one_pole(one: Picture, other: Picture) -> bool:
    return math.dist(one.pose.point[:2], other.pose.point[:2]) <= ONE_POLE


def _figures(book: FigureBook, key: str, picture: Picture, there: AtDesk, desk: Desk, item: GearItem | None) -> None:
    book.add("desk_turn", there.turn, subject=picture.name, picture=key)
    book.add("desk_away", there.away, subject=picture.name, picture=key)
    book.add("desk_up", there.up, subject=picture.name, picture=key)
    hung = as_hung(item, picture.turned) if isinstance(item, Panel) else None
    if desk.arm and hung is not None and hung.vesa is not None and hung.top_to_vesa is not None:
        lean = math.cos(math.radians(picture.pose.pitch))
        over = picture.height / 2 + hung.frame_top - hung.top_to_vesa - hung.vesa[1] / 2
        bolts = Input("z_b", "bolts' middle above the floor", picture.pose.z + over * lean, "mm")
        top = Input("z_t", "desk above the floor", desk.top, "mm", "chosen")
        book.add("desk_pole", bolts.value - desk.top, bolts, top, subject=picture.name, picture=key)
    if desk.arm and item is not None and item.mass_kg:
        mass = Input("m", "the panel", item.mass_kg, "kg", "maker")
        reach = Input("r", "off the clamp", desk.arm, "mm", "chosen")
        book.add("desk_edge", edge_moment(item.mass_kg, desk.arm), mass, reach, subject=picture.name, picture=key)


def _looked(
    key: str, picture: Picture, there: AtDesk, seat: Seat, room: Room, *, alone: bool, over: bool
) -> Iterator[Finding]:
    """The head's turn to its corners, its top edge, how near it is."""
    about, more = {"picture": key}, {"who": seat.name}
    own = to_own(picture.pose.point, picture.pose.turn, seat.eye_point)
    ease = distance_at_ease(picture.across, own.right, picture.bow)
    level = Level.MIND if beyond(there.turn, TURN) else Level.GOOD
    back = to_room(picture.pose.point, picture.pose.turn, Own(0.0, 0.0, there.away - ease))
    behind = to_room(picture.pose.point, picture.pose.turn, Own(0.0, 0.0, there.away - ease - BEHIND))
    put = PutPicture(id=key, x=back.x, y=back.y, z=back.z)
    fits = alone and level is Level.MIND and room.holds(behind.x, behind.y)
    cures = (Cure(RigCure.BACK, ease, put),) if fits else ()
    told = more | {"ease": ease if alone else None}
    yield Finding(DeskCode.DESK_TURN, level, "8.7", about, there.turn, TURN, "deg", cures, told)
    level = Level.MIND if beyond(there.up, UP) else Level.GOOD
    yield Finding(DeskCode.DESK_UP, level, "8.7", about, there.up, UP, "deg", more=more | {"over": over})
    if there.away < NEAR:
        yield Finding(DeskCode.DESK_NEAR, Level.MIND, "8.7", about, there.away, NEAR, "mm", more=more)


def _stands(key: str, picture: Picture, desk: Desk, item: GearItem | None) -> Iterator[Finding]:
    """On the desk or over it, the arm at its edge, warmth."""
    about, low = {"picture": key}, picture.bottom - picture.frame_bottom
    if beyond(desk.top, low):
        lift = (Cure(RigCure.LIFT, desk.top - low, PutPicture(id=key, z=picture.pose.z + desk.top - low)),)
        yield Finding(DeskCode.DESK_TOP, Level.STOP, "8.7", about, low, desk.top, "mm", lift)
    if isinstance(item, Panel) and item.watts and beyond(item.watts, WARM):
        yield Finding(DeskCode.DESK_WARM, Level.NOTE, "8.7", about, item.watts, WARM, "watts")


def _armed(key: str, desk: Desk, scheme: Scheme, gear: GearShelf) -> Iterator[Finding]:
    """The desk's edge under an arm's clamp. Panels over each other hang on one pole: told once, of the lowest."""
    if not desk.arm:
        return
    about, low = {"picture": key}, scheme.pictures[key].pose
    pole = [
        (one.arm, scheme.pictures[one.shows])
        for one in scheme.kept(Rigs).desks.values()
        if one.arm and _on_one_pole(scheme.pictures[one.shows], scheme.pictures[key])
    ]
    if any(picture.pose.z < low.z for _, picture in pole):
        return
    loads = [(getattr(gear.get(picture.gear or ""), "mass_kg", None), arm) for arm, picture in pole]
    more: dict[str, object] = {"reach": max(arm for _, arm in loads), "panels": len(loads)}
    if not all(mass for mass, _ in loads):
        yield Finding(DeskCode.DESK_EDGE, Level.NOTE, "8.7", about, more=more)
        return
    moment = sum(edge_moment(mass, arm) for mass, arm in loads if mass)
    level = Level.MIND if beyond(moment, EDGE) else Level.GOOD
    more["mass"] = sum(mass for mass, _ in loads if mass)
    yield Finding(DeskCode.DESK_EDGE, level, "8.7", about, moment, EDGE, "ratio", more=more)
