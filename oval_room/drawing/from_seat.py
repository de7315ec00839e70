"""From this seat: what the subject's eye sees in a scene's light, looking level at the picture's middle: the room in
quiet tones, a made-up still whose whites and blacks show the contrast worked out, heads in front, reflections, the
shadow of somebody who stands up in the beam.

A true perspective: a point `a` to the right, `b` up and `c` ahead of the eye lies at (a/c, b/c), drawn with 1000 mm
for a tangent of 1. So the picture's drawn half-width is the tangent of half its angle when it is seen square on.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise, product
from typing import Final

from oval_room.core.levels import Level
from oval_room.core.pose import Own, Point, to_own, to_room
from oval_room.core.projection.says import ThrowCode
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Thing
from oval_room.core.survey.eyes import CROWN, STATURE
from oval_room.core.viewing.glare import CLEARED, hull
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.core.viewing.study import ViewResult
from oval_room.drawing.look import Look, corners
from oval_room.drawing.scene import Draft, Label, P, Scene
from oval_room.drawing.seat_light import SeatLight
from oval_room.drawing.shell import ceiling_line

UNIT: Final = 1000.0
NEAR: Final = 150.0  # nothing nearer than this ahead is drawn [mm]
HEAD: Final = 78.0  # half a head's width [mm]


class _Eye:
    """Projects room points into the view."""

    def __init__(self, at: Point, towards: Point) -> None:
        away = math.hypot(towards.x - at.x, towards.y - at.y) or 1.0
        self.at = at
        self.ahead = ((towards.x - at.x) / away, (towards.y - at.y) / away)

    def own(self, p: Point) -> tuple[float, float, float]:
        """Right, up, ahead [mm]. A viewer facing the display wall has +x on the right."""
        dx, dy = p.x - self.at.x, p.y - self.at.y
        (fx, fy) = self.ahead
        return -fy * dx + fx * dy, p.z - self.at.z, fx * dx + fy * dy

    def line(self, p: Point, q: Point) -> list[tuple[float, float]] | None:
        """Both ends in the view, cut off where the line comes too near; None when all of it is."""
        a, b = self.own(p), self.own(q)
        if a[2] < NEAR and b[2] < NEAR:
            return None
        if a[2] < NEAR or b[2] < NEAR:
            share = (NEAR - a[2]) / (b[2] - a[2])
            cut = tuple(s + (t - s) * share for s, t in zip(a, b, strict=True))
            a, b = (cut, b) if a[2] < NEAR else (a, cut)  # type: ignore[assignment]
        return [(c[0] / c[2] * UNIT, c[1] / c[2] * UNIT) for c in (a, b)]

    def area(self, places: Sequence[Point]) -> list[tuple[float, float]]:
        """A flat face in the view, cut off where it comes too near; nothing when all of it is."""
        kept: list[tuple[float, float, float]] = []
        owned = [self.own(p) for p in places]
        for a, b in zip(owned, (*owned[1:], *owned[:1]), strict=True):
            if a[2] >= NEAR:
                kept.append(a)
            if (a[2] >= NEAR) != (b[2] >= NEAR):
                share = (NEAR - a[2]) / (b[2] - a[2])
                kept.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, NEAR))
        return [(c[0] / c[2] * UNIT, c[1] / c[2] * UNIT) for c in kept]


STILL: Final[tuple[tuple[float, tuple[tuple[float, float], ...]], ...]] = (
    # how light (0 black, 1 white), the outline in shares of the picture from its lower left corner
    (0.42, ((0, 0), (1, 0), (1, 1), (0, 1))),
    (0.55, ((0, 0.45), (1, 0.45), (1, 0.75), (0, 0.75))),
    (0.68, ((0, 0.45), (1, 0.45), (1, 0.58), (0, 0.58))),
    (0.22, ((0, 0.30), (0.16, 0.52), (0.30, 0.42), (0.52, 0.66), (0.74, 0.44), (0.88, 0.54), (1, 0.40), (1, 0.30))),
    (0.30, ((0, 0), (1, 0), (1, 0.34), (0, 0.34))),
    (0.12, ((0, 0), (0.42, 0), (0.30, 0.20), (0.12, 0.26), (0, 0.24))),
    (0.02, ((0.62, 0), (0.66, 0.62), (0.665, 0.86), (0.70, 0.86), (0.705, 0.62), (0.76, 0))),
    (0.0, ((0.60, 0.56), (0.78, 0.56), (0.74, 0.76), (0.69, 0.92), (0.64, 0.78))),
)
"""A made-up still: an evening over water and hills, a tree before it."""
MOON: Final = (0.24, 0.80, 0.07)
"""The brightest thing in it: its middle, and its half-width against the picture's height."""
STANDING: Final[tuple[tuple[float, float], ...]] = (
    *((-230, 0), (230, 0), (240, 0.80), (90, 0.84), (95, 0.97), (40, 1.0)),
    *((-40, 1.0), (-95, 0.97), (-90, 0.84), (-240, 0.80)),
)
"""Somebody standing, seen from the lens: to the side [mm], and up as a share of their height."""


