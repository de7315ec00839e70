"""The wall canvas: displays as they hang, to scale, numbered, with what each shows and where it is plugged in.

u to the right, v up, from the middle of the subject's wall [mm]. Other walls of displays on the same wall of the room
are drawn with it. A triangle lies at the edge that is a turned display's own top.
"""

from __future__ import annotations

from typing import Final

from oval_room.core.array.desk import plug_of
from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Mapped, WallMap
from oval_room.core.array.says import px
from oval_room.core.array.study import ArrayResult
from oval_room.core.array.wall import displays_of, walls_of
from oval_room.core.plan.group import Group
from oval_room.core.plan.turn import wall_of
from oval_room.core.pose import to_own
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

MARGIN: Final = 0.06
"""Of the whole, left round it."""
TOP: Final = 0.09
"""Of a display's lesser side: how high the triangle at its own top is."""
ROOMY: Final = 40
"""Past so many displays plugs and crops are left to the mapping table."""


def wall_canvas(look: Look) -> Scene | None:
    """The subject's wall of displays, else the first one; None without one."""
    walls = walls_of(look.plan.chosen)
    found = look.report.results.get(ArrayResult)
    if not walls or not isinstance(found, ArrayResult) or found.walls is None:
        return None
    mine = look.plan.chosen.group_of(look.picture or "")
    key = mine if mine in walls else next(iter(walls))
    draft, room = Draft(), look.plan.survey.room
    beside = [other for other, group in walls.items() if wall_of(room, group) == wall_of(room, walls[key])]
    total = sum(len(found.walls.walls[other].displays) for other in beside)
    edges: list[tuple[float, float, float, float]] = []
    for other in beside:
        at = _from(walls[key], walls[other])
        wall = found.walls.walls[other]
        for one in wall.displays:
            edges.append(_display(draft, look, one, at, total <= ROOMY))
        _outline(draft, wall, at)
    for other in beside:
        _size(draft, look, found.walls.walls[other], _from(walls[key], walls[other]), other == key)
    _ghost(draft, look, key)
    left, bottom = min(edge[0] for edge in edges), min(edge[1] for edge in edges)
    right, top = max(edge[2] for edge in edges), max(edge[3] for edge in edges)
    aside = MARGIN * max(right - left, top - bottom)
    window = (left - aside, bottom - aside, right + aside, top + aside)
    names = " and ".join(look.plan.chosen.groups[other].name for other in beside)
    told = "; ".join(f"{wall.name}: canvas {px(wall.size)}" for wall in (found.walls.walls[one] for one in beside))
    return Scene("canvas", f"{names}, as it hangs", window, tuple(draft.shapes), f"{told}.")


def _from(base: Group, group: Group) -> tuple[float, float]:
    """Where another wall's middle is from the base one's [mm]."""
    own = to_own(base.pose.point, base.pose.turn, group.pose.point)
    return own.right, own.up


def _display(
    draft: Draft, look: Look, one: Mapped, at: tuple[float, float], roomy: bool
) -> tuple[float, float, float, float]:
    """One display; gives its outline: left, bottom, right, top [mm]."""
    display, seen = one.display, one.display.visible
    out, key = one.display.outline, one.display.key
    frame = at[0] + out.left, at[1] - out.top - out.height, at[0] + out.left + out.width, at[1] - out.top
    u0, v0, u1, v1 = at[0] + seen.left, at[1] - seen.top - seen.height, at[0] + seen.left + seen.width, at[1] - seen.top
    draft.box(*frame, "frame", "picture", key)
    draft.box(u0, v0, u1, v1, "picture" if key == look.picture else "picture-other", "picture", key)
    middle = P((u0 + u1) / 2, (v0 + v1) / 2)
    lift = 16 if roomy and key == look.picture else 2  # its grip lies in the middle
    draft.add(Label(middle, str(display.number), "strong", "labels", "middle", ((0, lift),), 0, ref=key))
    arrays = look.plan.chosen.kept(Arrays)
    if roomy and one.port is not None and one.port[0] in arrays.controllers:
        on = plug_of(arrays.controllers[one.port[0]].name, one.port[1])
        draft.add(Label(middle, on, "label", "labels", "middle", ((0, -15 if lift > 2 else -13),), 2, within=u1 - u0))
    if roomy:
        crop = one.crop
        told = f"{crop.width:,} × {crop.height:,} at {crop.left:,}, {crop.top:,}"
        draft.add(Label(middle, told, "small", "labels", "middle", ((0, -26),), 6, within=u1 - u0))
    _own_top(draft, display.turned, (u0, v0, u1, v1), key)
    return frame


