"""A desk with its panels: from above as somebody sits at it, and from the side.

From above u: to the right, v: ahead, from the room's corner; from the side u: ahead of the eye, v: over the floor [mm].
"""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.pose import Own, Point, Turn, from_above, to_room
from oval_room.core.record import record
from oval_room.core.rig.desk import TURN, AtDesk
from oval_room.core.rig.desk_study import DeskResult
from oval_room.core.rig.document import Desk, Rigs
from oval_room.core.rig.outlines import thick
from oval_room.core.rig.place import line_of
from oval_room.core.screens.document import Picture
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.side_view import edge_of, side_scene

MARGIN: Final = 120.0
SHOULDERS: Final = (250.0, 130.0)
"""Drawn for somebody from above, half wide and half deep [mm]."""
BESIDE: Final = 150.0
"""The desk is drawn so far past its panels on each side [mm]."""
PAST: Final = 60.0
"""The desk is drawn so far behind its panels [mm]."""
BOARD: Final = 25.0
"""Drawn for a desk's board [mm]."""
POLE: Final = 200.0
"""An arm is drawn folded to this at most from the side [mm]."""


@record
class Sat:
    """A desk as it is drawn: its panels as somebody sees them, the one that is looked at first, and whose eye."""

    desk: Desk
    seat: str
    eye: Point
    panels: dict[str, AtDesk]

    def base(self, look: Look) -> Picture:
        """What is most straight ahead; of a stack the lowest."""
        pictures = look.plan.chosen.pictures
        return min((pictures[key] for key in self.panels), key=lambda one: (abs(one.pose.pitch), one.pose.z))

    def yaw(self, look: Look) -> float:
        """What the panels face together [deg]: of two the middle of both."""
        turned = [look.plan.chosen.pictures[key].pose.yaw for key in self.panels]
        first = turned[0]
        return first + sum(math.remainder(one - first, 360.0) for one in turned) / len(turned)


def sat_at(look: Look) -> Sat | None:
    """The desk of the subject panel, else the first that somebody sits at; None without one."""
    found = look.report.results.get(DeskResult)
    if not isinstance(found, DeskResult) or not found.who:
        return None
    key = look.picture if look.picture in found.who else next(iter(found.who))
    seat = found.who[key or ""]
    panels = {one: found.desks[one] for one in (key or "", *found.desks) if found.who[one] == seat}
    desk = next(one for one in look.plan.chosen.kept(Rigs).desks.values() if one.shows == key)
    return Sat(desk, seat, look.plan.survey.seats[seat].eye_point, panels)


def desks_of(look: Look) -> dict[str, str]:
    """Whose every panel at a desk is, by the picture's id."""
    found = look.report.results.get(DeskResult)
    return dict(found.who) if isinstance(found, DeskResult) else {}


def desk_above(look: Look) -> Scene | None:
    """Panels, desk and the head's turn to the farthest corner."""
    sat = sat_at(look)
    if sat is None:
        return None
    draft, pictures = Draft(), look.plan.chosen.pictures
    yaw = sat.yaw(look)
    eye = _above(yaw, sat.eye)
    shapes = {key: [_above(yaw, place) for place in _outline(look, pictures[key])] for key in sat.panels}
    every = [place for shape in shapes.values() for place in shape]
    left, right = min(u for u, _ in every) - BESIDE, max(u for u, _ in every) + BESIDE
    back = max(v for _, v in every) + PAST
    draft.box(left, back - sat.desk.deep, right, back, "thing-furniture", "room")
    draft.ellipse(eye, SHOULDERS, "guide-faint", "people")
    draft.ellipse((eye[0], eye[1] - 60.0), (80.0, 95.0), "head-subject", "people", sat.seat)
    draft.mark(eye, "dot", "eye", "people")
    _panels(draft, look, sat, yaw, shapes)
    _ease(draft, eye, max(v for _, v in every) - eye[1])
    base = _above(yaw, sat.base(look).pose.point)
    near = min(one.away for one in sat.panels.values())
    turn = max(one.turn for one in sat.panels.values())
    faces = [place for shape in shapes.values() for place in shape[:-2]]
    ahead = min(faces, key=lambda place: abs(place[0] - eye[0]))[1]
    middle = ahead if len({round(look.plan.chosen.pictures[key].pose.yaw) for key in shapes}) > 1 else base[1]
    draft.add(
        Dim(eye[1], middle, "v", look.show(middle - eye[1]), "inside", at=eye[0], key="desk_away", priority=1),
        Dim(back - sat.desk.deep, back, "v", look.show(sat.desk.deep), "right", priority=2),
    )
    name = f"{look.plan.survey.seats[sat.seat].name}'s desk"
    told = f"{name} from above: eye {look.show(near)} from the panel, head turned {turn:.1f}° to the farthest corner."
    low = min(eye[1] - SHOULDERS[1], back - sat.desk.deep) - MARGIN
    window = (min(left, eye[0] - SHOULDERS[0]) - MARGIN, low, max(right, eye[0] + SHOULDERS[0]) + MARGIN, back + MARGIN)
    return Scene("fan", f"{name} from above", window, tuple(draft.shapes), told)