def from_seat(look: Look) -> Scene | None:
    """The subject seat's view of the subject picture; None without either, or from behind it."""
    watched, seat = look.watched, look.plan.survey.seats.get(look.seat or "")
    if watched is None or seat is None or look.seat is None:
        return None
    subject, picture = watched
    view = look.report.of(ViewResult).pictures[subject].seats[look.seat]
    if view.angle is None:
        return None
    eye, light = _Eye(seat.eye_point, picture.pose.point), SeatLight(look, subject)
    draft = Draft()
    _shell(draft, eye, look, light)
    for key, thing in sorted(look.plan.survey.things.items(), key=lambda pair: -_far(eye, pair[1])):
        if thing.kind != "walkway":
            _box(draft, eye, light, key, thing)
    ordered = sorted(look.plan.chosen.pictures.items(), key=lambda pair: -eye.own(pair[1].pose.point)[2])
    outline: list[tuple[float, float]] = []
    for key, other in ordered:
        places = [eye.own(corner) for corner in corners(other)]
        if all(c[2] > NEAR for c in places):
            drawn = [(a / c * UNIT, b / c * UNIT) for a, b, c in places]
            mine = key == look.picture
            outline = drawn if mine else outline
            if mine:
                _still(draft, eye, light, key, other)
            else:
                draft.path(drawn, light.surface("floor"), "picture", closed=True, ref=key)
            draft.path(drawn, "seen" if mine else "seen-other", "picture", closed=True, ref=key)
    if outline:
        _reflections(draft, eye, look, picture)
        _shadow(draft, eye, look, subject, picture)
        _shadows_of_things(draft, eye, look, subject, picture)
    _heads(draft, look, eye)
    if not outline:
        return None
    left, right = min(u for u, _ in outline), max(u for u, _ in outline)
    low, high = min(v for _, v in outline), max(v for _, v in outline)
    told = (
        f"{view.angle:.1f}° across, {view.neck:+.0f}° neck".replace("-", "−").replace("−0°", "0°").replace("+0°", "0°")
    )
    draft.add(Label(P((left + right) / 2, high), told, "on-wall", "labels", offsets=((0, 12), (0, -14)), priority=0))
    scene = look.plan.survey.scenes.get(look.scene or "")
    if scene is not None:
        at = P((left + right) / 2, low)
        draft.add(Label(at, f"in {scene.name}", "on-wall", "labels", offsets=((0, -14), (0, -28)), priority=1))
    wide = max(abs(left), abs(right), 0.75 * UNIT) * 1.25
    window = (-wide, min(low, -0.35 * UNIT) * 1.15, wide, max(high, 0.35 * UNIT) * 1.15)
    title = f"from {seat.name}, looking at {picture.name}"
    return Scene("seat", title, window, tuple(draft.shapes), told + ".", to_scale=False)


def _far(eye: _Eye, thing: Thing) -> float:
    middle = Point((thing.x_from + thing.x_to) / 2, (thing.y_from + thing.y_to) / 2, (thing.z_from + thing.z_to) / 2)
    return eye.own(middle)[2]


