"""Lens shift: where the picture must be put sideways and up from the lens axis, and what the lens can (rules 6.3).

Needed: v = (z_image − z_lens)/h, s = (x_image − x_lens)/w. The lens allows a window in (s, v), given for the projector
upright; hung, all of it is turned half round. A lens moved up lowers v.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, Literal

from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM
from oval_room.core.record import record

Share = Literal["box", "diamond", "ellipse"]
FIXED_ROOM: Final = 10.0  # mm by which a lens with no shift may miss


@record
class ShiftWindow:
    """What a lens allows, projector upright: limits as shares of image height and width, or a polygon of (s, v)."""

    up: float = 0.0
    down: float = 0.0
    side: float = 0.0
    share: str = "box"
    offset: float = 0.0
    polygon: tuple[tuple[float, float], ...] = ()


@record
class ShiftNeed:
    """What is needed and how it stands to the window.

    v, s: image heights and widths. lens_up, lens_right: least move of that kind alone that ends on the border [mm]; 0
    inside, None when it can't. use: 1 at the border, None for a polygon or where there is no shift to use.
    """

    v: float
    s: float
    inside: bool
    lens_up: float | None
    lens_right: float | None
    use: float | None


def shift_need(
    *,
    width: float,
    height: float,
    image: tuple[float, float],
    lens: tuple[float, float],
    window: ShiftWindow,
    hung: bool,
) -> ShiftNeed:
    """Needed shift against a window (rules 6.3).

    Args:
        width, height: of the raster lit [mm].
        image, lens: image centre and lens as (x, z) [mm].
        window: the lens's, for the projector upright.
        hung: whether the projector hangs inverted.
    """
    v, s = (image[1] - lens[1]) / height, (image[0] - lens[0]) / width
    turn = -1.0 if hung else 1.0
    own_s, own_v = s * turn, v * turn
    slack_s, slack_v = FIXED_ROOM / width, FIXED_ROOM / height
    if window.polygon:
        inside = _in_polygon(window.polygon, own_s, own_v)
        use = None
        v_range = _across(window.polygon, own_s)
        s_range = _across([(b, a) for a, b in window.polygon], own_v)
    else:
        use = _use(window, own_s, own_v - window.offset, slack_s, slack_v)
        inside = use is not None and use <= 1 + SLIM
        v_range, s_range = _v_range(window, own_s, slack_s), _s_range(window, own_v - window.offset, slack_v)
    up = 0.0 if inside else _move(own_v, v_range, height * turn)
    right = 0.0 if inside else _move(own_s, s_range, width * turn)
    return ShiftNeed(v, s, inside, up, right, use)


def _move(value: float, allowed: tuple[float, float] | None, scale: float) -> float | None:
    """Lens move that carries a needed shift to the nearest end of what is allowed."""
    if allowed is None:
        return None
    target = min(max(value, allowed[0]), allowed[1])
    return (value - target) * scale + 0.0


def _part(value: float, limit: float, slack: float) -> float | None:
    """Share of a limit used; a limit of 0 is met within the slack, else can't be."""
    if limit > 0:
        return abs(value) / limit
    return 0.0 if abs(value) <= slack + SLIM else None


def _use(window: ShiftWindow, s: float, v: float, slack_s: float, slack_v: float) -> float | None:
    a = _part(v, window.up if v > 0 else window.down, slack_v)
    b = _part(s, window.side, slack_s)
    if a is None or b is None:
        return None
    return {"box": max(a, b), "diamond": a + b, "ellipse": math.hypot(a, b)}[window.share]


def _left(share: str, used: float) -> float | None:
    """What is left of one limit when a share of the other is used."""
    if used > 1 + SLIM:
        return None
    used = min(used, 1.0)
    return {"box": 1.0, "diamond": 1 - used, "ellipse": math.sqrt(1 - used * used)}[share]


def _v_range(window: ShiftWindow, s: float, slack: float) -> tuple[float, float] | None:
    used = _part(s, window.side, slack)
    left = None if used is None else _left(window.share, used)
    return None if left is None else (window.offset - window.down * left, window.offset + window.up * left)


def _s_range(window: ShiftWindow, v: float, slack: float) -> tuple[float, float] | None:
    used = _part(v, window.up if v > 0 else window.down, slack)
    left = None if used is None else _left(window.share, used)
    return None if left is None else (-window.side * left, window.side * left)


def side_room(window: ShiftWindow, v: float, *, width: float, height: float, hung: bool) -> tuple[float, float] | None:
    """The sideways shifts s a lens has at a needed shift up v, as seen in the room; None where it has no such v."""
    turn = -1.0 if hung else 1.0
    if window.polygon:
        found = _across([(b, a) for a, b in window.polygon], v * turn)
    else:
        found = _s_range(window, v * turn - window.offset, FIXED_ROOM / height)
        if found is not None and window.side == 0:
            found = (-FIXED_ROOM / width, FIXED_ROOM / width)
    return None if found is None else (min(found[0] * turn, found[1] * turn), max(found[0] * turn, found[1] * turn))


def check_polygon(polygon: Sequence[tuple[float, float]]) -> None:
    """Refuse a window that is not a convex outline of three or more corners.

    Raises:
        RefusedError: it isn't.
    """
    turns = [
        (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
        for a, b, c in zip(polygon, [*polygon[1:], *polygon[:1]], [*polygon[2:], *polygon[:2]], strict=True)
    ]
    if len(polygon) < 3 or not (all(t >= -SLIM for t in turns) or all(t <= SLIM for t in turns)) or not any(turns):
        raise RefusedError("give the corners of a convex outline in order, three or more", field="polygon_s_v")


def _in_polygon(polygon: Sequence[tuple[float, float]], s: float, v: float) -> bool:
    allowed = _across(polygon, s)
    return allowed is not None and allowed[0] - SLIM <= v <= allowed[1] + SLIM


def _across(polygon: Sequence[tuple[float, float]], at: float) -> tuple[float, float] | None:
    """Second coordinates a convex outline spans where the first has a value."""
    found = []
    for (a, b), (c, d) in zip(polygon, [*polygon[1:], polygon[0]], strict=True):
        if min(a, c) - SLIM <= at <= max(a, c) + SLIM:
            found += [b, d] if abs(c - a) < SLIM else [b + (d - b) * (min(max(at, min(a, c)), max(a, c)) - a) / (c - a)]
    return (min(found), max(found)) if found else None


def fixed_lens_height(image_z: float, height: float, offset: float, *, hung: bool) -> float:
    """Lens height [mm] a fixed offset asks for: z_image ∓ v₀·h, upright below, hung above (rules 6.3)."""
    return image_z + (offset if hung else -offset) * height
