"""What a driver types into games, what lies where, and how other sizes would do (rules 8.4–8.6)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

from oval_room.core.pose import Point, Turn, axes, to_own
from oval_room.core.record import record
from oval_room.core.rig.fan import MOST_TURN, equal_distance_turn, fan
from oval_room.core.rig.game import typed_whole
from oval_room.core.rig.place import Seen
from oval_room.core.rig.rig import Rig
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import picture_size
from oval_room.core.survey.eyes import eye_height
from oval_room.core.units import MM_IN
from oval_room.core.viewing.sharpness import LINE_COUNTS, least_lines

SIZES: Final = (24.0, 27.0, 32.0, 42.0, 48.0, 55.0, 65.0)
WATTS: Final = 170.0
"""A bright LCD monitor takes about so much a square metre (planning value of ours)."""
BEARINGS: Final = (
    ("A-pillar", 30.0),
    ("side mirror, near edge", 45.0),
    ("side mirror, far edge", 60.0),
    ("side window", 90.0),
)
"""What lies how far round from straight ahead, to either side [deg] (rules 8.5; planning values of a car's cab)."""


@record
class Typed:
    """A number that games ask for: what it is called, as it is shown, as it is copied."""

    what: str
    shown: str
    copied: str


def typed(rig: Rig, pictures: Mapping[str, Picture]) -> list[Typed]:
    """The field of view in every form, pixels at joints, the joined picture."""
    out = [
        Typed("centre screen, across", f"{rig.across:.1f}°", f"{rig.across:.1f}"),
        Typed("centre screen, up", f"{rig.up:.1f}°", f"{rig.up:.1f}"),
        Typed("centre screen, up, in radians", f"{math.radians(rig.up):.4f}", f"{math.radians(rig.up):.4f}"),
    ]
    row = [pictures[one.key] for one in rig.row]
    if len(row) > 1:
        whole = typed_whole(rig.whole)
        cap = ", capped" if whole < rig.whole else ""
        out.append(Typed(f"all screens, across{cap}", f"{whole:.1f}°", f"{whole:.1f}"))
        turn = f"{rig.turn:.1f}"
        out.append(Typed("angle of the sides", f"{turn}°", turn))
        lost = round(max(rig.behind, default=0.0))
        out.append(Typed("pixels hidden at a joint", f"{lost} px", str(lost)))
        wide, high = sum(one.pixels[0] for one in row), min(one.pixels[1] for one in row)
        out.append(Typed("joined picture", f"{wide} × {high}", f"{wide}x{high}"))
    return out


@record
class Projection:
    """What one screen shows where a game has a projection for each: how its camera is turned from straight ahead (to
    the right and up positive), and its edges from that camera's middle, as the eye sees them [deg]. curved: reckoned
    through its edges; between them a flat picture is a little off."""

    key: str
    name: str
    yaw: float
    pitch: float
    left: float
    right: float
    up: float
    down: float
    curved: bool

    @property
    def copied(self) -> str:
        """All of it in one line."""
        return " ".join(f"{value:.2f}" for value in (self.yaw, self.pitch, self.left, self.right, self.up, self.down))


def projections(rig: Rig, pictures: Mapping[str, Picture]) -> list[Projection]:
    """Every screen as a window of its own: square to it from the eye, and its four edges (rules 8.1, 8.3, 8.4).
    Straight ahead is level, as the rig faces; none of a screen whose face the eye is not before."""
    out, ahead = [], Turn(rig.yaw)
    for key in rig.screens:
        one = pictures[key]
        eye = to_own(one.pose.point, one.pose.turn, rig.eye)
        far = eye.out - one.bow
        if far <= 1.0:
            continue
        looks = to_own(Point(0.0, 0.0, 0.0), ahead, axes(one.pose.turn)[2])
        left, right = (_edge(side * one.across / 2 - eye.right, far) for side in (-1, 1))
        down, up = (_edge(side * one.height / 2 - eye.up, far) for side in (-1, 1))
        yaw = -math.degrees(math.atan2(looks.right, looks.out))
        pitch = -math.degrees(math.atan2(looks.up, math.hypot(looks.right, looks.out)))
        named = pictures[key].name
        out.append(Projection(key, named, yaw, pitch, left, right, up, down, one.curve is not None))
    return out


def _edge(aside: float, far: float) -> float:
    return math.degrees(math.atan2(aside, far))


def frame_mpx(rig: Rig, pictures: Mapping[str, Picture]) -> float:
    """Pixels a frame of all screens [Mpx]."""
    return sum(pictures[key].pixels[0] * pictures[key].pixels[1] for key in rig.screens) / 1e6


@record
class Lies:
    """Where something is seen: what, how far round [deg, to the right positive], on which screen at which pixel from
    its left; no screen where it is past them or behind a joint."""

    what: str
    bearing: float
    screen: str | None
    pixel: int | None


def bearings(rig: Rig, pictures: Mapping[str, Picture]) -> list[Lies]:
    """Where a car's pillars, mirrors and windows lie (rules 8.5)."""
    out = []
    for what, round_ in BEARINGS:
        for sign, side in ((-1.0, "left"), (1.0, "right")):
            key, pixel = pixel_at(rig, pictures, sign * round_)
            out.append(Lies(f"{side} {what}", sign * round_, pictures[key].name if key else None, pixel))
    return out


def pixel_at(rig: Rig, pictures: Mapping[str, Picture], bearing: float) -> tuple[str | None, int | None]:
    """The screen that carries a bearing, and the pixel there from the screen's left edge; None past the screens and
    where a bezel is."""
    for one in rig.row:
        if one.left <= bearing <= one.right:
            share = _share(rig, one, math.radians(bearing))
            if share is not None:
                across = pictures[one.key].pixels[0]
                return one.key, min(int(share * across), across - 1)
    return None, None


def _share(rig: Rig, one: Seen, angle: float) -> float | None:
    """How far along a screen's visible line a ray from the eye meets it, 0 at its left edge."""
    rx, ry, eye = math.sin(angle), math.cos(angle), rig.eye_own
    whole = sum(math.dist(a, b) for a, b in zip(one.face, one.face[1:], strict=False))
    gone = 0.0
    for (ax, ay), (bx, by) in zip(one.face, one.face[1:], strict=False):
        ax, ay, bx, by = ax - eye.right, eye.out - ay, bx - eye.right, eye.out - by
        dx, dy, long = bx - ax, by - ay, math.hypot(bx - ax, by - ay)
        turn = rx * dy - ry * dx
        if abs(turn) > 1e-12:
            t = (ax * ry - ay * rx) / turn
            if -1e-9 <= t <= 1 + 1e-9 and (ax + t * dx) * rx + (ay + t * dy) * ry > 0:
                return min(max((gone + t * long) / whole, 0.0), 1.0)
        gone += long
    return None


@record
class SizeRow:
    """Three screens of another size at this eye's distance, and how far they would have to stand to be as large as
    these: inches, whole angle [deg], width, depth, distance for the same angles [mm], about what they take [W]; the
    least lines of each whose pixels can't be seen there (None: not even 4320), and the three's pixels a frame then
    [Mpx]."""

    inches: float
    whole: float
    width: float
    depth: float
    same: float
    now: bool
    watts: float
    lines: int | None
    mpx: float


def sizes(rig: Rig, pictures: Mapping[str, Picture]) -> list[SizeRow]:
    """Three flat 16:9 screens of each usual size at the equal-distance turn (rules 8.6)."""
    main, out = pictures[rig.centre], []
    now = math.hypot(main.width.value, main.height) / MM_IN["in"]
    for inches in sorted({*SIZES}):
        width = picture_size(aspect=16 / 9, diagonal=inches * MM_IN["in"]).width
        turn = min(equal_distance_turn(width / 2 + main.frame_side, rig.away), MOST_TURN)
        watts = 3 * WATTS * width * (width * 9 / 16) / 1e6
        one = fan(width, bezel=main.frame_side, distance=rig.away, turn=turn)
        lines = least_lines(width, rig.away)
        tall = lines or LINE_COUNTS[-1]
        mpx = 3 * round(tall * 16 / 9) * tall / 1e6
        same, like = rig.away * inches / now, abs(inches - now) < 1.0
        out.append(SizeRow(inches, one.whole, one.overall, one.depth, same, like, watts, lines, mpx))
    return out


STATURES: Final = (1550.0, 1700.0, 1950.0)
"""Of short, usual and tall drivers [mm] (planning values)."""


@record
class DriverRow:
    """A driver of another stature in the same seat: how high the eye is then [mm], how far over the centre screen's
    middle it looks down on it (under: up) [deg]."""

    stature: float
    eye: float
    down: float


def drivers(rig: Rig, pictures: Mapping[str, Picture], kind: str, floor: float = 0.0) -> list[DriverRow]:
    """Short, usual and tall drivers in a seat of a kind (rules 4.2, 8.6)."""
    middle = pictures[rig.centre].pose.z
    out = []
    for stature in STATURES:
        eye = floor + eye_height(kind, stature)
        out.append(DriverRow(stature, eye, math.degrees(math.atan2(eye - middle, rig.away))))
    return out
