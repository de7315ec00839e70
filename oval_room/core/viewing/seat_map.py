"""The seat map: how many of the rules pass at every place of the floor, for one picture (rules 3.5).

A grid in the frame of the picture's own wall (u along it, v out of it) at the main seat's eye height; five rules:
angle inside the school, pixels not seen, inside the off-axis limit, neck at ease, nothing bright mirrored. Worked
with numpy, all cells at once.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oval_room.core.levels import Level
from oval_room.core.plan.gear import GearItem, Panel
from oval_room.core.pose import Point, axes, to_own
from oval_room.core.record import record
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey
from oval_room.core.survey.eyes import GAZE_PITCH
from oval_room.core.viewing.glare import CLEARED, Bright
from oval_room.core.viewing.glare_study import corners_of, kind_of, shining, shows
from oval_room.core.viewing.neck import NECK_GOOD
from oval_room.core.viewing.offaxis import off_axis_limit
from oval_room.core.viewing.schools import SIZE_SCHOOLS, SizeSchool
from oval_room.core.viewing.sharpness import COARSE

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]

GRID: Final = 100.0
MOST_CELLS: Final = 150
"""Cells along a room's longer side: in larger rooms they are larger."""
"""Cells of the map [mm]."""
RULES: Final = ("angle", "sharpness", "off axis", "neck", "glare")
EYE: Final = 1080.0
SAMPLES: Final = 7
"""Places across and up the picture at which glare is looked for."""


@record
class SeatMap:
    """The map: places of columns (x) and rows (y) [mm], which rules pass (rule, row, column), how many, where floor
    is."""

    xs: Floats
    ys: Floats
    passes: Flags
    count: NDArray[np.intp]
    floor: Flags
    grid: float = GRID
    """Size of its cells [mm]."""

    @property
    def best_row(self) -> float | None:
        """The row out from the wall where most rules pass over most of its width [mm]."""
        if not self.floor.any():
            return None
        score = np.where(self.floor, self.count, 0).sum(axis=1)
        return float(self.ys[int(score.argmax())]) if score.max() > 0 else None

    def tally(self, x: float, y: float) -> dict[str, bool] | None:
        """What passes at the cell nearest to a place; None off the floor."""
        i, j = int(np.abs(self.ys - y).argmin()), int(np.abs(self.xs - x).argmin())
        if abs(self.ys[i] - y) > self.grid or abs(self.xs[j] - x) > self.grid or not self.floor[i, j]:
            return None
        return {rule: bool(self.passes[n, i, j]) for n, rule in enumerate(RULES)}


def seat_map(
    survey: Survey, picture: Picture, *, item: GearItem | None, school: SizeSchool, grid: float = GRID
) -> SeatMap:
    """The map of one picture over the floor of its room, in the room's own axes."""
    room = survey.room
    left, near, right, far = room.extent
    grid = max(grid, max(right - left, far - near) / MOST_CELLS)
    xs = np.arange(left + grid / 2, right, grid)
    ys = np.arange(near + grid / 2, far, grid)
    x, y = np.meshgrid(xs, ys)
    main = survey.seats.get(survey.main or "")
    eye_z = main.eye_point.z if main else EYE
    gaze = GAZE_PITCH[main.kind] if main else 10.0
    right_axis, up_axis, out_axis = axes(picture.pose.turn)
    dx, dy, dz = x - picture.pose.x, y - picture.pose.y, eye_z - picture.pose.z
    r = dx * right_axis.x + dy * right_axis.y + dz * right_axis.z
    o = dx * out_axis.x + dy * out_axis.y + dz * out_axis.z
    before = o > 1.0
    d = np.where(before, o, 1.0)
    half, forward = picture.across / 2, d - picture.bow
    angle = np.degrees(np.arctan2(half - r, forward) + np.arctan2(half + r, forward))
    band = SIZE_SCHOOLS[school]
    pitch = picture.width.value / picture.pixels[0]
    per_degree = 1 / (2 * np.degrees(np.arctan(pitch / (2 * d))))
    kind = kind_of(picture, item)
    limit = off_axis_limit(kind) if kind else 60.0
    level = np.maximum(np.hypot(dx, dy), 1.0)
    neck = np.degrees(np.arctan2(-dz, level)) - gaze
    glare = np.zeros_like(before)
    if isinstance(item, Panel):
        glare = _glare(survey, item, picture, x, y, eye_z, d, before, (right_axis, up_axis, out_axis))
    passes = np.stack(
        [
            before & (angle >= band.lo) & (angle <= band.hi),
            before & (per_degree >= COARSE),
            before & (np.degrees(np.arctan(np.abs(r) / d)) <= limit),
            before & (neck >= NECK_GOOD[0]) & (neck <= NECK_GOOD[1]),
            before & ~glare,
        ]
    )
    floor = _inside(room.corners, x, y)
    return SeatMap(xs, ys, passes, passes.sum(axis=0), floor, grid)


def _inside(corners: tuple[tuple[float, float], ...], x: Floats, y: Floats) -> Flags:
    odd = np.zeros(x.shape, dtype=bool)
    for (ax, ay), (bx, by) in zip(corners, (*corners[1:], corners[0]), strict=True):
        if ay == by:
            continue
        crosses = (ay > y) != (by > y)
        odd ^= crosses & (x < ax + (y - ay) * (bx - ax) / (by - ay))
    return odd


