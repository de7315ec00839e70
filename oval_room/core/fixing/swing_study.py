"""An arm fully out, its panel swung: how far it goes to either side before its edge meets the wall behind, a wall
beside or
what stands there (rules 7.10)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.fixing.arm import SQUARE, greatest_swing
from oval_room.core.fixing.document import FixingNodes, mount_as_measured
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Survey

STEP: Final = 1.0
"""A swing is tried degree by degree."""
WALL: Final = "the wall behind it"

Place = tuple[float, float]


@record
class Sweep:
    """A panel on its arm fully out [mm]: the pivot, half its width and its depth before that; how far it swings to the
    left and to the right [deg] and what ends it there, empty where the arm itself does."""

    pivot: Place
    half: float
    depth: float
    left: float
    right: float
    left_by: str
    right_by: str

    def corners(self, swing: float) -> tuple[Place, ...]:
        """The panel from above at a swing, its face turned to the right by it [deg]."""
        return corners_at(self.pivot, self.half, self.depth, swing)


@record
class SwingResult(Result):
    """Arms that swing, by picture."""

    sweeps: dict[str, Sweep]


def corners_at(pivot: Place, half: float, depth: float, swing: float) -> tuple[Place, ...]:
    """A panel's corners from above, its back on the pivot, its face turned to the right (+x) by a swing [deg]."""
    turn = math.radians(swing)
    along, out = (math.cos(turn), -math.sin(turn)), (math.sin(turn), math.cos(turn))
    return tuple(
        (pivot[0] + u * along[0] + v * out[0], pivot[1] + u * along[1] + v * out[1])
        for u, v in ((-half, 0.0), (half, 0.0), (half, depth), (-half, depth))
    )


def study_swing(survey: Survey, scheme: Scheme, gear: GearShelf, fixings: FixingResult) -> SwingResult:
    """Every panel on an arm that swings."""
    book, out, sweeps = FigureBook(KINDS), list[Finding](), dict[str, Sweep]()
    for key, picture in scheme.pictures.items():
        panel, item = gear.get(picture.gear or ""), gear.get(picture.mount or "")
        if not isinstance(item, Mount) or item.reach is None or item.swivel is None:
            continue
        _, bench = scheme.kept(FixingNodes).of(key) or ("", None)
        mount, face = mount_as_measured(item, bench), hangs_on(picture, survey.things)
        depth = panel.depth if isinstance(panel, Panel) else 0.0
        place = fixings.places.get(key)
        x = place.plate if place is not None else picture.pose.x
        base = face.out if face is not None else 0.0
        sweep = _swept(survey, picture, mount, (x, base + (mount.reach or 0.0)), depth, base)
        sweeps[key] = sweep
        w = Input("W", "panel's width over all", 2 * sweep.half, "mm", "maker")
        reach = Input("p", "pivot from its wall, arm out", mount.reach or 0.0, "mm", "maker")
        for side, value in (("left", sweep.left), ("right", sweep.right)):
            book.add(f"swing_{side}", value, w, reach, subject=picture.name, picture=key)
        out.append(_told(key, picture, mount, sweep))
    return SwingResult(book.figures, tuple(out), sweeps)


def _swept(survey: Survey, picture: Picture, mount: Mount, pivot: Place, depth: float, base: float) -> Sweep:
    half = picture.across / 2 + picture.frame_side
    assert mount.swivel is not None and mount.reach is not None
    behind = greatest_swing(2 * half, pivot=pivot[1] - base, behind=0.0)
    ends = []
    for way, most in ((-1, -mount.swivel[0]), (1, mount.swivel[1])):
        by, reached = "", 0.0
        while reached < most:
            swing = min(reached + STEP, most)
            by = (
                WALL if beyond(swing, behind) else _struck(survey, picture, corners_at(pivot, half, depth, way * swing))
            )
            if by:
                break
            reached = swing
        if by == WALL:
            reached = min(max(behind, 0.0), most)
        ends.append((reached, by))
    (left, left_by), (right, right_by) = ends
    return Sweep(pivot, half, depth, left, right, left_by, right_by)


def _struck(survey: Survey, picture: Picture, corners: tuple[Place, ...]) -> str:
    """What a panel from above would stand in: a wall beside it or a thing as high as it."""
    low, high = picture.bottom - picture.frame_bottom, picture.top + picture.frame_top
    wall = survey.room.wall_named("w1")
    xs = [x for x, _ in corners]
    if wall is not None and (min(xs) < 0 or max(xs) > wall.length):
        return "the wall on its left" if min(xs) < 0 else "the wall on its right"
    for thing in survey.things.values():
        if thing.kind == "walkway" or thing.z_to <= low or thing.z_from >= high:
            continue
        box = (
            (thing.x_from, thing.y_from),
            (thing.x_to, thing.y_from),
            (thing.x_to, thing.y_to),
            (thing.x_from, thing.y_to),
        )
        if _meet(corners, box):
            return thing.name
    return ""


def _meet(one: tuple[Place, ...], other: tuple[Place, ...]) -> bool:
    """Whether two convex shapes overlap: no line along a side of either parts them."""
    for a, b in (*_sides(one), *_sides(other)):
        axis = (a[1] - b[1], b[0] - a[0])
        size = math.hypot(*axis)
        if size == 0:
            continue
        spans = [[(x * axis[0] + y * axis[1]) / size for x, y in shape] for shape in (one, other)]
        if max(spans[0]) <= min(spans[1]) + 1.0 or max(spans[1]) <= min(spans[0]) + 1.0:
            return False
    return True


def _sides(shape: tuple[Place, ...]) -> Iterator[tuple[Place, Place]]:
    return zip(shape, (*shape[1:], shape[0]), strict=True)


def _told(key: str, picture: Picture, mount: Mount, sweep: Sweep) -> Finding:
    """Good where it goes as far as the arm does; a note of what ends it; a stop where it is planned farther."""
    more = {"left": sweep.left, "right": sweep.right, "left_by": sweep.left_by, "right_by": sweep.right_by}
    more |= {"mount": mount.name, "why": ""}
    yaw, about = picture.pose.yaw, {"picture": key}
    limit = sweep.right if yaw > 0 else sweep.left
    by = sweep.right_by if yaw > 0 else sweep.left_by
    if by and beyond(abs(yaw), limit):
        more |= {"why": "planned", "by": by}
        return Finding(FixingCode.SWING, Level.STOP, "7.10", about, abs(yaw), limit, "deg", more=more)
    level = Level.NOTE if sweep.left_by or sweep.right_by else Level.GOOD
    least = min(sweep.left, sweep.right)
    return Finding(FixingCode.SWING, level, "7.10", about, least, SQUARE, "deg", more=more)
