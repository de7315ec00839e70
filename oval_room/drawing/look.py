"""Things drawn in more than one view: how a picture, a projector, a seat look from a side, from above, from the
front."""

from __future__ import annotations

import math
from typing import NamedTuple

from pydantic import BaseModel

from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf, Screen
from oval_room.core.plan.keyed import keyed_nodes
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.turn import Turn, wall_of
from oval_room.core.pose import Own, Point, to_room
from oval_room.core.pose import Turn as PoseTurn
from oval_room.core.projection.document import Projector
from oval_room.core.report import Report
from oval_room.core.screens.document import Picture
from oval_room.core.screens.groups import looked_at
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.survey.document import Seat
from oval_room.core.survey.eyes import CROWN
from oval_room.core.words import Words
from oval_room.drawing.scene import Draft

ARC_STEPS = 8  # pieces of each half of a curved picture's face
WALL = 110.0  # drawn thickness of walls, floor and ceiling [mm]


class Look(NamedTuple):
    """What a view is drawn from: plan, report, gear, the subject's ids, the plan a ghosted change leads to, the chosen
    wall."""

    plan: Plan
    report: Report
    gear: GearShelf
    picture: str | None
    seat: str | None
    scene: str | None = None
    ghost: Plan | None = None
    wall: int = 1
    map: bool = False
    """Whether the plan carries the seat map: it is worked out only when it is looked at."""
    faced: Wall | None = None
    """Of a turned look: the wall in view as the room itself has it, for what the report tells in room axes."""

    def turned(self, n: int) -> Look:
        """The same look with wall n where the display wall is; the report stays, its figures are of the picture's own
        wall."""
        if n == 1:
            return self
        turn = Turn(self.plan.survey.room, n)
        ghost = (
            Turn(self.ghost.survey.room, n).plan(self.ghost)
            if self.ghost and n <= len(self.ghost.survey.room.walls)
            else None
        )
        return self._replace(plan=turn.plan(self.plan), ghost=ghost, wall=1, faced=turn.wall)

    @property
    def watched(self) -> tuple[str, Picture] | None:
        """The subject picture as people look at it, with its id: a wall of displays for any display of it."""
        key = self.report.seen_as.get(self.picture or "", self.picture or "")
        picture = looked_at(self.plan.chosen).pictures.get(key)
        return (key, picture) if picture is not None else None

    @property
    def words(self) -> Words:
        return Words(self.plan)

    def show(self, mm: float) -> str:
        return self.plan.writing.ruler.show(mm)

    def item(self, key: str | None) -> GearItem | None:
        return self.gear.get(key) if key else None


def on_wall(plan: Plan) -> dict[str, Picture]:
    """The pictures on the display wall of a plan (turned or not); those in front of other walls are not in its
    elevation."""
    room = plan.survey.room
    return {key: picture for key, picture in plan.chosen.pictures.items() if wall_of(room, picture) == 1}


def corners(picture: Picture, *, frame: bool = False) -> list[Point]:
    """A picture's corners in the room, from the lower left round; with its frame when asked."""
    half = picture.across / 2 + (picture.frame_side if frame else 0.0)
    down = -picture.height / 2 - (picture.frame_bottom if frame else 0.0)
    up = picture.height / 2 + (picture.frame_top if frame else 0.0)
    places = ((-half, down), (half, down), (half, up), (-half, up))
    return [to_room(picture.pose.point, picture.pose.turn, Own(right, v, 0.0)) for right, v in places]


def parts_of(picture: Picture) -> list[tuple[Point, Point]]:
    """The lines that share a split picture into its parts, end to end in the room."""
    columns, rows = picture.split
    half_w, half_h = picture.across / 2, picture.height / 2
    ends = [
        ((2 * i / columns - 1) * half_w, -half_h, (2 * i / columns - 1) * half_w, half_h) for i in range(1, columns)
    ]
    ends += [(-half_w, (2 * j / rows - 1) * half_h, half_w, (2 * j / rows - 1) * half_h) for j in range(1, rows)]
    pose = picture.pose
    return [
        (to_room(pose.point, pose.turn, Own(a, b, 0.0)), to_room(pose.point, pose.turn, Own(c, d, 0.0)))
        for a, b, c, d in ends
    ]


def face_above(picture: Picture) -> list[Point]:
    """A picture's face from above, end to end: straight, or along its arc."""
    pose = picture.pose
    if picture.curve is None:
        return corners(picture)[:2]
    turns = [i / ARC_STEPS * picture.width.value / (2 * picture.curve) for i in range(-ARC_STEPS, ARC_STEPS + 1)]
    return [
        to_room(pose.point, pose.turn, Own(picture.curve * math.sin(t), 0.0, picture.curve * (1 - math.cos(t))))
        for t in turns
    ]


def edge_on(picture: Picture) -> tuple[Point, Point]:
    """Middle of the lower and of the upper edge."""
    half = picture.height / 2
    lower, upper = (to_room(picture.pose.point, picture.pose.turn, Own(0.0, v, 0.0)) for v in (-half, half))
    return lower, upper


