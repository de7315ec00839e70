"""Projectors and their beams in every view: from the side, from above, on the wall."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

from oval_room.core.fixing.case_study import CaseResult
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.overhead import BEARS, holder_of, void_over
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import PlateWindow, WindowResult
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.room import OVER_WORDS
from oval_room.core.pose import Own, Point, to_room
from oval_room.core.projection.document import Projector
from oval_room.core.projection.keystone import Tilt
from oval_room.core.projection.memory_study import MemoryResult
from oval_room.core.projection.study import ThrowResult
from oval_room.core.projection.upkeep_study import UpkeepResult
from oval_room.core.screens.document import Picture
from oval_room.drawing.drawer import Drawer
from oval_room.drawing.look import WALL, Look, edge_on, on_wall, plate_in_room, projector_turn
from oval_room.drawing.scene import Dim, Draft, Label, P
from oval_room.drawing.wall_parts import without_holes

TIMBER: Final = 95.0
"""A bridging timber's width, drawn [mm]."""
JOIST: Final = 38.0
JOIST_HIGH: Final = 90.0
"""A joist, drawn [mm]; its height only begins to show over the ceiling."""
ROUND: Final = 60.0
"""A hush-box round its projector, and what is shown round one behind a port, drawn [mm]."""
SPAN_HIGH: Final = 30.0
"""The strip of the plate's places under the ceiling, drawn [mm]."""


def raster(look: Look, key: str, picture: Picture) -> tuple[float, float]:
    """Width and height of the raster lit on a picture [mm]."""
    throw = look.report.of(ThrowResult).throws.get(key)
    return throw.raster if throw else (picture.width.value, picture.height)


def side_projector(draft: Draft, look: Look, key: str, projector: Projector, style: str = "") -> None:
    """A projector from the side, with its pole or shelf and the lens as a dot."""
    item = look.item(projector.gear)
    pose = projector.pose
    body = item if isinstance(item, ProjectorGear) else None
    behind, high = (body.body_behind_lens, body.body_height) if body else (350.0, 150.0)
    start, low = pose.y, pose.z - high / 2
    if body is not None and body.datum_to_back is not None:  # a cabinet before its screen, its lens on top
        start, low = pose.y - body.datum_to_back, pose.z - high
    _body(draft, pose, (start, low, start + behind, low + high), style or "projector", key)
    if not style:
        _boxed(draft, look, key, projector, (start, low, start + behind, low + high))
        _port(draft, look, key, projector, "section")
    if style and look.ghost is not None and projector.shows in look.ghost.chosen.pictures:
        lower, upper = edge_on(look.ghost.chosen.pictures[projector.shows])
        draft.path(((lower.y, lower.z), (pose.y, pose.z), (upper.y, upper.z)), "ghost-line", "beam")
    if style or body is None:
        return
    if body.datum_to_back is not None and not projector.hung:
        tray_stops(draft, look, key, projector, body)
        draft.mark((pose.y, pose.z), "dot", "lens", "beam", key)
        return
    plate = look.report.of(FixingResult).plates.get(key)
    forward, below = (plate.lens.forward, plate.lens.to_axis) if plate else body.lens_on_plate[1:]
    plate_y = pose.y + forward
    if projector.hung and projector.boxed != "behind a port":
        ceiling = look.plan.survey.room.ceiling_at(pose.x, plate_y)
        draft.line((plate_y, ceiling), (plate_y, pose.z + high / 2), "pole", "fixings", key)
        draft.line((plate_y - 90, ceiling), (plate_y + 90, ceiling), "plate", "fixings", key)
        rods_up(draft, look, key, plate_y, ceiling)
    elif not projector.hung:
        draft.line((pose.y - 40, pose.z - below), (pose.y + behind + 40, pose.z - below), "plate", "fixings", key)
    draft.mark((pose.y, pose.z), "dot", "lens", "beam", key)


ROD: Final = 70.0
"""How far a rod stands from the middle of what hangs on it, as it is drawn [mm]."""


