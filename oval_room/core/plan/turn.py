"""The plan as seen from another wall: every rule and drawing is written for the display wall, and this makes any wall
it.

A turned plan has its wall n where the display wall was (left end at x = 0, out along y). Commands found there are
turned back before anyone takes them.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.group import Group
from oval_room.core.plan.keyed import mapped_lists, mapped_parts
from oval_room.core.plan.measure import Frozen, Measure, Values
from oval_room.core.plan.outline import Wall, turned
from oval_room.core.plan.placed import Bent, Pose
from oval_room.core.plan.room import Corner, Room
from oval_room.core.pose import Point
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat, Survey, Thing

FLAT: Final = 50.0
"""A picture belongs to a wall it turns less than this away from [deg]."""
SWUNG: Final = 85.0
ARM: Final = 900.0
"""On an arm, no farther off than this, it may be swung as far [deg, mm]."""
PAST: Final = 300.0
"""… and that it is in front of, its middle at most this far past an end [mm]."""


def wall_of(room: Room, picture: Picture | Group) -> int:
    """Number of the wall a picture belongs to (from 1); the display wall's when none is behind it."""
    best, least = 1, math.inf
    pose = picture.pose
    for n, wall in enumerate(room.walls, 1):
        off_angle = abs((pose.yaw - wall.yaw + 180) % 360 - 180)
        u, off = wall.own(pose.x, pose.y)
        most = SWUNG if abs(off) <= ARM else FLAT
        if off_angle >= most or not -PAST <= u <= wall.length + PAST or off < -PAST:
            continue
        weight = abs(off) + 20 * off_angle
        if weight < least - 1e-9:
            best, least = n, weight
    return best


def bearing_of(room: Room, dx: float, dy: float) -> float | None:
    """Compass bearing of a direction in the room [deg]; None until the display wall's bearing is taken."""
    return None if room.faces is None else (room.faces + math.degrees(math.atan2(dx, -dy))) % 360


