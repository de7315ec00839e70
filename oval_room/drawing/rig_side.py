"""From the side: a rig or a panel at a desk, with the eye before it, what reaches under it, floor and desk.

u: ahead of the eye; v: above the floor [mm].
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

from oval_room.core.pose import Own, Point, to_own, to_room
from oval_room.core.rig.bodies import PLATE, thick
from oval_room.core.rig.desk_study import DeskResult
from oval_room.core.rig.document import Body, Rigs
from oval_room.core.rig.rig import shown_rig
from oval_room.core.screens.document import Picture
from oval_room.drawing.parts import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

MARGIN: Final = 120.0
BACK: Final = 260.0
"""Drawn behind the eye [mm]."""
BUMP: Final = 20.0
"""Drawn for how deep a bump is [mm]."""
BOARD: Final = 25.0
"""Drawn for a desk's board [mm]."""


def rig_side(look: Look) -> Scene | None:
    """The subject's rig or desk, else the first; None without one that somebody sits before."""
    scheme = look.plan.chosen
    desks = look.report.results.get(DeskResult)
    own = desks.who if isinstance(desks, DeskResult) else {}
    key, rig = shown_rig(scheme, look.plan.survey.seats, look.picture) or ("", None)
    shown = look.picture if look.picture in own else next(iter(own), None)
    if shown is not None and (shown == look.picture or rig is None):
        return _desk(look, shown, own)
    if rig is None:
        return None
    draft, seen = Draft(), {one: scheme.pictures[one] for one in rig.screens}
    base = scheme.pictures[rig.centre]
    edges = {one: _edge(base, rig.eye, picture) for one, picture in seen.items()}
    for one, (low, high) in edges.items():
        main = one == rig.centre or rig.screens[one].above
        draft.line(low, high, "picture-edge" if main else "picture-edge-other", "picture", one)
        if main:
            for end in (low, high):
                draft.line((0.0, rig.eye.z), end, "sight", "sight")
    for one, body in scheme.kept(Rigs).bodies_of.items():
        if one in edges:
            _body(draft, one, edges[one], body, thick(seen[one], look.gear))
    setup = scheme.kept(Rigs).setup_of(key)
    low, high = edges[rig.centre]
    if setup.wheel:
        draft.line((setup.wheel, 0.0), (setup.wheel, rig.eye.z), "guide", "room")
        at = P(setup.wheel, 60.0)
        draft.add(Label(at, f"wheel base {look.show(setup.wheel)}", "small", "labels", "end", ((-4, 0), (-4, 14)), 4))
    if setup.knees:
        draft.line((0.0, setup.knees), (rig.away, setup.knees), "guide", "room")
        at = P(0.0, setup.knees)
        draft.add(Label(at, f"knees {look.show(setup.knees)}", "small", "labels", "start", ((4, 6), (4, -10)), 4))
    text = f"{rig.up:.1f}° up and down"
    return _scene(draft, look, rig.name, rig.eye, edges, (low, high), text)


def _body(
    draft: Draft, key: str, edge: tuple[tuple[float, float], tuple[float, float]], body: Body, deep: float
) -> None:
    """What a screen has outside its frame: a bump below, an adapter behind, feet under it."""
    (u, v), (top_u, top_v) = edge
    if body.bump:
        draft.box(u, v - body.bump, u + BUMP, v, "thing", "picture", key)
    if body.behind:
        back, half = (u + top_u) / 2 + deep, PLATE / 2
        low, high = (v + top_v) / 2 - half, (v + top_v) / 2 + half
        draft.box(back, low, back + body.behind, high, "thing", "picture", key)
    if body.feet_deep:
        half, under = body.feet_deep / 2, u + deep / 2
        draft.line((under - half, v), (under + half, v), "thing", "picture", key)