def _glare(
    survey: Survey,
    panel: Panel,
    picture: Picture,
    x: Floats,
    y: Floats,
    eye_z: float,
    o: Floats,
    before: Flags,
    own: tuple[Point, Point, Point],
) -> Flags:
    """Whether something bright enough to show is mirrored to the eye.

    Of a window: a corner of it inside the picture, or a place over the picture whose ray from the mirrored eye meets
    the window's wall inside the window; slivers between the samples may be missed. Of a lamp: the box round its
    mirrored corners.
    """
    glare = np.zeros(x.shape, dtype=bool)
    bright = {
        key: one
        for key, one in shining(survey).items()
        if not panel.white_cd_m2 or shows(one.luminance, 100.0, panel) is Level.MIND
    }
    windows = [(one, survey.room.wall_named(one.wall)) for key, one in survey.openings.items() if key in bright]
    lamps = [one.faces for key, one in bright.items() if key not in survey.openings]
    if not bright:
        return glare
    right_axis, up_axis, out_axis = own
    mx, my, mz = x - 2 * o * out_axis.x, y - 2 * o * out_axis.y, eye_z - 2 * o * out_axis.z  # the mirrored eye
    half_w, half_h = picture.across / 2, picture.height / 2
    places = [(i / (SAMPLES - 1) * 2 - 1, j / (SAMPLES - 1) * 2 - 1) for i in range(SAMPLES) for j in range(SAMPLES)]
    up = (x - picture.pose.x) * up_axis.x + (y - picture.pose.y) * up_axis.y + (eye_z - picture.pose.z) * up_axis.z
    across = (
        (x - picture.pose.x) * right_axis.x
        + (y - picture.pose.y) * right_axis.y
        + (eye_z - picture.pose.z) * right_axis.z
    )
    for faces in lamps:
        glare |= before & _mirrors_box(picture, faces, o, across, up)
    for one, wall in windows:
        assert wall is not None
        start, end = one.ends
        for corner in corners_of(survey, one):  # a window's corner mirrored inside the picture, between the samples
            own_corner = to_own(picture.pose.point, picture.pose.turn, corner)
            if own_corner.out > 1.0:
                share = o / (o + own_corner.out)
                at_right, at_up = across + share * (own_corner.right - across), up + share * (own_corner.up - up)
                glare |= before & (np.abs(at_right) <= half_w) & (np.abs(at_up) <= half_h)
        for a, b in places:
            px = picture.pose.x + a * half_w * right_axis.x + b * half_h * up_axis.x
            py = picture.pose.y + a * half_w * right_axis.y + b * half_h * up_axis.y
            pz = picture.pose.z + a * half_w * right_axis.z + b * half_h * up_axis.z
            vx, vy, vz = px - mx, py - my, pz - mz
            towards = vx * wall.out[0] + vy * wall.out[1]
            off = (mx - wall.a[0]) * wall.out[0] + (my - wall.a[1]) * wall.out[1]
            with np.errstate(divide="ignore", invalid="ignore"):
                share = -off / towards
                u = (mx + share * vx - wall.a[0]) * wall.along[0] + (my + share * vy - wall.a[1]) * wall.along[1]
                z = mz + share * vz
                glare |= (
                    before & (share > 1) & (u >= start) & (u <= end) & (z >= one.sill.value) & (z <= one.head.value)
                )
    return glare


def _mirrors_box(picture: Picture, faces: Bright, o: Floats, across: Floats, up: Floats) -> Flags:
    """Whether the box round a lamp's mirrored corners covers 1 % of the picture or more, for every eye at once."""
    half_w, half_h = picture.across / 2, picture.height / 2
    seen = []
    for corner in {corner for face in faces for corner in face}:
        own = to_own(picture.pose.point, picture.pose.turn, corner)
        if own.out > 1.0:
            share = o / (o + own.out)
            seen.append((across + share * (own.right - across), up + share * (own.up - up)))
    if not seen:
        return np.zeros(o.shape, dtype=bool)
    rights, ups = (np.stack(each) for each in zip(*seen, strict=True))
    wide = np.minimum(rights.max(axis=0), half_w) - np.maximum(rights.min(axis=0), -half_w)
    high = np.minimum(ups.max(axis=0), half_h) - np.maximum(ups.min(axis=0), -half_h)
    hidden: Flags = np.maximum(wide, 0) * np.maximum(high, 0) >= CLEARED / 100 * 4 * half_w * half_h
    return hidden


def runs(found: SeatMap) -> list[tuple[float, float, float, float, int]]:
    """The map as boxes of equal count, row by row: x from and to, y from and to [mm], count."""
    out = []
    for i, y in enumerate(found.ys):
        start = None
        for j in range(len(found.xs) + 1):
            here = int(found.count[i, j]) if j < len(found.xs) and found.floor[i, j] else -1
            if start is not None and here != start[1]:
                if start[1] > 0:
                    out.append(
                        (
                            float(found.xs[start[0]] - found.grid / 2),
                            float(found.xs[j - 1] + found.grid / 2),
                            float(y - found.grid / 2),
                            float(y + found.grid / 2),
                            start[1],
                        )
                    )
                start = None
            if start is None and here >= 0:
                start = (j, here)
    return out


def seats_tally(found: SeatMap, survey: Survey) -> dict[str, dict[str, bool] | None]:
    """Each seat's own tally."""
    return {
        key: found.tally(seat.x.value, seat.y.value)
        for key, seat in survey.seats.items()
        if math.isfinite(seat.x.value)
    }
