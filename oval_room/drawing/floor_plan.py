"""The plan: the room from above, display wall on the left; u is y (out from the wall), v is x (along it)."""

from __future__ import annotations

import math

from oval_room.core.plan.room import Room
from oval_room.core.pose import Point
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat, Thing
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.seat_map import runs, seat_map
from oval_room.core.viewing.study import ViewResult
from oval_room.drawing.drawers import DRAWERS
from oval_room.drawing.look import WALL, Look, changed, face_above
from oval_room.drawing.projection import above_projector, reach
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.section import school_bands
from oval_room.drawing.shell import plan_dims, plan_names, plan_shell

AT_A_WALL = 150.0
"""What ends no farther from a wall than this lies at it [mm]."""


def floor_plan(look: Look) -> Scene:
    """The plan of the room for a subject."""
    room = look.plan.survey.room
    left, near, right, far = room.extent
    draft = Draft()
    if look.map:
        _seat_map(draft, look)
    plan_shell(draft, look)
    plan_names(draft, look)
    _north(draft, look, (near, left, far, right))
    if look.report.walls.get(look.picture or "", 1) == 1 and not look.map:
        _schools(draft, look, left, right, near, far)
    for key, thing in look.plan.survey.things.items():
        draft.box(thing.y_from, thing.x_from, thing.y_to, thing.x_to, f"thing-{thing.kind}", "room", key)
        draft.add(_thing_name(room, key, thing))
    for drawer in DRAWERS:
        drawer.plan(draft, look)
    for key, picture in look.plan.chosen.pictures.items():
        _picture(draft, look, key, picture)
    for key, seat in look.plan.survey.seats.items():
        _seat(draft, look, key, seat)
    _sight(draft, look)
    _dims(draft, look)
    for key, node in changed(look):
        if isinstance(node, Picture):
            _picture(draft, look, key, node, "ghost")
        elif isinstance(node, Projector):
            above_projector(draft, look, key, node, "ghost")
        else:
            _seat(draft, look, key, node, "ghost")
    description = (
        f"Room {look.show(room.width.value)} along the display wall, {look.show(room.depth.value)} "
        f"deep, {len(room.walls)} walls."
    )
    window = (near - WALL, left - WALL, max(far, reach(look)) + WALL, right + WALL)
    return Scene("plan", "plan", window, tuple(draft.shapes), description)


def _thing_name(room: Room, key: str, thing: Thing) -> Label:
    """A thing's name on the side of it that looks into the room: behind it as seen from the display wall, before it at
    the back wall, beside what lies flat along a side wall."""
    left, _, right, far = room.extent
    u, v = (thing.y_from + thing.y_to) / 2, (thing.x_from + thing.x_to) / 2
    if thing.y_to > far - AT_A_WALL:
        return Label(P(thing.y_from, v), thing.name, "small", "labels", "end", ((-6, 0), (-6, 14)), 8, ref=key)
    if thing.x_to - thing.x_from < thing.y_to - thing.y_from:
        if thing.x_to > right - AT_A_WALL:
            return Label(
                P(u, thing.x_from), thing.name, "small", "labels", offsets=((0, -9), (0, -22)), priority=8, ref=key
            )
        if thing.x_from < left + AT_A_WALL:
            return Label(
                P(u, thing.x_to), thing.name, "small", "labels", offsets=((0, 9), (0, 22)), priority=8, ref=key
            )
    return Label(P(thing.y_to, v), thing.name, "small", "labels", "start", ((6, 0), (6, 14)), 8, ref=key)


