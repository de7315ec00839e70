"""Screens and an eye from the side, with the floor: what a rig and a desk have in common.

u: ahead of the eye, v: above the floor [mm].
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from oval_room.core.pose import Own, Point, Turn, to_own, to_room
from oval_room.core.screens.document import Picture
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

MARGIN: Final = 120.0
BACK: Final = 260.0
"""Drawn behind the eye [mm]."""

Edge = tuple[tuple[float, float], tuple[float, float]]


def edge_of(yaw: float, eye: Point, picture: Picture) -> Edge:
    """A screen's lower and upper middle from the side: ahead of the eye towards what faces it at a yaw [deg], above
    the floor."""
    ends = []
    for half in (-picture.height / 2 - picture.frame_bottom, picture.height / 2 + picture.frame_top):
        place = to_room(picture.pose.point, picture.pose.turn, Own(0.0, half, 0.0))
        ends.append((-to_own(eye, Turn(yaw), place).out, place.z))
    return ends[0], ends[1]


def side_scene(
    draft: Draft, look: Look, name: str, eye: Point, edges: Sequence[Edge], centre: Edge, text: str
) -> Scene:
    """Eye, floor, heights and the frame round all."""
    (low, high) = centre
    far = max(max(a[0], b[0]) for a, b in edges)
    top = max(eye.z + 140.0, *(max(a[1], b[1]) for a, b in edges))
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