def changed(look: Look) -> list[tuple[str, Picture | Projector | Seat]]:
    """What has a place, and the ghosted change moves or makes it."""
    if look.ghost is None:
        return []
    now, then = look.plan, look.ghost
    kinds = (Picture, Projector, Seat)
    return [
        (key, node)
        for before, after in ((now.survey, then.survey), (now.chosen, then.chosen))
        for name, listed in keyed_nodes(after)
        for key, node in listed.items()
        if isinstance(node, kinds) and _values(getattr(before, name).get(key)) != _values(node)
    ]


def _values(node: object) -> object:
    """What a node says without how each value was come by: a seat read once more has not moved."""
    if isinstance(node, Measure):
        return node.value
    if isinstance(node, BaseModel):
        return {name: _values(getattr(node, name)) for name in type(node).model_fields}
    return tuple(map(_values, node)) if isinstance(node, tuple) else node


def side_picture(draft: Draft, look: Look, key: str, picture: Picture, style: str = "") -> None:
    """A picture edge on, with its frame and roller case."""
    lower, upper = edge_on(picture)
    strong = "picture-edge" if key == look.picture else "picture-edge-other"
    draft.line((lower.y, lower.z), (upper.y, upper.z), style or strong, "picture", key)
    if style:
        return
    item = look.item(picture.gear)
    if isinstance(item, Screen) and item.way in COMES_DOWN:
        ceiling = look.plan.survey.room.ceiling_at(picture.pose.x, picture.pose.y) - picture.case_below
        case = ceiling - item.case_height
        draft.box(picture.pose.y - 60, case, picture.pose.y + 60, ceiling, "thing", "picture", key)
        draft.line((picture.pose.y, upper.z), (picture.pose.y, case), "cloth", "picture", key)
        foot = lower.z - picture.frame_bottom
        draft.box(picture.pose.y - 25, foot - 30, picture.pose.y + 25, foot, "thing", "picture", key)
    elif picture.kind == "panel":
        up, down = picture.top + picture.frame_top, picture.bottom - picture.frame_bottom
        depth = getattr(item, "depth", 50.0)
        draft.box(picture.pose.y - depth, down, picture.pose.y, up, "thing", "picture", key)


def side_seat(draft: Draft, look: Look, key: str, seat: Seat, style: str = "") -> None:
    """Someone sitting, seen from the side, looking left: head, back, thighs, shins and the chair's outline."""
    eye, floor = seat.eye_point, seat.floor.value
    head = (eye.y + 75, eye.z + 10)
    draft.ellipse(head, (85, CROWN - 5), style or ("head-subject" if key == look.seat else "head"), "people", key)
    if style:
        return
    draft.mark((eye.y, eye.z), "dot", "eye", "people", key)
    if seat.kind == "bed":
        draft.path(
            ((eye.y + 150, eye.z - 120), (eye.y - 350, floor + 620), (eye.y - 1500, floor + 560)),
            "body",
            "people",
            ref=key,
        )
        draft.box(eye.y - 1600, floor, eye.y + 330, floor + 480, "chair", "people", key)
        return
    hip = (eye.y + 120 + (60 if seat.kind == "recliner" else 0), floor + max(eye.z - floor - 660, 250))
    knee = (hip[0] - 430, hip[1] + 30)
    draft.path(((head[0] + 10, eye.z - 120), hip, knee, (knee[0] - 40, floor + 60)), "body", "people", ref=key)
    back = eye.z - 230 if seat.kind == "upright" else eye.z - 120
    outline = (
        (hip[0] + 230, floor),
        (hip[0] + 200, back),
        (hip[0] + 100, back),
        (hip[0] + 60, hip[1] - 60),
        (knee[0] + 60, hip[1] - 60),
        (knee[0] + 60, floor),
    )
    draft.path(outline, "chair", "people", ref=key)


def projector_looked_at(look: Look) -> str | None:
    """The subject picture's projector, else the first."""
    found = look.plan.chosen.looked_at_by(None, look.picture)
    return found[0] if found else None


def projector_turn(look: Look, projector: Projector) -> PoseTurn:
    """Which way a projector stands: square to its picture's wall."""
    room = look.plan.survey.room
    picture = look.plan.chosen.pictures.get(projector.shows)
    return PoseTurn(yaw=room.walls[wall_of(room, picture) - 1].yaw) if picture else PoseTurn()


def plate_in_room(look: Look, key: str, projector: Projector) -> tuple[float, float] | None:
    """A projector's plate in room axes [mm]; the report has it in the frame of its picture's wall."""
    plate = look.report.of(FixingResult).plates.get(key)
    walls = look.plan.survey.room.walls
    n = look.report.walls.get(projector.shows, 1)
    if plate is None or n > len(walls):
        return None
    return walls[n - 1].room(plate.x, plate.y)


def degrees(value: float) -> str:
    return f"{value:.1f}°" if math.isfinite(value) else ""