def _seat_map(draft: Draft, look: Look) -> None:
    """How many rules pass at each place for the subject picture, and the best row."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    if picture is None:
        return
    found = seat_map(look.plan.survey, picture, item=look.item(picture.gear), school=school_of(look.plan).school)
    for x0, x1, y0, y1, count in runs(found):
        draft.box(y0, x0, y1, x1, f"map-{count}", "map")
    best = found.best_row
    if best is not None and look.report.walls.get(look.picture or "", 1) == 1:
        left, _, right, _ = look.plan.survey.room.extent
        draft.line((best, left), (best, right), "best-row", "map")
        draft.add(
            Label(P(best, left), f"best row {look.show(best)}", "small", "map", offsets=((0, 12), (0, 26)), priority=3)
        )


def _north(draft: Draft, look: Look, window: tuple[float, float, float, float]) -> None:
    """An arrow to the north in the corner, once somebody has taken the wall's bearing.

    A viewer of the display wall looks to the left of this plan; north lies that bearing further round, anticlockwise.
    """
    if look.plan.survey.room.faces is None:
        return
    angle = math.radians(180 + look.plan.survey.room.faces)
    u0, v0, u1, v1 = window
    size = min(u1 - u0, v1 - v0) * 0.07
    at = P(u1 - 1.6 * size, v0 + 1.6 * size)
    tip = P(at.u + size * math.cos(angle), at.v + size * math.sin(angle))
    tail = P(at.u - size * math.cos(angle), at.v - size * math.sin(angle))
    draft.line(tail, tip, "north", "structure")
    for side in (150, -150):
        turn = angle + math.radians(side)
        draft.line(
            tip, (tip.u + size * 0.5 * math.cos(turn), tip.v + size * 0.5 * math.sin(turn)), "north", "structure"
        )
    draft.add(Label(tip, "N", "strong", "labels", offsets=((11 * math.cos(angle), 11 * math.sin(angle)),), priority=3))


def _schools(draft: Draft, look: Look, left: float, right: float, front: float, back: float) -> None:
    """The chosen school's band firm, the other two faint; named at the wall."""
    for name, near, far in school_bands(look):
        near, far = max(near, front), min(far, back)
        if near >= far:
            continue
        style = "band-chosen" if name == school_of(look.plan).school else f"band-{name.replace(' ', '-')}"
        draft.box(near, left, far, right, style, "schools")
        draft.add(Label(P((near + far) / 2, right), name, "small", "schools", offsets=((0, -12), (0, -26)), priority=6))


def _picture(draft: Draft, look: Look, key: str, picture: Picture, style: str = "") -> None:
    strong = "picture-edge" if key == look.picture else "picture-edge-other"
    draft.path([(p.y, p.x) for p in face_above(picture)], style or strong, "picture", ref=key)


def _seat(draft: Draft, look: Look, key: str, seat: Seat, style: str = "") -> None:
    eye = seat.eye_point
    draft.ellipse(
        (eye.y + 75, eye.x), (95, 78), style or ("head-subject" if key == look.seat else "head"), "people", key
    )
    if style:
        return
    draft.mark((eye.y, eye.x), "dot", "eye", "people", key)
    draft.box(eye.y - 200, eye.x - 270, eye.y + 380, eye.x + 270, "chair", "people", key)
    draft.add(
        Label(P(eye.y + 380, eye.x), seat.name, "small", "labels", "start", ((5, 0), (5, 13), (5, -13)), 7, ref=key)
    )


def _sight(draft: Draft, look: Look) -> None:
    """The subject seat's view: lines to the picture's sides, with the angle between them."""
    watched, seat = look.watched, look.plan.survey.seats.get(look.seat or "")
    if watched is None or seat is None or look.seat is None:
        return
    subject, picture = watched
    view = look.report.of(ViewResult).pictures[subject].seats[look.seat]
    if view.angle is None:
        return
    eye = seat.eye_point
    face = face_above(picture)
    for corner in (face[0], face[-1]):
        draft.line((eye.y, eye.x), (corner.y, corner.x), "sight", "sight", look.seat)
    aim = (
        Point(picture.pose.x, picture.pose.y, 0.0)
        if look.report.walls.get(look.picture or "", 1) != 1
        else Point(eye.x, picture.pose.y, 0.0)
    )
    at = P(eye.y - (eye.y - aim.y) * 0.3, eye.x - (eye.x - aim.x) * 0.3)
    draft.add(Label(at, f"{view.angle:.1f}°", "strong", "sight", offsets=((0, 0), (0, 16), (0, -16)), priority=2))


def _dims(draft: Draft, look: Look) -> None:
    room = look.plan.survey.room
    if room.is_box:
        draft.add(
            Dim(
                0,
                room.depth.value,
                "u",
                look.show(room.depth.value),
                "below",
                0,
                _known(room.depth.source),
                4,
                "room.depth",
                "depth",
            ),
            Dim(
                0,
                room.width.value,
                "v",
                look.show(room.width.value),
                "right",
                0,
                _known(room.width.source),
                3,
                "room.width",
                "wall",
            ),
        )
    else:
        draft.add(*plan_dims(look))
    seat = look.plan.survey.seats.get(look.seat or "")
    if seat is not None:
        draft.add(
            Dim(0, seat.y.value, "u", look.show(seat.y.value), "below", 0, _known(seat.y.source), 2, "seat.y", "seat")
        )
        draft.add(
            Dim(0, seat.x.value, "v", look.show(seat.x.value), "right", 0, _known(seat.x.source), 6, "seat.x", "across")
        )
    for drawer in DRAWERS:
        drawer.plan_strings(draft, look)


def _known(source: str) -> str:
    return "assumed" if source in ("default", "assumed") else "plain"
