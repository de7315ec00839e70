"""The lens window: what shift the lens has, and the point this picture needs. u is s in image widths, v in heights."""

from __future__ import annotations

import math

from oval_room.core.projection.memory_study import MemoryResult
from oval_room.core.projection.shift import ShiftWindow
from oval_room.core.projection.study import ThrowResult
from oval_room.drawing.look import Look, projector_looked_at
from oval_room.drawing.scene import Draft, Label, P, Scene

UNIT = 1000.0  # drawn millimetres for one image height or width


def window_outline(window: ShiftWindow, hung: bool) -> list[tuple[float, float]]:
    """Corners (s, v) of what a lens allows as it sits."""
    turn = -1.0 if hung else 1.0
    if window.polygon:
        return [(s * turn, v * turn) for s, v in window.polygon]
    if window.share == "box":
        base = [
            (-window.side, -window.down),
            (window.side, -window.down),
            (window.side, window.up),
            (-window.side, window.up),
        ]
    elif window.share == "diamond":
        base = [(-window.side, 0.0), (0.0, -window.down), (window.side, 0.0), (0.0, window.up)]
    else:
        steps = [2 * math.pi * i / 48 for i in range(48)]
        base = [
            (window.side * math.cos(a), (window.up if math.sin(a) > 0 else window.down) * math.sin(a)) for a in steps
        ]
    return [(s * turn, (v + window.offset) * turn) for s, v in base]


def lens_window(look: Look) -> Scene | None:
    """The lens window of the projector looked at; None without one."""
    projector = projector_looked_at(look)
    throw = look.report.of(ThrowResult).throws.get(projector or "")
    if throw is None or projector is None:
        return None
    outline = window_outline(throw.window, look.plan.chosen.projector(projector).hung)
    memories = [one for one in look.report.of(MemoryResult).settings.values() if one.projector == projector]
    needs = [throw.need, *(one.need for one in memories)]
    far = (abs(value) for need in needs for value in (need.v, need.s))
    reach = max([0.35, *far, *(abs(c) for corner in outline for c in corner)]) * 1.15
    draft = Draft()
    draft.path([(s * UNIT, v * UNIT) for s, v in outline], "window", "beam", closed=True)
    draft.line((-reach * UNIT, 0), (reach * UNIT, 0), "guide", "beam")
    draft.line((0, -reach * UNIT), (0, reach * UNIT), "guide", "beam")
    for one in memories:
        at = P(one.need.s * UNIT, one.need.v * UNIT)
        draft.mark(at, "dot", "memory" if one.need.inside else "need-out", "beam")
        offsets = ((9, 0), (9, 12), (9, -12), (9, 22))
        draft.add(Label(at, one.memory.name, "small", "beam", "start", offsets, 3))
    need = P(throw.need.s * UNIT, throw.need.v * UNIT)
    draft.mark(need, "dot", "lens" if throw.need.inside else "need-out", "beam", projector)
    used = "" if throw.need.use is None else f", {throw.need.use * 100:.0f} % used"
    text = f"v {throw.need.v:+.2f}, s {throw.need.s:+.2f}{used}".replace("-", "−")
    top = max(v for _, v in outline) * UNIT
    draft.add(Label(P(0, max(top, need.v)), text, "label", "beam", "middle", ((0, 14), (0, 28)), 0))
    title = "lens window, shift wanted in image heights and widths"
    return Scene(
        "window",
        title,
        (-reach * UNIT * 1.3, -reach * UNIT, reach * UNIT * 1.3, reach * UNIT * 1.3),
        tuple(draft.shapes),
        f"Wanted {text}." + "".join(f" {one.memory.name}: v {one.need.v:+.2f}." for one in memories),
    )