def rods_up(draft: Draft, look: Look, key: str, y: float, ceiling: float) -> None:
    """Rods from a plate or case up through the ceiling to what carries, where that itself does not (rules 7.22)."""
    made = look.plan.survey.made.get("ceiling")
    by = holder_of(made, look.plan.chosen.kept(FixingNodes).held_by(key))
    if (void := void_over(made)) and by in ("slab", "joists"):
        for side in (-ROD, ROD):
            draft.line((y + side, ceiling), (y + side, ceiling + void), "pole", "fixings", key)


def _body(draft: Draft, pose: Pose, box: tuple[float, float, float, float], style: str, key: str) -> None:
    """A projector's body, turned about its lens as its nose points."""
    u0, v0, u1, v1 = box
    turn = math.radians(-pose.pitch)  # the lens looks to the left of the section
    cos, sin = math.cos(turn), math.sin(turn)
    corners = [(u - pose.y, v - pose.z) for u, v in ((u0, v0), (u1, v0), (u1, v1), (u0, v1))]
    turned = [(pose.y + u * cos - v * sin, pose.z + u * sin + v * cos) for u, v in corners]
    draft.path(turned, style, "beam", closed=True, ref=key)


def reach(look: Look) -> float:
    """How far out the projectors go that stand behind a port in their wall [mm]; 0 where none does."""
    ends = [0.0]
    for projector in look.plan.chosen.projectors.values():
        item = look.item(projector.gear)
        if projector.boxed == "behind a port" and isinstance(item, ProjectorGear):
            ends.append(projector.pose.y + item.behind_lens + ROUND)
    return max(ends)


def _boxed(draft: Draft, look: Look, key: str, projector: Projector, body: tuple[float, float, float, float]) -> None:
    """A hush-box round a body in this view."""
    if projector.boxed == "hush-box":
        u0, v0, u1, v1 = body
        draft.box(u0 - ROUND, v0 - ROUND, u1 + ROUND, v1 + ROUND, "hush-box", "beam", key)


def _port(draft: Draft, look: Look, key: str, projector: Projector, view: str) -> None:
    """The port in the wall behind, in section or plan."""
    port = look.report.of(UpkeepResult).ports.get(key)
    if port is None:
        return
    room = look.plan.survey.room
    picture = look.plan.chosen.pictures[projector.shows]
    wall = room.behind(picture.pose.x, picture.pose.y + 1.0) if room.is_box else room.depth.value
    middle, size = (port.z, port.height) if view == "section" else (port.x, port.width)
    draft.box(wall, middle - size / 2, wall + WALL, middle + size / 2, "port", "structure", key)


def _pitched(look: Look, key: str) -> Tilt | None:
    throw = look.report.of(ThrowResult).throws.get(key)
    return throw.pitched if throw else None


def beam_side(draft: Draft, look: Look, key: str, projector: Projector) -> None:
    """The beam from the side: lens to the raster's upper and lower edge."""
    picture = look.plan.chosen.pictures[projector.shows]
    _, high = raster(look, key, picture)
    lens, ends, tilt = projector.pose, (high / 2, -high / 2), _pitched(look, key)
    if tilt is not None:
        _, _, lower, upper = tilt.raster
        ends = (lens.z + upper - picture.pose.z, lens.z + lower - picture.pose.z)
    top, low = (to_room(picture.pose.point, picture.pose.turn, Own(0.0, v, 0.0)) for v in ends)
    draft.path(((lens.y, lens.z), (top.y, top.z), (low.y, low.z)), "beam", "beam", closed=True, ref=key)


def beam_above(draft: Draft, look: Look, key: str, projector: Projector) -> None:
    """The beam from above."""
    picture = look.plan.chosen.pictures[projector.shows]
    wide, tilt = raster(look, key, picture)[0], _pitched(look, key)
    if tilt is not None:
        wide = 2 * max(tilt.raster[:2])
    left, right = (to_room(picture.pose.point, picture.pose.turn, Own(u, 0.0, 0.0)) for u in (-wide / 2, wide / 2))
    lens = projector.pose
    draft.path(((lens.y, lens.x), (left.y, left.x), (right.y, right.x)), "beam", "beam", closed=True, ref=key)


