"""From the side: a rig or a panel at a desk, with the eye before it, what reaches under it, floor and desk.

u: ahead of the eye; v: above the floor [mm].
"""

from __future__ import annotations

from typing import Final

from oval_room.core.rig.document import Body, Rigs
from oval_room.core.rig.outlines import PLATE, thick
from oval_room.core.rig.rig import shown_rig
from oval_room.drawing.desk_view import desk_side, desks_of
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P, Scene
from oval_room.drawing.side_view import edge_of, side_scene

BUMP: Final = 20.0
"""Drawn for how deep a bump is [mm]."""


def rig_side(look: Look) -> Scene | None:
    """The subject's rig or desk, else the first rig, else the first desk; None without one that somebody sits at."""
    scheme = look.plan.chosen
    key, rig = shown_rig(scheme, look.plan.survey.seats, look.picture) or ("", None)
    if rig is None or look.picture in desks_of(look):
        return desk_side(look)
    draft, seen = Draft(), {one: scheme.pictures[one] for one in rig.screens}
    edges = {one: edge_of(rig.yaw, rig.eye, picture) for one, picture in seen.items()}
    for one, (low, high) in edges.items():
        main = one == rig.centre or rig.screens[one].above
        draft.line(low, high, "picture-edge" if main else "picture-edge-other", "picture", one)
        if main:
            for end in (low, high):
                draft.line((0.0, rig.eye.z), end, "sight", "sight")
    for one, edge in edges.items():
        _body(draft, one, edge, scheme.kept(Rigs).body_of(one), thick(seen[one], look.gear))
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
    return side_scene(draft, look, rig.name, rig.eye, list(edges.values()), (low, high), text)


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
