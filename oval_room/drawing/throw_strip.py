"""The throw strip: what distances this width allows, where the lens is, where the room ends."""

from __future__ import annotations

from typing import Final

from oval_room.core.projection.study import ThrowResult
from oval_room.core.projection.throw import NEAR_AN_END, NEAR_AN_END_OF_RANGE
from oval_room.drawing.parts import Look
from oval_room.drawing.scene import Draft, Label, P, Scene

BESIDE: Final = 0.25
BESIDE_OF_NEAR: Final = 0.15
"""What the strip shows beside the lens's range, of the range and of its near end."""


def throw_strip(look: Look, projector: str | None) -> Scene | None:
    """The throw strip of a projector; None without one."""
    throw = look.report.of(ThrowResult).throws.get(projector or "")
    if throw is None or projector is None:
        return None
    placed = look.plan.chosen.projector(projector)
    stand_off = look.plan.chosen.pictures[placed.shows].pose.y
    last = throw.behind + throw.throw  # the farthest throw that leaves room behind
    room = look.plan.survey.room.depth.value - stand_off
    near, far = throw.span.least, throw.span.greatest
    beside = max((far - near) * BESIDE, near * BESIDE_OF_NEAR)  # the frame stands while the lens is pulled along it
    lo, hi = min(near - beside, throw.throw), max(far + beside, throw.throw, min(room, far * 1.1))
    pad = (hi - lo) * 0.03 + 50
    u0, u1 = lo - pad, hi + pad
    tall = (u1 - u0) / 3.2
    draft = Draft()
    quarter = (far - near) * NEAR_AN_END_OF_RANGE
    edge_near, edge_far = min(near * NEAR_AN_END, quarter), min(far * NEAR_AN_END, quarter)
    if far > near:
        draft.box(near, 0, far, tall * 0.42, "strip-mind", "beam")
        draft.box(near + edge_near, 0, far - edge_far, tall * 0.42, "strip-good", "beam")
        draft.box(near, 0, far, tall * 0.42, "strip-edge", "beam")
    draft.line((u0, 0), (u1, 0), "rail", "beam")
    if last < u1 and placed.boxed != "behind a port":
        draft.box(max(last, u0), 0, u1, tall * 0.42, "strip-wall", "beam")
        draft.line((max(last, u0), 0), (max(last, u0), tall * 0.55), "wall-end", "beam")
        draft.add(
            Label(
                P(max(last, u0), tall * 0.55),
                "no room behind",
                "small",
                "beam",
                "middle",
                ((0, 9), (-36, 9), (0, 22)),
                4,
            )
        )
    for value, side in ((near, "least"), (far, "greatest")):
        draft.line((value, -tall * 0.05), (value, tall * 0.05), "now", "beam")
        text = look.words.length(value, "least" if side == "least" else "greatest")
        draft.add(Label(P(value, 0), text, "label", "beam", "middle", ((0, -15), (-26, -15), (26, -15)), 1))
    draft.line((throw.throw, -tall * 0.12), (throw.throw, tall * 0.55), "now-brass", "beam", projector)
    draft.mark((throw.throw, 0), "dot", "lens", "beam", projector)
    draft.add(
        Label(
            P(throw.throw, tall * 0.55),
            look.show(throw.throw),
            "strong",
            "beam",
            "middle",
            ((0, 10), (0, 24), (30, 10), (-30, 10)),
            0,
        )
    )
    title = f"throw strip, {placed.name}"
    told = (
        f"Throw {look.show(throw.throw)}; the lens allows {look.words.length(near, 'least')} to "
        f"{look.words.length(far, 'greatest')}."
    )
    return Scene("strip", title, (u0, -tall * 0.3, u1, tall * 0.75), tuple(draft.shapes), told)
