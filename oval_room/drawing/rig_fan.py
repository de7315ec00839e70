"""The fan: a rig from above, as its driver sits in it.

u: to the driver's right, v: ahead, from the room's corner [mm].
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

from oval_room.core.pose import from_above
from oval_room.core.rig.outlines import Outline, thick
from oval_room.core.rig.outlines_study import OutlinesResult
from oval_room.core.rig.place import Seen
from oval_room.core.rig.rig import Rig, shown_rig
from oval_room.core.rig.study import HEAD
from oval_room.core.screens.document import Picture
from oval_room.drawing.desk_view import desk_above, desks_of
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

BEHIND: Final = 135.0
"""A screen's name stands so far behind its face [mm]."""
ARC: Final = 240.0
"""Radius of the arc that a turn is told at [mm]."""
MARGIN: Final = 120.0


def rig_fan(look: Look) -> Scene | None:
    """The subject's rig or desk, else the first rig, else the first desk; None without one that somebody sits at."""
    key, rig = shown_rig(look.plan.chosen, look.plan.survey.seats, look.picture) or ("", None)
    if rig is None or look.picture in desks_of(look):
        return desk_above(look)
    draft, pictures = Draft(), look.plan.chosen.pictures
    _eye(draft, rig, look.seat)
    bodies = look.report.results.get(OutlinesResult)
    known = bodies.outlines if isinstance(bodies, OutlinesResult) else {}
    shapes = {one: shape for one, shape in known.items() if one in rig.screens}
    for one, shape in shapes.items():
        _body(draft, rig, one, shape)
    for seen in rig.row:
        deep = thick(pictures[seen.key], look.gear)
        _screen(draft, rig, seen, pictures[seen.key], deep, seen.key == look.picture)
    _turns(draft, rig, pictures)
    _ghost(draft, look, key)
    eu, ev = rig.eye_above
    places = [rig.above(place) for one in rig.row for place in (*one.face, *one.rim)]
    for shape in shapes.values():
        places += [from_above(rig.yaw, *place) for place in (*shape.body, *shape.adapter, *shape.feet)]
    wide = [u for u, _ in (*places, (eu - HEAD, ev), (eu + HEAD, ev))]
    ahead, behind = max(v for _, v in places), min(min(v for _, v in places), ev - HEAD)
    show = look.plan.writing.ruler.show
    ends = [rig.above(place) for one in rig.row for place in one.rim]
    low, high = min(u for u, _ in ends), max(u for u, _ in ends)
    draft.add(Dim(low, high, "u", show(high - low), "below", key="rig_width", priority=2))
    draft.add(
        _away(rig, show),
        Dim(
            min(v for _, v in ends), max(v for _, v in ends), "v", show(rig.depth), "right", key="rig_depth", priority=3
        ),
    )
    told = f"{rig.name}: {rig.whole:.1f}° round {rig.who}, centre {rig.across:.1f}°, sides turned {rig.turn:.1f}°."
    window = (min(wide) - MARGIN, behind - MARGIN, max(wide) + MARGIN, ahead + MARGIN)
    return Scene("fan", f"{rig.name} from above", window, tuple(draft.shapes), told)


def _away(rig: Rig, show: Callable[[float], str]) -> Dim:
    """From the eye to the centre; to where two meet."""
    _, ev = rig.eye_above
    if len(rig.row) == 2:
        u, v = rig.above(rig.row[0].rim[1])
        return Dim(ev, v, "v", show(v - ev), "inside", at=u, priority=1)
    u, v = rig.above((0.0, 0.0))
    return Dim(ev, v, "v", show(rig.away), "inside", at=u, key="rig_away", say="rig away", priority=1)