def _shell(draft: Draft, eye: _Eye, look: Look, light: SeatLight) -> None:
    """The room: ceiling, walls and floor in their tones with their edges; openings in its walls."""
    room = look.plan.survey.room
    corners_at = [Point(*corner, 0.0) for corner in room.corners]
    faces: list[tuple[float, list[tuple[float, float]], str]] = []
    edges: list[list[tuple[float, float]]] = []
    for wall in room.walls:
        steps = [wall.length * i / 150 for i in range(151)] if room.slopes else [0.0, wall.length]
        tops = ceiling_line(room, [wall.room(u, 1.0) for u in steps], steps)
        up = [Point(*wall.room(u, 0.0), height) for u, height in tops]
        middle = Point(*wall.room(wall.length / 2, 0.0), 0.0)
        facing = wall.out[0] * eye.ahead[0] + wall.out[1] * eye.ahead[1]
        style = light.surface("wall" if facing < -0.7 else "side")
        area = eye.area([Point(*wall.a, 0.0), Point(*wall.b, 0.0), *reversed(up)])
        faces.append((math.hypot(middle.x - eye.at.x, middle.y - eye.at.y), area, style))
        for p, q in ((Point(*wall.a, 0.0), Point(*wall.b, 0.0)), (Point(*wall.a, 0.0), up[0]), *pairwise(up)):
            ends = eye.line(p, q)
            if ends:
                edges.append(ends)
    top = max(room.height.value, *(point.z for point in corners_at))
    _face(draft, eye.area([Point(p.x, p.y, top) for p in corners_at]), light.surface("ceiling"))
    for _, area, style in sorted(faces, key=lambda face: -face[0]):
        _face(draft, area, style)
    _face(draft, eye.area(corners_at), light.surface("floor"))
    for ends in edges:
        draft.path(ends, "edge", "structure")
    for key, opening in look.plan.survey.openings.items():
        home = room.wall_named(opening.wall)
        if home is None:
            continue
        start, end = opening.ends
        low, high = opening.sill.value, opening.head.value
        ring = [Point(*home.room(u, 0.0), z) for u, z in ((start, low), (end, low), (end, high), (start, high))]
        if area := eye.area(ring):
            draft.path(area, light.opening(opening), "structure", closed=True, ref=key)
            draft.path(area, "seen-other", "structure", closed=True, ref=key)


def _face(draft: Draft, area: list[tuple[float, float]], style: str) -> None:
    if len(area) > 2:
        draft.path(area, style, "structure", closed=True)


def _box(draft: Draft, eye: _Eye, light: SeatLight, key: str, thing: Thing) -> None:
    """A thing's faces that look at the eye."""
    x, y, z = (thing.x_from, thing.x_to), (thing.y_from, thing.y_to), (thing.z_from, thing.z_to)
    at, ring = (eye.at.x, eye.at.y, eye.at.z), ((0, 0), (1, 0), (1, 1), (0, 1))
    for axis, ends in enumerate((x, y, z)):
        for end, shows in ((0, at[axis] < ends[0]), (1, at[axis] > ends[1])):
            if not shows:
                continue
            others = [span for n, span in enumerate((x, y, z)) if n != axis]
            places = []
            for i, j in ring:
                place = [others[0][i], others[1][j]]
                place.insert(axis, ends[end])
                places.append(Point(*place))
            if area := eye.area(places):
                draft.path(area, light.thing(thing, "top" if axis == 2 else "side"), "room", closed=True, ref=key)
                draft.path(area, "seen-other", "room", closed=True, ref=key)


def _still(draft: Draft, eye: _Eye, light: SeatLight, key: str, picture: Picture) -> None:
    """The made-up still on the picture: what is asked to be black is as light as this light leaves it."""
    for signal, ring in STILL:
        draft.path(_on(eye, picture, ring), light.shade(signal), "picture", closed=True, ref=key)
    u, v, half = MOON
    across = half * picture.height / picture.width.value
    round_it = [(u + across * math.cos(a), v + half * math.sin(a)) for a in (n * math.pi / 12 for n in range(24))]
    draft.path(_on(eye, picture, round_it), light.shade(1.0), "picture", closed=True, ref=key)


