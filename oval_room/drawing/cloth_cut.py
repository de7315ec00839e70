"""How a woven cloth is cut: the piece on the roll, the image turned against the weave inside it (rules 2.7)."""

from __future__ import annotations

import math

from oval_room.core.screens.cloth import GRIP, WEAVE_TURN, cloth_piece
from oval_room.core.screens.document import Picture
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

THREADS = 9  # weave lines drawn


def is_cut(picture: Picture) -> bool:
    """Whether a picture's cloth is cut against its weave."""
    return picture.kind == "screen" and picture.surface == "woven"


def cloth_cut(look: Look) -> Scene | None:
    """The cutting plan of the subject's woven cloth, u across the roll's weave; None for any other picture."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    if picture is None or not is_cut(picture):
        return None
    w, h = picture.width.value, picture.height
    across, down = cloth_piece(w, h, turn_deg=WEAVE_TURN, margin=GRIP)
    draft = Draft()
    for i in range(1, THREADS):
        draft.line((across * i / THREADS, 0), (across * i / THREADS, down), "guide-faint", "room")
    draft.box(0, 0, across, down, "outline", "structure")
    for grow, style in ((GRIP, "frame"), (0.0, "picture")):
        draft.path(
            _turned(w + 2 * grow, h + 2 * grow, across / 2, down / 2),
            style,
            "picture",
            closed=True,
            ref=look.picture or "",
        )
    a, b, c, _ = _turned(w, h, across / 2, down / 2)
    show = look.words.length
    draft.add(
        Label(
            P((a[0] + b[0]) / 2, (a[1] + b[1]) / 2),
            f"image {show(w)}",
            "label",
            "labels",
            offsets=((0, 34), (0, 48)),
            priority=2,
        ),
        Label(P((b[0] + c[0]) / 2, (b[1] + c[1]) / 2), f"{show(h)}", "label", "labels", "end", ((-8, 0), (-8, 14)), 2),
        Label(
            P(across / 2, down / 2),
            f"turned {WEAVE_TURN:g}°, {show(GRIP)} to grip all round",
            "strong",
            "labels",
            priority=1,
        ),
        Label(P(across / THREADS, down), "weave runs this way", "small", "labels", "start", ((6, 12), (6, -12)), 4),
        Dim(0, across, "u", f"cut {show(across, 'least')}", "below", 0, "brass", 1),
        Dim(0, down, "v", f"cut {show(down, 'least')}", "left", 0, "brass", 1),
    )
    pad = max(across, down) * 0.06
    told = f"Piece {show(across, 'least')} by {show(down, 'least')}."
    return Scene("cloth", f"cloth of {picture.name}", (-pad, -pad, across + pad, down + pad), tuple(draft.shapes), told)


def _turned(w: float, h: float, u: float, v: float) -> list[tuple[float, float]]:
    """A rectangle's corners turned against the weave about its middle, from the lower left round."""
    cos, sin = math.cos(math.radians(WEAVE_TURN)), math.sin(math.radians(WEAVE_TURN))
    return [
        (u + x * cos - y * sin, v + x * sin + y * cos)
        for x, y in ((-w / 2, -h / 2), (w / 2, -h / 2), (w / 2, h / 2), (-w / 2, h / 2))
    ]