def _desk(look: Look, key: str, who: Mapping[str, str]) -> Scene:
    draft, picture = Draft(), look.plan.chosen.pictures[key]
    desk = next(one for one in look.plan.chosen.kept(Rigs).desks.values() if one.shows == key)
    eye = look.plan.survey.seats[who[key]].eye_point
    low, high = _edge(picture, eye, picture)
    draft.line(low, high, "picture-edge", "picture", key)
    for end in (low, high):
        draft.line((0.0, eye.z), end, "sight", "sight")
    back = max(low[0], high[0]) + 60.0
    draft.box(back - desk.deep, desk.top - BOARD, back, desk.top, "thing-furniture", "room")
    for u in (back - desk.deep + 40.0, back - 40.0):
        draft.line((u, 0.0), (u, desk.top - BOARD), "guide-faint", "room")
    if desk.arm:
        middle = ((low[0] + high[0]) / 2, (low[1] + high[1]) / 2)
        foot = middle[0] + min(desk.arm, 200.0)
        draft.path([middle, (foot, middle[1]), (foot, desk.top)], "pole", "room")
    draft.add(Dim(0.0, desk.top, "v", look.show(desk.top), "right", say="desk top", priority=2))
    return _scene(draft, look, picture.name, eye, {key: (low, high)}, (low, high), "")


def _edge(base: Picture, eye: Point, picture: Picture) -> tuple[tuple[float, float], tuple[float, float]]:
    """A screen's lower and upper middle from the side: ahead of the eye along the base's facing, above the floor."""
    ahead = to_own(base.pose.point, base.pose.turn._replace(pitch=0.0, roll=0.0), eye).out
    ends = []
    for half in (-picture.height / 2 - picture.frame_bottom, picture.height / 2 + picture.frame_top):
        place = to_room(picture.pose.point, picture.pose.turn, Own(0.0, half, 0.0))
        own = to_own(base.pose.point, base.pose.turn._replace(pitch=0.0, roll=0.0), place)
        ends.append((ahead - own.out, place.z))
    return ends[0], ends[1]


def _scene(
    draft: Draft,
    look: Look,
    name: str,
    eye: Point,
    edges: Mapping[str, tuple[tuple[float, float], tuple[float, float]]],
    centre: tuple[tuple[float, float], tuple[float, float]],
    text: str,
) -> Scene:
    """Eye, floor, heights and the frame round all."""
    (low, high) = centre
    far = max(max(a[0], b[0]) for a, b in edges.values())
    top = max(eye.z + 140.0, *(max(a[1], b[1]) for a, b in edges.values()))
    draft.line((-BACK, 0.0), (far + MARGIN, 0.0), "outline", "structure")
    draft.ellipse((-70.0, eye.z), (95.0, 120.0), "head-subject", "people", look.seat or "")
    draft.mark((0.0, eye.z), "dot", "eye", "people")
    draft.line((0.0, eye.z), (far, eye.z), "guide-faint", "sight")
    draft.add(
        Dim(0.0, low[1], "v", look.show(low[1]), "inside", at=low[0], priority=2),
        Dim(0.0, eye.z, "v", look.show(eye.z), "left", say="eye", priority=1),
        Dim(0.0, (low[0] + high[0]) / 2, "u", look.show((low[0] + high[0]) / 2), "below", priority=1),
    )
    if text:
        draft.add(Label(P(far / 2, eye.z), text, "strong", "labels", "middle", ((0, 8), (0, -16)), 1))
    tilt = math.degrees(math.atan2(high[0] - low[0], high[1] - low[1]))
    leaning = f", leaning {abs(tilt):.1f}° {'away' if tilt > 0 else 'forward'}" if abs(tilt) >= 0.5 else ""
    told = f"{name} from the side: lower edge {look.show(low[1])} above the floor, eye {look.show(eye.z)}{leaning}."
    window = (-BACK, -MARGIN / 2, far + MARGIN, top + MARGIN / 2)
    return Scene("side", f"{name} from the side", window, tuple(draft.shapes), told)