def above_projector(draft: Draft, look: Look, key: str, projector: Projector, style: str = "") -> None:
    item = look.item(projector.gear)
    body = item if isinstance(item, ProjectorGear) else None
    pose = projector.pose
    behind, wide = (body.body_behind_lens, body.body_width) if body else (350.0, 400.0)
    plate = plate_in_room(look, key, projector)
    own = look.report.of(FixingResult).plates.get(key)
    shift = 0.0
    if plate is not None and own is not None and not style:
        room = look.plan.survey.room
        wall = room.walls[look.report.walls.get(projector.shows, 1) - 1]
        shift = own.x - wall.own(pose.x, pose.y)[0]
    start = -(body.datum_to_back or 0.0) if body else 0.0
    places = (
        (-wide / 2 + shift, start),
        (wide / 2 + shift, start),
        (wide / 2 + shift, start + behind),
        (-wide / 2 + shift, start + behind),
    )
    body_at = [to_room(Point(pose.x, pose.y, 0.0), projector_turn(look, projector), Own(u, 0.0, v)) for u, v in places]
    draft.path([(p.y, p.x) for p in body_at], style or "overhead", "beam", closed=True, ref=key)
    if style:
        return
    us, vs = [p.y for p in body_at], [p.x for p in body_at]
    _boxed(draft, look, key, projector, (min(us), min(vs), max(us), max(vs)))
    _port(draft, look, key, projector, "plan")
    draft.mark((pose.y, pose.x), "dot", "lens", "beam", key)
    if plate:
        draft.mark((plate[1], plate[0]), "cross", "plate", "fixings", key)


def beams_from_side(draft: Draft, look: Look) -> None:
    """In the section: the projectors of its wall's pictures, the subject's with its beam."""
    on = on_wall(look.plan)
    for key, projector in look.plan.chosen.projectors.items():
        if projector.shows not in on:
            continue
        if look.picture in (None, projector.shows):
            beam_side(draft, look, key, projector)
            window_from_side(draft, look, key, projector)
        side_projector(draft, look, key, projector)
    for key in look.report.of(CaseResult).hooks:
        if (picture := look.plan.chosen.pictures.get(key)) is not None:
            ceiling = look.plan.survey.room.ceiling_at(picture.pose.x, picture.pose.y)
            rods_up(draft, look, key, picture.pose.y, ceiling)


def plate_window(draft: Draft, look: Look, key: str, projector: Projector) -> None:
    """In the plan: where the plate may be."""
    found = look.report.of(WindowResult).windows.get(key)
    if found is None or found.window.x is None or found.window.y is None:
        return
    wall = look.plan.survey.room.walls[look.report.walls.get(projector.shows, 1) - 1]
    (x0, x1), (y0, y1) = found.window.x, found.window.y
    places = [wall.room(u, off) for u, off in ((x0, y0), (x1, y0), (x1, y1), (x0, y1))]
    draft.path([(y, x) for x, y in places], "plate-window", "fixings", closed=True, ref=key)
    for a, b, near, far in found.places.struck():
        corners = [wall.room(u, off) for u, off in ((a, near), (b, near), (b, far), (a, far))]
        draft.path([(y, x) for x, y in corners], "plate-struck", "fixings", closed=True, ref=key)
    safest = found.places.safest()
    if safest is not None:
        x, y = wall.room(*safest[:2])
        draft.mark((y, x), "cross", "plate-safest", "fixings", key)
    timber_above(draft, found, key)


def timber_above(draft: Draft, found: PlateWindow, key: str) -> None:
    """In the plan: the timber that bridges two joists, where no joist lies in the window."""
    by = found.held
    if by is None or by.on or by.in_window or by.bridge is None:
        return
    (x, y), (a, b) = found.plate, by.bridge
    if by.across == "y":
        draft.box(a - BEARS, x - TIMBER / 2, b + BEARS, x + TIMBER / 2, "bridging", "fixings", key)
    else:
        draft.box(y - TIMBER / 2, a - BEARS, y + TIMBER / 2, b + BEARS, "bridging", "fixings", key)