def _above(yaw: float, place: Point) -> tuple[float, float]:
    return from_above(yaw, place.x, place.y)


def _outline(look: Look, one: Picture) -> list[Point]:
    """A panel from above, its face first, along its curve, its back's two corners last; of a tilted one its
    middle's."""
    half, deep = one.across / 2 + one.frame_side, thick(one, look.gear)
    face = [Own(-half, 0.0, one.bow), *line_of(one), Own(half, 0.0, one.bow)]
    back = [Own(half, 0.0, -deep), Own(-half, 0.0, -deep)]
    return [to_room(one.pose.point, Turn(one.pose.yaw), place) for place in (*face, *back)]


def _panels(draft: Draft, look: Look, sat: Sat, yaw: float, shapes: dict[str, list[tuple[float, float]]]) -> None:
    eye, pictures = _above(yaw, sat.eye), look.plan.chosen.pictures
    high = max(pictures[key].pose.z for key in sat.panels)
    for key, there in sat.panels.items():
        one, shape = pictures[key], shapes[key]
        over = len(sat.panels) > 1 and one.pose.z == high and abs(one.pose.pitch) > 0
        draft.path(shape, "guide" if over else "frame", "picture", closed=True, ref=key)
        style = "picture-edge" if key == look.picture else "picture-edge-other"
        face = [_above(yaw, to_room(one.pose.point, one.pose.turn, place)) for place in line_of(one)]
        ends = [face[0], face[-1]]
        draft.path(face, style, "picture", ref=key)
        if not over:
            for end in ends:
                draft.line(eye, end, "sight", "sight")
        far = max(ends, key=lambda end: abs(end[0] - eye[0]))
        at = P(eye[0] + (far[0] - eye[0]) * 0.55, eye[1] + (far[1] - eye[1]) * 0.55)
        offsets = ((0, 14), (0, -14), (26, 0), (-26, 0))
        draft.add(Label(at, f"{there.turn:.1f}°", "strong", "labels", "middle", offsets, 1, ref=key))
        (ax, ay), (bx, by) = shape[-2:]
        spots = ((0, 10), (0, -14), (0, 26))
        draft.add(Label(P((ax + bx) / 2, max(ay, by)), one.name, "small", "labels", "middle", spots, 4))


def _ease(draft: Draft, eye: tuple[float, float], reach: float) -> None:
    """How far a head turns at ease, to either side."""
    for sign in (-1, 1):
        angle = math.radians(sign * TURN)
        end = (eye[0] + reach * math.tan(angle), eye[1] + reach)
        draft.line(eye, end, "guide-faint", "sight")
    at = P(eye[0] + reach * 0.4 * math.tan(math.radians(TURN)), eye[1] + reach * 0.4)
    draft.add(Label(at, f"{TURN:g}° at ease", "small", "labels", "start", ((8, -4), (14, 8), (20, -14)), 5))


def desk_side(look: Look) -> Scene | None:
    """Every panel of the desk, lower and upper edge, floor, desk, arm and eye."""
    sat = sat_at(look)
    if sat is None:
        return None
    draft, pictures = Draft(), look.plan.chosen.pictures
    base, eye = sat.base(look), sat.eye
    edges = {key: edge_of(sat.yaw(look), eye, pictures[key]) for key in sat.panels}
    for key, (low, high) in edges.items():
        draft.line(low, high, "picture-edge" if key == look.picture else "picture-edge-other", "picture", key)
        for end in (low, high):
            draft.line((0.0, eye.z), end, "sight", "sight")
    back = max(max(low[0], high[0]) for low, high in edges.values()) + PAST
    draft.box(back - sat.desk.deep, sat.desk.top - BOARD, back, sat.desk.top, "thing-furniture", "room")
    for u in (back - sat.desk.deep + 40.0, back - 40.0):
        draft.line((u, 0.0), (u, sat.desk.top - BOARD), "guide-faint", "room")
    arms = {one.shows: one.arm for one in look.plan.chosen.kept(Rigs).desks.values() if one.shows in edges and one.arm}
    for key, arm in arms.items():
        low, high = edges[key]
        middle = ((low[0] + high[0]) / 2, (low[1] + high[1]) / 2)
        foot = max(sum(edges[one][n][0] for n in (0, 1)) / 2 for one in arms) + min(arm, POLE)
        draft.path([middle, (foot, middle[1]), (foot, sat.desk.top)], "pole", "room")
    draft.add(Dim(0.0, sat.desk.top, "v", look.show(sat.desk.top), "right", say="desk top", priority=2))
    whose = f"{look.plan.survey.seats[sat.seat].name}'s desk" if len(edges) > 1 else base.name
    first = next(key for key in edges if pictures[key] is base)
    return side_scene(draft, look, whose, eye, list(edges.values()), edges[first], "")