def _eye(draft: Draft, rig: Rig, seat: str | None) -> None:
    u, v = rig.eye_above
    draft.ellipse((u, v), (HEAD, HEAD), "guide-faint", "people")
    draft.ellipse((u, v - 60.0), (80.0, 95.0), "head-subject", "people", seat or "")
    draft.mark((u, v), "dot", "eye", "people")
    steps = [math.radians(a) for a in range(-100, 101, 5)]
    draft.path([(u + rig.away * math.sin(a), v + rig.away * math.cos(a)) for a in steps], "guide-faint", "sight")
    text = f"{rig.whole:.1f}° round {rig.who}"
    draft.add(Label(P(u, v - HEAD), text, "strong", "labels", "middle", ((0, -14), (0, -28)), 0))


def _screen(draft: Draft, rig: Rig, one: Seen, picture: Picture, deep: float, chosen: bool) -> None:
    u, v = rig.eye_above
    face = [rig.above(place) for place in one.face]
    ends = [rig.above(place) for place in one.rim]
    (ax, ay), (bx, by) = ends
    away = math.hypot(bx - ax, by - ay) or 1.0
    back = (-(by - ay) / away, (bx - ax) / away)
    body = [ends[0], *face, ends[1], *((x + back[0] * deep, y + back[1] * deep) for x, y in (ends[1], ends[0]))]
    draft.path(body, "frame", "picture", closed=True, ref=one.key)
    nx, ny = back[0] * BEHIND, back[1] * BEHIND
    draft.path(face, "picture-edge" if chosen else "picture-edge-other", "picture", ref=one.key)
    for end in (face[0], face[-1]):
        draft.line((u, v), end, "sight", "sight")
    middle = face[len(face) // 2] if len(face) > 2 else ((face[0][0] + face[1][0]) / 2, (face[0][1] + face[1][1]) / 2)
    inside = (u + (middle[0] - u) * 0.8, v + (middle[1] - v) * 0.8)
    offsets = ((0, 0), (0, 12), (0, -12), (18, 0), (-18, 0))
    aside = (60.0, 0.0) if abs(middle[0] - u) < 60.0 else (0.0, 0.0)
    at = P(inside[0] + aside[0], inside[1] + aside[1])
    draft.add(Label(at, f"{one.angle:.1f}°", "strong", "labels", "middle", offsets, 1, ref=one.key))
    outside = P(middle[0] + nx, middle[1] + ny)
    draft.add(
        Label(
            outside,
            picture.name,
            "small",
            "labels",
            "middle",
            ((math.copysign(34.0, nx) if abs(nx) > 5 else 0.0, 10), (0, 24)),
            4,
        )
    )


def _body(draft: Draft, rig: Rig, key: str, shape: Outline) -> None:
    """What stands behind a screen, its feet."""
    for part, style in ((shape.adapter, "thing"), (shape.feet, "guide")):
        if part:
            draft.path([from_above(rig.yaw, *place) for place in part], style, "picture", closed=True, ref=key)


def _turns(draft: Draft, rig: Rig, pictures: dict[str, Picture]) -> None:
    """The right side's turn at its hinge, against the centre's plane drawn on."""
    row = rig.row
    if len(row) != 3 or row[1].key != rig.centre:
        return
    main = pictures[rig.centre]
    x, y = rig.above((main.across / 2 + main.frame_side, main.bow))
    draft.line((x, y), (x + ARC * 1.5, y), "guide", "sight")
    steps = [math.radians(row[2].turn * n / 16) for n in range(17)]
    draft.path([(x + ARC * math.cos(a), y - ARC * math.sin(a)) for a in steps], "guide", "sight")
    at = P(x + 30.0, y)
    between = f"turned {row[2].turn:.1f}°, {180 - row[2].turn:.1f}° between"
    draft.add(Label(at, between, "label", "labels", "start", ((0, 14), (0, 26)), 2))


def _ghost(draft: Draft, look: Look, key: str) -> None:
    """Where a change would put the screens, from where the eye is now."""
    plan = look.ghost
    ghosted = shown_rig(plan.chosen, plan.survey.seats, look.picture) if plan is not None else None
    if ghosted is None or ghosted[0] != key or ghosted[1] is None:
        return
    rig = ghosted[1]
    for one in rig.row:
        draft.path([rig.above(place) for place in one.rim], "ghost-line", "picture", ref=one.key)