def window_from_side(draft: Draft, look: Look, key: str, projector: Projector) -> None:
    """In the section: how far out the plate may be, under the ceiling; the joists over it, cut across."""
    found = look.report.of(WindowResult).windows.get(key)
    if found is None or found.window.y is None:
        return
    ceiling = look.plan.survey.room.ceiling_at(projector.pose.x, found.plate[1])
    near, far = found.window.y
    draft.box(near, ceiling - SPAN_HIGH, far, ceiling, "plate-window", "fixings", key)
    by = found.held
    if by is None or by.across != "y":
        return
    joists = {by.joist, *(by.bridge or ())}
    for line in sorted(joists):
        draft.box(line - JOIST / 2, ceiling, line + JOIST / 2, ceiling + JOIST_HIGH, "joist-cut", "fixings", key)
    if not by.on and not by.in_window and by.bridge is not None:
        low, (a, b) = ceiling + JOIST_HIGH, by.bridge
        draft.box(a - BEARS, low, b + BEARS, low + JOIST, "bridging", "fixings", key)


def beams_from_above(draft: Draft, look: Look) -> None:
    """In the plan: every projector, the subject's with its beam."""
    for key, projector in look.plan.chosen.projectors.items():
        if look.picture in (None, projector.shows):
            plate_window(draft, look, key, projector)
        if look.picture in (None, projector.shows):
            beam_above(draft, look, key, projector)
        above_projector(draft, look, key, projector)
    case_hooks(draft, look)


def throw_strings(draft: Draft, look: Look) -> None:
    """In the section: the throw and the lens's height."""
    for key, projector in look.plan.chosen.projectors.items():
        throw = look.report.of(ThrowResult).throws.get(key)
        if throw is None or look.picture not in (None, projector.shows):
            continue
        start = look.plan.chosen.pictures[projector.shows].pose.y
        draft.add(
            Dim(
                start,
                projector.pose.y,
                "u",
                f"throw {look.show(throw.throw)}",
                "above",
                0.0,
                "brass",
                1,
                "projector.throw",
                "throw",
                swap="screen to lens",
            )
        )
        draft.add(
            Dim(
                0,
                projector.pose.z,
                "v",
                f"lens {look.show(projector.pose.z)}",
                "inside",
                projector.pose.y + 620,
                "brass",
                2,
                "projector.lens_z",
                "lens up",
            )
        )


def void_strings(draft: Draft, look: Look) -> None:
    """In the section: the void over a ceiling that carries nothing, and the whole drop of a plate (rules 7.22)."""
    made = look.plan.survey.made.get("ceiling")
    if not (void := void_over(made)):
        return
    height = look.plan.survey.room.height.value
    far = look.plan.survey.room.depth.value
    text = f"void {look.show(void)}, {OVER_WORDS[made.over]} over it" if made is not None and made.over else "void"
    draft.add(Label(P(far * 0.4, height + void / 2), text, "small", "labels", offsets=((0, 4), (40, 4)), priority=3))
    for of, projector in look.plan.chosen.projectors.items():
        plate = look.report.of(FixingResult).plates.get(of)
        by = holder_of(made, look.plan.chosen.kept(FixingNodes).held_by(of))
        if plate is not None and plate.pole is not None and by in ("slab", "joists"):
            low, high, at = height - plate.pole, height + void, projector.pose.y + plate.lens.forward + 2 * ROD
            text = look.show(high - low)
            draft.add(Dim(low, high, "v", text, "inside", at, "brass", 3, f"projector.{of}.drop"))


def section_strings(draft: Draft, look: Look) -> None:
    """What the section measures of throws and of what holds a plate."""
    throw_strings(draft, look)
    void_strings(draft, look)


def plate_strings(draft: Draft, look: Look) -> None:
    """In the plan: where the mount plate goes."""
    for key, projector in look.plan.chosen.projectors.items():
        plate = look.report.of(FixingResult).plates.get(key)
        if plate and look.picture in (None, projector.shows) and look.report.walls.get(projector.shows, 1) == 1:
            draft.add(
                Dim(
                    0,
                    plate.y,
                    "u",
                    f"plate {look.show(plate.y)}",
                    "above",
                    0,
                    "brass",
                    3,
                    "projector.plate_y",
                    "plate out",
                )
            )
            draft.add(
                Dim(
                    0,
                    plate.x,
                    "v",
                    f"plate {look.show(plate.x)}",
                    "left",
                    0,
                    "brass",
                    4,
                    "projector.plate_x",
                    "plate along",
                )
            )