class Turn:
    """A room turned so that wall n is the display wall."""

    def __init__(self, room: Room, n: int) -> None:
        self.n = n
        self.count = len(room.walls)
        self.corners, self.wall = turned(room.corners, n)

    # ── there ──

    def key(self, key: str) -> str:
        """A wall's key as it is called in the turned plan."""
        return f"w{(int(key[1:]) - self.n) % self.count + 1}" if key[:1] == "w" else key

    def key_back(self, key: str) -> str:
        """What a wall of the turned plan is called in the plan itself."""
        return f"w{(int(key[1:]) - 2 + self.n) % self.count + 1}" if key[:1] == "w" else key

    def room(self, room: Room) -> Room:
        looks = bearing_of(room, -self.wall.out[0], -self.wall.out[1])
        values: Values = {
            "faces": looks,
            "slopes": tuple(slope.model_copy(update={"wall": self.key(slope.wall)}) for slope in room.slopes),
        }
        if room.is_box:
            if self.n % 2 == 0:
                values |= {"width": room.depth, "depth": room.width}
        else:
            length = Measure(value=self.wall.length, source=room.width.source)
            values |= {
                "outline": tuple(Corner.model_construct(x=x, y=y) for x, y in self.corners),
                "width": length,
                "depth": Measure(value=max(y for _, y in self.corners), source=room.depth.source),
            }
        return room.model_copy(update=values)

    def survey(self, survey: Survey) -> Survey:
        keyed = {
            name: {
                key: node.model_copy(update={"wall": self.key(node.wall)})
                for key, node in getattr(survey, name).items()
            }
            for name in ("openings", "services", "finds")
        }
        kinds = {self.key(wall.key): survey.kind_of(wall.key) for wall in survey.room.walls}
        room = self.room(survey.room).model_copy(update={"wall": kinds["w1"]})
        made = {self.key(key): value for key, value in survey.made.items()}
        seats = {key: self._seat(seat) for key, seat in survey.seats.items()}
        things = {key: self._thing(thing) for key, thing in survey.things.items()}
        more = mapped_parts(survey.more, self._list)
        return survey.model_copy(
            update={"room": room, "made": made, "seats": seats, "things": things, "dims": {}, "more": more, **keyed}
        )

    def _list(self, listed: dict[str, Frozen]) -> dict[str, Frozen]:
        return {key: self._placed(node) for key, node in listed.items()}

    def _seat(self, seat: Seat) -> Seat:
        u, off = self.wall.own(seat.x.value, seat.y.value)
        return seat.model_copy(
            update={"x": seat.x.model_copy(update={"value": u}), "y": seat.y.model_copy(update={"value": off})}
        )

    def _thing(self, thing: Thing) -> Thing:
        return thing.model_copy(update=self.box(thing.x_from, thing.y_from, thing.x_to, thing.y_to))

    def scheme(self, scheme: Scheme) -> Scheme:
        """A scheme with all that is placed in it turned."""
        return mapped_lists(scheme, self._list)

    def _placed(self, node: Frozen) -> Frozen:
        if isinstance(node, Bent):
            return node.turned(self.wall.own)
        pose, wall = getattr(node, "pose", None), getattr(node, "wall", None)
        if isinstance(wall, str):
            return node.model_copy(update={"wall": self.key(wall)})
        return node.model_copy(update={"pose": self._pose(pose)}) if isinstance(pose, Pose) else node

    def _pose(self, pose: Pose) -> Pose:
        u, off = self.wall.own(pose.x, pose.y)
        yaw = (pose.yaw - self.wall.yaw + 180) % 360 - 180
        return pose.model_copy(update={"x": u, "y": off, "yaw": 0.0 if abs(yaw) < 1e-9 else yaw})

    def plan(self, plan: Plan) -> Plan:
        schemes = {**plan.schemes, plan.scheme: self.scheme(plan.chosen)}
        more = mapped_parts(plan.more, self._list)
        return plan.model_copy(update={"survey": self.survey(plan.survey), "schemes": schemes, "more": more})

    # ── and back ──

    def place_back(self, now: Point, x: float | None, y: float | None) -> tuple[float, float]:
        """Where a thing that is now somewhere in the room goes when the turned plan puts it at x, y (None: as it
        is)."""
        u, off = self.wall.own(now.x, now.y)
        return self.wall.room(u if x is None else x, off if y is None else y)

    def yaw_back(self, yaw: float) -> float:
        return (yaw + self.wall.yaw + 180) % 360 - 180

    def box(self, x0: float, y0: float, x1: float, y1: float) -> dict[str, float]:
        """A box of the room as the turned plan has it."""
        return _box(self.wall.own, x0, y0, x1, y1)

    def box_back(self, x0: float, y0: float, x1: float, y1: float) -> dict[str, float]:
        return _box(self.wall.room, x0, y0, x1, y1)


def _box(
    turn: Callable[[float, float], tuple[float, float]], x0: float, y0: float, x1: float, y1: float
) -> dict[str, float]:
    """The box round a turned box."""
    places = [turn(x, y) for x in (x0, x1) for y in (y0, y1)]
    xs, ys = zip(*places, strict=True)
    return {"x_from": min(xs), "x_to": max(xs), "y_from": min(ys), "y_to": max(ys)}


def turned_for(plan: Plan, picture: str | None) -> Turn | None:
    """The turn to a picture's own wall, that of its group where it is in one; None when that is the display wall."""
    chosen = plan.chosen
    node = chosen.groups.get(chosen.group_of(picture or "") or "") or chosen.pictures.get(picture or "")
    n = wall_of(plan.survey.room, node) if node else 1
    return Turn(plan.survey.room, n) if n != 1 else None


def wall_name(room: Room, wall: Wall) -> str:
    """What people call a wall: display, left, right, back where that is plain; else by number."""
    if wall.key == "w1":
        return "display wall"
    if room.is_box:
        return {"w2": "right wall", "w3": "back wall", "w4": "left wall"}[wall.key]
    return f"wall {wall.key[1:]}"
