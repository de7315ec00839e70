"""Study of every panel that has a desk: the head's turn, heights, the arm at the desk's edge, warmth (rules 8.7)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearItem, GearShelf, Panel
from oval_room.core.plan.room import Room
from oval_room.core.pose import Own, to_own, to_room
from oval_room.core.report import Result
from oval_room.core.rig.desk import EDGE, NEAR, TURN, UP, WARM, AtDesk, at_desk, distance_at_ease, edge_moment
from oval_room.core.rig.desk_says import DeskCode
from oval_room.core.rig.document import Desk, Rigs
from oval_room.core.rig.figures import KINDS
from oval_room.core.rig.rig import driver_of
from oval_room.core.rig.says import RigCure
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat

BEHIND = 60.0
"""Left behind a panel that a cure moves away [mm] (planning value of ours)."""


@dataclass(frozen=True, slots=True)
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
    for desk in desks.values():
        key, picture = desk.shows, scheme.pictures[desk.shows]
        seat = driver_of(seats, {key: picture})
        there = at_desk(picture, seats[seat].eye_point) if seat is not None else None
        if seat is None or there is None:
            out.append(Finding(DeskCode.DESK_EYE, Level.NOTE, "8.7", {"picture": key}))
            continue
        found[key], who[key] = there, seat
        item = gear.get(picture.gear or "")
        _figures(book, key, picture, there, desk, item)
        out += _looked(key, picture, there, seats[seat], room)
        out += _stands(key, picture, desk, item)
    return DeskResult(book.figures, tuple(out), found, who)


def _figures(book: FigureBook, key: str, picture: Picture, there: AtDesk, desk: Desk, item: GearItem | None) -> None:
    book.add("desk_turn", there.turn, subject=picture.name, picture=key)
    book.add("desk_away", there.away, subject=picture.name, picture=key)
    book.add("desk_up", there.up, subject=picture.name, picture=key)
    if desk.arm and item is not None and item.mass_kg:
        mass = Input("m", "the panel", item.mass_kg, "kg", "maker")
        reach = Input("r", "off the clamp", desk.arm, "mm", "chosen")
        book.add("desk_edge", edge_moment(item.mass_kg, desk.arm), mass, reach, subject=picture.name, picture=key)


def _looked(key: str, picture: Picture, there: AtDesk, seat: Seat, room: Room) -> Iterator[Finding]:
    """The head's turn to its corners, its top edge, how near it is."""
    about, more = {"picture": key}, {"who": seat.name}
    own = to_own(picture.pose.point, picture.pose.turn, seat.eye_point)
    ease = distance_at_ease(picture.across, own.right, picture.bow)
    level = Level.MIND if beyond(there.turn, TURN) else Level.GOOD
    back = to_room(picture.pose.point, picture.pose.turn, Own(0.0, 0.0, there.away - ease))
    behind = to_room(picture.pose.point, picture.pose.turn, Own(0.0, 0.0, there.away - ease - BEHIND))
    put = PutPicture(id=key, x=back.x, y=back.y, z=back.z)
    fits = level is Level.MIND and room.holds(behind.x, behind.y)
    cures = (Cure(RigCure.BACK, ease, put),) if fits else ()
    yield Finding(DeskCode.DESK_TURN, level, "8.7", about, there.turn, TURN, "deg", cures, more | {"ease": ease})
    level = Level.MIND if beyond(there.up, UP) else Level.GOOD
    yield Finding(DeskCode.DESK_UP, level, "8.7", about, there.up, UP, "deg", more=more)
    if there.away < NEAR:
        yield Finding(DeskCode.DESK_NEAR, Level.MIND, "8.7", about, there.away, NEAR, "mm", more=more)


def _stands(key: str, picture: Picture, desk: Desk, item: GearItem | None) -> Iterator[Finding]:
    """On the desk or over it, the arm at its edge, warmth."""
    about, low = {"picture": key}, picture.bottom - picture.frame_bottom
    if beyond(desk.top, low):
        lift = (Cure(RigCure.LIFT, desk.top - low, PutPicture(id=key, z=picture.pose.z + desk.top - low)),)
        yield Finding(DeskCode.DESK_TOP, Level.STOP, "8.7", about, low, desk.top, "mm", lift)
    if desk.arm:
        if item is None or not item.mass_kg:
            yield Finding(DeskCode.DESK_EDGE, Level.NOTE, "8.7", about, more={"reach": desk.arm})
        else:
            moment = edge_moment(item.mass_kg, desk.arm)
            level = Level.MIND if beyond(moment, EDGE) else Level.GOOD
            more = {"reach": desk.arm, "mass": item.mass_kg}
            yield Finding(DeskCode.DESK_EDGE, level, "8.7", about, moment, EDGE, "ratio", more=more)
    if isinstance(item, Panel) and item.watts and beyond(item.watts, WARM):
        yield Finding(DeskCode.DESK_WARM, Level.NOTE, "8.7", about, item.watts, WARM, "watts")