def _own_top(draft: Draft, turned: int, box: tuple[float, float, float, float], key: str) -> None:
    """A triangle at the edge that is a turned display's own top."""
    if turned == 0:
        return
    u0, v0, u1, v1 = box
    high = TOP * min(u1 - u0, v1 - v0)
    u, v = (u0 + u1) / 2, (v0 + v1) / 2
    points = {
        90: ((u1, v), (u1 - high, v + high * 0.8), (u1 - high, v - high * 0.8)),
        180: ((u, v0), (u - high * 0.8, v0 + high), (u + high * 0.8, v0 + high)),
        270: ((u0, v), (u0 + high, v - high * 0.8), (u0 + high, v + high * 0.8)),
    }[turned]
    draft.path(points, "edge", "picture", closed=True, ref=key)


def _outline(draft: Draft, wall: WallMap, at: tuple[float, float]) -> None:
    """The canvas round all that its displays show, dashed; nothing where its gaps are closed up: it is smaller then."""
    if wall.closed:
        return
    left, bottom, right, top = _seen(wall, at)
    draft.box(left, bottom, right, top, "guide", "sight")


def _seen(wall: WallMap, at: tuple[float, float]) -> tuple[float, float, float, float]:
    seen = [one.display.visible for one in wall.displays]
    left, right = min(one.left for one in seen), max(one.left + one.width for one in seen)
    top, bottom = min(one.top for one in seen), max(one.top + one.height for one in seen)
    return at[0] + left, at[1] - bottom, at[0] + right, at[1] - top


def _size(draft: Draft, look: Look, wall: WallMap, at: tuple[float, float], mine: bool) -> None:
    outs = [one.display.outline for one in wall.displays]
    left, right = at[0] + min(one.left for one in outs), at[0] + max(one.left + one.width for one in outs)
    top, bottom = at[1] - min(one.top for one in outs), at[1] - max(one.top + one.height for one in outs)
    closed = ", gaps closed up" if wall.closed else ""
    text = f"{wall.name}: {px(wall.size)}{closed}"
    draft.add(Label(P((left + right) / 2, top), text, "strong", "labels", "middle", ((0, 12), (0, 26)), 0))
    draft.add(Dim(left, right, "u", look.show(right - left), "below", priority=1 if mine else 3))
    draft.add(Dim(bottom, top, "v", look.show(top - bottom), "left" if mine else "right", priority=1 if mine else 3))


def _ghost(draft: Draft, look: Look, key: str) -> None:
    """Where a change would put the displays, from the wall's middle as it is."""
    base = look.plan.chosen.groups[key]
    if look.ghost is None:
        return
    now = {one.key: one.outline for listed in displays_of(look.plan.chosen).values() for one in listed}
    for other, listed in displays_of(look.ghost.chosen).items():
        group = look.ghost.chosen.groups[other]
        at = _from(base, group)
        for one in listed:
            out = one.outline
            was = now.get(one.key)
            before = look.plan.chosen.groups.get(other)
            if was == out and before is not None and before.pose == group.pose:
                continue
            u0, v1 = at[0] + out.left, at[1] - out.top
            draft.box(u0, v1 - out.height, u0 + out.width, v1, "ghost-line", "picture", one.key)
