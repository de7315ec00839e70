"""From this seat: what the subject's eye sees of the picture, looking level at its middle; heads in front, room edges.

A true perspective: a point `a` to the right, `b` up and `c` ahead of the eye lies at (a/c, b/c), drawn with 1000 mm
for a tangent of 1. So the picture's drawn half-width is the tangent of half its angle when it is seen square on.
"""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Final

from oval_room.core.pose import Point
from oval_room.core.survey.eyes import CROWN
from oval_room.core.viewing.study import ViewResult
from oval_room.drawing.parts import Look, corners
from oval_room.drawing.scene import Draft, Label, P, Scene
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


def from_seat(look: Look) -> Scene | None:
    """The subject seat's view of the subject picture; None without either, or from behind it."""
    watched, seat = look.watched, look.plan.survey.seats.get(look.seat or "")
    if watched is None or seat is None or look.seat is None:
        return None
    subject, picture = watched
    view = look.report.of(ViewResult).pictures[subject].seats[look.seat]
    if view.angle is None:
        return None
    eye = _Eye(seat.eye_point, picture.pose.point)
    draft = Draft()
    _shell(draft, eye, look)
    for key, thing in look.plan.survey.things.items():
        _box(
            draft,
            eye,
            (thing.x_from, thing.y_from, thing.z_from),
            (thing.x_to, thing.y_to, thing.z_to),
            "thing",
            "room",
            key,
        )
    ordered = sorted(look.plan.chosen.pictures.items(), key=lambda pair: -eye.own(pair[1].pose.point)[2])
    outline: list[tuple[float, float]] = []
    for key, other in ordered:
        places = [eye.own(corner) for corner in corners(other)]
        if all(c[2] > NEAR for c in places):
            drawn = [(a / c * UNIT, b / c * UNIT) for a, b, c in places]
            outline = drawn if key == look.picture else outline
            draft.path(drawn, "seen" if key == look.picture else "seen-other", "picture", closed=True, ref=key)
    _heads(draft, look, eye)
    if not outline:
        return None
    left, right = min(u for u, _ in outline), max(u for u, _ in outline)
    low, high = min(v for _, v in outline), max(v for _, v in outline)
    told = f"{view.angle:.1f}° across, {view.neck:+.0f}° neck".replace("-", "−")
    draft.add(Label(P((left + right) / 2, high), told, "strong", "labels", offsets=((0, 12), (0, -14)), priority=0))
    draft.line((left - 60, 0), (right + 60, 0), "guide", "sight")
    draft.add(Label(P(right + 60, 0), "level with the eye", "small", "sight", "start", ((4, 0),), 5))
    wide = max(abs(left), abs(right), 0.75 * UNIT) * 1.25
    window = (-wide, min(low, -0.35 * UNIT) * 1.15, wide, max(high, 0.35 * UNIT) * 1.15)
    title = f"from {seat.name}, looking at {picture.name}"
    return Scene("seat", title, window, tuple(draft.shapes), told + ".")


def _shell(draft: Draft, eye: _Eye, look: Look) -> None:
    """The room's edges: floor, ceiling and corners; openings in its walls."""
    room = look.plan.survey.room
    for wall in room.walls:
        steps = [wall.length * i / 150 for i in range(151)] if room.slopes else [0.0, wall.length]
        tops = ceiling_line(room, [wall.room(u, 1.0) for u in steps], steps)
        up = [Point(*wall.room(u, 0.0), height) for u, height in tops]
        lines = [(Point(*wall.a, 0.0), Point(*wall.b, 0.0)), (Point(*wall.a, 0.0), up[0]), *pairwise(up)]
        for p, q in lines:
            ends = eye.line(p, q)
            if ends:
                draft.path(ends, "edge", "structure")
    for key, opening in look.plan.survey.openings.items():
        home = room.wall_named(opening.wall)
        if home is None:
            continue
        places = [Point(*home.room(u, 0.0), z) for u in opening.ends for z in (opening.sill.value, opening.head.value)]
        for i, j in ((0, 1), (2, 3), (0, 2), (1, 3)):
            ends = eye.line(places[i], places[j])
            if ends:
                draft.path(ends, "thing", "structure", ref=key)


def _box(
    draft: Draft,
    eye: _Eye,
    low: tuple[float, float, float],
    high: tuple[float, float, float],
    style: str,
    layer: str,
    ref: str = "",
) -> None:
    places = [Point(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])]
    for i, p in enumerate(places):
        for q in places[i + 1 :]:
            if sum(a != b for a, b in zip(p, q, strict=True)) == 1:
                ends = eye.line(p, q)
                if ends:
                    draft.path(ends, style, layer, ref=ref)


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
            "people",
            key,
        )