def rasters(draft: Draft, look: Look) -> None:
    """On the display wall: the raster of the subject picture, and where its lens is."""
    pictures = on_wall(look.plan)
    for key, projector in look.plan.chosen.projectors.items():
        memories_on(draft, look, key, pictures)
        if projector.shows not in pictures:
            continue
        picture = pictures[projector.shows]
        wide, high = raster(look, key, picture)
        if look.picture == projector.shows:
            pose = picture.pose
            left, right = pose.x - wide / 2, pose.x + wide / 2
            draft.box(left, pose.z - high / 2, right, pose.z + high / 2, "raster", "beam", key)
            tilted_raster(draft, look, key, picture)
            draft.mark((projector.pose.x, projector.pose.z), "dot", "lens", "beam", key)
            draft.add(
                Label(P(projector.pose.x, projector.pose.z), "lens", "small", "beam", "start", ((8, 0), (8, 12)), 6)
            )


def memories_on(draft: Draft, look: Look, key: str, pictures: Mapping[str, Picture]) -> None:
    """On the display wall: what of its screen each memory fills, of the subject's screen."""
    for name, one in look.report.of(MemoryResult).settings.items():
        picture = pictures.get(one.memory.shows)
        if one.projector != key or picture is None or look.picture != one.memory.shows:
            continue
        x, z = picture.pose.x, picture.pose.z + one.picture.up
        left, right = x - one.picture.width / 2, x + one.picture.width / 2
        low, high = z - one.picture.height / 2, z + one.picture.height / 2
        draft.box(left, low, right, high, "memory-edge", "picture", name)
        at, offsets = P(left, high), ((6, -9), (6, -21), (6, -33), (6, 9))
        draft.add(Label(at, one.memory.name, "small", "picture", "start", offsets, 5, ref=name))


def tray_stops(draft: Draft, look: Look, key: str, projector: Projector, item: ProjectorGear) -> None:
    """In the section: where an ultra-short throw's cabinet stands for each memory."""
    for name, one in look.report.of(MemoryResult).settings.items():
        if one.projector != key or one.cabinet is None:
            continue
        picture = look.plan.chosen.pictures[one.memory.shows]
        start, low = one.cabinet, projector.pose.z - item.body_height
        draft.box(start, low, start + item.body_behind_lens, projector.pose.z, "tray-stop", "beam", name)
        draft.add(
            Label(P(start, low), one.memory.name, "small", "beam", "start", ((2, -9), (2, -20), (2, -31)), 5, ref=name)
        )
        for z in (one.bottom, one.bottom + one.picture.height):
            draft.line(
                (start + (item.datum_to_back or 0.0), projector.pose.z), (picture.pose.y, z), "tray-beam", "beam"
            )


def tilted_raster(draft: Draft, look: Look, key: str, picture: Picture) -> None:
    """On the display wall, where the shift runs out: where the raster would land from a tilted lens (rules 6.4)."""
    throw = look.report.of(ThrowResult).throws.get(key)
    tilt = None if throw is None else throw.pitched or (throw.tilt if throw.tilt_fills else None)
    if throw is None or tilt is None:
        return
    low, high, bottom, top = tilt.raster
    x, zero = picture.pose.x, throw.projector.pose.z
    corners = [(x - low, zero + bottom), (x + low, zero + bottom), (x + high, zero + top), (x - high, zero + top)]
    draft.path(corners, "raster" if throw.pitched else "raster-tilted", "beam", closed=True, ref=key)
    told = f"tilted {abs(tilt.pitch):.1f}°: {int(tilt.lands.pixels)} %"
    draft.add(Label(P(x - high, zero + top), told, "small", "beam", "start", ((4, -6), (4, 14), (4, -18)), 6))


def case_hooks(draft: Draft, look: Look) -> None:
    """In the plan: where cases of cloths hang from joists."""
    instead = without_holes(look)
    for key, places in look.report.of(CaseResult).hooks.items():
        for x, y in places if key not in instead else ():
            draft.mark((y, x), "cross", "plate", "fixings", key)


DRAWER: Final = Drawer(
    section=beams_from_side,
    plan=beams_from_above,
    elevation=rasters,
    section_strings=section_strings,
    plan_strings=plate_strings,
)