def _on(eye: _Eye, picture: Picture, ring: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """Places of a picture, given in shares of it, in the view; a curved one is taken as its chord."""
    wide, high = picture.across, picture.height
    places = [
        to_room(picture.pose.point, picture.pose.turn, Own((u - 0.5) * wide, (v - 0.5) * high, 0.0)) for u, v in ring
    ]
    return eye.area(places)


def _reflections(draft: Draft, eye: _Eye, look: Look, picture: Picture) -> None:
    """Windows and lamps mirrored in the subject picture, where their share shows."""
    seen = look.report.of(GlareResult).pictures.get(look.picture or "", {}).get(look.seat or "")
    for key, patch in (seen.patches if seen else {}).items():
        if seen is not None and seen.each[key] >= CLEARED:
            places = [to_room(picture.pose.point, picture.pose.turn, Own(u, v, 0.0)) for u, v in patch]
            draft.path(eye.area(places), "reflection", "picture", closed=True, ref=key)


def _shadow(draft: Draft, eye: _Eye, look: Look, subject: str, picture: Picture) -> None:
    """The shadow on the picture of whoever nearest to it stands up in the beam."""
    fed = look.plan.chosen.fed_by(subject)
    if fed is None:
        return
    lens = to_own(picture.pose.point, picture.pose.turn, fed[1].pose.point)
    if lens.out <= 0:
        return
    best: tuple[float, str, list[tuple[float, float]]] | None = None
    for key, seat in look.plan.survey.seats.items():
        foot = seat.floor.value
        tall = seat.person or STATURE
        places: list[tuple[float, float]] = []
        for side, up in STANDING:
            own = to_own(
                picture.pose.point, picture.pose.turn, Point(seat.x.value + side, seat.y.value, foot + up * tall)
            )
            if not NEAR < own.out < lens.out - NEAR:
                places = []
                break
            t = lens.out / (lens.out - own.out)
            places.append((lens.right + (own.right - lens.right) * t, lens.up + (own.up - lens.up) * t))
        struck = _clipped(places, picture.across / 2, picture.height / 2)
        if len(struck) > 2 and (best is None or seat.y.value < best[0]):
            best = (seat.y.value, key, struck)
    if best is not None:
        places_on = [to_room(picture.pose.point, picture.pose.turn, Own(u, v, 0.0)) for u, v in best[2]]
        area = eye.area(places_on)
        draft.path(area, "shadow", "picture", closed=True, ref=best[1])
        name = look.plan.survey.seats[best[1]].name
        at = P(sum(u for u, _ in area) / len(area), min(v for _, v in area))
        draft.add(
            Label(at, f"{name} standing up", "on-wall", "labels", offsets=((0, -14), (0, 14), (0, -28)), priority=2)
        )


def _shadows_of_things(draft: Draft, eye: _Eye, look: Look, subject: str, picture: Picture) -> None:
    """The shadows on the picture of what stands or hangs in the beam."""
    fed = look.plan.chosen.fed_by(subject)
    struck = [one for one in look.report.findings if one.code is ThrowCode.BEAM_THING and one.level is Level.STOP]
    mine = {one.about["thing"] for one in struck if one.about.get("picture") == subject}
    if fed is None:
        return
    lens = to_own(picture.pose.point, picture.pose.turn, fed[1].pose.point)
    for key in sorted(mine & set(look.plan.survey.things)):
        thing = look.plan.survey.things[key]
        places = []
        for x, y, z in product((thing.x_from, thing.x_to), (thing.y_from, thing.y_to), (thing.z_from, thing.z_to)):
            own = to_own(picture.pose.point, picture.pose.turn, Point(x, y, z))
            t = lens.out / max(lens.out - max(own.out, 0.0), NEAR)
            places.append((lens.right + (own.right - lens.right) * t, lens.up + (own.up - lens.up) * t))
        area = _clipped(hull(places), picture.across / 2, picture.height / 2)
        if len(area) > 2:
            on = [to_room(picture.pose.point, picture.pose.turn, Own(u, v, 0.0)) for u, v in area]
            draft.path(eye.area(on), "shadow", "picture", closed=True, ref=key)


def _clipped(places: Sequence[tuple[float, float]], half_w: float, half_h: float) -> list[tuple[float, float]]:
    """A ring of places cut to a picture about its middle [mm]."""
    ring = list(places)
    for axis, sign, limit in ((0, 1, half_w), (0, -1, half_w), (1, 1, half_h), (1, -1, half_h)):
        kept: list[tuple[float, float]] = []
        for a, b in zip(ring, (*ring[1:], *ring[:1]), strict=True) if ring else ():
            inside_a, inside_b = sign * a[axis] <= limit, sign * b[axis] <= limit
            if inside_a:
                kept.append(a)
            if inside_a != inside_b:
                share = (sign * limit - a[axis]) / (b[axis] - a[axis])
                kept.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share))
        ring = kept
    return ring


def _heads(draft: Draft, look: Look, eye: _Eye) -> None:
    """Heads of everyone nearer to the picture, farthest first, as solid ovals from shoulder to crown."""
    others = [(eye.own(seat.eye_point), key) for key, seat in look.plan.survey.seats.items() if key != look.seat]
    for (right, up, ahead), key in sorted(others, reverse=True, key=lambda item: item[0][2]):
        if ahead < 300:
            continue
        scale = UNIT / ahead
        draft.ellipse(
            (right * scale, (up + CROWN / 2 - 55) * scale),
            (HEAD * scale, (CROWN / 2 + 55) * scale),
            "head-in-front",
            "sight",
            key,
        )
